"""From a line's water to what an assessment says of it: feet to trade units, numbers to words."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bellstone.core.cause import Rung
from bellstone.core.errors import DomainError
from bellstone.core.flow import flushes_to_replace
from bellstone.core.invert import SIGMA_GIVEN, SIGMA_REST_FT
from bellstone.core.mesh import Array
from bellstone.core.ponding import PondBand as CorePondBand
from bellstone.core.profile import Residual
from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.remembering import Same
from bellstone.core.sag import SagEstimate, sag_estimate
from bellstone.core.scheme import Scheme
from bellstone.core.scheme.rating import Rating, rate
from bellstone.core.section import area_share
from bellstone.core.stationing import Z_90
from bellstone.core.units import IN_PER_FT
from bellstone.core.water import Bands, LineWater, NamedPond, bands_of
from bellstone.core.water_found import (
    EarlierInvert,
    NotKnown,
    PondBand,
    PondFound,
    ProfileFound,
    ReadingFound,
    Removable,
    RungFound,
    WaterBands,
)

CAUSE_WORDS = {
    "backwater": "the main stands against the outlet",
    "not recorded": "something that nobody recorded",
    "roots or debris": "roots or debris: clear it and the water drains",
    "deformation": "a blister or deformed wall",
    "lip": "a step up at a joint",
    "adverse or flat": "pipe laid flat or falling the wrong way",
    "sag": "the pipe has sagged",
}
SAG_BY_TWO = "from two readings, depth and length, for a belly like a parabola"
SAG_BY_STRING = "under a string line over the adjusted pipe"
SHORE_FT = 0.5  # sigma of a pond's length by eye: handbook 2.7


@dataclass(frozen=True, slots=True)
class Part:
    """One line's water on a path, and from which station on it is shown [ft]."""

    water: LineWater
    first: float
    last: float
    line: str
    relative: bool

    @property
    def shown(self) -> NDArray[np.bool_]:
        x = self.water.station
        return (x >= self.first - 1e-9) & (x <= self.last + 1e-9)

    @property
    def ponds(self) -> list[tuple[int, NamedPond]]:
        """The named ponds whose water is on the path, with their number on the line."""
        return [
            (n, p)
            for n, p in enumerate(self.water.ponds)
            if self.first <= self.water.station[p.pond.deepest] <= self.last
        ]


def pond_id(part: Part, named: NamedPond) -> str:
    """A pond's name: the finding that tells it, else where it is deepest."""
    told = part.water.invert.told[named.told].items[0] if named.told is not None else ""
    return told or f"pond-{part.line}-{round(float(part.water.station[named.pond.deepest]))}"


def items_of(part: Part, named: NamedPond) -> tuple[str, ...]:
    """The items that tell of a pond, or its own name where it was computed."""
    return part.water.invert.told[named.told].items if named.told is not None else (pond_id(part, named),)


def ponds_found(parts: Sequence[Part], scheme: Scheme) -> tuple[PondFound, ...]:
    """The ponds of a path, upstream to downstream, each rated by the scheme alone."""
    return tuple(pond_found(p, named, scheme) for p in parts for _, named in p.ponds)


