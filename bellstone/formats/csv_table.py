"""CSV tables of sightings, water, depths and pitch: any order of columns in, formulas made harmless out."""

import csv
import io
import re
from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import Literal

from bellstone.core.edits import Adder
from bellstone.core.entry import position_words, read_line, sighting_line
from bellstone.core.ground import DomainError, RecordError
from bellstone.core.record import (
    Amount,
    CounterPosition,
    DepthReading,
    InvertReading,
    Lateral,
    PitchReading,
    Rec,
    Visit,
    next_id,
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


def add_table(lateral: Lateral, table: Table, what: What) -> Lateral:
    """The record with every row added to its newest visit and run: all of them or none.

    Raises
    ------
    RecordError
        A needed field has no column, or rows that cannot be read, each named with the mend.
    """
    missing = [name for name, needed, _ in FIELDS[what] if needed and name not in table.mapping]
    if what == "sightings" and not {"notes", "kind"} & set(table.mapping):
        missing.append("kind (or notes)")
    if missing:
        raise RecordError([(f"mapping.{m}", "choose its column") for m in missing])
    adders = {
        "sightings": _add_sightings,
        "water": _add_water,
        "depth": _add_depths,
        "invert": _add_inverts,
        "pitch": _add_pitches,
    }
    return adders[what](lateral, table)


class _Row:
    """One row's fields as text and as numbers in the field's own unit."""

    def __init__(self, table: Table, number: int, cells: Sequence[str]) -> None:
        self.number, self.table, self.cells = number, table, cells

    def text(self, field: str) -> str:
        at = self.table.mapping.get(field)
        return self.cells[at].strip() if at is not None and at < len(self.cells) else ""

    def number_of(self, field: str, own: str = "ft") -> float | None:
        said = self.text(field)
        if not said:
            return None
        try:
            value = float(said.rstrip("%").replace("'", "").strip())
        except ValueError:
            raise DomainError(field, said, "wants a number") from None
        if not abs(value) < 1e6:
            raise DomainError(field, said, "wants a finite number under a million")
        unit = unit_of(self.table.header[self.table.mapping[field]])
        return value * TO_FEET[unit] / TO_FEET[own] if unit in TO_FEET and own in TO_FEET else value


def _each(table: Table, add: Callable[[_Row], None]) -> None:
    problems: list[tuple[str, str]] = []
    for number, cells in enumerate(table.rows, start=2):  # the header is row 1
        try:
            add(_Row(table, number, cells))
        except DomainError as error:
            problems.append((f"row {number}", str(error)))
        if len(problems) >= MOST_PROBLEMS:
            break
    if problems:
        raise RecordError(problems)


def _counter(row: _Row) -> CounterPosition:
    counter, to = row.number_of("counter"), row.number_of("to")
    if counter is None:
        raise DomainError("counter", "", "wants a footage in every row")
    return CounterPosition(
        counter=_feet(counter, row.text("counter")), to=None if to is None else _feet(to, row.text("to"))
    )


def _feet(value: float, said: str) -> Amount:
    return Amount(likely=round(value, 4), unit="ft", said=said)


def entry_line(row: _Row) -> str:
    """A row as the line of the entry language that says the same."""
    position = position_words(_counter(row))
    if row.text("notes"):
        notes = row.text("notes")
        return notes if read_line(notes).acts and re.match(r"[\d~]", notes) else f"{position} {notes}"
    size = row.text("size")
    unit = unit_of(row.table.header[row.table.mapping["size"]]) if "size" in row.table.mapping else ""
    size = f"{size}{'%' if unit in ('pct', 'percent', '%') else unit}" if re.fullmatch(r"[\d.]+", size) else size
    clock = row.text("clock")
    clock = f"{clock} o'clock" if re.fullmatch(r"\d+(\.\d+)?", clock) else clock
    words = [position, row.text("kind"), row.text("form"), size, clock, row.text("joint")]
    stamp = f"[{row.text('time')}] " if re.fullmatch(r"\d+:\d\d(:\d\d)?", row.text("time")) else ""
    return stamp + " ".join(w for w in words if w)


def _add_sightings(lateral: Lateral, table: Table) -> Lateral:
    return _said(lateral, table, entry_line)


def _add_water(lateral: Lateral, table: Table) -> Lateral:
    def line(row: _Row) -> str:
        depth = row.number_of("depth", own="in")
        if depth is None or not depth >= 0:
            raise DomainError("depth", row.text("depth"), "wants inches of water, 0 or more")
        minutes = row.number_of("minutes", own="min")
        off = f" {minutes:g} min off" if minutes is not None else ""
        return f"{position_words(_counter(row))} standing {round(depth, 4):g}in {row.text('state')}{off}"

    return _said(lateral, table, line)


def _said(lateral: Lateral, table: Table, line: Callable[[_Row], str]) -> Lateral:
    adder = Adder(lateral)

    def add(row: _Row) -> None:
        text = line(row)
        reading = read_line(text)
        if reading.questions:
            raise DomainError("row", text, f"{reading.questions[0].text}: say which in the table")
        if not reading.acts:
            raise DomainError("row", text, reading.unread[0].why if reading.unread else "says no finding")
        adder.add(reading)

    _each(table, add)
    return adder.result()


def _add_depths(lateral: Lateral, table: Table) -> Lateral:
    visit = lateral.visits[-1]
    run = visit.runs[-1].id if visit.runs else None
    found: list[DepthReading] = list(visit.depths)

    def add(row: _Row) -> None:
        depth = row.number_of("depth")
        if depth is None or not 0 <= depth < 200:
            raise DomainError("depth", row.text("depth"), "wants feet below the surface, 0 to 200")
        found.append(
            DepthReading(
                id=next_id("d", (d.id for v in lateral.visits for d in v.depths) if not found else (found[-1].id,)),
                run=run,
                line="csv",
                position=_counter(row),
                depth_ft=_feet(depth, row.text("depth")),
                ground_ft=row.number_of("ground"),
                suspect=row.text("suspect").lower() in YES,
                said=" ".join(row.cells)[:400],
            )
        )

    _each(table, add)
    return _with_newest(lateral, visit.model_copy(update={"depths": tuple(found)}))


def _add_inverts(lateral: Lateral, table: Table) -> Lateral:
    visit = lateral.visits[-1]
    run = visit.runs[-1].id if visit.runs else None
    found: list[InvertReading] = list(visit.inverts)

    def add(row: _Row) -> None:
        elevation = row.number_of("elevation")
        if elevation is None:
            raise DomainError("elevation", "", "wants feet of elevation in every row")
        taken = (v.id for x in lateral.visits for v in x.inverts) if not found else (found[-1].id,)
        suspect, said = row.text("suspect").lower() in YES, " ".join(row.cells)[:400]
        tree = {"id": next_id("v", taken), "run": run, "line": "csv", "position": _counter(row), "suspect": suspect}
        found.append(InvertReading.model_validate({**tree, "elevation_ft": elevation, "said": said}))

    _each(table, add)
    return _with_newest(lateral, visit.model_copy(update={"inverts": tuple(found)}))


def _add_pitches(lateral: Lateral, table: Table) -> Lateral:
    visit = lateral.visits[-1]
    run = visit.runs[-1].id if visit.runs else None
    found: list[PitchReading] = list(visit.pitches)

    def add(row: _Row) -> None:
        grade = row.number_of("grade", own="%")
        if grade is None or not -100 <= grade <= 100:
            raise DomainError("grade", row.text("grade"), "wants a percent from -100 to 100")
        found.append(PitchReading(id=f"g{len(found) + 1}", run=run, position=_counter(row), grade_pct=grade))

    _each(table, add)
    return _with_newest(lateral, visit.model_copy(update={"pitches": tuple(found)}))


def _with_newest(lateral: Lateral, visit: Visit) -> Lateral:
    return lateral.model_copy(update={"visits": (*lateral.visits[:-1], visit)})


def harmless(cell: str) -> str:
    """Text that no spreadsheet takes for a formula.

    >>> harmless("=1+1"), harmless("roots")
    ("'=1+1", 'roots')
    """
    return f"'{cell}" if cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell


def write_table(lateral: Lateral, what: What) -> str:
    """The newest visit's table as CSV: numbers as numbers, text made harmless, headings with their unit."""
    visit = lateral.visits[-1]
    writers = {
        "sightings": _sighting_rows,
        "water": _water_rows,
        "depth": _depth_rows,
        "invert": _invert_rows,
        "pitch": _pitch_rows,
    }
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for row in writers[what](visit):
        writer.writerow([harmless(c) if isinstance(c, str) else "" if c is None else c for c in row])
    return out.getvalue()


Cells = Sequence[str | float | None]


def _ends(position: object) -> tuple[float | None, float | None]:
    if not isinstance(position, CounterPosition):
        return None, None
    return position.counter.likely, position.to.likely if position.to else None


def _sighting_rows(visit: Visit) -> Iterator[Cells]:
    yield ("counter (ft)", "to (ft)", "run", "kind", "form", "notes", "said")
    for s in visit.sightings:
        yield (*_ends(s.position), s.run or "", s.kind, s.form or "", sighting_line(s), s.said)


def _water_rows(visit: Visit) -> Iterator[Cells]:
    yield ("counter (ft)", "to (ft)", "depth (in)", "state", "minutes", "said")
    for s in visit.sightings:
        if s.kind == "standing":
            inches = s.size.likely if s.size and s.size.unit == "in" else None
            yield (*_ends(s.position), inches, s.water or "", s.minutes_off.likely if s.minutes_off else None, s.said)


def _depth_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "depth (ft)", "ground (ft)", "suspect", "said")
    for d in visit.depths:
        yield (_ends(d.position)[0], d.depth_ft.likely, d.ground_ft, "yes" if d.suspect else "", d.said)


def _invert_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "invert elevation (ft)", "suspect", "said")
    for v in visit.inverts:
        yield (_ends(v.position)[0], v.elevation_ft, "yes" if v.suspect else "", v.said)


def _pitch_rows(visit: Visit) -> Iterable[Cells]:
    yield ("counter (ft)", "grade (%)")
    for p in visit.pitches:
        yield (_ends(p.position)[0], p.grade_pct)
