"""Water that comes out of a connection: ``a steady trickle coming from the left branch``. What runs there is a question."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

BEFORE = words_of("a an the some steady constant little small clear slow light bit of good")
WATER = words_of("water flow stream trickle dribble")
BE = words_of("is was still there keeps just")
MOVES = words_of(
    "comes coming came running runs flowing flows pouring pours trickling trickles dribbling entering streaming draining drips dripping"
)
WAYS = words_of("in out down into")
FROM = words_of("from of through")
NAMING = words_of("the a that this left right side other kitchen bath bathroom laundry upstairs second first its")
JOINS = words_of("branch wye tee lateral connection fitting")
SIDES = ("left", "right")


def comes_in_at(words: Sequence[str], i: int) -> tuple[str, int]:
    """The kind that words which begin here tell, *inflow* with its side, and where they end; 0 where they tell none.

    >>> comes_in_at("water comes in from the left branch at 40".split(), 0), comes_in_at("water comes in at the joint".split(), 0)
    (('inflow left', 7), ('', 0))
    """
    n = _past(words, i, BEFORE)
    if n >= len(words) or words[n] not in WATER:
        return "", 0
    n = _past(words, n + 1, BE)
    if n >= len(words) or words[n] not in MOVES:
        return "", 0
    n = _past(words, n + 1, WAYS)
    if n >= len(words) or words[n] not in FROM:
        return "", 0
    named = _past(words, n + 1, NAMING)
    if named >= len(words) or words[named] not in JOINS or named == n + 1:
        return "", 0
    side = next((w for w in words[n:named] if w in SIDES), "")
    return f"inflow {side}".strip(), named + 1


def _past(words: Sequence[str], n: int, these: frozenset[str]) -> int:
    while n < len(words) and words[n] in these:
        n += 1
    return n
