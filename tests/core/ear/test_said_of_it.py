"""What is said of a thing in words of its own: how it stands, what it may be instead, where it was read from above."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def heard(said: str) -> tuple[str, ...]:
    return hear_line(said, HOUSE).lines


@pytest.mark.parametrize(("said", "line"), [
    ("crack at 20, could be a web", '20 crack? "could be a web"'),
    ("might be a crack at 20 or just a shadow", '20 crack? "or just a shadow"'),
    ("maybe a crack at 20, could be just a scratch", '20 crack? "could be just a scratch"'),
])  # fmt: skip
def test_a_thing_that_may_be_nothing_is_in_doubt_and_keeps_what_it_may_be(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_thing_and_nothing_without_a_doubt_are_asked() -> None:
    assert hear_line("crack at 20, shadow", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("the joint at 12 sits a quarter inch high", "12 offset up joint 0.25in"),
    ("joint 12.5 half inch low", "12.5 offset drop joint 0.5in"),
    ("downstream pipe is a half inch lower at 44", "44 offset drop 0.5in"),
    ("next pipe sits half an inch low at 44", "44 offset drop 0.5in"),
])  # fmt: skip
def test_a_joint_that_stands_high_or_low_is_an_offset(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize("said", ["blister half an inch high at 30", "water half an inch high at 30"])
def test_how_high_another_thing_is_says_no_offset(said: str) -> None:
    assert not any("offset" in line for line in heard(said))


@pytest.mark.parametrize(("said", "line"), [
    ("The locator gave 4 feet 3 inches over the break at 37.", "37 depth 4'3\""),
    ("locator reads 54 inches at 37", "37 depth 54in"),
    ("marked the bad spot at 37 on the lawn with a red flag, it's 4 foot 6 down", '37 depth 4\'6" "with a red flag, on the lawn"'),
])  # fmt: skip
def test_a_depth_read_above_ground_is_no_second_footage(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "lines"), [
    ("We got as far as 81 feet and could not go on", ("81 stopped",)),
    ("belly from 18 to 29, beyond which the camera could not be advanced", ("18-29 standing", "29 stopped")),
])  # fmt: skip
def test_the_camera_stops_at_the_end_of_a_stretch(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize(("said", "line"), [
    ("main's at 92 and it's running fine", '92 main "running fine"'),
    ("we came out at the main at 92 feet, it is an eight inch clay pipe", '92 main "eight inch clay pipe"'),
])  # fmt: skip
def test_what_the_main_is_like_is_kept_in_its_words(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_cap_that_is_cracked_is_not_off() -> None:
    assert heard("cap is cracked on the cleanout") == ('access_fault "cap is cracked"',)
    assert heard("cap is off on the cleanout") == ("access_fault cap_off",)


def test_a_drop_of_so_many_feet_is_how_far_it_drops() -> None:
    told = '34 fitting vertical_drop "about two feet, where it goes under the footing"'
    assert heard("vertical drop of about two feet at 34 where it goes under the footing") == (told,)


def test_what_somebody_left_lies_on_no_side() -> None:
    assert heard("somebody left a wad of wipes at 29") == ("29 settled wipes",)
    assert heard("wad of wipes left at 29") == ("29 settled wipes left",)


def test_in_places_is_not_in_place() -> None:
    assert heard("scale in places from 3 to 15") == ('3-15 scale "in places"',)


def test_another_one_at_a_place_of_its_own_is_the_same_fitting_again() -> None:
    two = ("23 fitting bend 45 left", "25 fitting bend 45 left")
    assert heard("There's a 45 to the left at 23 feet followed by another one at 25.") == two


def test_next_before_any_footage_is_asked_where_one_follows() -> None:
    assert hear_line("next pipe is misaligned at 16", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("couldn't see anything from 18 to 22 because the lens fogged up", "18-22 not seen the lens fogged up"),
    ("lens fogged up, couldn't see 33 to 37", "33-37 lens dirty"),
])  # fmt: skip
def test_where_nothing_could_be_seen_is_kept(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_thing_over_a_stretch_that_was_not_seen_is_asked() -> None:
    assert hear_line("couldn't see anything from 18 to 22, heavy roots", HOUSE).outcome == "asked"
