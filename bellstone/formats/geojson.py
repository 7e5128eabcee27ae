"""The lateral as GeoJSON: the line, its pipes, findings, marks, digs and what is drawn of the lot.

Coordinates are **local feet** (x east, y north), as a member of the collection says: a lot has no longitude of its own.
Before a plan is drawn the line is laid straight, x the feet along the pipe, and says so.
"""

import json
from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np

from bellstone.core.answer import Assessment
from bellstone.core.record import PlanObject
from bellstone.formats.assessment_text import at_words, what_words

IN_PLAN = "local feet, x east and y north: not longitude and latitude"
STRAIGHT = "laid straight, for no plan was drawn: x is feet along the pipe, y means nothing"
Feature = dict[str, Any]


def geojson_text(a: Assessment) -> str:
    """A FeatureCollection (RFC 7946, with coordinates by arrangement) of all that has a place; the rest has none.

    What lies past the marks, or was never placed, has ``"geometry": null`` and its words: no place is invented.
    """
    known = a.plan.line if a.plan is not None and len(a.plan.line) > 1 else ()
    laid = Laid(known)
    features = [*_line(a, laid), *_pipes(a, laid), *_findings(a, laid), *_digs(a, laid), *_plan(a)]
    collection = {
        "type": "FeatureCollection", "coordinates": IN_PLAN if known else STRAIGHT, "lateral": a.name, "visit": a.visit,
        "scheme": a.scheme, "features": features,
    }  # fmt: skip
    return json.dumps(collection, indent=1, ensure_ascii=False, allow_nan=False)


class Laid:
    """Where a station lies: on the line through its marks [station, x, y in ft], or straight along x without any."""

    def __init__(self, known: Sequence[tuple[float, float, float]]):
        self._known = np.asarray(known, dtype=float).reshape(-1, 3)

    def at(self, station: float | None) -> list[float] | None:
        """The point of a station; None past the marks.

        >>> Laid([(0, 0, 0), (10, 10, 0)]).at(4.0), Laid([(0, 0, 0), (10, 10, 0)]).at(12.0), Laid([]).at(12.0)
        ([4.0, 0.0], None, [12.0, 0.0])
        """
        if station is None:
            return None
        if not len(self._known):
            return [round(station, 2), 0.0]
        s, x, y = self._known.T
        if not s[0] <= station <= s[-1]:
            return None
        return [round(float(np.interp(station, s, x)), 2), round(float(np.interp(station, s, y)), 2)]

    def between(self, start: float | None, end: float | None) -> list[list[float]] | None:
        """The bends of the line from one station to another, as far as it is known; None where nothing of it is.

        >>> Laid([(0, 0, 0), (10, 10, 0)]).between(4.0, 12.0)
        [[4.0, 0.0], [10.0, 0.0]]
        """
        if start is None or end is None or not (known := self.known(start, end)):
            return None
        bends = [[round(float(x), 2), round(float(y), 2)] for s, x, y in self._known if known[0] < s < known[1]]
        return [p for p in (self.at(known[0]), *bends, self.at(known[1])) if p is not None]

    def known(self, start: float, end: float) -> tuple[float, float] | None:
        """The part of a stretch that lies between marks [ft]; all of it where the line is laid straight."""
        if not len(self._known):
            return (start, end) if end > start else None
        low, high = max(start, float(self._known[0, 0])), min(end, float(self._known[-1, 0]))
        return (low, high) if high > low else None


def _feature(what: str, geometry: Feature | None, /, **properties: Any) -> Feature:
    return {"type": "Feature", "geometry": geometry, "properties": {"what": what} | properties}


def _point(at: list[float] | None) -> Feature | None:
    return None if at is None else {"type": "Point", "coordinates": at}


def _way(points: Sequence[Sequence[float]] | None) -> Feature | None:
    return None if points is None else {"type": "LineString", "coordinates": points}


def _stretch(laid: Laid, start: float | None, end: float | None) -> dict[str, Any]:
    """A stretch by its stations, and the part of it that is drawn: between marks only."""
    drawn = laid.known(start, end) if start is not None and end is not None else None
    return {"start_ft": start, "end_ft": end, "drawn_ft": drawn}


def _line(a: Assessment, laid: Laid) -> Iterator[Feature]:
    feet = [s for s in a.axis if s.kind == "feet" and s.start_ft is not None and s.end_ft is not None]
    if feet:
        start, end = min(s.start_ft or 0.0 for s in feet), max(s.end_ft or 0.0 for s in feet)
        yield _feature("line", _way(laid.between(start, end)), axis=a.axis_words, **_stretch(laid, start, end))


def _pipes(a: Assessment, laid: Laid) -> Iterator[Feature]:
    for s in a.segments:
        yield _feature(
            "segment", _way(laid.between(s.start_ft, s.end_ft)), **_stretch(laid, s.start_ft, s.end_ft), pipe=s.name,
            bore_in=s.bore_in, serviceability=s.verdict.words, worst=s.score.worst,
        )  # fmt: skip


def _findings(a: Assessment, laid: Laid) -> Iterator[Feature]:
    for f in a.findings:
        yield _feature(
            "finding", _point(laid.at(f.station_ft if f.how == "station" else None)), kind=f.kind, words=what_words(f),
            where=at_words(f), station_ft=f.station_ft, band_ft=f.band_ft, rating=f.rated,
        )  # fmt: skip


def _digs(a: Assessment, laid: Laid) -> Iterator[Feature]:
    for n, d in enumerate(a.digs, start=1):
        yield _feature(
            "dig", _way(laid.between(d.start_ft, d.end_ft)), **_stretch(laid, d.start_ft, d.end_ft), number=n,
            where=d.where, band_ft=d.band_ft, invert_depth_ft=d.invert_depth_ft, depth_band_ft=d.depth_band_ft,
            found=list(d.names), flags=list(d.flags),
        )  # fmt: skip


def _plan(a: Assessment) -> Iterator[Feature]:
    for m in a.plan.marks if a.plan is not None else ():
        at = None if m.x_ft is None or m.y_ft is None else [round(m.x_ft, 2), round(m.y_ft, 2)]
        reach = None if m.ellipse is None else round(m.ellipse.a_ft, 2)
        told = {"words": m.words, "ours": m.ours, "station_ft": m.station_ft, "within_ft": reach, "why": m.why}
        yield _feature("mark", _point(at), name=m.label, **told)
    for o in a.plan.objects if a.plan is not None else ():
        yield _feature("object", _shape(o), name=o.name, kind=o.kind)


def _shape(o: PlanObject) -> Feature | None:
    points = [list(p) for p in o.points]
    if o.kind == "house" and len(points) > 2:
        return {"type": "Polygon", "coordinates": [[*points, points[0]]]}
    return _way(points) if len(points) > 1 else _point(points[0])
