"""A line listened to: read as it is written where it is written in the entry language, else heard; as one reading."""

import re
from typing import Any

from bellstone.core.ear.heard import Heard
from bellstone.core.ear.hearing import hear_line
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.ear.written import FREE, JUST_THERE, is_written_out, named_by_a_form
from bellstone.core.entry import (
    Choice,
    EntryReading,
    Question,
    Span,
    WordUse,
    kind_words,
    read_line,
    sighting_line,
    words_for,
)
from bellstone.core.scheme import Scheme

MOST_BEGUN = 4  # words of a line whose kind is still being typed: "41 r 70% joint"
_STAMP = re.compile(r"\s*\[(?P<m>\d{1,3}):(?P<s>\d{2})\]\s*")


def listen(text: str, scheme: Scheme, typed: bool = False) -> EntryReading:
    """What a line would add, however it is said.

    Parameters
    ----------
    text : str
        A line of the entry language or of plain words, a ``[m:ss]`` stamp before it or not.
    typed : bool
        Typed and looked at before Enter: the first letters of a word may stand for it. On a page they may not.

    Returns
    -------
    EntryReading
        Acts where it was heard; one question with complete lines to choose from where it is asked; else what could
        not be understood. ``words`` is the account of a line that was heard.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> reading = listen("there's a hairline crack up top around 27 feet", house_scheme())
    >>> reading.completed, [a.sighting.kind for a in reading.acts]
    ('~27 crack hairline top', ['crack'])
    """
    reading = read_line(text, scheme)
    if _is_written(text, reading, scheme):
        return reading
    stamp = _STAMP.match(text)
    shift = stamp.end() if stamp else 0
    time_s = int(stamp["m"]) * 60.0 + int(stamp["s"]) if stamp else None
    heard = hear_line(text[shift:], scheme)
    as_heard = _as_reading(text, heard, scheme, shift, time_s)
    if heard.outcome == "heard" or heard.outcome == "asked" and JUST_THERE.search(text):
        return as_heard
    if form := named_by_a_form(text, reading, scheme):
        return _asked_of_a_form(text, form, reading, heard, shift)
    if typed and (_is_talk(reading) or _swallows(reading, scheme)):
        return as_heard if heard.outcome == "asked" else _kept(text, heard, time_s)
    if _is_asked_or_begun(reading, typed) and not _asks_better(heard, reading, scheme, typed):
        return reading
    return as_heard if heard.outcome == "asked" else _not_heard(text, reading, heard, scheme, typed, time_s)


def _asks_better(heard: Heard, reading: EntryReading, scheme: Scheme, typed: bool) -> bool:
    """Whether what the ear asks is nearer to what was said than the question of the entry language."""
    if heard.outcome != "asked" or not reading.questions or typed and _is_begun(reading):
        return False
    return not _settles(reading, scheme) or _only_where(reading) and len(heard.candidates) > 1 or _is_whole(heard)


def _not_heard(
    text: str, reading: EntryReading, heard: Heard, scheme: Scheme, typed: bool, time_s: float | None
) -> EntryReading:
    """A line that the ear keeps: on a page nothing is completed; at the entry line, nothing beside words not understood."""
    acted, lost = bool(reading.acts), bool(reading.unread)
    if acted and (lost or not typed) and not _is_named(text, reading, scheme):
        return _kept(text, heard, time_s)
    if acted and lost and (not typed or not re.search(r"\d", text)):
        return _partly_read(text, reading)
    if acted and not typed and not reading.questions and _completes_a_word(text, reading, scheme):
        return _completed(text, reading)
    return reading


def _kept(text: str, heard: Heard, time_s: float | None) -> EntryReading:
    return EntryReading(text=text, unread=(Span(start=0, end=len(text), why=heard.why),), time_s=time_s)


def reading_of(heard: Heard, scheme: Scheme, time_s: float | None = None) -> EntryReading:
    """What was heard as the reading of a line: acts, a question with its candidates, or what is kept and why."""
    if heard.outcome == "kept":
        whole = Span(start=0, end=len(heard.said), why=heard.why)
        return EntryReading(text=heard.said, unread=(whole,), words=_account(heard, 0), time_s=time_s)
    return _as_reading(heard.said, heard, scheme, 0, time_s)


