"""Laterals: list, open, change, undo, hand over."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema, Status
from pydantic import Field

from bellstone.core.edits import new_record
from bellstone.core.entry import page_of
from bellstone.core.record import Lateral, Name
from bellstone.desk import store
from bellstone.desk.actions import create, shelve
from bellstone.desk.actions import patch as patches
from bellstone.desk.api.answers import ANSWERS, Desk, LateralId, Refusal, Version, answer, download, edited
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file

router = Router(tags=["laterals"])


class LateralRow(Schema):
    id: int
    version: int
    name: str
    changed: str
    due: str
    shelf: shelve.Shelf
    summary: dict[str, Any]


class LateralPage(Schema):
    total: int
    rows: list[LateralRow]


class NewLateral(Schema):
    name: Name
    access: Annotated[str, Field(max_length=80)] = ""
    zero_at: Annotated[str, Field(max_length=80)] = "access"
    date: Annotated[str, Field(max_length=40)] = ""
    pipe: Annotated[str, Field(max_length=80)] = ""


class PatchIn(Schema):
    operations: Annotated[list[dict[str, Any]], Field(max_length=500)]
    words: Annotated[str, Field(max_length=300)] = ""


Search = Annotated[str, Query(max_length=120)]
Descending = Annotated[bool, Query(description="the largest or latest first")]


@router.get("", response=LateralPage, operation_id="laterals")
def laterals(
    request: HttpRequest,
    search: Search = "",
    offset: Annotated[int, Query(ge=0, le=10**7)] = 0,
    limit: Annotated[int, Query(ge=1, le=200)] = 100,
    shelf: shelve.Shelf = "desk",
    by: shelve.SortedBy = "changed",
    descending: Descending = True,
) -> LateralPage:
    """A page of laterals that every word of a question finds, sorted by a column."""
    rows = shelve.listed(search, shelf, by, descending)
    return LateralPage(total=rows.count(), rows=[_listed(r) for r in shelve.page(rows, offset, limit)])


def _listed(row: StoredLateral) -> LateralRow:
    return LateralRow(
        id=row.pk, version=row.version, name=row.name, changed=row.changed.isoformat(), summary=row.summary,
        due=row.due, shelf="bin" if row.binned else "archive" if row.archived else "desk",
    )  # fmt: skip


@router.get("/list/csv", response={200: str, 422: Refusal}, operation_id="save_list")
def save_list(
    request: HttpRequest,
    search: Search = "",
    shelf: shelve.Shelf = "desk",
    by: shelve.SortedBy = "changed",
    descending: Descending = True,
) -> HttpResponse:
    """The whole list as CSV, as it is searched and sorted."""
    text = shelve.list_csv(shelve.listed(search, shelf, by, descending))
    return download(text, "text/csv; charset=utf-8", "laterals", "csv")


class ShelfIn(Schema):
    shelf: shelve.Shelf


@router.post("/{lateral_id}/shelf", response={200: LateralRow, 404: Refusal, 422: Refusal}, operation_id="put_on_shelf")
def put_on_shelf(request: HttpRequest, lateral_id: LateralId, where: ShelfIn) -> LateralRow:
    """A lateral put onto the desk, into the archive or into the bin, from which it comes back for 30 days."""
    return _listed(shelve.put(lateral_id, where.shelf))


@router.post("/{lateral_id}/copy", response={201: LateralRow, 404: Refusal}, operation_id="copy_lateral")
def copy_lateral(request: HttpRequest, lateral_id: LateralId) -> Status[LateralRow]:
    """The same record as a lateral of its own."""
    return Status(201, _listed(shelve.duplicate(lateral_id)))


@router.post("", response={201: Desk, 422: Refusal}, operation_id="new_lateral")
def new_lateral(request: HttpRequest, new: NewLateral) -> HttpResponse:
    zero = new.access or "access" if new.zero_at in ("access", "") else new.zero_at
    return answer(create.create(new_record(new.name, new.access, zero, new.date, new.pipe)), status=201)


@router.post(
    "/file",
    response={201: Desk, 422: Refusal},
    operation_id="open_file",
    openapi_extra={"requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}, "required": True}},
)
def open_file(request: HttpRequest) -> HttpResponse:
    """A lateral file as a new lateral: all of it, or none."""
    return answer(create.create(lateral_file.loads(request.body)), status=201)


@router.get("/{lateral_id}", response=ANSWERS, operation_id="lateral")
def lateral(
    request: HttpRequest, lateral_id: LateralId, path: Annotated[str | None, Query(max_length=40)] = None
) -> HttpResponse:
    """The lateral on the desk, judged on its main line or on the path from another line."""
    return answer(store.row_of(lateral_id), path=path)


@router.get("/{lateral_id}/file", response={200: Lateral, 404: Refusal}, operation_id="save_file")
def save_file(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    row = store.row_of(lateral_id)
    return download(lateral_file.dumps(store.record_of(row)), "application/json", row.name, "bellstone.json")


@router.get("/{lateral_id}/notes", response={200: str, 404: Refusal}, operation_id="save_notes")
def save_notes(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    """The record as a page of notes, in the entry language."""
    row = store.row_of(lateral_id)
    return download(page_of(store.record_of(row)), "text/plain; charset=utf-8", row.name, "txt")


@router.patch("/{lateral_id}", response=ANSWERS, operation_id="patch")
def patch(request: HttpRequest, lateral_id: LateralId, change: PatchIn, version: Version) -> HttpResponse:
    return edited(request, *patches.patch(lateral_id, version, request.user, change.operations, change.words))


@router.post("/{lateral_id}/undo", response=ANSWERS, operation_id="undo")
def undo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return edited(request, *patches.undo(lateral_id, version))


@router.post("/{lateral_id}/redo", response=ANSWERS, operation_id="redo")
def redo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return edited(request, *patches.redo(lateral_id, version))
