"""What was seen and what was not: each run's stretch, less what could not be assessed."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import inf
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bellstone.core.ground import tidy
from bellstone.core.record import CounterPosition, Lateral, Rec, Run, Sighting, Visit, amount_middle
from bellstone.core.stations.counter import CounterFit
from bellstone.core.stations.placing import Placing, vertical_cable
from bellstone.core.stations.runs import is_main, travel_with_flow

Interval = tuple[float, float]
EVERYWHERE: Interval = (-inf, inf)


class Lane(Rec):
    """One run's stretch on the line [ft], for the Seen track."""

    run: str
    name: str
    start_ft: float | None
    end_ft: float | None
    flow: int
    graded: bool
    ended: str
    end_reason: str
    minutes: float | None = None  # of film, from the first to the last time noted
    lost: tuple[tuple[float, float], ...] = ()  # stretches passed but not assessable
    counter_ft: float | None = None  # how far the counter went, where its zero is not said: a length with no place


class Unseen(Rec):
    start_ft: float | None
    end_ft: float | None
    feet: float | None
    why: str
    joints: int | None = None  # how many joints likely lie there
    rooted: tuple[float, int, int] | None = None  # of them with roots: mean, and the central 90 % range
    per_10_ft: bool = False  # the stretch has no length: both are for ten feet of it
    joints_from: str = ""
    minutes: float | None = None  # of the film, where its notes carry times


@dataclass(frozen=True, slots=True)
class Coverage:
    """The line's known extent [ft], what was seen and assessable of it, what was not, and its far end."""

    start: float | None
    end: float | None
    seen: tuple[Interval, ...]
    unseen: tuple[Unseen, ...]
    lanes: tuple[Lane, ...]
    reached_main: bool
    stop_reason: str
    main_low: float | None = None
    main_high: float | None = None
    main_basis: str = ""
    end_sigma: float = 0.0  # of the far end [ft]
    end_open: bool = False  # the main was reached past the end, and nobody said how far

    @property
    def seen_ft(self) -> float:
        return sum(b - a for a, b in self.seen)

    @property
    def unseen_ft(self) -> float | None:
        """Feet known to be unseen; None where a stretch has no length."""
        if self.start is None:
            return None
        feet = [u.feet for u in self.unseen]
        return sum(f for f in feet if f is not None) if all(f is not None for f in feet) else None


def union(intervals: Iterable[Interval]) -> tuple[Interval, ...]:
    """Overlapping intervals joined, in order.

    >>> union([(5, 9), (0, 3), (2, 6)])
    ((0, 9),)
    """
    out: list[Interval] = []
    for a, b in sorted((min(i), max(i)) for i in intervals):
        if out and a <= out[-1][1]:
            out[-1] = (out[-1][0], max(out[-1][1], b))
        else:
            out.append((a, b))
    return tuple(out)


def less(intervals: Iterable[Interval], holes: Iterable[Interval]) -> tuple[Interval, ...]:
    """Intervals with holes taken out.

    >>> less([(0, 10)], [(2, 3), (9, 12)])
    ((0, 2), (3, 9))
    """
    left = list(union(intervals))
    for c, d in union(holes):
        left = [piece for a, b in left for piece in ((a, min(b, c)), (max(a, d), b)) if piece[1] > piece[0]]
    return tuple(left)


