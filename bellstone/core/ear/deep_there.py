"""How deep the pipe lies at a place told first: ``the depth at 40 is 5 feet``."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

NAMES = words_of("depth depths of cover")
AT = words_of("at @ there")
PLACES = ("bare", "ft", "ft_in")
DEPTHS = ("bare", "ft", "ft_in", "in")
SOFTENS = words_of("about around ~ roughly approximately maybe")  # "is about 5 feet"
IS = words_of("is was were : = reads read comes out to") | SOFTENS
OF_OTHERS = words_of("of water sludge grease debris belly sag")  # "the depth of water at 40 is 2 inches"


def deep_there(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with each *is* between a place and its depth as the word of depth, so that the number is no place.

    Parameters
    ----------
    pieces : sequence of Piece
        The cover of a line.
    tokens : sequence of Token
        The tokens it covers.

    Returns
    -------
    list of Piece
        ``depth at 40 is 5 feet`` as ``at 40 depth 5 feet``: *depth* leads, *is* is what is said of it.
    """
    out = list(pieces)
    named = next((n for n, p in enumerate(out) if p.what == "depths" and _words(p, tokens) <= NAMES), None)
    if named is None or OF_OTHERS & {t.word for t in tokens}:
        return out
    n = named + 1
    while told := _told_at(out, tokens, n):
        at, end = told
        first = at + 2  # behind *at 40*
        out[first:end] = [Piece("depths", "deep", out[first].i, out[end - 1].j)]
        if out[named].what == "depths":
            out[named] = replace(out[named], what="fillers", says="")
        n = first + 2
        while n < len(out) and _words(out[n], tokens) <= {",", "and", ";"}:
            n += 1
    return out


def or_so_deep(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """``it's 4 foot deep here, maybe 4 and a half``: a bare number near a depth, told behind it in doubt, is no footage.

    Parameters
    ----------
    pieces : sequence of Piece
        The cover of a line.
    tokens : sequence of Token
        The tokens it covers.

    Returns
    -------
    list of Piece
        The pieces with what the depth may be instead as one piece of words.
    """
    out = list(pieces)
    for n, p in enumerate(out):
        before = [x for x in out[:n] if x.what != "links"]
        deep = next((x.quantity for x in before if _is(x, ("ft", "ft_in")) and _is_beside_depth(out, x)), None)
        if deep is None or not _is(p, ("bare",)) or not before or not _words(before[-1], tokens) <= MAYBE:
            continue
        q = p.quantity
        if q is not None and abs(q.low - deep.low) <= NEAR_FT:
            first = out.index(before[-1])
            return [*out[:first], Piece("texts", "", out[first].i, p.j), *out[n + 1 :]]
    return out


NEAR_FT = 2.0  # so far apart two tries at one depth may be: working value
MAYBE = words_of("maybe or perhaps possibly closer to more like could be")


def _is_beside_depth(pieces: Sequence[Piece], depth: Piece) -> bool:
    n = pieces.index(depth)
    return any(p.what == "depths" for p in pieces[max(n - 1, 0) : n + 2])


def _told_at(pieces: Sequence[Piece], tokens: Sequence[Token], n: int) -> tuple[int, int] | None:
    """Where ``at 40 is`` begins, and where the depth behind it stands."""
    if n + 2 >= len(pieces) or not _words(pieces[n], tokens) <= AT or not _is(pieces[n + 1], PLACES):
        return None
    end = n + 2
    while end < len(pieces) and _words(pieces[end], tokens) <= IS:
        end += 1
    return (n, end) if end > n + 2 and end < len(pieces) and _is(pieces[end], DEPTHS) else None


def _is(piece: Piece, units: Sequence[str]) -> bool:
    q = piece.quantity
    return q is not None and q.unit in units and q.is_one


def _words(piece: Piece, tokens: Sequence[Token]) -> set[str]:
    return {t.word for t in tokens[piece.i : piece.j]}
