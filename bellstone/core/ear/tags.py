"""``roots at 33, see?``: said to somebody who looks on; it asks for no doubt."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token

# Not "right?", which may be a side, nor "no?" and "huh?", which doubt.
TAGS = frozenset({
    "see", "you see", "see it", "you see it", "see that", "you see that", "ok", "okay", "alright", "all right", "you know", "got it",
    "get it", "got that", "you got that", "you get it",
})  # fmt: skip


def tagged(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with the question mark behind such a tag passed over."""
    out = list(pieces)
    for n, piece in enumerate(pieces):
        told = " ".join(t.word for t in tokens[piece.i : piece.j])
        if told == "?" and n > 1 and _behind_a_comma(pieces[:n], tokens) in TAGS:
            out[n] = replace(piece, what="fillers", says="")
    return out


def _behind_a_comma(pieces: Sequence[Piece], tokens: Sequence[Token]) -> str:
    """The passed-over words behind the last comma, where there are no others."""
    comma = next((n for n in reversed(range(len(pieces))) if tokens[pieces[n].i].word == ","), None)
    if not comma or any(p.what != "fillers" for p in pieces[comma + 1 :]):
        return ""
    return " ".join(t.word for p in pieces[comma + 1 :] for t in tokens[p.i : p.j])