def said_as(reading: EntryReading, said: str, time_s: float | None) -> EntryReading:
    """A reading that keeps other words than its own as what was said, and when; its own where none are given."""
    acts = tuple(_as_said(act, said, time_s) if said.strip() else act for act in reading.acts)
    return reading.model_copy(update={"acts": acts, "time_s": time_s if time_s is not None else reading.time_s})


def _is_written(text: str, reading: EntryReading, scheme: Scheme) -> bool:
    """Whether a line is written in the entry language, whole or but for a part of its own behind a semicolon."""
    if not reading.acts or reading.questions or not is_written_out(text, reading, scheme):
        return False
    if not reading.unread:
        return True
    spans = {text.strip()[u.start : u.end] for u in reading.unread}
    on_a_finding = any(act.act == "see" and spans & set(act.sighting.unread) for act in reading.acts)
    return not on_a_finding and ";" in text


def _is_begun(reading: EntryReading) -> bool:
    """Whether the question is which of the words that begin so is meant: asked while one types, never of a page."""
    return any("fits more than one" in q.text for q in reading.questions)


def _is_talk(reading: EntryReading) -> bool:
    """``i don't think it's broken at 44``: the first word of a sentence begins no kind, though two begin so."""
    return (
        any("fits more than one kind" in q.text for q in reading.questions) and len(reading.text.split()) > MOST_BEGUN
    )


def _swallows(reading: EntryReading, scheme: Scheme) -> bool:
    """``hard to say if it's cracked at 20``: an event that keeps its words took a sentence, a footage or a thing in it."""
    events = [act.sighting for act in reading.acts if act.act == "see" and act.sighting.kind in FREE]
    kept = [s.text.lower() for s in events if s.position.by == "order"]
    if events and not _is_named(reading.text, reading, scheme):
        return True  # "he's outside" begins as *head changed* does
    things = kind_words(scheme).keys()
    return any(re.search(r"\bat \d", text) or things & set(re.findall(r"[a-z_]+", text)) for text in kept)


LEAST_BEGUN = 4  # letters of a word that may stand for the name it begins


def _is_named(text: str, reading: EntryReading, scheme: Scheme) -> bool:
    """Whether each thing of a reading stands there by a name, or its first letters: ``we keep pushing`` is no *wear*."""
    names = kind_words(scheme)
    words = set(re.findall(r"[a-z_]+", text.lower()))
    begun = tuple(w for w in words if len(w) >= LEAST_BEGUN)
    said = {kind for name, kind in names.items() if name in words or any(name.startswith(w) for w in begun)}
    return all(act.sighting.kind in said for act in reading.acts if act.act == "see")


def _settles(reading: EntryReading, scheme: Scheme) -> bool:
    """Whether each way that a question offers is a line that asks nothing more."""
    lines = [choice.line for question in reading.questions for choice in question.choices]
    ways = [(line, read_line(line, scheme)) for line in lines]
    return not _is_begun(reading) and all(r.can_be_added and not named_by_a_form(line, r, scheme) for line, r in ways)


def _only_where(reading: EntryReading) -> bool:
    """Whether all that is asked is where a thing is: ``main is about 85 feet`` may be how far; *roots at 33, right?* is there."""
    if len(reading.questions) != 1:
        return False
    question = reading.questions[0]
    nowhere = all(act.act == "see" and act.sighting.position.by == "order" for act in reading.acts)
    one_way = len(question.choices) == 1 and "Feet are no size" in question.text
    return one_way or nowhere and "A bare number" in question.text


def _is_whole(heard: Heard) -> bool:
    """Whether a line was known as a whole, each word of it: ``couplings 3`` is three of them, or one at three feet."""
    return bool(heard.words) and all(w.use == "fact" for w in heard.words)


def _is_asked_or_begun(reading: EntryReading, typed: bool) -> bool:
    """Whether the entry language has a question of its own; or, typed, words begun that are shown completed before Enter."""
    if reading.unread:
        return False
    return bool(reading.questions) or typed and bool(reading.acts)


