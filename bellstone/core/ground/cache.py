"""Frozen records in memory: results kept by their identity, and many made without the collector."""

import gc
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, Generic, TypeVar

T = TypeVar("T")


class Same(Generic[T]):
    """A frozen thing that equals only itself: a key that costs nothing to hash, and keeps it alive.

    >>> a = "a record"
    >>> Same(a) == Same(a)
    True
    """

    __slots__ = ("it",)

    def __init__(self, it: T) -> None:
        self.it = it

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: Any) -> bool:
        return isinstance(other, Same) and other.it is self.it


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
