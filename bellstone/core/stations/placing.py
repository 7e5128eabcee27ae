"""Where everything lies: each run's counter tied to stations, chains, rafts and what is order only."""

from collections import defaultdict, deque
from collections.abc import Iterable
from dataclasses import dataclass, replace
from math import hypot, inf
from typing import Literal

from bellstone.core.ground import remembered, tidy
from bellstone.core.record import (
    Amount,
    CounterPosition,
    DepthReading,
    InvertReading,
    LandmarkPosition,
    Lateral,
    Line,
    PitchReading,
    Position,
    RelativePosition,
    Run,
    Sighting,
    StationPosition,
    ThroughoutPosition,
    Visit,
    amount_middle,
    amount_spread,
    has_no_place,
)
from bellstone.core.stations.counter import CounterFit, fit_counter
from bellstone.core.stations.ordering import ANYWHERE, Ordering
from bellstone.core.stations.place import NEAR_FT, NOWHERE, Place
from bellstone.core.stations.run_ties import RunTie, run_tie
from bellstone.core.stations.runs import Calibration, calibrate, is_main, travel_with_flow
from bellstone.core.stations.telling import ordering_of

GROUND_SHARE = 0.05  # a distance along the ground is not the cable's: working value
SAME_MAIN_FT = 3.0  # mains further apart than this are not taken for one: working value
NO_RUN = fit_counter([0.0], [0.0], 1)  # footages said on no run count from the datum, with the flow
ReadAtHead = DepthReading | InvertReading | PitchReading


@dataclass(frozen=True, slots=True)
class Placing:
    """Every sighting's and depth reading's place, and how each run is tied."""

    places: dict[str, Place]
    fits: dict[str, CounterFit]
    ties: tuple[RunTie, ...]
    landmark_stations: dict[str, float]
    ordering: Ordering
    nodes: dict[str, str]  # a sighting and its node in the ordering


@remembered(16, "lateral")  # what is asked of a record after its assessment finds it placed
def placed(lateral: Lateral) -> tuple[Placing, ...]:
    """:func:`place_visits` with the record's own calibration, remembered for the record."""
    return place_visits(lateral, calibrate(lateral))


def place_visits(lateral: Lateral, calibration: Calibration) -> tuple[Placing, ...]:
    """Every visit placed on the one axis, oldest first; a sighting's id names its place in all of them."""
    each = [place_visit(lateral, visit, calibration) for visit in lateral.visits]
    places = {sighting: place for placing in each for sighting, place in placing.places.items()}
    return tuple(replace(placing, places=places) for placing in each)


def place_visit(lateral: Lateral, visit: Visit, calibration: Calibration | None = None) -> Placing:
    """Stations of one visit's sightings.

    Direct positions come from each run's counter fit, a thing seen from several runs from the adjustment
    of them all; relative ones chain from them in the travel direction. A chain tied to nothing is a
    raft; what has neither is order only.
    """
    calibration = calibration or calibrate(lateral)
    marks = calibration.landmarks
    runs = {run.id: run for run in visit.runs}
    fits = {run.id: calibration.fits[visit.id, run.id] for run in visit.runs}
    rafts = {run.id: calibration.rafts.get((visit.id, run.id), "") for run in visit.runs}
    # what was read at the head has a place like any sighting, and moves none; a pitch log tells its counter itself
    elsewhere = (p for p in visit.pitches if not isinstance(p.position, CounterPosition))
    at_head: tuple[ReadAtHead, ...] = (*visit.depths, *visit.inverts, *elsewhere)
    read = [_as_sighting(r) for r in at_head]
    said = (*visit.sightings, *read)
    reach = _reach(said)
    direct = {s.id: _direct(s, s.position, runs, fits, marks, rafts, lateral.lines[0], reach) for s in said}
    adjusted = {s.id: _adjusted(s, direct[s.id], visit, calibration) for s in said}
    chained = _chain(said, runs, {k: v for k, v in adjusted.items() if v is not None})

    chained = _at_the_main(visit.sightings, chained)
    ordered, ordering, nodes = _in_order(visit.sightings, runs, chained, fits, marks)
    ordered |= {r.id: chained.get(r.id, NOWHERE) for r in read}
    ties = tuple(run_tie(lateral, visit, run, calibration) for run in visit.runs)
    return Placing(ordered, fits, ties, marks, ordering, nodes)


def _reach(said: Iterable[Sighting]) -> dict[str | None, Amount]:
    """The farthest footage that each run's counter showed: how far what goes on from a place was seen to go on."""
    out: dict[str | None, Amount] = {}
    for s in said:
        if not isinstance(s.position, CounterPosition):
            continue
        for amount in (s.position.counter, s.position.to):
            if amount is not None and (s.run not in out or amount_middle(amount) > amount_middle(out[s.run])):
                out[s.run] = amount
    return out


def _adjusted(s: Sighting, place: Place | None, visit: Visit, calibration: Calibration) -> Place | None:
    """A point seen from several runs lies where they agree, unless this look is one that does not fit."""
    if place is None or s.item not in calibration.items or place.how != "station" or place.end is not None:
        return place
    if any(t.odd and t.sighting == s.id for t in calibration.shared.get((visit.id, s.run or ""), ())):
        return place
    station, sigma = calibration.items[s.item]
    return replace(place, station=station, sigma=sigma, basis=f"{place.basis}, tied with its other looks")


def vertical_cable(line: Line) -> float:
    """Cable that went straight down, in a stack or a drop, before it ran along the line [ft]; 0 where none was said."""
    return amount_middle(line.vertical_ft) if line.vertical_ft is not None else 0.0


def _as_sighting(reading: ReadAtHead) -> Sighting:
    line = "line0" if isinstance(reading, PitchReading) else reading.line
    return Sighting(
        id=reading.id, item=reading.id, line=line, run=reading.run, position=reading.position, kind="located"
    )


