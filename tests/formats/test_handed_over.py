"""Everything handed over read again by another reader: the drawing audited, the workbook, the calendar, the map."""

import io
import json
from datetime import date
from pathlib import Path

import ezdxf
import pytest
from ezdxf import recover
from icalendar import Calendar
from openpyxl import load_workbook
from shapely.geometry import LineString, shape

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.record import Lateral
from bellstone.formats import lateral_file
from bellstone.formats.bundle import KINDS, bundle
from bellstone.formats.calendar import calendar_bytes
from bellstone.formats.dxf import dxf_text
from bellstone.formats.geojson import geojson_text
from bellstone.formats.xlsx import xlsx_bytes

DEMO = Path(__file__).parents[2] / "bellstone" / "demo"
SAMPLES = sorted(DEMO.glob("*.json"))
RUN = "run A front cleanout 4in clay, facing main, counts to main\n"
PLAN = "plan oak: 0,0\nplan pole: 40,0\nmark A 0: at 0,-10\nmark B 60: at 60,-10\n"
DEEP = "20 depth 4ft\n40 depth 5ft\n30 offset up 1.5in joint\n31 roots 30%\n80 main\n"


def told(page: str) -> Lateral:
    record, lines = record_from_page(page)
    assert all(line.added for line in lines), [line.why for line in lines if not line.added]
    return record


def found(page: str) -> Assessment:
    return assess(told(page))


def features(a: Assessment, what: str) -> list[dict]:
    made = json.loads(geojson_text(a))
    assert made["type"] == "FeatureCollection"
    return [f for f in made["features"] if f["properties"]["what"] == what]


@pytest.mark.parametrize("path", SAMPLES, ids=lambda p: p.stem)
def test_every_sample_is_handed_over_whole_and_the_same_again(path: Path) -> None:
    record = lateral_file.loads(path.read_bytes())
    shown = assess(record)
    others = [assess(record, path=line.id) for line in record.lines[1:]]
    made = bundle(record, shown, others)
    assert made == bundle(record, shown, others)  # no clock, no chance
    doc, auditor = recover.read(io.BytesIO(made["plan-and-profile.dxf"]))
    assert not auditor.has_errors and not auditor.has_fixes
    assert doc.units == ezdxf.units.FT
    book = load_workbook(io.BytesIO(made["schedule.xlsx"]))
    every = {f.id for a in (shown, *others) for f in a.findings}
    assert book["Findings"].max_row - 1 >= len(every)
    for feature in json.loads(made["lateral.geojson"])["features"]:
        if feature["geometry"] is not None:
            assert shape(feature["geometry"]).is_valid
    for name, data in made.items():
        if name.endswith(".png"):
            assert data[:8] == b"\x89PNG\r\n\x1a\n"
        if name.endswith(".svg"):
            assert data.lstrip().startswith(b"<svg") and b"<script" not in data


@pytest.mark.parametrize("kind", KINDS)
def test_each_kind_alone_is_that_kind_alone(kind: str) -> None:
    record = told("visit 2026-11-20\n" + RUN + "12 roots hair\n40 main\n40 depth 4ft\n")
    made = bundle(record, assess(record), only=(kind,))
    assert made and all(name.endswith(kind) for name in made)


def test_without_names_only_pages_are_made() -> None:
    record = told(RUN + DEEP)
    assert set(bundle(record, assess(record), names=False)) == {"report.pdf", "dig-sheets.pdf", "owners-page.pdf"}


def test_the_map_lies_on_the_plan_and_invents_no_place() -> None:
    a = found(RUN + PLAN + DEEP)
    assert json.loads(geojson_text(a))["coordinates"].startswith("local feet")
    at = {f["properties"]["station_ft"]: f["geometry"] for f in features(a, "finding")}
    (first, x0, _), (last, x1, _) = a.plan.line  # the beacon is a foot behind the lens: B lies over 59 ft
    share = (30.0 - first) / (last - first)
    way = LineString([(x0, -10.0), (x1, -10.0)]).interpolate(share, normalized=True)
    assert at[30.0]["coordinates"] == pytest.approx([way.x, way.y], abs=0.01)
    assert at[80.0] is None  # past the last mark
    (pipe,) = features(a, "segment")
    assert pipe["properties"]["drawn_ft"] == [first, last] and shape(pipe["geometry"]).length == pytest.approx(60.0)
    (dig,) = features(a, "dig")
    ends = (a.digs[0].end_ft - a.digs[0].start_ft) * (x1 - x0) / (last - first)
    assert shape(dig["geometry"]).length == pytest.approx(ends, abs=0.02)
    assert {f["properties"]["name"] for f in features(a, "mark")} == {"A", "B"}
    assert {f["properties"]["name"] for f in features(a, "object")} == {"oak", "pole"}


