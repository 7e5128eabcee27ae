"""What a part of a sentence is: where one is, what may be silent, what denies, what links."""

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Part
from bellstone.core.ear.places import Place

SILENT = frozenset({"fillers", "links", "sign", "unknown", "landmarks", "shares"})


def is_here(place: Place) -> bool:
    """Whether a place is a footage where one is: ``runs to 43`` begins elsewhere."""
    return not place.landmark and not place.only_to and place.said[0] in "~0123456789"


def may_be_silent(part: Part) -> bool:
    return isinstance(part, Piece) and part.what in SILENT


def is_negative(part: Part) -> bool:
    return isinstance(part, Piece) and part.what == "negatives"


def is_link(part: Part) -> bool:
    return isinstance(part, Piece) and part.what == "links"
