"""What was read or counted rather than seen: depths, inverts, pitches, flush tests, counts, what could not be assessed."""

from typing import Annotated, Literal

from pydantic import Field

from bellstone.core.record.amount import Amount
from bellstone.core.record.base import Id, Number, Rec, Sigma, Text, Word
from bellstone.core.record.position import Position


class DepthReading(Rec):
    """How deep the pipe is, from the surface."""

    id: Id
    run: Id | None = None
    line: Id = "line0"
    position: Position
    depth_ft: Amount
    to: Literal["beacon", "invert", "crown"] = "beacon"
    method: Literal["beacon", "tape", "survey"] = "beacon"
    ground_ft: Number | None = None  # elevation of the surface there
    sigma_ft: Sigma | None = None  # None: as usual for its method
    suspect: bool = False
    failed: bool = False
    marked: Text = ""  # what marks it above the ground, in words: a flag by the hose bib
    said: Text = ""


class InvertReading(Rec):
    """A surveyed elevation of the invert."""

    id: Id
    run: Id | None = None
    line: Id = "line0"
    position: Position
    elevation_ft: Number
    sigma_ft: Sigma | None = None
    suspect: bool = False
    said: Text = ""


class PitchReading(Rec):
    """What the head's level showed: the fall ahead of it."""

    id: Id
    run: Id | None = None
    position: Position
    grade_pct: Number
    sigma_pct: Sigma | None = None
    word: Literal["", "back", "flat", "good", "steep"] = ""  # said in a word, by nobody's number
    suspect: bool = False


class FlushTest(Rec):
    id: Id
    fixture: Word = ""
    gallons: Amount | None = None
    watched_at: Word = ""
    result: Literal["moved_well", "sluggish", "hardly_moved", "not_moved"]
    wait_min: Amount | None = None
    left_behind: Word = ""
    said: Text = ""


class Count(Rec):
    """A count said of a stretch: "joints 12, 5 with roots"."""

    id: Id
    what: Word
    number: Amount
    with_what: Word | None = None
    with_number: Amount | None = None
    material: Word | None = None
    run: Id | None = None
    position: Position | None = None  # the stretch it was counted on; None: all along
    said: Text = ""


class NotAssessable(Rec):
    id: Id
    run: Id | None = None
    position: Position
    reason: Word
    said: Text = ""


class Remark(Rec):
    """A note line that could not be read, kept as said; ``where`` points at the words that failed."""

    id: Id
    said: Text
    run: Id | None = None
    after: Id | None = None
    why: Text = ""
    meanings: Annotated[tuple[Text, ...], Field(max_length=6)] = ()  # lines it may mean, as heard where it was said
    start: Annotated[int, Field(ge=0, le=4000)] = 0
    end: Annotated[int, Field(ge=0, le=4000)] = 0


class Symptom(Rec):
    id: Id
    said: Text
    fixture: Word = ""


class Recording(Rec):
    id: Id
    file: Text
    starts: Text = ""
    overlay: bool = False
    publish: bool = False
