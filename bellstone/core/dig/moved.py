"""Digs whose ends the analyst has set: what that changes, beside the ends that were computed."""

from collections.abc import Sequence

from bellstone.core.dig.brackets import WORKING_ROOM_FT, Bracket, MovedEnds, PipeNames, pipe_words
from bellstone.core.findings import AxisWords
from bellstone.core.record import MovedDig

ENDS = ("upstream", "downstream")
SAME_FT = 0.05  # ends are told to a tenth of a foot


def with_moved(
    digs: Sequence[Bracket], moved: Sequence[MovedDig], joints: Sequence[float], pipes: PipeNames, axis: AxisWords
) -> list[Bracket]:
    """The digs with their ends where the analyst set them; each keeps what was computed, and says what moving changes.

    A set of ends belongs to the dig that holds any of the things it was set for. Ends set for what needs no dig any more
    stay in the record and are not used.

    Parameters
    ----------
    digs : sequence of Bracket
        As computed, in order along the line.
    joints : sequence of float
        Stations of known and predicted joints, in order [ft].
    """
    told = {n: m for n, d in enumerate(digs) for m in moved if set(m.items) & set(d.items)}
    ends = [(told[n].start_ft, told[n].end_ft) if n in told else (d.start_ft, d.end_ft) for n, d in enumerate(digs)]
    return [
        _moved(d, told[n], _changes(n, digs, ends, joints, axis), pipes, axis) if n in told else d
        for n, d in enumerate(digs)
    ]


def _moved(d: Bracket, m: MovedDig, changes: tuple[str, ...], pipes: PipeNames, axis: AxisWords) -> Bracket:
    lift = f"about {m.end_ft - m.start_ft:.0f} ft of {pipe_words(pipes, m.start_ft, m.end_ft)}; ends set by hand"
    kept = MovedEnds(start_ft=d.start_ft, end_ft=d.end_ft, where=d.where, reason=m.reason, changes=changes)
    centre = axis.feet(d.centre_ft)
    where = f"{centre} ({axis.span(m.start_ft, m.end_ft)}, set by hand)"
    ends = {"start_ft": m.start_ft, "end_ft": m.end_ft, "where": where, "lift": lift, "moved": kept}
    return d.model_copy(update=ends)


def _changes(
    n: int, digs: Sequence[Bracket], ends: Sequence[tuple[float, float]], joints: Sequence[float], axis: AxisWords
) -> tuple[str, ...]:
    """What setting the ends of a dig changes: its length, the room at each end, the joint there, the next dig."""
    dig, (start, end) = digs[n], ends[n]
    out = [f"{end - start:.1f} ft long, computed {dig.end_ft - dig.start_ft:.1f} ft"]
    first, last = dig.extent_ft or (dig.start_ft, dig.end_ft)  # a dig just computed always has its extent
    room = (first - start, end - last)
    for k, (name, left) in enumerate(zip(ENDS, room, strict=True)):
        if abs((start, end)[k] - (dig.start_ft, dig.end_ft)[k]) < SAME_FT:
            continue
        out += [
            _room(name, left),
            _joint(name, (start, first) if k == 0 else (last, end), joints, axis),
        ]
    into = [k + 1 for k, (a, b) in enumerate(ends) if k != n and a < end and b > start]
    return (*out, *(f"reaches into dig {k}: one hole, or end it sooner" for k in into))


def _room(name: str, left: float) -> str:
    if left < 0:
        return f"{name} end: leaves out {-left:.1f} ft of what was seen"
    short = f", less than the {WORKING_ROOM_FT:.0f} ft one works in" if left < WORKING_ROOM_FT else ""
    return f"{name} end: {left:.1f} ft beyond what was seen{short}"


def _joint(name: str, between: tuple[float, float], joints: Sequence[float], axis: AxisWords) -> str:
    passed = [j for j in joints if between[0] < j < between[1]]
    if not passed:
        return f"{name} end: no joint noted or predicted is passed, find one in sound pipe"
    return f"{name} end: past the joint at {axis.feet(passed[0] if name == ENDS[0] else passed[-1])}"
