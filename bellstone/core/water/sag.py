"""The sag behind a pond: under the string line of an adjusted invert, or from two readings alone."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from bellstone.core.ground import DomainError, band_of

STRING_GROWTH = 0.001  # handbook 2.7: the chord's grade still grows by more than 0.1 %
MOST_K = 1e4  # beyond it the water is a film on a slope, and no pond
SAGGING_FT = 0.02  # handbook 2.7: as long as the sag is deeper than this
SAG_DRAWS = 4000
RANDOM_STATE = 20


class SagEstimate(NamedTuple):
    """Sag below the string line [ft] with its 5-95 % band, and its length shoulder to shoulder [ft]."""

    sag: float
    low: float
    high: float
    length: float


def sag_from_pond(pond_depth: float, pond_length: float, grade: float) -> tuple[float, float]:
    """Sag and its length from a pond's depth and length on a grade, for a parabolic belly.

    For invert = -S x - 4 s (x/L)(1 - x/L), with k = S Lp / (4 y):

        s = y (1 + k)^2        L = Lp (1 + k)

    Parameters
    ----------
    pond_depth : float
        y, the pond's deepest water at rest [ft]; greater than 0.
    pond_length : float
        Lp, shore to spill [ft]; greater than 0.
    grade : float
        S, of the pipe as laid [ft/ft]; 0 or more.

    Raises
    ------
    DomainError
        Depth or length not positive, or an adverse grade.

    Notes
    -----
    Exact for a parabola; cosine, vee and flat-bottomed bellies give -14 to +16 % (handbook 2.7).

    Examples
    --------
    Handbook 2.7: 1 in of water over 7 ft at 2 % hides 2.02 in of sag over 9.94 ft.

    >>> sag, length = sag_from_pond(1 / 12, 7, 0.02)
    >>> round(sag * 12, 2), round(length, 2)
    (2.02, 9.94)
    """
    if not 0 < pond_depth < np.inf:
        raise DomainError("pond_depth", pond_depth, "wants a depth over 0 ft")
    if not 0 < pond_length < np.inf:
        raise DomainError("pond_length", pond_length, "wants a length over 0 ft")
    if not 0 <= grade < np.inf:
        raise DomainError("grade", grade, "wants a grade that falls with the flow, 0 or more")
    k = grade * pond_length / (4 * pond_depth)
    if not k < MOST_K:
        raise DomainError("pond_depth", pond_depth, "wants more than a film over a pond of this length and grade")
    return pond_depth * (1 + k) ** 2, pond_length * (1 + k)


def sag_estimate(
    pond_depth: float, pond_length: float, grade: float,
    depth_sigma: float = 0.25 / 12, length_sigma: float = 0.5, grade_sigma: float = 0.005,
) -> SagEstimate:  # fmt: skip
    """The same with a 5-95 % band from 4000 normal draws of the readings (fixed random state).

    Draws that are not a pond (depth or length not positive, adverse grade) are rejected.

    Examples
    --------
    Handbook 2.7: y 1 +- 1/4 in, Lp 7 +- 1/2 ft, S 2 +- 1/2 %: 1.4 to 2.7 in.

    >>> estimate = sag_estimate(1 / 12, 7, 0.02)
    >>> round(estimate.low * 12, 1), round(estimate.high * 12, 1)
    (1.4, 2.7)
    """
    sag, length = sag_from_pond(pond_depth, pond_length, grade)
    rng = np.random.default_rng(RANDOM_STATE)
    y, lp, s = (
        m + d * rng.standard_normal(SAG_DRAWS)
        for m, d in ((pond_depth, depth_sigma), (pond_length, length_sigma), (grade, grade_sigma))
    )
    keep = (y > pond_depth * 0.1) & (lp > 0) & (s >= 0)
    k = s[keep] * lp[keep] / (4 * y[keep])
    low, high = band_of(y[keep] * (1 + k) ** 2)
    return SagEstimate(sag, float(low), float(high), length)


class StringLine(NamedTuple):
    """A string from node ``upstream`` to node ``spill``, and the sag under it [ft] at node ``at``, over ``length`` [ft]."""

    upstream: int
    spill: int
    at: int
    sag: float
    length: float


def string_line(station: ArrayLike, invert: ArrayLike, start: int, spill: int, joints: Sequence[int]) -> StringLine:
    """The sag under a string from a pond's spill point up to where the pipe lies as laid.

    From the shore the upper end steps joint by joint upstream while the chord's grade

        (z_A - z_B) / (x_B - x_A)

    still grows by more than 0.1 %; the sag is string - z.

    Parameters
    ----------
    station, invert : array (n,)
        Nodes [ft].
    start, spill : int
        Nodes of the pond's upstream shore and of its spill point.
    joints : sequence of int
        Nodes that the upper end may step to.

    Raises
    ------
    DomainError
        The spill point is not downstream of the shore.

    Examples
    --------
    A parabolic belly of 2 in over 10 ft on 2 %: the string finds it whole.

    >>> import numpy as np
    >>> x = np.arange(0, 40.01, 0.25); u = np.clip((x - 15) / 10, 0, 1)
    >>> z = -0.02 * x - 4 * (2 / 12) * u * (1 - u)
    >>> line = string_line(x, z, 72, 100, range(0, 161, 4))
    >>> round(line.sag * 12, 2), round(line.length, 1)
    (2.0, 9.0)
    """
    x, z = np.asarray(station, dtype=float), np.asarray(invert, dtype=float)
    if not x[spill] > x[start]:
        raise DomainError("spill", float(x[spill]), f"wants a spill point downstream of the shore at {x[start]:.2f} ft")
    above = [int(j) for j in sorted(joints, reverse=True) if j <= start and x[j] < x[start]]
    # the shore may lie a hair below a joint: the first joint above it is where the stepping starts
    top = above[0] if above else start
    grade = float((z[top] - z[spill]) / (x[spill] - x[top]))
    for joint in above[1:]:
        steeper = float((z[joint] - z[spill]) / (x[spill] - x[joint]))
        if steeper <= grade + STRING_GROWTH:
            break
        top, grade = joint, steeper
    under = z[top] - grade * (x[top : spill + 1] - x[top]) - z[top : spill + 1]
    deepest = int(np.argmax(under))
    length = float(np.sum(np.diff(x[top : spill + 1])[(under[:-1] > SAGGING_FT) & (under[1:] > SAGGING_FT)]))
    return StringLine(top, spill, top + deepest, float(under[deepest]), length)
