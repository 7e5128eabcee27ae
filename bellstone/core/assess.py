"""The one place that calls the others in order: a record in, an assessment out."""

from collections.abc import Sequence
from typing import Any

from bellstone.core.answer import (
    Assessment,
    CountShown,
    JudgedPath,
    LineShown,
    Remarked,
    before_you_pull_out,
    cautions,
    depths_read,
    house_rule_words,
    job_words,
    judged_path,
    landmarks,
    line_verdict,
    lines_shown,
    next_look,
    origins,
    people_named,
    plan_shown,
    scope_words,
    section_table,
    segment_shown,
    statements_of,
    to_write,
    warnings_of,
    with_what_lies_above,
)
from bellstone.core.dig import depths_of, digs
from bellstone.core.findings import (
    Earlier,
    Proposal,
    Resolved,
    axis_spans,
    earlier_findings,
    joined,
    proposed,
    with_joints,
)
from bellstone.core.ground import uncollected
from bellstone.core.judgement import (
    VERDICT_WORDS,
    counts,
    liner_grip,
    one_each,
    rated_items,
    score,
    tool_fits,
    whole_lateral,
)
from bellstone.core.record import Lateral
from bellstone.core.scheme import Scheme, house_scheme
from bellstone.core.stations import Coverage, Placing, placed
from bellstone.core.water import (
    EarlierInvert,
    earlier_invert,
    not_known,
    pond_causes,
    ponds_on,
    profile_shown,
    removables,
)

OPEN_END_FT = 2.0  # drawn past the last thing seen, so that an open end shows as one


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
    placings = placed(lateral)
    line = path or lateral.lines[0].id
    here = judged_path(lateral, lateral.visits[-1], placings[-1], line, scheme)
    before = _earlier(lateral, placings, line, scheme)
    lines = lines_shown(lateral, placings[-1], here, scheme)
    proposals = proposed(lateral, [*(b.said for b in before), here.said])
    return Assessment(
        scheme=scheme.label,
        house_rules=house_rule_words(lateral.site.house_rules),
        name=lateral.site.name,
        job=job_words(lateral.site, here.visit),
        people=people_named(lateral),
        visit=here.visit.date or f"visit {len(lateral.visits)}",
        path=line,
        lines=lines,
        **_where_it_lies(lateral, placings[-1], here),
        **_how_it_rates(lateral, here, lines, scheme),
        **_how_it_holds_water(here, before, scheme),
        **_what_was_seen(lateral, placings[-1], here),
        **_beside_the_pipe(lateral, placings[-1], here, line, scheme),
        proposals=proposals,
        earlier=_became(before, here.rows, here.coverage, proposals),
    )


def _where_it_lies(lateral: Lateral, placing: Placing, here: JudgedPath) -> dict[str, Any]:
    """The axis and what stands on it."""
    coverage, main = here.coverage, lateral.lines[0].datum
    order_only = coverage.start is None
    return {
        "datum": main,
        "axis_words": "order, not feet" if order_only else f"ft from {main or 'the zero'}",
        "axis_reversed": any(m.name == main and m.kind == "main" for m in lateral.landmarks),
        "origins": origins(lateral, placing, coverage),
        "landmarks": landmarks(lateral, placing),
        "order_only": order_only,
        "axis": joined(axis_spans([r.finding for r in here.rows], coverage.start, _axis_end(coverage))),
        "findings": tuple(r.finding for r in here.rows),
        "ties": placing.ties,
    }


def _how_it_rates(lateral: Lateral, here: JudgedPath, lines: Sequence[LineShown], scheme: Scheme) -> dict[str, Any]:
    """Scores and verdict, of the line and of each segment; the analyst's own verdict stands over the computed one."""
    rows, segments = here.rows, here.segments
    verdict = line_verdict(lateral, here, scheme)
    whole = score(rated_items([r for r in here.scored if counts(r)], segments), here.seen_ft)
    only = whole if len(segments) == 1 else None
    mine = next((o for o in lateral.overrides if o.item is None), None)
    held = pond_causes(here.parts)
    stands = VERDICT_WORDS[mine.verdict] if mine and mine.verdict else verdict.words
    shown = tuple(segment_shown(s, here.scored, here.coverage, lateral, scheme, only, held) for s in segments)
    judged = whole_lateral(verdict, stands, whole.worst, here.path.line.id, lines)
    return {
        "lateral": judged,
        "segments": shown,
        "next_look": next_look(lateral, judged.verdict, [r.finding for r in rows], shown),
        "line": whole,
        "verdict": verdict,
        "verdict_stands": stands,
        "verdict_reason": mine.reason if mine else "",
        "fits": tool_fits(lateral, segments),
        "liner_grip": liner_grip(rows, here.coverage.seen, here.axis),
        "running_readings": tuple(r.finding.id for r in rows if r.unrated and r.unrated.needs_rest_reading),
    }


