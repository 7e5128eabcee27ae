"""Water at rest: level fill from the free outlet upward, and the ponds it names."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from bellstone.core.ground import GAL_PER_FT3, Array, DomainError, band_of
from bellstone.core.pipe import area_shares
from bellstone.core.profile import Bed

FILM_FT = 0.01  # handbook 2.6


@dataclass(frozen=True, slots=True)
class Pond:
    """Water held at rest, over nodes ``first`` to ``last`` inclusive. Stations, depths and levels in feet.

    ``deepest`` and ``spill`` are nodes; ``told`` the number of the pond of readings, None where computed only.
    """

    first: int
    last: int
    deepest: int
    spill: int
    level: float
    start: float
    end: float
    depth: float
    told: int | None = None

    @property
    def length(self) -> float:
        return self.end - self.start


def pool_level(invert: ArrayLike, outlet_level: ArrayLike = -np.inf) -> NDArray[np.float64]:
    """Elevation of still water over an invert: the level fill.

    w(x) = max of z over x' >= x, from the outlet's level if that stands higher: a reversed running
    maximum, which is grey-scale reconstruction by erosion with the outlet as seed.

    Parameters
    ----------
    invert : array (n,) or (n, k)
        Elevation of the invert from upstream to the outlet [ft]; k profiles side by side.
    outlet_level : float or array (k,)
        Water level standing at the outlet [ft]; none by default.

    Returns
    -------
    array like ``invert``
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
    if z.ndim not in (1, 2) or z.size == 0 or not np.isfinite(z.sum()):
        raise DomainError("invert", z.shape, "wants one finite elevation a node")
    level: NDArray[np.float64] = np.maximum.accumulate(z[::-1], axis=0)[::-1]
    return level if np.ndim(outlet_level) == 0 and outlet_level == -np.inf else np.maximum(level, outlet_level)


def ponds_of(bed: Bed, level: Array | None = None, least: float = FILM_FT) -> list[Pond]:
    """The ponds on a bed deeper than a film, upstream to downstream.

    Parameters
    ----------
    bed : Bed
        Stations may repeat: a joint has two nodes.
    level : array (n,), optional
        Where the water stands [ft]; the level fill of the bed where not given.

    Examples
    --------
    A lip of 1 in on a 2 % grade holds water h/S = 4.17 ft back.

    >>> x = np.linspace(0, 20, 2001); z = -0.02 * x + np.where(x >= 10, 1 / 12, 0)
    >>> pond = ponds_of(Bed(x, z, z))[0]
    >>> round(pond.length, 1), round(pond.depth * 12, 2)
    (4.2, 1.0)
    """
    level = pool_level(bed.top, bed.outlet) if level is None else level
    wet = level - bed.top > 1e-9
    # water on both sides of a dam that stands above neither level is one pond only if the level is one
    same = np.abs(np.diff(level)) < 1e-9
    edges = np.flatnonzero(np.diff(np.concatenate([[0], wet.astype(int), [0]])))
    found = []
    for a, b in zip(edges[::2].tolist(), edges[1::2].tolist(), strict=True):
        cuts = [a, *(a + 1 + np.flatnonzero(~same[a : b - 1])).tolist(), b]
        found += [_pond(bed, level, i, j - 1) for i, j in zip(cuts, cuts[1:], strict=False)]
    # between the two nodes of a joint under a dam there is no pipe to hold any
    return [pond for pond in found if pond.depth >= least and pond.end > pond.start]


def _pond(bed: Bed, level: Array, a: int, b: int) -> Pond:
    """One wet stretch of nodes a..b; its upstream shore lies between two nodes, where the bed meets the level."""
    x, z, w = bed.station, bed.top, float(level[a])
    start = float(x[a])
    if a > 0 and z[a - 1] > z[a] and level[a - 1] <= z[a - 1] + 1e-9:
        start = float(x[a] - (x[a] - x[a - 1]) * (w - z[a]) / (z[a - 1] - z[a]))
    spill = min(b + 1, x.size - 1)
    # under what holds it the pipe lies deepest where the bed only falls
    last = spill if bed.top[spill] > bed.z[spill] and bed.top[spill] >= w - 1e-9 else b
    deepest = a + int(np.argmax(w - bed.z[a : last + 1]))
    return Pond(a, b, deepest, spill, w, start, float(x[spill]), w - float(bed.z[deepest]))


