"""A path: from one upper end down to the main, through the lines it joins. Shared pipe is the same on every path."""

from dataclasses import dataclass, replace
from math import inf

from bellstone.core.ground import DomainError
from bellstone.core.record import (
    LandmarkPosition,
    Lateral,
    Line,
    RelativePosition,
    Run,
    Sighting,
    StationPosition,
    Visit,
    amount_middle,
)
from bellstone.core.stations.coverage import Coverage, coverage_of
from bellstone.core.stations.place import Place
from bellstone.core.stations.placing import Placing
from bellstone.core.stations.segments import Segment, segments_of

AT_JUNCTION_FT = 0.5  # what lies this close above a junction is the junction's: working value


@dataclass(frozen=True, slots=True)
class Path:
    """One path's part of a visit, and between which stations each run's part of it lies [ft]."""

    line: Line
    visit: Visit
    limits: dict[str, tuple[float, float]]
    joins_ft: float | None  # where its own line joins the one below; None: it is the main line, or no footage


def join_station(lateral: Lateral, line: Line, placing: Placing) -> float | None:
    """Where a branch joins the line below it [ft], or None where that has no footage."""
    match line.joins_at:
        case RelativePosition(to_sighting=str() as told):
            place = placing.places.get(told)
            return place.station if place is not None and place.how == "station" else None
        case LandmarkPosition(landmark=name):
            return placing.landmark_stations.get(name)
        case StationPosition(station=station):
            return amount_middle(station)
    return None


def chain_of(lateral: Lateral, line_id: str) -> tuple[Line, ...]:
    """A line and those it flows into, down to the main line.

    Raises
    ------
    DomainError
        There is no such line.
    """
    lines = {line.id: line for line in lateral.lines}
    if line_id not in lines:
        raise DomainError("path", line_id, f"wants one of the lines, {', '.join(lines)}")
    chain = [lines[line_id]]
    while chain[-1].joins is not None and len(chain) <= len(lines):
        chain.append(lines[chain[-1].joins])
    return tuple(chain)


def path_of(lateral: Lateral, visit: Visit, placing: Placing, line_id: str) -> Path:
    """What of a visit lies on the path from a line's upper end to the main.

    A run belongs to the line it starts in; past a junction it looks at the line that one joins. All
    paths share one axis: a branch's stations go on upstream of its junction, so that shared pipe has
    the same stations on every path.

    Raises
    ------
    DomainError
        There is no such line.
    """
    chain = chain_of(lateral, line_id)
    if len(lateral.lines) == 1:
        return Path(chain[0], visit, {}, None)
    joins = {line.id: join_station(lateral, line, placing) for line in lateral.lines}
    runs = {run.id: run for run in visit.runs}
    bounds = {run.id: _bounds(lateral, run, chain, joins) for run in visit.runs}

    def here(run: str | None, place: Place | None) -> bool:
        if run not in runs:
            return line_id == lateral.lines[0].id
        low, high = bounds[run]
        if place is None or place.how != "station" or place.station is None:
            return runs[run].line == line_id or (low == -inf and high == inf)
        return low - AT_JUNCTION_FT <= place.station < high

    def reaches(run: str | None) -> bool:
        return bounds[run][0] < bounds[run][1] if run in bounds else line_id == lateral.lines[0].id

    sightings = tuple(s for s in visit.sightings if here(s.run, placing.places[s.id]))
    seen = {s.run for s in sightings}
    return Path(
        chain[0],
        visit.model_copy(
            update={
                "runs": tuple(r for r in visit.runs if r.id in seen or r.line == line_id),
                "sightings": sightings,
                "depths": tuple(d for d in visit.depths if here(d.run, placing.places[d.id])),
                "inverts": tuple(v for v in visit.inverts if reaches(v.run)),
                "pitches": tuple(v for v in visit.pitches if reaches(v.run)),
                "not_assessable": tuple(n for n in visit.not_assessable if n.run is None or bounds[n.run][0] < bounds[n.run][1]),
                "remarks": visit.remarks if line_id == lateral.lines[0].id else (),
                "counts": visit.counts if line_id == lateral.lines[0].id else (),
            }
        ),
        bounds,
        joins.get(line_id),
    )  # fmt: skip


def pipes_on(
    lateral: Lateral, visit: Visit, placing: Placing, line_id: str
) -> tuple[Path, Coverage, tuple[Segment, ...]]:
    """A path, how far it was seen, and its segments: its own line's down to the junction, then the parent's."""
    path = path_of(lateral, visit, placing, line_id)
    coverage = coverage_of(lateral, path.visit, placing, path.limits)
    at, parent = path.joins_ft, path.line.joins
    if at is None or parent is None:
        return (
            path,
            coverage,
            segments_of(
                path.visit, placing, coverage.start, None if coverage.end_open else coverage.end, coverage.end_sigma
            ),
        )
    own = segments_of(_above(path.visit, placing, at, line_id), placing, coverage.start, at)
    below = [s for s in pipes_on(lateral, visit, placing, parent)[2] if s.end is None or s.end > at]
    first = replace(below[0], start=at, start_sigma=0.0, order_start=(at, 0), starts_at=None) if below else None
    whole = (
        *(replace(s, order_end=(at, 0)) if s is own[-1] else s for s in own),
        *((first,) if first else ()),
        *below[1:],
    )
    return path, coverage, tuple(replace(s, index=n) for n, s in enumerate(whole))


def _above(visit: Visit, placing: Placing, at: float, line_id: str) -> Visit:
    """What of a path was seen on its own line, above the junction."""
    runs = tuple(r for r in visit.runs if r.line == line_id)
    ids = {r.id for r in runs}

    def above(s: Sighting) -> bool:
        place = placing.places[s.id]
        return s.run in ids and (place.how != "station" or (place.station or 0.0) < at)

    return visit.model_copy(update={"runs": runs, "sightings": tuple(s for s in visit.sightings if above(s))})


def _bounds(lateral: Lateral, run: Run, chain: tuple[Line, ...], joins: dict[str, float | None]) -> tuple[float, float]:
    """Between which stations what a run saw is on the path [ft]; low above high where none of it is."""
    ids = [line.id for line in chain]
    own = [line.id for line in chain_of(lateral, run.line)]
    common = next((line for line in own if line in ids), None)
    if common is None:
        return inf, -inf
    # the run comes onto the path where the last line above the common one joins it; so does the path itself
    run_above = own[own.index(common) - 1] if own.index(common) else None
    path_above = ids[ids.index(common) - 1] if ids.index(common) else None
    lows = [-inf if above is None else joins[above] for above in (run_above, path_above)]
    if any(low is None for low in lows):
        return inf, -inf
    low = max(float(low) for low in lows if low is not None)
    return low, inf
