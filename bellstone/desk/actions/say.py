"""Say something: add a line, a page, edit a row, take a thing out, read a kept line again."""

from collections.abc import Sequence
from typing import Any

from bellstone.core.ear import listen
from bellstone.core.edits import (
    PageLine,
    Taken,
    Undecided,
    add_drafts,
    add_line,
    add_said,
    replace_sighting,
    with_first_pipe,
    with_words,
    without,
    without_all,
    without_run,
)
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import Scheme
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral
from bellstone.desk.store import scheme_of
from bellstone.formats.timed_text import source_lines

Edited = tuple[StoredLateral, str]


def say_line(lateral_id: int, seen: int, who: Any, text: str) -> Edited:
    def change(record: Lateral) -> Lateral:
        scheme = scheme_of(record)
        return _no_longer_waiting(add_line(record, listen(text, scheme, typed=True))[0], text, scheme)

    return edit(lateral_id, seen, who, f"Added “{text.strip()}”", change)


def _no_longer_waiting(record: Lateral, text: str, scheme: Scheme) -> Lateral:
    """A note typed in leaves the side."""
    visit = record.visits[-1]
    waiting = tuple(w for w in visit.waiting if text.strip() not in (w, *_choices(w, scheme)))
    return record.model_copy(update={"visits": (*record.visits[:-1], visit.model_copy(update={"waiting": waiting}))})


def _choices(note: str, scheme: Scheme) -> tuple[str, ...]:
    """The lines that a note which can be meant two ways may be chosen to be."""
    return tuple(choice.line.strip() for question in listen(note, scheme).questions for choice in question.choices)


def say_page(lateral_id: int, seen: int, who: Any, page: str) -> tuple[StoredLateral, str, list[PageLine]]:
    lines: list[PageLine] = []

    def change(record: Lateral) -> Lateral:
        after, read = add_said(record, source_lines(page), scheme_of(record))
        lines.extend(read)
        return after

    count = sum(1 for text in page.splitlines() if text.strip())
    row, said = edit(lateral_id, seen, who, f"Pasted {count} line{'s' if count != 1 else ''}", change)
    return row, said, lines


def take_drafts(
    lateral_id: int, seen: int, who: Any, drafts: Sequence[Taken], undecided: Sequence[Undecided]
) -> Edited:
    words = f"Accepted “{drafts[0].line.strip()}”" if len(drafts) == 1 else f"Accepted {len(drafts)} drafts"
    if not drafts:
        words = f"Kept {len(undecided)} as said"
    return edit(lateral_id, seen, who, words, lambda record: add_drafts(record, drafts, scheme_of(record), undecided))


def say_anew(lateral_id: int, seen: int, who: Any, sighting_id: str, text: str) -> Edited:
    def change(record: Lateral) -> Lateral:
        return replace_sighting(record, sighting_id, listen(text, scheme_of(record), typed=True))

    return edit(lateral_id, seen, who, f"Changed to “{text.strip()}”", change)


def take_out(lateral_id: int, seen: int, who: Any, thing_id: str) -> Edited:
    return edit(lateral_id, seen, who, "Taken out", lambda record: without(record, thing_id))


def say_of_rows(lateral_id: int, seen: int, who: Any, ids: Sequence[str], words: str) -> Edited:
    """The same words added to several rows: one change."""
    said = f"“{words.strip()}” added to {_rows(ids)}"
    return edit(lateral_id, seen, who, said, lambda record: with_words(record, ids, words, scheme_of(record)))


def take_rows_out(lateral_id: int, seen: int, who: Any, ids: Sequence[str]) -> Edited:
    return edit(lateral_id, seen, who, f"{_rows(ids)} taken out", lambda record: without_all(record, ids))


def _rows(ids: Sequence[str]) -> str:
    return f"{len(ids)} row{'s' if len(ids) != 1 else ''}"


def take_run_out(lateral_id: int, seen: int, who: Any, run_id: str) -> Edited:
    return edit(lateral_id, seen, who, f"Run {run_id} taken out", lambda record: without_run(record, run_id))


def say_first_pipe(lateral_id: int, seen: int, who: Any, run_id: str, text: str) -> Edited:
    words = f"Run {run_id} starts in {text.strip() or 'a pipe not known'}"
    return edit(lateral_id, seen, who, words, lambda record: with_first_pipe(record, run_id, text))


def read_again(lateral_id: int, seen: int, who: Any, remark_id: str, text: str) -> Edited:
    """A kept line put right: it is added as a line, and the remark goes."""

    def change(record: Lateral) -> Lateral:
        reading = listen(text, scheme_of(record), typed=True)
        if not reading.can_be_added:
            raise DomainError("line", text, reading.questions[0].text if reading.questions else "still cannot be read")
        return add_line(without(record, remark_id), reading)[0]

    return edit(lateral_id, seen, who, f"Read “{text.strip()}”", change)
