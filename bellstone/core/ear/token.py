"""One word, number or sign of a line."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Token:
    """One word, number or sign, as it is understood, and where it stands in the source."""

    word: str  # lower case, abbreviations written out; "#" for a number
    start: int
    end: int
    number: float | None = None
    fraction: bool = False  # said as a fraction: a half, 3/8
    spoken: bool = False  # a number in words
    glued: bool = False  # no space before it

    @property
    def is_sign(self) -> bool:
        return self.number is None and not self.word[:1].isalnum()
