"""What lists of laterals show, sort and search by, worked out from a lateral when it is saved."""

from typing import Any

from bellstone.core.answer import Assessment
from bellstone.core.record import Lateral
from bellstone.desk.models import StoredLateral


def project(row: StoredLateral, record: Lateral, result: Assessment) -> None:
    """Put into a row's columns what its record comes to."""
    row.name = record.site.name
    row.verdict = result.lateral.verdict
    row.worst = result.lateral.worst
    row.soundness = result.line.soundness.likely if result.line.soundness else None
    row.unseen_ft = result.unseen_ft
    row.visit = result.visit[:40]
    row.due = result.next_look.due[:10] if result.next_look else ""
    row.summary = summary_of(record, result)


def summary_of(record: Lateral, result: Assessment) -> dict[str, Any]:
    """What the Laterals list shows of one: a small strip, verdict word, soundness, worst, feet not seen."""
    rated = [f for f in result.findings if f.rated]
    placed = [f for f in rated if f.how == "station" and f.station_ft is not None]
    spans = [s for s in result.axis if s.start_ft is not None and s.end_ft is not None and s.kind == "feet"]
    low = min((s.start_ft for s in spans if s.start_ft is not None), default=0.0)
    high = max((s.end_ft for s in spans if s.end_ft is not None), default=0.0)
    return {
        "verdict_words": result.lateral.words,
        "soundness": round(result.line.soundness.likely) if result.line.soundness else None,
        "worst": result.lateral.worst,
        "unseen_ft": result.unseen_ft,
        "unseen_known": result.unseen_ft is not None,
        "findings": len(rated),
        "locality": record.site.locality,
        "client": record.site.client,
        "visit": result.visit,
        "due": result.next_look.due if result.next_look else "",
        "start_here": record.site.start_here,
        "order_only": result.order_only,
        "low_ft": low,
        "high_ft": high,
        "ticks": [[round(f.station_ft or 0.0, 1), f.rated] for f in placed[:200]],
        "ordered": [f.rated for f in rated[:60]] if result.order_only else [],
        "segments": [[s.hatch, s.start_ft, s.end_ft, s.name] for s in result.segments],
    }
