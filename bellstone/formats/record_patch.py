"""JSON Patches between two records: what two frozen records share is skipped by identity."""

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

Operation = dict[str, Any]
MOST_VALUES = 50  # of a list of words or numbers, told one by one: over that the list is said anew


def record_patch(before: BaseModel, after: BaseModel) -> list[Operation]:
    """The RFC 6902 operations that turn one record's JSON into another's.

    Things with an id are known by it, other lists compared from both ends: a thing added or taken out anywhere is one
    operation.

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


def _lists(path: str, a: tuple[Any, ...], b: tuple[Any, ...]) -> Iterator[Operation]:
    start, end = _shared(a, b)
    old, new = a[start : len(a) - end], b[start : len(b) - end]
    were, are = _ids(old), _ids(new)
    gone, come = were.keys() - are.keys(), are.keys() - were.keys()
    by_id = len(were) == len(old) and len(are) == len(new)
    if by_id and [i for i in were if i not in gone] == [i for i in are if i not in come]:
        yield from _by_id(path, start, were, are)
    elif max(len(old), len(new)) > MOST_VALUES and not isinstance((*old, *new)[0], BaseModel):
        yield {"op": "replace", "path": path, "value": _plain(b)}
    else:
        yield from _by_place(path, start, old, new)


def _shared(a: tuple[Any, ...], b: tuple[Any, ...]) -> tuple[int, int]:
    """How many at the start and at the end of two lists are alike."""
    shorter = min(len(a), len(b))
    start = next((n for n, (x, y) in enumerate(zip(a, b, strict=False)) if x is not y and x != y), shorter)
    from_the_end = zip(reversed(a), reversed(b), range(shorter - start), strict=False)
    return start, next((n for x, y, n in from_the_end if x is not y and x != y), shorter - start)


def _ids(things: tuple[Any, ...]) -> dict[str, Any]:
    """Things by their ids; fewer than there are where some have none, or two the same."""
    known = [thing for thing in things if isinstance(thing, BaseModel) and "id" in type(thing).model_fields]
    return {thing.id: thing for thing in known}  # type: ignore[attr-defined]


def _by_id(path: str, start: int, were: dict[str, Any], are: dict[str, Any]) -> Iterator[Operation]:
    """What stays is in the same order: taken out from the end, put in from the start, then what became of the others."""
    for i, name in reversed(list(enumerate(were, start))):
        if name not in are:
            yield {"op": "remove", "path": f"{path}/{i}"}
    for i, (name, thing) in enumerate(are.items(), start):
        if name in were:
            yield from _values(f"{path}/{i}", were[name], thing)
        else:
            yield {"op": "add", "path": f"{path}/{i}", "value": _plain(thing)}


def _by_place(path: str, start: int, old: tuple[Any, ...], new: tuple[Any, ...]) -> Iterator[Operation]:
    for i, (x, y) in enumerate(zip(old, new, strict=False), start):
        yield from _values(f"{path}/{i}", x, y)
    common = start + min(len(old), len(new))
    for i in reversed(range(common, start + len(old))):
        yield {"op": "remove", "path": f"{path}/{i}"}
    for i, y in enumerate(new[common - start :], start=common):
        yield {"op": "add", "path": f"{path}/{i}", "value": _plain(y)}
