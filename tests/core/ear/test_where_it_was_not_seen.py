"""What could not be seen, where it lies by a thing, how deep by a second number, what comes out of a connection: typed plainly."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()

# invented; how they are said is common practice, no source
UNSEEN = (
    "can't see from 40 to 46", "couldn't see 40-46", "could not see the pipe from 40 to 46", "not visible from 40 to 46", "no view 40-46",
    "lost picture from 40 to 46", "40-46 can't see", "couldn't get a good look from 40 to 46", "picture too dark to see from 40 to 46",
    "blind from 40 to 46", "couldn't tell what's there from 40 to 46", "we can't see anything between 40 and 46 feet",
)  # fmt: skip


@pytest.mark.parametrize("said", UNSEEN)
def test_what_could_not_be_seen_is_a_stretch_of_which_nothing_is_said(said: str) -> None:
    assert hear_line(said, HOUSE).lines == ("40-46 not seen",)


@pytest.mark.parametrize(("said", "line"), {
    "could not see the pipe from 40 to 46, underwater": "40-46 not seen under water", "can't see past 60": "60 on not seen",
    "from 40 on i can't see anything": "40 on not seen",
    "couldn't see from 40 to 46 because of mud on the lens": "40-46 not seen mud on the lens",
    "offset at the wall": "near wall: offset", "offset just outside the wall": "near wall: offset",
    "hole through the wall at 20": "20 hole",
    "scale on the wall 20-30": "20-30 scale", "crack 3 feet past the wall": "3ft past wall: crack",
    "roots 10 feet back of the curb": "10ft short of curb: roots", "10' bk of curb 6' deep": "10ft short of curb: depth 6'0\"",
    "located at 41": "41 located", "located at 41, 4 foot 2": "41 depth 4'2\"", "marked it at 41, 5 feet": "41 depth 5'0\"",
    "crack located at 41": "41 crack", "water comes in from the left branch at 40": "40 inflow left",
    "water coming out of the branch at 40": "40 inflow", "water running in from the wye at 40, nothing's on": "40 inflow",
    "water coming in at the joint at 40": "40 leaking_in joint",
}.items())  # fmt: skip
def test_it_is_heard(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)


def test_depths_are_told_each_at_its_place_the_second_without_its_unit() -> None:
    lines = ("near cleanout: depth 3'0\"", "near street: depth 7'0\"")
    assert hear_line("3 feet deep at the cleanout, 7 at the street", HOUSE).lines == lines


@pytest.mark.parametrize(("said", "never"), {
    "located 6 feet off the corner of the house": "depth", "located 6 ft from the fence": "depth", "main is 8 feet deep": "in all",
    "can't see roots from 40 to 46": "not seen", "can't see past 60 roots": "not seen", "water 56-63": "rest",
}.items())  # fmt: skip
def test_what_it_does_not_say_is_not_heard(said: str, never: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome != "heard" or never not in " ".join(heard.lines)
    assert not [c for c in heard.candidates[:1] if never in " ".join(c)]


@pytest.mark.parametrize(("run", "hole", "seen"), [
    ("run A yard clay 4in, facing main, counts to main", (40, 60), 40),
    ("run B street clay 4in, facing house, counts to house, zero at main", (-60, -40), 20),
])  # fmt: skip
def test_from_a_footage_on_nothing_is_seen_as_far_as_the_camera_went(
    run: str, hole: tuple[int, int], seen: int
) -> None:
    a = assess(record_from_page(f"{run}\n20 roots\n40 on not seen, mud\n60 roots")[0])
    assert [(u.start_ft, u.end_ft) for u in a.unseen if "mud" in u.why] == [hole]
    assert a.seen_ft == pytest.approx(seen)


def test_from_the_furthest_on_it_is_a_stretch_of_unknown_length() -> None:
    a = assess(record_from_page("run A yard clay 4in, facing main, counts to main\n60 roots\n60 on not seen, mud")[0])
    assert [(u.start_ft, u.end_ft) for u in a.unseen if "mud" in u.why] == [(None, None)] and a.seen_ft == 60
