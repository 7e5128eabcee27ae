"""Lines as one types them who has not read what can be typed: each heard whole, or asked with what it says first.

Invented for these tests; common practice in how they are said, no source.
"""

import pytest

from bellstone.core.ear import SourceLine, hear_line, hear_page, listen
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.entry import read_line, sighting_line
from bellstone.core.record import Sighting
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
    "it's holding a couple inches at 45": ("45 standing ~2in",),
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
    "cleanout is in the front bed about 8 inches down": ('near front bed: access_fault buried "about 8 inches down"',),
    # several things in one breath
    "alright so at 22 we've got roots coming in at the joint on the left side about 10 percent then another one at 25 same thing": (
        "22 roots joint left ~10%", "25 roots joint left ~10%",
    ),
    "belly 20 to 26 and another 40 to 44": ("20-26 standing", "40-44 standing"),
    "two bellies, 20-26 and 40-44": ("20-26 standing", "40-44 standing"),
    "three cracks at 12, 15 and 18": ("12 crack", "15 crack", "18 crack"),
    "roots at 18 22 and 26 all pretty light": ("18 roots light", "22 roots light", "26 roots light"),
    "at 44 cracked pipe, offset joint and roots": ("44 crack", "44 offset", "44 roots"),
    "forty one crack on the top it runs to forty three": ("41-43 crack top",),
    "fourteen there's another joint roots on both sides maybe ten fifteen percent": ("14 roots joint 10-15% sides",),
    "coming up on 31 there's a wye on the right that's probably the kitchen": ('31 fitting wye right "probably kitchen"',),
    # the pipe
    "clay up to 44, pvc after that": ("0-44 pipe clay", "44 change clay > pvc"),
    "everything after 44 is pvc": ("44 on pipe pvc",),
    "we got four inch cast iron here pretty rough on the bottom": ("wear rough bottom", "pipe iron 4in"),
    "coming up at nine feet there's the transition to clay with a rubber coupling": ("9 change clay", "9 coupling rubber"),
    "bad joint at 28, roots and dirt": ('28 roots "bad joint"', "28 soil_seen"),
    # bends, fittings and what is wrong with them
    "the pipe takes a hard left at 22": ("22 fitting bend left",),
    "pipe necks down at 35": ("35 fitting reducer",),
    "cracked coupling at 12": ("12 crack", "12 coupling"),
    "pvc deflected 10 percent at 60": ("60 deformed 10%",),
    "root stubs left at 40": ("40 roots cut_flush",),
    "piece of tile laying in the bottom at 46": ("46 break pieces loose bottom",),
    "dripping from the top at 33": ("33 leaking_in drops top",),
    "iron is split along the bottom from 4 to 9": ("4-9 pipe iron", "4-9 crack bottom lengthwise"),
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
    "from 40 to 46 there's about an inch of water and some paper sitting in it": ("40-46 standing ~1in", "40-46 settled paper"),
    "bottom of the iron is rusty at 8": ("8 invert_gone",),
    "wye right at 20": ("20 fitting wye right",),
    "bend right at 20": ("20 fitting bend right",),
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
    "bad joint at 28": "offset",
    "offset right at the wye": "offset right",
    "roots at ten fifteen percent": "10-15%",  # without a word of doubt: a place, and a size
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


def told(*said: str) -> list[tuple[str, ...]]:
    """The lines of timed words, one after the other."""
    page = [SourceLine(number=n, time_s=5.0 * n, said=line) for n, line in enumerate(said, start=1)]
    return [draft.heard.lines for draft in hear_page(page, HOUSE)]


def test_where_it_runs_and_how_deep_are_said_of_the_thing_before() -> None:
    lines = told("there's a belly here", "it goes from twenty six out to thirty one", "deepest part's maybe an inch")
    assert lines == [("26-31 standing ~1in",), (), ()]
    assert told("roots here", "from 40 to 44", "main at 60")[0] == ("40-44 roots",)


def test_what_is_told_next_lies_where_a_stretch_began_and_not_at_its_end() -> None:
    lines = told("forty one crack on the top it runs to forty three", "i can see dirt up there")
    assert lines == [("41-43 crack top",), ("41 soil_seen",)]


