"""Common English words: what is one of them is spelled as it was meant."""

from functools import lru_cache
from importlib.resources import files


@lru_cache(maxsize=1)
def _words() -> frozenset[str]:
    text = files("bellstone.core.ear").joinpath("english.txt").read_text("utf-8")
    return frozenset(line for line in text.splitlines() if not line.startswith("#"))


def is_english(word: str) -> bool:
    """Whether a word of five letters or more is a common English one (SCOWL, sizes 10 to 35).

    >>> [is_english(w) for w in ("sight", "seating", "papper")]
    [True, True, False]
    """
    return word in _words()
