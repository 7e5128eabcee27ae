"""One group read whole: its pipe, its things, then the words and numbers that go with them."""

from bellstone.core.ear.attributes import Attributes
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.ends import Ends
from bellstone.core.ear.found import Found
from bellstone.core.ear.one_thing import GOOD
from bellstone.core.ear.said_kinds import SaidKinds
from bellstone.core.ear.unnamed import CLEANED_STATES, Unnamed
from bellstone.core.ear.wording import words_of

HOUR_LEADS = frozenset({"from", "running", "running from", "from about", "about", "between", "around"})
ROOMS = words_of("kitchen bathroom bath laundry")
COUNTS = {"two": 2, "three": 3, "four": 4, "five": 5, "six": 6}
OF_THEM = frozenset({
    "ones", "places", "spots", "of them", "bad ones", "spot", "place", "areas", "locations", "times", "different places",
})  # fmt: skip
JOINTS = frozenset({"joints", "joint", "jts", "jt", "different joints"})  # counted, they also tell that it lies at them
LEFT_BEHIND = ("scale", "grease", "settled", "roots")
PASSIVE = ("was", "were", "has been", "have been", "had been")
PREPOSITIONS = frozenset({"through", "of", "in", "with", "around"})
BETWEEN = ("fillers", "attributes", "sign")  # may stand between a word of doubt and what it doubts


