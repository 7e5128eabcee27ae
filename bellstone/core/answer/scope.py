"""The words of the page that are not findings: scope, limits, what to get before pulling out, cautions."""

from collections.abc import Sequence

from bellstone.core.entry import feet_words
from bellstone.core.findings import Resolved
from bellstone.core.ground import many
from bellstone.core.judgement import at_words
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import HouseRules, Lateral, Run, Visit
from bellstone.core.stations import Coverage, Lane, Placing, Segment, Unseen, vertical_cable

RULE_WORDS = {
    "standing_water": (
        "Standing water",
        {
            "never": "never accepted",
            "up_to_1_in": "up to 1 in accepted",
            "by_share": "judged by share of the bore",
            "solids_or_flush": "fails if it holds solids or a flush does not move it",
        },
    ),
    "roots": (
        "Roots",
        {
            "any_fails": "any obstruction fails",
            "by_share": "judged by share of the bore",
            "by_pipe": "judged by what the pipe is",
        },
    ),
    "worn_iron": ("Heavy iron wear", {"replace_on_sight": "replace on sight", "keep_while_sound": "keep while sound"}),
    "minimum_grade": (
        "Least fall",
        {"quarter_inch": "¼ in/ft", "eighth_from_4_in": "¼ in/ft, ⅛ in/ft from 4 in up"},
    ),
    "clean_first": ("Build-up", {"clean_first": "clean first, then decide", "decide_now": "decide now"}),
    "owner_ends_at": (
        "Owner's part ends at",
        {"main": "the main", "property_line": "the property line", "not_stated": "not stated"},
    ),
}


def house_rule_words(rules: HouseRules) -> tuple[str, ...]:
    """Each house rule that is on, in words.

    >>> house_rule_words(HouseRules())[2]
    'Heavy iron wear: keep while sound'
    """
    named = [f"{title}: {words[getattr(rules, name)]}" for name, (title, words) in RULE_WORDS.items()]
    if rules.sag_near_main_milder:
        named.append("A sag near the main with good fall above it: may rate one better, never under 2")
    named.append(f"House rules, version {rules.version}")
    named.append(
        "Unseen pipe: called nothing but unseen" if rules.unseen_is_only_unseen else "Unseen pipe: may be inferred"
    )
    return tuple(named)


def scope_words(
    lateral: Lateral, visit: Visit, coverage: Coverage, unseen: Sequence[Unseen], rows: Sequence[Resolved]
) -> tuple[str, ...]:
    """Scope and limits, written from what was and was not covered."""
    lanes = {lane.run: lane for lane in coverage.lanes}
    out = [_run_words(run, lanes.get(run.id)) for run in visit.runs]
    if coverage.start is not None:
        on = " and on to the main, which has no footage" if coverage.end_open else ""
        out.append(f"Seen and assessable: {coverage.seen_ft:.0f} ft{on}.")
    elif any(lane.counter_ft for lane in coverage.lanes):
        out.append("Feet are distances from one another: where the counter was zeroed is not said.")
    else:
        out.append("No footage is known: positions are in order, not in feet.")
    for u in unseen:
        feet = f"{u.feet:.0f} ft" if u.feet is not None else "a length that is not known"
        out.append(f"Not seen: {feet}; {u.why}. Nothing is said of its condition.{_joint_words(u)}")
    unplaced = sum(1 for r in rows if r.place.how in ("order", "raft") and r.finding.family not in ("event",))
    if unplaced and coverage.start is not None:
        out.append(f"{many(unplaced, 'One finding has', 'findings have')} no footage, and rated all the same.")
    if visit.remarks:
        lines = many(len(visit.remarks), "One line of the notes", "lines of the notes")
        out.append(f"{lines} could not be read, kept as said.")
    down = lateral.lines[0].vertical_ft
    if down is not None and vertical_cable(lateral.lines[0]):
        feet = feet_words(down)
        out.append(
            f"{feet[0].upper()}{feet[1:]} of the cable went straight down: along the ground every point lies "
            "that much nearer to the access than its footage."
        )
    elif down is not None and down.form == "word":
        out.append(
            "Cable went straight down first, how far was not measured: along the ground every point lies nearer to the access "
            "than its footage, by that much."
        )
    out.append(
        "Positions carry their ± (5–95 % band) from the counter and its known points; condition is as seen on camera this visit."
    )
    return tuple(out)


