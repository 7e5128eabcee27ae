"""What an assessment says: plain records, ready for a screen, a page or a file."""

from typing import Literal

from bellstone.core.coverage import Lane, Unseen
from bellstone.core.dig import Bracket
from bellstone.core.fit import Fit
from bellstone.core.matching import Proposal
from bellstone.core.placing import RunTie
from bellstone.core.record import Rec
from bellstone.core.scheme.rating import Rating
from bellstone.core.score import Score
from bellstone.core.verdict import Verdict, VerdictResult
from bellstone.core.water_found import EarlierInvert, NotKnown, PondFound, ProfileFound, Removable


class Finding(Rec):
    """One sighting, placed and rated. Stations [ft]; bands are 5-95 % half widths [ft]."""

    id: str
    item: str
    line: str
    run: str | None
    kind: str
    family: str
    aspect: str | None
    mark: str
    entry: str  # the line that reads back to it
    words: str
    said: str
    counter: str
    how: Literal["station", "raft", "throughout", "order"]
    station_ft: float | None
    band_ft: float | None
    end_ft: float | None
    end_band_ft: float | None
    raft: str
    window_ft: tuple[float | None, float | None] | None
    basis: str
    segment: int
    clock: tuple[float, float] | None  # with the flow
    clock_all: bool
    clock_open: bool  # the side cannot be told
    clock_seen: str
    at: str | None
    at_why: str  # empty where it was said
    rating: Rating | None
    unrated: str
    was: int | None
    override: int | None
    override_reason: str
    cause: str  # what causes it, in words; empty where it was not said
    expected: str
    owner: str
    sureness: str
    second_look: str
    unread: tuple[str, ...]
    time_s: float | None
    computed: bool  # nobody said it: it follows from the adjusted pipe

    @property
    def rated(self) -> int | None:
        """The rating that stands: the analyst's override, else the computed likely value."""
        return self.override or (self.rating.likely if self.rating else None)


class JointsFound(Rec):
    """The lay length behind the joints noted in a segment, in feet, and where the rest would be."""

    lay_length_ft: float
    laid_ft: float
    phase_ft: float  # station of one of its joints
    certain: bool
    noted: int
    rooted: int
    predicted_ft: tuple[float, ...]


class SegmentResult(Rec):
    index: int
    name: str
    material: str
    hatch: str
    bore_in: float | None
    bore_carried: bool
    start_ft: float | None
    end_ft: float | None
    start_band_ft: float
    end_band_ft: float
    starts_at: str | None
    ends_at: str | None
    length_known: bool
    length_ft: float | None
    length_band_ft: float | None  # 5-95 % half width
    joints: JointsFound | None
    score: Score
    verdict: VerdictResult


class LineShown(Rec):
    """One line by itself: its own pipe, down to where it joins another. Stations and lengths [ft]."""

    id: str
    name: str
    joins: str | None
    joins_ft: float | None
    start_ft: float | None
    length_ft: float | None
    worst: int | None
    soundness: float | None
    verdict: Verdict
    verdict_words: str
    findings: int


class LandmarkShown(Rec):
    """A thing on the ground or the pipe that has a station [ft]; its ground elevation where known [ft]."""

    name: str
    kind: str
    station_ft: float
    ground_ft: float | None
    measured: bool  # by tape or plan; else it is where a run put it


class Origin(Rec):
    """A place that feet can be read from: its station [ft], and whether they grow against the flow."""

    name: str
    station_ft: float
    backwards: bool


class Earlier(Rec):
    """A finding of an earlier visit. ``then`` and ``now`` are ratings; stations [ft]."""

    id: str
    item: str
    visit: str
    words: str
    mark: str
    family: str
    station_ft: float | None
    end_ft: float | None
    then: int | None
    now: int | None
    became: Literal["same", "worse", "better", "gone", "not seen now"]


class AxisSpan(Rec):
    """A piece of the axis in pipe order: feet to scale, equal slots, or a raft to its own scale."""

    kind: Literal["feet", "slots", "raft"]
    start_ft: float | None = None
    end_ft: float | None = None
    ids: tuple[str, ...] = ()
    raft: str = ""


class Warning(Rec):
    """Something suspicious: accepted, and it stays until answered."""

    id: str
    where: str
    text: str
    mend: str


class Remarked(Rec):
    id: str
    said: str
    why: str
    start: int
    end: int


class SectionTable(Rec):
    """Columns looked up at the cursor: every 0.25 ft, and at every item."""

    station_ft: tuple[float, ...]
    segment: tuple[int, ...]
    water_in: tuple[float | None, ...]
    invert_depth_ft: tuple[float | None, ...]


class DepthShown(Rec):
    id: str
    station_ft: float | None
    depth_ft: float
    band_ft: float  # 5-95 % half width
    suspect: bool
    said: str


class CountShown(Rec):
    id: str
    words: str


class Assessment(Rec):
    """Everything computed from one record: deterministic, and it names the scheme it used."""

    scheme: str
    house_rules: tuple[str, ...]
    name: str
    visit: str
    path: str  # the line whose path to the main this is
    lines: tuple[LineShown, ...]  # empty where there is only one
    datum: str
    axis_words: str
    axis_reversed: bool  # feet read up from the main: stations are shown without their sign
    origins: tuple[Origin, ...]
    landmarks: tuple[LandmarkShown, ...]
    order_only: bool
    axis: tuple[AxisSpan, ...]
    findings: tuple[Finding, ...]
    segments: tuple[SegmentResult, ...]
    line: Score
    verdict: VerdictResult  # as computed
    verdict_stands: str  # the words that stand: the analyst's where one was set, else the computed
    verdict_reason: str  # why the analyst set it; empty where nothing was set
    profile: ProfileFound | None  # the adjusted invert; None where no stretch has footage
    invert_before: EarlierInvert | None  # as the last visit before this one that tied it to the ground read it
    ponds: tuple[PondFound, ...]
    water_not_known: tuple[NotKnown, ...]
    removable: tuple[Removable, ...]  # dams that could be taken out
    running_readings: tuple[str, ...]
    digs: tuple[Bracket, ...]
    lanes: tuple[Lane, ...]
    unseen: tuple[Unseen, ...]
    seen_ft: float | None
    unseen_ft: float | None
    main_low_ft: float | None
    main_high_ft: float | None
    main_basis: str
    reached_main: bool
    ties: tuple[RunTie, ...]
    proposals: tuple[Proposal, ...]  # findings that may be one thing
    earlier: tuple[Earlier, ...]  # findings of earlier visits, and what each has become
    fits: tuple[Fit, ...]  # which tool passes which access and pipe
    depths: tuple[DepthShown, ...]
    counts: tuple[CountShown, ...]
    section: SectionTable
    before_you_pull_out: tuple[str, ...]
    warnings: tuple[Warning, ...]
    remarks: tuple[Remarked, ...]
    scope: tuple[str, ...]
    cautions: tuple[str, ...]
