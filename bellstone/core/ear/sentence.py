"""A sentence into groups, one a place: corrections taken, places given to what is said of them."""

import re
from collections.abc import Sequence
from copy import deepcopy

from bellstone.core.ear.corrected import corrected
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import NOTHING_THERE, Found, Hearing, Part, told_last
from bellstone.core.ear.group_reader import GroupReader
from bellstone.core.ear.lexicon import Lexicon
from bellstone.core.ear.of_all import OfAll
from bellstone.core.ear.places import Place
from bellstone.core.ear.retold import is_feet
from bellstone.core.ear.token import Token
from bellstone.core.ear.unnamed import MORE_OR_LESS, SIZES
from bellstone.core.entry import words_for
from bellstone.core.scheme import Scheme


class Sentence(OfAll):
    """Reads one sentence's parts, left to right."""

    def __init__(
        self,
        parts: Sequence[Part],
        tokens: Sequence[Token],
        pieces: Sequence[Piece],
        lexicon: Lexicon,
        scheme: Scheme,
        text: str,
    ):
        self.text = text
        self.parts, self.tokens, self.pieces, self.lexicon, self.scheme = list(parts), tokens, pieces, lexicon, scheme
        self.out = Hearing()
        self.carried = False

    def hear(self, place_before: Place | None, kind_before: Found | None) -> Hearing:
        self.carried = kind_before is not None and kind_before.carried
        self._retractions()
        self._corrections()
        self._out_again()
        self._deepest()
        self._deepest_there()
        self._from_to()
        self._ends_there()
        self._for_so_long()
        self._so_long_a_thing()
        self._pipe_after_pipe()
        self._share_between()
        self.hours_or_feet()
        if depths := self._depths_listed():
            self.out.found += depths
            return self.out
        marks = self._landmarks_beside()
        if kind_before is not None and self._only_words():
            self._more_of(kind_before)
            return self.out
        groups = self._groups()
        kind = kind_before
        for n, group in enumerate(groups):
            found = self._group(group, kind)
            if not found:
                continue
            places = [p for p in group if isinstance(p, Place)]
            if not places and n == 0 and place_before is not None and len(groups) == 1:
                for f in (f for f in found if f.kind not in NOWHERE_SAID):
                    f.place = place_before
            kind = told_last(found, kind)
            self.out.found += found
        self._of_each()
        self._good_liner()
        self._blind_there()
        self._lies_by(marks)
        return self.out

    def _corrections(self) -> None:
        """A size, a side or an hour that was taken back: the one said after it stands."""
        self.parts, taken = corrected(self.parts, self.words)
        for p in taken:
            self.use(p, "correction")

    def _only_words(self) -> bool:
        """Whether a sentence names no thing and no place, only words and sizes."""
        pieces = [p for p in self.parts if isinstance(p, Piece)]
        told = any(p.what in ("attributes", "quantity", "texts", "denials", "asides") for p in pieces)
        silent = (
            "attributes",
            "quantity",
            "texts",
            "denials",
            "asides",
            "fillers",
            "links",
            "sign",
            "hedges",
            "lengths",
            "unknown",
            "deepest",
        )
        return told and len(pieces) == len(self.parts) and all(p.what in silent for p in pieces)

    def _more_of(self, before: Found) -> None:
        """A sentence that only says more of the thing before: ``Cut it. Ring left all the way round.``"""
        pieces = [p for p in self.parts if isinstance(p, Piece)]
        reader = GroupReader(self, pieces, [])
        reader.found, reader.spots = [before], [(0, before)]
        sized = bool(before.size)
        for p in pieces:
            if p.what == "deepest":
                self.use(p, "word")
            if self.words(p).split()[-1] in MORE_OR_LESS and set(before.words) & SIZES:
                self.use(p, "word")  # "same thing, but heavier": not as heavy as was said
                before.words = [w for w in before.words if w not in SIZES]
                before.text = before.text or f'"{self.as_said(p)}"'
        reader.more()
        if sized and CLEANED & set(before.words):  # the size before was the size as found
            before.was, before.size = before.size, ""

    def _landmarks_beside(self) -> list[str]:
        """Landmarks beside the one footage of a sentence: what it lies by, in the words of the source."""
        marks = [p for p in self.parts if isinstance(p, Place) and p.landmark]
        feet_said = [p for p in self.parts if isinstance(p, Place) and not p.landmark]
        if not marks or len(feet_said) != 1 or any(p.said[0].isdecimal() or p.said[0] == "+" for p in marks):
            return []
        if feet_said[0].only_to:  # "starting at the curb to 40"
            self.out.doubts.append("up to there: from where?")
        for p in marks:
            self.use(p, "place")
        self.parts = [p for p in self.parts if p not in marks]
        return [self.as_said(p) for p in marks]

    def _groups(self) -> list[list[Part]]:
        """One group a place: by the commas where they part the places, else by what stands before and behind each."""
        clauses = self._comma_clauses()
        if clauses is not None:
            return clauses
        groups: list[list[Part]] = [[]]
        for part in self.parts:
            if isinstance(part, Place):
                self._put_place(groups, part)
            else:
                groups[-1].append(part)
        told = [g for g in groups if any(self._content(p) for p in g)]
        for a, b in zip(told, told[1:], strict=False):
            alone = all(isinstance(p, Place) or not self._content(p) for p in b)
            apart = any(isinstance(p, Piece) and p.what == "links" for p in a[-1:])
            if alone and not apart and isinstance(a[0], Place):  # "30 belly 8ft 1in": one thing between two numbers
                self.out.doubts.append("two places around one thing: which?")
        return told

    def _comma_clauses(self) -> list[list[Part]] | None:
        """The groups between commas, where each one with a place says what is there; None where they do not part so."""
        clauses: list[list[Part]] = [[]]
        for part in self.parts:
            if (
                isinstance(part, Piece)
                and part.what == "links"
                and part.says in ("comma", "stop")
                and "," in self.words(part)
            ):
                clauses.append([])
            clauses[-1].append(part)
        placed = [c for c in clauses if any(isinstance(p, Place) for p in c)]
        if len(placed) < 2:
            return None
        told = ("kinds", "weak", "attributes", "materials", "changes", "quantity")
        for c in placed:
            if sum(isinstance(p, Place) for p in c) > 1 or not any(isinstance(p, Piece) and p.what in told for p in c):
                return None
        groups: list[list[Part]] = []
        head: list[Part] = []
        for c in clauses:
            if any(isinstance(p, Place) for p in c):
                groups.append([*head, *c])
                head = []
            elif groups:
                groups[-1] += c
            else:
                head += c
        return groups

    def _put_place(self, groups: list[list[Part]], place: Place) -> None:
        g = groups[-1]
        at = max((n for n, p in enumerate(g) if isinstance(p, Place)), default=None)
        if at is None:
            g.append(place)
            return
        since = g[at + 1 :]
        content = [p for p in since if self._content(p)]
        if not content:  # a list of places
            g.append(place)
            return
        tail = next((n for n in range(len(g) - 1, at, -1) if isinstance(q := g[n], Piece) and q.what == "links"), None)
        if tail is not None and self._is_ditto(g[tail:]):
            groups[-1] = g[:tail]
            groups.append([*g[tail:], place])  # "and another one at 25"
            return
        first = next(n for n, p in enumerate(g) if isinstance(p, Place))
        if not any(self._content(p) for p in g[:first]):  # place first, then what is there
            groups.append([place])
            return
        kinds = [
            n
            for n, p in enumerate(g)
            if n > at and isinstance(p, Piece) and p.what in ("kinds", "weak", "negatives", "materials", "changes")
        ]
        if not kinds:
            links = [n for n, p in enumerate(g) if n > at and isinstance(p, Piece) and p.what == "links"]
            if links and any(self._content(p) for p in g[links[-1] :]):  # "light 31, heavy 37"
                groups[-1] = g[: links[-1]]
                groups.append([*g[links[-1] :], place])
            else:
                if not links and place.bare and is_feet(place.said):  # "roots heavy 41.5 joint 70"
                    self.out.doubts.append("a place, or a size?")
                groups.append([place])
            return
        cut = self._adjectives_before(g, kinds[0], at)
        groups[-1] = g[:cut]
        groups.append([*g[cut:], place])

    def _is_ditto(self, parts: Sequence[Part]) -> bool:
        told = [p for p in parts if self._content(p)]
        return bool(told) and all(isinstance(p, Piece) and p.what == "dittos" for p in told)

    def _adjectives_before(self, g: list[Part], kind: int, at: int) -> int:
        """Words before a kind that go with it: back to the last link, or to the place."""
        n = kind
        while n > at + 1 and not (isinstance(g[n - 1], Piece) and g[n - 1].what == "links"):  # type: ignore[union-attr]
            n -= 1
        between = g[at + 1 : n]
        return n if between or kind == at + 1 else kind if not _only_before(g[at + 1 : kind]) else at + 1

    def _content(self, part: Part) -> bool:
        if isinstance(part, Place):
            return True
        return part.what not in ("fillers", "links", "sign")

    def _group(self, group: list[Part], kind_before: Found | None) -> list[Found]:
        places = list({p.said: p for p in group if isinstance(p, Place)}.values())
        for p in (p for p in group if isinstance(p, Place)):
            self.use(p, "place")
        rest = [p for p in group if isinstance(p, Piece)]
        found = GroupReader(self, rest, places).read(kind_before)
        well = bool(found) and all(f.negative or f.kind == "sound" for f in found)
        for p in places:
            if p.asks and not (well and p.onward):  # "no roots past 30": from there on
                self.out.doubts.append(p.asks)
        if places and all(f.kind == "pass" for f in found):
            self.out.doubts.append(NOTHING_THERE)
        if not found:
            return []
        for p in places:
            if found[0].kind == "rolled" and p.bare and p.said in HOURS:
                self.or_an_hour(p)  # "upside down, bottom's at twelve"
        marked = [p for p in places if p.landmark]
        if marked and len(places) > len(marked):
            if self._runs_into(group, marked):  # "a foot before the bend at 22": the bend is there, or this
                self.out.doubts.append("so far from it: is that at the footage, or what is told?")
            places = [p for p in places if not p.landmark]
            for f in found:
                f.text = f.text or (
                    f'"{marked[0].said.rstrip(":")}"' if f.kind in self.scheme.kinds and not f.negative else ""
                )
        if len(places) > 1:
            self._doubt_the_list(group, found, places)
            found = self._at_each(found, places)
        elif not places:
            for f in (f for f in found if f.kind == "depth" and f.text):
                f.place = _marked_by(f.text)
        elif places:
            for f in found:
                f.place = places[0]
                if places[0].joint and "joint" not in f.words and "joint" in words_for(f.kind, self.scheme):
                    f.words.append("joint")
        return found

    def _runs_into(self, group: Sequence[Part], marked: Sequence[Place]) -> bool:
        """Whether so far from a thing is told right before a footage, with nothing but fillers between."""
        for n, p in enumerate(group):
            if any(p is m for m in marked) and isinstance(p, Place) and p.said[0].isdecimal():
                after = next(
                    (q for q in group[n + 1 :] if isinstance(q, Place) or q.what not in ("fillers", "sign")), None
                )
                return isinstance(after, Place)
        return False

    def _doubt_the_list(self, group: list[Part], found: list[Found], places: list[Place]) -> None:
        """Several places of one thing: a list of them, unless they may be the ends of one, or a size."""
        if not self._is_list(group):
            self.out.doubts.append("two places side by side: which?")
        if len({p.runs for p in places}) > 1:
            self.out.doubts.append("a place and a stretch: or a size?")  # "roots at 30, sixty to seventy"
        ends = len(places) == 2 and not all(p.runs for p in places)  # two stretches are no ends of one
        if ends and any(f.kind in ("standing", "submerged") for f in found):
            self.out.doubts.append("from the one to the other, or at both?")

    def _is_list(self, group: list[Part]) -> bool:
        """Whether between each two places something parts them: a comma, an *and*."""
        at = [n for n, p in enumerate(group) if isinstance(p, Place)]
        if len(at) > 2 and all(
            b - a == 1 for a, b in zip(at, at[1:], strict=False)
        ):  # "thirty thirty three thirty six"
            return _rising(group, at)
        if len(at) > 2 and all(
            b - a == 1 for a, b in zip(at[:-1], at[1:-1], strict=False)
        ):  # "28 34 and 40", as it is spoken
            return any(
                isinstance(p, Piece) and self.words(p) in ("and", "&", ",") for p in group[at[-2] : at[-1]]
            ) and _rising(group, at)
        return all(
            any(isinstance(p, Piece) and p.what == "links" for p in group[a:b])
            for a, b in zip(at, at[1:], strict=False)
        )

    def _at_each(self, found: list[Found], places: list[Place]) -> list[Found]:
        """One thing at several places is several findings; several things at several places are asked."""
        if len(found) > 1:
            self.out.doubts.append("several things and several places: which goes with which?")
        if any(
            f.kind in ONLY_ONE and not f.negative for f in found
        ):  # "sixty, sixty-five, seventy, main at seventy-three"
            self.out.doubts.append("one of these lies at one place: which?")
        out = []
        for place in places:
            for f in found:
                one = deepcopy(f)
                one.place = place
                if "left" in f.words and place is not places[0] and self.words(place).split()[0] == "right":
                    one.words = ["right" if w == "left" else w for w in f.words]  # "left at 15 and then right at 18"
                out.append(one)
        return out


