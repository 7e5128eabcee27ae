"""Where one would dig."""

from bellstone.core.dig.brackets import Bracket
from bellstone.core.dig.depth import Depths, depths_of
from bellstone.core.dig.needs import digs
from bellstone.core.dig.trench import USUAL_BORE_IN, trench

__all__ = [
    "USUAL_BORE_IN",
    "Bracket",
    "Depths",
    "depths_of",
    "digs",
    "trench",
]
