"""Water running: Manning's formula in a round pipe part full, and the least fall commonly asked."""

from math import asin, inf, sqrt
from typing import Literal

from scipy.optimize import brentq

from bellstone.core.ground import GAL_PER_FT3, DomainError
from bellstone.core.pipe.section import flow_area

LeastFall = Literal["quarter_inch", "eighth_from_4_in"]  # a foot
MANNING_US = 1.486  # ft^(1/3)/s, Manning's formula in feet
MOST_FLOW_AT = 0.938  # water depth over diameter at which a round pipe carries most: published, checked in the tests
SELF_CLEANSING_FT_S = 2.0  # handbook 2.8, common practice
GPM_PER_CFS = 60 * GAL_PER_FT3


def velocity(water_depth: float, diameter: float, grade: float, n: float) -> float:
    """Mean velocity of uniform flow in a part-full round pipe [ft/s].

        V = (1.486 / n) R^(2/3) S^(1/2),    R = A / P,    P = D t / 2,    t = 4 asin( sqrt(y / D) )

    Parameters
    ----------
    water_depth, diameter : float
        Depth above the invert and inside diameter [ft].
    grade : float
        Fall with the flow [ft/ft]; greater than 0.
    n : float
        Manning's roughness.

    Raises
    ------
    DomainError
        Depth outside 0 to the diameter, a grade or an n that is not over 0.

    Examples
    --------
    Handbook 2.8: 4 in at 1/4 in/ft and n 0.013, full: 3.15 ft/s, 0.2747 cfs.

    >>> v = velocity(1 / 3, 1 / 3, 0.25 / 12, 0.013)
    >>> round(v, 2), round(v * flow_area(1 / 3, 1 / 3), 4)
    (3.15, 0.2747)

    References
    ----------
    Manning's formula, US units; checked in the tests against fluids.open_flow.V_Manning.
    """
    if not 0 < grade < inf:
        raise DomainError("grade", grade, "wants a fall with the flow over 0 ft/ft: water has no normal depth without")
    if not 0 < n < inf:
        raise DomainError("n", n, "wants a roughness over 0")
    area = flow_area(water_depth, diameter)
    if area == 0:
        return 0.0
    wetted = diameter * 2 * asin(sqrt(water_depth / diameter))
    return float(MANNING_US / n * (area / wetted) ** (2 / 3) * sqrt(grade))


def discharge(water_depth: float, diameter: float, grade: float, n: float) -> float:
    """Flow at a depth [cfs]: velocity times wetted area.

    >>> round(discharge(1 / 6, 1 / 3, 0.25 / 12, 0.013) / discharge(1 / 3, 1 / 3, 0.25 / 12, 0.013), 6)
    0.5
    """
    return velocity(water_depth, diameter, grade, n) * flow_area(water_depth, diameter)


def normal_depth(flow: float, diameter: float, grade: float, n: float) -> float | None:
    """Depth at which a flow runs evenly [ft]; None where the pipe does not carry it.

    Solved by ``scipy.optimize.brentq`` on the rising branch, up to 0.938 D.

    Parameters
    ----------
    flow : float
        [cfs]; 0 or more.

    Examples
    --------
    Half of what the full pipe carries runs half full.

    >>> round(normal_depth(0.2747 / 2, 1 / 3, 0.25 / 12, 0.013) * 12, 2)
    2.0
    """
    if not flow >= 0:
        raise DomainError("flow", flow, "wants 0 or more")
    most = discharge(MOST_FLOW_AT * diameter, diameter, grade, n)
    if flow == 0:
        return 0.0
    if flow > most:
        return None
    return float(brentq(lambda y: discharge(y, diameter, grade, n) - flow, 0.0, MOST_FLOW_AT * diameter, xtol=1e-9))


def minimum_grade(bore_in: float, rule: LeastFall) -> float:
    """The least fall a drain is commonly laid at [ft/ft]: 1/4 in/ft, or 1/8 in/ft from 4 in up where that is approved.

    From memory, and codes differ: the local one governs.

    >>> [round(12 * minimum_grade(bore_in, "eighth_from_4_in"), 3) for bore_in in (4, 3)]
    [0.125, 0.25]
    """
    return (0.125 if rule == "eighth_from_4_in" and bore_in >= 4 else 0.25) / 12