PLACES = {
    "at 41": "41", "at 41 feet": "41", "41 feet in": "41", "about 41 feet": "~41", "around 41": "~41", "at the 41 foot mark": "41",
    "right at 41 feet": "41", "@ 41'": "41", "somewhere around 41": "~41", "close to 41": "~41", "at or about 41": "~41",
    "at 41 and a half": "41.5", "from 41 to 48": "41-48", "between 41 and 48 feet": "41-48", "41 to 48 ft": "41-48",
}  # fmt: skip
SEEN = {
    "heavy roots": "roots heavy", "a root ball": "roots ball", "a hairline crack": "crack hairline", "a belly": "standing",
    "some paper": "settled paper", "a crack on top": "crack top", "roots on the left": "roots left", "a hole in the bottom": "hole bottom",
}  # fmt: skip
SHARES = {
    "about 20 percent": "~20%",
    "maybe a quarter of the pipe": "~25%",
    "around a third": "~33%",
    "10 to 15 percent": "10-15%",
}
INCHES = {
    "about half an inch": "~0.5in", "an inch and a half": "1.5in", "a good inch": "1in", "a couple inches": "~2in", "3/8": "0.375in",
    "less than an inch": "under 1in", '1/2"': "0.5in", "1/2 inch": "0.5in",
}  # fmt: skip
SIZED = {
    "roots": ("roots", SHARES),
    "grease": ("grease", SHARES),
    "standing water": ("standing", INCHES),
    "offset": ("offset", INCHES),
}


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("seen", SEEN)
def test_a_thing_and_a_place_are_the_same_in_every_order(place: str, seen: str) -> None:
    line = f"{PLACES[place]} {SEEN[seen]}"
    for said in (
        "{t} {p}",
        "there's {t} {p}",
        "{p} there's {t}",
        "we got {t} {p}",
        "{p}, {t}",
        "okay {p} we have {t}",
        "{t}, {p}",
    ):
        text = said.format(t=seen, p=place)
        heard = hear_line(text, HOUSE)
        # a line of the entry language may stand as it is: it is read the same
        assert heard.outcome == "heard" and [sighting_line(s) for s in sightings(heard.lines)] == [
            sighting_line(*sightings((line,)))
        ], text


@pytest.mark.parametrize("thing", SIZED)
def test_a_size_goes_with_its_thing_wherever_it_stands(thing: str) -> None:
    kind, sizes = SIZED[thing]
    for size, as_written in sizes.items():
        for said in (
            "{t} at 41, {s}",
            "at 41 {t}, {s}",
            "{t} {s} at 41",
            "41 feet, {t}, {s}",
            "{s} {t} at 41",
            "{t} at 41 {s}",
        ):
            text = said.format(t=thing, s=size)
            assert hear_line(text, HOUSE).lines == (f"41 {kind} {as_written}",), text


def sightings(lines: tuple[str, ...]) -> list[Sighting]:
    return [act.sighting for line in lines for act in read_line(line, HOUSE).acts if act.act == "see"]


PIPES = {"cast iron": "iron", "clay": "clay", "pvc": "pvc", "orangeburg": "fibre", "concrete": "concrete"}


@pytest.mark.parametrize("a", PIPES)
@pytest.mark.parametrize("b", PIPES)
def test_a_change_of_pipe_is_the_same_however_it_is_said(a: str, b: str) -> None:
    for said in (
        "goes from {a} to {b} at 22",
        "{a} to {b} at 22",
        "pipe changes at 22 from {a} to {b}",
        "at 22 {a} turns to {b}",
    ):
        if a != b:
            text = said.format(a=a, b=b)
            assert hear_line(text, HOUSE).lines == (f"22 change {PIPES[a]} > {PIPES[b]}",), text
    for said in ("turns to {b} at 22", "{b} starts at 22", "now it's {b} at 22"):
        assert hear_line(said.format(b=b), HOUSE).lines == (f"22 change {PIPES[b]}",), said
    for said in ("{b} up to 22", "first 22 feet are {b}", "it's {b} from 0 to 22"):
        assert hear_line(said.format(b=b), HOUSE).lines == (f"0-22 pipe {PIPES[b]}",), said


STEPS = {
    "dropped": "drop", "steps up": "up", "offset to the left": "left", "offset to the right": "right", "shifted left": "left",
    "shifted right": "right", "raised": "up",
}  # fmt: skip


@pytest.mark.parametrize("step", STEPS)
def test_a_joint_out_of_line_keeps_its_way_and_its_size(step: str) -> None:
    for size, inches in {"a quarter inch": "0.25in", "about an inch": "1in", '3/8"': "0.375in"}.items():
        for said in (
            "joint is {d} {s} at 30",
            "the joint at 30 is {d} by {s}",
            "30, joint {d} {s}",
            "the joint's {d} {s} at 30",
        ):
            (seen,) = sightings(hear_line(text := said.format(d=step, s=size), HOUSE).lines)
            ways = (seen.form, seen.clock.word if seen.clock else None)
            assert (seen.kind, STEPS[step] in ways, seen.size and f"{seen.size.likely:g}in") == (
                "offset",
                True,
                inches,
            ), text


DEEP = {
    "5 feet deep": "5'0\"",
    "4 foot 6 deep": "4'6\"",
    "52 inches deep": "52in",
    "4'6\" deep": "4'6\"",
    "five feet deep": "5'0\"",
}


@pytest.mark.parametrize("deep", DEEP)
def test_a_depth_is_no_place_and_no_size(deep: str) -> None:
    for said in ("it's {n} at 40", "at 40 it's {n}", "located at 40, {n}", "40 feet, {n}", "marked at 40, {n}"):
        assert hear_line(said.format(n=deep), HOUSE).lines == (f"40 depth {DEEP[deep]}",), said


@pytest.mark.parametrize("said", [
    "main at 83", "we hit the main at 83 feet", "reached the city main at 83", "there's the main, 83", "got to the main at 83",
    "tied into the main at 83", "at 83 we're at the main",
])  # fmt: skip
def test_the_main_is_reached_where_one_says_so(said: str) -> None:
    assert hear_line(said, HOUSE).lines == ("83 main",)


