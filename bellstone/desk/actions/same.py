"""This is that, or it is not: two findings become one item, or are said to be two."""

from typing import Any

from bellstone.core.answer import consequence
from bellstone.core.assess import assess
from bellstone.core.edits import join_items, keep_apart
from bellstone.desk import store
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral


def join(lateral_id: int, seen: int, who: Any, keep: str, other: str) -> tuple[StoredLateral, str]:
    return edit(lateral_id, seen, who, "Said to be one thing", lambda record: join_items(record, keep, other))


def apart(lateral_id: int, seen: int, who: Any, a: str, b: str) -> tuple[StoredLateral, str]:
    return edit(lateral_id, seen, who, "Said to be two things", lambda record: keep_apart(record, a, b))


def what_if(lateral_id: int, keep: str, other: str) -> str:
    """What joining two items would change; nothing is changed."""
    row = store.row_of(lateral_id)
    record = store.record_of(row)
    after = assess(join_items(record, keep, other), store.scheme_of(record))
    return consequence(store.assessment_of(row), after)
