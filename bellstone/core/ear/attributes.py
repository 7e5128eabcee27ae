"""What the words of a group say of its things: a side, how large, how many, whose, a state of the water."""

from functools import partial

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found
from bellstone.core.ear.group import SIDES, WATERY
from bellstone.core.ear.one_of_two import OneOfTwo
from bellstone.core.ear.said_sizes import SaidSizes
from bellstone.core.ear.softened import BOUNDS, BY_A_LITTLE
from bellstone.core.entry import words_for

SIZE_WORDS = frozenset({"slight", "small", "light", "medium", "heavy", "large", "full"})
MANY = frozenset(
    {"a bunch of", "bunch of", "tons of", "a ton of", "loads of", "a load of", "lots of", "a lot of", "plenty of"}
)


OKAY = frozenset({"okay", "good", "fine", "sound", "solid", "intact", "is okay", "alright"})


class Attributes(SaidSizes, OneOfTwo):
    """Gives each word that is no thing to the thing it is said of, or keeps it beside one."""

    def _attribute(self, p: Piece, n: int) -> None:
        if self._is_used(p) or self._is_by_how_much(n) or self._is_of_its_own(p, n):
            return
        if self._fills_the_belly(p, n) or self._is_well_there(p, n):
            return
        if self.s.words(p) == "hard" and (bend := self._owner(n, lambda f: f.kind == "fitting")):
            bend.words.append("hard")  # a sharp turn, and not how large
            self.s.use(p, "word")
            return
        if self.s.words(p) == "thick" and n and self.parts[n - 1].what == "quantity":
            self.s.use(p, "size")  # "3 inches thick": how much, and not that it is heavy
            return
        if self._is_of_both(p, n) or self._is_either(p, n) or self._is_how_many(p, n):
            return
        for word in p.says.split("/"):
            owner = self._owner(n, partial(self._can_take, word))
            if owner is not None:
                if word not in owner.words:
                    owner.words.append(word)
                self._runs_along(owner, p)
                self.s.use(p, "word")
                return
        if self._keeps_as_said(p, n) or self._is_whose(p, n):
            return
        if self.s.words(p).startswith("nothing ") and self.found:
            self.s.use(p, "same")  # "small roots, nothing major": small is said
            return
        repeated = p.says in ("joint", "each joint") and any(
            "joint" in f.words or f.kind in ("open", "cracked_bell", "angled") for f in self.found
        )
        if repeated:
            self.s.use(p, "word")

    def _is_well_there(self, p: Piece, n: int) -> bool:
        """``scaled 25%, bottom ok``: a side in a clause of its own that is well, kept in its words."""
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        begins = n > 0 and self.parts[n - 1].what == "links" and "," in self.s.words(self.parts[n - 1])
        ends = n + 2 >= len(self.parts) or self.parts[n + 2].what == "links"
        well = after is not None and self.s.words(after) in OKAY
        owner = self._owner(n, lambda f: self._keeps_words(f) and not f.negative) if begins and ends and well else None
        if owner is None or after is None or p.says not in (*SIDES, "joint"):
            return False
        owner.keep(f"{self.s.as_said(p)} {self.s.as_said(after)}")
        for part in (p, after):
            self.s.use(part, "word")
        return True

    def _fills_the_belly(self, p: Piece, n: int) -> bool:
        """``a belly full of sludge``: the low place is full of it, and not the pipe."""
        low = any(f.kind == "standing" and not f.negative for f in self.found)
        filling = self._owner(n, lambda f: f.kind in ("settled", "grease")) if p.says == "full" and low else None
        if filling is None or n + 1 >= len(self.parts) or self.s.words(self.parts[n + 1]) != "of":
            return False
        filling.keep(f"{self.s.as_said(p)} of it")
        self.s.use(p, "word")
        return True

    def _is_of_its_own(self, p: Piece, n: int) -> bool:
        """Water and its state, soil, joints counted, a bell, sides and hours: words that no list of a kind's own has."""
        nothing_runs = p.says == "rest" and any(f.kind == "inflow" for f in self.found)  # as the kind says itself
        if p.says == "water":
            if any(f.kind in WATERY for f in self.found):
                self.s.use(p, "word")
        elif nothing_runs or p.says in ("rest", "running") and self._is_said_of_the_water(p.says):
            self.s.use(p, "word")
        elif p.says == "void" and not any(self._knows(f, "void") for f in self.found):
            self.found.append(Found("soil_seen", ["void"]))  # "a break with a void"
            self.s.use(p, "kind")
        elif p.says == "soil" and not any(self._knows(f, "soil") for f in self.found):
            self.found.append(Found("soil_seen"))  # "a piece out, with soil"
            self.s.use(p, "kind")
        elif p.says == "joint of_many":
            self._at_some_joints(p, n)
        elif p.says == "bell":
            self._cracked_bells(p)
        elif p.says == "sides" or p.says[0].isdecimal():
            owner = self._owner(n, lambda f: not f.clock and self._knows(f, "top"))
            if owner is not None:
                owner.clock = "sides" if p.says == "sides" else f"{p.says} o'clock"
                self.s.use(p, "clock")
        else:
            return False
        return True

    def _at_some_joints(self, p: Piece, n: int) -> None:
        """``roots at most of the joints``: at joints, and at how many of them in its words."""
        owner = self._owner(n, partial(self._can_take, "joint"))
        if owner is not None:
            owner.words.append("joint")
            self._in_its_words(p, n)

    def _is_how_many(self, p: Piece, n: int) -> bool:
        """``a bunch of offsets``: how many of them, and not how large."""
        several = self._owner(n, self._is_no_mass) if self.s.words(p) in MANY else None
        if several is not None:
            several.text = several.text or f'"{self.s.as_said(p)}"'
            self.s.use(p, "word")
        return several is not None

    def _is_no_mass(self, f: Found) -> bool:
        """Whether a thing is counted and not heaped: ``a bunch of offsets`` says nothing of their size."""
        return (
            self._measure(f) in ("step", "opening", "angle", "none")
            and f.kind in self.s.scheme.kinds
            and not f.negative
        )

    def _is_by_how_much(self, n: int) -> bool:
        """``a little over 30 percent``: it is said of the bound of a number, and not of the thing."""
        after = self.parts[n + 1 : n + 4]
        number = next((k for k, p in enumerate(after) if p.what == "quantity"), 0)
        said = " ".join(self.s.words(p) for p in after[:number])
        return said in BOUNDS and set(self.s.words(self.parts[n]).split()) <= BY_A_LITTLE

    def _is_of_both(self, p: Piece, n: int) -> bool:
        """``roots and an offset at 34, both on the left``: the side of each of them."""
        before = [self.s.words(q) for q in self.parts[:n] if q.what not in ("fillers", "sign")]
        if before[-1:] != ["both"] or len(self.found) != 2 or not all(self._can_take(p.says, f) for f in self.found):
            return False
        for f in self.found:
            f.words.append(p.says)
        self.s.use(p, "word")
        return True

    def _cracked_bells(self, p: Piece) -> None:
        """A crack that is said to be in the bell."""
        for f in self.found:
            if f.kind in ("crack", "cracked_bell"):
                known = words_for("cracked_bell", self.s.scheme)
                lost = [w for w in f.words if w not in known]
                f.kind, f.words = "cracked_bell", [w for w in f.words if w in known]
                f.text = f.text or (f'"{", ".join(lost)}"' if lost else "")  # how it runs, which a bell has no word for
                self.s.use(p, "kind")
            elif f.kind == "break" and not f.negative and not self._is_used(p):
                f.keep(self.s.as_said(p))  # "hub broke off": what of the pipe it is
                self.s.use(p, "word")

    def _is_whose(self, p: Piece, n: int) -> bool:
        """``a wye, probably the neighbor``: whose line comes in there, with the doubt of it."""
        return p.says == "neighbour" and self._comes_in(p, n)

    def _comes_in(self, p: Piece, n: int) -> bool:
        """What comes in at a fitting, with the word that doubts it."""
        hedge = next((q for q in self.parts[max(n - 4, 0) : n] if q.what == "hedges"), None)
        said = f"{self.s.as_said(hedge)} {self.s.as_said(p)}" if hedge is not None else self.s.as_said(p)
        if not self._serves(said):
            return False
        for q in (p, hedge):
            if q is not None:
                self.s.use(q, "word")
        return True

    def _runs_along(self, crack: Found, p: Piece) -> None:
        """``a crack along the crown``: it runs lengthwise."""
        along = crack.kind == "crack" and self.s.words(p).startswith(("along", "running along"))
        if along and "lengthwise" not in crack.words and not self._clashes(crack, "lengthwise"):
            crack.words.append("lengthwise")

    def _keeps_as_said(self, p: Piece, n: int) -> bool:
        """``tiny crack``: a word of size for what is not sized by words, kept beside it."""
        if self.s.words(p) == "tight" and (bend := self._owner(n, lambda f: f.kind == "fitting" and not f.text)):
            bend.text = '"tight"'
            self.s.use(p, "word")
            return True
        before_a_kind = n + 1 < len(self.parts) and self.parts[n + 1].what == "kinds"
        if not before_a_kind or not set(p.says.split("/")) & SIZE_WORDS:
            return False
        owner = self._owner(n, lambda f: self._keeps_words(f) and not f.text and f.kind != "depth")
        unsized = owner is not None and not any(self._knows(owner, w) for w in SIZE_WORDS)
        if owner is not None and unsized:
            owner.text = f'"{self.s.as_said(p)}"'
            self.s.use(p, "word")
        return unsized

    def _is_said_of_the_water(self, state: str) -> bool:
        """``water's off, she shut everything down``: the one act, said twice."""
        how = {"rest": "off", "running": "on"}[state]
        return [f.words for f in self.found] == [[how]] and self.found[0].kind == "water"

    def _serves(self, room: str) -> bool:
        fittings = [f for f in self.found if f.kind in ("fitting", "branch") and not f.negative]
        if len(fittings) != 1 or not self.places or self.places[0].landmark:
            return False
        fittings[0].keep(room)
        return True
