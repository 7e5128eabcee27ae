"""The adjusted invert: against dense solves and scipy, and over random lines that it was not built from."""

from collections import Counter
from collections.abc import Callable
from dataclasses import replace

import numpy as np
import pytest
from scipy.optimize import lsq_linear

from bellstone.core.ground import DomainError, band_of
from bellstone.core.profile import Height, Invert, MainLevel, pipe_rows
from bellstone.core.profile.adjust import Profile, adjust
from bellstone.core.profile.bordered import rows, solve, stacked
from bellstone.core.profile.mesh import Reach
from bellstone.core.profile.read_rows import ReadRows, threshold_of
from bellstone.core.profile.said import Hold, Level, Pitch, Readings
from bellstone.core.water.bands import bands_of
from bellstone.core.water.line import LineWater, water_of
from tests.core import random_lines as lines
from tests.core.random_lines import TrueLine, read

LINES = 200
STATE = 2026  # every random line of this file is drawn from here
LINE_4_IN = lines.pipe(100)


def level_of(line: TrueLine) -> MainLevel | None:
    return None if line.main is None else MainLevel(line.main, 0.02)


def _rng(number: int, kind: str) -> np.random.Generator:
    return np.random.default_rng([STATE, number, *kind.encode()])


# ---- the solver -------------------------------------------------------------------------------------------


def _design(reaches: list[Reach], told: Readings) -> tuple[np.ndarray, np.ndarray, Profile]:
    """The whole problem as a dense weighted design matrix, after its spill points are found."""
    profile = adjust(reaches, told)
    mesh, columns = profile.mesh, profile._columns
    parts = [
        pipe_rows.grade_rows(mesh), pipe_rows.barrel_rows(mesh), pipe_rows.stiffness_rows(mesh),
        pipe_rows.flush_joint_rows(mesh, [s.station for s in told.steps]),
        pipe_rows.bias_rows(columns), ReadRows(mesh, told, columns).rows, pipe_rows.datum_rows(profile.relative),
        pipe_rows.hold_rows(told, columns, profile.spill),
    ]  # fmt: skip
    every = stacked(parts)
    a = lines.dense(every, mesh.station.size, columns.count) / every.sigma[:, None]
    return a, every.value / every.sigma, profile


TOLD = Readings(
    heights=(Height("a", 3, 98.0, 0.1), Height("b", 33, 97.4, 0.1), Height("c", 47, 97.0, 0.02)),
    levels=(Level("r", 0, 20, 0.08, 0.02), Level("s", 0, 17, 0.0, 0.03, "shore")),
    pitches=tuple(Pitch(f"p{n}", 25.25 + n / 2, 0.02 + 0.004 * (n % 3), 0.006) for n in range(30)),
    holds=(Hold(20, 26, 20),),
)


def test_the_bordered_solve_is_the_dense_one_and_scipys() -> None:
    """Against numpy.linalg.lstsq and scipy.optimize.lsq_linear on the same weighted rows."""
    a, y, profile = _design([lines.pipe(50)], TOLD)
    found = np.concatenate([profile.z, profile.solution.beta])
    assert np.abs(np.linalg.lstsq(a, y, rcond=None)[0] - found).max() < 1e-6
    assert np.abs(lsq_linear(a, y).x - found).max() < 1e-4
    inverse = np.linalg.inv(a.T @ a)
    assert profile.sigma == pytest.approx(np.sqrt(np.diag(inverse)[: profile.z.size]), rel=1e-6)
    i, j = 5, profile.z.size - 9
    between = inverse[i, i] + inverse[j, j] - 2 * inverse[i, j]
    assert profile.solution.covariance.between(i, j) == pytest.approx(between, rel=1e-6)


@pytest.mark.parametrize("count", [1, 7, 20, 500])
def test_a_band_of_draws_is_numpys_quantile(count: int) -> None:
    drawn = np.random.default_rng(count).normal(size=(4, 3, count))
    np.testing.assert_allclose(band_of(drawn), np.quantile(drawn, [0.05, 0.95], axis=-1), rtol=1e-12)


