"""Sizes as said, turned into a low, a likely and a high number of the kind's own measure."""

from typing import NamedTuple

from bellstone.core.ground import IN_PER_FT, number
from bellstone.core.pipe import area_share
from bellstone.core.record import Amount
from bellstone.core.scheme.table import Measure, Scheme


class Bounds(NamedTuple):
    """Low, likely and high in one unit; all equal where a plain value was said."""

    low: float
    likely: float
    high: float


# The unit each measure is compared in, and the most it can be (physical limit of "at least").
MEASURE_UNIT: dict[Measure, str] = {
    "step": "pct", "share": "pct", "ovality": "pct", "height": "pct", "opening": "in", "extent": "ft",
    "angle": "deg", "depth": "in", "none": "",
}  # fmt: skip
_LIMIT = {"pct": 100.0, "in": 12.0, "ft": 300.0, "deg": 90.0}


def size_bounds(amount: Amount, measure: Measure, bore_in: float, scheme: Scheme) -> Bounds | None:
    """A said size in the measure's unit, or None where the scheme has no entry for its word.

    Parameters
    ----------
    amount : Amount
        As said: a value, range, at least, at most, about, or word.
    measure : str
        ``step``, ``share``, ``ovality``, ``height`` [% of bore]; ``opening``, ``depth`` [in];
        ``extent`` [ft]; ``angle`` [deg].
    bore_in : float
        Inside diameter [in], to turn inches into a share and back.

    Examples
    --------
    One inch in a 4 in bore is a quarter of it; "small" roots are 5 to 20 % by the scheme's table.

    >>> from bellstone.core.scheme import house_scheme
    >>> size_bounds(Amount(likely=1, unit="in"), "step", 4, house_scheme())
    Bounds(low=25.0, likely=25.0, high=25.0)
    >>> size_bounds(Amount(form="word", word="small"), "share", 4, house_scheme())
    Bounds(low=5.0, likely=12.5, high=20.0)
    """
    if amount.form == "word":
        named = [_word_bounds(a.word or "", measure, bore_in, scheme) for a in (amount, *amount.alternatives)]
        known = [b for b in named if b is not None]
        return Bounds(min(b.low for b in known), known[0].likely, max(b.high for b in known)) if known else None
    if not amount.alternatives:
        return _plain_bounds(amount, measure, bore_in)
    lows_highs = [_plain_bounds(a, measure, bore_in) for a in (amount, *amount.alternatives)]
    return Bounds(min(b.low for b in lows_highs), lows_highs[0].likely, max(b.high for b in lows_highs))


def _plain_bounds(amount: Amount, measure: Measure, bore_in: float) -> Bounds:
    top = bore_in if measure == "depth" else _LIMIT[MEASURE_UNIT[measure] or "pct"]

    def turned(value: float) -> float:
        return in_measure(value, amount.unit, measure, bore_in)

    likely = turned(amount.likely) if amount.likely is not None else None
    low = turned(amount.low) if amount.low is not None else None
    high = turned(amount.high) if amount.high is not None else None
    if amount.form == "at_most" and likely is not None:
        return Bounds(0.0, likely / 2, likely)
    if amount.form == "at_least" and likely is not None:
        return Bounds(likely, (likely + max(top, likely)) / 2, max(top, likely))
    if amount.form == "about" and likely is not None and low is None:
        return Bounds(likely * 0.8, likely, likely * 1.2)  # working value: "about" is a fifth either way
    middle = likely if likely is not None else ((low or 0.0) + (high or 0.0)) / 2
    return Bounds(low if low is not None else middle, middle, high if high is not None else middle)


def in_measure(value: float, unit: str, measure: Measure, bore_in: float) -> float:
    """A number with its unit in the measure's unit: the one place sizes change unit."""
    inches = {"in": value, "ft": value * IN_PER_FT}.get(unit)
    if measure in ("step", "height", "ovality"):
        return value if inches is None else 100 * inches / bore_in
    if measure == "share":
        # a height of sand or paper blocks the segment under it (handbook 2.6)
        return value if inches is None else 100 * area_share(min(max(inches, 0.0), bore_in), bore_in)
    if measure in ("opening", "depth"):
        return inches if inches is not None else value * bore_in / 100
    if measure == "extent":
        return value / IN_PER_FT if unit == "in" else value
    return value


def _word_bounds(word: str, measure: Measure, bore_in: float, scheme: Scheme) -> Bounds | None:
    entry = scheme.words.get(measure, {}).get(word)
    if entry is None:
        return None
    low, high = sorted(_entry(end, bore_in) for end in entry)
    return Bounds(low, (low + high) / 2, high)


def _entry(end: float | str, bore_in: float) -> float:
    """A table entry: a number in the measure's unit, or ``"1 in"`` / ``"50 %"`` of a depth, in inches."""
    if not isinstance(end, str):
        return float(end)
    value, unit = end.split()
    return number(value) * (bore_in / 100 if unit == "%" else 1)
