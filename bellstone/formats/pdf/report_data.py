"""What the report says, section by section, as the template wants it: words only, figures with their units and bands."""

from collections.abc import Mapping, Sequence
from typing import Any

from bellstone.core.answer import Assessment
from bellstone.core.findings import Finding
from bellstone.core.scheme import RATING_WORDS
from bellstone.formats.assessment_text import TITLES, at_words, dig_words, pond_words, sound_words, what_words
from bellstone.formats.still import still_svg

Stills = Mapping[str, bytes]  # JPEGs by the names that findings have for them


def report_data(a: Assessment, others: Sequence[Assessment], stills: Stills) -> dict[str, Any]:
    """The sections of the report; each is left out by the template where it is empty."""
    shown = {f.id for f in a.findings}
    findings = [*a.findings, *(f for o in others for f in o.findings if f.id not in shown)]
    ponds = {p.id: p for each in (a, *others) for p in each.ponds}
    digs = list({tuple(d.items): d for each in (a, *others) for d in each.digs}.values())
    return {
        "verdict": a.lateral.words,
        "sound": sound_words(a),
        "worst": str(a.lateral.worst or "none rated"),
        "reasons": _reasons(a),
        "stops": [c for c in a.cautions if c.startswith("STOP")],
        "strip": strip_data(a),
        "segments": [_segment(s) for s in a.segments],
        "axis": a.axis_words,
        "findings": [_finding(f, stills) for f in _by_concern(findings)],
        "others": [[at_words(f), what_words(f)] for f in findings if f.family in ("feature", "event") and not f.rated and f.kind != "note"],
        "liner_grip": f"{a.liner_grip.words}." if a.liner_grip else "",
        "ponds": [pond_words(p) for p in ponds.values()],
        "water_not_known": [f"{n.start_ft:.1f}–{n.end_ft:.1f} ft not known: {n.why}" for n in a.water_not_known],
        "digs": [dig_words(d) for d in digs],
        "told": [[title, said] for about, title in TITLES.items() if (said := [s.words for s in a.told if s.about == about])],
        "lines": [_line(a, n) for n in range(len(a.lines))],
        "others_marks": [m.beside for m in a.plan.marks if m.beside] if a.plan is not None else [],
        "next": [a.next_look.words] if a.next_look else [],
        "scope": [*a.scope, *(f"may be seen twice: {p.words}" for p in a.proposals)],
        "warnings": [f"{w.where}: {w.text}; {w.mend}" for w in a.warnings],
        "kept": [f"“{r.said}” ({r.why})" for r in a.remarks],
        "cautions": [c for c in a.cautions if not c.startswith("STOP")],
        "rules": list(a.house_rules),
    }  # fmt: skip


def _reasons(a: Assessment) -> list[str]:
    noted = a.verdict.verdict == "serviceable_note"
    told = (r for r in a.verdict.reasons if noted or r.verdict != "serviceable_note")  # as the page has it
    out = [f"{r.why}{' (house rule)' if r.house_rule else ''}" for r in told]
    out += [f"{a.lateral.line}: {r.why}" for r in a.lateral.reasons] if a.lateral.line else []
    out += [f"set by the analyst: {a.verdict_reason}; computed: {a.verdict.words}"] if a.verdict_reason else []
    out += [f"worst spot and spread together: {a.line.meaning}"] if a.line.meaning else []
    return [*out, f"it {a.verdict.changes}"] if a.verdict.changes else out


def _by_concern(findings: Sequence[Finding]) -> list[Finding]:
    rated = sorted((f for f in findings if f.rated), key=lambda f: -(f.rated or 0))
    return [*rated, *(f for f in findings if not f.rated and f.unrated not in ("", "not a defect"))]


def _finding(f: Finding, stills: Stills) -> dict[str, Any]:
    ends = f" ({f.rating.low}–{f.rating.high})" if f.rating and f.rating.is_range and not f.override else ""
    why = f"set by the analyst: {f.override_reason}" if f.override else f.rating.why if f.rating else f.unrated
    settle = f"; to settle it: {f.rating.settle}" if f.rating and f.rating.settle else ""
    rating = f"{f.rated}{ends} {RATING_WORDS[f.rated]}" if f.rated else "not rated"
    words = {"rating": rating, "at": at_words(f), "what": what_words(f), "why": f"{why}{settle}"}
    still = still_svg(stills[f.photo]) if f.photo in stills else ""
    return words | {"hours": hours_drawn(f), "still": still}


LEAST_HOURS = 1.0  # an hour alone is drawn so wide that it is seen


def hours_drawn(f: Finding) -> list[float] | None:
    """From which hour to which a finding is drawn on its small section, clockwise with the flow; None where none was told.

    >>> from types import SimpleNamespace
    >>> hours_drawn(SimpleNamespace(clock=(11.0, 1.0), clock_all=False, clock_open=False))
    [11.0, 13.0]
    """
    if f.clock_all:
        return [0.0, 12.0]
    if f.clock is None or f.clock_open:
        return None
    start, end = f.clock
    wide = (end - start) % 12
    if wide < LEAST_HOURS:
        middle = start + wide / 2
        return [middle - LEAST_HOURS / 2, middle + LEAST_HOURS / 2]
    return [start, start + wide]


def _segment(s: Any) -> list[str]:
    length = "not known" if s.length_ft is None else f"{s.length_ft:.1f} ± {s.length_band_ft or 0:.1f} ft"
    sound = f"{s.score.soundness.likely:.0f}" if s.score.soundness else "–"
    return [s.name, length, s.verdict.words, str(s.score.worst or "–"), sound]


def _line(a: Assessment, n: int) -> str:
    line = a.lines[n]
    length = "length not known" if line.length_ft is None else f"{line.length_ft:.0f} ft"
    told = f"{length}, {line.verdict_words.lower()}, worst {line.worst or '–'}" if line.findings else "nothing seen"
    return f"{line.name}{' (shown)' if line.id == a.path else ''}: {told}"


def strip_data(a: Assessment) -> dict[str, Any] | None:
    """Rated findings along the line, for the eye: stations [ft] and ratings; None where there is no footage."""
    placed = [f for f in a.findings if f.rated and f.how == "station" and f.station_ft is not None]
    feet = [s for s in a.axis if s.kind == "feet" and s.start_ft is not None and s.end_ft is not None]
    if not placed or not feet:
        return None
    start, end = min(s.start_ft or 0.0 for s in feet), max(s.end_ft or 0.0 for s in feet)
    marks = [{"at": f.station_ft, "to": f.end_ft, "rated": f.rated} for f in placed]
    pipes = [{"name": s.name, "start": s.start_ft, "end": s.end_ft} for s in a.segments]
    return {"start": start, "end": max(end, start + 1), "marks": marks, "pipes": pipes}
