"""The water of one line: its ponds on the adjusted invert, what holds each, and how well all that is known."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from bellstone.core.ground import IN_PER_FT, Z_90, Array
from bellstone.core.pipe import water_volume_gal
from bellstone.core.profile import SIGMA_HOLD_FT, Bed, Dam, Invert, MainLevel, Profile, adjusted, bed_of
from bellstone.core.water.cause import ABOVE_FT, LISTED_SHARE, Cause, Rung, as_said, causes
from bellstone.core.water.ponding import FILM_FT, Pond, ponds_of, standing_level
from bellstone.core.water.sag import StringLine, string_line

UNRECORDED_SIGMAS = 2.0  # what holds a pond beyond this many of its own sigmas is a finding
LEAST_UNRECORDED_FT = 0.5 / IN_PER_FT
IN_POND_FT = 0.75  # what lies further than this above where the water ends lies in it: working value
STRING_STEP_FT = 1.0  # where a pipe has no joints, the string steps by this: working value


@dataclass(frozen=True, slots=True)
class NamedPond:
    """A pond with its place, its depth's sigma [ft], what tells it, what holds it, and the string line over it."""

    pond: Pond
    sigma: float
    rungs: tuple[Rung, ...]
    string: StringLine | None
    also: tuple[int, ...] = ()  # other ponds of readings whose water is this one's
    as_read: bool = False  # only what was read of it: the shape cannot tell how far it reaches, nor what holds it
    why: str = ""  # why it is only as it was read, where the shape would have it otherwise

    @property
    def told(self) -> int | None:
        """The number of the pond of readings that tells it."""
        return self.pond.told

    @property
    def cause(self) -> Cause:
        return self.rungs[0].cause if self.rungs else "not known"

    @property
    def nodes(self) -> tuple[int, int]:
        """The nodes it stands over, the last not with them."""
        return self.pond.first, max(self.pond.last, self.pond.deepest) + 1

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
            a, b = named.nodes
            depth = named.pond.level - self.bed.z[a:b]
            out[a:b] = np.clip(depth, 0.0, named.pond.depth) if named.as_read else depth
        return out

    def volume_gal(self, pond: Pond) -> float:
        """Water in a pond [US gal]."""
        a, b = pond.first, pond.spill + 1
        depth = np.maximum(pond.level - self.bed.top[a:b], 0.0)
        depth[-1] = max(pond.level - float(self.bed.z[pond.spill]), 0.0)  # it stands against what holds it
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


@lru_cache(maxsize=32)  # an edit that says nothing of the pipe's lie or its water leaves the water as it was
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
    asked = float(z[-1]) + main.above if main is not None else -np.inf
    of_main = next((n for n, told in enumerate(invert.told) if told.is_main), None)
    as_read = float(profile.level[of_main]) if of_main is not None and main is None else -np.inf
    bed = bed_of(x, z, dams, max(asked, as_read, outlet))
    held = [
        n for n, told in enumerate(invert.told)
        if (main is None if told.is_main else _hold_item(invert, profile, n) not in without)
    ]  # fmt: skip
    level, mine = standing_level(bed, [(profile.spill[n], float(profile.level[n])) for n in held])
    found = _Found(invert, profile, dams, bed, [], [], [])
    for pond in ponds_of(bed, level, FILM_FT):
        here = dict.fromkeys(n for node in range(pond.first, pond.last + 1) for n in mine.get(node, ()))
        told = held[mine[pond.last][-1]] if pond.last in mine else None
        _sort_pond(found, pond, told, [held[n] for n in here], held)
    shown = {n for named in found.ponds for n in (named.told, *named.also)}
    missing = (n for n in held if n not in shown and invert.told[n].depth > 0)
    ponds = sorted([*found.ponds, *(_as_read(found, n) for n in missing)], key=lambda p: p.pond.start)
    level_of_main = main or (invert.main if main is None else None)
    return LineWater(
        invert, profile, dams, bed, level, tuple(ponds), tuple(found.unread), tuple(found.dry), level_of_main
    )


