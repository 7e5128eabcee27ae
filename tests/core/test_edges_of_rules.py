"""Edges of small rules that read one thing or another: what is skipped while the next counts, which word goes with which sign."""

from dataclasses import replace

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.profile.reaches import riser_of
from bellstone.core.profile.said import Residual
from bellstone.core.record import Amount, Lateral, Line
from bellstone.core.scheme import house_scheme
from bellstone.core.scheme.sizes import MEASURE_UNIT, size_bounds
from bellstone.core.stations import placed
from bellstone.core.stations.segments import Pipe, _at_the_ends, _Boundary
from bellstone.core.water import path_water
from bellstone.core.water.profile_shown import _off_words, _read_words
from tests.core.test_readings_taken import water

A = "run A front cleanout clay 4in, facing main, counts to main\n"


def record(page: str) -> Lateral:
    return record_from_page(page if page.startswith("run") else A + page)[0]


OFF = {
    ("height", 0.1): "1.2 in higher", ("height", -0.1): "1.2 in lower", ("rest", 0.1): "1.2 in deeper",
    ("rest", -0.1): "1.2 in shallower", ("shore", 0.6): "0.60 ft deeper", ("under", -0.6): "0.60 ft shallower",
    ("step", 0.01): "0.1 in higher", ("step", -0.01): "0.1 in lower", ("pitch", 0.012): "1.2 % steeper",
    ("pitch", -0.012): "1.2 % flatter",
}  # fmt: skip


@pytest.mark.parametrize(("kind", "off"), OFF)
def test_how_far_a_reading_lies_off_says_which_way(kind: str, off: float) -> None:
    said = _off_words(Residual("d1", kind, 40.0, 0.5, off, 0.1, 0.5, 1.0))  # type: ignore[arg-type]
    assert said == f"{OFF[kind, off]} than the rest says"


@pytest.mark.parametrize(("kind", "off"), [("height", 0.004), ("step", -0.004), ("pitch", 0.0004), ("pitch", -0.0004)])
def test_a_reading_that_lies_hardly_off_is_as_the_rest_says(kind: str, off: float) -> None:
    assert _off_words(Residual("d1", kind, 40.0, 0.5, off, 0.1, 0.5, 1.0)) == "as the rest says"  # type: ignore[arg-type]


def test_what_was_read_is_told_in_its_own_words() -> None:
    words = {k: _read_words(Residual("r", k, 40.0, 0.1, 0.0, 0.1, 0.5, None)) for k in ("height", "rest", "shore")}
    assert words == {"height": "invert at 0.10 ft", "rest": "1.2 in of water at rest", "shore": "the water's edge"}


@pytest.mark.parametrize(
    ("vertical", "riser"), [(None, None), (0.05, None), (0.1, None), (0.11, (2.0, 2.11)), (6.0, (2.0, 8.0))]
)
def test_a_cable_that_went_straight_down_a_hand_or_more_is_a_riser(vertical: float | None, riser: object) -> None:
    told = record("40 main")
    (segment,) = path_of(told).segments
    line = Line(id="line0", name="x", vertical_ft=None if vertical is None else Amount(likely=vertical, unit="ft"))
    assert riser_of(line, [replace(segment, start=2.0)]) == (riser if riser is None else pytest.approx(riser))
    assert riser_of(line, []) is None


def path_of(told: Lateral):  # type: ignore[no-untyped-def]
    return path_water(told, told.visits[-1], placed(told)[-1], "line0", house_scheme())


IRON, CLAY = Pipe(material="cast_iron", bore_in=4.0), Pipe(material="clay", bore_in=4.0)


def boundary(at: float | None, above: Pipe | None, below: Pipe | None) -> _Boundary:
    return _Boundary((0, 0.0, 0), at, 0.1, above, below)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("at", "above", "below", "where"),
    [
        (0.2, None, CLAY, "head"), (-0.3, None, CLAY, "head"), (0.2, IRON, CLAY, "inner"), (3.0, None, CLAY, "inner"),
        (59.8, IRON, None, "tail"), (60.3, IRON, None, "tail"), (59.8, IRON, CLAY, "inner"), (50.0, IRON, None, "inner"),
        (None, None, CLAY, "inner"), (None, IRON, None, "inner"),
    ],
)  # fmt: skip
def test_pipe_said_where_the_line_begins_or_ends_is_no_boundary(
    at: float | None, above: Pipe | None, below: Pipe | None, where: str
) -> None:
    head, inner, tail = _at_the_ends([boundary(at, above, below)], 0.0, 60.0)
    assert (head, tail) == (below if where == "head" else None, above if where == "tail" else None)
    assert len(inner) == (where == "inner")


