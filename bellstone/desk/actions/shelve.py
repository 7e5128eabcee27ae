"""Where a lateral stands: on the desk, in the archive, in the bin; its copy; what is listed."""

import csv
import io
from datetime import timedelta
from typing import Any, Literal

from django.db.models import Case, F, IntegerField, QuerySet, Value, When
from django.db.models.functions import NullIf
from django.utils import timezone

from bellstone.core.answer import wanted
from bellstone.core.judgement import ORDER
from bellstone.desk import store
from bellstone.desk.actions.create import create
from bellstone.desk.models import FoundBy, StoredLateral
from bellstone.formats.csv_cells import harmless

Shelf = Literal["desk", "archive", "bin"]
SortedBy = Literal["changed", "name", "verdict", "soundness", "worst", "unseen_ft", "visit", "due"]
BIN_DAYS = 30
# A verdict by how grave it is, a date that is not known after those that are.
SORTED: dict[str, Any] = {
    "verdict": Case(*(When(verdict=name, then=Value(n)) for n, name in enumerate(ORDER)), output_field=IntegerField()),
    "visit": NullIf("visit", Value("")),
    "due": NullIf("due", Value("")),
}
LISTED = ("name", "place", "client", "verdict", "soundness (of 100)", "worst", "not seen (ft)", "visit", "next look")


def put(lateral_id: int, shelf: Shelf) -> StoredLateral:
    """A lateral put onto the desk, into the archive or into the bin; nothing of it is changed."""
    row = store.row_of(lateral_id)
    row.archived = shelf == "archive"
    row.binned = timezone.now() if shelf == "bin" else None
    row.save(update_fields=["archived", "binned"])
    return row


def duplicate(lateral_id: int) -> StoredLateral:
    """The same record as a lateral of its own, named a copy; its history and what was signed stay with the first."""
    record = store.record_of(store.row_of(lateral_id))
    site = record.site.model_copy(update={"name": f"{record.site.name[:110]}, copy", "start_here": False})
    return create(record.model_copy(update={"site": site}))


def listed(search: str, shelf: Shelf, by: SortedBy, descending: bool) -> QuerySet[StoredLateral]:
    """The laterals on a shelf that every word of a question finds, what is not known last; ``page`` reads them."""
    rows = StoredLateral.objects.filter(binned__isnull=shelf != "bin")
    if shelf != "bin":
        rows = rows.filter(archived=shelf == "archive")
    found = FoundBy.objects.all()
    words = wanted(search.replace("\0", ""))
    for word in words:
        found = found.filter(words__contains=word)
    if words:
        rows = rows.filter(pk__in=found.values("lateral"))
    column = SORTED.get(by, F(by))
    if by in ("changed", "name"):  # always known: read straight from the index
        return rows.order_by(f"{'-' if descending else ''}{by}", "-id")
    return rows.order_by(column.desc(nulls_last=True) if descending else column.asc(nulls_last=True), "-id").defer(
        "record", "found_by"
    )


def page(rows: QuerySet[StoredLateral], offset: int, limit: int) -> list[StoredLateral]:
    """Some of the listed: told by the narrow index which, then only those read, without their records."""
    numbers = list(rows.values_list("pk", flat=True)[offset : offset + limit])
    found = StoredLateral.objects.defer("record").in_bulk(numbers)
    return [found[number] for number in numbers]


def list_csv(rows: QuerySet[StoredLateral]) -> str:
    """The whole list as a CSV table."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(LISTED)
    for row in rows.defer("record"):
        s = row.summary
        cells = (
            row.name,
            s.get("locality", ""),
            s.get("client", ""),
            s["verdict_words"],
            s["soundness"],
            row.worst,
            row.unseen_ft,
            row.visit,
            row.due,
        )
        writer.writerow([harmless(c) if isinstance(c, str) else "" if c is None else c for c in cells])
    return out.getvalue()


def empty_bin() -> int:
    """What lay in the bin for thirty days, gone; what was signed stays there. How many."""
    old = StoredLateral.objects.filter(binned__lt=timezone.now() - timedelta(days=BIN_DAYS), signed__isnull=True)
    count = old.count()
    old.delete()
    return count
