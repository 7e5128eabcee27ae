"""The round pipe part full: areas, volumes and heights of the circular segment."""

from math import asin, inf, pi, sin, sqrt

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.optimize import brentq

from bellstone.core.ground import GAL_PER_FT3, DomainError


def flow_area(water_depth: float, diameter: float) -> float:
    """Area of water standing or flowing in a part-full round pipe.

    With t the angle the level chord subtends at the centre,

        t = 4 asin( sqrt(water_depth / diameter) )        A = diameter**2 / 8 * (t - sin t)

    Parameters
    ----------
    water_depth : float
        Above the invert, measured plumb [ft]; 0 <= water_depth <= diameter.
    diameter : float
        Inside diameter of the clean pipe [ft]; greater than 0.

    Returns
    -------
    float
        Wetted area [ft^2].

    Raises
    ------
    DomainError
        Water below the invert or above the crown, diameter not positive, or not a number.

    Examples
    --------
    A 4 in pipe with 1 in of water: t = 2 pi / 3, by hand 0.3333**2 / 8 * (2.0943951 - 0.8660254)
    = 0.01706 ft^2, 19.6 % of the bore.

    >>> round(flow_area(1 / 12, 4 / 12), 5)
    0.01706

    References
    ----------
    Circular-segment geometry; checked in the tests against numerical integration of the chord.
    """
    if not 0 < diameter < inf:
        raise DomainError("diameter", diameter, "wants a positive length in feet")
    if not 0 <= water_depth <= diameter:
        raise DomainError("water_depth", water_depth, f"wants 0 to the diameter, {diameter} ft")
    # asin of a root keeps its digits near the invert; acos(1 - 2y/D) loses them.
    t = 4 * asin(sqrt(water_depth / diameter))
    return diameter**2 / 8 * (t - sin(t))


def area_share(water_depth: float, diameter: float) -> float:
    """Share of the bore's area below a level ``water_depth`` above the invert, 0 to 1.

    >>> round(area_share(1, 4), 3), round(area_share(1, 3), 3), round(area_share(1, 6), 2)
    (0.196, 0.292, 0.11)
    """
    return flow_area(water_depth, diameter) / (pi * diameter**2 / 4)


def depth_share_of_area(share: float) -> float:
    """Height over diameter whose circular segment is ``share`` of the bore (0 to 1).

    The inverse of :func:`area_share`, by bracketed root finding over the whole bore.

    >>> round(depth_share_of_area(0.196), 2)
    0.25
    """
    if not 0 <= share <= 1:
        raise DomainError("share", share, "wants a share of the bore from 0 to 1")
    if share in (0, 1):
        return float(share)
    return float(brentq(lambda y: area_share(y, 1.0) - share, 0.0, 1.0, xtol=1e-12))


def flow_areas(water_depth: ArrayLike, diameter: ArrayLike) -> NDArray[np.float64]:
    """:func:`flow_area` for arrays that broadcast; a depth beyond the bore counts as empty or full [ft^2].

    >>> flow_areas([-1, 1 / 24, 9], 1 / 12).round(5).tolist()
    [0.0, 0.00273, 0.00545]
    """
    d = np.asarray(diameter, dtype=float)
    t = 4 * np.arcsin(np.sqrt(np.clip(np.asarray(water_depth, dtype=float) / d, 0.0, 1.0)))
    area: NDArray[np.float64] = d**2 / 8 * (t - np.sin(t))
    return area


_STEPS = 16384
_AREA_SHARES = flow_areas(np.linspace(0.0, 1.0, _STEPS + 1), 1.0) / (pi / 4)


def area_shares(depth_share: NDArray[np.float64]) -> NDArray[np.float64]:
    """Share of the bore's area below each share of its depth, from a table: for draws by the thousand.

    Within 1e-4 of :func:`area_share` (checked in the tests); a share beyond 0 to 1 counts as empty or full.

    >>> area_shares(np.array([-1, 0.5, 2])).round(4).tolist()
    [0.0, 0.5, 1.0]
    """
    step = np.clip(depth_share * _STEPS + 0.5, 0, _STEPS)
    out: NDArray[np.float64] = _AREA_SHARES[step.astype(np.intp)]
    return out


def water_volume_gal(station: ArrayLike, water_depth: ArrayLike, diameter: ArrayLike) -> float:
    """Volume of still water along a pipe, by the trapezoidal rule over wetted areas [US gal].

    Parameters
    ----------
    station : array (n,)
        Along the line [ft], increasing.
    water_depth : array (n,)
        Above the invert [ft]; more than the diameter counts as full bore.
    diameter : float or array (n,)
        Inside diameter [ft].

    Examples
    --------
    A foot of full 3, 4 and 6 in pipe holds pi D^2/4 * 7.4805 = 0.367, 0.653 and 1.469 gal.

    >>> [round(water_volume_gal([0, 1], [1, 1], d / 12), 3) for d in (3, 4, 6)]
    [0.367, 0.653, 1.469]
    """
    area = flow_areas(water_depth, diameter)
    return float(np.trapezoid(area, np.asarray(station, dtype=float)) * GAL_PER_FT3)
