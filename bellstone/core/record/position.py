"""Where a thing was said to be: by counter, station, neighbour, landmark, window, all along, or order only."""

from typing import Annotated, Literal

from pydantic import Field

from bellstone.core.record.amount import Amount
from bellstone.core.record.base import Id, Rec, Word


class CounterPosition(Rec):
    """What the reel showed, raw and never overwritten; ``to`` ends an extent, ``onward`` goes on as far as was seen."""

    by: Literal["counter"] = "counter"
    counter: Amount
    to: Amount | None = None
    onward: bool = False


class StationPosition(Rec):
    by: Literal["station"] = "station"
    station: Amount
    to: Amount | None = None


class RelativePosition(Rec):
    """From the sighting before it (or ``to_sighting``), in the travel direction of its pass."""

    by: Literal["relative"] = "relative"
    distance: Amount | None = None  # None: the next joint, a lay length on if that is known
    to_sighting: Id | None = None


class BetweenPosition(Rec):
    """Somewhere between two counters: a window, not an extent."""

    by: Literal["between"] = "between"
    low: Amount
    high: Amount


class ThroughoutPosition(Rec):
    """All along one segment, or the whole line where no material is named."""

    by: Literal["throughout"] = "throughout"
    material: Word | None = None
    bore_in: Annotated[float, Field(gt=0, le=120)] | None = None


class LandmarkPosition(Rec):
    by: Literal["landmark"] = "landmark"
    landmark: Word
    distance: Amount | None = None
    side: Literal["at", "short_of", "past", "near"] = "at"
    measured: Literal["cable", "ground"] = "cable"


class OrderPosition(Rec):
    """Only its place in the telling."""

    by: Literal["order"] = "order"


Position = Annotated[
    CounterPosition
    | StationPosition
    | RelativePosition
    | BetweenPosition
    | ThroughoutPosition
    | LandmarkPosition
    | OrderPosition,
    Field(discriminator="by"),
]
