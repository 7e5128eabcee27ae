"""Every edit goes through here: change and assess first, then lock, check the version again, save with its patch."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

from django.db import transaction

from bellstone.core.answer import consequence
from bellstone.core.record import Lateral
from bellstone.desk import store
from bellstone.desk.errors import InTheBin, StaleVersion
from bellstone.desk.models import Change, StoredLateral


def check_version(row: StoredLateral, seen: int) -> None:
    """Refuse a change of what the sender has not seen as it is, or of what is in the bin."""
    if row.binned is not None:
        raise InTheBin
    if row.version != seen:
        since = row.changes.filter(version__gt=seen).values_list("words", flat=True)
        raise StaleVersion(seen, row.version, list(since)[-20:])


@contextmanager
def locked(lateral_id: int, seen: int) -> Iterator[None]:
    """The write lock, taken only when all is computed; what was computed from version ``seen`` still holds under it."""
    with transaction.atomic():
        check_version(store.version_of(lateral_id), seen)
        yield


def edit(
    lateral_id: int, seen: int, who: Any, words: str, change: Callable[[Lateral], Lateral]
) -> tuple[StoredLateral, str]:
    """Apply one change to a lateral; the row and what the change meant, in a line.

    Raises
    ------
    StaleVersion
        The record moved on since ``seen``.
    """
    row = store.row_of(lateral_id)
    check_version(row, seen)
    before, before_result = store.record_of(row), store.assessment_of(row)
    after = change(before)
    if after == before:
        return row, "nothing changed"
    forward, back = store.difference(before, after)
    row.version += 1
    store.fill(row, after)
    with locked(lateral_id, seen):
        row.changes.filter(undone=True).delete()  # a new edit ends what could be redone
        store.save(row)
        Change.objects.create(lateral=row, who=who, version=row.version, words=words[:300], forward=forward, back=back)
    return row, f"{words}: {consequence(before_result, store.assessment_of(row))}"
