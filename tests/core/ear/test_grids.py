"""Every lead before every thing, every order of its parts: what was said is in the line, or the line is asked.

Put together from parts of our own, so that no sentence can be fitted to: a doubt, a negative or another's word never leaves a
sure finding; a side, a size, a place, a state of the water and a pipe are never lost; nine in ten of the plain ones are heard.
"""

from collections.abc import Callable, Iterable, Iterator, Sequence
from itertools import permutations, product

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.entry import read_line
from bellstone.core.record import Sighting
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
MOST_SHOWN = 5
NO_THINGS = frozenset({"dismissed", "sound", "surface", "stopped", "repair"})


def seen(lines: Sequence[str]) -> list[Sighting]:
    return [a.sighting for line in lines for a in read_line(line, HOUSE).acts if a.act == "see"]


def sure(lines: Sequence[str]) -> list[str]:
    return [s.kind for s in seen(lines) if s.sureness == "sure" and not s.none_of and s.kind not in NO_THINGS]


def wrong(
    lines: Iterable[str], is_right: Callable[[Sequence[str]], bool]
) -> tuple[list[tuple[str, Sequence[str]]], float]:
    """The lines that were heard and are not right, and the share of all that was heard."""
    out, heard, total = [], 0, 0
    for line in lines:
        got = hear_line(line, HOUSE)
        total += 1
        if got.outcome == "heard":
            heard += 1
            if not is_right(got.lines):
                out.append((line, got.lines))
    return out[:MOST_SHOWN], heard / total


THINGS = (
    "a crack",
    "roots",
    "a belly",
    "a hole",
    "an offset",
    "the main",
    "a collapse",
    "grease",
    "a gap in the joint",
    "a wye",
)
DOUBTS = (
    "can't tell if it's", "not sure if that's", "no idea whether it's", "i wonder if that's", "hard to say if it's", "could be", "might be",
    "looks like it might be", "maybe", "i think it's", "i'm guessing it's", "may well be", "thought i saw", "could've been",
    "not certain but",
    "i'd guess it's", "seems to be", "if i had to guess,", "can't rule out", "don't know if that's", "unclear if that's", "suspect",
    "my guess is", "kind of looks like", "looks a bit like", "i can't swear to it but", "there might be", "50/50 whether that's",
    "question whether it's", "tough to say if it's", "can't be certain it's", "i believe it's", "reminds me of", "resembles",
)  # fmt: skip
DENIED = (
    "no {} at 41", "didn't see a {} at 41", "never saw a {} at 41", "couldn't find a {} at 41", "there isn't a {} at 41",
    "that's not a {} at 41", "without any {} at 41", "no sign of {} at 41", "{} at 41? no", "{} at 41: none", "41, no {}",
    "{} not present at 41", "{} not found at 41", "{} isn't there at 41", "it's no {} at 41", "far from a {} at 41", "{} at 41 is gone",
    "wouldn't call it a {} at 41", "i doubt that's a {} at 41", "ruled out a {} at 41", "i looked for a {} at 41 and didn't find one",
    "there's supposed to be a {} at 41 but there isn't", "neither {} nor anything else at 41", "no {} yet at 41",
)  # fmt: skip
NOT_HERE_AND_NOW = (
    "they said there's a {} at 41", "used to be a {} at 41", "old report had a {} at 41", "if there's a {} at 41", "watch for a {} at 41",
    "check for a {} at 41", "could get a {} at 41", "will be a {} at 41 soon", "going to be a {} at 41", "most houses have a {} at 41",
    "i expected a {} at 41", "owner thinks there's a {} at 41", "is that a {} at 41", "you'd expect a {} at 41", "almost a {} at 41",
    "turning into a {} at 41", "they fixed the {} at 41", "suppose there's a {} at 41", "in the picture from 2019 there's a {} at 41",
    "i thought there was a {} at 41", "the plan shows a {} at 41", "told there was a {} at 41", "i had a job last week with a {} at 41",
)  # fmt: skip
PLAIN = (
    "crack",
    "roots",
    "belly",
    "hole",
    "offset",
    "main",
    "collapse",
    "break",
    "gas line through the pipe",
    "gap in the joint",
    "soil",
)


