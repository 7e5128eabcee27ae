"""Edits of the record's own fields, as JSON Patch; undo and redo are the stored patches."""

import json
from typing import Any

import jsonpatch
import jsonpointer

from bellstone.core.answer import consequence
from bellstone.core.record import Lateral, read_lateral
from bellstone.desk import store
from bellstone.desk.actions.edit import check_version, edit, locked
from bellstone.desk.errors import BadPatch, NothingTo
from bellstone.desk.models import Change, StoredLateral
from bellstone.formats import lateral_file


def patch(
    lateral_id: int, seen: int, who: Any, operations: list[dict[str, Any]], words: str
) -> tuple[StoredLateral, str]:
    return edit(lateral_id, seen, who, words or "Changed", lambda record: patched(record, operations))


MOST_COPIED = 200_000  # values: ten times a large lateral, and no patch of a person's hand


def patched(record: Lateral, operations: list[dict[str, Any]]) -> Lateral:
    """The record with JSON Patch operations applied, checked whole.

    Raises
    ------
    BadPatch
        An operation does not fit, or copies more than a lateral holds.
    RecordError
        What comes of it is no lateral.
    """
    tree = lateral_file.plain_tree(record)
    left = MOST_COPIED
    try:
        for operation in operations:
            if operation.get("op") == "copy":
                left -= _values_in(jsonpointer.resolve_pointer(tree, operation["from"]), left)
            tree = jsonpatch.JsonPatch([operation]).apply(tree, in_place=True)
    except (
        jsonpatch.JsonPatchException,
        jsonpointer.JsonPointerException,
        TypeError,
        KeyError,
        AttributeError,
    ) as error:
        raise BadPatch(str(error) or type(error).__name__) from error
    return read_lateral(tree)


def _values_in(tree: Any, most: int) -> int:
    """How many values a tree holds; more than ``most`` is refused before they are all counted."""
    count, waiting = 0, [tree]
    while waiting:
        value = waiting.pop()
        count += 1
        if count > most:
            raise BadPatch("it copies more than a lateral holds: add what is new by itself")
        waiting.extend(value.values() if isinstance(value, dict) else value if isinstance(value, list) else ())
    return count


def undo(lateral_id: int, seen: int) -> tuple[StoredLateral, str]:
    return _step(lateral_id, seen, back=True)


def redo(lateral_id: int, seen: int) -> tuple[StoredLateral, str]:
    return _step(lateral_id, seen, back=False)


def stepped_back(record: Lateral, change: Change) -> Lateral:
    """The record as it was before a change that was made on it."""
    return patched(record, json.loads(change.back))


def _step(lateral_id: int, seen: int, back: bool) -> tuple[StoredLateral, str]:
    row = store.row_of(lateral_id)
    check_version(row, seen)
    change = row.changes.filter(undone=False).last() if back else row.changes.filter(undone=True).first()
    if change is None:
        raise NothingTo("Nothing to undo." if back else "Nothing to redo.")
    before = store.assessment_of(row)
    now = store.record_of(row)
    record = stepped_back(now, change) if back else patched(now, json.loads(change.forward))
    row.version += 1
    store.fill(row, record)
    with locked(lateral_id, seen):
        store.save(row)
        change.undone = back
        change.version = row.version
        change.save()
    return row, f"{'Undone' if back else 'Done again'}: {change.words}; {consequence(before, store.assessment_of(row))}"
