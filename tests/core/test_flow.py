"""Manning's formula against fluids and the published maxima; water behind a blockage."""

import numpy as np
import pytest
from fluids.open_flow import V_Manning
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from bellstone.core.ground import DomainError
from bellstone.core.pipe import GPM_PER_CFS, discharge, flow_area, normal_depth, velocity
from bellstone.core.pipe.manning import MOST_FLOW_AT
from bellstone.core.water.backup import Opening, backup_behind

M_PER_FT = 0.3048
BORES = st.floats(0.2, 0.7)
GRADES = st.floats(0.001, 0.1)


@given(st.floats(0.05, 1), BORES, GRADES, st.floats(0.009, 0.02))
def test_velocity_is_that_of_fluids(share: float, diameter: float, grade: float, n: float) -> None:
    """Against fluids.open_flow.V_Manning, which is in metres: 1.486 is (1 / 0.3048)^(1/3) rounded."""
    depth = share * diameter
    t = 4 * np.arcsin(np.sqrt(share))
    radius = flow_area(depth, diameter) / (diameter * t / 2)
    expected = V_Manning(Rh=radius * M_PER_FT, S=grade, n=n) / M_PER_FT
    assert velocity(depth, diameter, grade, n) == pytest.approx(expected, rel=2e-4)


def test_the_published_part_full_maxima() -> None:
    """Hydraulic elements of a round pipe, as handbook tables give them (handbook 2.8): most flow 1.0757 at 0.938,
    most velocity 1.1400 at 0.813; half full 1 and a half."""
    full = (discharge(1, 1, 0.01, 0.013), velocity(1, 1, 0.01, 0.013))
    for of, whole, most, at in ((discharge, full[0], 1.0757, 0.938), (velocity, full[1], 1.1400, 0.813)):
        found = minimize_scalar(lambda y, of=of: -of(y, 1, 0.01, 0.013), bounds=(0.5, 1), method="bounded")
        assert (-found.fun / whole, found.x) == pytest.approx((most, at), abs=1e-3)
    assert velocity(0.5, 1, 0.01, 0.013) / full[1] == pytest.approx(1)
    assert discharge(0.5, 1, 0.01, 0.013) / full[0] == pytest.approx(0.5)


def test_a_4_in_drain_at_a_quarter_inch_a_foot() -> None:
    """Handbook 2.8: 0.2747 cfs, 123.3 gpm, 3.15 ft/s at n 0.013."""
    flow = discharge(1 / 3, 1 / 3, 0.25 / 12, 0.013)
    assert (round(flow, 4), round(flow * GPM_PER_CFS, 1)) == (0.2747, 123.3)


@given(st.floats(0.01, 0.99), BORES, GRADES)
def test_normal_depth_carries_its_flow(share: float, diameter: float, grade: float) -> None:
    flow = share * discharge(MOST_FLOW_AT * diameter, diameter, grade, 0.013)
    depth = normal_depth(flow, diameter, grade, 0.013)
    assert depth is not None
    assert discharge(depth, diameter, grade, 0.013) == pytest.approx(flow, rel=1e-4)


def test_more_than_the_pipe_carries_has_no_depth_and_flat_pipe_none_at_all() -> None:
    assert normal_depth(2.0, 1 / 3, 0.02, 0.013) is None
    with pytest.raises(DomainError, match="no normal depth"):
        normal_depth(0.01, 1 / 3, 0.0, 0.013)


def test_it_comes_out_at_the_lowest_opening_upstream() -> None:
    """A floor drain below the cleanout's rim takes it first; one below the blockage does not count."""
    x = np.linspace(0, 120, 241)
    z = -x * 0.25 / 12
    openings = [
        Opening("cleanout", 0, 3.0, 1 / 3),
        Opening("floor drain", 10, 1.0, 1 / 4),
        Opening("yard", 118, -1, 1 / 3),
    ]
    found = backup_behind(x, z, np.full(x.size, 1 / 3), 100, openings)
    assert found is not None
    assert found.opening.name == "floor drain"
    assert found.head == pytest.approx(1.0 + 100 * 0.25 / 12)
    # by hand: 100 ft of full 4 in pipe hold 65.3 gal (0.653 gal/ft, handbook 2.6); the risers to the rim add a little
    assert 65.3 < found.volume_gal < 65.3 + 2
    assert backup_behind(x, z, np.full(x.size, 1 / 3), 100, openings[2:]) is None
