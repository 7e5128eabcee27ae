"""Stills: a picture put to a finding, taken off, and looked at."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Path, Router

from bellstone.desk.actions import still
from bellstone.desk.api.answers import ANSWERS, LateralId, Refusal, Version, edited

router = Router(tags=["stills"])
FindingId = Annotated[str, Path(max_length=40)]
BODY = {"requestBody": {"required": True, "content": {"image/*": {"schema": {"type": "string", "format": "binary"}}}}}


@router.put(
    "/laterals/{lateral_id}/findings/{finding_id}/still", response=ANSWERS, operation_id="put_still", openapi_extra=BODY
)
def put_still(request: HttpRequest, lateral_id: LateralId, finding_id: FindingId, version: Version) -> HttpResponse:
    """A JPEG, PNG or WebP as the body: kept upright, small, and without what the camera wrote into it."""
    return edited(request, *still.put(lateral_id, version, request.user, finding_id, request.body))


@router.delete("/laterals/{lateral_id}/findings/{finding_id}/still", response=ANSWERS, operation_id="take_still_off")
def take_still_off(
    request: HttpRequest, lateral_id: LateralId, finding_id: FindingId, version: Version
) -> HttpResponse:
    return edited(request, *still.take_off(lateral_id, version, request.user, finding_id))


@router.get("/stills/{name}", response={200: bytes, 404: Refusal}, operation_id="see_still")
def see_still(request: HttpRequest, name: Annotated[str, Path(max_length=64)]) -> HttpResponse:
    """A picture is named by its bytes: what was fetched once stays right."""
    headers = {"Cache-Control": "private, max-age=31536000, immutable"}
    return HttpResponse(still.jpeg_of(name), content_type="image/jpeg", headers=headers)
