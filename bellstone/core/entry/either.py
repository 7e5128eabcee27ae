"""Words set apart by ``|``: of several words of one slot one holds, and nobody knows which."""

import re
from collections.abc import Container

_WORDS = re.compile(r"[A-Za-z][A-Za-z_']*")
MOST_WORDS = 3  # of one name of the scheme


def either_of(text: str, at: int, known: Container[str]) -> tuple[list[str], int]:
    """The names that stand from ``at`` on with ``|`` between them, and where the last ends; none where one is not known.

    >>> either_of("main|septic tank joint", 0, {"main", "septic_tank", "joint"})
    (['main', 'septic_tank'], 16)
    >>> either_of("left joint", 0, {"left", "joint"}), either_of("left|mud", 0, {"left"})
    ((['left'], 4), ([], 0))
    """
    named: list[str] = []
    end = at
    while True:
        name, end = _name(text, at, known)
        if not name:
            return [], 0
        named.append(name)
        bar = re.compile(r"\s*\|\s*").match(text, end)
        if bar is None:
            return named, end
        at = bar.end()


def _name(text: str, at: int, known: Container[str]) -> tuple[str, int]:
    """The longest known name of up to three words that begins there, and where it ends."""
    ends: list[int] = []
    while len(ends) < MOST_WORDS and (word := _WORDS.match(text, at if not ends else _past_blanks(text, ends[-1]))):
        ends.append(word.end())
    for end in reversed(ends):
        name = re.sub(r"\s+", "_", text[at:end].lower())
        if name in known:
            return name, end
    return "", at


def _past_blanks(text: str, at: int) -> int:
    return at + len(text[at:]) - len(text[at:].lstrip(" "))
