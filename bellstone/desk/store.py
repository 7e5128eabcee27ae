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


def version_of(lateral_id: int) -> StoredLateral:
    """A lateral's version and shelf as they are now, without its record."""
    row = StoredLateral.objects.only("version", "binned").filter(pk=lateral_id).first()
    if row is None:
        raise NoSuchLateral(lateral_id)
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
def _assessed(text: str, scheme: str, path: str | None) -> Assessment:
    return assess(_parsed(text), schemes.scheme_named(scheme), path)


@lru_cache(maxsize=16)  # asked for as often as a lateral is opened: an edit is answered with what it changed
def _written(text: str, scheme: str, path: str | None) -> str:
    return _assessed(text, scheme, path).model_dump_json()


def record_of(row: StoredLateral) -> Lateral:
    """The row's record; parsed once a version, for the record is frozen."""
    return _parsed(row.record)


def scheme_of(record: Lateral) -> Scheme:
    """The scheme a record names; the one that ships where it names none, or one that is not here."""
    return schemes.scheme_named(schemes.resolved(record.site.scheme))


def _judged_by(text: str) -> str:
    """The scheme that a record's text is assessed by."""
    return schemes.resolved(_parsed(text).site.scheme)


def assessment_of(row: StoredLateral, path: str | None = None) -> Assessment:
    """What the row's record comes to, on the main line or on the path from another line.

    Raises
    ------
    DomainError
        There is no such line.
    """
    return _assessed(row.record, _judged_by(row.record), path)


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
    return _bands(row.record, _judged_by(row.record), path, what_if, reread)


def fill(row: StoredLateral, record: Lateral) -> None:
    """Put a record in its row with the columns that lists are made of, assessed; what it was stays known."""
    row.was = row.record or None
    row.record = lateral_file.within_bounds(record.model_dump_json())
    if row.record not in _records:  # taken back, it is the very record that it was
        _remember(row.record, record)
    result = assessment_of(row)
    project(row, record, result)
    row.changed = timezone.now()


def save(row: StoredLateral) -> None:
    """A filled row, and beside it the words it is found by."""
    row.save()
    record = record_of(row)
    words = found_by(record, assessment_of(row), scheme_of(record))
    if not FoundBy.objects.filter(lateral=row).update(words=words):
        FoundBy.objects.create(lateral=row, words=words)


def difference(before: Lateral, after: Lateral) -> tuple[str, str]:
    """JSON Patch texts forward and back between two records."""
    return json.dumps(record_patch(before, after)), json.dumps(record_patch(after, before))


MOST_STEPS = 2000  # each copies the list it steps into, of up to 10,000 rows


def _head(row: StoredLateral, said: str) -> dict[str, object]:
    words = row.changes.values_list("words", flat=True)  # without the patches beside them, of any length
    last, undone = words.filter(undone=False).last(), words.filter(undone=True).first()
    return {
        "id": row.pk,
        "version": row.version,
        "said": said,
        "undo": last,
        "redo": undone,
    }


def payload(row: StoredLateral, said: str = "", path: str | None = None) -> bytes:
    """The desk's answer: record, assessment and what can be undone, as JSON bytes."""
    # record and assessment are JSON already: joined as text, not parsed and written again
    start = json.dumps(_head(row, said))[:-1]
    written = _written(row.record, _judged_by(row.record), path)
    return f'{start}, "record": {row.record}, "assessment": {written}}}'.encode()


def changes(row: StoredLateral, said: str = "") -> bytes | None:
    """What an edit changed of the payload of the version before it: JSON Patches of record and assessment, as JSON bytes.

    None where this row was not changed by what is answered, or nearly all of it was: then the whole says it shorter.
    """
    if row.was is None:
        return None
    before, after = (_assessed(text, _judged_by(text), None) for text in (row.was, row.record))
    of_record, of_assessment = record_patch(_parsed(row.was), record_of(row)), record_patch(before, after)
    if len(of_record) + len(of_assessment) > MOST_STEPS:
        return None
    body = _head(row, said) | {"since": row.version - 1, "record": of_record, "assessment": of_assessment}
    return json.dumps(body).encode()
