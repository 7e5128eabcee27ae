"""Where along its stretch a thing lies that cannot run: at an end of it, at both, or it is asked."""

from dataclasses import replace

from bellstone.core.ear.group import AT_ONE_PLACE
from bellstone.core.ear.said_pipes import SaidPipes


class Ends(SaidPipes):
    """Settles what lies at one place and was told of a stretch."""

    def _cannot_run(self) -> None:
        """A stretch of what lies at one place is no stretch of it; only a liner has two ends to lie at."""
        if [f.kind for f in self.found] == ["liner_start"] and len(self.places) == 1 and self.places[0].runs:
            self._liner_between(self.spots.pop()[0], [])
        self._stopped_at_the_end()
        self._at_the_change()
        self._at_both_ends()
        for f in self.found:
            if f.kind in AT_ONE_PLACE and not f.own_place and any(p.runs for p in self.places) and not f.negative:
                self.doubt(f"{f.kind} over a stretch")

    def _stopped_at_the_end(self) -> None:
        """``got as far as 81``, ``18 to 29, beyond which it would not go``: the camera stopped at the end of the stretch."""
        place = self.places[0] if len(self.places) == 1 and self.places[0].runs and not self.places[0].onward else None
        said = {w for p in self.parts for w in self.s.words(p).split()}
        if place is None or not (place.only_to or said & {"beyond", "after", "where"}):
            return
        end = replace(
            place,
            said=f"{'~' * place.said.startswith('~')}{place.said.split('-')[-1]}",
            runs=False,
            only_to=False,
            asks="",
        )
        stopped = [f for f in self.found if f.kind == "stopped" and not f.negative and not f.own_place]
        for f in stopped:
            f.own_place = end
        long = ("standing", "submerged", "sound", "dry", "pipe", "stopped")
        for f in (f for f in self.found if stopped and place.only_to and f.kind not in long and not f.negative):
            f.own_place = f.own_place or end  # what stopped it lies there

    def _at_both_ends(self) -> None:
        """``34 to 38 new pvc, rubber couplings both ends``: one at each end of the stretch."""
        place = self.places[0] if len(self.places) == 1 and self.places[0].runs and not self.places[0].onward else None
        ends = [p for p in self.parts if p.says == "both_ends"]
        one = next((f for f in self.found if f.kind in AT_ONE_PLACE and not f.own_place and not f.negative), None)
        if place is None or one is None or not ends or place.only_to:
            return
        about = "~" * place.said.startswith("~")
        low, high = (f"{about}{end}" for end in place.said.lstrip("~").split("-"))
        one.own_place = replace(place, said=low, runs=False)
        self.found.append(replace(one, own_place=replace(place, said=high, runs=False), words=list(one.words)))
        for p in ends:
            self.s.use(p, "place")

    def _at_the_change(self) -> None:
        """``cast to 12, coupling, then clay``: what joins the two lies where the one ends."""
        change = next((f for f in self.found if f.kind == "change" and f.own_place and f.own_place.said), None)
        for f in self.found:
            if (
                change is not None
                and f.kind == "coupling"
                and not f.own_place
                and not f.negative
                and self.places[0].only_to
            ):
                f.own_place = change.own_place
