"""Old edits made into one a day, so that a record's history does not grow by every keystroke for ever."""

from collections.abc import Iterator, Sequence
from datetime import datetime, timedelta
from itertools import groupby
from typing import Any

from django.conf import settings

from bellstone.core.record import Lateral
from bellstone.desk import store
from bellstone.desk.actions.edit import locked
from bellstone.desk.actions.patch import stepped_back
from bellstone.desk.errors import Refusal
from bellstone.desk.models import Change, StoredLateral

DAYS_WHOLE = 30  # every edit of the last month can be undone by itself
EDITS_WHOLE = 200  # and the last two hundred, however old: a session's


def compact_all(now: datetime) -> int:
    """Every lateral's old edits made into one a day; how many rows that saved."""
    before = now - timedelta(days=DAYS_WHOLE)
    old = Change.objects.filter(when__lt=before).values_list("lateral_id", flat=True).distinct()
    return sum(compact(lateral_id, before) for lateral_id in list(old))


def compact(lateral_id: int, before: datetime, keep: int = EDITS_WHOLE) -> int:
    """One lateral's edits of before a time, the last ``keep`` left as they are, made into one a day; the rows saved.

    The record as it stands, what was signed and what can be done again are not touched. A lateral that is edited
    meanwhile, or whose steps do not lead back, is left for another day.
    """
    try:
        row = store.row_of(lateral_id)
        days = list(_days(row, before, keep))
        if not days:
            return 0
        with locked(lateral_id, row.version):
            return sum(_made_one(*day) for day in days)
    except Refusal:
        return 0


def _days(row: StoredLateral, before: datetime, keep: int) -> Iterator[tuple[Sequence[Change], Lateral, Lateral]]:
    """Each old day of more than one edit, with the record as it was before and after them, the newest day first."""
    live = list(row.changes.filter(undone=False))
    old = [c for c in live[: max(len(live) - keep, 0)] if c.when < before]
    record = store.record_of(row)
    for change in reversed(live[len(old) :]):
        record = stepped_back(record, change)
    for _, group in groupby(reversed(old), key=_day):
        edits, after = list(group), record
        for change in edits:
            record = stepped_back(record, change)
        if len(edits) > 1:
            yield edits[::-1], record, after


def _day(change: Change) -> Any:
    return change.when.astimezone(settings.HERE_NOW).date()


def _made_one(edits: Sequence[Change], before: Lateral, after: Lateral) -> int:
    last = edits[-1]
    if before == after:
        Change.objects.filter(pk__in=[c.pk for c in edits]).delete()
        return len(edits)
    last.forward, last.back = store.difference(before, after)
    last.words = f"{len(edits)} edits of {_day(last).isoformat()}, the last: {last.words}"[:300]
    last.save()
    Change.objects.filter(pk__in=[c.pk for c in edits[:-1]]).delete()
    return len(edits) - 1
