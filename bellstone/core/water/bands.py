"""How well the water of a line is known: bands over draws of its adjusted profile."""

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr

from bellstone.core.ground import IN_PER_FT, Z_90, Array, band_of, normals
from bellstone.core.profile import DRAWS
from bellstone.core.stations import Interval, less
from bellstone.core.water.line import LineWater, NamedPond, with_crest
from bellstone.core.water.ponding import Pond, PondBand, pond_band, pool_level

MAIN_STATE = 27  # random state of the main's level
THRESHOLDS_IN = (0.5, 1.0)
THRESHOLD_SHARES = (0.25, 0.5, 1.0)


@dataclass(frozen=True, slots=True)
class Bands:
    """5-95 % of the invert by node [ft], of each named pond, its sag and its depth by node [ft]; and the chance of
    more than half an inch somewhere in each stretch that nobody saw at rest, None where no pitch log runs through."""

    low: Array
    high: Array
    depth_low: Array
    depth_high: Array
    ponds: tuple[PondBand, ...]
    sags: tuple[tuple[float, float] | None, ...]
    not_known: tuple[tuple[float, float, float | None], ...]


def thresholds_ft(diameter: float) -> tuple[float, ...]:
    """Depths whose chance is asked: 1/2 in, 1 in, a quarter, half and all of the bore [ft]."""
    return (*(t / IN_PER_FT for t in THRESHOLDS_IN), *(s * diameter * 0.9999 for s in THRESHOLD_SHARES))


def bands_of(water: LineWater, count: int = DRAWS) -> Bands:
    """Bands over draws of the adjusted profile, the random state fixed.

    Raises
    ------
    DomainError
        The readings disagree: a head seen under water would stand out of it in nearly every draw.
    """
    z, told = water.profile.draws(count)
    # the main's level was read from the outlet: it moves with it
    outlet: Array | float = water.bed.outlet
    if water.main is not None:
        outlet = z[-1] + water.main.above + water.main.sigma * normals(1, count, MAIN_STATE)[0, : z.shape[1]]
    if z.shape[1] == count:  # nothing was rejected: the heights are normal, and their band is known
        reach = Z_90 * water.profile.sigma
        low, high = water.profile.z - reach, water.profile.z + reach
    else:
        low, high = band_of(z)
    depth_low, depth_high = np.full(water.station.size, np.nan), np.full(water.station.size, np.nan)
    ponds: list[PondBand] = []
    sags: list[tuple[float, float] | None] = []
    for named in water.ponds:
        if named.as_read:
            ponds.append(_read_band(water, named))
            sags.append(None)
            i, j = named.nodes
            stands, spread = water.depth_at_node()[i:j], Z_90 * named.sigma
            depth_low[i:j], depth_high[i:j] = np.maximum(stands - spread, 0.0), stands + spread
            continue
        a, b = _window(water, named.pond)
        lift = water.bed.top[a:b] - water.bed.z[a:b]
        mine = told[named.told] if named.told is not None and named.pond.level > water.bed.outlet else None
        deepest = named.pond.deepest - a
        over = thresholds_ft(float(water.diameter[named.pond.deepest]))
        part = np.ascontiguousarray(z[a:b])
        band = pond_band(water.station[a:b], part, mine, lift, water.diameter[a:b], deepest, over, outlet)
        i, j = named.pond.first, max(named.pond.last, named.pond.deepest) + 1
        depth_low[i:j], depth_high[i:j] = band.by_node[:, i - a : j - a]
        ponds.append(band)
        sags.append(_sag_band(water, named, z))
    return Bands(low, high, depth_low, depth_high, tuple(ponds), tuple(sags), tuple(_not_known(water, z)))


def _read_band(water: LineWater, named: NamedPond) -> PondBand:
    """The band of a pond of which only a depth was read: of that depth, and of nothing else."""
    reach, nan = Z_90 * named.sigma, float("nan")
    depth = named.pond.depth
    over = thresholds_ft(float(water.diameter[named.pond.deepest]))
    chance = tuple(float(ndtr((depth - d) / named.sigma)) for d in over)
    return PondBand((max(depth - reach, 0.0), depth + reach), (nan, nan), (nan, nan), chance, np.empty((2, 0)))


def _window(water: LineWater, pond: Pond) -> tuple[int, int]:
    """A pond's extent and a lay length upstream; it ends at its spill point, and what holds it there."""
    lay = water.invert.reaches[water.profile.mesh.reach[pond.first]].lay_length
    a = int(np.searchsorted(water.station, pond.start - lay))
    b = pond.spill + 1
    if pond.told is None:
        b = int(np.searchsorted(water.station, water.station[pond.spill] + lay, side="right"))
    return a, max(b, a + 2)


def _sag_band(water: LineWater, named: NamedPond, z: Array) -> tuple[float, float] | None:
    if named.string is None:
        return None
    x, line = water.station, named.string
    share = (x[line.at] - x[line.upstream]) / (x[line.spill] - x[line.upstream])
    lift = with_crest(water.bed.z, water.dams, x)[line.spill] - water.bed.z[line.spill]
    under = z[line.upstream] * (1 - share) + (z[line.spill] + lift) * share - z[line.at]
    low, high = band_of(under)
    return float(max(low, 0.0)), float(max(high, 0.0))


def _not_known(water: LineWater, z: Array) -> list[tuple[float, float, float | None]]:
    """Stretches outside every pond's window that nobody saw dry."""
    x = water.station
    windows: list[Interval] = [(float(x[a]), float(x[b - 1])) for a, b in (_window(water, n.pond) for n in water.ponds)]
    holes = [*windows, *water.invert.dry, *([water.invert.riser] if water.invert.riser else [])]
    out: list[tuple[float, float, float | None]] = []
    for start, end in less([(float(x[0]), float(x[-1]))], holes):
        logged = sum(min(b, end) - max(a, start) for a, b in water.invert.pitched if min(b, end) > max(a, start))
        first, last = np.searchsorted(x, start), np.searchsorted(x, end, side="right")
        chance = None
        if logged > 0.8 * (end - start) and last - first > 2:
            part = z[first:last]
            chance = float(np.mean((pool_level(part) - part).max(axis=0) > THRESHOLDS_IN[0] / IN_PER_FT))
        out.append((start, end, chance))
    return out
