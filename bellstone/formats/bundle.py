"""All that is handed over of one lateral, by file name: what the desk saves one by one, and the terminal at once."""

import io
import zipfile
from collections.abc import Collection, Sequence
from typing import get_args

from bellstone.core.answer import Assessment
from bellstone.core.entry import page_of
from bellstone.core.record import Lateral
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from bellstone.formats.csv_table import What
from bellstone.formats.csv_write import write_table
from bellstone.formats.pdf import Paper, dig_sheets_pdf, report_pdf

KINDS = ("pdf", "json", "txt", "csv")
ZIP_TIME = (1980, 1, 1, 0, 0, 0)  # the earliest a zip knows: the same files are the same bytes


def bundle(
    record: Lateral,
    shown: Assessment,
    others: Sequence[Assessment] = (),
    only: Collection[str] = KINDS,
    paper: Paper = "us-letter",
    names: bool = True,
) -> dict[str, bytes]:
    """Every file of a lateral: report and dig sheets (PDF), lateral file and assessment (JSON), notes and words, tables.

    ``others`` are the assessments on its other lines. Without dig there are no dig sheets; a table without rows is left
    out. Without names only the PDFs are made: the other files hold the record itself.
    """
    made: dict[str, bytes] = {}
    if "pdf" in only:
        made["report.pdf"] = report_pdf(shown, others, paper, names)
        if shown.digs:
            made["dig-sheets.pdf"] = dig_sheets_pdf(shown, paper, names)
    if not names:
        return made
    if "json" in only:
        made["lateral.bellstone.json"] = lateral_file.dumps(record).encode()
        made["assessment.json"] = shown.model_dump_json(indent=1).encode()
    if "txt" in only:
        made["notes.txt"] = page_of(record).encode()
        made["assessment.txt"] = assessment_text(shown, (), others).encode()
    if "csv" in only:
        tables = {what: write_table(record, what) for what in get_args(What)}
        made |= {f"{what}.csv": text.encode() for what, text in tables.items() if text.count("\n") > 1}
    return made


def zipped(files: dict[str, bytes]) -> bytes:
    """The files in one, the same bytes for the same files.

    >>> zipped({"a.txt": b"a"}) == zipped({"a.txt": b"a"})
    True
    """
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in sorted(files.items()):
            archive.writestr(zipfile.ZipInfo(name, ZIP_TIME), data, zipfile.ZIP_DEFLATED)
    return out.getvalue()
