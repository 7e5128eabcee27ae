"""A visit written back out as a page of notes: lines that read back to what was said."""

from collections.abc import Iterator

from bellstone.core.entry.printing import amount_words, pipe_words, position_words, sighting_line
from bellstone.core.ground import tidy
from bellstone.core.record import (
    Count,
    CounterPosition,
    DepthReading,
    FlushTest,
    InvertReading,
    KnownPoint,
    Lateral,
    Line,
    Pass,
    PitchReading,
    Recommendation,
    Repair,
    Run,
    Sighting,
    Visit,
    amount_middle,
)

HOW = {"locator": " located", "tape": " taped", "told": " told", "landmark": ""}


def page_of(lateral: Lateral) -> str:
    """All visits as a page of notes, in the order said; what the language cannot say is a ``#`` line.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> print(page_of(record_from_page("run A yard, facing main, counts to main\\n41.5 roots 70%\\n42 roots 5% same")[0]))
    run A yard, facing main, counts to main
    41.5 roots 70%
    42 roots 5% same 41.5
    """
    lines: list[str] = [
        f"tool {t.kind} {'' if t.name == t.kind else t.name} {tidy(t.diameter_in)}in" for t in lateral.tools
    ]
    for number, visit in enumerate(lateral.visits):
        if number or visit.date or visit.purpose:
            lines.append(
                " ".join(filter(None, ["visit", visit.date, visit.purpose]))
                if number
                else f"# {visit.date} {visit.purpose}".rstrip()
            )
        lines += _visit_lines(lateral, visit)
    lines += [_repair_line(r) for r in lateral.repairs]
    lines += [f"claim {c.who}: {c.said}" if c.who else f"claim : {c.said}" for c in lateral.claims]
    lines += [_advice_line(r) for r in lateral.recommendations]
    return "\n".join(" ".join(line.split()) for line in lines)


def _visit_lines(lateral: Lateral, visit: Visit) -> Iterator[str]:
    yield from (f"symptom {s.said}" for s in visit.symptoms)
    names = {line.id: line.name for line in lateral.lines[1:]}
    # only what was said before can be said to be the same
    before = lateral.visits[: lateral.visits.index(visit)]
    told: dict[str, Sighting] = {s.item: s for v in before for s in v.sightings}
    # a line kept as said stands where it was said: read again, it meets the same record
    yield from (r.said for r in visit.remarks if r.after is None and r.run is None)
    for s in visit.sightings:
        if s.run is None:
            yield from _said(lateral, s, told)
            yield from (r.said for r in visit.remarks if r.after == s.id)
    falls = {line.id: line for line in lateral.lines} if visit is lateral.visits[-1] else {}
    for run in visit.runs:
        yield run_line(run, names.get(run.line, ""))
        if run.line in falls:
            yield from _lie_lines(falls.pop(run.line))
        yield from (_known_line(p) for p in run.known_points)
        yield from _run_lines(lateral, visit, run, told)
    yield from (f"{position_words(n.position)} not seen {n.reason}" for n in visit.not_assessable)
    yield from (_depth_line(d) for d in visit.depths)
    yield from (_invert_line(v) for v in visit.inverts)
    yield from (_pitch_line(p) for p in visit.pitches)
    if visit.main_level is not None:
        inches = amount_middle(visit.main_level)
        yield f"main stands {tidy(abs(inches), 3)}in{' below the outlet' if inches < 0 else ''}"
    yield from (_count_line(c) for c in visit.counts)
    yield from (_flush_line(f) for f in visit.flush_tests)


def _run_lines(lateral: Lateral, visit: Visit, run: Run, told: dict[str, Sighting]) -> Iterator[str]:
    said = [s for s in visit.sightings if s.run == run.id]
    before = [s.id for s in visit.sightings]
    starts: dict[str, list[Pass]] = {}
    for p in run.passes:
        # a pass begins after what was said last, on whichever run; here after the last of this run by then
        upto = before.index(p.after) + 1 if p.after in before else 0
        mine = [i for i in before[:upto] if i in {s.id for s in said}]
        starts.setdefault(mine[-1] if mine else "", []).append(p)
    yield from (r.said for r in visit.remarks if r.after is None and r.run == run.id)
    yield from (_pass_line(p) for p in starts.get("", ()))
    for s in said:
        yield from _said(lateral, s, told)
        yield from (r.said for r in visit.remarks if r.after == s.id)
        yield from (_pass_line(p) for p in starts.get(s.id, ()))


