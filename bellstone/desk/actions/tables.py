"""Tables in: columns matched and remembered, rows added all or none."""

import hashlib
from collections.abc import Callable
from typing import Any

from bellstone.desk.actions.edit import edit
from bellstone.desk.models import ColumnMapping, StoredLateral
from bellstone.desk.store import scheme_of
from bellstone.formats.csv_add import add_table
from bellstone.formats.csv_table import Mapping, Table, What, read_table


def look(text: str, what: What) -> tuple[Table, bool]:
    """A table with its columns as they were taken last time for these headings, else as guessed."""
    table = read_table(text, what)
    kept = ColumnMapping.objects.filter(what=what, header=_digest(table.header)).first()
    return (read_table(text, what, kept.mapping), True) if kept else (table, False)


def add(
    lateral_id: int,
    seen: int,
    who: Any,
    text: str,
    what: What,
    mapping: Mapping | None,
    step: Callable[[int, int], None] = lambda done, of: None,
) -> tuple[StoredLateral, str]:
    """Every row of a table, and its mapping remembered; a row that cannot be read refuses them all. ``step`` is told how far it is."""
    table = read_table(text, what, mapping) if mapping is not None else look(text, what)[0]
    words = f"Imported {len(table.rows)} row{'s' if len(table.rows) != 1 else ''} of {what}"
    answer = edit(lateral_id, seen, who, words, lambda record: add_table(record, table, what, scheme_of(record), step))
    kept = {"mapping": table.mapping}
    ColumnMapping.objects.update_or_create(what=what, header=_digest(table.header), defaults=kept)
    return answer


def _digest(header: tuple[str, ...]) -> str:
    return hashlib.sha256("\n".join(h.lower() for h in header).encode()).hexdigest()
