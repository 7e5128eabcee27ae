"""Numbers of a group that are no place: sizes, hours, bores, depths below the ground, minutes."""

import re
from dataclasses import replace

from bellstone.core.ear.bores import USUAL_BORES
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.deep_there import SOFTENS
from bellstone.core.ear.found import Found
from bellstone.core.ear.group import UNIT_OF, WATERY, Group
from bellstone.core.ear.places import feet
from bellstone.core.ear.quantities import Quantity, percent
from bellstone.core.ear.retold import BEGINS, is_feet
from bellstone.core.ear.softened import BOUNDS, BY_A_LITTLE, OR_SO, softens
from bellstone.core.ground import IN_PER_FT
from bellstone.core.record import ABOUT_FT

LEAST_COVER_IN = 12  # a lateral lies deeper; what is said shallower may be water. A working value

AWAY = frozenset({"off", "from", "away", "out", "behind", "left", "right", "inside", "outside", "back", "toward", "in"})
PARTLY = frozenset({"in", "out", "open", "buried", "inside", "under", "off", "way", "over"})
ROUND = ("crack", "roots", "hole", "break")
HAVE_BORES = ("access", "fitting", "coupling", "cap", "branch")  # a usual bore in inches is theirs


SIDE_IN_HOURS = re.compile(r"(\d+)-(\d+) o'clock")  # "upper right" is 12-3 o'clock
HOURS_OF = {"top": 12, "crown": 12, "right": 3, "bottom": 6, "floor": 6, "left": 9}


def within(hour: int, low: float, high: float) -> bool:
    """Whether an hour lies within two hours of a stretch of the clock, told clockwise.

    >>> within(12, 11, 1), within(12, 10, 10), within(6, 11, 1), within(9, 12, 9)
    (True, True, False, True)
    """
    return (hour - low + 2) % 12 <= (high - low) % 12 + 4


