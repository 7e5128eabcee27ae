"""The ends of a dig set by hand, or left as they are computed."""

from collections.abc import Iterable

from bellstone.core.record import Lateral, MovedDig


def with_dig_moved(lateral: Lateral, moved: MovedDig) -> Lateral:
    """The record with the ends of one dig set; what was set before for any of its things goes.

    Examples
    --------
    >>> from bellstone.core.record import Site
    >>> ends = MovedDig(items=("i1",), start_ft=3.0, end_ft=8.0, reason="the walk stays")
    >>> [m.end_ft for m in with_dig_moved(Lateral(site=Site(name="x")), ends).moved_digs]
    [8.0]
    """
    left = with_dig_as_computed(lateral, moved.items)
    return left.model_copy(update={"moved_digs": (*left.moved_digs, moved)})


def with_dig_as_computed(lateral: Lateral, items: Iterable[str]) -> Lateral:
    """The record with no ends set for a dig that holds any of these items."""
    gone = set(items)
    kept = tuple(m for m in lateral.moved_digs if not gone & set(m.items))
    return lateral.model_copy(update={"moved_digs": kept})
