"""Lines typed as they came to mind, each with what it is; and what is asked of them, never guessed.

Each stands for a construction: a doubt told as a question, how far one did not come, a size behind a footage.
"""

import pytest

from bellstone.core.ear import hear_line, listen
from bellstone.core.scheme import house_scheme
from tests.core.ear.test_plain_talk import same

HOUSE = house_scheme()

HEARD = {
    # a doubt told as a question doubts the thing; of how it is, it is kept in its words
    "can't tell if that's roots at 41": ["41 roots?"],
    "i'm not sure whether it is a crack at 20": ["20 crack?"],
    "no idea if it's the main at 80": ["80 main?"],
    "couldn't really tell if it was holding water at 40": ["40 standing?"],
    "hard to say if it's cracked at 20": ["20 crack?"],
    "crack at 30, can't tell if it's open": ['30 crack "can\'t tell if it\'s open"'],
    # how far one did not come
    "never made it to the main": ["main not reached"],
    "could not advance to the main": ["main not reached"],
    "was not able to reach the public main": ["main not reached"],
    "stopped at 77 without reaching the main": ["77 stopped", "77 none: main"],
    "couldn't get to the main, stopped at 92": ["92 none: main", "92 stopped"],
    "The main was not attained.": ["main not reached"],
    "main was not located": ["main not reached"],
    # what is behind a thing does not swallow the thing
    "at 55 you can see dirt through the crack": ["55 soil_seen", "55 crack"],
    "31 open joint 1 in, can see dirt through the gap": ["31 open 1in", "31 soil_seen"],
    # *right* before a place is no side; after *on the* it is one
    "two inches deep right in the middle, 40 to 47 belly": ["40-47 standing 2in"],
    "belly 40 right under the porch": ['40 standing "under the porch"'],
    "roots right out of the joint at 22": ["22 roots joint"],
    "kitchen comes in on the right here, 18": ["18 branch kitchen right"],
    # brackets that say more of the thing before, or what a list is of
    "Vertical offset (drop) of 0.25 in at 23 ft.": ["23 offset drop 0.25in"],
    "22, 28 and 34 (roots)": ["22 roots", "28 roots", "34 roots"],
    "main 94, tap on top, 8 inch clay": ['94 main top "8 inch clay"'],
    # stretches
    "liner 12 > 60, fin at 33": ["12 liner_start", "60 liner_end", "33 patch_bad wrinkled"],
    "6 > 4 at 20": ["20 change 6in > 4in"],
    "grease starts at 8 and it's heavy till 20": ["8-20 grease heavy"],
    "bellied, only a quarter inch, 66 to 70": ["66-70 standing 0.25in"],
    # sizes: the bore beside one, so much behind a footage, how thick
    "drained off and still an inch in the four inch, 50 to 55": ["50-55 standing rest 1in"],
    "let it sit 10 minutes and it's still an inch at 43": ["43 standing 1in"],
    "offset at 42, 1 1/4, to the right": ["42 offset right 1.25in"],
    "42 offset 1.25": ["42 offset 1.25in"],
    "2 1/2 roots": ["2.5 roots"],
    "roots at 30, 41 1/2 and 44": ["30 roots", "41.5 roots", "44 roots"],
    "3 inches thick grease on the bottom at 15": ["15 grease bottom 3in"],
    "golf ball sized hole at 34": ['34 hole "golf ball sized"'],
    "belly 40 to 47 full of sludge": ["40-47 standing", '40-47 settled sludge "full of it"'],
    "pipe full of sludge at 30": ["30 settled sludge full"],
    "at 33 crack (see photo 4)": ["33 crack"],
    # cut: the size as it was found
    "Root ball 53, 80% plugged. Cut it. ring left all the way around": ["53 roots was 80% now ball cut_flush all"],
    "53 root ball 80 percent, ran the blade through it, just a ring left now": ["53 roots was 80% now ball cut_flush"],
    # kept beside a thing as it was said
    "roots at 41 came back since the last cutting": ['41 roots "came back since the last cutting"'],
    "roots at 41 wrapped around the cable": ['41 roots "wrapped around the cable"'],
    "roots at 41 from the neighbor's maple": ['41 roots "from the neighbor\'s maple"'],
    "grease at 12 from the restaurant next door": ['12 grease "from the restaurant next door"'],
    "stopped at 71, the cable just kept bunching up behind me": ['71 stopped "the cable just kept bunching up behind me"'],
    "45 bend left 31, tight": ['31 fitting bend 45 left "tight"'],
    "hub broke off at 55": ['55 break pieces "hub"'],
    # the ground above
    "located 12 feet from the fence, 48 inches deep": ['near fence: depth 48in "12 feet from the fence"'],
    "crosses under the garage at 30": ["30 surface garage"],
    "line is 4 inch orangeburg, soft, bad shape": ["pipe fibre 4in", 'condition poor "soft"'],
    # one pipe after the other, a stretch told in two breaths, a list that says where it is not
    "cleanout by the driveway, 4 inch pvc, looks new": ['near driveway: access "looks new"', "pipe pvc 4in"],
    "Pipe: 4 in cast iron, 0 to 9.5 ft. Thereafter 4 in vitrified clay.": ["0-9.5 pipe iron 4in", "9.5 change iron 4in > clay 4in"],
    "52, a crack along the top, goes to about 55": ["52-55 crack top lengthwise"],
    "everything before 24 is good": ["0-24 sound"],
    "Joints 12, 15, 18: fine roots. 21: none. 24: medium.": [
        "12 roots hair joint", "15 roots hair joint", "18 roots hair joint", "21 none: roots", "24 roots hair medium",
    ],
    "3 feet of cracked pipe at 24": ['24 crack "3 feet"'],
    "some scale remains after descaling, 4 to 10": ['4-10 scale "after descaling"'],
    # a side in a clause of its own that is well; a turn that is hard; a flush that was fine
    "CI 0-14 scaled 25%, btm ok": ["0-14 pipe iron", '0-14 scale 25% "btm ok"'],
    "58, hard bend to the right": ["58 fitting bend hard right"],
    "flushed 1x ok": ["flush moved_well"],
    "break at 46 with a void": ["46 break", "46 soil_seen void"],
    "wye 20 L, cap": ["20 fitting wye left", "20 cap"],
    "wye left or right at 26": ['26 fitting wye "left or right"'],
    "roots either light or medium at 33": ["33 roots light|medium"],
    "second of two wyes at 26": ['26 fitting wye "second of two"'],
    "camera stuck here, root ball at 41 prevented further passage": ["41 stopped", "41 roots ball"],
    "no fitting wye 43": ["43 none: fitting"],
    "bottom's rotted out from nine to eleven": ["9-11 invert_gone"],
    "stopped at 71, root ball, can't push through it": ["71 stopped", "71 roots ball"],
    "wye on the right at 18, that's gonna be the kitchen": ['18 fitting wye right "kitchen"'],
    "20-40 ok": ["20-40 sound"],
    "depth 22 4'2": ["22 depth 4'2\""],
    "pvc starts at 61 with a shielded coupling": ["61 change pvc", "61 coupling shielded"],
    "that's a tee, not a wye, at 26": ['26 fitting tee "not a wye"'],
    "what I called a crack at 22 is a scratch": ['22 dismissed "taken for crack"'],
    "see that line, that's where the water sits, about a third of the way up": ["water_mark ~33%"],
    "it's 4 foot deep here, maybe 4 and a half": ['depth 4\'0" "maybe 4 and a half"'],
    "I'd look at it again in a year or after the next backup": [
        "recommend I'd look at it again in a year or after the next backup",
    ],
    # what was asked and denied is not there, what stands behind it is; a verdict keeps its words
    "is that the main? no, wye at 52": ["52 fitting wye"],
    "was that a bend? nope, offset at 41 half inch": ["41 offset 0.5in"],
    "crack at 20, doesn't look good": ['20 crack "doesn\'t look good"'],
    "mark the hole at 40": ["40 located"],
    # said to somebody who looks on
    "roots at 33, see?": ["33 roots"],
    "33 crack, okay?": ["33 crack"],
    "nope 33 is clean": ["33 sound"],
    "roots at 33?": ["33 roots?"],
    # a name that holds a size or a side keeps it
    "big root ball at 40": ["40 roots ball large"],
    "dense root mass at 40": ["40 roots ball heavy"],
    "small hair roots at 40": ["40 roots hair small"],
    "Medium scale all around from 0 to 18.": ["0-18 scale medium all"],
    "shattered all around at 40": ["40 break shattered all"],
    "crown flattened at 40": ["40 deformed crown"],
    "heavy scale all the way around 5-20": ["5-20 scale heavy all"],
    # advice with a condition is advice; a repair that is there is none
    "next look in two years unless it backs up again": ["next look in two years unless it backs up again"],
    "repair it at 33": ["recommend repair it at 33"],
}  # fmt: skip


