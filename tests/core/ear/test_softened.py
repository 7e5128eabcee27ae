"""A word that softens a number is never lost: about so far, nearly so much, a couple."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.entry import read_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
SOFTLY = (
    "about", "around", "approximately", "approx", "roughly", "maybe", "somewhere around", "close to", "is about", "it's approximately",
    "i'd guess", "i'd say about", "call it", "figure", "give or take", "plus or minus", "like", "just about", "an estimated",
    "estimated at", "roughly at", "almost", "nearly", "on the order of",
)  # fmt: skip
SIZED = {
    "roots at 41, {} 30 percent": ("pct", 30), "offset at 41, {} half an inch": ("in", 0.5),
    "standing water at 41, {} 2 inches deep": ("in", 2),
    "grease at 41, {} a third of the pipe": ("pct", 33),
}  # fmt: skip


def seen(text: str) -> list:
    return [act.sighting for line in hear_line(text, HOUSE).lines for act in read_line(line, HOUSE).acts]


@pytest.mark.parametrize("soft", SOFTLY)
@pytest.mark.parametrize("said", SIZED)
def test_a_size_stays_about(said: str, soft: str) -> None:
    for sighting in seen(said.format(soft)):
        assert (sighting.size.form, sighting.size.unit, sighting.size.likely) == ("about", *SIZED[said])


@pytest.mark.parametrize("soft", SOFTLY)
@pytest.mark.parametrize("said", ["crack {} 41", "{} 41 feet there's a crack", "roots {} 41 to 46"])
def test_a_footage_stays_about(said: str, soft: str) -> None:
    for sighting in seen(said.format(soft)):
        assert (sighting.position.counter.form, sighting.position.counter.likely) == ("about", 41)


def test_most_of_them_are_heard_and_not_asked() -> None:
    said = [text.format(soft) for soft in SOFTLY for text in SIZED]
    heard = [text for text in said if hear_line(text, HOUSE).outcome == "heard"]
    assert len(heard) >= 0.8 * len(said)


@pytest.mark.parametrize(("text", "line"), {
    "roots at 41, 30 percent or so": "41 roots ~30%", "offset at 41, half an inch give or take": "41 offset ~0.5in",
    "a couple inches of standing water at 41": "41 standing ~2in", "grease 20 to about 28": "~20-28 grease",
    "roots at 41 a little over 30 percent": "41 roots over 30%", "slightly less than half full of roots at 41": "41 roots under 50%",
    "roots at 41 about 20 to 30 percent": "41 roots 20-30%", "roots at 41, exactly 30 percent": "41 roots 30%",
}.items())  # fmt: skip
def test_what_stands_beside_a_number_says_how_it_is_meant(text: str, line: str) -> None:
    assert hear_line(text, HOUSE).lines == (line,)


@pytest.mark.parametrize("said", [
    "crack just under 41", "crack a little over 41 feet", "at most 41 feet there's a crack", "a bit before 41 a crack",
    "crack right before 41", "crack just short of 41",
])  # fmt: skip
def test_a_place_told_by_a_bound_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"
