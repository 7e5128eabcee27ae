"""What every endpoint of a lateral takes and answers with."""

from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Header, Query, Schema

from bellstone.core.answer import Assessment
from bellstone.core.record import Lateral
from bellstone.desk import store
from bellstone.desk.models import StoredLateral

Version = Annotated[int, Header(alias="If-Match", ge=0, le=2**31)]
LateralId = int
LinePath = Annotated[str | None, Query(max_length=40)]


class Desk(Schema):
    """One lateral on the desk: its record, what it comes to, and what can be undone."""

    id: int
    version: int
    said: str
    undo: str | None
    redo: str | None
    record: Lateral
    assessment: Assessment


class Operation(Schema):
    """One step of a JSON Patch (RFC 6902)."""

    op: Literal["add", "remove", "replace"]
    path: str
    value: Any = None


class Changed(Schema):
    """What an edit changed of the desk of version ``since``: steps through its record and through its assessment."""

    id: int
    version: int
    said: str
    undo: str | None
    redo: str | None
    since: int
    record: list[Operation]
    assessment: list[Operation]


class Problem(Schema):
    place: str
    mend: str


class Refusal(Schema):
    message: str
    problems: list[Problem]


ANSWERS: dict[Any, Any] = {200: Desk, 226: Changed, 404: Refusal, 409: Refusal, 422: Refusal}


def answer(row: StoredLateral, said: str = "", status: int = 200, path: str | None = None) -> HttpResponse:
    return HttpResponse(store.payload(row, said, path), content_type="application/json", status=status)


def edited(request: HttpRequest, row: StoredLateral, said: str) -> HttpResponse:
    """The desk after an edit; what changed alone to one who asks so (RFC 3229), for it has the version it edited."""
    changed = store.changes(row, said) if request.headers.get("A-IM") == "json-patch" else None
    if changed is None:
        return answer(row, said)
    return HttpResponse(changed, content_type="application/json", status=226, headers={"IM": "json-patch"})


def download(body: str | bytes, content_type: str, name: str, ending: str) -> HttpResponse:
    """A file to save, named in plain letters."""
    safe = "".join(c if c.isascii() and c.isalnum() else "-" for c in name).strip("-") or "lateral"
    response = HttpResponse(body, content_type=content_type)
    response.headers["Content-Disposition"] = f'attachment; filename="{safe}.{ending}"'
    return response
