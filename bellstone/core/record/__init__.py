"""The record: what was said of a lateral, as it was said. Defined once: input, file and payload."""

from bellstone.core.record.advice import Claim, Mark, MovedDig, NotSame, Recommendation, Repair, Tool
from bellstone.core.record.amount import Amount, amount_middle, amount_spread
from bellstone.core.record.base import Name, Rec, seen
from bellstone.core.record.ids import next_id
from bellstone.core.record.lateral import Lateral, place_of, read_lateral
from bellstone.core.record.position import (
    BetweenPosition,
    CounterPosition,
    LandmarkPosition,
    OrderPosition,
    Position,
    RelativePosition,
    StationPosition,
    ThroughoutPosition,
)
from bellstone.core.record.reading import (
    Count,
    DepthReading,
    FlushTest,
    InvertReading,
    NotAssessable,
    PitchReading,
    Remark,
    Symptom,
)
from bellstone.core.record.run import KnownPoint, Pass, Run
from bellstone.core.record.sighting import Alternative, Change, Clock, Item, Pipe, Sighting, has_no_place
from bellstone.core.record.site import (
    WIDEST_LOT_FT,
    Degrees,
    HouseRules,
    Landmark,
    LengthEstimate,
    Line,
    PlanObject,
    Site,
    Stretch,
)
from bellstone.core.record.visit import Visit

__all__ = [
    "Degrees",
    "WIDEST_LOT_FT",
    "Name",
    "seen",
    "Alternative",
    "Amount",
    "BetweenPosition",
    "Change",
    "Claim",
    "Clock",
    "Count",
    "CounterPosition",
    "DepthReading",
    "FlushTest",
    "HouseRules",
    "InvertReading",
    "Item",
    "KnownPoint",
    "Landmark",
    "LandmarkPosition",
    "Lateral",
    "LengthEstimate",
    "Line",
    "Mark",
    "NotAssessable",
    "MovedDig",
    "NotSame",
    "OrderPosition",
    "Pass",
    "Pipe",
    "PitchReading",
    "PlanObject",
    "Position",
    "Rec",
    "Recommendation",
    "RelativePosition",
    "Remark",
    "Repair",
    "Run",
    "Sighting",
    "Site",
    "StationPosition",
    "Stretch",
    "Symptom",
    "ThroughoutPosition",
    "Tool",
    "Visit",
    "amount_middle",
    "amount_spread",
    "has_no_place",
    "next_id",
    "place_of",
    "read_lateral",
]
