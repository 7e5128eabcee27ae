"""Which findings of two looks may be one thing: proposals to take or refuse one by one."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import hypot, inf
from typing import Literal

import numpy as np
from scipy.optimize import linear_sum_assignment
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

from bellstone.core.pipe import clocks_overlap
from bellstone.core.record import Rec

SAME_FT = 1.5  # or two sigma, whichever is more: handbook 2.14
WINDOW_SIGMA = 3.0
GAP_COST = 0.5  # a thing one look has and the other not: working value, in half chi-squares
MATCH_GAIN = 3.0  # a thing of one kind that both have: working value
SPACING_SIGMA = 0.02  # of the feet between two matches, counters stretch: working value
LONGEST_SEQUENCE = 80
MOST_PROPOSED = 200


@dataclass(frozen=True, slots=True)
class Look:
    """One finding as matching sees it: what, where [ft], and on which visit, run and pass."""

    item: str
    words: str
    family: str
    kinds: frozenset[str]
    station: float | None
    sigma: float
    clock: tuple[float, float] | None
    look: tuple[int, str, str]  # visit, run, travel
    strong: bool = False  # a transition, fitting or joint finding: what sequences are aligned by
    raft: str = ""  # what its station is measured from, where nothing ties it
    low: float = -inf  # where it may lie, where it has no station [ft]
    high: float = inf


class Proposal(Rec):
    """Two items that may be one thing; ``apart_ft`` between them where both have feet."""

    keep: str
    join: str
    words: str
    between: Literal["passes", "runs", "visits", "said"]
    apart_ft: float | None
    why: str


def proposals(looks: Sequence[Look], refused: set[frozenset[str]]) -> tuple[Proposal, ...]:
    """Matches between passes, runs and visits, the nearest first; none between two items told apart.

    Placed looks are paired where the family agrees, stations are within two sigma or 1.5 ft and clocks
    overlap, by the least total distance (Hungarian assignment in windows). A run that nothing ties is
    aligned with a placed one by the sequence of its transitions, fittings and joint findings.

    Examples
    --------
    >>> out = Look("i1", "roots", "roots", frozenset({"roots"}), 20.0, 0.2, None, (0, "A", "out"))
    >>> back = Look("i2", "roots", "roots", frozenset({"roots"}), 20.4, 0.2, None, (0, "A", "back"))
    >>> proposals([out, back], set())[0].why
    'same family, 0.4 ft apart, seen out and back'
    """
    groups: dict[tuple[int, str, str], list[Look]] = {}
    for look in looks:
        groups.setdefault(look.look, []).append(look)
    keys = sorted(groups)
    found: list[Proposal] = []
    for n, a in enumerate(keys):
        for b in keys[n + 1 :]:
            first, second = groups[a], groups[b]
            one_axis = first[0].raft == second[0].raft and any(x.station is not None for x in first)
            found += _pairs(first, second) if one_axis else _aligned(first, second)
    once: dict[frozenset[str], Proposal] = {}
    for p in sorted(found, key=lambda p: p.apart_ft if p.apart_ft is not None else 1e6):
        pair = frozenset((p.keep, p.join))
        if len(pair) == 2 and pair not in refused:
            once.setdefault(pair, p)
    return tuple(once.values())[:MOST_PROPOSED]


def _alike(a: Look, b: Look) -> bool:
    if a.low >= b.high or b.low >= a.high:
        return False  # what was told leaves no place where both may lie
    same = bool(a.kinds & b.kinds) or (a.family == b.family and a.family not in ("event", "feature", "good"))
    return same and a.item != b.item and (a.clock is None or b.clock is None or clocks_overlap(a.clock, b.clock))


def _pairs(first: Sequence[Look], second: Sequence[Look]) -> Iterator[Proposal]:
    """Pairs of two placed looks by least distance; each window is a small assignment of its own."""
    a = sorted((x for x in first if x.station is not None), key=lambda x: x.station or 0.0)
    b = sorted((x for x in second if x.station is not None), key=lambda x: x.station or 0.0)
    taken = {x.item for x in a} & {x.item for x in b}  # already one thing
    a, b = [x for x in a if x.item not in taken], [x for x in b if x.item not in taken]
    rows, columns, costs = _candidates(a, b)
    if not rows:
        return
    graph = coo_array((np.ones(len(rows)), (rows, np.asarray(columns) + len(a))), shape=(len(a) + len(b),) * 2)
    _, label = connected_components(graph, directed=False)
    part = label[np.asarray(rows)]
    for window in np.unique(part):
        inside = np.flatnonzero(part == window)
        yield from _assigned(a, b, [(rows[i], columns[i], costs[i]) for i in inside])


def _candidates(a: Sequence[Look], b: Sequence[Look]) -> tuple[list[int], list[int], list[float]]:
    stations = np.array([x.station for x in b], dtype=float)
    widest = max((x.sigma for x in b), default=0.0)
    rows: list[int] = []
    columns: list[int] = []
    costs: list[float] = []
    for i, x in enumerate(a):
        reach = max(SAME_FT, WINDOW_SIGMA * hypot(x.sigma, widest)) + 1e-6  # who is within is told below
        low, high = np.searchsorted(stations, [(x.station or 0.0) - reach, (x.station or 0.0) + reach])
        for j in range(int(low), int(high)):
            apart = abs((x.station or 0.0) - float(stations[j]))
            if _alike(x, b[j]) and apart <= max(SAME_FT, 2 * hypot(x.sigma, b[j].sigma)):
                rows.append(i)
                columns.append(j)
                # a different kind of one family is worth a foot: the same kind is preferred where it is near
                costs.append(apart + (0.0 if x.kinds & b[j].kinds else 1.0))
    return rows, columns, costs


def _assigned(a: Sequence[Look], b: Sequence[Look], edges: Sequence[tuple[int, int, float]]) -> Iterator[Proposal]:
    left, right = sorted({i for i, _, _ in edges}), sorted({j for _, j, _ in edges})
    none = 1e3
    cost = np.full((len(left), len(right)), none)
    for i, j, c in edges:
        cost[left.index(i), right.index(j)] = c
    for row, column in zip(*linear_sum_assignment(cost), strict=True):
        if cost[row, column] < none:
            yield _proposal(a[left[row]], b[right[column]])


def _proposal(a: Look, b: Look, how: str = "") -> Proposal:
    between: Literal["passes", "runs", "visits"] = (
        "visits" if a.look[0] != b.look[0] else "runs" if a.look[1] != b.look[1] else "passes"
    )
    # two runs that nothing ties have no feet in common
    known = not how and a.station is not None and b.station is not None
    apart = abs((a.station or 0.0) - (b.station or 0.0)) if known else None
    seen = {"passes": "seen out and back", "runs": f"seen on run {a.look[1]} and {b.look[1]}", "visits": "seen on two visits"}  # fmt: skip
    why = ["same kind" if a.kinds & b.kinds and a.kinds != {a.family} else "same family"]
    why += [how] if how else [f"{apart:.1f} ft apart"] if apart is not None else []
    return Proposal(
        keep=a.item,
        join=b.item,
        words=f"{a.words} = {b.words}" if a.words != b.words else a.words,
        between=between,
        apart_ft=apart,
        why=", ".join([*why, seen[between]]),
    )


def _aligned(first: Sequence[Look], second: Sequence[Look]) -> Iterator[Proposal]:
    """Matches of two sequences by dynamic programming with a gap cost; counters may differ by a shift and a stretch."""
    a = [x for x in first if x.strong][:LONGEST_SEQUENCE]
    b = [x for x in second if x.strong][:LONGEST_SEQUENCE]
    if {x.item for x in a} & {x.item for x in b}:
        return  # something ties them: let the adjustment speak
    for i, j in align([x.station for x in a], [x.station for x in b], [[_alike(x, y) for y in b] for x in a]):
        yield _proposal(a[i], b[j], "same order along the pipe")


def align(
    a: Sequence[float | None], b: Sequence[float | None], alike: Sequence[Sequence[bool]]
) -> list[tuple[int, int]]:
    """The best order-keeping matches of two sequences, as index pairs.

    Maximises, over chains of matched pairs,

        3 a match - 1/2 a thing skipped - ((da - db) / (0.3 ft + 2 % of da))^2 / 2

    where da and db are the feet from one match to the next; unknown feet cost nothing. Fewer than two
    matches say nothing and give none.

    Examples
    --------
    The second counter starts 50 ft later and reads 1 % short; it missed the middle one:

    >>> align([10.0, 20.0, 30.0], [60.0, 79.8], [[True, True]] * 3)
    [(0, 0), (2, 1)]
    """
    best: dict[tuple[int, int], tuple[float, tuple[int, int] | None]] = {}
    for i, row in enumerate(alike):
        for j, ok in enumerate(row):
            if ok:
                start = (MATCH_GAIN, None)
                best[i, j] = max([start, *_onward(i, j, a, b, best)], key=lambda option: option[0])
    if not best:
        return []
    end: tuple[int, int] | None = max(best, key=lambda pair: best[pair][0])
    chain: list[tuple[int, int]] = []
    while end is not None:
        chain.append(end)
        end = best[end][1]
    return chain[::-1] if len(chain) > 1 else []


def _onward(
    i: int, j: int, a: Sequence[float | None], b: Sequence[float | None],
    best: dict[tuple[int, int], tuple[float, tuple[int, int] | None]],
) -> Iterator[tuple[float, tuple[int, int] | None]]:  # fmt: skip
    for (p, q), (score, _) in best.items():
        if p >= i or q >= j:
            continue
        step, other = _apart(a, p, i), _apart(b, q, j)
        misfit = 0.0
        if step is not None and other is not None:
            misfit = ((abs(step) - abs(other)) / (0.3 + SPACING_SIGMA * abs(step))) ** 2 / 2
        yield score + MATCH_GAIN - GAP_COST * (i - p + j - q - 2) - misfit, (p, q)


def _apart(x: Sequence[float | None], i: int, j: int) -> float | None:
    first, second = x[i], x[j]
    return None if first is None or second is None else second - first
