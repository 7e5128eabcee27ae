"""``right at the joint`` is no side, ``on the right at the joint`` is one; every lead before every part of the pipe."""

from itertools import product

import pytest

from bellstone.core.ear import hear_line, listen
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
PARTS = {
    "at the joint": "joint", "at joint": "joint", "in the joint": "joint", "on the joint": "joint", "from the joint": "joint",
    "by the joint": "joint", "there": "", "here": "",
}  # fmt: skip
SIDES = (
    "on the right", "on right", "to the right", "on the right side", "off to the right", "in from the right",
    "coming in on the right", "on the right hand side",
)  # fmt: skip
THINGS = {"roots": "roots", "a crack": "crack", "heavy roots": "roots heavy", "a hole": "hole"}


def said(thing: str, side: str, part: str) -> tuple[str, ...]:
    return f"{thing} {side} {part} at 42", f"42 {thing} {side} {part}", f"at 42 there are {thing} {side} {part}"


def heard(lines: tuple[str, ...]) -> dict[str, tuple[str, ...]]:
    told = {line: hear_line(line, HOUSE) for line in lines}
    return {line: h.lines for line, h in told.items() if h.outcome == "heard"}


@pytest.mark.parametrize("thing", THINGS)
def test_a_side_before_a_part_is_kept(thing: str) -> None:
    lines = [line for side, part in product(SIDES, PARTS) for line in said(thing, side, part)]
    told = heard(tuple(lines))
    assert len(told) > 0.85 * len(lines)
    assert not [(line, found) for line, found in told.items() if "right" not in found[0].split()]
    joints = {line: found for line, found in told.items() if "joint" in line}
    assert not [(line, found) for line, found in joints.items() if "joint" not in found[0].split()]


@pytest.mark.parametrize("thing", THINGS)
def test_just_there_is_no_side(thing: str) -> None:
    lines = tuple(line for part in PARTS for line in said(thing, "right", part))
    told = heard(lines)
    assert len(told) > 0.85 * len(lines)
    assert not [(line, found) for line, found in told.items() if "right" in found[0].split()]
    for line in lines:  # at the entry line, where it could be read as written
        assert "right" not in listen(line, HOUSE, typed=True).completed.split()


@pytest.mark.parametrize(
    ("said", "lines"),
    [
        ("roots at 42 off to the right", ("42 roots right",)),
        ("crack at 42, off to the left", ("42 crack left",)),
        ("at 42 roots over to the left", ("42 roots left",)),
        ("joint at 42 off to the right half inch", ("42 offset right joint 0.5in",)),
        ("crack at 42, off to the left at 50", ("42 crack", "50 offset left")),
        ("hit the right spot, roots at 42", ("42 roots",)),
        ("there's a small offset up right at the change, quarter inch", ("offset up small 0.25in",)),
        ("bend right after the wye at 42", ('42 fitting bend "right after the wye"',)),
    ],
)
def test_off_to_a_side_is_where_a_thing_is(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


@pytest.mark.parametrize(
    "said", ["42 offset right at joint", "offset right at the joint 42", "wye right on the joint at 42"]
)
def test_of_what_has_a_side_it_is_asked(said: str) -> None:
    reading = listen(said, HOUSE, typed=True)
    assert not reading.acts
    sides = ["right" in choice.line.split() for choice in reading.questions[0].choices]
    assert sides == [True, False]


def test_an_r_is_a_side() -> None:
    assert hear_line("i see roots R at about 41 feet", HOUSE).lines == ("~41 roots right",)


@pytest.mark.parametrize("said", ["42 crack, right?", "33 offset right, right?", "42 roots, right?"])
def test_a_question_for_a_yes_asks_for_the_side(said: str) -> None:
    reading = listen(said, HOUSE, typed=True)
    assert not reading.acts
    assert "is it so, or on that side" in reading.questions[0].text
    assert len(reading.questions[0].choices) == 2


def forms() -> list[tuple[str, str]]:
    return [
        (name, word.replace("_", " "))
        for name, kind in HOUSE.kinds.items()
        for form, others in kind.forms.items()
        for word in (form, *others)
    ]


@pytest.mark.parametrize("typed", [True, False])
def test_a_form_alone_is_no_thing_that_the_ear_does_not_hear(typed: bool) -> None:
    """``42 fine``, ``42 tap``, ``42 cable``: the entry language once took the first kind that has such a form."""
    wrong = []
    for kind, word in forms():
        line = f"42 {word}"
        reading, ear = listen(line, HOUSE, typed=typed), hear_line(line, HOUSE)
        sure = [a.sighting.kind for a in reading.acts if a.act == "see"]
        if sure and not reading.questions and ear.outcome != "heard":
            wrong.append((kind, line, sure))
    assert not wrong


@pytest.mark.parametrize(
    ("said", "ways"),
    [
        ("42 tap", ["42 main", "42 branch", "42 object tap"]),
        ("42 drop", ["42 offset drop"]),
        ("42 left", ["42 offset left"]),
        ("42 cable", ["42 crossing cable"]),
        ("saddle at 42", ["42 main saddle", "42 branch"]),
    ],
)
def test_a_form_alone_is_asked_with_what_it_may_be(said: str, ways: list[str]) -> None:
    reading = listen(said, HOUSE, typed=True)
    assert not reading.acts
    offered = [choice.line for choice in reading.questions[0].choices]
    assert set(ways) <= set(offered)
    for way in ways:
        assert listen(way, HOUSE, typed=True).can_be_added


def test_what_a_form_is_offered_as_keeps_when_it_was_said() -> None:
    reading = listen("[1:20] 42 left", HOUSE, typed=True)
    assert [choice.line for choice in reading.questions[0].choices] == ["[1:20] 42 offset left"]
    assert listen(reading.questions[0].choices[0].line, HOUSE, typed=True).time_s == 80.0


@pytest.mark.parametrize(
    ("said", "line"),
    [
        ("48 up 1/2in", "48 offset up 1/2in"),
        ("48 ball 70%", "48 roots ball 70%"),
        ("48 curtain 70% 12-3", "48 roots curtain 70% 12-3"),
        ("42 wye left", "42 fitting wye left"),
        ("42 shattered", "42 break shattered"),
        ("42 sand 20%", "42 settled sand 20%"),
    ],
)
def test_a_form_with_its_size_is_written_short(said: str, line: str) -> None:
    assert listen(said, HOUSE, typed=True).completed == line


def test_a_saddle_told_of_the_main_is_how_the_line_meets_it() -> None:
    assert hear_line("main 94, saddle", HOUSE).lines == ("94 main saddle",)
    assert hear_line("main tee saddle at 90", HOUSE).lines == ("90 main saddle",)
