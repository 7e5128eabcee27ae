"""What the analyst decides: two things are one, and which scheme judges."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from bellstone.core.answer import Rerated
from bellstone.core.record import MovedDig
from bellstone.desk.actions import judge_by, move_dig, same
from bellstone.desk.api.answers import ANSWERS, LateralId, Refusal, Version, edited

router = Router(tags=["laterals"])


class TwoItems(Schema):
    """Two items by their ids; where they become one, ``keep`` is its name."""

    keep: Annotated[str, Field(max_length=40)]
    join: Annotated[str, Field(max_length=40)]


class Consequence(Schema):
    words: str


class Items(Schema):
    items: Annotated[list[Annotated[str, Field(max_length=40)]], Field(min_length=1, max_length=200)]


class SchemeName(Schema):
    label: Annotated[str, Field(max_length=120)]


@router.post(
    "/{lateral_id}/same/look", response={200: Consequence, 404: Refusal, 422: Refusal}, operation_id="look_at_same"
)
def look_at_same(request: HttpRequest, lateral_id: LateralId, two: TwoItems) -> Consequence:
    """What taking two findings for one would change; nothing is changed."""
    return Consequence(words=same.what_if(lateral_id, two.keep, two.join))


@router.post("/{lateral_id}/same", response=ANSWERS, operation_id="same")
def take_same(request: HttpRequest, lateral_id: LateralId, two: TwoItems, version: Version) -> HttpResponse:
    return edited(request, *same.join(lateral_id, version, request.user, two.keep, two.join))


@router.post("/{lateral_id}/apart", response=ANSWERS, operation_id="apart")
def keep_apart(request: HttpRequest, lateral_id: LateralId, two: TwoItems, version: Version) -> HttpResponse:
    return edited(request, *same.apart(lateral_id, version, request.user, two.keep, two.join))


@router.post("/{lateral_id}/scheme/look", response={200: list[Rerated], 404: Refusal}, operation_id="look_at_scheme")
def look_at_scheme(request: HttpRequest, lateral_id: LateralId, chosen: SchemeName) -> list[Rerated]:
    """What judging by a scheme would change; nothing is changed."""
    return list(judge_by.what_if(lateral_id, chosen.label))


@router.post("/{lateral_id}/scheme", response=ANSWERS, operation_id="judge_by")
def take_scheme(request: HttpRequest, lateral_id: LateralId, chosen: SchemeName, version: Version) -> HttpResponse:
    return edited(request, *judge_by.judge_by(lateral_id, version, request.user, chosen.label))


@router.post(
    "/{lateral_id}/digs/look", response={200: list[str], 404: Refusal, 422: Refusal}, operation_id="look_at_dig"
)
def look_at_dig(request: HttpRequest, lateral_id: LateralId, moved: MovedDig) -> list[str]:
    """What setting the ends of a dig would change; nothing is changed."""
    return list(move_dig.what_if(lateral_id, moved))


@router.put("/{lateral_id}/digs/ends", response=ANSWERS, operation_id="move_dig")
def set_dig_ends(request: HttpRequest, lateral_id: LateralId, moved: MovedDig, version: Version) -> HttpResponse:
    return edited(request, *move_dig.move(lateral_id, version, request.user, moved))


@router.post("/{lateral_id}/digs/as-computed", response=ANSWERS, operation_id="dig_as_computed")
def dig_as_computed(request: HttpRequest, lateral_id: LateralId, dig: Items, version: Version) -> HttpResponse:
    return edited(request, *move_dig.as_computed(lateral_id, version, request.user, dig.items))