def pond_found(part: Part, named: NamedPond, scheme: Scheme) -> PondFound:
    water, pond = part.water, named.pond
    x, invert = water.station, water.invert
    diameter = float(water.diameter[pond.deepest])
    share = pond.depth / diameter
    volume = water.volume_gal(pond)
    string = named.string
    sag = _sag(water, named)
    items = invert.told[named.told].items if named.told is not None else ()
    top = water.bed.top
    return PondFound(
        id=pond_id(part, named),
        items=items,
        held_by=tuple(dict.fromkeys(i for r in named.rungs for i in r.items)),
        start_ft=pond.start,
        end_ft=pond.end,
        deepest_at_ft=float(x[pond.deepest]),
        depth_in=pond.depth * IN_PER_FT,
        share_of_depth=share,
        share_of_area=area_share(min(share, 1.0), 1.0),
        length_ft=pond.length,
        volume_gal=volume,
        full_bore_ft=water.full_bore_ft(pond),
        joints_under=water.joints_under(pond),
        spill_ft=float(x[pond.spill]),
        cause=named.rungs[0].cause if named.rungs else "sag",
        cause_words=_cause_words(water, named),
        ladder=tuple(_rung_found(water, r) for r in named.rungs),
        sag_in=sag.sag * IN_PER_FT if sag else string.sag * IN_PER_FT if string else None,
        sag_at_ft=float(x[string.at]) if string and not sag else None,
        sag_length_ft=sag.length if sag else string.length if string else None,
        sag_low_in=sag.low * IN_PER_FT if sag else None,
        sag_high_in=sag.high * IN_PER_FT if sag else None,
        sag_how=SAG_BY_TWO if sag else SAG_BY_STRING if string else "",
        string_ft=(
            (float(x[string.upstream]), float(water.bed.z[string.upstream])),
            (float(x[string.spill]), float(top[string.spill])),
        )
        if string and not sag
        else None,
        rating=pond_rating(water, named, scheme),
        basis=_basis(part, named),
        bore_known=invert.bore_known,
        flushes=tuple(flushes_to_replace(volume)),
    )


def _sag(water: LineWater, named: NamedPond) -> SagEstimate | None:
    """The sag behind a pond that was told by its depth and length, where no pitch log shows the pipe's shape."""
    invert, pond = water.invert, named.pond
    if named.told is None or named.string is None or any(a <= pond.end and b >= pond.start for a, b in invert.pitched):
        return None
    looks = [v for v in invert.readings.levels if v.pond == named.told]
    shores = [v.station for v in looks if v.kind == "shore"]
    depth = max((v.above for v in looks if v.kind == "rest"), default=0.0)
    reach = invert.reaches[water.profile.mesh.reach[pond.deepest]]
    length = pond.end - min(shores) if shores else 0.0
    if not (depth > 0 and length > 0 and reach.grade >= 0):
        return None
    sigma = max((v.sigma for v in looks if v.kind == "rest"), default=SIGMA_REST_FT)
    return sag_estimate(depth, length, reach.grade, max(sigma, SIGMA_REST_FT), SHORE_FT, SIGMA_GIVEN)


def pond_rating(water: LineWater, named: NamedPond, scheme: Scheme) -> Rating | None:
    """A pond rated by its computed depth and its band, by the row for standing water."""
    return _rating(Same(water), Same(named), Same(scheme))


@lru_cache(maxsize=256)  # the findings and the pond itself ask for it
def _rating(water_: Same[LineWater], named: Same[NamedPond], scheme: Same[Scheme]) -> Rating | None:
    water, pond = water_.it, named.it.pond
    reach = water.invert.reaches[water.profile.mesh.reach[pond.deepest]]
    bore_in = reach.diameter * IN_PER_FT if water.invert.bore_known else None
    rated = rate(pond_sighting(water, named.it, "pond"), bore_in, "unknown", scheme.it, water.full_bore_ft(pond))
    return rated if isinstance(rated, Rating) else None


def _sigma(water: LineWater, named: NamedPond) -> float:
    """One sigma of a pond's depth [ft]: of the main's level, where that is what makes it."""
    backed = water.main is not None and named.pond.level <= water.bed.outlet + 1e-9 and named.told is None
    return water.main.sigma if backed and water.main is not None else named.sigma


def pond_sighting(water: LineWater, named: NamedPond, ident: str) -> Sighting:
    """A pond as the sighting it would be: its depth as a range, at rest."""
    likely, spread = named.pond.depth * IN_PER_FT, Z_90 * _sigma(water, named) * IN_PER_FT
    size = Amount(
        form="range", likely=round(likely, 3), low=round(max(likely - spread, 0.0), 3), high=round(likely + spread, 3),
        unit="in", basis="judged", said="computed",
    )  # fmt: skip
    return Sighting(
        id=ident, item=ident, line=ident, position=OrderPosition(), kind="standing", water="rest", size=size
    )


def _cause_words(water: LineWater, named: NamedPond) -> str:
    spill = f"spills at {water.station[named.pond.spill]:.1f} ft"
    if not named.rungs:
        return spill
    listed = [f"{CAUSE_WORDS[r.cause]}{_by(water, r)} ({100 * r.share:.0f} %)" for r in named.listed]
    return f"{'; '.join(listed)}; {spill}"


