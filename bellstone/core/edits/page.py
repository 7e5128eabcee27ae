"""A page of notes: many entry lines, each read or kept underlined; nothing dropped."""

from collections.abc import Sequence

from bellstone.core.ear import Draft, SourceLine, reading_of
from bellstone.core.edits.adding import Adder
from bellstone.core.edits.review import heard_page
from bellstone.core.entry import EntryReading, Span
from bellstone.core.ground import DomainError, uncollected
from bellstone.core.record import Lateral, Rec, Site
from bellstone.core.scheme import Scheme, house_scheme

MAX_LINES = 5000


class PageLine(Rec):
    """One line of the page: how it was read, and whether it was added or only kept as said."""

    number: int
    reading: EntryReading
    added: bool
    why: str = ""


def add_page(lateral: Lateral, page: str, scheme: Scheme) -> tuple[Lateral, list[PageLine]]:
    """The record with a page of notes added line by line.

    A line that cannot be read, or can be read two ways, is kept as a remark with the piece that
    failed; blank lines and lines that begin with ``#`` are passed over. A line's first read part
    is added even where a later part of it fails, and the failed part is kept beside it.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> new, lines = add_page(Lateral(site=Site(name="x")), "41.5 roots 70%\\nblah\\n", house_scheme())
    >>> [line.added for line in lines], new.visits[0].remarks[0].said
    ([True, False], 'blah')
    """
    adder = Adder(lateral)
    written = page.splitlines()
    if len(written) > MAX_LINES:
        raise DomainError("page", f"{len(written)} lines", f"wants at most {MAX_LINES} lines")
    told = [
        SourceLine(number=number, time_s=None, said=text.strip())
        for number, text in enumerate(written, start=1)
        if text.strip() and not text.lstrip().startswith("#")
    ]
    return _added(adder, told, scheme)


def _added(adder: Adder, lines: Sequence[SourceLine], scheme: Scheme) -> tuple[Lateral, list[PageLine]]:
    with uncollected():
        told = [_add_page_line(adder, number, reading) for number, reading in heard_page(lines, scheme)]
        return adder.result(), told


def _add_page_line(adder: Adder, number: int, reading: EntryReading) -> PageLine:
    why = reading.questions[0].text if reading.questions else ""
    if reading.can_be_added:
        try:
            adder.add(reading)
        except DomainError as error:
            why = str(error)
        else:
            lost = [span for span in reading.unread if not _is_on_a_finding(reading, span.start, span.end)]
            for span in lost:
                adder.keep_as_said(_part_of(reading, span))
            return PageLine(
                number=number, reading=reading, added=True, why=reading.unread[0].why if reading.unread else ""
            )
    adder.keep_as_said(reading)
    why = why or (reading.unread[0].why if reading.unread else "it says no finding")
    return PageLine(number=number, reading=reading, added=False, why=why)


def _part_of(reading: EntryReading, span: Span) -> EntryReading:
    """The part of a line that could not be read: what stands between its semicolons; the rest was added."""
    text = reading.text.strip()
    start = text.rfind(";", 0, span.start) + 1
    end = text.find(";", span.end)
    part = text[start : end if end >= 0 else len(text)]
    shift = start + len(part) - len(part.lstrip())
    moved = span.model_copy(update={"start": max(span.start - shift, 0), "end": max(span.end - shift, 0)})
    return EntryReading(text=part.strip(), unread=(moved,))


def _is_on_a_finding(reading: EntryReading, start: int, end: int) -> bool:
    """Whether an unread piece is already kept with the finding it was said of."""
    piece = reading.text.strip()[start:end]
    return any(act.act == "see" and piece[:80] in act.sighting.unread for act in reading.acts)


def record_from_page(page: str, name: str = "Notes", scheme: Scheme | None = None) -> tuple[Lateral, list[PageLine]]:
    """A lateral made of nothing but a page of notes, read by a scheme; by the one that ships where none is given."""
    return add_page(Lateral(site=Site(name=name)), page, scheme or house_scheme())


def record_of_drafts(drafts: Sequence[Draft], name: str, scheme: Scheme) -> Lateral:
    """The record that accepting everything *heard* makes; what is asked or kept stays beside it as said."""
    adder = Adder(Lateral(site=Site(name=name)))
    for d in drafts:
        _add_page_line(adder, d.line, reading_of(d.heard, scheme, d.time_s))
    return adder.result()


def add_said(lateral: Lateral, lines: Sequence[SourceLine], scheme: Scheme) -> tuple[Lateral, list[PageLine]]:
    """The record with what was said added: timed words sentence by sentence, a page of notes line by line.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> said = [SourceLine(number=1, time_s=65.0, said="Roots at thirty-one. Thanks, that was lunch.")]
    >>> new, lines = add_said(Lateral(site=Site(name="x")), said, house_scheme())
    >>> [s.time_s for s in new.visits[0].sightings], [line.added for line in lines]
    ([65.0], [True, False])
    """
    if any(line.time_s is not None for line in lines):
        return _added(Adder(lateral), lines, scheme)
    return add_page(lateral, "\n".join(_by_number(lines)), scheme)


def record_from_said(
    lines: Sequence[SourceLine], name: str = "Notes", scheme: Scheme | None = None
) -> tuple[Lateral, list[PageLine]]:
    """A lateral made of what was said."""
    return add_said(Lateral(site=Site(name=name)), lines, scheme or house_scheme())


def _by_number(lines: Sequence[SourceLine]) -> list[str]:
    """The lines at their numbers, blank between: what could not be read is told by its number."""
    out = [""] * max((line.number for line in lines), default=0)
    for line in lines:
        out[line.number - 1] = line.said
    return out
