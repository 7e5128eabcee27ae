"""The water of a path: its own line's, and that of the lines it flows into, the lowest first."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from math import hypot, inf

from bellstone.core.amounts import amount_middle, amount_spread
from bellstone.core.cause import Cause
from bellstone.core.coverage import Coverage
from bellstone.core.findings import Resolved, computed_row, resolve
from bellstone.core.invert import SIGMA_REST_FT, invert_of
from bellstone.core.paths import Path, chain_of, pipes_on
from bellstone.core.placing import Place, Placing
from bellstone.core.profile import Height
from bellstone.core.record import Lateral, Visit
from bellstone.core.remembering import Same
from bellstone.core.scheme import Scheme
from bellstone.core.scheme.rating import Rating
from bellstone.core.segments import Segment, segment_at
from bellstone.core.units import IN_PER_FT
from bellstone.core.water import MainLevel, NamedPond, water_of
from bellstone.core.water_shown import Part, pond_id, pond_rating, pond_sighting

JOINS_ABOVE = 0.25  # of its bore, a branch's outlet above the line it joins, as much again its sigma: handbook 2.5


@dataclass(frozen=True, slots=True)
class WhatIf:
    """Water as it would be: without some dams, and with the main so high above the outlet [ft]; None as it is."""

    without: frozenset[str] = frozenset()
    main_level: float | None = None


AS_IT_IS = WhatIf()


@dataclass(frozen=True, slots=True)
class PathWater:
    """One path of one visit: how far it was seen, its pipe, what was said on it, and its water, house to main."""

    path: Path
    coverage: Coverage
    segments: tuple[Segment, ...]
    said: tuple[Resolved, ...]
    parts: tuple[Part, ...]


def path_water(
    lateral: Lateral, visit: Visit, placing: Placing, line: str, scheme: Scheme, what_if: WhatIf = AS_IT_IS
) -> PathWater:
    """What of a visit lies on the path from a line to the main, and the water there.

    Raises
    ------
    DomainError
        There is no such line.
    """
    return _path_water(Same(lateral), Same(visit), Same(placing), line, Same(scheme), what_if)


@lru_cache(maxsize=16)  # the bands that follow an answer find its profile made
def _path_water(
    lateral_: Same[Lateral], visit_: Same[Visit], placing_: Same[Placing], line: str, scheme_: Same[Scheme], what_if: WhatIf
) -> PathWater:  # fmt: skip
    lateral, visit, placing, scheme = lateral_.it, visit_.it, placing_.it, scheme_.it
    path, coverage, segments = pipes_on(lateral, visit, placing, line)
    said = resolve(lateral, path.visit, placing, segments, scheme)
    return PathWater(
        path, coverage, segments, said, parts_of(lateral, visit, placing, path, segments, said, scheme, what_if)
    )


def parts_of(
    lateral: Lateral, visit: Visit, placing: Placing, path: Path, segments: Sequence[Segment], rows: Sequence[Resolved],
    scheme: Scheme, what_if: WhatIf = AS_IT_IS,
) -> tuple[Part, ...]:  # fmt: skip
    """The water on a path, its own line's part first, then that of the lines below it.

    The line below is taken first: a branch starts from the higher of its own outlet and the water standing there.
    """
    chain = chain_of(lateral, path.line.id)
    below: tuple[Part, ...] = ()
    joins, outlet = None, -inf
    if len(chain) > 1:
        lower, _, lower_segments = pipes_on(lateral, visit, placing, chain[1].id)
        lower_rows = resolve(lateral, lower.visit, placing, lower_segments, scheme)
        below = parts_of(lateral, visit, placing, lower, lower_segments, lower_rows, scheme, what_if)
        if path.joins_ft is not None and below:
            joins, outlet = _joined(below, path.joins_ft, segments)
    at = path.joins_ft
    invert = invert_of(lateral, path.line, path.visit, placing, segments, rows, scheme, at, joins, path.limits)
    if invert is None:
        return ()
    main = _main_level(visit, what_if) if len(chain) == 1 else None
    water = water_of(invert, main, what_if.without, outlet)
    relative = below[-1].relative if below else water.profile.relative
    own = Part(water, -inf, at if at is not None else inf, path.line.id, relative)
    return (own, *(replace(p, first=max(p.first, at)) for p in below if at is not None and p.last > at))


def _main_level(visit: Visit, what_if: WhatIf) -> MainLevel | None:
    """What was read of the main's level, or what is asked of it, which is so."""
    if what_if.main_level is not None:
        return MainLevel(what_if.main_level, 0.0)
    said = visit.main_level
    if said is None:
        return None
    return MainLevel(amount_middle(said) / IN_PER_FT, max(amount_spread(said) / IN_PER_FT, SIGMA_REST_FT))


