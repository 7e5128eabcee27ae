"""Another's word and ours against it; places by things that no list has."""

import pytest

from bellstone.core.ear import Heard, hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def hear(text: str) -> Heard:
    return hear_line(text, HOUSE)


@pytest.mark.parametrize(("text", "ours"), [
    ("previous company says collapse at 60, we drove right through it", "60 none: collapse"),
    ("the last guy told them it's broken at forty, it is not", "40 none: break"),
    ("another company said there is a hole at 25 feet; our video does not show it", "25 none: hole"),
    ("the plumber says there is a collapse at 31. no sign of it", "31 none: collapse"),
])  # fmt: skip
def test_what_was_claimed_and_not_found_is_offered_as_claim_and_negative(text: str, ours: str) -> None:
    """Asked, for it is another's word; the first choice holds both."""
    heard = hear(text)
    assert heard.outcome == "asked"
    claim, negative = heard.candidates[0]
    assert claim.startswith("claim ") and negative == ours
    assert (claim,) in heard.candidates


@pytest.mark.parametrize(
    "text", ["previous company says collapse at 60", "the plumber says there is a hole at 31, he did not film it"]
)
def test_a_claim_that_nobody_contradicts_gives_no_negative(text: str) -> None:
    heard = hear(text)
    assert not any("none:" in line for lines in (heard.lines, *heard.candidates) for line in lines)


@pytest.mark.parametrize(("text", "line"), [
    ("heavy roots under the pergola", "near pergola: roots heavy"),
    ("crack by the wooden gazebo", "near wooden gazebo: crack"),
])  # fmt: skip
def test_behind_a_place_word_and_its_article_a_thing_no_list_has_is_a_place(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


@pytest.mark.parametrize("text", [
    "roots at the time", "crack at the moment", "hole by the look of it", "roots under the circumstances", "crack under the whole",
    "roots under the pergola lights out",
])  # fmt: skip
def test_what_stands_nowhere_is_no_place(text: str) -> None:
    heard = hear(text)
    assert not any("near" in line for line in heard.lines)
