"""What a finding has one of, said twice and otherwise: asked which, and never the last one silently."""

import pytest

from bellstone.core.edits import record_from_page
from tests.core.said import read_line


@pytest.mark.parametrize(
    ("line", "choices"),
    [
        ("10 standing 1in 2in rest", ["10 standing 1in rest", "10 standing 2in rest"]),
        ("10 roots 30% 50%", ["10 roots 30%", "10 roots 50%"]),
        ("10 roots slight large", ["10 roots slight", "10 roots large"]),
        ("10 offset up 1/2in 1/4in", ["10 offset up 1/2in", "10 offset up 1/4in"]),
        ("10 offset up left 1/2in", ["10 offset up 1/2in", "10 offset left 1/2in"]),
        ("10 roots curtain ball 30%", ["10 roots curtain 30%", "10 roots ball 30%"]),
        ("10 standing 1in rest sink", ["10 standing 1in rest", "10 standing 1in sink"]),
        ("10 crack top 3 o'clock", ["10 crack top", "10 crack 3 o'clock"]),
        ("10 crack 12-3 top", ["10 crack 12-3", "10 crack top"]),
        ("10 roots ball was 60% 40% now 20%", ["10 roots ball was 60% now 20%", "10 roots ball was 40% now 20%"]),
        ("10 standing 1in rest ± 0.2in", ["10 standing 1in rest ±", "10 standing rest ± 0.2in"]),
    ],
)
def test_two_of_what_there_is_one_of_are_asked(line: str, choices: list[str]) -> None:
    read = read_line(line)
    assert not read.can_be_added
    (question,) = read.questions
    assert [c.line for c in question.choices] == choices
    assert [c.label in line for c in question.choices] == [True, True]
    assert line[question.start : question.end].strip() == question.choices[1].label
    assert record_from_page(f"run A cleanout clay 4in, facing main\n{line}")[0].visits[0].sightings == ()
    assert all(not read_line(c.line).questions for c in question.choices)


@pytest.mark.parametrize(
    ("line", "likely", "form"),
    [
        ("10 roots large 70% joint", 70, None),  # a number stands over the word beside it, either way round
        ("10 roots 70% large joint", 70, None),
        ("10 roots ball was 60% now 20%", 20, "ball"),  # what it was and what it is are two things
        ("10 roots 30% 30%", 30, None),  # the same said again says nothing else
        ("10 standing 1in rest ; roots 20%", 1, None),  # two things at one place have a size each
        ("10 offset up 1/2in up", 0.5, "up"),
    ],
)
def test_what_is_no_contradiction_is_not_asked(line: str, likely: float, form: str | None) -> None:
    read = read_line(line)
    assert read.can_be_added and not read.questions
    first = record_from_page(f"run A cleanout clay 4in, facing main\n{line}")[0].visits[0].sightings[0]
    assert first.size is not None
    assert (first.size.likely, first.form) == (likely, form)
