"""What the analyst decides: two things are one, and which scheme judges."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from bellstone.core.answer import Rerated
from bellstone.desk.actions import judge_by, same
from bellstone.desk.api.answers import ANSWERS, LateralId, Refusal, Version, answer

router = Router(tags=["laterals"])


class TwoItems(Schema):
    """Two items by their ids; where they become one, ``keep`` is its name."""

    keep: Annotated[str, Field(max_length=40)]
    join: Annotated[str, Field(max_length=40)]


class Consequence(Schema):
    words: str


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
