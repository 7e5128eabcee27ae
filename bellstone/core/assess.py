"""The one place that calls the others in order: a record in, an assessment out."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bellstone.core.assessment import (
    Assessment,
    CountShown,
    DepthShown,
    JointsFound,
    Remarked,
    SectionTable,
    SegmentResult,
)
from bellstone.core.axis import axis_spans, joined
from bellstone.core.coverage import Coverage, Unseen, coverage_of, less, union
from bellstone.core.dig import Bracket, DepthAt, Need, brackets
from bellstone.core.findings import Resolved, resolve
from bellstone.core.joints import SAME_JOINT_FT, joint_pattern, unseen_rooted
from bellstone.core.materials import MATERIALS
from bellstone.core.placing import Placing, place_visit
from bellstone.core.record import Lateral, Sighting, Visit
from bellstone.core.scheme import Scheme, house_scheme
from bellstone.core.scheme.rating import Rating
from bellstone.core.scheme.sizes import size_bounds
from bellstone.core.scope import before_you_pull_out, cautions, house_rule_words, scope_words
from bellstone.core.score import LEAST_SEGMENT_FT, Rated, score
from bellstone.core.segments import Segment, segments_named, segments_of
from bellstone.core.stationing import Z_90
from bellstone.core.suspicious import warnings_of
from bellstone.core.units import IN_PER_FT
from bellstone.core.verdict import VERDICT_WORDS, Judged, VerdictResult, judge
from bellstone.core.water import PondFound, RestReading, ponds_at_rest

SECTION_STEP_FT = 0.25
OPEN_END_FT = 2.0  # drawn past the last thing seen, so that an open end shows as one
SECTION_LIMIT = 8000  # rows of the table; a longer line is sampled more coarsely


def assess(lateral: Lateral, scheme: Scheme | None = None) -> Assessment:
    """Everything the record allows: places, ratings, segments, scores, ponds, verdict and digs.

    A pure function: the same record and scheme always give the same assessment.

    Examples
    --------
    >>> from bellstone.core.notes import record_from_page
    >>> record, _ = record_from_page("run A cleanout clay 4in, facing main, counts to main\\n12 roots ball 90%\\n40 main")
    >>> result = assess(record)
    >>> result.verdict.words, result.findings[0].rated
    ('Not serviceable', 5)
    """
    scheme = scheme or house_scheme()
    visit = lateral.visits[-1]
    placing = place_visit(lateral, visit)
    coverage = coverage_of(lateral, visit, placing)
    segments = segments_of(visit, placing, coverage.start, coverage.end)
    rows = resolve(lateral, visit, placing, segments, scheme)
    found = ponds_at_rest(_rest_readings(rows, scheme), lateral.lines[0].grade_pct)
    seen_ft = coverage.seen_ft if coverage.start is not None and coverage.seen_ft > 0 else None
    counted = [r for r in rows if _counts(r)]
    depths = _depths(visit, placing)
    main = lateral.lines[0].datum
    reads_from_main = any(m.name == main and m.kind == "main" for m in lateral.landmarks)
    order_only = coverage.start is None
    verdict = _line_verdict(lateral, visit, rows, coverage, scheme)
    unseen = tuple(_with_joints(u, rows, segments) for u in coverage.unseen)
    mine = next((o for o in lateral.overrides if o.item is None), None)
    return Assessment(
        scheme=scheme.label,
        house_rules=house_rule_words(lateral.site.house_rules),
        name=lateral.site.name,
        visit=visit.date or f"visit {len(lateral.visits)}",
        datum=main,
        axis_words="order, not feet" if order_only else f"ft from {main or 'the zero'}",
        axis_reversed=reads_from_main,
        order_only=order_only,
        axis=joined(axis_spans([r.finding for r in rows], coverage.start, _axis_end(coverage))),
        findings=tuple(r.finding for r in rows),
        segments=tuple(_segment(s, rows, coverage, lateral, scheme, len(segments)) for s in segments),
        line=score(_rated(counted, segments), seen_ft),
        verdict=verdict,
        verdict_stands=VERDICT_WORDS[mine.verdict] if mine and mine.verdict else verdict.words,
        verdict_reason=mine.reason if mine else "",
        ponds=tuple(found),
        running_readings=tuple(r.finding.id for r in rows if r.unrated and r.unrated.needs_rest_reading),
        digs=tuple(_digs(rows, depths, segments)),
        lanes=coverage.lanes,
        unseen=unseen,
        seen_ft=seen_ft,
        unseen_ft=coverage.unseen_ft,
        main_low_ft=coverage.main_low,
        main_high_ft=coverage.main_high,
        main_basis=coverage.main_basis,
        reached_main=coverage.reached_main,
        ties=placing.ties,
        depths=tuple(d for d, _ in depths),
        counts=tuple(CountShown(id=c.id, words=c.said) for c in visit.counts),
        section=_section(segments, rows, found, depths, coverage),
        before_you_pull_out=before_you_pull_out(lateral, visit, coverage, rows, placing),
        warnings=warnings_of(lateral, visit, rows, segments, coverage, placing, scheme),
        remarks=tuple(Remarked(id=m.id, said=m.said, why=m.why, start=m.start, end=m.end) for m in visit.remarks),
        scope=scope_words(lateral, visit, coverage, unseen, rows),
        cautions=cautions(rows, segments),
    )


def _axis_end(coverage: Coverage) -> float | None:
    """The axis runs on to where the main is thought to be, so that what was not seen has room."""
    if coverage.end is None:
        return None
    room = 0.0 if coverage.reached_main else OPEN_END_FT
    return max(coverage.end + room, coverage.main_high or coverage.end)


def _standing_rating(r: Resolved) -> Rating | None:
    """The rating that stands: an override is certain, the computed one keeps its range."""
    f = r.finding
    if f.override:
        return Rating(
            low=f.override, likely=f.override, high=f.override, why=f"set by the analyst: {f.override_reason}"
        )
    return r.rating


def _counts(r: Resolved) -> bool:
    """Whether an item takes part in worst, soundness and spread: rated, and not unsure."""
    return _standing_rating(r) is not None and r.sighting.sureness != "unsure" and r.finding.aspect is not None


def _once(rows: Sequence[Resolved]) -> list[Resolved]:
    """One identity once: the newest sighting of each item stands for it."""
    newest: dict[str, Resolved] = {}
    order = {r.sighting.id: n for n, r in enumerate(rows)}
    for r in rows:
        if r.sighting.item not in newest or _number(r.sighting) > _number(newest[r.sighting.item].sighting):
            newest[r.sighting.item] = r
    return sorted(newest.values(), key=lambda r: order[r.sighting.id])


def _number(sighting: Sighting) -> int:
    digits = "".join(c for c in sighting.id if c.isdigit())
    return int(digits or 0)


def _rated(rows: Sequence[Resolved], segments: Sequence[Segment]) -> list[Rated]:
    out = []
    for r in _once(rows):
        rating = _standing_rating(r)
        assert rating is not None and r.finding.aspect is not None
        for start, end in _extents(r, segments):
            spacing = r.sighting.spacing_ft or (_lay_length(r.segment) if r.sighting.each_joint else None)
            out.append(Rated(r.sighting.item, r.finding.family, r.finding.aspect, rating, start, end, spacing))  # type: ignore[arg-type]
    return out


def _lay_length(segment: Segment) -> float | None:
    """A usual lay length [ft] where the line's own is not known: the middle of the material's table."""
    usual = MATERIALS[segment.material].lay_lengths_ft if segment.material in MATERIALS else ()
    return usual[len(usual) // 2] if usual else None


def _extents(r: Resolved, segments: Sequence[Segment]) -> list[tuple[float | None, float | None]]:
    if r.place.how == "throughout":
        named = [s for s in segments_named(tuple(segments), r.sighting) if s.length]
        return [(s.start, s.end) for s in named] or [(None, None)]
    if r.place.how == "station":
        return [(r.place.station, r.place.end)]
    return [(None, None)]


def _judged(r: Resolved, scheme: Scheme) -> Judged | None:
    rating = _standing_rating(r)
    if rating is None:
        return None
    kind = scheme.kinds[r.sighting.kind]
    bore = r.segment.bore_in
    # an override speaks for the whole finding: the size it set aside no longer decides
    size = None if r.finding.override else r.sighting.size
    share = size_bounds(size, "share", bore or 4.0, scheme) if size and kind.measure == "share" else None
    depth = size_bounds(size, "depth", bore or 4.0, scheme) if size and kind.measure == "depth" else None
    at = f" at {r.place.station:.0f} ft" if r.place.how == "station" and r.place.station is not None else ""
    return Judged(
        item=r.sighting.item,
        name=f"{r.finding.words.split(',')[0]}{at}",
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
    )


def _judge(
    lateral: Lateral, rows: Sequence[Resolved], scheme: Scheme, reached: bool | None, visit: Visit, stop: str = ""
) -> VerdictResult:
    judged = [j for j in (_judged(r, scheme) for r in _once(rows)) if j is not None]
    waiting = [
        _waiting_name(r)
        for r in _once(rows)
        if r.unrated and r.unrated.needs_rest_reading and not _has_rest_reading(r, rows)
    ]
    flush = visit.flush_tests[-1].result if visit.flush_tests and reached is not None else None
    return judge(
        judged, lateral.site.house_rules, reached, stop, flush, waiting, nothing_seen=reached is not None and not rows
    )


def _waiting_name(r: Resolved) -> str:
    at = f" at {r.place.station:.0f} ft" if r.place.how == "station" and r.place.station is not None else ""
    return f"{r.sighting.kind.replace('_', ' ')}{at}, seen while water ran"


def _has_rest_reading(r: Resolved, rows: Sequence[Resolved]) -> bool:
    return any(
        q.sighting.kind in ("standing", "submerged") and q.rating is not None
        and q.place.station is not None and r.place.station is not None
        and q.place.station - 3 <= (r.place.centre or 0.0) <= (q.place.end or q.place.station) + 3
        for q in rows
    )  # fmt: skip


def _line_verdict(
    lateral: Lateral, visit: Visit, rows: Sequence[Resolved], coverage: Coverage, scheme: Scheme
) -> VerdictResult:
    return _judge(lateral, rows, scheme, coverage.reached_main, visit, coverage.stop_reason)


def _segment(
    segment: Segment, rows: Sequence[Resolved], coverage: Coverage, lateral: Lateral, scheme: Scheme, count: int
) -> SegmentResult:
    inside = [
        r for r in rows if r.segment.index == segment.index or (r.place.how == "throughout" and _named(r, segment))
    ]
    seen = _seen_within(segment, coverage)
    long_enough = count == 1 or (seen is not None and seen >= LEAST_SEGMENT_FT)
    return SegmentResult(
        index=segment.index,
        name=segment.name,
        material=segment.material,
        hatch=MATERIALS[segment.material].hatch if segment.material in MATERIALS else "unknown",
        bore_in=segment.bore_in,
        bore_carried=segment.bore_carried,
        start_ft=segment.start,
        end_ft=segment.end,
        start_band_ft=Z_90 * segment.start_sigma,
        end_band_ft=Z_90 * segment.end_sigma,
        starts_at=segment.starts_at,
        ends_at=segment.ends_at,
        length_known=segment.length is not None,
        joints=_joints(segment, rows),
        score=score(_cut(_rated([r for r in inside if _counts(r)], [segment]), rows, segment), seen, long_enough),
        verdict=_judge(lateral, inside, scheme, None, Visit(id="segment")),
    )


MOST_PREDICTED = 2000  # joints drawn of one segment


def _noted_joints(segment: Segment, rows: Sequence[Resolved]) -> tuple[list[float], int]:
    """Stations of the joints noted in a segment, one a joint [ft], and how many of them have roots."""
    at_joint = [
        (r.place.station, r.finding.family == "roots")
        for r in rows
        if r.segment.index == segment.index and r.place.how == "station" and r.place.station is not None
        and (r.sighting.at == "joint" or r.sighting.kind == "joint") and not r.sighting.each_joint
    ]  # fmt: skip
    joints: list[float] = []
    rooted: set[int] = set()
    for station, has_roots in sorted(at_joint):
        if not joints or station - joints[-1] > SAME_JOINT_FT:
            joints.append(station)
        if has_roots:
            rooted.add(len(joints) - 1)
    return joints, len(rooted)


def _joints(segment: Segment, rows: Sequence[Resolved]) -> JointsFound | None:
    lengths = MATERIALS[segment.material].lay_lengths_ft if segment.material in MATERIALS else ()
    noted, rooted = _noted_joints(segment, rows)
    found = joint_pattern(noted, lengths)
    if found is None:
        return None
    teeth: Sequence[float] = ()
    # a pattern that is not certain predicts nothing: it only says what it would be
    if found.certain and segment.start is not None and segment.end is not None:
        teeth = found.teeth(segment.start, segment.end).tolist()
    missing = [t for t in teeth[:MOST_PREDICTED] if all(abs(t - j) > found.laid / 4 for j in noted)]
    return JointsFound(
        lay_length_ft=found.nominal,
        laid_ft=found.laid,
        certain=found.certain,
        noted=len(noted),
        rooted=rooted,
        predicted_ft=tuple(round(float(t), 2) for t in missing),
    )


def _with_joints(unseen: Unseen, rows: Sequence[Resolved], segments: Sequence[Segment]) -> Unseen:
    """How many joints lie in an unseen stretch and how many likely have roots, from those seen in that pipe."""
    if unseen.feet is None or unseen.start_ft is None:
        return unseen
    at = unseen.start_ft
    segment = next(
        (s for s in segments if s.start is not None and s.end is not None and s.start <= at <= s.end), segments[-1]
    )
    noted, rooted = _noted_joints(segment, rows)
    pattern = _joints(segment, rows)
    length = pattern.laid_ft if pattern else _lay_length(segment)
    if length is None or not noted:
        return unseen
    found = unseen_rooted(min(int(unseen.feet / length), MOST_PREDICTED), rooted, len(noted))
    return unseen.model_copy(update={"joints": found.joints, "rooted": (found.mean, found.low, found.high)})


def _named(r: Resolved, segment: Segment) -> bool:
    return bool(segments_named((segment,), r.sighting))


def _cut(items: list[Rated], rows: Sequence[Resolved], segment: Segment) -> list[Rated]:
    """Running items end where the segment ends; points belong whole to the segment they sit in."""
    out = []
    for item in items:
        if item.start is not None and item.end is not None and segment.start is not None and segment.end is not None:
            start, end = max(item.start, segment.start), min(item.end, segment.end)
            item = Rated(item.item, item.family, item.aspect, item.rating, start, max(start, end), item.spacing)
        out.append(item)
    return out


def _seen_within(segment: Segment, coverage: Coverage) -> float | None:
    if segment.start is None or segment.end is None:
        return None
    outside = [(-1e9, segment.start), (segment.end, 1e9)]
    return sum(b - a for a, b in less(union(coverage.seen), outside))


def _rest_readings(rows: Sequence[Resolved], scheme: Scheme) -> list[RestReading]:
    """Depths read at rest that have a place: never a running one, never a forecast."""
    out = []
    for r in _once(rows):
        s = r.sighting
        if (
            s.kind != "standing"
            or s.water != "rest"
            or s.size is None
            or r.place.how != "station"
            or r.place.station is None
        ):
            continue
        bounds = size_bounds(s.size, "depth", r.segment.bore_in or 4.0, scheme)
        if bounds is None or bounds.likely <= 0.01 * IN_PER_FT:
            continue
        by_eye = (
            0.25 if bounds.low == bounds.high else 0.0
        )  # a single number is good to about a quarter inch: working value
        low, likely, high = (
            d / IN_PER_FT for d in (max(bounds.low - by_eye, 0.0), bounds.likely, bounds.high + by_eye)
        )
        out.append(
            RestReading(s.item, r.place.station, r.place.end, likely, low, high, r.segment.bore_in, r.place.sigma)
        )
    return out


def _depths(visit: Visit, placing: Placing) -> list[tuple[DepthShown, DepthAt | None]]:
    """Depth readings with where they are; sigma max(0.10 ft, 5 % of the depth), doubled if suspect."""
    out = []
    for reading in visit.depths:
        depth = reading.depth_ft.likely or 0.0
        sigma = max(0.10, 0.05 * depth) * (2 if reading.suspect else 1)
        place = placing.places[reading.id]
        station = place.station if place.how == "station" else None
        shown = DepthShown(
            id=reading.id,
            station_ft=station,
            depth_ft=depth,
            band_ft=Z_90 * sigma,
            suspect=reading.suspect,
            said=reading.said,
        )
        out.append((shown, DepthAt(station, depth, sigma) if station is not None and not reading.failed else None))
    return out


def _needs_dig(r: Resolved) -> bool:
    """Shell or fall rated 4 or worse; roots at 4 or worse where they come through the wall."""
    rating = _standing_rating(r)
    if rating is None or rating.likely < 4 or r.sighting.sureness == "unsure" or r.place.how != "station":
        return False
    metal = r.segment.material in MATERIALS and MATERIALS[r.segment.material].metal
    return r.finding.aspect in ("shell", "fall") or (
        r.finding.family == "roots" and (metal or r.sighting.at == "barrel")
    )


def _digs(
    rows: Sequence[Resolved], depths: Sequence[tuple[DepthShown, DepthAt | None]], segments: Sequence[Segment]
) -> list[Bracket]:
    needs = [
        Need(
            r.sighting.item,
            r.finding.words,
            r.place.station,
            r.place.end if r.place.end is not None else r.place.station,
            r.place.sigma,
        )
        for r in _once(rows)
        if _needs_dig(r) and r.place.station is not None
    ]
    joints = sorted(
        r.place.station
        for r in rows
        if r.place.how == "station"
        and r.place.station is not None
        and (r.sighting.at == "joint" or r.sighting.kind == "joint")
        and not r.sighting.each_joint
    )
    patterns = [p for p in (_joints(segment, rows) for segment in segments) if p is not None and p.certain]
    joints = sorted([*joints, *(ft for p in patterns for ft in p.predicted_ft)])
    names = [(s.start if s.start is not None else -1e9, s.end if s.end is not None else 1e9, s.name) for s in segments]
    return brackets(needs, joints, [d for _, d in depths if d is not None], names)


def _section(
    segments: Sequence[Segment], rows: Sequence[Resolved], found: Sequence[PondFound],
    depths: Sequence[tuple[DepthShown, DepthAt | None]], coverage: Coverage,
) -> SectionTable:  # fmt: skip
    """What the cursor looks up, every 0.25 ft and at every item."""
    if coverage.start is None or coverage.end is None:
        empty: tuple[float | None, ...] = ()
        return SectionTable(
            station_ft=(), segment=(), water_in=empty, water_low_in=empty, water_high_in=empty, invert_depth_ft=empty
        )
    count = min(int((coverage.end - coverage.start) / SECTION_STEP_FT) + 2, SECTION_LIMIT)
    items = [r.place.station for r in rows if r.place.how == "station" and r.place.station is not None]
    x = np.unique(np.round(np.concatenate([np.linspace(coverage.start, coverage.end, count), items]), 3))
    read = sorted((d.station, d.depth) for _, d in depths if d is not None)
    starts = np.asarray([s.start if s.start is not None else -1e9 for s in segments])
    which = np.clip(np.searchsorted(np.maximum.accumulate(starts), x, side="right") - 1, 0, len(segments) - 1)
    water = _water_along(x, found)
    return SectionTable(
        station_ft=tuple(x.tolist()),
        segment=tuple(which.tolist()),
        water_in=_or_none(water[0]),
        water_low_in=_or_none(water[1]),
        water_high_in=_or_none(water[2]),
        invert_depth_ft=_or_none(_depth_between(x, read)),
    )


def _water_along(x: NDArray[np.float64], found: Sequence[PondFound]) -> NDArray[np.float64]:
    """Depth at rest, its low and its high at each station [in], shape (3, n); NaN where there is no pond."""
    water = np.full((3, x.size), np.nan)
    for pond in found:
        inside = (x >= pond.start_ft) & (x <= pond.end_ft)
        stations, depths = zip(*pond.shape, strict=True)
        share = np.interp(x[inside], stations, depths) / pond.depth_in
        for row, depth in enumerate((pond.depth_in, pond.depth_low_in, pond.depth_high_in)):
            water[row, inside] = share * depth
    return water


def _depth_between(x: NDArray[np.float64], read: Sequence[tuple[float, float]]) -> NDArray[np.float64]:
    """Depth between two readings, in a straight line [ft]; NaN beyond them."""
    if not read:
        return np.full(x.size, np.nan)
    stations, depths = zip(*read, strict=True)
    return np.asarray(np.interp(x, stations, depths, left=np.nan, right=np.nan), dtype=float)


def _or_none(column: NDArray[np.float64]) -> tuple[float | None, ...]:
    """A column for the payload, which has no NaN; three places are more than any tape reads."""
    return tuple(None if v != v else round(v, 3) for v in column.tolist())
