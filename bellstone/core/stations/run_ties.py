"""How a run is tied to the axis, in words and questions."""

from collections.abc import Iterator
from typing import Literal

from bellstone.core.ground import tidy
from bellstone.core.record import Lateral, Rec, Run, Visit
from bellstone.core.stations.counter import FLAG_OFF_FT, FLAG_SCALE, CounterFit
from bellstone.core.stations.runs import Calibration, SharedTie, travel_with_flow


class ZeroOrScale(Rec):
    """A difference with two explanations: the counter started ``shift_ft`` away, or stretches by ``stretch_pct``."""

    shift_ft: float
    stretch_pct: float | None


class RunTie(Rec):
    """How one run's counter is tied, said for the screen."""

    run: str
    tied: bool
    zero_station_ft: float
    scale: float
    direction: int
    flow: int  # +1: travels out with the flow
    facing: Literal["main", "house", "unknown"]
    off_by_ft: tuple[float | None, ...]  # the zero's first, where it was said; None: its station is not known
    odd_point: int | None
    basis: str
    shared: tuple[SharedTie, ...] = ()
    zero_or_scale: ZeroOrScale | None = None
    questions: tuple[str, ...] = ()


def run_tie(lateral: Lateral, visit: Visit, run: Run, calibration: Calibration) -> RunTie:
    key = (visit.id, run.id)
    fit, shared = calibration.fits[key], calibration.shared[key]
    return RunTie(
        run=run.id,
        tied=fit.tied,
        zero_station_ft=fit.zero_station,
        scale=fit.scale,
        direction=fit.direction,
        flow=travel_with_flow(run, "out"),
        facing=run.head_faces,
        off_by_ft=fit.off_by,
        odd_point=fit.odd_point,
        shared=shared,
        basis=_tie_words(lateral, fit, shared),
        zero_or_scale=_zero_or_scale(run, fit, shared),
        questions=tuple(_questions(run, fit, calibration.undecided[key], shared)),
    )


def _zero_or_scale(run: Run, fit: CounterFit, shared: tuple[SharedTie, ...]) -> ZeroOrScale | None:
    """The two explanations of a difference that the data cannot tell apart, or None.

    A run that starts somewhere not said with one thing known, and a run whose zero and one known point
    are further apart than the counter says, fit as well by another zero as by a stretch.
    """
    known = len(_offs(fit))
    if not fit.tied or run.counter_error is not None or not run.access:
        return None
    if run.zero_at is None and known + len({t.item for t in shared}) == 1:
        return ZeroOrScale(shift_ft=fit.zero_station, stretch_pct=None)
    if run.zero_at is not None and known == 2 and not shared and len(run.known_points) == 1:
        counter, (at_zero, at_point) = run.known_points[0].counter_ft, _offs(fit)
        gap = (fit.station(counter) - at_point) - (fit.zero_station - at_zero) - fit.direction * counter
        # a stretch that counters commonly have needs no other explanation
        if abs(gap) > FLAG_OFF_FT and counter and abs(gap / counter) > FLAG_SCALE:
            return ZeroOrScale(shift_ft=gap, stretch_pct=100 * gap / counter * fit.direction)
    return None


def _offs(fit: CounterFit) -> list[float]:
    """How far each known point that has a station is off [ft]."""
    return [off for off in fit.off_by if off is not None]


def _questions(run: Run, fit: CounterFit, undecided: tuple[float, ...], shared: tuple[SharedTie, ...]) -> Iterator[str]:
    if run.zero_at is None and run.known_points and len(_offs(fit)) + len(shared) == 1 and not run.counter_error:
        yield (
            "The zero is not said and one point is known: a stretch or a shift of the counter cannot be told apart. "
            "Where was it zeroed?"
        )
    if run.zero_at is None and not run.known_points and not shared:
        yield "Where the counter was zeroed is not said: taken as the datum."
    if run.counts_up_towards == "unknown":
        yield "Which way the counter counts is not said: taken as the way the head was pushed, or as its points fit."
    if run.head_faces == "unknown":
        yield "Which way the head faced is not said: sides and up or drop stay open."
    if fit.tied and abs(fit.scale - 1) > FLAG_SCALE:
        yield f"The counter {_scale_words(fit)}: more than 3 %, check the known points."
    if undecided or (fit.odd_point is None and any(abs(off) > FLAG_OFF_FT for off in _offs(fit))):
        worst = max(abs(off) for off in (*_offs(fit), *undecided))
        yield f"A known point is off by {worst:.1f} ft, and none can be told to be the wrong one: read another."
    if fit.odd_point is not None and (odd := fit.off_by[fit.odd_point]) is not None:
        yield f"Known point {fit.odd_point + 1} does not fit the others: off by {abs(odd):.1f} ft."
    for tie in shared:
        if tie.odd:
            yield (
                f"What was seen at {tidy(tie.counter_ft, 1)} does not fit where its other look puts it: off by "
                f"{abs(tie.off_by_ft):.1f} ft. Check both footages, or say that they are two things."
            )


def _scale_words(fit: CounterFit) -> str:
    error = (1 - 1 / fit.scale) * 100
    return f"reads {abs(error):.1f} % {'short' if error > 0 else 'long'}" if abs(error) >= 0.05 else ""


def _tie_words(lateral: Lateral, fit: CounterFit, shared: tuple[SharedTie, ...]) -> str:
    if not fit.tied:
        return "tied to nothing yet: type one footage that is known, such as 0 = front cleanout"
    datum = lateral.lines[0].datum or "its own zero"
    way = f"counts up towards the {'main' if fit.direction > 0 else 'house'}"
    words = [f"starts at {tidy(fit.zero_station, 1)} ft from {datum}", way, _scale_words(fit)]
    offs = [*(abs(o) for o in _offs(fit)), *(abs(t.off_by_ft) for t in shared if not t.odd)]
    if len(offs) > 1:
        words.append(f"off by {max(offs):.1f} ft at most")
    if shared:
        words.append(f"tied by {len(shared)} look{'s' if len(shared) > 1 else ''} at things seen twice")
    return ", ".join(w for w in words if w)
