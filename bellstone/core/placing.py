"""Where everything lies: each run's counter tied to stations, chains, rafts and what is order only."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from math import hypot
from typing import Literal

from bellstone.core.amounts import ROOT_12, amount_middle, amount_spread
from bellstone.core.calibration import Calibration, SharedTie, calibrate, travel_with_flow
from bellstone.core.record import (
    Amount,
    BetweenPosition,
    CounterPosition,
    DepthReading,
    InvertReading,
    LandmarkPosition,
    Lateral,
    Line,
    PitchReading,
    Position,
    Rec,
    RelativePosition,
    Run,
    Sighting,
    StationPosition,
    ThroughoutPosition,
    Visit,
)
from bellstone.core.remembering import Same
from bellstone.core.stationing import FLAG_OFF_FT, FLAG_SCALE, Z_90, CounterFit, fit_counter
from bellstone.core.units import tidy

NEAR_FT = 1.5  # sigma of "near" a landmark: working value
GROUND_SHARE = 0.05  # a distance along the ground is not the cable's: working value
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


ReadAtHead = DepthReading | InvertReading | PitchReading
NOWHERE = Place("order", "only its place in the telling")


class ZeroOrScale(Rec):
    """A difference with two explanations: the counter started ``shift_ft`` away, or stretches by ``stretch_pct``."""

    shift_ft: float
    stretch_pct: float | None


class RunTie(Rec):
    """How one run's counter is tied, said for the screen."""

    run: str
    tied: bool
    zero_station_ft: float
    scale: float
    direction: int
    flow: int  # +1: travels out with the flow
    facing: Literal["main", "house", "unknown"]
    off_by_ft: tuple[float | None, ...]  # the zero's first, where it was said; None: its station is not known
    odd_point: int | None
    basis: str
    shared: tuple[SharedTie, ...] = ()
    zero_or_scale: ZeroOrScale | None = None
    questions: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Placing:
    """Every sighting's and depth reading's place, and how each run is tied."""

    places: dict[str, Place]
    fits: dict[str, CounterFit]
    ties: tuple[RunTie, ...]
    landmark_stations: dict[str, float]


def placed(lateral: Lateral) -> tuple[Placing, ...]:
    """:func:`place_visits` with the record's own calibration, remembered for the record."""
    return _placed(Same(lateral))


@lru_cache(maxsize=16)  # what is asked of a record after its assessment finds it placed
def _placed(lateral: Same[Lateral]) -> tuple[Placing, ...]:
    return place_visits(lateral.it, calibrate(lateral.it))


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
    direct = {s.id: _direct(s, s.position, runs, fits, marks, rafts, lateral.lines[0]) for s in said}
    adjusted = {s.id: _adjusted(s, direct[s.id], visit, calibration) for s in said}
    chained = _chain(said, runs, {k: v for k, v in adjusted.items() if v is not None})
    ordered = _in_order(visit.sightings, runs, chained)
    ordered |= {r.id: chained.get(r.id, NOWHERE) for r in read}
    ties = tuple(_tie(lateral, visit, run, calibration) for run in visit.runs)
    return Placing(ordered, fits, ties, marks)


def _adjusted(s: Sighting, place: Place | None, visit: Visit, calibration: Calibration) -> Place | None:
    """A point seen from several runs lies where they agree, unless this look is one that does not fit."""
    odd = any(t.odd and t.sighting == s.id for t in calibration.shared.get((visit.id, s.run or ""), ()))
    if place is None or place.how != "station" or place.end is not None or odd or s.item not in calibration.items:
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
    rafts: dict[str, str], line: Line,
) -> Place | None:  # fmt: skip
    run = s.run or ""
    fit = fits.get(run, NO_RUN)
    ahead = fit.located_ahead if s.kind == "located" else fit.seen_ahead
    match position:
        case CounterPosition(counter=counter, to=to):
            return _from_counter(fit, ahead, Same(counter), Same(to), run or "the only run", rafts.get(run, ""))
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
        case BetweenPosition(low=low, high=high):
            a, b = fit.station(amount_middle(low)) + ahead, fit.station(amount_middle(high)) + ahead
            sigma = hypot(abs(b - a) / ROOT_12, fit.sigma((amount_middle(low) + amount_middle(high)) / 2))
            return Place(
                "station" if fit.tied else "raft", "between two footages", (a + b) / 2, sigma, raft=rafts.get(run, "")
            )
        case LandmarkPosition():
            return _from_landmark(s, position, runs, marks, line.datum, vertical_cable(line))
        case ThroughoutPosition():
            return Place("throughout", "all along the segment")
    return None


@lru_cache(maxsize=12288)  # an edit leaves most footages, and the fit of their run, as they were
def _from_counter(
    fit: CounterFit, ahead: float, counter_: Same[Amount], to_: Same[Amount | None], run: str, raft: str
) -> Place:
    counter, to = counter_.it, to_.it
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
    if position.landmark not in marks:
        return None
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
            place = placed.get(s.id, NOWHERE)
            if place.how == "station" and place.station is not None:
                last, count = max(last, place.station), 0
                at = (place.station, 0)
                out[s.id] = place if place.order == at else replace(place, order=at)
            else:
                count += 1
                out[s.id] = replace(place, order=(last, count))
    return out


