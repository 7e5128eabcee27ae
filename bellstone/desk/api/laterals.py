"""Laterals: list, open, change, undo, hand over."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from bellstone.core.edits import new_record
from bellstone.core.entry import page_of
from bellstone.core.record import Lateral, Name
from bellstone.desk import store
from bellstone.desk.actions import create
from bellstone.desk.actions import patch as patches
from bellstone.desk.api.answers import ANSWERS, Desk, LateralId, Refusal, Version, answer, download
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file

router = Router(tags=["laterals"])


class LateralRow(Schema):
    id: int
    version: int
    name: str
    changed: str
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


@router.get("", response=LateralPage, operation_id="laterals")
def laterals(
    request: HttpRequest,
    search: Annotated[str, Query(max_length=120)] = "",
    offset: Annotated[int, Query(ge=0, le=10**7)] = 0,
    limit: Annotated[int, Query(ge=1, le=200)] = 100,
) -> LateralPage:
    """A page of laterals, the newest change first."""
    rows = StoredLateral.objects.filter(name__icontains=search.replace("\0", "")).defer("record")
    page = [
        LateralRow(id=r.pk, version=r.version, name=r.name, changed=r.changed.isoformat(), summary=r.summary)
        for r in rows[offset : offset + limit]
    ]
    return LateralPage(total=rows.count(), rows=page)


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
    return answer(*patches.patch(lateral_id, version, request.user, change.operations, change.words))


@router.post("/{lateral_id}/undo", response=ANSWERS, operation_id="undo")
def undo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return answer(*patches.undo(lateral_id, version))


@router.post("/{lateral_id}/redo", response=ANSWERS, operation_id="redo")
def redo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return answer(*patches.redo(lateral_id, version))
