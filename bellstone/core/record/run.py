"""One push of the camera: how it faced and counted, its known points and its passes."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from bellstone.core.record.base import Hour, Id, Number, Rec, Text, Towards, Water, Word
from bellstone.core.record.sighting import Pipe


class KnownPoint(Rec):
    """A counter tied to a place: a landmark, or a station measured by tape or locator."""

    counter_ft: Number
    landmark: Word | None = None
    station_ft: Number | None = None
    basis: Literal["tape", "locator", "landmark", "told"] = "landmark"
    said: Text = ""

    @model_validator(mode="after")
    def _one_place(self) -> "KnownPoint":
        if (self.landmark is None) == (self.station_ft is None):
            raise ValueError("a known point names either a landmark or a station_ft")
        return self


class Pass(Rec):
    """One way along a run, said after the sighting ``after``; graded, or only filmed."""

    travel: Literal["out", "back"]
    graded: bool = True
    after: Id | None = None


class Run(Rec):
    """One push of the camera: how it faced, how it counted, and from where."""

    id: Id
    name: Word = ""
    access: Word = ""
    head_faces: Towards = "unknown"  # turns the picture
    counts_up_towards: Towards = "unknown"  # turns the counter
    zero_at: Word | None = None  # a landmark, or None: not said
    known_points: Annotated[tuple[KnownPoint, ...], Field(max_length=200)] = ()
    bottom_at: Hour | None = 6  # where the invert shows in the picture; None: not known
    self_levelling: bool = False
    passes: Annotated[tuple[Pass, ...], Field(max_length=50)] = ()
    starts_in: Pipe | None = None
    water: Water = "unknown"
    started: Text = ""
    line: Id = "line0"  # the line it starts in; past a junction it looks at the line that one joins
    counter_error: Literal["zero", "scale"] | None = None  # what a difference was said to be
    equipment: Text = ""
    beacon_to_lens_ft: Annotated[float, Field(ge=0, le=10)] = 0.5  # handbook 2.1, working value
    viewing_ft: Annotated[float, Field(ge=0, le=10)] = 0.5  # from the lens to what is seen, as above
    head_radius_in: Annotated[float, Field(gt=0, le=12)] | None = None
    resumes: Id | None = None  # the run that this one goes on with, its counter set anew
    ended: Literal["main", "stopped", "met", "resumed", "unknown"] = "unknown"
    end_reason: Text = ""
    note: Text = ""
