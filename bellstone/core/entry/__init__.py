"""The entry language: a line read with every word accounted for, and printed back."""

from bellstone.core.entry.grammar import read_line
from bellstone.core.entry.printing import amount_words, clock_words, position_words, sighting_line
from bellstone.core.entry.reading import (
    Act,
    CannotAssess,
    CountThings,
    EntryReading,
    EstimateLength,
    Flush,
    Know,
    Lie,
    Question,
    ReadDepth,
    ReadInvert,
    ReadPitch,
    Say,
    See,
    Span,
    StartPass,
    StartRun,
    StartVisit,
)
from bellstone.core.entry.writing import page_of

__all__ = [
    "Act",
    "CannotAssess",
    "CountThings",
    "EntryReading",
    "EstimateLength",
    "Flush",
    "Know",
    "Lie",
    "Question",
    "ReadDepth",
    "ReadInvert",
    "ReadPitch",
    "Say",
    "See",
    "Span",
    "StartPass",
    "StartRun",
    "StartVisit",
    "amount_words",
    "clock_words",
    "page_of",
    "position_words",
    "read_line",
    "sighting_line",
]
