"""Two assessments of one lateral beside each other, in words: what is new, what went, what is judged otherwise."""

from collections.abc import Iterator

from bellstone.core.answer.assessment import Assessment
from bellstone.core.answer.consequence import rerated
from bellstone.core.dig import Bracket
from bellstone.core.findings import Finding

MOVED_FT = 0.05  # as the desk rounds feet


def compared(before: Assessment, after: Assessment) -> tuple[str, ...]:
    """Every difference that somebody who acted on the earlier one should know; one line that nothing differs, else.

    Examples
    --------
    >>> from bellstone.core.assess import assess
    >>> from bellstone.core.edits import record_from_page
    >>> page = "run A cleanout clay 4in, facing main, counts to main\\n12 crack\\n40 main"
    >>> a = assess(record_from_page(page)[0])
    >>> b = assess(record_from_page(page + "\\n20 roots ball 90%")[0])
    >>> compared(a, b)[0], compared(a, a)
    ('verdict: Serviceable → Not serviceable', ('nothing that was judged differs',))
    """
    return tuple(_differences(before, after)) or ("nothing that was judged differs",)


def _differences(before: Assessment, after: Assessment) -> Iterator[str]:
    for r in rerated(before, after):
        at = "" if r.station_ft is None else f"{r.station_ft:.1f} ft "
        yield f"{at}{r.what}: {r.before} → {r.after}"
    if before.scheme != after.scheme:
        yield f"judged by {after.scheme}, before by {before.scheme}"
    yield from (f"house rule now: {rule}" for rule in after.house_rules if rule not in before.house_rules)
    old, new = {f.id: f for f in before.findings}, {f.id: f for f in after.findings}
    yield from (f"new: {_told(f)}" for f in after.findings if f.id not in old)
    yield from (f"gone: {_told(f)}" for f in before.findings if f.id not in new)
    for key in [k for k in new if k in old]:
        was, now = old[key].station_ft, new[key].station_ft
        if was is not None and now is not None and abs(was - now) > MOVED_FT:
            yield f"moved: {new[key].words}, from {was:.1f} to {now:.1f} ft"
    yield from _digs(before.digs, after.digs)


def _told(f: Finding) -> str:
    return f"{f.where} {f.words}"


def _digs(before: tuple[Bracket, ...], after: tuple[Bracket, ...]) -> Iterator[str]:
    old, new = {d.where: d for d in before}, {d.where: d for d in after}
    yield from (f"dig now: {where}" for where in new if where not in old)
    yield from (f"dig no more: {where}" for where in old if where not in new)