def test_without_a_plan_the_map_is_straight_and_says_so() -> None:
    a = found(RUN + DEEP)
    assert json.loads(geojson_text(a))["coordinates"].startswith("laid straight")
    at = {f["properties"]["station_ft"]: f["geometry"] for f in features(a, "finding")}
    assert at[30.0]["coordinates"] == [30.0, 0.0]


def test_the_drawing_has_the_line_on_its_layers() -> None:
    doc, _ = recover.read(io.BytesIO(dxf_text(found(RUN + PLAN + DEEP)).encode()))
    space = doc.modelspace()
    (line,) = space.query("LWPOLYLINE[layer=='LINE']")
    assert [tuple(p[:2]) for p in line.get_points()] == [(0.0, -10.0), (60.0, -10.0)]
    assert len(space.query("CIRCLE[layer=='MARKS']")) == 2
    assert len(space.query("POINT[layer=='LOT']")) == 2
    (dig,) = space.query("LWPOLYLINE[layer=='DIGS']")
    (invert,) = space.query("LWPOLYLINE[layer=='PROFILE_INVERT']")
    heights = [p[1] for p in invert.get_points()]
    shown = found(RUN + PLAN + DEEP).profile
    assert max(heights) - min(heights) == pytest.approx(10 * (max(shown.invert_ft) - min(shown.invert_ft)))
    assert any("laid straight" in t.dxf.text for t in _notes(found(RUN + DEEP)))
    assert not any("laid straight" in t.dxf.text for t in space.query("TEXT"))


def _notes(a: Assessment):
    return recover.read(io.BytesIO(dxf_text(a).encode()))[0].modelspace().query("TEXT[layer=='NOTES']")


def test_the_workbook_holds_numbers_as_numbers_and_no_formula() -> None:
    record = told(RUN + DEEP)
    sly = record.visits[0].sightings[0].model_copy(update={"said": '=HYPERLINK("x")\x07'})
    visit = record.visits[0].model_copy(update={"sightings": (sly, *record.visits[0].sightings[1:])})
    a = assess(record.model_copy(update={"visits": (visit,)}))
    book = load_workbook(io.BytesIO(xlsx_bytes(a)))
    rows = [[c.value for c in row] for row in book["Findings"].iter_rows(min_row=2)]
    offset = next(r for r in rows if "offset" in str(r[5]))
    assert offset[1] == 30.0 and offset[7] == 5
    cells = [c for sheet in book for row in sheet.iter_rows() for c in row]
    assert not [c for c in cells if c.data_type == "f"]
    assert any(str(c.value).startswith("'=HYPERLINK") for c in cells)
    (dig,) = [[c.value for c in row] for row in book["Digs"].iter_rows(min_row=2)]
    assert dig[2] == pytest.approx(a.digs[0].start_ft, abs=0.01)


def test_the_calendar_holds_the_date_and_is_silent_without_one() -> None:
    sound = RUN + "12 roots hair\n40 main\n"
    made = calendar_bytes(found("visit 2026-11-20\n" + sound))
    assert made is not None
    (event,) = Calendar.from_ical(made).walk("VEVENT")
    assert event["DTSTART"].dt == date(2027, 11, 20) and "roots" in event["DESCRIPTION"]
    assert calendar_bytes(found(sound)) is None  # the visit has no date
    broken = "visit 2026-11-20\n" + RUN + "12 hole 3in\n40 main\n"
    assert calendar_bytes(found(broken)) is None  # after the repair, whenever that is
