"""A mark of somebody else's beside the line as it is known: how far off, which way, across from where."""

from collections.abc import Sequence
from math import atan2, degrees, hypot, inf, sqrt

import numpy as np

from bellstone.core.ground import Z_90, Array
from bellstone.core.plan.line import PlanPoint, along

WINDS = ("east", "northeast", "north", "northwest", "west", "southwest", "south", "southeast")


def beside(points: Sequence[PlanPoint], x_ft: float, y_ft: float, cov: Array) -> tuple[float, float, float, str] | None:
    """Where a point lies from the line: the foot of the shortest way to it.

    d = |p − q| with q the nearest point of the line; its band is 1.645 √(nᵀ(C_p + C_q)n) along that way n, handbook 2.11.

    Parameters
    ----------
    points : sequence of PlanPoint
        The known points of the line, two or more.
    x_ft, y_ft, cov : float, float, array (2, 2)
        The point [ft] and its covariance [ft²].

    Returns
    -------
    tuple or None
        Its distance and 5-95 % half band [ft], the station across from it [ft], and which way it lies from the line; None
        where it lies past the marks, or there are not two.

    Examples
    --------
    >>> ends = [PlanPoint("a", 0, 0.1, 0, 0, np.eye(2) * 0), PlanPoint("b", 20, 0.1, 0, -20, np.eye(2) * 0)]
    >>> beside(ends, 3.0, -5.0, np.eye(2))
    (3.0, 1.645, 5.0, 'east')
    """
    known = sorted(points, key=lambda p: p.station_ft)
    best, station = inf, None
    for n, (a, b) in enumerate(zip(known, known[1:], strict=False)):
        chord = np.array([b.x_ft - a.x_ft, b.y_ft - a.y_ft])
        length2 = float(chord @ chord)
        if not length2:
            continue
        share = float(chord @ np.array([x_ft - a.x_ft, y_ft - a.y_ft])) / length2
        past = share < 0 and n == 0 or share > 1 and n == len(known) - 2
        share = min(max(share, 0.0), 1.0)
        off = hypot(x_ft - a.x_ft - share * chord[0], y_ft - a.y_ft - share * chord[1])
        if off < best:
            best, station = off, None if past else a.station_ft + share * (b.station_ft - a.station_ft)
    foot = along(known, station) if station is not None else None
    if foot is None or station is None:
        return None
    way = np.array([x_ft - foot.x_ft, y_ft - foot.y_ft])
    unit = way / best if best > 0 else np.array([1.0, 0.0])
    band = Z_90 * sqrt(max(float(unit @ (cov + foot.cov) @ unit), 0.0))
    wind = WINDS[round(degrees(atan2(way[1], way[0])) / 45) % 8]
    return best, round(band, 3), station, wind
