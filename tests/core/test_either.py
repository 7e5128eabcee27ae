"""One of several words of one slot, nobody knows which: read, printed, told, turned with the flow and rated as a range."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of, read_line, sighting_line
from bellstone.core.scheme import Rating, house_scheme, rate

HOUSE = house_scheme()
EITHER = {
    "41 roots light|medium": "roots, light or medium", "48 offset left|right": "offset, left or right",
    "30 crack hairline|open": "crack, hairline or open", "20-40 wear light|heavy": "wear, light or heavy",
    "41 leaking_in drops|stream": "leaking in, drops or stream", "33 roots curtain|ball 30%": "roots, curtain or ball, 30 %",
    "41 hole small|large": "hole, small or large",
}  # fmt: skip


@pytest.mark.parametrize(("line", "words"), EITHER.items())
def test_it_is_read_printed_and_told(line: str, words: str) -> None:
    (act,) = read_line(line, HOUSE).acts
    assert (sighting_line(act.sighting), act.sighting.unread) == (line, ())
    page = f"run A yard clay 4in, facing main, counts to main\n{line}\n60 main"
    record, _ = record_from_page(page)
    assert record_from_page(page_of(record))[0] == record
    (found,) = (f for f in assess(record).findings if f.kind == act.sighting.kind)
    assert found.words == words


def rated(words: str) -> Rating:
    (act,) = read_line(f"41 {words}", HOUSE).acts
    out = rate(act.sighting, 4, "clay", HOUSE)
    assert isinstance(out, Rating)
    return out


@pytest.mark.parametrize(("kind", "one", "other"), [
    ("roots", "light", "heavy"), ("crack", "hairline", "open"), ("wear", "light", "heavy"), ("leaking_in", "drops", "spray"),
    ("hole", "small", "large"), ("crack hairline", "around", "multiple"), ("offset 0.5in", "up", "drop"),
])  # fmt: skip
def test_its_rating_spans_that_of_each_and_no_more(kind: str, one: str, other: str) -> None:
    both, first, second = (rated(f"{kind} {w}") for w in (f"{one}|{other}", one, other))
    assert (both.low, both.high) == (min(first.low, second.low), max(first.high, second.high))
    assert both.likely == first.likely


@pytest.mark.parametrize(("facing", "words"), [("main", "offset, up or left"), ("house", "offset, drop or right")])
def test_a_direction_turns_with_each_of_its_words(facing: str, words: str) -> None:
    page = f"run A yard clay 4in, facing {facing}, counts to main\n48 offset up|left 0.5in\n60 main"
    (found,) = (f for f in assess(record_from_page(page)[0]).findings if f.kind == "offset")
    assert found.words == f"{words}, 0.5 in" and "or" in found.second_look


@pytest.mark.parametrize("line", ["33 roots left|right", "33 roots ball|large", "33 roots ball|sideways"])
def test_words_of_two_slots_are_no_either(line: str) -> None:
    assert read_line(line, HOUSE).unread
