"""What every endpoint of a lateral takes and answers with."""

from typing import Annotated, Any

from django.http import HttpResponse
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


class Problem(Schema):
    place: str
    mend: str


class Refusal(Schema):
    message: str
    problems: list[Problem]


ANSWERS: dict[Any, Any] = {200: Desk, 404: Refusal, 409: Refusal, 422: Refusal}


def answer(row: StoredLateral, said: str = "", status: int = 200, path: str | None = None) -> HttpResponse:
    return HttpResponse(store.payload(row, said, path), content_type="application/json", status=status)


def download(body: str | bytes, content_type: str, name: str, ending: str) -> HttpResponse:
    """A file to save, named in plain letters."""
    safe = "".join(c if c.isascii() and c.isalnum() else "-" for c in name).strip("-") or "lateral"
    response = HttpResponse(body, content_type=content_type)
    response.headers["Content-Disposition"] = f'attachment; filename="{safe}.{ending}"'
    return response
