"""The coding scheme: kinds, sizes in words, limits, and the rating they give."""

from bellstone.core.scheme.bores import USUAL_BORE_IN
from bellstone.core.scheme.checking import scheme_problems
from bellstone.core.scheme.rating import Rating, Unrated, rate, rate_as_found, size_words
from bellstone.core.scheme.sizes import Bounds, size_bounds
from bellstone.core.scheme.table import ASPECTS, RATING_WORDS, Aspect, Kind, Measure, Scheme, house_scheme

__all__ = [
    "ASPECTS",
    "Aspect",
    "Bounds",
    "Kind",
    "Measure",
    "RATING_WORDS",
    "Rating",
    "Scheme",
    "USUAL_BORE_IN",
    "Unrated",
    "house_scheme",
    "rate",
    "rate_as_found",
    "scheme_problems",
    "size_bounds",
    "size_words",
]