def _by(water: LineWater, rung: Rung) -> str:
    names = [d.name for item in rung.items for d in water.dams if d.item == item]
    return f": {' and '.join(dict.fromkeys(names))}" if names else ""


def _rung_found(water: LineWater, r: Rung) -> RungFound:
    words = f"{CAUSE_WORDS[r.cause]}{_by(water, r)}"
    return RungFound(cause=r.cause, share=r.share, left_in=r.left * IN_PER_FT, items=r.items, words=words)


def _basis(part: Part, named: NamedPond) -> str:
    invert = part.water.invert
    if named.told is not None:
        looks = [v for v in invert.readings.levels if v.pond == named.told]
        rest = sum(v.kind == "rest" for v in looks)
        bits = [_many(rest, "depth read at rest", "depths read at rest")]
        bits += [_many(sum(v.kind == "shore" for v in looks), "shore", "shores")]
        bits += [_many(sum(v.kind == "under" for v in looks), "head under water", "heads under water")]
        basis = " and ".join(b for b in bits if b)
    elif named.pond.level <= part.water.bed.outlet + 1e-9:
        basis = "the level read in the main"
    else:
        basis = "computed from the pitch log, not read at rest"
    return f"{basis}; {_grade_words(part)}"


def _many(count: int, one: str, several: str) -> str:
    return "" if count == 0 else one if count == 1 else f"{count} {several}"


def _grade_words(part: Part) -> str:
    grade = 100 * float(part.water.profile.grade[-1])
    before = 100 * part.water.invert.reaches[-1].grade
    return f"grade {grade:.2f} % adjusted, {before:.2f} % {'given' if part.water.invert.given else 'assumed'}"


# ---- the profile ------------------------------------------------------------------------------------------


def profile_found(parts: Sequence[Part]) -> ProfileFound | None:
    """The invert of a path, its parts one after another."""
    if not parts:
        return None
    cut = [p.shown for p in parts]
    z = [p.water.bed.z[c] for p, c in zip(parts, cut, strict=True)]
    depth = [p.water.depth_at_node()[c] for p, c in zip(parts, cut, strict=True)]
    level = [p.water.level[c] for p, c in zip(parts, cut, strict=True)]
    invert, wet = np.concatenate(z), np.concatenate(depth)
    crown = invert + np.concatenate([p.water.diameter[c] for p, c in zip(parts, cut, strict=True)])
    station = np.concatenate([p.water.station[c] for p, c in zip(parts, cut, strict=True)])
    stands = np.where(np.isfinite(wet), np.concatenate(level), np.nan)
    return ProfileFound(
        station_ft=_rounded(station, 3),
        invert_ft=_rounded(invert, 4),
        crown_ft=_rounded(crown, 4),
        level_ft=_or_none(stands, 4),
        depth_in=_or_none(wet * IN_PER_FT, 3),
        relative=parts[-1].relative,
        rests_on=tuple(_rests_on(parts)),
        grades=tuple(
            (max(r.start, p.first), min(r.end, p.last), 100 * float(g), p.water.invert.given)
            for p in parts
            for r, g in zip(p.water.invert.reaches, p.water.profile.grade, strict=True)
            if min(r.end, p.last) > max(r.start, p.first)
        ),
        readings=tuple(r for p in parts for r in readings_found(p)),
    )


def earlier_invert(visit: str, parts: Sequence[Part]) -> EarlierInvert | None:
    """The invert that an earlier visit read; None where it was not tied to the ground, for then it lies beside nothing."""
    found = profile_found(parts)
    if found is None or found.relative:
        return None
    return EarlierInvert(visit=visit, station_ft=found.station_ft, invert_ft=found.invert_ft)


def _rounded(column: Array, places: int) -> tuple[float, ...]:
    return tuple(np.round(column, places).tolist())


def _or_none(column: Array, places: int) -> tuple[float | None, ...]:
    return tuple(None if v != v else v for v in np.round(column, places).tolist())