def test_no_doubt_leaves_a_sure_finding() -> None:
    assert not wrong((f"{d} {t} at 41" for d, t in product(DOUBTS, THINGS)), lambda lines: not sure(lines))[0]


@pytest.mark.parametrize("said", DENIED)
def test_nothing_denied_is_there(said: str) -> None:
    assert not wrong((said.format(t) for t in PLAIN), lambda lines: not sure(lines))[0]


@pytest.mark.parametrize("said", NOT_HERE_AND_NOW)
def test_nothing_of_another_day_or_anothers_word_is_there(said: str) -> None:
    assert not wrong((said.format(t) for t in PLAIN), lambda lines: not sure(lines))[0]


REACHED = (
    "reached the main at 91", "hit the main at 91", "made it to the main, 91", "that's the main at 91", "we're at the main, 91 feet",
    "ties into the main at 91", "91 feet, that's the city main", "connects to the main at 91 on top", "here's the main, 91",
    "finally at the main, 91", "we tie into the city at 91", "the main is right here at 91", "there's the main right there at ninety one",
)  # fmt: skip
NOT_REACHED = (
    "never reached the main", "didn't get to the main, stopped at 84", "did not see the main", "haven't hit the main yet at 84",
    "about 10 feet short of the main", "the main was not seen", "ran out of cable before the main at 84", "should be the main around 91",
    "map shows the main at 91", "main's probably at 91", "10 more feet to the main", "i figure the main's at 91", "headed for the main",
    "toward the main at 84", "the main is in the street", "main is 8 inch", "city says the main is at 91", "is this the main at 91",
    "almost at the main, 88", "main line is clay", "main sewer line is 4 inch", "main cleanout is buried", "shut off the main",
    "the main stack comes in at 12", "main problem is roots at 30", "if that's the main at 91 we're done",
    "from here to the main it's clean",
    "between here and the main", "good to the main", "it's clay to the main", "main's too far", "i'd expect the main at 91",
)  # fmt: skip
# by the kind: said of it, and said of something else; an unsure or a negative one may stand for the latter
GRAVE = {
    "crossing": (
        ("gas line going through the pipe at 58", "a stake through the pipe at 58", "cable bored through the pipe at 58"),
        ("gas line crosses over the pipe at 58", "gas line runs under the sewer at 58", "roots through the pipe wall at 58",
         "water coming through the pipe at 58", "camera went through the pipe at 58", "ran the cable through the pipe to 58",
         "snake went through the pipe at 58", "hole through the pipe at 58", "line crosses under the gas line at 58"),
    ),
    "collapse": (
        ("pipe collapsed at 60", "it's caved in at 60", "roof of the pipe fell in at 60"),
        ("pipe flattened at 60", "nearly collapsed at 60", "partial collapse at 60", "not quite collapsed at 60", "close to collapse at 60",
         "soil collapsed around it at 60", "trench collapsed", "if it collapses at 60", "collapse at 60 was not complete"),
    ),
    "invert_gone": (
        ("bottom's gone at 8", "no bottom from 6 to 9", "invert is missing 6 to 9"),
        ("bottom is worn at 8", "bottom almost gone at 8", "bottom still there at 8", "bottom's not gone at 8",
        "roots gone from the bottom at 8",
         "grease is gone from the bottom at 8", "can't see the bottom at 8", "bottom joint gone at 8", "debris on the bottom is gone at 8"),
    ),
}  # fmt: skip


def test_the_main_is_reached_where_that_is_said_and_nowhere_else() -> None:
    assert not wrong(REACHED, lambda lines: "main" in sure(lines) and "91" in " ".join(lines))[0]
    assert not wrong(NOT_REACHED, lambda lines: "main" not in sure(lines))[0]


@pytest.mark.parametrize("kind", GRAVE)
def test_what_is_grave_is_heard_of_the_pipe_alone(kind: str) -> None:
    of_it, of_other = GRAVE[kind]
    missed, share = wrong(of_it, lambda lines: kind in sure(lines))
    assert not missed and share == 1.0
    assert not wrong(of_other, lambda lines: kind not in sure(lines))[0]


