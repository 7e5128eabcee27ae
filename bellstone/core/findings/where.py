"""Where a thing lies, in words: one wording for a row, a reason, a warning, a page and a file."""

from dataclasses import dataclass

from bellstone.core.ground import remembered
from bellstone.core.record import Lateral
from bellstone.core.stations import Place, Placing

AT_ZERO_FT = 0.05  # nearer to the zero than this is at it


@dataclass(frozen=True, slots=True)
class AxisWords:
    """How feet are said on a line: from which place, and whether both ways from it.

    >>> both = AxisWords("yard cleanout", two_sided=True)
    >>> both.feet(-10), both.feet(10), AxisWords("main", reversed=True).feet(-30), AxisWords("vent").feet(41.5)
    ('10.0 ft up from the yard cleanout', '10.0 ft down from the yard cleanout', '30.0 ft', '41.5 ft')
    """

    datum: str = ""
    reversed: bool = False  # read up from the main: every station lies above it, and loses its sign
    two_sided: bool = False

    def feet(self, station: float, places: int = 1) -> str:
        """A station [ft] in words, never with a sign."""
        said = f"{abs(station):.{places}f} ft"
        if self.reversed or abs(station) < AT_ZERO_FT or not (station < 0 or self.two_sided):
            return said
        return f"{said} {'up' if station < 0 else 'down'} from the {self.datum or 'zero'}"

    def span(self, start: float, end: float, places: int = 1) -> str:
        """A stretch from one station to another [ft] in words."""
        if self.reversed or (start >= 0 and not self.two_sided):
            return f"{abs(start):.{places}f}–{self.feet(end, places)}"
        return f"{self.feet(start, places)} to {self.feet(end, places)}"


@remembered(16, "lateral", "placing")
def axis_words_of(lateral: Lateral, placing: Placing) -> AxisWords:
    """The wording of a lateral's feet: both ways where things lie on both sides of its datum."""
    datum = lateral.lines[0].datum
    seen = (
        placing.places[ident] for ident in placing.nodes
    )  # what was read at the head says nothing of the line's ways
    stations = [p.station for p in seen if p.how == "station" and p.station is not None]
    both = any(x < -AT_ZERO_FT for x in stations) and any(x > AT_ZERO_FT for x in stations)
    at_main = any(m.name == datum and m.kind == "main" for m in lateral.landmarks)
    return AxisWords(datum, at_main, both and not at_main)


def where_words(place: Place, axis: AxisWords, rank: int = 0) -> str:
    """Where a thing lies: its feet, or what is known without any.

    >>> where_words(Place("order", "", low=20.0, high=30.0), AxisWords(), 3)
    'no footage, 3rd in order, from 20.0 to 30.0 ft'
    """
    match place.how:
        case "station" if place.station is not None:
            return axis.feet(place.station) if place.end is None else axis.span(place.station, place.end)
        case "throughout":
            return "all along"
        case "raft" if place.station is not None:
            ordered = f"{_ordinal(rank)} in order, " if rank else ""
            tied = (
                "in a chain tied to nothing"
                if place.raft.startswith("raft ")
                else "on a counter whose zero is not said"
            )
            return f"{ordered}{place.station:.1f} ft {tied}"
    slot = f"no footage, {_ordinal(rank)} in order" if rank else "no footage"
    low, high = place.window or (None, None)
    if low is not None and high is not None:
        ends = (
            f", from {low:.1f} to {axis.feet(high)}" if low >= 0 and not axis.two_sided else f", {axis.span(low, high)}"
        )
        return slot + ends
    if low is not None and abs(low) >= AT_ZERO_FT:
        return f"{slot}, past {axis.feet(low)}"
    return f"{slot}, short of {axis.feet(high)}" if high is not None and abs(high) >= AT_ZERO_FT else slot


def _ordinal(n: int) -> str:
    ending = "th" if 10 <= n % 100 <= 20 else {1: "st", 2: "nd", 3: "rd"}.get(n % 10, "th")
    return f"{n}{ending}"
