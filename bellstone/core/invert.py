"""From the record to what the profile takes: the pipe as reaches, every reading with its sigma, and the dams."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import hypot

import numpy as np

from bellstone.core.amounts import ROOT_12
from bellstone.core.clock import includes_six
from bellstone.core.coverage import EVERYWHERE, Interval
from bellstone.core.findings import Resolved
from bellstone.core.judging import one_each
from bellstone.core.materials import MATERIALS
from bellstone.core.mesh import SNAP_FT, Reach
from bellstone.core.pitch_log import pitched_stretches, pitches_of
from bellstone.core.placing import Placing, vertical_cable
from bellstone.core.ponding import Dam
from bellstone.core.profile import Height, Hold, Level, Readings, StepRead, shore_sigma
from bellstone.core.record import (
    DepthReading,
    Lateral,
    Line,
    NotSame,
    Visit,
)
from bellstone.core.scheme import Measure, Scheme
from bellstone.core.scheme.sizes import Bounds, size_bounds
from bellstone.core.section import depth_share_of_area
from bellstone.core.segment_joints import joints_of, noted_joints, usual_lay_length
from bellstone.core.segments import Segment
from bellstone.core.stationing import RANGE_TO_SIGMA
from bellstone.core.units import IN_PER_FT

# Working values of the handbook, 2.5, but where another source is named
ASSUMED_GRADE = 0.25 / 12  # 1/4 in/ft: the usual code grade of small drains, common practice
SIGMA_ASSUMED, SIGMA_GIVEN = 0.02, 0.005
GRADE_OF_WORD = {"steep": (0.04, 0.015), "good": (ASSUMED_GRADE, 0.01), "flat": (0.003, 0.005), "back": (-0.01, 0.01)}
USUAL_BORE_IN = 4.0  # where no bore was said, and the assessment says so
FUSED_FT = 10.0
MOST_FT = 3000.0  # beyond any lateral; the adjustment keeps its digits this far (see its test)
SIGMA_BEACON_FT, BEACON_SHARE = 0.10, 0.05
SIGMA_SURVEY_FT = 0.02
SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE = 0.3, 0.02
HEAD_RADIUS_FT = 0.06  # a 1 1/2 in head: working value
SIGMA_REST_FT = 0.02
SIGMA_STEP_READ_FT = 0.02
SAME_POND_FT = 10.0  # readings at rest closer than this, with no dry between, are one pond's: working value
ENDS_FT = 1.0
DAM_NEAR_FT = 1.5  # water that ends this close to a dam or an up-step is held by it: working value
SPILL_WITHIN_FT = 20.0  # how far below a single reading its spill point is looked for: working value
Limits = Mapping[str, Interval]
NO_LIMITS: Limits = {}
LOOSE_KINDS = ("settled", "object", "grease")


@dataclass(frozen=True, slots=True)
class Told:
    """A pond of readings: the items that tell it, and the item that holds it, where one was recorded."""

    items: tuple[str, ...]
    held_by: str = ""


@dataclass(frozen=True, slots=True)
class Invert:
    """What one line's profile is made from, and where its water was looked at.

    ``dry`` stretches seen dry at rest, ``pitched`` with a pitch log, ``riser`` where
    the pipe stands upright: stations [ft]. ``given`` whether the grade was given rather than assumed.
    """

    reaches: tuple[Reach, ...]
    readings: Readings
    told: tuple[Told, ...]
    dams: tuple[Dam, ...]
    dry: tuple[tuple[float, float], ...]
    pitched: tuple[tuple[float, float], ...]
    riser: tuple[float, float] | None
    given: bool
    bore_known: bool
    ground_taken: bool  # the ground was taken as level or falling evenly


def invert_of(
    lateral: Lateral, line: Line, visit: Visit, placing: Placing, segments: Sequence[Segment],
    rows: Sequence[Resolved], scheme: Scheme, until: float | None = None, joins: Height | None = None,
    limits: Limits = NO_LIMITS,
) -> Invert | None:  # fmt: skip
    """A line's pipe and readings, or None where no stretch of it has footage, or it is longer than 3,000 ft.

    Parameters
    ----------
    until : float, optional
        Where the line joins another [ft]: its own pipe ends there.
    joins : Height, optional
        The height of its outlet, from the line it joins.
    limits : mapping, optional
        Between which stations each run's part of the path lies [ft].
    """
    riser = _riser(line, segments)
    reaches = _reaches(line, segments, rows, riser, until)
    if not reaches:
        return None
    start, end = reaches[0].start, reaches[-1].end
    if end - start > MOST_FT:
        return None
    here = [
        r for r in rows if r.place.how == "station" and r.place.station is not None and start <= r.place.station <= end
    ]
    fittings = tuple(r.place.station for r in here if r.sighting.kind == "fitting" and r.place.station is not None)
    once = one_each(here)  # a step seen out and back is one step
    dams = tuple(_dams(once, scheme))
    steps = tuple(_steps(once, reaches, scheme))
    reaches = _with_steps(reaches, steps)
    dry = tuple(
        (r.place.station, r.place.end) for r in here
        if r.sighting.kind == "dry" and r.sighting.water in (None, "rest") and r.place.station is not None and r.place.end is not None
    )  # fmt: skip
    levels, holds, told = _levels(here, reaches, dams, steps, dry, lateral.not_same, scheme)
    pitches = pitches_of(visit, placing, [*fittings, *(s.station for s in steps)], (start, end), limits)
    heights = tuple(_heights(lateral, line, visit, placing, reaches, limits)) + ((joins,) if joins is not None else ())
    return Invert(
        reaches=reaches,
        readings=Readings(heights, levels, pitches, steps, holds, fittings),
        told=told,
        dams=dams,
        dry=dry,
        pitched=pitched_stretches(pitches),
        riser=riser,
        given=line.grade_pct is not None,
        bore_known=all(s.bore_in for s in segments),
        ground_taken=line.ground_fall_pct is not None,
    )


# ---- the pipe ---------------------------------------------------------------------------------------------


def _riser(line: Line, segments: Sequence[Segment]) -> tuple[float, float] | None:
    """Where the cable went straight down before it ran along the line [ft]."""
    start, down = (segments[0].start if segments else None), vertical_cable(line)
    return (start, start + down) if start is not None and down > 2 * SNAP_FT else None


def _grade_of(line: Line) -> tuple[float, float]:
    if line.grade_pct is not None:
        return line.grade_pct / 100, SIGMA_GIVEN
    return GRADE_OF_WORD.get(line.fall_word, (ASSUMED_GRADE, SIGMA_ASSUMED))


def _reaches(
    line: Line, segments: Sequence[Segment], rows: Sequence[Resolved], riser: tuple[float, float] | None, until: float | None
) -> tuple[Reach, ...]:  # fmt: skip
    """The segments that have footage, end to end; a boundary without any leaves its two segments one reach."""
    grade, sigma = _grade_of(line)
    stop = until if until is not None else np.inf
    found: list[Reach] = []
    at = segments[0].start if segments else None
    lead = segments[0] if segments else None
    for segment, after in zip(segments, [*segments[1:], None], strict=True):
        end = segment.end if segment.end is not None else after.start if after is not None else None
        lead = lead or segment
        if at is None or end is None:
            continue
        end = min(end, stop)
        if end - at > 2 * SNAP_FT:
            found += _reach(lead, at, end, grade, sigma, rows, riser)
            at = end
        lead = None
    return tuple(found)


def _reach(
    segment: Segment, start: float, end: float, grade: float, sigma: float, rows: Sequence[Resolved],
    riser: tuple[float, float] | None,
) -> Iterator[Reach]:  # fmt: skip
    material = MATERIALS.get(segment.material, MATERIALS["unknown"])
    bore = (segment.bore_in or USUAL_BORE_IN) / IN_PER_FT
    lay, joints = _joints(segment, start, end, rows)
    cut = min(riser[1], end) if riser is not None and riser[0] <= start < riser[1] else start
    if cut > start:
        yield Reach(start, cut, bore, lay, material.flexible, 1.0, SIGMA_GIVEN)
    if end - cut > 2 * SNAP_FT:
        inside = tuple(j for j in joints if cut + SNAP_FT < j < end - SNAP_FT)
        yield Reach(cut, end, bore, lay, material.flexible, grade, sigma, inside)


def _joints(segment: Segment, start: float, end: float, rows: Sequence[Resolved]) -> tuple[float, tuple[float, ...]]:
    """Lay length and joints [ft]: those noted, and where the pattern or the usual lay length puts the others."""
    noted, _ = noted_joints(segment, rows)
    found = joints_of(segment, rows)
    usual = usual_lay_length(segment)
    if found is not None and found.certain:
        lay, anchor = found.laid_ft, found.phase_ft
    elif usual is not None or segment.material == "unknown":
        lay, anchor = usual or 4.0, (noted[0] if noted else start)
    else:
        return FUSED_FT, tuple(noted)
    teeth = anchor + lay * np.arange(np.ceil((start - anchor) / lay), np.floor((end - anchor) / lay) + 1)
    known = np.array(noted) if noted else np.array([-np.inf])
    free = teeth[np.abs(teeth[:, None] - known[None, :]).min(axis=1) > lay / 4]
    return lay, tuple(sorted([*noted, *free.tolist()]))


def _with_steps(reaches: tuple[Reach, ...], steps: Sequence[StepRead]) -> tuple[Reach, ...]:
    """A step is at a joint: each has one there."""
    out = []
    for r in reaches:
        mine = [s.station for s in steps if r.start + SNAP_FT < s.station < r.end - SNAP_FT]
        at = np.asarray(mine)
        kept = [j for j in r.joints if mine and np.abs(at - j).min() > SNAP_FT]
        out.append(replace(r, joints=tuple(sorted([*kept, *mine]))) if mine else r)
    return tuple(out)


def bore_at(reaches: Sequence[Reach], station: float) -> float:
    """Inside diameter at a station [ft]."""
    return next((r.diameter for r in reaches if station <= r.end), reaches[-1].diameter)


# ---- what was read ----------------------------------------------------------------------------------------


def _heights(
    lateral: Lateral, line: Line, visit: Visit, placing: Placing, reaches: Sequence[Reach], limits: Limits
) -> Iterator[Height]:
    start, end = reaches[0].start, reaches[-1].end
    for d in visit.depths:
        place = placing.places[d.id]
        if d.failed or d.depth_ft.likely is None or place.how != "station" or place.station is None:
            continue
        ground = _ground(lateral, line, d, place.station, placing)
        if ground is None or not start - 1 <= place.station <= end + 1:
            continue
        depth = d.depth_ft.likely
        sigma = depth_sigma(d)
        runs = {run.id: run for run in visit.runs}
        run = runs.get(d.run or "")
        radius = (run.head_radius_in or HEAD_RADIUS_FT * IN_PER_FT) / IN_PER_FT if run else HEAD_RADIUS_FT
        down = {"beacon": radius, "invert": 0.0, "crown": bore_at(reaches, place.station)}[d.to]
        yield Height(d.id, min(max(place.station, start), end), ground[0] - depth - down, hypot(sigma, ground[1]))
    for v in visit.inverts:
        place = placing.places[v.id]
        station = place.station if place.how == "station" else None
        low, high = limits.get(v.run or "", EVERYWHERE)
        if station is not None and max(start - 1, low) <= station <= min(end + 1, high):
            sigma = (v.sigma_ft or SIGMA_SURVEY_FT) * (2 if v.suspect else 1)
            yield Height(v.id, min(max(station, start), end), v.elevation_ft, sigma)


def depth_sigma(d: DepthReading) -> float:
    """Sigma of a depth from the surface [ft]: max(0.10 ft, 5 % of it) where none was said, doubled if suspect."""
    usual = max(SIGMA_BEACON_FT, BEACON_SHARE * (d.depth_ft.likely or 0.0))
    return (d.sigma_ft or usual) * (2 if d.suspect else 1)


def _ground(
    lateral: Lateral, line: Line, d: DepthReading, station: float, placing: Placing
) -> tuple[float, float] | None:
    """The surface's elevation there and its sigma [ft]; None where it is not known."""
    if d.ground_ft is not None:
        return d.ground_ft, 0.0
    at_marks = {m.name: m.ground_ft for m in lateral.landmarks if m.ground_ft is not None}
    known = [(placing.landmark_stations[n], g) for n, g in at_marks.items() if n in placing.landmark_stations]
    by = [g for s, g in known if abs(s - station) < 1.0]
    if by:
        return by[0], 0.0
    if line.ground_fall_pct is None:
        return None
    at, ground = min(known, key=lambda pair: abs(pair[0] - station), default=(0.0, 0.0))
    away = abs(station - at)
    return ground - line.ground_fall_pct / 100 * (station - at), hypot(SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE * away)


