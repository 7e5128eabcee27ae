"""Words that mean one thing or another: the line is heard with each, and asked."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.heard import MOST_CANDIDATES, Heard, WordUsed
from bellstone.core.ear.numbers import OF_A_SIZE
from bellstone.core.ear.openers import opener_of
from bellstone.core.ear.token import Token


@dataclass(frozen=True, slots=True)
class Meaning:
    """A line with one word put as one of the things it may mean."""

    word: str
    means: str
    text: str


def taps_of_the_main(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """``main 94, tap on top``: beside the main, told first and at the one footage, the tap or saddle is how the line meets it."""
    footages = [p for p in pieces if p.what == "quantity" and p.says in ("bare", "ft", "ft_in")]
    main = next((n for n, p in enumerate(pieces) if p.what == "kinds" and p.says.split()[0] == "main"), len(pieces))
    denied = any(p.what in ("negatives", "hedges") for p in pieces)
    if len(footages) != 1 or denied:
        return list(pieces)
    met = {"tap": ("fillers", ""), "saddle": ("kinds", "main saddle")}  # how the line meets it: a tap says no more
    out = list(pieces)
    for n, p in enumerate(pieces):
        how = next((met[t.word] for t in tokens[p.i : p.j] if t.word in met), None)
        if n > main and p.what == "ambiguous" and how:
            out[n] = replace(p, what=how[0], says=how[1])
    return out


def two_meanings(text: str, tokens: Sequence[Token], pieces: Sequence[Piece]) -> list[Meaning]:
    """The line with its first word of two meanings put as each of them; none where it has no such word alone."""
    for piece in pieces:
        if piece.what == "ambiguous":
            start, end = tokens[piece.i].start, tokens[piece.j - 1].end
            ways = [means.strip() for means in piece.says.split("/")]
            return [Meaning(text[start:end], means, f"{text[:start]}{means}{text[end:]}") for means in ways]
    return (
        _opening(text, tokens, pieces)
        or _closing(text, pieces)
        or _right_at(text, tokens, pieces)
        or _left_or_light(text, tokens, pieces)
        or _and_a_half(text, tokens)
    )


def _opening(text: str, tokens: Sequence[Token], pieces: Sequence[Piece]) -> list[Meaning]:
    """``no, wye at 52``: an answer to what was asked, and the wye is there, or no wye."""
    opener = opener_of(text, tokens, pieces)
    return [Meaning(opener.said, *way) for way in opener.ways.items()] if opener else []


def _left_or_light(text: str, tokens: Sequence[Token], pieces: Sequence[Piece]) -> list[Meaning]:
    """``os lt 1/4``: of what is told by its way, *lt* is its side or how little; of roots it is how little."""
    sided = any(p.what == "kinds" and p.says.split()[0] in HAVE_SIDES for p in pieces)
    short = next((t for t in tokens if text[t.start : t.end].lower().strip(".") == "lt"), None)
    if not sided or short is None:
        return []
    return [
        Meaning(text[short.start : short.end], means, f"{text[: short.start]}{means}{text[short.end :]}")
        for means in ("left", "slight")
    ]


def _and_a_half(text: str, tokens: Sequence[Token]) -> list[Meaning]:
    """``42 1/2 offset``: at 42 and a half feet, or half an inch at 42."""
    for a, b, c in zip(tokens, tokens[1:], tokens[2:], strict=False):
        whole = (
            a.number is not None
            and not a.fraction
            and not a.spoken
            and a.number > SMALL_FT
            and a.number == int(a.number)
        )
        half = b.fraction and not b.spoken and not b.glued and b.number in (0.25, 0.5, 0.75)
        if whole and half and c.number is None and c.word in OF_A_SIZE:
            said = text[a.start : b.end]
            ways = {f"{(a.number or 0) + (b.number or 0):g} ft": "", f"{a.number:g} ft, {text[b.start : b.end]} in": ""}
            return [Meaning(said, means, f"{text[: a.start]}{means}{text[b.end :]}") for means in ways]
    return []


SMALL_FT = 12.0  # "1 1/2 offset" is a size: no line is read so near its beginning. Working value


HAVE_SIDES = ("fitting", "branch", "offset")
ONE_WAY = frozenset({"up", "drop", "left", "right"})  # a step up goes to no side as well
EITHER_WAY = frozenset({"at", "on", "in", "by", "from"})  # behind *right*: "right after" is just after


CLOSERS = {
    r"[\s,]right\s*\?": {"is it so": "?", "on that side": " on the right"},
    r"[,;.-]\s*(?:now )?(?:backing|backed) up": {"the camera": "", "the house": ", the house backs up"},
}  # what a line ends with, and what it is put as in each meaning


def _closing(text: str, pieces: Sequence[Piece]) -> list[Meaning]:
    """``roots at 33, right?``: is it so, or are they on the right? ``..., backing up``: the camera, or the house?"""
    if not any(p.what == "kinds" for p in pieces):
        return []
    for pattern, ways in CLOSERS.items():
        if closer := re.search(rf"\s*({pattern})[\s.]*$", text, re.I):
            return [
                Meaning(closer[1].strip(" ,;.-"), means, text[: closer.start()] + put) for means, put in ways.items()
            ]
    return []


def _right_at(text: str, tokens: Sequence[Token], pieces: Sequence[Piece]) -> list[Meaning]:
    """``wye right at 20``, ``offset right at the joint``: on the right, or just there."""
    for thing in pieces:
        says = set(thing.says.split())
        if thing.what != "kinds" or says.isdisjoint(HAVE_SIDES) or says & ONE_WAY:
            continue
        for right, at in zip(
            tokens[thing.i : thing.j + 1], tokens[thing.i + 1 :], strict=False
        ):  # in its name, or behind
            if right.word == "right" and right.end - right.start == len("right") and at.word in EITHER_WAY:
                said = text[right.start : at.end]
                ways = {"on the right": f"on the right, {text[at.start :]}", "just there": text[at.start :]}
                return [Meaning(said, means, f"{text[: right.start]}{rest}") for means, rest in ways.items()]
    return []


def of_two_meanings(said: Heard, meant: Sequence[Meaning], heard: Sequence[Heard]) -> Heard:
    """What was said, asked: what each meaning makes of it, those first in which nothing else is asked."""
    if len(meant) == 1:
        return _behind(said, meant[0].word, heard[0])
    told = sorted(heard, key=lambda h: h.outcome != "heard")
    first = [h.lines or next(iter(h.candidates), ()) for h in told if h.outcome != "kept"]
    rest = [c for h in told for c in h.candidates[1:]]
    ways = tuple(dict.fromkeys(way for way in (*first, *rest) if way))[:MOST_CANDIDATES]
    why = f"“{meant[0].word}”: {', or '.join(m.means for m in meant)}?"
    return replace(said, outcome="asked", lines=(), candidates=ways, why=why, more="") if ways else said


def _behind(said: Heard, opener: str, rest: Heard) -> Heard:
    """What was heard behind a word that a line opens with and that says nothing of the pipe."""
    at = len(said.said) - len(rest.said)
    words = (replace(w, start=w.start + at, end=w.end + at) for w in rest.words)
    begins = said.said.index(opener)
    return replace(rest, said=said.said, words=(WordUsed(opener, "filler", begins, begins + len(opener)), *words))


def as_hours(text: str, tokens: Sequence[Token], last: Sequence[int]) -> str:
    """A line with some of its numbers put as hours of the clock, by the last token of each."""
    for n in sorted(last, reverse=True):
        text = f"{text[: tokens[n].end]} o'clock{text[tokens[n].end :]}"
    return text


def with_candidate(said: Heard, lines: tuple[str, ...]) -> Heard:
    """What is asked, with one more answer to choose from, the first."""
    return (
        replace(said, candidates=tuple(dict.fromkeys([lines, *said.candidates]))[:MOST_CANDIDATES]) if lines else said
    )
