"""JSON Patches between two records: what two frozen records share is skipped by identity."""

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

Operation = dict[str, Any]


def record_patch(before: BaseModel, after: BaseModel) -> list[Operation]:
    """The RFC 6902 operations that turn one record's JSON into another's.

    Lists are compared from both ends, so that a thing added or taken out anywhere is one operation.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> record, _ = record_from_page("41.5 roots 70%")
    >>> after = record.model_copy(update={"next_look": "in a year"})
    >>> record_patch(record, after)
    [{'op': 'replace', 'path': '/next_look', 'value': 'in a year'}]
    """
    return list(_models("", before, after))


def _plain(value: Any) -> Any:
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    if isinstance(value, tuple):
        return [_plain(v) for v in value]
    return value


def _models(path: str, a: BaseModel, b: BaseModel) -> Iterator[Operation]:
    if type(a) is not type(b):
        yield {"op": "replace", "path": path, "value": _plain(b)}
        return
    for name in type(a).model_fields:
        yield from _values(f"{path}/{name}", getattr(a, name), getattr(b, name))


def _values(path: str, a: Any, b: Any) -> Iterator[Operation]:
    if a is b:
        return
    if isinstance(a, BaseModel) and isinstance(b, BaseModel):
        yield from _models(path, a, b)
    elif isinstance(a, tuple) and isinstance(b, tuple):
        yield from _lists(path, a, b)
    elif a != b:
        yield {"op": "replace", "path": path, "value": _plain(b)}


def _alike(a: Any, b: Any) -> bool:
    return a is b or bool(a == b)


def _lists(path: str, a: tuple[Any, ...], b: tuple[Any, ...]) -> Iterator[Operation]:
    start, shorter = 0, min(len(a), len(b))
    while start < shorter and _alike(a[start], b[start]):
        start += 1
    end = 0
    while end < shorter - start and _alike(a[-1 - end], b[-1 - end]):
        end += 1
    old, new = a[start : len(a) - end], b[start : len(b) - end]
    for i, (x, y) in enumerate(zip(old, new, strict=False), start=start):
        yield from _values(f"{path}/{i}", x, y)
    common = start + min(len(old), len(new))
    for i in reversed(range(common, start + len(old))):
        yield {"op": "remove", "path": f"{path}/{i}"}
    for i, y in enumerate(new[common - start :], start=common):
        yield {"op": "add", "path": f"{path}/{i}", "value": _plain(y)}
