"""An assessment as plain text: all that the page says, in the page's order; every line of a lateral on it."""

from collections.abc import Iterator, Sequence

from bellstone.core.answer import Assessment
from bellstone.core.dig import Bracket
from bellstone.core.edits import PageLine
from bellstone.core.findings import Finding
from bellstone.core.scheme import RATING_WORDS
from bellstone.core.water import PondShown

TITLES = {
    "fact": "The house and the visit",
    "symptom": "Symptoms", "flush": "Flush tests", "negative": "Looked for and not there", "note": "Notes",
    "count": "Counts said", "length": "How far the main is thought to be", "advice": "Recommended",
    "claim": "What others say", "repair": "Repairs looked at", "mark": "Marks", "flag": "To write on the flags",
}  # fmt: skip


def assessment_text(result: Assessment, lines: Sequence[PageLine] = (), others: Sequence[Assessment] = ()) -> str:
    """The page of one lateral: its shown line, then what only its ``others`` hold, then scope, limits and cautions.

    Parameters
    ----------
    lines : sequence of PageLine
        How each line of a page of notes was read; what was not is printed as it was said.
    others : sequence of Assessment
        The same record on the paths from its other lines.
    """
    shown = {f.id for f in result.findings}
    out = [*_head(result), *_line(result)]
    for other in others:
        name = next((line.name for line in result.lines if line.id == other.path), other.path)
        own = [f for f in other.findings if f.id not in shown]
        shown |= {f.id for f in own}
        out += ["", f"Line {name}: {other.verdict_stands}", *(f"  {r.why}" for r in other.verdict.reasons)]
        out += [
            *_findings(own),
            *(f"  {pond_words(p)}" for p in other.ponds if p.id not in {q.id for q in result.ponds}),
        ]
        out += [
            f"  {dig_words(d)}"
            for d in other.digs
            if not set(d.items) & {i for mine in result.digs for i in mine.items}
        ]
    return "\n".join([*out, *_beside(result), *_limits(result, lines)])


def _head(a: Assessment) -> Iterator[str]:
    yield from (f"! {c}" for c in a.cautions if c.startswith("STOP"))
    sound = sound_words(a)
    yield f"{a.name}: {a.lateral.words} · {sound} · worst {a.lateral.worst or '–'} · {a.visit}"
    if a.lateral.line:
        yield f"  the line shown: {a.verdict_stands}"
        yield from (f"  {a.lateral.line}: {reason.why}" for reason in a.lateral.reasons)
    if a.verdict_reason:
        yield f"  set by the analyst: {a.verdict_reason}; computed: {a.verdict.words}"
    yield from (f"  {r.why}{' (house rule)' if r.house_rule else ''}" for r in a.verdict.reasons)
    if a.line.meaning:
        yield f"  worst spot and spread together: {a.line.meaning}"
    if a.verdict.changes:
        yield f"  it {a.verdict.changes}"


def sound_words(a: Assessment) -> str:
    s = a.line.soundness
    if s is None:
        return "soundness not known"
    ends = f" ({s.low:.0f}–{s.high:.0f})" if round(s.low) != round(s.high) else ""
    return f"soundness {s.likely:.0f}{ends}"


def _line(a: Assessment) -> Iterator[str]:
    yield from ("", f"The line, house to main, {a.axis_words}:")
    for s in a.segments:
        length = "length not known" if s.length_ft is None else f"{s.length_ft:.1f} ft ± {s.length_band_ft or 0:.1f}"
        sound = f", soundness {s.score.soundness.likely:.0f}" if s.score.soundness else ""
        yield f"  {s.name}: {length}, {s.verdict.words.lower()}, worst {s.score.worst or '–'}{sound}"
    yield from _findings(a.findings)
    along = [f"{f.where} {f.words}" for f in a.findings if f.family in ("feature", "good")]
    if along:
        yield from ("", f"Along the line: {'; '.join(along)}.")
    if a.liner_grip:
        yield from ("", f"{a.liner_grip.words}.")
    if a.ponds or a.water_not_known:
        yield from ("", "Water at rest:")
        yield from (f"  {pond_words(p)}" for p in a.ponds)
        yield from (f"  {n.start_ft:.1f}–{n.end_ft:.1f} ft not known: {n.why}" for n in a.water_not_known)
    if a.digs:
        yield from ("", "Where one would dig: about, along the line only:", *(f"  {dig_words(d)}" for d in a.digs))


def _findings(findings: Sequence[Finding]) -> Iterator[str]:
    """Rated ones in order of concern, then those that are not rated, with the reason; events as they were said."""
    rated = sorted((f for f in findings if f.rated), key=lambda f: -(f.rated or 0))
    rest = [f for f in findings if not f.rated and f.unrated not in ("", "not a defect")]
    events = [f for f in findings if f.family == "event" and f.kind != "note"]
    if rated or rest or events:
        yield from ("", "Findings, in order of concern:")
    for f in rated:
        ends = f" ({f.rating.low}–{f.rating.high})" if f.rating and f.rating.is_range and not f.override else ""
        why = f"set by the analyst: {f.override_reason}" if f.override else f.rating.why if f.rating else ""
        settle = f"; to settle it: {f.rating.settle}" if f.rating and f.rating.settle else ""
        yield f"  {f.rated}{ends} {RATING_WORDS[f.rated or 0]:<7} {at_words(f)}  {what_words(f)}: {why}{settle}"
    yield from (f"  not rated  {at_words(f)}  {what_words(f)}: {f.unrated}" for f in rest)
    yield from (f"  {at_words(f)}  {what_words(f)}" for f in events)


