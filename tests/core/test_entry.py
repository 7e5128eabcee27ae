"""The entry language: its own examples, what it asks, and that it reads back what it prints."""

from collections.abc import Callable
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.entry import See, sighting_line
from bellstone.core.entry.vocabulary import CLOCK_WORDS, FREE_TEXT_KINDS, words_for
from bellstone.core.record import (
    Alternative,
    Amount,
    Clock,
    CounterPosition,
    LandmarkPosition,
    OrderPosition,
    RelativePosition,
    Sighting,
)
from bellstone.core.scheme import house_scheme
from bellstone.core.scheme.table import Kind
from tests.core.said import read_line

SCHEME = house_scheme()

# Every example of handbook 3.4, with what it must come to.
EXAMPLES: list[tuple[str, dict[str, Any]]] = [
    ("41.5 roots curtain 70% 12-3 joint", {"kind": "roots", "form": "curtain", "at": "joint"}),
    ("27 or 28 roots ball was full now cut flush 10%", {"kind": "roots", "state": "cut_flush"}),
    ('48 offset up 1/2" ; roots slight', {"kind": "offset", "form": "up"}),
    ("37 break shattered ; roots large", {"kind": "break", "form": "shattered"}),
    ("~24 change iron > clay 4in", {"kind": "transition"}),
    ("+3 roots joint", {"kind": "roots", "at": "joint"}),
    ("next offset left small", {"kind": "offset", "form": "left"}),
    ("crack|coupling top", {"kind": "crack", "alternatives": (Alternative(kind="coupling"),)}),
    ('112-118 standing "a little" sink ; expected rest half', {"kind": "standing", "water": "sink", "text": "a little"}),
    ("22'6\"-26' standing 2.5in rest", {"kind": "standing", "water": "rest"}),
    ("all clay: roots slight each joint", {"kind": "roots", "each_joint": True}),
    ("52'8\" stopped hard tee, main about 12 on (manhole)", {"kind": "stopped"}),
    ("30-58 sound", {"kind": "sound"}),
    ("dry 20-35 rest", {"kind": "dry", "water": "rest"}),
    ("none: crack, break", {"none_of": ("crack", "break")}),
    ("63 roots? large", {"kind": "roots", "sureness": "unsure"}),
    ("40 root every 4' joint", {"kind": "roots", "spacing_ft": 4.0}),
    ("40 offset up 1 1/2\" catches paper", {"kind": "offset", "catches": ("paper",)}),
    ("46 tee", {"kind": "fitting", "form": "tee"}),
    ("60 test wye", {"kind": "fitting", "form": "test_tee"}),
    ("55 bend 45deg", {"kind": "fitting", "form": "bend"}),
    ("37 shattered", {"kind": "break", "form": "shattered"}),
    ("20 standing under 1in rest", {"kind": "standing", "water": "rest"}),
    ("[4:37] 40 hole 1in", {"kind": "hole", "time_s": 277.0}),
]  # fmt: skip


def only(text: str) -> Sighting:
    reading = read_line(text)
    assert not reading.questions and not reading.unread, (text, reading)
    act = reading.acts[0]
    assert isinstance(act, See)
    return act.sighting


@pytest.mark.parametrize(("text", "wanted"), EXAMPLES)
def test_handbook_example(text: str, wanted: dict[str, Any]) -> None:
    sighting = only(text)
    assert {name: getattr(sighting, name) for name in wanted} == wanted


OTHERS = [
    ("run A front cleanout 4in, facing main, counts to main", "run"), ("147 = 150 located", "know"), ("pass back, graded", "pass"),
    ("near pole: depth 5ft", "depth"), ("joints 12, 5 with roots", "count"), ("main about 12 on", "length"),
    ("flush test toilet 1.6gal sluggish", "flush"), ("45-50 not seen, fouled lens", "cannot_assess"),
    ("claim other firm: collapsed at 44", "say"), ("heading back to the house", "pass"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "act"), OTHERS)
def test_lines_that_are_no_finding(text: str, act: str) -> None:
    assert [a.act for a in read_line(text).acts] == [act]


