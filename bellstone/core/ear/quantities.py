"""Numbers with what they are of: feet, inches, a share of the bore, hours of the clock; each a piece with its span."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of
from bellstone.core.ground import IN_PER_FT

INCH = frozenset({"inch", "inches", "in", '"', "inchs"})
FOOT = frozenset({"foot", "feet", "ft", "'", "footer"})
SHARE = frozenset({"%", "percent", "pct"})
DEGREE = frozenset({"degree", "degrees", "deg"})
TIMES = {
    "minute": "min", "minutes": "min", "min": "min", "mins": "min", "second": "s", "seconds": "s", "sec": "s",
    "secs": "s", "hour": "h", "hours": "h",
    "hr": "h", "hrs": "h", "day": "day", "days": "day", "week": "week", "weeks": "week", "month": "month",
    "months": "month", "mo": "month", "mos": "month",
    "year": "year", "years": "year", "yr": "year", "yrs": "year", "gallon": "gal", "gallons": "gal", "gal": "gal",
    "dollars": "money", "bucks": "money",
    "grand": "money", "k": "money", "times": "times", "x": "times", "psi": "talk", "am": "talk", "pm": "talk", "gpm": "talk",
}  # fmt: skip
# sizes in millimetres and centimetres are inches; a number of metres is no footage
IN_PER_METRIC = {"mm": 1 / 25.4, "cm": 1 / 2.54}
METRIC = (
    dict.fromkeys(("mm", "millimetre", "millimetres", "millimeter", "millimeters"), "mm")
    | dict.fromkeys(("cm", "centimetre", "centimetres", "centimeter", "centimeters"), "cm")
    | dict.fromkeys(("m", "metre", "metres", "meter", "meters"), "metres")
)
OCLOCK = frozenset({"o'clock", "oclock", "o'c", "o'cl", "oc"})
ABOUT = words_of(
    "about around approximately approx roughly ~ maybe bout circa nearly near say perhaps probably some estimated"
)
RANGE = frozenset({"-", "to", "thru", "through", "until", "till", "up"})
ALL_RANGE = {
    ("-",), (">",), ("-", ">"), ("to",), ("thru",), ("through",), ("until",), ("till",), ("up", "to"), ("out", "to"), ("on", "out", "to"),
    ("on", "up", "to"), ("down", "to"), ("over", "to"), ("all", "the", "way", "to"), ("on", "to"), ("on", "through"), ("to", "about"),
    ("to", "around"), ("out", "to", "about"), ("on", "up", "to", "about"), ("-", "-"), (".", "."), ("through", "to"),
    ("on", "out", "to", "about"), ("to", "at", "least"), ("out", "to", "at", "least"),
    ("around", "to"), ("round", "to"), ("over", "the", "top", "to"), ("around", "to", "about"), ("clockwise", "to"), ("through", "about"),
    ("up", "to", "about"), ("on", "down", "to"), ("all", "the", "way", "out", "to"), ("to", "approximately"),
}  # fmt: skip
MOST_FT = 400.0  # a footage beyond any camera's cable is no place: working value


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number or two with a unit: ``low`` is ``high`` where one was said; ``either`` where it is one or the other."""

    unit: str  # in, ft, ft_in, pct, deg, clock, min, year, bare, fraction, ...
    low: float
    high: float
    i: int
    j: int
    either: bool = False
    about: bool = False  # by its own words: a couple, to about 19

    @property
    def is_one(self) -> bool:
        return self.low == self.high


def quantities_of(tokens: Sequence[Token]) -> list[Quantity]:
    """Every number of a line with its unit, left to right.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> from bellstone.core.ear.numbers import joined_numbers
    >>> from bellstone.core.ear.tokens import tokens_of
    >>> said = "roots sixty to seventy percent at 42 ft 6 in, ten o'clock"
    >>> [(q.unit, q.low, q.high) for q in quantities_of(joined_numbers(tokens_of(said, house_lexicon())))]
    [('pct', 60.0, 70.0), ('ft_in', 42.5, 42.5), ('clock', 10.0, 10.0)]
    """
    out: list[Quantity] = []
    i = 0
    while i < len(tokens):
        q = _quantity(tokens, i)
        if q is None:
            i += 1
            continue
        out.append(_in_inches(q))
        i = q.j
    return out


