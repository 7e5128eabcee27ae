"""Laterals: list, open, say, change, undo, hand over."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Header, Query, Router, Schema
from pydantic import Field

from bellstone.core.answer import Assessment, Preview, Rerated, preview
from bellstone.core.edits import PageLine, Reread, new_record
from bellstone.core.entry import page_of, read_line
from bellstone.core.ground import IN_PER_FT
from bellstone.core.record import Lateral
from bellstone.core.water import SINK_GPM, FlowShown, FlushPlan, WaterBands, WaterIf, WhatIf, water_if, water_running
from bellstone.desk import store
from bellstone.desk.actions import create, flush, judge_by, reread, same, say, tables
from bellstone.desk.actions import patch as patches
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file
from bellstone.formats.csv_table import FIELDS, What, write_table

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


class TwoItems(Schema):
    """Two items by their ids; where they become one, ``keep`` is its name."""

    keep: Annotated[str, Field(max_length=40)]
    join: Annotated[str, Field(max_length=40)]


class Consequence(Schema):
    words: str


class SchemeName(Schema):
    label: Annotated[str, Field(max_length=120)]


class TableIn(Schema):
    """A CSV text and, where it was chosen, which column each field is (0 the first)."""

    text: Annotated[str, Field(max_length=8_000_000)]
    mapping: Annotated[dict[str, Annotated[int, Field(ge=0, le=1000)]], Field(max_length=20)] | None = None


class Column(Schema):
    name: str
    needed: bool


class TableLook(Schema):
    header: list[str]
    rows: list[list[str]]
    count: int
    mapping: dict[str, int]
    remembered: bool
    fields: list[Column]


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
def lateral(
    request: HttpRequest, lateral_id: LateralId, path: Annotated[str | None, Query(max_length=40)] = None
) -> HttpResponse:
    """The lateral on the desk, judged on its main line or on the path from another line."""
    return answer(store.row_of(lateral_id), path=path)


LinePath = Annotated[str | None, Query(max_length=40)]


class WhatIfQuery(Schema):
    """Water as it would be: dams taken out, the main so many inches above the outlet, a reading moved up [ft]."""

    without: Annotated[list[Annotated[str, Field(max_length=60)]], Field(max_length=60)] = []
    main_in: Annotated[float | None, Field(ge=-120, le=1200)] = None
    moved: Annotated[str | None, Field(max_length=60)] = None
    up_ft: Annotated[float, Field(ge=-200, le=200)] = 0.0

    @property
    def what_if(self) -> WhatIf:
        return WhatIf(frozenset(self.without), None if self.main_in is None else self.main_in / IN_PER_FT)

    @property
    def reread(self) -> Reread | None:
        return Reread(id=self.moved, up_ft=self.up_ft) if self.moved else None


@router.get("/{lateral_id}/bands", response={200: WaterBands, 404: Refusal, 422: Refusal}, operation_id="bands")
def bands(
    request: HttpRequest, lateral_id: LateralId, asked: Query[WhatIfQuery], path: LinePath = None
) -> HttpResponse:
    """5-95 % of the invert and of the water on it: they follow an edit's answer."""
    body = store.bands_of(store.row_of(lateral_id), path, asked.what_if, asked.reread)
    return HttpResponse(body, content_type="application/json")


@router.get("/{lateral_id}/water", response={200: WaterIf, 404: Refusal, 422: Refusal}, operation_id="water_if")
def water_as_if(
    request: HttpRequest, lateral_id: LateralId, asked: Query[WhatIfQuery], path: LinePath = None
) -> HttpResponse:
    """The water as if some dams were out, the main stood at another level, or a reading were another; nothing changes."""
    record = store.record_of(store.row_of(lateral_id))
    found = water_if(record, store.scheme_of(record), path, asked.what_if, asked.reread)
    return HttpResponse(found.model_dump_json(), content_type="application/json")


@router.post("/{lateral_id}/readings", response=ANSWERS, operation_id="reread")
def take_anew(request: HttpRequest, lateral_id: LateralId, anew: Reread, version: Version) -> HttpResponse:
    return answer(*reread.reread(lateral_id, version, request.user, anew))


