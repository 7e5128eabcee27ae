"""The rows of the adjustment that were read, and those among them that disagree."""

from collections.abc import Sequence

import numpy as np
from scipy.special import ndtri

from bellstone.core.ground import Array
from bellstone.core.profile.bordered import Rows, Solution, rows, stacked
from bellstone.core.profile.mesh import Mesh
from bellstone.core.profile.pipe_rows import Columns, pipe_spans
from bellstone.core.profile.said import Height, Kind, Level, Pitch, Readings, Residual, StepRead

SHOWN_REDUNDANCY = 0.1
NAMED_REDUNDANCY = 0.3  # below it a misfit is as well explained by the pipe's shape: shown, never taken out
MOST_NAMED = 20  # readings taken out as disagreeing, at most


class ReadRows:
    """The readings as rows, in one order, with what each is."""

    def __init__(self, mesh: Mesh, readings: Readings, columns: Columns) -> None:
        self.mesh = mesh
        steps = [s for s in readings.steps if mesh.node(s.station) in mesh.breaks]
        self.each: list[Height | Level | StepRead | Pitch] = [
            *readings.heights,
            *readings.levels,
            *steps,
            *readings.pitches,
        ]
        self.kind: list[Kind] = [_kind_of(reading) for reading in self.each]
        self.rows = stacked([
            _height_rows(mesh, readings.heights), _level_rows(mesh, readings.levels, columns),
            _step_rows(mesh, steps), _pitch_rows(mesh, readings.pitches, columns),
        ])  # fmt: skip

        first = len(readings.heights)
        self.moving: dict[int, tuple[int, int]] = {
            first + n: (mesh.node(v.station), mesh.node(v.last))
            for n, v in enumerate(readings.levels)
            if v.last is not None
        }
        self.pond = {first + n: v.pond for n, v in enumerate(readings.levels)}
        self.put(tuple((a + b) // 2 for a, b in self.moving.values()))
        self._log: Array | None = None
        self._first_pitch = 0
        self._tilts: dict[int, bool] = {}

    def _may_be_tilt(self, i: int) -> bool:
        """Whether a tilted head would explain a pitch that disagrees: any other reading may always be wrong."""
        if self._log is None:
            read = [p for p in self.each if isinstance(p, Pitch)]
            self._log = np.array([(p.station, p.grade, p.sigma) for p in read]).T
            self._first_pitch = len(self.each) - len(read)
        if i < self._first_pitch:
            return True
        if i not in self._tilts:
            station, grade, sigma = self._log
            self._tilts[i] = is_short_and_returns(station, grade, sigma, i - self._first_pitch)
        return self._tilts[i]

    @property
    def places(self) -> tuple[int, ...]:
        """The nodes at which the depths read over an extent are now taken."""
        return tuple(int(self.rows.node[i, 0]) for i in self.moving)

    def put(self, places: Sequence[int]) -> None:
        for i, node in zip(self.moving, places, strict=True):
            self.rows.node[i] = node

    def lowest(self, z: Array, spill: Sequence[int]) -> tuple[int, ...]:
        """Where the bed is lowest in each extent that a depth was read over, above the spill."""
        ends = ((a, max(min(b, spill[self.pond[i]]), a)) for i, (a, b) in self.moving.items())
        return tuple(a + int(np.argmin(z[a : b + 1])) for a, b in ends)

    def misfits(self, solution: Solution, out: Sequence[int]) -> tuple[Array, Array]:
        """Read less adjusted, and the redundancy of each reading: how far the others check it."""
        off = self.rows.value - self.rows.at(solution.z, solution.beta)
        share = solution.covariance.of(self.rows) / self.rows.sigma**2
        share[list(out)] *= -1  # what was taken out stands off by its own spread and the profile's
        return off, 1 - share

    def disagreeing(self, solution: Solution, off: Array, redundancy: Array, out: Sequence[int]) -> list[int]:
        """Readings over the threshold, the worst first, each told after the one before was taken out.

        Taking out reading i moves the others by Q a_i v_i / (sigma_i^2 r_i), and adds
        (a_j Q a_i)^2 / (sigma_i^2 r_i) to their variance: a solve each, and no new factor.
        """
        gone, found, kept = set(out), list[int](), set[int]()
        moved: list[tuple[Array, Array, float]] = []
        while off.size and len(gone) < MOST_NAMED:
            w = np.abs(off) / (self.rows.sigma * np.sqrt(np.maximum(redundancy, 1e-12)))
            w[redundancy < NAMED_REDUNDANCY] = 0.0
            w[list(kept)] = 0.0
            w[list(gone)] = 0.0
            i = int(np.argmax(w))
            if w[i] <= threshold_of(off.size - len(gone)):
                break
            if not self._may_be_tilt(i):
                kept.add(i)  # the pipe's own shape
                continue
            row = self.rows.take(np.array([i]))
            z, beta = solution.covariance.along(row)
            for uz, ub, scale in moved:
                by = float(row.at(uz, ub)[0]) * scale
                z, beta = z + by * uz, beta + by * ub
            scale = 1 / float(self.rows.sigma[i] ** 2 * redundancy[i])
            with_it = self.rows.at(z, beta)
            moved.append((z, beta, scale))
            off = off + with_it * float(off[i]) * scale
            redundancy = redundancy - with_it**2 * scale / self.rows.sigma**2
            gone.add(i)
            found.append(i)
        return found

    def _at(self, i: int) -> float:
        """Where a reading is taken to stand [ft]: a depth over an extent where the bed is lowest in it."""
        return float(self.mesh.station[self.rows.node[i, 0]]) if i in self.moving else self.each[i].station

    def residuals(self, off: Array, redundancy: Array, out: Sequence[int]) -> tuple[Residual, ...]:
        """Every reading beside the solution: those taken out first, in the order they were."""
        gone = set(out)
        order = [*out, *(i for i in range(len(self.each)) if i not in gone)]
        w = off / (self.rows.sigma * np.sqrt(np.maximum(redundancy, SHOWN_REDUNDANCY)))
        columns = (self.rows.value, off, self.rows.sigma, redundancy, w)
        values, offs, sigmas, checked, ws = (column.tolist() for column in columns)
        return tuple(
            Residual(
                self.each[i].name, self.kind[i], self._at(i), values[i], offs[i], sigmas[i], checked[i],
                ws[i] if checked[i] >= SHOWN_REDUNDANCY else None, i in gone,
            )
            for i in order
        )  # fmt: skip


TILT_FT = 1.25  # a head tilts over no more than this: about its own length and a joint
BESIDE_FT = 3.0  # on both sides of it, by which its neighbours are told


def is_short_and_returns(station: Array, grade: Array, sigma: Array, i: int) -> bool:
    """Whether pitch ``i`` of a log stands out alone: off its neighbours on both sides, which agree with one another.

    Parameters
    ----------
    station, grade, sigma : array (n,)
        Of each pitch [ft, ft/ft, ft/ft].

    >>> x = np.arange(0.0, 10.0, 0.5); spike = np.where(x == 5.0, 0.1, 0.02); bend = np.where(x < 5.0, 0.02, 0.1)
    >>> [is_short_and_returns(x, g, np.full(x.size, 0.006), 10) for g in (spike, bend)]
    [True, False]
    """
    alike = np.abs(grade - grade[i]) <= 2 * sigma[i]
    unlike = np.flatnonzero(~alike)
    first, last = np.searchsorted(unlike, i) - 1, np.searchsorted(unlike, i)
    start = int(unlike[first]) + 1 if first >= 0 else 0
    end = int(unlike[last]) - 1 if last < unlike.size else grade.size - 1
    if abs(station[end] - station[start]) > TILT_FT:
        return False  # longer than a head: the pipe's own
    gap = station - station[i]
    sides = [grade[(way * gap > TILT_FT) & (way * gap <= TILT_FT + BESIDE_FT)] for way in (-1, 1)]
    if not all(side.size for side in sides):
        return True  # at an end of the log nothing tells
    before, after = (float(np.median(side)) for side in sides)
    off = min(abs(grade[i] - before), abs(grade[i] - after))
    return bool(off > 2 * sigma[i] and off > abs(before - after))


def _kind_of(reading: Height | Level | StepRead | Pitch) -> Kind:
    match reading:
        case Height():
            return "height"
        case Level():
            return reading.kind
        case StepRead():
            return "step"
    return "pitch"


def _height_rows(mesh: Mesh, heights: Sequence[Height]) -> Rows:
    return rows([h.z for h in heights], [h.sigma for h in heights], [[mesh.node(h.station)] for h in heights], (1.0,))


def _level_rows(mesh: Mesh, levels: Sequence[Level], columns: Columns) -> Rows:
    nodes, ponds = [[mesh.node(v.station)] for v in levels], [[columns.level + v.pond] for v in levels]
    return rows([v.above for v in levels], [v.sigma for v in levels], nodes, (-1.0,), ponds, (1.0,))


def _step_rows(mesh: Mesh, steps: Sequence[StepRead]) -> Rows:
    nodes = [[mesh.node(s.station) + 1, mesh.node(s.station)] for s in steps]
    return rows([s.height for s in steps], [s.sigma for s in steps], nodes, (1.0, -1.0))


def _pitch_rows(mesh: Mesh, pitches: Sequence[Pitch], columns: Columns) -> Rows:
    """Each pitch is the fall of the span between two nodes that it was read in."""
    spans = pipe_spans(mesh)
    at = np.array([p.station for p in pitches], float)
    span = spans[np.maximum(np.searchsorted(mesh.station[spans], at, side="right") - 1, 0)]
    per, zero = 1 / mesh.gap[span], np.zeros(at.size)
    head = columns.bias + np.array([p.head for p in pitches], np.intp)
    return Rows(
        np.stack([span, span + 1, span, span], axis=1),
        np.stack([per, -per, zero, zero], axis=1),
        np.stack([head, head], axis=1),
        np.stack([np.array([p.sign for p in pitches], float), zero], axis=1),
        np.array([p.grade for p in pitches], float),
        np.array([p.sigma for p in pitches], float),
    )


def threshold_of(count: int) -> float:
    """The normalised residual over which one of ``count`` readings is named: two-sided 5 %/n.

    >>> round(threshold_of(20), 1), round(threshold_of(400), 1)
    (3.0, 3.8)
    """
    return float(-ndtri(0.025 / max(count, 1)))