def _tie(lateral: Lateral, visit: Visit, run: Run, calibration: Calibration) -> RunTie:
    key = (visit.id, run.id)
    fit, shared = calibration.fits[key], calibration.shared[key]
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
        shared=shared,
        basis=_tie_words(lateral, fit, shared),
        zero_or_scale=_zero_or_scale(run, fit, shared),
        questions=tuple(_questions(run, fit, calibration.undecided[key], shared)),
    )


def _zero_or_scale(run: Run, fit: CounterFit, shared: tuple[SharedTie, ...]) -> ZeroOrScale | None:
    """The two explanations of a difference that the data cannot tell apart, or None.

    A run that starts somewhere not said with one thing known, and a run whose zero and one known point
    are further apart than the counter says, fit as well by another zero as by a stretch.
    """
    known = len(_offs(fit))
    if not fit.tied or run.counter_error is not None or not run.access:
        return None
    if run.zero_at is None and known + len({t.item for t in shared}) == 1:
        return ZeroOrScale(shift_ft=fit.zero_station, stretch_pct=None)
    if run.zero_at is not None and known == 2 and not shared and len(run.known_points) == 1:
        counter, (at_zero, at_point) = run.known_points[0].counter_ft, _offs(fit)
        gap = (fit.station(counter) - at_point) - (fit.zero_station - at_zero) - fit.direction * counter
        # a stretch that counters commonly have needs no other explanation
        if abs(gap) > FLAG_OFF_FT and counter and abs(gap / counter) > FLAG_SCALE:
            return ZeroOrScale(shift_ft=gap, stretch_pct=100 * gap / counter * fit.direction)
    return None


def _offs(fit: CounterFit) -> list[float]:
    """How far each known point that has a station is off [ft]."""
    return [off for off in fit.off_by if off is not None]


def _questions(run: Run, fit: CounterFit, undecided: tuple[float, ...], shared: tuple[SharedTie, ...]) -> Iterator[str]:
    if run.zero_at is None and run.known_points and len(_offs(fit)) + len(shared) == 1 and not run.counter_error:
        yield (
            "The zero is not said and one point is known: a stretch or a shift of the counter cannot be told apart. "
            "Where was it zeroed?"
        )
    if run.zero_at is None and not run.known_points and not shared:
        yield "Where the counter was zeroed is not said: taken as the datum."
    if run.counts_up_towards == "unknown":
        yield "Which way the counter counts is not said: taken as the way the head was pushed, or as its points fit."
    if run.head_faces == "unknown":
        yield "Which way the head faced is not said: sides and up or drop stay open."
    if fit.tied and abs(fit.scale - 1) > FLAG_SCALE:
        yield f"The counter {_scale_words(fit)}: more than 3 %, check the known points."
    if undecided or (fit.odd_point is None and any(abs(off) > FLAG_OFF_FT for off in _offs(fit))):
        worst = max(abs(off) for off in (*_offs(fit), *undecided))
        yield f"A known point is off by {worst:.1f} ft, and none can be told to be the wrong one: read another."
    if fit.odd_point is not None and (odd := fit.off_by[fit.odd_point]) is not None:
        yield f"Known point {fit.odd_point + 1} does not fit the others: off by {abs(odd):.1f} ft."
    for tie in shared:
        if tie.odd:
            yield (
                f"What was seen at {tidy(tie.counter_ft, 1)} does not fit where its other look puts it: off by "
                f"{abs(tie.off_by_ft):.1f} ft. Check both footages, or say that they are two things."
            )


def _scale_words(fit: CounterFit) -> str:
    error = (1 - 1 / fit.scale) * 100
    return f"reads {abs(error):.1f} % {'short' if error > 0 else 'long'}" if abs(error) >= 0.05 else ""


def _tie_words(lateral: Lateral, fit: CounterFit, shared: tuple[SharedTie, ...]) -> str:
    if not fit.tied:
        return "tied to nothing yet: type one footage that is known, such as 0 = front cleanout"
    datum = lateral.lines[0].datum or "its own zero"
    way = f"counts up towards the {'main' if fit.direction > 0 else 'house'}"
    words = [f"starts at {tidy(fit.zero_station, 1)} ft from {datum}", way, _scale_words(fit)]
    offs = [*(abs(o) for o in _offs(fit)), *(abs(t.off_by_ft) for t in shared if not t.odd)]
    if len(offs) > 1:
        words.append(f"off by {max(offs):.1f} ft at most")
    if shared:
        words.append(f"tied by {len(shared)} look{'s' if len(shared) > 1 else ''} at things seen twice")
    return ", ".join(w for w in words if w)
