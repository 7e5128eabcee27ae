"""Where one would dig."""

from bellstone.core.dig.brackets import Bracket, DepthAt, Need, brackets
from bellstone.core.dig.needs import digs

__all__ = [
    "Bracket",
    "DepthAt",
    "Need",
    "brackets",
    "digs",
]
