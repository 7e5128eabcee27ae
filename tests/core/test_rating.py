"""The scheme's rows (handbook 3.2), enumerated: always a rating, never falling as size grows."""

import itertools

import pytest

from bellstone.core.entry import See
from bellstone.core.entry.vocabulary import kind_words, words_for
from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.scheme import Rating, Unrated, house_scheme, rate, rate_as_found
from tests.core.said import read_line

SCHEME = house_scheme()
BORES = (2.0, 3.0, 4.0, 6.0, 8.0)


def seen(text: str) -> Sighting:
    reading = read_line(text)
    assert not reading.questions and not reading.unread, (text, reading.questions, reading.unread)
    act = reading.acts[0]
    assert isinstance(act, See)
    return act.sighting


def rated(text: str, bore: float | None = 4.0, material: str = "clay", stretch: float = 0.0) -> Rating | Unrated:
    return rate(seen(text), bore, material, SCHEME, stretch)


# Handbook 3.2 row by row, in a 4 in clay bore: (line, rating).
TABLE = [
    ("crack hairline around", 1), ("crack hairline lengthwise", 2), ("crack hairline multiple", 3),
    ("crack open around", 2), ("crack open diagonal", 3), ("crack open multiple", 4), ("crack open ovality", 4),
    ("break chip", 2), ("break chip missing", 3), ("break pieces 10%", 4), ("break pieces 30%", 5), ("break shattered", 5),
    ("hole 1in", 4), ("hole 2in", 4), ("hole 2.1in", 5), ("hole large", 5), ("hole 1in void", 5), ("hole 1in soil in", 5),
    ("soil seen still", 3), ("soil seen coming in", 5), ("invert gone 0.5ft", 4), ("invert gone 1ft", 5), ("collapse", 5),
    ("deformed 2%", 1), ("deformed 5%", 2), ("deformed 10%", 3), ("deformed 25%", 4), ("deformed 26%", 5),
    ("blister 2%", 1), ("blister 1in", 3), ("blister 2in", 4), ("blister 2.1in", 5),
    ("wear light", 1), ("wear medium", 2), ("wear heavy", 3), ("wear heavy channelled", 4), ("wear heavy through", 4),
    ("patch bad wrinkled 5%", 2), ("patch bad wrinkled 15%", 3), ("patch bad dipped", 4), ("patch bad uncovered", 5),
    ("offset drop 1/8in", 1), ("offset drop 1/2in", 2), ("offset drop 1in", 3), ("offset drop 2in", 4), ("offset drop 2.1in", 5),
    ("offset left 1/8in", 1), ("offset left 10%", 2), ("offset right 1in", 3), ("offset right 50%", 4), ("offset left 51%", 5),
    ("offset up 1/16in", 1), ("offset up 1/4in", 2), ("offset up 15%", 3), ("offset up 33%", 4), ("offset up 34%", 5),
    ("open 1/4in", 1), ("open 1/2in", 2), ("open 1in", 3), ("open 1/4in soil showing", 3), ("open 2in", 4), ("open 1in void", 5),
    ("angled 2deg", 1), ("angled 5deg", 2), ("angled 10deg", 3), ("angled 11deg", 4),
    ("cracked bell hairline", 2), ("cracked bell open", 3), ("cracked bell pulled apart", 4),
    ("leaking in damp", 1), ("leaking in drops", 2), ("leaking in stream", 3), ("leaking in spray", 4),
    ("leaking in damp soil", 4), ("leaking in stream soil", 5),
    ("leaking out suspected", 3), ("leaking out certain", 4), ("leaking out washout", 4), ("leaking out washed out", 5),
    ("roots hair 5%", 1), ("roots curtain 5%", 2), ("roots 20%", 2), ("roots 50%", 3), ("roots 80%", 4), ("roots 81%", 5),
    ("roots hair 5% barrel", 3), ("roots 50% barrel", 4), ("roots ball cut flush 10%", 2), ("roots 10% cut flush barrel", 3),
    ("grease 5%", 1), ("grease 15%", 2), ("scale 30%", 3), ("settled sand 60%", 4), ("object 61%", 5), ("seal in 16%", 3),
    ("settled 1in", 3),  # 1 in deep in 4 in is 19.6 % of the area (handbook 2.10)
    ("crossing", 5), ("crossing?", 5),
    ("standing 1/2in rest", 1), ("standing 1in rest", 2), ("standing 2in rest", 3), ("standing 3.9in rest", 4),
    ("standing 1in rest paper", 3), ("standing 1in rest not moved", 3), ("submerged rest", 4), ("submerged rest grease", 5),
    ("main not standard", 2), ("coupling not standard catches", 3),
]  # fmt: skip


@pytest.mark.parametrize(("line", "rating"), TABLE)
def test_row(line: str, rating: int) -> None:
    found = rated(line)
    assert isinstance(found, Rating), found
    assert found.likely == rating, found
    assert found.why