@pytest.mark.parametrize(
    ("text", "labels"),
    [
        ("depth 5.11", ["5.11 ft", "5 ft 11 in"]),
        ("12-6 roots", ["12 ft 6 in", "from 6 to 12 ft"]),
        ("41.5 roots 7", ["7%", "7in", "7 o'clock"]),
        ("30 angled 4", ["4deg", "4 o'clock"]),
        ("roots at 41.5", ["at 41.5 ft", "41.5%", "41.5in"]),
        ("63 belly", ["standing", "note belly in the fall"]),
    ],
)
def test_two_readings_are_both_shown_and_each_choice_reads_clean(text: str, labels: list[str]) -> None:
    question = read_line(text).questions[0]
    assert [c.label for c in question.choices] == labels
    for choice in question.choices:
        assert not read_line(choice.line).questions, choice.line
        assert read_line(choice.line).acts, choice.line


def test_a_prefix_completes_and_one_that_fits_two_asks() -> None:
    assert read_line("41.5 roo cur 70% j").completed == "41.5 roots curtain 70% joint"
    assert read_line("41.5 ro cur 70%").questions[0].choices[0].label == "rolled"
    assert only("40 sound").kind == "sound"  # an exact word beats a prefix


def test_what_cannot_be_read_is_pointed_at_and_kept() -> None:
    reading = read_line("12 crack open banana")
    assert [reading.text[u.start : u.end] for u in reading.unread] == ["banana"]
    assert reading.acts[0].sighting.unread == ("banana",)
    reading = read_line("zorp at the bend")
    assert (reading.acts, reading.text[reading.unread[0].start : reading.unread[0].end]) == ((), "zorp")


def test_under_an_inch_is_a_size_and_never_a_head_under_water() -> None:
    assert read_line("under 1in standing rest").acts == ()
    assert only("20 submerged rest").kind == "submerged"


def test_several_things_at_one_place_share_it_and_in_is_inches_only() -> None:
    first, second = (a.sighting for a in read_line('48 offset up 1/2" ; roots slight').acts)
    assert first.position == second.position
    assert read_line("48 roots in").acts[0].sighting.unread == ("in",)  # not "in place"
    assert only("48 offset up 2in").size == Amount(likely=2, unit="in", said="2in")


def test_stopped_gives_the_estimate_of_the_main_too() -> None:
    acts = read_line("52'8\" stopped hard tee, main about 12 on (manhole)").acts
    assert acts[1].estimate.basis == "manhole"
    assert acts[1].estimate.distance.likely == 12


NUMBERS = st.floats(0.0625, 300).map(lambda v: round(v, 2))
HOURS = st.integers(1, 12).map(float)


def may_be_together(kind: Kind) -> Callable[[list[str]], bool]:
    """Of some qualities a thing has one: a crack is hairline or open, and a line that says both asks which."""
    one_of = {q for group in kind.rating.unsaid for q in group} if kind.rating else set()
    return lambda qualities: len(one_of.intersection(qualities)) < 2


@st.composite
def amounts(draw: st.DrawFn, unit: str) -> Amount:
    form = draw(st.sampled_from(["value", "range", "at_most", "at_least", "about"]))
    if form == "range":
        low, high = sorted(draw(st.tuples(NUMBERS, NUMBERS)))
        return Amount(form="range", low=low, high=high, unit=unit)
    return Amount(form=form, likely=draw(NUMBERS), unit=unit)


POSITIONS = st.one_of(
    st.just(OrderPosition()),
    st.builds(lambda v: CounterPosition(counter=Amount(likely=v, unit="ft")), NUMBERS),
    st.builds(lambda v: CounterPosition(counter=Amount(form="about", likely=v, unit="ft")), NUMBERS),
    st.builds(lambda v: CounterPosition(counter=Amount(likely=v, unit="ft"), onward=True), NUMBERS),
    st.builds(
        lambda a, b: CounterPosition(counter=Amount(likely=min(a, b), unit="ft"), to=Amount(likely=max(a, b), unit="ft")),
        st.floats(-20, 90).map(lambda v: round(v, 1)), st.floats(91, 300).map(lambda v: round(v, 1)),
    ),
    st.builds(lambda v: RelativePosition(distance=Amount(likely=v, unit="ft")), NUMBERS),
    st.just(RelativePosition()),
    st.builds(
        lambda v: LandmarkPosition(landmark="oak", distance=Amount(likely=v, unit="ft"), side="short_of", measured="ground"),
        NUMBERS,
    ),
)  # fmt: skip


