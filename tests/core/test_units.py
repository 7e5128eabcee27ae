"""Lengths as people write them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.ground import DomainError, depth_readings_ft, length_ft, number, plain, tidy

# Arithmetic by hand: 5 + 11/12, 22 + 6/12, 2.5/12, 1.5/12.
WRITTEN = {
    "5'11\"": 5 + 11 / 12, "5 ft 11": 5 + 11 / 12, "5 ft 11 in": 5 + 11 / 12, "22\u20196\u2033": 22.5, "22'6": 22.5,
    "41.5 ft": 41.5, "2.5in": 2.5 / 12, '1 1/2"': 0.125, "1½ in": 0.125, "½ in": 0.5 / 12, "6 inches": 0.5,
}  # fmt: skip


@pytest.mark.parametrize(("text", "feet"), WRITTEN.items())
def test_a_written_length_is_its_feet(text: str, feet: float) -> None:
    assert length_ft(text) == pytest.approx(feet, abs=1e-12)


@pytest.mark.parametrize("text", ["5", "", "ft", "1/0 in", "5 furlongs", "nan ft", "inf in"])
def test_a_length_without_its_unit_is_refused_not_guessed(text: str) -> None:
    with pytest.raises(DomainError):
        length_ft(text)


def test_a_depth_of_five_eleven_has_two_readings_and_five_fifteen_one() -> None:
    assert [round(ft, 3) for ft, _ in depth_readings_ft("5.11")] == [5.11, 5.917]
    assert [ft for ft, _ in depth_readings_ft("5.15")] == [5.15]
    assert [ft for ft, _ in depth_readings_ft("41in")] == [pytest.approx(41 / 12)]


@given(st.integers(0, 400), st.integers(0, 11), st.integers(0, 15))
def test_feet_inches_and_sixteenths_come_back(feet: int, inches: int, sixteenths: int) -> None:
    text = f"{feet}'{inches} {sixteenths}/16\""
    assert length_ft(text) == pytest.approx(feet + (inches + sixteenths / 16) / 12, abs=1e-9)


@given(st.floats(0, 1e5, allow_nan=False))
def test_a_tidied_number_reads_back_within_its_places(value: float) -> None:
    assert number(tidy(value, 4)) == pytest.approx(value, abs=0.51e-4)


@given(st.text(max_size=40))
def test_plain_leaves_plain_text_alone_and_is_done_once(text: str) -> None:
    ascii_only = text.encode("ascii", "ignore").decode()
    assert plain(ascii_only) == ascii_only
    assert plain(plain(text)) == plain(text)
