"""Findings of one sentence after the other into those of a line: what only says more of one goes with it."""

from bellstone.core.ear.found import Found
from bellstone.core.ear.outcome import Outcome, place_said


class Gathering(Outcome):
    """Puts the findings of each sentence to those before."""

    def add(self, found: list[Found]) -> None:
        """Findings of a sentence; what only says more of one that is there goes with it."""
        for f in found:
            at_it = [x for x in self.found if x.kind == "fitting" and place_said(x) == place_said(f)]
            if f.kind == "branch" and not f.unsure and at_it and f.words[:1] in (["kitchen"], ["bathroom"]):
                at_it[0].text = at_it[0].text or f'"{f.words[0]}"'  # "that's the kitchen joining"
                continue
            located = next((x for x in self.found if x.kind == "located" and not x.words and not x.negative), None)
            if (
                f.kind == "depth"
                and located is not None
                and (located.place is None or f.place in (None, located.place))
            ):
                f.place, f.text = f.place or located.place, f.text or located.text
                self.found.remove(located)  # located, and how deep: one reading
            same = next(
                (
                    x
                    for x in self.found
                    if x.kind == f.kind and x.negative == f.negative and place_said(x) == place_said(f)
                ),
                None,
            )
            if same is None or same.size and f.size or same.clock and f.clock or same.change or f.change:
                self.found.append(f)
                continue
            same.words += [w for w in f.words if w not in same.words]
            same.size, same.clock, same.text = same.size or f.size, same.clock or f.clock, same.text or f.text

    def said_of_the_same(self, found: list[Found]) -> None:
        """A sentence of its own without a place: what it says may lie where the one before did; it is asked."""
        before = {f.kind for f in self.found}
        for f in found:
            if f.kind in before or f.negative:
                continue
            if f.kind == "pipe" and before <= {"access", "zero"}:
                continue  # the pipe that a look begins with
            if before and not any(frozenset((f.kind, k)) in self.lexicon.pairs for k in before):
                self.doubts.append("a second sentence without a place")
