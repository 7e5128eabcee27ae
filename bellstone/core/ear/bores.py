"""Numbers that are a bore or a bend: known by the size, the change or the fitting they stand beside."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ground import tidy

MOST_BORE_IN = 24


def bores_at(pieces: Sequence[Piece], i: int) -> Piece | None:
    """``4 goes to 6``: two bores around a change, where another number tells the place."""
    if i + 2 >= len(pieces) or pieces[i + 1].what != "changes":
        return None
    one, two = pieces[i].quantity, pieces[i + 2].quantity
    if one is None or two is None or not {one.unit, two.unit} <= {"bare", "in"} or not (one.is_one and two.is_one):
        return None
    others = [p for n, p in enumerate(pieces) if p.quantity is not None and not i <= n <= i + 2]
    if (
        max(one.low, two.low) > MOST_BORE_IN
        or min(one.low, two.low) < 1
        or not others
        and "bare" in (one.unit, two.unit)
    ):
        return None
    return Piece("bores", f"{tidy(one.low)}in > {tidy(two.low)}in", pieces[i].i, pieces[i + 2].j)


USUAL_BORES = (2, 3, 4, 6, 8, 10, 12)


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
    ):
        return None
    rest = [p for p in pieces[i + 1 :] if p.what != "fillers" or p.says]
    led = any(p.what == "places" and p.says == "at" or p.what == "fillers" for p in pieces[i + 1 :])
    placed = [p for p in rest if p.quantity is not None and p.quantity.unit in ("bare", "ft")]
    return Piece("kinds", f"fitting bend {tidy(q.low)}", pieces[i].i, pieces[i].j) if led and len(placed) == 1 else None
