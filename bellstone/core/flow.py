"""Water running: Manning's formula in a round pipe part full, and what a pond or a blockage means for a flush."""

from dataclasses import dataclass
from math import asin, inf, sqrt

import numpy as np
from scipy.optimize import brentq

from bellstone.core.errors import DomainError
from bellstone.core.mesh import Array
from bellstone.core.record import LeastFall
from bellstone.core.section import flow_area, flow_areas
from bellstone.core.units import GAL_PER_FT3

MANNING_US = 1.486  # ft^(1/3)/s, Manning's formula in feet
MOST_FLOW_AT = 0.938  # water depth over diameter at which a round pipe carries most: published, checked in the tests
SELF_CLEANSING_FT_S = 2.0  # handbook 2.8, common practice
FLUSH_GAL = (1.28, 1.6, 3.5)  # handbook 2.8
PSI_PER_FT = 0.4335  # handbook 2.9: water at 60 F
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


def flushes_to_replace(volume_gal: float) -> list[tuple[float, float]]:
    """(gallons a flush, how many hold as much as a pond); about three times as many renew 95 % of it if it mixes.

    >>> [(gal, round(n, 2)) for gal, n in flushes_to_replace(3.2)]
    [(1.28, 2.5), (1.6, 2.0), (3.5, 0.91)]
    """
    return [(gal, volume_gal / gal) for gal in FLUSH_GAL]


@dataclass(frozen=True, slots=True)
class Opening:
    """Where water could come out: its name, station and the height of its rim [ft], and the riser's diameter [ft]."""

    name: str
    station: float
    rim: float
    diameter: float


@dataclass(frozen=True, slots=True)
class Backup:
    """Water held behind a blockage: head on it [ft], volume stored up to the overflow [US gal], where it comes out."""

    head: float
    volume_gal: float
    opening: Opening

    @property
    def psi(self) -> float:
        return self.head * PSI_PER_FT

    def minutes(self, gpm: float) -> float:
        """How long until it overflows at a flow [min]."""
        if not gpm > 0:
            raise DomainError("gpm", gpm, "wants a flow over 0 gal/min")
        return self.volume_gal / gpm


def backup_behind(station: Array, z: Array, diameter: Array, at: float, openings: list[Opening]) -> Backup | None:
    """What a blockage at a station holds back: up to the lowest opening upstream of it.

    Parameters
    ----------
    station, z, diameter : array (n,)
        Nodes, invert and inside diameter [ft].
    at : float
        Station of the blockage [ft].
    openings : list of Opening
        With the height of their rims in the same heights as ``z``.

    Returns
    -------
    Backup or None
        None where no opening upstream has a known height.

    Notes
    -----
    The head comes from the fall, not from the length: the pipe between fills to the crown, the risers of the openings
    to the level of the lowest rim.

    Examples
    --------
    Handbook 2.9: 120 ft at 1/4 in/ft is 2.5 ft of head, 1.08 psi.

    >>> x = np.linspace(0, 120, 241); z = -x * 0.25 / 12
    >>> found = backup_behind(x, z, np.full(241, 1 / 3), 120, [Opening("floor drain", 0, 0.0, 1 / 3)])
    >>> round(found.head, 2), round(found.psi, 2), found.opening.name
    (2.5, 1.08, 'floor drain')
    """
    above = [o for o in openings if o.station <= at]
    if not above:
        return None
    lowest = min(above, key=lambda o: o.rim)
    upstream = station <= at
    x, depth = station[upstream], np.maximum(lowest.rim - z[upstream], 0.0)
    pipe = float(np.trapezoid(flow_areas(depth, diameter[upstream]), x)) if x.size > 1 else 0.0
    risers = 0.0
    for o in above:
        crown = float(np.interp(o.station, station, z)) + o.diameter
        risers += max(lowest.rim - crown, 0.0) * flow_area(o.diameter, o.diameter)
    head = lowest.rim - float(np.interp(at, station, z))
    return Backup(max(head, 0.0), (pipe + risers) * GAL_PER_FT3, lowest)


def minimum_grade(bore_in: float, rule: LeastFall) -> float:
    """The least fall a drain is commonly laid at [ft/ft]: 1/4 in/ft, or 1/8 in/ft from 4 in up where that is approved.

    From memory, and codes differ: the local one governs.

    >>> [round(12 * minimum_grade(bore_in, "eighth_from_4_in"), 3) for bore_in in (4, 3)]
    [0.125, 0.25]
    """
    return (0.125 if rule == "eighth_from_4_in" and bore_in >= 4 else 0.25) / 12
