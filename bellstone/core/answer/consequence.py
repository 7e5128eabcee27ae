"""What an edit changed, said in one line."""

from bellstone.core.answer.assessment import Assessment
from bellstone.core.findings import Finding
from bellstone.core.record import Rec


class Rerated(Rec):
    """One thing that a change judges otherwise; ``before`` and ``after`` in words."""

    what: str
    station_ft: float | None
    before: str
    after: str


def rerated(before: Assessment, after: Assessment) -> tuple[Rerated, ...]:
    """The verdict and every rating that two assessments of one record give otherwise, in pipe order."""
    out = []
    if before.verdict_stands != after.verdict_stands:
        out.append(Rerated(what="verdict", station_ft=None, before=before.verdict_stands, after=after.verdict_stands))
    old = {f.id: f for f in before.findings}
    for f in after.findings:
        was = old.get(f.id)
        if was is f:
            continue
        if was is not None and was.rating != f.rating and _rating_words(was) != _rating_words(f):
            at = f.station_ft if f.how == "station" else None
            out.append(Rerated(what=f.words, station_ft=at, before=_rating_words(was), after=_rating_words(f)))
    return tuple(out)


def _rating_words(f: Finding) -> str:
    if f.rating is None:
        return "not rated"
    return f"{f.rating.likely}" + (f" ({f.rating.low}–{f.rating.high})" if f.rating.is_range else "")


def consequence(before: Assessment | None, after: Assessment) -> str:
    """What changed in verdict, soundness, worst and feet not seen; or that nothing did.

    Examples
    --------
    >>> from bellstone.core.assess import assess
    >>> from bellstone.core.edits import record_from_page
    >>> a = assess(record_from_page("10 sound\\n40 main")[0])
    >>> b = assess(record_from_page("10 sound\\n12 collapse\\n40 main")[0])
    >>> consequence(a, b).split(";")[0]
    'verdict Serviceable → Not serviceable'
    """
    if before is None:
        return f"verdict {after.verdict_stands}"
    bits = []
    if before.verdict_stands != after.verdict_stands:
        bits.append(f"verdict {before.verdict_stands} → {after.verdict_stands}")
    for name, a, b in (
        ("worst", before.line.worst, after.line.worst),
        ("soundness", _whole(before), _whole(after)),
        ("not seen", _feet(before), _feet(after)),
    ):
        if a != b:
            bits.append(f"{name} {a if a is not None else '–'} → {b if b is not None else '–'}")
    changed = [r for r in rerated(before, after) if r.what != "verdict"]
    if changed:
        first = changed[0]
        bits.append(
            f"{len(changed)} rating{'s' if len(changed) > 1 else ''} changed, such as {first.what.split(',')[0]} "
            f"{first.before} → {first.after}"
        )
    moved = _moved(before, after)
    if moved:
        bits.append(moved)
    new = len(after.warnings) - len(before.warnings)
    if new > 0:
        bits.append(f"{new} new warning{'s' if new > 1 else ''}")
    return "; ".join(bits) or "verdict and scores stay as they are"


def _whole(a: Assessment) -> int | None:
    return round(a.line.soundness.likely) if a.line.soundness else None


def _feet(a: Assessment) -> str:
    return f"{a.unseen_ft:.0f} ft" if a.unseen_ft is not None else "length not known"


def _moved(before: Assessment, after: Assessment) -> str:
    """Stations that a change of a run's tie moved, by how much at most."""
    old = {f.id: f for f in before.findings}
    shifts, turned = [], 0
    for f in after.findings:
        was = old.get(f.id)
        if was is None or was is f:
            continue
        if f.station_ft is not None and was.station_ft is not None and abs(f.station_ft - was.station_ft) > 0.05:
            shifts.append(abs(f.station_ft - was.station_ft))
        turned += f.clock != was.clock or f.mark != was.mark
    bits = (
        [f"{len(shifts)} position{'s' if len(shifts) > 1 else ''} moved, by up to {max(shifts):.1f} ft"]
        if shifts
        else []
    )
    if turned:
        bits.append(
            f"{turned} clock position{'s' if turned > 1 else ''} or direction{'s' if turned > 1 else ''} turned"
        )
    return "; ".join(bits)
