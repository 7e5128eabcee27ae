"""One path of one visit with everything found on it, judged."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from bellstone.core.findings import Proposal, Resolved, seen_twice
from bellstone.core.judgement import VerdictShown, judge_rows
from bellstone.core.record import Lateral, Visit
from bellstone.core.scheme import Scheme
from bellstone.core.stations import Placing
from bellstone.core.water import PathWater, path_water, pond_causes, with_computed


@dataclass(frozen=True, slots=True)
class JudgedPath(PathWater):
    """One path of one visit with its findings: what was said, and what the water adds."""

    rows: tuple[Resolved, ...]

    twice: tuple[Proposal, ...]  # pairs of rows without feet that may be one thing

    @property
    def scored(self) -> tuple[Resolved, ...]:
        """The rows that scores and verdict take: of two that may be one thing the worse, until it is answered."""
        if not self.twice:
            return self.rows
        rated = {r.sighting.item: (r.finding.rated or 0) for r in self.rows}
        lesser = {p.join if rated.get(p.keep, 0) >= rated.get(p.join, 0) else p.keep for p in self.twice}
        return tuple(r for r in self.rows if r.sighting.item not in lesser)

    @property
    def visit(self) -> Visit:
        return self.path.visit

    @property
    def seen_ft(self) -> float | None:
        return self.coverage.seen_ft if self.coverage.start is not None and self.coverage.seen_ft > 0 else None


def judged_path(lateral: Lateral, visit: Visit, placing: Placing, line: str, scheme: Scheme) -> JudgedPath:
    w = path_water(lateral, visit, placing, line, scheme)
    twice = seen_twice(lateral, w.said)
    rows = rows_told_twice(with_computed(w, scheme), twice)
    return JudgedPath(w.path, w.coverage, w.segments, w.said, w.parts, w.axis, w.near_main, rows, twice)


def line_verdict(lateral: Lateral, here: JudgedPath, scheme: Scheme) -> VerdictShown:
    c = here.coverage
    return judge_rows(lateral, here.scored, scheme, c.reached_main, here.visit, c.stop_reason, pond_causes(here.parts))


def rows_told_twice(rows: tuple[Resolved, ...], twice: Sequence[Proposal]) -> tuple[Resolved, ...]:
    """Rows with what is open about them: that another look may be at the same thing."""
    if not twice:
        return rows
    pairs = {item: other for p in twice for item, other in ((p.keep, p.join), (p.join, p.keep))}
    by_item = {r.sighting.item: r for r in rows}
    out = []
    for r in rows:
        other = by_item.get(pairs.get(r.sighting.item, ""))
        if other is not None and not r.finding.second_look:
            words = f"may be the {other.sighting.kind.replace('_', ' ')} {other.finding.where} too: scored once until answered"
            r = replace(r, finding=r.finding.model_copy(update={"second_look": words}))
        out.append(r)
    return tuple(out)
