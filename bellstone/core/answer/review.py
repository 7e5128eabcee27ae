"""A page heard and not yet taken: its drafts, each with what it would add and where that would lie."""

from collections.abc import Collection, Sequence

from bellstone.core.answer.preview import rows_of
from bellstone.core.ear import SourceLine
from bellstone.core.edits import Adder, heard_page
from bellstone.core.entry import Choice, EntryReading, Span, WordUse
from bellstone.core.findings import Finding
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, Rec
from bellstone.core.scheme import Scheme

MOST_CHOICES = 6


class DraftShown(Rec):
    """One thing heard: where it was said, the line it would enter as or those to choose from, and what each word did."""

    n: int  # its place in the telling, from 0
    number: int  # the line of the source, from 1
    time_s: float | None
    said: str
    outcome: str  # heard, asked, kept
    line: str = ""
    choices: tuple[Choice, ...] = ()
    words: tuple[WordUse, ...] = ()
    why: str = ""
    start: int = 0  # the words of it that it asks about
    end: int = 0
    taken: bool = False  # the record has it: said in these words, at this time
    findings: tuple[Finding, ...] = ()  # what is heard, as it would lie; rates nothing until it is taken


class Review(Rec):
    drafts: tuple[DraftShown, ...]


def review(lateral: Lateral, lines: Sequence[SourceLine], scheme: Scheme, done: Collection[int] = ()) -> Review:
    """Every draft of a page in order of telling; those already ``done`` are placed no more, the record has them or not.

    Examples
    --------
    >>> from bellstone.core.record import Site
    >>> from bellstone.core.scheme import house_scheme
    >>> said = [SourceLine(number=1, time_s=65.0, said="Roots at thirty-one. Thanks, that was lunch.")]
    >>> [(d.outcome, d.line, len(d.findings)) for d in review(Lateral(site=Site(name="x")), said, house_scheme()).drafts]
    [('heard', '31 roots', 1), ('kept', '', 0)]
    """
    told = heard_page(lines, scheme)
    known_words = {(s.said.strip(), s.time_s) for visit in lateral.visits for s in visit.sightings}
    done = {*done, *(n for n, (_, r) in enumerate(told) if (r.text.strip(), r.time_s) in known_words)}
    adder = Adder(lateral)
    added: dict[str, int] = {}
    refused: dict[int, str] = {}
    for n, (_, reading) in enumerate(told):
        if n in done or not reading.can_be_added:
            continue
        known = len(adder.added)
        try:
            adder.add(reading)
        except DomainError as error:
            refused[n] = str(error)
        added |= dict.fromkeys(adder.added[known:], n)
    placed: dict[int, list[Finding]] = {}
    for row in rows_of(adder.result(), list(added), scheme) if added else ():
        if row.finding.id in added:
            placed.setdefault(added[row.finding.id], []).append(row.finding)
    shown = (_shown(n, number, r, placed.get(n, []), refused.get(n, "")) for n, (number, r) in enumerate(told))
    taken = (d.model_copy(update={"taken": (d.said, d.time_s) in known_words}) for d in shown)
    return Review(drafts=tuple(taken))


def _shown(n: int, number: int, reading: EntryReading, findings: list[Finding], refused: str) -> DraftShown:
    question = reading.questions[0] if reading.questions else None
    choices = question.choices[:MOST_CHOICES] if question else ()
    outcome = "heard" if reading.can_be_added and not refused else "asked" if choices or refused else "kept"
    failed = question or (reading.unread[0] if reading.unread else None)
    why = refused or (question.text if question else failed.why if isinstance(failed, Span) else "")
    start, end = (failed.start, failed.end) if failed else (0, 0)
    return DraftShown(
        n=n, number=number, time_s=reading.time_s, said=reading.text.strip(), outcome=outcome,
        line=reading.completed if reading.can_be_added else "", choices=choices, words=reading.words,
        why="" if outcome == "heard" else why, start=start, end=end, findings=tuple(findings),
    )  # fmt: skip
