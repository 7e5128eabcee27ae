"""The water of one line: its ponds on the adjusted invert, what holds each, and how well all that is known."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import NamedTuple

import numpy as np

from bellstone.core.ground import IN_PER_FT, Z_90, Array, band_of, normals
from bellstone.core.pipe import water_volume_gal
from bellstone.core.profile import DRAWS, SIGMA_HOLD_FT, Bed, Dam, Invert, Profile, adjusted, bed_of
from bellstone.core.stations import Interval, less
from bellstone.core.water.cause import LISTED_SHARE, Rung, causes
from bellstone.core.water.ponding import FILM_FT, Pond, PondBand, pond_band, ponds_of, pool_level, standing_level
from bellstone.core.water.sag import StringLine, string_line

MAIN_STATE = 27  # random state of the main's level
UNRECORDED_SIGMAS = 2.0  # what holds a pond beyond this many of its own sigmas is a finding
LEAST_UNRECORDED_FT = 0.5 / IN_PER_FT
THRESHOLDS_IN = (0.5, 1.0)
THRESHOLD_SHARES = (0.25, 0.5, 1.0)
IN_POND_FT = 0.75  # what lies further than this above where the water ends lies in it: working value
STRING_STEP_FT = 1.0  # where a pipe has no joints, the string steps by this: working value


@dataclass(frozen=True, slots=True)
class NamedPond:
    """A pond with its place, its depth's sigma [ft], what tells it, what holds it, and the string line over it."""

    pond: Pond
    sigma: float
    rungs: tuple[Rung, ...]
    string: StringLine | None

    @property
    def told(self) -> int | None:
        """The number of the pond of readings that tells it."""
        return self.pond.told

    @property
    def cause(self) -> str:
        return self.rungs[0].cause if self.rungs else "sag"

    @property
    def listed(self) -> tuple[Rung, ...]:
        """The causes that are at least a fifth of its depth, the largest first."""
        return tuple(r for r in self.rungs if r.share >= LISTED_SHARE)


@dataclass(frozen=True, slots=True)
class Unread:
    """Where the shape would hold water that nobody looked at: no depth is given."""

    start: float
    end: float
    why: str


@dataclass(frozen=True, slots=True)
class DryConflict:
    """Seen dry, though the adjusted pipe would hold water there [ft], by so many sigmas."""

    start: float
    end: float
    depth: float
    sigmas: float


class MainLevel(NamedTuple):
    """How high the main stands above a line's own invert at its outlet, with its sigma [ft]."""

    above: float
    sigma: float


@dataclass(frozen=True)
class LineWater:
    """One line's profile and water at rest. Arrays are by node of the profile's mesh."""

    invert: Invert
    profile: Profile
    dams: tuple[Dam, ...]
    bed: Bed
    level: Array
    ponds: tuple[NamedPond, ...]
    unread: tuple[Unread, ...]
    dry_conflicts: tuple[DryConflict, ...]
    main: MainLevel | None

    @property
    def station(self) -> Array:
        return self.profile.mesh.station

    @cached_property
    def diameter(self) -> Array:
        """Inside diameter at each node [ft]."""
        return np.array([r.diameter for r in self.invert.reaches])[self.profile.mesh.reach]

    def depth_at_node(self) -> Array:
        """Depth of standing water at each node of a named pond [ft]; NaN elsewhere."""
        out = np.full(self.station.size, np.nan)
        for named in self.ponds:
            a, b = named.pond.first, max(named.pond.last, named.pond.deepest) + 1
            out[a:b] = named.pond.level - self.bed.z[a:b]
        return out

    def volume_gal(self, pond: Pond) -> float:
        """Water in a pond [US gal]."""
        a, b = pond.first, pond.spill + 1
        depth = np.maximum(pond.level - self.bed.top[a:b], 0.0)
        station = np.concatenate([[pond.start], self.station[a:b]])  # from the shore, between two nodes
        return water_volume_gal(station, np.concatenate([[0.0], depth]), self.diameter[[a, *range(a, b)]])

    def full_bore_ft(self, pond: Pond) -> float:
        """How much of a pond stands to the crown: gas cannot pass [ft]."""
        a, b = pond.first, pond.spill + 1
        full = pond.level - self.bed.z[a:b] >= self.diameter[a:b]
        return float(np.sum(np.diff(self.station[a:b])[full[:-1] & full[1:]]))

    def joints_under(self, pond: Pond) -> int:
        joints = self.profile.mesh.joints
        return int(np.sum((joints >= pond.first) & (joints <= pond.last)))


