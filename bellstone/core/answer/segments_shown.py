"""Segments as an assessment shows them: their pipe, their ends, and how they are judged."""

from collections.abc import Mapping, Sequence
from math import hypot, inf

from bellstone.core.findings import JointsShown, Resolved, joints_of
from bellstone.core.ground import Z_90
from bellstone.core.judgement import (
    LEAST_SEGMENT_FT,
    Score,
    VerdictShown,
    counts,
    cut_to,
    is_named,
    judge_rows,
    rated_items,
    score,
)
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Lateral, Rec, Visit
from bellstone.core.scheme import Scheme
from bellstone.core.stations import Coverage, Segment, less, union


class SegmentShown(Rec):
    index: int
    name: str
    material: str
    hatch: str
    bore_in: float | None
    bore_carried: bool
    start_ft: float | None
    end_ft: float | None
    start_band_ft: float
    end_band_ft: float
    starts_at: str | None
    ends_at: str | None
    length_known: bool
    length_ft: float | None
    length_band_ft: float | None  # 5-95 % half width
    joints: JointsShown | None
    score: Score
    verdict: VerdictShown


def segment_shown(
    segment: Segment,
    rows: Sequence[Resolved],
    coverage: Coverage,
    lateral: Lateral,
    scheme: Scheme,
    whole: Score | None,
    held: Mapping[str, str],
) -> SegmentShown:
    """One segment judged; ``whole`` is the line's score where there is only this one."""
    inside = [
        r for r in rows if r.segment.index == segment.index or (r.place.how == "throughout" and is_named(r, segment))
    ]
    seen = _seen_within(segment, coverage)
    if whole is None:
        items = cut_to(rated_items([r for r in inside if counts(r)], [segment]), rows, segment)
        whole = score(items, seen, seen is not None and seen >= LEAST_SEGMENT_FT)
    return SegmentShown(
        index=segment.index,
        name=segment.name,
        material=segment.material,
        hatch=MATERIALS[segment.material].hatch if segment.material in MATERIALS else "unknown",
        bore_in=segment.bore_in,
        bore_carried=segment.bore_carried,
        start_ft=segment.start,
        end_ft=segment.end,
        start_band_ft=Z_90 * segment.start_sigma,
        end_band_ft=Z_90 * segment.end_sigma,
        starts_at=segment.starts_at,
        ends_at=segment.ends_at,
        length_known=segment.length is not None,
        length_ft=segment.length,
        length_band_ft=None if segment.length is None else Z_90 * hypot(segment.start_sigma, segment.end_sigma),
        joints=joints_of(segment, rows),
        score=whole,
        verdict=judge_rows(lateral, inside, scheme, None, Visit(id="segment"), held=held, nothing_seen=not rows),
    )


def _seen_within(segment: Segment, coverage: Coverage) -> float | None:
    if segment.start is None or segment.end is None:
        return None
    outside = [(-inf, segment.start), (segment.end, inf)]
    return sum(b - a for a, b in less(union(coverage.seen), outside))
