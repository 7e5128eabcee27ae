"""One path of one visit with everything found on it, judged."""

from dataclasses import dataclass

from bellstone.core.findings import Resolved
from bellstone.core.judgement import VerdictShown, judge_rows
from bellstone.core.record import Lateral, Visit
from bellstone.core.scheme import Scheme
from bellstone.core.stations import Placing
from bellstone.core.water import PathWater, path_water, with_computed


@dataclass(frozen=True, slots=True)
class JudgedPath(PathWater):
    """One path of one visit with its findings: what was said, and what the water adds."""

    rows: tuple[Resolved, ...]

    @property
    def visit(self) -> Visit:
        return self.path.visit

    @property
    def seen_ft(self) -> float | None:
        return self.coverage.seen_ft if self.coverage.start is not None and self.coverage.seen_ft > 0 else None


def judged_path(lateral: Lateral, visit: Visit, placing: Placing, line: str, scheme: Scheme) -> JudgedPath:
    w = path_water(lateral, visit, placing, line, scheme)
    return JudgedPath(w.path, w.coverage, w.segments, w.said, w.parts, w.axis, w.near_main, with_computed(w, scheme))


def line_verdict(lateral: Lateral, here: JudgedPath, scheme: Scheme) -> VerdictShown:
    c = here.coverage
    return judge_rows(lateral, here.rows, scheme, c.reached_main, here.visit, c.stop_reason)
