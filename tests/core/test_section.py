"""The circular segment against integration, and its inverse over the whole bore."""

from math import pi, sqrt

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from bellstone.core.ground import DomainError
from bellstone.core.pipe import area_share, area_shares, depth_share_of_area, flow_area, water_volume_gal


@given(st.floats(0, 1), st.floats(0.1, 2))
def test_area_is_the_integral_of_the_chord(share: float, diameter: float) -> None:
    """Against scipy.integrate.quad of the chord 2 sqrt(y (D - y))."""
    depth = share * diameter
    expected, _ = quad(lambda y: 2 * sqrt(max(y * (diameter - y), 0)), 0, depth)
    assert flow_area(depth, diameter) == pytest.approx(expected, abs=1e-7)


def test_area_is_that_of_a_clipped_disc() -> None:
    """Against shapely: a disc of 4096 sides cut at 1 in in a 4 in bore."""
    disc = shapely.Point(0, 2).buffer(2, quad_segs=1024)
    wet = shapely.clip_by_rect(disc, -3, 0, 3, 1)
    assert flow_area(1 / 12, 4 / 12) * 144 == pytest.approx(wet.area, rel=1e-5)


@given(st.floats(0, 1))
def test_the_table_of_shares_is_the_segment(share: float) -> None:
    assert area_shares(np.array([share]))[0] == pytest.approx(area_share(share, 1.0), abs=1e-4)


@given(st.floats(0.05, 2), st.floats(0, 1))
def test_wet_and_dry_segments_fill_the_pipe(diameter: float, share: float) -> None:
    wet, dry = flow_area(share * diameter, diameter), flow_area((1 - share) * diameter, diameter)
    assert wet + dry == pytest.approx(pi * diameter**2 / 4, rel=1e-6)


@given(st.floats(0, 1))
def test_depth_and_area_are_inverses_over_the_whole_bore(share: float) -> None:
    assert area_share(depth_share_of_area(share), 1.0) == pytest.approx(share, abs=1e-9)


@pytest.mark.parametrize("depth", [-0.001, 0.334, float("nan")])
def test_water_outside_the_pipe_is_refused(depth: float) -> None:
    with pytest.raises(DomainError, match="water_depth"):
        flow_area(depth, 1 / 3)


def test_handbook_gallons_a_foot_and_shares_of_the_bore() -> None:
    """Handbook 2.6 (e) and 2.10, arithmetic."""
    for bore_in, gallons, area in ((3, 0.367, 29.2), (4, 0.653, 19.6), (6, 1.469, 11.0)):
        assert water_volume_gal([0, 1], [9, 9], bore_in / 12) == pytest.approx(gallons, abs=5e-4)
        assert 100 * area_share(1, bore_in) == pytest.approx(area, abs=0.05)
