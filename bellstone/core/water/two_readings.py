"""The two-reading estimate as a tool: a pond's depth and length in, the sag that hides under it out, with a drawing."""

import numpy as np

from bellstone.core.ground import IN_PER_FT
from bellstone.core.record import Rec
from bellstone.core.water.sag import sag_estimate

POINTS = 61


class SagFromTwo(Rec):
    """Sag [in] with its 5-95 % range and its length shoulder to shoulder [ft]; the drawing is by station [ft] and
    height above the pond's level [in]."""

    sag_in: float
    low_in: float
    high_in: float
    length_ft: float
    invert: tuple[tuple[float, float], ...]
    string: tuple[tuple[float, float], tuple[float, float]]
    pond_ft: tuple[float, float]


def sag_from_two(
    depth_in: float, length_ft: float, grade_pct: float,
    depth_sigma_in: float = 0.25, length_sigma_ft: float = 0.5, grade_sigma_pct: float = 0.5,
) -> SagFromTwo:  # fmt: skip
    """The sag behind a pond from two readings, for a belly like a parabola (see :func:`bellstone.core.sag.sag_from_pond`).

    Raises
    ------
    DomainError
        A depth or length that is not over 0, or an adverse grade.

    Examples
    --------
    Handbook 2.7: 1 in over 7 ft at 2 %.

    >>> found = sag_from_two(1, 7, 2)
    >>> round(found.sag_in, 2), round(found.low_in, 1), round(found.high_in, 1), round(found.length_ft, 2)
    (2.02, 1.4, 2.7, 9.94)
    """
    depth, grade = depth_in / IN_PER_FT, grade_pct / 100
    found = sag_estimate(depth, length_ft, grade, depth_sigma_in / IN_PER_FT, length_sigma_ft, grade_sigma_pct / 100)
    x = np.linspace(-0.25 * found.length, 1.25 * found.length, POINTS)
    u = np.clip(x / found.length, 0.0, 1.0)
    # the water stands at the downstream shoulder, where x is the whole length
    z = grade * (found.length - x) - 4 * found.sag * u * (1 - u)
    return SagFromTwo(
        sag_in=found.sag * IN_PER_FT,
        low_in=found.low * IN_PER_FT,
        high_in=found.high * IN_PER_FT,
        length_ft=found.length,
        invert=tuple((round(float(a), 3), round(float(b) * IN_PER_FT, 3)) for a, b in zip(x, z, strict=True)),
        string=((0.0, grade * found.length * IN_PER_FT), (found.length, 0.0)),
        pond_ft=(found.length - length_ft, found.length),
    )
