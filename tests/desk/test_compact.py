"""Old edits made into one a day: the record, what was signed, and undo back to the beginning stay what they were."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from bellstone.core.edits import new_record
from bellstone.desk.actions import compact as compacting
from bellstone.desk.actions.compact import compact, compact_all
from bellstone.desk.actions.create import create
from bellstone.desk.actions.patch import undo
from bellstone.desk.actions.say import say_line, take_out
from bellstone.desk.actions.sign import sign
from bellstone.desk.errors import NothingTo
from bellstone.desk.models import Change, StoredLateral
from bellstone.desk.store import record_of

NOW = datetime(2026, 6, 1, 12, tzinfo=UTC)


def edited(days: list[int]) -> StoredLateral:
    """A lateral with one edit for each number, so many days ago, the oldest first; every third takes one out again."""
    row = create(new_record("Alder Row 14", "yard", "yard"))
    for n, ago in enumerate(sorted(days, reverse=True)):
        seen = record_of(row).visits[-1].sightings
        if n % 3 == 2 and seen:
            row, _ = take_out(row.pk, row.version, None, seen[-1].id)
        else:
            row, _ = say_line(row.pk, row.version, None, f"{n + 5} roots {n % 50 + 1}%")
        Change.objects.filter(lateral=row, version=row.version).update(when=NOW - timedelta(days=ago))
    return row


def records_back(row: StoredLateral) -> list[str]:
    """Every record that undo leads through, to the first."""
    found = [row.record]
    while True:
        try:
            row, _ = undo(row.pk, row.version)
        except NothingTo:
            return found
        found.append(row.record)


@settings(max_examples=25, suppress_health_check=list(HealthCheck))
@given(st.lists(st.integers(0, 6), min_size=1, max_size=14), st.integers(0, 5), st.integers(0, 6))
def test_undo_leads_through_the_same_records_to_the_same_beginning(db, days: list[int], keep: int, cut: int) -> None:
    before = records_back(edited(days))
    row = edited(days)
    record = row.record
    saved = compact(row.pk, NOW - timedelta(days=cut), keep)
    row.refresh_from_db()
    assert row.record == record
    after = records_back(row)
    assert after[0] == before[0] and after[-1] == before[-1]
    steps = iter(before)
    assert all(r in steps for r in after)  # in their order, and nothing that never was
    assert len(before) - len(after) == saved
    assert after[: keep + 1] == before[: keep + 1]  # the last session's undo, edit by edit


def test_a_day_becomes_one_and_says_how_many(db) -> None:
    row = edited([9, 9, 9, 8, 8, 1, 1])
    assert compact(row.pk, NOW - timedelta(days=5), keep=0) == 3
    words = list(row.changes.values_list("words", flat=True))
    assert len(words) == 4
    assert words[0].startswith("3 edits of 2026-05-23, the last: ")
    assert compact(row.pk, NOW - timedelta(days=5), keep=0) == 0


def test_what_is_young_and_what_is_last_stays_edit_by_edit(db) -> None:
    row = edited([9] * 6)
    assert compact(row.pk, NOW - timedelta(days=9, hours=1), keep=0) == 0
    assert compact(row.pk, NOW - timedelta(days=5), keep=6) == 0
    assert compact(row.pk, NOW - timedelta(days=5), keep=4) == 1


def test_what_can_be_done_again_and_what_was_signed_stay(db) -> None:
    row = edited([40] * 5)
    sign(row.pk, row.version, "R. Quill")
    row, _ = undo(row.pk, row.version)
    Change.objects.update(when=NOW - timedelta(days=40))
    signed = row.signed.get()
    before = (signed.record, signed.digest, bytes(signed.report))
    assert compact(row.pk, NOW, keep=0) == 3
    signed.refresh_from_db()
    assert (signed.record, signed.digest, bytes(signed.report)) == before
    assert row.changes.filter(undone=True).count() == 1


def test_steps_that_do_not_lead_back_are_left_alone(db) -> None:
    row = edited([40] * 4)
    Change.objects.filter(lateral=row).update(back='[{"op": "remove", "path": "/nowhere"}]')
    assert compact(row.pk, NOW, keep=0) == 0
    assert row.changes.count() == 4


def test_every_lateral_with_old_edits_is_looked_at(db, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(compacting, "EDITS_WHOLE", 0)
    for _ in range(2):
        edited([50, 50, 40, 40, 3, 3])
    assert compact_all(NOW) == 0  # the last two hundred stay
    monkeypatch.setattr(compact, "__defaults__", (0,))
    assert compact_all(NOW) == 4
