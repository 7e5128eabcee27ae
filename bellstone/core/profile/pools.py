"""What was read of standing water, as pools: their looks, their shores, and what holds each."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import hypot, sqrt
from typing import NamedTuple

import numpy as np

from bellstone.core.findings import Resolved
from bellstone.core.ground import IN_PER_FT, RANGE_TO_SIGMA, ROOT_12
from bellstone.core.profile.bed import Dam
from bellstone.core.profile.mesh import SNAP_FT, Reach
from bellstone.core.profile.pipe_rows import SIGMA_DATUM_FT
from bellstone.core.profile.reaches import bore_at
from bellstone.core.profile.said import SIGMA_STEP_READ_FT, Hold, Level, StepRead, shore_sigma
from bellstone.core.record import NotSame, amount_middle
from bellstone.core.scheme import Bounds, Scheme, size_bounds
from bellstone.core.stations import Interval

HEAD_RADIUS_FT = 0.06  # a 1 1/2 in head: working value
SIGMA_REST_FT = 0.02
SAME_POND_FT = 10.0  # readings at rest closer than this, with no dry between, are one pond's: working value
ENDS_FT = 1.0
DAM_NEAR_FT = 1.5  # water that ends this close to a dam or an up-step is held by it: working value
SPILL_WITHIN_FT = 20.0  # how far below a single reading its spill point is looked for: working value
Limits = Mapping[str, Interval]
NO_LIMITS: Limits = {}


@dataclass(frozen=True, slots=True)
class Told:
    """A pond of readings: the items that tell it, and the item that holds it, where one was recorded.

    ``start`` to ``end`` and ``depth`` with its ``sigma`` as they were read [ft], the depth at ``at``; ``shaped`` where a
    shore or an extent was read; ``is_main`` where the main's level explains it; ``cause`` the one that was said.
    """

    items: tuple[str, ...]
    held_by: str = ""
    start: float = 0.0
    end: float = 0.0
    at: float = 0.0
    depth: float = 0.0
    sigma: float = SIGMA_REST_FT
    shaped: bool = True
    is_main: bool = False
    cause: str = ""


class MainLevel(NamedTuple):
    """How high the main stands above a line's own invert at its outlet, with its sigma [ft]."""

    above: float
    sigma: float


def size_sigma(bounds: Bounds, form: str) -> float:
    """Sigma of a size said as a range, a word or a bound, in its own unit."""
    return (bounds.high - bounds.low) / (ROOT_12 if form in ("at_least", "at_most") else RANGE_TO_SIGMA)


@dataclass(frozen=True, slots=True)
class _AtRest:
    """One look at still water: where, how far, how deep with its sigma [ft]; ``under`` a head went below it."""

    row: Resolved
    start: float
    end: float | None
    depth: float
    sigma: float
    least: float
    under: bool

    @property
    def last(self) -> float:
        return self.end if self.end is not None else self.start


def _looks(rows: Sequence[Resolved], reaches: Sequence[Reach], drains_min: float, scheme: Scheme) -> Iterator[_AtRest]:
    """Depths read at rest that have a place, and heads under water: never a running one, never a forecast."""
    for r in rows:
        s, station = r.sighting, r.place.station
        if s.kind not in ("standing", "submerged") or station is None:
            continue
        if s.water != "rest" and not (s.kind == "submerged" and s.water in (None, "unknown")):
            continue
        bore = bore_at(reaches, station)
        suspect = 2.0 if s.sureness == "unsure" else 1.0
        bounds = size_bounds(s.size, "depth", bore * IN_PER_FT, scheme) if s.size is not None else None
        if s.kind == "submerged":
            least = min((bounds.low if bounds else 2 * HEAD_RADIUS_FT * IN_PER_FT) / IN_PER_FT, 0.95 * bore)
            yield _AtRest(r, station, r.place.end, (least + bore) / 2, suspect * (bore - least) / ROOT_12, least, True)
        elif bounds is not None and s.size is not None:
            off = amount_middle(s.minutes_off) if s.minutes_off is not None else None
            read = max(size_sigma(bounds, s.size.form) / IN_PER_FT, SIGMA_REST_FT)
            sigma = hypot(read, _draining_sigma(off, drains_min))
            yield _AtRest(r, station, r.place.end, bounds.likely / IN_PER_FT, suspect * sigma, 0.0, False)


def _shores(rows: Sequence[Resolved]) -> Iterator[tuple[_AtRest, _AtRest]]:
    """Where water at rest was seen to begin and to end, told without a depth: ``15-22 standing rest``."""
    for r in rows:
        s, start, end = r.sighting, r.place.station, r.place.end
        told = s.kind == "standing" and s.water == "rest" and s.size is None and s.sureness == "sure"
        if told and start is not None and end is not None:
            yield (
                _AtRest(r, start, None, 0.0, SHORE_FT, 0.0, False),
                _AtRest(r, end, None, 0.0, SHORE_FT, 0.0, False),
            )