def standing_level(bed: Bed, told: Sequence[tuple[int, float]]) -> tuple[Array, dict[int, tuple[int, ...]]]:
    """The fill, with each pond of readings at the level that its readings gave.

    Parameters
    ----------
    bed : Bed
        Its dams hold the ponds of readings up to their level.
    told : sequence of (spill node, level)
        A pond of readings each; level [ft].

    Returns
    -------
    level (n,) [ft], and {node: numbers of the ponds of readings that stand there, the last one's level}

    Examples
    --------
    Readings say that the water stands a tenth lower than the bed's crest would let it.

    >>> level, mine = standing_level(Bed(np.arange(4.0), *[np.array([3.0, 1.0, 2.0, 0.0])] * 2), [(2, 1.9)])
    >>> level.tolist(), mine
    ([3.0, 1.9, 2.0, 0.0], {1: (0,)})
    """
    level = pool_level(bed.top, bed.outlet)
    mine: dict[int, tuple[int, ...]] = {}
    for number in sorted(
        range(len(told)), key=lambda n: -told[n][0]
    ):  # from the outlet up: each bounds what is above it
        spill, read = told[number]
        w = max(read, bed.outlet)  # the main, or the line below, stands over it
        last = spill if spill == bed.station.size - 1 and bed.top[spill] < w else _last_wet(bed.top[: spill + 1], w)
        dry = np.flatnonzero(bed.top[: last + 1] >= w)
        first = int(dry[-1]) + 1 if dry.size else 0
        below = last in mine and told[mine[last][-1]][0] > spill
        if last < first or (below and level[last] > w):
            continue  # no water of its own, or a pool read further down stands over it
        level[first : last + 1] = w
        level[last + 1 : spill] = np.minimum(level[last + 1 : spill], bed.top[last + 1 : spill])  # dry to its crest
        if first:
            level[:first] = pool_level(bed.top[:first], w)
        for node in range(first, last + 1):
            mine[node] = (number, *(n for n in mine.get(node, ()) if max(told[n][1], bed.outlet) == w))
    return level, mine


def _last_wet(top: Array, level: float) -> int:
    """The last node above a spill, the end of ``top``, that lies under a level of its dip; -1 where none does."""
    wet = np.flatnonzero(top[:-1] < level)
    return int(wet[-1]) if wet.size and top[wet[-1] : -1].max() <= top[-1] + FILM_FT else -1


@dataclass(frozen=True, slots=True)
class PondBand:
    """5-95 % of a pond's depth, length [ft], volume [US gal] and sag [ft] over the draws, and the chance, 0 to 1,
    that it is deeper than each threshold asked for; ``by_node`` (2, k) of the depth at each node of the window [ft]."""

    depth: tuple[float, float]
    length: tuple[float, float]
    volume_gal: tuple[float, float]
    chance: tuple[float, ...]
    by_node: Array


def pond_band(
    station: Array, z: Array, level: Array | None, lift: Array, diameter: Array, deepest: int, over: Sequence[float],
    outlet: ArrayLike = -np.inf,
) -> PondBand:  # fmt: skip
    """How deep, long and large a pond is over draws of the invert, inside its window.

    Parameters
    ----------
    station : array (k,)
        The window's nodes [ft].
    z : array (k, N)
        Draws of the invert there [ft].
    level : array (N,) or None
        The draw's own level where the pond has readings [ft]; None: the fill inside the window.
    lift : array (k,)
        How high dams stand on the invert [ft].
    diameter : array (k,)
        Inside diameter [ft].
    deepest : int
        The node of the window where the pond is deepest.
    over : sequence of float
        Depths whose chance to be exceeded is asked [ft].

    Examples
    --------
    >>> x = np.arange(5.0); z = np.tile(np.array([[0.3], [0.1], [0.0], [0.2], [-1.0]]), (1, 20))
    >>> band = pond_band(x, z, None, np.zeros(5), np.full(5, 1/3), 2, [0.1, 0.3])
    >>> [round(d, 2) for d in band.depth], band.chance
    ([0.2, 0.2], (1.0, 0.0))
    """
    stands = pool_level(z + lift[:, None], outlet) if level is None else np.broadcast_to(level, z.shape)
    depth = np.maximum(stands - z, 0.0)
    at = depth[deepest]
    half = np.diff(station) / 2
    weight = np.concatenate([half, [0.0]]) + np.concatenate([[0.0], half])
    length = weight @ (depth > lift[:, None] + FILM_FT)
    volume = (weight * np.pi * diameter**2 / 4) @ area_shares(depth / diameter[:, None]) * GAL_PER_FT3
    low, high = band_of(np.stack([at, length, volume])).tolist()
    by_node = band_of(depth)
    chance = tuple(float(np.mean(at > d)) for d in over)
    return PondBand((low[0], high[0]), (low[1], high[1]), (low[2], high[2]), chance, by_node)
