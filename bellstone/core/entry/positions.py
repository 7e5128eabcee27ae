"""Where a line says it is: the position that stands first, with both readings where there are two."""

import re
from typing import NamedTuple

from bellstone.core.ground import IN_PER_FT, NUMBER, length_ft, number
from bellstone.core.pipe import material_from_word
from bellstone.core.record import (
    Amount,
    BetweenPosition,
    CounterPosition,
    LandmarkPosition,
    OrderPosition,
    Position,
    RelativePosition,
    ThroughoutPosition,
)

_MARKED_INCHES = rf"(?:\s*{NUMBER}\s*(?:\"|in\b)|\d+(?:\.\d+)?(?![\d.]*\s*(?:-|\.\.|%)))"
LENGTH = rf"-?(?:\d+(?:\.\d+)?\s*'{_MARKED_INCHES}?|\d*\.?\d+(?:\s*(?:ft|feet)\b(?:\s*\d+(?:\.\d+)?\s*(?:\"|in\b))?)?)"
_NOT_A_SIZE = r"(?!\s*(?:\"|in\b|inch|%|/|deg|o'?clock|gal|:\d)|\d)"
_WORD_DASH = r"\s*(?:-|\.\.|to)\s*"


class Placed(NamedTuple):
    """A position read from the head of a line, and where the rest begins."""

    position: Position
    rest: int
    asks: tuple[tuple[str, str], ...] = ()  # (label, the words that say it) where there are two readings


def read_position(text: str) -> Placed:
    """The position that stands first in ``text``; order only where there is none.

    Counters, ranges and ``or`` are raw counter feet; ``+3`` is in the travel direction.

    >>> read_position("41.5 roots").position.counter.likely, read_position("roots").position.by
    (41.5, 'order')
    >>> read_position("22'6\\"-26' standing").position.to.likely
    26.0
    >>> read_position("45 on roots loose").position.onward
    True
    >>> [label for label, _ in read_position("12-6 roots").asks]
    ['12 ft 6 in', 'from 6 to 12 ft']
    """
    for reader in (_throughout, _landmark, _between, _relative, _here, _onward, _counter):
        placed = reader(text)
        if placed is not None:
            return placed
    return Placed(OrderPosition(), 0)


def feet_amount(text: str, form: str = "value") -> Amount:
    """A length of a position as an Amount in feet; a bare number is feet there.

    >>> feet_amount("52'8\\"").likely == 52 + 8 / 12
    True
    """
    written = text.strip()
    sign = -1 if written.startswith("-") else 1
    written = written.lstrip("-")
    feet = number(written) if re.fullmatch(NUMBER, written) else length_ft(written)
    return Amount.model_validate({"form": form, "likely": sign * feet, "unit": "ft", "said": text.strip()})


def _throughout(text: str) -> Placed | None:
    match = re.match(r"all(?:\s+(?P<what>[a-z_ ]+?))?(?:\s+(?P<bore>\d+(?:\.\d+)?)\s*(?:in\b|\"))?\s*:\s*", text, re.I)
    if match is None:
        return None
    what = match["what"]
    if what and material_from_word(what) is None and what.strip() not in ("line", "the way"):
        return None
    material = material_from_word(what) if what else None
    bore = float(match["bore"]) if match["bore"] else None
    return Placed(ThroughoutPosition(material=material, bore_in=bore), match.end())


def _landmark(text: str) -> Placed | None:
    name = r"(?P<name>[A-Za-z][\w '.-]*?)"
    ground = r"(?P<ground>\s*,?\s*(?:on|along)\s+the\s+ground)?"
    match = re.match(
        rf"(?:(?P<distance>{LENGTH})\s*(?:ft\s+)?)?(?P<side>near|at|short of|before|past|beyond)\s+(?:the\s+)?{name}{ground}\s*:\s*",
        text,
        re.I,
    )
    if match is None:
        return None
    side = {"before": "short_of", "short of": "short_of", "beyond": "past"}.get(
        match["side"].lower(), match["side"].lower()
    )
    position = LandmarkPosition.model_validate(
        {
            "landmark": match["name"].strip(),
            "distance": feet_amount(match["distance"]) if match["distance"] else None,
            "side": side,
            "measured": "ground" if match["ground"] else "cable",
        }
    )
    return Placed(position, match.end())


def _between(text: str) -> Placed | None:
    match = re.match(rf"between\s+({LENGTH})\s+and\s+({LENGTH})\s*:?\s+", text, re.I)
    if match is None:
        return None
    low, high = sorted((feet_amount(match[1]), feet_amount(match[2])), key=lambda a: a.likely or 0.0)
    return Placed(BetweenPosition(low=low, high=high), match.end())


def _relative(text: str) -> Placed | None:
    if match := re.match(r"next(?:\s+joint\b(?=\s*[:,]))?\s*[:,]?\s+", text, re.I):
        return Placed(RelativePosition(), match.end())
    match = re.match(rf"\+\s*(?P<a>{LENGTH})(?:{_WORD_DASH}(?P<b>{LENGTH}))?\s+", text, re.I)
    if match is None:
        return None
    amount = feet_amount(match["a"])
    if match["b"]:
        ends = sorted((amount.likely or 0.0, feet_amount(match["b"]).likely or 0.0))
        amount = Amount(form="range", low=ends[0], high=ends[1], unit="ft", said=match[0].strip())
    return Placed(RelativePosition(distance=amount), match.end())


def _here(text: str) -> Placed | None:
    match = re.match(r"\.\s+", text)
    return Placed(RelativePosition(distance=Amount(likely=0.0, unit="ft", said=".")), match.end()) if match else None


def _onward(text: str) -> Placed | None:
    """``45 on roots``: from there as far as was seen."""
    match = re.match(
        rf"(?P<about>~|about\s+|around\s+)?\s*(?P<a>{LENGTH})\s+on(?:ward|wards)?\b\s*:?(?:\s+|$)", text, re.I
    )
    if match is None:
        return None
    return Placed(
        CounterPosition(counter=feet_amount(match["a"], "about" if match["about"] else "value"), onward=True),
        match.end(),
    )


def _counter(text: str) -> Placed | None:
    match = re.match(
        rf"(?P<about>~|about\s+|around\s+)?\s*(?P<a>{LENGTH})(?:(?P<sep>\s*(?:-|\.\.|\bor\b|\bto\b)\s*)(?P<b>{LENGTH}))?"
        rf"{_NOT_A_SIZE}\s*:?(?:\s+|$)",
        text,
        re.I,
    )
    if match is None:
        return None
    first = feet_amount(match["a"], "about" if match["about"] else "value")
    if not match["b"]:
        return Placed(CounterPosition(counter=first), match.end())
    second = feet_amount(match["b"], "about" if match["about"] else "value")
    if match["sep"].strip().lower() == "or":
        both = first.model_copy(update={"alternatives": (second,)})
        return Placed(CounterPosition(counter=both), match.end())
    low, high = sorted((first, second), key=lambda a: a.likely or 0.0)
    asks: tuple[tuple[str, str], ...] = ()
    whole = re.fullmatch(r"\d+-\d+", match["a"] + match["sep"].strip() + match["b"])
    if whole and int(match["b"]) < min(IN_PER_FT, int(match["a"])):
        asks = (
            (f"{match['a']} ft {match['b']} in", f"{match['a']}'{match['b']}\""),
            (f"from {match['b']} to {match['a']} ft", f"{match['b']}..{match['a']}"),
        )
    return Placed(CounterPosition(counter=low, to=high), match.end(), asks)
