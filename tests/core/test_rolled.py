"""A picture that rolled: where the bottom shows from then on, and what that makes of the hours told after it."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def hours(*lines: str, run: str = "run A yard clay 4in, facing main, counts to main") -> list[float]:
    """The hour with the flow at which each lot of roots shows, as they were told."""
    record, _ = record_from_page("\n".join([run, *lines, "60 main"]))
    assert record_from_page(page_of(record))[0] == record
    found = sorted(
        (f.station_ft or 0, f.clock[0] % 12) for f in assess(record).findings if f.kind == "roots" and f.clock
    )
    return [hour for _, hour in found]


def test_hours_turn_with_the_picture_from_there_on() -> None:
    """Upside down, what shows at three lies at nine; with the bottom at nine, three is the crown."""
    roots = [f"{ft} roots 3 o'clock" for ft in (20, 30, 40, 50)]
    told = (roots[0], "rolled upside down", roots[1], "rolled bottom at 9", roots[2], "45 rolled back level", roots[3])
    assert hours(*told) == [3, 9, 0, 3]


def test_the_roll_itself_lies_at_no_hour() -> None:
    record, _ = record_from_page("run A yard clay 4in, facing main, counts to main\n30 rolled bottom at 9\n60 main")
    assert [(f.clock, f.clock_open) for f in assess(record).findings if f.kind == "rolled"] == [(None, False)]


def test_a_head_that_levels_itself_is_not_turned() -> None:
    level = "run A yard clay 4in, facing main, counts to main, self-levelling"
    assert hours("rolled upside down", "30 roots 3 o'clock", run=level) == [3]


def test_one_that_says_no_hour_turns_nothing() -> None:
    assert hours("rolled a bit", "30 roots 3 o'clock") == [3]


def test_another_run_is_as_it_was() -> None:
    again = "run B yard, facing main, counts to main"
    assert hours("rolled upside down", "30 roots 3 o'clock", again, "40 roots 3 o'clock") == [9, 3]


@pytest.mark.parametrize(("said", "line"), {
    "picture's upside down so bottom's at twelve": "rolled bottom at 12",
    "the bottom of the pipe appears at nine o'clock": "rolled bottom at 9",
    "bottom shows at 3 o'clock": "rolled bottom at 3", "pipe bottom is on the left": "rolled bottom at 9",
    "picture is upside down": "rolled upside down", "camera flipped over at 30": "30 rolled", "rolled bottom at 9": "rolled bottom at 9",
    "hole in the bottom at 12": "12 hole bottom", "bottom's gone at 9": "9 invert_gone",
}.items())  # fmt: skip
def test_it_is_heard(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)
