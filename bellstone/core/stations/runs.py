"""Every run of every visit tied to one axis: known points, landmarks and things seen twice, in one adjustment."""

from collections import Counter, defaultdict
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from math import hypot
from typing import NamedTuple

import numpy as np
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

from bellstone.core.record import (
    CounterPosition,
    KnownPoint,
    Lateral,
    Rec,
    Run,
    Sighting,
    Visit,
    amount_middle,
    amount_spread,
)
from bellstone.core.stations.adjustment import Adjusted, adjust_runs
from bellstone.core.stations.counter import (
    SIGMA_KNOWN_POINT_FT,
    SIGMA_SCALE,
    SIGMA_SCALE_LOOSE,
    SIGMA_SCALE_SET,
    SIGMA_TIE_FT,
    CounterFit,
)

RunKey = tuple[str, str]  # visit, run
FACING = {"main": 1, "house": -1, "unknown": 0}
UNKNOWN_FACING_FT = 0.6  # 1 ft either way, evenly: 1/sqrt(3); which way the head looked is not said
EXTENT_TIE_FT = 0.5  # sigma of the middle of a stretch seen twice: working value


class SharedTie(Rec):
    """One look at a thing seen from several runs, and how far it is off the adjustment [ft]."""

    item: str
    sighting: str
    counter_ft: float
    off_by_ft: float
    odd: bool


@dataclass(frozen=True, slots=True)
class Calibration:
    """Each run's fit; stations and sigmas of shared items and of landmarks [ft]; what hangs together untied."""

    fits: dict[RunKey, CounterFit]
    items: dict[str, tuple[float, float]]
    landmarks: dict[str, float]
    rafts: dict[RunKey, str]  # an untied run and the first run of those it hangs together with
    shared: dict[RunKey, tuple[SharedTie, ...]]
    undecided: dict[RunKey, tuple[float, ...]]  # misfits [ft] of readings that disagree, none to blame


class _Reading(NamedTuple):
    """One counter at one place: ``key`` names the place, ``station`` is known or None."""

    run: RunKey
    counter: float
    key: str
    station: float | None
    sigma: float
    ahead: float
    known: int | None = None  # index among the run's known points, the zero first
    sighting: Sighting | None = None


def travel_with_flow(run: Run | None, travel: str) -> int:
    """+1 where a pass moves with the flow, -1 against; a head of unknown facing is taken as facing the main."""
    out = -1 if run is not None and run.head_faces == "house" else 1
    return out if travel == "out" else -out


def is_main(s: Sighting) -> bool:
    """Whether a sighting is of the public main itself."""
    surely = s.sureness != "unsure" and not s.none_of
    return surely and (s.kind == "main" or (s.kind == "ends_at" and s.form in ("main", None)))


def called(s: Sighting) -> set[str]:
    """What a sighting may be named by when something is told from it: ``wye``, ``fitting wye``, its own words."""
    kind, form = s.kind.replace("_", " "), (s.form or "").replace("_", " ")
    return {name.strip().lower() for name in (s.text, kind, form, f"{form} {kind}", f"{kind} {form}") if name.strip()}


def head_ahead(run: Run) -> tuple[float, float]:
    """How far with the flow of the run's station what is seen, and what is located, lies [ft].

    The beacon sits behind the lens and the lens looks ahead (handbook 2.1). A run tied by locates alone
    is the beacon's; any other is the eye's.

    >>> head_ahead(Run(id="A", head_faces="main")), head_ahead(Run(id="A", head_faces="house"))
    ((0.0, -1.0), (0.0, 1.0))
    """
    reach = FACING[run.head_faces] * (run.beacon_to_lens_ft + run.viewing_ft)
    located = bool(run.known_points) and all(p.basis == "locator" for p in run.known_points)
    return (reach, 0.0) if located else (0.0, -reach)


