"""A page, or timed words: sentence by sentence, with what one carries to the next."""

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace

from bellstone.core.ear.found import Found
from bellstone.core.ear.heard import Context, Heard
from bellstone.core.ear.hearing import hear_line
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.ear.numbers import joined_numbers
from bellstone.core.ear.tokens import tokens_of
from bellstone.core.entry import read_line, sighting_line
from bellstone.core.ground import remembered
from bellstone.core.record import Rec, Sighting
from bellstone.core.scheme import Scheme

_IS_ASKED = re.compile(r"(?:[\w']+[ ,]*){1,4}\?+")  # a word or few, and asked: what it was stands in the answer
RECAPPED_FT = 1.0  # what is named again so close to where it was is said again: working value
LONG_PARAGRAPH = 180  # characters: longer is a dictation, taken sentence by sentence
BREATH_WORDS, LEAST_BREATH_WORDS = 14, 3  # speech runs on: cut where it begins anew, in pieces of a few words
_ANEW = (
    "okay", "ok", "alright", "all right", "and then", "so", "anyway", "now", "well", "then", "here's", "here is", "there's", "there is",
    "and there's", "and here's", "next joint", "and at", "and now", "and that's", "and it's", "that's", "i'm at", "we're at",
    *(f"at {n}" for n in ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")),
)  # fmt: skip
_BEGINS_ANEW = re.compile(r"\b(?:(?:" + "|".join(_ANEW) + r")\b|at (?:about |around )?\d)", re.I)
_RECAPS = (
    "recap", r"(?:to )?sum(?:ming)?(?: it| that)? up", "summary", "bottom line", "all in all", "in conclusion", "main concerns?",
    "concerns", "as found", r"as (?:I )?(?:said|mentioned)",
)  # fmt: skip
_RECAP = re.compile(r"\b(?:" + "|".join(_RECAPS) + r")\b", re.I)
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

    context: Context = field(default_factory=lambda: Context(spoken=True))
    found: list[Sighting] = field(default_factory=list)
    water: str = ""
    last: int | None = None  # the draft whose thing may yet be told more of
    recap: int = 0  # the source line that a recap began in


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
    drafts: list[Draft] = []
    for line in lines:
        if line.said.strip():
            _hear_into(drafts, line, carried, scheme)
    return drafts


def _hear_into(drafts: list[Draft], line: SourceLine, carried: _Carried, scheme: Scheme) -> None:
    spoken = line.time_s is not None or len(line.said) > LONG_PARAGRAPH
    pieces = [b for s in _sentences(line.said) for b in _breaths(s)] if spoken else [line.said.strip()]
    while pieces:
        said = pieces.pop(0)
        heard = (
            hear_line(said, scheme, context=carried.context)
            if spoken
            else _written(said, carried.context.found, scheme)
        )
        if spoken and heard.outcome == "asked" and len(parts := _at_each_place(heard)) > 1:
            pieces[:0] = parts  # what is understood at one place is not asked for what is not at another
            continue
        if heard.more and carried.last is not None and not carried.recap:
            _say_more(drafts, carried, heard)
        placed = _in_context(heard, carried, line.number, spoken, scheme)
        drafts.append(Draft(line.number, line.time_s, placed))
        if placed.outcome == "heard":
            last = heard.last or _found_in(placed.lines, scheme)
            told = last if last is not None and _may_be_told_more(last, scheme) else None
            carried.last = len(drafts) - 1 if told else None
            carried.context = replace(carried.context, found=told)
        elif not heard.more and _tells(heard):
            carried.last, carried.context = None, replace(carried.context, found=None)  # another thing is spoken of


def _tells(heard: Heard) -> bool:
    """Whether a piece that was not heard may be of another thing: it has a place, or words that nothing took."""
    return heard.outcome == "asked" or heard.place is not None or any(w.use == "none" for w in heard.words)


@remembered(8192, "scheme")  # a page is looked at again and again while it is put right
def _alone(said: str, scheme: Scheme) -> Heard:
    return hear_line(said, scheme)


def _found_in(lines: tuple[str, ...], scheme: Scheme) -> Found | None:
    """The one finding of a line that was written in the entry language, as the words it was written with."""
    seen = [a.sighting for line in lines for a in read_line(line, scheme).acts if a.act == "see"]
    if len(lines) != 1 or len(seen) != 1 or seen[0].none_of:
        return None
    words = sighting_line(seen[0]).split()
    at = words.index(seen[0].kind) if seen[0].kind in words else -1
    return Found(seen[0].kind, words[at + 1 :]) if at >= 0 else None


def _written(said: str, before: Found | None, scheme: Scheme) -> Heard:
    """A written line by itself; ``same at 18`` by what was found before it, for it says so."""
    heard = _alone(said, scheme)
    if heard.outcome != "kept" or before is None:
        return heard
    again = hear_line(said, scheme, context=Context(found=before))
    if again.outcome != "heard" or not again.lines:
        return heard
    return replace(again, from_context=(*again.from_context, "thing"))


SIZED = frozenset({"roots", "build_up", "wall", "joint", "water"})  # families that have a size, a form or a state


def _may_be_told_more(found: Found, scheme: Scheme) -> bool:
    kind = scheme.kinds.get(found.kind)
    return kind is not None and kind.family in SIZED and not found.negative and not found.change


def _say_more(drafts: list[Draft], carried: _Carried, heard: Heard) -> None:
    """``And it's sixty percent of the pipe.``: what a sentence says more of the thing before goes into its line."""
    assert carried.last is not None and carried.context.found is not None
    before = drafts[carried.last]
    old = carried.context.found.line
    lines = tuple(heard.more if line == old else line for line in before.heard.lines)
    drafts[carried.last] = replace(before, heard=replace(before.heard, lines=lines))
    carried.context = replace(carried.context, found=heard.last)


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
        before = sentence[at : begun.start()]
        if len(before.split()) >= LEAST_BREATH_WORDS and not _goes_on_at(before, begun[0]):
            yield before.strip()
            at = begun.start()
    yield sentence[at:].strip()


def _at_each_place(heard: Heard) -> list[str]:
    """``33 roots light 36 and a half same 40 an offset``: places told first, each further on, each with what is there."""
    placed = [n for n, w in enumerate(heard.words) if w.use == "place" and _NUMBERED.match(w.text)]
    begins = [n for n in placed if n - 1 not in placed]
    told = [n for n, w in enumerate(heard.words) if w.use not in ("filler", "remark")]
    if not begins or told[:1] != begins[:1]:
        return []
    cuts, highest = [0], _footage(heard.words[begins[0]].text)
    for n in begins[1:]:
        at = _footage(heard.words[n].text)
        between = any(heard.words[k].use in ("kind", "word", "same") for k in range(cuts[-1], n))
        led_to = n > 0 and heard.words[n - 1].text.lower() in _TO
        if between and not led_to and highest is not None and at is not None and at > highest:
            lead = n - (n > 0 and heard.words[n - 1].text.lower() in _LEADS)
            cuts.append(lead)
            highest = at
    ends = [*(heard.words[n].start for n in cuts[1:]), len(heard.said)]
    starts = [0, *ends[:-1]]
    return [heard.said[a:b].strip(" ,") for a, b in zip(starts, ends, strict=True)]


_TO = frozenset({"to", "through", "thru", "until", "till", "-", "or", "about"})
_LEADS = frozenset({"at", "and", "then", "@"})


def _footage(text: str) -> float | None:
    """The footage that a word of a place begins with, in figures or in words; None where it is none."""
    tokens = joined_numbers(tokens_of(text, house_lexicon()))
    return tokens[0].number if tokens else None


_NUMBERED = re.compile(
    r"\d|\b(?:ten|eleven|twelve|\w+teen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety|hundred)\b", re.I
)


def _goes_on_at(before: str, begun: str) -> bool:
    """``there's a belly starting | at thirty three``: a place behind words that have none is where they are of."""
    return bool(re.match(r"(?:and )?at\b", begun, re.I)) and not _NUMBERED.search(before)


def _in_context(heard: Heard, carried: _Carried, number: int, spoken: bool, scheme: Scheme) -> Heard:
    if heard.place is not None and _is_where_one_is(heard):
        carried.context = replace(carried.context, place=heard.place)
    if spoken and heard.outcome == "heard" and _IS_ASKED.fullmatch(heard.said.strip()):
        return _not_again(heard, "asked, and not told")  # "Main? No."
    if spoken and _RECAP.search(heard.said):
        carried.recap = number
    elif carried.recap not in (0, number) and _goes_further(heard, carried):
        carried.recap = 0  # the camera is under way again
    if carried.recap == number and heard.outcome == "asked" and _RECAP.search(heard.said):
        return _not_again(heard, "said again in a recap")
    if heard.outcome != "heard":
        return heard if not heard.more else _not_again(heard, "goes with the line before")
    if carried.recap and not _advises(heard, scheme):
        return _not_again(heard, "said again in a recap")
    lines = tuple(_with_water(line, carried, scheme) for line in heard.lines)
    told = [a.sighting for line in lines for a in read_line(line, scheme).acts if a.act == "see"]
    if spoken and told and all(_was_said(s, carried.found) for s in told):
        return _not_again(heard, "said before")
    if spoken and _is_named_again(heard) and _lies_behind(told, carried):
        return _not_again(heard, "named again, of what lies behind")
    carried.found += told
    taken = ("water",) if lines != heard.lines else ()
    return replace(heard, lines=lines, from_context=(*heard.from_context, *taken))


def _advises(heard: Heard, scheme: Scheme) -> bool:
    """Whether all of it is advice or another statement: a recap is where that is given."""
    return all(act.act == "say" for line in heard.lines for act in read_line(line, scheme).acts)


MOST_WORDS_AROUND = 6


def _is_where_one_is(heard: Heard) -> bool:
    """Whether a place was said of the pipe: with a thing, or alone; ``built in thirty-eight`` says none."""
    begins = re.match(r"(?:(?:and|okay|ok|so|now|then|at|about|uh|um|here's|we're) )*[\d]", heard.said, re.I)
    told = [w.use for w in heard.words if w.use not in ("filler", "remark")]
    if heard.outcome != "kept" or begins or told[:1] == ["place"]:
        return True
    return len(heard.words) <= MOST_WORDS_AROUND and sum(w.use == "none" for w in heard.words) <= 1


def _goes_further(heard: Heard, carried: _Carried) -> bool:
    """Whether a place is said that lies past everything found so far."""
    ends = [(s.position.to or s.position.counter).likely or 0.0 for s in carried.found if s.position.by == "counter"]
    said = re.match(r"~?(\d+(?:\.\d+)?)", heard.place.said) if heard.place else None
    return said is not None and bool(ends) and float(said[1]) > max(ends) + RECAPPED_FT


def _is_named_again(heard: Heard) -> bool:
    """Whether each thing is named as one that is known: ``the gap at 38``, ``that belly``."""
    kinds = [n for n, w in enumerate(heard.words) if w.use == "kind" and (not n or heard.words[n - 1].use != "kind")]
    return bool(kinds) and all(n and heard.words[n - 1].text.lower() in ("the", "that", "those") for n in kinds)


def _lies_behind(told: list[Sighting], carried: _Carried) -> bool:
    """Whether all of it lies short of the farthest thing found: the camera has been past it."""
    # a stretch may be told from where it begins: only what lies at one place says how far the camera has been
    far = [s.position.counter.likely or 0.0 for s in carried.found if s.position.by == "counter" and not s.position.to]
    near = [(s.position.to or s.position.counter).likely or 0.0 for s in told if s.position.by == "counter"]
    return bool(far) and len(near) == len(told) > 0 and max(near) < max(far) - RECAPPED_FT


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
