"""Segments from transitions: stretches of one material and bore, in pipe order; ends may have no footage."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import inf
from typing import Any, NamedTuple

from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Pipe, Sighting, Visit
from bellstone.core.stations.place import Place
from bellstone.core.stations.placing import Placing
from bellstone.core.stations.runs import travel_with_flow

Order = tuple[float, int]
FIRST: Order = (-inf, 0)
LAST: Order = (inf, 0)


@dataclass(frozen=True, slots=True)
class Segment:
    """One stretch. ``start`` and ``end`` are stations [ft], None where no footage is known."""

    index: int
    material: str
    bore_in: float | None
    start: float | None
    end: float | None
    start_sigma: float
    end_sigma: float
    order_start: Order
    order_end: Order
    bore_carried: bool = False
    starts_at: str | None = None  # the transition that begins it, where one was told
    ends_at: str | None = None
    starts_node: str = ""  # the boundary that begins it, in the ordering; none for the first
    may_start: float = -inf  # the furthest up and down that it may reach [ft], where an end has no footage
    may_end: float = inf
    latest_start: float = inf
    earliest_end: float = -inf
    may_be: tuple[str, ...] = ()  # materials of which it is one, where it was told so
    age: str = ""
    host: str = ""
    lay_length_ft: float | None = None  # as told; None: a usual one of the material

    @property
    def length(self) -> float | None:
        """Feet from end to end, where both are known."""
        return None if self.start is None or self.end is None else self.end - self.start

    @property
    def name(self) -> str:
        named = " or ".join(_name(m) for m in self.may_be) or _name(self.material)
        named = named.removesuffix(" in a host pipe") if self.host else named
        bore = f" {self.bore_in:g} in" if self.bore_in else ""
        return f"{named}{bore}{f' in {_name(self.host)}' if self.host else ''}{f', {self.age}' if self.age else ''}"

    @property
    def lay_lengths_ft(self) -> tuple[float, ...]:
        """The lengths that its joints may lie apart [ft]: the one that was told, else the usual ones of its material."""
        if self.lay_length_ft is not None:
            return (self.lay_length_ft,)
        return MATERIALS[self.material].lay_lengths_ft if self.material in MATERIALS else ()


def _name(material: str) -> str:
    return MATERIALS[material].name if material in MATERIALS else material


@dataclass(frozen=True, slots=True)
class _Boundary:
    order: Order
    station: float | None
    sigma: float
    upstream: Pipe | None
    downstream: Pipe | None
    told_by: str | None = None
    node: str = ""
    low: float = -inf
    high: float = inf


def segments_of(
    visit: Visit, placing: Placing, start: float | None, end: float | None, end_sigma: float = 0.0
) -> tuple[Segment, ...]:
    """The line's segments in pipe order, from its transitions.

    A transition is told in the travel direction of its pass: against the flow, before and after swap.
    A bore not said is carried from the upstream neighbour of the same material, and the segment says so: another
    material may well have another bore.

    Parameters
    ----------
    start, end : float or None
        Stations where what is known of the line begins and ends [ft].
    """
    changes = sorted(_merged(_boundaries(visit, placing)), key=lambda b: b.order)
    head, boundaries, tail = _at_the_ends(changes, start, end)
    ends = [_Boundary(FIRST, start, 0.0, None, head), *boundaries, _Boundary(LAST, end, end_sigma, tail, None)]
    out: list[Segment] = []
    for i, (a, b) in enumerate(zip(ends, ends[1:], strict=False)):
        inside = _starts_within(visit, placing, a.order, b.order)
        told = [p for p in (a.downstream, inside, b.upstream) if p is not None]
        material = next((p.material for p in told if p.material != "unknown"), "unknown")
        said = next((p.bore_in for p in told if p.bore_in), None)
        before = out[-1] if out else None
        same_pipe = before is not None and before.material == material != "unknown"
        carried = before.bore_in if before is not None and same_pipe and said is None else None
        out.append(
            Segment(
                i, material, said or carried, a.station, b.station, a.sigma, b.sigma, a.order, b.order, carried is not None,
                a.told_by, b.told_by, a.node, a.low if a.station is None else a.station,
                b.high if b.station is None else b.station, a.high if a.station is None else a.station,
                b.low if b.station is None else b.station,
                **_as_told(told, material),
            )
        )  # fmt: skip
    return tuple(out)


def _as_told(told: Sequence[Pipe], material: str) -> dict[str, Any]:
    """What else was said of the pipe of a stretch, by those that name its material: how old, its lay length, a liner's host."""
    of_it = [p for p in told if p.material == material]
    return {
        "may_be": next((p.may_be for p in of_it if p.may_be), ()) if material == "unknown" else (),
        "age": next((p.age for p in of_it if p.age), ""),
        "host": next((p.host for p in of_it if p.host), ""),
        "lay_length_ft": next((p.lay_length_ft for p in of_it if p.lay_length_ft), None),
    }