def test_draws_have_the_covariance_of_the_adjustment() -> None:
    a, _, profile = _design([lines.pipe(30)], Readings(heights=TOLD.heights[:1]))
    z, _ = profile.solution.draws(20_000, 1)
    expected = np.linalg.inv(a.T @ a)[: profile.z.size, : profile.z.size]
    assert np.abs(np.cov(z) - expected).max() < 0.06 * expected.max()


@pytest.mark.parametrize("lay", [2.0, 4.0, 10.0])
def test_a_line_of_3000_ft_keeps_its_digits(lay: float) -> None:
    """With no reading the mean is the assumed grade, by hand: the normal equations' rounding moves it by little of
    its own sigma, 60 ft at the far end."""
    reach = Reach(0, 3000, 1 / 3, lay, False, 0.02, 0.02, tuple(np.arange(lay, 2999, lay).tolist()))
    profile = adjust([reach], Readings())
    assert float(profile.z[-1]) == pytest.approx(-60, abs=0.03 * profile.sigma[-1])
    tied = adjust([reach], Readings(heights=(Height("a", 0, 10, 0.02), Height("b", 3000, -20, 0.02))))
    assert float(tied.z[tied.mesh.node(1500)]) == pytest.approx(-5, abs=0.01)


def test_what_nothing_holds_is_refused() -> None:
    with pytest.raises(DomainError, match="held by nothing"):
        solve(rows([0.0], 1.0, [[0, 1]], (1, -1)), 2, 0)
    with pytest.raises(DomainError, match="finite"):
        solve(rows([np.nan], 1.0, [[0]], (1,)), 1, 0)


# ---- the handbook's own checks ----------------------------------------------------------------------------


def test_halving_the_node_gap_moves_nothing() -> None:
    """Handbook 2.5: no z by more than 0.1 sigma."""
    coarse, fine = (adjust([lines.pipe(50)], TOLD, gap) for gap in (0.5, 0.25))
    for i, station in enumerate(coarse.mesh.station):
        below = i - 1 in coarse.mesh.breaks
        j = fine.mesh.node(float(station), below)
        assert abs(coarse.z[i] - fine.z[j]) < 0.1 * coarse.sigma[i]


def test_five_beacons_on_a_1_pct_line_give_1_pct_and_not_the_assumed_grade() -> None:
    """Handbook 2.5: 1.0 +- 0.3 % (tried: 1.03 +- 0.33), the assumed grade being 2.08 %."""
    offs = (0.05, -0.10, 0.02, 0.08, -0.06)
    stations = (5, 50, 100, 150, 195)
    told = tuple(Height(f"h{x}", x, 100 - 0.01 * x + off, 0.1) for x, off in zip(stations, offs, strict=True))
    grade = float(adjust([lines.pipe(200)], Readings(heights=told)).grade[0])
    assert grade == pytest.approx(0.01, abs=0.003)


def test_a_riser_falls_a_foot_a_foot() -> None:
    riser = Reach(0, 10, 1 / 3, 5, False, 1.0, 0.005)
    profile = adjust([riser, Reach(10, 50, 1 / 3, 5, False, 0.02, 0.005)], Readings())
    at = {s: float(profile.z[profile.mesh.node(s, below=s == 10)]) for s in (0, 10, 50)}
    assert at[0] - at[10] == pytest.approx(10, abs=0.1)
    assert at[10] - at[50] == pytest.approx(0.8, abs=0.1)


def test_thresholds() -> None:
    """Handbook 2.5: 3.0 at 20 readings, 3.8 at 400."""
    assert (round(threshold_of(20), 1), round(threshold_of(400), 1)) == (3.0, 3.8)


def test_a_head_under_water_rejects_draws_in_which_it_would_stand_out() -> None:
    under = Readings(levels=(Level("u", 0, 20, 0.25, 0.05, "under", 0.15),), holds=(Hold(20, 26, 20),))
    z, level = adjust([lines.pipe(40)], under).draws()
    node = adjust([lines.pipe(40)], under).mesh.node(20)
    assert (level[0] - z[node] >= 0.15).all()
    dry = replace(under.levels[0], above=-1.0, sigma=0.02, least=0.3)
    with pytest.raises(DomainError, match="head under water=20"):
        adjust([lines.pipe(40)], replace(under, levels=(dry,))).draws()


