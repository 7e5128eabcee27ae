"""The one place that calls the others in order: a record in, an assessment out."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, inf

from bellstone.core.answer import (
    Assessment,
    CountShown,
    DepthShown,
    LandmarkShown,
    LineShown,
    Origin,
    Remarked,
    SegmentResult,
    before_you_pull_out,
    cautions,
    house_rule_words,
    scope_words,
    section_table,
    warnings_of,
)
from bellstone.core.dig import Bracket, DepthAt, Need, brackets
from bellstone.core.findings import (
    Earlier,
    Resolved,
    axis_spans,
    earlier_findings,
    is_joint,
    joined,
    joints_of,
    proposed,
    with_joints,
)
from bellstone.core.ground import Z_90, uncollected
from bellstone.core.judgement import (
    LEAST_SEGMENT_FT,
    VERDICT_WORDS,
    Score,
    VerdictResult,
    counts,
    cut_to,
    is_named,
    judge_rows,
    one_each,
    rated_items,
    score,
    standing_rating,
    tool_fits,
)
from bellstone.core.pipe import MATERIALS
from bellstone.core.profile import depth_sigma
from bellstone.core.record import Lateral, Visit
from bellstone.core.scheme import Scheme, house_scheme
from bellstone.core.stations import Coverage, Placing, Segment, less, placed, union
from bellstone.core.water import (
    Cause,
    EarlierInvert,
    PathWater,
    earlier_invert,
    not_known,
    path_water,
    pond_causes,
    ponds_on,
    profile_found,
    removables,
    with_computed,
)

OPEN_END_FT = 2.0  # drawn past the last thing seen, so that an open end shows as one


@dataclass(frozen=True, slots=True)
class _Judged(PathWater):
    """One path of one visit with its findings: what was said, and what the water adds."""

    rows: tuple[Resolved, ...]

    @property
    def visit(self) -> Visit:
        return self.path.visit

    @property
    def seen_ft(self) -> float | None:
        return self.coverage.seen_ft if self.coverage.start is not None and self.coverage.seen_ft > 0 else None


def _on_path(lateral: Lateral, visit: Visit, placing: Placing, line: str, scheme: Scheme) -> _Judged:
    w = path_water(lateral, visit, placing, line, scheme)
    return _Judged(w.path, w.coverage, w.segments, w.said, w.parts, w.near_main, with_computed(w, scheme))


def assess(lateral: Lateral, scheme: Scheme | None = None, path: str | None = None) -> Assessment:
    """Everything the record allows: places, ratings, segments, scores, ponds, verdict and digs.

    The newest visit leads; earlier ones are placed beside it. A pure function: the same record, scheme
    and path always give the same assessment.

    Parameters
    ----------
    path : str, optional
        The line whose path to the main is assessed; the main line where not given.

    Raises
    ------
    DomainError
        There is no such line.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> record, _ = record_from_page("run A cleanout clay 4in, facing main, counts to main\\n12 roots ball 90%\\n40 main")
    >>> result = assess(record)
    >>> result.verdict.words, result.findings[0].rated
    ('Not serviceable', 5)
    """
    with uncollected():
        return _assessed(lateral, scheme or house_scheme(), path)


def _assessed(lateral: Lateral, scheme: Scheme, path: str | None) -> Assessment:
    line = path or lateral.lines[0].id
    visit = lateral.visits[-1]
    placings = placed(lateral)
    placing = placings[-1]
    here = _on_path(lateral, visit, placing, line, scheme)
    visit, rows, coverage, segments = here.visit, here.rows, here.coverage, here.segments
    before = _earlier(lateral, placings, line, scheme)
    profile = profile_found(here.parts)
    depths = _depths(visit, placing)
    main = lateral.lines[0].datum
    order_only = coverage.start is None
    verdict = _line_verdict(lateral, here, scheme)
    whole = score(rated_items([r for r in rows if counts(r)], segments), here.seen_ft)
    unseen = tuple(with_joints(u, rows, segments, visit.counts) for u in coverage.unseen)
    mine = next((o for o in lateral.overrides if o.item is None), None)
    return Assessment(
        scheme=scheme.label,
        house_rules=house_rule_words(lateral.site.house_rules),
        name=lateral.site.name,
        visit=visit.date or f"visit {len(lateral.visits)}",
        path=line,
        lines=_lines(lateral, placing, here, scheme),
        datum=main,
        axis_words="order, not feet" if order_only else f"ft from {main or 'the zero'}",
        axis_reversed=any(m.name == main and m.kind == "main" for m in lateral.landmarks),
        origins=_origins(lateral, placing, coverage),
        landmarks=_landmarks(lateral, placing),
        order_only=order_only,
        axis=joined(axis_spans([r.finding for r in rows], coverage.start, _axis_end(coverage))),
        findings=tuple(r.finding for r in rows),
        segments=tuple(
            _segment(s, rows, coverage, lateral, scheme, whole if len(segments) == 1 else None) for s in segments
        ),
        line=whole,
        verdict=verdict,
        verdict_stands=VERDICT_WORDS[mine.verdict] if mine and mine.verdict else verdict.words,
        verdict_reason=mine.reason if mine else "",
        profile=profile,
        invert_before=_invert_before(before) if profile and not profile.relative else None,
        ponds=ponds_on(here, scheme),
        water_not_known=not_known(here.parts),
        removable=removables(here.parts),
        running_readings=tuple(r.finding.id for r in rows if r.unrated and r.unrated.needs_rest_reading),
        digs=tuple(_digs(rows, depths, segments, pond_causes(here.parts))),
        lanes=coverage.lanes,
        unseen=unseen,
        seen_ft=here.seen_ft,
        unseen_ft=coverage.unseen_ft,
        main_low_ft=coverage.main_low,
        main_high_ft=coverage.main_high,
        main_basis=coverage.main_basis,
        reached_main=coverage.reached_main,
        ties=placing.ties,
        proposals=proposed(lateral, [*(b.said for b in before), here.said]),
        earlier=_became(lateral, before, rows, coverage),
        fits=tool_fits(lateral, segments),
        depths=tuple(d for d, _ in depths),
        counts=tuple(CountShown(id=c.id, words=c.said) for c in visit.counts),
        section=section_table(segments, rows, profile, depths, coverage),
        before_you_pull_out=before_you_pull_out(lateral, visit, coverage, here.said, placing),
        warnings=warnings_of(lateral, visit, rows, segments, coverage, placing, scheme, here.parts),
        remarks=tuple(Remarked(id=m.id, said=m.said, why=m.why, start=m.start, end=m.end) for m in visit.remarks),
        scope=scope_words(lateral, visit, coverage, unseen, rows),
        cautions=cautions(rows, segments),
    )


def _earlier(lateral: Lateral, placings: Sequence[Placing], line: str, scheme: Scheme) -> list[_Judged]:
    """The visits before the newest, oldest first, each on the same path."""
    return [
        _on_path(lateral, visit, placing, line, scheme)
        for visit, placing in zip(lateral.visits[:-1], placings[:-1], strict=True)
    ]


def _became(
    lateral: Lateral, before: Sequence[_Judged], rows: Sequence[Resolved], coverage: Coverage
) -> tuple[Earlier, ...]:
    """Earlier findings, the last visit's first; what a later visit saw again stands for it."""
    out: list[Earlier] = []
    seen: set[str] = set()
    for number, visit in reversed(list(enumerate(before, start=1))):
        name = visit.visit.date or f"visit {number}"
        fresh = [r for r in visit.rows if r.sighting.item not in seen]
        out += earlier_findings(name, one_each(fresh), rows, coverage)
        seen |= {r.sighting.item for r in fresh}
    return tuple(out)


