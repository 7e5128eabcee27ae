"""What the telling says of order: each pass of each run as a chain from house to main, and what bounds its things."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import groupby

from bellstone.core.record import BetweenPosition, LandmarkPosition, Run, Sighting, amount_middle, has_no_place
from bellstone.core.stations.counter import CounterFit
from bellstone.core.stations.ordering import Ordering, Window
from bellstone.core.stations.place import NOWHERE, Place
from bellstone.core.stations.runs import called, is_main, travel_with_flow


def ordering_of(
    sightings: Sequence[Sighting], runs: Mapping[str, Run], places: Mapping[str, Place], fits: Mapping[str, CounterFit],
    marks: Mapping[str, float],
) -> tuple[Ordering, dict[str, str]]:  # fmt: skip
    """The order that a visit's telling gives, and the node of each of its sightings.

    Parameters
    ----------
    places : mapping
        Where each sighting lies, as far as it has a station.
    marks : mapping
        Stations of landmarks [ft].
    """
    nodes = {s.id: _node(s, places.get(s.id, NOWHERE)) for s in sightings}
    fixed = {nodes[s.id]: float(places[s.id].station or 0.0) for s in sightings if _is_placed(places.get(s.id))}
    fixed |= {_access(name): station for name, station in marks.items()}
    chains = [*_passes(sightings, runs, nodes), *_landmark_pairs(sightings, runs, nodes, marks)]
    bounds = dict(_bounds(sightings, runs, nodes, fits, marks))
    return Ordering(tuple(chains), fixed, bounds), nodes


def _is_placed(place: Place | None) -> bool:
    return place is not None and place.how == "station" and place.station is not None


def _node(s: Sighting, place: Place) -> str:
    """One node a thing: looks at one item share it until one of them has a station."""
    if _is_placed(place):
        return s.id
    return "the main" if is_main(s) else f"item {s.item}"


def _access(name: str) -> str:
    return f"access {name}"


def _passes(
    sightings: Sequence[Sighting], runs: Mapping[str, Run], nodes: Mapping[str, str]
) -> Iterator[tuple[str, ...]]:
    """Every pass of every run from house to main, from its access, and on the way back up to where it turned."""
    for run_id in sorted({s.run or "" for s in sightings}):
        run = runs.get(run_id)
        said = [s for s in sightings if (s.run or "") == run_id and not has_no_place(s)]
        first = (_access(run.access),) if run is not None and run.access else ()
        turned: tuple[str, ...] = ()
        for travel, group in groupby(said, key=lambda s: s.travel):
            told = tuple(nodes[s.id] for s in group)
            away = (*first, *(told if travel == "out" else (*reversed(told), *turned)))
            turned = told[-1:] if travel == "out" else turned
            yield away if travel_with_flow(run, "out") > 0 else away[::-1]


def _landmark_pairs(
    sightings: Sequence[Sighting], runs: Mapping[str, Run], nodes: Mapping[str, str], marks: Mapping[str, float]
) -> Iterator[tuple[str, ...]]:
    """Past or short of a thing that has no station itself: which of the two comes first."""
    for s in sightings:
        p = s.position
        if not isinstance(p, LandmarkPosition) or p.landmark in marks or p.side not in ("past", "short_of"):
            continue
        named = [x for x in sightings if x.id != s.id and p.landmark.lower() in called(x)]
        if len(named) == 1:
            with_flow = travel_with_flow(runs.get(s.run or ""), s.travel) > 0
            pair = (nodes[named[0].id], nodes[s.id])
            yield pair if (p.side == "past") == with_flow else pair[::-1]


def _bounds(
    sightings: Sequence[Sighting], runs: Mapping[str, Run], nodes: Mapping[str, str], fits: Mapping[str, CounterFit],
    marks: Mapping[str, float],
) -> Iterator[tuple[str, Window]]:  # fmt: skip
    """What a position without a place of its own bounds [ft]: between two footages, past or short of a landmark."""
    for s in sightings:
        match s.position:
            case BetweenPosition(low=low, high=high) if (fit := fits.get(s.run or "")) is None or fit.tied:
                ends = [_seen(fit, amount_middle(end)) for end in (low, high)]
                yield nodes[s.id], (min(ends), max(ends))
            case LandmarkPosition(landmark=name, side=("past" | "short_of") as side, distance=None) if name in marks:
                with_flow = travel_with_flow(runs.get(s.run or ""), s.travel) > 0
                at = marks[name]
                yield nodes[s.id], (at, float("inf")) if (side == "past") == with_flow else (float("-inf"), at)


def _seen(fit: CounterFit | None, counter: float) -> float:
    return counter if fit is None else fit.seen(counter)