def _run_words(run: Run, lane: Lane | None) -> str:
    """One run: from where, which way, and how far it is known to have gone."""
    faced = {"main": "towards the main", "house": "towards the house"}.get(run.head_faces, "direction not said")
    feet = ""
    if lane is not None and lane.start_ft is not None and lane.end_ft is not None:
        feet = f", {abs(lane.end_ft - lane.start_ft):.0f} ft"
    elif lane is not None and lane.counter_ft is not None:
        feet = f", {lane.counter_ft:.0f} ft on the counter, zero not said"
    return f"Run {run.name or run.id}: camera from {run.access or 'an access not named'}, {faced}{feet}."


def _joint_words(unseen: Unseen) -> str:
    if unseen.joints is None or unseen.rooted is None:
        return ""
    mean, low, high = unseen.rooted
    return (
        f" {_count_words(unseen)}; were they like those seen, {mean:.1f} ({low}–{high}) have roots."
        " Roots cluster at trees."
    )


def _count_words(unseen: Unseen) -> str:
    """How many joints likely lie there: a count, or per ten feet of what has no length."""
    if unseen.per_10_ft:
        return f"About {unseen.joints} joints lie in every 10 ft of it"
    return f"About {unseen.joints} joints lie there" if unseen.joints != 1 else "About one joint lies there"


SAME_WATER_FT = 6.0  # a depth at rest this close speaks for a running one: working value


def _within(a: Resolved, b: Resolved, feet: float) -> bool:
    return a.place.station is not None and b.place.station is not None and abs(a.place.station - b.place.station) < feet


def before_you_pull_out(
    lateral: Lateral, visit: Visit, coverage: Coverage, rows: Sequence[Resolved], placing: Placing
) -> tuple[str, ...]:
    """What can only be got on site; an item goes when it is true."""
    out = []
    water = [r for r in rows if r.sighting.kind in ("standing", "submerged")]
    rest = [r for r in water if r.sighting.water == "rest" and r.sighting.size is not None]
    for r in water:
        if r not in rest and not any(_within(q, r, SAME_WATER_FT) for q in rest):
            out.append(f"no depth read at rest {at_words(r)}: shut the water off, wait, read again")
    if visit.runs and not coverage.reached_main:
        out.append("the main is not reached or not located")
    if any(run.head_faces == "unknown" for run in visit.runs):
        out.append("which way the head faces is not said")
    if any(run.zero_at is None and not run.known_points for run in visit.runs):
        out.append("where the counter was zeroed is not said")
    if coverage.start is not None and coverage.seen_ft > 20 and all(len(run.known_points) == 0 for run in visit.runs):
        out.append("no known point but the zero: locate the head once and tape it")
    if not visit.depths and visit.sightings:
        out.append("no depth read from the surface")
    if not visit.flush_tests and visit.sightings:
        out.append("no flush test")
    looks = sum(1 for r in rows if r.finding.second_look)
    if looks:
        out.append(f"{looks} second look{'s' if looks > 1 else ''} open")
    return tuple(out)


GENERAL_CAUTIONS = (
    "Sewer gas: never put the face over an opening, no ignition near it.",
    "Gloves, eye protection and washing: what comes back on the cable carries disease.",
    "Digging: call the utility locating service first; a beacon position is no excavation clearance; hand-dig near marks.",
    "Local codes, the licensed plumber, the engineer and the authority decide.",
)


def cautions(rows: Sequence[Resolved], segments: Sequence[Segment]) -> tuple[str, ...]:
    """The cautions that matter on this line, the gravest first."""
    out = []
    if any(r.sighting.kind == "crossing" for r in rows):
        out.append("STOP: a utility may cross this line. No cutting and no jetting until it is cleared.")
    for material in dict.fromkeys(s.material for s in segments):
        if material in MATERIALS and MATERIALS[material].caution:
            out.append(
                f"{MATERIALS[material].name[:1].upper()}{MATERIALS[material].name[1:]}: {MATERIALS[material].caution}."
            )
    if any(r.finding.family == "roots" for r in rows):
        out.append("Root-foam herbicide: licensed where required; the line is not used for hours afterwards.")
    return (*out, *GENERAL_CAUTIONS)