SIDES = {
    "on the left": "left", "left side": "left", "at the top": "top", "along the bottom": "bottom", "lower left": "6-9",
    "in the upper right": "12-3", "on both sides": "sides", "at 3 o'clock": "3 o'clock", "all the way around": "a",
    "up on the right": "right",
    "over on the left": "left", "right at the bottom": "bottom", "on your left": "left", "down the right side": "right",
    "at the crown": "crown",
    "between 10 and 2 o'clock": "10-2", "top half": "top", "hanging from the top": "", "R": "right", "11 o'clock": "11 o'clock",
}  # fmt: skip
SIDED = ("a crack", "roots", "a hole", "grease", "a root ball")
SIDE_ORDERS = (
    "{t} {s} at 41", "at 41 {t} {s}", "{s} at 41 there's {t}", "{t} at 41, {s}", "41 ft, {s}, {t}", "{t}, {s}, 41",
    "i see {t} {s} at about 41 feet", "{s} {t} 41",
)  # fmt: skip


@pytest.mark.parametrize("side", SIDES)
def test_no_side_is_lost(side: str) -> None:
    lines = [o.format(t=t, s=side) for o, t in product(SIDE_ORDERS, SIDED)]
    lost, share = wrong(lines, lambda got: SIDES[side] in " ".join(got) and all("41" in line for line in got))
    assert not lost and share > 0.7


SHARES = {"about 20 percent": "~20%", "a quarter of the pipe": "25%", "over 30 percent": "over 30%", "10 to 15 percent": "10-15%",
          "half the pipe": "50%", "at least 40 percent": "over 40%", "two thirds": "67%"}  # fmt: skip
INCHES = {"half an inch": "0.5in", "an inch and a half": "1.5in", "three quarters of an inch": "0.75in", "less than an inch": "under 1in",
          "1 to 2 inches": "1-2in", "a couple of inches": "~2in", "half inch or so": "~0.5in", "inch and a quarter": "1.25in"}  # fmt: skip
SIZE_ORDERS = (
    "{t} {s} at 41", "{s} {t} at 41", "at 41 {t}, {s}", "{t} at 41, {s}", "there's {s} of {t} at 41", "{t} at 41 that's {s}",
    "{t} at 41 and it's {s}", "i've got {t} at 41, i'd say {s}",
)  # fmt: skip


@pytest.mark.parametrize(("sizes", "things"), [
    (SHARES, ("roots", "grease", "scale")), (INCHES, ("offset", "open joint", "standing water", "step up", "gap", "belly")),
])  # fmt: skip
def test_no_size_is_lost(sizes: dict[str, str], things: Sequence[str]) -> None:
    shares = []
    for size, written in sizes.items():
        lines = [o.format(t=t, s=size) for o, t in product(SIZE_ORDERS, things)]
        lost, share = wrong(lines, lambda got, written=written: written in " ".join(got))  # type: ignore[misc]
        assert not lost
        shares.append(share)
    assert min(shares) > 0.85


PLACES = {
    "at 41": "41 ", "around 41": "~41 ", "at about 41 and a half": "~41.5 ", "at 41'6\"": "41.5 ", "from 41 to 44": "41-44 ",
    "between 41 and 44": "41-44 ", "41 through 44": "41-44 ", "41 feet in": "41 ", "at forty one and a half": "41.5 ",
    "about 41 feet out": "~41 ", "at one oh five": "105 ", "at a hundred and five": "105 ", "at 41, 44 and 48": "48 ",
    "two feet past the wye": "2ft past wye", "41 to about 44": "~41-44 ", "at one fourteen and a half": "114.5 ", "near the porch": "porch",
}  # fmt: skip
PLACE_ORDERS = ("{t} {s}", "{s} there's {t}", "{s}, {t}", "i see {t} {s}", "we have {t} {s}", "ok {s} {t}")


@pytest.mark.parametrize("place", PLACES)
def test_no_place_is_lost(place: str) -> None:
    lines = [
        o.format(t=t, s=place)
        for o, t in product(PLACE_ORDERS, ("a crack", "roots", "heavy grease", "scale", "an offset"))
    ]
    lost, share = wrong(lines, lambda got: any(PLACES[place] in line for line in got))
    assert not lost and share > 0.7


TWO = {
    "roots": "roots",
    "a crack": "crack",
    "grease": "grease",
    "an offset": "offset",
    "a wye": "fitting",
    "a hole": "hole",
    "a belly": "standing",
}
TWO_ORDERS = (
    "{a} at 41 and {b} at 52", "41 {a}, 52 {b}", "{a} at 41, then {b} at 52", "there's {a} at 41. there's {b} at 52.", "{a}, 41; {b}, 52",
    "we got {a} at 41 and further down at 52 {b}", "{a} at 41 but {b} at 52", "at 52 {b}, before that at 41 {a}",
)  # fmt: skip


