"""What was said beside the findings, in words: symptoms, flush tests, negatives, advice, claims, repairs, marks."""

from collections.abc import Iterator
from typing import Literal

from bellstone.core.entry import amount_words, fact_lines, feet_words, position_words
from bellstone.core.record import FlushTest, Lateral, Mark, Rec, Recommendation, Repair, Visit

About = Literal[
    "fact", "symptom", "flush", "negative", "note", "count", "length", "advice", "claim", "repair", "mark", "flag"
]
IN_THE_HEAD = ("job_number",)  # of the page, where a copy without names leaves it out
VIEWS = {
    "agree": "we agree", "disagree": "we disagree", "cannot_tell": "cannot be told", "open": "not looked into",
}  # fmt: skip
RESULTS = {"accepted": "accepted", "with_note": "accepted with a note", "not": "not accepted"}


class Statement(Rec):
    """One thing said, by its id in the record; ``words`` as a page has it."""

    id: str
    about: About
    words: str


def statements_of(lateral: Lateral, visit: Visit) -> tuple[Statement, ...]:
    """Everything said of a visit and its lateral that is no finding in the pipe, in the order of the page."""
    return tuple(
        Statement(id=ident, about=about, words=words)
        for about, found in (
            ("fact", ((f"fact-{of}", words) for of, words in fact_lines(lateral.site, visit) if of not in IN_THE_HEAD)),
            ("symptom", ((s.id, s.said) for s in visit.symptoms)),
            ("flush", ((f.id, _flush(f)) for f in visit.flush_tests)),
            ("negative", _negatives(visit)),
            ("note", ((s.id, s.text) for s in visit.sightings if s.kind == "note" and not s.none_of)),
            ("count", ((c.id, c.said) for c in visit.counts)),
            ("length", _lengths(lateral)),
            ("fact", _vertical(lateral)),
            ("advice", ((r.id, _advice(r)) for r in lateral.recommendations)),
            ("claim", ((c.id, _claim(c.who, c.said, c.view, c.by_how_much)) for c in lateral.claims)),
            ("repair", ((r.id, _repair(r)) for r in lateral.repairs)),
            ("mark", ((m.id, _mark(m)) for m in lateral.marks)),
        )
        for ident, words in found
    )


def _flush(f: FlushTest) -> str:
    gallons = amount_words(f.gallons)
    told = (f.fixture, gallons, f"watched at {f.watched_at}" if f.watched_at else "", f.result.replace("_", " "))
    left = f"left {f.left_behind} behind" if f.left_behind else ""
    wait = f"after {amount_words(f.wait_min)}" if f.wait_min else ""
    return ", ".join(filter(None, (*told, left, wait)))


def _negatives(visit: Visit) -> Iterator[tuple[str, str]]:
    """What was looked for and not there; and where, if it was said."""
    for s in visit.sightings:
        if s.none_of:
            kinds = ", ".join(k.replace("_", " ") for k in s.none_of)
            where = position_words(s.position).rstrip(":")
            yield s.id, f"no {kinds}{f' ({where})' if where else ''}"


def _lengths(lateral: Lateral) -> Iterator[tuple[str, str]]:
    for n, e in enumerate(lateral.lines[0].to_main):
        chosen = ", the one used" if e.chosen and len(lateral.lines[0].to_main) > 1 else ""
        yield f"length{n + 1}", f"{e.said or amount_words(e.distance)}, by {e.basis}{chosen}"


def _vertical(lateral: Lateral) -> Iterator[tuple[str, str]]:
    if (down := lateral.lines[0].vertical_ft) is not None:
        yield "vertical", f"vertical cable {feet_words(down)}"


def _advice(r: Recommendation) -> str:
    return f"{r.what}: {r.status}{'' if r.ours else ' (by others)'}"


def _claim(who: str, said: str, view: str, by_how_much: str) -> str:
    by = f", {by_how_much}" if by_how_much else ""
    return f"{f'{who}: ' if who else ''}{said} ({VIEWS[view]}{by})"


def _repair(r: Repair) -> str:
    checks = ", ".join(f"{c.what} {RESULTS[c.result]}" for c in r.checks)
    where = f" {position_words(r.extent)}" if r.extent is not None else ""
    return f"{r.said}{where}: {checks or 'nothing noted'}"


def _mark(m: Mark) -> str:
    ties = ", ".join(f"{t.distance_ft:g} ft from {t.object}" for t in m.swing_ties)
    words = ", ".join(filter(None, (m.words, ties)))
    return f"{m.label} ({m.style}{'' if m.ours else ', not ours'}){': ' + words if words else ''}"
