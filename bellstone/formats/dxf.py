"""Plan and profile as DXF, in feet, on layers named for what they hold."""

import io
from collections.abc import Iterable

from ezdxf import units
from ezdxf._options import options
from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from bellstone.core.answer import Assessment
from bellstone.formats.assessment_text import what_words
from bellstone.formats.geojson import Laid

LAYERS = {  # colour by number of the format: 7 is black on white and white on black
    "LINE": 7, "SEGMENTS": 8, "FINDINGS": 1, "MARKS": 5, "DIGS": 30, "LOT": 9,
    "PROFILE_INVERT": 7, "PROFILE_CROWN": 8, "PROFILE_WATER": 4, "NOTES": 7,
}  # fmt: skip
PROFILE_BELOW_FT = 60.0  # where the profile is drawn, below the plan
PROFILE_TIMES = 10.0  # heights drawn ten times as large as lengths, as the note beside them says
TEXT_FT = 0.8

options.write_fixed_meta_data_for_testing = True  # no clock and no chance in it: the same assessment is the same file


def dxf_text(a: Assessment) -> str:
    """An AutoCAD 2010 DXF: the plan, and under it the adjusted invert, its heights ten times as large.

    Without a plan the line is laid straight along x, and a note says so.
    """
    doc = new("R2010", setup=False)
    doc.units = units.FT
    doc.header["$INSUNITS"] = units.FT
    for name, colour in LAYERS.items():
        doc.layers.add(name, color=colour)
    space = doc.modelspace()
    _plan(space, a)
    _profile(space, a)
    return _written(doc)


def _written(doc: Drawing) -> str:
    out = io.StringIO()
    doc.write(out)
    return out.getvalue()


def _words(space: Modelspace, words: str, at: tuple[float, float], layer: str) -> None:
    plain = " ".join(words.split())[:250]
    text = space.add_text(plain, height=TEXT_FT, dxfattribs={"layer": layer})
    text.set_placement(at, align=TextEntityAlignment.LEFT)


def _way(space: Modelspace, points: Iterable[Iterable[float]] | None, layer: str, closed: bool = False) -> None:
    at = [(p[0], p[1]) for p in map(tuple, points or ())]
    if len(at) > 1:
        space.add_lwpolyline(at, dxfattribs={"layer": layer}, close=closed)


def _plan(space: Modelspace, a: Assessment) -> None:
    plan = a.plan
    known = plan.line if plan is not None and len(plan.line) > 1 else ()
    laid = Laid(known)
    for s in a.segments:
        _way(space, laid.between(s.start_ft, s.end_ft), "SEGMENTS")
    _way(space, [(x, y) for _, x, y in known], "LINE")
    for f in a.findings:
        at = laid.at(f.station_ft) if f.how == "station" and f.rated else None
        if at is not None:
            space.add_point((at[0], at[1]), dxfattribs={"layer": "FINDINGS"})
            _words(space, f"{f.rated}: {what_words(f)}", (at[0] + 0.4, at[1] + 0.4), "FINDINGS")
    for n, d in enumerate(a.digs, start=1):
        _way(space, laid.between(d.start_ft, d.end_ft), "DIGS")
        centre = laid.at(d.centre_ft)
        if centre is not None:
            _words(space, f"dig {n}: {d.where}", (centre[0], centre[1] - 1.6), "DIGS")
    for m in plan.marks if plan is not None else ():
        if m.x_ft is not None and m.y_ft is not None:
            space.add_circle((m.x_ft, m.y_ft), m.ellipse.a_ft if m.ellipse else 0.5, dxfattribs={"layer": "MARKS"})
            _words(space, m.label, (m.x_ft + 0.6, m.y_ft + 0.6), "MARKS")
    for o in plan.objects if plan is not None else ():
        _way(space, o.points, "LOT", closed=o.kind == "house" and len(o.points) > 2)
        if len(o.points) == 1:
            space.add_point(o.points[0], dxfattribs={"layer": "LOT"})
        _words(space, o.name, (o.points[0][0] + 0.4, o.points[0][1] - 1.2), "LOT")
    if not known:
        _words(space, "No plan was drawn: the line is laid straight, x is feet along the pipe.", (0, 6), "NOTES")


def _profile(space: Modelspace, a: Assessment) -> None:
    p = a.profile
    if p is None:
        return
    foot = min(_lowest(a), 0.0) - PROFILE_BELOW_FT
    base = min(p.invert_ft)

    def place(station: float, height: float) -> tuple[float, float]:
        return station, foot + (height - base) * PROFILE_TIMES

    _way(space, [place(s, h) for s, h in zip(p.station_ft, p.invert_ft, strict=True)], "PROFILE_INVERT")
    _way(space, [place(s, h) for s, h in zip(p.station_ft, p.crown_ft, strict=True)], "PROFILE_CROWN")
    wet: list[tuple[float, float]] = []
    for s, level in [*zip(p.station_ft, p.level_ft, strict=True), (0.0, None)]:
        if level is not None:
            wet.append(place(s, level))
        else:
            _way(space, wet, "PROFILE_WATER")
            wet = []
    kind = "heights from each other only" if p.relative else "heights as tied"
    _words(space, f"Profile of the invert, heights x {PROFILE_TIMES:g}; {kind}.", (p.station_ft[0], foot - 3), "NOTES")


def _lowest(a: Assessment) -> float:
    return min((y for o in (a.plan.objects if a.plan is not None else ()) for _, y in o.points), default=0.0)
