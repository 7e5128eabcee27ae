"""The lateral file: the record as JSON, read whole or refused with every place and mend."""

import json
from typing import Any

from pydantic import BaseModel

from bellstone.core.ground import RecordError
from bellstone.core.record import Lateral, read_lateral
from bellstone.formats.strict_json import strict_json

MAX_BYTES = 40_000_000  # of a file; a record as kept is half of it at most, so that what was saved opens again
MAX_RECORD_BYTES = 20_000_000


def loads(data: bytes | str) -> Lateral:
    """A lateral from its file's bytes.

    Raises
    ------
    RecordError
        Not UTF-8 JSON, too large, nested too deep, a key twice, NaN or infinite, or a tree that is no lateral.

    Examples
    --------
    >>> loads(b'{"site": {"name": "Alder Row 14"}}').site.name
    'Alder Row 14'
    """
    tree = strict_json(data, MAX_BYTES)
    if not isinstance(tree, dict):
        raise RecordError([("file", f"holds a {type(tree).__name__}; a lateral file holds one object")])
    return read_lateral(tree)


def within_bounds(text: str) -> str:
    """A record's compact JSON, where the file it is saved as can be opened again.

    Raises
    ------
    RecordError
        It is too large.
    """
    size = len(text.encode())
    if size > MAX_RECORD_BYTES:
        raise RecordError(
            [
                (
                    "lateral",
                    f"would hold {size / 1e6:.0f} MB, and at most {MAX_RECORD_BYTES / 1e6:.0f} are kept in one: split it",
                )
            ]
        )
    return text


def dumps(lateral: Lateral) -> str:
    """The file's text: every field that says something, in the record's order."""
    return json.dumps(_telling(lateral, plain_tree(lateral)), indent=1, ensure_ascii=False, allow_nan=False) + "\n"


def _telling(value: Any, tree: Any) -> Any:
    """A record's plain values without the fields that are as empty as where nothing is said of them."""
    if isinstance(value, BaseModel):
        fields = type(value).model_fields
        said = {name: getattr(value, name) for name in fields}
        return {n: _telling(v, tree[n]) for n, v in said.items() if v not in (None, "", ()) or v != fields[n].default}
    if isinstance(value, tuple):
        return [_telling(v, t) for v, t in zip(value, tree, strict=True)]
    return tree


def plain_tree(lateral: Lateral) -> dict[str, Any]:
    """The record as plain JSON values."""
    tree: dict[str, Any] = lateral.model_dump(mode="json")
    return tree
