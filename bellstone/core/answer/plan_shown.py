"""The lot from above as it is shown: things drawn, marks with their ellipses, the line through them, stakes of the digs."""

from collections.abc import Sequence
from math import hypot

import numpy as np

from bellstone.core.answer.told import Statement
from bellstone.core.dig import ABOVE_GROUND, NOT_READ, SPOT_FT, Bracket, Depths
from bellstone.core.findings import AxisWords
from bellstone.core.ground import Z_90, DomainError, feet_from
from bellstone.core.plan import Ellipse, PlanPoint, along, beside, cable_check, ellipse_90, swing_ties, trilaterate
from bellstone.core.record import (
    CounterPosition,
    Degrees,
    LandmarkPosition,
    Lateral,
    Mark,
    PlanObject,
    Rec,
    amount_middle,
    amount_spread,
)
from bellstone.core.stations import Placing, vertical_cable

LOCATOR_SIGMA_FT = 0.5  # of where a beacon was found above the line: handbook 2.11
LEAST_TOLD_FT = 1.0  # less between two footages is how they are read: working value
FIX_SIGMA_FT = 8.0  # of a place by latitude and longitude: a phone is good to some 16 ft; from memory, working value
DRAWN_SIGMA_FT = 0.5  # a coordinate read off a sketch: working value


class MarkShown(Rec):
    """A mark in plan [ft]; without a place, why not."""

    label: str
    words: str
    ours: bool
    station_ft: float | None
    x_ft: float | None = None
    y_ft: float | None = None
    ellipse: Ellipse | None = None
    off: tuple[str, ...] = ()  # what each tape is off by, where there is one to spare
    why: str = ""
    beside: str = ""  # another's mark beside our line, in a sentence fit to send
    write: str = ""  # what to write on the flag
    depth_why: str = ""  # what its depth rests on, and which readings at it were left out


class StakeInPlan(Rec):
    """An end of a dig in plan: where, how surely, and what to tape it from; ``why`` where that is not known."""

    station_ft: float
    x_ft: float | None = None
    y_ft: float | None = None
    ellipse: Ellipse | None = None
    ties: tuple[tuple[str, float], ...] = ()
    why: str = ""


class PlanShown(Rec):
    objects: tuple[PlanObject, ...]
    marks: tuple[MarkShown, ...]
    line: tuple[tuple[float, float, float], ...]  # station, x, y [ft] of the points that the line runs through
    checks: tuple[str, ...]
    stakes: tuple[tuple[StakeInPlan, StakeInPlan], ...]  # of each dig


def plan_shown(
    lateral: Lateral, placing: Placing, digs: Sequence[Bracket], depths: Depths, axis: AxisWords
) -> PlanShown | None:
    """The plan with all that follows from it; None where nothing is drawn and nothing marked."""
    if not lateral.site.plan and not lateral.marks:
        return None
    fixed = fixed_points(lateral.site.plan)
    down = vertical_cable(lateral.lines[0])
    marks, points = [], _landmarks_in_plan(lateral, placing, fixed, down)
    for mark in lateral.marks:
        shown, point = _mark(mark, placing, fixed, down, lateral.site.plan_zero)
        marks.append(shown)
        points += [point] if point is not None else []
    stakes = tuple((_stake(points, d.start_ft, fixed, down), _stake(points, d.end_ft, fixed, down)) for d in digs)
    ordered = sorted(points, key=lambda p: p.station_ft)
    compared = tuple(
        _with_flag(m, depths, axis)
        if m.ours
        else m.model_copy(update={"beside": _beside(m, points, down, _sigma_ft(told))})
        for m, told in zip(marks, lateral.marks, strict=True)
    )
    return PlanShown(
        objects=lateral.site.plan, marks=compared, line=tuple((p.station_ft + down, p.x_ft, p.y_ft) for p in ordered),
        checks=tuple(cable_check(points)), stakes=stakes,
    )  # fmt: skip


