"""What is said of all that a sentence found: of each of them, beside what they lie, what could not be seen there."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.ignorance import is_blind
from bellstone.core.ear.places import Place
from bellstone.core.ear.retold import is_feet
from bellstone.core.ear.which_number import WhichNumber
from bellstone.core.scheme import Scheme

EACH = ("both", "each", "all", "both of them", "each of them")


class OfAll(WhichNumber):
    """Says of the findings of a sentence what its groups leave to be said of several."""

    scheme: Scheme

    def _of_each(self) -> None:
        """``offset at 18 and another at 24, both down, half inch each``: said of each of them."""
        spare = [p for p in self.parts if isinstance(p, Piece) and self.words(p) in EACH and p.i not in self.out.uses]
        found = [f for f in self.out.found if not f.negative]
        if not spare or len(found) < 2 or len({f.kind for f in found}) != 1 or any(f.place is None for f in found):
            return
        if len(found) != 2 and any(self.words(p).startswith("both") for p in spare):
            return
        last = found[-1]
        for f in found[:-1]:
            f.words = f.words or list(last.words)
            f.size, f.clock = f.size or last.size, f.clock or last.clock
        for p in spare:
            self.use(p, "count")

    def _lies_by(self, marks: Sequence[str]) -> None:
        """What a thing lies by, in the words of the source, beside what else is kept of it."""
        for f in self.out.found:
            keeps = f.kind in self.scheme.kinds or f.kind == "depth" or f.kind == "located" and bool(f.text)
            if marks and keeps and not f.negative and marks[0] not in f.text:
                f.keep(marks[0])

    def _blind_there(self) -> None:
        """``could not see from 18 to 22, roots in the way``: what is told there does not say that it was not seen."""
        runs = any(isinstance(p, Place) and p.runs for p in self.parts)
        blind = any(isinstance(p, Piece) and p.what == "fillers" and is_blind(self.words(p)) for p in self.parts)
        if runs and blind and any(not f.negative and f.kind not in ("lens", "submerged") for f in self.out.found):
            self.out.doubts.append("not seen there, or what is told there?")

    def _good_liner(self) -> None:
        """``liner 5 to 61, good``: what is said of the liner is said of all of it."""
        start, end, good = (
            next((f for f in self.out.found if f.kind == kind and not f.negative), None)
            for kind in ("liner_start", "liner_end", "sound")
        )
        if start is None or end is None or good is None or good.own_place or len(self.out.found) != 3:
            return
        ends = [f.own_place or f.place for f in (start, end)]
        if ends[0] is not None and ends[1] is not None and all(p and is_feet(p.said) for p in ends):
            good.own_place = Place(f"{ends[0].said}-{ends[1].said}", 0, 0, runs=True)
