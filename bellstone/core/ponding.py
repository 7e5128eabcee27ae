"""Water at rest: level fill from the free outlet upward, and the ponds it names."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from bellstone.core.errors import DomainError
from bellstone.core.section import water_volume_gal

FILM_FT = 0.01  # handbook 2.6


@dataclass(frozen=True, slots=True)
class Pond:
    """Water held at rest. Stations and depths in feet, volume in US gallons."""

    start: float
    end: float
    deepest_at: float
    ponding_depth: float
    pool_level: float
    spill_point: float
    volume_gal: float
    full_bore: float

    @property
    def length(self) -> float:
        return self.end - self.start


def pool_level(invert: ArrayLike, outlet_level: float = -np.inf) -> NDArray[np.float64]:
    """Elevation of still water over an invert: the level fill.

    w(x) = max of z over x' >= x, from the outlet's level if that stands higher: a reversed running
    maximum, which is grey-scale reconstruction by erosion with the outlet as seed.

    Parameters
    ----------
    invert : array (n,)
        Elevation of the invert from upstream to the outlet [ft].
    outlet_level : float
        Water level standing at the outlet [ft]; none by default.

    Returns
    -------
    array (n,)
        Never below the invert, never rising toward the outlet [ft].

    Raises
    ------
    DomainError
        Fewer than one node, or a value that is not a number.

    Examples
    --------
    >>> pool_level([1.0, 0.5, 0.7, 0.2]).tolist()
    [1.0, 0.7, 0.7, 0.2]
    """
    z = np.asarray(invert, dtype=float)
    if z.ndim != 1 or z.size == 0 or not np.isfinite(z).all():
        raise DomainError("invert", z.shape, "wants one finite elevation a node")
    level: NDArray[np.float64] = np.maximum.accumulate(z[::-1])[::-1]
    return np.maximum(level, outlet_level)


def ponds(station: ArrayLike, invert: ArrayLike, diameter: float, outlet_level: float = -np.inf) -> list[Pond]:
    """The ponds on a profile deeper than a film of 0.01 ft, upstream to downstream.

    Parameters
    ----------
    station, invert : array (n,)
        Increasing stations and inverts [ft].
    diameter : float
        Inside diameter [ft], for the volume and the full-bore length.

    Examples
    --------
    A lip of 1 in on a 2 % grade holds water h/S = 4.17 ft back.

    >>> x = np.linspace(0, 20, 2001); z = -0.02 * x + np.where(x >= 10, 1 / 12, 0)
    >>> pond = ponds(x, z, 1 / 3)[0]
    >>> round(pond.length, 1), round(pond.ponding_depth * 12, 2)
    (4.2, 1.0)
    """
    x, z = np.asarray(station, dtype=float), np.asarray(invert, dtype=float)
    level = pool_level(z, outlet_level)
    depth = level - z
    wet = depth > 1e-9
    edges = np.flatnonzero(np.diff(np.concatenate([[0], wet.astype(int), [0]])))
    found = [_pond(x, z, depth, level, a, b, diameter) for a, b in zip(edges[::2], edges[1::2], strict=True)]
    return [pond for pond in found if pond.ponding_depth >= FILM_FT]


def _pond(
    x: NDArray[np.float64], z: NDArray[np.float64], depth: NDArray[np.float64], level: NDArray[np.float64],
    a: int, b: int, diameter: float,
) -> Pond:  # fmt: skip
    """One wet stretch of nodes a..b-1; its upstream shore lies between two nodes, where the bed meets the level."""
    start = float(x[a])
    if a > 0 and z[a - 1] > z[a]:
        start = float(x[a] - (x[a] - x[a - 1]) * (level[a] - z[a]) / (z[a - 1] - z[a]))
    last = min(b, x.size - 1)
    stations = np.concatenate([[start], x[a:b], [x[last]]])
    depths = np.concatenate([[0.0], depth[a:b], [depth[last]]])
    deepest = a + int(np.argmax(depth[a:b]))
    full = depths >= diameter
    return Pond(
        start=start,
        end=float(x[last]),
        deepest_at=float(x[deepest]),
        ponding_depth=float(depth[deepest]),
        pool_level=float(level[a]),
        spill_point=float(x[last]),
        volume_gal=water_volume_gal(stations, depths, diameter),
        full_bore=float(np.trapezoid(full.astype(float), stations)),
    )
