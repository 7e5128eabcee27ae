"""Which things a group names, which of them it says are not there, and which it is not sure of."""

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.entering import OPENINGS
from bellstone.core.ear.found import Found, forms_of
from bellstone.core.ear.group import OR_FLOW, Group
from bellstone.core.ear.wording import words_of
from bellstone.core.entry import words_for

LEADS_TO = frozenset(
    {"to", "toward", "towards", "of", "from", "off", "before", "past", "until", "till", "than", "by", "near"}
)
IS_THERE = ("it is", "that is", "this is", "there is", "there are", "i see", "we have", "we got", "just")
GRAVE = frozenset({"collapse", "crossing", "invert_gone"})  # never passed as an item of a list
LEAST_LIST = 3
LODGED = frozenset({"stuck", "got stuck", "lodged", "blocked here"})
COLOURS = frozenset({"white", "green", "grey", "gray", "orange", "brown", "tan"})
DONE = frozenset({"reached", "seen", "found", "made", "attained", "located", "observed", "noted"})
BLOCKED = frozenset(
    {"blocked", "hung up", "end of the line", "end of the pipe"}
)  # the camera, the pipe, or something in it
EITHER = frozenset({"or", "nor", "/"})
CAME = [
    c.split() for c in ("got to", "got into", "made it to", "came to", "came into", "got all the way to", "got out to")
]
BEYOND = frozenset({"downstream", "next", "far", "other"})  # the pipe there, told against this one
STANDS_AT = ("located", "is located", "was located", "located at", "located it at")
OVER = (
    "over",
    "above",
    "right over",
    "right above",
    "directly over",
    "directly above",
    "on top of",
    "over the",
    "above the",
)
STANDS = {"up": ("high", "proud", "higher"), "drop": ("low", "lower", "shy")}
# what the camera, the beacon or the water did, and what is well: told beside a negative, it is told of itself
HAPPENS = frozenset({
    "stopped", "main", "forced", "located", "lens", "submerged", "water", "flush", "met", "rolled", "dry", "access", "branch",
    "fitting", "coupling", "trap", "dead_end", "ends_at", "change", "counter_reset", "dismissed", "sound",
})  # fmt: skip
UNNAMED_OBJECTS = words_of("""
    object objects foreign obstruction lodged something stuck material thing blockage debris body rock rocks stone stones toy
    in the line pipe loose wedged a protruding intruding tap lateral connection sticking protrudes intrudes metal metallic
""")


DEGREES = words_of("complete completely total totally entire entirely full fully wholly quite")


