"""What is said of a pipe beside its material and bore: age, lay length, a liner's host, what it may be, how it looks."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of, pipe_words, read_line, read_pipe
from bellstone.core.record import Lateral, Sighting
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
RUN = "run A yard clay 4in, facing main, counts to main"


def record_of(*lines: str) -> Lateral:
    record, done = record_from_page("\n".join([RUN, *lines, "60 main"]))
    assert all(line.added for line in done), [line for line in done if not line.added]
    return record


@pytest.mark.parametrize(("said", "words"), {
    "clay 4in": "clay 4in", "old clay": "clay old", "pvc 4in new": "pvc 4in new", "abs|pe": "abs|polyethylene",
    "abs or pvc 4in": "abs|pvc 4in", "liner in clay": "liner in clay", "clay 4in, 3ft lengths": "clay 4in 3ft lengths",
    "old clay 6in in 2.5 ft lengths": "clay 6in old 2.5ft lengths",
}.items())  # fmt: skip
def test_it_is_read_and_written(said: str, words: str) -> None:
    pipe = read_pipe(said)
    assert pipe is not None and pipe_words(pipe) == words and read_pipe(words) == pipe


@pytest.mark.parametrize("said", ["roots", "clay brick", "abs|mud", "clay 400in", "new", "3ft lengths", ""])
def test_what_is_no_pipe_is_none(said: str) -> None:
    assert read_pipe(said) is None


def test_old_and_new_of_one_material_is_a_boundary_and_no_question() -> None:
    a = assess(record_of("24 change clay old > clay new"))
    assert [s.name for s in a.segments] == ["vitrified clay 4 in, old", "vitrified clay 4 in, new"]
    assert not [w for w in a.warnings if w.id.startswith("same_pipe")]
    again = assess(record_of("24 change clay > clay"))
    assert [w for w in again.warnings if w.id.startswith("same_pipe")]


def test_a_material_that_may_be_either_is_not_known() -> None:
    a = assess(record_of("20-40 abs|pe 4in", "40-60 liner in clay"))
    assert [(s.name, s.material) for s in a.segments][1:] == [
        ("ABS or polyethylene, fused 4 in", "unknown"),
        ("liner in vitrified clay", "liner"),
    ]


def test_a_lay_length_that_was_told_stands_over_the_usual_one() -> None:
    """Four joints 2.7 ft apart: no usual length of clay (2, 2.5, 3 ... ft), and the one that was told."""
    joints = [f"{4 + 2.7 * n:.1f} roots 5% joint" for n in (0, 1, 2, 3, 4, 5)]
    told = assess(record_of("0-60 clay 4in, 2.7ft lengths", *joints)).segments[0].joints
    assert told is not None and told.lay_length_ft == 2.7


def test_page_and_record_go_round() -> None:
    record = record_of(
        "0-24 pipe clay 4in old 3ft lengths", "24-40 pipe abs|pvc", "40-50 pipe liner in clay", "0-24 condition poor"
    )
    assert record_from_page(page_of(record))[0] == record


@pytest.mark.parametrize(("line", "form"), {
    "0-20 fair": "fair", "0-20 poor": "poor", "0-20 condition poor": "poor", "0-20 near collapse": "near_collapse", "0-20 bad": "poor",
}.items())  # fmt: skip
def test_a_word_of_condition_is_kept_as_it_was_said(line: str, form: str) -> None:
    (act,) = read_line(line, HOUSE).acts
    assert (act.sighting.kind, act.sighting.form) == ("condition", form)


def test_a_record_of_before_says_which_word_it_was() -> None:
    tree = {"id": "s1", "item": "i1", "line": "l1", "position": {"by": "order"}, "kind": "fair"}
    forms = [
        Sighting.model_validate(tree | {"said": said}).form for said in ("0-20 fair", "0-20 poor", "0-9 near_collapse")
    ]
    assert forms == ["fair", "poor", "near_collapse"]


@pytest.mark.parametrize(("lines", "text"), [
    (("0-20 condition poor", "12 crack hairline around"), "said to be poor, but nothing found there is rated above 1"),
    (("0-20 condition poor",), "said to be poor, but nothing found there is rated"),
    (("0-20 condition near_collapse", "12 break chip"), "said to be near collapse, but nothing found there is rated above 2"),
    (("0-20 condition fair", "12 collapse"), "said to be fair, but collapse at 12.0 ft is rated 5"),
    (("0-20 condition poor", "4-18 standing 70%"), "said to be poor, but nothing found there is rated"),
    (("10-20 sound", "8-12 hole large"), "said to be sound, but hole, large at 8.0–12.0 ft is rated 5"),
    (("0-20 sound", "12 hole large"), "said to be sound, but hole, large at 12.0 ft is rated 5"),
])  # fmt: skip
def test_a_word_of_condition_is_compared_with_what_was_rated(lines: tuple[str, ...], text: str) -> None:
    assert [w.text for w in assess(record_of(*lines)).warnings if w.id.startswith("condition")] == [text]


@pytest.mark.parametrize("lines", [
    ("0-20 condition poor", "12 break chip pipe missing"), ("0-20 condition near_collapse", "12 collapse"),
    ("0-20 condition fair", "12 crack hairline"), ("0-20 sound",), ("0-20 condition fair", "32 collapse"), ("12 condition poor",),
])  # fmt: skip
def test_where_they_agree_or_it_is_no_stretch_nothing_is_asked(lines: tuple[str, ...]) -> None:
    assert not [w for w in assess(record_of(*lines)).warnings if w.id.startswith("condition")]


@pytest.mark.parametrize(("said", "lines"), {
    "0-20 clay good": ("0-20 pipe clay", "0-20 sound"), "clay to 38 in rough shape": ("0-38 pipe clay", "0-38 condition poor"),
    "clay from 0 to 20 in good shape": ("0-20 pipe clay", "0-20 sound"),
    "0-20 iron about shot": ("0-20 pipe iron", "0-20 condition near_collapse"),
    "the whole line is clay in fair condition": ("pipe clay", "all: condition fair"),
    "new pvc from 40 to 46": ("40-46 pipe pvc new",), "abs or pvc from 20 to 40": ("20-40 pipe abs|pvc",),
    "goes from old clay to newer clay at 24": ("24 change clay old > clay newer",),
    "old clay to 38 then new pvc": ("0-38 pipe clay old", "38 change clay old > pvc new"),
    "liner in clay from 20 to 60": ("20-60 pipe liner in clay",), "lined clay 20-60": ("20-60 pipe liner in clay",),
    "new section of pvc 40-46": ("40-46 pipe pvc new",), "old clay with roots at 41": ("41 roots",),
}.items())  # fmt: skip
def test_it_is_heard_in_plain_words(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines
