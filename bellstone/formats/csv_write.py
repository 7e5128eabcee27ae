"""The newest visit's sightings, water, depths, inverts or pitch as a CSV table, formulas made harmless."""

import csv
import io
from collections.abc import Iterable, Iterator, Sequence

from bellstone.core.entry import sighting_line
from bellstone.core.record import CounterPosition, Lateral, Visit
from bellstone.formats.csv_table import What


def harmless(cell: str) -> str:
    """Text that no spreadsheet takes for a formula.

    >>> harmless("=1+1"), harmless("roots")
    ("'=1+1", 'roots')
    """
    return f"'{cell}" if cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell


def write_table(lateral: Lateral, what: What) -> str:
    """The newest visit's table as CSV: numbers as numbers, text made harmless, headings with their unit."""
    visit = lateral.visits[-1]
    writers = {
        "sightings": _sighting_rows,
        "water": _water_rows,
        "depth": _depth_rows,
        "invert": _invert_rows,
        "pitch": _pitch_rows,
    }
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for row in writers[what](visit):
        writer.writerow([harmless(c) if isinstance(c, str) else "" if c is None else c for c in row])
    return out.getvalue()


Cells = Sequence[str | float | None]


def _ends(position: object) -> tuple[float | None, float | None]:
    if not isinstance(position, CounterPosition):
        return None, None
    return position.counter.likely, position.to.likely if position.to else None


def _sighting_rows(visit: Visit) -> Iterator[Cells]:
    yield ("counter (ft)", "to (ft)", "run", "kind", "form", "notes", "said")
    for s in visit.sightings:
        yield (*_ends(s.position), s.run or "", s.kind, s.form or "", sighting_line(s), s.said)


def _water_rows(visit: Visit) -> Iterator[Cells]:
    yield ("counter (ft)", "to (ft)", "depth (in)", "state", "minutes", "said")
    for s in visit.sightings:
        if s.kind == "standing":
            inches = s.size.likely if s.size and s.size.unit == "in" else None
            yield (*_ends(s.position), inches, s.water or "", s.minutes_off.likely if s.minutes_off else None, s.said)


def _depth_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "depth (ft)", "ground (ft)", "suspect", "said")
    for d in visit.depths:
        yield (_ends(d.position)[0], d.depth_ft.likely, d.ground_ft, "yes" if d.suspect else "", d.said)


def _invert_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "invert elevation (ft)", "suspect", "said")
    for v in visit.inverts:
        yield (_ends(v.position)[0], v.elevation_ft, "yes" if v.suspect else "", v.said)


def _pitch_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "grade (%)")
    for p in visit.pitches:
        yield (_ends(p.position)[0], p.grade_pct)