@dataclass(frozen=True, slots=True)
class _Found:
    """What the fill of one line has given so far."""

    invert: Invert
    profile: Profile
    dams: tuple[Dam, ...]
    bed: Bed
    ponds: list[NamedPond]
    unread: list[Unread]
    dry: list[DryConflict]


def _sort_pond(found: _Found, pond: Pond, told: int | None, tolds: Sequence[int], held: Sequence[int]) -> None:
    """A stretch of standing water: named, as it was read only, not known for nobody looked, or against what was seen dry."""
    invert, profile, bed, x = found.invert, found.profile, found.bed, found.profile.mesh.station
    if invert.riser is not None and x[pond.deepest] < invert.riser[1]:
        return
    backed = pond.level <= bed.outlet + 1e-9
    sigma = profile.depth_sigma(told, pond.spill, pond.deepest)
    dry = next((d for d in invert.dry if d[0] <= x[pond.deepest] <= d[1]), None)
    if told is None and dry is not None:
        if pond.depth > 2 * sigma:
            found.dry.append(DryConflict(dry[0], dry[1], pond.depth, pond.depth / max(sigma, 1e-9)))
    elif told is not None and not backed and (why := _overrun(found, told, pond)) is not None:
        found.ponds.append(_as_read(found, told, why))
    elif told is not None or _is_told(invert, x, pond, bed.outlet):
        if told is not None or backed or pond.depth >= max(FILM_FT, sigma):
            named = _named(invert, profile, found.dams, bed, replace(pond, told=told), sigma)
            found.ponds.append(replace(named, also=tuple(n for n in tolds if n != told)))
    elif pond.depth >= max(FILM_FT, sigma) and not any(_overlap(invert, n, pond) for n in held):
        why = _why_unread(invert, profile, found.dams, pond)
        found.unread.append(Unread(pond.start, pond.end, why))


OVERRUN_FT = 3.0  # a shore that was read and the fill's may lie this far apart, or three sigma: working value
OFF_DEPTH_FT = 0.5 / IN_PER_FT  # as far may a depth that was read and the fill's


def _overrun(found: _Found, n: int, pond: Pond) -> str | None:
    """Why the fill is no picture of a pond that was read: None where it is one.

    A pool of one depth and nothing else has no shape; one that was read to end is not filled on past its shore, and
    nothing is filled over the crown that was read to stand under it.
    """
    invert, profile = found.invert, found.profile
    told, x = invert.told[n], profile.mesh.station
    logged = _is_logged(invert, told.start, told.end)
    if not told.shaped and not logged and not told.cause:
        return ""
    shores = [v.station for v in invert.readings.levels if v.pond == n and v.kind == "shore"]
    bore = float(np.interp(told.at, x, np.array([r.diameter for r in invert.reaches])[profile.mesh.reach]))
    sigma = profile.depth_sigma(n, pond.spill, pond.deepest)
    if shores and pond.start < min(shores) - max(OVERRUN_FT, Z_90 * sigma / max(invert.reaches[0].grade, 0.005)):
        return f"the adjusted pipe would fill it up to {invert.axis.feet(pond.start)}, past where it was seen to end"
    if pond.depth > bore and told.depth < bore:
        return f"the adjusted pipe would have it {(pond.depth - bore) * IN_PER_FT:.1f} in over the crown"
    return None


def _is_logged(invert: Invert, start: float, end: float) -> bool:
    """Whether a pitch log shows the pipe's shape somewhere in a stretch [ft]."""
    return any(a <= end and b >= start for a, b in invert.pitched)


SHAPED_BY_HEIGHTS = 3  # elevations read in and just above a pond, from which on its bed's shape is told
CAUSE_OF_DAM: dict[str, Cause] = {"loose": "roots or debris", "blister": "deformation"}