def calibrate(lateral: Lateral) -> Calibration:
    """Tie every run to the datum, in one robust adjustment of all readings that tie anything.

    Readings are known points, zeros at landmarks, and things seen more than once; places whose station
    is not known are solved with the runs. Runs tied to each other but to nothing known hang together as
    a raft on the first of them. With nothing known at all the first run's zero is the datum.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> page = "run A cleanout, facing main, counts to main\\n40 roots ball\\n"
    >>> page += "run B yard, facing house, zero not said\\n10 roots ball same 40\\n"
    >>> found = calibrate(record_from_page(page)[0])
    >>> round(found.fits["visit1", "B"].station(0), 1), found.shared["visit1", "B"][0].off_by_ft
    (50.0, 0.0)
    """
    runs = {(v.id, r.id): r for v in lateral.visits for r in v.runs}
    marks = known_stations(lateral)
    every = _readings(lateral, marks)
    readings = _tying(every)
    free = _components(runs, readings)
    readings = readings + _frames(free)
    ways = _directions(runs, readings)
    adjusted, places = _adjust(runs, readings, ways)
    return _calibration(runs, readings, ways, adjusted, places, marks, free, lateral, every)


def known_stations(lateral: Lateral) -> dict[str, float]:
    """Landmarks whose station is measured; the datum is 0 and never moves [ft]."""
    marks = {mark.name: mark.station_ft for mark in lateral.landmarks if mark.station_ft is not None}
    if lateral.lines[0].datum:
        marks[lateral.lines[0].datum] = 0.0
    return marks


def counting(run: Run) -> int | None:
    """c of the counter: +1 counts up towards the main, -1 towards the house, None not said."""
    return {"main": 1, "house": -1, "unknown": None}[run.counts_up_towards]


def _readings(lateral: Lateral, marks: dict[str, float]) -> list[_Reading]:
    names = {mark.name.lower(): mark.name for mark in lateral.landmarks}
    looks = Counter(s.item for visit in lateral.visits for s in visit.sightings)
    alone = _named_alone(lateral, names)
    out: list[_Reading] = []
    for visit in lateral.visits:
        by_run = {r.id: r for r in visit.runs}
        for run in visit.runs:
            out += _known_readings(visit, run, marks)
        for s in visit.sightings:
            named = names.get((s.text or s.kind.replace("_", " ")).strip().lower()) or alone.get(s.id)
            if named is None and looks[s.item] < 2:
                continue  # seen once: it ties nothing
            run_of = by_run.get(s.run or "")
            if run_of is not None and isinstance(s.position, CounterPosition):
                out.append(_seen_reading(visit, run_of, s, s.position, marks, named))
    return out


def _named_alone(lateral: Lateral, names: dict[str, str]) -> dict[str, str]:
    """Sightings that a landmark's name fits, such as the only wye, where it fits no other: by id, the landmark's name."""
    fits: dict[str, list[str]] = defaultdict(list)
    fitting: dict[tuple[str, str, str | None], set[str]] = {}  # most sightings are called as others are
    for visit in lateral.visits:
        for s in visit.sightings:
            words = (s.text, s.kind, s.form)
            if words not in fitting:
                fitting[words] = called(s) & names.keys()
            for name in fitting[words]:
                fits[names[name]].append(s.id)
    return {ids[0]: name for name, ids in fits.items() if len(ids) == 1}


def _known_readings(visit: Visit, run: Run, marks: dict[str, float]) -> Iterable[_Reading]:
    key, (seen, located) = (visit.id, run.id), head_ahead(run)
    if run.zero_at:
        yield _Reading(key, 0.0, f"mark {run.zero_at}", marks.get(run.zero_at), SIGMA_KNOWN_POINT_FT, 0.0, 0)
    elif run.counter_error == "scale" and run.access in marks:
        yield _Reading(key, 0.0, f"mark {run.access}", marks[run.access], SIGMA_KNOWN_POINT_FT, 0.0)
    first = 1 if run.zero_at else 0
    for n, point in enumerate(run.known_points):
        station = point.station_ft if point.landmark is None else marks.get(point.landmark)
        ahead = located if point.basis == "locator" else seen
        sigma = hypot(SIGMA_KNOWN_POINT_FT, _facing_sigma(run, point))
        yield _Reading(key, point.counter_ft, f"mark {point.landmark}", station, sigma, ahead, first + n)