def _spread(bounds: Bounds, form: str) -> float:
    """Sigma of a size said as a range, a word or a bound, in its own unit."""
    return (bounds.high - bounds.low) / (ROOT_12 if form in ("at_least", "at_most") else RANGE_TO_SIGMA)


def _steps(rows: Sequence[Resolved], reaches: Sequence[Reach], scheme: Scheme) -> Iterator[StepRead]:
    """Offsets up and down as read, or by their word; a side-step lifts nothing."""
    for r in rows:
        s = r.sighting
        if s.kind != "offset" or s.form not in ("up", "drop") or s.sureness == "unsure" or r.place.station is None:
            continue
        bore = bore_at(reaches, r.place.station)
        bounds = (
            size_bounds(s.size, "step", bore * IN_PER_FT, scheme) if s.size is not None else Bounds(5.0, 15.0, 30.0)
        )
        if bounds is None:
            continue
        height, sigma = bounds.likely / 100 * bore, _spread(bounds, s.size.form if s.size else "word") / 100 * bore
        sign = 1 if s.form == "up" else -1
        yield StepRead(s.id, r.place.station, sign * height, max(sigma, SIGMA_STEP_READ_FT))


def _dams(rows: Sequence[Resolved], scheme: Scheme) -> Iterator[Dam]:
    """What stands on the invert: blisters, and what lies loose there; roots only where they hold water."""
    for r in rows:
        s, clock = r.sighting, r.finding.clock
        roots = s.kind == "roots" and ("holds_water" in s.qualities or s.effect_on_flow == "holds")
        if (
            not (s.kind in LOOSE_KINDS or roots or s.kind == "blister")
            or s.sureness == "unsure"
            or r.place.station is None
        ):
            continue
        if s.state in ("loose", "cleared") or s.size is None:
            continue
        low = r.finding.clock_all or (includes_six(*clock) if clock is not None else s.kind != "grease")
        bore = (r.segment.bore_in or USUAL_BORE_IN) / IN_PER_FT
        measure: Measure = "height" if s.kind == "blister" else "share"
        bounds = size_bounds(s.size, measure, bore * IN_PER_FT, scheme)
        if not low or bounds is None:
            continue
        share = min(max(bounds.likely / 100, 0.0), 1.0)
        height = share * bore if s.kind == "blister" else depth_share_of_area(share) * bore
        name = f"{s.kind.replace('_', ' ')} at {r.place.station:.1f} ft"
        end = r.place.end if r.place.end is not None else r.place.station
        yield Dam(s.item, name, r.place.station, end, height, "blister" if s.kind == "blister" else "loose")


