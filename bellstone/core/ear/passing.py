"""That the camera got by, as it is said: kept as its words with what it got by."""

from collections.abc import Sequence

WHO = (("the", "camera"), ("camera",), ("i",), ("we",), ("the", "head"), ("head",), ("the", "lens"), ("it",), ("she",), ("that",))
MAY = frozenset({"was", "is", "able", "to", "could", "can", "did", "still", "just", "will", "would", "easily", "barely", "managed", "had", "no", "trouble"})
GOT = frozenset({
    "pass", "passed", "passes", "passing", "get", "got", "gets", "getting", "squeeze", "squeezed", "squeezes", "slide", "slid", "slips", "slip",
    "slipped", "fit", "fits", "go", "went", "goes", "push", "pushed", "make", "made", "rode",
})  # fmt: skip
BY = frozenset({"by", "past", "under", "beneath", "over", "through", "around", "underneath", "it"})
IT = frozenset({"it", "them", "that", "this", "there", "here", "okay", "fine", "ok", "alright", "easy", "easily", "though", "just", "all", "right"})


def passing_at(words: Sequence[str], i: int) -> int:
    """Where words end that say the camera got by; 0 where none begin here.

    >>> passing_at("camera was able to pass beneath it".split(), 0), passing_at("camera could not get past".split(), 0)
    (7, 0)
    """
    who = next((w for w in WHO if tuple(words[i : i + len(w)]) == w), None)
    if who is None:
        return 0
    n = i + len(who)
    start = n
    while n < len(words) and words[n] in MAY and n - start < 4:
        n += 1
    if "no" in words[start:n] and "trouble" not in words[start:n]:
        return 0
    if n >= len(words) or words[n] not in GOT:
        return 0
    n += 1
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
