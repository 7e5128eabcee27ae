"""The invert and its readings as an assessment shows them."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.ground import IN_PER_FT, Z_90, many, or_none, remembered, rounded
from bellstone.core.profile import Residual
from bellstone.core.water.part import Part
from bellstone.core.water.shown import EarlierInvert, ProfileShown, ReadingShown


@remembered(16, "parts")
def profile_shown(parts: Sequence[Part]) -> ProfileShown | None:
    """The invert of a path, its parts one after another."""
    if not parts:
        return None
    cut = [p.shown for p in parts]
    z = [p.water.bed.z[c] for p, c in zip(parts, cut, strict=True)]
    depth = [p.water.depth_at_node()[c] for p, c in zip(parts, cut, strict=True)]
    invert, wet = np.concatenate(z), np.concatenate(depth)
    crown = invert + np.concatenate([p.water.diameter[c] for p, c in zip(parts, cut, strict=True)])
    station = np.concatenate([p.water.station[c] for p, c in zip(parts, cut, strict=True)])
    return ProfileShown(
        station_ft=rounded(station, 3),
        invert_ft=rounded(invert, 4),
        crown_ft=rounded(crown, 4),
        level_ft=or_none(invert + wet, 4),
        depth_in=or_none(wet * IN_PER_FT, 3),
        relative=parts[-1].relative,
        rests_on=tuple(_rests_on(parts)),
        grades=tuple(
            (max(r.start, p.first), min(r.end, p.last), 100 * float(g), p.water.invert.given)
            for p in parts
            for r, g in zip(p.water.invert.reaches, p.water.profile.grade, strict=True)
            if min(r.end, p.last) > max(r.start, p.first)
        ),
        readings=tuple(r for p in parts for r in readings_shown(p)),
    )


def earlier_invert(visit: str, parts: Sequence[Part]) -> EarlierInvert | None:
    """The invert that an earlier visit read; None where it was not tied to the ground, for then it lies beside nothing."""
    found = profile_shown(parts)
    if found is None or found.relative:
        return None
    return EarlierInvert(visit=visit, station_ft=found.station_ft, invert_ft=found.invert_ft)


def _rests_on(parts: Sequence[Part]) -> list[str]:
    """What the shape rests on, in words: said beside the track."""
    readings = [p.water.invert.readings for p in parts]
    kept = [r for p in parts for r in p.water.profile.residuals if not r.out]
    words = [
        many(sum(r.kind == "height" for r in kept), "one elevation", "elevations"),
        many(sum(r.kind == "rest" for r in kept), "one depth at rest", "depths at rest"),
        many(sum(r.kind == "shore" for r in kept), "one shore", "shores"),
        many(sum(r.kind == "under" for r in kept), "one head under water", "heads under water"),
        many(sum(r.kind == "step" for r in kept), "one step read", "steps read"),
        many(len([p for r in readings for p in r.pitches]), "one pitch", "half feet of pitch log"),
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


def readings_shown(part: Part, only_out: bool = False) -> list[ReadingShown]:
    """Readings to draw: every one but pitches, and of those the ones that disagree; or ``only_out``, all that do."""
    first, last = part.first - 1, part.last + 1
    drawn = (r for r in part.water.profile.residuals if r.out or not (only_out or r.kind == "pitch"))
    return [_reading_shown(part, r) for r in drawn if first <= r.station <= last]


def _reading_shown(part: Part, r: Residual) -> ReadingShown:
    profile = part.water.profile
    z = None
    if r.kind == "height":
        z = r.read
    elif r.kind in ("rest", "shore", "under"):
        pond = next(v.pond for v in part.water.invert.readings.levels if v.name == r.name)
        z = float(profile.level[pond]) - r.read
    scale = 100.0 if r.kind == "pitch" else 1.0
    return ReadingShown(
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
