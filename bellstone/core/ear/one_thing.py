"""Things of one place that are one thing, told in two words: a patch and what is wrong with it, a wye and what comes in."""

from bellstone.core.ear.found import Found
from bellstone.core.ear.group import Group
from bellstone.core.ear.places import Place
from bellstone.core.ear.wording import words_of

GOOD = words_of("fine tight good clean solid perfect beautiful clear")
WELL = GOOD | {"nice", "great", "excellent", "perfect", "decent"}
DEPOSITS = frozenset({"deposits", "settled deposits", "deposit", "debris", "sediment"})
BUILT_UP = frozenset({"grease", "scale", "settled"})
LIFTS = words_of("lifting lifted lifts peeling peeled lip loose raised humped")


class OneThing(Group):
    """Puts together what a group tells of one thing, before its words and sizes are given."""

    def _also_good(self) -> None:
        """``36 coupling, good``: that it is well, told in a clause of its own."""
        for n, p in enumerate(self.parts):
            alone = all(q.what in ("links", "sign") for q in self.parts[max(n - 1, 0) : n] + self.parts[n + 1 : n + 2])
            if n and p.what == "fillers" and self.s.words(p) in GOOD and alone and self.found[-1].kind != "sound":
                self.found.append(Found("sound"))
                self.s.use(p, "kind")
                return

    def _flushed_well(self) -> None:
        """``flushed once, ok``: said of the flush, behind it."""
        flush = next(((n, f) for n, f in self.spots if f.kind == "flush" and not f.negative and not f.words), None)
        if flush is None or len(self.found) != 1:
            return
        told = [p for p in self.parts[flush[0] + 1 :] if p.what not in ("links", "sign", "quantity")]
        if told and self.s.words(told[-1]) in ("okay", "good", "fine"):
            flush[1].words.append("moved_well")
            self.s.use(told[-1], "word")

    def _good_pipe(self) -> None:
        """``0-20 clay good``: that a pipe is well, said right beside what pipe it is; nothing else is told there."""
        pipes = [n for n, p in enumerate(self.parts) if p.what == "materials"]
        told = {f.kind for f in self.found}
        if "pipe" not in told or not told <= {"pipe", "change"} or len(self.places) != 1 or not self.places[0].runs:
            return
        for n, p in enumerate(self.parts):
            beside = all(q.what in ("quantity", "fillers") for q in self.parts[min(n, pipes[0]) + 1 : max(n, pipes[0])])
            if p.what == "fillers" and self.s.words(p) in WELL and beside:
                self.found.append(Found("sound"))
                self.s.use(p, "kind")
                return

    def _well_beside_a_defect(self) -> None:
        """``gap, quarter inch, clean``: said of the gap, and no sound pipe at it."""
        alone = {
            id(f)
            for n, f in self.spots
            if f.kind == "sound" and GOOD & {self.s.words(p) for p in self.parts[n : n + 1]}
        }
        defects = [f for f in self.found if f.kind in self.s.scheme.kinds and self._is_defect(f)]
        if defects and self.places:
            for f in [f for f in self.found if id(f) in alone]:
                self._take_out(f)
                for d in defects:
                    d.unsure = d.unsure or f.unsure

    def _good_access(self) -> None:
        """``the cleanout is in good condition``: said of the access, and of no pipe."""
        access = next((f for f in self.found if f.kind == "access" and not f.negative), None)
        if access is None or len([f for f in self.found if f.kind != "pipe"]) != 2:
            return
        for n, f in self.spots:
            if f.kind == "sound" and not f.negative and not f.words and any(f is x for x in self.found):
                access.keep(self.s.as_said(self.parts[n]))
                self._take_out(f, access)
                return

    def _is_defect(self, f: Found) -> bool:
        return not f.negative and self.s.scheme.kinds[f.kind].family in ("wall", "joint", "roots")

    def _take_out(self, gone: Found, into: Found | None = None) -> None:
        """What is no thing of its own; the words beside it go with ``into``, or with what is left."""
        self.found = [f for f in self.found if f is not gone]
        self.spots = [
            (n, into if f is gone and into is not None else f) for n, f in self.spots if into or f is not gone
        ]

    def _deposits_named(self) -> None:
        """``deposits, attached, grease``: a word for what builds up, and then what it is: one thing."""
        loose = [
            f for f in self.found if f.named in DEPOSITS and f.kind == "settled" and not f.negative and not f.words
        ]
        of = [f for f in self.found if f.kind in BUILT_UP and f not in loose and not f.negative]
        if len(loose) == 1 and len(of) == 1:
            self._take_out(loose[0], of[0])

    def _out_of_round(self) -> None:
        """``pvc deflected 10 percent``: out of round by a share, where a joint is deflected by an angle."""
        share = any(p.what == "quantity" and p.says == "pct" for p in self.parts)
        for f in self.found:
            if share and f.kind == "angled" and "deflect" in f.named and not f.negative:
                f.kind, f.words = "deformed", []

    def _bad_patch(self) -> None:
        """``the patch at 40 is lifting``, ``a dip in the patch``: what is wrong with a repair is told of the repair."""
        patch = next((f for f in self.found if f.kind == "repair" and not f.negative), None)
        if patch is None:
            return
        wrong = next(
            (f for f in self.found if f.kind in ("offset", "standing", "open", "patch_bad") and not f.negative), None
        )
        lifts = next((p for p in self.parts if set(self.s.words(p).split()) & LIFTS and not self._is_used(p)), None)
        if wrong is not None and wrong.kind == "patch_bad":
            self._take_out(patch, wrong)
        elif lifts is not None or wrong is not None and set(wrong.named.split()) & LIFTS:
            patch.kind, patch.words = "patch_bad", ["edge_lifted"]
            if lifts is not None:
                self.s.use(lifts, "kind")
            elif wrong is not None:
                self._take_out(wrong, patch)

    def _fault_of_an_access(self) -> None:
        """``cap missing on the cleanout``, ``cleanout at the line is buried``: the access is only what the fault is of."""
        for n, f in self.spots:
            lead = self.s.words(self.parts[n - 1]).split() if n else []
            only = f.kind == "access" and not f.words and not f.negative
            buried = any(x.kind == "access_fault" and x.words == ["buried"] for x in self.found)
            told = buried or not self.places and {"on", "of", "from"} & set(lead)
            if only and told and any(x.kind == "access_fault" for x in self.found):
                self._take_out(f)
                return

    def _branch_of_a_fitting(self) -> None:
        """What comes in at a wye is told of the wye: one thing, not two."""
        fittings = [f for f in self.found if f.kind == "fitting" and not f.negative]
        # what one only supposes comes in there stays a thing of its own, with its doubt
        rooms = (["kitchen"], ["bathroom"])
        branches = [f for f in self.found if f.kind == "branch" and f.words[:1] in rooms and not f.unsure]
        if len(fittings) == 1 and len(branches) == 1:
            fittings[0].text = fittings[0].text or f'"{branches[0].words[0]}"'
            fittings[0].words += [w for w in branches[0].words[1:] if w not in fittings[0].words]
            self.found.remove(branches[0])

    def _dry_fitting(self) -> None:
        """``wye left 31 dry``: nothing comes from it; the pipe itself is not said to be dry."""
        fittings = [f for f in self.found if f.kind in ("fitting", "branch") and not f.negative]
        dry = [f for f in self.found if f.kind == "dry" and not f.negative and not f.words]
        if len(fittings) == 1 and len(dry) == 1:
            fittings[0].text = fittings[0].text or '"dry"'
            self.found.remove(dry[0])

    def _soil_of_a_collapse(self) -> None:
        """``caved in, dirt and pipe in a pile``: the soil lies in what fell in, and is no second thing."""
        if any(f.kind == "collapse" and not f.negative for f in self.found):
            self.found = [f for f in self.found if f.kind != "soil_seen" or f.words or f.negative]

    def _water_shut_off(self) -> None:
        """Water turned off in the same breath as it was read: the reading is at rest."""
        off = next((f for f in self.found if f.kind == "water" and f.words == ["off"]), None)
        for f in self.found:
            if off is not None and f.kind == "standing" and not f.negative and not {"rest", "running"} & set(f.words):
                f.words.append("rest")
        if off is not None and any(f.kind == "standing" for f in self.found):
            off.own_place = Place("", 0, 0)  # it holds for what is read after it as well

    def _is_of_the_main(self, n: int) -> bool:
        """``the main at 92, it's an eight inch clay pipe``: what pipe the main is, in its words."""
        main = next((f for k, f in self.spots if f.kind == "main" and k < n and not f.negative and not f.text), None)
        if main is None or any(f.kind in ("pipe", "change") for f in self.found):
            return False
        bore = [p for p in self.parts[max(n - 1, 0) : n] if p.what == "quantity" and p.says == "in"]
        said = [*bore, self.parts[n]]
        main.text = f'"{" ".join(self.s.as_said(p) for p in said)}"'
        for p in said:
            self.s.use(p, "word")
        return True
