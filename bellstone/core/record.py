"""The record: what was said of a lateral, as it was said. Defined once.

This tree is the computation's input, the lateral file and the API's payload. Records are frozen;
a change makes a new one. Numbers are in the unit their field names; the core computes in feet.
"""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError, model_validator

from bellstone.core.errors import RecordError

FORMAT = "bellstone-lateral"
FORMAT_VERSION = 1

Id = Annotated[str, Field(pattern=r"^[A-Za-z0-9_.\-]{1,40}$")]
Text = Annotated[str, Field(max_length=4000)]
Word = Annotated[str, Field(max_length=80)]
Hour = Annotated[float, Field(ge=0, le=12)]
Number = Annotated[float, Field(allow_inf_nan=False, ge=-1e6, le=1e6)]
Sigma = Annotated[float, Field(gt=0, le=1000)]  # one standard deviation, where it is not the usual one
Sureness = Literal["sure", "likely", "unsure"]
Towards = Literal["main", "house", "unknown"]
Water = Literal["rest", "trickle", "sink", "hose", "flush", "running", "unknown"]


class Rec(BaseModel):
    """Frozen, strict about names, and never NaN or infinite."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Amount(Rec):
    """A measured thing: a value, a range, at least, at most, about, or a word. Kept as said."""

    form: Literal["value", "range", "at_least", "at_most", "about", "word"] = "value"
    likely: Number | None = None
    low: Number | None = None
    high: Number | None = None
    word: Word | None = None
    unit: Literal["ft", "in", "pct", "deg", "count", "gal", "min", "usd", ""] = ""
    basis: Literal["instrument", "by_eye", "judged", "told"] = "by_eye"
    alternatives: Annotated[tuple["Amount", ...], Field(max_length=8)] = ()
    said: Text = ""

    @model_validator(mode="after")
    def _says_something(self) -> "Amount":
        if self.form == "word" and not self.word:
            raise ValueError("a word amount needs its word")
        if self.form == "range" and (self.low is None or self.high is None):
            raise ValueError("a range needs both its ends, low and high")
        if self.form in ("value", "about", "at_least", "at_most") and self.likely is None:
            raise ValueError(f"an amount that is {self.form.replace('_', ' ')} needs its number, likely")
        if self.low is not None and self.high is not None and self.low > self.high:
            raise ValueError(f"low {self.low} is above high {self.high}: swap them")
        return self


class CounterPosition(Rec):
    """What the reel showed, raw and never overwritten; ``to`` ends an extent."""

    by: Literal["counter"] = "counter"
    counter: Amount
    to: Amount | None = None


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


class Clock(Rec):
    """As seen in the picture: hours, all round, or a word of the picture or the pipe."""

    start: Hour | None = None
    end: Hour | None = None
    all_round: bool = False
    word: Literal["top", "bottom", "left", "right", "crown", "floor"] | None = None


class Pipe(Rec):
    material: Word = "unknown"
    bore_in: Annotated[float, Field(gt=0, le=120)] | None = None
    lay_length_ft: Annotated[float, Field(gt=0, le=100)] | None = None
    note: Text = ""


class Change(Rec):
    """A transition in the travel direction of its pass: from what, to what."""

    before: Pipe | None = None
    after: Pipe


class Found(Rec):
    """How it was before cleaning or repair."""

    form: Word | None = None
    size: Amount | None = None


class Alternative(Rec):
    kind: Word
    form: Word | None = None


class Sighting(Rec):
    """One look at one thing, as said."""

    id: Id
    item: Id
    line: Id  # the note line it was said in
    run: Id | None = None
    travel: Literal["out", "back"] = "out"
    position: Position
    kind: Word
    form: Word | None = None
    qualities: Annotated[tuple[Word, ...], Field(max_length=20)] = ()
    size: Amount | None = None
    clock: Clock | None = None
    at: Literal["joint", "barrel"] | None = None
    state: Literal["in_place", "cut_flush", "loose", "cleared", "mostly_cleared"] | None = None
    as_found: Found | None = None
    water: Water | None = None
    minutes_off: Amount | None = None
    expected: Amount | None = None
    spacing_ft: Annotated[float, Field(gt=0, le=1000)] | None = None
    each_joint: bool = False
    change: Change | None = None
    sureness: Sureness = "sure"
    alternatives: Annotated[tuple[Alternative, ...], Field(max_length=6)] = ()
    count: Amount | None = None
    none_of: Annotated[tuple[Word, ...], Field(max_length=30)] = ()
    text: Text = ""  # the free words of kinds that are words: note, stopped, claim
    head: Literal["passed", "lifted_over", "pushed_through", "stopped"] | None = None
    effect_on_flow: Literal["none", "slows", "holds", "stops"] | None = None
    catches: Annotated[tuple[Literal["paper", "grease", "roots"], ...], Field(max_length=3)] = ()
    felt: Literal["drag", "force"] | None = None
    time_s: Annotated[float, Field(ge=0, le=1e6)] | None = None
    photo: Text = ""
    said: Text = ""
    unread: Annotated[tuple[Word, ...], Field(max_length=60)] = ()


class Item(Rec):
    """The physical thing behind one or more sightings. Only what was decided about it is kept here."""

    id: Id
    caused_by: Id | None = None
    expected: Literal["same", "worsens"] | None = None
    owner: Word = ""
    same_as: Id | None = None
    note: Text = ""


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
    ended: Literal["main", "stopped", "met", "resumed", "unknown"] = "unknown"
    end_reason: Text = ""
    note: Text = ""


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


class Visit(Rec):
    id: Id
    date: Text = ""
    operator_role: Word = ""
    purpose: Word = ""
    job_number: Word = ""
    cleaning_before: Text = ""
    symptoms: Annotated[tuple[Symptom, ...], Field(max_length=200)] = ()
    recordings: Annotated[tuple[Recording, ...], Field(max_length=50)] = ()
    runs: Annotated[tuple[Run, ...], Field(max_length=50)] = ()
    sightings: Annotated[tuple[Sighting, ...], Field(max_length=20000)] = ()
    depths: Annotated[tuple[DepthReading, ...], Field(max_length=5000)] = ()
    inverts: Annotated[tuple[InvertReading, ...], Field(max_length=5000)] = ()
    pitches: Annotated[tuple[PitchReading, ...], Field(max_length=50000)] = ()
    flush_tests: Annotated[tuple[FlushTest, ...], Field(max_length=200)] = ()
    counts: Annotated[tuple[Count, ...], Field(max_length=500)] = ()
    not_assessable: Annotated[tuple[NotAssessable, ...], Field(max_length=500)] = ()
    main_level: Amount | None = None  # how high the main stands above the line's own invert at its outlet
    drain_down_min: Annotated[float, Field(ge=0, le=1440)] | None = None  # at least, by a flush test in the engine
    remarks: Annotated[tuple[Remark, ...], Field(max_length=5000)] = ()
    waiting: Annotated[tuple[Text, ...], Field(max_length=200)] = ()  # notes at the side, still to type in
    planned: Text = ""


class Landmark(Rec):
    name: Word
    kind: Literal[
        "access",
        "fitting",
        "branch",
        "fence",
        "wall",
        "curb",
        "drive",
        "property_line",
        "tree",
        "pole",
        "main",
        "other",
    ] = "other"
    station_ft: Number | None = None  # from the datum, where measured
    basis: Literal["tape", "plan", "told", "estimate"] = "tape"
    ground_ft: Number | None = None
    size_in: Annotated[float, Field(gt=0, le=120)] | None = None
    two_way: bool = False
    faults: Annotated[tuple[Word, ...], Field(max_length=10)] = ()
    note: Text = ""


class LengthEstimate(Rec):
    """One estimate of the distance from the datum to the main; one may be chosen."""

    distance: Amount
    from_landmark: Word | None = None
    basis: Word = "guess"
    chosen: bool = False
    said: Text = ""


class Line(Rec):
    id: Id = "line0"
    name: Word = "main line"
    datum: Word = ""  # the landmark at station 0; never moves
    joins: Id | None = None
    joins_at: Position | None = None
    grade_pct: Annotated[float, Field(ge=-100, le=100)] | None = None
    fall_word: Literal["", "steep", "good", "flat", "back"] = ""
    ground_fall_pct: Annotated[float, Field(ge=-100, le=100)] | None = None  # taken for the ground's; None: not known
    vertical_ft: Amount | None = None
    to_main: Annotated[tuple[LengthEstimate, ...], Field(max_length=20)] = ()


class Stretch(Rec):
    """Who owns what, and what lies above."""

    position: Position
    owner: Word = ""
    surface: Word = ""
    land: Word = ""


LeastFall = Literal["quarter_inch", "eighth_from_4_in"]  # a foot


class HouseRules(Rec):
    """The ways a firm may choose to judge; each report names them."""

    version: Word = "1"
    standing_water: Literal["never", "up_to_1_in", "by_share", "solids_or_flush"] = "by_share"
    roots: Literal["any_fails", "by_share", "by_pipe"] = "by_share"
    worn_iron: Literal["replace_on_sight", "keep_while_sound"] = "keep_while_sound"
    clean_first: Literal["clean_first", "decide_now"] = "decide_now"
    owner_ends_at: Literal["main", "property_line", "not_stated"] = "not_stated"
    unseen_is_only_unseen: bool = True
    sag_near_main_milder: bool = False
    minimum_grade: LeastFall = "quarter_inch"


class Site(Rec):
    name: Annotated[str, Field(min_length=1, max_length=120)]
    locality: Word = ""
    built: Word = ""
    faces: Word = ""
    occupancy: Word = ""
    notes: Text = ""
    house_rules: HouseRules = HouseRules()
    stretches: Annotated[tuple[Stretch, ...], Field(max_length=200)] = ()
    start_here: bool = False
    scheme: Word = ""  # name and version of the coding scheme; empty: the one that ships


class SwingTie(Rec):
    """A tape distance from a fixed object."""

    object: Word
    distance_ft: Number


class Mark(Rec):
    id: Id
    label: Word
    position: Position | None = None
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


class Answer(Rec):
    """A warning that the analyst has answered."""

    warning: Word
    answer: Text


class NotSame(Rec):
    """Two items the analyst said are two things: not proposed as one again."""

    a: Id
    b: Id


class Lateral(Rec):
    """One building's sewer lateral: everything said about it, over all visits."""

    format: Literal["bellstone-lateral"] = "bellstone-lateral"
    version: Literal[1] = 1
    site: Site
    lines: Annotated[tuple[Line, ...], Field(min_length=1, max_length=30)] = (Line(),)
    landmarks: Annotated[tuple[Landmark, ...], Field(max_length=500)] = ()
    visits: Annotated[tuple[Visit, ...], Field(min_length=1, max_length=50)] = (Visit(id="visit1"),)
    items: Annotated[tuple[Item, ...], Field(max_length=20000)] = ()
    marks: Annotated[tuple[Mark, ...], Field(max_length=500)] = ()
    claims: Annotated[tuple[Claim, ...], Field(max_length=500)] = ()
    recommendations: Annotated[tuple[Recommendation, ...], Field(max_length=500)] = ()
    repairs: Annotated[tuple[Repair, ...], Field(max_length=200)] = ()
    tools: Annotated[tuple[Tool, ...], Field(max_length=100)] = ()
    overrides: Annotated[tuple[Override, ...], Field(max_length=2000)] = ()
    answers: Annotated[tuple[Answer, ...], Field(max_length=2000)] = ()
    not_same: Annotated[tuple[NotSame, ...], Field(max_length=5000)] = ()
    chosen_plan: Text = ""
    next_look: Text = ""

    @model_validator(mode="after")
    def _references_hold(self) -> "Lateral":
        _check_references(self)
        return self


