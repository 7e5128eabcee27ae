"""What is handed over: the report and the dig sheets as PDF, and everything in one file."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from bellstone.core.answer import Assessment
from bellstone.desk import store
from bellstone.desk.api.answers import LateralId, LinePath, Refusal, download
from bellstone.desk.models import StoredLateral
from bellstone.formats.bundle import bundle, zipped
from bellstone.formats.pdf import Paper, dig_sheets_pdf, report_pdf

router = Router(tags=["handing over"])
Names = Annotated[bool, Query(description="without names the lateral's name and address are left out")]
ANSWERS = {200: bytes, 404: Refusal, 422: Refusal}


def _others(row: StoredLateral, shown: Assessment) -> list[Assessment]:
    return [store.assessment_of(row, line.id) for line in store.record_of(row).lines if line.id != shown.path]


def _name(row: StoredLateral, names: bool) -> str:
    return row.name if names else "lateral"


@router.get("/{lateral_id}/report.pdf", response=ANSWERS, operation_id="save_report")
def save_report(
    request: HttpRequest, lateral_id: LateralId, path: LinePath = None, paper: Paper = "us-letter", names: Names = True
) -> HttpResponse:
    """The report of the lateral: the line shown first, then its others."""
    row = store.row_of(lateral_id)
    shown = store.assessment_of(row, path)
    made = report_pdf(shown, _others(row, shown), paper, names)
    return download(made, "application/pdf", f"{_name(row, names)} report", "pdf")


@router.get("/{lateral_id}/digs.pdf", response=ANSWERS, operation_id="save_dig_sheets")
def save_dig_sheets(
    request: HttpRequest, lateral_id: LateralId, path: LinePath = None, paper: Paper = "us-letter", names: Names = True
) -> HttpResponse:
    """One page a dig of the line shown."""
    row = store.row_of(lateral_id)
    made = dig_sheets_pdf(store.assessment_of(row, path), paper, names)
    return download(made, "application/pdf", f"{_name(row, names)} dig sheets", "pdf")


@router.get("/{lateral_id}/bundle.zip", response=ANSWERS, operation_id="save_bundle")
def save_bundle(request: HttpRequest, lateral_id: LateralId, paper: Paper = "us-letter") -> HttpResponse:
    """Everything that is handed over, in one file."""
    row = store.row_of(lateral_id)
    shown = store.assessment_of(row)
    files = bundle(store.record_of(row), shown, _others(row, shown), paper=paper)
    return download(zipped(files), "application/zip", row.name, "zip")