def _direct(
    s: Sighting, position: Position, runs: dict[str, Run], fits: dict[str, CounterFit], marks: dict[str, float],
    rafts: dict[str, str], line: Line, reach: dict[str | None, Amount],
) -> Place | None:  # fmt: skip
    run = s.run or ""
    fit = fits.get(run, NO_RUN)
    ahead = fit.located_ahead if s.kind == "located" else fit.seen_ahead
    match position:
        case CounterPosition(counter=counter, to=to, onward=onward):
            if onward and to is None and amount_middle(reach[s.run]) > amount_middle(counter):
                to = reach[s.run]
            return _from_counter(fit, ahead, counter, to, run or "the only run", rafts.get(run, ""))
        case StationPosition(station=station, to=to):
            end = amount_middle(to) if to else None
            return Place(
                "station",
                "station given",
                amount_middle(station),
                amount_spread(station),
                end,
                amount_spread(to) if to else 0.0,
            )
        case LandmarkPosition():
            return _from_landmark(s, position, runs, marks, line.datum, vertical_cable(line))
        case ThroughoutPosition():
            return Place("throughout", "all along the segment")
    return None


@remembered(12288, "counter", "to")  # an edit leaves most footages, and the fit of their run, as they were
def _from_counter(fit: CounterFit, ahead: float, counter: Amount, to: Amount | None, run: str, raft: str) -> Place:
    said = [(amount_middle(c), amount_spread(c)) for c in (counter, to) if c is not None]
    ends = [(fit.station(c) + ahead, hypot(fit.sigma(c), spread)) for c, spread in said]
    ends.sort()
    (start, sigma), (end, end_sigma) = ends[0], ends[-1]
    how: Literal["station", "raft"] = "station" if fit.tied else "raft"
    extent = (end, end_sigma) if to is not None else (None, 0.0)
    order = (start, 0) if fit.tied else (0.0, 0)
    raft = "" if fit.tied else raft
    return Place(how, f"counter of run {run}", start, sigma, extent[0], extent[1], raft, order)


def _from_landmark(
    s: Sighting, position: LandmarkPosition, runs: dict[str, Run], marks: dict[str, float], datum: str, vertical: float
) -> Place | None:
    if position.landmark not in marks or (position.distance is None and position.side in ("past", "short_of")):
        return None  # nowhere, or only on one side of it: a window
    flow = travel_with_flow(runs.get(s.run or ""), s.travel)
    away = amount_middle(position.distance) if position.distance else 0.0
    sign = {"short_of": -flow, "past": flow}.get(position.side, 0)
    sigma = hypot(0.25, NEAR_FT if position.side == "near" else 0.0)
    if position.measured == "ground":
        # the cable also went down the stack, which nobody walks
        away += vertical if position.landmark == datum else 0.0
        sigma = hypot(sigma, GROUND_SHARE * away, 1.0)
    spread = amount_spread(position.distance) if position.distance else 0.0
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
                travel_with_flow(runs.get(s.run or ""), s.travel) * amount_middle(s.position.distance),
                hypot(0.1, amount_spread(s.position.distance)),
            )
        if s.item in first_of_item:
            link(first_of_item[s.item], s.id, 0.0, 0.1)
        first_of_item.setdefault(s.item, s.id)
        if not has_no_place(s):
            before[s.run] = s
    done = dict[str, Place]()
    for how in ("station", "raft"):  # a counter whose zero was not said still tells what hangs on it
        done |= {k: p for k, p in placed.items() if p.how == how and k not in done}
        _walk(done, links)
    for s in sightings:
        if s.id not in done and s.id in links:
            raft = Place("raft", "measured from its neighbours, tied to nothing yet", 0.0, 0.0, raft=f"raft {s.id}")
            done[s.id] = raft
            _walk(done, links, only=s.id)
    return {**placed, **done}


def _walk(done: dict[str, Place], links: dict[str, list[tuple[str, float, float]]], only: str | None = None) -> None:
    queue = deque([only] if only else [place for place in done if place in links])
    while queue:
        here = queue.popleft()
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


def _at_the_main(sightings: tuple[Sighting, ...], placed: dict[str, Place]) -> dict[str, Place]:
    """The main is one place: reached again without a footage, it lies where it was given one."""
    mains = [s for s in sightings if is_main(s)]
    known = [p for s in mains if (p := placed.get(s.id)) is not None and p.how == "station"]
    if not known or any(abs((p.station or 0.0) - (known[0].station or 0.0)) > SAME_MAIN_FT for p in known):
        return placed
    again = replace(known[0], basis="the main, as another look placed it")
    return placed | {s.id: again for s in mains if s.position.by in ("order", "relative") and s.id not in placed}


def _in_order(
    sightings: tuple[Sighting, ...], runs: dict[str, Run], placed: dict[str, Place], fits: dict[str, CounterFit],
    marks: dict[str, float],
) -> tuple[dict[str, Place], Ordering, dict[str, str]]:  # fmt: skip
    """Everything in pipe order: what has a station by it, the rest by its window and its own pass's telling."""
    ordering, nodes = ordering_of(sightings, runs, placed, fits, marks)
    last = max(ordering.slots.values(), default=(-inf, 0))
    out: dict[str, Place] = {}
    for s in sightings:
        place, order = placed.get(s.id, NOWHERE), ordering.slots.get(nodes[s.id], last)
        if place.how == "station":
            out[s.id] = place if place.order == order else replace(place, order=order)
        else:
            low, high = ordering.windows.get(nodes[s.id], ANYWHERE)
            out[s.id] = replace(place, order=order, low=low, high=high)
    return out, ordering, nodes
