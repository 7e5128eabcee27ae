"""A lot drawn elsewhere, read from GeoJSON: things with names, in local feet or by longitude and latitude."""

import json
import math
from collections.abc import Iterator
from typing import Any, get_args

from bellstone.core.ground import DomainError, feet_from
from bellstone.core.record import WIDEST_LOT_FT, Degrees, Lateral, PlanObject

MOST = 200
KINDS = get_args(PlanObject.model_fields["kind"].annotation)
Shape = list[tuple[float, float]]


def add_plan(lateral: Lateral, text: str) -> Lateral:
    """The lateral with the things of a GeoJSON FeatureCollection on its lot; one of a name that is there replaces it.

    Coordinates are longitude and latitude (RFC 7946), unless the collection says ``"coordinates": "local feet…"`` as our
    own do. Degrees are turned into feet east and north of the first point of the file, on WGS 84.

    Raises
    ------
    DomainError
        It is no such file; a coordinate cannot be a longitude and latitude; it reaches over more than a lot; degrees would
        be mixed with feet that are drawn already.

    Examples
    --------
    >>> from bellstone.core.record import Site
    >>> oak = '{"type": "Feature", "properties": {"name": "oak"}, "geometry": {"type": "Point", "coordinates": [12, -8]}}'
    >>> text = f'{{"type": "FeatureCollection", "coordinates": "local feet", "features": [{oak}]}}'
    >>> add_plan(Lateral(site=Site(name="x")), text).site.plan
    (PlanObject(name='oak', kind='object', points=((12.0, -8.0),)),)
    """
    whole = _collection(text)
    said = str(whole.get("coordinates", ""))
    if said.startswith("laid straight"):
        raise DomainError("file", "laid straight", "holds no lot: it was written before one was drawn")
    drawn = list(_things(whole["features"]))
    if not drawn:
        raise DomainError("features", 0, "wants at least one point, line or outline of the lot")
    if len(drawn) > MOST:
        raise DomainError("features", len(drawn), f"wants at most {MOST} things of one lot")
    zero = lateral.site.plan_zero
    if not said.startswith("local feet"):
        zero = zero or _zero_of(lateral, drawn)
        drawn = _in_feet(zero, drawn)
    new = [PlanObject(name=name, kind=_kind(kind, name), points=tuple(points)) for name, kind, points in drawn]
    names = {o.name.lower() for o in new}
    plan = (*(o for o in lateral.site.plan if o.name.lower() not in names), *new)
    return lateral.model_copy(update={"site": lateral.site.model_copy(update={"plan": plan, "plan_zero": zero})})


def _collection(text: str) -> dict[str, Any]:
    try:
        whole = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise DomainError("file", None, "is not JSON: wants a GeoJSON FeatureCollection") from error
    kind = whole.get("type") if isinstance(whole, dict) else None
    if kind != "FeatureCollection" or not isinstance(whole.get("features"), list):
        raise DomainError("type", str(kind), "wants a GeoJSON FeatureCollection with its features")
    return dict(whole)


def _things(features: list[Any]) -> Iterator[tuple[str, str, Shape]]:
    """Name, kind and points of each thing of the lot; our own line, pipes, findings, marks and digs are passed over."""
    for n, feature in enumerate(features, start=1):
        told = feature.get("properties") if isinstance(feature, dict) else None
        told = told if isinstance(told, dict) else {}
        if told.get("what", "object") != "object" or not isinstance(feature, dict):
            continue
        points = _points(feature.get("geometry"), n)
        if points:
            name = " ".join(str(told.get("name") or told.get("kind") or f"thing {n}").split())[:80]
            yield name or f"thing {n}", str(told.get("kind", "")), points


def _points(shape: Any, n: int) -> Shape:
    """The corners of a point, a line or an outline, the closing one left off; nothing without a geometry."""
    if shape is None:
        return []
    kind = shape.get("type") if isinstance(shape, dict) else None
    if kind not in ("Point", "LineString", "Polygon"):
        raise DomainError(f"features[{n - 1}].geometry", str(kind), "wants a Point, a LineString or a Polygon")
    at = shape.get("coordinates")
    try:
        told = [at] if kind == "Point" else at if kind == "LineString" else at[0]
        points = [(float(p[0]), float(p[1])) for p in told]
    except (TypeError, ValueError, IndexError, KeyError, OverflowError) as error:
        raise DomainError(f"features[{n - 1}].coordinates", None, "wants numbers, two a point") from error
    if not points or not all(math.isfinite(c) for p in points for c in p):
        raise DomainError(f"features[{n - 1}].coordinates", None, "wants finite numbers, two a point")
    if len(points) > MOST:
        raise DomainError(f"features[{n - 1}]", len(points), f"wants at most {MOST} points")
    return points[:-1] if kind == "Polygon" and len(points) > 3 and points[0] == points[-1] else points


def _zero_of(lateral: Lateral, drawn: list[tuple[str, str, Shape]]) -> Degrees:
    """Where the lot's zero is: at the first point of the file, on a lot that nothing is drawn on yet."""
    every = [p for _, _, points in drawn for p in points]
    wrong = next((p for p in every if abs(p[0]) > 180 or abs(p[1]) > 90), None)
    if wrong is not None:
        mend = 'is no longitude and latitude; for feet put "coordinates": "local feet" into the collection'
        raise DomainError("coordinates", f"{wrong[0]:g}, {wrong[1]:g}", mend)
    if lateral.site.plan:
        mend = "is drawn in feet of its own already: say first where its zero is, plan zero: lat 44.95123 lon -93.10012"
        raise DomainError("plan", None, mend)
    return Degrees(latitude=every[0][1], longitude=every[0][0])


def _in_feet(zero: Degrees, drawn: list[tuple[str, str, Shape]]) -> list[tuple[str, str, Shape]]:
    origin = (zero.longitude, zero.latitude)
    made = [(name, kind, [feet_from(origin, p) for p in points]) for name, kind, points in drawn]
    reach = max(math.hypot(x, y) for _, _, points in made for x, y in points)
    if reach > WIDEST_LOT_FT:
        mend = f"reaches over {WIDEST_LOT_FT:,.0f} ft: one lot at a time, or feet that do not say so"
        raise DomainError("coordinates", f"{reach:,.0f} ft apart", mend)
    return made


def _kind(said: str, name: str) -> Any:
    """The kind as said, else the one that the name tells."""
    if said in KINDS:
        return said
    words = name.lower().replace("_", " ").split()
    return next((kind for kind in KINDS if kind in words), "object")
