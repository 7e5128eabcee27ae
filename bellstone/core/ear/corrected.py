"""What takes back what was just said: ``30 percent, no, 40``, ``on the left, I mean the right``. The last word stands."""

from collections.abc import Callable, Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Part
from bellstone.core.ear.places import Place
from bellstone.core.ear.wording import words_of

Words = Callable[[Part], str]

# words of which a thing has one: another of them behind a word of correction takes the place of the first
ONE_OF = {
    "side": words_of("left right top bottom crown floor"), "way": words_of("up drop"), "width": words_of("hairline open"),
    "size": words_of("slight small light medium heavy large full"), "form": words_of("curtain ball hair single"),
    "run": words_of("lengthwise around diagonal multiple"),
}  # fmt: skip
MEASURES = {"pct": "share", "fraction": "share", "in": "inches", "clock": "clock"}
TAKES_BACK = frozenset({"i mean", "actually", "rather", "or rather", "correction", "make that", "no wait", "nope"})
SILENT = ("fillers", "links", "sign")


def corrected(parts: Sequence[Part], words: Words) -> tuple[list[Part], list[Part]]:
    """The parts with each value that was taken back replaced by the one said after it, and the parts taken out.

    A value takes the place of the last one of its own kind before the correction: a share, inches, an hour, a side, a
    size, a material. What has none of its kind before it is left for others to ask about.
    """
    kept, taken = list(parts), list[Part]()
    n = 1
    while n < len(kept) - 1:
        start, end = _correction(kept, n, words)
        swaps = _swaps(kept, start, end) if end > start else []
        if not swaps:
            n += 1
            continue
        for old, new, said in swaps:
            kept[:] = [said if p is old else p for p in kept if p is not new]
            taken += [old, new]
        taken += kept[start:end]
        del kept[start:end]
    return kept, [p for p in taken if all(p is not k for k in kept)]


def _correction(parts: Sequence[Part], n: int, words: Words) -> tuple[int, int]:
    """From where to where a word of correction reaches, with the commas and fillers about it; ``(n, n)`` where none is."""
    p = parts[n]
    if not isinstance(p, Piece) or not _takes_back(parts, n, words):
        return n, n
    start = end = n
    while start > 0 and _may_stand_in(parts[start - 1], words):
        start -= 1
    while end < len(parts) and (_may_stand_in(parts[end], words) or end == n):
        end += 1
    return start, end


def _takes_back(parts: Sequence[Part], n: int, words: Words) -> bool:
    p = parts[n]
    assert isinstance(p, Piece)
    if p.what == "acts" and p.says == "retract" or p.what in ("fillers", "acts") and words(p) in TAKES_BACK:
        return True
    apart = n > 0 and _is_comma(parts[n - 1], words) and n + 1 < len(parts) and _is_comma(parts[n + 1], words)
    return p.what == "negatives" and words(p) in ("no", "nope") and apart


def _is_comma(part: Part, words: Words) -> bool:
    return isinstance(part, Piece) and part.what in ("links", "sign") and words(part) in (",", "-", ".", "?")


def _may_stand_in(part: Part, words: Words) -> bool:
    retracts = isinstance(part, Piece) and part.what == "acts" and part.says == "retract"
    return isinstance(part, Piece) and (part.what in SILENT or retracts or words(part) in ("no", "nope"))


def _swaps(parts: Sequence[Part], start: int, end: int) -> list[tuple[Part, Part, Part]]:
    """What is replaced, by what, and as what it is then said: each value right behind the correction."""
    out: list[tuple[Part, Part, Part]] = []
    for n, new in enumerate(parts[end:], end):
        if isinstance(new, Piece) and new.what in SILENT:
            continue
        if _names_a_thing(parts, n + 1):
            break  # "on the left, actually on the right there's a crack"
        slot = _slot(new)
        before = [p for p in parts[:start] if isinstance(p, Piece) and all(p is not old for old, _, _ in out)]
        old = next(
            (p for p in reversed(before) if slot and slot in (_slot(p), _named_slot(p)) or _is_measure(p, slot)), None
        )
        if old is None or not isinstance(new, Piece):
            break
        out.append((old, new, _said(old, new, slot)))
    return out


def _names_a_thing(parts: Sequence[Part], n: int) -> bool:
    """Whether a thing is named right behind a value, nothing but fillers between: the value is then of that thing."""
    after = next((p for p in parts[n:] if not (isinstance(p, Piece) and p.what == "fillers")), None)
    return isinstance(after, Piece) and after.what in ("kinds", "weak")


def _slot(part: Part) -> str:
    """Which one value a part is: of a share, inches, an hour, a side, a size, a material; nothing where of none."""
    if isinstance(part, Place):
        return ""
    if part.what == "quantity":
        return MEASURES.get(part.says, "number" if part.says == "bare" else "")
    if part.what == "materials":
        return "material"
    if part.what == "attributes":
        return next((slot for slot, group in ONE_OF.items() if part.says.split("/")[0] in group), "")
    return ""


def _named_slot(part: Part) -> str:
    """The value that a thing was named with: the side of *offset left*."""
    if isinstance(part, Place) or part.what not in ("kinds", "weak") or " " not in part.says:
        return ""
    return next((slot for slot, group in ONE_OF.items() if part.says.split()[-1] in group), "")


def _is_measure(part: Part, slot: str) -> bool:
    """A bare number behind a correction is of what was measured before it: ``30 percent, no, 40``."""
    return slot == "number" and isinstance(part, Piece) and part.what == "quantity" and part.says in MEASURES


def _said(old: Piece, new: Piece, slot: str) -> Piece:
    if slot == "number" and new.quantity is not None and old.quantity is not None:
        return replace(new, says=old.says, quantity=replace(new.quantity, unit=old.quantity.unit))
    if old.what in ("kinds", "weak"):
        return replace(old, says=f"{old.says.rsplit(' ', 1)[0]} {new.says.split('/')[0]}")
    return new