def _in_inches(q: Quantity) -> Quantity:
    """A size in millimetres or centimetres in inches, to a hundredth; any other as it is."""
    per = IN_PER_METRIC.get(q.unit)
    return q if per is None else replace(q, unit="in", low=round(q.low * per, 2), high=round(q.high * per, 2))


def _w(tokens: Sequence[Token], i: int) -> str:
    return tokens[i].word if 0 <= i < len(tokens) else ""


def _number_before(tokens: Sequence[Token], i: int) -> bool:
    return i > 0 and tokens[i - 1].number is not None


def _quantity(tokens: Sequence[Token], i: int) -> Quantity | None:
    first = tokens[i]
    if first.word in ("a", "an"):
        unit = i + 2 if _w(tokens, i + 1) in WHOLE else i + 1  # "a good inch"
        if _w(tokens, unit) in ("inch", "foot"):
            return _one_unit(tokens, i, 1.0, unit)
    if first.word == "inch" and _w(tokens, i + 1) in AN_INCH:
        return Quantity("in", 1.0, 1.0, i, i + 1)
    if first.word == "inch" and [_w(tokens, i + k) for k in (1, 2)] == ["or", "so"] and not _number_before(tokens, i):
        return Quantity("in", 1.0, 1.0, i, i + 3, about=True)
    if first.word == "couple":  # "a couple of inches"
        unit = i + 2 if _w(tokens, i + 1) == "of" else i + 1
        if _w(tokens, unit) in ("inches", "feet", "foot", "ft"):
            return replace(_one_unit(tokens, i, 2.0, unit), about=True)
    if first.word in ("inch", "foot") and _w(tokens, i + 1) == "and":
        grown = _and_part(tokens, i + 1)
        if grown is not None:
            return Quantity("in" if first.word == "inch" else "ft", 1 + grown[0], 1 + grown[0], i, grown[1])
    if first.number is None:
        return None
    if _is_year(tokens, i):
        return Quantity("dated", first.number, first.number, i, i + 1)
    if _is_a_name(tokens, i):
        named = "dated" if _w(tokens, i - 1) in PICTURED else "talk"  # "see photo 4" says nothing of the pipe
        return Quantity(named, first.number, first.number, i, i + 1)
    single, j = _single(tokens, i)
    return _second(tokens, single, i, j) or single


AN_INCH = words_of("tall high deep wide across gap of step drop")  # "crack, inch wide"
WHOLE = words_of("good full solid whole bare scant nice")
PICTURED = words_of("photo photograph page sheet clip frame")
NAMED = words_of("$ number photo photograph page item sheet clip row entry frame")


def _is_a_name(tokens: Sequence[Token], i: int) -> bool:
    """``photo 22``, ``$4,000``, ``line 3``: the number of a thing, and no measure."""
    before = _w(tokens, i - 1)
    if before in NAMED:
        return True
    if before == "joint" and _w(tokens, i + 1) in ("at", "@"):
        return True  # "joint 3 at 12'"
    spelled = i > 0 and tokens[i - 1].end - tokens[i - 1].start == len("joint")
    if (
        before == "joint"
        and spelled
        and _w(tokens, i + 1) in IS_SAID
        and (tokens[i].number or 0) <= MOST_JOINTS_COUNTED
    ):
        return True  # "joint 3 has roots": the third, or at three feet? it is asked
    alone = _w(tokens, i - 2) not in ("the", "this") and _unit(tokens, i + 1, tokens[i])[0] == "bare"
    return (
        before in ("no", "line") and not tokens[i].spoken and alone
    )  # "line 3: roots"; not "a rock in the line 37 ft"


