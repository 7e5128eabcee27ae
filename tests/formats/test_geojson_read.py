"""A lot from another's file: in feet where it says so, else by longitude and latitude; what cannot be a lot is refused."""

import json
import math

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, Site
from bellstone.formats.geojson import geojson_text
from bellstone.formats.geojson_read import add_plan, feet_from

EMPTY = Lateral(site=Site(name="x"))
FEET = "local feet, x east and y north"


def file(*things: tuple[str, str, object], coordinates: str | None = None, **told: str) -> str:
    features = [
        {"type": "Feature", "properties": {"name": name} | told, "geometry": {"type": kind, "coordinates": at}}
        for name, kind, at in things
    ]
    said = {"coordinates": coordinates} if coordinates else {}
    return json.dumps({"type": "FeatureCollection", "features": features} | said)


def test_a_lot_in_feet_is_taken_as_it_is() -> None:
    house = [[[0, 0], [40, 0], [40, 25], [0, 25], [0, 0]]]
    drive = [[44, 0], [44, -60]]
    text = file(
        ("the house", "Polygon", house), ("drive", "LineString", drive), ("oak", "Point", [12, -8, 3]), coordinates=FEET
    )
    plan = add_plan(EMPTY, text).site.plan
    assert [(o.name, o.kind, len(o.points)) for o in plan] == [
        ("the house", "house", 4),
        ("drive", "drive", 2),
        ("oak", "object", 1),
    ]
    assert plan[2].points == ((12.0, -8.0),)


def test_what_is_there_by_name_is_replaced_and_the_rest_stays() -> None:
    first = add_plan(EMPTY, file(("oak", "Point", [1, 1]), ("pole", "Point", [5, 5]), coordinates=FEET))
    second = add_plan(first, file(("Oak", "Point", [2, 2]), coordinates=FEET, kind="tree"))
    assert {(o.name, o.kind, o.points[0]) for o in second.site.plan} == {
        ("pole", "object", (5.0, 5.0)),
        ("Oak", "tree", (2.0, 2.0)),
    }


def test_our_own_map_comes_back_with_the_lot_alone() -> None:
    page = (
        "run A front cleanout 4in clay, facing main, counts to main\n12 roots\n40 main\nplan house: 0,0 40,0 40,25\n"
        "plan oak: 12,-8\nmark A 0: at 0,-10\nmark B 30: at 30,-10\n"
    )
    record, _ = record_from_page(page)
    assert add_plan(EMPTY, geojson_text(assess(record))).site.plan == record.site.plan
    straight, _ = record_from_page("run A front cleanout\n12 roots\n40 main\n")
    with pytest.raises(DomainError, match="before one was drawn"):
        add_plan(EMPTY, geojson_text(assess(straight)))


@pytest.mark.parametrize(
    ("lat", "north", "east"),
    # a degree in km on WGS 84: 110.574, 111.132 and 111.694 north, 111.320, 78.847 and 0 east at 0, 45 and 90 degrees
    # (as tabled in encyclopaedias, from memory)
    [(0.0, 110.574, 111.320), (45.0, 111.132, 78.847), (89.9999, 111.694, 0.0)],
)
def test_a_degree_is_as_long_as_the_tables_say(lat: float, north: float, east: float) -> None:
    x, y = feet_from((10.0, lat), (10.001, lat + 0.001))
    assert y * 0.3048 == pytest.approx(north, abs=0.002) and x * 0.3048 == pytest.approx(east, abs=0.002)


def test_degrees_become_feet_from_the_first_point() -> None:
    text = file(("oak", "Point", [-122.0, 45.0]), ("pole", "Point", [-121.9999, 45.0001]))
    oak, pole = add_plan(EMPTY, text).site.plan
    assert oak.points[0] == (0.0, 0.0)
    assert math.hypot(*pole.points[0]) == pytest.approx(math.hypot(11.1132, 7.8847) / 0.3048, abs=0.05)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("{", "not JSON"),
        ("[]", "FeatureCollection"),
        ('{"type": "Topology"}', "FeatureCollection"),
        ('{"type": "FeatureCollection"}', "FeatureCollection"),
        (file(), "at least one"),
        (file(("a", "MultiPoint", [[0, 0]]), coordinates=FEET), "Point, a LineString"),
        (file(("a", "Point", ["x", 1]), coordinates=FEET), "numbers"),
        (file(("a", "Point", [1]), coordinates=FEET), "numbers"),
        (file(("a", "LineString", []), coordinates=FEET), "numbers"),
        (file(("a", "Point", [200, 45])), "no longitude and latitude"),  # feet that do not say so
        (file(("a", "Point", [12, -8]), ("b", "Point", [60, 40])), "one lot at a time"),  # feet that look like degrees
        (file(*((f"t{n}", "Point", [n, n]) for n in range(201)), coordinates=FEET), "at most 200"),
        (file(("a", "LineString", [[n, 0] for n in range(201)]), coordinates=FEET), "at most 200"),
        ("[" * 100_000, "not JSON"),
    ],
    ids=range(14),
)
def test_what_is_no_lot_is_refused_and_says_why(text: str, why: str) -> None:
    with pytest.raises(DomainError, match=why):
        add_plan(EMPTY, text)


def test_two_hundred_things_of_two_hundred_points_are_a_lot() -> None:
    text = file(*((f"t{n}", "LineString", [[k, n] for k in range(200)]) for n in range(200)), coordinates=FEET)
    assert len(add_plan(EMPTY, text).site.plan) == 200


def test_degrees_are_not_mixed_with_feet() -> None:
    drawn = add_plan(EMPTY, file(("oak", "Point", [1, 1]), coordinates=FEET))
    with pytest.raises(DomainError, match="say first where its zero is"):
        add_plan(drawn, file(("pole", "Point", [-122.0, 45.0])))