def _at_the_ends(
    told: Sequence[_Boundary], start: float | None, end: float | None
) -> tuple[Pipe | None, list[_Boundary], Pipe | None]:
    """What was said to begin or end where the line does is no boundary, but says what pipe lies there."""
    inner, head, tail = [], None, None
    for b in told:
        if b.upstream is None and start is not None and b.station is not None and b.station - start < TWIN_FT:
            head = b.downstream
        elif b.downstream is None and end is not None and b.station is not None and end - b.station < TWIN_FT:
            tail = b.upstream
        else:
            inner.append(b)
    return head, inner, tail


TWIN_FT = 1.5  # two looks at one change lie within this


def _boundaries(visit: Visit, placing: Placing) -> list[_Boundary]:
    runs = {run.id: run for run in visit.runs}
    found = []
    for s in visit.sightings:
        if s.change is None or s.kind == PIPE_SAID:
            continue
        place = placing.places[s.id]
        with_flow = travel_with_flow(runs.get(s.run or ""), s.travel) > 0
        pair = (s.change.before, s.change.after) if with_flow else (s.change.after, s.change.before)
        station = place.station if place.how == "station" else None
        ends = (place.low, place.high) if station is None else (station, station)
        found.append(_Boundary(place.order, station, place.sigma, pair[0], pair[1], s.id, placing.nodes[s.id], *ends))
    told = [*found, *_access_changes(visit, placing), *_said_stretches(visit, placing)]
    return [*told, *_unseen_changes(visit, placing, told)]


PIPE_SAID = "pipe"  # what pipe it is, of a stretch, at a place or from here; not a change seen


def _said_stretches(visit: Visit, placing: Placing) -> Iterator[_Boundary]:
    """``0-23 iron 4in``: that pipe lies between those two stations; beyond them nothing is said."""
    for s in visit.sightings:
        place = placing.places[s.id]
        if s.kind != PIPE_SAID or s.change is None or place.how != "station" or place.end is None:
            continue
        start, end = float(place.station or 0.0), place.end
        yield _Boundary((start, 0), start, place.sigma, None, s.change.after, s.id, placing.nodes[s.id], start, start)
        yield _Boundary((end, 0), end, place.end_sigma, s.change.after, None, s.id, placing.nodes[s.id], end, end)


def _access_changes(visit: Visit, placing: Placing) -> list[_Boundary]:
    """Two legs from one access that start in different pipe: the access itself is a boundary."""
    legs: dict[float, dict[int, Pipe]] = {}
    for run in visit.runs:
        if run.starts_in is not None and run.access in placing.landmark_stations:
            station = placing.landmark_stations[run.access]
            legs.setdefault(station, {})[travel_with_flow(run, "out")] = run.starts_in
    return [
        _Boundary((station, 0), station, 0.1, pipes[-1], pipes[1], low=station, high=station)
        for station, pipes in legs.items()
        if len(pipes) == 2 and (pipes[1].material, pipes[1].bore_in) != (pipes[-1].material, pipes[-1].bore_in)
    ]


def _unseen_changes(visit: Visit, placing: Placing, told: Sequence[_Boundary]) -> Iterator[_Boundary]:
    """Between two runs that were said to start in different pipe it changes, though nobody saw where.

    Each pipe is known from its run's access as far as that run went. The change lies between what the two saw; where one
    passed the other's access and told of no change, anywhere from its own access to the other's stretch.
    """
    known = sorted(_known_pipe(visit, placing), key=lambda k: (k.start, k.end))
    for a, b in zip(known, known[1:], strict=False):
        low, high = (a.end, b.start) if a.end <= b.start else (a.start, b.start)
        between = any(t.high > a.access and t.low < b.access for t in told)
        if a.access != b.access and not between and _differ(a.pipe, b.pipe):
            yield _Boundary((low, 1), None, 0.0, a.pipe, b.pipe, low=low, high=high)


class _Known(NamedTuple):
    """The pipe that a run was said to start in: its access, and from where to where it told of anything [ft]."""

    access: float
    start: float
    end: float
    pipe: Pipe


def _known_pipe(visit: Visit, placing: Placing) -> Iterator[_Known]:
    for run in visit.runs:
        fit = placing.fits[run.id]
        zero = fit.station(0.0) if fit.tied and run.zero_at == run.access else None
        access = placing.landmark_stations.get(run.access, zero)
        if access is None or run.starts_in is None:
            continue
        places = (placing.places[s.id] for s in visit.sightings if s.run == run.id)
        seen = [x for p in places if p.how == "station" for x in (p.station, p.end) if x is not None]
        with_flow = travel_with_flow(run, "out") > 0
        start, end = (access, max([access, *seen])) if with_flow else (min([access, *seen]), access)
        yield _Known(access, start, end, run.starts_in)


