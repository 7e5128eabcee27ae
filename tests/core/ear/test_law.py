"""The law of the ear: every word accounted for, three outcomes, nothing from what is not there."""

import string

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.ear import SourceLine, hear_line, hear_page, listen
from bellstone.core.entry import read_line
from tests.core.ear.scoring import heard_things, rows
from tests.core.said import HOUSE

TEXTS = [r["text"] for r in rows()]
WORDS = sorted({w for t in TEXTS for w in t.split()})
MANY = settings(max_examples=400, deadline=None)


@MANY
@given(st.one_of(st.sampled_from(TEXTS), st.lists(st.sampled_from(WORDS), max_size=18).map(" ".join)))
def test_every_word_is_used_or_listed(text: str) -> None:
    heard = hear_line(text, HOUSE)
    for a, b in zip(heard.words, heard.words[1:], strict=False):
        assert a.end <= b.start
    covered = {n for w in heard.words for n in range(w.start, w.end)}
    assert all(n in covered or not text[n].isalnum() for n in range(len(text)))
    assert all(text[w.start : w.end] == w.text for w in heard.words)


@MANY
@given(st.lists(st.sampled_from(WORDS), max_size=18).map(" ".join))
def test_what_is_heard_leaves_no_word_and_reads_as_it_stands(text: str) -> None:
    heard = hear_line(text, HOUSE)
    assert heard.outcome in ("heard", "asked", "kept")
    if heard.outcome == "heard":
        assert heard.lines and not [w for w in heard.words if w.use == "none"]
    if heard.outcome == "asked":
        assert heard.why
    for line in (*heard.lines, *(line for lines in heard.candidates for line in lines)):
        reading = read_line(line, HOUSE)
        assert reading.acts and not reading.questions and not reading.unread, (text, line)


@MANY
@given(st.sampled_from(TEXTS))
def test_no_size_is_in_feet(text: str) -> None:
    for thing in heard_things(hear_line(text, HOUSE).lines):
        size = thing["sighting"].size if "sighting" in thing else None
        assert size is None or size.unit != "ft"


@MANY
@given(st.sampled_from(TEXTS))
def test_what_was_heard_is_heard_again_as_the_same(text: str) -> None:
    for line in hear_line(text, HOUSE).lines:
        again = hear_line(line, HOUSE)
        assert again.outcome == "heard", (text, line, again.why)
        assert _acts(again.lines) == _acts([line])


def _acts(lines: tuple[str, ...] | list[str]) -> list[object]:
    acts = [act for line in lines for act in read_line(line, HOUSE).acts]
    return [a.model_dump(exclude={"sighting": {"said"}, "reading": {"said"}}) for a in acts]


PLAIN = ["roots", "crack", "hole", "grease", "standing water", "offset joint", "root ball", "open joint", "belly"]
DENIALS = [
    "no {k} at 41",
    "41 no {k}",
    "there is no {k} at 41 feet",
    "{k}: none",
    "41, not a {k}",
    "did not see any {k} at 41",
]


@pytest.mark.parametrize("kind", PLAIN)
@pytest.mark.parametrize("denial", DENIALS)
def test_what_is_denied_is_never_the_thing(kind: str, denial: str) -> None:
    heard = hear_line(denial.format(k=kind), HOUSE)
    said = heard_things(hear_line(f"{kind} at 41", HOUSE).lines)[0]["kind"]
    for lines in (heard.lines, *heard.candidates):
        assert not [h for h in heard_things(lines) if h["kind"] == said and not h["negative"]], heard
    assert heard.lines or heard.candidates, denial


CLAUSES = ["light roots at the joint at 22 feet", "hairline crack on top at 31 feet", "a wye on the left at 44 feet"]


def test_clauses_with_places_of_their_own_may_be_told_in_any_order() -> None:
    told = [sorted(hear_line(", ".join(CLAUSES[n:] + CLAUSES[:n]), HOUSE).lines) for n in range(3)]
    assert len(told[0]) == 3 and told[0] == told[1] == told[2]


@pytest.mark.parametrize(
    "text",
    [
        "", " ", "…", "41", "at", "🙂 roots 41 🙂", "جذور عند ٤١ قدم", "корни на 41", "根 41", "\u202e41 roots\u202c", "'", '"', "((((",
        "?",
        "a" * 5000, "9" * 999, "1/0 roots", "roots " * 400, "41 - - 42 roots", "0x41 roots", "forty forty forty", "41.5.6 roots",
    ],
)  # fmt: skip
def test_nothing_breaks_it(text: str) -> None:
    assert hear_line(text, HOUSE).outcome in ("heard", "asked", "kept")
    listen(text, HOUSE)


@settings(max_examples=300, deadline=None)
@given(st.text(alphabet=string.printable + "½¾’“–é", max_size=80))
def test_no_characters_break_it(text: str) -> None:
    hear_line(text, HOUSE)
    listen(text, HOUSE)


def page(*said: str, timed: bool = False) -> list[SourceLine]:
    return [SourceLine(number=n, time_s=10.0 * n if timed else None, said=s) for n, s in enumerate(said, start=1)]


def test_a_reading_of_water_takes_the_state_that_was_said() -> None:
    drafts = hear_page(
        page("20-24 standing 1in", "water off", "30-36 standing 1in", "water on", "40-44 standing 1in"), HOUSE
    )
    assert [d.heard.lines[0] for d in drafts] == [
        "20-24 standing 1in", "water off", "30-36 standing 1in rest", "water on", "40-44 standing 1in running",
    ]  # fmt: skip
    assert drafts[2].heard.from_context == ("water",)


def test_a_place_said_alone_is_where_the_next_is_and_said_again_is_not_seen_again() -> None:
    said = ["Thirty-seven now. Okay, that's a root ball.", "Root ball at thirty-seven.", "So recap. Roots at fifty."]
    drafts = [d for d in hear_page(page(*said, timed=True), HOUSE) if d.heard.lines or d.heard.outcome == "kept"]
    heard = [d for d in drafts if d.heard.outcome == "heard"]
    assert [(d.heard.lines, d.heard.from_context, d.time_s) for d in heard] == [(("37 roots ball",), ("place",), 10.0)]
    assert {"said before", "said again in a recap"} <= {d.heard.why for d in drafts}
