"""Where one would dig."""

from bellstone.core.dig.brackets import Bracket, DepthAt, Need, brackets

__all__ = [
    "Bracket",
    "DepthAt",
    "Need",
    "brackets",
]
