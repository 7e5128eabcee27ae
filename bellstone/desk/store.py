"""Rows to records and back: the only place that knows both."""

import json
from collections import OrderedDict
from functools import lru_cache

from django.utils import timezone
from pydantic import ValidationError

from bellstone.core.answer import Assessment, found_by
from bellstone.core.assess import assess
from bellstone.core.edits import Reread
from bellstone.core.record import Lateral, place_of
from bellstone.core.scheme import Scheme
from bellstone.core.water import WhatIf, bands
from bellstone.desk import schemes
from bellstone.desk.errors import BrokenRecord, NoSuchLateral
from bellstone.desk.models import FoundBy, StoredLateral
from bellstone.desk.projection import project
from bellstone.formats import lateral_file
from bellstone.formats.record_patch import record_patch


def row_of(lateral_id: int) -> StoredLateral:
    try:
        row = StoredLateral.objects.get(pk=lateral_id)
    except (StoredLateral.DoesNotExist, OverflowError) as error:
        raise NoSuchLateral(lateral_id) from error
    readable(row)
    return row


RECORDS_KEPT = 64
_records: OrderedDict[str, Lateral] = OrderedDict()


def _remember(text: str, record: Lateral) -> Lateral:
    """Keep a record by its text, so that an edit finds the very objects it left unchanged."""
    _records[text] = record
    while len(_records) > RECORDS_KEPT:
        try:
            _records.popitem(last=False)
        except KeyError:  # another thread was first
            break
    return record


def _parsed(text: str) -> Lateral:
    known = _records.get(text)
    return known if known is not None else _remember(text, Lateral.model_validate_json(text))


def readable(row: StoredLateral) -> None:
    """Refuse a row whose record is no record, before anything is asked of it."""
    try:
        _parsed(row.record)
    except ValidationError as error:
        first = error.errors()[0]
        raise BrokenRecord(row.name, place_of(first["loc"]) or "its beginning", first["msg"]) from error


@lru_cache(maxsize=64)
def _assessed(text: str, scheme: str, path: str | None) -> tuple[Assessment, str]:
    result = assess(_parsed(text), schemes.scheme_named(scheme), path)
    return result, result.model_dump_json()


def record_of(row: StoredLateral) -> Lateral:
    """The row's record; parsed once a version, for the record is frozen."""
    return _parsed(row.record)


def scheme_of(record: Lateral) -> Scheme:
    """The scheme a record names; the one that ships where it names none, or one that is not here."""
    return schemes.scheme_named(schemes.resolved(record.site.scheme))


def _result(row: StoredLateral, path: str | None) -> tuple[Assessment, str]:
    return _assessed(row.record, schemes.resolved(record_of(row).site.scheme), path)


def assessment_of(row: StoredLateral, path: str | None = None) -> Assessment:
    """What the row's record comes to, on the main line or on the path from another line.

    Raises
    ------
    DomainError
        There is no such line.
    """
    return _result(row, path)[0]


@lru_cache(maxsize=64)
def _bands(text: str, scheme: str, path: str | None, what_if: WhatIf, reread: Reread | None) -> bytes:
    return bands(_parsed(text), schemes.scheme_named(scheme), path, what_if, reread).model_dump_json().encode()


def bands_of(row: StoredLateral, path: str | None, what_if: WhatIf, reread: Reread | None) -> bytes:
    """The bands that follow the row's assessment, as JSON bytes.

    Raises
    ------
    DomainError
        There is no such line or reading.
    """
    return _bands(row.record, schemes.resolved(record_of(row).site.scheme), path, what_if, reread)


def fill(row: StoredLateral, record: Lateral) -> None:
    """Put a record in its row with the columns that lists are made of, assessed."""
    row.record = lateral_file.within_bounds(record.model_dump_json())
    _remember(row.record, record)
    result = assessment_of(row)
    project(row, record, result)
    row.changed = timezone.now()


def save(row: StoredLateral) -> None:
    """A filled row, and beside it the words it is found by."""
    row.save()
    record = record_of(row)
    words = found_by(record, assessment_of(row), scheme_of(record))
    FoundBy.objects.update_or_create(lateral=row, defaults={"words": words})


def difference(before: Lateral, after: Lateral) -> tuple[str, str]:
    """JSON Patch texts forward and back between two records."""
    return json.dumps(record_patch(before, after)), json.dumps(record_patch(after, before))


def payload(row: StoredLateral, said: str = "", path: str | None = None) -> bytes:
    """The desk's answer: record, assessment and what can be undone, as JSON bytes."""
    last = row.changes.filter(undone=False).last()
    undone = row.changes.filter(undone=True).first()
    head = {
        "id": row.pk,
        "version": row.version,
        "said": said,
        "undo": last.words if last else None,
        "redo": undone.words if undone else None,
    }
    # record and assessment are JSON already: joined as text, not parsed and written again
    start = json.dumps(head)[:-1]
    return f'{start}, "record": {row.record}, "assessment": {_result(row, path)[1]}}}'.encode()
