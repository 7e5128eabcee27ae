"""Water of a lateral: its bands, what if, readings taken anew, how it runs at a place."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from bellstone.core.edits import Reread
from bellstone.core.ground import IN_PER_FT
from bellstone.core.water import SINK_GPM, FlowShown, WaterBands, WaterIf, WhatIf, water_if, water_running
from bellstone.desk import store
from bellstone.desk.actions import reread
from bellstone.desk.api.answers import ANSWERS, LateralId, LinePath, Refusal, Version, edited

router = Router(tags=["laterals"])


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
    return edited(request, *reread.reread(lateral_id, version, request.user, anew))


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
