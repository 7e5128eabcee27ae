"""Feet that are no place along the pipe: a depth below ground, how far a thing drops, how long it is."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.landmarks import words_at
from bellstone.core.ear.token import Token

FROM_THERE = frozenset({"starting", "starts", "start", "beginning", "begins", "begin", "from"})
READING = frozenset({"gave", "gives", "reads", "read", "said", "says", "shows", "showed", "had"})


def is_a_fall(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    """``at 33, drops about 2 feet``: how far it drops, where another footage tells the place."""
    n = i - 1
    while n >= 0 and (_is_small(pieces[n]) or pieces[n].what == "hedges"):
        n -= 1
    drops = n >= 0 and words_at(tokens, pieces, n).split()[0] in ("drops", "drop", "dropped", "falls", "fell")
    return drops and any(p.says in ("ft", "ft_in", "bare") for p in pieces[:n] if p.what == "quantity")


def is_of_feet(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    """``a drop of about two feet at 34``, ``under for three feet at 52``: how much of a thing, a place told behind it."""
    lead = [w for k in range(max(i - 2, 0), i) for w in words_at(tokens, pieces, k).split()]
    if lead[-1:] and lead[-1] in ("about", "maybe", "around", "roughly"):
        lead.pop()
    things = any(p.what == "kinds" for p in pieces[:i])
    behind = next((k for k in range(i + 1, len(pieces)) if pieces[k].says in ("ft", "ft_in", "bare")), None)
    if behind is None or not things or lead[-1:] not in (["of"], ["for"]):
        return False
    between = {w for k in range(i + 1, behind) for w in words_at(tokens, pieces, k).split()}
    return not between & FROM_THERE  # "for about 6 feet starting at 50"


def _is_small(piece: Piece) -> bool:
    return piece.what == "fillers" and piece.j - piece.i <= 2


def is_depth(pieces: Sequence[Piece], i: int) -> bool:
    """Whether a number stands beside *deep* or *depth*: it is no place then."""
    if _is_down(pieces, i):
        return True
    for k in (i - 1, i + 1):
        n = k
        if k < i and _is_told_deep(pieces, i):
            return True
        while 0 <= n < len(pieces) and pieces[n].what == "fillers" and abs(n - i) <= 2 and k > i:
            n += k - i
        if k < i:  # "depth here is five foot two"
            while 0 <= n < len(pieces) and _is_small(pieces[n]) and i - n <= 3:
                n -= 1
            if 0 <= n < i - 1 and not (pieces[n].what == "depths" and pieces[i].says == "ft_in"):
                continue
        if k > i and n + 1 < len(pieces) and pieces[n].what == "depths" and pieces[n + 1].what == "quantity":
            continue  # "58 feet, depth 4 foot 3": the depth is what follows
        if 0 <= n < len(pieces) and pieces[n].what == "depths":
            return not (k < i and pieces[i].says == "bare" and i + 1 < len(pieces) and pieces[i + 1].what == "quantity")
    return False


def is_read_off(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    """``the locator gave 4 feet 3 inches at 37``: a depth, where another number tells the footage."""
    before = pieces[i - 1] if i else None
    verb = before is not None and before.says == "located" and words_at(tokens, pieces, i - 1).split()[-1] in READING
    others = [p for p in pieces if p.what == "quantity" and p.says in ("ft", "bare") and p is not pieces[i]]
    marked = any(p.what == "landmarks" for p in pieces[i:])  # "sonde says 4 feet 8 at the curb"
    return verb and pieces[i].says in ("ft", "ft_in") and (bool(others) or marked)


def _is_down(pieces: Sequence[Piece], i: int) -> bool:
    """``located at 37, 4 foot 6 down``: feet that go down at the end of a clause, where the footage is told before."""
    down = i + 1 < len(pieces) and pieces[i + 1].says == "drop" and pieces[i + 1].j - pieces[i + 1].i == 1
    ends = i + 2 >= len(pieces) or pieces[i + 2].what == "links"
    located = any(p.what == "kinds" and p.says.startswith("located") for p in pieces[:i])
    return down and ends and located and pieces[i].says in ("ft", "ft_in")


def _is_told_deep(pieces: Sequence[Piece], i: int) -> bool:
    """``depth at the cleanout is 3 feet 2``: *depth* first, then a thing of the ground, and this the only number."""
    before = pieces[:i]
    told = next((n for n, p in enumerate(before) if p.what == "depths"), None)
    return (
        told is not None
        and not any(p.quantity for p in pieces if p is not pieces[i])
        and any(p.what == "landmarks" or p.says == "access" for p in before[told:])
    )
