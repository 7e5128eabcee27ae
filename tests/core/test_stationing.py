"""Counter to station: the cases of handbook 2.1, and truth recovered."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.ground import DomainError
from bellstone.core.stations.counter import SIGMA_KNOWN_POINT_FT, fit_counter


def test_handbook_check_of_two_points() -> None:
    fit = fit_counter([0, 147], [0, 150], 1)
    assert (round(fit.scale, 4), round(fit.zero_station, 2)) == (1.0193, 0.08)


@pytest.mark.parametrize(
    ("counters", "stations", "direction", "counter", "station"),
    [
        ([0], [0], 1, 41.5, 41.5),  # pushed with the flow, zero upstream
        ([0, 90], [90, 0], -1, 25, 65),  # zeroed at the main, shown positive
        ([0, -90], [90, 0], 1, -25, 65),  # zeroed at the main, shown negative
        ([0], [60], -1, 20, 40),  # pushed against the flow from a downstream zero
    ],
)
def test_each_way_of_zeroing(counters, stations, direction, counter, station) -> None:
    assert fit_counter(counters, stations, direction).station(counter) == pytest.approx(station, abs=1e-6)


def test_the_way_it_counts_is_solved_from_two_points() -> None:
    assert fit_counter([0, 90], [90, 0], None).direction == -1
    assert fit_counter([0, 90], [0, 91], None).direction == 1


@settings(max_examples=60)
@given(st.integers(0, 2**31))
def test_truth_is_recovered_and_the_gross_error_named(state: int) -> None:
    """Random runs drawn from the model, one point of five off by 4 ft (16 sigma)."""
    rng = np.random.default_rng(state)
    zero, scale, direction = rng.uniform(-20, 20), rng.normal(1, 0.005), int(rng.choice([-1, 1]))
    counters = np.sort(rng.uniform(0, 150, 5)) + np.arange(5) * 3
    stations = zero + direction * scale * counters + rng.normal(0, SIGMA_KNOWN_POINT_FT / 3, 5)
    bad = int(rng.integers(1, 4))
    stations[bad] += 4.0
    fit = fit_counter(counters, stations, direction)
    assert fit.odd_point == bad
    assert fit.station(75.0) == pytest.approx(zero + direction * scale * 75, abs=1.0)


def test_with_two_points_a_bad_one_cannot_be_named() -> None:
    assert fit_counter([0, 100], [0, 130], 1).odd_point is None


def test_the_band_covers_the_truth_as_often_as_it_says() -> None:
    """Coverage of the 90 % band over 400 random runs, fixed random state: 85 to 95 %."""
    rng = np.random.default_rng(7)
    hits = 0
    for _ in range(400):
        zero, scale = rng.normal(0, 5), rng.normal(1, 0.01)
        counters = np.array([0.0, 60.0, 120.0])
        fit = fit_counter(counters, zero + scale * counters + rng.normal(0, 0.25, 3), 1)
        told = rng.uniform(0, 120)
        hits += abs(fit.station(told + rng.normal(0, 0.1)) - (zero + scale * told)) <= 1.6449 * fit.sigma(told)
    assert 0.85 <= hits / 400 <= 0.95


def test_uneven_or_infinite_points_are_refused() -> None:
    with pytest.raises(DomainError):
        fit_counter([0, 1], [0], 1)
    with pytest.raises(DomainError):
        fit_counter([0, float("inf")], [0, 1], 1)
