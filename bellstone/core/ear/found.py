"""What was heard: one finding as it will be written, and all that a sentence gave."""

from dataclasses import dataclass, field

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.places import Place
from bellstone.core.entry import words_for
from bellstone.core.scheme import Scheme

Part = Piece | Place
NOTHING_THERE = "a place, and nothing said to be there"


@dataclass
class Found:
    """One finding as heard: its kind and words, and the pieces of the line it was made of."""

    kind: str
    words: list[str] = field(default_factory=list)
    place: Place | None = None
    size: str = ""
    clock: str = ""
    negative: bool = False
    unsure: bool = False
    change: str = ""  # what a transition or a pipe says
    text: str = ""
    depth: str = ""  # of the pipe below the ground
    or_depth: str = ""  # what the same words may mean: "5.11" is feet and inches, or feet
    or_size: str = ""  # the same of a size: "a quarter" of a step may be of an inch or of the pipe
    was: str = ""  # the size as found, before cleaning
    own_place: Place | None = None  # where a stretch is told by its two ends
    carried: bool = False  # of another line
    named: str = ""  # the words of the source that named it
    listed: bool = False  # negative only by the negative of the thing before it

    def keep(self, said: str) -> None:
        """Words kept with it as they were said, behind others that it has."""
        self.text = f'{self.text[:-1]}, {said}"' if self.text else f'"{said}"'

    @property
    def line(self) -> str:
        """The finding as a line of the entry language."""
        at = self.own_place or self.place
        place = f"{at.said} " if at and at.said else ""
        if self.kind == "pass" and not self.negative:
            return " ".join([self.kind, *self.words])  # of the way the camera goes, wherever that is told
        if self.negative and self.kind == "main" and not self.place:
            return "main not reached"
        if self.negative:
            return f"{place}none: {self.kind}"
        if self.kind in ("zero", "counter_reset"):
            read = (
                self.place.said
                if self.place and self.place.said[:1].isdecimal() and self.kind == "counter_reset"
                else ""
            )
            where = self.place.landmark if self.place and self.place.landmark else read
            return f"counter reset to 0{f', at {where}' if where else ''}"
        if self.kind == "depth":
            return f"{place}depth {self.depth}{' ' + self.text if self.text else ''}"
        mark = "?" if self.unsure else ""
        was = f"was {self.was} now" if self.was else ""
        bits = [self.kind + mark, was, *self.words, self.change, self.size, self.clock, self.text]
        return place + " ".join(b for b in bits if b)


@dataclass
class Hearing:
    """What a sentence was heard as: findings, doubts, and what each piece was used for."""

    found: list[Found] = field(default_factory=list)
    doubts: list[str] = field(default_factory=list)
    uses: dict[int, str] = field(default_factory=dict)  # token index -> use
    hours: list[int] = field(default_factory=list)  # the last tokens of bare numbers that may be hours of the clock


def told_last(found: list[Found], before: Found | None) -> Found:
    """What more may be told of: the last thing found, or where that only says it is not here, the thing before it."""
    last = found[-1]
    again = before is not None and last.negative and last.kind == before.kind and not before.negative
    return before if again and before is not None else last


def forms_of(kind: str, scheme: Scheme) -> frozenset[str]:
    return (
        frozenset(w for w, m in words_for(kind, scheme).items() if m.slot == "form")
        if kind in scheme.kinds
        else frozenset()
    )
