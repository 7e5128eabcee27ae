"""A measured thing, kept as said, and what it comes to as a middle and a spread."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from bellstone.core.ground import RANGE_TO_SIGMA, ROOT_12
from bellstone.core.record.base import Number, Rec, Text, Word


class Amount(Rec):
    """A measured thing: a value, a range, at least, at most, about, or a word. Kept as said."""

    form: Literal["value", "range", "at_least", "at_most", "about", "word"] = "value"
    likely: Number | None = None
    low: Number | None = None
    high: Number | None = None
    word: Word | None = None
    unit: Literal["ft", "in", "pct", "deg", "count", "gal", "min", "usd", ""] = ""
    basis: Literal["instrument", "by_eye", "judged", "told"] = "by_eye"
    alternatives: Annotated[tuple["Amount", ...], Field(max_length=8)] = ()
    said: Text = ""

    @model_validator(mode="after")
    def _says_something(self) -> "Amount":
        if self.form == "word" and not self.word:
            raise ValueError("a word amount needs its word")
        if self.form == "range" and (self.low is None or self.high is None):
            raise ValueError("a range needs both its ends, low and high")
        if self.form in ("value", "about", "at_least", "at_most") and self.likely is None:
            raise ValueError(f"an amount that is {self.form.replace('_', ' ')} needs its number, likely")
        if self.low is not None and self.high is not None and self.low > self.high:
            raise ValueError(f"low {self.low} is above high {self.high}: swap them")
        return self


NOT_KNOWN = "not known"  # the word of an amount that is there, and that nobody measured
ABOUT_FT = 1.0  # sigma of a footage said "about": working value


def amount_middle(amount: Amount) -> float:
    """The likely value: as said, or the middle of a range or of its alternatives, in the amount's own unit.

    >>> amount_middle(Amount(form="range", low=3, high=4, unit="ft"))
    3.5
    """
    if amount.alternatives:
        values = [amount.likely or 0.0, *(a.likely or 0.0 for a in amount.alternatives)]
        return (max(values) + min(values)) / 2
    if amount.likely is None:
        return ((amount.low or 0.0) + (amount.high or 0.0)) / 2
    return amount.likely


def amount_spread(amount: Amount) -> float:
    """One standard deviation of a length [ft]: (high - low)/3.3 for a range, 1 ft for "about", else 0.

    >>> round(amount_spread(Amount(form="range", low=3, high=4, unit="ft")), 3)
    0.303
    """
    if amount.form == "about":
        return ABOUT_FT
    if amount.form == "range" and amount.low is not None and amount.high is not None:
        return (amount.high - amount.low) / RANGE_TO_SIGMA
    if amount.alternatives:
        values = [amount.likely or 0.0, *(a.likely or 0.0 for a in amount.alternatives)]
        return (max(values) - min(values)) / ROOT_12
    return 0.0
