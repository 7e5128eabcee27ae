"""Ponds from depths read at rest: level fill along the grade, and the sag behind each."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bellstone.core.errors import DomainError
from bellstone.core.ponding import Pond, ponds
from bellstone.core.record import Rec
from bellstone.core.sag import sag_estimate
from bellstone.core.section import area_share
from bellstone.core.stationing import RANGE_TO_SIGMA
from bellstone.core.units import IN_PER_FT

ASSUMED_GRADE = 0.25 / 12  # 1/4 in/ft, 2.08 %: the usual code grade for small drains, common practice
GRADE_SIGMA = 0.005  # handbook 2.7: the grade is known to half a percent, given or assumed
NODE_GAP_FT = 0.05
MOST_NODES = 20_000  # a longer stretch is filled on a wider mesh
SAME_POND_FT = 1.0  # readings at rest closer than this, with no dry between, are one pond's


@dataclass(frozen=True, slots=True)
class RestReading:
    """A depth at rest [ft] with its low and high, over an extent [ft] or at one place (``end`` None)."""

    item: str
    start: float
    end: float | None
    depth: float
    depth_low: float
    depth_high: float
    bore_in: float | None
    sigma: float


class PondFound(Rec):
    """A pond as the screen shows it. Stations [ft], water [in], volume [US gal]."""

    items: tuple[str, ...]
    start_ft: float
    end_ft: float
    deepest_at_ft: float
    depth_in: float
    depth_low_in: float
    depth_high_in: float
    share_of_depth: float | None
    share_of_area: float | None
    length_ft: float
    volume_gal: float | None
    full_bore_ft: float
    spill_ft: float
    sag_in: float | None
    sag_low_in: float | None
    sag_high_in: float | None
    sag_length_ft: float | None
    basis: str
    grade_pct: float
    grade_given: bool
    shape: tuple[tuple[float, float], ...]  # (station ft, depth in) for drawing


def ponds_at_rest(readings: Sequence[RestReading], grade_pct: float | None) -> list[PondFound]:
    """The ponds that readings at rest show.

    With an extent, the belly that holds it is the parabola of :mod:`bellstone.core.sag` on the grade,
    and the pond is its level fill; at one place, the pond is what a dam of that height there holds
    back along the grade. Several readings of one pond: the deepest leads, the extents join.

    Parameters
    ----------
    grade_pct : float or None
        Grade of the pipe as laid [%]; None: 1/4 in/ft assumed, and the pond says so.

    Examples
    --------
    >>> pond = ponds_at_rest([RestReading("i1", 112, 119, 1/12, 0.8/12, 1.2/12, 4, 0.3)], 2.0)[0]
    >>> round(pond.depth_in, 2), round(pond.length_ft, 1), round(pond.sag_in, 2)
    (1.0, 7.0, 2.02)
    """
    grade = (grade_pct if grade_pct is not None else ASSUMED_GRADE * 100) / 100
    return [_pond_found(group, grade, grade_pct is not None) for group in _grouped(readings)]


def _grouped(readings: Sequence[RestReading]) -> list[list[RestReading]]:
    groups: list[list[RestReading]] = []
    for r in sorted(readings, key=lambda r: r.start):
        if r.depth <= 0:
            continue
        if groups and r.start <= max(q.end if q.end is not None else q.start for q in groups[-1]) + SAME_POND_FT:
            groups[-1].append(r)
        else:
            groups.append([r])
    return groups


def _pond_found(group: list[RestReading], grade: float, given: bool) -> PondFound:
    lead = max(group, key=lambda r: r.depth)
    start = min(r.start for r in group)
    end = max(r.end if r.end is not None else r.start for r in group)
    bore_ft = (lead.bore_in or 4.0) / IN_PER_FT
    # on an adverse grade the belly is drawn as on flat pipe: no sag is named for it
    x, z, basis = _profile(start, end, lead, max(grade, 0.0))
    pond = _deepest(ponds(x, z, bore_ft), lead)
    sag = None
    if end > start and grade >= 0:
        depth_sigma = max((lead.depth_high - lead.depth_low) / RANGE_TO_SIGMA, 0.25 / IN_PER_FT)
        length_sigma = max(0.5, lead.sigma)
        sag = sag_estimate(lead.depth, end - start, grade, depth_sigma, length_sigma, GRADE_SIGMA)
    share = lead.depth * IN_PER_FT / lead.bore_in if lead.bore_in else None
    return PondFound(
        items=tuple(r.item for r in group),
        start_ft=pond.start,
        end_ft=pond.end,
        deepest_at_ft=pond.deepest_at,
        depth_in=lead.depth * IN_PER_FT,
        depth_low_in=lead.depth_low * IN_PER_FT,
        depth_high_in=lead.depth_high * IN_PER_FT,
        share_of_depth=share,
        share_of_area=area_share(min(share, 1.0), 1.0) if share is not None else None,
        length_ft=pond.length,
        volume_gal=pond.volume_gal if lead.bore_in else None,
        full_bore_ft=pond.full_bore,
        spill_ft=pond.spill_point,
        sag_in=sag.sag * IN_PER_FT if sag else None,
        sag_low_in=sag.low * IN_PER_FT if sag else None,
        sag_high_in=sag.high * IN_PER_FT if sag else None,
        sag_length_ft=sag.length if sag else None,
        basis=basis,
        grade_pct=grade * 100,
        grade_given=given,
        shape=_shape(x, z, pond),
    )


def _profile(
    start: float, end: float, lead: RestReading, grade: float
) -> tuple[NDArray[np.float64], NDArray[np.float64], str]:
    """Stations and inverts of a stretch that would hold this pond, and what it rests on."""
    if end > start:
        k = grade * (end - start) / (4 * lead.depth)
        sag, length = lead.depth * (1 + k) ** 2, (end - start) * (1 + k)
        # nodes fall on the shoulders, so that the fill meets the belly's own ends
        x = np.linspace(end - length - 1, end + 1, _node_count(length + 2))
        x = np.unique(np.concatenate([x, [end, start]]))
        u = np.clip((x - (end - length)) / length, 0.0, 1.0)
        return (
            x,
            -grade * x - 4 * sag * u * (1 - u),
            "depth and extent read at rest; level fill of the belly that holds it",
        )
    reach = min(lead.depth / grade, 200.0) if grade > 1e-6 else 50.0
    x = np.unique(np.concatenate([np.linspace(start - reach - 1, start + 1, _node_count(reach)), [start]]))
    # the water stands against something just downstream of the reading
    z = -grade * x + np.where(x > start, lead.depth, 0.0)
    return x, z, "depth read at rest at one place, its extent not read: level fill as if held right there"


def _node_count(length: float) -> int:
    return int(min(max(length / NODE_GAP_FT, 50), MOST_NODES))


def _deepest(found: list[Pond], lead: RestReading) -> Pond:
    if not found:
        raise DomainError("depth at rest", lead.depth, "wants more than a film of 0.01 ft")
    return max(found, key=lambda p: p.ponding_depth)


def _shape(x: NDArray[np.float64], z: NDArray[np.float64], pond: Pond) -> tuple[tuple[float, float], ...]:
    stations = np.linspace(pond.start, pond.end, 25)
    depths = np.maximum(pond.pool_level - np.interp(stations, x, z), 0.0) * IN_PER_FT
    return tuple((round(float(s), 3), round(float(d), 3)) for s, d in zip(stations, depths, strict=True))