MOST_INCHES = 24.0  # beyond any bore and any step: feet, where *in* may be a preposition. A working value
DEEP = words_of("deep down below under depth long across wide tall high of short")
IS_SAID = words_of("has had is was looks looked shows showed")
MOST_JOINTS_COUNTED = 20  # one counts so many, and no more: working value
YEARS = (1850, 2050)
YEAR_LEADS = words_of("in of from since circa about built the early late before after by a")


def _is_year(tokens: Sequence[Token], i: int) -> bool:
    """``a house of 1952``: no footage, size or count."""
    number = tokens[i].number or 0
    return YEARS[0] <= number <= YEARS[1] and number == int(number) and _w(tokens, i - 1) in YEAR_LEADS


def _and_part(tokens: Sequence[Token], i: int) -> tuple[float, int] | None:
    """``and a half`` behind a unit: the part and where it ends."""
    n = i + 1
    if _w(tokens, n) in ("a", "one"):
        n += 1
    if n < len(tokens) and tokens[n].fraction and tokens[n].number is not None and (tokens[n].number or 1) < 1:
        return float(tokens[n].number or 0), n + 1
    return None


def _one_unit(tokens: Sequence[Token], i: int, value: float, at: int) -> Quantity:
    unit = "in" if _w(tokens, at) in INCH else "ft"
    end = at + 1
    if _w(tokens, end) == "and" and (grown := _and_part(tokens, end)) is not None:
        return Quantity(unit, value + grown[0], value + grown[0], i, grown[1])
    return Quantity(unit, value, value, i, end)


def _single(tokens: Sequence[Token], i: int) -> tuple[Quantity, int]:
    """One number with its unit."""
    value = tokens[i].number or 0.0
    unit, j = _unit(tokens, i + 1, tokens[i])
    if unit == "ft":
        inches = _inches_behind(tokens, j, value, led=_w(tokens, i - 1) in ("depth", "deep"))
        if inches is not None:
            return Quantity(
                "ft_in", value + inches[0] / IN_PER_FT, value + inches[0] / IN_PER_FT, i, inches[1]
            ), inches[1]
    if unit in ("in", "ft") and _w(tokens, j) == "and" and (grown := _and_part(tokens, j)) is not None:
        return Quantity(unit, value + grown[0], value + grown[0], i, grown[1]), grown[1]
    behind = value < MOST_STEP_IN and value != int(value) and any((t.number or 0) > value for t in tokens[:i])
    if unit == "bare" and (tokens[i].fraction and value < 1 or behind and not tokens[i].spoken):
        unit = "fraction"
    return Quantity(unit, value, value, i, j), j


MOST_STEP_IN = 4.0  # "42 offset, 1 1/4", "1.25": behind a footage so little is no second one. Working value
PLAIN_UNITS = (
    dict.fromkeys(INCH, "in") | dict.fromkeys(FOOT, "ft") | dict.fromkeys(SHARE, "pct") | dict.fromkeys((*DEGREE, "°"), "deg")
    | dict.fromkeys(OCLOCK, "clock") | METRIC
)  # fmt: skip
LONG_UNITS = {
    ("'", "'"): "in", ("per", "cent"): "pct", ("oh", "clock"): "clock", ("on", "the", "clock"): "clock",
}  # fmt: skip
NOT_INCHES = frozenset({
    "the", "a", "an", "this", "that", "here", "there", "from", "it", "place", "my", "our", "and", "to",
})  # fmt: skip


def _unit(tokens: Sequence[Token], at: int, number: Token) -> tuple[str, int]:
    """The unit behind a number and where it ends; ``bare`` where there is none."""
    word = _w(tokens, at)
    hyphen = word == "-" and at + 1 < len(tokens) and tokens[at].glued and tokens[at + 1].glued
    if hyphen and _w(tokens, at + 1) in (INCH | FOOT) - {"in"}:
        return _unit(tokens, at + 1, number)
    part = _part_of_unit(tokens, at) if number.fraction else None
    if part is not None:
        return part
    if word == "in" and _is_preposition(tokens, at, number):
        return "bare", at
    for words, unit in LONG_UNITS.items():
        if tuple(_w(tokens, at + k) for k in range(len(words))) == words:
            return unit, at + len(words)
    if word in PLAIN_UNITS:
        marked = word in ("foot", "feet", "ft") and _w(tokens, at + 1) == "mark"  # "at the 41 foot mark"
        return PLAIN_UNITS[word], at + 1 + marked
    if word in TIMES and not (word == "second" and number.word != "#"):
        return TIMES[word], at + 1
    return "bare", at


