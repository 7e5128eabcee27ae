"""The ear: plain trade words into lines of the entry language, with an account of every word."""

from bellstone.core.ear.heard import Context, Heard
from bellstone.core.ear.hearing import hear_line
from bellstone.core.ear.page import Draft, SourceLine, hear_page
from bellstone.core.ear.reading import listen, reading_of, said_as

__all__ = ["Context", "Draft", "Heard", "SourceLine", "hear_line", "hear_page", "listen", "reading_of", "said_as"]