class SaidKinds(Group):
    """Reads the kinds of a group, negatives and hedges before them."""

    def read_kinds(self) -> None:
        negative = hedged = False
        stood: list[Piece] = []  # negatives that closed the clause of the kind before them
        last = -1
        for n, p in enumerate(self.parts):
            if p.what == "negatives" and self._of_the_kind_before(last, n):
                self.found[-1].negative = True  # "main not found, stopped 92"
                stood.append(p)
                self.s.use(p, "negative")
            elif p.what == "negatives":
                negative = True
                self.s.use(p, "negative")
                beside = [q.what for q in self.parts[max(n - 1, 0) : n] + self.parts[n + 1 : n + 2]]
                if beside == ["links", "links"]:
                    self.doubt("a negative that nothing stands to")  # "roots, no, crack"
            elif p.what == "hedges":
                hedged = self._hedge(n, p) or hedged
            elif self.s.words(p) in EITHER and self.found and self.found[-1].negative:
                negative = True  # "no roots or cracks"
                self.s.use(p, "negative")
            elif p.says == "located" and n and self._is_where_it_stands(n):
                self.s.use(p, "filler")
            elif p.what == "kinds" and self._is_below(n):
                self.s.use(p, "place")  # "4 foot 3 over the break at 37": what it was located above
            elif p.what == "kinds" and self._is_lodged(p):
                self.s.use(p, "word")
            elif p.what in ("kinds", "weak"):
                negative = negative and not self._happened(p, last, n)
                if negative and self._is_by_degree(n):
                    self.doubt("not quite: how far, then?")
                again = n == last + 1 and last >= 0 and p.says.split()[0] == self.parts[last].says.split()[0]
                listed = negative and last >= 0 and not again and self._is_only_listed(last)
                self._put_kind(p, n, negative, hedged)
                self.found[-1].listed = listed
                last, hedged = n, False
                negative = negative and self._goes_on(n)
            elif self._ends_scope(n):
                negative = False  # "neither holes nor breaks, one crack"
        self._negatives_behind(last, negative, stood)

    def _is_where_it_stands(self, n: int) -> bool:
        """``a cleanout located in the garage``, ``main was not located``: said of the thing before, and no mark."""
        return self.s.words(self.parts[n]) in STANDS_AT and self.parts[n - 1].what in ("kinds", "negatives")

    def _is_by_degree(self, n: int) -> bool:
        """``not quite collapsed``, ``not completely blocked``: a degree is denied, and not the thing."""
        between = (self.s.words(p) for p in reversed(self.parts[:n]))
        lead = next((w for w in between if w not in ("a", "the", "of a")), "")
        return bool({*lead.split(), *self.s.words(self.parts[n]).split()} & DEGREES)

    def _is_below(self, n: int) -> bool:
        """Whether a thing is only what a reading above ground was taken over."""
        lead = next((p for p in reversed(self.parts[:n]) if self.s.words(p) not in ("the", "a", "that", "this")), None)
        deep = any(p.what == "depths" or p.what == "kinds" and p.says.startswith("located") for p in self.parts)
        if lead is None or self.s.words(lead) not in OVER or not deep:
            return False
        self.s.use(lead, "place")
        return True

    def _is_lodged(self, p: Piece) -> bool:
        """``a toy car stuck at 26``: the thing is stuck, and not the camera."""
        return (
            self.s.words(p) in LODGED
            and bool(self.found)
            and self.found[-1].kind in ("object", "settled", "backwater_valve")
        )

    def _of_the_kind_before(self, last: int, n: int) -> bool:
        """Whether a negative closes the clause of the kind right before it: ``roots not found``, ``main not seen,``."""
        if last < 0 or self.found[-1].negative or len(self.spots) != len(self.found):
            return False
        after = next((q for q in self.parts[n + 1 :] if q.what not in ("fillers", "sign")), None)
        done = " ".join(self.s.words(q) for q in self.parts[n : n + 2]).split()
        if n == last + 1 and len(done) > 1 and done[-1] in DONE:
            return True  # "main not reached stopped at 59"
        alone = all(q.what in ("fillers", "sign") for q in self.parts[last + 1 : n])
        return alone and after is not None and after.what == "links"

    def _hedge(self, n: int, p: Piece) -> bool:
        """Whether a hedge makes the next kind unsure; one that ends a clause makes the kind before it so."""
        before = self.parts[n - 1] if n else None
        if self._is_of_who_comes_in(n):
            return False
        softened = before is not None and (before.what == "quantity" or self.s.words(before) in COLOURS)
        if softened and self._ends_clause(n):
            self.s.use(p, "hedge")  # "ten percent maybe", "white I think"
            return False
        if self._hedges_a_kind(n):
            self.s.use(p, "hedge")
            return True
        if self.spots and self._ends_clause(n):
            self.spots[-1][1].unsure = True
            self.s.use(p, "hedge")
        return False

    def _is_of_who_comes_in(self, n: int) -> bool:
        """``a wye, probably the neighbor``: the doubt is whose it is, and is kept with those words."""
        after = next((q for q in self.parts[n + 1 :] if q.what not in ("fillers", "sign")), None)
        room = after is not None and after.what == "landmarks" and bool(self.found)
        whose = after is not None and after.what == "attributes" and after.says == "neighbour"
        return whose or room and self.found[-1].kind in ("fitting", "branch")

    def _is_only_listed(self, last: int) -> bool:
        """``no roots, collapse at 50``: only *or*, or a negative of its own, says that the second is not there either."""
        if any(q.what == "negatives" or self.s.words(q) in EITHER for q in self.parts[last + 1 :]):
            return False
        if self._is_plain_list():
            return False
        self.doubt("a negative before a list: is the second there?")
        return True

    def _is_plain_list(self) -> bool:
        """``free of cracks, offsets, separations and roots``: three things or more with nothing said of any of them."""
        first = next((n for n, q in enumerate(self.parts) if q.what == "negatives"), len(self.parts))
        listed = self.parts[first + 1 :]
        kinds = [q for q in listed if q.what == "kinds"]
        bare = all(
            q.what in ("kinds", "links", "sign") or q.what == "fillers" and not self.s.words(q).startswith(IS_THERE)
            for q in listed
        )
        return len(kinds) >= LEAST_LIST and bare and not any(q.says.split()[0] in HAPPENS | GRAVE for q in kinds)

    def _happened(self, p: Piece, last: int, n: int) -> bool:
        """``no roots, cable ran out 150``: what happened to the camera is no item of a list of what is not there."""
        denied = any(q.what == "negatives" or self.s.words(q) in EITHER for q in self.parts[last + 1 : n])
        return 0 <= last < n - 1 and p.says.split()[0] in HAPPENS and not denied

    def _goes_on(self, n: int) -> bool:
        """Whether a negative reaches past the kind here: to what is linked to it."""
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        if after is not None and after.what == "fillers" and self.s.words(after).startswith(IS_THERE):
            return False  # "not a break it's a crack"
        # "no fitting wye": one thing named twice; "no crack hole": asked
        return after is None or after.what in ("links", "fillers", "negatives", "attributes", "kinds", "weak")

    def _ends_scope(self, n: int) -> bool:
        p = self.parts[n]
        if p.what == "quantity":
            return bool(self.found) and self.found[-1].negative
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        other = after is not None and after.what not in ("kinds", "negatives", "links")
        return p.what == "links" and (p.says == "stop" or self.s.words(p) == "," and other)

    def _negatives_behind(self, last: int, negative: bool, stood: list[Piece]) -> None:
        """``roots: none`` is no roots; any other negative behind the last kind has nothing to stand to."""
        tail = [p for p in self.parts[last + 1 :] if p.what == "negatives" and p not in stood] if last >= 0 else []
        one = len(self.found) == 1 and len(tail) == 1 and not self.found[0].negative
        if one and self._ends_on_negative(last):
            self.found[0].negative = True
        elif tail or negative and (last < 0 or not any(f.negative for f in self.found)):
            self.doubt("a negative that nothing stands to")

    def _ends_clause(self, n: int) -> bool:
        """Whether nothing but fillers stands between here and the next link: *cracked maybe, 20*."""
        for p in self.parts[n + 1 :]:
            if p.what == "links":
                return True
            if p.what not in ("fillers", "sign", "hedges"):
                return False
        return True

    def _ends_on_negative(self, last: int) -> bool:
        """``roots: none``, ``cracks none seen``: nothing but the negative behind the kind; ``not complete`` denies a degree."""
        if any(set(self.s.words(p).split()) & DEGREES for p in self.parts[last + 1 :]):
            return False
        return all(p.what in ("negatives", "links", "fillers", "sign") for p in self.parts[last + 1 :])

    def _hedges_a_kind(self, n: int) -> bool:
        """A hedge before a number softens the number, before a kind the kind."""
        if self.s.words(self.parts[n]) == "?":
            return False
        for p in self.parts[n + 1 :]:
            if p.what in ("kinds", "weak", "materials"):
                return True
            if p.what == "quantity" or p.what == "links" and self.spots:
                return False
        return False

    def _put_kind(self, p: Piece, n: int, negative: bool, hedged: bool) -> None:
        kind, *words = p.says.split()
        if kind == "located" and words == ["failed"]:
            found = Found("located", ["failed"], unsure=hedged)
        elif kind == "main" and negative:
            found = Found("main", [], negative=True)
        else:
            found = Found(kind, words, negative=negative, unsure=hedged, named=self.s.words(p))
        if kind == "access" and not negative and OPENINGS & set(self.s.words(p).split()):
            found.text = f'"{self.s.as_said(p)}"'  # which opening it was
        if kind == "access_fault" and not words and not negative:
            found.text = f'"{self.s.as_said(p)}"'  # what is wrong with it, which the scheme has no form for
        if kind == "object" and not negative and set(self.s.words(p).split()) - UNNAMED_OBJECTS:
            found.text = f'"{self.s.as_said(p)}"'  # a wrench, a brick: what it is, by its own name
        self.s.use(p, "kind")
        if kind == "main" and self._is_led_to(n, negative):
            self.doubt("the main named as a place, or reached?")
        bare_stop = kind == "stopped" and self.s.words(p).split()[0] in ("stop", "stops", "stopped")
        if bare_stop and p.what == "kinds" and n and self.parts[n - 1].what == "kinds":
            self.doubt("what stopped there: the camera, or what is told before?")
        if p.what == "weak" and not self._supported(p, n):
            water = kind == "standing" and "water" in self.s.words(p).split()
            self.doubt(OR_FLOW if water else f"“{self.s.words(p)}” alone can be two things")
        if self._goes_with_one_before(kind, words, n, negative, hedged):
            return
        self.found.append(found)
        self.spots.append((n, found))

    def _is_led_to(self, n: int, negative: bool) -> bool:
        """``12 feet to the main``, ``not to a public sewer``: a place that is named, or where the line does not go."""
        before = [p for p in self.parts[:n] if p.what != "sign" and self.s.words(p) not in ("the", "a", "an")]
        lead = [w for w in self.s.words(before[-1]).split() if w not in ("the", "a", "an")] if before else []
        between = "between" in " ".join(self.s.words(p) for p in before).split()
        if not lead or lead[-1] not in LEADS_TO and not between:
            return False
        came = " ".join(self.s.words(p) for p in before).split()[-4:]
        if not negative and self.places and any(came[k : k + len(c)] == c for c in CAME for k in range(len(came))):
            return False  # "got to the main at 77"
        return not negative or len(before) > 1 and before[-2].what == "negatives"

    def _goes_with_one_before(self, kind: str, words: list[str], n: int, negative: bool, hedged: bool) -> bool:
        """Whether a kind only says more of a thing that is named already."""
        before = self.spots[-1][1] if self.spots else None
        if (
            before is not None
            and before.kind == "main"
            and kind == "fitting"
            and words[:1] in (["wye"], ["tee"])
            and not before.negative
        ):
            before.words += words[:1]  # the main at a wye
            return True
        if (
            before is not None
            and before.kind == kind
            and before.negative == negative
            and self._one_thing(before, words)
        ):
            before.words += [w for w in words if w not in before.words]
            before.unsure = before.unsure or hedged
            return True
        if before is not None and before.kind == kind == "settled" and not negative and self._is_mixed(n):
            first = self.parts[self.spots[-1][0]]
            before.text = before.text or f'"{self.s.as_said(first)} and {self.s.as_said(self.parts[n])}"'
            return True
        alike = (f for f in self.found if f.kind == kind and f.negative == negative)
        named = next((f for f in alike if self._says_no_other(f, words)), None)
        if named is None:
            return False
        named.words += [w for w in words if w not in named.words]  # "broken, tee, a piece gone": told in two places
        self.spots.append((n, named))
        return True

    def _is_mixed(self, n: int) -> bool:
        """``sand and gravel``: one deposit of two things."""
        between = [self.s.words(p) for p in self.parts[self.spots[-1][0] + 1 : n]]
        return between in (["and"], ["&"], ["/"], ["with"], ["and some"], ["and", "some"])

    def _says_no_other(self, before: Found, words: list[str]) -> bool:
        return not self._other_words(before, words) and not before.change

    def _other_words(self, before: Found, words: list[str]) -> bool:
        """Whether two sets of words fill one slot of a kind with different things: paper, and sludge."""
        if before.kind not in self.s.scheme.kinds:
            return False
        table = words_for(before.kind, self.s.scheme)
        one, two = (
            [table[w] for w in ws if w in table and table[w].slot not in ("quality", "catches")]
            for ws in (before.words, words)
        )
        return any(a.slot == b.slot and a.value != b.value for a in one for b in two)

    def _one_thing(self, before: Found, words: list[str]) -> bool:
        """Whether a kind named twice is one thing: its forms do not differ."""
        forms = forms_of(before.kind, self.s.scheme)
        a, b = {w for w in before.words if w in forms}, {w for w in words if w in forms}
        return (not (a and b) or a == b) and not self._other_words(before, words)

    def _supported(self, p: Piece, n: int) -> bool:
        kind = p.says.split()[0]
        if kind == "stopped" and self.s.words(p) in BLOCKED:
            return False
        if kind == "stopped":  # "roots stop at 44": what stops there is the roots
            return bool(self.places) and not (n and self.parts[n - 1].what == "kinds")
        sized = any(q.what == "quantity" and q.says in ("in", "fraction", "pct") for q in self.parts)
        if kind == "cap":  # "wye 20 left, cap"
            return any(q.what == "kinds" and q.says.split()[0] in ("fitting", "branch") for q in self.parts)
        if kind == "wear":  # "22-40 iron, rough"
            return any(q.what == "materials" or "pipe" in self.s.words(q).split() for q in self.parts)
        if kind == "access_fault":
            return any(q.what == "kinds" and q.says == "access" for q in self.parts)
        joint = any(q.what == "attributes" and q.says == "joint" for q in self.parts)
        same = any(q.what == "kinds" and q.says.split()[0] == kind for q in self.parts)
        return sized or joint or same

    def is_open_so_far(self) -> bool:
        """``27 open 1 in with roots``: an opening by its inches, beside what is no opening and cannot be open itself."""
        told = [p for p in self.parts if p.what not in ("fillers", "hedges", "sign")]
        said = [(p.says, q.says) for p, q in zip(told, told[1:], strict=False) if p.what == "attributes"]
        joint = any(p.says == "joint" for p in self.parts if p.what == "attributes") or any(
            p.joint for p in self.places
        )
        is_open = ("open", "in") in said or joint and any(p.says == "open" for p in told)
        return is_open and all(not self._knows(f, "open") and f.kind != "open" for f in self.found)

    def kind_from_words(self) -> None:
        """A joint that is open, up or down is named by its words alone, where no negative stands before them."""
        denied = next((n for n, p in enumerate(self.parts) if p.what == "negatives"), len(self.parts))
        before = self.parts[:denied]
        says = {p.says: n for n, p in enumerate(before) if p.what == "attributes"}
        beyond = [p for p in before if set(self.s.words(p).split()) & BEYOND]
        so_far = self.is_open_so_far()
        jointed = "joint" in says or "each joint" in says or any(p.joint for p in self.places)
        if not jointed and not beyond and not so_far:
            return
        if stands := self._stands_off(before):
            self.found.insert(0, stands)
            self.spots.insert(0, (0, stands))
            for p in beyond:
                self.s.use(p, "kind")
            return
        if not jointed and not so_far:
            return
        for word, kind in (("open", "open"), ("up", "offset"), ("drop", "offset")):
            if word not in says:
                continue
            found = Found(kind, [] if kind == "open" else [word])
            if kind == "open":
                self.s.use(before[says[word]], "kind")
            self.found.insert(0, found)
            self.spots.insert(0, (says[word] if self.spots else 0, found))
            return

    def _stands_off(self, parts: list[Piece]) -> Found | None:
        """``the joint sits a quarter inch high``: inches and which way, of a joint."""
        for p, q in zip(parts, parts[1:], strict=False):
            way = next((way for way, words in STANDS.items() if self.s.words(q) in words), "")
            if p.what == "quantity" and p.says == "in" and way:
                self.s.use(q, "kind")
                return Found("offset", [way])
        return None
