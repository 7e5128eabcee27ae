"""Edges of what the water and its readings are shown as, and of how pipe, places and ratings are cut."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import IN_PER_FT, Z_90
from bellstone.core.judgement.rows import cut_to
from bellstone.core.judgement.score import Rated
from bellstone.core.profile.said import Residual
from bellstone.core.record import Amount, Lateral, LengthEstimate, Sighting, StationPosition
from bellstone.core.scheme import Rating, Unrated, house_scheme, rate
from bellstone.core.stations import placed
from bellstone.core.stations.coverage import _main_estimate, _minutes_at
from bellstone.core.stations.place import Place
from bellstone.core.water import path_water
from bellstone.core.water.profile_shown import _reading_shown

A = "run A front cleanout clay 4in, facing main, counts to main\n"


def record(page: str) -> Lateral:
    return record_from_page(page if page.startswith("run") else A + page)[0]


def path_of(told: Lateral):  # type: ignore[no-untyped-def]
    return path_water(told, told.visits[-1], placed(told)[-1], "line0", house_scheme())


PART = path_of(record("20 depth 4ft ground 100\n40 depth 4.6ft ground 100\n30-36 standing 1in rest\n50 main")).parts[0]


@pytest.mark.parametrize(
    ("kind", "read", "z", "depth_in", "scale"),
    [("height", 95.5, 95.5, None, 1), ("pitch", 0.02, None, None, 100), ("step", 0.04, None, None, 1)],
)
def test_a_reading_is_shown_in_its_own_unit(
    kind: str, read: float, z: float | None, depth_in: float | None, scale: float
) -> None:
    shown = _reading_shown(PART, Residual("d1", kind, 30.0, read, 0.01, 0.05, 0.5, 1.0))  # type: ignore[arg-type]
    assert (shown.z_ft, shown.depth_in) == (z, depth_in)
    assert shown.band_ft == pytest.approx(Z_90 * 0.05 * scale) and shown.off == pytest.approx(0.01 * scale)


def test_water_read_at_rest_is_shown_as_a_depth_below_its_level() -> None:
    level = PART.water.invert.readings.levels[0]
    shown = _reading_shown(PART, Residual(level.name, "rest", 33.0, 0.08, 0.0, 0.02, 0.5, 1.0))
    assert shown.depth_in == pytest.approx(0.08 * IN_PER_FT)
    pond = level.pond
    assert shown.z_ft == pytest.approx(float(PART.water.profile.level[pond]) - 0.08)


@pytest.mark.parametrize(("station", "end", "centre"), [(10.0, None, 10.0), (10.0, 20.0, 15.0), (None, None, None)])
def test_the_middle_of_a_place(station: float | None, end: float | None, centre: float | None) -> None:
    assert Place("station", "", station, 0.1, end).centre == centre


def test_a_station_that_was_given_lies_from_its_start_to_its_end_with_its_own_sigma() -> None:
    told = record("40 main")
    to = Amount(form="range", low=29, high=31, unit="ft")
    at = Sighting(
        id="s9",
        item="i9",
        line="l9",
        position=StationPosition(station=Amount(likely=20, unit="ft"), to=to),
        kind="roots",
    )
    point = at.model_copy(
        update={"id": "s8", "item": "i8", "position": StationPosition(station=Amount(likely=12, unit="ft"))}
    )
    visit = told.visits[-1]
    with_it = visit.model_copy(update={"sightings": (*visit.sightings, at, point)})
    places = placed(told.model_copy(update={"visits": (with_it,)}))[-1].places
    assert (places["s9"].station, places["s9"].end) == (20, 30) and places["s9"].end_sigma > 0.3
    assert (places["s8"].station, places["s8"].end, places["s8"].end_sigma) == (12, None, 0.0)


def test_a_bore_full_for_a_short_way_is_four_and_says_so() -> None:
    def full(stretch: float) -> Rating | Unrated:
        s = Sighting(
            id="s", item="i", line="l", position=StationPosition(station=Amount(likely=20, unit="ft")), kind="standing", water="rest",
            size=Amount(likely=4, unit="in"),
        )  # fmt: skip
        return rate(s, 4.0, "clay", house_scheme(), stretch)

    short, long = full(1.9), full(2.0)
    assert isinstance(short, Rating) and isinstance(long, Rating)
    assert (short.likely, long.likely) == (4, 5) and "2 ft" in short.why and "2 ft" not in long.why


def test_what_is_not_rated_asks_nothing_and_needs_no_reading_unless_it_says_so() -> None:
    plain = Unrated(why="not a defect")
    assert not plain.question and not plain.needs_rest_reading


def test_a_running_item_is_cut_to_its_segment_and_a_point_stays_whole() -> None:
    three = Rating(low=3, likely=3, high=3, why="")
    told = record("20 change clay 4in > pvc 4in\n40 main")
    path = path_of(told)
    first, second = path.segments
    run = Rated("i1", "roots", "bore", three, 10.0, 30.0)
    point = Rated("i2", "roots", "bore", three, 12.0)
    assert [(i.start, i.end) for i in cut_to([run, point], path.said, first)] == [(10.0, 20.0), (12.0, None)]
    assert [(i.start, i.end) for i in cut_to([run], path.said, second)] == [(20.0, 30.0)]


ALONG, CABLE, TOLD = "tape along the ground", "cable", "city map"


@pytest.mark.parametrize(("basis", "low"), [("tape along the ground", 58.0), ("cable run out", 52.0)])
def test_an_estimate_along_the_ground_adds_the_cable_that_went_straight_down(basis: str, low: float) -> None:
    told = record("40 stopped")
    estimate = LengthEstimate(
        distance=Amount(form="range", low=52, high=60, unit="ft"),
        from_landmark=None,
        basis=basis,
        chosen=True,
        said="x",
    )
    line = told.lines[0].model_copy(update={"to_main": (estimate,), "vertical_ft": Amount(likely=6, unit="ft")})
    found = _main_estimate(told.model_copy(update={"lines": (line, *told.lines[1:])}), placed(told)[-1], 40.0)
    assert found == (low, low + 8, basis)


def test_times_tell_of_a_run_from_two_on() -> None:
    one = record("[1:00] 10 roots small\n40 main")
    two = record("[1:00] 10 roots small\n[2:00] 20 crack\n40 main")
    assert [len(_minutes_at(t.visits[-1], placed(t)[-1])) for t in (one, two)] == [0, 1]
    assert assess(two).unseen_ft == assess(one).unseen_ft
