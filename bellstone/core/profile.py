"""The invert adjusted like a survey: every reading an equation with its sigma, and what disagrees is named."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from math import hypot
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

from bellstone.core.bordered import Normal, Rows, Solution, rows, solved, stacked
from bellstone.core.errors import DomainError
from bellstone.core.mesh import NODE_GAP_FT, Array, Mesh, Reach, mesh_of

# Working values of the handbook, 2.5
SIGMA_BARREL = 0.02  # of a barrel's grade about its reach's
SIGMA_STEP_FT = 0.02  # of a joint at which no step was noted
RIGID_PER_ROOT_FT = 0.0007
FLEXIBLE_PER_ROOT_FT = 0.02
SIGMA_KINK = 0.03  # change of grade at a joint
SIGMA_HOLD_FT = 0.10  # of what holds a pond, above the bed at its spill point
SIGMA_BIAS = 0.01  # of a pitch head
SIGMA_DATUM_FT = 0.001
SHOWN_REDUNDANCY = 0.1
NAMED_REDUNDANCY = 0.3  # below it a misfit is as well explained by the pipe's shape: shown, never taken out
MOST_NAMED = 20  # readings taken out as disagreeing, at most
ROUNDS = 6  # of looking for spill points
Kind = Literal["height", "rest", "shore", "under", "pitch", "step"]


@dataclass(frozen=True, slots=True)
class Height:
    """An elevation of the invert at a station [ft]."""

    name: str
    station: float
    z: float
    sigma: float


@dataclass(frozen=True, slots=True)
class Level:
    """Still water of pond number ``pond``: its level stands ``above`` the invert at a station [ft].

    A depth at rest, a shore (``above`` 0), or a head under water; ``least`` the water there must be [ft]. Read over
    an extent up to ``last`` [ft], it is the depth where the bed is lowest in it.
    """

    name: str
    pond: int
    station: float
    above: float
    sigma: float
    kind: Literal["rest", "shore", "under"] = "rest"
    least: float = 0.0
    last: float | None = None


class Pitch(NamedTuple):
    """Fall with the flow at a station [ft/ft], read by head number ``head``; its bias enters with ``sign``."""

    name: str
    station: float
    grade: float
    sigma: float
    head: int = 0
    sign: int = 1


@dataclass(frozen=True, slots=True)
class StepRead:
    """A step at a joint [ft], up with the flow is positive."""

    name: str
    station: float
    height: float
    sigma: float


@dataclass(frozen=True, slots=True)
class Hold:
    """What holds a pond: its spill point between two stations [ft], the water ``height`` above the bed there.

    Where the bed has no crest between them it is ``at`` the station where the water was seen to end [ft].
    """

    first: float
    last: float
    at: float
    height: float = 0.0
    sigma: float = SIGMA_HOLD_FT


@dataclass(frozen=True, slots=True)
class Readings:
    """Everything read of one line. Pond numbers of ``levels`` index ``holds``."""

    heights: tuple[Height, ...] = ()
    levels: tuple[Level, ...] = ()
    pitches: tuple[Pitch, ...] = ()
    steps: tuple[StepRead, ...] = ()
    holds: tuple[Hold, ...] = ()
    fittings: tuple[float, ...] = ()


class Residual(NamedTuple):
    """One reading beside the adjusted profile: how far off in its own sigmas, and whether it was taken out.

    ``off`` [ft, or ft/ft for a pitch] read less adjusted; ``w`` normalised, None under a redundancy of 0.1.
    """

    name: str
    kind: Kind
    station: float
    read: float
    off: float
    sigma: float
    redundancy: float
    w: float | None
    out: bool = False


@dataclass(frozen=True)
class Profile:
    """The adjusted invert at the mesh's nodes, what it rests on, and what it can be drawn from.

    ``z``, ``sigma`` (n,) [ft]; ``level``, ``held`` a pond each [ft]: its level, and how far above the bed at
    its ``spill`` node; ``grade`` a reach each; ``relative`` where nothing ties it to the ground.
    """

    mesh: Mesh
    readings: Readings
    solution: Solution
    sigma: Array
    spill: tuple[int, ...]
    residuals: tuple[Residual, ...]
    relative: bool
    threshold: float
    _columns: "_Columns" = field(repr=False)

    @property
    def z(self) -> Array:
        return self.solution.z

    @property
    def grade(self) -> Array:
        return self.solution.beta[: len(self.mesh.reaches)]

    @property
    def level(self) -> Array:
        return self.solution.beta[self._columns.level : self._columns.bias]

    @property
    def held(self) -> Array:
        return self.level - self.z[list(self.spill)]

    @cached_property
    def held_sigma(self) -> Array:
        """One sigma of ``held``, a pond each [ft]."""
        return np.array([self.depth_sigma(pond, node, node) for pond, node in enumerate(self.spill)])

    def depth_sigma(self, pond: int | None, spill: int, node: int) -> float:
        """One sigma of the water's depth at a node [ft]: below a pond's level, or below its spill point."""
        if pond is None:
            return float(self.solution.covariance.between(spill, node) ** 0.5)
        row = rows([0.0], 1.0, [[node]], (-1.0,), [[self._columns.level + pond]], (1.0,))
        return float(np.sqrt(max(self.solution.covariance.of(row)[0], 0.0)))

    @property
    def named(self) -> tuple[Residual, ...]:
        """The readings taken out because they disagree, the worst first."""
        return tuple(r for r in self.residuals if r.out)

    def draws(self, count: int = 500, random_state: int = 25) -> tuple[Array, Array]:
        """Draws of the invert (n, count) and of the ponds' levels (p, count) [ft].

        Draws in which a head would stand out of water that it was seen under are rejected.

        Raises
        ------
        DomainError
            Under one in twenty are left: the readings disagree.
        """
        z, beta = self.solution.draws(count, random_state)
        level = beta[self._columns.level : self._columns.bias]
        under = [v for v in self.readings.levels if v.kind == "under" and not _is_out(v.name, self.residuals)]
        fits = [level[v.pond] - z[self.mesh.node(v.station)] >= v.least for v in under]
        keep = np.logical_and.reduce([np.ones(count, bool), *fits])
        if keep.sum() * 20 < count:
            odd = under[int(np.argmin([fit.sum() for fit in fits]))]
            mend = "by the other readings it would stand out: mark the look that is least sure with ?, or take it out"
            raise DomainError("head under water", round(float(odd.station), 1), mend)
        return (z, level) if keep.all() else (z[:, keep], level[:, keep])


@dataclass(frozen=True, slots=True)
class _Columns:
    """Where each kind of border unknown begins: grades from 0, then levels, biases."""

    level: int
    bias: int
    count: int


@lru_cache(maxsize=64)  # an edit that touches no reading leaves the profile as it was
def adjusted(reaches: tuple[Reach, ...], readings: Readings) -> Profile:
    """:func:`adjust`, remembered by what it was made from."""
    return adjust(reaches, readings)


def adjust(reaches: Sequence[Reach], readings: Readings, gap: float = NODE_GAP_FT) -> Profile:
    """The invert profile that all readings together make most likely, by weighted least squares.

    Unknowns: z at the nodes, a grade g a reach, a level w a pond, a bias b a pitch head.

        height      z = Z                                  depth at rest   z + y = w
        step        z+ - z- = h                            what holds it   w = z(spill) + d
        pitch       (z_i - z_j)/ds = pitch +- b            grade           g = given
        barrel      (z_i - z_j)/ds - g = 0     sigma 2 % sqrt(lay length/ds)
        stiffness   change of grade = 0        sigma sqrt(c^2 (ds- + ds+)/2 + k^2 at a joint)

    Parameters
    ----------
    reaches : sequence of Reach
        The pipe, house to main.
    readings : Readings
        Elevations up, in feet; grades in ft/ft falling with the flow.
    gap : float
        Longest distance between nodes [ft].

    Returns
    -------
    Profile
        Where nothing ties it to the ground, heights relative to the first node.

    Raises
    ------
    DomainError
        A reading that is not finite or has no sigma; reaches that do not meet.

    Notes
    -----
    The spill point of a pond with readings is the highest node that its ``Hold`` allows, found again after
    each solve. Of the readings over the two-sided 5 %/n threshold the worst is taken out, then all is
    solved again; one that the others check by less than 0.3 is shown and stays.

    Examples
    --------
    Two surveyed inverts 100 ft apart, 1 ft of fall.

    >>> pipe = [Reach(0, 100, 1/3, 4, False, 0.0208, 0.02)]
    >>> p = adjust(pipe, Readings(heights=(Height("a", 0, 10, 0.02), Height("b", 100, 9, 0.02))))
    >>> round(float(p.grade[0]), 3), round(float(p.z[p.mesh.node(50)]), 2)
    (0.01, 9.5)

    References
    ----------
    Adjustment of observations with normalised residuals: Baarda's data snooping (from memory).
    """
    heads = max((p.head for p in readings.pitches), default=-1) + 1
    steps = tuple(s.station for s in readings.steps)
    mesh, columns, unread = _unread(
        tuple(reaches), readings.fittings, _stations(readings), steps, len(readings.holds), heads, gap
    )
    told = _Told(mesh, readings, columns)
    still = told.rows.take(np.array([i for i in range(len(told.rows)) if i not in told.moving], np.intp))
    normal = unread.plus(still)
    spill = tuple(mesh.node(h.at, below=True) for h in readings.holds)
    out: list[int] = []
    while True:
        relative = not any(kind == "height" and i not in out for i, kind in enumerate(told.kind))
        solution, spill = _held(told, readings, columns, normal.plus(_datum(relative)), spill, out)
        off, redundancy = told.misfits(solution, out)
        found = told.disagreeing(solution, off, redundancy, out)
        if not found:
            break
        out += found
        gone = [i for i in found if i not in told.moving]
        normal = normal.plus(told.rows.take(np.array(gone, np.intp)), -1.0)
    threshold = threshold_of(len(off) - len(out))
    nodes = np.arange(mesh.station.size)
    sigma = np.sqrt(np.maximum(solution.covariance.of(_single(nodes)), 0.0))
    return Profile(
        mesh, readings, solution, sigma, spill, told.residuals(off, redundancy, out), relative, threshold, columns
    )


def _stations(readings: Readings) -> tuple[float, ...]:
    """Where the mesh must have a node [ft]."""
    return (*(h.station for h in readings.heights), *(v.station for v in readings.levels))


@lru_cache(maxsize=16)  # a reading that only says another value leaves the pipe as it was
def _unread(
    reaches: tuple[Reach, ...], fittings: tuple[float, ...], stations: tuple[float, ...], steps: tuple[float, ...],
    ponds: int, heads: int, gap: float,
) -> tuple[Mesh, _Columns, Normal]:  # fmt: skip
    """The pipe before anything was read of it: its nodes, its unknowns, and what pipe is like."""
    mesh = mesh_of(reaches, fittings, stations, gap)
    n = len(mesh.reaches)
    columns = _Columns(n, n + ponds, n + ponds + heads)
    prior = [_grades(mesh), _barrels(mesh), _stiffness(mesh), _plain_steps(mesh, steps), _biases(columns)]
    return mesh, columns, Normal.empty(mesh.station.size, columns.count).plus(stacked(prior))


def _single(nodes: NDArray[np.intp]) -> Rows:
    """One row a node: its own height."""
    return rows(np.zeros(nodes.size), 1.0, nodes[:, None], (1.0,))


def _held(
    told: "_Told",
    readings: Readings,
    columns: "_Columns",
    fixed: Normal,
    spill: tuple[int, ...],
    out: Sequence[int],
) -> tuple[Solution, tuple[int, ...]]:
    """Solve with what holds each pond and where each is deepest, until both stay where they are."""
    kept = np.array([i for i in told.moving if i not in out], np.intp)
    tried = set[tuple[tuple[int, ...], tuple[int, ...]]]()
    while True:
        solution = solved(fixed.plus(stacked([_holds(readings, columns, spill), told.rows.take(kept)])))
        tried.add((spill, told.places))
        found = tuple(_highest(told.mesh, hold, solution.z) for hold in readings.holds)
        places = told.lowest(solution.z, found)
        if (found, places) in tried or len(tried) >= ROUNDS:
            return solution, spill
        spill = found
        told.put(places)


def _highest(mesh: Mesh, hold: Hold, z: Array) -> int:
    """The highest node where a pond may spill; on a bed that only falls, where its water was seen to end."""
    first, last = mesh.node(hold.first), mesh.node(hold.last, below=True)
    highest = first + int(np.argmax(z[first : last + 1]))
    crested = mesh.station[highest] > mesh.station[first] or hold.at == hold.first
    return highest if crested else mesh.node(hold.at)


def _spans(mesh: Mesh) -> NDArray[np.intp]:
    """Index of each node that has pipe between itself and the next."""
    return np.flatnonzero(mesh.gap > 0)


def _grades(mesh: Mesh) -> Rows:
    k = len(mesh.reaches)
    value, sigma = [r.grade for r in mesh.reaches], [r.grade_sigma for r in mesh.reaches]
    return rows(value, sigma, border=[[i] for i in range(k)], border_coef=(1.0,))


def _barrels(mesh: Mesh) -> Rows:
    at = _spans(mesh)
    gap, reach = mesh.gap[at], mesh.reach[at]
    lay = np.array([r.lay_length for r in mesh.reaches])[reach]
    node = np.stack([at, at + 1, at, at], axis=1)
    zero = np.zeros(at.size)
    coef = np.stack([1 / gap, -1 / gap, zero, zero], axis=1)
    border = np.stack([reach, reach], axis=1)
    one = np.stack([-np.ones(at.size), zero], axis=1)
    return Rows(node, coef, border, one, zero, SIGMA_BARREL * np.sqrt(lay / gap))


def _stiffness(mesh: Mesh) -> Rows:
    """Change of grade at every node between two spans of one reach: none across a fitting or a change of pipe."""
    at = _spans(mesh)
    a, b = at[:-1], at[1:]
    joint = np.array([mesh.breaks.get(int(i)) == "joint" for i in a + 1], bool)
    use = (b == a + 1) | (joint & (b == a + 2))
    a, b, joint = a[use], b[use], joint[use]
    before, after = mesh.gap[a], mesh.gap[b]
    c = np.array([FLEXIBLE_PER_ROOT_FT if r.flexible else RIGID_PER_ROOT_FT for r in mesh.reaches])[mesh.reach[a]]
    sigma = np.sqrt(c**2 * (before + after) / 2 + SIGMA_KINK**2 * joint)
    node = np.stack([a, a + 1, b, b + 1], axis=1)
    coef = np.stack([1 / before, -1 / before, -1 / after, 1 / after], axis=1)
    none = np.zeros((a.size, 2))
    return Rows(node, coef, none.astype(np.intp), none, np.zeros(a.size), sigma)


def _plain_steps(mesh: Mesh, steps: Sequence[float]) -> Rows:
    """Breaks at which no step was read: flush, but for a change of diameter laid centre on centre."""
    read = {mesh.node(s) for s in steps}
    at = [i for i in mesh.breaks if i not in read]
    value = [(mesh.reaches[mesh.reach[i]].diameter - mesh.reaches[mesh.reach[i + 1]].diameter) / 2 for i in at]
    return rows(value, SIGMA_STEP_FT, [[i + 1, i] for i in at], (1.0, -1.0))


def _biases(columns: _Columns) -> Rows:
    heads = [[c] for c in range(columns.bias, columns.count)]
    return rows(np.zeros(len(heads)), SIGMA_BIAS, border=heads, border_coef=(1.0,))


def _datum(relative: bool) -> Rows:
    k = 1 if relative else 0
    return rows(np.zeros(k), SIGMA_DATUM_FT, [[0]] * k, (1.0,))


def _holds(readings: Readings, columns: _Columns, spill: tuple[int, ...]) -> Rows:
    """A pond each: w - z(spill) = d, as it was recorded, else none."""
    heights, sigmas = [h.height for h in readings.holds], [h.sigma for h in readings.holds]
    levels = [[w] for w in range(columns.level, columns.bias)]
    return rows(heights, sigmas, [[i] for i in spill], (-1.0,), levels, (1.0,))


class _Told:
    """The readings as rows, in one order, with what each is."""

    def __init__(self, mesh: Mesh, readings: Readings, columns: _Columns) -> None:
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
        gone, found = set(out), list[int]()
        moved: list[tuple[Array, Array, float]] = []
        while off.size and len(gone) < MOST_NAMED:
            w = np.abs(off) / (self.rows.sigma * np.sqrt(np.maximum(redundancy, 1e-12)))
            w[redundancy < NAMED_REDUNDANCY] = 0.0
            w[list(gone)] = 0.0
            i = int(np.argmax(w))
            if w[i] <= threshold_of(off.size - len(gone)):
                break
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


def _level_rows(mesh: Mesh, levels: Sequence[Level], columns: _Columns) -> Rows:
    nodes, ponds = [[mesh.node(v.station)] for v in levels], [[columns.level + v.pond] for v in levels]
    return rows([v.above for v in levels], [v.sigma for v in levels], nodes, (-1.0,), ponds, (1.0,))


def _step_rows(mesh: Mesh, steps: Sequence[StepRead]) -> Rows:
    nodes = [[mesh.node(s.station) + 1, mesh.node(s.station)] for s in steps]
    return rows([s.height for s in steps], [s.sigma for s in steps], nodes, (1.0, -1.0))


def _pitch_rows(mesh: Mesh, pitches: Sequence[Pitch], columns: _Columns) -> Rows:
    """Each pitch is the fall of the span between two nodes that it was read in."""
    spans = _spans(mesh)
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


def _is_out(name: str, residuals: Sequence[Residual]) -> bool:
    return any(r.out and r.name == name for r in residuals)


def shore_sigma(station_sigma: float, grade: float) -> float:
    """Sigma of a shore's height [ft]: hypot(0.03 ft, the station's sigma times the grade), handbook 2.5.

    >>> round(shore_sigma(0.3, 0.02), 4)
    0.0306
    """
    return hypot(0.03, station_sigma * grade)
