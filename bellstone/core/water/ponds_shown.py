"""From a line's water to what an assessment says of it: feet to trade units, numbers to words."""

from collections.abc import Sequence
from typing import Any

from bellstone.core.ground import IN_PER_FT, Z_90, many, remembered
from bellstone.core.pipe import area_share
from bellstone.core.profile import SIGMA_GIVEN, SIGMA_REST_FT
from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.scheme import Rating, Scheme, rate
from bellstone.core.water.backup import flushes_to_replace
from bellstone.core.water.cause import Rung
from bellstone.core.water.line import LineWater, NamedPond
from bellstone.core.water.part import Part, pond_id, told_items
from bellstone.core.water.ponding import Pond
from bellstone.core.water.sag import SagEstimate, sag_estimate
from bellstone.core.water.shown import PondShown, Removable, RungShown

CAUSE_WORDS = {
    "not known": "what holds it is not known",
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


def ponds_shown(parts: Sequence[Part], scheme: Scheme) -> tuple[PondShown, ...]:
    """The ponds of a path, upstream to downstream, each rated by the scheme alone."""
    return tuple(pond_shown(p, named, scheme) for p in parts for _, named in p.ponds)


def pond_shown(part: Part, named: NamedPond, scheme: Scheme) -> PondShown:
    water, pond = part.water, named.pond
    x, invert = water.station, water.invert
    diameter = float(water.diameter[pond.deepest])
    share = pond.depth / diameter
    volume = None if named.as_read else water.volume_gal(pond)
    items = told_items(part, named)
    return PondShown(
        **_sag_of(water, named),
        id=pond_id(part, named),
        items=items,
        held_by=tuple(dict.fromkeys(i for r in named.rungs for i in r.items)),
        start_ft=pond.start,
        end_ft=pond.end,
        where=invert.axis.span(pond.start, pond.end) if pond.length > 0 else invert.axis.feet(pond.start),
        deepest_at_ft=float(x[pond.deepest]),
        depth_in=pond.depth * IN_PER_FT,
        depth_words=depth_words(pond.depth * IN_PER_FT, diameter * IN_PER_FT),
        share_of_depth=share,
        share_of_area=area_share(min(share, 1.0), 1.0),
        length_ft=pond.length if pond.length > 0 or not named.as_read else None,
        volume_gal=volume,
        full_bore_ft=0.0 if named.as_read else water.full_bore_ft(pond),
        joints_under=water.joints_under(pond),
        spill_ft=float(x[pond.spill]),
        cause=named.cause,
        cause_words=_cause_words(water, named),
        ladder=tuple(_rung_shown(water, r) for r in named.rungs),
        rating=pond_rating(water, named, scheme),
        basis=_basis(part, named),
        bore_known=invert.bore_known,
        flushes=() if volume is None else tuple(flushes_to_replace(volume)),
    )


def _sag_of(water: LineWater, named: NamedPond) -> dict[str, Any]:
    """The sag behind a pond [in] over a length [ft]: from two readings, else under a string line, else none."""
    sag, string, x = two_reading_sag(water, named), named.string, water.station
    taut = string if sag is None else None
    drawn = sag or string
    return {
        "sag_in": drawn.sag * IN_PER_FT if drawn else None,
        "sag_at_ft": float(x[taut.at]) if taut else None,
        "sag_length_ft": drawn.length if drawn else None,
        "sag_low_in": sag.low * IN_PER_FT if sag else None,
        "sag_high_in": sag.high * IN_PER_FT if sag else None,
        "sag_how": SAG_BY_TWO if sag else SAG_BY_STRING if string else "",
        "string_ft": (
            (float(x[taut.upstream]), float(water.bed.z[taut.upstream])),
            (float(x[taut.spill]), float(water.bed.top[taut.spill])),
        )
        if taut
        else None,
    }


def depth_words(depth_in: float, bore_in: float) -> str:
    """Standing water in words: its depth and its share of the bore; over the bore only what stands as head.

    >>> depth_words(1.0, 4.0), depth_words(7.0, 4.0)
    ('1.0 in, 25 % of the bore', 'full, + 3.0 in head')
    """
    if depth_in > bore_in * 1.0001:
        return f"full, + {depth_in - bore_in:.1f} in head"
    return f"{depth_in:.1f} in, {100 * depth_in / bore_in:.0f} % of the bore"


def two_reading_sag(water: LineWater, named: NamedPond) -> SagEstimate | None:
    """The sag behind a pond that was told by its depth and length, where no pitch log shows the pipe's shape."""
    invert, pond = water.invert, named.pond
    if named.told is None or named.string is None or any(a <= pond.end and b >= pond.start for a, b in invert.pitched):
        return None
    looks = [v for v in invert.readings.levels if v.pond == named.told]
    shores = [v.station for v in looks if v.kind == "shore"]
    depth = max((v.above for v in looks if v.kind == "rest"), default=0.0)
    length = pond.end - min(shores) if shores else 0.0
    grade, grade_sigma = _grade_around(water, pond)
    if not (depth > 0 and length > 0 and grade >= 0):
        return None
    sigma = max((v.sigma for v in looks if v.kind == "rest"), default=SIGMA_REST_FT)
    return sag_estimate(depth, length, grade, max(sigma, SIGMA_REST_FT), SHORE_FT, grade_sigma)


LEAST_HEIGHTS = 2  # heights in a reach, from which on its adjusted grade is told by them


def _grade_around(water: LineWater, pond: Pond) -> tuple[float, float]:
    """The grade of the pipe around a pond and its sigma [ft/ft]: adjusted where heights or a pitch log tell it, else assumed."""
    profile, invert = water.profile, water.invert
    n = int(profile.mesh.reach[pond.deepest])
    reach = invert.reaches[n]
    heights = sum(r.kind == "height" and not r.out and reach.start <= r.station <= reach.end for r in profile.residuals)
    logged = any(a < reach.end and b > reach.start for a, b in invert.pitched)
    if heights >= LEAST_HEIGHTS or logged:
        return float(profile.grade[n]), float(profile.grade_sigma[n])
    return reach.grade, SIGMA_GIVEN


@remembered(256, "water", "named", "scheme")  # the findings and the pond itself ask for it
def pond_rating(water: LineWater, named: NamedPond, scheme: Scheme) -> Rating | None:
    """A pond rated by its computed depth and its band, by the row for standing water."""
    pond = named.pond
    reach = water.invert.reaches[water.profile.mesh.reach[pond.deepest]]
    bore_in = reach.diameter * IN_PER_FT if water.invert.bore_known else None
    rated = rate(
        pond_sighting(water, named, "pond"),
        bore_in,
        "unknown",
        scheme,
        0.0 if named.as_read else water.full_bore_ft(pond),
    )
    return rated if isinstance(rated, Rating) else None


def _sigma(water: LineWater, named: NamedPond) -> float:
    """One sigma of a pond's depth [ft]: of the main's level, where that is what makes it."""
    of_main = named.told is None or water.invert.told[named.told].is_main
    backed = water.main is not None and named.pond.level <= water.bed.outlet + 1e-9 and of_main
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
    spill = f"spills at {water.invert.axis.feet(float(water.station[named.pond.spill]))}"
    if named.as_read:
        spill = named.why or "how far it reaches was not read"
    if not named.rungs:
        return f"{CAUSE_WORDS['not known']}; {spill}"
    listed = [f"{CAUSE_WORDS[r.cause]}{_by(water, r)} ({100 * r.share:.0f} %)" for r in named.listed]
    return f"{'; '.join(listed)}; {spill}"


def _by(water: LineWater, rung: Rung) -> str:
    names = [d.name for item in rung.items for d in water.dams if d.item == item]
    return f": {' and '.join(dict.fromkeys(names))}" if names else ""


def _rung_shown(water: LineWater, r: Rung) -> RungShown:
    words = f"{CAUSE_WORDS[r.cause]}{_by(water, r)}"
    return RungShown(cause=r.cause, share=r.share, left_in=r.left * IN_PER_FT, items=r.items, words=words)


def _basis(part: Part, named: NamedPond) -> str:
    invert = part.water.invert
    told = [n for n in (named.told, *named.also) if n is not None and invert.told[n].items]
    if told:
        looks = [v for v in invert.readings.levels if v.pond in told]
        rest = sum(v.kind == "rest" for v in looks)
        bits = [many(rest, "depth read at rest", "depths read at rest")]
        bits += [many(sum(v.kind == "shore" for v in looks), "shore", "shores")]
        bits += [many(sum(v.kind == "under" for v in looks), "head under water", "heads under water")]
        basis = " and ".join(b for b in bits if b)
    elif named.pond.level <= part.water.bed.outlet + 1e-9:
        basis = "the level read in the main"
    else:
        basis = "computed from the pitch log, not read at rest"
    return f"{basis}; {_grade_words(part)}"


def _grade_words(part: Part) -> str:
    grade = 100 * float(part.water.profile.grade[-1])
    before = 100 * part.water.invert.reaches[-1].grade
    return f"grade {grade:.2f} % adjusted, {before:.2f} % {'given' if part.water.invert.given else 'assumed'}"


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
