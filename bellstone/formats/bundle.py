"""All that is handed over of one lateral, by file name: what the desk saves one by one, and the terminal at once."""

from collections.abc import Callable, Collection, Sequence
from typing import get_args

from bellstone.core.answer import Assessment, owners_page
from bellstone.core.entry import page_of
from bellstone.core.record import Lateral
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from bellstone.formats.calendar import calendar_bytes
from bellstone.formats.csv_table import What
from bellstone.formats.csv_write import write_table
from bellstone.formats.dxf import dxf_text
from bellstone.formats.geojson import geojson_text
from bellstone.formats.pdf import Paper, charts, dig_sheets_pdf, owners_page_pdf, report_pdf
from bellstone.formats.xlsx import xlsx_bytes

Files = dict[str, bytes]


def bundle(
    record: Lateral,
    shown: Assessment,
    others: Sequence[Assessment] = (),
    only: Collection[str] = (),
    paper: Paper = "us-letter",
    names: bool = True,
) -> Files:
    """Every file of a lateral, by kind: ``only`` names some of KINDS, all of them where it names none.

    ``others`` are the assessments on its other lines. Without dig there are no dig sheets, without date no calendar; a
    table without rows is left out. Without names only the PDFs are made: the other files hold the record itself.
    """
    made = _pages(record, shown, others, paper, names) if not only or "pdf" in only else {}
    for kind, make in MAKERS.items():
        if names and (not only or kind in only):
            made |= make(record, shown, others)
    return made


def _pages(record: Lateral, shown: Assessment, others: Sequence[Assessment], paper: Paper, names: bool) -> Files:
    owner = owners_page(shown, others, record.site.house_rules, record.site.stretches)
    made = {
        "report.pdf": report_pdf(shown, others, paper, names),
        "owners-page.pdf": owners_page_pdf(shown, owner, paper, names),
    }
    return made | ({"dig-sheets.pdf": dig_sheets_pdf(shown, paper, names)} if shown.digs else {})


def _json(record: Lateral, shown: Assessment, others: Sequence[Assessment]) -> Files:
    return {
        "lateral.bellstone.json": lateral_file.dumps(record).encode(),
        "assessment.json": shown.model_dump_json(indent=1).encode(),
    }


def _txt(record: Lateral, shown: Assessment, others: Sequence[Assessment]) -> Files:
    return {"notes.txt": page_of(record).encode(), "assessment.txt": assessment_text(shown, (), others).encode()}


def _csv(record: Lateral, shown: Assessment, others: Sequence[Assessment]) -> Files:
    tables = {what: write_table(record, what) for what in get_args(What)}
    return {f"{what}.csv": text.encode() for what, text in tables.items() if text.count("\n") > 1}


def _ics(record: Lateral, shown: Assessment, others: Sequence[Assessment]) -> Files:
    made = calendar_bytes(shown)
    return {} if made is None else {"next-look.ics": made}


MAKERS: dict[str, Callable[[Lateral, Assessment, Sequence[Assessment]], Files]] = {
    "json": _json,
    "txt": _txt,
    "csv": _csv,
    "geojson": lambda _, shown, __: {"lateral.geojson": geojson_text(shown).encode()},
    "dxf": lambda _, shown, __: {"plan-and-profile.dxf": dxf_text(shown).encode()},
    "xlsx": lambda _, shown, others: {"schedule.xlsx": xlsx_bytes(shown, others)},
    "ics": _ics,
    "svg": lambda _, shown, __: charts(shown, "svg"),
    "png": lambda _, shown, __: charts(shown, "png"),
}
KINDS = ("pdf", *MAKERS)