def _facing_sigma(run: Run, point: KnownPoint) -> float:
    mixed = point.basis == "locator" and head_ahead(run.model_copy(update={"head_faces": "main"}))[1] != 0
    return UNKNOWN_FACING_FT if mixed and run.head_faces == "unknown" else 0.0


def _seen_reading(
    visit: Visit, run: Run, s: Sighting, position: CounterPosition, marks: dict[str, float], named: str | None
) -> _Reading:
    seen, located = head_ahead(run)
    counter, sigma = amount_middle(position.counter), hypot(SIGMA_TIE_FT, amount_spread(position.counter))
    if position.to is not None:
        counter, sigma = (counter + amount_middle(position.to)) / 2, hypot(sigma, EXTENT_TIE_FT)
    key, station = (f"mark {named}", marks.get(named)) if named else (f"item {s.item}", None)
    return _Reading((visit.id, run.id), counter, key, station, sigma, located if s.kind == "located" else seen, None, s)


def _tying(readings: list[_Reading]) -> list[_Reading]:
    """Those that tie anything: a known station, or a place read more than once. What is named like a
    landmark measured elsewhere ties only as far as it is a known point: a fence seen is not a fence taped."""
    count: dict[str, int] = defaultdict(int)
    for r in readings:
        count[r.key] += 1
    return [r for r in readings if (r.station is not None and r.sighting is None) or (r.station is None and count[r.key] > 1)]  # fmt: skip


def _components(runs: dict[RunKey, Run], readings: list[_Reading]) -> list[list[RunKey]]:
    """Groups of runs that hang together and on nothing known, each in the order told."""
    if {r.run for r in readings if r.station is not None} >= runs.keys():
        return []
    keys = ["known", *dict.fromkeys(r.key for r in readings if r.station is None)]
    of_run = {run: n for n, run in enumerate(runs)}
    of_key = {key: n for n, key in enumerate(keys)}
    pairs = [(of_run[r.run], len(runs) + (0 if r.station is not None else of_key[r.key])) for r in readings]
    size = len(runs) + len(keys)
    ends = np.array(pairs, int).reshape(-1, 2)
    tied = coo_array((np.ones(len(pairs)), (ends[:, 0], ends[:, 1])), shape=(size, size))
    group = connected_components(tied, directed=False)[1]
    groups: dict[int, list[RunKey]] = defaultdict(list)
    for run, n in of_run.items():
        if group[n] != group[len(runs)]:
            groups[group[n]].append(run)
    return list(groups.values())


def _frames(free: list[list[RunKey]]) -> list[_Reading]:
    """A zero for each group that has none, so that it can be solved."""
    return [_Reading(group[0], 0.0, "frame", 0.0, SIGMA_KNOWN_POINT_FT, 0.0) for group in free]


def _directions(runs: dict[RunKey, Run], readings: list[_Reading]) -> dict[RunKey, int]:
    """Each run's c; where it is not said, the way that fits its readings better, else the way it was pushed."""
    ways = {key: counting(run) or travel_with_flow(run, "out") for key, run in runs.items()}
    for key, run in runs.items():
        own = [r for r in readings if r.run == key]
        if counting(run) is None and len(own) > 1:
            misfit: Callable[[int], float] = lambda way, key=key: float(  # type: ignore[misc]  # noqa: E731
                np.square(_adjust(runs, readings, ways | {key: way})[0].misfit).sum()
            )
            ways[key] = min((1, -1), key=misfit)
    return ways