# ---- random lines -----------------------------------------------------------------------------------------


class Tally:
    """How often the 90 % band covers the true invert, and the true depth of the deepest pond named."""

    def __init__(self) -> None:
        self.inside = self.nodes = self.ponds = self.covered = self.right = 0

    def add(self, line: TrueLine, found: LineWater, heights: bool) -> None:
        bands, x = bands_of(found), found.station
        side = np.searchsorted(line.x, x)
        upstream = np.array([i in found.profile.mesh.breaks for i in range(x.size)])
        true = line.z[np.clip(np.where(upstream, side - 1, side), 0, line.z.size - 1)]
        true = true + 100 if heights else true - line.z[0]
        self.inside += int(((true >= bands.low - 0.003) & (true <= bands.high + 0.003)).sum())
        self.nodes += x.size
        if not found.ponds:
            return
        n = max(range(len(found.ponds)), key=lambda n: found.ponds[n].pond.depth)
        pond, (low, high) = found.ponds[n].pond, bands.ponds[n].depth
        within = (line.x >= x[max(pond.first - 2, 0)] - 0.6) & (line.x <= x[pond.spill])
        self.ponds += 1
        self.covered += bool(low <= line.water[within].max(initial=0.0) <= high)
        self.right += found.ponds[n].cause == line.cause

    @property
    def z(self) -> float:
        return self.inside / self.nodes

    @property
    def depth(self) -> float:
        return self.covered / self.ponds


def _tally(make: Callable[[np.random.Generator], TrueLine], count: int, **told: object) -> Tally:
    tally = Tally()
    for n in range(count):
        rng = _rng(n, make.__name__)
        line = make(rng)
        tally.add(line, water_of(read(line, rng, **told), level_of(line)), bool(told.get("heights")))  # type: ignore[arg-type]
    return tally


@pytest.mark.parametrize("told", [{"rest": True}, {"pitch": True}, {"pitch": True, "rest": True}])
def test_lines_drawn_from_the_model_are_covered(told: dict[str, bool]) -> None:
    """z in 85-95 % of nodes, pond depth in at least 85 % of lines with a pond, over 200 lines."""
    tally = _tally(lines.from_the_model, LINES, heights=4, **told)
    assert 0.85 <= tally.z <= 0.95
    assert tally.ponds > LINES / 4
    assert tally.depth >= 0.85


@pytest.mark.parametrize(
    "told", [{"rest": True, "heights": 4}, {"rest": True}, {"pitch": True}, {"pitch": True, "rest": True}]
)
@pytest.mark.parametrize("make", [lines.belly, lines.lip])
def test_bellies_and_lips_it_was_not_built_from_are_covered(
    make: Callable[..., TrueLine], told: dict[str, object]
) -> None:
    """z in at least 80 %, pond depth in at least 75 %, where a reading at rest or a pitch log crosses the pond."""
    tally = _tally(make, LINES, **told)
    assert tally.z >= 0.80
    assert tally.ponds > LINES / 2
    assert tally.depth >= 0.75


def test_where_nobody_looked_no_depth_is_given() -> None:
    for n in range(40):
        for make in (lines.belly, lines.lip):
            rng = _rng(n, "unseen")
            line = make(rng)
            assert water_of(read(line, rng, heights=6, height_sigma=0.02)).ponds == ()


@pytest.mark.parametrize("told", [{"pitch": True}, {"heights": 5}, {"heights": 5, "pitch": True}])
def test_straight_lines_name_no_pond(told: dict[str, object]) -> None:
    """1 to 4 %: none named in at least 95 % of 200 lines."""
    named = 0
    for n in range(LINES):
        rng = _rng(n, "straight")
        named += bool(water_of(read(lines.straight(rng), rng, **told)).ponds)  # type: ignore[arg-type]
    assert named <= 0.05 * LINES


