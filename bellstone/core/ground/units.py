"""Feet inside, trade units at the edges: lengths as people write them, and back."""

import re
from collections.abc import Sequence
from fractions import Fraction
from functools import lru_cache
from math import isfinite

from bellstone.core.ground.errors import DomainError

IN_PER_FT = 12
FT3_PER_YD3 = 27.0
GAL_PER_FT3 = 1728 / 231  # the US gallon is 231 cubic inches by definition (NIST Handbook 44)
_TYPOGRAPHIC = {
    "\u2019": "'", "\u2018": "'", "\u2032": "'", "\u201c": '"', "\u201d": '"', "\u2033": '"',
    "\u2013": "-", "\u2014": "-", "\u2212": "-", "\u2192": ">", "\u00d7": "x", "\u2248": "~", "\u00a0": " ",
    "\u2044": "/", "\u2264": "under ", "\u2265": "over ",
}  # fmt: skip
_VULGAR = {
    "¼": "1/4", "½": "1/2", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8", "⅓": "1/3", "⅔": "2/3",
}  # fmt: skip
# A number as the trade writes it: 1 1/2, 1-1/2, 3/4, 2.5, .5
NUMBER = r"(?:\d+[ -]\d+/\d+|\d+/\d+|\d*\.\d+|\d+)"
_FOOT = r"(?:'|ft\b\.?|feet\b|foot\b)"
_INCH = r"(?:\"|''|inch(?:es)?\b|in\b\.?)"
FEET_INCHES = (
    rf"(?P<feet>{NUMBER})\s*{_FOOT}"
    rf"(?:\s*(?P<inches>{NUMBER})(?:\s*{_INCH}|(?![\d.]*\s*(?:-|\.\.|%|o'?clock|'|ft|/|deg|x))(?![\d.])))?"
)


INCHES = rf"(?P<only_inches>{NUMBER})\s*{_INCH}"


def plain(text: str) -> str:
    """Typographic quotes, dashes and vulgar fractions in plain characters.

    >>> plain("22\u20196\u2033 \u2013 1\u00bd in")
    '22\\'6" - 1 1/2 in'
    """
    for odd, usual in _TYPOGRAPHIC.items():
        text = text.replace(odd, usual)
    for odd, usual in _VULGAR.items():
        text = re.sub(rf"(?<=\d){odd}", f" {usual}", text).replace(odd, usual)
    return text


@lru_cache(maxsize=4096)
def number(text: str) -> float:
    """A number as written: ``2.5``, ``3/4``, ``1 1/2`` or ``1-1/2``.

    >>> number("1 1/2"), number("3/4"), number(".5")
    (1.5, 0.75, 0.5)
    """
    parts = re.split(r"[ -]", text.strip())
    try:
        total = float(sum(Fraction(part) for part in parts))
    except (ValueError, ZeroDivisionError, OverflowError) as error:
        raise DomainError("number", text, "wants a number such as 2.5 or 1 1/2") from error
    if not isfinite(total):
        raise DomainError("number", text, "wants a finite number")
    return total


def length_ft(text: str) -> float:
    """A length with its unit, in feet.

    Feet and inches (``5'11"``, ``5 ft 11``), feet (``41.5 ft``) or inches (``2 1/2 in``).

    Raises
    ------
    DomainError
        No unit, or not a length: a bare number is never guessed.

    Examples
    --------
    By hand 5 + 11/12 = 5.9167 and 22 + 6/12 = 22.5.

    >>> round(length_ft("5'11\\""), 4), length_ft("22'6"), length_ft("6in")
    (5.9167, 22.5, 0.5)
    """
    written = plain(text).strip()
    if match := re.fullmatch(FEET_INCHES, written, re.I):
        if match["inches"] and number(match["inches"]) >= IN_PER_FT:
            raise DomainError("length", text, "wants inches under 12 behind the feet")
        return number(match["feet"]) + number(match["inches"] or "0") / IN_PER_FT
    if match := re.fullmatch(INCHES, written, re.I):
        return number(match["only_inches"]) / IN_PER_FT
    raise DomainError("length", text, "wants a length with its unit, such as 41.5 ft, 5'11\" or 2.5 in")


def depth_readings_ft(text: str) -> Sequence[tuple[float, str]]:
    """Every way a depth said or written can be meant, each with its plain form.

    ``5.11`` is 5.11 ft or 5 ft 11 in; both come back and the analyst chooses.

    >>> [(round(ft, 3), form) for ft, form in depth_readings_ft("5.11")]
    [(5.11, '5.11 ft'), (5.917, '5 ft 11 in')]
    >>> depth_readings_ft("5'6\\"")
    [(5.5, '5\\'6"')]
    """
    written = plain(text).strip()
    bare = re.fullmatch(r"(\d+)\.(1[01]|[1-9])(?:\s*(?:ft|feet))?", written)
    if bare and re.fullmatch(r"\d+\.\d+", written):
        feet, inches = int(bare[1]), int(bare[2])
        return [(float(written), f"{written} ft"), (feet + inches / IN_PER_FT, f"{feet} ft {inches} in")]
    if re.fullmatch(NUMBER, written):
        return [(number(written), f"{written} ft")]
    return [(length_ft(written), written)]


@lru_cache(maxsize=4096)
def tidy(value: float, places: int = 3) -> str:
    """A number without trailing zeros, for lines that are read back.

    >>> tidy(41.50), tidy(3.0), tidy(0.0625, 4)
    ('41.5', '3', '0.0625')
    """
    text = f"{value:.{places}f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return "0" if text == "-0" else text
