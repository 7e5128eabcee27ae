"""What is said of the counter and of the way the camera goes: a note in its own words, and no place."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

COUNTER = words_of("counter counters footage footages footage's reel odometer")
FIGURES = words_of("distances numbers number readings figures measurements everything all")
OFF = words_of("""
    short long off lying lies lie low high wrong fast slow slipped slips slip slipping jumped jumps jump jumping add subtract trust
    disagrees disagree skipped skips skipping catching stretch stretched accurate inaccurate behind ahead over backwards down
    less more reads read measured measure
""")
NOT_HERE = words_of("zero zeroed reset main roots crack stopped located deep depth offset belly water stuck")
ADDS = words_of("add adding subtract deduct minus")
TO_ALL = words_of("""
    to on off from onto all everything every each it that them whatever i say said the these those numbers number figures figure
    below above this line after before readings reading footages footage here there so far of my feet foot ft more too
""")
ABOUT_IT = words_of("""
    the a is are was were be been seems seem to by about maybe around roughly reading running showing here there at this that it
    now so i we you of in on per for every with and same point on's its my your our have has had not do does did feet foot ft two
    whatever say says said going out back coming joint hundred wheel sheet page tape by tape checked check chk'd because give take
    or than too when figure call think guess true real actual should could would might may agree agrees these those what how much
    anything past whole run line part way bit little some any only just only started start from tape's number's rope
""")
GOES = words_of("""
    going heading headed looking running facing proceeding travelling traveling working pushing go head camera cam now moving
    viewing
""")
WAYS = (
    ("upstream",), ("up", "stream"), ("up", "the", "line"), ("up", "the", "pipe"), ("downstream",), ("down", "the", "line"),
    ("backwards",), ("backward",), ("in", "reverse"), ("against", "the", "flow"), ("with", "the", "flow"),
    ("from", "the", "city", "side"), ("from", "the", "street", "side"), ("from", "the", "main", "side"), ("the", "other", "way"),
    ("toward", "street"), ("toward", "the", "street"), ("toward", "main"), ("toward", "the", "main"), ("towards", "the", "street"),
    ("toward", "street", "first"), ("toward", "house", "first"), ("towards", "the", "main"), ("to", "the", "street"),
    ("toward", "the", "house"), ("towards", "the", "house"), ("toward", "the", "dwelling"), ("toward", "the", "building"),
    ("to", "the", "house"), ("up", "to", "the", "house"), ("back", "to", "the", "house"), ("toward", "house"),
)  # fmt: skip
BEFORE_WAY = words_of("now is are the camera cam we i you back up on in again from here and then that this been")
DANGLING = words_of("and so at the a to in on with because")
LONGEST_REMARK = 26


def remark_at(words: Sequence[str], i: int) -> int:
    """Where a remark on the counter or the way ends that begins at a word; 0 where none begins here.

    >>> remark_at("counter is reading about 2 feet short".split(), 0), remark_at("add 9 to everything".split(), 0)
    (7, 4)
    >>> remark_at("now going upstream".split(), 0), remark_at("counter reset to 0".split(), 0)
    (3, 0)
    """
    return _to_add(words, i) or _of_the_counter(words, i) or _which_way(words, i)


def _at(words: Sequence[str], n: int) -> str:
    return words[n] if 0 <= n < len(words) else ""


def _is_number(word: str) -> bool:
    return word[:1].isdecimal()


def _to_add(words: Sequence[str], i: int) -> int:
    """``add 31 ft to all figures below this line``."""
    n = i + 1 if words[i] in ("please", "you") else i
    more = _at(words, n) == "put"
    adds = _at(words, n) in ADDS and (_is_number(_at(words, n + 1)) or _at(words, n + 1) in ("about", "a", "another"))
    if not (more or adds):
        return 0
    n += 1
    while _at(words, n) in ("about", "a", "another"):
        n += 1
    if not _is_number(_at(words, n)) or more and _at(words, n + 1) != "more":
        return 0
    n += 1
    while n < len(words) and words[n] in TO_ALL:
        n += 1
    return n


def _of_the_counter(words: Sequence[str], i: int) -> int:
    """``the counter seems to read about 3 feet short``, ``all distances are from here``: to the end of the clause."""
    n = i + 1 if words[i] in ("the", "my", "his", "our", "all", "these") else i
    if words[i] == "all" and _at(words, n) in ("the", "of", "my"):
        n += 1 + (_at(words, n + 1) in ("the", "these", "my"))
    if _at(words, n) not in COUNTER and not (_at(words, n) in FIGURES - {"everything", "all"} and n > i):
        return 0
    n += 1 + (_at(words, n) == "footage" and _at(words, n + 1) == "counter")
    end, off = n, False
    while end < len(words) and end - i < LONGEST_REMARK:
        word = words[end]
        if word == "," and _is_number(_at(words, end + 1)) and not off:
            end += 1  # "counter's lying, 3 short by 100"
        elif word in OFF:
            off, end = True, end + 1
        elif word in ABOUT_IT or _is_number(word) or word == "." and _is_number(_at(words, end + 1)):
            end += 1
        else:
            break
    if not off or end < len(words) and words[end] in NOT_HERE:
        return 0
    while end > n and (words[end - 1] in DANGLING or _trails(words, end)):
        end -= 1
    return end if OFF & set(words[n:end]) else 0


def _trails(words: Sequence[str], end: int) -> bool:
    """Whether the last number of a remark begins what comes after it: ``short, 41 roots``."""
    after = _at(words, end)
    return _is_number(words[end - 1]) and after[:1].isalpha() and after not in ("feet", "ft", "foot")


def _which_way(words: Sequence[str], i: int) -> int:
    """``going upstream now``, ``looking up the line from the city side``."""
    if words[i] not in GOES:
        return 0
    n = i + 1
    start = n
    while _at(words, n) in BEFORE_WAY | GOES and n - start < 4:
        n += 1
    for at in range(n, start - 1, -1):
        end = _ways(words, at)
        if end > at:
            return end + (_at(words, end) in ("now", "again", "here"))
    return 0


def _ways(words: Sequence[str], n: int) -> int:
    """Where one way or several in a row end."""
    while True:
        way = next((w for w in WAYS if tuple(words[n : n + len(w)]) == w), None)
        if way is None and _at(words, n) == "now" and any(tuple(words[n + 1 : n + 1 + len(w)]) == w for w in WAYS):
            n += 1
            continue
        if way is None:
            return n
        n += len(way)
