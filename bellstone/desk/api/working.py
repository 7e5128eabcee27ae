"""Work under way: how far it is, and calling it off."""

from dataclasses import asdict

from django.http import HttpRequest
from ninja import Router, Schema

from bellstone.desk import work
from bellstone.desk.api.answers import Refusal

router = Router(tags=["work"])


class HowFar(Schema):
    done: int
    of: int
    called_off: bool


@router.get("/{name}", response={200: HowFar, 404: Refusal}, operation_id="how_far")
def how_far(request: HttpRequest, name: str) -> HowFar:
    return HowFar(**asdict(work.under_way(name)))


@router.delete("/{name}", response={200: HowFar, 404: Refusal}, operation_id="call_off")
def call_off(request: HttpRequest, name: str) -> HowFar:
    """What is not saved yet is given up; what is saved can be undone."""
    asked = work.under_way(name)
    asked.called_off = True
    return HowFar(**asdict(asked))
