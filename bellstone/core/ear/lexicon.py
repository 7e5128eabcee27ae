"""What words and phrases of the trade mean to the ear: data, read once, looked up by first word."""

import re
import tomllib
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from importlib.resources import files
from typing import Any

from bellstone.core.ear.english import is_english
from bellstone.core.ear.inflection import stem
from bellstone.core.ear.numbers import joined_numbers
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

SECTIONS = (
    "kinds", "weak", "attributes", "materials", "changes", "negatives", "hedges", "acts", "links", "shares", "texts",
    "lengths", "dittos", "emerges", "deepest", "places", "depths", "landmarks",
    "elsewhere", "cleanings", "ambiguous", "fillers",
)  # fmt: skip


@dataclass(frozen=True)
class Phrase:
    """A run of words with one meaning: which section it is of, and what it says there."""

    words: tuple[str, ...]
    section: str
    says: str

    @cached_property
    def stems(self) -> tuple[str, ...]:
        """The stems of its words, articles left out: notes have none."""
        return tuple(stem(w) for w in self.words if w not in ARTICLES)


@dataclass(frozen=True)
class Lexicon:
    """Phrases by their first word, the longest first; abbreviations; words that are only ever talk."""

    phrases: tuple[Phrase, ...]
    short: dict[str, tuple[str, ...]]
    dotted: frozenset[str]
    pairs: frozenset[frozenset[str]] = field(default_factory=frozenset)
    never: frozenset[str] = frozenset()  # small words that turn a meaning round
    numbers: frozenset[str] = frozenset()  # words of numbers and units: spelled as they are, never mended
    common: frozenset[str] = frozenset()  # words that tell nothing alone, though phrases have them

    @cached_property
    def by_first(self) -> dict[str, tuple[Phrase, ...]]:
        out: dict[str, list[Phrase]] = {}
        for p in self.phrases:
            out.setdefault(p.words[0], []).append(p)
        return {w: tuple(sorted(ps, key=lambda p: -len(p.words))) for w, ps in out.items()}

    @cached_property
    def by_stem(self) -> dict[str, tuple[Phrase, ...]]:
        """Phrases of several words that hold in every form of their words, by the stem of the first."""
        out: dict[str, list[Phrase]] = {}
        for p in self.phrases:
            if p.section in INFLECTED and len(p.stems) > 1 and p.says not in AS_WRITTEN:
                out.setdefault(p.stems[0], []).append(p)
        return {w: tuple(ps) for w, ps in out.items()}

    @cached_property
    def telling(self) -> frozenset[str]:
        """Words that may say something of the pipe wherever they stand: never passed over.

        Those that are a phrase by themselves, those that name a thing within one, and the small words that turn a
        meaning round; what stands only between them, in some longer phrase, tells nothing alone.
        """
        alone = {
            p.words[0]
            for p in self.phrases
            if len(p.words) == 1 and p.section not in ("fillers", "texts", "links", "dittos")
        }
        between = {p.words[0] for p in self.phrases if len(p.words) == 1 and p.section == "fillers"} | self.common
        within = {w for p in self.phrases if p.section in TELLING for w in p.words if len(w) > 2} - between
        return frozenset(alone | within | self.never)

    @cached_property
    def turning(self) -> frozenset[str]:
        """Words that are a phrase by themselves and more than a place or a landmark, or that turn a meaning round."""
        alone = {
            p.words[0]
            for p in self.phrases
            if len(p.words) == 1
            and p.section not in ("fillers", "texts", "links", "dittos", "places", "landmarks", "elsewhere", "lengths")
        }
        return frozenset(alone | (self.never - TALKED))

    @cached_property
    def grounds(self) -> frozenset[str]:
        """Words of things above the ground that a mark may stand on or by."""
        return frozenset(
            w for p in self.phrases if p.section == "landmarks" for w in p.words if len(w) > 2 and w != "the"
        ) | {"grass", "bed"}

    @cached_property
    def materials(self) -> dict[str, str]:
        """What pipe is called: the word of the entry language by how it is said."""
        return {" ".join(p.words): p.says for p in self.phrases if p.section == "materials"}

    @cached_property
    def things(self) -> dict[str, str]:
        """What things of the pipe are called: the kind by how it is said."""
        return {" ".join(p.words): p.says.split()[0] for p in self.phrases if p.section == "kinds"}

    @cached_property
    def by_skeleton(self) -> dict[str, str]:
        """Words by their consonants, where only one has them: ``shftd`` is *shifted*."""
        return _only_one((_skeleton(w), w) for w in self.known if w.isalpha() and len(w) > 4)

    @cached_property
    def by_deletion(self) -> dict[str, str]:
        """Words by what is left of them when one letter is lost, where only one leaves it."""
        return _only_one(
            (w[:n] + w[n + 1 :], w) for w in self.known if w.isalpha() and len(w) > 4 for n in range(1, len(w))
        )

    def mended(self, word: str) -> str | None:
        """The one known word that ``word`` is short for by its consonants, or one letter off; None where none or several.

        From five letters up, four of them consonants for a word without vowels; the first letter always stands. A word
        of English is mended only into another form of itself: who types *sight* means no *slight*.

        >>> [house_lexicon().mended(w) for w in ("shftd", "papper", "grese", "rots", "zebra", "sight", "channels")]
        ['shifted', 'paper', 'grease', None, None, None, 'channel']
        """
        found = self._one_letter_off(word)
        if found is None or word == f"{found}d":  # "snaked" is no "snake": who did it, and who is to do it
            return None
        return found if not is_english(word) or f"{word}s" == found or f"{found}s" == word else None

    def _one_letter_off(self, word: str) -> str | None:
        if word in self.spelled or not word.isalpha() or len(word) < LEAST_LETTERS:
            return None
        if not set(word[1:]) & VOWELS:
            return self.by_skeleton.get(word) if len(word) >= LEAST_LETTERS else None
        if len(word) < LEAST_TYPO_LETTERS:
            return None
        longer = {word[:n] + word[n + 1 :] for n in range(1, len(word))} & self.known
        swapped = {word[:n] + word[n + 1] + word[n] + word[n + 2 :] for n in range(1, len(word) - 1)} & self.known
        found = {w for w in longer | swapped if len(w) >= LEAST_TYPO_LETTERS - 1}
        if word in self.by_deletion:
            found.add(self.by_deletion[word])
        return found.pop() if len(found) == 1 else None

    @cached_property
    def spelled(self) -> frozenset[str]:
        """Words that are right as they are: ``thought`` is no *though* with a letter too many."""
        return self.known | self.never | self.common

    @cached_property
    def known(self) -> frozenset[str]:
        """Every word that stands in some phrase: one of these left unused is never passed over."""
        return frozenset(w for p in self.phrases for w in p.words)


