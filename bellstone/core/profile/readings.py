"""From the record to what the profile takes: the pipe as reaches, every reading with its sigma, and the dams."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import hypot

from bellstone.core.findings import AxisWords, Resolved, axis_words_of
from bellstone.core.ground import IN_PER_FT
from bellstone.core.judgement import one_each
from bellstone.core.pipe import depth_share_of_area, includes_six
from bellstone.core.profile.bed import Dam
from bellstone.core.profile.mesh import SNAP_FT, Reach
from bellstone.core.profile.pitch_log import pitched_stretches, pitches_of
from bellstone.core.profile.pools import (
    HEAD_RADIUS_FT,
    NO_LIMITS,
    Limits,
    MainLevel,
    Told,
    drains_in,
    pool_levels,
    size_sigma,
)
from bellstone.core.profile.reaches import MOST_FT, bore_at, reaches_of, riser_of, with_steps
from bellstone.core.profile.said import SIGMA_STEP_READ_FT, Height, Readings, StepRead
from bellstone.core.profile.surface import surface_of
from bellstone.core.record import DepthReading, Lateral, Line, Visit
from bellstone.core.scheme import USUAL_BORE_IN, Bounds, Measure, Scheme, size_bounds
from bellstone.core.stations import EVERYWHERE, Placing, Segment

SIGMA_BEACON_FT, BEACON_SHARE = 0.10, 0.05
SIGMA_SURVEY_FT = 0.02
LOOSE_KINDS = ("settled", "object", "grease")


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
    axis: AxisWords = AxisWords()
    main: MainLevel | None = None  # as it was read


def invert_of(
    lateral: Lateral, line: Line, visit: Visit, placing: Placing, segments: Sequence[Segment],
    rows: Sequence[Resolved], scheme: Scheme, until: float | None = None, joins: Height | None = None,
    limits: Limits = NO_LIMITS, main: MainLevel | None = None,
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
    main : MainLevel, optional
        What was read of the main's level.
    """
    riser = riser_of(line, segments)
    reaches = reaches_of(line, segments, rows, riser, until)
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
    dams = tuple(_dams(once, scheme, axis_words_of(lateral, placing)))
    steps = tuple(_steps(once, reaches, scheme))
    reaches = with_steps(_on_past(reaches, steps), steps)
    dry = tuple(
        (r.place.station, r.place.end) for r in here
        if r.sighting.kind == "dry" and r.sighting.water in (None, "rest") and r.place.station is not None and r.place.end is not None
    )  # fmt: skip
    drains = drains_in(reaches, visit.drain_down_min)
    said = _said_causes(lateral, rows)
    levels, holds, told = pool_levels(here, reaches, dams, steps, dry, lateral.not_same, said, main, drains, scheme)
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
        axis=axis_words_of(lateral, placing),
        main=main,
    )


PAST_STEP_FT = 1.0  # of pipe taken to go on beyond a step at which the camera ended: it holds water like any other


def _on_past(reaches: tuple[Reach, ...], steps: Sequence[StepRead]) -> tuple[Reach, ...]:
    """The pipe goes on past a step at its end: the head stopped there, the step did not."""
    end = reaches[-1].end
    if not any(s.height > 0 and abs(s.station - end) <= 2 * SNAP_FT for s in steps):
        return reaches
    return (*reaches[:-1], replace(reaches[-1], end=end + PAST_STEP_FT))


# What was said to cause water, and what that makes it.
CAUSE_OF_KIND = {
    "offset": "lip", "roots": "roots or debris", "settled": "roots or debris", "object": "roots or debris",
    "grease": "roots or debris", "scale": "roots or debris", "blister": "deformation", "deformed": "deformation",
    "main": "backwater", "ends_at": "backwater",
}  # fmt: skip


def _said_causes(lateral: Lateral, rows: Sequence[Resolved]) -> dict[str, str]:
    """The cause that was said of an item's water: ``because 60`` of an offset is a lip."""
    kinds = {r.sighting.item: r.sighting.kind for r in rows}
    return {
        i.id: CAUSE_OF_KIND[kinds[i.caused_by]]
        for i in lateral.items
        if i.caused_by is not None and kinds.get(i.caused_by) in CAUSE_OF_KIND
    }


def _heights(
    lateral: Lateral, line: Line, visit: Visit, placing: Placing, reaches: Sequence[Reach], limits: Limits
) -> Iterator[Height]:
    start, end = reaches[0].start, reaches[-1].end
    surface = surface_of(lateral, line, visit, placing)
    for d in visit.depths:
        place = placing.places[d.id]
        if d.failed or d.depth_ft.likely is None or place.how != "station" or place.station is None:
            continue
        ground = (d.ground_ft, 0.0) if d.ground_ft is not None else surface.elevation(place.station)
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
        height, sigma = bounds.likely / 100 * bore, size_sigma(bounds, s.size.form if s.size else "word") / 100 * bore
        sign = 1 if s.form == "up" else -1
        yield StepRead(s.id, r.place.station, sign * height, max(sigma, SIGMA_STEP_READ_FT))


def _dams(rows: Sequence[Resolved], scheme: Scheme, axis: AxisWords) -> Iterator[Dam]:
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
        name = f"{s.kind.replace('_', ' ')} at {axis.feet(r.place.station)}"
        end = r.place.end if r.place.end is not None else r.place.station
        yield Dam(s.item, name, r.place.station, end, height, "blister" if s.kind == "blister" else "loose")
