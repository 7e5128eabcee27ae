"""The sag behind a pond, from two readings: how deep the water and how long."""

from typing import NamedTuple

import numpy as np

from bellstone.core.errors import DomainError

DRAWS = 4000
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
        m + d * rng.standard_normal(DRAWS)
        for m, d in ((pond_depth, depth_sigma), (pond_length, length_sigma), (grade, grade_sigma))
    )
    keep = (y > pond_depth * 0.1) & (lp > 0) & (s >= 0)
    k = s[keep] * lp[keep] / (4 * y[keep])
    low, high = np.percentile(y[keep] * (1 + k) ** 2, [5, 95])
    return SagEstimate(sag, float(low), float(high), length)