def _adjust(
    runs: dict[RunKey, Run], readings: list[_Reading], ways: dict[RunKey, int]
) -> tuple[Adjusted, dict[str, int]]:
    number = {key: n for n, key in enumerate(runs)}
    places = {k: n for n, k in enumerate(dict.fromkeys(r.key for r in readings if r.station is None))}
    prior = {"zero": SIGMA_SCALE_SET, "scale": SIGMA_SCALE_LOOSE, None: SIGMA_SCALE}
    adjusted = adjust_runs(
        [number[r.run] for r in readings],
        [ways[r.run] * r.counter for r in readings],
        [places[r.key] if r.station is None else -1 for r in readings],
        [r.station or 0.0 for r in readings],
        [r.sigma for r in readings],
        [prior[run.counter_error] for run in runs.values()],
        [r.ahead for r in readings],
    )
    return adjusted, places


@dataclass(slots=True)
class _OfRun:
    off_by: dict[int, float] = field(default_factory=dict)
    odd: list[int] = field(default_factory=list)
    shared: list[SharedTie] = field(default_factory=list)
    undecided: list[float] = field(default_factory=list)


def _calibration(
    runs: dict[RunKey, Run], readings: list[_Reading], ways: dict[RunKey, int], adjusted: Adjusted,
    places: dict[str, int], marks: dict[str, float], free: list[list[RunKey]], lateral: Lateral,
    every: list[_Reading],
) -> Calibration:  # fmt: skip
    odd = {i for group in adjusted.named for i in group}
    of_run = {key: _OfRun() for key in runs}
    for i, r in enumerate(readings):
        mine, off = of_run[r.run], float(adjusted.misfit[i])
        if r.known is not None:
            mine.off_by[r.known] = off
            mine.odd += [r.known] if i in odd else []
        if r.sighting is not None:
            item, sighting = r.sighting.item, r.sighting.id
            off_by = round(off, 6) + 0.0
            mine.shared.append(
                SharedTie(item=item, sighting=sighting, counter_ft=r.counter, off_by_ft=off_by, odd=i in odd)
            )
        mine.undecided += [off] if i in adjusted.undecided else []
    rafts = {key: group[0][1] for group in free for key in group}
    if free and len(rafts) == len(runs) and not lateral.lines[0].datum:
        rafts = {key: raft for key, raft in rafts.items() if key not in free[0]}  # the first run's zero is the datum
    fits = {key: _fit(runs[key], n, ways[key], adjusted, of_run[key], key not in rafts) for n, key in enumerate(runs)}
    tied = {r.key for r in readings if r.run not in rafts}
    stations = {k: (float(adjusted.place[n]), float(adjusted.place_sigma[n])) for k, n in places.items() if k in tied}
    named = {k.removeprefix("mark "): s for k, (s, _) in stations.items() if k.startswith("mark ")}
    shared = {r.sighting.item: stations[r.key] for r in readings if r.sighting is not None and r.key in stations}
    landmarks = marks | named
    return Calibration(
        fits, shared, landmarks | _told_once(every, fits, landmarks), rafts,
        {key: tuple(m.shared) for key, m in of_run.items()}, {key: tuple(m.undecided) for key, m in of_run.items()},
    )  # fmt: skip


def _fit(run: Run, n: int, way: int, adjusted: Adjusted, mine: _OfRun, tied: bool) -> CounterFit:
    cov = adjusted.covariance[2 * n : 2 * n + 2, 2 * n : 2 * n + 2].tolist()
    count = (1 if run.zero_at else 0) + len(run.known_points)
    off = tuple(mine.off_by.get(i) for i in range(count))
    seen, located = head_ahead(run)
    return CounterFit(
        float(adjusted.zero[n]), float(adjusted.scale[n]), way, ((cov[0][0], cov[0][1]), (cov[1][0], cov[1][1])),
        off, mine.odd[0] if mine.odd else None, tied, seen, located,
    )  # fmt: skip


def _told_once(readings: list[_Reading], fits: dict[RunKey, CounterFit], marks: dict[str, float]) -> dict[str, float]:
    """Landmarks read once, on a tied run: their stations, so that others can be told from them [ft]."""
    out: dict[str, float] = {}
    for r in readings:
        name = r.key.removeprefix("mark ")
        if r.key.startswith("mark ") and name not in marks and name != "None" and fits[r.run].tied:
            out.setdefault(name, fits[r.run].station(r.counter) + r.ahead)
    return out
