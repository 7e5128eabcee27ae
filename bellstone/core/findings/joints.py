"""The joints of a segment: those noted, the pattern behind them, and what the unseen ones may hold."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.findings.finding import Resolved
from bellstone.core.findings.lay_length import SAME_JOINT_FT, joint_pattern, unseen_rooted
from bellstone.core.findings.resolve import is_joint
from bellstone.core.ground import remembered
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Count, CounterPosition, Rec, amount_middle
from bellstone.core.stations import Placing, Segment, Unseen


class JointsShown(Rec):
    """The lay length behind the joints noted in a segment, in feet, and where the rest would be."""

    lay_length_ft: float
    laid_ft: float
    phase_ft: float  # station of one of its joints
    certain: bool
    noted: int
    rooted: int
    predicted_ft: tuple[float, ...]


OFF_JOINT_FT = 1.0  # further than this from any joint of the pattern is a question: working value
PER_FT = 10.0  # where a stretch has no length, what lies in ten feet of it: handbook 2.4
MOST_PREDICTED = 2000  # joints drawn of one segment


def usual_lay_length(segment: Segment) -> float | None:
    """A usual lay length [ft] where the line's own is not known: the middle of the material's table."""
    usual = segment.lay_lengths_ft
    return usual[len(usual) // 2] if usual else None


@remembered(64, "segment", "rows")  # the bed, the digs, the segments and the warnings ask for the same
def noted_joints(segment: Segment, rows: Sequence[Resolved]) -> tuple[list[float], int]:
    """Stations of the joints noted in a segment, one a joint [ft], and how many of them have roots."""
    at_joint = [
        (r.place.station, r.finding.family == "roots")
        for r in rows
        if r.segment.index == segment.index and is_joint(r.sighting)
        and r.place.how == "station" and r.place.station is not None
    ]  # fmt: skip
    joints: list[float] = []
    rooted: set[int] = set()
    for station, has_roots in sorted(at_joint):
        if not joints or station - joints[-1] > SAME_JOINT_FT:
            joints.append(station)
        if has_roots:
            rooted.add(len(joints) - 1)
    return joints, len(rooted)


@remembered(64, "segment", "rows")
def joints_of(segment: Segment, rows: Sequence[Resolved]) -> JointsShown | None:
    lengths = segment.lay_lengths_ft
    noted, rooted = noted_joints(segment, rows)
    found = joint_pattern(noted, lengths)
    if found is None:
        return None
    teeth: Sequence[float] = ()
    # a pattern that is not certain predicts nothing: it only says what it would be
    if found.certain and segment.start is not None and segment.end is not None:
        teeth = found.teeth(segment.start, segment.end).tolist()
    known = np.array([-np.inf, *noted, np.inf])
    after = np.searchsorted(known, teeth[:MOST_PREDICTED])
    missing = [
        t for t, n in zip(teeth[:MOST_PREDICTED], after, strict=True)
        if min(t - known[n - 1], known[n] - t) > found.laid / 4
    ]  # fmt: skip
    return JointsShown(
        lay_length_ft=found.nominal,
        laid_ft=found.laid,
        phase_ft=found.phase,
        certain=found.certain,
        noted=len(noted),
        rooted=rooted,
        predicted_ft=tuple(round(float(t), 2) for t in missing),
    )


def with_joints(
    unseen: Unseen, rows: Sequence[Resolved], segments: Sequence[Segment], counts: Sequence[Count], placing: Placing
) -> Unseen:
    """How many joints lie in an unseen stretch and how many likely have roots, from those seen in that pipe.

    The joints seen are those noted, or those counted where more were counted ("joints 12, 5 with roots").
    Where the stretch has no length, per 10 ft.
    """
    segment = _segment_of(unseen, segments)
    noted_at, rooted = noted_joints(segment, rows)
    noted, counted = len(noted_at), joints_counted(counts, segment, placing)
    if counted is not None and counted[0] > noted:
        noted, rooted = counted
    pattern = joints_of(segment, rows)
    length = pattern.laid_ft if pattern else usual_lay_length(segment)
    if length is None or not noted:
        return unseen
    count = _joints_within(unseen, segment, noted_at, length, pattern is not None and pattern.certain)
    found = unseen_rooted(min(count, MOST_PREDICTED), rooted, noted)
    return unseen.model_copy(
        update={
            "joints": found.joints,
            "rooted": (found.mean, found.low, found.high),
            "per_10_ft": unseen.feet is None,
            "joints_from": f"{rooted} of {noted} joints {'counted' if counted and counted[0] == noted else 'noted'} have roots",
        }
    )


def _joints_within(unseen: Unseen, segment: Segment, noted: Sequence[float], length: float, certain: bool) -> int:
    """Joints in an unseen stretch: the pattern's, where it is certain; else by its length, or in 10 ft of it."""
    if certain and unseen.start_ft is not None and unseen.end_ft is not None:
        pattern = joint_pattern(noted, segment.lay_lengths_ft)
        if pattern is not None:
            # a joint at either end was seen, or is the main itself
            teeth = pattern.teeth(unseen.start_ft + SAME_JOINT_FT, unseen.end_ft - SAME_JOINT_FT)
            return sum(all(abs(tooth - joint) > SAME_JOINT_FT for joint in noted) for tooth in teeth)
    return int((unseen.feet if unseen.feet is not None else PER_FT) / length)


