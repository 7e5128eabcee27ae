"""Where everything lies: each run's counter tied to stations, chains, rafts and what is order only."""

from collections import defaultdict
from dataclasses import dataclass, replace
from math import hypot
from typing import Literal

from bellstone.core.record import (
    Amount,
    BetweenPosition,
    CounterPosition,
    DepthReading,
    LandmarkPosition,
    Lateral,
    Position,
    Rec,
    RelativePosition,
    Run,
    Sighting,
    StationPosition,
    ThroughoutPosition,
    Visit,
)
from bellstone.core.stationing import FLAG_OFF_FT, FLAG_SCALE, RANGE_TO_SIGMA, Z_90, CounterFit, fit_counter
from bellstone.core.units import tidy

ABOUT_FT = 1.0  # sigma of a footage said "about": working value
NEAR_FT = 1.5  # sigma of "near" a landmark: working value
GROUND_SHARE = 0.05  # a distance along the ground is not the cable's: working value
ROOT_12 = 12**0.5
NO_RUN = fit_counter([0.0], [0.0], 1)  # footages said on no run count from the datum, with the flow


@dataclass(frozen=True, slots=True)
class Place:
    """Where one sighting lies.

    ``how``: *station* tied to the datum; *raft* tied to its neighbours only; *throughout* a stretch;
    *order* only its place in the telling. ``station`` is the start [ft]; ``end`` the end of an extent [ft].
    """

    how: Literal["station", "raft", "throughout", "order"]
    basis: str
    station: float | None = None
    sigma: float = 0.0
    end: float | None = None
    end_sigma: float = 0.0
    raft: str = ""
    order: tuple[float, int] = (0.0, 0)

    @property
    def centre(self) -> float | None:
        """Middle of the extent, or the station [ft]."""
        if self.station is None or self.end is None:
            return self.station
        return (self.station + self.end) / 2

    @property
    def band(self) -> float:
        """Half width of the 5-95 % band [ft]."""
        return Z_90 * self.sigma


class RunTie(Rec):
    """How one run's counter is tied, said for the screen."""

    run: str
    tied: bool
    zero_station_ft: float
    scale: float
    direction: int
    flow: int  # +1: travels out with the flow
    facing: Literal["main", "house", "unknown"]
    off_by_ft: tuple[float, ...]
    odd_point: int | None
    basis: str
    questions: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Placing:
    """Every sighting's and depth reading's place, and how each run is tied."""

    places: dict[str, Place]
    fits: dict[str, CounterFit]
    ties: tuple[RunTie, ...]
    landmark_stations: dict[str, float]


def travel_with_flow(run: Run | None, travel: str) -> int:
    """+1 where a pass moves with the flow, -1 against; a head of unknown facing is taken as facing the main."""
    out = -1 if run is not None and run.head_faces == "house" else 1
    return out if travel == "out" else -out


def place_visit(lateral: Lateral, visit: Visit) -> Placing:
    """Stations of one visit's sightings.

    Direct positions come from each run's counter fit; relative ones chain from them in the travel
    direction; two sightings of one item are at one place. A chain tied to nothing is a raft; what has
    neither is order only.
    """
    marks = _landmark_stations(lateral)
    runs = {run.id: run for run in visit.runs}
    fits = {run.id: _fit(run, marks) for run in visit.runs}
    fits = _default_tie(lateral, visit, fits)
    marks = _landmarks_from_sightings(lateral, visit, fits, marks)
    fits, marks = _tied_through_landmarks(visit, fits, marks)
    # a depth from the surface has a place like any sighting; told after them, it moves none
    said = (*visit.sightings, *(_as_sighting(d) for d in visit.depths))
    direct = {s.id: _direct(s, s.position, runs, fits, marks) for s in said}
    chained = _chain(said, runs, {k: v for k, v in direct.items() if v is not None})
    ordered = _in_order(said, runs, chained)
    ties = tuple(_tie(lateral, run, fits[run.id]) for run in visit.runs)
    return Placing(ordered, fits, ties, marks)