def _with_flag(mark: MarkShown, depths: Depths, axis: AxisWords) -> MarkShown:
    """The mark with what to write on its flag: its letter, how far along the pipe, how deep, and what that rests on."""
    if mark.station_ft is None:
        return mark.model_copy(update={"write": f"{mark.label} · footage not known"})
    (told,) = depths.at(np.array([mark.station_ft]))
    where = f"{mark.label} · {axis.feet(mark.station_ft)}"
    if told is None or told[0] <= 0:
        why = ABOVE_GROUND if told else NOT_READ
        return mark.model_copy(update={"write": f"{where} · depth not known", "depth_why": why})
    deep = f"invert {told[0]:.1f} ft deep ± {Z_90 * told[1]:.1f}"
    odd = [r for r in depths.odd if abs(r.station - mark.station_ft) <= SPOT_FT]
    left = "".join(f"; another of {r.depth:.1f} ft here disagrees and is left out" for r in odd)
    return mark.model_copy(update={"write": f"{where} · {deep}", "depth_why": f"{told[2]}{left}"})


def to_write(plan: PlanShown | None) -> tuple[Statement, ...]:
    """What to write on each mark of ours, as the page has it."""
    ours = [m for m in plan.marks if m.write] if plan is not None else []
    return tuple(
        Statement(id=f"flag{n}", about="flag", words=f"{m.write}{f' ({m.depth_why})' if m.depth_why else ''}")
        for n, m in enumerate(ours)
    )


def fixed_points(things: Sequence[PlanObject]) -> dict[str, tuple[float, float]]:
    """What a tape can be held to, by name: things of one point, and the corners of the others by their number.

    >>> house = PlanObject(name="house", points=((0, 0), (40, 0)))
    >>> fixed_points([house, PlanObject(name="oak", points=((12, -8),))])
    {'house 1': (0.0, 0.0), 'house 2': (40.0, 0.0), 'oak': (12.0, -8.0)}
    """
    out: dict[str, tuple[float, float]] = {}
    for thing in things:
        if len(thing.points) == 1:
            out[thing.name] = thing.points[0]
        else:
            out |= {f"{thing.name} {n}": point for n, point in enumerate(thing.points, start=1)}
    return out


def _landmarks_in_plan(
    lateral: Lateral, placing: Placing, fixed: dict[str, tuple[float, float]], down: float
) -> list[PlanPoint]:
    """Points of the line itself that stand on the plan by their name: the access, the main; a tree stands beside it."""
    on_line = {m.name for m in lateral.landmarks if m.kind in ("access", "main", "fitting")}
    named = {name.lower(): xy for name, xy in fixed.items()}
    cov = np.eye(2) * DRAWN_SIGMA_FT**2
    return [
        PlanPoint(name, max(station - down, 0.0), LOCATOR_SIGMA_FT, *named[name.lower()], cov)
        for name, station in placing.landmark_stations.items()
        if name.lower() in named and name in on_line
    ]


def _mark(
    mark: Mark, placing: Placing, fixed: dict[str, tuple[float, float]], down: float, zero: Degrees | None
) -> tuple[MarkShown, PlanPoint | None]:
    station = _station_of(mark, placing)
    base = MarkShown(
        label=mark.label, words=mark.words, ours=mark.ours, station_ft=None if station is None else station[0]
    )
    try:
        x, y, cov, off = _where(mark, fixed, zero)
    except DomainError as error:
        return base.model_copy(update={"why": str(error)}), None
    spare = tuple(f"{t.object} {o:+.1f} ft" for t, o in zip(mark.swing_ties, off, strict=True)) if len(off) > 2 else ()
    shown = base.model_copy(update={"x_ft": x, "y_ft": y, "ellipse": ellipse_90(cov), "off": spare})
    if station is None or not mark.ours:
        return shown, None
    return shown, PlanPoint(mark.label, max(station[0] - down, 0.0), station[1], x, y, cov)