# ---- the water --------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class _AtRest:
    """One look at still water: where, how far, how deep with its sigma [ft]; ``under`` a head went below it."""

    row: Resolved
    start: float
    end: float | None
    depth: float
    sigma: float
    least: float
    under: bool

    @property
    def last(self) -> float:
        return self.end if self.end is not None else self.start


def _looks(rows: Sequence[Resolved], reaches: Sequence[Reach], scheme: Scheme) -> Iterator[_AtRest]:
    """Depths read at rest that have a place, and heads under water: never a running one, never a forecast."""
    for r in rows:
        s, station = r.sighting, r.place.station
        if s.kind not in ("standing", "submerged") or station is None:
            continue
        if s.water != "rest" and not (s.kind == "submerged" and s.water in (None, "unknown")):
            continue
        bore = bore_at(reaches, station)
        suspect = 2.0 if s.sureness == "unsure" else 1.0
        bounds = size_bounds(s.size, "depth", bore * IN_PER_FT, scheme) if s.size is not None else None
        if s.kind == "submerged":
            least = min((bounds.low if bounds else 2 * HEAD_RADIUS_FT * IN_PER_FT) / IN_PER_FT, 0.95 * bore)
            yield _AtRest(r, station, r.place.end, (least + bore) / 2, suspect * (bore - least) / ROOT_12, least, True)
        elif bounds is not None and s.size is not None:
            sigma = max(_spread(bounds, s.size.form) / IN_PER_FT, SIGMA_REST_FT)
            yield _AtRest(r, station, r.place.end, bounds.likely / IN_PER_FT, suspect * sigma, 0.0, False)


