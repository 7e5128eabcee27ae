"""All that is handed over of one lateral, by file name: what the desk saves one by one, and the terminal at once."""

from collections.abc import Callable, Collection, Mapping, Sequence
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
from bellstone.formats.pdf import NO_STILLS, Paper, charts, dig_sheets_pdf, owners_page_pdf, report_pdf
from bellstone.formats.xlsx import xlsx_bytes

Files = dict[str, bytes]
STILLS = "stills"  # the folder of pictures beside a lateral file


def bundle(
    record: Lateral,
    shown: Assessment,
    others: Sequence[Assessment] = (),
    only: Collection[str] = (),
    paper: Paper = "us-letter",
    names: bool = True,
    stills: Mapping[str, bytes] = NO_STILLS,
) -> Files:
    """Every file of a lateral, by kind: ``only`` names some of KINDS, all of them where it names none.

    ``others`` are the assessments on its other lines. Without dig there are no dig sheets, without date no calendar; a
    table without rows is left out. Without names only the PDFs are made: the other files hold the record itself. Stills
    stand in a folder of their own, by the names that the record has for them.
    """
    made = _pages(record, shown, others, paper, names, stills) if not only or "pdf" in only else {}
    for kind, make in MAKERS.items():
        if names and (not only or kind in only):
            made |= make(record, shown, others)
    if names and (not only or "json" in only):
        made |= {f"{STILLS}/{name}.jpg": jpeg for name, jpeg in stills.items()}
    return made


def _pages(
    record: Lateral,
    shown: Assessment,
    others: Sequence[Assessment],
    paper: Paper,
    names: bool,
    stills: Mapping[str, bytes],
) -> Files:
    owner = owners_page(shown, others, record.site.house_rules, record.site.stretches)
    made = {
        "report.pdf": report_pdf(shown, others, paper, names, stills=stills),
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
