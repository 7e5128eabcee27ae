"""What one says one could not tell: a negative that stands to no finding, kept as a remark."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

NOT_ABLE = tuple(
    tuple(words.split())
    for words in ("would not", "will not", "can not", "could not", "do not", "did not", "unable to", "not able to")
)
HARDLY = words_of("really hardly quite yet even for sure exactly fully always be")
TELL = words_of("""
    tell say know identify identified verify verified confirm confirmed determine determined recall remember swear
    guess understand explain care substantiate substantiated think worry lose matter mind
""")
MAKE_OUT = ("make", "out")
# what may follow and still tell nothing: which way it went, what is holding it
TAIL = words_of("""
    what which whether if how why where it that this is was went way much for sure from here the picture one they he
    she you certain in behind beyond past video or holding there who names name matters sleep over about too yet him to be does did
""")
# what it may be made of
OF_WHAT = words_of("pvc abs plastic clay tile iron cast concrete fiber fibre steel or it's new old pipe liner")
MOST_TAIL = 12


ASKED = words_of("what which whether if how why where who")
WHAT_IT_IS = (("it", "is"), ("that", "is"), ("this", "is"), ("it", "was"), ("that", "was"))


OF_WHAT_WAS_TOLD = words_of("so it is that they are them there was were")


def _clause_end(words: Sequence[str], n: int) -> int:
    """Where the clause that reaches past ``n`` ends."""
    return next((k for k in range(n, len(words)) if not words[k][0].isalnum()), len(words))


def _sees_nothing(words: Sequence[str], n: int) -> bool:
    """``could not see`` with no thing behind it that was not seen: a footage, nothing more, *anything*."""
    if words[n : n + 1] not in (["see"], ("see",)):
        return False
    after = words[n + 1] if n + 1 < len(words) else ""
    return not after or not after[0].isalpha() or after in ("anything", "much")


def is_blind(words: str) -> bool:
    """Whether words tell that nothing could be seen.

    >>> is_blind("could not see anything"), is_blind("could not tell")
    (True, False)
    """
    said = words.split()
    return "see" in said and any(" ".join(able) in words for able in NOT_ABLE)


def ignorance_at(words: Sequence[str], i: int) -> int:
    """Where a clause ends that says only that something could not be told; 0 where none begins here.

    >>> ignorance_at("i could not tell which way it went".split(), 0)
    8
    >>> ignorance_at("could not see roots".split(), 0), ignorance_at("do not think it is broken".split(), 0)
    (0, 0)
    """
    n = i + (words[i] in ("i", "we"))
    lead = next((len(p) for p in NOT_ABLE if tuple(words[n : n + len(p)]) == p), 0)
    if not lead:
        return 0
    n += lead
    able = words[n - lead] in ("could", "can", "unable")  # "roots at 41, did not see" denies them
    while n < len(words) and words[n] in HARDLY:
        n += 1
    if able and _sees_nothing(words, n):
        return n + 1 + (words[n + 1 : n + 2] in (["anything"], ["much"], ("anything",), ("much",)))
    if tuple(words[n : n + 2]) == MAKE_OUT:
        n += 2
    elif n < len(words) and (
        words[n] in TELL or able and words[n] == "see" and words[n + 1 : n + 2] and words[n + 1] in ASKED
    ):
        n += 1
    else:
        return 0
    end = n
    while end < len(words) and end - n < MOST_TAIL and words[end] in TAIL | (OF_WHAT if end > n else frozenset()):
        end += 1
    rest = set(words[n : _clause_end(words, n)])
    if rest <= OF_WHAT_WAS_TOLD and (words[n - 1] in ("think", "guess") or "so" in rest):
        return 0  # "I don't think so", "wouldn't say so": what was told before is denied
    # "do not know what that is" asks; "do not think it is broken" denies
    asks_what = tuple(words[end - 2 : end]) in WHAT_IT_IS and bool(ASKED & set(words[n:end]))
    over = (
        asks_what
        or end >= len(words)
        or not words[end][0].isalnum()
        or words[end] in ("and", "but", "so", "because", "at")
    )
    return end if over else n if n >= len(words) or not words[n][0].isalnum() else 0
