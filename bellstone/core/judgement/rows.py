"""From rows to scores and verdict: what counts, one identity once, and the rating that stands."""

from collections.abc import Mapping, Sequence

from bellstone.core.findings import Resolved, usual_lay_length
from bellstone.core.ground import remembered
from bellstone.core.judgement.score import Rated
from bellstone.core.judgement.verdict import Judged, VerdictShown, judge
from bellstone.core.record import Lateral, Sighting, Visit
from bellstone.core.scheme import USUAL_BORE_IN, Rating, Scheme, size_bounds
from bellstone.core.stations import Segment, segments_named


def standing_rating(r: Resolved) -> Rating | None:
    """The rating that stands: an override is certain, the computed one keeps its range."""
    f = r.finding
    if f.override:
        return Rating(
            low=f.override, likely=f.override, high=f.override, why=f"set by the analyst: {f.override_reason}"
        )
    return r.rating


def at_words(r: Resolved) -> str:
    """A row's place behind its name: ``at 41.5 ft``, or in brackets what is known without feet."""
    return f"at {r.finding.where}" if r.place.how == "station" else f"({r.finding.where})"


def counts(r: Resolved) -> bool:
    """Whether an item takes part in worst, soundness and spread: rated, and not unsure."""
    return standing_rating(r) is not None and r.sighting.sureness != "unsure" and r.finding.aspect is not None


def one_each(rows: Sequence[Resolved]) -> list[Resolved]:
    """One identity once: the newest sighting of each item stands for it."""
    if len({r.sighting.item for r in rows}) == len(rows):
        return list(rows)
    newest: dict[str, Resolved] = {}
    order = {r.sighting.id: n for n, r in enumerate(rows)}
    for r in rows:
        if r.sighting.item not in newest or _number(r.sighting) > _number(newest[r.sighting.item].sighting):
            newest[r.sighting.item] = r
    return sorted(newest.values(), key=lambda r: order[r.sighting.id])


def _number(sighting: Sighting) -> int:
    digits = "".join(c for c in sighting.id if c.isdecimal())
    return int(digits or 0)


def rated_items(rows: Sequence[Resolved], segments: Sequence[Segment]) -> list[Rated]:
    out = []
    for r in one_each(rows):
        if r.place.how != "throughout":
            out.append(_rated_point(r))
            continue
        for start, end in _extents(r, segments):
            out.append(_rated(r, start, end))
    return out


@remembered(12288, "row")
def _rated_point(row: Resolved) -> Rated:
    place = row.place
    return _rated(row, place.station, place.end) if place.how == "station" else _rated(row, None, None)


def _rated(r: Resolved, start: float | None, end: float | None) -> Rated:
    rating = standing_rating(r)
    assert rating is not None and r.finding.aspect is not None
    spacing = r.sighting.spacing_ft or (usual_lay_length(r.segment) if r.sighting.each_joint else None)
    return Rated(r.sighting.item, r.finding.family, r.finding.aspect, rating, start, end, spacing)  # type: ignore[arg-type]


def _extents(r: Resolved, segments: Sequence[Segment]) -> list[tuple[float | None, float | None]]:
    named = [s for s in segments_named(tuple(segments), r.sighting) if s.length]
    return [(s.start, s.end) for s in named] or [(None, None)]


@remembered(12288, "r", "scheme")  # an edit leaves most rows the very same
def _judged(r: Resolved, scheme: Scheme, held: str) -> Judged | None:
    rating = standing_rating(r)
    if rating is None:
        return None
    kind = scheme.kinds[r.sighting.kind]
    bore = r.segment.bore_in
    # an override speaks for the whole finding: the size it set aside no longer decides
    size = None if r.finding.override else r.sighting.size
    share = size_bounds(size, "share", bore or USUAL_BORE_IN, scheme) if size and kind.measure == "share" else None
    depth = size_bounds(size, "depth", bore or USUAL_BORE_IN, scheme) if size and kind.measure == "depth" else None
    return Judged(
        item=r.sighting.item,
        name=f"{r.finding.words.split(',')[0]} {at_words(r)}",
        kind=r.sighting.kind,
        form=r.sighting.form or "",
        aspect=r.finding.aspect,
        qualities=r.sighting.qualities,
        low=rating.low,
        likely=rating.likely,
        high=rating.high,
        share_pct=tuple(share) if share else None,  # type: ignore[arg-type]
        depth_in=tuple(depth) if depth else None,  # type: ignore[arg-type]
        bore_in=bore,
        in_place=r.sighting.state in (None, "in_place"),
        unsure=r.sighting.sureness == "unsure",
        settle=rating.settle,
        held=held,
    )


NOTHING_HELD: Mapping[str, str] = {}


def judge_rows(
    lateral: Lateral,
    rows: Sequence[Resolved],
    scheme: Scheme,
    reached: bool | None,
    visit: Visit,
    stop: str = "",
    held: Mapping[str, str] = NOTHING_HELD,
    nothing_seen: bool = False,
) -> VerdictShown:
    once = one_each(rows)
    judged = [j for j in (_judged(r, scheme, held.get(r.sighting.item, "")) for r in once) if j is not None]
    waiting = [
        _waiting_name(r) for r in once if r.unrated and r.unrated.needs_rest_reading and not _has_rest_reading(r, rows)
    ]
    flush = visit.flush_tests[-1].result if visit.flush_tests and reached is not None else None
    return judge(
        judged,
        lateral.site.house_rules,
        reached,
        stop,
        flush,
        waiting,
        nothing_seen=nothing_seen or (reached is not None and not rows),
    )


def _waiting_name(r: Resolved) -> str:
    state = "water on or off not said" if r.sighting.water in (None, "unknown") else "seen while water ran"
    return f"{r.sighting.kind.replace('_', ' ')} {at_words(r)}, {state}"


def _has_rest_reading(r: Resolved, rows: Sequence[Resolved]) -> bool:
    return any(
        q.sighting.kind in ("standing", "submerged") and q.rating is not None
        and q.place.station is not None and r.place.station is not None
        and q.place.station - 3 <= (r.place.centre or 0.0) <= (q.place.end or q.place.station) + 3
        for q in rows
    )  # fmt: skip


def cut_to(items: list[Rated], rows: Sequence[Resolved], segment: Segment) -> list[Rated]:
    """Running items end where the segment ends; points belong whole to the segment they sit in."""
    out = []
    for item in items:
        if item.start is not None and item.end is not None and segment.start is not None and segment.end is not None:
            start, end = max(item.start, segment.start), min(item.end, segment.end)
            item = Rated(item.item, item.family, item.aspect, item.rating, start, max(start, end), item.spacing)
        out.append(item)
    return out


def is_named(r: Resolved, segment: Segment) -> bool:
    return bool(segments_named((segment,), r.sighting))