def at_words(f: Finding) -> str:
    return f"{f.where} ± {f.band_ft:.1f}" if f.how == "station" and f.band_ft is not None else f.where


def what_words(f: Finding) -> str:
    clock = f"{f.clock[0]:g} o'clock" if f.clock and f.clock[0] == f.clock[1] else ""
    clock = f"{f.clock[0]:g}–{f.clock[1]:g} o'clock" if f.clock and not clock else clock
    unread = f"not read: {' '.join(f.unread)}" if f.unread else ""
    bits = (
        f.words,
        clock,
        f"at the {f.at}" if f.at else "",
        f.cause and f"because of {f.cause}",
        f.second_look,
        unread,
    )
    return ", ".join(filter(None, bits))


def pond_words(p: PondShown) -> str:
    sag = f"; sag behind it {p.sag_in:.2f} in, {p.sag_how}" if p.sag_in is not None else ""
    reaches = "length not known" if p.length_ft is None else f"{p.length_ft:.1f} ft long"
    holds = "volume not known" if p.volume_gal is None else f"{p.volume_gal:.1f} gal"
    return f"{p.where}: {p.depth_words}, {reaches}, {holds}; {p.cause_words}{sag}; {p.basis}"


def dig_words(d: Bracket) -> str:
    deep = (
        "depth not known"
        if d.invert_depth_ft is None
        else f"invert {d.invert_depth_ft:.1f} ft ± {d.depth_band_ft or 0:.1f} deep"
    )
    return (
        f"dig about {d.where} ± {d.band_ft:.1f}: {deep}, {d.depth_basis}; {'; '.join(d.names)}. Lift {d.lift}. "
        f"{above_words(d)}. "
        f"{moved_words(d)}{'; '.join(d.flags)}."
    )


def above_words(d: Bracket) -> str:
    """What lies over a dig and whose it is, as a sentence."""
    said = "; ".join(d.above)
    return said[:1].upper() + said[1:]


def moved_words(d: Bracket) -> str:
    """What was set by hand of a dig, and the ends that were computed; nothing where they stand as computed."""
    if d.moved is None:
        return ""
    return f"Ends set by hand: {d.moved.reason} ({'; '.join(d.moved.changes)}). Computed: {d.moved.where}, {d.why}. "


def _beside(a: Assessment) -> Iterator[str]:
    if a.lines:
        yield from ("", "The lines:")
    for line in a.lines:
        length = "length not known" if line.length_ft is None else f"{line.length_ft:.0f} ft"
        told = f"{length}, {line.verdict_words.lower()}, worst {line.worst or '–'}" if line.findings else "nothing seen"
        yield f"  {line.name}{' (shown)' if line.id == a.path else ''}: {told}"
    changed = [e for e in a.earlier if e.became not in ("same", "not seen now") and e.then is not None]
    if changed:
        yield from ("", "Since the earlier visit:")
    for e in changed:
        now = f", {e.then} then and {e.now} now" if e.now is not None else ""
        yield f"  {e.words} ({e.visit}): {e.became}{now}"
    for about, title in TITLES.items():
        said = [s.words for s in a.told if s.about == about]
        if said:
            yield from ("", f"{title}:", *(f"  {words}" for words in said))
    others = [m.beside for m in a.plan.marks if m.beside] if a.plan is not None else []
    if others:
        yield from ("", "Others' marks beside ours:", *(f"  {words}" for words in others))


def _limits(a: Assessment, lines: Sequence[PageLine]) -> Iterator[str]:
    yield from ("", f"Next look: {a.next_look.words}") if a.next_look else ()
    yield from ("", "Scope and limits:", *(f"  {line}" for line in a.scope))
    yield from (f"  may be seen twice: {p.words}" for p in a.proposals)
    yield from (f"  ▲ {w.where}: {w.text}; {w.mend}" for w in a.warnings)
    yield from _unread(a, lines)
    yield from ("", *(f"  ! {c}" for c in a.cautions))
    yield f"{a.scheme}; {'; '.join(a.house_rules)}. Thresholds are working values from common practice."


def _unread(a: Assessment, lines: Sequence[PageLine]) -> Iterator[str]:
    """Lines kept as said, and the words of the others that could not be read."""
    if not lines:
        yield from (f"  kept as said: “{r.said}” ({r.why})" for r in a.remarks)
    for line in lines:
        words = [line.reading.text.strip()[u.start : u.end] for u in line.reading.unread]
        if not line.added:
            yield f"  line {line.number} kept as said: {line.reading.text} ({line.why})"
        elif words:
            yield f"  line {line.number}, “{line.reading.text.strip()}”: not read: {', '.join(words)}"
