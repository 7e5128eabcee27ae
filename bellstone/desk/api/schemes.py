"""Schemes: list, see, save a copy."""

from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router, Schema, Status
from pydantic import AfterValidator, Field

from bellstone.core.record import seen
from bellstone.core.scheme import Scheme
from bellstone.desk import schemes
from bellstone.desk.api.answers import Refusal

router = Router(tags=["schemes"])


class SchemeRow(Schema):
    label: str
    based_on: str
    shipped: bool


class SchemeCopy(Schema):
    """A copy to save: its name, the scheme it was copied from, and the whole of it as changed."""

    name: Annotated[str, Field(min_length=2, max_length=60), AfterValidator(seen)]
    based_on: Annotated[str, Field(max_length=120)]
    scheme: Scheme


@router.get("", response=list[SchemeRow], operation_id="schemes")
def list_schemes(request: HttpRequest) -> list[SchemeRow]:
    return [SchemeRow(label=label, based_on=based, shipped=not based) for label, based in schemes.all_labels()]


@router.get("/one", response={200: Scheme, 404: Refusal}, operation_id="scheme")
def one(request: HttpRequest, label: Annotated[str, Query(max_length=120)]) -> Scheme:
    return schemes.scheme_named(label)


@router.post("", response={201: Scheme, 404: Refusal, 422: Refusal}, operation_id="save_scheme")
def save(request: HttpRequest, new: SchemeCopy) -> Status[Scheme]:
    """A firm's copy as a new version; one that leaves something unrated is refused."""
    return Status(201, schemes.save_copy(new.name, new.based_on, new.scheme))
