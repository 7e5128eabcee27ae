"""Say something: read a line, add lines and pages, say a row anew, take a thing out."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from bellstone.core.answer import Preview, Review, preview, review
from bellstone.core.ear import listen
from bellstone.core.edits import MOST_DRAFTS, PageLine, Taken, Undecided
from bellstone.desk import store
from bellstone.desk.actions import say
from bellstone.desk.api.answers import ANSWERS, Desk, LateralId, Refusal, Version, edited
from bellstone.formats.timed_text import source_lines

router = Router(tags=["laterals"])


class PageDesk(Schema):
    """A pasted page: how each line was read, and the desk after it."""

    lines: list[PageLine]
    desk: Desk


class Said(Schema):
    text: Annotated[str, Field(max_length=1000)]


class SaidPipe(Schema):
    text: Annotated[str, Field(max_length=80)] = ""


class SaidPage(Schema):
    page: Annotated[str, Field(max_length=400_000)]


class HeardPage(SaidPage):
    """A page to be heard; drafts that are decided already, by their place in the telling."""

    done: Annotated[list[int], Field(max_length=20_000)] = []


class Drafts(Schema):
    drafts: Annotated[list[Taken], Field(max_length=MOST_DRAFTS)] = []
    undecided: Annotated[list[Undecided], Field(max_length=MOST_DRAFTS)] = []


class Rows(Schema):
    """Several rows by their ids; words that each of them gets."""

    ids: Annotated[list[Annotated[str, Field(max_length=40)]], Field(min_length=1, max_length=2000)]


class RowsSaid(Rows):
    words: Annotated[str, Field(min_length=1, max_length=200)]


@router.post("/{lateral_id}/read", response={200: Preview, 404: Refusal, 422: Refusal}, operation_id="read")
def read(request: HttpRequest, lateral_id: LateralId, said: Said) -> Preview:
    """How a line would be read; nothing is changed."""
    record = store.record_of(store.row_of(lateral_id))
    scheme = store.scheme_of(record)
    return preview(record, listen(said.text, scheme, typed=True), scheme)


@router.post("/{lateral_id}/lines", response=ANSWERS, operation_id="add_line")
def add_line(request: HttpRequest, lateral_id: LateralId, said: Said, version: Version) -> HttpResponse:
    return edited(request, *say.say_line(lateral_id, version, request.user, said.text))


@router.post("/{lateral_id}/pages", response={**ANSWERS, 200: PageDesk}, operation_id="add_page")
def add_page(request: HttpRequest, lateral_id: LateralId, said: SaidPage, version: Version) -> HttpResponse:
    row, words, lines = say.say_page(lateral_id, version, request.user, said.page)
    read_lines = ",".join(line.model_dump_json() for line in lines).encode()
    body = b'{"lines": [' + read_lines + b'], "desk": ' + store.payload(row, words) + b"}"
    return HttpResponse(body, content_type="application/json")


@router.post("/{lateral_id}/hear", response={200: Review, 404: Refusal, 422: Refusal}, operation_id="hear")
def hear(request: HttpRequest, lateral_id: LateralId, said: HeardPage) -> Review:
    """What is heard of a page of notes, prose or timed words; nothing is changed."""
    record = store.record_of(store.row_of(lateral_id))
    return review(record, source_lines(said.page), store.scheme_of(record), frozenset(said.done))


@router.post("/{lateral_id}/drafts", response=ANSWERS, operation_id="take_drafts")
def take_drafts(request: HttpRequest, lateral_id: LateralId, taken: Drafts, version: Version) -> HttpResponse:
    """Drafts that are accepted, as one change: undo takes all of them back."""
    return edited(request, *say.take_drafts(lateral_id, version, request.user, taken.drafts, taken.undecided))


@router.put("/{lateral_id}/sightings/{sighting_id}", response=ANSWERS, operation_id="say_anew")
def say_anew(
    request: HttpRequest, lateral_id: LateralId, sighting_id: str, said: Said, version: Version
) -> HttpResponse:
    return edited(request, *say.say_anew(lateral_id, version, request.user, sighting_id, said.text))


@router.put("/{lateral_id}/remarks/{remark_id}", response=ANSWERS, operation_id="read_again")
def read_again(
    request: HttpRequest, lateral_id: LateralId, remark_id: str, said: Said, version: Version
) -> HttpResponse:
    return edited(request, *say.read_again(lateral_id, version, request.user, remark_id, said.text))


@router.delete("/{lateral_id}/things/{thing_id}", response=ANSWERS, operation_id="take_out")
def take_out(request: HttpRequest, lateral_id: LateralId, thing_id: str, version: Version) -> HttpResponse:
    return edited(request, *say.take_out(lateral_id, version, request.user, thing_id))


@router.put("/{lateral_id}/rows", response=ANSWERS, operation_id="say_of_rows")
def say_of_rows(request: HttpRequest, lateral_id: LateralId, rows: RowsSaid, version: Version) -> HttpResponse:
    """The same words added to each of several rows, all or none: undo takes all back."""
    return edited(request, *say.say_of_rows(lateral_id, version, request.user, rows.ids, rows.words))


@router.post("/{lateral_id}/rows/take-out", response=ANSWERS, operation_id="take_rows_out")
def take_rows_out(request: HttpRequest, lateral_id: LateralId, rows: Rows, version: Version) -> HttpResponse:
    """Several rows taken out as one change."""
    return edited(request, *say.take_rows_out(lateral_id, version, request.user, rows.ids))


@router.delete("/{lateral_id}/runs/{run_id}", response=ANSWERS, operation_id="take_run_out")
def take_run_out(request: HttpRequest, lateral_id: LateralId, run_id: str, version: Version) -> HttpResponse:
    """A run of the newest visit and all that was told on it."""
    return edited(request, *say.take_run_out(lateral_id, version, request.user, run_id))


@router.put("/{lateral_id}/runs/{run_id}/first-pipe", response=ANSWERS, operation_id="say_first_pipe")
def say_first_pipe(
    request: HttpRequest, lateral_id: LateralId, run_id: str, said: SaidPipe, version: Version
) -> HttpResponse:
    """The material and bore a run starts in, in words; empty: not known."""
    return edited(request, *say.say_first_pipe(lateral_id, version, request.user, run_id, said.text))
