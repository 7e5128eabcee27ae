"""Pipe that is stated, and changes of pipe: a material, a bore, from one to another."""

from dataclasses import replace

from bellstone.core.ear.bores import USUAL_BORES
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found
from bellstone.core.ear.group import Group
from bellstone.core.ear.places import Place, feet

BEGIN = frozenset({"starts", "start", "begins", "begin", "commences", "now"})  # "clay starts at 22": it changes there
AGES = frozenset({"new", "newer", "brand new", "old", "older", "original"})
A_PIECE_OF = frozenset({"section", "section of", "piece of", "pipe", "stretch of", "of"})
FROM_THERE = frozenset(
    {"then", "and then", "after that", "from there", "then into", "and into", "then it is", "then we are in"}
)
BEFORE_A_PIPE = AGES | A_PIECE_OF | frozenset({"a", "the", "it is", "is", "we are in", "into"})
STATING = (
    "this is",
    "we got",
    "we have",
    "we are in",
    "it is",
    "here we have",
    "here we got",
    "you got",
    "you have",
    "they got",
)


class SaidPipes(Group):
    """Reads materials and bores; beside a finding of one place a material is an adjective."""

    def read_pipes(self) -> None:
        """A material or bore that is stated: a stretch of it, or a change to it; beside a finding it is an adjective."""
        self._one_pipe_of_two()
        materials = [n for n, p in enumerate(self.parts) if p.what == "materials"]
        changes = [n for n, p in enumerate(self.parts) if p.what == "changes" or self._is_then(n, materials)]
        changes = [n for n in changes if not self._is_to_the_main(n)]
        negative = any(p.what == "negatives" for p in self.parts)
        if not materials or any(p.what == "bores" for p in self.parts):
            self._bore_change(materials)
        elif not changes and any(p.what in ("kinds", "weak") for p in self.parts):
            self._beside_findings(materials, negative)
        elif not negative:
            self._stated(materials, changes)
        self._thought_to_be(materials)

    def _thought_to_be(self, materials: list[int]) -> None:
        """``could be orangeburg``, ``maybe PVC at 22``: a change may be in doubt; of what pipe it is nothing can be."""
        hedge = next((p for p in self.parts[: materials[0]] if p.what == "hedges"), None) if materials else None
        for f in self.found:
            if hedge is not None and f.kind == "change":
                f.unsure = True
                self.s.use(hedge, "hedge")
            elif hedge is not None and f.kind == "pipe":
                self.doubt("that pipe, or only thought to be?")

    def _one_pipe_of_two(self) -> None:
        """``abs or pvc``, of which nobody knows the material; ``a liner in clay``, ``lined clay``: a liner and its host."""
        materials = [n for n, p in enumerate(self.parts) if p.what == "materials"]
        for n, m in reversed(list(zip(materials, materials[1:], strict=False))):
            before, after = self.parts[n], self.parts[m]
            between = " ".join(self.s.words(p) for p in self.parts[n + 1 : m])
            told = any(p.what == "changes" for p in self.parts)  # "transition at 12 CI/PVC"
            either = between in (("or", "or maybe") if told else ("or", "/", "or maybe")) and before.says != after.says
            lined = before.says == "liner" != after.says and between in (
                "",
                "in",
                "inside",
                "in the",
                "in old",
                "inside the",
                "in a",
            )
            if after.says == "liner" != before.says and between in ("", "is", "was", "that is", "has been"):
                before, after, lined = after, before, True
            if not either and not lined:
                continue
            for p in self.parts[n + 1 : m + 1]:
                self.s.use(p, "kind")
            self.parts[n : m + 1] = [replace(before, says=f"{before.says}{'|' if either else ' in '}{after.says}")]

    def _is_to_the_main(self, n: int) -> bool:
        """``plastic to main``: how far the pipe goes, and no change of it."""
        after = next((p for p in self.parts[n + 1 :] if p.what not in ("fillers", "sign")), None)
        if after is None or not after.says.startswith("main") or after.what != "kinds":
            return False
        self.s.use(self.parts[n], "filler")
        return True

    def _is_then(self, n: int, materials: list[int]) -> bool:
        """``iron 0-12, then clay``: *then* between two pipes is a change of pipe."""
        between = len(materials) > 1 and materials[0] < n < materials[-1]
        return between and self.parts[n].what == "links" and self.s.words(self.parts[n]) in ("then", "and then")

    @property
    def _runs(self) -> bool:
        return bool(self.places) and self.places[0].runs

    def _beside_findings(self, materials: list[int], negative: bool) -> None:
        """``clay 9-52, roots every joint`` says what pipe it is; with one place the material only says in what."""
        for n in materials:
            self.s.use(self.parts[n], "context")
            self._bore_of(n)
        first = next((n for n, p in enumerate(self.parts) if p.what == "negatives"), len(self.parts))
        behind = materials[0] > first or self.parts[materials[0]].says == "liner"
        if self._runs and negative:  # "good clay, no roots to 50" says in passing what pipe it is
            if behind:
                self.doubt("pipe said beside what is not there")
        elif self._runs and len(materials) == 1 and self.parts[materials[0]].says == "liner":
            self._liner(materials[0])  # "lined 5 to 61, all good"
        elif self._runs and len(materials) == 1:
            pipe = self._pipe(materials[0])
            self.found.append(Found("pipe", change=pipe))
        elif (
            not negative and self._is_told_first(materials) or self._is_begun(materials)
        ):  # "this is 4 inch clay with roots at the joints"
            self.found.append(Found("pipe", change=self._pipe(materials[0]), own_place=Place("", 0, 0)))
        elif not negative and (self._is_from_there(materials) or self._begins_here(materials)):
            self.found.append(Found("change", change=self._pipe(materials[0])))
            self.spots.append((materials[0], self.found[-1]))

    def _begins_here(self, materials: list[int]) -> bool:
        """``pvc starts at 61 with a coupling``: the pipe that begins at the one place, beside what is there."""
        n = materials[0]
        after = self.s.words(self.parts[n + 1]).split() if n + 1 < len(self.parts) else []
        return len(materials) == 1 and not self._runs and len(self.places) == 1 and bool(BEGIN & set(after))

    def _is_from_there(self, materials: list[int]) -> bool:
        """``coupling at 22, then 4 inch clay``: the pipe that goes on behind a thing of one place, told last."""
        n = materials[0]
        behind = any(p.what in ("kinds", "weak") for p in self.parts[n + 1 :])
        lead = n - 1
        while lead > 0 and (self.parts[lead].what == "quantity" or self.s.words(self.parts[lead]) in BEFORE_A_PIPE):
            lead -= 1
        if behind or len(materials) > 1 or lead <= 0 or self.s.words(self.parts[lead]) not in FROM_THERE:
            return False
        if len(self.places) != 1:
            self.doubt("another pipe from there: from where?")
        return not self._runs and len(self.places) == 1

    def _is_told_first(self, materials: list[int]) -> bool:
        """Whether a clause begins with what pipe it is, said as such: ``we got cast iron here``, ``4 inch clay, …``."""
        n = materials[0]
        before = [p for p in self.parts[:n] if p.what not in ("links", "sign")]
        lead = " ".join(self.s.words(p) for p in before if p.what == "fillers")
        bored = any(p.says == "in" for p in before if p.what == "quantity")
        plain = all(p.what == "fillers" or p.says == "in" for p in before) and len(materials) == 1 and not self._runs
        after = self.parts[n + 1] if n + 1 < len(self.parts) else None
        apart = bored and after is not None and after.what == "links" and "," in self.s.words(after)
        stated = not self.places and any(lead.startswith(words) for words in STATING)
        only_how_good = {p.says.split()[0] for p in self.parts if p.what in ("kinds", "weak")} <= {"condition", "sound"}
        stated |= not self.places and only_how_good  # "line is 4 inch clay, good shape"
        return plain and (stated or apart and not lead)

    def _is_begun(self, materials: list[int]) -> bool:
        """Whether an access that has no footage is all that is told beside one material behind it."""
        kinds = [n for n, p in enumerate(self.parts) if p.what in ("kinds", "weak")]
        told = [self.parts[n].says for n in kinds if self.parts[n].says.split()[0] not in ("sound", "condition")]
        only = told in (["access"], ["access", "zero"]) and len(materials) == 1 and kinds[0] < materials[0]
        return only and all(not p.said[:1].isdecimal() for p in self.places)

    def _stated(self, materials: list[int], changes: list[int]) -> None:
        pipes = [self._pipe(n) for n in materials]
        between = [n for n in changes if materials[0] < n < materials[-1]]
        if len(pipes) > 1 and not between and len({self.parts[n].says for n in materials}) == 1:
            for n in materials[1:]:  # "over to clay, six inch clay from here": one pipe, said twice
                self.s.use(self.parts[n], "kind")
            pipes, materials = [max(pipes, key=len)], materials[:1]
        change = next(iter((between or changes)[-1:]), None)
        found = self._statement(pipes, materials, change)
        if found is None:
            return
        for n in (*materials, *changes):
            self.s.use(self.parts[n], "kind")
            if n and self.s.words(self.parts[n - 1]) == "from":
                self.s.use(self.parts[n - 1], "filler")  # "changes at 22 from clay to plastic"
        self.found.append(found)
        self.spots.append((materials[0], found))

    def _statement(self, pipes: list[str], materials: list[int], change: int | None) -> Found | None:
        """What one or two pipes with a change before, between or nowhere say."""
        if pipes == ["liner"] and change is None and self._runs and len(self.places) == 1:
            self._liner(materials[0])
            return None
        if len(pipes) == 1 and (change is None or change < materials[0]):
            if change is not None and self._runs and self.places[0].onward:
                return Found("change", change=pipes[0], own_place=replace(self.places[0], said=self.places[0].start))
            if change is not None and self._runs:
                self.doubt("a change over a stretch")
            begins = (
                bool(self.places)
                and not self._runs
                and bool(BEGIN & {w for p in self.parts for w in self.s.words(p).split()})
            )
            return Found("change" if change is not None or begins else "pipe", change=pipes[0])
        both_sides = len(pipes) == 2 and self.s.words(self.parts[materials[0] + 1]) == "/"
        if len(pipes) == 2 and change is not None and (materials[0] < change < materials[1] or both_sides):
            both = f"{pipes[0]} > {pipes[1]}"
            said = self.s.words(self.parts[change]).split()
            then = (self.parts[change].says == "then" or "then" in said) and "which" not in said
            if self._runs and len(self.places) == 1 and (then or self.places[0].only_to):
                self._stretch_before(pipes[0], materials[0])
                return Found("change", change=both, own_place=Place(self.places[0].said.split("-")[-1], 0, 0))
            if self._runs:
                self.doubt("a change over a stretch")
            return Found("change", change=both)
        self.doubt("several materials")
        return None

    def _stretch_before(self, pipe: str, n: int) -> None:
        """``iron 0-12, then clay``: iron to there, where it changes."""
        stretch = Found("pipe", change=pipe)
        self.found.append(stretch)
        self.spots.append((n, stretch))

    def _liner(self, n: int) -> None:
        """``lined 9-84``: where it starts and where it ends."""
        self.s.use(self.parts[n], "kind")
        self._liner_between(n, self.found)

    def _liner_between(self, n: int, beside: list[Found]) -> None:
        """The two ends of a liner for the one stretch it was told of, beside what else was found."""
        self.found = beside
        ends = self.places[0].start.lstrip("~").split("-")
        for kind, at in zip(("liner_start", "liner_end"), ends, strict=False):
            found = Found(kind, own_place=Place(at, self.places[0].i, self.places[0].j))
            self.found.append(found)
            self.spots.append((n, found))

    def _bore_of(self, n: int) -> None:
        """``roots at 40, four inch clay``: the bore right before a material is the pipe's, and no size of the roots."""
        p = self.parts[n - 1] if n else None
        if (
            p is not None
            and p.quantity is not None
            and p.says == "in"
            and p.quantity.is_one
            and p.quantity.low in USUAL_BORES
        ):
            self.s.use(p, "bore")

    def _is_between(self, p: Piece) -> bool:
        """What may stand between a material and its bore: *pipe*, an article, a comma."""
        return p.what == "fillers" or p.what == "links" and self.s.words(p) == ","

    def _pipe(self, n: int) -> str:
        """A material with the bore beside it."""
        bore = ""
        for k in (n - 1, n + 1):
            m = k
            while 0 <= m < len(self.parts) and self._is_between(self.parts[m]) and abs(m - n) < 3:
                m += k - n
            if 0 <= m < len(self.parts) and self.parts[m].what == "quantity":
                q = self.parts[m].quantity
                if q is not None and q.unit == "in" and q.is_one and 1 <= q.low <= 24 and not bore:
                    self.s.use(self.parts[m], "bore")
                    bore = f" {feet(q.low)}in"
        return self.parts[n].says + bore + self._age(n)

    def _age(self, n: int) -> str:
        """``old 4 inch clay``, ``newer pvc``: how old a pipe was said to be, right before its material and bore."""
        m = n - 1
        while m >= 0 and (self.parts[m].says == "in" or self.s.words(self.parts[m]) in A_PIECE_OF):
            m -= 1
        age = self.s.words(self.parts[m]) if m >= 0 and self.parts[m].what == "fillers" else ""
        if age not in AGES:
            return ""
        self.s.use(self.parts[m], "kind")
        return f" {age}"

    def of_reducers(self) -> None:
        """``6 by 4 reducer``: the bores a reducer stands between are its change, where no other thing is told."""
        said = [p for p in self.parts if p.what == "bores"]
        reducers = [f for f in self.found if f.kind == "fitting" and "reducer" in f.words]
        alone = len(said) == len(self.found) == len(self.places) == 1
        if alone and reducers and not reducers[0].negative:
            self.s.use(said[0], "kind")
            reducers[0].change = said[0].says

    def _bore_change(self, materials: list[int]) -> None:
        """One bore to another, in a pipe of one material or of one not said."""
        said = next((n for n, p in enumerate(self.parts) if p.what == "bores"), None)
        if said is not None and not any(p.what in ("kinds", "weak") for p in self.parts):
            self.s.use(self.parts[said], "kind")
            change = self.parts[said].says
            if len(materials) == 1:
                for p in (p for p in self.parts if p.what in ("materials", "dittos")):  # "same clay"
                    self.s.use(p, "kind")
                change = " > ".join(f"{self.parts[materials[0]].says} {bore}" for bore in change.split(" > "))
            self.found.append(Found("change", change=change))
            self.spots.append((said, self.found[-1]))
