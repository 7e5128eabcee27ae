"""What a sentence takes back, and stretches it tells in two breaths: places put together before things are read."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import takewhile

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, Hearing, Part
from bellstone.core.ear.places import Place
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of
from bellstone.core.ground import tidy

GOES_ON = frozenset({"and", "goes", "runs", "and runs", "and goes", "continues", "and continues", "going"})
BEGINS = frozenset({"start", "starts", "starting", "begin", "begins", "beginning", "commences", "commencing"})
ENDS = frozenset({
    "terminates", "terminates at", "terminating", "ends", "ends at", "ending", "ending at", "stops", "stops at", "finishes", "finish",
    "quits", "quits at", "quits by", "and ends", "and ends at", "end", "end at", "and end", "and end at", "stop", "stop at",
})  # fmt: skip

RUNS = words_of("""
    run runs running continue continues continuing extend extends extending go goes carry carries keep keeps stretch stretches reach
    reaches get gets getting
""")
BIDDING = words_of("run continue extend go carry keep get")
BESIDE_RUNS = words_of(
    "and it that then which on out down up about around all the way to going is worse heavier thicker"
)
GROWS = frozenset(
    {"get", "gets", "getting", "become", "becomes", "turn", "turns"}
)  # "starts at 22, gets heavy, ends at 40"
FOR_SO_LONG = frozenset({"for", "continues", "continue", "extends", "extending", "lasts", "lasting", "running"})
BESIDE_LENGTH = frozenset(
    {"and", "about", "approximately", "around", "maybe", "roughly", "another", "the", "next", "some", "runs", "goes", "on", "a",
     "distance", "of", "it", ",", "that"}
)  # fmt: skip


def is_feet(said: str) -> bool:
    """Whether a place is one footage, and no stretch, landmark or step from the one before."""
    return said.replace(".", "", 1).isdecimal()


def _depth_said(part: Part, bare: bool = False) -> str:
    """A length as a depth is written: ``4'6"``, ``18in``; nothing where it is none, nor a ``bare`` number but behind another."""
    if isinstance(part, Place):
        feet_said = float(part.said) if is_feet(part.said) and (bare or not part.bare) else None
    else:
        q = part.quantity
        if q is not None and q.is_one and q.unit == "in":
            return f"{tidy(q.low)}in"
        feet_said = q.low if q is not None and q.is_one and q.unit in ("ft", "ft_in") else None
    return "" if feet_said is None else f"{int(feet_said)}'{tidy(12 * (feet_said - int(feet_said)))}\""


FROM_THERE_ON = frozenset(
    {"after", "from there", "from there on", "beyond", "from here", "from here on", "past", "afterwards"}
)
LEADS_THERE = frozenset({"at", "about", "around", "right", "the", "right at", "at about", "at the"})
MAY_END = frozenset(
    {"roots", "grease", "scale", "standing", "submerged", "wear", "settled", "deformed", "crack", "water_mark", "dry"}
)
HAVE_LENGTHS = frozenset(
    {
        "standing",
        "crack",
        "submerged",
        "wear",
        "grease",
        "scale",
        "settled",
        "deformed",
        "repair",
        "break",
        "invert_gone",
    }
)


# "water starts at 41 and we're out of it at 47"
WET = (("kinds", ["standing"]), ("weak", ["standing"]), ("kinds", ["submerged"]), ("attributes", ["water"]))


