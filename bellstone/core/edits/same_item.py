"""This is that: two items become one, with everything said and decided about either."""

from bellstone.core.ground import DomainError
from bellstone.core.record import Item, Lateral, MovedDig, NotSame


def items_of(lateral: Lateral) -> set[str]:
    """Ids of every item that a sighting of any visit is a look at."""
    return {s.item for v in lateral.visits for s in v.sightings}


def _check(lateral: Lateral, a: str, b: str) -> None:
    known = items_of(lateral)
    for item in (a, b):
        if item not in known:
            raise DomainError("item", item, "no finding has it: it may have been taken out")
    if a == b:
        raise DomainError("item", a, "is one thing already: choose another finding")


def join_items(lateral: Lateral, keep: str, join: str) -> Lateral:
    """The record with ``join`` made the same thing as ``keep``; every sighting of both stays as said.

    Where the two were seen on different runs the item becomes a known point between them. An override
    of ``keep`` stands; without one, that of ``join`` does.

    Raises
    ------
    DomainError
        No finding has one of the items, or they are one already.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> record, _ = record_from_page("20 roots ball\\n21 roots ball")
    >>> [s.item for s in join_items(record, "i1", "i2").visits[0].sightings]
    ['i1', 'i1']
    """
    _check(lateral, keep, join)
    visits = tuple(
        v.model_copy(
            update={
                "sightings": tuple(s.model_copy(update={"item": keep}) if s.item == join else s for s in v.sightings)
            }
        )
        for v in lateral.visits
    )
    kept = {o.item for o in lateral.overrides}
    overrides = tuple(
        o.model_copy(update={"item": keep}) if o.item == join and keep not in kept else o
        for o in lateral.overrides
        if o.item != join or keep not in kept
    )
    return lateral.model_copy(
        update={
            "visits": visits,
            "overrides": overrides,
            "moved_digs": tuple(_with_item(m, keep, join) for m in lateral.moved_digs),
            "items": _joined_items(lateral.items, keep, join),
            "not_same": tuple(p for p in lateral.not_same if join not in (p.a, p.b)),
        }
    )


def _with_item(moved: MovedDig, keep: str, join: str) -> MovedDig:
    items = tuple(dict.fromkeys(keep if i == join else i for i in moved.items))
    return moved if items == moved.items else moved.model_copy(update={"items": items})


def _joined_items(items: tuple[Item, ...], keep: str, join: str) -> tuple[Item, ...]:
    """What was decided about either, the kept one's first; links to the joined one point at the kept."""
    by_id = {i.id: i for i in items}
    both = [by_id[i] for i in (keep, join) if i in by_id]
    rest = [i for i in items if i.id not in (keep, join)]
    if both:
        told = {name: getattr(i, name) for i in reversed(both) for name in Item.model_fields if getattr(i, name)}
        rest.append(Item.model_validate(told | {"id": keep, "same_as": None}))
    links = ("caused_by", "same_as")
    pointed = (i.model_copy(update={k: keep for k in links if getattr(i, k) == join}) for i in rest)
    # what was said to cause the other now is the thing itself: it causes nothing
    return tuple(i.model_copy(update={k: None for k in links if getattr(i, k) == i.id}) for i in pointed)


def keep_apart(lateral: Lateral, a: str, b: str) -> Lateral:
    """The record with two items said to be two things, so that they are not proposed again.

    Raises
    ------
    DomainError
        No finding has one of the items, or they are one already: undo that instead.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> record, _ = record_from_page("20 roots ball\\n21 roots ball")
    >>> keep_apart(record, "i1", "i2").not_same
    (NotSame(a='i1', b='i2'),)
    """
    _check(lateral, a, b)
    items = tuple(i.model_copy(update={"same_as": None}) if {i.id, i.same_as} == {a, b} else i for i in lateral.items)
    pair = NotSame(a=a, b=b)
    return lateral.model_copy(update={"items": items, "not_same": (*lateral.not_same, pair)})
