"""Frozen records in memory: results remembered by the identity of what they came from, many made without the collector."""

import gc
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import lru_cache, wraps
from inspect import signature
from threading import local
from typing import Any, ParamSpec, TypeVar, cast

P = ParamSpec("P")
R = TypeVar("R")


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
        at = [n for n, name in enumerate(signature(function).parameters) if name in by_identity]
        asked = local()  # the arguments themselves, for a result that is not known yet

        @lru_cache(maxsize)
        def known(*key: object) -> tuple[R, Any]:
            args = asked.args
            return function(*args), args  # type: ignore[call-arg]  # what is known by its identity lives as long as its result

        @wraps(function)
        def call(*args: Any) -> R:
            key: list[object] = list(args)
            for n in at:
                key[n] = id(args[n])
            asked.args = args
            return known(*key)[0]

        return cast(Callable[P, R], call)

    return remember


@contextmanager
def uncollected() -> Iterator[None]:
    """Many records made at once, none of them in a cycle: the collector would only walk them again and again.

    With 10,000 findings it took more than half of an assessment's time. Frozen and thawed, what was made is among the
    old at once, and the collector need not walk it to find so.
    """
    was_on = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was_on:
            gc.freeze()
            gc.unfreeze()
            gc.enable()