def _rests_on(parts: Sequence[Part]) -> list[str]:
    """What the shape rests on, in words: said beside the track."""
    readings = [p.water.invert.readings for p in parts]
    kept = [r for p in parts for r in p.water.profile.residuals if not r.out]
    words = [
        _many(sum(r.kind == "height" for r in kept), "one elevation", "elevations"),
        _many(sum(r.kind == "rest" for r in kept), "one depth at rest", "depths at rest"),
        _many(sum(r.kind == "shore" for r in kept), "one shore", "shores"),
        _many(sum(r.kind == "under" for r in kept), "one head under water", "heads under water"),
        _many(sum(r.kind == "step" for r in kept), "one step read", "steps read"),
        _many(len([p for r in readings for p in r.pitches]), "one pitch", "half feet of pitch log"),
    ]
    out = [", ".join(w for w in words if w) or "nothing read of its shape"]
    if parts[-1].relative:
        out.append("nothing ties it to the ground: heights are from the start of the line")
    if not any(p.water.invert.given for p in parts):
        out.append("grade not given: taken as ¼ in/ft ± 2 % before the readings")
    if any(p.water.invert.ground_taken for p in parts):
        out.append("ground taken as level or falling evenly where it was not levelled")
    if not all(p.water.invert.bore_known for p in parts):
        out.append("bore not said somewhere: 4 in taken there")
    out += [
        "the wall's own shape at a branch: its outlet a quarter of the bore above the line it joins" for p in parts[:-1]
    ]
    return out


EXPLAIN = {
    "height": "metal near the head, a weak beacon, or the ground's level there",
    "rest": "still draining when it was read, water running somewhere, or another footage",
    "shore": "where the water ends is hard to see: its footage, or water still draining",
    "under": "the head may have stood in a splash, or at another footage",
    "pitch": "the head tilted on a joint, a step or debris",
    "step": "a drop seen as a step up or the other way, or another joint",
}


def readings_found(part: Part, only_out: bool = False) -> list[ReadingFound]:
    """Readings to draw: every one but pitches, and of those the ones that disagree; or ``only_out``, all that do."""
    first, last = part.first - 1, part.last + 1
    drawn = (r for r in part.water.profile.residuals if r.out or not (only_out or r.kind == "pitch"))
    return [_reading_found(part, r) for r in drawn if first <= r.station <= last]


def _reading_found(part: Part, r: Residual) -> ReadingFound:
    profile = part.water.profile
    z = None
    if r.kind == "height":
        z = r.read
    elif r.kind in ("rest", "shore", "under"):
        pond = next(v.pond for v in part.water.invert.readings.levels if v.name == r.name)
        z = float(profile.level[pond]) - r.read
    scale = 100.0 if r.kind == "pitch" else 1.0
    return ReadingFound(
        id=r.name,
        kind=r.kind,
        station_ft=r.station,
        z_ft=z,
        depth_in=r.read * IN_PER_FT if r.kind == "rest" else None,
        can_move=r.kind in ("height", "rest") and " " not in r.name,
        band_ft=Z_90 * r.sigma * scale,
        off=r.off * scale,
        off_words=_off_words(r),
        misfit=r.w,
        out=r.out,
        explains=EXPLAIN[r.kind] if r.out else "",
        words=_read_words(r),
    )


def _off_words(r: Residual) -> str:
    inches = abs(r.off) * IN_PER_FT
    if (100 * abs(r.off) if r.kind == "pitch" else inches) < 0.05:
        return "as the rest says"
    if r.kind == "pitch":
        return f"{abs(100 * r.off):.1f} % {'steeper' if r.off > 0 else 'flatter'} than the rest says"
    way = {
        "height": ("higher", "lower"), "rest": ("deeper", "shallower"), "shore": ("deeper", "shallower"),
        "under": ("deeper", "shallower"), "step": ("higher", "lower"),
    }[r.kind][0 if r.off > 0 else 1]  # fmt: skip
    said = f"{abs(r.off):.2f} ft" if inches >= 6 else f"{inches:.1f} in"
    return f"{said} {way} than the rest says"