def _invert_before(before: Sequence[_Judged]) -> EarlierInvert | None:
    """The invert of the last earlier visit that tied it to the ground."""
    named = [(b.visit.date or f"visit {n}", b.parts) for n, b in enumerate(before, start=1)]
    found = (earlier_invert(visit, parts) for visit, parts in reversed(named))
    return next((invert for invert in found if invert is not None), None)


def _lines(lateral: Lateral, placing: Placing, here: _Judged, scheme: Scheme) -> tuple[LineShown, ...]:
    """Every line by itself, for the side lines: how long, how bad, where it joins."""
    if len(lateral.lines) == 1:
        return ()
    out = []
    for line in lateral.lines:
        one = here if line.id == here.path.line.id else _on_path(lateral, lateral.visits[-1], placing, line.id, scheme)
        own = [r for r in one.rows if one.path.joins_ft is None or (r.place.station or 0.0) < one.path.joins_ft]
        start, end = one.coverage.start, one.coverage.end
        stop = one.path.joins_ft if one.path.joins_ft is not None else end
        seen = sum(b - a for a, b in less(one.coverage.seen, [(stop, inf)])) if stop is not None else None
        found = score(rated_items([r for r in own if counts(r)], one.segments), seen or None)
        verdict = _line_verdict(lateral, one, scheme)
        out.append(
            LineShown(
                id=line.id,
                name=line.name,
                joins=line.joins,
                joins_ft=one.path.joins_ft,
                start_ft=start,
                length_ft=None if start is None or stop is None else stop - start,
                worst=found.worst,
                soundness=found.soundness.likely if found.soundness else None,
                verdict=verdict.verdict,
                verdict_words=verdict.words,
                findings=len(own),
            )
        )
    return tuple(out)