@pytest.mark.parametrize("order", TWO_ORDERS)
def test_two_things_keep_their_own_places(order: str) -> None:
    for a, b in permutations(TWO, 2):
        got = hear_line(order.format(a=a, b=b), HOUSE)
        if got.outcome == "heard":
            at = {(s.kind, s.position.counter.likely) for s in seen(got.lines) if s.position.by == "counter"}
            assert at == {(TWO[a], 41.0), (TWO[b], 52.0)}, got.said


MIXED = (
    "no {a} at 41 but there's {b}", "{b} but no {a} at 41", "{b} at 41, no {a}", "{b} at 52, no {a} at 41", "no {a} just {b} at 41",
    "{b} at 41 without any {a}", "41 no {a}, {b}", "not {a}, {b} at 41",
)  # fmt: skip
MANY = {"roots": "roots", "cracks": "crack", "grease": "grease", "offsets": "offset", "holes": "hole", "scale": "scale"}


@pytest.mark.parametrize("order", MIXED)
def test_what_is_there_and_what_is_not_are_told_apart(order: str) -> None:
    for a, b in permutations(MANY, 2):
        got = hear_line(order.format(a=a, b=b), HOUSE)
        if got.outcome == "heard":
            assert sure(got.lines) == [MANY[b]], got.said


@pytest.mark.parametrize("order", [
    "{} at 41, no, 42", "{} at 41 no wait 42", "{} at 41, sorry, 42", "{} at 41... make that 42", "at 41, scratch that, 42, {}",
    "{} at 42 not 41", "{} at 41 i mean 42", "{} at 41 excuse me 42", "{} at 41, or rather 42",
])  # fmt: skip
def test_a_place_taken_back_does_not_stand(order: str) -> None:
    assert not wrong((order.format(t) for t in MANY), lambda got: "41" not in " ".join(got) and "42" in " ".join(got))[
        0
    ]


WATERS = {
    "with the water off": "rest", "with everything off": "rest", "at rest": "rest", "after it drained down": "rest", "taps off": "rest",
    "with nothing on": "rest", "nobody using water": "rest", "after we shut it off": "rest", "after sitting overnight": "rest",
    "with the hose running": "running", "while the washer drained": "running", "while they were flushing": "running",
    "shower running": "running", "with water on": "running", "with the tub draining": "running",
}  # fmt: skip
WATER_ORDERS = (
    "belly 41 to 47 2 inches {s}",
    "41-47 standing water 2in, {s}",
    "standing water 41-47, {s}, 2 in",
    "holding 2 inches from 41 to 47 {s}",
)


@pytest.mark.parametrize("state", WATERS)
def test_a_state_of_the_water_is_never_turned_round(state: str) -> None:
    lines = [o.format(s=state) for o in WATER_ORDERS]
    turned, share = wrong(lines, lambda got: {s.water for s in seen(got) if s.kind == "standing"} == {WATERS[state]})
    assert not turned and share >= 0.5


PIPES = {"clay": "clay", "cast iron": "cast_iron", "pvc": "pvc", "abs": "abs", "concrete": "concrete"}


def _pipe_lines(a: str, b: str) -> Iterator[str]:
    yield from (
        f"{a} to 41 then {b}", f"{a} changes to {b} at 41", f"at 41 it goes from {a} to {b}", f"{a} 0-41, {b} after",
        f"transition at 41 {a} to {b}",
        f"{a} until 41, {b} from there", f"it's {a} up to 41 and then it's {b}", f"we leave the {a} and go into {b} at 41",
        f"{a} ends at 41 and {b} begins",
    )  # fmt: skip


def test_the_pipe_that_goes_on_is_never_lost() -> None:
    for a, b in permutations(PIPES, 2):
        lost, share = wrong(
            _pipe_lines(a, b),
            lambda got, b=b: (  # type: ignore[misc]
                "41" in " ".join(got) and PIPES[b] in {s.change.after.material for s in seen(got) if s.change}
            ),
        )
        assert not lost and share > 0.8
