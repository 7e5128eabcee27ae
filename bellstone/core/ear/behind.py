"""Soil that is seen behind or through a pipe: ``see the mud behind it``, ``dirt through the gap``."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

SEEING = words_of("see sees seeing saw looking")
BETWEEN = words_of("at the some a lot of bare raw wet just is are was")
SOIL = words_of("mud dirt soil earth ground gravel sand clay backfill bedding stones rock rocks")
VISIBLE = words_of("visible showing exposed back packed right")
BEHIND = words_of("behind through outside beyond")
WHAT = words_of("it there that the pipe")  # what is a thing of its own, a gap or a crack, is told by its own words


def soil_behind_at(words: Sequence[str], i: int) -> int:
    """Where soil seen behind something ends; 0 where none is told here.

    >>> soil_behind_at("see the mud behind it".split(), 0), soil_behind_at("mud on the bottom".split(), 0)
    (5, 0)
    >>> soil_behind_at("gravel through the open joint".split(), 0), soil_behind_at("clay beyond 40".split(), 0)
    (2, 0)
    """
    n = i
    if words[n] in SEEING:
        n += 1
        while n < len(words) and words[n] in BETWEEN:
            n += 1
    if n >= len(words) or words[n] not in SOIL:
        return 0
    n += 1
    while n < len(words) and words[n] in VISIBLE | BETWEEN:
        n += 1
    if n >= len(words) or words[n] not in BEHIND:
        return 0
    n += 1
    if n < len(words) and words[n][0].isdecimal():
        return 0  # "clay beyond 40": a pipe from there on
    end = n
    while end < len(words) and words[end] in WHAT:
        end += 1
    return end if end == len(words) or words[end - 1] not in ("that", "the") else n
