"""Tables of a lateral, out and in."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Header, Router, Schema
from pydantic import Field

from bellstone.desk import store
from bellstone.desk.actions import tables
from bellstone.desk.api.answers import ANSWERS, LateralId, Refusal, Version, download, edited
from bellstone.desk.work import begun
from bellstone.formats.csv_table import FIELDS, What
from bellstone.formats.csv_write import write_table

router = Router(tags=["laterals"])


class TableIn(Schema):
    """A CSV text and, where it was chosen, which column each field is (0 the first)."""

    text: Annotated[str, Field(max_length=8_000_000)]
    mapping: Annotated[dict[str, Annotated[int, Field(ge=0, le=1000)]], Field(max_length=20)] | None = None


class Column(Schema):
    name: str
    needed: bool


class TableLook(Schema):
    header: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    count: int
    mapping: dict[str, int]
    remembered: bool
    fields: list[Column]


@router.get("/{lateral_id}/tables/{what}", response={200: str, 404: Refusal, 422: Refusal}, operation_id="save_table")
def save_table(request: HttpRequest, lateral_id: LateralId, what: What) -> HttpResponse:
    """The newest visit's sightings, water, depths or pitch as CSV."""
    row = store.row_of(lateral_id)
    return download(write_table(store.record_of(row), what), "text/csv; charset=utf-8", f"{row.name} {what}", "csv")


@router.post(
    "/{lateral_id}/tables/{what}/look",
    response={200: TableLook, 404: Refusal, 422: Refusal},
    operation_id="look_at_table",
)
def look_at_table(request: HttpRequest, lateral_id: LateralId, what: What, said: TableIn) -> TableLook:
    """How a table's columns would be taken; nothing is changed."""
    store.row_of(lateral_id)
    table, remembered = tables.look(said.text, what)
    fields = [Column(name=name, needed=needed) for name, needed, _ in FIELDS[what]]
    return TableLook(
        header=table.header,
        rows=table.rows[:5],
        count=len(table.rows),
        mapping=table.mapping,
        remembered=remembered,
        fields=fields,
    )


@router.post("/{lateral_id}/tables/{what}", response=ANSWERS, operation_id="add_table")
def add_table(
    request: HttpRequest,
    lateral_id: LateralId,
    what: What,
    said: TableIn,
    version: Version,
    work: Annotated[str | None, Header(alias="X-Work", max_length=40)] = None,
) -> HttpResponse:
    """Every row or none; a long one is asked after and called off by the name of its work."""
    step = begun(work).step
    return edited(request, *tables.add(lateral_id, version, request.user, said.text, what, said.mapping, step))