def _with_shores(pond: list[_AtRest], shores: Sequence[tuple[_AtRest, _AtRest]]) -> list[_AtRest]:
    """A pond whose depth was read at a spot alone, with the ends that were told of it in another line."""
    if any(k.end is not None or k.depth <= 0 for k in pond):
        return pond  # it was read to end somewhere
    around = next((two for two in shores if all(two[0].start < k.start < two[1].start for k in pond)), None)
    return pond if around is None else [around[0], *pond, around[1]]


def pool_levels(
    rows: Sequence[Resolved], reaches: Sequence[Reach], dams: Sequence[Dam], steps: Sequence[StepRead],
    dry: Sequence[tuple[float, float]], not_same: Sequence[NotSame], said: Mapping[str, str], main: MainLevel | None,
    drains_min: float, scheme: Scheme,
) -> tuple[tuple[Level, ...], tuple[Hold, ...], tuple[Told, ...]]:  # fmt: skip
    """The readings at rest as pools: rows of the adjustment, what holds each pool, and what was read of it.

    The main's own pool is one like any other: its level stands so far above the outlet, and the readings that it
    explains are of it.

    Parameters
    ----------
    said : mapping
        The cause that was said of an item's water.
    drains_min : float
        How long the line takes to drain down [min]: a depth read sooner is known by so much less.
    """
    looks = sorted(_looks(rows, reaches, drains_min, scheme), key=lambda k: k.start)
    ponds = _grouped(looks, dry, {frozenset((n.a, n.b)) for n in not_same})
    shores = list(_shores(rows))
    ponds = [_with_shores(pond, shores) for pond in ponds]
    of_main = _of_the_main(ponds, main, reaches[-1], dry) if main is not None else []
    ponds = ponds[: len(ponds) - len(of_main)]
    levels: list[Level] = []
    holds: list[Hold] = []
    told: list[Told] = []
    for n, pond in enumerate(ponds):
        after = ponds[n + 1][0].start if n + 1 < len(ponds) else reaches[-1].end
        dry_after = min((a for a, _ in dry if a >= pond[-1].start), default=reaches[-1].end)
        hold, held_by = _hold(pond, dams, steps, min(after, dry_after, reaches[-1].end))
        levels += _pond_levels(n, pond, hold, reaches[0].grade)
        holds.append(hold)
        told.append(_told(pond, held_by, said))
    if main is not None:
        end = reaches[-1].end
        hold = Hold(end, end, end, main.above, max(main.sigma, SIGMA_DATUM_FT))
        levels += [level for pond in of_main for level in _pond_levels(len(holds), pond, hold, reaches[-1].grade)]
        holds.append(hold)
        looks = [k for pond in of_main for k in pond]
        told.append(
            replace(_told(looks, "", said), is_main=True)
            if looks
            else Told((), start=end, end=end, at=end, is_main=True)
        )
    return tuple(levels), tuple(holds), tuple(told)


def _told(pond: Sequence[_AtRest], held_by: str, said: Mapping[str, str]) -> Told:
    """What was read of a pool, in one."""
    deepest = max((k for k in pond if not k.under), key=lambda k: k.depth, default=max(pond, key=lambda k: k.depth))
    wet = [k for k in pond if k.depth > 0]
    items = tuple(dict.fromkeys(k.row.sighting.item for k in pond))
    return Told(
        items, held_by, min(k.start for k in wet), max(k.last for k in wet), deepest.last, deepest.depth, deepest.sigma,
        shaped=len(wet) < len(pond) or any(k.end is not None for k in wet) or bool(held_by),
        cause=next((said[item] for item in items if item in said), ""),
    )  # fmt: skip


MAIN_REACH_FT = 3.0  # water that was seen to end further above the outlet than this is not the main's: working value
EXPLAINED_SIGMAS = 3.0


def _of_the_main(
    ponds: Sequence[Sequence[_AtRest]], main: MainLevel, reach: Reach, dry: Sequence[tuple[float, float]]
) -> list[Sequence[_AtRest]]:
    """The pools that the main's level explains, from the outlet up: behind one that it does not, none is its."""
    until = next((n for n, pond in enumerate(reversed(ponds)) if not _explained(pond, main, reach, dry)), len(ponds))
    return list(ponds[len(ponds) - until :])


def _explained(pond: Sequence[_AtRest], main: MainLevel, reach: Reach, dry: Sequence[tuple[float, float]]) -> bool:
    """Whether the main's level explains a pool: no deeper than it makes it there, and no longer.

    Above the outlet by s ft the main stands main.above - grade s over the bed, by hypot of both sigmas.
    """
    wet = [k for k in pond if k.depth > 0]
    last = max(k.last for k in wet)
    ends = any(k.end is not None for k in wet) or len(wet) < len(pond)
    if (ends and last < reach.end - MAIN_REACH_FT) or any(last <= a and b <= reach.end for a, b in dry):
        return False
    for k in wet:
        away = reach.end - k.last
        read = EXPLAINED_SIGMAS * hypot(k.sigma, main.sigma, SIGMA_REST_FT)
        # a grade not read would let the main's level reach anywhere: flatter by one sigma, no more
        if k.depth > main.above - (reach.grade - reach.grade_sigma) * away + read:
            return False
        reaches_up = (reach.end - k.start) * reach.grade - main.above
        if k.end is not None and reaches_up > EXPLAINED_SIGMAS * hypot(
            main.sigma, reach.grade_sigma * (reach.end - k.start), SHORE_FT
        ):
            return False
    return True


