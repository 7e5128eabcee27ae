"""Things without a footage that two passes may both have told: proposed as one, and scored once until answered."""

from collections.abc import Iterator, Sequence
from itertools import combinations

from bellstone.core.findings.finding import Resolved
from bellstone.core.findings.matching import GAP_COST, MATCH_GAIN, SAME_FT, Proposal
from bellstone.core.pipe import clocks_overlap
from bellstone.core.record import Lateral

LONGEST = 80  # things of one pass that are aligned with those of another
TRAVEL = {"out": "on the way out", "back": "on the way back"}


def seen_twice(lateral: Lateral, rows: Sequence[Resolved]) -> tuple[Proposal, ...]:
    """Pairs of one visit's rows that may be one thing, where at least one has no station.

    Each two passes are aligned as sequences: the most pairs in the order both have along the pipe, each of one kind,
    in one window, none of them said to be two things.

    Parameters
    ----------
    rows : sequence of Resolved
        In pipe order.
    """
    if all(r.place.how == "station" for r in rows):
        return ()
    refused = {frozenset((p.a, p.b)) for p in lateral.not_same}
    passes: dict[tuple[str, str], list[Resolved]] = {}
    for r in rows:
        if r.finding.family not in ("event", "good") and not r.sighting.none_of and r.place.how in ("station", "order"):
            passes.setdefault((r.sighting.run or "", r.sighting.travel), []).append(r)
    found: dict[frozenset[str], Proposal] = {}
    for a, b in combinations(sorted(passes), 2):
        first, second = passes[a][:LONGEST], passes[b][:LONGEST]
        taken = {r.sighting.item for r in first} & {r.sighting.item for r in second}
        first, second = ([r for r in side if r.sighting.item not in taken] for side in (first, second))
        for x, y in _aligned(first, second, refused):
            found.setdefault(frozenset((x.sighting.item, y.sighting.item)), _proposal(x, y))
    return tuple(found.values())


def _aligned(
    a: Sequence[Resolved], b: Sequence[Resolved], refused: set[frozenset[str]]
) -> Iterator[tuple[Resolved, Resolved]]:
    """The pairs of the best alignment that keeps both orders; those with two stations are matched by their feet elsewhere."""
    if all(r.place.how == "station" for r in (*a, *b)):
        return
    best = [[0.0] * (len(b) + 1) for _ in range(len(a) + 1)]
    for i in range(len(a) - 1, -1, -1):
        for j in range(len(b) - 1, -1, -1):
            skip = max(best[i + 1][j], best[i][j + 1]) - GAP_COST
            alike = _may_be_one(a[i], b[j]) and frozenset((a[i].sighting.item, b[j].sighting.item)) not in refused
            best[i][j] = max(skip, best[i + 1][j + 1] + MATCH_GAIN) if alike else skip
    i = j = 0
    while i < len(a) and j < len(b):
        if best[i][j] == max(best[i + 1][j], best[i][j + 1]) - GAP_COST:
            i, j = (i + 1, j) if best[i + 1][j] >= best[i][j + 1] else (i, j + 1)
            continue
        if not (a[i].place.how == b[j].place.how == "station"):
            yield a[i], b[j]
        i, j = i + 1, j + 1


def _may_be_one(a: Resolved, b: Resolved) -> bool:
    """Whether two looks may be at one thing: one kind and no other form, side or place, in windows that meet."""
    s, t = a.sighting, b.sighting
    unlike = any(x is not None and y is not None and x != y for x, y in ((s.form, t.form), (s.at, t.at)))
    clocks = (a.finding.clock, b.finding.clock)
    if s.kind != t.kind or unlike or (clocks[0] and clocks[1] and not clocks_overlap(clocks[0], clocks[1])):
        return False
    (low, high), (other_low, other_high) = _span(a), _span(b)
    return max(low, other_low) < min(high, other_high)


def _span(r: Resolved) -> tuple[float, float]:
    """Where a row may lie [ft], a station with some room about it."""
    if r.place.how == "station" and r.place.station is not None:
        return r.place.station - SAME_FT, (r.place.end or r.place.station) + SAME_FT
    return r.place.low, r.place.high


def _proposal(a: Resolved, b: Resolved) -> Proposal:
    s, t = a.sighting, b.sighting
    passes = s.run == t.run
    seen = "seen out and back" if passes else f"seen on run {s.run} and {t.run}"
    words = [r.finding.words.split(",")[0] for r in (a, b)]
    return Proposal(
        keep=s.item,
        join=t.item,
        words=" = ".join(dict.fromkeys(words)),
        between="passes" if passes else "runs",
        apart_ft=None,
        why=f"same kind, same order along the pipe, no footage to tell them apart, {seen}: scored once until answered",
    )
