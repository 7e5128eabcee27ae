"""What a crew with a tape needs of one dig: where, how deep, what to expect, what to lift, what to check before closing."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.answer.assessment import Assessment
from bellstone.core.answer.places_shown import LandmarkShown
from bellstone.core.answer.plan_shown import PlanShown, StakeInPlan
from bellstone.core.answer.section_table import DepthShown
from bellstone.core.answer.segments_shown import SegmentShown
from bellstone.core.dig import USUAL_BORE_IN, Bracket, trench
from bellstone.core.findings import Finding
from bellstone.core.record import Rec
from bellstone.core.water import PondShown

BESIDE_FT = 4.0  # pipe drawn and told beyond each end of a dig
CUT_STEP_FT = 0.5

BEFORE_CLOSING = (
    "sound pipe at both ends, past a joint",
    "couplings that fit both pipes, centred, banded tight",
    "water run from the upstream access: it passes, and none stands on the new piece",
    "bedding firm under and beside the pipe, no stone against it",
    "camera through from the access before it is covered; the authority's inspection where one is required",
    "the true footage, depth and pipe, written below: they mend the record",
)


class Stake(Rec):
    """The two ends of a dig as they are measured from one thing [ft along the pipe]."""

    origin: str
    first_ft: float
    second_ft: float
    way: str  # towards the main, towards the house


class Mark(Rec):
    station_ft: float
    end_ft: float | None
    words: str
    rated: int | None


class Cut(Rec):
    """The pipe along a dig: stations [ft], invert below the ground there [ft], None where it is not known."""

    station_ft: tuple[float, ...]
    invert_depth_ft: tuple[float | None, ...]
    marks: tuple[Mark, ...]


class DigSheet(Rec):
    number: int
    of: int
    what: tuple[str, ...]
    where: str
    start_ft: float
    end_ft: float
    band_ft: float
    stakes: tuple[Stake, ...]
    in_plan: tuple[StakeInPlan, ...]  # the two stakes with what to tape them from; empty before a plan is drawn
    plan: PlanShown | None
    marked: tuple[str, ...]  # marks above the ground close by, in words
    deep: str
    trench: str
    above: tuple[str, ...]  # cover, what to restore, whose it is
    expect: tuple[str, ...]
    lift: str
    ends_why: str  # why the stakes stand where they do
    before_closing: tuple[str, ...]
    cautions: tuple[str, ...]
    cut: Cut


def dig_sheets(a: Assessment) -> tuple[DigSheet, ...]:
    """One sheet a dig, in order along the line; empty where nothing needs digging.

    Without a plan the ends are told along the pipe only, from the line's zero and from the nearest landmark on either
    side, and say so.
    """
    return tuple(_sheet(a, dig, n) for n, dig in enumerate(a.digs, start=1))


def _sheet(a: Assessment, dig: Bracket, number: int) -> DigSheet:
    here = _segment_at(a.segments, dig.centre_ft)
    stops = tuple(c for c in a.cautions if c.startswith("STOP"))
    return DigSheet(
        number=number, of=len(a.digs), what=dig.names, where=dig.where, start_ft=dig.start_ft, end_ft=dig.end_ft,
        band_ft=dig.band_ft, stakes=_stakes(a, dig), in_plan=_in_plan(a, number), plan=a.plan, marked=_marked(a, dig),
        deep=_deep(dig), trench=_trench(dig, here), above=dig.above,
        expect=tuple(_expect(a, dig, here)), lift=dig.lift, ends_why=_ends_why(dig),
        before_closing=BEFORE_CLOSING, cautions=(*stops, *dig.flags), cut=_cut(a, dig),
    )  # fmt: skip


def _stakes(a: Assessment, dig: Bracket) -> tuple[Stake, ...]:
    """From the zero, and from the nearest landmark above and below: a crew has a tape, and no counter."""
    zero = LandmarkShown(name=a.datum or "the zero", kind="access", station_ft=0.0, ground_ft=None, measured=True)
    others = [m for m in a.landmarks if m.name != zero.name]
    above = max((m for m in others if m.station_ft <= dig.start_ft), key=lambda m: m.station_ft, default=None)
    below = min((m for m in others if m.station_ft >= dig.end_ft), key=lambda m: m.station_ft, default=None)
    return tuple(_stake(m, dig) for m in (zero, above, below) if m is not None)


def _stake(mark: LandmarkShown, dig: Bracket) -> Stake:
    ends = sorted((abs(dig.start_ft - mark.station_ft), abs(dig.end_ft - mark.station_ft)))
    way = "towards the main" if dig.centre_ft >= mark.station_ft else "towards the house"
    return Stake(origin=mark.name, first_ft=ends[0], second_ft=ends[1], way=way)


def _in_plan(a: Assessment, number: int) -> tuple[StakeInPlan, ...]:
    stakes = a.plan.stakes[number - 1] if a.plan is not None else ()
    return stakes if any(s.x_ft is not None for s in stakes) else ()


def _marked(a: Assessment, dig: Bracket) -> tuple[str, ...]:
    """Depths that were read and marked within reach of the dig: where, how deep, and what marks the spot."""
    low, high = dig.start_ft - BESIDE_FT, dig.end_ft + BESIDE_FT
    near = [d for d in a.depths if d.station_ft is not None and low <= d.station_ft <= high]
    return tuple(
        f"at {d.station_ft:.1f} ft {_read(d)}"
        f"{f', marked: {d.marked}' if d.marked else ''}{' (suspect)' if d.suspect else ''}"
        for d in near
    )


def _read(d: DepthShown) -> str:
    return "no depth was got" if d.failed else f"read {d.depth_ft:.1f} ft ± {d.band_ft:.1f} deep"


def _deep(dig: Bracket) -> str:
    if dig.invert_depth_ft is None:
        return f"depth not known: {dig.depth_basis}"
    band = dig.depth_band_ft or 0.0
    low, high = max(dig.invert_depth_ft - band, 0.0), dig.invert_depth_ft + band
    return f"invert {dig.invert_depth_ft:.1f} ft below the ground, from {low:.1f} to {high:.1f} ft; {dig.depth_basis}"


def _ends_why(dig: Bracket) -> str:
    if dig.moved is None:
        return dig.why
    return f"set by hand: {dig.moved.reason}; {'; '.join(dig.moved.changes)}; computed {dig.moved.where}"


def _trench(dig: Bracket, here: SegmentShown | None) -> str:
    length = dig.end_ft - dig.start_ft
    if dig.invert_depth_ft is None:
        return f"{length:.0f} ft long; how deep is not known, so neither is what comes out"
    deepest = dig.invert_depth_ft + (dig.depth_band_ft or 0.0)
    bore = here.bore_in if here is not None and here.bore_in else USUAL_BORE_IN
    hole = trench(bore, deepest, length)
    return (
        f"{length:.0f} ft long, at least {hole.width_in:.0f} in wide, to {hole.depth_ft:.1f} ft with bedding at the deep end "
        f"of the band: about {hole.spoil_yd3:.0f} yd³ of spoil as it lies, 2 ft back from the edge"
    )


def _expect(a: Assessment, dig: Bracket, here: SegmentShown | None) -> list[str]:
    """What one finds when it is open: the pipe, what was seen on it, what water stands in it."""
    out = [f"pipe: {here.name if here is not None else 'not known'}"]
    out += [
        f"{f.where}: {f.words}{f' (rated {f.rated})' if f.rated else ''}"
        for f in _within(a.findings, dig)
        if f.family not in ("event", "good")
    ]
    ponds = [p for p in a.ponds if p.start_ft < dig.end_ft and p.end_ft > dig.start_ft]
    return out + [_water(p) for p in ponds]


def _water(p: PondShown) -> str:
    return f"water stands in it, {p.where}: {p.depth_words}; it runs out when the pipe is opened"


def _within(findings: Sequence[Finding], dig: Bracket, beyond: float = 0.0) -> list[Finding]:
    placed = (f for f in findings if f.how == "station" and f.station_ft is not None)
    low, high = dig.start_ft - beyond, dig.end_ft + beyond
    return [f for f in placed if (f.station_ft or 0.0) <= high and (f.end_ft or f.station_ft or 0.0) >= low]


def _segment_at(segments: Sequence[SegmentShown], station: float) -> SegmentShown | None:
    spans = (
        (s, -np.inf if s.start_ft is None else s.start_ft, np.inf if s.end_ft is None else s.end_ft) for s in segments
    )
    return next((s for s, start, end in spans if start <= station <= end), None)


def _cut(a: Assessment, dig: Bracket) -> Cut:
    """The invert below the ground along the dig and a little beyond, and what was seen there."""
    x = np.arange(dig.start_ft - BESIDE_FT, dig.end_ft + BESIDE_FT + CUT_STEP_FT / 2, CUT_STEP_FT)
    known = [(s, d) for s, d in zip(a.section.station_ft, a.section.invert_depth_ft, strict=True) if d is not None]
    depth: list[float | None] = [None] * x.size
    if known:
        at, deep = np.array([k[0] for k in known]), np.array([k[1] for k in known])
        inside = (x >= at[0] - CUT_STEP_FT) & (x <= at[-1] + CUT_STEP_FT)
        depth = [float(v) if ok else None for v, ok in zip(np.interp(x, at, deep), inside, strict=True)]
    marks = [
        Mark(station_ft=f.station_ft or 0.0, end_ft=f.end_ft, words=f.words, rated=f.rated)
        for f in _within(a.findings, dig, BESIDE_FT)
        if f.family not in ("event", "good") and (f.rated or f.family == "feature")
    ]
    return Cut(station_ft=tuple(map(float, x)), invert_depth_ft=tuple(depth), marks=tuple(marks))
