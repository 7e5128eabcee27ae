"""Lay length by likelihood, and what the unseen joints may hold."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import betabinom, norm

from bellstone.core.findings.lay_length import joint_pattern, unseen_rooted
from bellstone.core.ground import DomainError
from bellstone.core.pipe import MATERIALS

LINES = 300


def random_line(rng: np.random.Generator, lengths: tuple[float, ...]) -> tuple[float, np.ndarray]:
    """A segment of one lay length: at least six joints noted, 0.15 ft noise, 20 % missing and 20 % extra."""
    nominal = float(rng.choice(lengths))
    laid, count = nominal * rng.uniform(0.97, 1.03), int(rng.integers(9, 16))
    teeth = rng.uniform(0, 10) + laid * np.arange(count)
    noted = teeth[rng.random(count) > 0.2]
    if noted.size < 6:
        noted = teeth
    noted = noted + rng.uniform(-0.15, 0.15, noted.size)
    extra = rng.uniform(teeth[0], teeth[-1], int(round(0.2 * noted.size)))
    return nominal, np.concatenate([noted, extra])


@pytest.mark.parametrize("material", ["clay", "concrete", "fibre", "cast_iron"])
def test_the_right_length_in_95_of_100_and_always_when_certain(material: str) -> None:
    """Handbook 2.3, fixed random state, each material's own usual lengths."""
    rng, lengths = np.random.default_rng(3), MATERIALS[material].lay_lengths_ft
    right, wrong_but_certain = 0, 0
    for _ in range(LINES):
        nominal, joints = random_line(rng, lengths)
        found = joint_pattern(joints, lengths)
        assert found is not None
        right += found.nominal == nominal
        wrong_but_certain += found.certain and found.nominal != nominal
    assert right / LINES >= 0.95
    assert wrong_but_certain == 0


def test_under_three_joints_or_a_fused_pipe_has_no_pattern() -> None:
    assert joint_pattern([4.0, 8.0], (2, 4)) is None
    assert joint_pattern([4.0, 8.0, 12.0], ()) is None


def test_under_half_noted_is_never_certain() -> None:
    found = joint_pattern([0.0, 12.0, 24.0, 44.0], (4.0,))
    assert found is not None and not found.certain


def log_likelihood(x: np.ndarray, laid: float, phase: float) -> float:
    """Handbook 2.3, joint by joint: matched within sigma 0.12 ft or an outlier of 0.001 a foot, p 0.85."""
    told, hits, teeth = 0.0, 0, []
    for joint in x:
        tooth = round((joint - phase) / laid)
        match = norm.logpdf(joint - phase - tooth * laid, 0, 0.12)
        told += max(match, np.log(0.001))
        hits += match > np.log(0.001)
        teeth.append(tooth)
    missing = max(teeth[-1] - teeth[0] + 1, hits) - hits
    return float(told + hits * np.log(0.85) + missing * np.log(0.15))


def test_the_length_found_is_the_likeliest_of_its_grid_by_the_formula_itself() -> None:
    """Beside scipy's normal density, over the same stretches and phases; worked on all at once or bit by bit."""
    rng = np.random.default_rng(8)
    for size in (9, 40, 120):
        x = np.sort(4.1 * np.cumsum(rng.integers(1, 3, size)) + rng.normal(0, 0.12, size))
        found = joint_pattern(x, (4.0, 5.0))
        assert found is not None and found.nominal == 4.0
        best = log_likelihood(x, found.laid, found.phase)
        stretches = 4.0 * np.linspace(0.95, 1.05, 61)
        others = [
            log_likelihood(x, laid, found.phase + shift * laid)
            for laid in stretches
            for shift in np.linspace(-0.12, 0.12, 9)
        ]
        assert best >= max(others) - 0.5  # a phase between two of the grid may be a little likelier


@pytest.mark.parametrize("size", [400, 401, 900])
def test_of_more_joints_than_tell_more_those_in_the_middle_are_used(size: int) -> None:
    """Four feet throughout, but for the ends beyond 400 joints, which are laid at five."""
    spare = (size - 400) // 2
    steps = np.full(size - 1, 4.0)
    steps[: max(spare - 1, 0)] = 5.0
    found = joint_pattern(np.concatenate([[0.0], np.cumsum(steps)]), (4.0, 5.0))
    assert found is not None
    assert (found.nominal, found.certain, round(found.laid, 3)) == (4.0, True, 4.0)


def test_teeth_run_from_end_to_end_at_the_laid_length() -> None:
    found = joint_pattern([10.0, 14.0, 18.0, 22.0, 26.0], (2, 3, 4, 5))
    assert found is not None
    assert np.allclose(np.diff(found.teeth(0, 40)), found.laid)
    assert np.isclose(found.teeth(0, 40) % found.laid, found.phase % found.laid, atol=1e-6).all()


@given(st.integers(0, 30), st.integers(1, 30), st.data())
def test_unseen_roots_are_the_beta_binomial(unseen: int, seen: int, data: st.DataObject) -> None:
    """Against scipy.stats.betabinom: the mean in closed form, the range by summing its masses."""
    rooted = data.draw(st.integers(0, seen))
    found = unseen_rooted(unseen, rooted, seen)
    a, b = rooted + 0.5, seen - rooted + 0.5
    assert found.mean == pytest.approx(unseen * a / (a + b))
    inside = betabinom.pmf(np.arange(found.low, found.high + 1), unseen, a, b).sum()
    assert inside >= 0.9 - 1e-9
    assert 0 <= found.low <= found.high <= unseen


@pytest.mark.parametrize("bad", [(5, 4, 3), (5, -1, 3), (-1, 1, 3)])
def test_impossible_counts_are_refused(bad: tuple[int, int, int]) -> None:
    with pytest.raises(DomainError):
        unseen_rooted(*bad)
