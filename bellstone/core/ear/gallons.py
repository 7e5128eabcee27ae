"""How much water was sent down: ``with approximately 5 gallons of water``, kept beside the flush in its words."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

LEAD = words_of("with about approximately around roughly maybe another a")
GALLONS = words_of("gallon gallons gal gals bucket buckets")


def gallons_at(words: Sequence[str], i: int) -> int:
    """Where so much water ends; 0 where none is told here.

    >>> gallons_at("with approximately 5 gallons of water".split(), 0), gallons_at("5 feet of water".split(), 0)
    (6, 0)
    """
    n = i
    while n < len(words) and words[n] in LEAD:
        n += 1
    if n + 1 >= len(words) or not (words[n][0].isdecimal() or words[n - 1 : n] == ["a"]) or words[n + 1] not in GALLONS:
        return 0
    end = n + 2
    return end + 2 if tuple(words[end : end + 2]) == ("of", "water") else end
