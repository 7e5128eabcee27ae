"""What was decided, advised, claimed, marked or repaired: never deleted."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from bellstone.core.record.base import Id, Number, Rec, Text, Word
from bellstone.core.record.position import Position


class SwingTie(Rec):
    """A tape distance from a fixed object."""

    object: Word
    distance_ft: Number


class Mark(Rec):
    id: Id
    label: Word
    run: Id | None = None  # the run its footage was read on
    position: Position | None = None
    side: Literal["left", "right"] | None = None  # of two ties, seen from the first object towards the second
    plan_x_ft: Number | None = None
    plan_y_ft: Number | None = None
    swing_ties: Annotated[tuple[SwingTie, ...], Field(max_length=12)] = ()
    latitude: Annotated[float, Field(ge=-90, le=90)] | None = None
    longitude: Annotated[float, Field(ge=-180, le=180)] | None = None
    words: Text = ""
    style: Literal["paint", "flag", "other"] = "paint"
    ours: bool = True


class Claim(Rec):
    """Another party's statement. Never deleted."""

    id: Id
    who: Word = ""
    said: Text
    view: Literal["agree", "disagree", "cannot_tell", "open"] = "open"
    by_how_much: Text = ""


class Recommendation(Rec):
    id: Id
    what: Text
    method: Word = ""
    extent: Position | None = None
    urgency: Word = ""
    cost_said: Text = ""
    status: Literal["stands", "done", "withdrawn"] = "stands"
    ours: bool = True
    date: Text = ""


class Tool(Rec):
    """What goes down the pipe, and how wide it is."""

    id: Id
    name: Word
    kind: Literal["head", "skid", "cutter", "hose"]
    diameter_in: Annotated[float, Field(gt=0, le=120)]


class RepairCheck(Rec):
    what: Word
    result: Literal["accepted", "with_note", "not"]


class Repair(Rec):
    id: Id
    extent: Position | None = None
    by: Word = ""
    date: Text = ""
    checks: Annotated[tuple[RepairCheck, ...], Field(max_length=20)] = ()
    said: Text = ""


MOST_STATION_FT, MOST_DIG_FT = 5000.0, 300.0  # working values


class Override(Rec):
    """A rating or verdict set by the analyst, with the reason; the computed one stays beside it."""

    item: Id | None = None  # None: the verdict of the line
    rating: Annotated[int, Field(ge=1, le=5)] | None = None
    verdict: Literal["serviceable", "serviceable_note", "further_look", "not_serviceable"] | None = None
    reason: Annotated[str, Field(min_length=3, max_length=1000)]

    @model_validator(mode="after")
    def _one_thing(self) -> "Override":
        if (self.item is None) != (self.rating is None) or (self.item is None) == (self.verdict is None):
            raise ValueError("an override sets an item's rating, or the line's verdict")
        return self


class MovedDig(Rec):
    """The ends of a dig set by the analyst, by what it is dug for, with the reason; the computed ones stay beside them."""

    items: Annotated[tuple[Id, ...], Field(min_length=1, max_length=200)]
    line: Id | None = None  # whose path to the main the stations are of; None: the main line
    start_ft: Annotated[float, Field(ge=-MOST_STATION_FT, le=MOST_STATION_FT)]
    end_ft: Annotated[float, Field(ge=-MOST_STATION_FT, le=MOST_STATION_FT)]
    reason: Annotated[str, Field(min_length=3, max_length=1000)]

    @model_validator(mode="after")
    def _has_length(self) -> "MovedDig":
        if not 0 < self.end_ft - self.start_ft <= MOST_DIG_FT:
            raise ValueError(f"a dig ends after it starts, and within {MOST_DIG_FT:g} ft")
        return self


class Answer(Rec):
    """A warning that the analyst has answered."""

    warning: Word
    answer: Text


class NotSame(Rec):
    """Two items the analyst said are two things: not proposed as one again."""

    a: Id
    b: Id
