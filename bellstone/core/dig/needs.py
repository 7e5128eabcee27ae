"""What is worth digging for, from the findings and what holds their water."""

from collections.abc import Sequence

from bellstone.core.dig.brackets import Bracket, Need, brackets
from bellstone.core.dig.depth import Depths
from bellstone.core.dig.moved import with_moved
from bellstone.core.findings import AxisWords, Resolved, is_joint, joints_of
from bellstone.core.judgement import one_each, standing_rating
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import MovedDig
from bellstone.core.stations import Segment
from bellstone.core.water import Cause


def _needs_dig(r: Resolved, held_by: dict[str, Cause]) -> bool:
    """Shell or fall rated 4 or worse; roots at 4 or worse where they come through the wall.

    Water that something holds goes with what holds it: only a sag, or pipe laid flat, has to be lifted; what nobody
    knows the cause of is looked at again first.
    """
    if held_by.get(r.sighting.item, "sag") not in ("sag", "adverse or flat"):
        return False
    rating = standing_rating(r)
    if rating is None or rating.likely < 4 or r.sighting.sureness == "unsure" or r.place.how != "station":
        return False
    metal = r.segment.material in MATERIALS and MATERIALS[r.segment.material].metal
    return r.finding.aspect in ("shell", "fall") or (
        r.finding.family == "roots" and (metal or r.sighting.at == "barrel")
    )


def digs(
    rows: Sequence[Resolved],
    depths: Depths,
    segments: Sequence[Segment],
    held_by: dict[str, Cause],
    axis: AxisWords,
    moved: Sequence[MovedDig] = (),
) -> list[Bracket]:
    """Digs for what needs one, in order along the line; the ends of some as the analyst set them."""
    needs = [
        Need(
            r.sighting.item,
            r.finding.words,
            r.place.station,
            r.place.end if r.place.end is not None else r.place.station,
            r.place.sigma,
        )
        for r in one_each(rows)
        if _needs_dig(r, held_by) and r.place.station is not None
    ]
    joints = sorted(
        r.place.station
        for r in rows
        if r.place.how == "station" and r.place.station is not None and is_joint(r.sighting)
    )
    patterns = [p for p in (joints_of(segment, rows) for segment in segments) if p is not None and p.certain]
    joints = sorted([*joints, *(ft for p in patterns for ft in p.predicted_ft)])
    pipes = [(*_start(s), *_end(s), s.name) for s in segments]
    return with_moved(brackets(needs, joints, depths.at, pipes, axis), moved, joints, pipes, axis)


def _start(s: Segment) -> tuple[float, float]:
    """From where to where a segment may begin [ft]."""
    return (s.start, s.start) if s.start is not None else (s.may_start, s.latest_start)


def _end(s: Segment) -> tuple[float, float]:
    """From where to where a segment may end [ft]."""
    return (s.end, s.end) if s.end is not None else (s.earliest_end, s.may_end)
