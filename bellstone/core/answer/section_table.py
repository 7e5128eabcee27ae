"""What the cursor looks up: columns every 0.25 ft and at every item."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bellstone.core.dig import Depths
from bellstone.core.findings import Resolved
from bellstone.core.ground import Z_90, or_none
from bellstone.core.profile import depth_sigma
from bellstone.core.record import Rec, Visit
from bellstone.core.stations import Coverage, Placing, Segment
from bellstone.core.water import ProfileShown


class SectionTable(Rec):
    """Columns looked up at the cursor: every 0.25 ft, and at every item."""

    station_ft: tuple[float, ...]
    segment: tuple[int, ...]
    water_in: tuple[float | None, ...]
    invert_depth_ft: tuple[float | None, ...]


class DepthShown(Rec):
    id: str
    station_ft: float | None
    depth_ft: float
    band_ft: float  # 5-95 % half width
    suspect: bool
    said: str
    marked: str = ""  # what marks it above the ground, in words
    failed: bool = False  # no depth was got there


SECTION_STEP_FT = 0.25
SECTION_LIMIT = 8000  # rows of the table; a longer line is sampled more coarsely


def section_table(
    segments: Sequence[Segment], rows: Sequence[Resolved], profile: ProfileShown | None,
    depths: Depths, coverage: Coverage,
) -> SectionTable:  # fmt: skip
    """What the cursor looks up, every 0.25 ft and at every item."""
    if coverage.start is None or coverage.end is None:
        empty: tuple[float | None, ...] = ()
        return SectionTable(station_ft=(), segment=(), water_in=empty, invert_depth_ft=empty)
    count = min(int((coverage.end - coverage.start) / SECTION_STEP_FT) + 2, SECTION_LIMIT)
    items = [r.place.station for r in rows if r.place.how == "station" and r.place.station is not None]
    x = np.unique(np.round(np.concatenate([np.linspace(coverage.start, coverage.end, count), items]), 3))
    starts = np.asarray([s.start if s.start is not None else -np.inf for s in segments])
    which = np.clip(np.searchsorted(np.maximum.accumulate(starts), x, side="right") - 1, 0, len(segments) - 1)
    return SectionTable(
        station_ft=tuple(x.tolist()),
        segment=tuple(which.tolist()),
        water_in=or_none(_water_along(x, profile), 3),
        invert_depth_ft=or_none(depths.along(x), 3),
    )


def _water_along(x: NDArray[np.float64], profile: ProfileShown | None) -> NDArray[np.float64]:
    """Depth at rest at each station [in]; NaN where no pond is named. At a joint, of the wetter side."""
    if profile is None:
        return np.full(x.size, np.nan)
    depth = np.array([np.nan if d is None else d for d in profile.depth_in])
    wet, dry = np.nan_to_num(depth, nan=0.0), np.isnan(depth)
    at, after = (np.searchsorted(profile.station_ft, x, side=side) for side in ("left", "right"))
    first, last = np.minimum(at, dry.size - 1), np.maximum(after - 1, 0)
    on_node = after > at
    between = np.interp(x, profile.station_ft, wet)
    none = np.where(on_node, dry[first] & dry[last], dry[first] & dry[np.maximum(first - 1, 0)])
    return np.where(none, np.nan, np.where(on_node, np.maximum(wet[first], wet[last]), between))


def depths_read(visit: Visit, placing: Placing) -> tuple[DepthShown, ...]:
    """Depth readings with where they are, and their band."""
    out = []
    for reading in visit.depths:
        place = placing.places[reading.id]
        out.append(
            DepthShown(
                id=reading.id,
                station_ft=place.station if place.how == "station" else None,
                depth_ft=reading.depth_ft.likely or 0.0,
                band_ft=Z_90 * depth_sigma(reading),
                suspect=reading.suspect,
                said=reading.said,
                marked=reading.marked,
                failed=reading.failed,
            )
        )
    return tuple(out)
