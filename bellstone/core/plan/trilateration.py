"""A point from taped distances to fixed objects, with its spread and what each tape leaves over."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt
from typing import Literal

import numpy as np
from scipy.optimize import least_squares

from bellstone.core.ground import Array, DomainError

TAPE_SIGMA_FT = 0.15  # a tape pulled over a lawn: working value
MEET_FT = 1.0  # two circles that miss each other by less are taken to touch: a tape read short. A working value
LEAST_CROSSING = 0.1  # sine of the angle that ties cross at: flatter tells a place along one of them only
Side = Literal["left", "right"]
SIDES: tuple[Side, ...] = ("left", "right")


@dataclass(frozen=True, slots=True)
class Located:
    """Where a mark is in plan [ft], the covariance of it [ft²], and what each tape is off by [ft]."""

    x_ft: float
    y_ft: float
    cov: Array
    off_ft: tuple[float, ...] = ()


def trilaterate(objects: Sequence[tuple[float, float]], taped_ft: Sequence[float], side: Side | None = None) -> Located:
    """The point whose distances to ``objects`` are as taped.

    Minimises Σ(|p − oᵢ| − dᵢ)² / σ²; covariance (JᵀJ)⁻¹σ² with J the unit vectors, σ a tape's 0.15 ft, no less than the
    residuals tell. Two ties meet in two points: ``side`` is the one seen from the first object towards the second.

    Parameters
    ----------
    objects : sequence of (x, y)
        At least two, in feet.
    taped_ft : sequence of float
        A distance to each, in feet.

    Raises
    ------
    DomainError
        Fewer than two ties; two ties without a side; circles that do not meet; all objects in one line with the mark.

    Examples
    --------
    >>> at = trilaterate([(0, 0), (10, 0)], [5, 8.06225775], "left")
    >>> (round(at.x_ft, 3), round(at.y_ft, 3))
    (3.0, 4.0)
    >>> at = trilaterate([(0, 0), (10, 0), (0, 10)], [5, 8.06225775, 6.70820393])
    >>> (round(at.x_ft, 3), round(at.y_ft, 3))
    (3.0, 4.0)
    """
    at, d = np.array(objects, float).reshape(-1, 2), np.array(taped_ft, float)
    if d.size < 2:
        raise DomainError("swing ties", d.size, "wants at least two objects with a distance to each")
    if np.any(d <= 0) or not np.all(np.isfinite(d)):
        raise DomainError("swing ties", float(d.min()), "wants distances of more than zero feet")
    start = _crossing(at[:2], d[:2], side) if d.size == 2 else _best_start(at, d)
    if d.size == 2:
        return _with_spread(at, d, start)

    def off(p: Array) -> Array:
        apart: Array = np.hypot(*(p - at).T) - d
        return apart

    found = least_squares(off, start, xtol=1e-12, ftol=1e-12)
    return _with_spread(at, d, found.x)


def _crossing(at: Array, d: Array, side: Side | None) -> Array:
    """Where two circles cross, on the side asked for; where they all but touch, there."""
    between = hypot(*(at[1] - at[0]))
    if between == 0:
        raise DomainError("swing ties", "one object twice", "wants two different objects")
    gap = max(between - d.sum(), abs(d[0] - d[1]) - between)
    if gap > MEET_FT:
        raise DomainError(
            "swing ties",
            f"{d[0]:g} and {d[1]:g} ft",
            f"do not meet: the objects are {between:.1f} ft apart; tape them again",
        )
    along = (at[1] - at[0]) / between
    a = (d[0] ** 2 - d[1] ** 2 + between**2) / (2 * between)
    up = sqrt(max(d[0] ** 2 - a**2, 0.0))
    if up > MEET_FT and side is None:
        raise DomainError(
            "side",
            "not said",
            "two ties meet in two places: say left or right, seen from the first object towards the second",
        )
    turn = np.array([-along[1], along[0]]) * (1 if side == "left" else -1 if side == "right" else 0)
    point: Array = at[0] + a * along + up * turn
    return point


def _best_start(at: Array, d: Array) -> Array:
    """The crossing of two of the circles that fits all of them best: from there the least squares cannot go astray."""
    starts: list[Array] = [at.mean(axis=0)]
    for i in range(d.size):
        for j in range(i + 1, d.size):
            for side in SIDES:
                try:
                    starts.append(_crossing(at[[i, j]], d[[i, j]], side))
                except DomainError:
                    continue
    return min(starts, key=lambda p: float(np.square(np.hypot(*(p - at).T) - d).sum()))


def _with_spread(at: Array, d: Array, point: Array) -> Located:
    away = point - at
    reach = np.hypot(*away.T)
    if np.any(reach == 0):
        raise DomainError("swing ties", 0, "put the mark on an object: say its coordinates")
    jacobian = away / reach[:, None]
    normal = jacobian.T @ jacobian
    if sqrt(max(float(np.linalg.det(normal)), 0.0)) < LEAST_CROSSING:
        raise DomainError("swing ties", "in one line", "tell the place along one line only: add a tie from the side")
    off = reach - d
    spare = d.size - 2
    sigma = max(TAPE_SIGMA_FT, sqrt(float(off @ off) / spare)) if spare > 0 else TAPE_SIGMA_FT
    return Located(float(point[0]), float(point[1]), np.linalg.inv(normal) * sigma**2, tuple(map(float, off)))
