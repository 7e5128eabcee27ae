"""Short ids that do not depend on a clock or on chance: the next free number."""

from collections.abc import Iterable


def next_id(prefix: str, taken: Iterable[str]) -> str:
    """The next free id with a prefix.

    >>> next_id("s", ["s1", "s7", "x9"])
    's8'
    """
    numbers = (int(t[len(prefix) :]) for t in taken if t.startswith(prefix) and t[len(prefix) :].isdecimal())
    return f"{prefix}{max(numbers, default=0) + 1}"