def _differ(a: Pipe, b: Pipe) -> bool:
    """Whether two pipes cannot be one: another material, or another bore, where both are known."""
    unlike = a.material != b.material and "unknown" not in (a.material, b.material)
    return unlike or bool(a.bore_in and b.bore_in and a.bore_in != b.bore_in)


def _merged(boundaries: list[_Boundary]) -> list[_Boundary]:
    """One boundary where two sightings tell the same change within 1.5 ft."""
    out: list[_Boundary] = []
    for b in sorted(boundaries, key=lambda b: b.order):
        twin = (
            out and out[-1].station is not None and b.station is not None and abs(out[-1].station - b.station) < TWIN_FT
        )
        if out and ((twin and _same(out[-1].downstream, b.downstream)) or _told_again(out[-1], b)):
            continue
        if twin and out and (joint := _meeting(out[-1], b)) is not None:
            out[-1] = joint
            continue
        out.append(b)
    return out


def _meeting(a: _Boundary, b: _Boundary) -> _Boundary | None:
    """One boundary of two at a place, each of which tells but one side of it; None where both tell the same side."""
    if (a.downstream is not None and b.downstream is not None) or (a.upstream is not None and b.upstream is not None):
        return None
    change = a if a.upstream is not None and a.downstream is not None else b
    return replace(change, upstream=a.upstream or b.upstream, downstream=a.downstream or b.downstream)


def _told_again(a: _Boundary, b: _Boundary) -> bool:
    """Whether two changes in a row are one told twice: from one pipe to another, with no way back between them."""
    open_ended = a.station is None or b.station is None
    return open_ended and _same(a.upstream, b.upstream) and _same(a.downstream, b.downstream) and a.low <= b.high


def _same(a: Pipe | None, b: Pipe | None) -> bool:
    return a is not None and b is not None and a.material == b.material


def _starts_within(visit: Visit, placing: Placing, low: Order, high: Order) -> Pipe | None:
    """What pipe a run that starts between two boundaries was said to start in."""
    for run in visit.runs:
        at = placing.landmark_stations.get(run.access, None)
        fit = placing.fits[run.id]
        station = at if at is not None else fit.zero_station if fit.tied else FIRST[0]
        inside = low <= (station, 0) < high if travel_with_flow(run, "out") > 0 else low < (station, 0) <= high
        if run.starts_in is not None and inside:
            return run.starts_in
    for s in visit.sightings:
        place = placing.places[s.id]
        if s.kind == PIPE_SAID and s.change is not None and place.end is None and low <= place.order < high:
            return s.change.after
    return None


def segment_at(segments: tuple[Segment, ...], place: Place) -> Segment:
    """The segment a sighting lies in, by station, else by its place in the telling."""
    for segment in segments:
        if segment.order_start <= place.order < segment.order_end:
            return segment
    return segments[-1]


def segments_about(segments: tuple[Segment, ...], sighting: Sighting, placing: Placing) -> tuple[Segment, ...]:
    """Every segment that a sighting may lie in: more than one where a change between them has no footage.

    A boundary that the telling does not put on one side of it may be on either.
    """
    place, node = placing.places[sighting.id], placing.nodes[sighting.id]
    if place.how == "station" and all(s.start is not None for s in segments[1:]):
        return (segment_at(segments, place),)
    first, last = 0, len(segments) - 1
    for s in segments[1:]:
        side = _side(place, node, s, placing)
        if side > 0:
            first = s.index
        elif side < 0:
            last = min(last, s.index - 1)
    at = segment_at(segments, place).index
    return segments[min(first, at) : max(last, at) + 1]


def _side(place: Place, node: str, segment: Segment, placing: Placing) -> int:
    """On which side of a segment's upstream end a thing lies: +1 downstream, -1 upstream, 0 either."""
    if place.how == "station" and segment.start is not None:
        return 1 if place.order >= segment.order_start else -1
    low, high = (place.station, place.station) if place.how == "station" else (place.low, place.high)
    if low is not None and segment.start is not None and low >= segment.start:
        return 1
    if high is not None and segment.start is not None and high <= segment.start:
        return -1
    if segment.start is None and not segment.starts_node:  # nobody saw it: only its window tells
        return (
            1
            if low is not None and low >= segment.latest_start
            else -1
            if high is not None and high <= segment.may_start
            else 0
        )
    known = segment.starts_node in placing.ordering.windows and node in placing.ordering.windows
    return placing.ordering.side(node, segment.starts_node) if known else 0


def segments_named(segments: tuple[Segment, ...], sighting: Sighting) -> tuple[Segment, ...]:
    """The segments an ``all clay:`` line is said of; every one where no material is named."""
    position = sighting.position
    if position.by != "throughout" or position.material is None:
        return segments
    named = [s for s in segments if s.material == position.material and position.bore_in in (None, s.bore_in)]
    return tuple(named)