def _joined(below: Sequence[Part], at: float, segments: Sequence[Segment]) -> tuple[Height, float]:
    """The height of a branch's outlet, and the level of the water where it joins [ft]."""
    part = next((p for p in below if p.last >= at), below[-1])
    node = part.water.profile.mesh.node(at)
    bore = next((s.bore_in for s in segments if s.bore_in), 4.0) / IN_PER_FT
    rise = JOINS_ABOVE * bore
    sigma = hypot(rise, float(part.water.profile.sigma[node]))
    height = Height("the line it joins", at, float(part.water.bed.z[node]) + rise, sigma)
    return height, float(part.water.level[node])


def with_computed(
    rows: Sequence[Resolved], parts: Sequence[Part], segments: tuple[Segment, ...], scheme: Scheme
) -> tuple[Resolved, ...]:
    """The rows with what the water adds.

    A depth that was not read at rest is rated by the computed pond, and a pond that nobody told of is a row of its
    own: one pond and its sightings are one item.
    """
    looks = [(n, r) for n, r in enumerate(rows) if r.sighting.kind in ("standing", "submerged")]
    rated: dict[int, Resolved] = {}
    found: list[Resolved] = []
    for part in parts:
        for named in (named for _, named in part.ponds if named.told is None):
            rating = pond_rating(part.water, named, scheme)
            if rating is None:
                continue
            rating = rating.model_copy(update={"why": f"{rating.why}; computed, not read at rest"})
            look = next((n for n, r in looks if _in_pond(r, named.pond.start - 1, named.pond.end + 1)), None)
            if look is None:
                found.append(_pond_row(part, named, rating, segments))
            elif rows[look].rating is None and look not in rated:
                rated[look] = _rated_by(rows[look], rating)
    cleaned = {item for item, cause in pond_causes(parts).items() if cause == "roots or debris"}
    out = sorted([*found, *(rated.get(n, r) for n, r in enumerate(rows))], key=lambda r: r.place.order[0])
    return tuple(_of_bore(r) if r.sighting.item in cleaned else r for r in out)


def pond_causes(parts: Sequence[Part]) -> dict[str, Cause]:
    """What holds each pond, by the items that tell of it, or by its own name where it was computed."""
    return {
        item: named.rungs[0].cause
        for part in parts
        for _, named in part.ponds
        if named.rungs
        for item in (part.water.invert.told[named.told].items if named.told is not None else (pond_id(part, named),))
    }


def _of_bore(r: Resolved) -> Resolved:
    """Water that roots or debris hold goes when they are cleared: it is of the bore, not of the fall."""
    return replace(r, finding=r.finding.model_copy(update={"aspect": "bore"}))


def _rated_by(r: Resolved, rating: Rating) -> Resolved:
    """A look that was not at rest, rated by the pond it lies in."""
    finding = r.finding.model_copy(update={"rating": rating, "unrated": ""})
    return replace(r, rating=rating, unrated=None, finding=finding)


def _pond_row(part: Part, named: NamedPond, rating: Rating, segments: tuple[Segment, ...]) -> Resolved:
    """A pond that nobody told of, as a row of its own."""
    pond = named.pond
    place = Place("station", "computed from the adjusted pipe", pond.start, 0.25, pond.end, 0.25, order=(pond.start, 0))
    sighting = pond_sighting(part.water, named, pond_id(part, named))
    segment = segment_at(segments, replace(place, order=(float(part.water.station[pond.deepest]), 0)))
    words = f"standing, about {pond.depth * IN_PER_FT:.1f} in at rest, computed"
    return computed_row(sighting, place, segment, rating, words, "from the adjusted pipe: nobody read it at rest")


def _in_pond(r: Resolved, start: float, end: float) -> bool:
    """Whether a sighting lies in a stretch [ft]."""
    if r.place.how != "station" or r.place.station is None:
        return False
    last = r.place.end if r.place.end is not None else r.place.station
    return r.place.station <= end and last >= start
