"""Numbers that are a bore or a bend: known by the size, the change or the fitting they stand beside."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.quantities import Quantity
from bellstone.core.ground import tidy

USUAL_BORES = (2, 3, 4, 6, 8, 10, 12)


@dataclass(frozen=True, slots=True)
class Bores:
    """Two bores around a change, or the one it changes to, and the pieces that say so."""

    says: str  # "4in > 6in", "6in"
    j: int


def bores_at(pieces: Sequence[Piece], words: Callable[[int], str], i: int) -> Bores | None:
    """``4 goes to 6``, ``opens up to a six from the four``: bores around a change, where another number tells the place."""
    if (reduced := _reduced(pieces, words, i)) is not None:
        return reduced
    if pieces[i].what != "changes" and _bore(pieces[i]) is None:
        return None
    if any(p.what in ("kinds", "weak", "negatives") for p in pieces):
        return None
    if pieces[i].what == "changes":
        if (both := _bore_to_bore(pieces, i)) is not None:
            return both
        after = _bore_behind(pieces, words, i + 1)
        if after is None:
            return None
        to, j = after
        if then := _bore_behind(pieces, words, j + 1) if words(j) in ("to", "to a", "up to", "up to a") else None:
            return _bores(pieces, i, then[1], to, then[0])  # "goes from a four to a six"
        before = _bore_behind(pieces, words, j + 1) if words(j) in ("from", "from the", "from a") else None
        if before is None:
            behind = i and (pieces[i - 1].what == "materials" or _bore(pieces[i - 1]) is not None)
            return None if behind else _bores(pieces, i, j, None, to)
        return _bores(pieces, i, before[1], before[0], to)
    one = _bore(pieces[i])
    if one is None:
        return None
    n = i + 1
    while n < len(pieces) and n - i < 3 and (pieces[n].what == "fillers" or words(n) in ("up", "on up", "down")):
        n += 1
    if n >= len(pieces) or not (
        pieces[n].what == "changes" or words(n) in ("to", "up to", "down to", "into", "out to")
    ):
        return None
    after = _bore_behind(pieces, words, n + 1)
    return _bores(pieces, i, after[1], one, after[0]) if after else None


REDUCED_TO = ("to", "by", "x", "into", "down to", "up to", ">", "over", "then")


def _reduced(pieces: Sequence[Piece], words: Callable[[int], str], i: int) -> Bores | None:
    """``6 by 4 reducer at 22``, ``reducer at 6 feet, from four inch down to three``: the bores either side of a reducer."""
    reducers = sum(p.what == "kinds" and p.says == "fitting reducer" for p in pieces)
    if reducers != 1 or any(p.what == "negatives" for p in pieces):
        return None
    begins = i + 1 if words(i) == "from" else i
    one = pieces[begins].quantity if begins < len(pieces) else None
    if one is None or one.unit not in ("bare", "in", "times"):
        return None
    if not one.is_one:
        both = (one.low, one.high)
        j = begins + 1
    else:
        n = begins + 1
        while n < len(pieces) and words(n) in REDUCED_TO:
            n += 1
        led = n > begins + 1 or one.unit == "times"  # "6x4"
        two = _bore(pieces[n]) if led and n < len(pieces) else None
        if two is None:
            return None
        both, j = (one.low, two.low), n + 1
    others = [p for n, p in enumerate(pieces) if not i <= n < j and p.quantity is not None]
    if both[0] == both[1] or not set(both) <= set(USUAL_BORES) or not others:
        return None
    return Bores(f"{tidy(both[0])}in > {tidy(both[1])}in", j)


def _bore_to_bore(pieces: Sequence[Piece], i: int) -> Bores | None:
    """``increases from three inches to four``: two bores that a change tells as one range."""
    q = pieces[i + 1].quantity if i + 1 < len(pieces) else None
    if q is None or q.unit != "in" or q.either or not {q.low, q.high} <= set(USUAL_BORES) or q.is_one:
        return None
    placed = any(p.quantity is not None and p.quantity.unit in ("ft", "bare", "ft_in") for p in pieces)
    return Bores(f"{tidy(q.low)}in > {tidy(q.high)}in", i + 2) if placed else None


def _bore(piece: Piece) -> Quantity | None:
    q = piece.quantity
    good = q is not None and q.unit in ("bare", "in") and q.is_one and q.low in USUAL_BORES
    return q if good else None


def _bore_behind(pieces: Sequence[Piece], words: Callable[[int], str], n: int) -> tuple[Quantity, int] | None:
    """The bore that stands next, articles and the like passed over, and where it ends."""
    start = n
    while n < len(pieces) and n - start < 3 and (pieces[n].what == "fillers" or words(n) in ("old", "the old")):
        n += 1
    q = _bore(pieces[n]) if n < len(pieces) else None
    if n + 1 < len(pieces) and pieces[n + 1].what == "materials":
        return None  # "then four inch clay": the bore of that pipe
    return (q, n + 1) if q is not None else None


def _bores(pieces: Sequence[Piece], i: int, j: int, one: Quantity | None, two: Quantity) -> Bores | None:
    others = [n for n, p in enumerate(pieces) if not i <= n < j and (p.quantity is not None or p.what == "landmarks")]
    bare = "bare" in (two.unit, one.unit if one else two.unit)
    spoken_of = one is not None or two.unit == "in"
    if bare and not others or not spoken_of and not others or one is not None and one.low == two.low:
        return None
    return Bores(f"{tidy(one.low)}in > {tidy(two.low)}in" if one else f"{tidy(two.low)}in", j)


def bore_at(pieces: Sequence[Piece], i: int) -> Piece | None:
    """``0-22 iron, then clay 6``: a usual bore right behind a material, less than the footage before it."""
    q = pieces[i].quantity
    if (
        q is None
        or q.unit != "bare"
        or not q.is_one
        or q.low not in USUAL_BORES
        or not i
        or pieces[i - 1].what != "materials"
    ):
        return None
    before = [
        p.quantity.high for p in pieces[:i] if p.quantity is not None and p.quantity.unit in ("bare", "ft", "ft_in")
    ]
    if not before or max(before) <= q.low:
        return None
    return Piece("quantity", "in", pieces[i].i, pieces[i].j, replace(q, unit="in"))


BENDS = (22, 22.5, 45, 90)


def bend_at(pieces: Sequence[Piece], i: int) -> Piece | None:
    """``a 45 at 60``: a bend by its degrees, where a place follows and nothing else is named."""
    q = pieces[i].quantity
    if (
        q is None
        or q.unit not in ("bare", "deg")
        or not q.is_one
        or q.low not in BENDS
        or any(p.what in ("kinds", "weak") for p in pieces)
        or i > 0
        and (pieces[i - 1].says == "at" or any(p.says == "joint" for p in pieces[:i]))  # "joints at 22 and 25"
    ):
        return None
    rest = [p for p in pieces[i + 1 :] if p.what != "fillers" or p.says]
    led = any(p.what == "places" and p.says == "at" or p.what == "fillers" for p in pieces[i + 1 :])
    placed = [p for p in rest if p.quantity is not None and p.quantity.unit in ("bare", "ft")]
    another = any(p.what == "dittos" for p in pieces)  # "a 45 at 23 and another one at 25"
    turns = i + 1 < len(pieces) and pieces[i + 1].says in ("left", "right", "up", "drop")
    alone = turns and i > 0 and pieces[i - 1].what == "fillers"  # "there's a ninety to the left": where one is
    one = led and (len(placed) == 1 or another and bool(placed)) or alone and not placed
    return Piece("kinds", f"fitting bend {tidy(q.low)}", pieces[i].i, pieces[i].j) if one else None