def _as_read(found: _Found, n: int, why: str = "") -> NamedPond:
    """A pond of which only what was read is known: its depth where it was read, as far as it was seen."""
    told, mesh, z = found.invert.told[n], found.profile.mesh, found.profile.z
    first, last, at = (mesh.node(s, below=s == told.end) for s in (told.start, told.end, told.at))
    first, last = min(first, at), max(last, at)
    pond = Pond(first, last, at, last, float(z[at]) + told.depth, told.start, told.end, told.depth, told=n)
    held = next((d for d in found.invert.dams if d.item == told.held_by), None)
    said: Cause | None = CAUSE_OF_DAM.get(held.kind) if held is not None else told.cause or None  # type: ignore[assignment]
    cause = (Rung(said, 0.0, 1.0, (held.item,) if held is not None else ()),) if said else ()
    return NamedPond(pond, told.sigma, cause, None, as_read=True, why=why)


def _overlap(invert: Invert, number: int, pond: Pond) -> bool:
    """Whether a pond lies where the water of a pond of readings was seen."""
    return pond.start <= invert.readings.holds[number].at and pond.end >= invert.told[number].start


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
        if told.is_main or not (told.shaped or told.cause or _is_logged(invert, told.start, told.end)):
            continue  # the main stands by itself; of one depth nobody can say what holds it
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
        if invert.told[n].is_main:
            continue
        first = min(v.station for v in invert.readings.levels if v.pond == n)
        if first <= middle < hold.at - IN_POND_FT and invert.told[n].held_by != dam.item:
            return True
    return False


def _named(invert: Invert, profile: Profile, dams: Sequence[Dam], bed: Bed, pond: Pond, sigma: float) -> NamedPond:
    logged = _is_logged(invert, pond.start, pond.end)
    heights = sum(pond.start - ABOVE_FT <= h.station <= pond.end + IN_POND_FT for h in invert.readings.heights)
    rungs = tuple(causes(profile.mesh, bed.z, dams, bed.outlet, pond, logged or heights >= SHAPED_BY_HEIGHTS))
    told = invert.told[pond.told] if pond.told is not None else None
    if told is not None and told.is_main and not logged:
        rungs = (Rung("backwater", 0.0, 1.0, ()),)  # the main's level explains all that was read of it
    elif told is not None and told.cause and not logged:
        rungs = as_said(rungs, told.cause)  # type: ignore[arg-type]
    string = None
    shaped = pond.told is None or any(a <= pond.end and b >= pond.start for a, b in invert.pitched)
    shores = any(v.pond == pond.told and v.kind == "shore" for v in invert.readings.levels)
    bent = any(r.cause in ("sag", "adverse or flat") and r.share >= LISTED_SHARE for r in rungs)
    if (shaped or shores) and bent and bed.station[pond.spill] > bed.station[pond.first]:
        crested = with_crest(bed.z, dams, bed.station)
        string = string_line(bed.station, crested, pond.first, pond.spill, _string_nodes(profile, pond))
    return NamedPond(pond, sigma, rungs, string)


def with_crest(z: Array, dams: Sequence[Dam], station: Array) -> Array:
    """The bed as the water says it stands at its spill points, where nothing else was seen there."""
    return bed_of(station, z, [d for d in dams if d.kind == "crest"]).top


def _string_nodes(profile: Profile, pond: Pond) -> list[int]:
    """Nodes the string may step to: joints, or every foot of a pipe without any."""
    mesh = profile.mesh
    joints: list[int] = mesh.joints[mesh.joints < pond.first].tolist()
    if len(joints) > 1 and np.diff(mesh.station[joints]).max(initial=0.0) < 6:
        return joints
    stations = np.arange(mesh.station[pond.first], mesh.station[0], -STRING_STEP_FT)
    return [int(node) for node in mesh.nodes(stations)]


def _why_unread(invert: Invert, profile: Profile, dams: Sequence[Dam], pond: Pond) -> str:
    spill = float(profile.mesh.station[pond.spill])
    by = [d.name for d in dams if d.kind != "crest" and abs((d.start + d.end) / 2 - spill) < 1]
    by += [
        f"a step up at {invert.axis.feet(s.station)}"
        for s in invert.readings.steps
        if s.height > 0 and abs(s.station - spill) < 1
    ]
    return f"{by[0]} may hold water" if by else "the pipe's shape may hold water"
