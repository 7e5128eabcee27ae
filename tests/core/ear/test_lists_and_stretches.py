"""What a negative reaches, where a stretch begins, who speaks, and what something is only like.

Lines and answers are our own working, from handbook 08: rule 10 for who speaks, 8.2 for negatives and places.
"""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()

HEARD = {
    # what the camera did is no item of a list of what is not there
    "no roots, cable ran out 150": ("150 none: roots", "150 stopped"),
    "no cracks seen and the camera stopped at 60": ("60 none: crack", "60 stopped"),
    "no roots, main at 80": ("80 none: roots", "80 main"),
    "never saw the main, cable ran out 150": ("150 none: main", "150 stopped"),
    "camera ain't going no further at 66": ("66 stopped",),
    # a negative that closes a clause is of what stands before it
    "main not found, stopped 92": ("92 none: main", "92 stopped"),
    "the main was not reached, stopped at 92": ("92 none: main", "92 stopped"),
    "main was never reached and the cable ran out at 150": ("150 none: main", "150 stopped"),
    "roots none, crack 40": ("40 none: roots", "40 crack"),
    "main not reached, stopped at roots": ("main not reached, stopped at roots",),
    # or and nor carry a negative on
    "no roots or cracks at 20": ("20 none: roots", "20 none: crack"),
    "no roots nor cracks 0 to 40": ("0-40 none: roots", "0-40 none: crack"),
    "no cracks, breaks or holes 0 to 40": ("0-40 none: crack", "0-40 none: break", "0-40 none: hole"),
    "no roots, a crack at 20": ("20 none: roots", "20 crack"),
    # a stretch of which the end is said
    "clay to about 38": ("~0-38 pipe clay",),
    "scale from the start to about 12": ("~0-12 scale",),
    "roots from 20 until maybe 44": ("20-44 roots",),
    "clay until 38, then pvc until 52": ("0-38 pipe clay", "38-52 pipe pvc"),
    "iron to 11, clay to 50, plastic to 66": ("0-11 pipe iron", "11-50 pipe clay", "50-66 pipe plastic"),
    "cast iron until 11 feet where it becomes clay": ("0-11 pipe iron", "11 change iron > clay"),
    "four inch cast zero to twelve then it's four inch clay": ("0-12 pipe iron 4in", "12 change iron 4in > clay 4in"),
    "roots at 30 between 10 and 2 o'clock": ("30 roots 10-2 o'clock",),
    "hairline at 20": ("20 crack hairline",),
    "fracture at 20 from 9 to 12 o'clock": ("20 crack 9-12 o'clock",),
    "liner from 10 to 60": ("10 liner_start", "60 liner_end"),
    "sag between 40 and 52 holding 2 inches of water": ("40-52 standing 2in",),
    "there's a belly here starts at thirty five and goes to about forty two": ("35-42 standing",),
    "it's not a break it's a crack at 30": ("30 none: break", "30 crack"),
    # which way, how deep, how sure
    "looks like an offset joint at thirty one maybe half an inch down": ("31 offset? drop ~0.5in",),
    "roots at 21 probably blocking about half the pipe": ("21 roots ~50%",),
    "depth here is five foot two": ("depth 5'2\"",),
    "33 inches deep at 20": ("20 depth 33in",),
    "grease 2 inches deep at 40": ("40 grease 2in",),
    "sounds like a main 90": ("90 main?",),
    "i think that is the main at 80": ("80 main?",),
    # a wye that is dry is one thing
    "wye right 27 dry": ('27 fitting wye right "dry"',),
    # a likeness is its words, and no size
    "gap at 30 you could stick your thumb in it": ('30 open "you could stick your thumb in it"',),
    "roots like a horse tail at 30": ('30 roots "like a horse tail"',),
    # who gives advice, and who tells
    "grease twenty to twenty eight i would jet it": ("20-28 grease", "recommend i would jet it"),
    "stopped at 60 by an offset owner says main is at 80": None,
    "owner says the line was lined in 2010": ("claim owner says the line was lined in 2010",),
    "owner says it was lined but I see clay": ("pipe clay", "claim owner says it was lined"),
    "tenant reports the toilet backs up": ("symptom tenant reports the toilet backs up",),
    "possible collapse at 74, camera would not pass": ("74 collapse?", "74 stopped"),
}


@pytest.mark.parametrize(("text", "lines"), HEARD.items())
def test_what_is_said_is_heard(text: str, lines: tuple[str, ...] | None) -> None:
    heard = hear_line(text, HOUSE)
    if lines is None:
        assert heard.outcome == "asked"
    else:
        assert heard.lines == lines, (heard.candidates, heard.why)


@pytest.mark.parametrize(
    "text",
    [
        "no roots, collapse at 50",
        "no roots and collapsed at 50",
        "no roots, cracks at 20",
        "no cracks and open joint at 40 half an inch",
        "roots at 40, about 41 maybe",
        "roots to 20, grease to 40",
        "clay to 40 roots to 50",
        "owner says roots at 40",
        "he says it is lined",
        "main to about 80",
        "roots at 20 no roots at 20",
        "belly at 30 with 1 in water, not a belly",
        "roots holding at 30",
        "inch and a half deep at 40",
        "roots, no, crack at 40",
        "main's at 80 according to the map",
        "collapse is likely at 60",
        "roots not measured at 30",
        "crack like the one at 20, at 30",
        "roots starting at the curb to 40",
        "roots starting 20-24 to 30",
        "roots from the next joint to 40",
        "roots starting at 20 or 22 to 40",
        "belly 20 to 30 no water",
        "sixty, sixty-five, seventy, main at seventy-three",
        "stopped at 60, 70",
        "roots at every joint between 20 and 44 except 30",
        "crack 12 o'clock and 6 o'clock at 30",
        "roots 10 or 2 o'clock at 30",
        "hvy rts 41.5 jt 70",
        "gas line crosses the pipe at 33",
        "looks like a gas line at 33",
        "hole looks like a belly at 30",
    ],
)
def test_what_may_be_meant_two_ways_is_asked(text: str) -> None:
    heard = hear_line(text, HOUSE)
    assert heard.outcome == "asked", heard.lines


@pytest.mark.parametrize("thing", ["belly", "crack", "collapse", "wye", "root"])
def test_a_likeness_to_a_thing_of_the_pipe_is_no_likeness(thing: str) -> None:
    assert f'"like a {thing}"' not in " ".join(hear_line(f"grease like a {thing} at 30", HOUSE).lines)


def test_a_list_behind_a_negative_offers_both_meanings() -> None:
    candidates = hear_line("no roots, collapse at 50", HOUSE).candidates
    assert candidates[:2] == (("50 none: roots", "50 none: collapse"), ("50 none: roots", "50 collapse"))
