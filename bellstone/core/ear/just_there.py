"""``right on the joint``, ``right by the wye``: just there, and no side; ``on the right at the joint``: a side."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token

LEADS = frozenset({  # what leads to a place: *right* before it is *just*
    "at", "on", "in", "from", "by", "under", "over", "above", "below", "beneath", "behind", "before", "after", "past",
    "there", "here", "where", "next", "between", "against", "beside", "near", "inside", "through",
})  # fmt: skip
OFF_TO_A_SIDE = frozenset(f"{way} to the {side}" for way in ("off", "over") for side in ("left", "right"))
TO_A_SIDE = frozenset({"the", "on", "to", "at"})


def just_there(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with each bare *right* before what leads to a place passed over; behind ``on the`` it is a side."""
    out: list[Piece] = []
    for n, piece in enumerate(_beside_a_thing(pieces, tokens)):
        right = tokens[piece.i]
        in_full = right.word == "right" and right.end - right.start == len("right")  # an R is a side
        if not in_full or "right" in piece.says.split() and piece.j - piece.i > 1:
            out.append(piece)
        elif piece.i and tokens[piece.i - 1].word in TO_A_SIDE:
            out.append(replace(piece, what="attributes", says="right", j=piece.i + 1))
            if piece.j - piece.i > 1:
                out.append(replace(piece, i=piece.i + 1))
        elif piece.says == "right" and _leads(pieces[n + 1 :], tokens):
            out.append(replace(piece, what="fillers", says=""))
        else:
            out.append(piece)
    return out


def _beside_a_thing(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """``roots off to the right``, ``crack at 42, off to the left``: where they are, and no joint that is off to that side."""
    out = list(pieces)
    for n, piece in enumerate(pieces):
        told = " ".join(t.word for t in tokens[piece.i : piece.j])
        if piece.what == "kinds" and told in OFF_TO_A_SIDE and _is_of(pieces[:n], pieces[n + 1 :], tokens):
            out[n] = replace(piece, what="attributes", says=told.rsplit(" ", 1)[-1])
    return out


def _is_of(before: Sequence[Piece], behind: Sequence[Piece], tokens: Sequence[Token]) -> bool:
    """Whether a side is of the thing before it: nothing but its place and a comma between, and no place of its own behind."""
    thing = next((n for n in reversed(range(len(before))) if before[n].what == "kinds"), None)
    if thing is None:
        return False
    between = before[thing + 1 :]
    apart = any(p.what not in ("fillers", "quantity", "links", "places") for p in between)
    stops = any(p.what == "links" and tokens[p.i].word != "," for p in between)
    placed = [any(p.what == "quantity" for p in part) for part in (between, behind)]
    return not apart and not stops and not all(placed)


def _leads(behind: Sequence[Piece], tokens: Sequence[Token]) -> bool:
    """Whether what stands next leads to a part of the pipe or a thing: ``roots right on the joint``, not ``right, joint``."""
    return bool(behind) and tokens[behind[0].i].word in LEADS and behind[0].j - behind[0].i > 1
