"""Where one would dig: brackets along the line, their ends, depth, and what to lift."""

from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from math import inf

import numpy as np

from bellstone.core.dig.depth import ABOVE_GROUND, NOT_READ, Told
from bellstone.core.dig.one_hole import DepthSource, ground_between, why_one
from bellstone.core.findings import AxisWords
from bellstone.core.ground import Z_90, DomainError
from bellstone.core.record import Rec

# Each pipe: the least and most upstream its start may lie, the least and most downstream its end may [ft]; its name.
PipeNames = Sequence[tuple[float, float, float, float, str]]
WORKING_ROOM_FT = 2.0  # handbook 2.11, working value
PAST_JOINT_FT = 0.5
REACH_FOR_JOINT_FT = 6.0  # how far outward an end is moved to land past a joint: working value
LADDER_FT, PROTECT_FT, DESIGN_FT = 4.0, 5.0, 20.0  # US federal excavation rules, from memory; local rules govern


@dataclass(frozen=True, slots=True)
class Need:
    """One thing worth digging: its extent [ft] and one standard deviation of its station [ft]."""

    item: str
    name: str
    start: float
    end: float
    sigma: float


class MovedEnds(Rec):
    """The ends as they were computed of a dig that the analyst has moved, the reason, and what moving changes."""

    start_ft: float
    end_ft: float
    where: str
    reason: str
    changes: tuple[str, ...]


class Bracket(Rec):
    """One dig along the line, in feet. ``band_ft`` is the 5-95 % half width of the centre."""

    where: str  # its centre and ends, in words
    centre_ft: float
    start_ft: float
    end_ft: float
    band_ft: float
    items: tuple[str, ...]
    names: tuple[str, ...]
    invert_depth_ft: float | None
    depth_band_ft: float | None
    depth_basis: str
    ends_at_joints: tuple[bool, bool]
    lift: str
    flags: tuple[str, ...]
    # what follows a page may have been signed before it was told: it still compares
    extent_ft: tuple[float, float] | None = None  # from where to where what it is dug for was seen
    why: str = ""  # why the ends lie where they were computed
    moved: MovedEnds | None = None
    above: tuple[str, ...] = ()  # the cover over the pipe, what to restore over it, whose it is


def bracket(start: float, end: float, sigma: float) -> tuple[float, float]:
    """The ends of a dig: extent -+ (2 ft working room + 2 sigma) [ft].

    Raises
    ------
    DomainError
        An end before its start, or a sigma that is negative or not a number.

    Examples
    --------
    >>> bracket(40.0, 42.0, 0.5)
    (37.0, 45.0)
    """
    if not start <= end < inf:
        raise DomainError("end", end, f"wants a station from {start} on")
    if not 0 <= sigma < inf:
        raise DomainError("sigma", sigma, "wants 0 ft or more")
    reach = WORKING_ROOM_FT + 2 * sigma
    return start - reach, end + reach


def past_joint(end: float, outward: int, joints: Sequence[float]) -> tuple[float, bool]:
    """An end moved outward only, to half a foot past the nearest known joint, of ``joints`` in order; whether it was.

    >>> past_joint(45.0, 1, [44.0, 47.0]), past_joint(45.0, -1, [60.0])
    ((47.5, True), (45.0, False))
    """
    about = joints[bisect_left(joints, end - REACH_FOR_JOINT_FT) : bisect_right(joints, end + REACH_FOR_JOINT_FT)]
    beyond = [j for j in about if 0 <= outward * (j - end) + PAST_JOINT_FT <= REACH_FOR_JOINT_FT]
    if not beyond:
        return end, False
    nearest = min(beyond, key=lambda j: outward * (j - end))
    moved = nearest + outward * PAST_JOINT_FT
    return (moved if outward * (moved - end) > 0 else end), True


def brackets(
    needs: Sequence[Need], joints: Sequence[float], depths_at: DepthSource, pipe: str | PipeNames, axis: AxisWords
) -> list[Bracket]:
    """Digs along the line for what needs one, told at their centres.

    One hole serves several where the ground between would not stand, or where digging it is less work than setting up a
    second hole: spoil = width x (depth + bedding) x length x swell against ``SECOND_HOLE_YD3``. Where no depth is known
    only the first is judged. What joins them, or parts them, is said.

    Excavation flags go by the deep end of the depth's band.
    """
    if not needs:
        return []
    ends = [bracket(need.start, need.end, need.sigma) for need in needs]
    holes = [(past_joint(a, -1, joints)[0], past_joint(b, 1, joints)[0]) for a, b in ends]
    # by where the holes begin: what lies further on but is less surely placed may need its hole sooner
    order = sorted(range(len(needs)), key=lambda n: holes[n])
    grounds = ground_between([holes[n] for n in order], depths_at)
    firsts = [n for n, ground in enumerate(grounds) if ground is None or not ground.one_hole]
    spans = list(zip(firsts, [*firsts[1:], len(order)], strict=True))
    groups = [[needs[n] for n in order[a:b]] for a, b in spans]
    whys = [
        why_one(b - a, [g for g in grounds[a + 1 : b] if g], grounds[b] if b < len(order) else None) for a, b in spans
    ]
    centres = [(min(n.start for n in group) + max(n.end for n in group)) / 2 for group in groups]
    depths = depths_at(np.array(centres))
    told = zip(groups, centres, depths, whys, strict=True)
    return [_dig(group, joints, centre, depth, pipe, axis, why) for group, centre, depth, why in told]