def _where(
    mark: Mark, fixed: dict[str, tuple[float, float]], zero: Degrees | None
) -> tuple[float, float, np.ndarray, tuple[float, ...]]:
    if mark.swing_ties:
        named = {name.lower(): xy for name, xy in fixed.items()}
        unknown = [t.object for t in mark.swing_ties if t.object.lower() not in named]
        if unknown:
            raise DomainError(
                f"mark {mark.label}", unknown[0], f"is not on the plan: draw it first, plan {unknown[0]}: x,y"
            )
        at = trilaterate(
            [named[t.object.lower()] for t in mark.swing_ties], [t.distance_ft for t in mark.swing_ties], mark.side
        )
        return at.x_ft, at.y_ft, at.cov, at.off_ft
    if mark.latitude is not None and mark.longitude is not None:
        if zero is None:
            where = "plan zero: lat 44.95123 lon -93.10012"
            raise DomainError(f"mark {mark.label}", "latitude and longitude", f"say where the lot's zero is: {where}")
        x, y = feet_from((zero.longitude, zero.latitude), (mark.longitude, mark.latitude))
        return x, y, np.eye(2) * _sigma_ft(mark) ** 2, ()
    if mark.plan_x_ft is None or mark.plan_y_ft is None:
        raise DomainError(f"mark {mark.label}", mark.words or "words only", "has no ties and no coordinates")
    return mark.plan_x_ft, mark.plan_y_ft, np.eye(2) * _sigma_ft(mark) ** 2, ()


def _sigma_ft(mark: Mark) -> float:
    """How surely a mark's own place is told, by its degrees or by feet on the sketch."""
    return DRAWN_SIGMA_FT if mark.latitude is None else FIX_SIGMA_FT


def _beside(mark: MarkShown, points: Sequence[PlanPoint], down: float, sigma_ft: float) -> str:
    """How far another's mark is off the line, which way, and across from where; nothing where that is not known."""
    if mark.x_ft is None or mark.y_ft is None:
        return ""
    found = beside(points, mark.x_ft, mark.y_ft, np.eye(2) * sigma_ft**2)
    if found is None:
        return f"mark {mark.label} lies past our marks: how far off it is cannot be told"
    off, band, across, way = found
    where = f"across from {across + down:.1f} ft along it"
    if off <= band:
        said = f"mark {mark.label} agrees with the line as we have it ({off:.1f} ft ± {band:.1f} off), {where}"
    else:
        said = f"mark {mark.label} lies {off:.1f} ft ± {band:.1f} {way} of the line as we have it, {where}"
    apart = None if mark.station_ft is None else mark.station_ft - (across + down)
    if apart is None or abs(apart) < LEAST_TOLD_FT:
        return said
    return f"{said}; it was told for {mark.station_ft:.1f} ft, {abs(apart):.1f} ft {'further on' if apart > 0 else 'short of that'}"


def _station_of(mark: Mark, placing: Placing) -> tuple[float, float] | None:
    """Where along the line a mark was set, with σ [ft]: the beacon's place under it."""
    match mark.position:
        case CounterPosition(counter=counter):
            fit = placing.fits.get(mark.run or "")
            if fit is None or not fit.tied:
                return None
            read = amount_middle(counter)
            return fit.station(read) + fit.located_ahead, hypot(
                fit.sigma(read), amount_spread(counter), LOCATOR_SIGMA_FT
            )
        case LandmarkPosition(landmark=name, side="at") if name in placing.landmark_stations:
            return placing.landmark_stations[name], LOCATOR_SIGMA_FT
    return None


def _stake(
    points: Sequence[PlanPoint], station: float, fixed: dict[str, tuple[float, float]], down: float
) -> StakeInPlan:
    at = along(points, max(station - down, 0.0))
    if at is None:
        return StakeInPlan(station_ft=station, why="no mark in plan on both sides of it")
    ties = swing_ties(at.x_ft, at.y_ft, fixed)
    why = "" if ties else "no two fixed objects within a tape's length stand at a good angle"
    return StakeInPlan(station_ft=station, x_ft=at.x_ft, y_ft=at.y_ft, ellipse=ellipse_90(at.cov), ties=ties, why=why)
