"""An amount with its unit, as it is written: ``1 1/2"``, ``60-70%``, ``under 1in``, ``~30%``."""

import re
from typing import Any

from bellstone.core.ground import NUMBER, number
from bellstone.core.record import Amount

_UNIT = r"(?P<unit>%|percent\b|\"|inch(?:es)?\b|in\b(?!\s+place)|ft\b|feet\b|'|deg\b|degrees\b|°|gal\b)"
_BOUND = r"(?P<bound>under|less than|<|at most|at least|more than|over|>|about|around|~)?\s*"
_AMOUNT = re.compile(rf"{_BOUND}(?P<a>{NUMBER})(?:(?P<sep>\s*(?:-|\.\.|to|or)\s*)(?P<b>{NUMBER}))?\s*{_UNIT}", re.I)
_UNITS = {
    "%": "pct", "percent": "pct", '"': "in", "in": "in", "inch": "in", "inches": "in", "ft": "ft", "feet": "ft", "'": "ft",
    "deg": "deg", "degrees": "deg", "°": "deg", "gal": "gal",
}  # fmt: skip
_BOUNDS = {
    "under": "at_most", "less than": "at_most", "<": "at_most", "at most": "at_most", "at least": "at_least",
    "more than": "at_least", "over": "at_least", ">": "at_least", "about": "about", "around": "about", "~": "about",
}  # fmt: skip


def amount_at(text: str, at: int = 0) -> tuple[Amount, int] | None:
    """An amount with its unit that begins at ``at``, and where it ends.

    >>> amount, end = amount_at('1 1/2" up')
    >>> amount.likely, amount.unit, end
    (1.5, 'in', 6)
    """
    match = _AMOUNT.match(text, at)
    if match is None:
        return None
    unit = _UNITS[match["unit"].lower()]
    said = match[0].strip()
    form = _BOUNDS.get((match["bound"] or "").lower().strip(), "value")
    a = number(match["a"])
    tree: dict[str, Any] = {"form": form, "likely": a, "unit": unit, "said": said}
    if match["b"]:
        b = number(match["b"])
        if match["sep"].strip().lower() == "or":
            tree["alternatives"] = ({"likely": b, "unit": unit, "said": said},)
        else:
            tree |= {"form": "range", "likely": None, "low": min(a, b), "high": max(a, b)}
    return Amount.model_validate(tree), match.end()
