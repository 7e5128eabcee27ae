"""What is too much for a line: told before any pattern looks at it, so that no line takes long."""

import re

from bellstone.core.entry.reading import Span

MOST_WORDS = 400  # words, numbers and signs: two minutes of speech without a breath; working value
MOST_DIGITS = 9
_NUMBER = re.compile(rf"\d{{{MOST_DIGITS + 1},}}")
_WORD = re.compile(r"[^\W_]+|\S")
_BLANKS = re.compile(r"\s{3,}")


def without_blanks(text: str) -> str:
    """A line's text with each run of blanks as one, its ends bare.

    >>> without_blanks("41.5      roots ")
    '41.5 roots'
    """
    return _BLANKS.sub(" ", text).strip()


def too_much(text: str) -> Span | None:
    """What no line can hold: a number longer than any, or more words than one says at once; where, and the mend.

    >>> too_much("41.5 roots"), too_much("41.55555555555 roots").why
    (None, 'a number has at most 9 digits: write it shorter')
    """
    number = _NUMBER.search(text)
    if number:
        return Span(
            start=number.start(), end=number.end(), why=f"a number has at most {MOST_DIGITS} digits: write it shorter"
        )
    for words, word in enumerate(_WORD.finditer(text)):
        if words >= MOST_WORDS:
            return Span(start=word.start(), end=len(text), why=f"a line has at most {MOST_WORDS} words: cut it in two")
    return None
