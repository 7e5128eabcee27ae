"""The lay length behind a segment's joints, found by likelihood; and what the unseen joints may hold."""

from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.stats import betabinom

from bellstone.core.ground import DomainError

SIGMA_JOINT_FT = 0.12  # handbook 2.3
SEEN_SHARE = 0.85  # p, the share of joints that get noted
OUTLIER_DENSITY = 0.001  # per foot, of a joint said where there is none
STRETCH = 0.05  # a laid length is within 5 % of its nominal one
CERTAIN_LEAD = 3.0  # in log-likelihood over the next length
STRETCHES = 61  # steps of the stretch tried
PHASES = np.linspace(-0.12, 0.12, 9)  # of a length, about the mean direction
LOG_NORMAL = float(np.log(SIGMA_JOINT_FT * np.sqrt(2 * np.pi)))
# squared, in sigma: from here on a joint is one said where there is none
FAR_OFF = -2 * (float(np.log(OUTLIER_DENSITY)) + LOG_NORMAL)
AT_A_TIME = 100_000  # numbers worked on at once: more do not stay near the processor
LEAST_JOINTS = 3
MOST_JOINTS = (
    400  # over 1,000 ft of any pipe: so many tell the length, and more only what the stretch is too coarse for
)
SAME_JOINT_FT = 0.4  # two findings this close are at one joint


class JointPattern(NamedTuple):
    """The lay length found: nominal and as laid [ft], where a joint falls [ft], and how sure.

    ``lead`` is the log-likelihood over the next nominal length; ``certain`` when it is over 3 and at
    least half the joints between the first and last were noted.
    """

    nominal: float
    laid: float
    phase: float
    lead: float
    certain: bool
    noted_share: float

    def teeth(self, start: float, end: float) -> NDArray[np.float64]:
        """Stations of the pattern's joints from ``start`` up to ``end`` [ft]."""
        first = np.ceil((start - self.phase) / self.laid)
        last = np.floor((end - self.phase) / self.laid)
        return np.asarray(self.phase + self.laid * np.arange(first, last + 1), dtype=float)


def joint_pattern(joints: ArrayLike, nominal_lengths: Sequence[float]) -> JointPattern | None:
    """The lay length that best explains the joints seen, or None under three joints.

    Maximises, over nominal lengths, a stretch of 5 % and the phase,

        sum log N(d; 0, 0.12 ft) over matched joints + hits log p + missing log(1 - p) + outliers log 0.001

    not the distance to the nearest tooth, which half the true length always wins.

    Parameters
    ----------
    joints : array (n,)
        Stations of joints seen in one segment, one run [ft]; of over 400 those in the middle are used.
    nominal_lengths : sequence
        The material's usual lay lengths [ft].

    Raises
    ------
    DomainError
        A station that is not finite, or a length that is not positive.

    Examples
    --------
    >>> found = joint_pattern([10.0, 14.1, 17.9, 26.0, 30.1, 34.0], (2, 2.5, 3, 4, 5))
    >>> found.nominal, found.certain
    (4, True)
    """
    x = _distinct(np.sort(np.asarray(joints, dtype=float)))
    if not np.isfinite(x).all():
        raise DomainError("joints", joints, "wants finite stations in feet")
    if any(not length > 0 for length in nominal_lengths):
        raise DomainError("nominal_lengths", nominal_lengths, "wants lengths over 0 ft")
    if x.size < LEAST_JOINTS or not nominal_lengths:
        return None
    spare = max(0, x.size - MOST_JOINTS) // 2
    return _pattern(tuple(x[spare : spare + MOST_JOINTS].tolist()), tuple(nominal_lengths))


def _pattern(stations: tuple[float, ...], nominal_lengths: tuple[float, ...]) -> JointPattern:
    fits = sorted((_best(stations, nominal) for nominal in nominal_lengths), reverse=True)
    best, nominal, laid, phase, share = fits[0]
    lead = best - fits[1][0] if len(fits) > 1 else np.inf
    return JointPattern(nominal, laid, phase, float(lead), bool(lead > CERTAIN_LEAD and share >= 0.5), share)


