"""A doubt told as a question: ``can't tell if that's cracked``, ``no idea whether it is a crack``."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

WHO = words_of("i we")
NOT_ABLE = (
    "can not",
    "could not",
    "do not",
    "did not",
    "would not",
    "hard to",
    "tough to",
    "difficult to",
    "unable to",
    "not able to",
    "impossible to",
)
HARDLY = words_of("really quite even yet honestly rightly for sure fully quickly easily")
TELL = words_of("tell say know see judge decide determine")
UNSURE = tuple(
    tuple(words.split())
    for words in (
        "not sure", "unsure", "not certain", "uncertain", "no idea", "no telling", "no way to tell", "wonder", "wondering",
        "not clear", "unclear", "question is", "remains to be seen", "who knows",
    )
)  # fmt: skip
IF = words_of("if whether")
IT = words_of("it that this there those these they")
BE = words_of("is was are were has had may might could would actually really even just still also")


def doubt_at(words: Sequence[str], i: int) -> int:
    """Where a doubt that leads to what is doubted ends; 0 where none begins here, or nothing is behind it.

    >>> doubt_at("can not tell if it is cracked at 55".split(), 0), doubt_at("not sure if this is roots".split(), 0)
    (6, 5)
    >>> doubt_at("can not tell if it is".split(), 0), doubt_at("can not tell which way it went".split(), 0)
    (0, 0)
    """
    n = _doubts(words, i + (words[i] in WHO))
    if not n or n >= len(words) or words[n] not in IF:
        return 0
    n += 1
    told = n
    while n < len(words) and (words[n] in IT or words[n] in BE):
        n += 1
    return (
        n if n > told and n < len(words) and words[n][0].isalpha() and words[n] not in ("and", "or", "but", "at") else 0
    )


def _doubts(words: Sequence[str], n: int) -> int:
    """Where the words of doubt before *if* end; 0 where there are none."""
    for lead in UNSURE:
        if tuple(words[n : n + len(lead)]) == lead:
            return n + len(lead)
    if " ".join(words[n : n + 2]) not in NOT_ABLE and " ".join(words[n : n + 3]) not in NOT_ABLE:
        return 0
    n += 2 if " ".join(words[n : n + 2]) in NOT_ABLE else 3
    while n < len(words) and words[n] in HARDLY:
        n += 1
    return n + 1 if n < len(words) and words[n] in TELL else 0