def _part_of_unit(tokens: Sequence[Token], at: int) -> tuple[str, int] | None:
    """``half an inch``, ``three quarters of an inch``, ``half a foot``: the unit of a fraction."""
    start = at + 1 if _w(tokens, at) == "of" else at
    if _w(tokens, start) in ("a", "an") and _w(tokens, start + 1) in ("inch", "foot"):
        return ("in" if _w(tokens, start + 1) == "inch" else "ft"), start + 2
    return None


def _is_preposition(tokens: Sequence[Token], at: int, number: Token) -> bool:
    """``41 in the barrel`` is a place, ``2 in`` a size."""
    after = _w(tokens, at + 1)
    if {_w(tokens, at + 2), _w(tokens, at + 3)} & {"shape", "condition"}:
        return True  # "to 20 in good shape"
    if number.fraction:
        return number.spoken and after in NOT_INCHES - {"and", "to"}  # "the knockout still half in it"
    if not tokens[at].glued and (number.number or 0) > MOST_INCHES and after not in DEEP:
        return True  # "stopped at 72 in roots"
    return after in NOT_INCHES and not tokens[at].glued and after != "and"


def _inches_behind(tokens: Sequence[Token], j: int, feet: float, led: bool) -> tuple[float, int] | None:
    """Inches that belong to the feet before them: under 12, and no sized thing behind (``22 foot 4 inch clay``)."""
    if feet != int(feet):
        return None
    n = j + 1 if _w(tokens, j) in ("and", ",") and _w(tokens, j) == "and" else j
    if n >= len(tokens) or tokens[n].number is None or not (tokens[n].number or 0) < IN_PER_FT:
        return None
    unit, end = _unit(tokens, n + 1, tokens[n])
    if unit == "in":
        marked = _w(tokens, j - 1) == "'" and tokens[n].glued and tokens[end - 1].glued  # 42'6", however it goes on
        return (float(tokens[n].number or 0), end) if marked or not _sized_thing(tokens, end) else None
    ends = end == len(tokens) or tokens[end].is_sign
    # "four foot six at the curb"; "30 ft 6" may be thirty feet, and six
    spelled = _w(tokens, j - 1) in ("foot", "feet")
    whole = (
        ends
        and (tokens[n].spoken or spelled)
        or tokens[n].spoken
        and led
        or spelled
        and _w(tokens, end) in BESIDE_INCHES
    )
    to = _w(tokens, end) == "to" and end + 1 < len(tokens) and tokens[end + 1].number is None
    if (
        unit == "bare"
        and not tokens[n].fraction
        and (tokens[n].glued or whole or to or _w(tokens, end) in ("deep", "down"))
    ):
        return float(tokens[n].number or 0), end
    return None


BESIDE_INCHES = words_of("at by near under below here there down deep")


SIZED = words_of("""
    clay cast iron pvc abs plastic concrete pipe line main cleanout vitrified orangeburg fibre fiber vent drop step offset gap
    crack hole lip belly open opening tall high wide liner sewer lateral bore standing water sag rock blister
""")


def _sized_thing(tokens: Sequence[Token], end: int) -> bool:
    return _w(tokens, end) in SIZED


