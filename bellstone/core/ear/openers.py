"""Words a line opens with that say nothing of the pipe: *right, so*, *good news,*, *write down*; and those that may."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token

_VERDICT = r"(?:(?:that|this|it)(?: i|')s )?(?:not|no) (?:so |too |looking )?(?:good|pretty|great|nice)"
_ASKED_AND_DENIED = r"(?:is|was|are) (?:that|this|it|those|they) [a-z' ]{2,30}\?+ (?:no|nope|nah)"  # "is that the main? no, a wye at 52"
_APART = (
    _VERDICT, _ASKED_AND_DENIED,
    "nope", "nah", "naw", "great", "perfect", "excellent", "beautiful", "awesome", "cool",
    "one sec", "next", "next one", "next up", "again", "good news", "bad news", "damn", "darn", "dang", "fyi", "btw", "by the way",
    "to be clear", "just to be clear", "for the record", "for your information", "first", "first off", "first of all", "second", "secondly",
    "third", "lastly", "last one", "last thing", "one more", "one more thing", "another one", "also", "hi", "hello", "hey", "good morning",
    "good afternoon", "thanks", "thank you", "copy", "copy that", "roger", "test", "go", "moving on", "ok moving on", "ok moving",
    "continuing", "continuing on", "ps", r"p\.s", "dear customer", "okay team", "team", "everybody",
)  # fmt: skip
_LEADING = (
    r"(?:nope|nah|naw)(?= \d)",
    r"right,? so,?",
    "spotted",
    "seeing",
    "check out",
    "notice",
    "write down",
    "mark down",
    "jot down",
    "add",
    "give me",
)
_COMMA = r"\s*(?:[,.;:!]+|\s-+|…)\s+"
_SAYS_NOTHING = re.compile(rf"\s*(?:({'|'.join(_APART)}){_COMMA}|({'|'.join(_LEADING)})\s+)", re.I)
_NO_THING = r"(?!(?:it|that|this|the|here|at|on|is|was|set|made|\d)\b)"
_MAY_SAY = re.compile(rf"\s*(?:(no|right|stop|stop there){_COMMA}|(mark)\s+{_NO_THING})", re.I)
_MEANS = {
    "no": ("an answer", "none of it", "no "),
    "right": ("so it is", "on that side", "right side "),
    "stop": ("a call to stop", "stopped there", "stopped, "),
    "mark": ("write it down", "marked above it", "marked "),
    "stop there": ("a call to stop", "stopped there", "stopped, "),
}


@dataclass(frozen=True, slots=True)
class Opener:
    """The words a line opens with, what is said behind them, and what they may mean: each with the line it makes."""

    said: str
    rest: str
    ways: dict[str, str]


def opener_of(text: str, tokens: Sequence[Token], pieces: Sequence[Piece]) -> Opener | None:
    """What a line opens with before it tells a thing.

    Parameters
    ----------
    text : str
        The line.
    tokens : sequence of Token
        Its tokens.
    pieces : sequence of Piece
        The cover of it.

    Returns
    -------
    Opener or None
        ``nope, 33 is clean``: an answer to somebody, with one way to take it; ``no, wye at 52``, ``right, roots at 33``,
        ``stop, hole at 40``: with two. None where nothing is told behind it, or something is taken back.
    """
    found = _SAYS_NOTHING.match(text) or _MAY_SAY.match(text)
    if found is None or any(p.what == "acts" and p.says == "retract" for p in pieces):
        return None
    behind = [p for p in pieces if tokens[p.j - 1].end > found.end()]
    placed = any(p.what == "quantity" for p in behind)
    if not any(p.what in ("kinds", "weak") or placed and p.what in ("materials", "attributes") for p in behind):
        return None
    said, rest = next(g for g in found.groups() if g), text[found.end() :]
    means = _MEANS.get(said.lower())
    denied = any(p.what == "negatives" for p in behind)
    if means is None or said.lower() == "no" and denied:
        return Opener(said, rest, {"nothing of the pipe": rest})
    one, other, put = means
    return Opener(said, rest, {one: rest, other: put + rest})
