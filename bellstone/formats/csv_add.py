"""Rows of a CSV table added to a lateral: all of them, or none and every problem named."""

import re
from collections.abc import Callable, Sequence

from bellstone.core.edits import Adder
from bellstone.core.entry import position_words, read_line
from bellstone.core.ground import DomainError, RecordError, length_ft
from bellstone.core.record import (
    Amount,
    CounterPosition,
    DepthReading,
    InvertReading,
    Lateral,
    PitchReading,
    Rec,
    RelativePosition,
)
from bellstone.core.scheme import Scheme
from bellstone.formats.csv_table import FIELDS, MOST_PROBLEMS, TO_FEET, YES, Table, What, unit_of

Step = Callable[[int, int], None]  # told how many rows of how many are done; what it raises ends the work


def add_table(
    lateral: Lateral, table: Table, what: What, scheme: Scheme, step: Step = lambda done, of: None
) -> Lateral:
    """The record with every row added to its newest visit and run: all of them or none.

    Raises
    ------
    RecordError
        A needed field has no column, or rows that cannot be read, each named with the mend.
    """
    own = table.is_own(what)
    missing = [name for name, needed, _ in FIELDS[what] if needed and name not in table.mapping]
    if what == "sightings" and not {"notes", "kind"} & set(table.mapping):
        missing.append("kind (or notes)")
    if missing:
        raise RecordError([(f"mapping.{m}", "choose its column") for m in missing])
    match what:
        case "sightings":
            return _said(lateral, table, scheme, own, step, lambda row: entry_line(row, scheme))
        case "water":
            return _said(lateral, table, scheme, own, step, _water_line)
        case "depth":
            return _readings(lateral, table, scheme, own, step, "depths", "d", _depth)
        case "invert":
            return _readings(lateral, table, scheme, own, step, "inverts", "v", _invert)
        case "pitch":
            return _readings(lateral, table, scheme, own, step, "pitches", "g", _pitch)


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
        value = _number(field, said, own)
        if not abs(value) < 1e6:
            raise DomainError(field, said, "wants a finite number under a million")
        unit = unit_of(self.table.header[self.table.mapping[field]])
        return value * TO_FEET[unit] / TO_FEET[own] if unit in TO_FEET and own in TO_FEET else value


STEP_ROWS = 50
THOUSANDS = re.compile(r"-?\d{1,3}(,\d{3})+")


def _number(field: str, said: str, own: str) -> float:
    """A cell's number: plain, with a foot or a percent sign behind it, or feet and inches where feet are wanted."""
    if THOUSANDS.fullmatch(said):
        bare, point = said.replace(",", ""), said.replace(",", ".")
        raise DomainError(field, said, f"is it {bare}{f' or {point}' if said.count(',') == 1 else ''}? write it so")
    try:
        return float(said.removesuffix("%").removesuffix("'").strip().replace("_", "no number"))
    except ValueError:
        pass
    try:
        if own == "ft":
            return length_ft(said)
    except DomainError:
        pass
    raise DomainError(field, said, "wants a number")


def _each(table: Table, add: Callable[[_Row], None], step: Step) -> None:
    problems: list[tuple[str, str]] = []
    for number, cells in enumerate(table.rows, start=2):  # the header is row 1
        try:
            add(_Row(table, number, cells))
        except DomainError as error:
            problems.append((f"row {number}", str(error)))
        if len(problems) >= MOST_PROBLEMS:
            break
        if number % STEP_ROWS == 0:
            step(number - 1, len(table.rows))
    if problems:
        raise RecordError(problems)
    step(len(table.rows), len(table.rows))


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


def _said(
    lateral: Lateral, table: Table, scheme: Scheme, own: bool, step: Step, line: Callable[[_Row], str]
) -> Lateral:
    adder = Adder(lateral)

    def add(row: _Row) -> None:
        _turn_to(adder, row, scheme, own)
        text = row.cells[table.header.index("notes")] if own else line(row)
        reading = read_line(text, scheme)
        if reading.questions:
            raise DomainError("row", text, f"{reading.questions[0].text}: say which in the table")
        if not reading.acts:
            raise DomainError("row", text, reading.unread[0].why if reading.unread else "says no finding")
        adder.add(reading)

    _each(table, add, step)
    return adder.result()


def _turn_to(adder: Adder, row: _Row, scheme: Scheme, own: bool) -> None:
    """The run a row names; one that is not there is begun where the table was written here."""
    name = row.text("run")
    if not name or (adder.run is not None and name.lower() in (adder.run.id.lower(), adder.run.name.lower())):
        return
    there = {n.lower() for r in adder.visit["runs"] for n in (r.id, r.name)}
    if name.lower() not in there and not own:
        raise DomainError("run", name, "there is no such run here: start it first, or choose no column for run")
    reading = read_line(f"run {name}", scheme)
    if len(reading.acts) != 1 or reading.acts[0].act != "run":
        raise DomainError("run", name, "wants a run's name, such as A")
    adder.add(reading)


def _readings(
    lateral: Lateral,
    table: Table,
    scheme: Scheme,
    own: bool,
    step: Step,
    group: str,
    prefix: str,
    fields: Callable[[_Row], dict[str, object]],
) -> Lateral:
    """Rows of readings at the head, in the visit's ``group``; one without a footage only where it was written here so."""
    adder = Adder(lateral)
    models: dict[str, type[Rec]] = {"depths": DepthReading, "inverts": InvertReading, "pitches": PitchReading}

    def add(row: _Row) -> None:
        _turn_to(adder, row, scheme, own)
        position = RelativePosition() if own and not row.text("counter") else _counter(row)
        said = {} if group == "pitches" else {"said": " ".join(row.cells)[:400], "line": "csv"}
        run = adder.run.id if adder.run else None
        tree = {"id": adder.new_id(prefix, group), "run": run, "position": position, **said, **fields(row)}
        adder.keep(group, models[group].model_validate(tree))

    _each(table, add, step)
    return adder.result()


def _depth(row: _Row) -> dict[str, object]:
    depth = row.number_of("depth")
    if depth is None or not 0 <= depth < 200:
        raise DomainError("depth", row.text("depth"), "wants feet below the surface, 0 to 200")
    suspect = row.text("suspect").lower() in YES
    return {"depth_ft": _feet(depth, row.text("depth")), "ground_ft": row.number_of("ground"), "suspect": suspect}


def _invert(row: _Row) -> dict[str, object]:
    elevation = row.number_of("elevation")
    if elevation is None:
        raise DomainError("elevation", "", "wants feet of elevation in every row")
    return {"elevation_ft": elevation, "suspect": row.text("suspect").lower() in YES}


def _pitch(row: _Row) -> dict[str, object]:
    grade = row.number_of("grade", own="%")
    if grade is None or not -100 <= grade <= 100:
        raise DomainError("grade", row.text("grade"), "wants a percent from -100 to 100")
    return {"grade_pct": grade}