def _said(lateral: Lateral, s: Sighting, told: dict[str, Sighting]) -> Iterator[str]:
    causes = {i.id: i.caused_by for i in lateral.items}
    line, first = sighting_line(s), told.get(s.item)
    if first is not None and isinstance(first.position, CounterPosition) and s.change is None:
        line += f" same {tidy(amount_middle(first.position.counter), 3)}"
    cause = told.get(causes.get(s.item) or "")
    if cause is not None and isinstance(cause.position, CounterPosition):
        line += f" because {tidy(amount_middle(cause.position.counter), 3)}"
    told.setdefault(s.item, s)
    stamp = f"[{int(s.time_s // 60)}:{int(s.time_s % 60):02d}] " if s.time_s is not None else ""
    yield stamp + line


def run_line(run: Run, branch: str = "") -> str:
    """A run as its line.

    >>> run_line(Run(id="B", name="B", access="yard", head_faces="house", counts_up_towards="house", zero_at="main"))
    'run B yard, facing house, counts to house, zero at main'
    """
    pieces = [f"run {run.name or run.id} {run.access}".strip()]
    pieces += [pipe_words(run.starts_in)] if run.starts_in else []
    pieces += [f"on {branch} branch"] if branch else []
    pieces += [f"facing {run.head_faces}", f"counts to {run.counts_up_towards}"]
    if run.zero_at != (run.access or None):
        pieces.append(f"zero at {run.zero_at}" if run.zero_at else "zero not said")
    if run.bottom_at is None:
        pieces.append("bottom not known")
    elif run.bottom_at != 6:
        pieces.append(f"bottom at {tidy(run.bottom_at)}")
    pieces += ["self-levelling"] if run.self_levelling else []
    pieces += [f"water {run.water}"] if run.water != "unknown" else []
    return ", ".join(pieces)


def _pass_line(p: Pass) -> str:
    return f"pass {p.travel}, {'graded' if p.graded else 'filmed'}"


def _known_line(p: KnownPoint) -> str:
    place = p.landmark if p.landmark is not None else tidy(p.station_ft or 0.0, 3)
    return f"{tidy(p.counter_ft, 3)} = {place}{HOW[p.basis]}"


def _depth_line(d: DepthReading) -> str:
    to = f" {d.to}" if d.to != "beacon" else ""
    spread = f" ± {tidy(d.sigma_ft, 3)}ft" if d.sigma_ft is not None else ""
    ground = f" ground {tidy(d.ground_ft, 3)}" if d.ground_ft is not None else ""
    suspect = " suspect" if d.suspect else ""
    return f"{position_words(d.position)} depth {tidy(d.depth_ft.likely or 0.0, 3)}ft{to}{spread}{ground}{suspect}"


def _invert_line(v: InvertReading) -> str:
    spread = f" ± {tidy(v.sigma_ft, 3)}" if v.sigma_ft is not None else ""
    return f"{position_words(v.position)} invert {tidy(v.elevation_ft, 4)}{spread}{' suspect' if v.suspect else ''}"


def _pitch_line(p: PitchReading) -> str:
    if p.word:
        return f"{position_words(p.position)} pitch {p.word}"
    spread = f" ± {tidy(p.sigma_pct, 3)}" if p.sigma_pct is not None else ""
    return f"{position_words(p.position)} pitch {tidy(p.grade_pct, 4)}%{spread}{' suspect' if p.suspect else ''}"


def _lie_lines(line: Line) -> Iterator[str]:
    """How a line lies, said on one of its runs."""
    if line.grade_pct is not None:
        yield f"fall {tidy(line.grade_pct, 4)}%"
    elif line.fall_word:
        yield f"fall {line.fall_word}"
    if line.ground_fall_pct is not None:
        yield f"ground falls {tidy(line.ground_fall_pct, 4)}%" if line.ground_fall_pct else "ground level"


def _count_line(c: Count) -> str:
    rest = f", {amount_words(c.with_number)} with {c.with_what}" if c.with_number and c.with_what else ""
    return f"{'' if c.what.startswith('joint') else 'count '}{c.what} {amount_words(c.number)}{rest}"


def _flush_line(f: FlushTest) -> str:
    gallons = f" {amount_words(f.gallons)}" if f.gallons else ""
    left = f", left {f.left_behind}" if f.left_behind else ""
    return f"flush test {f.fixture}{gallons} {f.result.replace('_', ' ')}{left}"


def _repair_line(r: Repair) -> str:
    how = {"accepted": "accepted", "with_note": "with note", "not": "not"}
    checks = ", ".join(f"{c.what} {how[c.result]}" for c in r.checks)
    where = position_words(r.extent) if r.extent is not None else ""
    return f"repair {where} {r.said}{': ' + checks if checks else ''}" if where else f"# repair: {r.said}"


def _advice_line(r: Recommendation) -> str:
    return f"recommend {'' if r.ours else 'theirs: '}{r.what}"
