"""An amount as a middle and a spread: what a value, a range, a word "about" or alternatives come to."""

from bellstone.core.record import Amount
from bellstone.core.stationing import RANGE_TO_SIGMA

ABOUT_FT = 1.0  # sigma of a footage said "about": working value
ROOT_12 = 12**0.5


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
