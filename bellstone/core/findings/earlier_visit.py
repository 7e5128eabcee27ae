"""Earlier visits beside the newest: what each earlier finding has become."""

from collections.abc import Sequence
from typing import Literal

from bellstone.core.findings.finding import Resolved
from bellstone.core.record import Rec
from bellstone.core.stations import Coverage


class Earlier(Rec):
    """A finding of an earlier visit. ``then`` and ``now`` are ratings; stations [ft]."""

    id: str
    item: str
    visit: str
    words: str
    mark: str
    family: str
    station_ft: float | None
    end_ft: float | None
    then: int | None
    now: int | None
    became: Literal["same", "worse", "better", "may be the same", "gone", "not seen now"]


def earlier_findings(
    visit: str, before: Sequence[Resolved], after: Sequence[Resolved], coverage: Coverage, asked: frozenset[str]
) -> tuple[Earlier, ...]:
    """What each rated or built-in thing of an earlier visit has become, in pipe order.

    One thing seen on both visits (the same item) is *same*, *worse* or *better* by its rating. One not
    seen again is *gone* where the newest visit could assess its place, else *not seen now*; while it is ``asked``
    whether something seen now is the same, it is none of these.
    """
    now = {r.sighting.item: r for r in after}
    return tuple(_earlier(visit, r, now, coverage, asked) for r in before if r.finding.family != "event")


def _earlier(visit: str, r: Resolved, now: dict[str, Resolved], coverage: Coverage, asked: frozenset[str]) -> Earlier:
    f = r.finding
    again = now.get(r.sighting.item)
    then, today = f.rated, again.finding.rated if again else None
    return Earlier(
        id=f.id,
        item=f.item,
        visit=visit,
        words=f.words,
        mark=f.mark,
        family=f.family,
        station_ft=f.station_ft if f.how == "station" else None,
        end_ft=f.end_ft if f.how == "station" else None,
        then=then,
        now=today,
        became=_became(then, today) if again else _not_again(r, coverage, asked),
    )


def _not_again(
    r: Resolved, coverage: Coverage, asked: frozenset[str]
) -> Literal["may be the same", "gone", "not seen now"]:
    if r.sighting.item in asked:
        return "may be the same"
    return "gone" if _seen_again(r, coverage) else "not seen now"


def _became(then: int | None, now: int | None) -> Literal["same", "worse", "better"]:
    if then is None or now is None or then == now:
        return "same"
    return "worse" if now > then else "better"


def _seen_again(r: Resolved, coverage: Coverage) -> bool:
    at = r.place.centre
    seen = at is not None and any(a - r.place.band <= at <= b + r.place.band for a, b in coverage.seen)
    # a fitting not named again is not gone: nobody says them all twice
    return seen and r.place.how == "station" and r.finding.family not in ("feature", "good")