def coverage_of(
    lateral: Lateral, visit: Visit, placing: Placing, limits: dict[str, Interval] | None = None
) -> Coverage:
    """What the visit's runs saw.

    A run is taken to have seen all from its access to the furthest station it tells. The main is
    reached only by how a run ended, never by a station.

    Parameters
    ----------
    limits : dict, optional
        Of a run's own stretch, the part that lies on this path [ft].
    """
    lanes = tuple(_lane(run, visit, placing, (limits or {}).get(run.id, EVERYWHERE)) for run in visit.runs)
    if not visit.runs and visit.sightings:
        lanes = (_loose_lane(visit, placing),)
    ordered = [span for lane in lanes for span in _span(lane)]
    fouled = _fouled(visit, placing, lanes)
    said = [(n.run, _hole(n.run, n.position, placing, lanes), n.reason) for n in visit.not_assessable]
    lost = [_Lost(run, h, why) for run, h, why in said if h is not None] + fouled
    lanes = tuple(_with_lost(lane, lost) for lane in lanes)
    # what one run could not assess another may have
    seen = union(piece for lane in lanes for piece in less(_span(lane), lane.lost))
    reached = any(lane.ended == "main" for lane in lanes) or _starts_at_the_main(lateral, visit)
    start = min((a for a, _ in ordered), default=None)
    end = max((b for _, b in ordered), default=None)
    stop = next((lane.end_reason for lane in lanes if lane.ended == "stopped" and lane.flow > 0), "")
    low, high, basis = (None, None, "") if reached else _main_estimate(lateral, placing, end)
    beyond = [
        Unseen(
            start_ft=lane.end_ft,
            end_ft=None,
            feet=None,
            why=f"run {lane.name} stopped going up the line{f': {lane.end_reason}' if lane.end_reason else ''}",
        )
        for lane in lanes
        if lane.ended == "stopped" and lane.flow < 0
    ]
    timed = _minutes_at(visit, placing)
    nowhere = [
        Unseen(start_ft=None, end_ft=None, feet=None, why=f"could not be assessed: {why}, a stretch of unknown length")
        for _, h, why in said
        if h is None
    ]
    found = nowhere + beyond + _unseen(start, end, seen, lost, reached, low, high, basis, stop, bool(ordered))
    unseen = tuple(u.model_copy(update={"minutes": _minutes(u, timed)}) for u in found)
    open_end = reached and end is not None and _main_is_open(visit, placing)
    return Coverage(
        start, end, seen, unseen, lanes, reached, stop, low, high, basis, _end_sigma(visit, placing, end), open_end
    )


def _end_sigma(visit: Visit, placing: Placing, end: float | None) -> float:
    """One sigma of the far end [ft]: of the look that lies there, the surest where several do."""
    there = [placing.places[s.id] for s in visit.sightings]
    told = [p.sigma for p in there if p.how == "station" and p.station == end]
    return min((*told, *(p.end_sigma for p in there if p.how == "station" and p.end == end)), default=0.0)


def _starts_at_the_main(lateral: Lateral, visit: Visit) -> bool:
    """A run pushed from the main has been at it."""
    mains = {mark.name for mark in lateral.landmarks if mark.kind == "main"}
    return any(run.access in mains for run in visit.runs)


def _main_is_open(visit: Visit, placing: Placing) -> bool:
    """Whether the main was seen, and no look at it has a footage."""
    looks = [placing.places[s.id] for s in visit.sightings if is_main(s)]
    return bool(looks) and all(p.how != "station" for p in looks)


def _ending(run: Run, said: list[Sighting]) -> tuple[str, str]:
    """How a run ended: as set, else by the last thing that ends one."""
    if run.ended != "unknown":
        return run.ended, run.end_reason
    outward = [s for s in said if s.travel == "out"]  # what is met on the way back ends nothing
    if any(is_main(s) for s in said):
        return "main", "reached the main"
    for s in reversed(outward):
        if s.kind == "ends_at":
            return "main", f"ends at a {(s.form or '').replace('_', ' ')}"
        if s.kind in ("stopped", "trap", "dead_end", "cap"):
            return "stopped", s.text or s.kind.replace("_", " ").removeprefix("stopped")
        if s.kind == "met":
            return "met", s.text
    return "unknown", ""


def _lane(run: Run, visit: Visit, placing: Placing, limits: Interval) -> Lane:
    said = [s for s in visit.sightings if s.run == run.id]
    fit = placing.fits[run.id]
    places = [p for p in (placing.places[s.id] for s in said) if p.how == "station" and p.station is not None]
    access = placing.landmark_stations.get(run.access)
    if access is None and fit.tied and run.zero_at in (run.access, None) and run.resumes is None:
        access = fit.station(0.0)
    stations = [x for p in places for x in (p.station, p.end) if x is not None and not is_behind(x, access, run, fit)]
    if access is not None and stations:
        stations.append(access)
    ended, reason = _ending(run, said)
    flow = travel_with_flow(run, "out")
    low, high = (max(min(stations), limits[0]), min(max(stations), limits[1])) if stations else (None, None)
    start, end = (low, high) if flow > 0 else (high, low)
    graded = all(p.graded for p in run.passes) if run.passes else True
    times = [s.time_s for s in said if s.time_s is not None]
    return Lane(
        run=run.id,
        name=run.name or run.id,
        start_ft=start,
        end_ft=end,
        flow=flow,
        graded=graded,
        ended=ended,
        end_reason=reason,
        counter_ft=None if fit.tied else _counted(said),
        minutes=(max(times) - min(times)) / 60 if len(times) > 1 else None,
    )


