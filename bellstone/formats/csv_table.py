"""CSV tables of sightings, water, depths and pitch: their fields, and columns in any order taken for them."""

import csv
import io
import re
from collections.abc import Sequence
from typing import Literal

from bellstone.core.ground import RecordError
from bellstone.core.record import (
    Rec,
)

What = Literal["sightings", "water", "depth", "invert", "pitch"]
Mapping = dict[str, int]  # field -> column, 0 the first
MAX_ROWS = 20_000
MAX_COLUMNS = 200
MOST_PROBLEMS = 20

# What each table holds: field, whether it is needed, and words its column may be headed with.
FIELDS: dict[What, tuple[tuple[str, bool, str], ...]] = {
    "sightings": (
        ("counter", True, "counter footage distance station at position feet ft from start dist"),
        ("to", False, "to end until finish"),
        ("notes", False, "notes note entry line text remark remarks comment comments"),
        ("kind", False, "kind what defect finding observation feature"),
        ("form", False, "form type description"),
        ("size", False, "size amount value percent share"),
        ("clock", False, "clock hour oclock hours"),
        ("joint", False, "joint barrel location where"),
        ("time", False, "time timestamp video"),
    ),
    "water": (
        ("counter", True, "counter footage distance station at position feet ft from start dist"),
        ("to", False, "to end until finish"),
        ("depth", True, "depth water inches in level"),
        ("state", False, "state running rest flow condition"),
        ("minutes", False, "minutes min off since"),
    ),
    "depth": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("depth", True, "depth cover below deep"),
        ("ground", False, "ground elevation surface level"),
        ("suspect", False, "suspect doubtful odd"),
    ),
    "invert": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("elevation", True, "invert elevation level height z"),
        ("suspect", False, "suspect doubtful odd"),
    ),
    "pitch": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("grade", True, "grade pitch slope fall percent pct"),
    ),
}
# A heading may name a unit; values are turned to the field's own: feet, inches of water, percent.
TO_FEET = {
    "ft": 1.0,
    "feet": 1.0,
    "in": 1 / 12,
    "inch": 1 / 12,
    "inches": 1 / 12,
    "m": 1 / 0.3048,
    "cm": 1 / 30.48,
    "mm": 1 / 304.8,
}
YES = ("1", "yes", "true", "y", "suspect", "x")
OWN_UNIT = {"counter": "ft", "to": "ft", "ground": "ft", "depth": "ft"}
KNOWN_UNITS = (*TO_FEET, "%", "pct", "percent", "min", "s", "minutes")


class Table(Rec):
    """A CSV text as read: its header, rows of text, and how its columns are taken."""

    header: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    mapping: dict[str, int]


def read_table(text: str, what: What, mapping: Mapping | None = None) -> Table:
    """A CSV text with its columns matched to fields, by heading where no mapping is given.

    Raises
    ------
    RecordError
        No header, too many rows or columns, a mapping to a column that is not there, or a unit in a
        heading that is not known: each with its place and mend.

    Examples
    --------
    >>> read_table("Defect;Footage (ft)\\nroots;41,5\\n", "sightings").mapping
    {'counter': 1, 'kind': 0}
    """
    rows = _rows(text)
    if not rows:
        raise RecordError([("row 1", "the table is empty: its first row wants the column names")])
    header = tuple(cell.strip()[:80] for cell in rows[0])
    if len(header) > MAX_COLUMNS or len(rows) > MAX_ROWS:
        raise RecordError([("table", f"wants at most {MAX_COLUMNS} columns and {MAX_ROWS} rows: cut it in two")])
    fields = [name for name, _, _ in FIELDS[what]]
    wrong = [
        (f"mapping.{f}", f"wants a column from 1 to {len(header)}")
        for f, c in (mapping or {}).items()
        if not 0 <= c < len(header)
    ]
    wrong += [(f"mapping.{f}", f"wants one of {', '.join(fields)}") for f in mapping or {} if f not in fields]
    wrong += [
        (f"heading {h!r}", f"the unit {u!r} is not known: use {', '.join(KNOWN_UNITS)}")
        for h in header
        if (u := unit_of(h)) and u not in KNOWN_UNITS
    ]
    if wrong:
        raise RecordError(wrong[:MOST_PROBLEMS])
    return Table(
        header=header, rows=tuple(map(tuple, rows[1:])), mapping=guessed(header, what) if mapping is None else mapping
    )


def _rows(text: str) -> list[list[str]]:
    text = text.lstrip("\ufeff").replace("\0", "")
    first = next((line for line in text.splitlines() if line.strip()), "")
    delimiter = max(",;\t|", key=first.count) if any(d in first for d in ",;\t|") else ","
    comma_is_point = delimiter in ";\t"
    try:
        read = [row for row in csv.reader(io.StringIO(text), delimiter=delimiter) if any(cell.strip() for cell in row)]
    except csv.Error as error:
        raise RecordError([("table", f"cannot be read as CSV ({error}): save it as plain CSV")]) from error
    return [[_cell(c, comma_is_point) for c in row] for row in read]


def _cell(cell: str, comma_is_point: bool) -> str:
    cell = cell.strip()
    cell = cell[1:] if re.match(r"'[=+\-@\t]", cell) else cell  # as our own export made it harmless
    return cell.replace(",", ".") if comma_is_point and re.fullmatch(r"-?\d+,\d+", cell) else cell


def unit_of(heading: str) -> str:
    """The unit in a heading: ``depth (in)`` or ``Footage [m]``; empty where there is none."""
    match = re.search(r"[(\[]\s*([A-Za-z%]+)\.?\s*[)\]]", heading)
    return match[1].lower() if match else ""


def guessed(header: Sequence[str], what: What) -> Mapping:
    """Which column each field is, by the words of its heading; a column is taken once, first come."""
    words = [set(re.findall(r"[a-z]+", re.sub(r"[(\[].*?[)\]]", "", h).replace("_", " ").lower())) for h in header]
    found: Mapping = {}
    for field, _, known in FIELDS[what]:
        names = known.split()
        best = [
            (names.index(next(n for n in names if n in w)), i)
            for i, w in enumerate(words)
            if i not in found.values() and w & set(names)
        ]
        exact = [i for i, w in enumerate(words) if w == {field} and i not in found.values()]
        if exact or best:
            found[field] = exact[0] if exact else min(best)[1]
    return found
