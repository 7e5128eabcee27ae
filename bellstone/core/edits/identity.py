"""Which earlier thing is meant: by ``same``, by ``same 41.5``, by ``because 60``."""

from collections.abc import Sequence

from bellstone.core.ground import DomainError
from bellstone.core.record import CounterPosition, Sighting, amount_middle

REACH_FT = 1.5  # what is said to be the same lies within this of where it was, handbook 2.14
ALIKE_KINDS = ({"standing", "submerged"}, {"main", "ends_at"})


def _is_like(a: Sighting, b: Sighting) -> bool:
    """Whether two sightings may be of one thing by their kinds."""
    kinds = ({s.kind, *(x.kind for x in s.alternatives)} for s in (a, b))
    first, second = kinds
    return bool(first & second) or any(first & alike and second & alike for alike in ALIKE_KINDS)


def _within_reach(before: Sighting, new: Sighting, run: str | None) -> bool:
    """Whether an earlier sighting may lie where a new one does, by their counters where one run read both."""
    a, b = before.position, new.position
    if not (isinstance(a, CounterPosition) and isinstance(b, CounterPosition) and before.run == run):
        return True
    spans = [sorted((amount_middle(p.counter), amount_middle(p.to or p.counter))) for p in (a, b)]
    return max(spans[0][0], spans[1][0]) - min(spans[0][1], spans[1][1]) <= REACH_FT


def last_like(said: Sequence[Sighting], new: Sighting, run: str | None) -> str:
    """The item of the last thing like a new sighting that may lie where it does: never another kind, never a note.

    Raises
    ------
    DomainError
        Nothing like it was said, or two things like it lie within reach of its place.
    """
    alike = [s for s in said if _is_like(s, new) and not s.none_of and s.kind != "note"]
    items = list(dict.fromkeys(s.item for s in reversed(alike) if _within_reach(s, new, run)))
    name = new.kind.replace("_", " ")
    if not items:
        at = f" within {REACH_FT:g} ft" if alike else ""
        raise DomainError(
            "same", name, f"no {name} was said before it{at}: give the counter it was logged at, same 41.5"
        )
    if len(items) > 1 and isinstance(new.position, CounterPosition):
        raise DomainError("same", name, f"{len(items)} things like it lie within reach: say which, such as same 41.5")
    return items[0]


def item_at(said: Sequence[Sequence[Sighting]], counter_ft: float, kind: str, word: str) -> str:
    """The item logged at a counter, on any run of this visit, else of an earlier one; one of the kind said leads.

    Raises
    ------
    DomainError
        No finding has that counter.
    """
    close: list[tuple[float, Sighting]] = []
    for sightings in said:
        counters = [
            (abs((s.position.counter.likely or 0.0) - counter_ft), s)
            for s in sightings
            if isinstance(s.position, CounterPosition)
        ]
        close = close or [(d, s) for d, s in counters if d <= 1.0]
    if not close:
        raise DomainError(word, counter_ft, "no finding has that counter; give the counter it was logged at")
    return min(close, key=lambda pair: (pair[1].kind != kind, pair[0]))[1].item


def last_of_kind(said: Sequence[Sighting], kind: str) -> str | None:
    """The item of the thing of a kind that was said last: ``because offset``; None where none was.

    >>> last_of_kind((), "offset") is None
    True
    """
    return next((s.item for s in reversed(said) if s.kind == kind and not s.none_of), None)
