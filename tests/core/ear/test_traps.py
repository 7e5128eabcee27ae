"""Traps beside the lexicon: what must not be heard, what must be asked, and what the words around a number make of it."""

import pytest

from bellstone.core.ear import hear_line
from tests.core.ear.scoring import heard_things
from tests.core.said import HOUSE

# nothing of the pipe is said: nothing may be heard
NOT_OURS = [
    "crack of dawn start today", "crack in the driveway by the gate", "the root of the problem is the schedule",
    "main complaint is the noise",
   
    "left the main gate open",
    "the water main is on the other side", "sound of a pump next door", "paper work is in the truck",
    "the neighbours have a pool", "hole in the fence", "it collapses the schedule", "stopped for lunch", "met the owner at ten",
    "drop the invoice off", "tap on the door", "the bell at the gate", "grease the reel tonight", "the dog belly flopped",
    "joint venture meeting at 4", "open the garage first", "clay court next door", "the plastic tarp blew away", "iron gate at the back",
]  # fmt: skip


@pytest.mark.parametrize("text", NOT_OURS)
def test_what_is_not_of_the_pipe_is_not_heard(text: str) -> None:
    assert hear_line(text, HOUSE).outcome != "heard", hear_line(text, HOUSE).lines


# two readings, or a word that decides and was not said
ASKED = [
    "41-6 roots", "22 rt curtain 40%", "roots at twenty twenty two and a half", "open joint twenty two four inch gap",
    "hole upper left around ten", "scaly iron 2-9", "they say it collapsed at 60", "owner says roots at 40", "62 depth 5.11",
    "the last plumber found a break at 28", "there used to be roots at 40", "used to be a belly at 44", "might collapse at 60 soon",
    "crack and a rat at 40", "roots at 30, no wait", "offset then something weird at 40", "main at the far side of the street 110 ft",
]  # fmt: skip


@pytest.mark.parametrize("text", ASKED)
def test_what_has_two_readings_is_not_heard_by_itself(text: str) -> None:
    assert hear_line(text, HOUSE).outcome != "heard", hear_line(text, HOUSE).lines


HEARD = {
    "at 41 and a half there's heavy roots at the joint, about seventy percent": ["41.5 roots heavy joint ~70%"],
    "41.5 rts @ jt hvy ~70%": ["41.5 roots joint heavy ~70%"],
    "hairline crack up top around 27 feet": ["~27 crack hairline top"],
    "0-22 CI 4in fair, then clay 6": ["0-22 condition fair", "0-22 pipe iron 4in", "22 change iron 4in > clay 6in"],
    "roots at 41, no wait, 42": ["42 roots"],
    "at 80 feet, not 18, there are roots": ["80 roots"],
    "roots at 22, 25 and 28": ["22 roots", "25 roots", "28 roots"],
    "roots light 31, heavy 37": ["31 roots light", "37 roots heavy"],
    "three feet past the wye there's a crack": ["3ft past wye: crack"],
    "roots ten feet back from the curb": ["10ft short of curb: roots"],
    "4 goes to 6 at 77": ["77 change 4in > 6in"],
    "12-19 grease a third of the pipe": ["12-19 grease 33%"],
    "a 45 to the left at 60": ["60 fitting bend 45 left"],
    "41 roots, both sides": ["41 roots sides"],
    "never made it to the main": ["main not reached"],
    "we turned the water off": ["water off"],
    "camera goes under water at 50, came up at 56": ["50-56 submerged"],
    "one oh six is the main": ["106 main"],
    "Root ball 53, 80%. Ring left all the way around": ["53 roots was 80% now ball cut_flush all"],
    "joint at 33.5 open 3/4 in, no soil": ["33.5 open joint 0.75in", "33.5 none: soil_seen"],
    "shftd jt 44": ["44 offset"],
    "41 ovl 10%": None,
}


@pytest.mark.parametrize("text", HEARD)
def test_what_is_plain_is_heard(text: str) -> None:
    heard = hear_line(text, HOUSE)
    if HEARD[text] is None:
        assert heard.outcome != "heard"
        return
    assert heard.outcome == "heard", heard.why
    assert sorted(heard.lines) == sorted(HEARD[text] or [])


@pytest.mark.parametrize(
    ("said", "ft"),
    [
        ("roots at forty one", 41), ("roots at 41 ft 6 in", 41.5), ("roots at one twelve", 112), ("roots at a hundred and four", 104),
        ("roots at 88½", 88.5), ("roots at forty four decimal five", 44.5), ("roots at 12'", 12),
        ("roots at one oh nine and a quarter", 109.25),
        ("roots at twenty-six point four", 26.4), ("roots at 22'6\"", 22.5),
    ],
)  # fmt: skip
def test_a_footage_is_read_as_it_is_spoken(said: str, ft: float) -> None:
    (thing,) = heard_things(hear_line(said, HOUSE).lines)
    assert thing["at"] == ("ft", pytest.approx(ft))


@pytest.mark.parametrize(
    ("said", "inches"),
    [
        ("half an inch", 0.5), ("an inch and a half", 1.5), ("inch and three quarters", 1.75), ("three eighths of an inch", 0.375),
        ("1-1/4 in.", 1.25), ("a quarter inch", 0.25), ("one and three-quarter inches", 1.75), ('3/4"', 0.75), ("two inches", 2.0),
    ],
)  # fmt: skip
def test_inches_are_read_as_they_are_spoken(said: str, inches: float) -> None:
    (thing,) = heard_things(hear_line(f"open joint at 41, {said}", HOUSE).lines)
    assert thing["sighting"].size.likely == pytest.approx(inches) and thing["sighting"].size.unit == "in"


@pytest.mark.parametrize("sign", ["³", "²", "¼", "①", "٣", "፩"])
def test_a_sign_that_only_looks_like_a_figure_is_no_fault(sign: str) -> None:
    for text in (f"{sign}", f"roots {sign} at 12", f"12 roots {sign}/4", f"{sign}12 roots"):
        assert hear_line(text, HOUSE).outcome in ("heard", "asked", "kept")


def test_a_number_between_two_things_that_may_both_be_so_wide_is_asked() -> None:
    assert hear_line("coupling 4 inch offset at 22", HOUSE).outcome == "asked"
    assert hear_line("6 inch wye at 31 with roots", HOUSE).lines == ("31 fitting wye 6in", "31 roots")
    assert hear_line("wye at 31, 6 inch", HOUSE).lines == ("31 fitting wye 6in",)
