"""Laterals: list, open, say, change, undo, hand over."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Header, Query, Router, Schema
from pydantic import Field

from bellstone.core.assessment import Assessment
from bellstone.core.entry.grammar import read_line
from bellstone.core.notes import PageLine
from bellstone.core.preview import Preview, preview
from bellstone.core.record import Lateral
from bellstone.core.start import new_record
from bellstone.desk import store
from bellstone.desk.actions import create, say
from bellstone.desk.actions import patch as patches
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file

router = Router(tags=["laterals"])
Version = Annotated[int, Header(alias="If-Match", ge=0, le=2**31)]
LateralId = int


class LateralRow(Schema):
    id: int
    version: int
    name: str
    changed: str
    summary: dict[str, Any]


class LateralPage(Schema):
    total: int
    rows: list[LateralRow]


class Desk(Schema):
    """One lateral on the desk: its record, what it comes to, and what can be undone."""

    id: int
    version: int
    said: str
    undo: str | None
    redo: str | None
    record: Lateral
    assessment: Assessment


class PageDesk(Schema):
    """A pasted page: how each line was read, and the desk after it."""

    lines: list[PageLine]
    desk: Desk


class NewLateral(Schema):
    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"\S")]
    access: Annotated[str, Field(max_length=80)] = ""
    zero_at: Annotated[str, Field(max_length=80)] = "access"
    date: Annotated[str, Field(max_length=40)] = ""


class Said(Schema):
    text: Annotated[str, Field(max_length=1000)]


class SaidPage(Schema):
    page: Annotated[str, Field(max_length=400_000)]


class PatchIn(Schema):
    operations: Annotated[list[dict[str, Any]], Field(max_length=500)]
    words: Annotated[str, Field(max_length=300)] = ""


class Problem(Schema):
    place: str
    mend: str


class Refusal(Schema):
    message: str
    problems: list[Problem]


ANSWERS: dict[Any, Any] = {200: Desk, 404: Refusal, 409: Refusal, 422: Refusal}


def answer(row: StoredLateral, said: str = "", status: int = 200) -> HttpResponse:
    return HttpResponse(store.payload(row, said), content_type="application/json", status=status)


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
    return answer(create.create(new_record(new.name, new.access, zero, new.date)), status=201)


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
def lateral(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    return answer(store.row_of(lateral_id))


@router.get("/{lateral_id}/file", response={200: Lateral, 404: Refusal}, operation_id="save_file")
def save_file(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    row = store.row_of(lateral_id)
    response = HttpResponse(lateral_file.dumps(store.record_of(row)), content_type="application/json")
    safe = "".join(c if c.isalnum() else "-" for c in row.name).strip("-") or "lateral"
    response.headers["Content-Disposition"] = (
        f'attachment; filename="{safe.encode("ascii", "ignore").decode() or "lateral"}.bellstone.json"'
    )
    return response


@router.post("/{lateral_id}/read", response={200: Preview, 404: Refusal, 422: Refusal}, operation_id="read")
def read(request: HttpRequest, lateral_id: LateralId, said: Said) -> Preview:
    """How a line would be read; nothing is changed."""
    return preview(store.record_of(store.row_of(lateral_id)), read_line(said.text))


@router.post("/{lateral_id}/lines", response=ANSWERS, operation_id="add_line")
def add_line(request: HttpRequest, lateral_id: LateralId, said: Said, version: Version) -> HttpResponse:
    return answer(*say.say_line(lateral_id, version, request.user, said.text))


@router.post("/{lateral_id}/pages", response={**ANSWERS, 200: PageDesk}, operation_id="add_page")
def add_page(request: HttpRequest, lateral_id: LateralId, said: SaidPage, version: Version) -> HttpResponse:
    row, words, lines = say.say_page(lateral_id, version, request.user, said.page)
    read_lines = ",".join(line.model_dump_json() for line in lines).encode()
    body = b'{"lines": [' + read_lines + b'], "desk": ' + store.payload(row, words) + b"}"
    return HttpResponse(body, content_type="application/json")


@router.put("/{lateral_id}/sightings/{sighting_id}", response=ANSWERS, operation_id="say_anew")
def say_anew(
    request: HttpRequest, lateral_id: LateralId, sighting_id: str, said: Said, version: Version
) -> HttpResponse:
    return answer(*say.say_anew(lateral_id, version, request.user, sighting_id, said.text))


@router.put("/{lateral_id}/remarks/{remark_id}", response=ANSWERS, operation_id="read_again")
def read_again(
    request: HttpRequest, lateral_id: LateralId, remark_id: str, said: Said, version: Version
) -> HttpResponse:
    return answer(*say.read_again(lateral_id, version, request.user, remark_id, said.text))


@router.delete("/{lateral_id}/things/{thing_id}", response=ANSWERS, operation_id="take_out")
def take_out(request: HttpRequest, lateral_id: LateralId, thing_id: str, version: Version) -> HttpResponse:
    return answer(*say.take_out(lateral_id, version, request.user, thing_id))


@router.patch("/{lateral_id}", response=ANSWERS, operation_id="patch")
def patch(request: HttpRequest, lateral_id: LateralId, change: PatchIn, version: Version) -> HttpResponse:
    return answer(*patches.patch(lateral_id, version, request.user, change.operations, change.words))


@router.post("/{lateral_id}/undo", response=ANSWERS, operation_id="undo")
def undo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return answer(*patches.undo(lateral_id, version))


@router.post("/{lateral_id}/redo", response=ANSWERS, operation_id="redo")
def redo(request: HttpRequest, lateral_id: LateralId, version: Version) -> HttpResponse:
    return answer(*patches.redo(lateral_id, version))
