"""A page, or timed words: sentence by sentence, with what one carries to the next."""

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace

from bellstone.core.ear.heard import Context, Heard
from bellstone.core.ear.hearing import hear_line
from bellstone.core.entry import read_line
from bellstone.core.record import Rec, Sighting
from bellstone.core.scheme import Scheme

RECAPPED_FT = 1.0  # what is named again so close to where it was is said again: working value
LONG_PARAGRAPH = 180  # characters: longer is a dictation, taken sentence by sentence
BREATH_WORDS, LEAST_BREATH_WORDS = 14, 3  # speech runs on: cut where it begins anew, in pieces of a few words
_ANEW = (
    "okay", "ok", "alright", "all right", "and then", "so", "anyway", "now", "well", "then", "here's", "here is", "there's", "there is",
    "and there's", "and here's", "next joint", "and at", "and now", "and that's", "and it's", "that's", "i'm at", "we're at",
    *(f"at {n}" for n in ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")),
)  # fmt: skip
_BEGINS_ANEW = re.compile(r"\b(?:" + "|".join(_ANEW) + r"|at (?:about |around )?\d)", re.I)
_SENTENCE_END = re.compile(r"(?<=[a-z0-9%\"')])[.?!]+(?=\s+[A-Z0-9\"'])|\n")
_ABBREVIATED = re.compile(r"\b(?:jt|jts|rts|ft|in|min|sec|approx|st|no|dr|mr|mrs|vs|etc)$", re.I)


class SourceLine(Rec):
    """A line or paragraph of what was said: its number from 1, and its time in the recording [s] where it has one."""

    number: int
    time_s: float | None
    said: str


@dataclass(frozen=True, slots=True)
class Draft:
    """One thing heard of a page: where it was said, and what it would put in."""

    line: int
    time_s: float | None
    heard: Heard


@dataclass
class _Carried:
    """What lines before have said: the last place, the water, what was found where, whether a recap has begun."""

    context: Context = field(default_factory=Context)
    found: list[Sighting] = field(default_factory=list)
    water: str = ""
    recap: bool = False


def hear_page(lines: Iterable[SourceLine], scheme: Scheme) -> list[Draft]:
    """Every line of a page heard in order; a long paragraph or a timed one sentence by sentence.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> page = [SourceLine(number=1, time_s=None, said="water off"), SourceLine(number=2, time_s=None, said="30-36 standing 1in")]
    >>> [d.heard.lines for d in hear_page(page, house_scheme())]
    [('water off',), ('30-36 standing 1in rest',)]
    """
    carried = _Carried()
    return [draft for line in lines if line.said.strip() for draft in _of_line(line, carried, scheme)]


def _of_line(line: SourceLine, carried: _Carried, scheme: Scheme) -> Iterator[Draft]:
    spoken = line.time_s is not None or len(line.said) > LONG_PARAGRAPH
    if line.time_s is not None:
        carried.recap = False  # a recap ends with its paragraph
    pieces = (b for s in _sentences(line.said) for b in _breaths(s)) if spoken else [line.said.strip()]
    for said in pieces:
        heard = hear_line(said, scheme, context=carried.context if spoken else None)
        yield Draft(line.number, line.time_s, _in_context(heard, carried, spoken, scheme))


def _sentences(text: str) -> Iterator[str]:
    at = 0
    for end in _SENTENCE_END.finditer(text):
        piece = text[at : end.end()].strip()
        if _ABBREVIATED.search(text[at : end.start()]):
            continue
        at = end.end()
        if piece:
            yield piece
    if text[at:].strip():
        yield text[at:].strip()


def _breaths(sentence: str) -> Iterator[str]:
    """A sentence of speech without stops, cut before the words that people begin anew with."""
    if len(sentence.split()) <= BREATH_WORDS:
        yield sentence
        return
    at = 0
    for begun in _BEGINS_ANEW.finditer(sentence):
        if len(sentence[at : begun.start()].split()) >= LEAST_BREATH_WORDS:
            yield sentence[at : begun.start()].strip()
            at = begun.start()
    yield sentence[at:].strip()


def _in_context(heard: Heard, carried: _Carried, spoken: bool, scheme: Scheme) -> Heard:
    alone = heard.place if heard.outcome == "kept" else None  # "Thirty-seven now." says where the next is
    carried.context = replace(carried.context, place=alone)
    if spoken and re.search(r"\b(?:recap|to sum up|in summary|so all in all)\b", heard.said, re.I):
        carried.recap = True
    if heard.outcome != "heard":
        return heard
    if carried.recap:
        return _not_again(heard, "said again in a recap")
    lines = tuple(_with_water(line, carried, scheme) for line in heard.lines)
    told = [a.sighting for line in lines for a in read_line(line, scheme).acts if a.act == "see"]
    if spoken and told and all(_was_said(s, carried.found) for s in told):
        return _not_again(heard, "said before")
    carried.found += told
    taken = ("water",) if lines != heard.lines else ()
    return replace(heard, lines=lines, from_context=(*heard.from_context, *taken))


def _not_again(heard: Heard, why: str) -> Heard:
    return replace(heard, outcome="kept", lines=(), why=why)


def _with_water(line: str, carried: _Carried, scheme: Scheme) -> str:
    """A reading of water takes the state in force where none was said of it."""
    for act in read_line(line, scheme).acts:
        if act.act != "see":
            continue
        s = act.sighting
        if s.kind == "water" and s.form in ("on", "off", "flushed"):
            carried.water = "rest" if s.form == "off" else "running"
        elif s.kind in ("standing", "submerged") and s.water is None and carried.water and not s.none_of:
            return f"{line} {carried.water}"
    return line


def _was_said(new: Sighting, found: list[Sighting]) -> bool:
    """Whether a thing of that kind was found within a foot of there, or so was all of it without a place."""
    at = new.position
    for s in found:
        if s.kind != new.kind or s.none_of != new.none_of or s.change != new.change:
            continue
        if at.by != "counter":
            if s.position == at:
                return True
            continue
        if s.position.by != "counter":
            continue
        ends = [(p.counter.likely or 0.0, (p.to or p.counter).likely or 0.0) for p in (at, s.position)]
        if max(ends[0][0], ends[1][0]) - min(ends[0][1], ends[1][1]) <= RECAPPED_FT:
            return True
    return False
