"""The lines of handbook 3.4, each with what must be in the record: words heard as something else are the worst answer."""

from typing import Any

import pytest

from bellstone.core.record import Sighting
from tests.core.said import read_line


def seen(line: str, nth: int = 0) -> Sighting:
    read = read_line(line)
    assert not read.unread and not read.questions, read
    found = [act.sighting for act in read.acts if act.act == "see"]
    return found[nth]


def told(s: Sighting) -> dict[str, Any]:
    """A sighting's fields as plain words and numbers, those it leaves out left out."""
    p, size = s.position, s.size
    counter, to = getattr(p, "counter", None), getattr(p, "to", None)
    out: dict[str, Any] = {
        "kind": s.kind, "form": s.form, "by": p.by, "at": s.at, "state": s.state, "water": s.water, "qualities": s.qualities,
        "counter": counter.likely if counter else None, "to": to.likely if to else None,
        "size": size and (size.likely, size.unit) if size and size.likely is not None else None,
        "word": size.word if size else None, "travel": s.travel if s.travel != "out" else None,
        "from": s.clock.start if s.clock and hasattr(s.clock, "start") else None,
    }  # fmt: skip
    return {k: v for k, v in out.items() if v not in (None, (), "")}


LINES: list[tuple[str, dict[str, Any]]] = [
    ("41.5 roots curtain 70% 12-3 joint", {"kind": "roots", "form": "curtain", "counter": 41.5, "size": (70, "pct"), "at": "joint"}),
    ("41.5 roots 70%", {"kind": "roots", "counter": 41.5, "size": (70, "pct")}),
    ("48 offset up 1/2\"", {"kind": "offset", "form": "up", "counter": 48, "size": (0.5, "in")}),
    ("48 offset drop 1 1/2\" joint", {"kind": "offset", "form": "drop", "counter": 48, "size": (1.5, "in"), "at": "joint"}),
    ("next offset left small", {"kind": "offset", "form": "left", "by": "relative", "word": "small"}),
    ("37 break shattered", {"kind": "break", "form": "shattered", "counter": 37}),
    ("22'6\"-26' standing 2.5in rest", {"kind": "standing", "counter": 22.5, "to": 26, "size": (2.5, "in"), "water": "rest"}),
    ("26-22.5 standing 2.5in rest", {"kind": "standing", "counter": 22.5, "to": 26, "size": (2.5, "in"), "water": "rest"}),
    ("20-35 dry rest", {"kind": "dry", "counter": 20, "to": 35, "water": "rest"}),
    ("30-58 sound", {"kind": "sound", "counter": 30, "to": 58}),
    ("30 hole 1in", {"kind": "hole", "counter": 30, "size": (1, "in")}),
    ("30 roots mostly cleared", {"kind": "roots", "counter": 30, "state": "mostly_cleared"}),
    ("30 roots cleared", {"kind": "roots", "counter": 30, "state": "cleared"}),
    ("30 roots cut flush", {"kind": "roots", "counter": 30, "state": "cut_flush"}),
    ("20 blister medium", {"kind": "blister", "counter": 20, "word": "medium"}),
    ("20 deformed heavy", {"kind": "deformed", "counter": 20, "word": "heavy"}),
    ("20 crack hairline lengthwise barrel", {"kind": "crack", "counter": 20, "at": "barrel"}),
    ("+3 roots joint", {"kind": "roots", "by": "relative", "at": "joint"}),
    ("crack top", {"kind": "crack", "by": "order"}),
    ("wye left", {"kind": "fitting", "by": "order"}),
]  # fmt: skip


@pytest.mark.parametrize(("line", "holds"), LINES)
def test_a_line_says_this_and_no_size_place_or_state_beside_it(line: str, holds: dict[str, Any]) -> None:
    found = told(seen(line))
    assert {k: found.get(k) for k in holds} == holds
    for never in ("size", "word", "state", "water", "to", "at"):
        assert never in holds or never not in found, (never, found)


@pytest.mark.parametrize(
    ("line", "acts"),
    [
        ("near pole: depth 5ft", ["depth"]), ("147 = 150 located", ["know"]), ("pass back, graded", ["pass"]),
        ("52'8\" stopped hard tee, main about 12 on (manhole)", ["see", "length"]), ("joints 12, 5 with roots", ["count"]),
        ("flush test toilet 1.6gal hardly moved", ["flush"]), ("claim other firm: collapsed at 44", ["say"]),
        ("recommend clean and look again", ["say"]), ("symptom gurgles", ["say"]), ("tool cutter chain 3in", ["say"]),
        ("repair 20-26 liner: step not", ["say"]), ("45-50 not seen, fouled lens", ["cannot_assess"]), ("fall steep", ["lie"]),
        ("main stands 3in", ["lie"]), ("visit 2026-11-10 after cleaning", ["visit"]), ("20 back pitch", ["pitch"]),
        ("counter reset to 0 at yard", ["reset"]), ("landmark curb: 108 ft, ground 101.6", ["landmark"]),
        ("main not reached, roots", ["end"]), ("run A front cleanout 4in, facing main", ["run"]),
        ("48 offset up 1/2\" ; roots slight", ["see", "see"]), ("37 break shattered ; roots large", ["see", "see"]),
        ("60 invert 95.10 ± 0.05", ["invert"]), ("12 pitch 1.8%", ["pitch"]), ("0-23 iron 4in", ["see"]),
    ],
)  # fmt: skip
def test_a_line_is_taken_for_what_it_is(line: str, acts: list[str]) -> None:
    read = read_line(line)
    assert [act.act for act in read.acts] == acts
    assert read.can_be_added and not read.unread


@pytest.mark.parametrize(
    ("line", "choices"),
    [("12-6 roots", 2), ("5.11 roots depth", 0), ("40 pitch 1.8", 1), ("fall 9", 2), ("main stands 3 below", 2)],
)
def test_what_can_be_read_two_ways_is_asked_with_whole_lines(line: str, choices: int) -> None:
    read = read_line(line)
    if choices:
        assert len(read.questions[0].choices) == choices
        for choice in read.questions[0].choices:
            again = read_line(choice.line)
            assert again.acts and not again.questions, choice.line
    else:
        assert read.unread or read.questions


@pytest.mark.parametrize("line", ["stuff", "roots zorp", "owner the city", "40 blah", "words that say nothing", "41.5"])
def test_words_not_understood_are_shown_and_never_guessed(line: str) -> None:
    read = read_line(line)
    lost = [line[u.start : u.end] for u in read.unread]
    assert lost and all(piece.strip() for piece in lost) or not read.acts
    assert all(u.why for u in read.unread)


@pytest.mark.parametrize(
    ("word", "state"), [("", None), ("cleared", "cleared"), ("loose", "loose"), ("cut flush", "cut_flush")]
)
@pytest.mark.parametrize("size", ["", "10%", "slight"])
@pytest.mark.parametrize("kind", ["roots", "roots ball", "roots curtain"])
def test_words_of_a_finding_may_come_in_any_order(kind: str, size: str, word: str, state: str | None) -> None:
    pieces = [p for p in (size, word, "joint") if p]
    first = seen(" ".join(["30", kind, *pieces]))
    last = seen(" ".join(["30", kind, *reversed(pieces)]))
    keep = {"said", "text", "size"}
    assert first.model_dump(exclude=keep) == last.model_dump(exclude=keep)
    assert first.state == state and first.at == "joint"
