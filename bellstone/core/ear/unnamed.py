"""What is told without its name: water by its depth, that all is well, a depth below ground, more of the same."""

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, forms_of
from bellstone.core.ear.group import OR_FLOW, WATERY, Group
from bellstone.core.ear.one_thing import GOOD
from bellstone.core.ear.wording import words_of

HOLDS = words_of("holding holds held retaining retains retained pooling pooled sitting")
LOCATED = ("located", "is located", "was located", "marked")
WAITS = words_of("let wait waited waiting gave give left allowed")
PIPES = words_of("line sewer lateral drain pipe piping main")  # behind a thing of the ground: the pipe that serves it
ENDING = words_of("starts start begins begin ends end beginning ending")
DRAWN_ABOVE = words_of("curb fence tree hedge wall property lot street roof drip")  # a line of these lies on the ground
MORE_OR_LESS = words_of("heavier worse bigger larger thicker lighter smaller better thinner deeper")
SIZES = words_of("slight small light medium heavy large full")
CLEANED_STATES = frozenset({"cut_flush", "loose", "cleared", "mostly_cleared"})


class Unnamed(Group):
    """Finds what a group tells of where it names no thing."""

    def unnamed(self, before: Found | None) -> None:
        """What is told without its name: water by its depth, nothing found, a depth below ground, the water's state, more of the same."""
        sized = any(p.what == "quantity" and p.says in ("in", "pct") for p in self.parts)
        state = next((p for p in self.parts if p.what == "attributes" and p.says in ("rest", "running")), None)
        watery = state is not None or any(p.says == "water" or self.s.words(p) == "full" for p in self.parts)
        waited = self._still_there()
        if sized and (watery or waited):
            self._only(Found("standing"))
            held = waited or any(p.says == "water" and self.s.words(p).split()[0] in HOLDS for p in self.parts)
            if not held and (state is None or state.says != "rest"):  # at rest, or held, it is no flow
                self.doubt("water said only by a depth: standing, or flow?")
        elif watery and state is None and len(self.places) == 1 and self.places[0].runs and self._only_watery():
            self._only(Found("standing"))
            self.doubt(OR_FLOW)
        elif self._is_nothing():
            self._only(Found("sound"))
        elif self._is_good():
            self._only(Found("sound", ["joint"] if self._is_of_a_joint() else []))
        elif any(p.what == "depths" for p in self.parts) or self._is_down():
            self._only(Found("located"))
        elif mark := self._only_a_mark():
            self._only(Found("surface", text=f'"{self.s.as_said(mark)}"'))
            self.s.use(mark, "kind")
        elif state is not None and not self.places:
            self._only(Found("water", ["off" if state.says == "rest" else "on"]))
            self.s.use(state, "kind")
        elif self.places and (located := self._only_located()):
            self._only(Found("located"))
            self.s.use(located, "kind")
        elif before is not None and self._has_words():
            self._as_before(before)
        elif before is not None and not before.carried and self.places and self._only_none():
            self._only(Found(before.kind, negative=True))

    def _only_none(self) -> bool:
        """``12: fine roots. 21: none.``: a place, and that the thing before is not there."""
        said = [p for p in self.parts if p.what not in ("fillers", "links", "sign")]
        alone = len(said) == 1 and self.s.words(said[0]) in ("none", "nothing", "none seen", "none found")
        if alone:
            self.s.out.doubts = [d for d in self.s.out.doubts if d != "a negative that nothing stands to"]
            self.s.use(said[0], "negative")
        return alone

    def _still_there(self) -> bool:
        """``let it sit 10 minutes and it's still an inch``: what one waited for and is there still is water that stands."""
        said = {w for p in self.parts for w in self.s.words(p).split()}
        return "still" in said and any(p.what == "fillers" and self.s.words(p).split()[0] in WAITS for p in self.parts)

    def water_by_depth(self) -> None:
        """``an inch of water and some paper``: water told by its depth alone, beside something else."""
        for n, (p, q) in enumerate(zip(self.parts, self.parts[1:], strict=False)):
            deep = (
                p.what == "quantity" and p.says in ("in", "pct") and q.says == "water" and self.s.words(q) == "of water"
            )
            if deep and self.found and not any(f.kind in WATERY for f in self.found):
                water = Found("standing")
                at = next((k for k, (spot, _) in enumerate(self.spots) if spot > n), len(self.spots))
                self.found.insert(
                    self.found.index(self.spots[at][1]) if at < len(self.spots) else len(self.found), water
                )
                self.spots.insert(at, (n + 1, water))
                self.doubt("water said only by a depth: standing, or flow?")
                return

    def _only_a_mark(self) -> Piece | None:
        """``curb about 60``: a thing of the ground, a footage, and nothing more."""
        told = [p for p in self.parts if p.what not in ("fillers", "links", "sign", "hedges")]
        placed = len(self.places) == 1 and not self.places[0].landmark and not self.places[0].runs
        if not (placed and len(told) == 1 and told[0].what == "landmarks"):
            return None
        beside = {w for p in self.parts if p.what == "fillers" for w in self.s.words(p).split()}
        drawn = set(self.s.words(told[0]).split()) & DRAWN_ABOVE
        return None if beside & ENDING or beside & PIPES and not drawn else told[0]  # "house line ends at 60"

    def _only_watery(self) -> bool:
        """``water from 56 to 63``: water, where from and where to, and no more."""
        told = [p for p in self.parts if p.what not in ("fillers", "links", "sign")]
        for p in told:
            if p.says == "water":
                self.s.use(p, "kind")
        return len(told) == 1 and told[0].says == "water"  # "wet" alone may be damp

    def _only_located(self) -> Piece | None:
        """``located at 41``: beside a thing these words only say where it is; alone they are what was done."""
        told = [p for p in self.parts if p.what not in ("fillers", "links", "sign", "quantity")]
        return next((p for p in self.parts if not told and self.s.words(p).startswith(LOCATED)), None)

    def _only(self, found: Found) -> None:
        self.found, self.spots = [found], [(0, found)]

    def _as_before(self, before: Found) -> None:
        """A place with more of the same: its kind and form; with *ditto* all that was said of it."""
        if before.kind not in self.s.scheme.kinds or before.kind in ("transition", "pipe"):
            return
        ditto = [p for p in self.parts if p.what == "dittos"]
        for p in ditto:
            self.s.use(p, "same")
        forms = forms_of(before.kind, self.s.scheme)
        words = list(before.words) if ditto else [w for w in before.words if w in forms]
        than = next((p for p in self.parts if self.s.words(p).split()[-1] in MORE_OR_LESS), None) if ditto else None
        if than is not None:  # "same thing but heavier": how heavy the one before was says nothing of it
            self.s.use(than, "word")
            words = [w for w in words if w not in SIZES]
        found = Found(
            before.kind,
            words,
            size=before.size if ditto and than is None else "",
            text=f'"{self.s.as_said(than)}"' if than is not None else "",
            clock=before.clock if ditto else "",
            negative=before.negative,
        )
        self.found, self.spots = [found], [(0, found)]

    def _same_as(self, before: Found | None) -> None:
        """``36 and a half, roots same``: what was said of the thing before, where nothing else is said of this one."""
        ditto = next((p for p in self.parts if p.what == "dittos" and not self._is_used(p)), None)
        if ditto is None or before is None or len(self.found) != 1 or before.negative:
            return
        one = self.found[0]
        if one.kind == before.kind and not (one.words or one.size or one.clock or one.negative):
            one.words, one.size, one.clock = list(before.words), before.size, before.clock
            self.s.use(ditto, "same")

    def more_of_the_list(self, before: Found | None) -> None:
        """``roots: 19 light, 26 heavy with a crack``: how heavy is said of one more of the list, and the crack is beside it."""
        told = [(n, p) for n, p in enumerate(self.parts) if p.what not in ("fillers", "sign", "links")]
        if before is None or before.carried or before.negative or not self.places or not told or not self.found:
            return
        first, size = told[0]
        beside = self.s.words(self.parts[first + 1]).split()[0] if first + 1 < len(self.parts) else ""
        words = size.says.split("/") if size.what == "attributes" else []
        if (
            not SIZES & set(words)
            or beside not in ("with", "and", "plus", "&")
            or before.kind not in self.s.scheme.kinds
        ):
            return
        if any(f.kind == before.kind or any(self._knows(f, w) for w in words) for f in self.found):
            return
        self.found.insert(0, Found(before.kind))
        self.spots.insert(0, (first, self.found[0]))

    def _is_nothing(self) -> bool:
        """``nothing 30-60``: a stretch with nothing found."""
        said = [p for p in self.parts if p.what not in ("fillers", "links", "sign")]
        alone = len(said) == 1 and self.s.words(said[0]) in ("nothing", "none", "none seen", "none found")
        first = self.places[0] if len(self.places) == 1 else None  # "27, nothing", read out as the camera goes
        read_out = first is not None and first.bare and self.s.words(said[0]) == "nothing" if alone else False
        if not (alone and self.places and (all(p.runs for p in self.places) or read_out)):
            return False
        self.s.out.doubts = [d for d in self.s.out.doubts if d != "a negative that nothing stands to"]
        return True

    def _is_of_a_joint(self) -> bool:
        return any(p.says == "joint" for p in self.parts if p.what == "attributes")

    def _is_good(self) -> bool:
        """``17, joint, fine``; ``thirty's good``: a place, and nothing of it but that it is well."""
        said = [w for p in self.parts for w in self.s.words(p).split()]
        okay = (
            self._is_of_a_joint() or len(self.places) == 1 and (self.places[0].bare or self.places[0].runs)
        )  # "33 ok"
        well = GOOD & set(said) or okay and {"okay", "alright"} & set(said)
        silent = all(
            p.what in ("fillers", "links", "sign") or p.says == "joint" or self.s.words(p) in GOOD | {"okay", "alright"}
            for p in self.parts
        )
        if not (well and silent and self.places and all(not p.landmark for p in self.places)):
            return False
        for p in self.parts:
            self.s.use(p, "filler" if p.what in ("links", "sign") else "kind")
        return True

    def _is_down(self) -> bool:
        """``33 inches down``: how deep, said of nothing else."""
        return any(
            self.s.words(p) == "down"
            and n
            and self.parts[n - 1].what == "quantity"
            and self.parts[n - 1].says in ("in", "ft", "ft_in")
            for n, p in enumerate(self.parts)
        )

    def _has_words(self) -> bool:
        told = any(p.what == "dittos" or p.what == "attributes" and p.says in CLEANED_STATES for p in self.parts)
        beside = (
            ("unknown",) if any(p.what == "dittos" for p in self.parts) else ()
        )  # "same thing, a little heavier": asked
        return (
            (told or not self.s.carried)
            and bool(self.places)
            and all(
                p.what in ("fillers", "links", "sign", "quantity", "attributes", "hedges", "texts", "dittos", *beside)
                for p in self.parts
            )
        )
