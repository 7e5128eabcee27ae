"""Pitch logs: the fall that the head's level showed along a run, a value for each half foot."""

from collections.abc import Iterator, Mapping, Sequence
from itertools import groupby

import numpy as np

from bellstone.core.ground import remembered
from bellstone.core.profile.said import Pitch
from bellstone.core.record import CounterPosition, PitchReading, Position, Run, Visit, amount_middle
from bellstone.core.stations import EVERYWHERE, NO_RUN, CounterFit, Interval, Placing

SIGMA_PITCH, LEAST_SIGMA_PITCH, PITCH_BIN_FT = 0.006, 0.003, 0.5  # working values of the handbook, 2.5
Fits = tuple[tuple[str, CounterFit], ...]
Stations = tuple[tuple[str, float], ...]
Limits = tuple[tuple[str, Interval], ...]


def pitches_of(
    visit: Visit, placing: Placing, apart: Sequence[float], extent: Interval, limits: Mapping[str, Interval]
) -> tuple[Pitch, ...]:
    """One value a half foot and run: the mean of what the head's level showed there, as fall with the flow.

    Parameters
    ----------
    apart : sequence of float
        Fittings and steps, where the head does not lie in the pipe [ft]: what was read there is left out.
    extent : (float, float)
        The line's own pipe [ft].
    limits : mapping
        Between which stations each run's part of the path lies [ft].
    """
    placed = ((p.id, placing.places[p.id].station) for p in visit.pitches if p.id in placing.places)
    elsewhere = tuple((ident, station) for ident, station in placed if station is not None)
    fits, ends = tuple(placing.fits.items()), tuple(sorted(limits.items()))
    return _binned(visit.pitches, visit.runs, fits, elsewhere, tuple(apart), extent, ends)


@remembered(64, "pitches", "runs")  # an edit leaves most logs as they were
def _binned(
    pitches: tuple[PitchReading, ...], runs: tuple[Run, ...], fits: Fits, elsewhere: Stations,
    apart: tuple[float, ...], extent: Interval, limits: Limits,
) -> tuple[Pitch, ...]:  # fmt: skip
    heads = {run.id: n for n, run in enumerate(runs)}
    facing = {run.id: -1 if run.head_faces == "house" else 1 for run in runs}
    within, tied, placed = dict(limits), dict(fits), dict(elsewhere)
    out: list[Pitch] = []
    for run_id, group in groupby(sorted(pitches, key=lambda p: p.run or ""), key=lambda p: p.run or ""):
        told = list(group)
        fit = tied.get(run_id, NO_RUN)
        at = [_at_counter(p.position, fit) if p.id not in placed else placed[p.id] for p in told]
        low, high = within.get(run_id, EVERYWHERE)
        ends = (max(extent[0], low), min(extent[1], high))
        out += _of_run(told, np.array([np.nan if s is None else s for s in at]), apart, ends, heads.get(run_id, 0),
                       facing.get(run_id, 1))  # fmt: skip
    return tuple(out)


def _at_counter(position: Position, fit: CounterFit) -> float | None:
    if not fit.tied or not isinstance(position, CounterPosition):
        return None
    return fit.station(amount_middle(position.counter)) + fit.located_ahead


def _of_run(
    told: Sequence[PitchReading], x: np.ndarray, apart: Sequence[float], ends: Interval, head: int, sign: int
) -> Iterator[Pitch]:
    grade = sign * np.array([p.grade_pct for p in told]) / 100
    sigma = np.array([(p.sigma_pct / 100 if p.sigma_pct else SIGMA_PITCH) * (2 if p.suspect else 1) for p in told])
    use = np.isfinite(x) & (x >= ends[0]) & (x <= ends[1])
    for place in apart:
        use &= np.abs(x - place) > PITCH_BIN_FT / 2
    if not use.any():
        return
    where, weight = np.floor(x[use] / PITCH_BIN_FT).astype(np.intp), 1 / sigma[use] ** 2
    where -= where.min()
    first = np.flatnonzero(use)[np.unique(where, return_index=True)[1]]
    total, at_x, at_grade = (np.bincount(where, weight * v) for v in (1.0, x[use], grade[use]))
    full = np.flatnonzero(total)
    spread = np.maximum(total[full] ** -0.5, LEAST_SIGMA_PITCH)
    means = (at_x[full] / total[full], at_grade[full] / total[full], spread)
    for n, station, mean, wide in zip(first.tolist(), *(m.tolist() for m in means), strict=True):
        yield Pitch(told[n].id, station, mean, wide, head, sign)


def pitched_stretches(pitches: Sequence[Pitch]) -> tuple[Interval, ...]:
    """Stretches with a pitch log: readings no further apart than four bins."""
    out: list[Interval] = []
    for station in sorted(p.station for p in pitches):
        if out and station - out[-1][1] <= 4 * PITCH_BIN_FT:
            out[-1] = (out[-1][0], station)
        else:
            out.append((station, station))
    return tuple((a, b) for a, b in out if b > a)
