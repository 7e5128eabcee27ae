"""One of two words: ``light to medium``, ``hairline or open``, ``left/right``. Neither is chosen; both are written."""

from collections.abc import Sequence

from bellstone.core.ear.lexicon import Lexicon
from bellstone.core.ear.wording import words_of

GROUPS = (
    words_of("left right"), words_of("top bottom"), words_of("up drop"), words_of("hairline open"), words_of("curtain ball hair single"),
    words_of("lengthwise around diagonal multiple"), words_of("damp drops stream spray"),
)  # fmt: skip
LADDER = ("slight", "small", "light", "medium", "heavy", "large", "full")  # one leads *to* the next: no other words do
OR = frozenset({"or", "/", "|"})


def either_at(words: Sequence[str], i: int, lexicon: Lexicon) -> tuple[str, int]:
    """What two words that begin here may be, as ``a|b`` with each one's kinds of meaning, and where they end; 0 where none.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> either_at("light to medium roots".split(), 0, house_lexicon()), either_at("left to right".split(), 0, house_lexicon())
    (('light/slight|medium', 3), ('', 0))
    """
    if words[i] == "either" and i + 1 < len(words):
        says, end = either_at(words, i + 1, lexicon)
        return says, end if "or" in words[i + 1 : end] else 0
    joined = i + 1 < len(words) and words[i + 1] in OR | {"to"}
    n = i + 1 + joined
    n += n + 1 < len(words) and words[n] == "maybe"
    if n >= len(words) or words[i] not in lexicon.by_first:
        return "", 0
    first, second = _meant(words[i], lexicon), _meant(words[n], lexicon)
    sizes = bool(first and second) and {first[0], second[0]} <= set(LADDER) and first[0] != second[0]
    grows = sizes and LADDER.index(first[0]) < LADDER.index(second[0]) <= LADDER.index(first[0]) + (
        len(LADDER) if joined else 1
    )
    one_group = any(first and second and {first[0], second[0]} <= group for group in GROUPS)
    grown_only = not joined or words[i + 1] == "to"  # "light-medium" is read without its hyphen
    if grows if grown_only else sizes or one_group:
        return f"{'/'.join(first)}|{'/'.join(second)}", n + 1
    return "", 0


def _meant(word: str, lexicon: Lexicon) -> list[str]:
    """The words of the entry language that one word stands for, as it is said of a thing."""
    for phrase in lexicon.by_first.get(word, ()):
        if len(phrase.words) == 1 and phrase.section == "attributes":
            return phrase.says.split("/")
        if len(phrase.words) == 1 and phrase.section in ("kinds", "weak") and " " in phrase.says:
            return [phrase.says.split()[-1]]
    return []
