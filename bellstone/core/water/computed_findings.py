"""Findings that nobody said: what the water on the adjusted pipe adds to what was seen."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.findings import AxisWords, Resolved, computed_row
from bellstone.core.ground import IN_PER_FT
from bellstone.core.scheme import Rating, Scheme
from bellstone.core.stations import Place, Segment, segment_at
from bellstone.core.water.cause import Cause
from bellstone.core.water.line import NamedPond
from bellstone.core.water.near_main import one_better, rated_one_better
from bellstone.core.water.part import Part, items_of, pond_id, told_items
from bellstone.core.water.path import PathWater
from bellstone.core.water.ponds_shown import pond_rating, pond_sighting, ponds_shown
from bellstone.core.water.shown import PondShown


def with_computed(found: PathWater, scheme: Scheme) -> tuple[Resolved, ...]:
    """What was said on a path with what its water adds.

    A depth that was not read at rest is rated by the computed pond, and a pond that nobody told of is a row of its
    own: one pond and its sightings are one item.
    """
    rows, parts, segments = found.said, found.parts, found.segments
    looks = [(n, r) for n, r in enumerate(rows) if r.sighting.kind in ("standing", "submerged")]
    rated: dict[int, Resolved] = {}
    alone: list[Resolved] = []
    for part in parts:
        for named in (named for _, named in part.ponds if not told_items(part, named)):
            rating = pond_rating(part.water, named, scheme)
            if rating is None:
                continue
            rating = rating.model_copy(update={"why": f"{rating.why}; computed, not read at rest"})
            look = next((n for n, r in looks if _in_pond(r, named.pond.start - 1, named.pond.end + 1)), None)
            if look is None:
                alone.append(_pond_row(part, named, rating, segments, found.axis, scheme))
            elif rows[look].rating is None and look not in rated:
                rated[look] = _rated_by(rows[look], rating)
    cleaned = {item for item, cause in pond_causes(parts).items() if cause == "roots or debris"}
    out = sorted([*alone, *(rated.get(n, r) for n, r in enumerate(rows))], key=lambda r: r.place.order[0])
    out = [rated_one_better(r) if r.sighting.item in found.near_main else r for r in out]
    return tuple(_of_bore(r) if r.sighting.item in cleaned else r for r in out)


def ponds_on(found: PathWater, scheme: Scheme) -> tuple[PondShown, ...]:
    """The ponds of a path, upstream to downstream, rated by the scheme and the house's rules."""
    ponds = ponds_shown(found.parts, scheme)
    return tuple(
        p.model_copy(update={"rating": one_better(p.rating)}) if p.rating and p.id in found.near_main else p
        for p in ponds
    )


def pond_causes(parts: Sequence[Part]) -> dict[str, Cause]:
    """What holds each pond, by the items that tell of it, or by its own name where it was computed."""
    return {item: named.cause for part in parts for _, named in part.ponds for item in items_of(part, named)}


def _of_bore(r: Resolved) -> Resolved:
    """Water that roots or debris hold goes when they are cleared: it is of the bore, not of the fall."""
    return replace(r, finding=r.finding.model_copy(update={"aspect": "bore"}))


def _rated_by(r: Resolved, rating: Rating) -> Resolved:
    """A look that was not at rest, rated by the pond it lies in."""
    finding = r.finding.model_copy(update={"rating": rating, "unrated": ""})
    return replace(r, rating=rating, unrated=None, finding=finding)


def _pond_row(
    part: Part, named: NamedPond, rating: Rating, segments: tuple[Segment, ...], axis: AxisWords, scheme: Scheme
) -> Resolved:
    """A pond that nobody told of, as a row of its own."""
    pond = named.pond
    place = Place("station", "computed from the adjusted pipe", pond.start, 0.25, pond.end, 0.25, order=(pond.start, 0))
    sighting = pond_sighting(part.water, named, pond_id(part, named))
    segment = segment_at(segments, replace(place, order=(float(part.water.station[pond.deepest]), 0)))
    words = f"standing, about {pond.depth * IN_PER_FT:.1f} in at rest, computed"
    return computed_row(
        sighting, place, segment, rating, words, "from the adjusted pipe: nobody read it at rest", axis, scheme
    )


def _in_pond(r: Resolved, start: float, end: float) -> bool:
    """Whether a sighting lies in a stretch [ft]."""
    if r.place.how != "station" or r.place.station is None:
        return False
    last = r.place.end if r.place.end is not None else r.place.station
    return r.place.station <= end and last >= start
