"""Of two words or things which: one of two words that are both written, two that cannot both be, one that the other comes of."""

from itertools import product

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found
from bellstone.core.ear.group import SIDES
from bellstone.core.ear.one_thing import OneThing
from bellstone.core.ear.said_kinds import EITHER, GRAVE
from bellstone.core.ear.unnamed import CLEANED_STATES
from bellstone.core.entry import words_for

ONE_OF = frozenset({"form", "quality", "size_word"})  # the slots of which one of two words may be said
CLEANABLE = ("roots", "build_up")
CAUSES = ("because of", "due to", "caused by", "on account of", "held by", "held back by")


TURNED_OUT = (
    "turned out", "turns out to be", "proved to be", "ended up being", "what i called", "i called it", "what i thought was", "mistook",
    "took it for", "initially taken for", "at first taken for",
)  # fmt: skip


class OneOfTwo(OneThing):
    """Reads what is said in two words of which one holds, and of two things which is the cause."""

    def _caused(self) -> None:
        """``roots because of the offset``: of two things at one place the one that the other comes of, told first."""
        if len(self.found) != 2 or any(
            f.negative or f.own_place or f.kind not in self.s.scheme.kinds for f in self.found
        ):
            return
        spots = sorted(((n, f) for n, f in self.spots if any(f is x for x in self.found)), key=lambda spot: spot[0])
        if len(spots) != 2:
            return
        (n, effect), (m, cause) = spots
        between = " ".join(self.s.words(p) for p in self.parts[n : m + 1])
        if any(f" {c} " in f" {between} " for c in CAUSES) and effect.kind != cause.kind:
            effect.words.append(f"because {cause.kind}")
            self.found = [cause, effect]

    def _turned_out(self) -> None:
        """``a crack at 22 that turned out to be a scratch``: only what it is stays, and what it was taken for in its words."""
        spots = sorted(((n, f) for n, f in self.spots if any(f is x for x in self.found)), key=lambda spot: spot[0])
        if len(spots) != 2 or len(self.found) != 2 or any(f.negative for f in self.found):
            return
        (n, taken), (m, nothing) = spots
        before = " ".join(self.s.words(p) for p in self.parts[:m])
        if nothing.kind != "dismissed" or taken.kind in GRAVE | {"main"} or not any(w in before for w in TURNED_OUT):
            return
        nothing.keep(f"taken for {self.s.as_said(self.parts[n])}")
        self.found = [nothing]
        self.s.use(self.parts[n], "correction")

    def _or_nothing(self) -> None:
        """``a crack at 20, could be a web``: one thing in doubt, and what it may be instead in its words."""
        spots = sorted(((n, f) for n, f in self.spots if any(f is x for x in self.found)), key=lambda spot: spot[0])
        if len(spots) != 2 or len(self.found) != 2 or any(f.negative for f in self.found):
            return
        nothing = next((f for f in self.found if f.kind == "dismissed"), None)
        thing = next((f for f in self.found if f.kind in self.s.scheme.kinds and f.kind != "dismissed"), None)
        if nothing is None or thing is None or thing.kind in GRAVE | {"main"} or thing.text:
            return
        first, last = spots[0][0], spots[1][0]
        either = next((p for p in self.parts[first + 1 : last] if self.s.words(p) in EITHER), None)
        if not (nothing.unsure or either is not None):
            return
        n = last if spots[1][1] is nothing else first
        led = next(
            (k for k in range(n - 1, max(n - 4, -1), -1) if self.parts[k].what == "hedges" or self.parts[k] is either),
            n,
        )
        said = [self.s.as_said(p) for p in self.parts[led : n + 1]]
        thing.unsure, thing.text = True, f'"{" ".join(said)}"'
        for p in (either, *(q for q in self.parts if q.what == "hedges")):
            if p is not None:
                self.s.use(p, "hedge")
        self.found = [thing]

    def _said_two_ways(self) -> None:
        """``open crack at 30, hairline``: two qualities of which it has one; both are written, and it is asked which."""
        for f in self.found:
            kind = self.s.scheme.kinds.get(f.kind)
            one_of = (
                {q for group in kind.rating.unsaid for q in group}
                if kind is not None and kind.rating is not None
                else set()
            )
            two = [w for w in f.words if w in one_of]
            if len(two) > 1 and not f.negative:
                f.words = [w for w in f.words if w not in two] + ["|".join(two)]
                self.doubt(f"{' and '.join(two)}: which?")

    def _is_either(self, p: Piece, n: int) -> bool:
        """``light to medium``: one of two words of one slot, both written."""
        if "|" not in p.says:
            return False
        owner = self._owner(n, lambda f: len(self._picked(p.says, f)) > 1)
        if owner is not None:
            owner.words.append("|".join(self._picked(p.says, owner)))
            self.s.use(p, "word")
        elif set(p.says.split("|")) <= set(SIDES) and (at := self._owner(n, lambda f: self._knows(f, "top"))):
            at.keep(self.s.as_said(p))  # a side is one hour of the clock: of two, none is taken
            self.s.use(p, "word")
        return True

    def _picked(self, says: str, f: Found) -> list[str]:
        """Of each of two words the meaning that a finding takes, where they are of one slot of it."""
        if f.kind not in self.s.scheme.kinds:
            return []
        table = words_for(f.kind, self.s.scheme)
        halves = [[w for w in half.split("/") if w in table and self._can_take(w, f)] for half in says.split("|")]
        of_one_slot = (
            list(pair)
            for pair in product(*halves)
            if len(set(pair)) > 1 and len(slots := {table[w].slot for w in pair}) == 1 and slots <= ONE_OF
        )
        return next(of_one_slot, [])

    def _can_take(self, word: str, f: Found) -> bool:
        if (
            word in CLEANED_STATES
            and f.kind in self.s.scheme.kinds
            and self.s.scheme.kinds[f.kind].family not in CLEANABLE
        ):
            return False  # "a crack is gone now": mended, or never one
        return self._knows(f, word) and not self._clashes(f, word)