def _as_sighting(reading: DepthReading) -> Sighting:
    return Sighting(
        id=reading.id, item=reading.id, line=reading.line, run=reading.run, position=reading.position, kind="located"
    )


def _landmark_stations(lateral: Lateral) -> dict[str, float]:
    marks = {mark.name: mark.station_ft for mark in lateral.landmarks if mark.station_ft is not None}
    if lateral.lines[0].datum:
        marks[lateral.lines[0].datum] = 0.0  # the datum never moves
    return marks


def _points(run: Run, marks: dict[str, float]) -> list[tuple[float, float]]:
    points = [(0.0, marks[run.zero_at])] if run.zero_at and run.zero_at in marks else []
    for known in run.known_points:
        station = known.station_ft if known.landmark is None else marks.get(known.landmark)
        if station is not None:
            points.append((known.counter_ft, station))
    return points


def counting(run: Run) -> int | None:
    """c of the counter: +1 counts up towards the main, -1 towards the house, None not said."""
    return {"main": 1, "house": -1, "unknown": None}[run.counts_up_towards]


def _fit(run: Run, marks: dict[str, float]) -> CounterFit:
    points = _points(run, marks)
    direction = counting(run)
    if direction is None and len(points) < 2:
        direction = travel_with_flow(run, "out")
    return fit_counter([p[0] for p in points], [p[1] for p in points], direction)


def _default_tie(lateral: Lateral, visit: Visit, fits: dict[str, CounterFit]) -> dict[str, CounterFit]:
    """With no tie anywhere the first run's own zero is the datum: the axis then reads from it."""
    if lateral.lines[0].datum or any(fit.tied for fit in fits.values()) or not visit.runs:
        return fits
    first = visit.runs[0]
    fit = fits[first.id]
    return fits | {first.id: fit_counter([0.0], [0.0], fit.direction)}


def _tied_through_landmarks(
    visit: Visit, fits: dict[str, CounterFit], marks: dict[str, float]
) -> tuple[dict[str, CounterFit], dict[str, float]]:
    """A landmark known on a tied run gives its station, which ties the other runs that know it."""
    for _ in visit.runs:
        for run in visit.runs:
            for known in run.known_points if fits[run.id].tied else ():
                if known.landmark and known.landmark not in marks:
                    marks = marks | {known.landmark: fits[run.id].station(known.counter_ft)}
        loose = [run for run in visit.runs if not fits[run.id].tied]
        fits = fits | {run.id: _fit(run, marks) for run in loose}
    return fits, marks


def _landmarks_from_sightings(
    lateral: Lateral, visit: Visit, fits: dict[str, CounterFit], marks: dict[str, float]
) -> dict[str, float]:
    """A landmark seen at a counter gives its station, so that others can be told from it."""
    found = dict(marks)
    names = {mark.name.lower(): mark.name for mark in lateral.landmarks}
    for s in visit.sightings:
        fit = fits.get(s.run or "")
        named = names.get((s.text or s.kind.replace("_", " ")).strip().lower())
        if named and named not in found and fit and fit.tied and isinstance(s.position, CounterPosition):
            found[named] = fit.station(s.position.counter.likely or 0.0)
    return found


def _spread(amount: Amount) -> float:
    if amount.form == "about":
        return ABOUT_FT
    if amount.form == "range" and amount.low is not None and amount.high is not None:
        return (amount.high - amount.low) / RANGE_TO_SIGMA
    if amount.alternatives:
        values = [amount.likely or 0.0, *(a.likely or 0.0 for a in amount.alternatives)]
        return (max(values) - min(values)) / ROOT_12
    return 0.0


def _middle(amount: Amount) -> float:
    if amount.alternatives:
        values = [amount.likely or 0.0, *(a.likely or 0.0 for a in amount.alternatives)]
        return (max(values) + min(values)) / 2
    if amount.likely is None:
        return ((amount.low or 0.0) + (amount.high or 0.0)) / 2
    return amount.likely


