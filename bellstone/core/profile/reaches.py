"""The record's pipe as reaches: their bore, grade, joints and steps."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from bellstone.core.findings import Resolved, joints_of, noted_joints, usual_lay_length
from bellstone.core.ground import IN_PER_FT
from bellstone.core.pipe import MATERIALS
from bellstone.core.profile.mesh import SNAP_FT, Reach
from bellstone.core.profile.said import StepRead
from bellstone.core.record import Line
from bellstone.core.scheme import USUAL_BORE_IN
from bellstone.core.stations import Segment, vertical_cable

# Working values of the handbook, 2.5, but where another source is named
ASSUMED_GRADE = 0.25 / 12  # 1/4 in/ft: the usual code grade of small drains, common practice
SIGMA_ASSUMED, SIGMA_GIVEN = 0.02, 0.005
GRADE_OF_WORD = {"steep": (0.04, 0.015), "good": (ASSUMED_GRADE, 0.01), "flat": (0.003, 0.005), "back": (-0.01, 0.01)}
FUSED_FT = 10.0
MOST_FT = 3000.0  # beyond any lateral; the adjustment keeps its digits this far (see its test)


def riser_of(line: Line, segments: Sequence[Segment]) -> tuple[float, float] | None:
    """Where the cable went straight down before it ran along the line [ft]."""
    start, down = (segments[0].start if segments else None), vertical_cable(line)
    return (start, start + down) if start is not None and down > 2 * SNAP_FT else None


def _grade_of(line: Line) -> tuple[float, float]:
    if line.grade_pct is not None:
        return line.grade_pct / 100, SIGMA_GIVEN
    return GRADE_OF_WORD.get(line.fall_word, (ASSUMED_GRADE, SIGMA_ASSUMED))


def reaches_of(
    line: Line, segments: Sequence[Segment], rows: Sequence[Resolved], riser: tuple[float, float] | None, until: float | None
) -> tuple[Reach, ...]:  # fmt: skip
    """The segments that have footage, end to end; a boundary without any leaves its two segments one reach."""
    grade, sigma = _grade_of(line)
    stop = until if until is not None else np.inf
    found: list[Reach] = []
    segments, rows = _whole(segments, rows)
    at = segments[0].start if segments else None
    lead = segments[0] if segments else None
    for segment, after in zip(segments, [*segments[1:], None], strict=True):
        end = segment.end if segment.end is not None else after.start if after is not None else None
        lead = lead or segment
        if at is None or end is None:
            continue
        end = min(end, stop)
        if end - at > 2 * SNAP_FT:
            found += _reach(lead, at, end, grade, sigma, rows, riser)
            at = end
        lead = None
    return tuple(found)


def _whole(segments: Sequence[Segment], rows: Sequence[Resolved]) -> tuple[Sequence[Segment], Sequence[Resolved]]:
    """Pipe by pipe: two segments of one material and bore end to end were laid as one, and fall as one."""
    out: list[Segment] = []
    lead: dict[int, int] = {}
    for segment in segments:
        last = out[-1] if out else None
        one = last is not None and (last.material, last.bore_in) == (segment.material, segment.bore_in)
        if last is not None and one and last.end is not None and last.end == segment.start:
            out[-1] = replace(last, end=segment.end)
        else:
            out.append(segment)
        lead[segment.index] = out[-1].index
    if len(out) == len(segments):
        return segments, rows
    by_index = {segment.index: segment for segment in out}
    return out, [replace(r, segment=by_index[lead.get(r.segment.index, out[0].index)]) for r in rows]


def _reach(
    segment: Segment, start: float, end: float, grade: float, sigma: float, rows: Sequence[Resolved],
    riser: tuple[float, float] | None,
) -> Iterator[Reach]:  # fmt: skip
    material = MATERIALS.get(segment.material, MATERIALS["unknown"])
    bore = (segment.bore_in or USUAL_BORE_IN) / IN_PER_FT
    lay, joints = _joints(segment, start, end, rows)
    cut = min(riser[1], end) if riser is not None and riser[0] <= start < riser[1] else start
    if cut > start:
        yield Reach(start, cut, bore, lay, material.flexible, 1.0, SIGMA_GIVEN)
    if end - cut > 2 * SNAP_FT:
        inside = tuple(j for j in joints if cut + SNAP_FT < j < end - SNAP_FT)
        yield Reach(cut, end, bore, lay, material.flexible, grade, sigma, inside)


def _joints(segment: Segment, start: float, end: float, rows: Sequence[Resolved]) -> tuple[float, tuple[float, ...]]:
    """Lay length and joints [ft]: those noted, and where the pattern or the usual lay length puts the others."""
    noted, _ = noted_joints(segment, rows)
    found = joints_of(segment, rows)
    usual = usual_lay_length(segment)
    if found is not None and found.certain:
        lay, anchor = found.laid_ft, found.phase_ft
    elif usual is not None or segment.material == "unknown":
        lay, anchor = usual or 4.0, (noted[0] if noted else start)
    else:
        return FUSED_FT, tuple(noted)
    teeth = anchor + lay * np.arange(np.ceil((start - anchor) / lay), np.floor((end - anchor) / lay) + 1)
    known = np.array([-np.inf, *noted, np.inf])  # in order
    after = np.searchsorted(known, teeth)
    free = teeth[np.minimum(teeth - known[after - 1], known[after] - teeth) > lay / 4]
    return lay, tuple(sorted([*noted, *free.tolist()]))


def with_steps(reaches: tuple[Reach, ...], steps: Sequence[StepRead]) -> tuple[Reach, ...]:
    """A step is at a joint: each has one there."""
    out = []
    for r in reaches:
        mine = [s.station for s in steps if r.start + SNAP_FT < s.station < r.end - SNAP_FT]
        at = np.asarray(mine)
        kept = [j for j in r.joints if mine and np.abs(at - j).min() > SNAP_FT]
        out.append(replace(r, joints=tuple(sorted([*kept, *mine]))) if mine else r)
    return tuple(out)


def bore_at(reaches: Sequence[Reach], station: float) -> float:
    """Inside diameter at a station [ft]."""
    return next((r.diameter for r in reaches if station <= r.end), reaches[-1].diameter)