def _dig(
    group: list[Need], joints: Sequence[float], centre: float, depth: Told | None, pipe: str | PipeNames,
    axis: AxisWords, holes: str,
) -> Bracket:  # fmt: skip
    ends = [bracket(n.start, n.end, n.sigma) for n in group]
    start, up = past_joint(min(a for a, _ in ends), -1, joints)
    end, down = past_joint(max(b for _, b in ends), 1, joints)
    if depth is not None and depth[0] <= 0:
        depth, why = None, ABOVE_GROUND
    else:
        why = depth[2] if depth else NOT_READ
    band = Z_90 * depth[1] if depth else None
    joint_words = (
        "each end past a joint noted or predicted" if up and down else "end joints not known: find one beyond each end"
    )
    return Bracket(
        centre_ft=centre,
        start_ft=start,
        end_ft=end,
        where=f"{axis.feet(centre)} ({axis.span(start, end)})",
        band_ft=Z_90 * max(n.sigma for n in group),
        items=tuple(n.item for n in group),
        names=tuple(n.name for n in group),
        invert_depth_ft=depth[0] if depth else None,
        depth_band_ft=band,
        depth_basis=why,
        ends_at_joints=(up, down),
        lift=f"about {end - start:.0f} ft of {pipe if isinstance(pipe, str) else pipe_words(pipe, start, end)}; {joint_words}",
        flags=excavation_flags(depth[0] + (band or 0.0) if depth else None),
        extent_ft=(min(n.start for n in group), max(n.end for n in group)),
        why=_why(group, (up, down)) + holes,
    )


def _why(group: list[Need], past: tuple[bool, bool]) -> str:
    """Why the ends of a dig lie where they do."""
    sigma = max(n.sigma for n in group)
    room = f"{WORKING_ROOM_FT:.0f} ft of working room and twice the σ of {sigma:.1f} ft beyond what was seen"
    ends = {(True, True): "each end", (True, False): "the upstream end", (False, True): "the downstream end"}.get(past)
    joint = f"; {ends} half a foot past the joint beyond" if ends else "; no joint is known to end at"
    return room + joint


def pipe_words(pipes: PipeNames, start: float, end: float) -> str:
    """What pipe lies between two stations: every one that may, where a change between them has no footage.

    >>> pipe_words([(0.0, 18.0, 18.0, 30.0, "iron"), (18.0, 30.0, 30.0, 30.0, "fibre")], 15.0, 17.0)
    'iron'
    >>> pipe_words([(-inf, 0.0, 18.0, inf, "iron"), (18.0, 20.0, inf, inf, "fibre")], 15.0, 21.0)
    'iron or fibre: where it changes is not known'
    """
    here = [p for p in pipes if p[0] < end and p[3] > start]
    open_change = any(max(p[1], start) > max(p[0], start) or min(p[3], end) > min(p[2], end) for p in here)
    names = list(dict.fromkeys(p[4] for p in here)) or ["pipe"]
    if len(names) == 1:
        return names[0]
    return f"{' or '.join(names)}: where it changes is not known" if open_change else ", then ".join(names)


def excavation_flags(depth: float | None) -> tuple[str, ...]:
    """Cautions that follow from the depth [ft]; US federal rules from memory, local rules govern.

    >>> excavation_flags(5.5)[0]
    '5 ft or deeper: protective system unless stable rock, a competent person decides'
    """
    always = (
        "call the utility locating service first",
        "a beacon position is no excavation clearance: hand-dig near marks",
    )
    if depth is None:
        return ("depth not known: plan for a protective system until it is read", *always)
    flags: list[str] = []
    if depth > DESIGN_FT:
        flags.append("over 20 ft: protection designed by an engineer")
    elif depth >= PROTECT_FT:
        flags.append("5 ft or deeper: protective system unless stable rock, a competent person decides")
    if depth >= LADDER_FT:
        flags.append("4 ft or deeper: ladder or ramp within 25 ft, test the air where a hazard is likely")
    return (*flags, "spoil 2 ft back from the edge", *always)
