"""What was heard of a page, draft by draft, before any of it is in the record; and the drafts that are taken."""

import re
from collections.abc import Iterator, Sequence
from typing import Annotated

from pydantic import Field

from bellstone.core.ear import Context, Heard, SourceLine, hear_line, hear_page, listen, reading_of, said_as
from bellstone.core.edits.adding import Adder
from bellstone.core.entry import Choice, EntryReading, Question
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, Rec
from bellstone.core.scheme import Scheme

MOST_DRAFTS = 5000
_SAME = re.compile(r"\b(?:same|ditto|likewise)\b", re.I)


class Taken(Rec):
    """A draft that is accepted: the line it enters as, the words it was said in, and when [s]."""

    line: Annotated[str, Field(min_length=1, max_length=1000)]
    said: Annotated[str, Field(max_length=4000)] = ""
    time_s: Annotated[float, Field(ge=0, le=10**6)] | None = None


def heard_page(lines: Sequence[SourceLine], scheme: Scheme) -> list[tuple[int, EntryReading]]:
    """How each line of a page is read, with its number: timed words and prose sentence by sentence, notes line by line.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> said = [SourceLine(number=1, time_s=65.0, said="Roots at thirty-one. Thanks, that was lunch.")]
    >>> [(n, r.completed, r.time_s) for n, r in heard_page(said, house_scheme())]
    [(1, '31 roots', 65.0), (1, '', 65.0)]
    """
    if len(lines) > MOST_DRAFTS:
        raise DomainError("page", f"{len(lines)} lines", f"wants at most {MOST_DRAFTS} lines")
    if any(line.time_s is not None for line in lines):
        return [(d.line, reading_of(d.heard, scheme, d.time_s)) for d in hear_page(lines, scheme)]
    return [(line.number, reading) for line, reading in zip(lines, _notes(lines, scheme), strict=True)]


def _notes(lines: Sequence[SourceLine], scheme: Scheme) -> Iterator[EntryReading]:
    """Notes line by line; ``27 same`` is the thing of the line before."""
    before: SourceLine | None = None
    last: Heard | None = None
    for line in lines:
        reading = listen(line.said, scheme)
        if not reading.can_be_added and before is not None and _SAME.search(line.said):
            last = last or hear_line(before.said, scheme)
            again = hear_line(line.said, scheme, context=Context(found=last.last))
            if again.outcome == "heard":
                yield reading_of(again, scheme)
                last = again
                continue
        yield reading
        before, last = line, None


class Undecided(Rec):
    """A draft that nobody decided: its words, kept as said beside the log, and when they were said [s]."""

    said: Annotated[str, Field(min_length=1, max_length=4000)]
    time_s: Annotated[float, Field(ge=0, le=10**6)] | None = None
    why: Annotated[str, Field(max_length=300)] = ""
    start: Annotated[int, Field(ge=0, le=4000)] = 0
    end: Annotated[int, Field(ge=0, le=4000)] = 0
    meanings: Annotated[list[Annotated[str, Field(max_length=1000)]], Field(max_length=6)] = []


def add_drafts(
    lateral: Lateral, taken: Sequence[Taken], scheme: Scheme, undecided: Sequence[Undecided] = ()
) -> Lateral:
    """The record with accepted drafts added, in the order given: all of them, or none; the undecided kept as said.

    Raises
    ------
    DomainError
        A draft that cannot be read as one thing, by its place among them.

    Examples
    --------
    >>> from bellstone.core.record import Site
    >>> from bellstone.core.scheme import house_scheme
    >>> new = add_drafts(Lateral(site=Site(name="x")), [Taken(line="31 roots", said="roots at 31", time_s=65.0)], house_scheme())
    >>> (new.visits[0].sightings[0].kind, new.visits[0].sightings[0].said, new.visits[0].sightings[0].time_s)
    ('roots', 'roots at 31', 65.0)
    """
    adder = Adder(lateral)
    for n, draft in enumerate(taken):
        reading = listen(draft.line, scheme, typed=True)
        if not reading.can_be_added:
            why = reading.questions[0].text if reading.questions else "it says no finding"
            raise DomainError(f"drafts[{n}]", draft.line, f"{why}: edit the line, or choose one of its meanings")
        adder.add(said_as(reading, draft.said, draft.time_s))
    for words in undecided:
        choices = tuple(Choice(label=line, line=line) for line in words.meanings)
        asked = Question(
            text=words.why or "not decided", start=words.start, end=words.end or len(words.said), choices=choices
        )
        adder.keep_as_said(EntryReading(text=words.said, questions=(asked,), time_s=words.time_s))
    return adder.result()
