"""Level fill and sag: against grey-scale reconstruction and closed forms."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays
from skimage.morphology import reconstruction

from bellstone.core.ground import DomainError
from bellstone.core.profile import Bed, Dam, bed_of
from bellstone.core.water.ponding import ponds_of, pool_level
from bellstone.core.water.sag import sag_estimate, sag_from_pond, string_line

PROFILES = arrays(float, st.integers(2, 120), elements=st.floats(-50, 50, allow_nan=False))


@settings(max_examples=200)
@given(PROFILES)
def test_fill_is_grey_scale_reconstruction_by_erosion(invert: np.ndarray) -> None:
    """Against skimage.morphology.reconstruction with the outlet as seed (handbook 2.6 check a).

    The upstream end is a wall, so that water can leave only by the outlet."""
    seed = np.full_like(invert, invert.max())
    seed[-1] = invert[-1]
    assert np.allclose(pool_level(invert), reconstruction(seed, invert, method="erosion", footprint=np.ones(3)))


@given(PROFILES)
def test_fill_is_idempotent_never_below_the_invert_and_only_falls(invert: np.ndarray) -> None:
    level = pool_level(invert)
    assert np.array_equal(pool_level(level), level)
    assert (level >= invert).all()
    assert (np.diff(level) <= 0).all()


@given(PROFILES, st.floats(-60, 60))
def test_water_standing_in_the_main_backs_up_to_its_own_level(invert: np.ndarray, main: float) -> None:
    assert np.array_equal(pool_level(invert, main), np.maximum(pool_level(invert), main))


@pytest.mark.parametrize(("sag_in", "length", "grade"), [(2.0, 10, 0.02), (3.0, 14, 0.0104), (1.0, 8, 0.02)])
def test_a_parabolic_belly_holds_its_closed_form(sag_in: float, length: float, grade: float) -> None:
    """Handbook 2.6 check b: with a = S L / 4 s < 1 depth s (1 - a)^2, length L (1 - a)."""
    sag = sag_in / 12
    x = np.linspace(-5, length + 5, 40001)
    u = np.clip(x / length, 0, 1)
    z = -grade * x - 4 * sag * u * (1 - u)
    found = ponds_of(Bed(x, z, z))
    a = grade * length / (4 * sag)
    assert len(found) == 1
    assert found[0].depth == pytest.approx(sag * (1 - a) ** 2, abs=1e-5)
    assert found[0].length == pytest.approx(length * (1 - a), abs=2e-3)
    assert sag_from_pond(found[0].depth, found[0].length, grade) == pytest.approx((sag, length), rel=1e-3)


@pytest.mark.parametrize(("sag_in", "spacing"), [(2.02, 1.0), (2.02, 2.5), (2.02, 5.0), (3.0, 4.0)])
def test_the_string_finds_the_belly_whatever_the_joint_spacing(sag_in: float, spacing: float) -> None:
    """Handbook 2.7: 2.00 in for a 2.02 in belly at every joint spacing."""
    x = np.arange(0, 60.001, 0.05)
    u = np.clip((x - 30) / 10, 0, 1)
    z = -0.02 * x - 4 * sag_in / 12 * u * (1 - u)
    pond = ponds_of(Bed(x, z, z))[0]
    joints = [int(round(j / 0.05)) for j in np.arange(0, 60, spacing)]
    line = string_line(x, z, pond.first, pond.spill, joints)
    assert line.sag * 12 == pytest.approx(sag_in, abs=0.06)


@pytest.mark.parametrize(("lip_in", "grade"), [(0.5, 0.02), (1.0, 0.0104)])
def test_a_lip_holds_back_its_height_over_the_grade(lip_in: float, grade: float) -> None:
    """Handbook 2.6 check c: length h / S."""
    x = np.linspace(0, 30, 60001)
    z = -grade * x + np.where(x >= 20, lip_in / 12, 0)
    found = ponds_of(Bed(x, z, z))
    assert found[0].length == pytest.approx(lip_in / 12 / grade, abs=2e-3)
    assert x[found[0].spill] == pytest.approx(20, abs=1e-3)


def test_a_line_that_always_falls_holds_nothing() -> None:
    x = np.linspace(0, 100, 401)
    assert ponds_of(Bed(x, -0.01 * x, -0.01 * x)) == []


@given(PROFILES, st.integers(0, 119), st.floats(0.01, 20))
def test_a_dam_never_lowers_the_water(invert: np.ndarray, at: int, height: float) -> None:
    x = np.arange(invert.size, dtype=float)
    dam = Dam("i1", "object", float(min(at, invert.size - 1)), float(min(at, invert.size - 1)), height)
    assert (pool_level(bed_of(x, invert, [dam]).top) >= pool_level(invert)).all()


def test_handbook_two_reading_check() -> None:
    """Handbook 2.7: 1 in, 7 ft, 2 %: 2.02 in over 9.94 ft; 1.4 to 2.7 in with the readings' own scatter."""
    estimate = sag_estimate(1 / 12, 7, 0.02)
    assert (round(estimate.sag * 12, 2), round(estimate.length, 2)) == (2.02, 9.94)
    assert (round(estimate.low * 12, 1), round(estimate.high * 12, 1)) == (1.4, 2.7)


@given(st.floats(0.02, 0.3), st.floats(1, 25), st.floats(0, 0.05))
def test_water_never_shows_more_than_the_sag_that_holds_it(depth: float, length: float, grade: float) -> None:
    sag, sag_length = sag_from_pond(depth, length, grade)
    assert sag >= depth
    assert sag_length >= length


@pytest.mark.parametrize("bad", [(0, 7, 0.02), (0.1, 0, 0.02), (0.1, 7, -0.01), (float("nan"), 7, 0.02)])
def test_what_is_no_pond_is_refused(bad: tuple[float, float, float]) -> None:
    with pytest.raises(DomainError):
        sag_from_pond(*bad)