def _direct(
    s: Sighting, position: Position, runs: dict[str, Run], fits: dict[str, CounterFit], marks: dict[str, float]
) -> Place | None:
    match position:
        case CounterPosition(counter=counter, to=to):
            fit = fits.get(s.run or "", NO_RUN)
            return _from_counter(fit, counter, to, s.run or "the only run")
        case StationPosition(station=station, to=to):
            end = _middle(to) if to else None
            return Place(
                "station", "station given", _middle(station), _spread(station), end, _spread(to) if to else 0.0
            )
        case BetweenPosition(low=low, high=high):
            fit = fits.get(s.run or "", NO_RUN)
            a, b = fit.station(_middle(low)), fit.station(_middle(high))
            sigma = hypot(abs(b - a) / ROOT_12, fit.sigma((_middle(low) + _middle(high)) / 2))
            return Place(
                "station" if fit.tied else "raft", "between two footages", (a + b) / 2, sigma, raft=s.run or ""
            )
        case LandmarkPosition():
            return _from_landmark(s, position, runs, marks)
        case ThroughoutPosition():
            return Place("throughout", "all along the segment")
    return None


def _from_counter(fit: CounterFit, counter: Amount, to: Amount | None, run: str) -> Place:
    ends = [(fit.station(_middle(c)), hypot(fit.sigma(_middle(c)), _spread(c))) for c in (counter, to) if c is not None]
    ends.sort()
    (start, sigma), (end, end_sigma) = ends[0], ends[-1]
    how: Literal["station", "raft"] = "station" if fit.tied else "raft"
    extent = (end, end_sigma) if to is not None else (None, 0.0)
    return Place(how, f"counter of run {run}", start, sigma, extent[0], extent[1], raft="" if fit.tied else run)


def _from_landmark(
    s: Sighting, position: LandmarkPosition, runs: dict[str, Run], marks: dict[str, float]
) -> Place | None:
    if position.landmark not in marks:
        return None
    flow = travel_with_flow(runs.get(s.run or ""), s.travel)
    away = _middle(position.distance) if position.distance else 0.0
    sign = {"short_of": -flow, "past": flow}.get(position.side, 0)
    sigma = hypot(0.25, NEAR_FT if position.side == "near" else 0.0)
    if position.measured == "ground":
        sigma = hypot(sigma, GROUND_SHARE * away, 1.0)
    spread = _spread(position.distance) if position.distance else 0.0
    return Place(
        "station",
        f"{position.side.replace('_', ' ')} {position.landmark}",
        marks[position.landmark] + sign * away,
        hypot(sigma, spread),
    )


def _chain(sightings: tuple[Sighting, ...], runs: dict[str, Run], placed: dict[str, Place]) -> dict[str, Place]:
    """Follow +3 and same-item links out from what is placed; what is left over becomes rafts."""
    links: dict[str, list[tuple[str, float, float]]] = defaultdict(list)

    def link(a: str, b: str, ahead: float, sigma: float) -> None:
        links[a].append((b, ahead, sigma))
        links[b].append((a, -ahead, sigma))

    before: dict[str | None, Sighting] = {}
    first_of_item: dict[str, str] = {}
    for s in sightings:
        if isinstance(s.position, RelativePosition) and s.position.distance is not None and s.run in before:
            origin = s.position.to_sighting or before[s.run].id
            link(
                origin,
                s.id,
                travel_with_flow(runs.get(s.run or ""), s.travel) * _middle(s.position.distance),
                hypot(0.1, _spread(s.position.distance)),
            )
        if s.item in first_of_item:
            link(first_of_item[s.item], s.id, 0.0, 0.1)
        first_of_item.setdefault(s.item, s.id)
        before[s.run] = s
    done = {k: p for k, p in placed.items() if p.how == "station"}
    _walk(done, links)
    for s in sightings:
        if s.id not in done and links[s.id]:
            raft = Place("raft", "measured from its neighbours, tied to nothing yet", 0.0, 0.0, raft=f"raft {s.id}")
            done[s.id] = placed.get(s.id, raft)
            _walk(done, links, only=s.id)
    return {**placed, **done}


