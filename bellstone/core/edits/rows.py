"""Rows of a record said anew, given more words, or taken out."""

from collections.abc import Sequence

from bellstone.core.entry import FACTS, OF_HOUSE, EntryReading, See, read_line, sighting_line
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, Sighting, Visit
from bellstone.core.scheme import Scheme


def replace_sighting(lateral: Lateral, sighting_id: str, reading: EntryReading, visit: int = -1) -> Lateral:
    """The record with one sighting said anew: same id, item, run, pass and place in the telling.

    Raises
    ------
    DomainError
        The line is not one finding, or there is no such sighting.
    """
    sees = [act for act in reading.acts if isinstance(act, See)]
    if reading.questions or len(sees) != 1 or len(reading.acts) != 1:
        why = reading.questions[0].text if reading.questions else reading.unread[0].why if reading.unread else ""
        raise DomainError("line", reading.text, why or "a row holds one finding: add the others as lines of their own")
    index = visit % len(lateral.visits)
    old_visit = lateral.visits[index]
    if not any(s.id == sighting_id for s in old_visit.sightings):
        raise DomainError("sighting", sighting_id, "is not in this visit")
    kept = ("id", "item", "line", "run", "travel", "time_s", "photo")

    def said_anew(old: Sighting) -> Sighting:
        if old.id != sighting_id:
            return old
        return sees[0].sighting.model_copy(update={name: getattr(old, name) for name in kept})

    sightings = tuple(said_anew(s) for s in old_visit.sightings)
    return with_visit(lateral, index, old_visit.model_copy(update={"sightings": sightings}))


def with_words(lateral: Lateral, sighting_ids: Sequence[str], words: str, scheme: Scheme, visit: int = -1) -> Lateral:
    """The record with the same words added to several sightings, each read again as its own line: all of them, or none.

    Raises
    ------
    DomainError
        A row that cannot take the words, named by its line; or no such sighting.

    Examples
    --------
    >>> from bellstone.core.edits.page import record_from_page
    >>> from bellstone.core.scheme import house_scheme
    >>> record, _ = record_from_page("run A cleanout\\n20 roots 40%\\n30 crack top")
    >>> [s.at for s in with_words(record, ["s1", "s2"], "joint", house_scheme()).visits[0].sightings]
    ['joint', 'joint']
    """
    index = visit % len(lateral.visits)
    rows = {s.id: s for s in lateral.visits[index].sightings}
    for ident in dict.fromkeys(sighting_ids):
        if ident not in rows:
            raise DomainError("sighting", ident, "is not in this visit")
        line = f"{sighting_line(rows[ident])} {words.strip()}"
        reading = read_line(line, scheme)
        if reading.unread or reading.questions:
            why = reading.questions[0].text if reading.questions else reading.unread[0].why
            raise DomainError("row", line, f"{why}. No row was changed: leave this one out, or say it otherwise")
        lateral = replace_sighting(lateral, ident, reading, index)
    return lateral


def without_all(lateral: Lateral, thing_ids: Sequence[str], visit: int = -1) -> Lateral:
    """The record without any of several things of a visit."""
    for ident in dict.fromkeys(thing_ids):
        lateral = without(lateral, ident, visit)
    return lateral


OF_LATERAL = ("claims", "recommendations", "repairs", "tools", "marks")  # told of the lateral, and of no visit


def without(lateral: Lateral, thing_id: str, visit: int = -1) -> Lateral:
    """The record without one sighting, depth, remark, statement or fact."""
    index = visit % len(lateral.visits)
    old = lateral.visits[index]
    fact = thing_id.removeprefix("fact-")
    if fact != thing_id and fact in FACTS:
        return _without_fact(lateral, index, fact)
    if (other := _without_of_line(lateral, thing_id)) is not None:
        return other
    for group in OF_LATERAL:
        left = tuple(x for x in getattr(lateral, group) if x.id != thing_id)
        if len(left) < len(getattr(lateral, group)):
            return lateral.model_copy(update={group: left})
    groups = (
        "sightings",
        "depths",
        "inverts",
        "pitches",
        "remarks",
        "counts",
        "flush_tests",
        "not_assessable",
        "symptoms",
    )
    update = {g: tuple(x for x in getattr(old, g) if x.id != thing_id) for g in groups}
    if all(len(update[g]) == len(getattr(old, g)) for g in groups):
        raise DomainError("id", thing_id, "is not in this visit")
    gone = {s.item for s in old.sightings if s.id == thing_id}
    return without_overrides(with_visit(lateral, index, old.model_copy(update=update)), gone)


def _without_of_line(lateral: Lateral, thing_id: str) -> Lateral | None:
    """The record without one estimate of how far the main is, ``length2``, or without its vertical cable; None where it is neither."""
    line, nth = lateral.lines[0], thing_id.removeprefix("length")
    if thing_id == "vertical" and line.vertical_ft is not None:
        changed = line.model_copy(update={"vertical_ft": None})
    elif nth != thing_id and nth.isdecimal() and 0 < int(nth) <= len(line.to_main):
        left = [e for n, e in enumerate(line.to_main, 1) if n != int(nth)]
        if left and not any(e.chosen for e in left):
            left[0] = left[0].model_copy(update={"chosen": True})  # the one used is gone: the first of the others is
        changed = line.model_copy(update={"to_main": tuple(left)})
    else:
        return None
    return lateral.model_copy(update={"lines": (changed, *lateral.lines[1:])})


def _without_fact(lateral: Lateral, index: int, fact: str) -> Lateral:
    """The record without one thing told of the house or of a visit."""
    if fact in OF_HOUSE:
        return lateral.model_copy(update={"site": lateral.site.model_copy(update={fact: ""})})
    return with_visit(lateral, index, lateral.visits[index].model_copy(update={fact: ""}))


def without_overrides(lateral: Lateral, items: set[str]) -> Lateral:
    """The record without what the analyst set over items that no visit holds any more."""
    left = {s.item for visit in lateral.visits for s in visit.sightings}
    overrides = tuple(o for o in lateral.overrides if o.item is None or o.item not in items or o.item in left)
    return lateral.model_copy(update={"overrides": overrides})


def with_visit(lateral: Lateral, index: int, visit: Visit) -> Lateral:
    """The record with one visit said anew; ``index`` may count from the newest, -1."""
    at = index % len(lateral.visits)
    return lateral.model_copy(update={"visits": (*lateral.visits[:at], visit, *lateral.visits[at + 1 :])})