class Retold:
    """The parts of a sentence and what each word was used for; steps that put places together."""

    text: str
    parts: list[Part]
    tokens: Sequence[Token]
    pieces: Sequence[Piece]
    out: Hearing

    def _out_again(self) -> None:
        """``goes under at 50, came up at 56``: from the one place to the other."""
        n = next((n for n, p in enumerate(self.parts) if isinstance(p, Piece) and p.what == "emerges"), None)
        if n is None:
            return
        before = [p for p in self.parts[:n] if isinstance(p, Place) and is_feet(p.start.lstrip("~"))]
        after = [p for p in self.parts[n:] if isinstance(p, Place)]
        wet = any(isinstance(p, Piece) and (p.what, p.says.split()[:1]) in WET for p in self.parts[:n])
        if len(before) != 1 or len(after) != 1 or not wet or not is_feet(after[0].said.lstrip("~")):
            return
        ends = f"{before[0].start.lstrip('~')}-{after[0].said.lstrip('~')}"
        whole = replace(before[0], said=ends, runs=True, asks="", onward=False)
        for p in (self.parts[n], after[0]):
            self.use(p, "place")
        self.parts = [whole if p is before[0] else p for k, p in enumerate(self.parts) if k != n and p is not after[0]]

    def _from_to(self) -> None:
        """``from 20 until maybe 44``: one stretch, where only how sure it is stands between its ends."""
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        for a, b in zip(at, at[1:], strict=False):
            first, second = self.parts[a], self.parts[b]
            assert isinstance(first, Place) and isinstance(second, Place)
            between = [p for p in self.parts[a + 1 : b] if isinstance(p, Piece)]
            beside = ("links", "attributes") if second.only_to else ()  # "starts at 8 and it's heavy till 20"
            words = ("fillers", "sign", "hedges", "texts", *beside)
            silent = all(p.what in words or self.words(p) in GOES_ON for p in between)
            start, end = first.start.lstrip("~"), second.said.split("-")[-1].lstrip("~")
            begins = (
                first.asks.startswith("from there") or a and bool(BEGINS & set(self.words(self.parts[a - 1]).split()))
            )
            ends = any(p.what == "tapers" or self.words(p) in ENDS for p in between) and is_feet(
                second.said.lstrip("~")
            )
            if begins and ends and is_feet(start) and float(start) < float(end):
                silent = all(
                    p.what in ("fillers", "sign", "links", "changes", "attributes", "tapers")
                    or self.words(p) in ENDS | GROWS
                    for p in between
                )
                second = replace(second, only_to=True)
            runs = self._runs_on(between, second)
            if (
                (runs or begins and (second.only_to or ends) and silent)
                and is_feet(start)
                and float(start) < float(end)
            ):
                self.use(self.parts[b], "place")
                named = [p for p in between if p.what in ("kinds", "weak", "attributes", "quantity", "texts")]
                told = [p for p in named if not set(self.words(p).split()) <= BESIDE_RUNS]
                for p in between:
                    if p not in told:
                        self.use(p, "place")
                whole = replace(first, said=f"{start}-{end}", runs=True, asks="", hour=False, onward=False)
                self.parts = [*self.parts[:a], whole, *told, *self.parts[b + 1 :]]
                return

    def _ends_there(self) -> None:
        """``the belly ends at 44``: up to there, and from where is asked; ``roots, stop 44`` is the camera's."""
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        place = self.parts[at[0]] if len(at) == 1 else None
        if not isinstance(place, Place) or not is_feet(place.said.lstrip("~")):
            return
        before = [p for p in self.parts[: at[0]] if isinstance(p, Piece)]
        ends = [p for p in before[-3:] if set(self.words(p).split()) & ENDS]
        last = next((p for p in reversed(before) if self.words(p) not in LEADS_THERE), None)
        long = any(p.what == "materials" or p.what == "kinds" and p.says.split()[0] in MAY_END for p in before)
        if len(ends) != 1 or ends[0] is not last or last.what in ("kinds", "weak") or not long:
            return
        self.use(last, "place")
        said, asks = f"0-{place.said.lstrip('~')}", "up to there: from where?"
        self.parts[at[0]] = replace(place, said=said, runs=True, asks=asks, only_to=True, hour=False)

    def _runs_on(self, between: Sequence[Piece], second: Place) -> bool:
        """``the crack at 30 runs to 34``, ``starts at 30 and goes to 41``: it is there from the one to the other."""
        if any(isinstance(p, Piece) and p.what in ("materials", "bores") for p in self.parts):
            return False  # "goes to clay"
        kinds = [p for p in self.parts if isinstance(p, Piece) and p.what in ("kinds", "weak")]
        if len({p.says.split()[0] for p in kinds}) == 1 and kinds[0] in between:  # "41 crack on the top, it runs to 43"
            between = between[list(between).index(kinds[0]) :]  # behind "there's a"
            beside = ("attributes", "links", "quantity", "texts")
            between = [p for p in between if p not in kinds and p.what not in beside and self.words(p) != "at"]
        told = [w for p in between for w in self.words(p).split()]
        said = [w for w in told if w != ","]
        verb = next((w for w in said if w in RUNS), None)
        if verb in BIDDING and told.index(verb) and told[told.index(verb) - 1] == ",":
            return False  # "crack at 30, carry on to 44": said to whom pushes
        led = second.only_to or said[-1:] == ["to"]
        return (
            verb is not None
            and led
            and set(said) <= RUNS | BESIDE_RUNS
            and is_feet(second.said.split("-")[-1].lstrip("~"))
        )

    def _for_so_long(self) -> None:
        """``starts at 45 and goes on for six feet``: a stretch told by where it begins and how long it is."""
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        for a, b in zip(at, at[1:], strict=False):
            first, second = self.parts[a], self.parts[b]
            assert isinstance(first, Place) and isinstance(second, Place)
            between = [w for p in self.parts[a + 1 : b] for w in self.words(p).split()]
            before = [w for p in self.parts[max(a - 3, 0) : a] for w in self.words(p).split()]
            if (
                "for" in before
                and not first.bare
                and set(between) & BEGINS
                and set(between) <= BEGINS | {"at", "about", "around", "from"}
            ):
                first, second = second, first  # "for about 6 feet starting at 50"
                between = ["for"]
            start, length = first.start.lstrip("~"), second.said.lstrip("~+")
            told = FOR_SO_LONG & set(between) and set(between) <= FOR_SO_LONG | BESIDE_LENGTH
            if not told or second.bare or not is_feet(start) or not is_feet(length) or first.only_to:
                continue
            for p in self.parts[a : b + 1]:
                self.use(p, "place")
            said = f"{start}-{tidy(float(start) + float(length))}"
            whole = replace(first, said=said, runs=True, asks="", hour=False, onward=False, bare=False)
            self.parts = [*self.parts[:a], whole, *self.parts[b + 1 :]]
            return

    def _so_long_a_thing(self) -> None:
        """``8 foot belly at 30``: feet right before a thing that has a place of its own behind it tell how long it is."""
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        kinds = [n for n, p in enumerate(self.parts) if isinstance(p, Piece) and p.what in ("kinds", "weak")]
        if len(at) != 2 or len(kinds) != 1 or not at[0] < kinds[0] < at[1]:
            return
        long, where = self.parts[at[0]], self.parts[at[1]]
        assert isinstance(long, Place) and isinstance(where, Place)
        between = self.parts[at[0] + 1 : kinds[0]]
        apart = any(isinstance(p, Piece) and p.what == "links" for p in self.parts[at[0] : at[1]])
        plain = is_feet(long.said.lstrip("~")) and is_feet(where.said.lstrip("~"))
        thing = self.parts[kinds[0]]
        assert isinstance(thing, Piece)
        if (
            thing.says.split()[0] not in HAVE_LENGTHS
            or apart
            or not plain
            or long.bare
            or any(not isinstance(p, Piece) or p.what != "attributes" for p in between)
        ):
            return
        told = list(self._tokens_of(long))
        words = Piece("texts", f"{long.said} ft long", told[0], told[-1] + 1)
        self.parts = [*self.parts[: at[0]], *self.parts[at[0] + 1 : kinds[0] + 1], words, *self.parts[kinds[0] + 1 :]]

    def _pipe_after_pipe(self) -> None:
        """``clay until 38, then plastic until 52``: the second pipe begins where the first ends."""
        told = [
            n
            for n, p in enumerate(self.parts)
            if isinstance(p, Place) or p.what not in ("fillers", "sign") or self.words(p) in FROM_THERE_ON
        ]
        last, before = (self.parts[n] for n in told[-1:-3:-1]) if len(told) > 1 else (None, None)
        piped = (
            isinstance(before, Piece) and before.what == "materials" and any(isinstance(p, Place) for p in self.parts)
        )
        if isinstance(last, Piece) and piped and self.words(last) in FROM_THERE_ON and len(told) > 2:
            last = Piece("changes", "then", last.i, last.j)  # "clay 0-41, pvc after"
        if isinstance(last, Piece) and last.says == "then" and isinstance(before, Piece) and before.what == "materials":
            self.parts[told[-2]], self.parts[told[-1]] = last, before  # "clay up to 44, pvc after that"
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        for a, b in zip(at, at[1:], strict=False):
            first, second = self.parts[a], self.parts[b]
            assert isinstance(first, Place) and isinstance(second, Place)
            between = [p for p in self.parts[a + 1 : b] if isinstance(p, Piece)]
            silent = all(p.what in ("fillers", "links", "sign", "materials", "changes", "quantity") for p in between)
            stated = any(p.what == "materials" for p in between) and any(
                isinstance(p, Piece) and p.what == "materials" for p in self.parts[:a]
            )
            start, end = first.said.split("-")[-1], second.said.split("-")[-1]
            joined = first.runs and second.only_to and silent and stated and is_feet(start)
            if joined and float(start) < float(end):
                self.parts[b] = replace(second, said=f"{start}-{end}", asks="", only_to=False)

    def _deepest(self) -> None:
        """``15-22, deepest at 19, 1.5 in``: where within a stretch it is deepest is said beside its size."""
        for n, p in enumerate(self.parts[:-1]):
            nxt = self.parts[n + 1]
            if (
                isinstance(p, Piece)
                and p.what == "deepest"
                and isinstance(nxt, Place)
                and any(isinstance(q, Place) and q.runs for q in self.parts[:n])
            ):
                self.use(p, "word")
                self.use(nxt, "word")
                said = f"{self.as_said(p)} {self.as_said(nxt)}"
                self.parts[n : n + 2] = [Piece("texts", said, p.i, p.j)]
                return

    def _deepest_there(self) -> None:
        """``60-68 sag 2 in at 64``: a depth and where within its stretch it was read, kept beside it."""
        at = [n for n, p in enumerate(self.parts) if isinstance(p, Place)]
        kinds = [p for p in self.parts if isinstance(p, Piece) and p.what in ("kinds", "weak")]
        if len(at) != 2 or [p.says.split()[0] for p in kinds] != ["standing"]:
            return
        long, spot = self.parts[at[0]], self.parts[at[1]]
        assert isinstance(long, Place) and isinstance(spot, Place)
        before = [
            p for p in self.parts[at[0] : at[1]] if isinstance(p, Piece) and p.what not in ("fillers", "sign", "depths")
        ]
        deep = bool(before) and before[-1].what == "quantity" and before[-1].says == "in"
        ends = long.said.lstrip("~").split("-")
        if not deep or not long.runs or long.onward or not is_feet(spot.said.lstrip("~")):
            return
        if float(ends[0]) < float(spot.said.lstrip("~")) < float(ends[1]):
            told = list(self._tokens_of(spot))
            self.use(spot, "word")
            said = f"at {spot.said.replace('~', 'about ')}"
            self.parts[at[1]] = Piece("texts", said, told[0], told[-1] + 1)

    def _depths_listed(self) -> list[Found]:
        """``depth is 4.5 feet at the cleanout and 8 feet at the curb``: as many depths as things of the ground."""
        deep: list[tuple[str, Part]] = []
        where: list[tuple[str, Part]] = []
        order: list[str] = []
        for p in self.parts:
            mark = (
                p.landmark if isinstance(p, Place) else "cleanout" if p.what == "kinds" and p.says == "access" else ""
            )
            text = _depth_said(p, bare=bool(deep))  # "3 feet deep at the cleanout, 7 at the street"
            if mark or text:
                (where if mark else deep).append((mark or text, p))
                order.append("w" if mark else "d")
            elif isinstance(p, Place) or p.what not in ("fillers", "links", "sign", "depths", "places"):
                return []
        told = any(isinstance(p, Piece) and p.what == "depths" for p in self.parts)
        if not told or len(deep) < 2 or "".join(order) not in ("dw" * len(deep), "wd" * len(deep)):
            return []
        for p in self.parts:
            self.use(p, "depth")
        return [
            Found("depth", depth=text, place=Place(f"near {name}:", 0, 0, landmark=name))
            for (text, _), (name, _) in zip(deep, where, strict=True)
        ]

    def use(self, part: Part, use: str) -> None:
        for n in self._tokens_of(part):
            self.out.uses[n] = use

    def _tokens_of(self, part: Part) -> Iterator[int]:
        if isinstance(part, Place):
            for piece in self.pieces[part.i : part.j]:
                yield from range(piece.i, piece.j)
        else:
            yield from range(part.i, part.j)

    def as_said(self, part: Part) -> str:
        """A part in the words of the source."""
        at = list(self._tokens_of(part))
        return self.text[self.tokens[at[0]].start : self.tokens[at[-1]].end].replace('"', "")

    def words(self, part: Part) -> str:
        return " ".join(self.tokens[n].word for n in self._tokens_of(part))

    def _retractions(self) -> None:
        """``at 41, no wait, 42``: the last place stands, where a word of correction lies between two."""
        kept: list[Part] = []
        for part in self.parts:
            if isinstance(part, Place) and kept:
                back = kept[::-1]
                between = list(takewhile(_turns, back))
                n = len(between)
                took_back = any(isinstance(p, Piece) and p.what == "acts" and p.says == "retract" for p in between)
                took_back |= any(self.words(p) == "i mean" for p in between)
                took_back |= any(
                    isinstance(p, Piece) and p.what == "negatives" and self.words(p) == "no" for p in between
                )
                denied = [
                    p for p in between if isinstance(p, Piece) and p.what == "negatives" and self.words(p) == "not"
                ]
                if denied and n < len(back) and isinstance(back[n], Place):  # "at 80, not 18"
                    for p in (*between, part):
                        self.use(p, "correction")
                    kept = kept[: len(kept) - n]
                    continue
                if took_back and n < len(back) and isinstance(back[n], Place):
                    for p in (*between, back[n]):
                        self.use(p, "correction")
                    kept = kept[: len(kept) - n - 1]
            kept.append(part)
        self.parts = kept


def _turns(part: Part) -> bool:
    """Whether a part may stand between a place and the one that takes it back."""
    return isinstance(part, Piece) and part.what in ("fillers", "links", "sign", "negatives", "acts")
