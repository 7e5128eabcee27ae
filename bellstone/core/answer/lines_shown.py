"""Every line of a lateral by itself, for the side lines: how long, how bad, where it joins."""

from math import inf

from bellstone.core.answer.judged_path import JudgedPath, judged_path, line_verdict
from bellstone.core.judgement import Reason, Verdict, counts, rated_items, score
from bellstone.core.record import Lateral, Rec
from bellstone.core.scheme import Scheme
from bellstone.core.stations import Placing, less


class LineShown(Rec):
    """One line by itself: its own pipe, down to where it joins another. Stations and lengths [ft]."""

    id: str
    name: str
    joins: str | None
    joins_ft: float | None
    start_ft: float | None
    length_ft: float | None
    worst: int | None
    soundness: float | None
    verdict: Verdict
    verdict_words: str
    reasons: tuple[Reason, ...]
    findings: int


def lines_shown(lateral: Lateral, placing: Placing, here: JudgedPath, scheme: Scheme) -> tuple[LineShown, ...]:
    """Every line by itself, for the side lines: how long, how bad, where it joins."""
    if len(lateral.lines) == 1:
        return ()
    out = []
    for line in lateral.lines:
        one = (
            here if line.id == here.path.line.id else judged_path(lateral, lateral.visits[-1], placing, line.id, scheme)
        )
        own = [r for r in one.rows if one.path.joins_ft is None or (r.place.station or 0.0) < one.path.joins_ft]
        start, end = one.coverage.start, one.coverage.end
        stop = one.path.joins_ft if one.path.joins_ft is not None else end
        seen = sum(b - a for a, b in less(one.coverage.seen, [(stop, inf)])) if stop is not None else None
        found = score(rated_items([r for r in own if counts(r)], one.segments), seen or None)
        verdict = line_verdict(lateral, one, scheme)
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
                reasons=verdict.reasons,
                findings=len(own),
            )
        )
    return tuple(out)
