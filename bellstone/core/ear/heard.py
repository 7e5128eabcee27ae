"""What was heard of a line, and what the lines before carry into it."""

from dataclasses import dataclass
from typing import Literal

from bellstone.core.ear.found import Found
from bellstone.core.ear.places import Place

Outcome = Literal["heard", "asked", "kept"]
MOST_CANDIDATES = 6  # each is one key


@dataclass(frozen=True, slots=True)
class WordUsed:
    """One word of the source and what it was used for; ``none`` where it was not."""

    text: str
    use: str
    start: int
    end: int


@dataclass(frozen=True, slots=True)
class Heard:
    """What a line was heard as. ``lines`` enter by themselves only where the outcome is *heard*."""

    said: str
    outcome: Outcome
    lines: tuple[str, ...] = ()
    candidates: tuple[tuple[str, ...], ...] = ()
    words: tuple[WordUsed, ...] = ()
    why: str = ""
    from_context: tuple[str, ...] = ()
    place: Place | None = None  # the last place that was said in it
    last: Found | None = None  # the last thing in it
    more: str = ""  # the line of the thing before it, with what it says more of that


@dataclass(frozen=True, slots=True)
class Context:
    """What the words before carry into a line: the place they were at."""

    place: Place | None = None
    found: Found | None = None  # the thing before, of which more may be said
    spoken: bool = False  # footages read out with nothing there tell only where the camera is