@router.get("/{lateral_id}/running", response={200: FlowShown, 404: Refusal, 422: Refusal}, operation_id="running_at")
def running_at(
    request: HttpRequest,
    lateral_id: LateralId,
    station_ft: Annotated[float, Query(ge=-1e5, le=1e5)],
    gpm: Annotated[float, Query(gt=0, le=10_000)] = SINK_GPM,
    path: LinePath = None,
) -> FlowShown:
    """How water runs at a place, and what a blockage there would hold back."""
    record = store.record_of(store.row_of(lateral_id))
    return water_running(record, store.scheme_of(record), path, station_ft, gpm)


FLUSH_ANSWERS: dict[Any, Any] = {200: flush.FlushState, 404: Refusal, 422: Refusal}


@router.post("/{lateral_id}/flush", response=FLUSH_ANSWERS, operation_id="start_flush")
def start_flush(
    request: HttpRequest, lateral_id: LateralId, test: FlushPlan, path: LinePath = None
) -> flush.FlushState:
    """A flush test on this line in the flow engine: the one already run for its very shape, else a new one."""
    return flush.start(lateral_id, path, test)


@router.get("/{lateral_id}/flush/{key}", response=FLUSH_ANSWERS, operation_id="flush_state")
def flush_state(request: HttpRequest, lateral_id: LateralId, key: str) -> flush.FlushState:
    return flush.state(key)


@router.delete("/{lateral_id}/flush/{key}", response=FLUSH_ANSWERS, operation_id="cancel_flush")
def cancel_flush(request: HttpRequest, lateral_id: LateralId, key: str) -> flush.FlushState:
    return flush.cancel(key)


@router.get("/{lateral_id}/file", response={200: Lateral, 404: Refusal}, operation_id="save_file")
def save_file(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    row = store.row_of(lateral_id)
    return download(lateral_file.dumps(store.record_of(row)), "application/json", row.name, "bellstone.json")


@router.post("/{lateral_id}/read", response={200: Preview, 404: Refusal, 422: Refusal}, operation_id="read")
def read(request: HttpRequest, lateral_id: LateralId, said: Said) -> Preview:
    """How a line would be read; nothing is changed."""
    record = store.record_of(store.row_of(lateral_id))
    return preview(record, read_line(said.text), store.scheme_of(record))


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


@router.get("/{lateral_id}/notes", response={200: str, 404: Refusal}, operation_id="save_notes")
def save_notes(request: HttpRequest, lateral_id: LateralId) -> HttpResponse:
    """The record as a page of notes, in the entry language."""
    row = store.row_of(lateral_id)
    return download(page_of(store.record_of(row)), "text/plain; charset=utf-8", row.name, "txt")


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
def add_table(request: HttpRequest, lateral_id: LateralId, what: What, said: TableIn, version: Version) -> HttpResponse:
    return answer(*tables.add(lateral_id, version, request.user, said.text, what, said.mapping))


@router.post(
    "/{lateral_id}/same/look", response={200: Consequence, 404: Refusal, 422: Refusal}, operation_id="look_at_same"
)
def look_at_same(request: HttpRequest, lateral_id: LateralId, two: TwoItems) -> Consequence:
    """What taking two findings for one would change; nothing is changed."""
    return Consequence(words=same.what_if(lateral_id, two.keep, two.join))


@router.post("/{lateral_id}/same", response=ANSWERS, operation_id="same")
def take_same(request: HttpRequest, lateral_id: LateralId, two: TwoItems, version: Version) -> HttpResponse:
    return answer(*same.join(lateral_id, version, request.user, two.keep, two.join))


@router.post("/{lateral_id}/apart", response=ANSWERS, operation_id="apart")
def keep_apart(request: HttpRequest, lateral_id: LateralId, two: TwoItems, version: Version) -> HttpResponse:
    return answer(*same.apart(lateral_id, version, request.user, two.keep, two.join))


@router.post("/{lateral_id}/scheme/look", response={200: list[Rerated], 404: Refusal}, operation_id="look_at_scheme")
def look_at_scheme(request: HttpRequest, lateral_id: LateralId, chosen: SchemeName) -> list[Rerated]:
    """What judging by a scheme would change; nothing is changed."""
    return list(judge_by.what_if(lateral_id, chosen.label))


@router.post("/{lateral_id}/scheme", response=ANSWERS, operation_id="judge_by")
def take_scheme(request: HttpRequest, lateral_id: LateralId, chosen: SchemeName, version: Version) -> HttpResponse:
    return answer(*judge_by.judge_by(lateral_id, version, request.user, chosen.label))


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