def water_of(
    invert: Invert, main: MainLevel | None = None, without: frozenset[str] = frozenset(), outlet: float = -np.inf
) -> LineWater:
    """The ponds of one line at rest.

    Parameters
    ----------
    invert : Invert
        The line's pipe, readings and dams.
    main : MainLevel, optional
        How high the main stands.
    without : frozenset of str
        Items of dams taken out, to see what the water would do.
    outlet : float
        Level of the water of the line that it joins [ft]; -inf for none.

    Returns
    -------
    LineWater
        Ponds named on the adjusted profile, where readings at rest, a pitch log or the main's level tell
        of them; elsewhere no depth.
    """
    profile = adjusted(invert.reaches, invert.readings)
    z, x = profile.z, profile.mesh.station
    dams = tuple(d for d in _standing(invert, profile) if d.item not in without)
    backed = float(z[-1]) + main.above if main is not None else -np.inf
    bed = bed_of(x, z, dams, max(backed, outlet))
    held = [n for n in range(len(invert.told)) if _hold_item(invert, profile, n) not in without]
    level, mine = standing_level(bed, [(profile.spill[n], float(profile.level[n])) for n in held])
    ponds: list[NamedPond] = []
    unread: list[Unread] = []
    conflicts: list[DryConflict] = []
    for pond in ponds_of(bed, level, FILM_FT):
        told = held[mine[pond.last]] if pond.last in mine else None
        if invert.riser is not None and x[pond.deepest] < invert.riser[1]:
            continue
        sigma = profile.depth_sigma(told, pond.spill, pond.deepest)
        dry = next((d for d in invert.dry if d[0] <= x[pond.deepest] <= d[1]), None)
        if told is None and dry is not None:
            if pond.depth > 2 * sigma:
                conflicts.append(DryConflict(dry[0], dry[1], pond.depth, pond.depth / max(sigma, 1e-9)))
        elif told is not None or _is_told(invert, x, pond, bed.outlet):
            if told is not None or pond.depth >= max(FILM_FT, sigma):
                ponds.append(_named(invert, profile, dams, bed, replace(pond, told=told), sigma))
        elif pond.depth >= max(FILM_FT, sigma) and not any(_overlap(invert, n, pond) for n in held):
            unread.append(Unread(pond.start, pond.end, _why_unread(invert, profile, dams, pond)))
    return LineWater(invert, profile, dams, bed, level, tuple(ponds), tuple(unread), tuple(conflicts), main)


def _overlap(invert: Invert, number: int, pond: Pond) -> bool:
    """Whether a pond lies where the water of a pond of readings was seen."""
    first = min(v.station for v in invert.readings.levels if v.pond == number)
    return pond.start <= invert.readings.holds[number].at and pond.end >= first


def _is_told(invert: Invert, x: Array, pond: Pond, outlet: float) -> bool:
    """Whether a pitch log crosses it, or the level read in the main makes it."""
    return pond.level <= outlet + 1e-9 or any(a <= x[pond.deepest] <= b for a, b in invert.pitched)


def _hold_item(invert: Invert, profile: Profile, number: int) -> str:
    """The dam that holds a pond of readings: recorded, or that the readings need; else its crest."""
    told = invert.told[number]
    if told.held_by:
        return told.held_by
    held, sigma = float(profile.held[number]), float(profile.held_sigma[number])
    spill = profile.mesh.station[profile.spill[number]]
    # where a pitch log shows the shape, what the shape does not hold is something else; else only what is gross
    logged = any(a <= spill <= b for a, b in invert.pitched)
    least = max(LEAST_UNRECORDED_FT, UNRECORDED_SIGMAS * sigma) if logged else UNRECORDED_SIGMAS * SIGMA_HOLD_FT
    needed = held > least
    return f"held{number + 1}" if needed else f"crest{number + 1}"


