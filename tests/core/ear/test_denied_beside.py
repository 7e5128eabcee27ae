"""What is denied beside a thing is kept in its words; what denies the thing is never kept beside it."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


@pytest.mark.parametrize(("said", "line"), [
    ("the crack at 31 doesn't go all the way round", "31 crack \"doesn't go all the way round\""),
    ("belly 40-47, doesn't drain, 2in", '40-47 standing 2in "doesn\'t drain"'),
    ("offset at 19 to the left, not enough to stop the camera", '19 offset left "not enough to stop the camera"'),
    ("crack at 30, not active", '30 crack "not active"'),
    ("the crack at 20 has not grown", '20 crack "has not grown"'),
    ("roots at 22 on the left, no damage to the bell", None),
])  # fmt: skip
def test_what_is_denied_beside_a_thing_is_kept_in_its_words(said: str, line: str | None) -> None:
    heard = hear_line(said, HOUSE)
    if line is None:  # a thing is named in what is denied: it is asked
        assert heard.outcome == "asked"
    else:
        assert heard.lines == (line,)
        assert all(w.use != "none" for w in heard.words)


@pytest.mark.parametrize("said", [
    "roots at 30, not there last time", "crack at 30, not real", "belly at 40, don't see it", "hole at 22, couldn't find it again",
    "roots at 40? I don't think so", "roots at 40, I don't think it is",
    "offset at 20, didn't look like it",
    "roots at 30, no, crack", "offset at 12, not anymore", "crack at 41, it does not show on the tape",
])  # fmt: skip
def test_what_denies_the_thing_itself_is_never_kept_beside_it(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome != "heard" or all("none:" in line for line in heard.lines)
    assert not any('"' in line for lines in (heard.lines, *heard.candidates) for line in lines)


@pytest.mark.parametrize(("said", "line"), [
    ("roots 41 not more than ten percent", "41 roots under 10%"),
    ("roots at 41, not even ten percent", "41 roots under 10%"),
    ("belly 30-36, no more than an inch", "30-36 standing under 1in"),
    ("offset 19, not quite half an inch", "19 offset under 0.5in"),
    ("roots up to 40 percent at 33", "33 roots under 40%"),
])  # fmt: skip
def test_a_negative_before_a_size_says_no_more_than(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)


def test_none_over_a_size_is_said_of_each_of_a_list() -> None:
    heard = hear_line("Roots at 60, 63 and 66, each one at a joint, none of them over twenty percent.", HOUSE)
    assert heard.lines == tuple(f"{ft} roots joint under 20%" for ft in (60, 63, 66))


@pytest.mark.parametrize("said", ["no roots over 20 feet", "goes up to 6 inch at 44", "no more roots at 30"])
def test_over_a_footage_or_a_bore_is_no_bound_of_a_size(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert not any("under" in line for lines in (heard.lines, *heard.candidates) for line in lines)


@pytest.mark.parametrize("said", [
    "crack at 30, don't think so", "hole at 30, I wouldn't say so", "roots at 40, I don't think they are",
    "roots at 40? I don't think so",
])  # fmt: skip
def test_a_belief_that_is_denied_denies_what_was_told(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome == "asked" and "none:" in heard.candidates[0][0]


@pytest.mark.parametrize(
    "said",
    ["watch for a crack at 30", "look for roots at 40", "where are the roots at 40", "how bad is the crack at 30"],
)
def test_what_is_only_looked_for_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"
