"""Constructions that are said in many words: water of the house, marks above the ground, what could not be told, lists.

Each is tried by lines of our own with other words than those it was built from, and by what must not be taken for it.
"""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import Draft, hear_line, hear_page
from bellstone.core.ear.page import SourceLine
from bellstone.core.edits import record_from_said
from bellstone.formats.timed_text import source_lines
from tests.core.ear.narrations import every, told, total
from tests.core.ear.scoring import HOUSE

HEARD = {
    # from there on, and to the end
    "roots every joint from 33 on": ("33 on roots each joint",),
    "fine roots 58 on out": ("58 on roots hair",),
    "the wall is pitted from 12 to the end": ("12 on wear pitted",),
    "it turns to clay from 38 on": ("38 change clay",),
    "lined from 9 on out": ("9 liner_start",),
    "belly from 20 until about 26": ("20-26 standing",),
    # the house's water
    "belly 30 to 34, an inch, with every tap shut off": ("30-34 standing rest 1in",),
    "20 standing water, the dishwasher was still running": ("20 standing running",),
    "drips at the joint at 14, nobody in the house is using any water": ("14 leaking_in drops joint rest",),
    "inch and a half with the water off at 40": ("40 standing rest 1.5in",),
    "half full at 40 with the water off": ("40 standing rest 50%",),
    # how deep, and where it is marked
    "located at 31, 4 foot 2 deep, flag beside the mailbox": ('31 depth 4\'2" "flag beside the mailbox"',),
    "The head was located at 22 feet. Indicated depth 3 feet 8 inches.": ('22 depth 3\'8"',),
    "loc 58', dep 4'3, white paint on the walk": ('58 depth 4\'3" "white paint on the walk"',),
    "depth 40 inches at 12": ("12 depth 40in",),
    # bores
    "at 36 it opens up to a six from the four": ("36 change 4in > 6in",),
    "30 changes to 4 inch": ("30 change 4in",),
    "three goes up to a four at 51, same clay": ("51 change clay 3in > clay 4in",),
    # what one could not tell, who got by, what was cut, again, only, both, lists
    "offset at 16, I could not say which way it went": ("16 offset",),
    "roots curtain at 66, the camera got by it okay": ('66 roots curtain "the camera got by it okay"',),
    "roots cut flush at 40 after cutting": ("40 roots cut_flush",),
    "roots at 20, roots again at 26": ("20 roots", "26 roots"),
    "only a few roots at 12": ("12 roots slight",),
    "free of roots, cracks, offsets and holes": ("none: roots", "none: crack", "none: offset", "none: hole"),
    "roots at 32, next joint the same": ("32 roots", "next roots"),
    "joint open 3/8 at 19": ("19 open 0.375in",),
    "open joint, three eighths, at 19": ("19 open 0.375in",),
    "17, joint, fine": ("17 sound joint",),
    "the thirty's good": ("30 sound",),
    "main not reached stopped at 59 roots 90 percent": ("59 none: main", "59 stopped", "59 roots 90%"),
    "m.n.r., stop 59": ("59 none: main", "59 stopped"),
    "caved in at 66, dirt and pipe in a pile": ("66 collapse",),
    "44 water held by the root ball, not a belly": ('44 standing "not a belly"', "44 roots ball"),
}  # fmt: skip

NOT_HEARD = [
    "roots past 45",  # from there on, or only there
    "roots at 40 out of round",
    "no roots, collapse at 50",
    "no roots, cracks and collapse at 40",  # a collapse is never one item of a list
    "5.11 deep at 62", "it's five eleven deep at sixty two",
    "vertical displacement, direction undetermined, at 71, a quarter of the pipe",
    "roots start at 12 and end",
    "clay 4 to clay 6 at 30",
    "cut roots at 40",  # what is left of them?
]  # fmt: skip

KEPT = [
    "there is a crack in the drywall by the stack",
    "usually there's roots in these old clay lines",
    "i'm standing in your flower bed, sorry",
    "the sprinklers leave a puddle by the fence",
]


@pytest.mark.parametrize(("text", "lines"), HEARD.items())
def test_a_construction_is_heard(text: str, lines: tuple[str, ...]) -> None:
    heard = hear_line(text, HOUSE)
    assert heard.lines == lines, (heard.outcome, heard.candidates, heard.why)


@pytest.mark.parametrize("text", NOT_HEARD)
def test_what_only_looks_like_it_is_not_heard(text: str) -> None:
    assert hear_line(text, HOUSE).outcome != "heard", hear_line(text, HOUSE).lines


@pytest.mark.parametrize("text", KEPT)
def test_what_is_no_pipe_is_kept_as_said(text: str) -> None:
    assert hear_line(text, HOUSE).outcome == "kept"


def test_talk_never_hides_a_danger() -> None:
    assert hear_line("gas line right through it, the boss must see", HOUSE).outcome == "asked"


def test_both_meanings_of_a_depth_are_offered() -> None:
    assert hear_line("62 dp 5.11", HOUSE).candidates[:2] == (("62 depth 5'11\"",), ("62 depth 5.11ft",))