def _standing(invert: Invert, profile: Profile) -> list[Dam]:
    """What stands on the bed: recorded dams, those that hold a pond as high as its readings say, crests."""
    dams = {d.item: d for d in invert.dams if not _under_water(invert, d)}
    for n, told in enumerate(invert.told):
        item, at = _hold_item(invert, profile, n), float(profile.mesh.station[profile.spill[n]])
        height = float(profile.level[n] - profile.z[profile.spill[n]])
        if told.held_by:
            recorded = next(d for d in invert.dams if d.item == item)
            dams[item] = replace(recorded, start=at, end=at, height=max(height, 0.0))
        elif item.startswith("held"):
            dams[item] = Dam(item, f"something at {invert.axis.feet(at)}", at, at, height, "unrecorded")
        elif height > 0:
            dams[item] = Dam(item, f"the crest at {invert.axis.feet(at)}", at, at, height, "crest")
    return list(dams.values())


def _under_water(invert: Invert, dam: Dam) -> bool:
    """Whether the water of a pond that was read stands over it from side to side: then it holds none of it."""
    middle = (dam.start + dam.end) / 2
    for n, hold in enumerate(invert.readings.holds):
        first = min(v.station for v in invert.readings.levels if v.pond == n)
        if first <= middle < hold.at - IN_POND_FT and invert.told[n].held_by != dam.item:
            return True
    return False


def _named(invert: Invert, profile: Profile, dams: Sequence[Dam], bed: Bed, pond: Pond, sigma: float) -> NamedPond:
    rungs = tuple(causes(profile.mesh, bed.z, dams, bed.outlet, pond))
    string = None
    shaped = pond.told is None or any(a <= pond.end and b >= pond.start for a, b in invert.pitched)
    shores = any(v.pond == pond.told and v.kind == "shore" for v in invert.readings.levels)
    bent = any(r.cause in ("sag", "adverse or flat") and r.share >= LISTED_SHARE for r in rungs)
    if (shaped or shores) and bent and bed.station[pond.spill] > bed.station[pond.first]:
        crested = _with_crest(bed.z, dams, bed.station)
        string = string_line(bed.station, crested, pond.first, pond.spill, _string_nodes(profile, pond))
    return NamedPond(pond, sigma, rungs, string)


def _with_crest(z: Array, dams: Sequence[Dam], station: Array) -> Array:
    """The bed as the water says it stands at its spill points, where nothing else was seen there."""
    return bed_of(station, z, [d for d in dams if d.kind == "crest"]).top


def _string_nodes(profile: Profile, pond: Pond) -> list[int]:
    """Nodes the string may step to: joints, or every foot of a pipe without any."""
    mesh = profile.mesh
    joints: list[int] = mesh.joints[mesh.joints < pond.first].tolist()
    if len(joints) > 1 and np.diff(mesh.station[joints]).max(initial=0.0) < 6:
        return joints
    stations = np.arange(mesh.station[pond.first], mesh.station[0], -STRING_STEP_FT)
    return [mesh.node(float(s)) for s in stations]


def _why_unread(invert: Invert, profile: Profile, dams: Sequence[Dam], pond: Pond) -> str:
    x = profile.mesh.station
    by = [d.name for d in dams if d.kind != "crest" and abs((d.start + d.end) / 2 - x[pond.spill]) < 1]
    by += [
        f"a step up at {invert.axis.feet(s.station)}"
        for s in invert.readings.steps
        if s.height > 0 and abs(s.station - x[pond.spill]) < 1
    ]
    return f"{by[0]} may hold water" if by else "the pipe's shape may hold water"


# ---- how well it is known ---------------------------------------------------------------------------------


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
    ponds, sags = [], []
    for named in water.ponds:
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
    lift = _with_crest(water.bed.z, water.dams, x)[line.spill] - water.bed.z[line.spill]
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
