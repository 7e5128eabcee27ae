"""Segment and line scores: worst spot, how spread out, and what their disagreement means."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import exp
from typing import Literal

import numpy as np

from bellstone.core.ground import DomainError
from bellstone.core.record import Rec
from bellstone.core.scheme import ASPECTS, Aspect, Rating

WEIGHTS = {1: 0.0, 2: 3.0, 3: 9.0, 4: 27.0, 5: 81.0}  # handbook 3.3, working values
POINT_FT = 3.0  # what a point, or one joint of a running item, counts
SOUNDNESS_SCALE = 12.0
SPREAD_REACH_FT = 2.0
MOST_JOINTS = 2000  # more than this on one item is a running item: it counts its whole length
LEAST_SEGMENT_FT = 10.0  # segments under this show no soundness of their own
End = Literal["low", "likely", "high"]
ENDS: tuple[End, ...] = ("low", "likely", "high")


@dataclass(frozen=True)
class Rated:
    """One rated item for scoring. Stations [ft]; None where it has none and counts as a point."""

    item: str
    family: str
    aspect: Aspect
    rating: Rating
    start: float | None = None
    end: float | None = None
    spacing: float | None = None

    def at(self, which: End) -> int:
        likely = self.rating.likely
        return likely if which == "likely" else self.rating.low if which == "low" else self.rating.high

    @cached_property
    def pieces(self) -> tuple[tuple[float, float], ...]:
        """The stretches it counts over [ft]: a point 3 ft, a spaced item its joints, else its length, at least 3 ft.

        >>> r = Rating(low=3, likely=3, high=3, why="")
        >>> Rated("i1", "roots", "bore", r, 10.0).pieces, len(Rated("i1", "roots", "bore", r, 0.0, 20.0, 5.0).pieces)
        (((8.5, 11.5),), 5)
        """
        if self.start is None:
            return ()
        end = self.end if self.end is not None else self.start
        if self.spacing and 0 < (end - self.start) / self.spacing < MOST_JOINTS:
            count = int((end - self.start) / self.spacing + 1e-6) + 1
            joints = (self.start + i * self.spacing for i in range(count))
            return tuple((j - POINT_FT / 2, j + POINT_FT / 2) for j in joints)
        grow = max(POINT_FT - (end - self.start), 0.0) / 2
        return ((self.start - grow, end + grow),)


class Range(Rec):
    """A score at the ratings' likely value, with the worst and best their ranges allow."""

    low: float
    likely: float
    high: float


class Score(Rec):
    """The three numbers of a segment or line; None where no length is known."""

    worst: int | None
    worst_by_aspect: dict[str, int | None]
    soundness: Range | None
    soundness_by_aspect: dict[str, float | None]
    spread: float | None
    seen_ft: float | None
    meaning: str


def soundness_of(burden: float) -> float:
    """Soundness = 100 exp(-burden / 12).

    Examples
    --------
    Handbook 3.3: 30 ft with one 5 is 51, with one 4 is 80, with one 3 is 93.

    >>> [round(soundness_of(w * 3 / 30)) for w in (81, 27, 9)]
    [51, 80, 93]
    """
    if not burden >= 0:
        raise DomainError("burden", burden, "wants 0 or more")
    return 100 * exp(-burden / SOUNDNESS_SCALE)


def weighted_feet(items: Sequence[Rated], aspect: Aspect, which: End) -> float:
    """Sum of weight x length over an aspect: overlapping items of one family count once, the worst."""
    by_family: dict[str, list[tuple[float, float, float]]] = defaultdict(list)
    loose = 0.0
    for rated in items:
        if rated.aspect != aspect:
            continue
        weight = WEIGHTS[rated.at(which)]
        if rated.start is None:
            loose += weight * POINT_FT
        by_family[rated.family].extend((a, b, weight) for a, b in rated.pieces)
    return loose + sum(_sweep(tuple(stretches)) for stretches in by_family.values())


