"""Water running at one place of a line: how it flows there, and what a blockage there would hold back."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.ground import IN_PER_FT, Array, DomainError
from bellstone.core.pipe import (
    GPM_PER_CFS,
    MATERIALS,
    SELF_CLEANSING_FT_S,
    discharge,
    minimum_grade,
    normal_depth,
    velocity,
)
from bellstone.core.record import Lateral, Rec, Visit
from bellstone.core.stations import Placing, Segment
from bellstone.core.water.backup import Backup, Opening, backup_behind
from bellstone.core.water.part import Part

GRADE_OVER_FT = 4.0  # the fall at a place is taken over about a lay length: working value
SINK_GPM = 2.0  # a sink or a hose left a little open: working value
RIM_NEAR_FT = 3.0  # a depth read this close to an access is taken for its rim's: working value
RISER_IN = 4.0  # where an access's size was not said
OPENING_WORDS = ("drain", "shower", "tub", "toilet", "cleanout", "floor")
NO_RIM = "no opening upstream has a known rim: give the ground's level at the access, or read a depth there"


class BackupShown(Rec):
    """Water behind a blockage placed at the cursor: head [ft, psi], volume [US gal], minutes, where it comes out."""

    head_ft: float
    psi: float
    volume_gal: float
    minutes: float
    comes_out: str
    comes_out_ft: float


class FlowShown(Rec):
    """How water runs at a place: grade [%], capacity [gal/min], velocities [ft/s], normal depth [in]."""

    station_ft: float
    grade_pct: float
    least_grade_pct: float
    least_grade_words: str
    roughness: float
    gpm: float
    capacity_gpm: float | None
    full_velocity: float | None
    depth_in: float | None
    velocity: float | None
    cleans_itself: bool | None
    words: str
    backup: BackupShown | None
    backup_words: str


def running_at(
    lateral: Lateral, visit: Visit, placing: Placing, parts: Sequence[Part], segments: Sequence[Segment],
    station: float, gpm: float = SINK_GPM,
) -> FlowShown:  # fmt: skip
    """How a flow runs at a station, and what stands behind a blockage put there.

    Raises
    ------
    DomainError
        No profile there, or a flow that is not over 0.
    """
    part = next((p for p in parts if p.first - 1e-9 <= station <= p.last + 1e-9), None)
    if part is None or not part.water.station[0] <= station <= part.water.station[-1]:
        raise DomainError("station", round(station, 2), "wants a place on the line that has footage")
    if not 0 < gpm < 1e5:
        raise DomainError("gpm", gpm, "wants a flow over 0 gal/min")
    x, z = part.water.station, part.water.bed.z
    grade = _grade_at(x, z, station)
    diameter = float(np.interp(station, x, part.water.diameter))
    n = roughness_of(segments, np.array([station]))[0]
    least = minimum_grade(diameter * IN_PER_FT, lateral.site.house_rules.minimum_grade)
    flow = gpm / GPM_PER_CFS
    falls = grade > 1e-5
    depth = normal_depth(flow, diameter, grade, n) if falls else None
    speed = velocity(depth, diameter, grade, n) if depth is not None else None
    found = _backup(lateral, visit, placing, parts, station)
    return FlowShown(
        station_ft=station,
        grade_pct=100 * grade,
        least_grade_pct=100 * least,
        least_grade_words=f"{'⅛' if least < 0.02 else '¼'} in/ft is commonly the least here; the local code governs",
        roughness=n,
        gpm=gpm,
        capacity_gpm=discharge(diameter, diameter, grade, n) * GPM_PER_CFS if falls else None,
        full_velocity=velocity(diameter, diameter, grade, n) if falls else None,
        depth_in=depth * IN_PER_FT if depth is not None else None,
        velocity=speed,
        cleans_itself=None if speed is None else speed >= SELF_CLEANSING_FT_S,
        words=_words(falls, depth, grade, least, speed),
        backup=_shown(found, gpm),
        backup_words="" if found else NO_RIM,
    )


def roughness_of(segments: Sequence[Segment], station: Array) -> Array:
    """Manning's n by station, of each segment's material."""
    n = [MATERIALS.get(s.material, MATERIALS["unknown"]).manning_n for s in segments]
    starts = np.maximum.accumulate([s.start if s.start is not None else -np.inf for s in segments])
    return np.array(n)[np.clip(np.searchsorted(starts, station, side="right") - 1, 0, len(n) - 1)]


def _grade_at(x: Array, z: Array, station: float) -> float:
    a, b = max(float(x[0]), station - GRADE_OVER_FT / 2), min(float(x[-1]), station + GRADE_OVER_FT / 2)
    return float((np.interp(a, x, z) - np.interp(b, x, z)) / max(b - a, 1e-9))


def _words(falls: bool, depth: float | None, grade: float, least: float, speed: float | None) -> str:
    if not falls:
        return "falls the wrong way or not at all here: water stands, it has no depth of its own"
    if depth is None or speed is None:
        return "more than the pipe carries: it runs full and backs up"
    bits = [
        "keeps itself clean" if speed >= SELF_CLEANSING_FT_S else f"under {SELF_CLEANSING_FT_S:g} ft/s: solids may stay"
    ]
    if grade < least:
        bits.append("falls less than is commonly asked")
    return "; ".join(bits)


def _backup(lateral: Lateral, visit: Visit, placing: Placing, parts: Sequence[Part], at: float) -> Backup | None:
    openings = [o for o in _openings(lateral, visit, placing, parts) if o.station <= at]
    shown = [p.shown for p in parts]
    x, z, d = (
        np.concatenate([v[c] for v, c in zip(values, shown, strict=True)])
        for values in (
            [p.water.station for p in parts],
            [p.water.bed.z for p in parts],
            [p.water.diameter for p in parts],
        )
    )
    return backup_behind(x, z, d, at, openings)


def _openings(lateral: Lateral, visit: Visit, placing: Placing, parts: Sequence[Part]) -> list[Opening]:
    """Accesses, floor drains and showers whose rim is known: by the ground there, else by a depth read there."""
    out = []
    for mark in lateral.landmarks:
        station = placing.landmark_stations.get(mark.name)
        named = any(word in mark.name.lower() for word in OPENING_WORDS)
        part = next((p for p in parts if station is not None and p.first <= station <= p.last), None)
        if station is None or part is None or not (mark.kind == "access" or named):
            continue
        rim = (
            mark.ground_ft
            if mark.ground_ft is not None and not part.relative
            else _rim_by_depth(visit, placing, part, station)
        )
        if rim is not None:
            out.append(Opening(mark.name, station, rim, (mark.size_in or RISER_IN) / IN_PER_FT))
    return out


def _rim_by_depth(visit: Visit, placing: Placing, part: Part, station: float) -> float | None:
    for d in visit.depths:
        place = placing.places[d.id]
        near = place.how == "station" and place.station is not None and abs(place.station - station) <= RIM_NEAR_FT
        if near and not d.failed and d.depth_ft.likely is not None:
            return float(np.interp(station, part.water.station, part.water.bed.z)) + d.depth_ft.likely
    return None


def _shown(found: Backup | None, gpm: float) -> BackupShown | None:
    if found is None:
        return None
    return BackupShown(
        head_ft=found.head,
        psi=found.psi,
        volume_gal=found.volume_gal,
        minutes=found.minutes(gpm),
        comes_out=found.opening.name,
        comes_out_ft=found.opening.station,
    )