def _segment_of(unseen: Unseen, segments: Sequence[Segment]) -> Segment:
    at = unseen.start_ft
    inside = (
        s for s in segments if at is not None and s.start is not None and s.end is not None and s.start <= at <= s.end
    )
    return next(inside, segments[-1])


def joints_counted(counts: Sequence[Count], segment: Segment, placing: Placing) -> tuple[int, int] | None:
    """Joints counted and how many with roots, of this pipe or of the line; None where none was counted.

    Counts on stretches of the segment are added up; one of the whole line or pipe stands where it counts more.
    """
    told = [c for c in counts if c.what.startswith("joint") and c.material in (None, segment.material)]
    along = [_counted(c) for c in told if (at := _middle_ft(c, placing)) is not None and _lies_in(at, segment)]
    whole = [_counted(c) for c in told if c.position is None][-1:]
    sums = [(sum(n for n, _ in along), sum(r for _, r in along))] if along else []
    return max(whole + sums, default=None)


def _counted(count: Count) -> tuple[int, int]:
    number = int(amount_middle(count.number))
    rooted = int(amount_middle(count.with_number)) if count.with_number and count.with_what == "roots" else 0
    return number, min(rooted, number)


def _middle_ft(count: Count, placing: Placing) -> float | None:
    """The station [ft] of the middle of the stretch that a count was made on; None where it was told without one."""
    fit, at = placing.fits.get(count.run or ""), count.position
    if fit is None or not fit.tied or not isinstance(at, CounterPosition) or at.to is None:
        return None
    return fit.station((amount_middle(at.counter) + amount_middle(at.to)) / 2)


def _lies_in(station: float, segment: Segment) -> bool:
    return (segment.start is None or segment.start <= station) and (segment.end is None or station <= segment.end)


def at_joint_in(segment: Segment, rows: Sequence[Resolved]) -> list[Resolved]:
    """Findings said to be at one joint of a segment, that have a station."""
    return [
        r for r in rows
        if r.segment.index == segment.index and r.place.how == "station" and r.place.station is not None
        and is_joint(r.sighting) and r.finding.at_why == ""
    ]  # fmt: skip


def off_pattern(r: Resolved, found: JointsShown) -> float:
    """How far a finding lies from the nearest joint of the pattern [ft]."""
    gap = ((r.place.station or 0.0) - found.phase_ft) % found.laid_ft
    return min(gap, found.laid_ft - gap)


def spacing_not_of(segment: Segment, rows: Sequence[Resolved]) -> float | None:
    """The spacing of the joints [ft] where it is surely that of some other material than the segment's.

    Every usual length of every material is tried; quoted lengths differ from maker to maker, so it is a
    question, never an error (handbook 4.2).
    """
    own = segment.lay_lengths_ft
    if not own:
        return None
    every = sorted({length for m in MATERIALS.values() for length in m.lay_lengths_ft})
    found = joint_pattern(noted_joints(segment, rows)[0], every)
    if found is None or not found.certain or found.nominal in own:
        return None
    # a multiple of one's own length is that length with joints not noted
    if any(abs(found.laid / length - round(found.laid / length)) <= 0.05 for length in own):
        return None
    return found.nominal