@st.composite
def sightings(draw: st.DrawFn) -> Sighting:
    rated = [k for k in SCHEME.kinds if k not in FREE_TEXT_KINDS and k not in ("transition", "flush")]
    kind_name = draw(st.sampled_from(rated))
    kind, words = SCHEME.kinds[kind_name], words_for(kind_name, SCHEME)
    unit = {"opening": "in", "extent": "ft", "angle": "deg", "depth": "in"}.get(kind.measure, "pct")
    sizes = [st.none()]
    if kind.measure != "none":
        sizes += [
            amounts(unit),
            st.lists(
                st.sampled_from([w for w in SCHEME.words[kind.measure] if w not in kind.qualities]),
                min_size=1,
                max_size=2,
                unique=True,
            ).map(
                lambda w: Amount(form="word", word=w[0], alternatives=tuple(Amount(form="word", word=x) for x in w[1:]))
            ),
        ]
    clocks = [
        st.none(),
        st.just(Clock(all_round=True)),
        st.builds(Clock, start=HOURS, end=HOURS),
        st.sampled_from([w for w in CLOCK_WORDS if words[w].slot == "clock"]).map(lambda w: Clock(word=w)),
    ]
    form = draw(st.sampled_from([None, *kind.forms]))
    others = (
        st.lists(st.sampled_from([f for f in kind.forms if f != form]), unique=True, max_size=2)
        if form and len(kind.forms) > 1
        else st.just([])
    )
    states = [v.value for v in words.values() if v.slot == "state"]
    return Sighting(
        id="new", item="new", line="new",
        position=draw(POSITIONS),
        kind=kind_name,
        form=form,
        alternatives=tuple(Alternative(kind=kind_name, form=f) for f in draw(others)),
        qualities=tuple(draw(st.lists(st.sampled_from(list(kind.qualities)), unique=True, max_size=2).filter(may_be_together(kind))))
        if kind.qualities else (),
        size=draw(st.one_of(sizes)),
        clock=draw(st.one_of(clocks)) if kind_name != "dry" else None,  # a range after "dry" is its place
        at=draw(st.sampled_from([None, "joint", "barrel"])),
        state=draw(st.sampled_from([None, *states])),
        water=draw(st.sampled_from([None, "rest", "sink", "hose"])) if kind.family == "water" else None,
        sureness=draw(st.sampled_from(["sure", "likely", "unsure"])),
        spacing_ft=draw(st.one_of(st.none(), st.floats(1, 20).map(lambda v: round(v, 1)))),
    )  # fmt: skip


def without_said(value: Any) -> Any:
    if isinstance(value, dict):
        return {k: without_said(v) for k, v in value.items() if k != "said"}
    if isinstance(value, (list, tuple)):
        return [without_said(v) for v in value]
    return value


@settings(max_examples=400)
@given(sightings())
def test_the_grammar_reads_back_every_item_it_prints(sighting: Sighting) -> None:
    line = sighting_line(sighting)
    reading = read_line(line)
    assert not reading.questions and not reading.unread, (line, reading.questions, reading.unread)
    back = reading.acts[0].sighting
    assert without_said(back.model_dump()) == without_said(sighting.model_dump()), line


@settings(max_examples=300)
@given(st.text(max_size=120))
def test_no_text_breaks_the_reader_and_what_fails_points_inside_it(text: str) -> None:
    reading = read_line(text)
    for piece in (*reading.unread, *reading.questions):
        assert 0 <= piece.start <= piece.end <= 1100
    if text.strip() and not reading.acts:
        assert reading.unread or reading.questions
