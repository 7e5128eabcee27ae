"""One hole or two: ground that would not stand, or is less work than a second hole, is dug; it is told why."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.dig import Bracket
from bellstone.core.dig.one_hole import Ground, ground_between, why_one
from bellstone.core.edits import record_from_page

HEAD = "run A cleanout clay 4in, facing main, counts to main"


def digs(*lines: str) -> tuple[Bracket, ...]:
    return assess(record_from_page("\n".join([HEAD, *lines, "90 main"]))[0]).digs


def between(apart_ft: float, deep: str) -> tuple[Bracket, ...]:
    """Two collapses so far apart, the pipe read as deep from one to the other."""
    return digs("30 collapse", f"{30 + apart_ft:g} collapse", *(f"{ft} depth {deep}" for ft in (26, 33, 39, 46)))


@pytest.mark.parametrize(("apart_ft", "holes"), [(9.0, 1), (9.7, 1), (9.8, 2), (10.0, 2)])
def test_less_ground_than_stands_by_itself_is_one_hole(apart_ft: float, holes: int) -> None:
    """Alone, the first ends at 32.81 ft and the second begins 5.6 to 6 ft before it: 4 ft are left from 9.76 ft apart."""
    found = digs("30 collapse", f"{30 + apart_ft:g} collapse")
    assert len(found) == holes
    assert ("one hole for 2: less than 4 ft would stand between" in found[0].why) == (holes == 1)


@pytest.mark.parametrize(("apart_ft", "deep", "holes", "said"), [
    (12, "2'0\"", 1, "one hole for 2: 6.2 ft between are 1.5 yd³ to dig, less than a second hole is worth (2 yd³)"),
    (14, "2'0\"", 1, "one hole for 2: 8.2 ft between are 1.9 yd³ to dig, less"),
    (17, "2'0\"", 2, "the next hole is another: 11.1 ft between are 2.6 yd³ to dig, more"),
    (12, "4'0\"", 2, "the next hole is another: 6.2 ft between are 2.6 yd³ to dig, more than a second hole is worth (2 yd³)"),
    (9.7, "8'0\"", 1, "one hole for 2: less than 4 ft would stand between"),
])  # fmt: skip
def test_the_deeper_the_sooner_two_holes_are_less_work(apart_ft: float, deep: str, holes: int, said: str) -> None:
    """By hand: 6.2 ft x 2 ft x (2.06 + 0.5) ft x 1.25 / 27 = 1.47 yd³; at 4.06 ft deep 2.62 yd³."""
    found = between(apart_ft, deep)
    assert len(found) == holes
    assert said in found[0].why


def test_ground_of_unknown_depth_is_left_standing_and_says_so() -> None:
    found = digs("30 collapse", "42 collapse")
    assert len(found) == 2
    assert "6.2 ft stand before the next hole: how deep the pipe is there is not known" in found[0].why
    assert "hole" not in found[1].why


def test_where_nothing_needs_digging_there_is_no_hole() -> None:
    assert digs("30 roots light") == ()


def test_a_hole_far_on_is_not_spoken_of() -> None:
    assert "hole" not in digs("30 collapse", "60 collapse")[0].why


@pytest.mark.parametrize(("length_ft", "said"), [(20.0, True), (20.1, False)])
def test_how_far_on_the_next_hole_is_spoken_of(length_ft: float, said: bool) -> None:
    assert bool(Ground(length_ft, 9.0).why) == bool(Ground(length_ft, None).why) == said


def test_holes_drawn_out_to_joints_beyond_each_other_are_one() -> None:
    """Alone, the first ends past the joint at 38 ft and the second begins before that at 37 ft."""
    found = digs("30 collapse", "37 joint", "38 joint", "44 collapse")
    assert len(found) == 1 and "one hole for 2: less than 4 ft" in found[0].why


def test_the_longest_ground_dug_is_what_is_told() -> None:
    words = why_one(3, [Ground(1.0, None), Ground(5.0, 1.2)], None)
    assert words == "; one hole for 3: 5.0 ft between are 1.2 yd³ to dig, less than a second hole is worth (2 yd³)"
    assert why_one(1, [], None) == ""


def test_above_the_ground_or_reaching_into_each_other_there_is_nothing_to_reckon() -> None:
    over = ground_between([(0, 10), (8, 12), (17, 20)], lambda at: [(-0.5, 0.1, "read")] * len(at))
    assert over == [None, Ground(0.0, None), Ground(5.0, None)]
    assert ground_between([(0, 10)], lambda at: [None] * len(at)) == [None]


@given(st.lists(st.floats(5, 85), min_size=1, max_size=6), st.sampled_from(["2'0\"", "5'0\""]))
def test_no_two_holes_come_closer_than_ground_that_stands(at_ft: list[float], deep: str) -> None:
    placed = sorted({round(ft, 1) for ft in at_ft})
    found = digs(*(f"{ft:g} collapse" for ft in placed), *(f"{ft} depth {deep}" for ft in range(4, 88, 6)))
    assert sum(len(d.items) for d in found) == len(placed)
    assert all(b.start_ft - a.end_ft >= 4.0 for a, b in zip(found, found[1:], strict=False))
