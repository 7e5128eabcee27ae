"""A picture that rolled: where the bottom of the pipe shows in it from then on."""

import re

from bellstone.core.record import Clock

LEVEL = r"\b(?:level|upright|right side up|rolled back|back to normal)\b"


def bottom_shown(words: str) -> Clock | None:
    """At which hour of the picture the pipe's bottom shows, by the words of a picture that rolled; None where they say none.

    >>> bottom_shown("bottom at 9").start, bottom_shown("upside down").start, bottom_shown("back level").start
    (9.0, 12.0, 6.0)
    >>> bottom_shown("a bit to the left") is None
    True
    """
    at = re.search(r"\b(?:bottom\s+(?:shows\s+)?(?:at\s+)?)?(\d{1,2}(?:\.\d+)?)(?:\s*o'?\s?clock)?\b", words, re.I)
    hour = (
        float(at[1])
        if at
        else 12.0
        if "upside down" in words.lower()
        else 6.0
        if re.search(LEVEL, words, re.I)
        else None
    )
    return Clock(start=hour, end=hour) if hour is not None and 0 < hour <= 12 else None