def _as_reading(text: str, heard: Heard, scheme: Scheme, shift: int, time_s: float | None) -> EntryReading:
    words = _account(heard, shift)
    if heard.outcome == "asked":
        return EntryReading(text=text, questions=(_question(text, heard, shift),), words=words, time_s=time_s)
    acts: list[Any] = []
    for line in heard.lines:
        acts += [_as_said(act, text, time_s) for act in read_line(line, scheme).acts]
    return EntryReading(text=text, acts=tuple(acts), completed=" ; ".join(heard.lines), words=words, time_s=time_s)


def _account(heard: Heard, shift: int) -> tuple[WordUse, ...]:
    return tuple(WordUse(start=w.start + shift, end=w.end + shift, use=w.use) for w in heard.words)


def _question(text: str, heard: Heard, shift: int) -> Question:
    stamp = text[:shift]
    choices = tuple(
        Choice(label=" ; ".join(lines), line=f"{stamp}{' ; '.join(lines)}") for lines in heard.candidates[:6] if lines
    )
    unused = [w for w in heard.words if w.use == "none"]
    start = shift + unused[0].start if unused else shift
    end = shift + unused[-1].end if unused else len(text)
    return Question(text=heard.why, start=start, end=end, choices=choices)


def _as_said(act: Any, text: str, time_s: float | None) -> Any:
    """The record keeps the words as they were said beside what they were heard as."""
    if act.act != "see":
        return act
    sighting = act.sighting.model_copy(update={"said": text.strip()[:4000], "time_s": time_s})
    return act.model_copy(update={"sighting": sighting})


LONG_BEGINNING = 4  # letters from which a word on a page is a word, and no beginning of another: "side", "most", "flow"


def _completes_a_word(text: str, reading: EntryReading, scheme: Scheme) -> bool:
    """``41 open side``: on a page a whole word was taken as the beginning of another, *sides*."""
    kinds = {act.sighting.kind for act in reading.acts if act.act == "see"} & scheme.kinds.keys()
    names = {*kind_words(scheme), *(word for kind in kinds for word in words_for(kind, scheme))}
    typed = re.findall(r"[a-z_']+", text.lower())
    whole = {w for w in typed if w in names}
    whole |= {w for a, b in zip(typed, typed[1:], strict=False) if f"{a}_{b}" in names for w in (a, b)}  # "cut flush"
    begun = (w for w in typed if w not in whole and any(name.startswith(w) for name in names))
    return any(len(w) >= LONG_BEGINNING or w in house_lexicon().never for w in begun)


def _completed(text: str, reading: EntryReading) -> EntryReading:
    """What a line would be with its words completed: offered, and by itself nothing."""
    choice = Choice(label=reading.completed, line=reading.completed)
    question = Question(text="a word, or the beginning of one?", start=0, end=len(text.strip()), choices=(choice,))
    return EntryReading(text=text, questions=(question,), time_s=reading.time_s)


def _asked_of_a_form(text: str, form: str, reading: EntryReading, heard: Heard, shift: int) -> EntryReading:
    """``42 tap``: what the ear makes of it, and what the form would be written out; by itself it enters nothing."""
    ways = [" ; ".join(way) for way in heard.candidates if way]
    if all(act.act == "see" for act in reading.acts):
        ways.append(" ; ".join(sighting_line(act.sighting) for act in reading.acts if act.act == "see"))
    choices = tuple(Choice(label=way, line=f"{text[:shift]}{way}") for way in dict.fromkeys(ways))
    why = heard.why if heard.outcome == "asked" else f"“{form}” alone: what of it?"
    return EntryReading(
        text=text, questions=(Question(text=why, start=shift, end=len(text), choices=choices),), time_s=reading.time_s
    )


def _partly_read(text: str, reading: EntryReading) -> EntryReading:
    """A line of the entry language with words that nothing took: asked, without them; by itself it enters nothing."""
    written = text.strip()
    left, at = [], 0
    for span in reading.unread:
        left.append(written[at : span.start])
        at = max(at, span.end)
    line = " ".join("".join([*left, written[at:]]).split())
    lost = ", ".join(written[u.start : u.end] for u in reading.unread)
    first = reading.unread[0]
    choice = Choice(label=line, line=line)
    return EntryReading(
        text=text, questions=(Question(text=f"not understood: {lost}", start=first.start, end=first.end, choices=(choice,)),),
        time_s=reading.time_s,
    )  # fmt: skip
