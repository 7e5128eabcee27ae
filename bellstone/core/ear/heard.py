"""What was heard of a line, and what the lines before carry into it."""

from dataclasses import dataclass
from typing import Literal

from bellstone.core.ear.places import Place

Outcome = Literal["heard", "asked", "kept"]


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


@dataclass(frozen=True, slots=True)
class Context:
    """What the words before carry into a line: the place they were at."""

    place: Place | None = None