SHORE_FT = 0.03  # sigma of a shore's height beside its station's: handbook 2.5
DRAIN_BASE_MIN, DRAIN_PER_100_FT_MIN = 2.0, 3.0  # a line drains down in about this, at the usual grade: working values
DRAINING_FT = 0.04  # what may still stand too much at once after the water is off, half an inch: working value


def drains_in(reaches: Sequence[Reach], engine_min: float | None) -> float:
    """How long a line takes to drain down [min]: as the engine found, at least, else by its length and grade.

    About 2 min + 3 min a 100 ft at 1/4 in/ft, longer as the root of a flatter grade: no more than an order of size.
    """
    if engine_min is not None:
        return engine_min
    length = reaches[-1].end - reaches[0].start
    flatter = 0.25 / 12 / max(min(max(r.grade for r in reaches), 0.25 / 12), 0.002)
    return DRAIN_BASE_MIN + DRAIN_PER_100_FT_MIN * length / 100 * sqrt(flatter)


def _draining_sigma(minutes: float | None, drains_min: float) -> float:
    """What a depth read too soon is known the less by [ft]: half an inch at once, nothing once the line has drained."""
    return DRAINING_FT * max(0.0, 1 - minutes / drains_min) if minutes is not None else 0.0


def _grouped(
    looks: Sequence[_AtRest], dry: Sequence[tuple[float, float]], apart: set[frozenset[str]]
) -> list[list[_AtRest]]:
    """Looks at one pond: near each other with no dry between, or said to be one; never said to be two."""
    ponds: list[list[_AtRest]] = []
    for look in looks:
        if look.depth <= 0 and not ponds:
            continue
        last = ponds[-1] if ponds else []
        item = look.row.sighting.item
        reach = max((k.last for k in last), default=-np.inf)
        same = any(k.row.sighting.item == item for k in last)
        # an extent says where its water ends: beyond it is another pond
        gap = SAME_POND_FT if look.end is None and all(k.end is None for k in last) else ENDS_FT
        near = look.start <= reach + gap and not any(reach <= (a + b) / 2 <= look.start for a, b in dry)
        two = any(frozenset((k.row.sighting.item, item)) in apart for k in last)
        if last and (same or (near and not two)):
            last.append(look)
        else:
            ponds.append([look])
    return [pond for pond in ponds if any(k.depth > 0 for k in pond)]


def _hold(pond: Sequence[_AtRest], dams: Sequence[Dam], steps: Sequence[StepRead], until: float) -> tuple[Hold, str]:
    """Where a pond may spill: at a dam or an up-step its water ends by, else by its end, else somewhere below."""
    wet = [k for k in pond if k.depth > 0]
    edges = [k.start for k in pond if k.depth <= 0 and k.start > wet[-1].start]  # no water any more, further down
    last = min(edges) if edges else max(k.last for k in wet)
    extended = bool(edges) or any(k.end is not None for k in wet)
    reach = DAM_NEAR_FT if extended else SPILL_WITHIN_FT / 4
    by = [d for d in dams if d.start - reach <= last <= d.end + DAM_NEAR_FT]
    if by:
        dam = max(by, key=lambda d: d.height)
        return Hold(dam.end, dam.end, dam.end, dam.height, max(0.3 * dam.height, SIGMA_STEP_READ_FT)), dam.item
    up = [s.station for s in steps if s.height > 0 and abs(s.station - last) <= reach]
    if up:
        return Hold(min(up), max(up) + DAM_NEAR_FT, max(up)), ""
    if extended:
        spread = max(1.0, 2 * max(k.row.place.end_sigma for k in wet))
        return Hold(max(last - spread, max(k.start for k in wet)), last + spread, last), ""
    return Hold(last, max(min(last + SPILL_WITHIN_FT, until), last), last), ""


def _pond_levels(number: int, pond: Sequence[_AtRest], hold: Hold, grade: float) -> Iterator[Level]:
    """Each look as rows: its depth where the water is deepest, and its upstream shore."""
    for k in pond:
        name = k.row.sighting.id
        if k.under:
            for station in dict.fromkeys((k.start, k.last)):
                yield Level(name, number, station, k.depth, k.sigma, "under", k.least)
        elif k.depth <= 0:
            if k.start >= hold.at - 2 * SNAP_FT:
                continue  # where the water ends is what holds it
            yield Level(name, number, k.start, 0.0, shore_sigma(k.row.place.sigma, grade), "shore")
        else:
            by_dam = hold.last <= hold.first + DAM_NEAR_FT and abs(hold.first - k.last) <= 2 * DAM_NEAR_FT
            last = min(hold.first, k.last) if by_dam else k.end
            yield Level(
                name, number, k.start, k.depth, k.sigma, last=last if last is not None and last > k.start else None
            )
            if k.end is not None and k.end - k.start > 2 * SNAP_FT:
                yield Level(f"{name} shore", number, k.start, 0.0, shore_sigma(k.row.place.sigma, grade), "shore")