def _check_references(lateral: Lateral) -> None:
    """Ids are unique and point at something; the message names the place."""
    names = [landmark.name for landmark in lateral.landmarks]
    for name in names:
        if names.count(name) > 1:
            raise ValueError(f"landmarks: two are called {name!r}; rename one")
    _check_lines(lateral)
    lines = {line.id for line in lateral.lines}
    if len({visit.id for visit in lateral.visits}) < len(lateral.visits):
        raise ValueError("visits: two visits share an id; rename one")
    for v, visit in enumerate(lateral.visits):
        runs = {run.id for run in visit.runs}
        for r, run in enumerate(visit.runs):
            if run.line not in lines:
                raise ValueError(
                    f"visits[{v}].runs[{r}].line: there is no line {run.line!r}; the lines are {sorted(lines)}"
                )
        if len(runs) < len(visit.runs):
            raise ValueError(f"visits[{v}].runs: two runs share an id; rename one")
        seen: set[str] = set()
        for s, sighting in enumerate(visit.sightings):
            place = f"visits[{v}].sightings[{s}]"
            if sighting.id in seen:
                raise ValueError(f"{place}.id: {sighting.id!r} is used twice; give each sighting its own")
            seen.add(sighting.id)
            if sighting.run is not None and sighting.run not in runs:
                raise ValueError(f"{place}.run: there is no run {sighting.run!r}; the runs are {sorted(runs)}")


