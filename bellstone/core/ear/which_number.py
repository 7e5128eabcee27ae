"""Numbers that may be one thing or another: a foot or an hour, a place or a size, one place or two."""

import re

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Part
from bellstone.core.ear.group import SIDES
from bellstone.core.ear.places import Place
from bellstone.core.ear.quantities import Quantity
from bellstone.core.ear.retold import Retold, is_feet

MOST_APART_PCT = 20.0  # two shares said as one range lie no further apart; our own value
SAME_PLACE_FT = 2.0  # what is said again within a bell or two of itself; our own value


class WhichNumber(Retold):
    """Settles which a number is, or asks."""

    def hours_or_feet(self) -> None:
        """A bare number up to 12 beside another place may be an hour: it is asked."""
        self._round_the_clock()
        highest = 0.0
        for p in (p for p in self.parts if isinstance(p, Place)):
            first = re.match(r"~?(\d+(?:\.\d+)?)", p.said)
            if p.hour and first and float(first[1]) < highest:  # footages rise along a line; an hour does not
                self.or_an_hour(p)
            highest = max(highest, float(first[1]) if first else 0.0)
        self._numbers_side_by_side()
        self._place_again()
        self._next_to_what()
        for a, b in zip(self.parts, self.parts[1:], strict=False):
            if (
                isinstance(b, Place)
                and b.hour
                and isinstance(a, Piece)
                and a.what == "attributes"
                and (a.says[0].isdecimal() or a.says in SIDES)
                and not self._led_from(b)
            ):
                self.or_an_hour(b)

    def _led_from(self, place: Place) -> bool:
        """``split along the bottom from 4 to 9``: the one place of a line, led by *from*, is in feet."""
        alone = sum(isinstance(p, Place) for p in self.parts) == 1
        return alone and place.runs and self.words(place).split()[0] == "from"

    def _round_the_clock(self) -> None:
        """``crack at 33 from 10 to 2``: no stretch runs back from ten to two feet where the place is told."""
        told = [
            p for p in self.parts if isinstance(p, Place) and not p.hour and not p.asks and is_feet(p.start.lstrip("~"))
        ]
        for n, p in enumerate(self.parts):
            back = isinstance(p, Place) and p.asks == "hours, or a stretch"
            if (
                isinstance(p, Place)
                and back
                and len(told) == 1
                and float(told[0].start.lstrip("~")) > float(p.said.split("-")[1])
            ):
                at = list(self._tokens_of(p))
                low, high = (float(end) for end in p.said.split("-"))
                hours = Quantity("clock", high, low, at[0], at[-1] + 1)
                self.parts[n] = Piece("quantity", "clock", at[0], at[-1] + 1, hours)

    def or_an_hour(self, place: Place) -> None:
        self.out.doubts.append("a bare number up to 12: a foot, or an hour?")
        self.out.hours.append(list(self._tokens_of(place))[-1])

    def _share_between(self) -> None:
        """``Sixty, seventy percent.`` and nothing else: from the one to the other, of the thing before."""
        told = [p for p in self.parts if isinstance(p, Place) or p.what not in ("fillers", "links", "sign", "hedges")]
        if len(told) != 2 or not isinstance(told[0], Place) or not isinstance(told[1], Piece) or not told[0].bare:
            return
        share = told[1].quantity
        if told[1].says != "pct" or share is None or not share.is_one or not is_feet(told[0].said.lstrip("~")):
            return
        low = float(told[0].said.lstrip("~"))
        if 0 < low < share.low <= low + MOST_APART_PCT:
            at = list(self._tokens_of(told[0]))[0]
            whole = Quantity("pct", low, share.low, at, told[1].j)
            self.parts = [p for p in self.parts if p is not told[0]]
            self.parts[self.parts.index(told[1])] = Piece("quantity", "pct", at, told[1].j, whole)

    def _next_to_what(self) -> None:
        """``the next pipe is off, at 16``: *next* before any footage may lie at the footage behind it."""
        said = [p.said for p in self.parts if isinstance(p, Place)]
        if said[:1] == ["next"] and any(is_feet(s.lstrip("~")) for s in said):
            self.out.doubts.append("the next one from here, or the one there?")

    def _place_again(self) -> None:
        """``roots at 40, about 41 maybe``: a place said again less surely may be the same one."""
        feet_said = [p for p in self.parts if isinstance(p, Place) and re.fullmatch(r"~?\d+(\.\d+)?", p.said)]
        for a, b in zip(feet_said, feet_said[1:], strict=False):
            near = abs(float(a.said.lstrip("~")) - float(b.said.lstrip("~"))) <= SAME_PLACE_FT
            if near and b.said[0] == "~" and a.said[0] != "~":
                self.out.doubts.append("two places side by side: which?")

    def _numbers_side_by_side(self) -> None:
        """Numbers of speech with no word between them may be joined otherwise; one behind a size may be a size."""
        for a, b in zip(self.parts, self.parts[1:], strict=False):
            spoken = all(self.tokens[next(self._tokens_of(p))].spoken for p in (a, b))
            if spoken and isinstance(a, Place) and a.bare and isinstance(b, Piece) and b.says == "in":
                self.out.doubts.append("two numbers side by side: which is which?")  # "twenty two four inch"
        for a, b, c in zip(self.parts, self.parts[1:], self.parts[2:], strict=False):
            if isinstance(a, Place) and a.bare and isinstance(b, Piece) and b.what == "links" and _grows(a, c):
                self.out.doubts.append("two numbers side by side: a place, or a size taken back?")
        told = [p for p in self.parts if isinstance(p, Place) or p.what not in ("fillers", "links", "sign", "hedges")]
        for a, b in zip(told, told[1:], strict=False):
            if (
                isinstance(a, Piece)
                and a.says in ("pct", "in")
                and isinstance(b, Place)
                and b.said[0] == "~"
                and len(told) == told.index(b) + 1
            ) and any(isinstance(p, Place) for p in told[: told.index(b)]):
                self.out.doubts.append("a place, or another size?")


def _grows(place: Place, size: Part) -> bool:
    """``sixty, sixty-five percent``: a number that goes on into a share a little more."""
    if not isinstance(size, Piece) or size.quantity is None or size.says != "pct":
        return False
    number = place.said.lstrip("~")
    return is_feet(number) and 1 < size.quantity.low / max(float(number), 1) <= 1.5