def _how_it_holds_water(here: JudgedPath, before: Sequence[JudgedPath], scheme: Scheme) -> dict[str, Any]:
    """The adjusted invert and the water on it."""
    profile = profile_shown(here.parts)
    return {
        "profile": profile,
        "invert_before": _invert_before(before) if profile and not profile.relative else None,
        "ponds": ponds_on(here, scheme),
        "water_not_known": not_known(here.parts),
        "removable": removables(here.parts),
    }


def _what_was_seen(lateral: Lateral, placing: Placing, here: JudgedPath) -> dict[str, Any]:
    """How far it was seen, what was not, and what that leaves open."""
    coverage, rows, visit = here.coverage, here.rows, here.visit
    unseen = tuple(with_joints(u, rows, here.segments, visit.counts, placing) for u in coverage.unseen)
    return {
        "lanes": coverage.lanes,
        "unseen": unseen,
        "seen_ft": here.seen_ft,
        "unseen_ft": coverage.unseen_ft,
        "main_low_ft": coverage.main_low,
        "main_high_ft": coverage.main_high,
        "main_basis": coverage.main_basis,
        "reached_main": coverage.reached_main,
        "counts": tuple(CountShown(id=c.id, words=c.said) for c in visit.counts),
        "remarks": tuple(
            Remarked(id=m.id, said=m.said, why=m.why, start=m.start, end=m.end, meanings=m.meanings)
            for m in visit.remarks
        ),
        "before_you_pull_out": before_you_pull_out(lateral, visit, coverage, here.said, placing),
        "scope": scope_words(lateral, visit, coverage, unseen, rows),
    }


def _beside_the_pipe(lateral: Lateral, placing: Placing, here: JudgedPath, line: str, scheme: Scheme) -> dict[str, Any]:
    """Depths, digs, the section at the cursor, and what to be wary of."""
    rows, segments, visit = here.rows, here.segments, here.visit
    depths = depths_of(lateral, visit, placing, segments, here.parts)
    mine = [m for m in lateral.moved_digs if (m.line or lateral.lines[0].id) == line]
    needed = tuple(digs(rows, depths, segments, pond_causes(here.parts), here.axis, mine))
    plan = plan_shown(lateral, placing, needed, depths, here.axis)
    return {
        "told": (*statements_of(lateral, lateral.visits[-1]), *to_write(plan)),
        "depths": depths_read(visit, placing),
        "digs": with_what_lies_above(needed, lateral.site, plan, rows, segments),
        "plan": plan,
        "section": section_table(segments, rows, profile_shown(here.parts), depths, here.coverage),
        "warnings": warnings_of(lateral, visit, rows, segments, here.coverage, placing, scheme, here.parts),
        "cautions": cautions(rows, segments),
    }


def _earlier(lateral: Lateral, placings: Sequence[Placing], line: str, scheme: Scheme) -> list[JudgedPath]:
    """The visits before the newest, oldest first, each on the same path."""
    return [
        judged_path(lateral, visit, placing, line, scheme)
        for visit, placing in zip(lateral.visits[:-1], placings[:-1], strict=True)
    ]


def _became(
    before: Sequence[JudgedPath], rows: Sequence[Resolved], coverage: Coverage, proposals: Sequence[Proposal]
) -> tuple[Earlier, ...]:
    """Earlier findings, the last visit's first; what a later visit saw again stands for it."""
    asked = frozenset(item for p in proposals if p.between in ("visits", "said") for item in (p.keep, p.join))
    out: list[Earlier] = []
    seen: set[str] = set()
    for number, visit in reversed(list(enumerate(before, start=1))):
        name = visit.visit.date or f"visit {number}"
        fresh = [r for r in visit.rows if r.sighting.item not in seen]
        out += earlier_findings(name, one_each(fresh), rows, coverage, asked)
        seen |= {r.sighting.item for r in fresh}
    return tuple(out)


def _invert_before(before: Sequence[JudgedPath]) -> EarlierInvert | None:
    """The invert of the last earlier visit that tied it to the ground."""
    named = [(b.visit.date or f"visit {n}", b.parts) for n, b in enumerate(before, start=1)]
    found = (earlier_invert(visit, parts) for visit, parts in reversed(named))
    return next((invert for invert in found if invert is not None), None)


def _axis_end(coverage: Coverage) -> float | None:
    """The axis runs on to where the main is thought to be, so that what was not seen has room."""
    if coverage.end is None:
        return None
    room = 0.0 if coverage.reached_main else OPEN_END_FT
    return max(coverage.end + room, coverage.main_high or coverage.end)
