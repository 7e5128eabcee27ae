"""One place and what is said of it: the parts, the findings so far, and which of them a word goes with."""

from collections.abc import Callable, Sequence
from typing import Protocol

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, Hearing, Part
from bellstone.core.ear.lexicon import Lexicon
from bellstone.core.ear.places import Place
from bellstone.core.ear.token import Token
from bellstone.core.entry import words_for
from bellstone.core.scheme import Scheme

AT_ONE_PLACE = frozenset({
    "stopped", "main", "fitting", "coupling", "forced", "cap", "trap", "branch", "access", "ends_at", "liner_start", "liner_end", "met",
    "backwater_valve", "dead_end", "vermin",
})  # fmt: skip
SIDES = ("top", "bottom", "crown", "floor", "left", "right", "sides")
WATERY = ("standing", "submerged", "leaking_in", "leaking_out", "inflow", "water_mark", "dry", "water", "flush")
OR_FLOW = "water standing there, or only flow?"
UNIT_OF = {"in": "in", "pct": "%", "deg": "deg"}


class Said(Protocol):
    """The sentence a group is of."""

    tokens: Sequence[Token]
    lexicon: Lexicon
    scheme: Scheme
    out: Hearing
    carried: bool  # the thing before is of another line

    def use(self, part: Part, use: str) -> None: ...

    def words(self, part: Part) -> str: ...

    def as_said(self, part: Part) -> str: ...


class Group:
    """The parts of one group, the findings made of them so far and where each stands."""

    def __init__(self, sentence: Said, parts: list[Piece], places: list[Place]):
        self.s, self.parts, self.places = sentence, parts, places
        self.found: list[Found] = []
        self.spots: list[tuple[int, Found]] = []  # where each kind stands

    def doubt(self, why: str) -> None:
        self.s.out.doubts.append(why)

    def _is_used(self, p: Piece) -> bool:
        return p.i in self.s.out.uses

    def _owner(self, n: int, can: Callable[[Found], bool]) -> Found | None:
        """Which finding a word goes with: across no link, the one before it that takes it, else the one after."""
        before = next(((k, f) for k, f in reversed(self.spots) if k <= n), None)
        after = next(((k, f) for k, f in self.spots if k > n), None)
        linked_before = before is not None and any(p.what == "links" for p in self.parts[before[0] : n])
        linked_after = after is not None and any(p.what == "links" for p in self.parts[n : after[0]])
        order = [before, after]
        if before is not None and after is not None and linked_before and not linked_after:
            order = [after, before]
        if before is None:
            order = [after]
        for one in order:
            if one is not None and can(one[1]):
                return one[1]
        return None

    def _knows(self, f: Found, word: str) -> bool:
        if f.negative:
            return word == "joint"
        if f.kind not in self.s.scheme.kinds:
            return False
        if word == "each joint":
            return True
        return word in words_for(f.kind, self.s.scheme)

    def _clashes(self, f: Found, word: str) -> bool:
        """Whether a finding has another word of the same slot already."""
        table = words_for(f.kind, self.s.scheme)
        if word not in table or table[word].slot in ("quality", "catches"):
            return False
        slot = table[word].slot
        if slot == "clock" and f.clock:
            return True
        return any(w in table and table[w].slot == slot and table[w] != table[word] for w in f.words)

    def _keeps_words(self, f: Found) -> bool:
        return not f.negative and (f.kind in self.s.scheme.kinds or f.kind == "depth")

    def _in_its_words(self, p: Piece, n: int, said: str = "") -> None:
        """``it did not drain``, ``like my thumb``: kept with a thing as it was said, behind other words that it has."""
        owner = self._owner(n, self._keeps_words)
        if owner is not None:
            owner.keep(said or self.s.as_said(p))
            self.s.use(p, "word")
