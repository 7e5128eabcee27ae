"""What was just said and is taken back: the last word stands, the first is a correction; nothing else is touched."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
TURNS = (
    ", no, ",
    ", sorry, ",
    ", I mean ",
    ", make that ",
    ", correction, ",
    ", no wait, ",
    ", scratch that, ",
    " or rather ",
)
SLOTS = {
    "roots at 41, {}": [("30 percent", "40 percent", "41 roots 40%"), ("light", "medium", "41 roots medium"),
                        ("3 o'clock", "9 o'clock", "41 roots 9 o'clock"), ("on the left", "on the right", "41 roots right")],
    "offset at 30, {}": [("half an inch", "three quarters of an inch", "30 offset 0.75in"), ("down", "up", "30 offset up")],
    "belly 20 to 26, {}": [("an inch", "two inches", "20-26 standing 2in")],
    "crack at 41, {}": [("at the top", "bottom", "41 crack bottom"), ("lengthwise", "diagonal", "41 crack diagonal")],
}  # fmt: skip


@pytest.mark.parametrize("turn", TURNS)
@pytest.mark.parametrize("said", SLOTS)
def test_the_last_word_stands(said: str, turn: str) -> None:
    for first, last, line in SLOTS[said]:
        assert hear_line(said.format(f"{first}{turn}{last}"), HOUSE).lines == (line,), (first, turn, last)


@pytest.mark.parametrize(("said", "line"), { "offset up, no, down at 30": "30 offset drop",
    "offset at 30, down half an inch, I mean up half an inch": "30 offset up 0.5in", "clay from 0 to 20, no, iron": "0-20 pipe iron",
    "hairline crack at 41, actually it's open": "41 crack open", "wye on the left at 20, no, on the right": "20 fitting wye right",
    "crack at 41, no, 42": "42 crack", "roots at 30, 20 percent, actually 20 to 30 percent": "30 roots 20-30%",
}.items())  # fmt: skip
def test_it_is_taken_back_wherever_it_stands(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)


def test_each_word_of_it_is_accounted_for() -> None:
    uses = {w.text: w.use for w in hear_line("roots at 41, 30 percent, no, 40 percent", HOUSE).words}
    assert (uses["30"], uses["no"], uses["40"]) == ("correction", "correction", "size")


@pytest.mark.parametrize(("said", "lines"), {
    "roots at 41 on the left, actually on the right there's a crack": ("41 roots left", "41 crack right"),
    "roots at 41 left, no, right, and a crack at 50": ("41 roots right", "50 crack"),
}.items())  # fmt: skip
def test_what_goes_with_another_thing_takes_nothing_back(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


@pytest.mark.parametrize("said", [
    "roots, no, grease at 41", "crack at 41 top no bottom", "roots at 30 left, none right", "belly 20 to 26, sorry, an inch",
    "roots at 41, 30 percent, no, 40", "roots on the left, no roots on the right at 30", "open crack at 30, hairline",
    "roots at 41 30 percent no 40 percent",
])  # fmt: skip
def test_what_may_be_meant_otherwise_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"
