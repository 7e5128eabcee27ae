"""The findings of every visit as matching sees them, and what of it is still to be proposed."""

from collections.abc import Sequence
from math import inf

from bellstone.core.findings.finding import Resolved
from bellstone.core.findings.matching import Look, Proposal, proposals
from bellstone.core.findings.twice import seen_twice
from bellstone.core.ground import remembered
from bellstone.core.record import Lateral

# what is tied to a place in the pipe and so can be seen again; events but a meeting are not things
STRONG = ("transition", "fitting", "coupling", "branch", "offset", "open", "main", "access", "repair", "met")


def proposed(lateral: Lateral, by_visit: Sequence[Sequence[Resolved]]) -> tuple[Proposal, ...]:
    """Pairs that may be one thing: what was said ``same?``, then what matching finds."""
    looks = [
        look for n, rows in enumerate(by_visit) for look in (_look(n, r) for r in rows) if look is not None
    ]  # fmt: skip
    refused = {frozenset((p.a, p.b)) for p in lateral.not_same}
    words = {look.item: look.words for look in looks}
    said = tuple(
        Proposal(
            keep=i.same_as, join=i.id, words=f"{words[i.same_as]} = {words[i.id]}", between="said", apart_ft=None,
            why="said to be the same, not surely",
        )
        for i in lateral.items
        if i.same_as is not None and i.id in words and i.same_as in words
    )  # fmt: skip
    told = {frozenset((p.keep, p.join)) for p in said}
    twice = tuple(p for p in seen_twice(lateral, by_visit[-1]) if frozenset((p.keep, p.join)) not in told)
    told |= {frozenset((p.keep, p.join)) for p in twice}
    return (*said, *twice, *proposals(looks, refused | told))


@remembered(12288, "r")  # an edit leaves most rows the very same
def _look(visit: int, r: Resolved) -> Look | None:
    s, f = r.sighting, r.finding
    if (f.family == "event" and s.kind != "met") or s.none_of or r.place.how == "throughout" or s.kind == "sound":
        return None
    placed = r.place.how in ("station", "raft")
    return Look(
        item=s.item,
        words=f.words.split(",")[0],
        family=f.family,
        kinds=frozenset((s.kind, *(a.kind for a in s.alternatives))),
        station=r.place.centre if placed else None,
        sigma=r.place.sigma,
        clock=f.clock,
        look=(visit, s.run or "", s.travel),
        strong=s.kind in STRONG or s.at == "joint",
        raft=r.place.raft,
        low=-inf if placed else r.place.low,
        high=inf if placed else r.place.high,
    )
