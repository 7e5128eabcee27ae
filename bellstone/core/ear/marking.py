"""What marks a place above the ground, as it is said: a flag by the hose bib, paint on the walk; kept as its words."""

from collections.abc import Iterator, Sequence

from bellstone.core.ear.wording import words_of

ACTS = words_of("put drew sprayed with driven set flagged placed planted mark marked stuck left painted")
ARTICLES = words_of("a an the my our another one two is it was and")
COLOURS = words_of("orange little green pin blue yellow purple big wire white red pink")
MARKS = words_of("whiskers paint arrow whisker stake stakes x chalk flags crayon dot flag cross circle")
MARKED = words_of("painted flagged marked staked chalked")
ON = words_of("with of by on right upon under into in at beside to off just near next against")
IS = frozenset(["is", "was", "are"])
MOST_AWAY = 7


def mark_at(words: Sequence[str], i: int, grounds: frozenset[str]) -> Iterator[tuple[str, int]]:
    """A mark that begins at a word, and where its words end; ``grounds`` are the things it may stand on or by.

    >>> grounds = frozenset({"bib", "hose", "lawn", "walk", "porch", "corner"})
    >>> list(mark_at("flag by the hose bib".split(), 0, grounds))
    [('texts', 5)]
    >>> list(mark_at("painted the lawn".split(), 0, grounds)), list(mark_at("paint in the pipe".split(), 0, grounds))
    ([('texts', 3)], [('texts', 1)])
    """
    n = i
    while _at(words, n) in ACTS | ARTICLES | COLOURS and n - i < 4:
        n += 1
    if _at(words, n) in MARKS and (n > i or _at(words, n) != "x"):
        n += 1
    elif n > i and words[n - 1] in MARKED:
        pass  # "painted the lawn"
    elif n > i + 1 and words[i] in MARKED and _at(words, n) in grounds:
        n = i + 1  # the article belongs to the ground
    else:
        return
    if words[i] in ARTICLES and words[i] not in ("a", "an", "one", "two", "another", "the", "my", "our"):
        return
    end = _ground(words, n, grounds)
    named = any(w in MARKS for w in words[i:n])
    if end > n or named:
        yield "texts", end


def _at(words: Sequence[str], n: int) -> str:
    return words[n] if 0 <= n < len(words) else ""


def _ground(words: Sequence[str], n: int, grounds: frozenset[str]) -> int:
    """Where the words end that say on or by what it stands; ``n`` where none follow."""
    k = n
    while k - n < MOST_AWAY and _at(words, k) in ON | ARTICLES | IS | COLOURS | grounds:
        k += 1
    while k > n and words[k - 1] not in grounds:
        k -= 1
    return k
