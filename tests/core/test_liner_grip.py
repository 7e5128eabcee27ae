"""Sound pipe for the end of a liner: past the last defect, short of the main or the fitting before it."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.judgement import Grip

RUN = "run A cleanout clay 4in, facing main, counts to main\n0 access\n"


def grip(page: str) -> Grip | None:
    return assess(record_from_page(RUN + page)[0]).liner_grip


def known(page: str) -> Grip:
    found = grip(page)
    assert found is not None
    return found


def test_the_room_is_from_the_last_defect_to_the_main() -> None:
    found = known("12 hole 1in\n40-41 crack open\n46 main wye")
    assert found.room_ft == pytest.approx(5)
    assert found.enough == "enough"
    assert "from crack, open at 40.0–41.0 ft to main, wye at 46.0 ft" in found.words


def test_a_fitting_before_the_main_ends_the_room_and_one_before_the_defect_does_not() -> None:
    assert known("40 hole 1in\n43 fitting wye\n50 main").room_ft == pytest.approx(3)
    assert known("30 fitting wye\n40 hole 1in\n50 main").room_ft == pytest.approx(10)
    assert known("40 hole 1in\nno fitting wye 43\n50 main").room_ft == pytest.approx(10)


def test_it_is_enough_where_the_short_end_of_its_band_is_a_foot() -> None:
    """Handbook 2.10: the least a liner needs is 1 ft, a working value."""
    for feet in (0.0, 0.5, 1.0, 1.5, 2.0, 2.5, 3.0, 6.0):
        found = known(f"40 hole 1in\n{40 + feet} main")
        assert found.room_ft is not None and found.band_ft is not None
        assert found.room_ft == pytest.approx(feet, abs=0.05)
        low, high = found.room_ft - found.band_ft, found.room_ft + found.band_ft
        assert found.enough == ("enough" if low >= 1 else "too short" if high < 1 else "may be too short")
        assert ("measure it" in found.words) == (found.enough == "may be too short")


def test_its_band_is_of_both_ends() -> None:
    found = assess(record_from_page(RUN + "40 hole 1in\n46 main")[0])
    bands = {f.kind: f.band_ft for f in found.findings}
    assert found.liner_grip is not None
    assert found.liner_grip.band_ft == pytest.approx((bands["hole"] ** 2 + bands["main"] ** 2) ** 0.5)  # type: ignore[operator]


@pytest.mark.parametrize(
    ("page", "why"),
    [
        ("40 hole 1in", "the main past the last defect has no footage"),
        ("44 main\n46 hole 1in", "the main past the last defect has no footage"),
        ("roots ball 60%\n44 main", "where roots, ball, 60 % ends has no footage"),
        ("12 hole 1in\nroots ball 60%\n44 main", "where roots, ball, 60 % ends has no footage"),
        ("40 hole 1in\n42-43 not seen dark\n44 main", "not all of 40.0–44.0 ft was seen"),
    ],
)
def test_what_bounds_it_is_not_guessed(page: str, why: str) -> None:
    found = known(page)
    assert (found.room_ft, found.band_ft, found.enough) == (None, None, "not known")
    assert found.words == f"Grip for a liner not known: {why}"


def test_a_dark_stretch_before_the_defect_takes_nothing_from_it() -> None:
    assert known("20-25 not seen dark\n40 hole 1in\n44 main").room_ft == pytest.approx(4)


def test_nobody_lines_a_sound_line() -> None:
    assert grip("44 main") is None
    assert grip("40 crack around open\n44 main") is None  # rated 2: noted
    assert grip("40 crack open\n44 main") is not None  # rated 3: watched
    assert grip("40 grease 60%\n44 main") is None  # cleaned, not lined
    assert grip("40 standing 2in rest\n44 main") is None  # a liner follows the pipe: handbook 01


def test_a_milder_defect_is_no_sound_pipe_once_a_liner_is_thought_of() -> None:
    assert known("30 hole 1in\n40 crack around open\n44 main").room_ft == pytest.approx(4)  # rated 2
    assert known("30 hole 1in\n40 crack around hairline\n44 main").room_ft == pytest.approx(14)  # rated 1: may be held


@given(
    st.lists(st.integers(10, 60), min_size=1, max_size=5, unique=True), st.integers(1, 12), st.permutations(range(5))
)
def test_the_order_in_which_it_was_told_does_not_matter(at: list[int], left: int, order: list[int]) -> None:
    told = [f"{ft} hole 1in" for ft in at] + [f"{max(at) + left} main"]
    shuffled = [told[n] for n in order if n < len(told)] + told[5:]
    straight, mixed = known("\n".join(told)), known("\n".join(shuffled)) if len(shuffled) == len(told) else None
    assert straight.room_ft == pytest.approx(left)
    assert mixed is None or mixed.room_ft == pytest.approx(left)


def test_water_standing_in_it_is_told() -> None:
    """A belly stays, and a liner follows the host pipe (handbook 01)."""
    assert known("40 hole 1in\n42-43 standing 1in rest\n44 main").words.endswith("; water stands in it")
    assert "water" not in known("40 hole 1in\n38-40 standing 1in rest\n44 main").words
    assert "water" not in known("40 hole 1in\n42 fitting wye\n42-43 standing 1in rest\n44 main").words


def test_page_and_text_say_the_same() -> None:
    from bellstone.formats.assessment_text import assessment_text

    a = assess(record_from_page(RUN + "40 hole 1in\n44 main")[0])
    assert a.liner_grip is not None
    assert f"{a.liner_grip.words}." in re.sub(r"\s+", " ", assessment_text(a))
