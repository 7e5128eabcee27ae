"""Rows of a CSV table added to a lateral: all of them, or none and every problem named."""

import re
from collections.abc import Callable, Sequence

from bellstone.core.edits import Adder
from bellstone.core.entry import position_words, read_line
from bellstone.core.ground import DomainError, RecordError
from bellstone.core.record import (
    Amount,
    CounterPosition,
    DepthReading,
    InvertReading,
    Lateral,
    PitchReading,
    Visit,
    next_id,
)
from bellstone.core.scheme import Scheme
from bellstone.formats.csv_table import FIELDS, MOST_PROBLEMS, TO_FEET, YES, Table, What, unit_of


def add_table(lateral: Lateral, table: Table, what: What, scheme: Scheme) -> Lateral:
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
    match what:
        case "sightings":
            return _said(lateral, table, scheme, lambda row: entry_line(row, scheme))
        case "water":
            return _said(lateral, table, scheme, _water_line)
        case "depth":
            return _add_depths(lateral, table)
        case "invert":
            return _add_inverts(lateral, table)
        case "pitch":
            return _add_pitches(lateral, table)


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


def entry_line(row: _Row, scheme: Scheme) -> str:
    """A row as the line of the entry language that says the same."""
    position = position_words(_counter(row))
    if row.text("notes"):
        notes = row.text("notes")
        return notes if read_line(notes, scheme).acts and re.match(r"[\d~]", notes) else f"{position} {notes}"
    size = row.text("size")
    unit = unit_of(row.table.header[row.table.mapping["size"]]) if "size" in row.table.mapping else ""
    size = f"{size}{'%' if unit in ('pct', 'percent', '%') else unit}" if re.fullmatch(r"[\d.]+", size) else size
    clock = row.text("clock")
    clock = f"{clock} o'clock" if re.fullmatch(r"\d+(\.\d+)?", clock) else clock
    words = [position, row.text("kind"), row.text("form"), size, clock, row.text("joint")]
    stamp = f"[{row.text('time')}] " if re.fullmatch(r"\d+:\d\d(:\d\d)?", row.text("time")) else ""
    return stamp + " ".join(w for w in words if w)


def _water_line(row: _Row) -> str:
    depth = row.number_of("depth", own="in")
    if depth is None or not depth >= 0:
        raise DomainError("depth", row.text("depth"), "wants inches of water, 0 or more")
    minutes = row.number_of("minutes", own="min")
    off = f" {minutes:g} min off" if minutes is not None else ""
    return f"{position_words(_counter(row))} standing {round(depth, 4):g}in {row.text('state')}{off}"


def _said(lateral: Lateral, table: Table, scheme: Scheme, line: Callable[[_Row], str]) -> Lateral:
    adder = Adder(lateral)

    def add(row: _Row) -> None:
        text = line(row)
        reading = read_line(text, scheme)
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