def test_one_inch_in_four_is_a_quarter_but_more_than_a_sixth_in_three() -> None:
    """Half an inch is 1 only where it is at most 17 % of the bore: 12.5 % of 4 in, 25 % of 2 in."""
    assert rated("standing 1/2in rest", 4).likely == 1
    assert rated("standing 1/2in rest", 2).likely == 2


def test_full_bore_is_four_under_two_feet_and_five_over() -> None:
    assert rated("standing 4in rest", 4, stretch=1.9).likely == 4
    assert rated("standing 4in rest", 4, stretch=2.0).likely == 5


def test_roots_in_metal_are_one_worse_and_at_least_three() -> None:
    assert rated("roots hair 3%", material="cast_iron").likely == 3
    assert rated("roots 60%", material="cast_iron").likely == 5


def test_a_head_stopped_by_an_up_step_is_at_least_four() -> None:
    assert rated("offset up 1/4in stopped").likely == 4


def test_what_runs_is_never_rated() -> None:
    for line in ("standing 3in sink", "standing 3in", "submerged hose"):
        found = rated(line)
        assert isinstance(found, Unrated)
        assert found.needs_rest_reading


def test_loose_roots_are_not_rated_and_what_they_were_still_is() -> None:
    assert isinstance(rated("roots ball was full now loose"), Unrated)
    before = rate_as_found(seen("roots ball was full now cut flush 10%"), 4, "clay", SCHEME)
    assert before is not None and before.likely == 5


def test_cut_flush_with_no_share_left_is_two_to_three() -> None:
    found = rated("roots ball cut flush")
    assert (found.low, found.likely, found.high) == (2, 2, 3)


def test_a_word_gives_a_range_and_says_what_would_settle_it() -> None:
    found = rated("offset right medium")  # 15 to 30 % of the bore
    assert (found.low, found.likely, found.high) == (3, 3, 4)
    assert found.settle == "measure the step"
    assert (rated("crack").low, rated("crack").high) == (1, 3)


def test_an_unknown_bore_is_tried_at_the_usual_three() -> None:
    """1 in up is 33.3 % of 3 in (5), 25 % of 4 in (4), 16.7 % of 6 in (4)."""
    found = rated("offset up 1in", None)
    assert (found.low, found.high) == (4, 5)
    assert "bore not known" in found.why


def sizes(kind: str) -> list[Amount]:
    unit = {"opening": "in", "extent": "ft", "angle": "deg", "depth": "in"}.get(SCHEME.kinds[kind].measure, "pct")
    return [
        Amount(likely=v, unit=unit)
        for v in (0.01, 0.1, 0.25, 0.5, 1, 2, 4, 5, 8, 10, 15, 20, 25, 30, 33, 40, 50, 60, 80, 99)
    ]


@pytest.mark.parametrize("kind", [k for k, v in SCHEME.kinds.items() if v.rating])
def test_every_kind_form_bore_and_size_has_a_rating_that_never_falls_with_size(kind: str) -> None:
    forms = [None, *SCHEME.kinds[kind].forms]
    for form, bore, head in itertools.product(forms, BORES, (None, "stopped")):
        last = 0
        for size in sizes(kind):
            s = Sighting(
                id="s",
                item="i",
                line="l",
                position=OrderPosition(),
                kind=kind,
                form=form,
                size=size,
                water="rest",
                head=head,
            )
            found = rate(s, bore, "clay", SCHEME)
            assert isinstance(found, Rating), (kind, form, bore, size, found)
            assert last <= found.likely <= 5, (kind, form, bore, size)
            assert found.low <= found.likely <= found.high
            last = found.likely


@pytest.mark.parametrize("kind", [k for k, v in SCHEME.kinds.items() if v.rating])
def test_words_of_size_never_rate_lower_as_they_grow(kind: str) -> None:
    words = list(SCHEME.words.get(SCHEME.kinds[kind].measure, {}))
    order = [w for w in ("slight", "small", "medium", "large", "full") if w in words]
    last = 0
    for word in order:
        s = Sighting(
            id="s",
            item="i",
            line="l",
            position=OrderPosition(),
            kind=kind,
            size=Amount(form="word", word=word),
            water="rest",
        )
        found = rate(s, 4, "clay", SCHEME)
        assert isinstance(found, Rating) and found.likely >= last, (kind, word)
        last = found.likely


def test_no_word_means_two_things_for_one_kind() -> None:
    """Building every table raises on a clash; a planted clash does raise."""
    assert kind_words(SCHEME) and all(words_for(k, SCHEME) for k in SCHEME.kinds)
    crack = SCHEME.kinds["crack"]
    clash = SCHEME.model_copy(
        update={"version": "clash", "kinds": {"crack": crack.model_copy(update={"qualities": {"wide": ("around",)}})}}
    )
    with pytest.raises(ValueError, match="would mean"):
        words_for("crack", clash)