def _check_lines(lateral: Lateral) -> None:
    """A branch flows into a line that is there, and none into itself."""
    joins = {line.id: line.joins for line in lateral.lines}
    if len(joins) < len(lateral.lines):
        raise ValueError("lines: two lines share an id; rename one")
    for n, line in enumerate(lateral.lines):
        if n == 0 and line.joins is not None:
            raise ValueError("lines[0].joins: the first line is the main one and joins none; take it out")
        if n > 0 and line.joins is None:
            raise ValueError(f"lines[{n}].joins: a branch names the line it joins, such as {lateral.lines[0].id!r}")
        at, steps = line.id, 0
        while joins[at] is not None:
            if joins[at] not in joins:
                raise ValueError(f"lines[{n}].joins: there is no line {joins[at]!r}; the lines are {sorted(joins)}")
            at, steps = str(joins[at]), steps + 1
            if steps > len(joins):
                raise ValueError(
                    f"lines[{n}].joins: the lines flow in a circle; join one of them to {lateral.lines[0].id!r}"
                )


def read_lateral(tree: Any) -> Lateral:
    """A plain tree (from JSON) as a checked record.

    Raises
    ------
    RecordError
        Every problem as (place, mend), the place written ``visits[0].sightings[14].size.likely``.

    Examples
    --------
    >>> read_lateral({"site": {"name": "Alder Row 14"}}).lines[0].name
    'main line'
    >>> read_lateral({"site": {"name": "x"}, "version": 9})
    Traceback (most recent call last):
    bellstone.core.errors.RecordError: version: this reads version 1 of the lateral file; got 9
    """
    if isinstance(tree, dict) and tree.get("format", FORMAT) == FORMAT and tree.get("version", 1) != FORMAT_VERSION:
        raise RecordError([("version", f"this reads version 1 of the lateral file; got {tree['version']!r}")])
    try:
        return Lateral.model_validate(tree)
    except ValidationError as error:
        raise RecordError([(place_of(e["loc"]), _mend(e)) for e in error.errors()[:20]]) from error


def place_of(loc: tuple[int | str, ...]) -> str:
    """A pydantic location as a path: ``visits[0].sightings[14].kind``."""
    text = ""
    for step in loc:
        text += f"[{step}]" if isinstance(step, int) else f".{step}" if text else str(step)
    return text or "record"


def _mend(error: Any) -> str:
    got = repr(error.get("input"))
    shown = got if len(got) <= 60 else f"{got[:57]}..."
    message = str(error["msg"]).removeprefix("Value error, ")
    return message if error["type"] == "value_error" else f"{message}; got {shown}"
