"""CSV tables of sightings, water, depths and pitch: their fields, and columns in any order taken for them."""

import re
from collections.abc import Sequence
from typing import Literal

from bellstone.core.ground import RecordError
from bellstone.core.record import Rec
from bellstone.formats.csv_cells import rows_of

What = Literal["sightings", "water", "depth", "invert", "pitch"]
Mapping = dict[str, int]  # field -> column, 0 the first
MAX_COLUMNS = 200
MOST_PROBLEMS = 20

# The headings of the tables written here: read back, each row says in words all that it says.
OWN: dict[What, tuple[str, ...]] = {
    "sightings": ("counter (ft)", "to (ft)", "run", "kind", "form", "notes", "said"),
    "water": ("counter (ft)", "to (ft)", "run", "depth (in)", "state", "minutes", "notes", "said"),
    "depth": ("counter (ft)", "run", "depth (ft)", "ground (ft)", "suspect", "notes", "said"),
    "invert": ("counter (ft)", "run", "invert elevation (ft)", "suspect", "notes", "said"),
    "pitch": ("counter (ft)", "run", "grade (%)", "notes"),
}
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
        ("run", False, "run"),
    ),
    "water": (
        ("counter", True, "counter footage distance station at position feet ft from start dist"),
        ("to", False, "to end until finish"),
        ("depth", True, "depth water inches in level"),
        ("state", False, "state running rest flow condition"),
        ("minutes", False, "minutes min off since"),
        ("run", False, "run"),
    ),
    "depth": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("depth", True, "depth cover below deep"),
        ("ground", False, "ground elevation surface level"),
        ("suspect", False, "suspect doubtful odd"),
        ("run", False, "run"),
    ),
    "invert": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("elevation", True, "invert elevation level height z"),
        ("suspect", False, "suspect doubtful odd"),
        ("run", False, "run"),
    ),
    "pitch": (
        ("counter", True, "counter footage distance station at position feet ft dist"),
        ("grade", True, "grade pitch slope fall percent pct"),
        ("run", False, "run"),
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

    def is_own(self, what: What) -> bool:
        """Whether it was written here."""
        return self.header == OWN[what]


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
    rows = rows_of(text)
    if not rows:
        raise RecordError([("row 1", "the table is empty: its first row wants the column names")])
    header = tuple(cell.strip()[:80] for cell in rows[0])
    if len(header) > MAX_COLUMNS:
        raise RecordError([("table", f"wants at most {MAX_COLUMNS} columns: leave some out")])
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
