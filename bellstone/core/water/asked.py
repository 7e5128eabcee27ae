"""What is asked of a line's water beside the assessment: bands, what if, how it runs at the cursor, a flush test."""

from dataclasses import dataclass

import numpy as np

from bellstone.core.edits import Reread, with_reading
from bellstone.core.ground import DomainError, remembered, uncollected
from bellstone.core.record import Lateral
from bellstone.core.scheme import Scheme, house_scheme
from bellstone.core.stations import Placing, placed
from bellstone.core.water.bands_shown import water_bands
from bellstone.core.water.computed_findings import ponds_on
from bellstone.core.water.flow_at_cursor import SINK_GPM, FlowShown, roughness_of, running_at
from bellstone.core.water.flush import Channel, EngineJob, EngineNumbers, FlushPlan, FlushPlayed, engine_job, played
from bellstone.core.water.path import AS_IT_IS, PathWater, WhatIf, path_water
from bellstone.core.water.profile_shown import profile_shown
from bellstone.core.water.shown import WaterBands, WaterIf


def bands(
    lateral: Lateral, scheme: Scheme | None = None, path: str | None = None, what_if: WhatIf = AS_IT_IS,
    reread: Reread | None = None,
) -> WaterBands:  # fmt: skip
    """The bands of the invert and the water on it: they follow what an assessment says.

    Raises
    ------
    DomainError
        There is no such line, or no such reading.
    """
    with uncollected():
        return water_bands(_reread(lateral, scheme or house_scheme(), path, what_if, reread).parts)


def water_if(
    lateral: Lateral, scheme: Scheme | None, path: str | None, what_if: WhatIf = AS_IT_IS, reread: Reread | None = None
) -> WaterIf:
    """The water as it would be without some dams, with the main at another level, or with a reading taken anew.

    Nothing else is judged, and nothing is changed.

    Raises
    ------
    DomainError
        There is no such line, or no such reading.
    """
    scheme = scheme or house_scheme()
    with uncollected():
        found = _reread(lateral, scheme, path, what_if, reread)
        return WaterIf(profile=profile_shown(found.parts), ponds=ponds_on(found, scheme))


def water_running(
    lateral: Lateral, scheme: Scheme | None, path: str | None, station: float, gpm: float = SINK_GPM
) -> FlowShown:
    """How a flow runs at a station, and what a blockage there holds back.

    Raises
    ------
    DomainError
        There is no such line, no profile there, or a flow that is not over 0.
    """
    placing, found = _water(lateral, scheme or house_scheme(), path)
    return running_at(lateral, lateral.visits[-1], placing, found.parts, found.segments, station, gpm)


@dataclass(frozen=True, slots=True)
class FlushReady:
    """A flush test made ready: the engine's job, and what reads its numbers back."""

    channel: Channel
    flush: FlushPlan
    keep: tuple[int, ...]
    job: EngineJob

    def played(self, numbers: EngineNumbers) -> FlushPlayed:
        return played(self.channel, self.flush, numbers, self.keep)


def flush_test(lateral: Lateral, scheme: Scheme | None, path: str | None, flush: FlushPlan) -> FlushReady:
    """A flush test on this very line, starting from the water at rest.

    Raises
    ------
    DomainError
        There is no such line, no footage to make a profile of, or a flush that is not one.
    """
    found = _water(lateral, scheme or house_scheme(), path)[1]
    if not found.parts:
        raise DomainError(
            "line", path or lateral.lines[0].id, "wants a stretch with footage: a flush test has to know its length"
        )
    channel, keep = _channel(found)
    return FlushReady(channel, flush, keep, engine_job(channel, flush, keep))


def _channel(found: PathWater) -> tuple[Channel, tuple[int, ...]]:
    parts = found.parts
    shown = [p.shown for p in parts]

    def column(values: list[np.ndarray]) -> np.ndarray:
        return np.concatenate([v[c] for v, c in zip(values, shown, strict=True)])

    station = column([p.water.station for p in parts])
    level = column([np.where(np.isfinite(p.water.depth_at_node()), p.water.level, p.water.bed.z) for p in parts])
    keep: list[int] = []
    first = 0
    for part, cut in zip(parts, shown, strict=True):
        where = np.cumsum(cut) - 1 + first
        for _, named in part.ponds:
            keep += [int(where[i]) for i in (named.pond.first, named.pond.deepest, named.pond.spill) if cut[i]]
        first += int(cut.sum())
    channel = Channel(
        station=station,
        z=column([p.water.bed.z for p in parts]),
        top=column([p.water.bed.top for p in parts]),
        level=level,
        diameter=column([p.water.diameter for p in parts]),
        roughness=roughness_of(found.segments, station),
        outlet=parts[-1].water.bed.outlet,
    )
    return channel, tuple(sorted(set(keep)))


@remembered(8, "lateral")  # a dragged reading is asked for its water, then for its bands
def _with_reading(lateral: Lateral, reread: Reread) -> Lateral:
    return with_reading(lateral, reread)


def _reread(lateral: Lateral, scheme: Scheme, path: str | None, what_if: WhatIf, reread: Reread | None) -> PathWater:
    """The water with a reading taken anew. Its value has no say in where anything lies: all stays placed as it was."""
    if reread is None:
        return _water(lateral, scheme, path, what_if)[1]
    anew = _with_reading(lateral, reread)
    placing = placed(lateral if reread.suspect is None else anew)[-1]
    return path_water(anew, anew.visits[-1], placing, path or lateral.lines[0].id, scheme, what_if)


def _water(lateral: Lateral, scheme: Scheme, path: str | None, what_if: WhatIf = AS_IT_IS) -> tuple[Placing, PathWater]:
    visit = lateral.visits[-1]
    placing = placed(lateral)[-1]
    return placing, path_water(lateral, visit, placing, path or lateral.lines[0].id, scheme, what_if)