@pytest.mark.parametrize("said", ["hung up at 61", "blocked at 61", "end of the line at 61"])
def test_what_may_be_the_camera_or_something_else_is_asked(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert (heard.outcome, heard.candidates[0]) == ("asked", ("61 stopped",))


def test_a_question_answered_with_no_is_offered_as_not_there() -> None:
    assert hear_line("roots at 30? no", HOUSE).candidates[0] == ("30 none: roots",)


SPOKEN = {
    "twenty two": "22", "forty one and a half": "41.5", "one oh five": "105", "a hundred and twelve": "112", "thirty-three": "33",
    "seven": "7", "fifty four and a quarter": "54.25", "eight and a half": "8.5",
}  # fmt: skip


@pytest.mark.parametrize("number", SPOKEN)
def test_a_footage_in_words_is_the_place(number: str) -> None:
    for said in (
        "at {n} there's {t}",
        "{t} at {n}",
        "coming up on {n} there's {t}",
        "{n} there's {t}",
        "we're at {n} now and there's {t}",
    ):
        text = said.format(n=number, t="heavy grease")
        assert hear_line(text, HOUSE).lines == (f"{SPOKEN[number]} grease heavy",), text


SIDES = {
    "L": "left", "R": "right", "btm": "bottom", "on the left": "left", "on the right": "right", "at the top": "top",
    "at 3 o'clock": "3 o'clock", "from 10 to 2": "10-2 o'clock", "upper left": "9-12 o'clock", "both sides": "sides",
}  # fmt: skip


@pytest.mark.parametrize("side", SIDES)
def test_a_side_or_an_hour_is_kept_wherever_it_stands(side: str) -> None:
    for said in (
        "roots {s} at 41",
        "41 roots {s}",
        "at 41 feet there's roots {s}",
        "roots at 41, {s}",
        "41, roots, {s}",
    ):
        text = said.format(s=side)
        lines = hear_line(text, HOUSE).lines
        assert [sighting_line(s) for s in sightings(lines)] == [
            sighting_line(*sightings((f"41 roots {SIDES[side]}",)))
        ], text


THINGS = {"roots": "roots", "a crack": "crack", "a belly": "standing", "a hole": "hole"}
WHERE = {
    "{t} 3 feet past the wye": "3ft past wye:", "3 feet past the bend there's {t}": "3ft past bend:",
    "{t} 3 feet before the curb": "3ft short of curb:",
    "{t} by the mailbox": "near mailbox:", "there's {t} by the oak tree": "near oak tree:", "{t} 3 feet further on": "+3",
    "3 more feet and there's {t}": "+3", "another 3 feet, {t}": "+3", "{t} the whole way": "all:", "{t} throughout": "all:",
}  # fmt: skip


@pytest.mark.parametrize("said", WHERE)
def test_a_place_by_something_else_or_everywhere(said: str) -> None:
    for thing, kind in THINGS.items():
        assert hear_line(said.format(t=thing), HOUSE).lines == (f"{WHERE[said]} {kind}",), thing


@pytest.mark.parametrize("stamp", ["", "[0:30] "])
def test_the_first_word_of_a_sentence_begins_no_kind(stamp: str) -> None:
    """Typed: *i* begins inflow and invert_gone; in a line of five words and more it is who speaks."""
    asked = listen(f"{stamp}i don't think it's broken at 44", HOUSE, typed=True)
    assert [c.line.removeprefix(stamp) for q in asked.questions for c in q.choices] == ["44 none: break"]
    assert listen(f"{stamp}i forgot my lunch in the truck", HOUSE, typed=True).questions == ()
    begun = listen(f"{stamp}41 i", HOUSE, typed=True)
    assert [c.line.removeprefix(stamp) for q in begun.questions for c in q.choices] == ["41 inflow", "41 invert_gone"]


@pytest.mark.parametrize(("said", "first"), [
    ("hard to see the crack at 20 for the grease", "20 crack ; 20 grease"),
    ("cut roots at 33 still some hanging from the top", "33 roots top"),
])  # fmt: skip
def test_no_event_swallows_a_sentence(said: str, first: str) -> None:
    """Typed: *hard* begins no *forced*, and *cut* no *cutter*, where a footage stands in what would be its words."""
    reading = listen(said, HOUSE, typed=True)
    assert reading.acts == () and reading.questions[0].choices[0].line == first
    (forced,) = listen("forced", HOUSE, typed=True).acts
    assert forced.act == "see" and forced.sighting.kind == "forced"


@pytest.mark.parametrize(("typed", "labels"), {
    "main is about 85 feet": ["~85 main", "main about 85 in all"], "couplings 3": ["count couplings 3", "3 coupling"],
    "city line starts at 60": ["60 main", "60 on owned the city"], "41 roots 7": ["7%", "7in", "7 o'clock"],
}.items())  # fmt: skip
def test_what_may_be_two_things_offers_each_of_them(typed: str, labels: list[str]) -> None:
    (asked,) = listen(typed, HOUSE, typed=True).questions
    assert [c.label for c in asked.choices] == labels