def _levels(
    rows: Sequence[Resolved], reaches: Sequence[Reach], dams: Sequence[Dam], steps: Sequence[StepRead],
    dry: Sequence[tuple[float, float]], not_same: Sequence[NotSame], scheme: Scheme,
) -> tuple[tuple[Level, ...], tuple[Hold, ...], tuple[Told, ...]]:  # fmt: skip
    looks = sorted(_looks(rows, reaches, scheme), key=lambda k: k.start)
    ponds = _grouped(looks, dry, {frozenset((n.a, n.b)) for n in not_same})
    levels: list[Level] = []
    holds: list[Hold] = []
    told: list[Told] = []
    for n, pond in enumerate(ponds):
        after = ponds[n + 1][0].start if n + 1 < len(ponds) else reaches[-1].end
        dry_after = min((a for a, _ in dry if a >= pond[-1].start), default=reaches[-1].end)
        hold, held_by = _hold(pond, dams, steps, min(after, dry_after, reaches[-1].end))
        levels += _pond_levels(n, pond, hold, reaches[0].grade)
        holds.append(hold)
        told.append(Told(tuple(dict.fromkeys(k.row.sighting.item for k in pond)), held_by))
    return tuple(levels), tuple(holds), tuple(told)


def _grouped(
    looks: Sequence[_AtRest], dry: Sequence[tuple[float, float]], apart: set[frozenset[str]]
) -> list[list[_AtRest]]:
    """Looks at one pond: near each other with no dry between, or said to be one; never said to be two."""
    ponds: list[list[_AtRest]] = []
    for look in looks:
        if look.depth <= 0 and not ponds:
            continue
        last = ponds[-1] if ponds else []
        item = look.row.sighting.item
        reach = max((k.last for k in last), default=-np.inf)
        same = any(k.row.sighting.item == item for k in last)
        # an extent says where its water ends: beyond it is another pond
        gap = SAME_POND_FT if look.end is None and all(k.end is None for k in last) else ENDS_FT
        near = look.start <= reach + gap and not any(reach <= (a + b) / 2 <= look.start for a, b in dry)
        two = any(frozenset((k.row.sighting.item, item)) in apart for k in last)
        if last and (same or (near and not two)):
            last.append(look)
        else:
            ponds.append([look])
    return [pond for pond in ponds if any(k.depth > 0 for k in pond)]


