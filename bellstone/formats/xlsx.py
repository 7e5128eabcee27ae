"""The schedule as a workbook: a sheet for what was found, the pipes, ponds, digs and depths; text is never a formula."""

import io
from collections.abc import Iterator, Sequence
from datetime import datetime

from openpyxl import Workbook
from openpyxl.cell.cell import ILLEGAL_CHARACTERS_RE, MergedCell
from openpyxl.cell.cell import Cell as SheetCell
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from bellstone.core.answer import Assessment
from bellstone.formats.assessment_text import at_words, what_words
from bellstone.formats.csv_cells import harmless
from bellstone.formats.zipping import without_clock

Cell = str | float | int | None
WIDE, NARROW = 44.0, 14.0


def xlsx_bytes(a: Assessment, others: Sequence[Assessment] = ()) -> bytes:
    """A workbook of a lateral, its other lines after the one shown; numbers are numbers, headings name their unit."""
    book = Workbook()
    book.remove(book.worksheets[0])
    book.properties.creator = "Bell Stone"
    book.properties.title = f"Schedule, {a.name}"
    book.properties.created = datetime(1980, 1, 1)  # no clock in it: the same workbook is the same bytes
    every = (a, *others)
    for title, head, rows in (
        ("Findings", FINDINGS, (r for x in every for r in _findings(x))),
        ("Pipes", PIPES, (r for x in every for r in _pipes(x))),
        ("Ponds", PONDS, (r for x in every for r in _ponds(x))),
        ("Digs", DIGS, (r for x in every for r in _digs(x))),
        ("Depths", DEPTHS, (r for x in every for r in _depths(x))),
        ("About", ("what", "as it is"), _about(a)),
    ):
        _sheet(book.create_sheet(title), head, rows)
    out = io.BytesIO()
    book.save(out)
    return without_clock(out.getvalue())


FINDINGS = ("line", "from (ft)", "± (ft)", "to (ft)", "where", "what", "clock with the flow", "rating", "why", "said")
PIPES = (
    "line",
    "pipe",
    "bore (in)",
    "from (ft)",
    "to (ft)",
    "length (ft)",
    "serviceability",
    "worst",
    "soundness (of 100)",
)
PONDS = (
    "line",
    "from (ft)",
    "to (ft)",
    "deepest at (ft)",
    "depth (in)",
    "share of the bore",
    "volume (US gal)",
    "cause",
    "basis",
)
DIGS = (
    "line",
    "dig",
    "from (ft)",
    "to (ft)",
    "± (ft)",
    "invert depth (ft)",
    "± depth (ft)",
    "what",
    "lift",
    "above it",
    "flags",
)
DEPTHS = ("line", "at (ft)", "depth (ft)", "± (ft)", "suspect", "marked", "said")


def _sheet(sheet: Worksheet, head: Sequence[str], rows: Iterator[Sequence[Cell]]) -> None:
    sheet.freeze_panes = "A2"
    for n, title in enumerate(head, start=1):
        short = title.endswith(")") or title in ("rating", "worst", "dig", "suspect")
        sheet.column_dimensions[get_column_letter(n)].width = NARROW if short else WIDE
        sheet.cell(1, n, title).font = Font(bold=True)
    for at, row in enumerate(rows, start=2):
        for n, value in enumerate(row, start=1):
            _fill(sheet.cell(at, n), value)


def _fill(cell: SheetCell | MergedCell, value: Cell) -> None:
    """A cell that is what it says: text is text, whatever it begins with, and holds nothing the format cannot."""
    if isinstance(value, str):
        cell.value = ILLEGAL_CHARACTERS_RE.sub("", harmless(value))
        cell.data_type = "s"
    else:
        cell.value = round(value, 2) if isinstance(value, float) else value


def _line_of(a: Assessment) -> str:
    return next((line.name for line in a.lines if line.id == a.path), "main line")


def _findings(a: Assessment) -> Iterator[Sequence[Cell]]:
    for f in a.findings:
        why = f.override_reason or (f.rating.why if f.rating else f.unrated)
        clock = "all round" if f.clock_all else f"{f.clock[0]:g} to {f.clock[1]:g}" if f.clock else ""
        at = f.station_ft if f.how == "station" else None
        yield _line_of(a), at, f.band_ft, f.end_ft, at_words(f), what_words(f), clock, f.rated, why, f.said


def _pipes(a: Assessment) -> Iterator[Sequence[Cell]]:
    for s in a.segments:
        sound = s.score.soundness.likely if s.score.soundness else None
        yield _line_of(a), s.name, s.bore_in, s.start_ft, s.end_ft, s.length_ft, s.verdict.words, s.score.worst, sound


def _ponds(a: Assessment) -> Iterator[Sequence[Cell]]:
    for p in a.ponds:
        end = p.end_ft if p.length_ft is not None else None
        share = p.share_of_depth if p.bore_known else None
        yield _line_of(a), p.start_ft, end, p.deepest_at_ft, p.depth_in, share, p.volume_gal, p.cause_words, p.basis


def _digs(a: Assessment) -> Iterator[Sequence[Cell]]:
    for n, d in enumerate(a.digs, start=1):
        what, flags = ", ".join(d.names), "; ".join(d.flags)
        yield (
            _line_of(a),
            n,
            d.start_ft,
            d.end_ft,
            d.band_ft,
            d.invert_depth_ft,
            d.depth_band_ft,
            what,
            d.lift,
            "; ".join(d.above),
            flags,
        )


def _depths(a: Assessment) -> Iterator[Sequence[Cell]]:
    for d in a.depths:
        yield _line_of(a), d.station_ft, d.depth_ft, d.band_ft, "yes" if d.suspect else "", d.marked, d.said


def _about(a: Assessment) -> Iterator[Sequence[Cell]]:
    yield "lateral", a.name
    yield "visit", a.visit
    yield "stations", a.axis_words
    yield "scheme", a.scheme
    for rule in a.house_rules:
        yield "house rule", rule
    for words in a.scope:
        yield "scope and limits", words
