"""A CSV text as rows of cells, whatever parts them; cells made harmless for a spreadsheet, and read back."""

import csv
import io
import re
from collections.abc import Sequence
from itertools import islice

from bellstone.core.ground import RecordError

MAX_ROWS = 20_000
DELIMITERS = ",;\t|"
LOOKED_AT = 20  # rows by which the delimiter is told
# A spreadsheet takes these for the beginning of a formula, also behind blanks and in full width.
_FORMULA = re.compile(r"'*[\s\u00a0\u200b\ufeff]*[=+\-@\t\r\uff1d\uff0b\uff0d\uff20]")
_DECIMAL_COMMA = re.compile(r"-?\d+,\d+")
_THOUSANDS = re.compile(r"-?\d{1,3}(,\d{3})+")


def harmless(cell: str) -> str:
    """Text that no spreadsheet takes for a formula.

    >>> harmless("=1+1"), harmless(" =1+1"), harmless("roots")
    ("'=1+1", "' =1+1", 'roots')
    """
    return f"'{cell}" if _FORMULA.match(cell) else cell


def as_written(cell: str) -> str:
    """A cell as it was before it was made harmless.

    >>> as_written(harmless("'+3 roots")), as_written("'tis dry")
    ("'+3 roots", "'tis dry")
    """
    return cell[1:] if cell.startswith("'") and _FORMULA.match(cell[1:]) else cell


def rows_of(text: str) -> list[list[str]]:
    """The rows that say something, their cells bare; a decimal comma as a point.

    Raises
    ------
    RecordError
        No CSV, more rows than a table holds, or commas of which none can tell whether they part thousands.
    """
    text = text.lstrip("\ufeff").replace("\0", "")
    delimiter = _delimiter(text)
    try:
        read = _read(text, delimiter, MAX_ROWS + 1)
    except csv.Error as error:
        raise RecordError([("table", f"cannot be read as CSV ({error}): save it as plain CSV")]) from error
    if len(read) > MAX_ROWS:
        raise RecordError([("table", f"wants at most {MAX_ROWS} rows: cut it in two")])
    if delimiter in ";\t":
        read = _with_points(read)
    return [[as_written(cell) for cell in row] for row in read]


def _read(text: str, delimiter: str, most: int) -> list[list[str]]:
    rows = ([cell.strip() for cell in row] for row in csv.reader(io.StringIO(text), delimiter=delimiter))
    return list(islice((row for row in rows if any(row)), most))


def _delimiter(text: str) -> str:
    """The one that parts the first rows most evenly, into the most columns."""

    def evenness(delimiter: str) -> tuple[float, int]:
        try:
            widths = [len(row) for row in _read(text, delimiter, LOOKED_AT)]
        except csv.Error:
            return 0.0, 0
        first = widths[0] if widths else 0
        return (sum(w == first for w in widths) / len(widths) if first > 1 else 0.0), first

    return max(DELIMITERS, key=evenness)


def _with_points(rows: Sequence[list[str]]) -> list[list[str]]:
    """Decimal commas as points, where the table shows that its commas are such."""
    commas = [(n, cell) for n, row in enumerate(rows, start=1) for cell in row if _DECIMAL_COMMA.fullmatch(cell)]
    if commas and all(_THOUSANDS.fullmatch(cell) for _, cell in commas):
        n, cell = commas[0]
        raise RecordError([(f"row {n}", f"is {cell} {cell.replace(',', '')} or {cell.replace(',', '.')}? write it so")])
    return [[c.replace(",", ".") if _DECIMAL_COMMA.fullmatch(c) else c for c in row] for row in rows]