def _planted(told: Invert, rng: np.random.Generator) -> tuple[Readings, str] | None:
    """A gross error of (t + 2) sigma / sqrt(r) or more in a reading that the others check with r of 0.3 or more."""
    profile = adjust(told.reaches, told.readings)
    checked = [r for r in profile.residuals if r.redundancy >= 0.3 and r.kind in ("height", "rest", "pitch")]
    if profile.named or not checked:
        return None
    of_kind = [r for r in checked if r.kind == str(rng.choice(sorted({r.kind for r in checked})))]
    r = of_kind[int(rng.integers(len(of_kind)))]
    size = (profile.threshold + 2) * r.sigma / r.redundancy**0.5 * rng.choice([-1, 1]) * rng.uniform(1, 2)
    was = told.readings
    heights = tuple(replace(h, z=h.z + size) if h.name == r.name else h for h in was.heights)
    levels = tuple(replace(v, above=v.above + size) if v.name == r.name else v for v in was.levels)
    pitches = tuple(p._replace(grade=p.grade + size) if p.name == r.name else p for p in was.pitches)
    return replace(was, heights=heights, levels=levels, pitches=pitches), r.name


def test_a_planted_gross_error_is_named_first() -> None:
    """In at least 95 % of the lines where it can be."""
    planted = named = 0
    for n in range(LINES + 60):
        rng = _rng(n, "gross")
        line = (lines.from_the_model, lines.belly)[n % 2](rng)
        told = read(line, rng, heights=7, pitch=True, rest=True)
        bad = _planted(told, rng)
        if bad is None:
            continue
        found = adjust(told.reaches, bad[0]).named
        planted += 1
        named += bool(found) and found[0].name == bad[1]
    assert planted >= LINES
    assert named >= 0.95 * planted


CLEAR: list[tuple[str, Callable[[np.random.Generator], TrueLine], dict[str, object]]] = [
    ("sag", lines.belly, {"pitch": True, "rest": True}),
    ("lip", lines.lip, {"pitch": True}),
    ("roots", lines.dammed, {"rest": True}),
    ("blister", lambda rng: lines.dammed(rng, "blister"), {"rest": True}),
    ("unrecorded", lambda rng: lines.dammed(rng, recorded=False), {"rest": True, "dams": False, "pitch": True}),
    ("main", lines.backwater, {"pitch": True}),
    ("flat", lines.flat_back, {"heights": 8, "height_sigma": 0.02, "pitch": True}),
]


@pytest.mark.parametrize(
    ("make", "told"), [(make, told) for _, make, told in CLEAR], ids=[name for name, _, _ in CLEAR]
)
def test_one_clear_cause_is_named(make: Callable[..., TrueLine], told: dict[str, object]) -> None:
    """In at least 90 % of 60 lines with each."""
    right: Counter[bool] = Counter()
    for n in range(60):
        rng = _rng(n, "cause")
        line = make(rng)
        found = water_of(read(line, rng, **told), level_of(line))  # type: ignore[arg-type]
        if found.ponds:
            right[max(found.ponds, key=lambda p: p.pond.depth).cause == line.cause] += 1
    assert right.total() >= 40
    assert right[True] >= 0.9 * right.total()


def test_two_nested_dams_are_both_named() -> None:
    """A lower dam whose water covers a smaller one upstream: each by itself would hold water at the deepest point."""
    x = lines.grid(60)
    roots = lines.Dam("upper", "roots at 38 ft", 38, 38, 0.10)
    debris = lines.Dam("lower", "object at 42 ft", 42, 42, 0.16)
    line = TrueLine(lines.pipe(60), x, -0.01 * x, dams=(roots, debris))
    told = read(line, _rng(0, "nested"), pitch=True)
    deepest = water_of(told).ponds
    held = {item for p in deepest for rung in p.listed for item in rung.items}
    assert held == {"upper", "lower"}


def test_without_its_dam_a_pond_drains_and_the_main_backs_it_up() -> None:
    rng = _rng(1, "what if")
    line = lines.dammed(rng)
    told = read(line, rng, rest=True)
    assert water_of(told).ponds
    assert not water_of(told, without=frozenset({"dam"})).ponds
    backed = water_of(told, MainLevel(0.2, 0.02))
    assert backed.ponds[-1].cause == "backwater"
    assert backed.ponds[-1].pond.depth == pytest.approx(0.2, abs=1e-6)
