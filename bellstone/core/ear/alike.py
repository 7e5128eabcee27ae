"""What something is like, said by a thing of the hand or the house: kept as its words, measured as nothing."""

from collections.abc import Iterator, Sequence

from bellstone.core.ear.lexicon import TELLING, Lexicon
from bellstone.core.ear.wording import words_of

NO_THINGS = words_of("new that this it they them we i you here there now so usual always crazy hell mad")
ARTICLES = frozenset({"a", "an", "my", "your", "the"})
CAN = frozenset({"could", "can"})
FITS = frozenset({"get", "put", "fit", "stick", "slide", "lose", "park", "slip", "drop", "pass"})
INTO = frozenset({"in", "into", "through", "under", "down", "inside"})
IT = frozenset({"it", "there", "that", "here"})
HOW = ("big", "thick", "wide", "deep", "long", "large", "fat", "round")
LIKE = (
    ("like",), ("size", "of"), ("the", "size", "of"), ("about", "like"), ("width", "of"), ("the", "width", "of"), ("thickness", "of"),
    *(("as", how, "as") for how in HOW), *((how, "as") for how in HOW),
)  # fmt: skip
GUESSES = frozenset(
    {"look", "looks", "looked", "seem", "seems", "sounds", "more"}
)  # before *like*: a guess at what it is
NUMBERED = frozenset({"row", "entry", "photo", "photograph", "pic"})
SIZES = words_of("small large big medium mid fair good full same what any no pipe bore life")  # how large, like nothing
MOST_NOUNS = 2


def alike_at(words: Sequence[str], i: int, lexicon: Lexicon) -> Iterator[tuple[str, int]]:
    """Likenesses and labels that begin at a word: the section of the lexicon they stand for, and where they end.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> list(alike_at("roots like a horse tail".split(), 1, house_lexicon()))
    [('texts', 5)]
    >>> list(alike_at("you could lose a golf ball in it".split(), 0, house_lexicon()))
    [('texts', 8)]
    >>> list(alike_at("row 3 : roots".split(), 0, house_lexicon()))
    [('fillers', 3)]
    """
    for lead in LIKE:
        if tuple(words[i : i + len(lead)]) == lead and (i == 0 or words[i - 1] not in GUESSES):
            end = _thing(words, i + len(lead), lexicon)
            if end and _is_over(words, end):
                yield "texts", end
    if sized := _so_sized(words, i, lexicon):
        yield "texts", sized
    at = i + 1 if words[i] in ("you", "i") else i
    if at + 1 < len(words) and words[at] in CAN and words[at + 1] in FITS:
        end = _thing(words, at + 2, lexicon)
        if end and end + 1 < len(words) and words[end] in INTO and words[end + 1] in IT:
            yield "texts", end + 2
    if words[i] in NUMBERED and i + 2 < len(words) and words[i + 1].isdecimal() and words[i + 2] == ":":
        yield "fillers", i + 3


def _so_sized(words: Sequence[str], i: int, lexicon: Lexicon) -> int:
    """``golf ball sized``, ``dime size``: where a noun or two and the word of size end; 0 where none begin here."""
    for n in (1, 2):
        nouns = words[i : i + n]
        plain = all(w.isalpha() and w not in lexicon.never and not _tells(w, lexicon) for w in nouns)
        if words[i + n : i + n + 1] and words[i + n] in ("size", "sized") and plain and nouns[-1] not in SIZES:
            return i + n + 1
    return 0


def _thing(words: Sequence[str], at: int, lexicon: Lexicon) -> int:
    """Where an article and a noun or two, none of the pipe's own, end; 0 where there is none."""
    if at < len(words) and words[at] not in ARTICLES:
        bare = words[at].isalpha() and not _tells(words[at], lexicon) and words[at] not in lexicon.never | NO_THINGS
        return at + 1 if bare and _is_over(words, at + 1) else 0  # "like broom"
    if at >= len(words):
        return 0
    for n in range(MOST_NOUNS, 0, -1):
        nouns = words[at + 1 : at + 1 + n]
        if len(nouns) == n and all(w.isalpha() and w not in lexicon.never and not _tells(w, lexicon) for w in nouns):
            end = at + 1 + n
            if _is_over(words, end) or words[end] in INTO:
                return end
    return 0


def _tells(word: str, lexicon: Lexicon) -> bool:
    """Whether a word alone names a thing of the pipe, or counts."""
    alone = {
        p.section
        for w in (word, word.removesuffix("s"))
        for p in lexicon.by_first.get(w, ())
        if p.words == (w,) and not p.says.startswith("object")  # "as thick as a pencil"
    }
    return word in lexicon.numbers | lexicon.common or bool(alone & set(TELLING))


def _is_over(words: Sequence[str], end: int) -> bool:
    """Whether a clause ends there."""
    return end >= len(words) or not words[end][0].isalnum() or words[end] in ("and", "at", "on", "from", "so", "but")
