"""Where one would dig."""

from bellstone.core.dig.brackets import Bracket
from bellstone.core.dig.depth import ABOVE_GROUND, NOT_READ, SPOT_FT, Depths, depths_of
from bellstone.core.dig.needs import digs
from bellstone.core.dig.trench import USUAL_BORE_IN, cover_ft, trench

__all__ = [
    "ABOVE_GROUND",
    "NOT_READ",
    "SPOT_FT",
    "USUAL_BORE_IN",
    "Bracket",
    "Depths",
    "cover_ft",
    "depths_of",
    "digs",
    "trench",
]