@lru_cache(maxsize=1024)  # an edit touches one family; the ends of a range are often one value
def _sweep(stretches: tuple[tuple[float, float, float], ...]) -> float:
    """Integral of the largest weight present along the line."""
    if not stretches:
        return 0.0
    spans = np.asarray(stretches)
    cuts = np.unique(spans[:, :2])
    largest = np.zeros(cuts.size)
    for (a, b), weight in zip(np.searchsorted(cuts, spans[:, :2]), spans[:, 2], strict=True):
        largest[a:b] = np.maximum(largest[a:b], weight)
    return float(largest[:-1] @ np.diff(cuts))


def score(items: Sequence[Rated], seen_ft: float | None, own_soundness: bool = True) -> Score:
    """Worst spot, soundness and spread of a stretch from its counted items.

    Overall soundness takes the three burdens added, so that a line always lies between its segments (handbook 3.3);
    each aspect's own stays beside it.

    Parameters
    ----------
    items : sequence of Rated
        One an identity; items that are unsure stay out before this.
    seen_ft : float or None
        Feet seen and assessable; None where no length is known.

    Examples
    --------
    Handbook 3.3: six joints at 3 in 30 ft is 64; heavy wear (3) throughout is 47.

    >>> from bellstone.core.scheme import Rating
    >>> three = Rating(low=3, likely=3, high=3, why="")
    >>> six = [Rated(f"i{n}", "roots", "bore", three, 2.5 + 5 * n) for n in range(6)]
    >>> round(score(six, 30).soundness.likely)
    64
    >>> round(score([Rated("i1", "wall", "shell", three, 0.0, 30.0)], 30).soundness.likely)
    47
    """
    worst = {a: max((r.at("likely") for r in items if r.aspect == a), default=None) for a in ASPECTS}
    overall = max((w for w in worst.values() if w is not None), default=None)
    known = seen_ft is not None and seen_ft > 0 and own_soundness
    by_aspect: dict[str, float | None] = dict.fromkeys(ASPECTS)
    soundness = spread = None
    if known and seen_ft is not None:
        of = {a: [r for r in items if r.aspect == a] for a in ASPECTS}
        ends = ENDS if any(r.rating.is_range for r in items) else ENDS[1:2]
        burden = {which: {a: weighted_feet(of[a], a, which) / seen_ft for a in ASPECTS} for which in ends}
        by_aspect = {a: soundness_of(burden["likely"][a]) for a in ASPECTS}
        whole = {which: soundness_of(sum(burden[which].values())) for which in ends}
        likely = whole["likely"]
        soundness = Range(low=whole.get("high", likely), likely=likely, high=whole.get("low", likely))
        spread = spread_of(items, seen_ft)
    return Score(
        worst=overall,
        worst_by_aspect=dict(worst),
        soundness=soundness,
        soundness_by_aspect=by_aspect,
        spread=spread,
        seen_ft=seen_ft,
        meaning=disagreement(overall, spread),
    )


def spread_of(items: Sequence[Rated], seen_ft: float) -> float:
    """Share of the seen length within 2 ft of an item rated 3 or worse, 0 to 1."""
    reach = tuple(
        (r.start - SPREAD_REACH_FT, (r.end if r.end is not None else r.start) + SPREAD_REACH_FT, 1.0)
        for r in items
        if r.at("likely") >= 3 and r.start is not None
    )
    loose = sum(2 * SPREAD_REACH_FT for r in items if r.at("likely") >= 3 and r.start is None)
    return min(1.0, (_sweep(reach) + loose) / seen_ft)


def disagreement(worst: int | None, spread: float | None) -> str:
    """What it means where the worst spot and the spread disagree (handbook 3.3).

    >>> disagreement(5, 0.1)
    'isolated: a spot repair'
    """
    if worst is None:
        return "nothing rated"
    if spread is None:
        return "how spread out is not known: no length"
    if worst >= 4 and spread >= 1 / 2:
        return "bad in many places: the whole length"
    if worst >= 4 and spread <= 1 / 3:
        return "isolated: a spot repair"
    if worst <= 3 and spread >= 1 / 3:
        return "spread out, nothing failed: maintenance or a liner"
    if worst >= 4:
        return "mixed: bad spots on a line part worn; weigh spot repairs against the whole length"
    return "little, and not spread out"