def _marked_by(words: str) -> Place | None:
    """``flag off the porch corner``: what a mark stands by is where it was read, where no footage was said."""
    by = re.search(
        r"\b(?:by|near|off|from|at|beside|against|next to)\s+(?:the\s+|a\s+)?([a-z][a-z ]+)\"?$", words, re.I
    )
    return Place(f"near {by[1].strip()}:", 0, 0, landmark=by[1].strip()) if by else None


ONLY_ONE = frozenset({"main", "stopped", "ends_at", "dead_end", "collapse"})
# what is said of the whole line, the house or the run, wherever the camera is just then
NOWHERE_SAID = frozenset(
    {"water", "flush", "zero", "counter_reset", "head_changed", "pipe", "access", "skid", "rolled", "lens", "pass"}
)
HOURS = frozenset(str(n) for n in range(1, 13))
CLEANED = frozenset({"cut_flush", "cleared", "mostly_cleared"})


def _rising(group: list[Part], at: list[int]) -> bool:
    feet_said = [p.said for n in at if isinstance(p := group[n], Place)]
    numbers = [float(f) for f in feet_said if is_feet(f)]
    return len(numbers) == len(feet_said) and all(a < b for a, b in zip(numbers, numbers[1:], strict=False))


def _only_before(parts: Sequence[Part]) -> bool:
    return all(
        isinstance(p, Piece) and p.what in ("attributes", "quantity", "hedges", "fillers", "negatives") for p in parts
    )
