"""When to look again: the shortest of the intervals that apply, and the rule that gave it."""

import re
from calendar import monthrange
from collections.abc import Iterable, Iterator, Sequence
from datetime import date

from bellstone.core.answer.segments_shown import SegmentShown
from bellstone.core.findings import Finding
from bellstone.core.judgement import Verdict
from bellstone.core.record import Landmark, Lateral, Rec, Recommendation

ROOTS_MONTHS, OLD_PIPE_MONTHS = 12, 24  # handbook 01: look again yearly, older pipe and trees every one to two years
FOAM_MONTHS = 9  # handbook 01: root foam holds about nine to ten months
WATCHED_MONTHS = 12  # a rating of 3, left as it is: working value
AFTER: dict[Verdict, str] = {
    "not_serviceable": "the repair is made, before it is covered",
    "further_look": "what stood in its way is dealt with",
}
OLD = ("clay", "concrete", "cast_iron", "fibre", "asbestos_cement", "galvanized")
NUMBERS = {"a": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "nine": 9, "ten": 10, "twelve": 12}
SPAN = re.compile(
    r"(?:in|every|within|after)\s+(\d{1,2}|" + "|".join(NUMBERS) + r")\s*(months?|mos?|years?|yrs?)\b", re.I
)
DAY = re.compile(r"\b\d{4}-\d{2}-\d{2}\b")
AFTER_EVENT = re.compile(r"\b(?:after|once|when|before)\s+\w", re.I)


class NextLook(Rec):
    """When the line is to be looked at again. ``months`` from the visit; ``due`` an ISO date, empty where the visit has none."""

    months: int | None  # None: as soon as what is wrong has been mended
    due: str
    why: str
    words: str  # when and why, with the treatments
    treatments: tuple[str, ...]  # ISO dates on which a root treatment is due


def next_look(
    lateral: Lateral, verdict: Verdict, findings: Iterable[Finding], segments: Sequence[SegmentShown]
) -> NextLook | None:
    """The day that was advised; else the shortest interval of what was advised, roots, trees, a rating of 3 and old pipe;
    else the event that was advised; None where nothing asks for one.

    A line that is not serviceable, or that needs a further look, is looked at when that is done: no date is given.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> from bellstone.core.assess import assess
    >>> page = "visit 2026-11-20\\nrun A cleanout clay 4in, facing main, counts to main\\n12 roots hair\\n40 main"
    >>> assess(record_from_page(page)[0]).next_look.words
    'by 2027-11-20, in 12 months: roots come back: about yearly'
    """
    made = _visit_date(lateral)
    foam = [
        r for r in lateral.recommendations if r.ours and r.status == "stands" and re.search(r"\bfoam", r.what, re.I)
    ]
    treatments = tuple(_after(made, FOAM_MONTHS * n) for n in (1, 2)) if foam and made else ()
    if verdict in AFTER:
        return _look(None, "", f"as soon as {AFTER[verdict]}", treatments)
    if dated := _on_a_date(lateral.recommendations):
        return _look(None, dated[0], dated[1], treatments)
    asked = [*_advised(lateral.recommendations), *_found(list(findings), lateral.landmarks, segments)]
    if not asked:
        event = next((r for r in _of_ours(lateral.recommendations) if AFTER_EVENT.search(r.what)), None)
        return _look(None, "", f"as advised: {event.what}", treatments) if event is not None else None
    months, why = min(asked, key=lambda rule: rule[0])
    return _look(months, _after(made, months), why, treatments)


def _look(months: int | None, due: str, why: str, treatments: tuple[str, ...]) -> NextLook:
    when = f"in {months} months: " if months is not None else ""
    by = f"by {due}, " if due else ""
    foam = f"; root treatment due {' and '.join(treatments)}" if treatments else ""
    return NextLook(months=months, due=due, why=why, words=f"{by}{when}{why}{foam}", treatments=treatments)


def _of_ours(advice: Iterable[Recommendation]) -> Iterator[Recommendation]:
    """Advice of ours that still stands and speaks of a look."""
    return (r for r in advice if r.ours and r.status == "stands" and "look" in r.what.lower())


def _on_a_date(advice: Iterable[Recommendation]) -> tuple[str, str] | None:
    """The earliest day on which another look was advised, and the advice: it stands over every interval."""
    days = ((d[0], f"as advised: {r.what}") for r in _of_ours(advice) if (d := DAY.search(r.what)) and _is_day(d[0]))
    return min(days, default=None)


def _is_day(text: str) -> bool:
    try:
        return bool(date.fromisoformat(text))
    except ValueError:
        return False


def _advised(advice: Iterable[Recommendation]) -> Iterator[tuple[int, str]]:
    for r in _of_ours(advice):
        if span := SPAN.search(r.what):
            count = int(span[1]) if span[1].isdecimal() else NUMBERS[span[1].lower()]
            yield count * (12 if span[2][0].lower() == "y" else 1), f"as advised: {r.what}"


def _found(
    findings: Sequence[Finding], landmarks: Iterable[Landmark], segments: Sequence[SegmentShown]
) -> Iterator[tuple[int, str]]:
    if any(f.kind == "roots" and f.rated for f in findings):
        yield ROOTS_MONTHS, "roots come back: about yearly"
    if any(f.rated == 3 for f in findings):
        yield WATCHED_MONTHS, "something was rated 3 and left: watch it for a year (working value)"
    old = sorted({s.name for s in segments if s.material in OLD})
    if old:
        tree = any(m.kind == "tree" for m in landmarks)
        near = " with trees near" if tree else ""
        yield ROOTS_MONTHS if tree else OLD_PIPE_MONTHS, f"older pipe{near}: {', '.join(old)}"


def _visit_date(lateral: Lateral) -> date | None:
    try:
        return date.fromisoformat(lateral.visits[-1].date.strip())
    except ValueError:
        return None


def _after(made: date | None, months: int) -> str:
    """So many months later; the last day where that month has no such day.

    >>> _after(date(2026, 8, 31), 6)
    '2027-02-28'
    """
    if made is None:
        return ""
    years, month = divmod(made.month - 1 + months, 12)
    year = made.year + years
    return date(year, month + 1, min(made.day, monthrange(year, month + 1)[1])).isoformat()