def _distinct(x: NDArray[np.float64]) -> NDArray[np.float64]:
    """One station a joint: findings within 0.4 ft of the one before are at the same joint."""
    if x.size == 0:
        return x
    groups = np.cumsum(np.concatenate([[0], np.diff(x) > SAME_JOINT_FT]))
    return np.asarray(np.bincount(groups, weights=x) / np.bincount(groups), dtype=float)


@lru_cache(maxsize=2048)  # an edit leaves the joints of most segments as they were; each length is tried by itself
def _best(stations: tuple[float, ...], nominal: float) -> tuple[float, float, float, float, float]:
    """(log-likelihood, nominal, laid, phase, share noted) of one nominal length.

    A grid of stretch; the phase of each from the mean direction of the joints on a circle one length
    round, and a little either way of it, for joints said where there is none pull that mean.
    """
    x = np.array(stations)
    laid = nominal * np.linspace(1 - STRETCH, 1 + STRETCH, STRETCHES)
    each = max(1, AT_A_TIME // (PHASES.size * x.size))
    found = (_best_stretch(x, some) for some in np.split(laid, range(each, STRETCHES, each)))
    score, length, phase, share = max(found, key=lambda one: one[0])
    return score, nominal, length, phase, share


def _best_stretch(x: NDArray[np.float64], laid: NDArray[np.float64]) -> tuple[float, float, float, float]:
    """(log-likelihood, laid, phase, share noted) of the best of these laid lengths; what is worked on stays near."""
    laid = laid[:, None, None]
    middle = x[x.size // 2]  # a small error of the length grows with the distance from where it is anchored
    turns = (x - middle) / laid
    mean = np.exp(2j * np.pi * turns).mean(axis=-1, keepdims=True)
    shift = np.angle(mean) / (2 * np.pi) + PHASES[None, :, None]
    off = turns - shift
    ends = np.rint(off[..., [0, -1]])
    off -= np.rint(off)
    off *= laid / SIGMA_JOINT_FT
    np.square(off, out=off)
    hits = (off < FAR_OFF).sum(axis=-1)
    np.minimum(off, FAR_OFF, out=off)
    told = -0.5 * off.sum(axis=-1) - x.size * LOG_NORMAL
    teeth = np.maximum(ends[..., 1] - ends[..., 0] + 1, hits)
    score = told + hits * np.log(SEEN_SHARE) + (teeth - hits) * np.log(1 - SEEN_SHARE)
    i, j = np.unravel_index(int(np.argmax(score)), score.shape)
    length = float(laid[i, 0, 0])
    return float(score[i, j]), length, float(middle + length * shift[i, j, 0]), float(hits[i, j] / teeth[i, j])


class UnseenRoots(NamedTuple):
    """How many of the unseen joints likely have roots: mean and central 90 % range."""

    joints: int
    mean: float
    low: int
    high: int


def unseen_rooted(unseen: int, rooted: int, seen: int) -> UnseenRoots:
    """Rooted joints among those not seen: beta-binomial(m, k + 1/2, n - k + 1/2).

    Parameters
    ----------
    unseen, rooted, seen : int
        m joints not seen; k of n seen joints of that material rooted.

    Raises
    ------
    DomainError
        Counts that are negative, or more rooted than seen.

    Notes
    -----
    Roots cluster at trees: the range takes every joint alike.

    Examples
    --------
    Handbook 2.4: m 5, k 3, n 12: mean 1.346, 90 % 0 to 3.

    >>> found = unseen_rooted(5, 3, 12)
    >>> round(found.mean, 3), found.low, found.high
    (1.346, 0, 3)
    """
    if not 0 <= rooted <= seen:
        raise DomainError("rooted", rooted, f"wants 0 to the {seen} joints seen")
    if not unseen >= 0:
        raise DomainError("unseen", unseen, "wants 0 or more joints")
    spread = betabinom(unseen, rooted + 0.5, seen - rooted + 0.5)
    return UnseenRoots(unseen, float(spread.mean()), int(spread.ppf(0.05)), int(spread.ppf(0.95)))
