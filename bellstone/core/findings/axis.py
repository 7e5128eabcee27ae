"""The axis in pipe order: feet where there are feet, slots for what is order only, rafts to their own scale."""

from collections.abc import Sequence
from itertools import groupby
from typing import Literal

from bellstone.core.findings.finding import Finding
from bellstone.core.record import Rec


class AxisSpan(Rec):
    """A piece of the axis in pipe order: feet to scale, equal slots, or a raft to its own scale."""

    kind: Literal["feet", "slots", "raft"]
    start_ft: float | None = None
    end_ft: float | None = None
    ids: tuple[str, ...] = ()
    raft: str = ""


def axis_spans(findings: Sequence[Finding], start: float | None, end: float | None) -> tuple[AxisSpan, ...]:
    """Spans of the axis from house to main.

    Order-only findings stand in equal slots where they were told; a raft stands where its first
    member was. Feet run between, from the known start to the known end.

    Parameters
    ----------
    findings : sequence of Finding
        In pipe order.
    start, end : float or None
        Stations where the known line begins and ends [ft]; None where no footage is known.
    """
    spans: list[AxisSpan] = []
    at = start
    shown_rafts: set[str] = set()
    for loose, group in groupby(findings, key=lambda f: f.how in ("order", "raft")):
        rows = list(group)
        if not loose:
            at = _feet_up_to(spans, at, rows, end)
            continue
        for raft, members in groupby(rows, key=lambda f: f.raft):
            ids = list(members)
            if not raft:
                spans.append(AxisSpan(kind="slots", ids=tuple(f.id for f in ids)))
            elif raft not in shown_rafts:
                shown_rafts.add(raft)
                spans.append(_raft_span(raft, findings))
    if end is not None and at is not None and (end > at or not spans):
        spans.append(AxisSpan(kind="feet", start_ft=at, end_ft=end))
    return tuple(spans)


def _feet_up_to(spans: list[AxisSpan], at: float | None, rows: list[Finding], end: float | None) -> float | None:
    """Close the feet up to just past these rows, so that what comes after them is drawn after them."""
    stations = [f.station_ft for f in rows if f.station_ft is not None and f.how == "station"]
    if not stations or at is None:
        return at
    last = max(stations)
    if last > at:
        spans.append(AxisSpan(kind="feet", start_ft=at, end_ft=last))
        return last
    return at


def _raft_span(raft: str, findings: Sequence[Finding]) -> AxisSpan:
    members = [f for f in findings if f.raft == raft and f.station_ft is not None]
    stations = [x for f in members for x in (f.station_ft, f.end_ft) if x is not None]
    return AxisSpan(
        kind="raft", start_ft=min(stations), end_ft=max(stations), ids=tuple(f.id for f in members), raft=raft
    )


def joined(spans: Sequence[AxisSpan]) -> tuple[AxisSpan, ...]:
    """Feet that meet with nothing between become one span."""
    out: list[AxisSpan] = []
    for span in spans:
        if out and span.kind == out[-1].kind == "feet" and span.start_ft == out[-1].end_ft:
            out[-1] = out[-1].model_copy(update={"end_ft": span.end_ft})
        else:
            out.append(span)
    return tuple(out)