class SaidSizes(Group):
    """Gives each number to the one finding that is measured so; a number that none takes stays unused."""

    def _depth(self, p: Piece, n: int, q: Quantity) -> bool:
        """How deep the pipe lies below the ground: said with *deep*, and with no water or build-up to be deep."""
        said = [
            k for k, x in enumerate(self.parts) if (x.what == "depths" or self.s.words(x) == "down") and abs(k - n) <= 3
        ]
        located = [f for f in self.found if f.kind == "located"]
        if not said and not located or q.unit not in ("in", "ft", "ft_in", "bare") or not q.is_one:
            return False
        if any(f.depth for f in self.found) or not said and self._is_away(p):
            return False
        if said and q.unit in ("in", "ft", "ft_in") and self._buried(p, n, said):
            return True
        if q.unit == "bare":
            return bool(said and located) and self._depth_two_ways(p, n, q, located[0], said)
        if any(self._takes(f, "in", q) and not f.size for f in self.found) and q.unit == "in":
            for k in said:
                if self.parts[k].what == "depths":  # *down* may say which way as well
                    self.s.use(self.parts[k], "size")
            return False
        if [f for f in self.found if f.kind not in ("located", "depth")]:
            return False
        inches = q.unit == "in"
        if inches and q.low < LEAST_COVER_IN:
            self.doubt("that deep: below the ground, or water?")
        whole = int(q.low) if not inches else 0
        text = f"{feet(q.low)}in" if inches else f"{whole}'{feet(12 * (q.low - whole))}\""
        found = located[0] if located else self.found[0] if self.found else None
        if found is None:
            return False
        is_about = any(SOFTENS & set(self.s.words(self.parts[k]).split()) for k in said)
        lead = "~" if is_about else self._softened(n).strip()
        if lead not in ("", "~"):
            self.doubt("no more or no less deep than that: how deep?")
        spread = f" ± {feet(ABOUT_FT)}ft" if lead == "~" else ""  # as a footage that was only about
        found.kind, found.depth, found.words = "depth", text + spread, []
        self.s.use(p, "depth")
        for k in said:
            self.s.use(self.parts[k], "depth")
        return True

    def _is_away(self, p: Piece) -> bool:
        """``located 6 feet off the corner``: how far from a thing, and no depth."""
        return p.j < len(self.s.tokens) and self.s.tokens[p.j].word in AWAY

    def _buried(self, p: Piece, n: int, said: list[int]) -> bool:
        """``the cleanout is 8 inches down``: buried, and how deep in its words."""
        access = [f for f in self.found if f.kind in ("access", "access_fault") and not f.negative]
        if len(access) != 1 or len(self.found) != 1 or access[0].words not in ([], ["buried"]):
            return False
        lead = self._softened(n).replace("~", "about ")
        access[0].kind, access[0].words, access[0].text = (
            "access_fault",
            ["buried"],
            f'"{lead}{self.s.as_said(p)} down"',
        )
        for x in (p, *(self.parts[k] for k in said)):
            self.s.use(x, "depth")
        return True

    def _depth_two_ways(self, p: Piece, n: int, q: Quantity, found: Found, said: list[int]) -> bool:
        """``5.11 deep``, ``five eleven deep``: feet and inches, or feet and parts of a foot; both are offered."""
        written = self.s.as_said(p)
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        inches = after.quantity if after is not None and after.what == "quantity" else None
        whole, dot, part = written.partition(".")
        parts = [p]
        if dot and whole.isdecimal() and part.isdecimal() and 0 < int(part) < IN_PER_FT:
            found.depth, found.or_depth = f"{whole}'{int(part)}\"", f"{feet(q.low)}ft"
        elif (
            after is not None
            and inches is not None
            and inches.unit == "bare"
            and inches.is_one
            and 0 < inches.low < IN_PER_FT
        ):
            parts.append(after)
            found.depth, found.or_depth = f"{feet(q.low)}'{feet(inches.low)}\"", f"{feet(q.low)}.{feet(inches.low)}ft"
        else:
            return False
        found.kind, found.words = "depth", []
        for x in (*parts, *(self.parts[k] for k in said)):
            self.s.use(x, "depth")
        self.doubt("that deep: feet and inches, or feet and parts of a foot?")
        return True

    def read_quantity(self, p: Piece, n: int) -> None:
        q = p.quantity
        assert q is not None
        if self._depth(p, n, q):
            return
        if q.unit in ("min", "s", "h", "times"):
            self._time(p, q)
        elif n + 1 < len(self.parts) and self.parts[n + 1].what == "lengths":
            self._how_long(p, n)
        elif q.unit == "clock":
            self._hours_of(p, n, q)
        elif q.unit == "fraction":
            self._fraction(p, n, q)
        elif q.unit in ("ft", "ft_in"):
            lead = self.s.words(self.parts[n - 1]).split() if n else []
            about = f"{lead[-1]} " if softens(" ".join(lead)) else ""
            behind = self.s.words(self.parts[n + 1]) if n + 1 < len(self.parts) else ""
            of = lead[:1] in (["of"], ["for"]) or behind == "of"  # "a drop of about two feet", "3 feet of cracked pipe"
            self._text(p, n, about + self.s.as_said(p), only="" if of else "standing")  # how long, not where
        elif q.unit == "in" and self._is_bore(n):
            self.s.use(p, "bore")
        elif q.unit in UNIT_OF:
            self._size(p, n, q, UNIT_OF[q.unit])

    def _text(self, p: Piece, n: int, words: str, only: str = "") -> bool:
        """Words kept with the finding they are said of."""
        owner = self._owner(
            n, lambda f: f.kind in self.s.scheme.kinds and f.kind.startswith(only) and not f.negative and not f.text
        )
        if owner is None:
            return False
        owner.text = f'"{words}"'
        self.s.use(p, "word")
        return True

    def _how_long(self, p: Piece, n: int) -> None:
        hole = self._owner(n, lambda f: f.kind == "hole" and not f.size and not f.negative)
        if hole is not None and p.says == "in" and p.quantity is not None and p.quantity.is_one:
            hole.size = f"{feet(p.quantity.low)}in"  # a hole is as large as it is long; how wide stands in its words
            for part in (p, self.parts[n + 1]):
                self.s.use(part, "size")
            return
        if self._long_from_there(p, n):
            return
        if not self._text(p, n, f"{self.s.as_said(p)} long"):
            return
        self.s.use(self.parts[n + 1], "word")
        if p.says == "in" and any(x.what == "quantity" and x.says == "in" and x is not p for x in self.parts):
            self.doubt("two sizes: which?")

    def _long_from_there(self, p: Piece, n: int) -> bool:
        """``a sag 8 feet long starting at 30``: from there so far on."""
        begins = any(BEGINS & set(self.s.words(q).split()) for q in self.parts)
        placed = len(self.places) == 1 and is_feet(self.places[0].said.lstrip("~"))
        owner = self._owner(n, lambda f: self._measure(f) in ("depth", "share") and not f.negative)
        if not (
            begins and placed and owner is not None and p.quantity is not None and p.says == "ft" and p.quantity.is_one
        ):
            return False
        start = float(self.places[0].said.lstrip("~"))
        about = "~" if self.places[0].said.startswith("~") or self._softened(n) == "~" else ""
        said = f"{about}{feet(start)}-{feet(start + p.quantity.low)}"
        owner.own_place = replace(self.places[0], said=said, runs=True)
        for part in (p, self.parts[n + 1]):
            self.s.use(part, "place")
        return True

    def _hours_of(self, p: Piece, n: int, q: Quantity) -> None:
        owner = self._owner(n, lambda f: self._is_open_to(f, q) and self._knows(f, "top"))
        if owner is not None and owner.kind == "offset":  # told by its way; the crack beside it lies round the pipe
            owner = next((f for f in self.found if f.kind in ROUND and not f.clock and not f.negative), owner)
        if owner is not None and 0 < q.low <= 12 and 0 < q.high <= 12:
            sides = [w for w in owner.words if w in HOURS_OF]
            if not all(within(HOURS_OF[w], q.low, q.high) for w in sides):
                return  # "on the left, 3 o'clock"
            owner.words = [w for w in owner.words if w not in sides]  # the hours say it more closely
            owner.clock = f"{feet(q.low)}{'' if q.is_one else '-' + feet(q.high)} o'clock"
            self.s.use(p, "clock")
            if q.either:
                self.doubt("two hours: from the one to the other, at both, or at either?")

    @staticmethod
    def _is_open_to(f: Found, q: Quantity) -> bool:
        """Whether nothing was said of where it lies round the pipe, or a side that the hours say more closely."""
        side = SIDE_IN_HOURS.fullmatch(f.clock)
        if side is None or not q.is_one:
            return not f.clock
        low, high = (float(h) for h in side.groups())
        return (q.low - low) % 12 <= (high - low) % 12

    def _size(self, p: Piece, n: int, q: Quantity, unit: str) -> None:
        owner = self._owner(n, lambda f: not f.size and self._takes(f, unit, q))
        if owner is None and len(takers := [f for f in self.found if not f.size and self._takes(f, unit, q)]) == 1:
            owner = takers[0]  # "separated, you can see mud behind it, maybe an inch": only the gap is measured so
        main = next((f for f in self.found if f.kind == "main" and not f.negative and not f.text), None)
        if owner is None and main is not None and unit == "in" and q.is_one and q.low in USUAL_BORES:
            main.text = f'"{self.s.as_said(p)}"'  # how large the main is, in its words
            self.s.use(p, "bore")
        hole = next((f for f in self.found if f.kind == "hole" and f.size and not f.text and unit == "in"), None)
        if owner is None and hole is not None:
            wide = [x for x in self.parts[n + 1 : n + 2] if self.s.words(x) in ("wide", "across")]
            hole.text = f'"{" ".join(self.s.as_said(x) for x in (p, *wide))}"'
            for part in (p, *wide):
                self.s.use(part, "word")
            return
        if owner is None:
            if not (unit == "in" and self._is_so_wide(p, n)):
                self._said_again(p, f"{feet(q.low)}{unit}")
            return
        between = " or " if q.either else "-"
        number = feet(q.low) if q.is_one else f"{feet(q.low)}{between}{feet(q.high)}"
        lead = self._softened(n) or "~" * q.about
        owner.size = f"{'' if lead == '~' and not q.is_one else lead}{number}{unit}"  # a range is loose as it is
        if (
            owner.kind in HAVE_BORES
            and not self._stands_before(n, owner.kind)
            and self._could_be_anothers(owner, unit, q)
        ):
            self.doubt("a bore, or the size of what is beside it?")
        self.s.use(p, "size")

    def _is_so_wide(self, p: Piece, n: int) -> bool:
        """``a crack 1/8 in wide``: how wide, of what is not measured so, in its words."""
        wide = next((x for x in self.parts[n + 1 : n + 2] if self.s.words(x) in ("wide", "across")), None)
        lead = self._softened(n).replace("~", "about ")
        if wide is None or not self._text(p, n, f"{lead}{self.s.as_said(p)} {self.s.as_said(wide)}"):
            return False
        for f in (f for f in self.found if "open" in f.words and self.s.words(wide) == "wide"):
            f.words.remove("open")  # "wide" says how wide, and not that it gapes
        self.s.use(wide, "word")
        return True

    def _stands_before(self, n: int, kind: str) -> bool:
        """``4 inch coupling``: the number right before a thing is its own."""
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        return after is not None and after.what in ("kinds", "weak") and after.says.split()[0] == kind

    def _could_be_anothers(self, owner: Found, unit: str, q: Quantity) -> bool:
        """``coupling 4 inch offset``: something else there is measured so too."""
        return any(f is not owner and f.kind not in HAVE_BORES and self._takes(f, unit, q) for f in self.found)

    def _fraction(self, p: Piece, n: int, q: Quantity) -> None:
        """A fraction without a unit: a share of what is measured so, inches of a step or a gap; else it is asked."""
        if n + 1 < len(self.parts) and self.s.words(self.parts[n + 1]).split()[0] in PARTLY:
            return  # "still half in it": how far, not how much
        if "wall" in " ".join(self.s.words(x) for x in self.parts[n + 1 : n + 4]).split()[:4]:
            return  # "half the wall": of a thickness that nobody said
        shared = ("share", "ovality") if q.low < 1 else ()  # "1 1/4" is no part of a pipe
        share = self._owner(n, lambda f: not f.size and not f.negative and self._measure(f) in shared)
        steps = self._owner(
            n, lambda f: not f.size and not f.negative and self._measure(f) in ("step", "opening", "depth")
        )
        eighths = q.low * 16 == int(q.low * 16) and q.low * 4 != int(q.low * 4)  # nobody says three eighths of a pipe
        step = q.low == 0.5 and steps is not None and self._measure(steps) == "step"
        inches = not self.s.tokens[q.i].spoken or step or eighths
        if share is not None:
            share.size = f"{self._softened(n)}{feet(percent(q.low))}%"
        elif steps is not None:
            lead = self._softened(n)
            steps.size = f"{lead}{feet(q.low)}in"
            if not inches:
                steps.or_size = f"{lead}{feet(percent(q.low))}%"
                self.doubt("so much of an inch, or of the pipe?")
        else:
            self._said_again(p, f"{feet(percent(q.low))}%", f"{feet(q.low)}in")
            return
        self.s.use(p, "size")

    def _said_again(self, p: Piece, *sizes: str) -> None:
        """``three quarters of an inch, water off, still three quarters``: the size that stands already."""
        if any(f.size.removeprefix("~") in sizes for f in self.found):
            self.s.use(p, "same")

    def _measure(self, f: Found) -> str:
        return self.s.scheme.kinds[f.kind].measure if f.kind in self.s.scheme.kinds else "none"

    def _time(self, p: Piece, q: Quantity) -> None:
        """Minutes since the water was shut, seconds a flush took, how often it was flushed."""
        for f in self.found:
            if f.kind == "standing" and "rest" in f.words and q.unit == "min" and q.is_one:
                f.words.append(f"{feet(q.low)} min off")
                self.s.use(p, "time")
                return
        if any(f.kind in WATERY for f in self.found):
            self.s.use(p, "time")

    def _is_bore(self, n: int) -> bool:
        """``in a four inch pipe``: the bore, said beside a finding."""
        after = [self.s.words(p) for p in self.parts[n + 1 : n + 2]]
        lead = " ".join(self.s.words(p) for p in self.parts[max(n - 2, 0) : n])
        q = self.parts[n].quantity
        sized = any(f.size.endswith("in") for f in self.found) and q is not None and q.low in USUAL_BORES
        if sized and lead.endswith(("in the", "in a", "in our", "in this", "of a", "of the")):
            return True  # "an inch in the four inch"
        return bool(after) and after[0] in (
            "pipe",
            "line",
            "the line",
            "sewer",
            "lateral",
            "sewer line",
            "bore",
            "material",
        )

    def _softened(self, n: int) -> str:
        """What makes a size no more, no less or about so much: before it, or a word or so behind it."""
        if n and self.parts[n - 1].what == "bounds":
            self.s.use(self.parts[n - 1], "size")
            return f"{self.parts[n - 1].says} "
        for count in (4, 3, 2, 1):
            before = self.parts[max(n - count, 0) : n]
            said = " ".join(self.s.words(p) for p in before).split()
            degree = next((k for k, w in enumerate(said) if w not in BY_A_LITTLE), 0)
            if bound := BOUNDS.get(" ".join(said[degree:])):
                for p in before:
                    self.s.use(p, "size")
                return f"{bound} "
        loose = [p for p in self.parts[n + 1 : n + 2] if self.s.words(p) in OR_SO]
        lead = n - 1 - (n > 1 and self.s.words(self.parts[n - 1]) == "at")  # "estimated at 30 percent"
        loose += [p for p in self.parts[max(lead, 0) : n][:1] if softens(self.s.words(p))]
        for p in loose:
            self.s.use(p, "size")
        return "~" if loose else ""

    def _takes(self, f: Found, unit: str, q: Quantity) -> bool:
        if f.negative or f.kind not in self.s.scheme.kinds:
            return False
        if f.kind in HAVE_BORES and unit == "in":
            return q.is_one and q.low in USUAL_BORES
        measure = self.s.scheme.kinds[f.kind].measure
        allowed = {
            "step": ("in", "%"), "opening": ("in",), "depth": ("in", "%"), "share": ("%", "in"), "ovality": ("%",),
            "height": ("in", "%"), "angle": ("deg",), "extent": (), "none": (),
        }[measure]  # fmt: skip
        if unit not in allowed:
            return False
        if unit == "in" and max(q.low, q.high) > 8:
            return False
        return not (unit == "%" and max(q.low, q.high) > 100)

    # -- several kinds of one place