def speech(*said: str) -> list[Draft]:
    return hear_page([SourceLine(number=n, time_s=10.0 * n, said=s) for n, s in enumerate(said, start=1)], HOUSE)


def heard_of(*said: str) -> list[str]:
    return [line for d in speech(*said) for line in d.heard.lines]


def test_a_place_holds_until_another_is_said() -> None:
    assert heard_of("We're at 37 now.", "There's a root ball.", "No cracks though.", "41, open joint.") == [
        "37 roots ball", "37 none: crack", "41 open",
    ]  # fmt: skip


def test_a_year_is_no_place() -> None:
    assert heard_of("This house was put up back in thirty eight so it is all original unless", "there's a crack.") == [
        "crack"
    ]


def test_what_is_said_more_of_a_thing_goes_into_its_line() -> None:
    drafts = speech("At 25 roots.", "Sixty percent of the pipe.", "At ten o'clock.")
    assert drafts[0].heard.lines == ("25 roots 60% 10 o'clock",)
    assert [d.heard.outcome for d in drafts[1:]] == ["kept", "kept"]


def test_the_same_thing_at_the_next_place() -> None:
    assert heard_of("Light roots at 13.", "Sixteen, same thing.") == ["13 roots light", "16 roots light"]


def test_a_recap_lasts_until_the_camera_goes_further() -> None:
    said = ("Roots at 20.", "To sum up.", "Belly at 12.", "At 44 a broken joint.")
    assert heard_of(*said) == ["20 roots", "44 break joint"]


def test_a_thing_named_again_behind_the_camera_is_not_seen_again() -> None:
    assert heard_of("Gap at 38.", "Roots at 60.", "The gap at 36 worries me.") == ["38 open", "60 roots"]


def test_narrations_by_other_hands() -> None:
    """Recall 0.34 at a precision of 0.82 when this was written; mended upwards, never down."""
    counts = total([told(path) for path in every()])
    assert counts.hits >= 0.32 * counts.labels
    assert counts.hits >= 0.8 * counts.heard
    assert counts.places >= 0.68 * counts.placed


BEGUN = {
    "Going in at the porch cleanout, four inch, zeroed at the rim.": [
        "near porch: access 4in", "counter reset to 0, at porch",
    ],
    "we went in from the basement clean out, 4 inch clay": ["near basement: access", "pipe clay 4in"],
    "starting at the front cleanout, heading for the main": ["near front: access"],
    "camera's going in at the cleanout beside the front steps": ["near front steps: access"],
    "Entry was made via the rear cleanout.": ["near rear: access"],
    "back cleanout at 62": ['62 access "back"'],  # on the line: no beginning
    "roots starting at 30": ["30 roots"],
}  # fmt: skip


@pytest.mark.parametrize("said", BEGUN)
def test_how_a_look_begins_is_heard(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert (heard.outcome, list(heard.lines)) == ("heard", BEGUN[said])


def test_a_way_that_is_not_the_mains_is_no_passing_word() -> None:
    assert hear_line("going in the front cleanout toward the house", HOUSE).outcome != "heard"
    assert (
        hear_line("starting at the cleanout of a neighbour with a long story told first of all before 30", HOUSE).lines
        == ()
    )


def test_a_page_begins_where_the_camera_went_in() -> None:
    record, lines = record_from_said(
        source_lines("Going in at the back cleanout, four inch clay, zeroed at the rim.\nroots at 12\nmain at 40\n")
    )
    assert all(line.added for line in lines)
    (run,) = record.visits[0].runs
    assert (run.access, run.zero_at) == ("back cleanout", "back cleanout")
    assert {s.run for s in record.visits[0].sightings if s.kind in ("roots", "main")} == {run.id}
    shown = assess(record)
    assert shown.axis_words == "ft from back cleanout"
    assert [s.name for s in shown.segments] == ["vitrified clay 4 in"]


@pytest.mark.parametrize(
    ("page", "runs", "zero"),
    [
        ("near porch: access 4in\n12 roots\n", ["porch cleanout"], "porch cleanout"),
        ("near front steps: access\ncounter reset to 0, at house\n12 roots\n", ["front steps cleanout"], "house"),
        ("12 roots\nnear porch: access 4in\n", [], None),  # told after something was seen: one on the way
        ("run A vent 3in\nnear porch: access 4in\n12 roots\n", ["vent"], "vent"),
        ("run A vent 3in\nnear porch: access 4in\ncounter reset to 0\n12 roots\n", ["vent"], "vent"),
        (
            "run A porch cleanout\nGoing in at the porch cleanout, four inch, zeroed at the rim.\n12 roots\n",
            ["porch cleanout"],
            "porch cleanout",
        ),
    ],
)
def test_an_access_told_first_is_where_the_look_begins(page: str, runs: list[str], zero: str | None) -> None:
    record, _ = record_from_said(source_lines(page))
    made = record.visits[0].runs
    assert [r.access for r in made] == runs
    assert [r.zero_at for r in made] == ([zero] if zero else [])
    sizes = [m.size_in for m in record.landmarks if m.name == "porch cleanout"]
    assert sizes in ([], [4.0])
