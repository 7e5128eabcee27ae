"""Small tools that need no lateral."""

from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router

from bellstone.core.water import SagFromTwo, sag_from_two
from bellstone.desk.api.answers import Refusal

router = Router(tags=["tools"])


@router.get("/sag", response={200: SagFromTwo, 422: Refusal}, operation_id="sag_from_two")
def sag(
    request: HttpRequest,
    depth_in: Annotated[float, Query(ge=0.05, le=60)],
    length_ft: Annotated[float, Query(gt=0, le=1000)],
    grade_pct: Annotated[float, Query(ge=0, le=100)],
) -> SagFromTwo:
    """The sag behind a pond, from its depth and its length."""
    return sag_from_two(depth_in, length_ft, grade_pct)
