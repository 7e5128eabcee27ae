"""What is handed over: the report and the dig sheets as PDF, and everything in one file."""

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from bellstone.core.answer import Assessment, owners_page
from bellstone.core.ground import DomainError
from bellstone.desk import store
from bellstone.desk.actions import draw, still
from bellstone.desk.api.answers import ANSWERS as DESK
from bellstone.desk.api.answers import LateralId, LinePath, Refusal, Version, download, edited
from bellstone.desk.models import StoredLateral
from bellstone.formats.bundle import bundle
from bellstone.formats.pdf import Paper, dig_sheets_pdf, owners_page_pdf, report_pdf
from bellstone.formats.zipping import zipped

router = Router(tags=["handing over"])
Names = Annotated[bool, Query(description="without names the lateral's name and address are left out")]
Made = Literal["geojson", "dxf", "xlsx", "ics"]
TYPES: dict[Made, str] = {
    "geojson": "application/geo+json", "dxf": "image/vnd.dxf", "ics": "text/calendar",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}  # fmt: skip


class PlanIn(Schema):
    """A GeoJSON FeatureCollection, in local feet where it says so, else by longitude and latitude."""

    text: Annotated[str, Field(max_length=2_000_000)]


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
    made = report_pdf(shown, _others(row, shown), paper, names, stills=still.of_record(store.record_of(row)))
    return download(made, "application/pdf", f"{_name(row, names)} report", "pdf")


@router.get("/{lateral_id}/digs.pdf", response=ANSWERS, operation_id="save_dig_sheets")
def save_dig_sheets(
    request: HttpRequest, lateral_id: LateralId, path: LinePath = None, paper: Paper = "us-letter", names: Names = True
) -> HttpResponse:
    """One page a dig of the line shown."""
    row = store.row_of(lateral_id)
    made = dig_sheets_pdf(store.assessment_of(row, path), paper, names)
    return download(made, "application/pdf", f"{_name(row, names)} dig sheets", "pdf")


@router.get("/{lateral_id}/owner.pdf", response=ANSWERS, operation_id="save_owners_page")
def save_owners_page(
    request: HttpRequest, lateral_id: LateralId, path: LinePath = None, paper: Paper = "us-letter", names: Names = True
) -> HttpResponse:
    """Half a page for the owner of the lateral, without the trade's words."""
    row = store.row_of(lateral_id)
    shown, site = store.assessment_of(row, path), store.record_of(row).site
    page = owners_page(shown, _others(row, shown), site.house_rules, site.stretches)
    made = owners_page_pdf(shown, page, paper, names)
    return download(made, "application/pdf", f"{_name(row, names)} for the owner", "pdf")


@router.post("/{lateral_id}/plan", response=DESK, operation_id="draw_plan")
def draw_plan(request: HttpRequest, lateral_id: LateralId, drawn: PlanIn, version: Version) -> HttpResponse:
    """A lot drawn elsewhere, from GeoJSON."""
    return edited(request, *draw.draw(lateral_id, version, request.user, drawn.text))


@router.get("/{lateral_id}/made/{kind}", response=ANSWERS, operation_id="save_made")
def save_made(request: HttpRequest, lateral_id: LateralId, kind: Made, path: LinePath = None) -> HttpResponse:
    """The map, the drawing, the schedule or the calendar of the line shown, each in its open format."""
    row = store.row_of(lateral_id)
    shown = store.assessment_of(row, path)
    files = bundle(store.record_of(row), shown, _others(row, shown), only=(kind,))
    if not files:
        raise DomainError(
            "calendar", row.name, "no date follows from this visit; date it, or advise: look again in a year"
        )
    return download(next(iter(files.values())), TYPES[kind], row.name, kind)


@router.get("/{lateral_id}/bundle.zip", response=ANSWERS, operation_id="save_bundle")
def save_bundle(request: HttpRequest, lateral_id: LateralId, paper: Paper = "us-letter") -> HttpResponse:
    """Everything that is handed over, in one file."""
    row = store.row_of(lateral_id)
    shown = store.assessment_of(row)
    record = store.record_of(row)
    files = bundle(record, shown, _others(row, shown), paper=paper, stills=still.of_record(record))
    return download(zipped(files), "application/zip", row.name, "zip")