def _walk(done: dict[str, Place], links: dict[str, list[tuple[str, float, float]]], only: str | None = None) -> None:
    queue = [only] if only else list(done)
    while queue:
        here = queue.pop(0)
        origin = done[here]
        if origin.station is None:
            continue
        for there, ahead, sigma in links[here]:
            if there in done:
                continue
            # "+3" after an extent is told from the end that was passed last
            start = origin.end if origin.end is not None and ahead > 0 else origin.station
            done[there] = Place(
                origin.how,
                f"{tidy(abs(ahead), 2)} ft from the finding before",
                start + ahead,
                hypot(origin.sigma, sigma),
                raft=origin.raft,
            )
            queue.append(there)


def _in_order(sightings: tuple[Sighting, ...], runs: dict[str, Run], placed: dict[str, Place]) -> dict[str, Place]:
    """Give everything a place in pipe order: stations first, the rest after the neighbour told before it."""
    out: dict[str, Place] = {}
    by_pass: dict[tuple[str | None, str], list[Sighting]] = defaultdict(list)
    for s in sightings:
        by_pass[s.run, s.travel].append(s)
    for (run_id, travel), said in by_pass.items():
        flow = travel_with_flow(runs.get(run_id or ""), travel)
        last, count = (-1e9, 0) if flow > 0 else (-1e9, 0)
        for s in said if flow > 0 else reversed(said):
            place = placed.get(s.id, Place("order", "only its place in the telling"))
            if place.how == "station" and place.station is not None:
                last, count = max(last, place.station), 0
                out[s.id] = replace(place, order=(place.station, 0))
            else:
                count += 1
                out[s.id] = replace(place, order=(last, count))
    return out


def _tie(lateral: Lateral, run: Run, fit: CounterFit) -> RunTie:
    questions = []
    known = len(fit.off_by)
    if run.zero_at is None and known == 1 and run.known_points:
        questions.append(
            "The zero is not said and one point is known: a stretch or a shift of the counter cannot be told apart. Where was it zeroed?"
        )
    if run.zero_at is None and not run.known_points:
        questions.append("Where the counter was zeroed is not said: taken as the datum.")
    if run.counts_up_towards == "unknown":
        questions.append("Which way the counter counts is not said: taken as the way the head was pushed.")
    if run.head_faces == "unknown":
        questions.append("Which way the head faced is not said: sides and up or drop stay open.")
    if fit.tied and abs(fit.scale - 1) > FLAG_SCALE:
        questions.append(
            f"The counter reads {abs(1 - 1 / fit.scale) * 100:.1f} % {'short' if fit.scale > 1 else 'long'}: "
            "more than 3 %, check the known points."
        )
    if fit.odd_point is None and any(abs(off) > FLAG_OFF_FT for off in fit.off_by):
        worst = max(abs(off) for off in fit.off_by)
        questions.append(
            f"A known point is off by {worst:.1f} ft, and none can be told to be the wrong one: read another."
        )
    if fit.odd_point is not None:
        questions.append(
            f"Known point {fit.odd_point + 1} does not fit the others: off by {abs(fit.off_by[fit.odd_point]):.1f} ft."
        )
    return RunTie(
        run=run.id,
        tied=fit.tied,
        zero_station_ft=fit.zero_station,
        scale=fit.scale,
        direction=fit.direction,
        flow=travel_with_flow(run, "out"),
        facing=run.head_faces,
        off_by_ft=fit.off_by,
        odd_point=fit.odd_point,
        basis=_tie_words(lateral, run, fit),
        questions=tuple(questions),
    )


def _tie_words(lateral: Lateral, run: Run, fit: CounterFit) -> str:
    if not fit.tied:
        return "tied to nothing yet: type one footage that is known, such as 0 = front cleanout"
    datum = lateral.lines[0].datum or "its own zero"
    error = (1 - 1 / fit.scale) * 100
    scale = f", reads {abs(error):.1f} % {'short' if error > 0 else 'long'}" if abs(error) >= 0.05 else ""
    return f"starts at {tidy(fit.zero_station, 1)} ft from {datum}, counts up towards the {'main' if fit.direction > 0 else 'house'}{scale}"
