"""Lines as one types them who has not read what can be typed: each heard whole, or asked with what it says first.

Invented for these tests; common practice in how they are said, no source.
"""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()

HEARD = {
    # from a footage on to another
    "clean from 0 to 35": ("0-35 sound",),
    "the crack at 30 runs to 34": ("30-34 crack",),
    "belly starts at 30 and goes to 41": ("30-41 standing",),
    "the roots at 30 continue to 44": ("30-44 roots",),
    "roots start at 28 and get worse to 45": ("28-45 roots",),
    "standing water for about 6 feet starting at 50, inch and a half deep": ("50-56 standing 1.5in",),
    "2 foot section missing at 44": ('44 break pieces "2 ft long"',),
    "around the 60 foot mark we have a belly": ("~60 standing",),
    # feet and inches
    "depth is 4 foot 6 at the curb": ("near curb: depth 4'6\"",),
    "roots at 41 foot 6": ("41.5 roots",),
    "crack 30 ft 6 to 9 o'clock": ("30 crack 6-9 o'clock",),
    "it's holding a couple inches at 45": ("45 standing 2in",),
    # lists and counts
    "roots at three joints, 12, 15 and 18": ("12 roots joint", "15 roots joint", "18 roots joint"),
    "root intrusion at 3 joints, 12, 15, and 18 feet": ("12 roots joint", "15 roots joint", "18 roots joint"),
    "rts @ 12, 15, 18 jts lt": ("12 roots joint light", "15 roots joint light", "18 roots joint light"),
    "cracks in 2 places, 31 and 34": ("31 crack", "34 crack"),
    "roots and a small offset at 34, both on the left": ("34 roots left", "34 offset small left"),
    "no cracks, no roots, joints all tight": ("none: crack", "none: roots", "sound joint"),
    "no cracks and the joints are tight": ("none: crack", "sound joint"),
    "sand and gravel on the bottom 50 to 54": ('50-54 settled sand "sand and gravel on the bottom"',),
    # hours
    "crack at 33 from 10 to 2": ("33 crack 10-2 o'clock",),
    "21.5: fuzzy stuff at the joint, ten to two, tenth of the pipe": ("21.5 roots hair joint 10% 10-2 o'clock",),
    # where one goes in
    "pushed in from the roof vent": ('access "roof vent"',),
    "pulled the toilet and went in there": ('access "pulled the toilet and went in there"',),
    "access is a 4 inch cleanout in the garage": ("near garage: access 4in",),
    "cleanout is in the front bed about 8 inches down": ('near front bed: access_fault buried "8 inches down"',),
    # the bottom of a pipe, whichever it is
    "bottom of the cast iron is rotted out at 8": ("8 invert_gone",),
    "got to the city main at 77 feet": ("77 main",),
    "the whole line needs replaced": ("recommend the whole line needs replaced",),
}  # fmt: skip


@pytest.mark.parametrize(("said", "lines"), HEARD.items())
def test_it_is_heard(said: str, lines: tuple[str, ...]) -> None:
    heard = hear_line(said, HOUSE)
    assert (heard.outcome, heard.lines) == ("heard", lines), heard.why


ASKED = {
    "bell crk 19 3-6": ("19 cracked_bell 3-6 o'clock",),
    "jt @47 rts 10 & 2": ("47 roots joint 10-2 o'clock",),
    "hole 12, 3": ("12 hole 3 o'clock",),
    "from 40 to 46 there's about an inch of water and some paper sitting in it": ("40-46 standing 1in", "40-46 settled paper"),
    "bottom of the iron is rusty at 8": ("8 invert_gone",),
}  # fmt: skip


@pytest.mark.parametrize(("said", "lines"), ASKED.items())
def test_it_is_asked_with_what_it_says_first(said: str, lines: tuple[str, ...]) -> None:
    heard = hear_line(said, HOUSE)
    assert (heard.outcome, heard.candidates[0]) == ("asked", lines), heard.why


# the other side of each rule: what looks alike and says something else is not taken for it
NOT_TAKEN = {
    "goes to clay at 41": "goes",
    "offset at 33 by half of the wall thickness": "0.5in",  # of a thickness that nobody said
    "pipe is offset half the pipe wall at 33": "50%",
    "lost sight under water 61-68": "slight",
    "no roots or tight joints at 20": "sound joint",
    "bottom of the cast iron is not gone at 8": "invert_gone",
    "goes vertical at 33, drops about 2 feet": "33 offset",
    "crack below the roof vent at 12": "access",
    "never got to the main at 77": "77 main",
}  # fmt: skip


@pytest.mark.parametrize(("said", "taken"), NOT_TAKEN.items())
def test_it_is_not_taken_for_what_looks_alike(said: str, taken: str) -> None:
    heard = hear_line(said, HOUSE)
    assert taken not in " ".join(line for line in heard.lines if "none:" not in line)


@pytest.mark.parametrize(
    ("word", "mended"),
    [
        ("sight", None),
        ("seating", None),
        ("slope", None),
        ("float", None),
        ("papper", "paper"),
        ("channels", "channel"),
    ],
)
def test_a_word_of_english_is_no_slip_of_another(word: str, mended: str | None) -> None:
    """By the list of SCOWL, sizes 10 to 35, that ships."""
    assert house_lexicon().mended(word) == mended
