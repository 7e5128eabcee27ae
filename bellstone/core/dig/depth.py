"""How deep the invert lies below the ground: from the adjusted profile where the ground is known, else from what was read."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from math import hypot, isnan

import numpy as np
from numpy.typing import NDArray
from scipy.special import chdtri

from bellstone.core.ground import IN_PER_FT, Array
from bellstone.core.profile import HEAD_RADIUS_FT, Surface, depth_sigma, surface_of
from bellstone.core.record import Lateral, Visit
from bellstone.core.scheme import USUAL_BORE_IN
from bellstone.core.stations import Placing, Segment
from bellstone.core.water import Part

REACH_FT = 10.0  # a depth read further off says nothing here: handbook 2.11
OFF_SPOT_SHARE = 0.02  # of the distance, for ground and grade that are not known
SURFACE_FT = 0.3  # sigma of the ground about a straight line, where nobody levelled it: working value
ODD_AT = 3.0  # sigmas off the others, with which a reading is left out
LEAST_OTHERS = 4  # readings it takes to tell an odd one from the ground's own shape
SPOT_FT = 1.0  # readings so close were taken at one spot: the ground is the same for all; working value
LEAST_AT_SPOT = 3  # it takes two that agree to tell which the odd one is
BY_CHANCE = 0.95  # what lies within this share of chance is no disagreement
FROM_PROFILE = "from the adjusted profile and the ground"
FROM_READINGS = "read from the surface within 10 ft"
Told = tuple[float, float, str]  # a depth, its sigma [ft] and what it rests on
ABOVE_GROUND = "the readings put the invert above the ground: one of them is wrong"
NOT_READ = "no depth was read within 10 ft"


@dataclass(frozen=True, slots=True)
class DepthAt:
    """How deep the invert was read below the ground [ft], where [ft], and its standard deviation [ft]."""

    station: float
    depth: float
    sigma: float


@dataclass(frozen=True)
class Depths:
    """Depths to the invert along a path: the readings that stand, and the profile below a surface that is known."""

    readings: tuple[DepthAt, ...]
    parts: tuple[Part, ...]
    surface: Surface
    odd: tuple[DepthAt, ...] = ()  # readings that disagree, and are not used

    def at(self, x: Array) -> list[Told | None]:
        """Depth to the invert at stations ``x`` (n,) [ft], its sigma [ft] and what it rests on; None where nothing tells it."""
        out: list[Told | None] = []
        for station, depth, sigma in zip(x.tolist(), *(column.tolist() for column in self._by_profile(x)), strict=True):
            read = None if not isnan(depth) else weighted_depth(self.readings, station)
            out.append(
                (depth, sigma, FROM_PROFILE) if not isnan(depth) else None if read is None else (*read, FROM_READINGS)
            )
        return out

    def along(self, x: Array) -> Array:
        """Depth to the invert at stations ``x`` (n,) [ft]; NaN where nothing tells it, or it would lie in the air."""
        depth, _ = self._by_profile(x)
        for n in np.flatnonzero(np.isnan(depth)) if self.readings else ():
            read = weighted_depth(self.readings, float(x[n]))
            depth[n] = np.nan if read is None else read[0]
        return np.where(depth > 0, depth, np.nan)

    @cached_property
    def _tied(self) -> list[tuple[Part, Array]]:
        """Each part with the stations where it is tied to the ground [ft], in order."""
        heights = ([r for r in part.water.profile.residuals if r.kind == "height" and not r.out] for part in self.parts)
        return [(part, np.sort([r.station for r in read])) for part, read in zip(self.parts, heights, strict=True)]

    def _by_profile(self, x: Array) -> tuple[Array, Array]:
        """Depth below a known ground and its sigma [ft] at each station; NaN where the profile is not tied to one."""
        ground, doubt = self.surface.along_for_digging(x)
        depth, sigma = np.full(x.size, np.nan), np.full(x.size, np.nan)
        for part, tied in reversed(self._tied):  # at the seam of two the upstream one tells
            profile = part.water.profile
            here = (part.first <= x) & (x <= part.last)
            told = here & _tied_near(tied, x) & (not part.relative)
            depth[here] = np.nan
            depth[told] = ground[told] - np.interp(x[told], part.water.station, part.water.bed.z)
            sigma[told] = np.hypot(profile.sigma[profile.mesh.nodes(x[told])], doubt[told])
        return depth, sigma


def _tied_near(tied: Array, x: Array) -> NDArray[np.bool_]:
    """Whether a profile tied to the ground at stations ``tied``, in order, is so on both sides of each place, or close to it."""
    if not tied.size:
        return np.zeros(x.size, bool)
    known: NDArray[np.bool_] = (tied[0] - REACH_FT <= x) & (x <= tied[-1] + REACH_FT)
    return known


def depths_of(
    lateral: Lateral, visit: Visit, placing: Placing, segments: Sequence[Segment], parts: Sequence[Part]
) -> Depths:
    """What tells the depth along a path: readings to the invert, those that disagree left out.

    A reading that the adjustment took out is not used; where no ground is known the adjustment has none, and a
    reading more than 3 sigma off the straight line of the others is left out instead.
    """
    line = next((p for p in lateral.lines if parts and p.id == parts[0].line), lateral.lines[0])
    gone = {r.name for part in parts for r in part.water.profile.residuals if r.out}
    read, odd = list[DepthAt](), list[DepthAt]()
    for d in visit.depths:
        place = placing.places[d.id]
        if d.failed or d.depth_ft.likely is None or place.how != "station" or place.station is None:
            continue
        deep = d.depth_ft.likely + _to_invert(d.to, place.station, segments)
        (odd if d.id in gone else read).append(DepthAt(place.station, deep, depth_sigma(d)))
    fair = without_odd(read)
    odd += [r for r in read if not any(r is f for f in fair)]
    return Depths(tuple(fair), tuple(parts), surface_of(lateral, line, visit, placing), tuple(odd))


def _to_invert(to: str, station: float, segments: Sequence[Segment]) -> float:
    """How far the invert lies below what was read [ft]: a beacon in its head, or the crown a bore above it."""
    here = [s for s in segments if (s.start is None or s.start <= station) and (s.end is None or station <= s.end)]
    bore = next((s.bore_in for s in here if s.bore_in), USUAL_BORE_IN) / IN_PER_FT
    return {"beacon": HEAD_RADIUS_FT, "invert": 0.0, "crown": bore}[to]


def without_odd(read: Sequence[DepthAt]) -> list[DepthAt]:
    """Readings but those that lie off the straight line of the others, the worst first, while enough are left.

    >>> fair = [DepthAt(x, 4.2 + 0.02 * x, 0.25) for x in (0.0, 15.0, 30.0, 60.0, 75.0)]
    >>> len(without_odd([*fair, DepthAt(51.0, 3.2, 0.16)])), len(without_odd(fair))
    (5, 5)
    """
    left = _without_odd_at_a_spot(read)
    while len(left) > LEAST_OTHERS:
        off = _off_the_others(left)
        worst = int(np.argmax(off))
        if off[worst] <= ODD_AT:
            break
        left.pop(worst)
    return left


def _without_odd_at_a_spot(read: Sequence[DepthAt]) -> list[DepthAt]:
    """Readings but those that lie off the weighted mean of the others at their own spot, the worst first.

    >>> [r.depth for r in _without_odd_at_a_spot([DepthAt(20, 4.0, 0.2), DepthAt(20.5, 4.2, 0.2), DepthAt(20, 6.0, 0.3)])]
    [4.0, 4.2]
    """
    left = list(read)
    while True:
        odd = [(off, r) for r in left if (off := _off_its_spot(r, left)) > ODD_AT]
        if not odd:
            return left
        worst = max(odd, key=lambda pair: pair[0])[1]
        left = [r for r in left if r is not worst]


def _off_its_spot(reading: DepthAt, read: Sequence[DepthAt]) -> float:
    """How many sigmas a reading lies off the mean of the others at its spot; 0 where too few were taken there."""
    others = [r for r in read if r is not reading and abs(r.station - reading.station) <= SPOT_FT]
    told = weighted_depth(others, reading.station)
    if told is None or len(others) < LEAST_AT_SPOT - 1:
        return 0.0
    return abs(reading.depth - told[0]) / hypot(reading.sigma, told[1])


def _off_the_others(read: Sequence[DepthAt]) -> Array:
    """How many sigmas each reading lies off the weighted straight line of the others, its slope as little as usual.

    With weights w and distances d from the place asked, every reading but its own: m0 = sum w, m1 = sum w d,
    m2 = sum w d^2 + 1/slope^2; the line there is (m2 t0 - m1 t1) / (m0 m2 - m1^2), its variance m2 over the same.
    """
    x, depth, own = np.array([(r.station, r.depth, r.sigma) for r in read]).T
    away = x - x[:, None]  # (n, n): of each other reading from the place asked
    w = np.where(np.eye(x.size, dtype=bool), 0.0, 1 / (own**2 + SURFACE_FT**2))
    m0, m1, m2 = w.sum(1), (w * away).sum(1), (w * away**2).sum(1) + 1 / OFF_SPOT_SHARE**2
    t0, t1 = w @ depth, (w * away) @ depth
    det = m0 * m2 - m1**2
    middle, variance = (m2 * t0 - m1 * t1) / det, m2 / det
    off: Array = np.abs(depth - middle) / np.sqrt(own**2 + SURFACE_FT**2 + variance)
    return off


def weighted_depth(readings: Sequence[DepthAt], station: float, reach: float = REACH_FT) -> tuple[float, float] | None:
    """Depth at a station from the readings within reach, by inverse variance; None where there is none.

    A reading off the spot carries 2 % of its distance for ground and grade that are not known. Where they lie further
    apart than chance would have them nineteen times of twenty, sigma grows by sqrt(chi2 / (n - 1)) (Birge's ratio,
    common practice): nobody knows which of two is wrong.

    Examples
    --------
    Two equal readings at the spot: their mean, and sigma / sqrt 2.

    >>> depth, sigma = weighted_depth([DepthAt(40, 5.0, 0.2), DepthAt(40, 5.4, 0.2)], 40)
    >>> round(depth, 2), round(sigma, 3)
    (5.2, 0.141)

    Two that disagree by seven sigmas.

    >>> depth, sigma = weighted_depth([DepthAt(40, 4.0, 0.2), DepthAt(40, 6.0, 0.2)], 40)
    >>> round(depth, 2), round(sigma, 2)
    (5.0, 1.0)
    """
    near = [
        (r.depth, r.sigma**2 + (OFF_SPOT_SHARE * (r.station - station)) ** 2)
        for r in readings
        if abs(r.station - station) <= reach
    ]
    if not near:
        return None
    weights = [1 / v for _, v in near]
    mean = sum(d * w for (d, _), w in zip(near, weights, strict=True)) / sum(weights)
    chi2 = sum(w * (d - mean) ** 2 for (d, _), w in zip(near, weights, strict=True))
    spread = chi2 / (len(near) - 1) if len(near) > 1 and chi2 > chdtri(len(near) - 1, 1 - BY_CHANCE) else 1.0
    return mean, (max(spread, 1.0) / sum(weights)) ** 0.5
