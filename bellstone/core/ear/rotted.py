"""The bottom of a pipe that is gone, whatever pipe it is said of: ``the bottom of this cast iron has rusted clean out``."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

BOTTOMS = frozenset({"bottom", "invert", "floor"})
OF_PIPES = words_of(
    "of on in the this that your our his her its cast iron ci pipe line metal steel galvanized sewer old first last section"
)
BE = words_of(
    "is are was has have been had got gets looks just all pretty much completely totally clean entirely simply now so"
)
EATEN = words_of("rotted rusted rotten eaten corroded worn rotting rusting ate rusty")
WORN = words_of("worn corroded")  # with nothing of away behind it, it is there still
AWAY = words_of("out away off through")
GONE = words_of("gone missing absent")
FARTHEST = 8  # words between the bottom and what became of it: working value


def rotted_at(words: Sequence[str], i: int) -> tuple[str, int] | None:
    """Whether a bottom that is said to be gone stands here, as ``kinds`` or, only rotted, as ``weak``; and where it ends.

    >>> rotted_at("bottom of the cast iron is rotted out at 8".split(), 0)
    ('kinds', 8)
    >>> rotted_at("bottom of the iron is rusty".split(), 0), rotted_at("bottom of the cast iron is not gone".split(), 0)
    (('weak', 6), None)
    """
    if words[i] not in BOTTOMS:
        return None
    n = i + 1
    while n < len(words) and n - i <= FARTHEST and words[n] in OF_PIPES:
        n += 1
    if n == i + 1:
        return None  # with nothing of the pipe between, the lexicon has it
    while n < len(words) and n - i <= FARTHEST and words[n] in BE:
        n += 1
    if n >= len(words):
        return None
    if words[n] in GONE:
        return "kinds", n + 1
    if words[n] not in EATEN:
        return None
    worn = words[n] in WORN
    end = n + 1
    while end < len(words) and words[end] in BE:
        end += 1
    if end < len(words) and words[end] in AWAY:
        return "kinds", end + 1
    return None if worn else ("weak", n + 1)
