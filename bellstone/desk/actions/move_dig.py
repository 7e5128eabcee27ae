"""A dig's ends set by hand, and what that would change."""

from collections.abc import Sequence
from typing import Any

from bellstone.core.assess import assess
from bellstone.core.dig import Bracket
from bellstone.core.edits import with_dig_as_computed, with_dig_moved
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, MovedDig
from bellstone.desk import store
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral


def move(lateral_id: int, seen: int, who: Any, moved: MovedDig) -> tuple[StoredLateral, str]:
    def change(record: Lateral) -> Lateral:
        _moved_in(record, moved)
        return with_dig_moved(record, moved)

    return edit(lateral_id, seen, who, f"Dig ends set by hand: {moved.reason}", change)


def as_computed(lateral_id: int, seen: int, who: Any, items: Sequence[str]) -> tuple[StoredLateral, str]:
    return edit(lateral_id, seen, who, "Dig ends as computed", lambda record: with_dig_as_computed(record, items))


def what_if(lateral_id: int, moved: MovedDig) -> tuple[str, ...]:
    """What setting the ends would change; nothing is changed."""
    dig = _moved_in(store.record_of(store.row_of(lateral_id)), moved)
    return dig.moved.changes if dig.moved is not None else ()


def _moved_in(record: Lateral, moved: MovedDig) -> Bracket:
    """The dig as it would be.

    Raises
    ------
    DomainError
        No dig of that line is for any of these things.
    """
    found = assess(with_dig_moved(record, moved), store.scheme_of(record), moved.line)
    dig = next((d for d in found.digs if set(d.items) & set(moved.items)), None)
    if dig is None:
        raise DomainError("items", ", ".join(moved.items), "no dig on this line is for any of them: look at Dig again")
    return dig
