"""Random lines with a known invert, and what an analyst would read of them: nothing here is the core's own arithmetic.

The truth is on a grid of 0.05 ft; its water is scikit-image's reconstruction by erosion. Only the lines drawn from
the model use the model's prior rows, by a dense solve.
"""

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from skimage.morphology import reconstruction

from bellstone.core.profile import Dam, Height, Invert, Mesh, pipe_rows
from bellstone.core.profile.bordered import Rows, stacked
from bellstone.core.profile.mesh import Reach, mesh_of
from bellstone.core.profile.pools import Told
from bellstone.core.profile.said import Hold, Level, Pitch, Readings, StepRead, shore_sigma

STEP = 0.05
BORE = 1 / 3
Array = NDArray[np.float64]


@dataclass
class TrueLine:
    reach: Reach
    x: Array
    z: Array
    steps: tuple[StepRead, ...] = ()
    dams: tuple[Dam, ...] = ()
    main: float | None = None
    cause: str = ""
    kind: str = ""
    more: dict[str, float] = field(default_factory=dict)

    def at(self, station: Array | float) -> Array:
        return np.interp(station, self.x, self.z)

    @property
    def water(self) -> Array:
        """Depth at rest over the true invert, dams and the main's level with it."""
        top = self.z.copy()
        for dam in self.dams:
            on = np.abs(self.x - (dam.start + dam.end) / 2) <= max((dam.end - dam.start) / 2, STEP)
            top[on] = np.maximum(top[on], self.z[on] + dam.height)
        ground = np.append(top, max(top[-1], self.z[-1] + (self.main or 0.0)))
        seed = np.full_like(ground, ground.max() + 1)
        seed[-1] = ground[-1]
        level = reconstruction(seed, ground, method="erosion", footprint=np.ones(3))[:-1]
        return np.maximum(level - self.z, 0.0)


def grid(length: float) -> Array:
    return np.arange(STEP / 2, length, STEP)  # never on a joint


def pipe(length: float, lay: float = 4.0, flexible: bool = False) -> Reach:
    joints = tuple(np.arange(lay, length - 0.1, lay).tolist())
    return Reach(0, length, BORE, lay, flexible, 0.25 / 12, 0.02, joints)


def from_the_model(rng: np.random.Generator, length: float = 48) -> TrueLine:
    """A line drawn from the model's own prior, by a dense solve."""
    reach = pipe(length, flexible=bool(rng.random() < 0.3))
    mesh = mesh_of([reach])
    columns = pipe_rows.Columns(1, 1, 1)
    prior = stacked([
        pipe_rows.grade_rows(mesh), pipe_rows.barrel_rows(mesh), pipe_rows.stiffness_rows(mesh), pipe_rows.flush_joint_rows(mesh, ()),
        pipe_rows.datum_rows(True), pipe_rows.bias_rows(columns),
    ])  # fmt: skip
    a = dense(prior, mesh.station.size, 1) / prior.sigma[:, None]
    normal = a.T @ a
    middle = np.linalg.solve(normal, a.T @ (prior.value / prior.sigma))
    drawn = middle + np.linalg.solve(np.linalg.cholesky(normal).T, rng.standard_normal(middle.size))
    return TrueLine(reach, grid(length), on_grid(mesh, drawn[:-1], grid(length)), kind="model")


def dense(rows: Rows, nodes: int, borders: int) -> Array:
    """Rows as a full design matrix."""
    a = np.zeros((len(rows), nodes + borders))
    for i in range(len(rows)):
        for p in range(4):
            a[i, rows.node[i, p]] += rows.coef[i, p]
        for p in range(2 if borders else 0):
            a[i, nodes + rows.border[i, p]] += rows.border_coef[i, p]
    return a


def on_grid(mesh: Mesh, z: Array, x: Array) -> Array:
    """Nodes to the grid; the two nodes of a joint stand a hair apart."""
    station = mesh.station + np.concatenate([[0.0], np.where(mesh.gap == 0, 1e-6, 0.0)])
    return np.interp(x, station, z)


def straight(rng: np.random.Generator, length: float = 60) -> TrueLine:
    x = grid(length)
    return TrueLine(pipe(length), x, -rng.uniform(0.01, 0.04) * x, kind="straight")


def belly(rng: np.random.Generator, length: float = 60) -> TrueLine:
    """A polygon over whole lengths of rigid pipe, or a smooth dip of flexible pipe."""
    flexible = bool(rng.random() < 0.5)
    x, grade, sag = grid(length), rng.uniform(0.005, 0.03), rng.uniform(0.08, 0.35)
    if flexible:
        long, centre = rng.uniform(8, 20), rng.uniform(20, 40)
        u = np.clip((x - centre + long / 2) / long, 0, 1)
        z = -grade * x - sag * np.sin(np.pi * u) ** 2
        return TrueLine(pipe(length, 10, True), x, z, cause="sag", kind="belly")
    half = int(rng.integers(2, 4))
    knots = 4.0 * (rng.integers(3, 8) + np.arange(2 * half + 1))
    dip = sag * (1 - ((np.arange(2 * half + 1) - half) / half) ** 2)
    return TrueLine(pipe(length), x, -grade * x - np.interp(x, knots, dip), cause="sag", kind="belly")


