"""What of a sentence is no finding: a last clause beside the pipe, a thing in brackets, how much of the thing before."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, Part
from bellstone.core.ear.gathering import Gathering
from bellstone.core.ear.one_thing import GOOD
from bellstone.core.ear.outcome import MEASURING, PROSE_WORDS
from bellstone.core.ear.parts import SILENT, is_link, is_negative, may_be_silent
from bellstone.core.ear.places import Place
from bellstone.core.ear.unnamed import CLEANED_STATES as CLEANED
from bellstone.core.ear.wording import words_of

# behind a negative these deny what was said before: not there anymore, not anything much
TURNS_BACK = words_of("anymore longer really quite anything actually correct true right sure exactly")


# what one says, thinks or would: denied, it says nothing
TALKS = words_of("would could say said think thought had was were been can should will about")


class Remarks(Gathering):
    """Tells what of a sentence says nothing of the pipe by itself, before its findings are read."""

    def _without_remark(self, parts: list[Part]) -> list[Part]:
        """The parts without a last clause that says nothing of the pipe: what one says beside it."""
        cut = len(parts)
        for n in range(len(parts) - 1, -1, -1):
            if is_link(parts[n]) and self._is_remark(parts[n + 1 : cut]):
                self._remark(parts[n:cut])
                cut = n
            elif not (may_be_silent(parts[n]) or is_negative(parts[n])):
                break  # what tells something is no remark, nor anything before it
        if cut and self._is_remark(parts[:cut]):
            self._remark(parts[:cut])
            cut = 0
        return parts[:cut]

    def _is_remark(self, parts: Sequence[Part]) -> bool:
        """Whether a clause says nothing of the pipe; in a short note, where every word is meant, only one that denies."""
        return len(self.tokens) >= PROSE_WORDS and self._says_nothing(parts) or self._denies_nothing(parts)

    def _says_nothing(self, parts: Sequence[Part], beside: frozenset[str] = frozenset()) -> bool:
        """Whether a clause names no thing, size, place, doubt or negative; words ``beside`` are not looked at."""
        pieces = [p for p in parts if isinstance(p, Piece)]
        words = [self.tokens[k].word for p in pieces for k in range(p.i, p.j) if p.what == "unknown"]
        telling = (self.lexicon.telling | MEASURING) - beside
        silent = len(pieces) == len(parts) and all(p.what in SILENT for p in pieces) and not telling.intersection(words)
        return silent and any(p.what not in ("fillers", "links", "sign") for p in pieces)

    def _denies_nothing(self, parts: Sequence[Part]) -> bool:
        """Whether a clause says only of another thing than a finding that it is not: ``it is not my department``.

        A word of its own must stand there to be what is denied; ``not really`` denies what was said before it.
        """
        denied = [p for p in parts if is_negative(p)]
        unknown = [p for p in parts if isinstance(p, Piece) and p.what == "unknown"]
        words = [self.tokens[k].word for p in unknown for k in range(p.i, p.j)]
        own = [w for w in words if w.isalpha() and len(w) > 3 and w not in TURNS_BACK and w not in self.lexicon.known]
        return bool(denied) and bool(own) and self._says_nothing([p for p in parts if p not in denied], TALKS)

    def _is_aside(self, parts: Sequence[Part]) -> bool:
        """Whether a thing is named in brackets that was not named before them: ``offset (drop)`` is one thing."""
        opened = [n for n, p in enumerate(parts) if isinstance(p, Piece) and self.tokens[p.i].word == "("]
        if not opened:
            return False
        before, inside = (
            [p.says.split()[0] for p in some if isinstance(p, Piece) and p.what in ("kinds", "weak")]
            for some in (parts[: opened[0]], parts[opened[0] :])
        )
        listed = (
            is_link(p) or may_be_silent(p) or isinstance(p, Place) or p.says in CLEANED for p in parts[: opened[0]]
        )
        alone = (
            not before and all(listed) and len(parts) - opened[0] <= len("(x)")
        )  # "22, 28 and 34 (roots)": what they are
        return bool(inside) and not alone and not (before and set(inside) <= set(before))

    def _remark(self, parts: Sequence[Part]) -> None:
        for p in parts:
            assert isinstance(p, Piece)
            self.uses |= dict.fromkeys(
                range(p.i, p.j), "filler" if p.what in ("fillers", "links", "sign") else "remark"
            )

    def _only_well(self, parts: Sequence[Part]) -> bool:
        """``Good to the street.``: a sentence of its own that says only that it is well, and how far."""
        silent = all(isinstance(p, Piece) and p.what in ("fillers", "links", "sign", "landmarks") for p in parts)
        words = [self.tokens[k].word for p in parts if isinstance(p, Piece) for k in range(p.i, p.j)]
        return silent and len(words) > 1 and words[0] in GOOD and "to" in words

    def _word(self, piece: Piece) -> str:
        return self.tokens[piece.i].word if piece.j == piece.i + 1 else ""

    def _tells_where(self, parts: Sequence[Part], kind: Found) -> bool:
        """``bellied, but it's only a quarter inch, 66 to 70``: how much and where, of the thing told right before."""
        sized = kind.kind in self.scheme.kinds and self.scheme.kinds[kind.kind].measure != "none"
        places = [p for p in parts if isinstance(p, Place)]
        silent = ("fillers", "links", "sign", "hedges")
        told = [p.what for p in parts if isinstance(p, Piece) and p.what not in silent and self._word(p) != "only"]
        if not sized or kind.place is not None or kind.own_place is not None or kind.negative or kind.carried:
            return False
        plain = len(places) == 1 and not places[0].asks and not places[0].landmark
        return plain and bool(told) and set(told) <= {"attributes", "quantity", "texts", "bounds"}
