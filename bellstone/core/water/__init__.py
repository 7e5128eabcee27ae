"""Water at rest and running: ponds, their causes and bands, sags, flush tests, what if."""

from bellstone.core.water.asked import FlushReady, bands, flush_test, water_if, water_running
from bellstone.core.water.bands_shown import not_known
from bellstone.core.water.cause import Cause
from bellstone.core.water.computed_findings import pond_causes, ponds_on, with_computed
from bellstone.core.water.flow_at_cursor import SINK_GPM, FlowShown
from bellstone.core.water.flush import EngineNumbers, FlushPlan, FlushPlayed
from bellstone.core.water.part import Part, pond_id
from bellstone.core.water.path import PathWater, WhatIf, path_water
from bellstone.core.water.ponds_shown import removables
from bellstone.core.water.profile_shown import earlier_invert, profile_shown, readings_shown
from bellstone.core.water.shown import EarlierInvert, NotKnown, PondShown, ProfileShown, Removable, WaterBands, WaterIf
from bellstone.core.water.two_readings import SagFromTwo, sag_from_two

__all__ = [
    "Cause",
    "EarlierInvert",
    "EngineNumbers",
    "FlowShown",
    "FlushPlan",
    "FlushPlayed",
    "FlushReady",
    "NotKnown",
    "Part",
    "PathWater",
    "PondShown",
    "ProfileShown",
    "Removable",
    "SINK_GPM",
    "SagFromTwo",
    "WaterBands",
    "WaterIf",
    "WhatIf",
    "bands",
    "earlier_invert",
    "flush_test",
    "not_known",
    "path_water",
    "pond_causes",
    "pond_id",
    "ponds_on",
    "profile_shown",
    "readings_shown",
    "removables",
    "sag_from_two",
    "water_if",
    "water_running",
    "with_computed",
]
