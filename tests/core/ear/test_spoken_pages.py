"""What is said over a recording, sentence after sentence: what goes with what before it, what begins anew, what does not."""

import pytest

from bellstone.core.ear import SourceLine, hear_page
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def heard(*said: str) -> list[str]:
    lines = [SourceLine(number=n, time_s=10.0 * n, said=text) for n, text in enumerate(said, 1)]
    return [line for d in hear_page(lines, HOUSE) if d.heard.outcome == "heard" for line in d.heard.lines]


def test_a_word_that_begins_as_one_of_a_new_breath_does_is_none() -> None:
    assert heard("Twenty one, here's some roots, kind of light, coming in at the top of the joint.") == [
        "21 roots light top joint"
    ]


def test_more_is_said_of_a_thing_only_right_behind_it() -> None:
    assert heard("Roots at fifty eight, and these are bad. Sixty, seventy percent.") == ["58 roots heavy 60-70%"]
    between = "You can see the paper hanging on it. Now we're getting into some water. It's about an inch."
    assert heard(f"At thirty six it drops down about a half inch. {between}") == [
        "36 offset drop ~0.5in",
        "36 settled paper",
    ]


@pytest.mark.parametrize(("said", "lines"), [
    ("Twenty one light roots at the top of the joint. Twenty four, same thing but heavier, I'd call it thirty percent.",
     ["21 roots light top joint", '24 roots top joint 30% "heavier"']),
    ("33 roots light at the joint 36 and a half roots same 40 an offset you see half an inch",
     ["33 roots light joint", "36.5 roots light joint", "40 offset 0.5in"]),
    ("Twenty seven, nothing. Thirty, little crack at two o'clock, hairline, it runs to thirty two.",
     ["27 sound", "30-32 crack hairline 2 o'clock \"little\""]),
    ("Joint at fifty five is wide open, I mean you can see dirt all around. I'd say an inch and a half.",
     ["55 open joint ~1.5in", "55 soil_seen all"]),
    ("Fifty two there's a wye on the left, dry, probably the old laundry.", ['52 fitting wye left "dry, probably laundry"']),
    ("145 joint open 3 quarters of an inch", ["145 open 0.75in"]),
])  # fmt: skip
def test_a_sentence_takes_what_it_needs_from_those_before(said: str, lines: list[str]) -> None:
    assert heard(said) == lines


def test_what_is_summed_up_is_not_said_again() -> None:
    told = heard(
        "Roots at twenty, light.", "So to sum it up you've got roots at three joints and the open joint at fifty five."
    )
    assert told == ["20 roots light"]


def test_a_stretch_is_not_cut_before_its_end() -> None:
    assert (
        heard("okay from thirty there's scale on the sides it runs to forty you know and then at fifty an offset") != []
    )
    assert not any(
        line.startswith("40 ")
        for line in heard("okay from thirty there's scale on the sides all the way to forty you know")
    )


def test_what_is_asked_aloud_is_not_told_and_its_answer_denies_nothing() -> None:
    assert heard("Main? No.") == []
    assert heard("Is that a crack? Nope. Scratch at 30.") == ["30 dismissed"]
    assert "52 none: fitting" not in heard("Is that the main? No, wye at 52.")
