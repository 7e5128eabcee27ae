"""Numbers in words, joined into one token: ``forty one and a half``, ``one oh six``, ``three quarters``."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

SMALL = {w: n for n, w in enumerate(["zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"])}
TEENS = {
    w: 10 + n
    for n, w in enumerate(
        ["ten", "eleven", "twelve", "thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"]
    )
}
TENS = {
    w: 20 + 10 * n for n, w in enumerate(["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"])
}
TENS["fourty"] = 40
PARTS = {
    "half": 2, "halves": 2, "third": 3, "thirds": 3, "quarter": 4, "quarters": 4, "fourth": 4, "fourths": 4, "fifth": 5,
    "fifths": 5, "sixth": 6, "eighth": 8, "eighths": 8, "tenth": 10, "tenths": 10, "sixteenth": 16, "sixteenths": 16,
}  # fmt: skip
ORDINAL_TOO = ("third", "fourth", "fifth", "sixth", "eighth", "tenth", "sixteenth")
UNITS = frozenset({
    "inch", "inches", "in", "foot", "feet", "ft", "'", "', " ", " ", " ", " ", " ", " ", " ", " ", "
    "min", "hour", "hours", "second", "seconds", "sec", "month", "months", "year", "years", "week", "weeks", "gallon", "gallons",
})  # fmt: skip
PLACED = words_of("the lower upper bottom top last first")  # before an ordinal: which one, or where
HOURS = frozenset({"o'clock", "oclock"})
NOT_BEFORE_ONE = ("that", "this", "the", "bad", "big", "no", "every", "which", "another", "next", "first", "last")


def joined_numbers(tokens: Sequence[Token]) -> list[Token]:
    """Number words as number tokens; every other token as it was.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> from bellstone.core.ear.tokens import tokens_of
    >>> said = "at forty one and a half one oh six hundred and four three eighths"
    >>> [t.number for t in joined_numbers(tokens_of(said, house_lexicon())) if t.number is not None]
    [41.5, 106.0, 104.0, 0.375]
    """
    out: list[Token] = []
    i = 0
    while i < len(tokens):
        read = _number_at(tokens, i)
        if read is None:
            out.append(tokens[i])
            i += 1
            continue
        value, end, fraction = read
        spoken = tokens[i].word != "#" or end == i + 2 and tokens[i + 1].word in PARTS
        if out and out[-1].word in ("a", "an") and spoken and fraction and tokens[i].word in PARTS:
            out.pop()
            i -= 1
        whole = replace(tokens[i], word="#", number=value, end=tokens[end - 1].end, fraction=fraction, spoken=spoken)
        out.append(whole)
        i = end
    return out


def _word(tokens: Sequence[Token], i: int) -> str:
    return tokens[i].word if 0 <= i < len(tokens) else ""


def _number_at(tokens: Sequence[Token], i: int) -> tuple[float, int, bool] | None:
    """The value, where it ends, and whether it is a bare fraction, of a number that begins here."""
    first = tokens[i]
    if first.number is not None:
        of = _word(tokens, i + 1)
        whole = not first.fraction and first.number == int(first.number)
        if whole and of.endswith("s") and PARTS.get(of, 0) > first.number:
            return first.number / PARTS[of], i + 2, True  # "3 quarters of an inch"
        return _with_fraction(tokens, first.number, i + 1, first.fraction, first)
    part = _bare_part(tokens, i)
    if part is not None:
        return part
    cardinal = _year(tokens, i) or _cardinal(tokens, i)
    if cardinal is None:
        return None
    value, end = cardinal
    if _word(tokens, end) == "-" and tokens[end].glued and _word(tokens, end + 1) in PARTS and value < 16:
        return value / PARTS[_word(tokens, end + 1)], end + 2, True
    if _word(tokens, end) in PARTS and value < 16 and not (value == 1 and _word(tokens, end) in ORDINAL_TOO and False):
        return value / PARTS[_word(tokens, end)], end + 1, True
    if _word(tokens, end) in ("point", "decimal") and _word(tokens, end + 1) in SMALL:
        return value + SMALL[_word(tokens, end + 1)] / 10, end + 2, False
    return _with_fraction(tokens, value, end, False, first)


DATED = words_of("built installed replaced house since dated laid renovated remodeled remodelled")
DATED_BY = words_of("in of since around about")


def _year(tokens: Sequence[Token], i: int) -> tuple[float, int] | None:
    """``built in nineteen fifty eight``: one number, where a date is told."""
    if _word(tokens, i) not in ("eighteen", "nineteen", "twenty") or _word(tokens, i - 1) not in DATED_BY:
        return None
    if not DATED & {_word(tokens, k) for k in range(max(i - 5, 0), i)}:
        return None
    more = _under_hundred(tokens, i + 1)
    century = {"eighteen": 1800, "nineteen": 1900, "twenty": 2000}[_word(tokens, i)]
    return (century + more[0], more[1]) if more is not None and more[0] >= 10 else None


def _bare_part(tokens: Sequence[Token], i: int) -> tuple[float, int, bool] | None:
    """``half``, ``quarter``, ``a third``: a fraction without a number before it."""
    word = _word(tokens, i)
    if word not in PARTS or word.endswith("s") or word in ("second",):
        return None
    share = _word(tokens, i + 1) == "of" and _word(tokens, i - 1) not in PLACED  # "a tenth of the pipe", "third of it"
    if word in ORDINAL_TOO and _word(tokens, i - 1) not in ("a", "one", "an") and not share:
        return None  # the third joint
    return 1 / PARTS[word], i + 1, True


def _with_fraction(
    tokens: Sequence[Token], value: float, end: int, fraction: bool, first: Token
) -> tuple[float, int, bool]:
    """``41 and a half``, ``1 1/2``, ``109 and a quarter``, ``26 point 5``."""
    if fraction:
        return value, end, True
    if _word(tokens, end) == "and" and _word(tokens, end + 1) in ("a", "one", "three"):
        hyphen = _word(tokens, end + 2) == "-"
        part = _word(tokens, end + 2 + hyphen)
        if part in ("half", "quarter", "third") or part in ("quarters", "eighths", "thirds", "sixteenths"):
            top = 3 if _word(tokens, end + 1) == "three" else 1
            return value + top / PARTS[part], end + 3 + hyphen, False
    if _word(tokens, end) == "and" and _word(tokens, end + 1) == "half":
        return value + 0.5, end + 2, False
    if _word(tokens, end) in ("point", "decimal") and end + 1 < len(tokens) and tokens[end + 1].number is not None:
        tenths = tokens[end + 1].number or 0.0
        return value + (tenths / 10 if tenths < 10 else tenths / 100), end + 2, False
    if end < len(tokens) and tokens[end].fraction and tokens[end].number is not None and value == int(value):
        after = tokens[end]
        unit = _word(tokens, end + 1)
        of_its_own = value > 3 and unit in ("in", "inch", '"', "step", "drop")  # "32 1/2in": 32 ft, and half an inch
        if not first.spoken and _is_a_place(tokens, end):
            return value + (after.number or 0.0), end + 1, False
        if after.glued or value <= 12 and (after.number or 0) < 1 and not first.spoken and not of_its_own:
            return value + (after.number or 0.0), end + 1, False
    if (
        _word(tokens, end) == "-"
        and tokens[end].glued
        and end + 1 < len(tokens)
        and tokens[end + 1].fraction
        and tokens[end + 1].glued
    ):
        return value + (tokens[end + 1].number or 0.0), end + 2, False
    return value, end, False


OF_A_SIZE = words_of(
    "step drop dn down up offset gap open opening lip separated dip belly sag water standing mud sand gravel"
)
OF_A_SHARE = words_of("full of blocked plugged choked closed gone filled pipe the percent % wall")
LEADS_TO_A_PLACE = words_of("at @ from to near about around past beyond between")


def _is_a_place(tokens: Sequence[Token], n: int) -> bool:
    """``at 41 1/2 roots``, ``41 1/2 ft``: a written half or quarter that goes with the number before it, as feet."""
    part, after = tokens[n].number or 0.0, _word(tokens, n + 1)
    if (
        part not in (0.25, 0.5, 0.75)
        or tokens[n].spoken
        or after in ("in", "inch", "inches", '"')
        or after in OF_A_SHARE
    ):
        return False
    return after in ("ft", "feet", "foot", "'") or _word(tokens, n - 2) in LEADS_TO_A_PLACE or after not in OF_A_SIZE


def _cardinal(tokens: Sequence[Token], i: int) -> tuple[float, int] | None:
    word = _word(tokens, i)
    if word == "hundred" or word == "a" and _word(tokens, i + 1) == "hundred":
        return _hundreds(tokens, 100, i + (1 if word == "hundred" else 2))
    if word in SMALL:
        after = _word(tokens, i + 1)
        if after == "hundred":
            return _hundreds(tokens, 100 * SMALL[word], i + 2)
        if after in ("oh", "o", "zero") and _word(tokens, i + 2) in SMALL and SMALL[word] > 0:
            return 100.0 * SMALL[word] + SMALL[_word(tokens, i + 2)], i + 3
        if word == "one":
            return _one(tokens, i)
        return float(SMALL[word]), i + 1
    return _under_hundred(tokens, i)


def _one(tokens: Sequence[Token], i: int) -> tuple[float, int] | None:
    """*One* is a number only before a unit or a number: else it is a pronoun."""
    more = _under_hundred(tokens, i + 1)
    if more is not None and _word(tokens, i - 1) not in NOT_BEFORE_ONE:
        return 100 + more[0], more[1]
    after = _word(tokens, i + 1)
    if (
        after in UNITS | HOURS
        or _word(tokens, i - 1) in ("foot", "feet", "ft")
        and after in ("deep", "down", "", ",", ".", ";")  # "five foot one deep"
        or after in ("to", "or")
        and _word(tokens, i + 2) in SMALL.keys() | TEENS.keys()  # "one to two inches"
        or after in PARTS
        or after == "-"
        and _word(tokens, i + 2) in PARTS
        or after == "and"
        and {_word(tokens, i + 3), _word(tokens, i + 4)} & PARTS.keys()
    ):
        return 1.0, i + 1
    return None


def _hundreds(tokens: Sequence[Token], value: float, at: int) -> tuple[float, int]:
    nxt = at + 1 if _word(tokens, at) == "and" else at
    more = _under_hundred(tokens, nxt)
    if more is None and _word(tokens, nxt) in SMALL and SMALL[_word(tokens, nxt)] and nxt > at:
        more = (float(SMALL[_word(tokens, nxt)]), nxt + 1)
    return (value + more[0], more[1]) if more else (value, at)


def _under_hundred(tokens: Sequence[Token], i: int) -> tuple[float, int] | None:
    word = _word(tokens, i)
    if word in TEENS:
        return float(TEENS[word]), i + 1
    if word not in TENS:
        return None
    hyphen = _word(tokens, i + 1) == "-" and tokens[i + 1].glued
    nxt = i + 2 if hyphen else i + 1
    unit = _word(tokens, nxt)
    if unit in SMALL and SMALL[unit]:
        return float(TENS[word] + SMALL[unit]), nxt + 1
    return float(TENS[word]), i + 1