def _read_words(r: Residual) -> str:
    inches = r.read * IN_PER_FT
    return {
        "height": f"invert at {r.read:.2f} ft",
        "rest": f"{inches:.1f} in of water at rest",
        "shore": "the water's edge",
        "under": f"head under water, about {inches:.1f} in",
        "pitch": f"pitch {100 * r.read:.1f} %",
        "step": f"step {'up' if r.read > 0 else 'down'} {abs(inches):.2g} in",
    }[r.kind]


def not_known(parts: Sequence[Part]) -> tuple[NotKnown, ...]:
    """Where the shape would hold water that nobody looked at, and where dry was said of what would hold it."""
    out = []
    for p in parts:
        for u in p.water.unread:
            if p.first <= u.end <= p.last + 1:
                out.append(NotKnown(start_ft=u.start, end_ft=u.end, why=f"{u.why}: read a depth at rest here"))
        for d in p.water.dry_conflicts:
            why = f"seen dry, but the readings would have {d.depth * IN_PER_FT:.1f} in here"
            mend = "check the footages, and that the water was off"
            out.append(NotKnown(start_ft=d.start, end_ft=d.end, why=f"{why}: {mend}"))
    return tuple(out)


def removables(parts: Sequence[Part]) -> tuple[Removable, ...]:
    """What stands on the bed and could be taken out, to see what the water would do."""
    found = [
        (p, d) for p in parts for d in p.water.dams if d.kind != "crest" and p.first <= (d.start + d.end) / 2 <= p.last
    ]
    return tuple(
        Removable(
            item=d.item,
            name=d.name,
            at_ft=(d.start + d.end) / 2,
            height_in=d.height * IN_PER_FT,
            recorded=d.kind != "unrecorded",
        )
        for _, d in found
    )


# ---- the bands --------------------------------------------------------------------------------------------

THRESHOLD_WORDS = ("over ½ in", "over 1 in", "over a quarter of the bore", "over half the bore", "to the crown")


def water_bands(parts: Sequence[Part]) -> WaterBands:
    """The bands of a path's water: they follow an edit's answer."""
    try:
        each = [bands_of(p.water) for p in parts]
    except DomainError as error:
        return _no_bands(f"No bands: {error.name} at {error.got} ft: {error.wanted}")
    cut = [p.shown for p in parts]

    def column(name: str) -> Array:
        return np.concatenate([getattr(b, name)[c] for b, c in zip(each, cut, strict=True)]) if parts else np.zeros(0)

    return WaterBands(
        low_ft=_rounded(column("low"), 4),
        high_ft=_rounded(column("high"), 4),
        depth_low_in=_or_none(column("depth_low") * IN_PER_FT, 3),
        depth_high_in=_or_none(column("depth_high") * IN_PER_FT, 3),
        ponds=tuple(
            _pond_band(p, named, b.ponds[n], b.sags[n])
            for p, b in zip(parts, each, strict=True)
            for n, named in p.ponds
        ),
        chances_unseen=tuple(
            (a, e, c)
            for p, b in zip(parts, each, strict=True)
            for a, e, c in _unseen(b)
            if p.first <= e and a <= p.last
        ),
        draws=500,
        trouble="",
    )


def _unseen(bands: Bands) -> list[tuple[float, float, float]]:
    return [(a, b, c) for a, b, c in bands.not_known if c is not None]


def _pond_band(part: Part, named: NamedPond, band: CorePondBand, sag: tuple[float, float] | None) -> PondBand:
    return PondBand(
        id=pond_id(part, named),
        depth_in=(band.depth[0] * IN_PER_FT, band.depth[1] * IN_PER_FT),
        length_ft=band.length,
        volume_gal=band.volume_gal,
        sag_in=(sag[0] * IN_PER_FT, sag[1] * IN_PER_FT) if sag and _sag(part.water, named) is None else None,
        chances=tuple(zip(THRESHOLD_WORDS, band.chance, strict=True)),
    )


def _no_bands(trouble: str) -> WaterBands:
    return WaterBands(
        low_ft=(), high_ft=(), depth_low_in=(), depth_high_in=(), ponds=(), chances_unseen=(), draws=0, trouble=trouble
    )