BEHIND_FT = 0.5  # a station this far behind its run's access was never before the camera: working value


def is_behind(station: float, access: float | None, run: Run, fit: CounterFit) -> bool:
    """Whether a station lies behind the access that its run was pushed from: the camera was not there.

    A counter zeroed at the access counts up the way it was pushed, whichever way the head faces.
    """
    way = fit.direction if run.zero_at == run.access else travel_with_flow(run, "out")
    return access is not None and (station - access) * way < -BEHIND_FT


def _counted(said: list[Sighting]) -> float | None:
    """How far a run's counter is known to have gone from its zero [ft], wherever that is."""
    ends = [e for s in said if isinstance(s.position, CounterPosition) for e in (s.position.counter, s.position.to)]
    return max((abs(amount_middle(e)) for e in ends if e is not None), default=None)


class _Lost(NamedTuple):
    """A stretch that one run passed and could not assess [ft]."""

    run: str | None
    where: Interval
    why: str


def _span(lane: Lane) -> list[Interval]:
    if lane.start_ft is None or lane.end_ft is None:
        return []
    return [(min(lane.start_ft, lane.end_ft), max(lane.start_ft, lane.end_ft))]


def _with_lost(lane: Lane, lost: list[_Lost]) -> Lane:
    own = union(
        (max(x.where[0], low), min(x.where[1], high))
        for x in lost
        for low, high in _span(lane)
        if x.run in (lane.run, None) and x.where[0] < high and x.where[1] > low
    )
    return lane.model_copy(update={"lost": own})


def _fouled(visit: Visit, placing: Placing, lanes: tuple[Lane, ...]) -> list[_Lost]:
    """Stretches filmed through a fouled lens: from where it is said to be fouled to where it is cleaned, else to the end."""
    out: list[_Lost] = []
    since: dict[str, float] = {}

    def lost(run: str, start: float, end: float) -> None:
        out.append(_Lost(run, (min(start, end), max(start, end)), "the lens was fouled"))

    for s in visit.sightings:
        place = placing.places[s.id]
        if s.kind != "lens" or s.run is None or place.how != "station" or place.station is None:
            continue
        if s.form != "clear" and place.end is not None:
            lost(s.run, place.station, place.end)
        elif s.form != "clear":
            since.setdefault(s.run, place.station)
        elif s.run in since:
            lost(s.run, since.pop(s.run), place.station)
    for lane in lanes:
        if lane.run in since and lane.end_ft is not None:
            lost(lane.run, since[lane.run], lane.end_ft)
    return out


def _minutes_at(visit: Visit, placing: Placing) -> list[tuple[NDArray[np.float64], NDArray[np.float64]]]:
    """Each run's out pass as station [ft] against minutes of film, where its findings carry times."""
    out = []
    for run in visit.runs:
        pairs = sorted(
            (place.station, s.time_s / 60)
            for s in visit.sightings
            if s.run == run.id and s.time_s is not None and s.travel == "out"
            and (place := placing.places[s.id]).how == "station" and place.station is not None
        )  # fmt: skip
        if len(pairs) > 1:
            out.append((np.array([p[0] for p in pairs]), np.array([p[1] for p in pairs])))
    return out


