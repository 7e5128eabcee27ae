"""What lies over a dig and whose it is: cover above the pipe, the surface to restore, the owner."""

from collections.abc import Iterator, Sequence

import numpy as np

from bellstone.core.answer.plan_shown import PlanShown
from bellstone.core.dig import Bracket, cover_ft
from bellstone.core.findings import Resolved
from bellstone.core.plan import runs_under
from bellstone.core.record import Site, StationPosition, Stretch, amount_middle
from bellstone.core.scheme import USUAL_BORE_IN
from bellstone.core.stations import Segment

PAVED = ("drive", "walk", "street")
STEP_FT = 0.5  # a stretch of the line is looked along in such steps


def with_what_lies_above(
    digs: Sequence[Bracket], site: Site, plan: PlanShown | None, rows: Sequence[Resolved], segments: Sequence[Segment]
) -> tuple[Bracket, ...]:
    """Each dig with its cover, what has to be restored over it, and whose that part of the line is; not known where not said."""
    return tuple(d.model_copy(update={"above": tuple(_above(d, site, plan, rows, segments))}) for d in digs)


def _above(
    d: Bracket, site: Site, plan: PlanShown | None, rows: Sequence[Resolved], segments: Sequence[Segment]
) -> Iterator[str]:
    if d.invert_depth_ft is not None:
        bore = _bore(d, segments)
        cover, band = cover_ft(d.invert_depth_ft, bore or USUAL_BORE_IN), d.depth_band_ft or 0.0
        supposed = "" if bore else f", were it {USUAL_BORE_IN:.0f} in"
        yield f"cover {cover:.1f} ft ± {band:.1f} over the pipe{supposed}" if cover > 0 else "no cover over the pipe"
    here = [s for s in site.stretches if _meets(s, d)]
    over = dict.fromkeys([*(s.surface for s in here if s.surface), *_told(d, rows, "surface"), *_drawn(d, plan)])
    yield f"to restore: {', '.join(over)}" if over else "what lies over it was not said"
    owners = dict.fromkeys([*(s.owner for s in here if s.owner), *_told(d, rows, "owned")])
    yield f"whose: {', '.join(owners)}" if owners else "whose it is was not said"


def _bore(d: Bracket, segments: Sequence[Segment]) -> float | None:
    here = [
        s for s in segments if (s.start is None or s.start <= d.centre_ft) and (s.end is None or d.centre_ft <= s.end)
    ]
    return next((s.bore_in for s in here if s.bore_in), None)


def _meets(s: Stretch, d: Bracket) -> bool:
    if not isinstance(s.position, StationPosition):
        return False
    first = amount_middle(s.position.station)
    last = first if s.position.to is None else amount_middle(s.position.to)
    return min(first, last) < d.end_ft and max(first, last) > d.start_ft


def _told(d: Bracket, rows: Sequence[Resolved], kind: str) -> Iterator[str]:
    """What was noted at a footage within the dig: surfaces, the walk or the curb; or whose the pipe is there."""
    for r in rows:
        if r.sighting.kind == kind and r.sighting.text and r.place.how == "station" and r.place.station is not None:
            end = r.place.end if r.place.end is not None else r.place.station
            if r.place.station <= d.end_ft and end >= d.start_ft:
                yield r.sighting.text.strip('"')


def _drawn(d: Bracket, plan: PlanShown | None) -> Iterator[str]:
    """What is drawn as paved and the line runs under between the ends, where both lie between marks."""
    if plan is None or len(plan.line) < 2:
        return
    station, x, y = np.array(plan.line).T
    if d.start_ft < station[0] or d.end_ft > station[-1]:
        return
    at = np.linspace(d.start_ft, d.end_ft, max(int((d.end_ft - d.start_ft) / STEP_FT), 1) + 1)
    line = np.column_stack([np.interp(at, station, x), np.interp(at, station, y)])
    yield from (o.name for o in plan.objects if o.kind in PAVED and runs_under(line, o.points))
