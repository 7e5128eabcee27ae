"""The rows of the adjustment that say what a laid pipe is like."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bellstone.core.profile.bordered import Rows, rows
from bellstone.core.profile.mesh import Mesh
from bellstone.core.profile.said import Readings

# Working values of the handbook, 2.5
SIGMA_BARREL = 0.02  # of a barrel's grade about its reach's
SIGMA_STEP_FT = 0.02  # of a joint at which no step was noted
RIGID_PER_ROOT_FT = 0.0007
FLEXIBLE_PER_ROOT_FT = 0.02
SIGMA_KINK = 0.03  # change of grade at a joint
SIGMA_BIAS = 0.01  # of a pitch head
SIGMA_DATUM_FT = 0.001


@dataclass(frozen=True, slots=True)
class Columns:
    """Where each kind of border unknown begins: grades from 0, then levels, biases."""

    level: int
    bias: int
    count: int


def node_rows(nodes: NDArray[np.intp]) -> Rows:
    """One row a node: its own height."""
    return rows(np.zeros(nodes.size), 1.0, nodes[:, None], (1.0,))


def pipe_spans(mesh: Mesh) -> NDArray[np.intp]:
    """Index of each node that has pipe between itself and the next."""
    return np.flatnonzero(mesh.gap > 0)


def grade_rows(mesh: Mesh) -> Rows:
    k = len(mesh.reaches)
    value, sigma = [r.grade for r in mesh.reaches], [r.grade_sigma for r in mesh.reaches]
    return rows(value, sigma, border=[[i] for i in range(k)], border_coef=(1.0,))


def barrel_rows(mesh: Mesh) -> Rows:
    at = pipe_spans(mesh)
    gap, reach = mesh.gap[at], mesh.reach[at]
    lay = np.array([r.lay_length for r in mesh.reaches])[reach]
    node = np.stack([at, at + 1, at, at], axis=1)
    zero = np.zeros(at.size)
    coef = np.stack([1 / gap, -1 / gap, zero, zero], axis=1)
    border = np.stack([reach, reach], axis=1)
    one = np.stack([-np.ones(at.size), zero], axis=1)
    return Rows(node, coef, border, one, zero, SIGMA_BARREL * np.sqrt(lay / gap))


def stiffness_rows(mesh: Mesh) -> Rows:
    """Change of grade at every node between two spans of one reach: none across a fitting or a change of pipe."""
    at = pipe_spans(mesh)
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


def flush_joint_rows(mesh: Mesh, steps: Sequence[float]) -> Rows:
    """Breaks at which no step was read: flush, but for a change of diameter laid centre on centre."""
    read = {mesh.node(s) for s in steps}
    at = [i for i in mesh.breaks if i not in read]
    value = [(mesh.reaches[mesh.reach[i]].diameter - mesh.reaches[mesh.reach[i + 1]].diameter) / 2 for i in at]
    return rows(value, SIGMA_STEP_FT, [[i + 1, i] for i in at], (1.0, -1.0))


def bias_rows(columns: Columns) -> Rows:
    heads = [[c] for c in range(columns.bias, columns.count)]
    return rows(np.zeros(len(heads)), SIGMA_BIAS, border=heads, border_coef=(1.0,))


def datum_rows(relative: bool) -> Rows:
    k = 1 if relative else 0
    return rows(np.zeros(k), SIGMA_DATUM_FT, [[0]] * k, (1.0,))


def hold_rows(readings: Readings, columns: Columns, spill: tuple[int, ...]) -> Rows:
    """A pond each: w - z(spill) = d, as it was recorded, else none."""
    heights, sigmas = [h.height for h in readings.holds], [h.sigma for h in readings.holds]
    levels = [[w] for w in range(columns.level, columns.bias)]
    return rows(heights, sigmas, [[i] for i in spill], (-1.0,), levels, (1.0,))