def test_without_a_known_end_every_boundary_stays() -> None:
    assert _at_the_ends([boundary(0.1, None, CLAY), boundary(59.9, IRON, None)], None, None)[1:] == (
        [boundary(0.1, None, CLAY), boundary(59.9, IRON, None)], None,
    )  # fmt: skip


SKIPPED = [
    "10 depth failed",
    "past wye depth 4ft ground 100",
    "throughout roots 10%",
]


@pytest.mark.parametrize("skipped", SKIPPED)
def test_a_depth_that_tells_no_height_does_not_stop_the_next(skipped: str) -> None:
    read = water(f"{skipped}\n20 depth 4ft ground 100\n30 depth 5ft ground 100").invert.readings.heights
    assert [h.station for h in read] == [19.0, 29.0]  # the beacon lies a foot behind where the picture is read
    assert read[0].z - read[1].z == pytest.approx(1.0)


def test_a_depth_off_the_line_or_without_a_ground_tells_no_height() -> None:
    assert not water("20 depth 4ft").invert.readings.heights
    assert [h.station for h in water("20 depth 4ft ground 100\n30 depth 5ft").invert.readings.heights] == [19.0]


BORES = [(6.0, 33.3), (4.0, 50), (3.0, 66.7)]


@pytest.mark.parametrize(("bore", "share"), BORES)
def test_water_by_depth_is_a_share_of_its_own_bore(bore: float, share: float) -> None:
    page = f"run A front cleanout clay {bore:g}in, facing main, counts to main\n10-20 standing 2in rest\n40 main"
    (found,) = [f for f in assess(record(page)).findings if f.kind == "standing" and not f.computed]
    assert found.rating is not None and f"{share} % of the bore" in found.rating.why


@pytest.mark.parametrize(
    ("bore", "verdict"), [(3.0, "not_serviceable"), (4.5, "serviceable_note"), (6.0, "serviceable_note")]
)
def test_half_the_bore_decides_by_the_bore_there(bore: float, verdict: str) -> None:
    """Handbook 3.3: over half the bore at rest fails; 2 in are 67, 44 and 33 %."""
    page = f"run A front cleanout clay {bore:g}in, facing main, counts to main\n10-20 standing 2in rest\n40 main"
    mine = [r for r in assess(record(page)).verdict.reasons if "standing" in r.why]
    assert mine and mine[0].verdict == verdict


def test_past_a_landmark_is_a_side_of_it_and_a_distance_past_it_a_place() -> None:
    told = record("40 wye left\npast wye: roots small\n3ft past wye: crack open\n3ft before wye: hole 1in\n60 main")
    places = {f.kind: (f.how, f.station_ft) for f in assess(told).findings}
    assert places["crack"] == ("station", 43.0) and places["hole"] == ("station", 37.0)
    assert places["roots"][0] == "order"


@pytest.mark.parametrize("measure", ["share", "extent", "opening", "depth", "step"])
def test_about_is_a_fifth_and_at_most_begins_at_nothing(measure: str) -> None:
    unit = MEASURE_UNIT[measure]  # type: ignore[index]
    about = size_bounds(Amount(form="about", likely=10, unit=unit), measure, 4, house_scheme())  # type: ignore[arg-type]
    most = size_bounds(Amount(form="at_most", likely=10, unit=unit), measure, 4, house_scheme())  # type: ignore[arg-type]
    assert about == pytest.approx((8, 10, 12)) and most == pytest.approx((0, 5, 10))


def test_at_least_ends_at_what_the_measure_can_be() -> None:
    def least(value: float, unit: str, measure: str, bore: float) -> object:
        return size_bounds(Amount(form="at_least", likely=value, unit=unit), measure, bore, house_scheme())  # type: ignore[arg-type]

    assert least(1, "in", "depth", 4) == (1, 2.5, 4)
    assert least(40, "pct", "share", 4) == (40, 70, 100)
    assert least(2, "in", "opening", 4) == (2, 7, 12)
    assert least(20, "ft", "extent", 4) == (20, 160, 300)


def test_the_second_run_s_pipe_is_compared_also_where_the_first_names_none() -> None:
    page = (
        "run A front cleanout, facing main, counts to main\n20 roots small\n"
        "run B front cleanout clay 4in, facing main, counts to main\n30 crack open\n40 main\n"
        "run C yard cleanout iron 4in, facing main, counts to main\nfront cleanout 0\nyard cleanout 60\n5 hole 1in"
    )
    names = {s.material for s in assess(record(page)).segments}
    assert "clay" in names