def _hold(pond: Sequence[_AtRest], dams: Sequence[Dam], steps: Sequence[StepRead], until: float) -> tuple[Hold, str]:
    """Where a pond may spill: at a dam or an up-step its water ends by, else by its end, else somewhere below."""
    wet = [k for k in pond if k.depth > 0]
    edges = [k.start for k in pond if k.depth <= 0 and k.start > wet[-1].start]  # no water any more, further down
    last = min(edges) if edges else max(k.last for k in wet)
    extended = bool(edges) or any(k.end is not None for k in wet)
    reach = DAM_NEAR_FT if extended else SPILL_WITHIN_FT / 4
    by = [d for d in dams if d.start - reach <= last <= d.end + DAM_NEAR_FT]
    if by:
        dam = max(by, key=lambda d: d.height)
        return Hold(dam.end, dam.end, dam.end, dam.height, max(0.3 * dam.height, SIGMA_STEP_READ_FT)), dam.item
    up = [s.station for s in steps if s.height > 0 and abs(s.station - last) <= reach]
    if up:
        return Hold(min(up), max(up) + DAM_NEAR_FT, max(up)), ""
    if extended:
        spread = max(1.0, 2 * max(k.row.place.end_sigma for k in wet))
        return Hold(max(last - spread, max(k.start for k in wet)), last + spread, last), ""
    return Hold(last, max(min(last + SPILL_WITHIN_FT, until), last), last), ""


def _pond_levels(number: int, pond: Sequence[_AtRest], hold: Hold, grade: float) -> Iterator[Level]:
    """Each look as rows: its depth where the water is deepest, and its upstream shore."""
    for k in pond:
        name = k.row.sighting.id
        if k.under:
            for station in dict.fromkeys((k.start, k.last)):
                yield Level(name, number, station, k.depth, k.sigma, "under", k.least)
        elif k.depth <= 0:
            if k.start >= hold.at - 2 * SNAP_FT:
                continue  # where the water ends is what holds it
            yield Level(name, number, k.start, 0.0, shore_sigma(k.row.place.sigma, grade), "shore")
        else:
            by_dam = hold.last <= hold.first + DAM_NEAR_FT and abs(hold.first - k.last) <= 2 * DAM_NEAR_FT
            last = min(hold.first, k.last) if by_dam else k.end
            yield Level(
                name, number, k.start, k.depth, k.sigma, last=last if last is not None and last > k.start else None
            )
            if k.end is not None and k.end - k.start > 2 * SNAP_FT:
                yield Level(f"{name} shore", number, k.start, 0.0, shore_sigma(k.row.place.sigma, grade), "shore")