class GroupReader(Unnamed, SaidKinds, Ends, Attributes):
    """The kinds of one group with their words, sizes, hours, doubts and negatives."""

    def read(self, before: Found | None) -> list[Found]:
        self.read_pipes()
        self.read_kinds()
        self.water_by_depth()
        if all(f.negative or f.kind == "soil_seen" for f in self.found) or self.is_open_so_far():
            self.kind_from_words()
        self.more_of_the_list(before)
        if not self.found:
            self.unnamed(before)
        if not self.found:
            return []
        self._flushed_well()
        self._also_good()
        self._good_pipe()
        self._fault_of_an_access()
        self._good_access()
        self._well_beside_a_defect()
        self._bad_patch()
        self._out_of_round()
        self._deposits_named()
        self._dry_fitting()
        self._soil_of_a_collapse()
        self._rest()
        self._branch_of_a_fitting()
        self.of_reducers()
        self._water_shut_off()
        self._turned_out()
        self._or_nothing()
        self._same_as(before)
        self._cannot_run()
        self._may_be_together()
        self._caused()
        self._said_two_ways()
        if not {f.kind for f in self.found} <= {"pipe", "condition", "sound"}:
            self.found.sort(
                key=lambda f: f.own_place is not None and not f.own_place.said
            )  # the pipe behind its access
        return [f for f in self.found if f.kind]

    def more(self) -> None:
        """Words, sizes and hours for the findings that are there."""
        self._rest()

    def _rest(self) -> None:
        for n, p in enumerate(self.parts):
            if p.what == "materials" and self._is_of_the_main(n):
                continue
            if p.what == "attributes":
                self._attribute(p, n)
            elif p.what == "quantity" and not self._is_used(p):
                if self._counts_the_places(n) or self._counted_there(n):
                    self.s.use(p, "count")
                else:
                    self.read_quantity(p, n)
            elif p.what == "unknown" and n and self.parts[n - 1].what == "kinds" and self.parts[n - 1].says == "branch":
                self.found[-1].text = f'"{self.s.as_said(p)}"'  # what joins there, by its own name
                self.s.use(p, "word")
            elif (
                p.what == "spacing"
                and self.found
                and not self.found[-1].negative
                and self.places
                and self.places[0].runs
            ):
                self.found[-1].words.append(p.says)  # every three feet
                self.s.use(p, "word")
            elif p.what == "texts":
                self._in_its_words(p, n, p.says)
            elif p.what == "denials":
                self._in_its_words(p, n)
            elif p.what == "asides":
                self.s.use(p, "remark")
            elif self._only_carries(p, n):
                self.s.use(p, "filler")
            elif not self._is_used(p) and (use := self._said_beside(p, n)):
                self.s.use(p, use)
            elif p.what == "hedges" and not self._is_used(p) and not self._is_of_who_comes_in(n):
                self._hedges(p, n)

    def _only_carries(self, p: Piece, n: int) -> bool:
        """Whether a part says nothing itself: it joins, or leads to a place, an hour or a thing."""
        if p.what in ("fillers", "links", "sign") or self._only_leads(p) or self._leads_to_hours(p, n):
            return True
        if self._is_used(p):
            return False
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        done = after is not None and after.what != "unknown" and self.s.words(after).split()[0].endswith("ed")
        if done and self.s.words(p) in PASSIVE:
            return True  # "the line was flushed": how the formal tell what was done
        about = self.s.words(p) in ("around", "right around") and after is not None and after.what == "quantity"
        return about or self.s.words(p) in ("at", "@", "right at") or self._leads_to_a_thing(p, n)

    def _leads_to_a_thing(self, p: Piece, n: int) -> bool:
        """``roots through an open joint``: a preposition right before what is told."""
        after = next((q for q in self.parts[n + 1 :] if q.what not in ("fillers", "sign", "attributes")), None)
        things = ("kinds", "weak", "materials")
        return self.s.words(p) in PREPOSITIONS and after is not None and after.what in things

    def _said_beside(self, p: Piece, n: int) -> str:
        """What a word is used for that only carries what is said of the things here: again, both, only, cut before."""
        words = self.s.words(p)
        if p.what == "cleanings" and any(CLEANED_STATES & set(f.words) or f.was for f in self.found):
            return "state"
        if p.what == "cleanings" and words.split()[0] in ("after", "following"):  # "scale remains after descaling"
            left = self._owner(n, lambda f: f.kind in LEFT_BEHIND and not f.negative)
            if left is not None:
                left.keep(self.s.as_said(p))
                return "word"
        if p.what == "landmarks" and words in ROOMS and self._comes_in(p, n):
            return "word"  # "wye left, kitchen": what comes in there
        if words in GOOD and self.found and all(f.kind == "sound" and not f.negative for f in self.found):
            return "filler"  # "the joint is good and tight"
        if words in ("again", "again at") and n and self.places and self._ends_a_thing(n - 1):
            return "filler"  # "roots again at 44": once more, at a place of its own
        if words in ("all", "another") and len(self.places) > 1 and len(self.found) == 1 and not self.found[0].negative:
            return "filler"  # "18, 22 and 26, all light", "20-26 and another 40-44"
        if p.what == "emerges" and any(f.kind in ("main", "met") for f in self.found):
            return "filler"  # "came out at the main"
        if p.what == "places" and p.says == "past" and [f.kind for f in self.found] == ["rolled"]:
            return "place"  # "upside down after 20": a roll holds from there on
        if words == "both" and 2 in (len(self.places), len(self.found)) and not any(f.negative for f in self.found):
            return "filler"
        named = next((q.what for q in self.parts[n + 1 :] if q.what not in ("fillers", "sign", "attributes")), "")
        if p.what == "dittos" and named == "kinds":
            return "filler"  # "25, same thing, roots at the joint": what is the same is named
        if p.what == "dittos" and len(self.places) > 1 and self._is_last(n):
            return "same"  # "roots at 32, next joint the same"
        if self._counts_the_places(n) or self._counted_there(n):
            return "count"
        return "filler" if words == "only" and n + 1 < len(self.parts) and self._begins_a_thing(n + 1) else ""

    def _hedges(self, p: Piece, n: int) -> None:
        following = next((q for q in self.parts[n + 1 :] if q.what not in ("fillers", "sign")), None)
        if following is not None and following.what == "quantity":
            self.s.use(p, "hedge")
        elif (
            following is not None
            and following.what == "attributes"
            and {"if", "whether"} & set(self.s.words(p).split())
        ):
            if (
                len(self.found) == 1 and not self.found[0].negative
            ):  # "a crack, can't tell if it's open": the crack is there
                self.found[0].keep(f"{self.s.as_said(p)} {self.s.as_said(following)}")
                for part in (p, following):
                    self.s.use(part, "word")
        elif self.s.words(p) != "?" and (doubted := self._doubted(n)) is not None:
            self.s.use(p, "hedge")
            doubted.unsure = True

    def _is_last(self, n: int) -> bool:
        return all(p.what in ("fillers", "links", "sign") for p in self.parts[n + 1 :])

    def _counts_the_places(self, n: int) -> bool:
        """``three places, 22, 41 and 60``, ``at 3 joints``: as many as are listed."""
        p, after = self.parts[n], self.parts[n + 1] if n + 1 < len(self.parts) else None
        number = p.quantity.low if p.quantity is not None and p.quantity.unit == "bare" and p.quantity.is_one else 0
        spelled = COUNTS.get(self.s.words(p), number)
        if after is None or not spelled == len(self.places) > 1:
            return False
        if self.s.words(after) in OF_THEM:
            self.s.use(after, "count")
            return True
        return self.s.words(after) in JOINTS or after.what == "kinds"

    def _counted_there(self, n: int) -> bool:
        """``cracked in four places at 38``: how often at one footage, kept in its words."""
        p, after = self.parts[n], self.parts[n + 1] if n + 1 < len(self.parts) else None
        if n == 0 or self.s.words(self.parts[n - 1]) != "in":
            return False
        many = self.s.words(p) in COUNTS or p.quantity is not None and p.quantity.unit == "bare" and p.quantity.is_one
        owner = self._owner(n, lambda f: self._keeps_words(f) and not f.text)
        if not many or owner is None or after is None or self.s.words(after) not in OF_THEM or len(self.places) != 1:
            return False
        owner.text = f'"in {self.s.as_said(p)} {self.s.as_said(after)}"'
        self.s.use(after, "count")
        return True

    def _ends_a_thing(self, n: int) -> bool:
        return self.parts[n].what in ("kinds", "attributes") and self._is_used(self.parts[n])

    def _begins_a_thing(self, n: int) -> bool:
        """Whether a kind or its size stands here: ``only wipes``, ``only a film``; not ``only if``."""
        p = self.parts[n + 1] if self.parts[n].what == "fillers" and n + 1 < len(self.parts) else self.parts[n]
        return p.what in ("kinds", "attributes") or p.what == "quantity" and p.says in ("in", "pct")

    def _doubted(self, n: int) -> Found | None:
        """What a word of doubt goes with: the only thing, or of several the one named right behind it."""
        if len(self.found) == 1:
            return self.found[0]
        named = next((k for k in range(n + 1, len(self.parts)) if self.parts[k].what not in BETWEEN), None)
        return next((f for k, f in self.spots if k == named), None)

    def _leads_to_hours(self, p: Piece, n: int) -> bool:
        """``running from nine to twelve o'clock``: *from* right before hours."""
        following = next((q for q in self.parts[n + 1 :] if self.s.words(q) not in HOUR_LEADS), None)
        hours = following is not None and following.says == "clock"
        return self.s.words(p) in HOUR_LEADS and hours and not self._is_used(p)

    def _only_leads(self, p: Piece) -> bool:
        """*goes from* and the like, where nothing changes: they only lead to a place."""
        changing = any(q.what in ("materials", "bores") for q in self.parts)
        return (
            p.what == "changes"
            and not changing
            and self.s.words(p).split()[0] in ("goes", "from", "turns")
            and not self._is_used(p)
        )

    def _may_be_together(self) -> None:
        """Two kinds enter together only as a known pair, or each with a place of its own."""
        sure = [f for f in self.found if not f.negative and f.kind not in ("pipe", "change", "pass")]
        kinds = [f.kind for f in sure if not f.own_place]
        if len(sure) > 3:
            self.doubt("many things at one place")
        for n, a in enumerate(kinds):
            for b in kinds[n + 1 :]:
                if a == b or frozenset((a, b)) not in self.s.lexicon.pairs:
                    self.doubt(f"{a} and {b} of one place")