@pytest.mark.parametrize("said", HEARD)
def test_it_is_heard(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome == "heard", (heard.why, heard.candidates)
    assert same(list(heard.lines), HEARD[said]), heard.lines


ASKED = {
    "joint drops a quarter at 23": [("23 offset drop joint 0.25in",), ("23 offset drop joint 25%",)],
    "os lt 1/4 @ 41": [("41 offset left 0.25in",), ("41 offset slight 0.25in",)],
    "don't cut that, there's a line through the pipe at 58": [
        ("58 crossing pipe", "recommend don't cut that, there's a line through the pipe at 58"),
    ],
    "dig at 40 never fixed the dip": [],
    "main is 8 inch": [],
    "between here and the main": [],
    "tap at 30, main at 94": [("30 main", "94 main"), ("30 branch", "94 main")],
    "repair at 33 looks good": [("33 repair", "33 sound"), ("recommend repair at 33 looks good",)],
    "collapse at 60 was not complete": [("60 collapse",)],
    "going upstream the pipe steps up at 33": [("33 offset drop", "note going upstream")],
    "not quite collapsed at 60": [],
    "not completely blocked at 44, roots": [],
    "22 cut (roots on the neighbor's side)": [],
    "the line is dry all the way. Good to the street.": [],
    # that it is not well is no thing
    "33 is not fine": [],
    "pipe not sound from 20 to 30": [],
    "cracks at 20 not there good pipe": [],
    "root cause is the landlord never cleans it okay moving on": [],
    "mark hole at 40": [("40 hole",), ("40 located",)],
}  # fmt: skip


@pytest.mark.parametrize("said", ASKED)
def test_it_is_asked(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome != "heard"
    offered = [set(c) for c in heard.candidates]
    assert all(
        {*way} in offered or any({w.replace(" joint", "") for w in way} == o for o in offered) for way in ASKED[said]
    )


def test_a_negative_of_degree_denies_no_thing() -> None:
    """What is not quite so may be nearly so: never *none*."""
    for thing in ("collapsed", "caved in", "broken", "plugged"):
        for degree in ("quite", "completely", "entirely", "fully"):
            heard = hear_line(f"not {degree} {thing} at 60", HOUSE)
            assert heard.outcome != "heard", (thing, degree, heard.lines)


@pytest.mark.parametrize(
    "thing", ["wye at 52", "heavy roots at 33", "the joint at 41 is open half an inch", "the pipe is clay at 20"]
)
def test_an_answer_denies_nothing_of_what_stands_behind_it(thing: str) -> None:
    """``nope, 33 is clean``: an answer to somebody; a bare *no* with a comma may be either, and is asked."""
    told = hear_line(thing, HOUSE).lines
    for opener in ("nope, ", "Nah, "):
        heard = hear_line(opener + thing, HOUSE)
        assert (heard.outcome, heard.lines, heard.said) == ("heard", told, opener + thing)
        assert [heard.said[w.start : w.end] for w in heard.words] == [w.text for w in heard.words]
    asked = hear_line(f"no, {thing}", HOUSE)
    assert asked.outcome == "asked" and asked.candidates[0] == told
    assert hear_line("no wye at 52", HOUSE).lines == ("52 none: fitting",)
    assert hear_line("no, there's no wye at 52", HOUSE).lines == ("52 none: fitting",)


THINGS = (
    "roots at 33",
    "wye on the left at 52",
    "offset half an inch at 20",
    "scale 5 to 20",
    "pipe turns to clay at 20",
    "main at 92",
)


@pytest.mark.parametrize("thing", THINGS)
def test_what_a_line_opens_with_says_nothing_of_the_pipe(thing: str) -> None:
    """No side of ``right so``, no size of ``great``, nothing sound of ``perfect``, no place lost behind ``add``."""
    told = hear_line(thing, HOUSE).lines
    for opener in (
        "Right, so",
        "great,",
        "perfect,",
        "good news,",
        "bad news,",
        "next,",
        "fyi,",
        "spotted",
        "add",
        "not good,",
    ):
        heard = hear_line(f"{opener} {thing}", HOUSE)
        assert (heard.outcome, heard.lines) == ("heard", told), opener
    for opener, put in (("right,", "right"), ("stop,", "stopped")):
        asked = hear_line(f"{opener} {thing}", HOUSE)
        assert asked.outcome == "asked" and asked.candidates[0] == told, opener
        assert any(put in " ".join(way) for way in asked.candidates[1:]) or opener == "right,", asked.candidates


@pytest.mark.parametrize("thing", [t for t in THINGS if "clay" not in t])
def test_a_verdict_on_a_thing_does_not_deny_it(thing: str) -> None:
    """``roots at 33, not good`` had been no roots; ``right?`` is no side before it is asked."""
    kind = hear_line(thing, HOUSE).lines[0].split()[1]
    for closer in ("not good", "not pretty", "that's not good", "no good", "not nice"):
        heard = hear_line(f"{thing}, {closer}", HOUSE)
        assert heard.outcome != "kept" and not any("none" in line for line in heard.lines), closer
        assert any(kind in line and "none" not in line for line in heard.lines or heard.candidates[0]), closer
    assert hear_line(f"{thing}, right?", HOUSE).outcome == "asked"
    backing = hear_line(f"{thing}, backing up", HOUSE)
    assert backing.outcome == "asked" and backing.candidates[0] == hear_line(thing, HOUSE).lines


def test_no_line_says_that_nothing_is_well() -> None:
    """*None: sound* tells nobody what is wrong: it is asked, or kept beside the thing it is said of."""
    for said in (
        "33 is not fine",
        "not okay at 33",
        "33 not clean",
        "roots at 33 not looking good",
        "the pipe is not sound, 20 to 30",
    ):
        heard = hear_line(said, HOUSE)
        assert not any("none: sound" in line for way in (heard.lines, *heard.candidates) for line in way), said


def test_what_a_number_is_of_is_not_asked_where_another_thing_is() -> None:
    """The question that is left is of the side, and each answer to it has the footage."""
    question = listen("roots at 33, right?", HOUSE, typed=True).questions[0]
    assert [choice.line for choice in question.choices] == ["33 roots?", "33 roots right"]
