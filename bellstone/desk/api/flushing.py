"""Flush tests of a lateral in the flow engine."""

from typing import Any

from django.http import HttpRequest
from ninja import Router

from bellstone.core.water import FlushPlan
from bellstone.desk.actions import flush
from bellstone.desk.api.answers import LateralId, LinePath, Refusal

router = Router(tags=["laterals"])


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