def _origins(lateral: Lateral, placing: Placing, coverage: Coverage) -> tuple[Origin, ...]:
    """Places feet can be read from: every access with a station, and the main. Core stations do not change."""
    kinds = {m.name: m.kind for m in lateral.landmarks}
    named = {n: s for n, s in placing.landmark_stations.items() if kinds.get(n) in ("access", "main", "property_line")}
    if coverage.reached_main and coverage.end is not None and "main" not in named:
        named["main"] = coverage.end
    return tuple(
        Origin(name=n, station_ft=s, backwards=kinds.get(n) == "main" or n == "main") for n, s in named.items()
    )


def _landmarks(lateral: Lateral, placing: Placing) -> tuple[LandmarkShown, ...]:
    """Landmarks that have a station, in pipe order."""
    placed = [(placing.landmark_stations[m.name], m) for m in lateral.landmarks if m.name in placing.landmark_stations]
    return tuple(
        LandmarkShown(name=m.name, kind=m.kind, station_ft=s, ground_ft=m.ground_ft, measured=m.station_ft is not None)
        for s, m in sorted(placed, key=lambda pair: (pair[0], pair[1].name))
    )


def _axis_end(coverage: Coverage) -> float | None:
    """The axis runs on to where the main is thought to be, so that what was not seen has room."""
    if coverage.end is None:
        return None
    room = 0.0 if coverage.reached_main else OPEN_END_FT
    return max(coverage.end + room, coverage.main_high or coverage.end)


def _line_verdict(lateral: Lateral, here: _Judged, scheme: Scheme) -> VerdictResult:
    c = here.coverage
    return judge_rows(lateral, here.rows, scheme, c.reached_main, here.visit, c.stop_reason)


def _segment(
    segment: Segment,
    rows: Sequence[Resolved],
    coverage: Coverage,
    lateral: Lateral,
    scheme: Scheme,
    whole: Score | None,
) -> SegmentResult:
    """One segment judged; ``whole`` is the line's score where there is only this one."""
    inside = [
        r for r in rows if r.segment.index == segment.index or (r.place.how == "throughout" and is_named(r, segment))
    ]
    seen = _seen_within(segment, coverage)
    if whole is None:
        items = cut_to(rated_items([r for r in inside if counts(r)], [segment]), rows, segment)
        whole = score(items, seen, seen is not None and seen >= LEAST_SEGMENT_FT)
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
        length_ft=segment.length,
        length_band_ft=None if segment.length is None else Z_90 * hypot(segment.start_sigma, segment.end_sigma),
        joints=joints_of(segment, rows),
        score=whole,
        verdict=judge_rows(lateral, inside, scheme, None, Visit(id="segment")),
    )


def _seen_within(segment: Segment, coverage: Coverage) -> float | None:
    if segment.start is None or segment.end is None:
        return None
    outside = [(-1e9, segment.start), (segment.end, 1e9)]
    return sum(b - a for a, b in less(union(coverage.seen), outside))


def _depths(visit: Visit, placing: Placing) -> list[tuple[DepthShown, DepthAt | None]]:
    """Depth readings with where they are, and their band."""
    out = []
    for reading in visit.depths:
        depth = reading.depth_ft.likely or 0.0
        sigma = depth_sigma(reading)
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


def _needs_dig(r: Resolved, held_by: dict[str, Cause]) -> bool:
    """Shell or fall rated 4 or worse; roots at 4 or worse where they come through the wall.

    Water that something holds goes with what holds it: only a sag, or pipe laid flat, has to be lifted.
    """
    if held_by.get(r.sighting.item, "sag") not in ("sag", "adverse or flat"):
        return False
    rating = standing_rating(r)
    if rating is None or rating.likely < 4 or r.sighting.sureness == "unsure" or r.place.how != "station":
        return False
    metal = r.segment.material in MATERIALS and MATERIALS[r.segment.material].metal
    return r.finding.aspect in ("shell", "fall") or (
        r.finding.family == "roots" and (metal or r.sighting.at == "barrel")
    )


def _digs(
    rows: Sequence[Resolved],
    depths: Sequence[tuple[DepthShown, DepthAt | None]],
    segments: Sequence[Segment],
    held_by: dict[str, Cause],
) -> list[Bracket]:
    needs = [
        Need(
            r.sighting.item,
            r.finding.words,
            r.place.station,
            r.place.end if r.place.end is not None else r.place.station,
            r.place.sigma,
        )
        for r in one_each(rows)
        if _needs_dig(r, held_by) and r.place.station is not None
    ]
    joints = sorted(
        r.place.station
        for r in rows
        if r.place.how == "station" and r.place.station is not None and is_joint(r.sighting)
    )
    patterns = [p for p in (joints_of(segment, rows) for segment in segments) if p is not None and p.certain]
    joints = sorted([*joints, *(ft for p in patterns for ft in p.predicted_ft)])
    names = [(s.start if s.start is not None else -1e9, s.end if s.end is not None else 1e9, s.name) for s in segments]
    return brackets(needs, joints, [d for _, d in depths if d is not None], names)
