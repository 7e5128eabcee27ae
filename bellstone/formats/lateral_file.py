"""The lateral file: the record as JSON, read whole or refused with every place and mend."""

import json
from typing import Any

from bellstone.core.ground import RecordError
from bellstone.core.record import Lateral, read_lateral

MAX_BYTES = 20_000_000
MAX_NESTING = 60


def loads(data: bytes | str) -> Lateral:
    """A lateral from its file's bytes.

    Raises
    ------
    RecordError
        Not UTF-8 JSON, too large, nested too deep, NaN or infinite, or a tree that is no lateral.

    Examples
    --------
    >>> loads(b'{"site": {"name": "Alder Row 14"}}').site.name
    'Alder Row 14'
    """
    if len(data) > MAX_BYTES:
        raise RecordError([("file", f"{len(data)} bytes; a lateral file holds at most {MAX_BYTES}")])
    try:
        text = data.decode("utf-8-sig") if isinstance(data, bytes) else data
        _check_nesting(text)
        tree = json.loads(text, parse_constant=_refuse_constant)
    except UnicodeDecodeError as error:
        raise RecordError([("file", f"is not UTF-8 text at byte {error.start}: save it as UTF-8")]) from error
    except json.JSONDecodeError as error:
        raise RecordError(
            [(f"line {error.lineno}, column {error.colno}", f"{error.msg}: the file is not whole JSON")]
        ) from error
    except (RecursionError, ValueError) as error:
        raise RecordError([("file", str(error) or "is nested too deep")]) from error
    if not isinstance(tree, dict):
        raise RecordError([("file", f"holds a {type(tree).__name__}; a lateral file holds one object")])
    return read_lateral(tree)


def dumps(lateral: Lateral) -> str:
    """The file's text: every field that says something, in the record's order."""
    return json.dumps(plain_tree(lateral), indent=1, ensure_ascii=False, allow_nan=False) + "\n"


def plain_tree(lateral: Lateral) -> dict[str, Any]:
    """The record as plain JSON values."""
    tree: dict[str, Any] = lateral.model_dump(mode="json")
    return tree


def _refuse_constant(name: str) -> None:
    raise ValueError(f"{name} is not a number a lateral file can hold: leave the field out")


def _check_nesting(text: str) -> None:
    deepest = level = 0
    for char in text:
        if char in "[{":
            level += 1
            deepest = max(deepest, level)
        elif char in "]}":
            level -= 1
    if deepest > MAX_NESTING:
        raise ValueError(f"is nested {deepest} deep; a lateral file needs at most {MAX_NESTING}")
