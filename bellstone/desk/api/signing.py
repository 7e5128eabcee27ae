"""Signing off: the snapshots of a lateral, their pages, and what differs between two."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from bellstone.desk import store
from bellstone.desk.actions import sign
from bellstone.desk.api.answers import LateralId, Refusal, Version, download
from bellstone.desk.models import Signed
from bellstone.formats.pdf import Paper
from bellstone.formats.signature import Signature

router = Router(tags=["signing off"])
Number = Annotated[int, Field(ge=1, le=2**31)]


class Who(Schema):
    by: Annotated[str, Field(max_length=80)]
    paper: Paper = "us-letter"


class SignedShown(Signature):
    """A snapshot: its signature, its number, and whether anything has changed since."""

    number: int
    as_it_stands: bool  # nothing was changed since


class Differences(Schema):
    words: list[str]


def _shown(signed: Signed) -> SignedShown:
    return SignedShown(
        number=signed.number, by=signed.by, on=str(signed.on), scheme=signed.scheme, house_rules=signed.house_rules,
        product=signed.product, digest=signed.digest, as_it_stands=signed.record == signed.lateral.record,
    )  # fmt: skip


@router.get("/{lateral_id}/signed", response={200: list[SignedShown], 404: Refusal}, operation_id="signed")
def list_signed(request: HttpRequest, lateral_id: LateralId) -> list[SignedShown]:
    """Every snapshot of the lateral, the newest first."""
    return [_shown(s) for s in store.row_of(lateral_id).signed.select_related("lateral")]


@router.post(
    "/{lateral_id}/signed", response={200: SignedShown, 404: Refusal, 409: Refusal, 422: Refusal}, operation_id="sign"
)
def sign_off(request: HttpRequest, lateral_id: LateralId, who: Who, version: Version) -> SignedShown:
    """The lateral as it stands, kept as it is: later edits make a new draft."""
    return _shown(sign.sign(lateral_id, version, who.by, who.paper))


@router.get(
    "/{lateral_id}/signed/{number}/report.pdf",
    response={200: bytes, 404: Refusal, 422: Refusal},
    operation_id="signed_report",
)
def signed_report(request: HttpRequest, lateral_id: LateralId, number: Number) -> HttpResponse:
    """The page that was signed, byte for byte."""
    found = sign.signed(lateral_id, number)
    return download(bytes(found.report), "application/pdf", f"{found.lateral.name} signed {number}", "pdf")


@router.get(
    "/{lateral_id}/signed/{number}/compared",
    response={200: Differences, 404: Refusal, 422: Refusal},
    operation_id="compare_signed",
)
def compare_signed(
    request: HttpRequest, lateral_id: LateralId, number: Number, to: Annotated[int | None, Query(ge=1, le=2**31)] = None
) -> Differences:
    """What differs from a snapshot to another, or to the lateral as it stands."""
    return Differences(words=list(sign.compare(lateral_id, number, to)))
