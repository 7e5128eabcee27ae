"""That the camera got by, as it is said: kept as its words with what it got by."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

WHO = (
    ("the", "camera"),
    ("camera",),
    ("i",),
    ("we",),
    ("the", "head"),
    ("head",),
    ("the", "lens"),
    ("it",),
    ("she",),
    ("that",),
)
MAY = words_of("able had is easily can did would was barely managed to could no trouble just still will")
GOT = words_of("""
    pass passed passes passing get got gets getting squeeze squeezed squeezes slide slid slips slip slipped fit fits
    go went goes push pushed make made rode
""")
BY = words_of("by past under beneath over through around underneath it")
IT = words_of("it there here easy easily right ok alright though them fine all just okay this that")


def passing_at(words: Sequence[str], i: int) -> int:
    """Where words end that say the camera got by; 0 where none begin here.

    >>> passing_at("camera was able to pass beneath it".split(), 0), passing_at("camera could not get past".split(), 0)
    (7, 0)
    >>> passing_at("did not stop the camera".split(), 0), passing_at("did not stop at 40".split(), 0)
    (5, 0)
    """
    if unhindered := _unhindered(words, i):
        return unhindered
    who = next((w for w in WHO if tuple(words[i : i + len(w)]) == w), None)
    if who is None:
        return 0
    n = i + len(who)
    start = n
    while n < len(words) and words[n] in MAY and n - start < 4:
        n += 1
    if "no" in words[start:n] and "trouble" not in words[start:n]:
        return 0
    if n >= len(words) or words[n] not in GOT and not (n == start and words[n] in ("through", "past")):
        return 0
    n += words[n] in GOT
    n += n < len(words) and words[n] in ("right", "straight", "clean")
    by = n
    while n < len(words) and words[n] in BY and n - by < 2:
        n += 1
    if n == by:
        return 0
    end = n
    while n < len(words) and words[n] in IT:
        n += 1
    over = n >= len(words) or not words[n][0].isalnum() or words[n] in ("and", "but", "without", "with", "so", "at")
    return n if over and (n > end or words[end - 1] in ("through", "by", "past", "it")) else 0


NOT_DID = words_of("did does do was were is not never")
HINDERED = words_of("""
    stop stopped stopping arrest arrested hinder hindered halt halted block blocked catch catching caught hold held
""")
FILMS = words_of("the my our camera cam head me us lens it push us up")


def _unhindered(words: Sequence[str], i: int) -> int:
    """The end of ``did not stop the camera``, ``the head was not arrested``; 0 where it is not said."""
    n = i
    while n < len(words) and words[n] in FILMS and n - i < 2:
        n += 1
    led = n > i
    start = n
    while n < len(words) and words[n] in NOT_DID:
        n += 1
    if not {"not", "never"} & set(words[start:n]) or n >= len(words) or words[n] not in HINDERED:
        return 0
    n += 1
    end = n
    while n < len(words) and words[n] in FILMS:
        n += 1
    films = {"camera", "cam", "head", "me", "us", "lens"} & set(words[end:n] if n > end else words[i:start])
    return n if films and (led or n > end) else 0
