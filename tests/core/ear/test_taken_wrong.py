"""Plain lines that were taken wrong, each family with its counterpart that is heard: what is not said is not written."""

import pytest

from bellstone.core.ear import Heard, SourceLine, hear_line, hear_page
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.entry import read_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def hear(text: str) -> Heard:
    return hear_line(text, HOUSE)


@pytest.mark.parametrize("text", [
    "main is about 10 feet further", "main at 97 by the map", "we're about 5 feet from the main",
    "12 ft from the main", "main 8 more feet", "main line is clay", "main stack is cast at 12", "can see the main from here at 80",
    "main ahead at about 85",
])  # fmt: skip
def test_where_the_main_is_thought_to_be_it_is_not_reached(text: str) -> None:
    assert hear(text).outcome != "heard"


def test_what_paper_has_is_an_estimate_by_its_name() -> None:
    assert hear("the records have the main at 90").lines == ("main about 90 in all (records)",)


@pytest.mark.parametrize(("text", "line"), [
    ("hit the main at 88", "88 main"), ("and that's the main, 92", "92 main"), ("reached the main at 84.5", "84.5 main"),
])  # fmt: skip
def test_where_the_camera_came_to_it_it_is(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


@pytest.mark.parametrize(("text", "offered"), [
    ("thought it was a belly at 50 but it drained", "50 none: standing"),
    ("thought I saw roots at 30", "30 none: roots"),
    ("I figured it for a crack at 20", "20 none: crack"),
])  # fmt: skip
def test_what_was_thought_then_is_asked_and_first_offered_as_not_there(text: str, offered: str) -> None:
    heard = hear(text)
    assert heard.outcome == "asked"
    assert heard.candidates[0] == (offered,)


@pytest.mark.parametrize("text", ["bottom rotted at 12", "btm rotten 5-12", "invert rotted at 20"])
def test_a_rotten_bottom_may_be_gone_or_worn(text: str) -> None:
    assert hear(text).outcome == "asked"


@pytest.mark.parametrize("text", ["bottom rotted out at 12", "no bottom left at 12", "bottom is gone at 12"])
def test_a_bottom_that_is_gone_is_said_just_so(text: str) -> None:
    assert hear(text).lines == ("12 invert_gone",)


@pytest.mark.parametrize(("text", "line"), [
    ("offset at 33.2, 20 mm", "33.2 offset 0.79in"),
    ("12 ft, 13 millimetre gap", "12 open 0.51in"),
    ("offset 2.5 cm at 40", "40 offset 0.98in"),
])  # fmt: skip
def test_millimetres_are_a_size_and_no_footage(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


@pytest.mark.parametrize("text", ["roots at 12 m", "crack at 30 metres"])
def test_metres_are_no_feet(text: str) -> None:
    assert hear(text).outcome != "heard"


@pytest.mark.parametrize(("text", "line"), [
    ("at least half blocked with grease at 22", "22 grease over 50%"),
    ("roots less than 10% at 12", "12 roots under 10%"),
    ("roots more than 60 percent at 31", "31 roots over 60%"),
    ("grease at most 20 percent at 31", "31 grease under 20%"),
])  # fmt: skip
def test_a_size_that_is_no_more_or_no_less_than_a_number(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


@pytest.mark.parametrize(("text", "lines"), [
    ("Deposits, attached, grease, 10% of cross section at 14 ft", ("14 grease 10%",)),
    ("settled deposits, gravel, at 33 feet", ("33 settled gravel",)),
    ("deposits at 33 feet", ("33 settled",)),
])  # fmt: skip
def test_deposits_and_what_they_are_of_are_one_thing(text: str, lines: tuple[str, ...]) -> None:
    assert hear(text).lines == lines


def test_the_third_joint_is_not_three_feet_away() -> None:
    assert hear("joint 3 has roots").outcome == "asked"
    assert hear("jt 76 rts").lines == ("76 roots joint",)


@pytest.mark.parametrize("text", ["roots right after the wye", "crack right past the wye", "hole right before the wye"])
def test_right_after_is_no_side(text: str) -> None:
    heard = hear(text)
    assert not any(" right" in line for lines in (heard.lines, *heard.candidates) for line in lines)


@pytest.mark.parametrize("text", ["bottom half full of water at 40", "half under water 40"])
def test_half_full_is_half_and_no_side(text: str) -> None:
    assert hear(text).lines == ("40 standing 50%",)


def test_words_that_are_right_as_they_are_are_not_mended() -> None:
    lexicon = house_lexicon()
    assert [lexicon.mended(w) for w in ("thought", "should", "could", "papper")] == [None, None, None, "paper"]


@pytest.mark.parametrize(("text", "line"), [
    ("8 foot belly at 30", '30 standing "8 ft long"'), ("3 ft crack at 41.5", '41.5 crack "3 ft long"'), ("30 ft belly", "30 standing"),
])  # fmt: skip
def test_feet_before_a_thing_that_has_its_place_behind_it_are_its_length(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


@pytest.mark.parametrize("text", ["30 belly 8ft 1in", "20 roots 24", "2 foot offset at 40", "3 ft hole at 40"])
def test_two_numbers_around_one_thing_are_asked(text: str) -> None:
    assert hear(text).outcome == "asked"


@pytest.mark.parametrize(
    ("text", "lines"), [("20 roots, 24", ("20 roots", "24 roots")), ("20 roots 24 crack", ("20 roots", "24 crack"))]
)
def test_numbers_that_are_parted_or_have_things_of_their_own_are_places(text: str, lines: tuple[str, ...]) -> None:
    assert hear(text).lines == lines


def test_a_crack_that_has_not_grown_is_not_loose() -> None:
    heard = hear("the crack at 20 has not grown")
    assert heard.lines == ('20 crack "has not grown"',)


def page(*lines: str) -> list[tuple[str, ...]]:
    told = [SourceLine(number=n, time_s=None, said=said) for n, said in enumerate(lines, start=1)]
    return [d.heard.lines for d in hear_page(told, HOUSE)]


def test_same_at_a_footage_is_what_the_line_before_found() -> None:
    assert page("14 roots light joint 10%", "same at 18", "22 ditto") == [
        ("14 roots light joint 10%",), ("18 roots 10% joint",), ("22 roots 10% joint",),
    ]  # fmt: skip
    assert page("roots at the joint at 14, light", "same thing at 18")[1] == ("18 roots joint light",)


@pytest.mark.parametrize("before", [(), ("note the owner was home",), ("none: roots",), ("30 main",)])
def test_with_nothing_before_it_same_is_kept(before: tuple[str, ...]) -> None:
    assert page(*before, "same at 41")[-1] == ()


def test_what_a_line_between_says_does_not_make_it_the_same_again() -> None:
    """The last finding is meant, not one further back."""
    assert page("14 roots 10%", "20 crack top", "same at 26")[-1] == ("26 crack top",)


UNSIZED = ("sound", "vermin", "dismissed", "coupling", "head_changed", "located", "condition", "leaking_in", "roots")
SIZE_SAYS = {"slightly": "slight", "heavily": "heavy", "heavy": "heavy"}


def test_no_phrase_of_the_lexicon_loses_the_size_in_it() -> None:
    """``slightly offset`` names an offset that is slight."""
    lost = [
        (p.says, p.words) for p in house_lexicon().phrases if p.section == "kinds" and p.says.split()[0] not in UNSIZED
        for word, size in SIZE_SAYS.items() if word in p.words and size not in p.says.split()
    ]  # fmt: skip
    assert lost == []


@pytest.mark.parametrize(("text", "offered"), [
    ("scale ends at 22", "0-22 scale"), ("the belly ends at 44", "0-44 standing"), ("grease stops at 30", "0-30 grease"),
    ("clay stops at 44", "0-44 pipe clay"),
])  # fmt: skip
def test_where_a_thing_ends_it_is_not_all_of_it(text: str, offered: str) -> None:
    heard = hear(text)
    assert (heard.outcome, heard.candidates[0]) == ("asked", (offered,))


@pytest.mark.parametrize("text", ["roots stop at 44", "roots stopped at 44", "roots quit at 44"])
def test_what_stops_may_be_the_roots_and_not_the_camera(text: str) -> None:
    assert hear(text).outcome == "asked"
    assert hear("roots, stop 44").lines == ("44 roots", "44 stopped")


DENIALS = (
    "don't think it's {}", "i don't think that's {}", "can't say it's {}", "i doubt it's {}", "not sure it's {}", "no way it's {}",
    "it isn't {}", "doesn't look like {}", "i wouldn't say it's {}", "i don't believe it's {}", "it's not {}", "hardly {}",
    "they said it's {} but it's not", "it was supposed to be {}", "could have been {}", "would be {} if it rained", "going to be {}",
    "used to be {}", "what about {}", "is that {}", "any {}", "in 2019 there was {}", "the old video showed {}", "we're looking for {}",
    "next door has {}", "if it was {} we'd see it", "nobody said it's {}", "never was {}", "almost {}", "forget the {}", "instead of {}",
)  # fmt: skip
THINGS = (
    "a crack",
    "broken",
    "a hole",
    "an offset",
    "roots",
    "a belly",
    "collapsed",
    "leaking in",
    "a root ball",
    "standing water",
)


@pytest.mark.parametrize("denial", DENIALS)
@pytest.mark.parametrize("thing", THINGS)
def test_what_is_denied_doubted_or_not_of_now_is_never_heard_as_there(denial: str, thing: str) -> None:
    """Heard at all, it is heard as not there, as unsure, or as less of it (hardly any roots)."""
    heard = hear(f"{denial.format(thing)} at 44")
    there = [x for x in heard.lines if "none:" not in x and "?" not in x and not x.startswith(("claim", "recommend"))]
    assert not there or denial == "hardly {}" and all("slight" in x for x in there), heard.lines


@pytest.mark.parametrize(("text", "line"), [
    ("open crack at 41", "41 crack open"), ("wide crack at 41", "41 crack open"), ("fine crack at 41", "41 crack hairline"),
    ("thin crack at 41", "41 crack hairline"), ("trace of roots at 41", "41 roots slight"), ("thick roots at 41", "41 roots heavy"),
    ("dense roots at 41", "41 roots heavy"), ("a bunch of roots at 41", "41 roots heavy"), ("monster roots at 41", "41 roots large"),
    ("full of roots at 41", "41 roots full"), ("the pipe is full of roots at 41", "41 roots full"),
    ("odd fitting at 41", "41 fitting not_standard"), ("standing at 41, live flow", "41 standing running"),
    ("thick root at 41", "41 roots single"), ("a hairline crack around 41", "~41 crack hairline"),
    ("at the 41 foot mark there's a belly", "41 standing"), ("at roughly 41: grease", "~41 grease"),
    ("offset at 41 1/2 inch", "41 offset 0.5in"), ("water is running in at 41", "41 leaking_in stream"),
    ("water pouring in at 41", "41 leaking_in stream"),
])  # fmt: skip
def test_no_word_of_size_or_form_is_dropped_or_made_another(text: str, line: str) -> None:
    assert hear(text).lines == (line,)


MAY_BE_EITHER = {
    "good",
    "okay",
    "passed",
    "goes",
    "then",
    "nothing to worry about",
}  # what they say goes by what stands beside them


def test_what_says_something_of_the_pipe_is_no_filler() -> None:
    """A filler costs least: a word of doubt, size or form that is one as well would always be dropped."""
    of: dict[str, set[str]] = {}
    for p in house_lexicon().phrases:
        of.setdefault(" ".join(p.words), set()).add(p.section)
    telling = {"kinds", "weak", "attributes", "hedges", "negatives", "materials"}
    assert {w for w, sections in of.items() if "fillers" in sections and sections & telling} <= MAY_BE_EITHER


def test_every_phrase_for_a_thing_is_heard_as_that_thing_with_a_place() -> None:
    """Each phrase of the lexicon, ``… at 41``: heard as its kind alone, or asked, and as nothing else."""
    beside = {
        "zero",
        "counter_reset",
        "pass",
        "water",
        "head_changed",
        "skid",
        "flush",
        "access",
        "access_fault",
        "lens",
        "main",
        "stopped",
    }
    wrong = []
    for p in house_lexicon().phrases[::7]:
        kind = p.says.split()[0] if p.section == "kinds" else "zero"
        if kind in beside:
            continue
        lines = hear(f"{' '.join(p.words)} at 41").lines
        kinds = {act.sighting.kind for line in lines for act in read_line(line, HOUSE).acts if act.act == "see"}
        if lines and kinds != {kind}:
            wrong.append((p.words, lines))
    assert wrong == []


def said_by(section: str) -> list[str]:
    return sorted({" ".join(p.words) for p in house_lexicon().phrases if p.section == section})


@pytest.mark.parametrize("said", ["{} roots at 41", "{} a crack at 41", "roots at 41, {}"])
def test_every_word_of_doubt_leaves_its_doubt(said: str) -> None:
    """Each hedge of the lexicon before a thing or behind it: unsure, asked, or no finding, and never sure."""
    assert not [text for hedge in said_by("hedges") if (text := sure(said.format(hedge)))]


@pytest.mark.parametrize("said", ["{} roots at 41", "{} a belly at 41", "roots at 41, {}"])
def test_every_negative_denies_or_asks(said: str) -> None:
    denied = [text for negative in said_by("negatives") if (text := sure(said.format(negative)))]
    assert denied == []


def sure(text: str) -> str:
    """The text, where it is heard as a thing that is there for sure."""
    return text if any("none:" not in line and "?" not in line for line in hear(text).lines) else ""


@pytest.mark.parametrize(
    "said",
    ["roots at 41 could not be determined", "crack at 41 couldn't be confirmed", "a hole at 41 was not verified"],
)
def test_what_could_not_be_told_is_not_there_for_sure(said: str) -> None:
    assert hear(said).outcome == "asked"


def test_all_around_a_pipe_softens_no_footage() -> None:
    assert hear("roots all around at 41").lines == ("41 roots all",)
