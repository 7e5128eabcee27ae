"""What a test says, read by the scheme that ships."""

from bellstone.core import entry
from bellstone.core.entry import EntryReading
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def read_line(text: str) -> EntryReading:
    return entry.read_line(text, HOUSE)
