"""What a line was read as: what it would add, what it asks, and what could not be read."""

from typing import Annotated, Literal

from pydantic import Field

from bellstone.core.record import (
    Amount,
    Claim,
    Count,
    Degrees,
    DepthReading,
    FlushTest,
    InvertReading,
    KnownPoint,
    Landmark,
    LengthEstimate,
    Mark,
    NotAssessable,
    PitchReading,
    PlanObject,
    Rec,
    Recommendation,
    Repair,
    Run,
    Sighting,
    Symptom,
    Tool,
)

NEW = "new"  # id of a draft: the record gives the real one when it is added


class Span(Rec):
    """A piece of the line, from ``start`` up to but not including ``end``, and why it failed."""

    start: int
    end: int
    why: str


class Choice(Rec):
    """One way to mean it: a label, and the whole line rewritten to say so."""

    label: str
    line: str


class Question(Rec):
    """Two readings of one piece; nothing is added until one is chosen."""

    text: str
    start: int
    end: int
    choices: tuple[Choice, ...]


class WordUse(Rec):
    """A word of the line, from ``start`` up to but not including ``end``, and what it was used for: ``none`` if for nothing."""

    start: int
    end: int
    use: str


class See(Rec):
    act: Literal["see"] = "see"
    sighting: Sighting
    same: Literal["last", "counter"] | None = None
    same_counter_ft: float | None = None
    same_sure: bool = True
    because_counter_ft: float | None = None  # the counter of what causes it
    because_kind: str = ""  # or its kind: the one last said of that kind


class StartVisit(Rec):
    act: Literal["visit"] = "visit"
    date: str = ""
    purpose: str = ""


class StartRun(Rec):
    act: Literal["run"] = "run"
    run: Run
    line_name: str = ""  # the branch it starts in


class StartPass(Rec):
    act: Literal["pass"] = "pass"
    travel: Literal["out", "back"]
    graded: bool = True


class EndRun(Rec):
    """How a run ended, where it was said as such: the main not reached, or reached."""

    act: Literal["end"] = "end"
    ended: Literal["main", "stopped"]
    reason: str = ""


class ResetCounter(Rec):
    """The counter set to another number mid run: what follows is counted anew, from a place where one was said."""

    act: Literal["reset"] = "reset"
    counter_ft: float = 0.0
    at: str = ""


class Know(Rec):
    act: Literal["know"] = "know"
    point: KnownPoint


class ReadDepth(Rec):
    act: Literal["depth"] = "depth"
    reading: DepthReading


class ReadInvert(Rec):
    act: Literal["invert"] = "invert"
    reading: InvertReading


class ReadPitch(Rec):
    act: Literal["pitch"] = "pitch"
    reading: PitchReading


class Lie(Rec):
    """How the line lies as a whole: its fall, the ground's, the water in the main; what is not said stays."""

    act: Literal["lie"] = "lie"
    fall: Literal["", "given", "word", "not_known"] = ""
    fall_pct: float = 0.0
    fall_word: Literal["", "steep", "good", "flat", "back"] = ""
    ground: Literal["", "taken", "not_known"] = ""
    ground_fall_pct: float = 0.0
    main_level: Amount | None = None
    vertical: Amount | None = None  # cable that went straight down first; a word where nobody measured it


class SetLandmark(Rec):
    """A landmark with what was measured of it: its station, the ground there, its size."""

    act: Literal["landmark"] = "landmark"
    landmark: Landmark


class CountThings(Rec):
    act: Literal["count"] = "count"
    count: Count


class EstimateLength(Rec):
    act: Literal["length"] = "length"
    estimate: LengthEstimate


class Flush(Rec):
    act: Literal["flush"] = "flush"
    test: FlushTest


class CannotAssess(Rec):
    act: Literal["cannot_assess"] = "cannot_assess"
    stretch: NotAssessable


class Say(Rec):
    act: Literal["say"] = "say"
    what: Claim | Recommendation | Symptom | Repair | Tool


FactOf = Literal[
    "built", "faces", "occupancy", "purpose", "job_number", "cleaning_before", "weather", "planned", "operator_verdict", "opinion"
]  # fmt: skip


class TellFact(Rec):
    """One thing of the house or of the visit, in the words it was told with; told again, the last stands."""

    act: Literal["fact"] = "fact"
    of: FactOf
    words: str


class Draw(Rec):
    """A thing on the plan of the lot; told by latitude and longitude, its feet wait for where the lot's zero is."""

    act: Literal["draw"] = "draw"
    thing: PlanObject
    degrees: tuple[Degrees, ...] = ()


class SetPlanZero(Rec):
    """Where the zero of the lot's plan lies on the earth."""

    act: Literal["plan_zero"] = "plan_zero"
    at: Degrees


class SetMark(Rec):
    """A mark above the line: where along it, and where on the lot."""

    act: Literal["mark"] = "mark"
    mark: Mark


Act = Annotated[
    See
    | StartVisit
    | StartRun
    | StartPass
    | EndRun
    | ResetCounter
    | Know
    | ReadDepth
    | ReadInvert
    | ReadPitch
    | Lie
    | SetLandmark
    | Draw
    | SetMark
    | SetPlanZero
    | CountThings
    | EstimateLength
    | Flush
    | CannotAssess
    | TellFact
    | Say,
    Field(discriminator="act"),
]


class EntryReading(Rec):
    """A whole line, read."""

    text: str
    acts: tuple[Act, ...] = ()
    unread: tuple[Span, ...] = ()
    questions: tuple[Question, ...] = ()
    completed: str = ""  # the line with its words completed
    time_s: float | None = None
    words: tuple[WordUse, ...] = ()  # the account of every word, of a line heard in plain words

    @property
    def can_be_added(self) -> bool:
        return bool(self.acts) and not self.questions
