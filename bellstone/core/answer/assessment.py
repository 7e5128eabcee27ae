"""What an assessment says: plain records, ready for a screen, a page or a file."""

from bellstone.core.answer.lines_shown import LineShown
from bellstone.core.answer.next_look import NextLook
from bellstone.core.answer.places_shown import LandmarkShown, Origin
from bellstone.core.answer.plan_shown import PlanShown
from bellstone.core.answer.section_table import DepthShown, SectionTable
from bellstone.core.answer.segments_shown import SegmentShown
from bellstone.core.answer.told import Statement
from bellstone.core.answer.warnings import Warning
from bellstone.core.dig import Bracket
from bellstone.core.findings import AxisSpan, Earlier, Finding, Proposal
from bellstone.core.judgement import Fit, Grip, LateralVerdict, Score, VerdictShown
from bellstone.core.record import Rec
from bellstone.core.stations import Lane, RunTie, Unseen
from bellstone.core.water import EarlierInvert, NotKnown, PondShown, ProfileShown, Removable


class Remarked(Rec):
    id: str
    said: str
    why: str
    start: int
    end: int
    meanings: tuple[str, ...] = ()


class CountShown(Rec):
    id: str
    words: str


class Assessment(Rec):
    """Everything computed from one record: deterministic, and it names the scheme it used."""

    scheme: str
    house_rules: tuple[str, ...]
    name: str
    visit: str
    job: str  # for whom, under which number and by whom, as far as it was told
    people: tuple[str, ...]  # everyone it names
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
    segments: tuple[SegmentShown, ...]
    line: Score
    verdict: VerdictShown  # as computed
    verdict_stands: str  # the words that stand: the analyst's where one was set, else the computed
    lateral: LateralVerdict  # the worst of all its lines
    next_look: NextLook | None  # None: no rule asks for one
    verdict_reason: str  # why the analyst set it; empty where nothing was set
    profile: ProfileShown | None  # the adjusted invert; None where no stretch has footage
    invert_before: EarlierInvert | None  # as the last visit before this one that tied it to the ground read it
    ponds: tuple[PondShown, ...]
    water_not_known: tuple[NotKnown, ...]
    removable: tuple[Removable, ...]  # dams that could be taken out
    running_readings: tuple[str, ...]
    digs: tuple[Bracket, ...]
    plan: PlanShown | None  # the lot from above; None where nothing is drawn or marked
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
    liner_grip: Grip | None = None  # sound pipe for the end of a liner; None where nothing would be lined
    depths: tuple[DepthShown, ...]
    counts: tuple[CountShown, ...]
    told: tuple[Statement, ...]  # what was said beside the findings
    section: SectionTable
    before_you_pull_out: tuple[str, ...]
    warnings: tuple[Warning, ...]
    remarks: tuple[Remarked, ...]
    scope: tuple[str, ...]
    cautions: tuple[str, ...]
