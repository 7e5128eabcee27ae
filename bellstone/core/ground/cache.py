"""Frozen records in memory: results remembered by the identity of what they came from, many made without the collector."""

import gc
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import lru_cache, wraps
from inspect import signature
from typing import Any, ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")


class _Identity:
    """A frozen thing that equals only itself: a key that costs nothing to hash, and keeps it alive."""

    __slots__ = ("it",)

    def __init__(self, it: object) -> None:
        self.it = it

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Identity) and other.it is self.it


def remembered(maxsize: int, *by_identity: str) -> Callable[[Callable[P, R]], Callable[P, R]]:
    """A pure function that remembers its last ``maxsize`` results.

    An edit leaves most records the very same objects. Arguments named in ``by_identity`` are known by which object
    they are, so that a large record costs nothing to look up; the others by their value. Arguments are given in place.

    >>> @remembered(8, "tree")
    ... def size(tree: list[int]) -> int:
    ...     return len(tree)
    >>> tree = [1, 2]
    >>> size(tree), tree.append(3), size(tree), size([1, 2, 3])  # the same list; another one
    (2, None, 2, 3)
    """

    def remember(function: Callable[P, R]) -> Callable[P, R]:
        wrapped = tuple(name in by_identity for name in signature(function).parameters)

        @lru_cache(maxsize)
        def known(*keys: Any, **named: Any) -> R:
            return function(*(key.it if w else key for key, w in zip(keys, wrapped, strict=False)), **named)

        @wraps(function)
        def call(*args: P.args, **kwargs: P.kwargs) -> R:
            return known(*[_Identity(arg) if w else arg for arg, w in zip(args, wrapped, strict=False)], **kwargs)  # type: ignore[arg-type]

        return call

    return remember


@contextmanager
def uncollected() -> Iterator[None]:
    """Many records made at once, none of them in a cycle: the collector would only walk them again and again.

    With 10,000 findings it took more than half of an assessment's time.
    """
    was_on = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was_on:
            gc.enable()
