"""The invert adjusted like a survey: every reading an equation with its sigma, and what disagrees is named."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property, lru_cache

import numpy as np

from bellstone.core.ground import Array, DomainError
from bellstone.core.profile.bordered import Normal, Solution, rows, solved, stacked
from bellstone.core.profile.mesh import NODE_GAP_FT, Mesh, Reach, mesh_of
from bellstone.core.profile.pipe_rows import (
    Columns,
    barrel_rows,
    bias_rows,
    datum_rows,
    flush_joint_rows,
    grade_rows,
    hold_rows,
    node_rows,
    stiffness_rows,
)
from bellstone.core.profile.read_rows import ReadRows, threshold_of
from bellstone.core.profile.said import Hold, Readings, Residual

DRAWS = 500  # handbook 2.6
ROUNDS = 6  # of looking for spill points


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
    _columns: "Columns" = field(repr=False)

    @property
    def z(self) -> Array:
        return self.solution.z

    @property
    def grade(self) -> Array:
        return self.solution.beta[: len(self.mesh.reaches)]

    @cached_property
    def grade_sigma(self) -> Array:
        """One sigma of ``grade``, a reach each [ft/ft]."""
        k = len(self.mesh.reaches)
        each = rows(np.zeros(k), 1.0, border=[[i] for i in range(k)], border_coef=(1.0,))
        return np.sqrt(np.maximum(self.solution.covariance.of(each), 0.0))

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

    def draws(self, count: int = DRAWS, random_state: int = 25) -> tuple[Array, Array]:
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

    >>> from bellstone.core.profile import Height
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
    told = ReadRows(mesh, readings, columns)
    still = told.rows.take(np.array([i for i in range(len(told.rows)) if i not in told.moving], np.intp))
    normal = unread.plus(still)
    spill = tuple(mesh.node(h.at, below=True) for h in readings.holds)
    if told.moving and readings.pitches:
        # a log tells where the bed is lowest before any depth was read over it: a depth put elsewhere digs its own hole
        datum = datum_rows(not readings.heights)
        bed = solved(normal.plus(stacked([datum, hold_rows(readings, columns, spill)])))
        told.put(told.lowest(bed.z, spill))
    out: list[int] = []
    while True:
        relative = not any(kind == "height" and i not in out for i, kind in enumerate(told.kind))
        solution, spill = _held(told, readings, columns, normal.plus(datum_rows(relative)), spill, out)
        off, redundancy = told.misfits(solution, out)
        found = told.disagreeing(solution, off, redundancy, out)
        if not found:
            break
        out += found
        gone = [i for i in found if i not in told.moving]
        normal = normal.plus(told.rows.take(np.array(gone, np.intp)), -1.0)
    threshold = threshold_of(len(off) - len(out))
    nodes = np.arange(mesh.station.size)
    sigma = np.sqrt(np.maximum(solution.covariance.of(node_rows(nodes)), 0.0))
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
) -> tuple[Mesh, Columns, Normal]:  # fmt: skip
    """The pipe before anything was read of it: its nodes, its unknowns, and what pipe is like."""
    mesh = mesh_of(reaches, fittings, stations, gap)
    n = len(mesh.reaches)
    columns = Columns(n, n + ponds, n + ponds + heads)
    prior = [
        grade_rows(mesh),
        barrel_rows(mesh),
        stiffness_rows(mesh),
        flush_joint_rows(mesh, steps),
        bias_rows(columns),
    ]
    return mesh, columns, Normal.empty(mesh.station.size, columns.count).plus(stacked(prior))


def _held(
    told: "ReadRows",
    readings: Readings,
    columns: "Columns",
    fixed: Normal,
    spill: tuple[int, ...],
    out: Sequence[int],
) -> tuple[Solution, tuple[int, ...]]:
    """Solve with what holds each pond and where each is deepest, until both stay where they are."""
    kept = np.array([i for i in told.moving if i not in out], np.intp)
    tried = set[tuple[tuple[int, ...], tuple[int, ...]]]()
    logged = [any(abs(p.station - h.first) <= CREST_WITHIN_FT for p in readings.pitches) for h in readings.holds]
    while True:
        solution = solved(fixed.plus(stacked([hold_rows(readings, columns, spill), told.rows.take(kept)])))
        tried.add((spill, told.places))
        found = tuple(_highest(told.mesh, *h, solution.z) for h in zip(readings.holds, logged, strict=True))
        places = told.lowest(solution.z, found)
        if (found, places) in tried or len(tried) >= ROUNDS:
            return solution, spill
        spill = found
        told.put(places)


CREST_WITHIN_FT = 3.0  # so far above where water was seen to end its crest may lie: working value, as OVERRUN_FT


def _highest(mesh: Mesh, hold: Hold, logged: bool, z: Array) -> int:
    """The highest node where a pond may spill; on a bed that only falls, where its water was seen to end.

    Where a pitch log shows the bed, a crest a little further up is that of the pond: an end read from the picture is
    less sure than the shape.
    """
    first, last = mesh.node(hold.first), mesh.node(hold.last, below=True)
    highest = first + int(np.argmax(z[first : last + 1]))
    if mesh.station[highest] > mesh.station[first] or hold.at == hold.first:
        return highest
    if not logged:
        return mesh.node(hold.at)
    above = mesh.node(hold.first - CREST_WITHIN_FT)
    crest = above + int(np.argmax(z[above : first + 1]))
    return crest if mesh.station[crest] > mesh.station[above] else mesh.node(hold.at)


def _is_out(name: str, residuals: Sequence[Residual]) -> bool:
    return any(r.out and r.name == name for r in residuals)
