"""JSON from outside: whole, of bounded size and depth, each key once, no number that is none."""

import json
import re
from typing import Any

from bellstone.core.ground import RecordError

MAX_NESTING = 60
_STRING = re.compile(r'"(?:[^"\\]|\\.)*"')


def strict_json(data: bytes | str, max_bytes: int) -> Any:
    """The values of a JSON text.

    Raises
    ------
    RecordError
        Not UTF-8 JSON, too large, nested too deep, a key twice, NaN or infinite.

    Examples
    --------
    >>> strict_json(b'{"feet": [1, 2.5]}', 100)
    {'feet': [1, 2.5]}
    """
    if len(data) > max_bytes:
        raise RecordError([("file", f"{len(data)} bytes; at most {max_bytes} are read")])
    try:
        text = data.decode("utf-8-sig") if isinstance(data, bytes) else data
        _check_nesting(text)
        return json.loads(text, parse_constant=_refuse_constant, object_pairs_hook=_each_key_once)
    except UnicodeDecodeError as error:
        raise RecordError([("file", f"is not UTF-8 text at byte {error.start}: save it as UTF-8")]) from error
    except json.JSONDecodeError as error:
        raise RecordError(
            [(f"line {error.lineno}, column {error.colno}", f"{error.msg}: the file is not whole JSON")]
        ) from error
    except (RecursionError, ValueError) as error:
        raise RecordError([("file", str(error) or "is nested too deep")]) from error


def _refuse_constant(name: str) -> None:
    raise ValueError(f"{name} is not a number a file can hold: leave the field out")


def _each_key_once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    tree = dict(pairs)
    if len(tree) < len(pairs):
        keys = [key for key, _ in pairs]
        twice = next(key for key in keys if keys.count(key) > 1)
        raise ValueError(f"says “{twice[:40]}” twice in one object: which holds? keep one")
    return tree


def _check_nesting(text: str) -> None:
    deepest = level = 0
    for char in _STRING.sub("", text):
        if char in "[{":
            level += 1
            deepest = max(deepest, level)
        elif char in "]}":
            level -= 1
    if deepest > MAX_NESTING:
        raise ValueError(f"is nested {deepest} deep; at most {MAX_NESTING} are read")