def _second(tokens: Sequence[Token], single: Quantity, i: int, j: int) -> Quantity | None:
    """``60 to 70 %``, ``33 or 34``, ``55 to 61``: two numbers as one quantity."""
    if (told := _spoken_range(tokens, single, i, j) or _across(tokens, single, i, j)) is not None:
        return told
    j += _w(tokens, j) == "ish"
    for count in (5, 4, 3, 2, 1):
        words = tuple(_w(tokens, j + n) for n in range(count))
        is_range = words in ALL_RANGE
        both = False
        if words in (("and",), ("&",)):
            between = _w(tokens, i - 1) == "between" or _w(tokens, i - 1) in ABOUT and _w(tokens, i - 2) == "between"
            both = _clock_goes_on(tokens, j + count, single) and not between
            is_range = both or between
        if not is_range and words != ("or",) and words != ("or", "maybe") and words != ("-", "or"):
            continue
        k = j + count
        if _w(tokens, k) in ("a", "an") and _w(tokens, k + 1) in ("inch", "foot"):
            other, end = _one_unit(tokens, k, 1.0, k + 1), k + 2
        elif k < len(tokens) and tokens[k].number is not None:
            other, end = _single(tokens, k)
        elif k < len(tokens) and tokens[k].word == "about" and k + 1 < len(tokens) and tokens[k + 1].number is not None:
            other, end = _single(tokens, k + 1)
        else:
            continue
        units = _shared_unit(single.unit, other.unit)
        if units is None:
            return None
        if ">" in words and not (units in ("bare", "ft") and other.low > IN_PER_FT):  # "6 > 4" are bores
            return None
        either = "or" in words or both
        low, high = (single.low, other.high)
        about = any(t.word in ABOUT | {"least"} for t in tokens[j:k])
        return Quantity(units, low, high, i, end, either=either, about=about)
    return None


def _across(tokens: Sequence[Token], single: Quantity, i: int, j: int) -> Quantity | None:
    """``2 by 3 inches``: a thing by its larger side; each with its inches is a size of its own, of a reducer it is a bore."""
    at = j - 1 if single.unit == "times" else j  # "2 x 3 in"
    if _w(tokens, at) not in ("by", "x") or "reducer" in {t.word for t in tokens}:
        return None
    if at + 1 >= len(tokens) or tokens[at + 1].number is None or single.unit not in ("bare", "in", "times"):
        return None
    other, end = _single(tokens, at + 1)
    larger = max(single.high, other.high)
    in_inches = {single.unit, other.unit} - {"times"} in ({"in", "bare"}, {"in"}) and single.unit != other.unit
    return Quantity("in", larger, larger, i, end) if in_inches else None


def _spoken_range(tokens: Sequence[Token], single: Quantity, i: int, j: int) -> Quantity | None:
    """``maybe ten fifteen percent``: two numbers side by side as a range, where a word of doubt leads them."""
    if single.unit != "bare" or not tokens[i].spoken or _w(tokens, i - 1) not in ABOUT | {"like", "what"}:
        return None
    if j >= len(tokens) or tokens[j].number is None or not tokens[j].spoken or tokens[j].fraction:
        return None
    other, end = _single(tokens, j)
    near = other.unit in ("pct", "in") and single.low < other.low <= 3 * single.low
    return Quantity(other.unit, single.low, other.low, i, end) if near else None


def _clock_goes_on(tokens: Sequence[Token], k: int, single: Quantity) -> bool:
    """Whether ``10 and 2 o'clock`` goes on here: two hours of one clock."""
    if k >= len(tokens) or tokens[k].number is None or single.unit not in ("bare", "clock"):
        return False
    return _unit(tokens, k + 1, tokens[k])[0] == "clock"


def _shared_unit(first: str, second: str) -> str | None:
    """The one unit of two numbers; None where they are two things."""
    lengths = {"ft", "ft_in"}
    if first == second:
        return first
    if first in lengths and second in lengths:
        return "ft"
    if first == "bare" and second not in ("fraction", "talk"):
        return "ft" if second == "ft_in" else second
    if first == "fraction" and second in ("in", "bare"):
        return second if second == "in" else None
    if second == "bare" and first in lengths:
        return "ft"
    return None


def percent(share: float) -> float:
    """A share said as a fraction, in percent: no finer than half of one, for nobody says a third to the thousandth.

    >>> percent(1 / 3), percent(2 / 3), percent(1 / 8), percent(0.5)
    (33.0, 67.0, 12.5, 50.0)
    """
    halves = 200 * share
    return round(halves) / 2 if abs(halves - round(halves)) < 1e-6 else float(round(100 * share))
