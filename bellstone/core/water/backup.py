"""What a pond or a blockage holds back: its head, its volume, where it comes out, and the flushes that replace it."""

from dataclasses import dataclass

import numpy as np

from bellstone.core.ground import GAL_PER_FT3, Array, DomainError
from bellstone.core.pipe import flow_area, flow_areas

FLUSH_GAL = (1.28, 1.6, 3.5)  # handbook 2.8
PSI_PER_FT = 0.4335  # handbook 2.9: water at 60 F


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