def _minutes(unseen: Unseen, timed: list[tuple[NDArray[np.float64], NDArray[np.float64]]]) -> float | None:
    """Minutes of film spent in a stretch that could not be assessed, between the times noted about it."""
    if unseen.start_ft is None or unseen.end_ft is None:
        return None
    spent = [
        abs(float(np.interp(unseen.end_ft, x, t)) - float(np.interp(unseen.start_ft, x, t)))
        for x, t in timed
        if x[0] < unseen.end_ft and x[-1] > unseen.start_ft
    ]
    return sum(spent) if spent else None


def _loose_lane(visit: Visit, placing: Placing) -> Lane:
    places = [p for p in placing.places.values() if p.how == "station" and p.station is not None]
    stations = [x for p in places for x in (p.station, p.end) if x is not None]
    ended, reason = _ending(Run(id="A"), list(visit.sightings))
    low, high = (min([0.0, *stations]), max(stations)) if stations else (None, None)
    return Lane(run="", name="", start_ft=low, end_ft=high, flow=1, graded=True, ended=ended, end_reason=reason)


def _hole(run: str | None, position: object, placing: Placing, lanes: Sequence[Lane]) -> Interval | None:
    """The stretch that a run could not assess [ft]; from a footage on, to where that run went; None where it has no ends."""
    fit = placing.fits.get(run or "")
    if fit is None or not isinstance(position, CounterPosition):
        return None
    if position.to is None:
        lane = next((lane for lane in lanes if lane.run == run), None)
        begins = fit.station(amount_middle(position.counter))
        on = position.onward and lane is not None and lane.end_ft is not None and (lane.end_ft - begins) * lane.flow > 0
        return (min(begins, lane.end_ft), max(begins, lane.end_ft)) if on and lane and lane.end_ft is not None else None
    a, b = fit.station(position.counter.likely or 0.0), fit.station(position.to.likely or 0.0)
    return min(a, b), max(a, b)


def _main_estimate(lateral: Lateral, placing: Placing, end: float | None) -> tuple[float | None, float | None, str]:
    """Low and high station of the main from the chosen estimate, in feet, with its basis."""
    told = lateral.lines[0].to_main
    estimate = next((e for e in told if e.chosen), told[-1] if told else None)
    if estimate is None:
        return None, None, ""
    origin = end
    if estimate.from_landmark in placing.places:
        origin = placing.places[estimate.from_landmark].station
    elif estimate.from_landmark in placing.landmark_stations:
        origin = placing.landmark_stations[estimate.from_landmark]
    elif estimate.from_landmark is None:
        origin = 0.0
    if origin is None:
        return None, None, estimate.basis
    if "cable" not in estimate.basis and estimate.from_landmark is None:
        origin += vertical_cable(lateral.lines[0])  # told along the ground, from the access
    d = estimate.distance
    if d.low is not None and d.high is not None:
        return origin + d.low, origin + d.high, estimate.basis
    likely = d.likely or 0.0
    either = 0.15 * likely if d.form == "about" else 0.0  # working value: an estimate said "about" is 15 % either way
    return origin + likely - either, origin + likely + either, estimate.basis


def _unseen(
    start: float | None, end: float | None, seen: tuple[Interval, ...],
    lost: list[_Lost], reached: bool,
    low: float | None, high: float | None, basis: str, stop: str, any_footage: bool,
) -> list[Unseen]:  # fmt: skip
    out: list[Unseen] = []
    if start is not None and end is not None:
        for a, b in less([(start, end)], seen):
            why = ", ".join(dict.fromkeys(x.why for x in lost if x.where[0] < b and x.where[1] > a))
            why = f"could not be assessed: {why}" if why else "no run passed here"
            out.append(Unseen(start_ft=a, end_ft=b, feet=b - a, why=why))
    if not reached:
        why = f"the main was not reached{': ' + stop if stop else ''}"
        if low is not None and high is not None and end is not None:
            out.append(
                Unseen(
                    start_ft=end,
                    end_ft=(low + high) / 2,
                    feet=max((low + high) / 2 - end, 0.0),
                    why=f"{why}; main {tidy(low, 0)}–{tidy(high, 0)} ft by {basis}",
                )
            )
        else:
            out.append(
                Unseen(
                    start_ft=end if any_footage else None,
                    end_ft=None,
                    feet=None,
                    why=f"{why}; its distance is not known",
                )
            )
    return out