# never passed in a note, where every word is meant; in speech they only carry the talk
TALKED = words_of("first second third next last other same most some again back above behind beyond every old")
TELLING = ("kinds", "weak", "materials")
MAY_LIE_AT_A_JOINT = frozenset({"roots", "leaking_in", "leaking_out", "crack", "break", "hole", "soil_seen"})
ARTICLES = frozenset({"a", "an", "the"})
INFLECTED = ("kinds", "attributes", "cleanings", "emerges")
AS_WRITTEN = ("roots single", "pass back", "pass out")  # thick roots are not one; water that comes back is no camera
VOWELS = frozenset("aeiou")
LEAST_LETTERS = 4
LEAST_TYPO_LETTERS = 5


def _skeleton(word: str) -> str:
    return word[0] + "".join(c for c in word[1:] if c not in VOWELS)


def _only_one(pairs: Iterable[tuple[str, str]]) -> dict[str, str]:
    found: dict[str, set[str]] = {}
    for key, word in pairs:
        found.setdefault(key, set()).add(word)
    return {key: words.copy().pop() for key, words in found.items() if len(words) == 1}


def lexicon_of(tree: dict[str, Any]) -> Lexicon:
    phrases = [
        Phrase(_as_tokens(words), section, _with_joint(says, words) if section == "kinds" else says)
        for section in SECTIONS
        for says, listed in tree.get(section, {}).items()
        for words in _listed(listed)
    ]
    phrases += [
        Phrase((*auxiliary.split(), verb), "fillers", "")
        for auxiliary in _listed(tree["seen"]["auxiliaries"])
        for verb in _listed(tree["seen"]["verbs"])
    ]  # "was noted", "were observed": how the formal say *there is*
    short = {w: tuple(says.split()) for says, listed in tree["short"].items() for w in _listed(listed)}
    pairs = frozenset(frozenset((a, b)) for a, listed in tree.get("pairs", {}).items() for b in _listed(listed))
    phrases += [
        Phrase((*way.split(), side), "landmarks", "noun")
        for table in ("compass", "parts")
        for way in _listed(tree[table]["ways"])
        for side in _listed(tree[table]["sides"])
    ]  # "the north wall", "middle of the street": where, and not which way
    phrases = [p for p in phrases if not (len(p.words) == 1 and p.words[0].isdecimal())]  # 0 is a place, not *none*
    return Lexicon(
        tuple(phrases),
        short,
        frozenset(_listed(tree["dotted"]["words"])),
        pairs,
        *(frozenset(_listed(tree[name]["words"])) for name in ("never", "numbers", "common")),
    )


def _with_joint(says: str, phrase: str) -> str:
    """What a phrase says of a thing that may lie at a joint or not: *damp joint* says that it lies there."""
    at_joint = "joint" in phrase.split() and says.split()[0] in MAY_LIE_AT_A_JOINT and "joint" not in says
    return f"{says} joint" if at_joint else says


def _as_tokens(phrase: str) -> tuple[str, ...]:
    """The words of a phrase as the tokens of a line are: numbers joined, hyphens between words dropped.

    >>> _as_tokens("bottom half of a t-fitting"), _as_tokens("no-hub coupling")
    (('bottom', '0.5', 'of', 'a', 't', 'fitting'), ('no', 'hub', 'coupling'))
    """
    apart = re.findall(r"[a-z]+(?:'[a-z]+)*|\d+(?:\.\d+)?|[^\sa-z\d]", phrase)
    tokens = [Token(w, 0, 1, float(w) if w[0].isdecimal() else None, glued=w == "-") for w in apart]
    words = [t.word if t.number is None else f"{t.number:g}" for t in joined_numbers(tokens)]
    if words in (["+", "/", "-"], ["-"]):
        return (phrase,) if phrase == "-" else tuple(words)
    return tuple(w for n, w in enumerate(words) if w != "-" or not _is_inner(words, n))


def _is_inner(words: Sequence[str], n: int) -> bool:
    return 0 < n < len(words) - 1 and words[n - 1].isalpha() and words[n + 1].isalpha()


def _listed(text: str) -> list[str]:
    return [" ".join(piece.split()) for piece in text.split("|") if piece.strip()]


@lru_cache(maxsize=1)
def house_lexicon() -> Lexicon:
    """The lexicon that ships.

    >>> any(p.says == "roots hair" for p in house_lexicon().by_first["root"])
    True
    """
    text = files("bellstone.core.ear").joinpath("lexicon.toml").read_text("utf-8")
    return lexicon_of(tomllib.loads(text))
