"""Clock positions, checked against plane vectors: a roll is a rotation, an upstream head a mirror."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.ground import DomainError
from bellstone.core.pipe import direction_with_flow, includes_six, range_with_flow
from bellstone.core.pipe.clock import with_flow

HOURS = st.integers(1, 12)
HEADINGS = st.sampled_from(["main", "house"])


def as_vector(hour: float) -> np.ndarray:
    return np.array([np.sin(hour * np.pi / 6), np.cos(hour * np.pi / 6)])


def by_vectors(hour: float, bottom_at: float, heading: str) -> np.ndarray:
    """Rotate the picture until its bottom points down; seen from the other side, left and right swap."""
    turn = (6 - bottom_at) * np.pi / 6
    rotation = np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
    upright = rotation @ as_vector(hour)
    return upright if heading == "main" else upright * np.array([-1, 1])


@pytest.mark.parametrize("heading", ["main", "house"])
@pytest.mark.parametrize("bottom_at", range(1, 13))
@pytest.mark.parametrize("hour", range(1, 13))
def test_every_hour_roll_and_heading_agrees_with_vectors(hour: int, bottom_at: int, heading: str) -> None:
    found = with_flow(hour, bottom_at, heading)
    assert np.allclose(as_vector(found), by_vectors(hour, bottom_at, heading), atol=1e-12)


@given(HOURS, HOURS, HEADINGS)
def test_where_the_bottom_shows_is_always_six(hour: int, bottom_at: int, heading: str) -> None:
    assert with_flow(bottom_at, bottom_at, heading) == 6


@given(HOURS, HOURS, HOURS)
def test_a_mirrored_range_keeps_its_span_and_still_runs_clockwise(start: int, end: int, bottom_at: int) -> None:
    a, b = range_with_flow(start, end, bottom_at, "house")
    assert (b - a) % 12 == (end - start) % 12


def test_twelve_to_three_seen_facing_the_house_is_nine_to_twelve() -> None:
    assert range_with_flow(12, 3, 6, "house") == (9, 12)


def test_directions_swap_facing_the_house_and_swap_back() -> None:
    for word, other in (("up", "drop"), ("left", "right")):
        assert direction_with_flow(word, "house") == other
        assert direction_with_flow(direction_with_flow(word, "house"), "house") == word
        assert direction_with_flow(word, "main") == word


@pytest.mark.parametrize(("hour", "bottom"), [(-1, 6), (13, 6), (3, float("nan")), (float("nan"), 6)])
def test_an_hour_off_the_face_is_refused(hour: float, bottom: float) -> None:
    with pytest.raises(DomainError):
        with_flow(hour, bottom, "main")


def test_an_unknown_heading_is_refused_not_guessed() -> None:
    with pytest.raises(DomainError, match="head_faces"):
        with_flow(3, 6, "unknown")


@pytest.mark.parametrize(("span", "holds"), [((4, 8), True), ((8, 4), False), ((11, 7), True), ((6, 6), True)])
def test_whether_a_range_passes_the_invert(span: tuple[float, float], holds: bool) -> None:
    assert includes_six(*span) is holds


@given(HOURS, HEADINGS)
def test_turning_is_a_round_trip_no_two_hours_fall_together(bottom_at: int, heading: str) -> None:
    assert {with_flow(hour, bottom_at, heading) for hour in range(1, 13)} == set(range(1, 13))


@given(HOURS, HOURS)
def test_seen_from_the_other_end_twice_is_as_seen_once(hour: int, bottom_at: int) -> None:
    assert with_flow(with_flow(hour, bottom_at, "house"), 6, "house") == with_flow(hour, bottom_at, "main")