def lip(rng: np.random.Generator, length: float = 60) -> TrueLine:
    """An up-step at a joint."""
    x, at, height = grid(length), 4.0 * rng.integers(4, 12), rng.uniform(0.04, 0.15)
    z = -rng.uniform(0.005, 0.03) * x + np.where(x > at, height, 0.0)
    read = StepRead("step", float(at), float(height + rng.normal(0, 0.02)), 0.02)
    return TrueLine(pipe(length), x, z, steps=(read,), cause="lip", kind="lip")


def dammed(rng: np.random.Generator, kind: str = "loose", recorded: bool = True, length: float = 60) -> TrueLine:
    """A straight line with something standing on its invert."""
    x, at, height = grid(length), float(rng.uniform(25, 50)), float(rng.uniform(0.06, 0.17))
    dam = Dam("dam", f"something at {at:.0f} ft", at, at, height, "blister" if kind == "blister" else "loose")
    cause = {"loose": "roots or debris", "blister": "deformation"}[kind] if recorded else "not recorded"
    return TrueLine(pipe(length), x, -rng.uniform(0.008, 0.03) * x, dams=(dam,), cause=cause, kind=kind)


def backwater(rng: np.random.Generator, length: float = 60) -> TrueLine:
    x = grid(length)
    main, z = float(rng.uniform(0.06, 0.25)), -rng.uniform(0.008, 0.03) * x
    return TrueLine(pipe(length), x, z, main=main, cause="backwater", kind="backwater")


def flat_back(rng: np.random.Generator, length: float = 60) -> TrueLine:
    """Laid falling the wrong way over a stretch: the bed rises to the spill."""
    x, at, long = grid(length), 4.0 * rng.integers(4, 7), 4.0 * rng.integers(4, 7)
    back = rng.uniform(0.003, 0.006)
    fall = np.where((x > at) & (x < at + long), -back, rng.uniform(0.03, 0.05))
    return TrueLine(pipe(length), x, -np.cumsum(fall) * STEP, cause="adverse or flat", kind="flat")


# ---- what is read ------------------------------------------------------------------------------------------


@dataclass
class TruePond:
    start: float
    end: float
    deepest: float
    depth: float


def true_ponds(line: TrueLine, least: float = 0.03) -> list[TruePond]:
    depth = line.water
    wet = depth > 1e-6
    edges = np.flatnonzero(np.diff(np.concatenate([[0], wet.astype(int), [0]])))
    out = []
    for a, b in zip(edges[::2], edges[1::2], strict=True):
        i = a + int(np.argmax(depth[a:b]))
        if depth[i] >= least and b < line.x.size - 10:
            out.append(TruePond(float(line.x[a]), float(line.x[b - 1]), float(line.x[i]), float(depth[i])))
    return out


def read(
    line: TrueLine, rng: np.random.Generator, heights: int = 0, pitch: bool = False, rest: bool = False,
    extents: bool = True, steps: bool = True, dams: bool = True, height_sigma: float = 0.12,
) -> Invert:  # fmt: skip
    """What an analyst would enter, with the errors the sigmas say; water is read where it is deepest."""
    where = np.sort(rng.uniform(0.5, line.reach.end - 0.5, heights))
    tied = tuple(
        Height(f"h{n}", float(s), 100 + float(line.at(s)) + rng.normal(0, height_sigma), height_sigma)
        for n, s in enumerate(where)
    )
    pitches = tuple(_pitches(line, rng)) if pitch else ()
    levels: list[Level] = []
    holds: list[Hold] = []
    told: list[Told] = []
    for n, pond in enumerate(true_ponds(line) if rest else []):
        levels.append(Level(f"r{n}", n, pond.deepest, pond.depth + rng.normal(0, 0.02), 0.02))
        held_by, hold = "", Hold(pond.deepest, min(pond.deepest + 20, line.reach.end), pond.deepest)
        if extents and pond.end - pond.start > 2:
            shore = max(pond.start + rng.normal(0, 0.1), 0.0)
            levels.append(Level(f"r{n} shore", n, shore, 0.0, shore_sigma(0.1, 0.02), "shore"))
            hold = Hold(max(pond.end - 1, pond.deepest), pond.end + 1, pond.end)
        for dam in line.dams if dams else ():
            if abs(dam.start - pond.end) < 1.5:
                held_by, hold = dam.item, Hold(dam.start, dam.start, dam.start, dam.height, 0.3 * dam.height)
        if steps and any(abs(s.station - pond.end) < 1.5 for s in line.steps):
            hold = Hold(line.steps[0].station, line.steps[0].station + 1, line.steps[0].station)
        holds.append(hold)
        told.append(Told((f"item{n}",), held_by))
    seen = line.steps if steps else ()
    reach = line.reach
    return Invert(
        (reach,), Readings(tied, tuple(levels), pitches, seen, tuple(holds)), tuple(told), line.dams if dams else (),
        (), ((0.3, reach.end - 0.3),) if pitch else (), None, False, True, False,
    )  # fmt: skip


def _pitches(line: TrueLine, rng: np.random.Generator) -> list[Pitch]:
    bias = rng.normal(0, 0.01)
    apart = [s.station for s in line.steps]
    out = []
    for n, s in enumerate(np.arange(0.25, line.reach.end - 0.25, 0.5)):
        if all(abs(s - a) > 0.3 for a in apart):
            fall = float(line.at(s - 0.2) - line.at(s + 0.2)) / 0.4
            out.append(Pitch(f"p{n}", float(s), fall + bias + rng.normal(0, 0.006), 0.006))
    return out
