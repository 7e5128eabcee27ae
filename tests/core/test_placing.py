"""Every kind of position (handbook 4.1), the four ways of zeroing, chains, rafts and legs."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.findings import Finding
from bellstone.core.record import Landmark, Lateral

RUN = "run A front cleanout 4in clay, facing main, counts to main\n"


def assessed(page: str, **landmarks: float) -> Assessment:
    record, lines = record_from_page(page)
    assert all(line.added for line in lines), [line.why for line in lines if not line.added]
    return assess(with_landmarks(record, landmarks))


def with_landmarks(record: Lateral, stations: dict[str, float]) -> Lateral:
    known = {m.name: m for m in record.landmarks}
    for name, station in stations.items():
        mark = known.get(name.replace("_", " "), Landmark(name=name.replace("_", " ")))
        known[mark.name] = mark.model_copy(update={"station_ft": station})
    return record.model_copy(update={"landmarks": tuple(known.values())})


def found(a: Assessment, kind: str) -> Finding:
    return next(f for f in a.findings if f.kind == kind)


@pytest.mark.parametrize(
    ("line", "station", "end"),
    [
        ("41.5 hole 1in", 41.5, None), ("112-118 hole 1in", 112, 118), ("27 or 28 hole 1in", 27.5, None),
        ("~24 hole 1in", 24, None), ("22'6\" hole 1in", 22.5, None),
        ("5 ft short of curb: hole 1in", 55, None), ("5 ft past curb: hole 1in", 65, None), ("near curb: hole 1in", 60, None),
    ],
)  # fmt: skip
def test_a_position_with_feet_has_its_station(line: str, station: float, end: float | None) -> None:
    f = found(assessed(RUN + line, curb=60.0), "hole")
    assert f.how == "station"
    assert f.station_ft == pytest.approx(station, abs=1e-6)
    assert f.end_ft == (pytest.approx(end, abs=1e-6) if end else None)
    assert f.band_ft is not None and f.band_ft > 0


def test_loose_words_widen_the_band_and_ground_is_looser_than_cable() -> None:
    bands = [
        found(assessed(RUN + line, curb=60.0), "hole").band_ft
        for line in (
            "24 hole 1in",
            "~24 hole 1in",
            "5 ft short of curb: hole 1in",
            "5 ft short of curb, on the ground: hole 1in",
        )
    ]
    assert bands[0] < bands[1]
    assert bands[2] < bands[3]


def test_a_chain_hangs_on_the_footage_before_it_in_the_travel_direction() -> None:
    out = assessed(RUN + "20 hole 1in\n+3 roots slight\n+3-4 crack hairline")
    assert found(out, "roots").station_ft == pytest.approx(23)
    assert found(out, "crack").station_ft == pytest.approx(26.5)
    back = assessed(RUN + "pass back\n20 hole 1in\n+3 roots slight")
    assert found(back, "roots").station_ft == pytest.approx(17)


def test_a_chain_tied_to_nothing_is_a_raft_until_one_footage_moves_it_home() -> None:
    raft = assessed("hole 1in\n+3 roots slight\n+4 crack hairline\ncollapse")
    assert [f.how for f in raft.findings] == ["raft", "raft", "raft", "order"]
    assert raft.order_only and raft.axis_words == "order, not feet"
    assert [s.kind for s in raft.axis] == ["raft", "slots"]
    home = assessed(RUN + "30 hole 1in\n+3 roots slight\n+4 crack hairline")
    assert [f.station_ft for f in home.findings] == pytest.approx([30, 33, 37])


def test_the_same_thing_seen_again_ties_a_raft_home() -> None:
    a = assessed(RUN + "roots slight\n+6 hole 1in\n40 hole 1in same")
    assert found(a, "roots").how == "station"
    assert found(a, "roots").station_ft == pytest.approx(34)


def test_order_only_stands_between_its_neighbours_with_their_window() -> None:
    a = assessed(RUN + "20 hole 1in\nnext offset left small\n30 roots slight")
    assert [f.kind for f in a.findings] == ["hole", "offset", "roots"]
    f = found(a, "offset")
    assert f.how == "order"
    assert f.window_ft == pytest.approx((20, 30))


def test_order_is_pipe_order_even_told_on_the_way_back() -> None:
    a = assessed(RUN + "pass back\n30 roots slight\nnext offset left small\n20 hole 1in")
    assert [f.kind for f in a.findings] == ["hole", "offset", "roots"]


@pytest.mark.parametrize(
    ("run", "counter", "station"),
    [
        ("run A yard cleanout, facing main, counts to house, zero at main", 25, -25),
        ("run A yard cleanout, facing main, counts to main, zero at main", -25, -25),
    ],
)
def test_zeroed_at_the_main_the_main_is_the_datum(run: str, counter: float, station: float) -> None:
    a = assessed(f"{run}\n{counter} hole 1in\n0 main")
    assert found(a, "hole").station_ft == pytest.approx(station)
    assert a.axis_reversed and a.axis_words == "ft from main"


def test_ninety_foot_line_zeroed_at_the_main_with_a_known_access() -> None:
    """Handbook 2.1: 90 ft line, 25 is station 65 from the access."""
    a = assessed(
        "run A yard cleanout, facing main, counts to house, zero at main\n90 = yard cleanout\n25 hole 1in",
        yard_cleanout=-90,
    )
    assert found(a, "hole").station_ft == pytest.approx(-25)
    assert found(a, "hole").station_ft + 90 == pytest.approx(65)


def test_two_legs_from_one_access_share_one_axis_and_turn_their_clocks() -> None:
    a = assessed(
        "run A two-way cleanout 4in clay, facing main, counts to main\n10 crack hairline 2-3\n40 main\n"
        "run B two-way cleanout 4in iron, facing house, counts to house, zero at two-way cleanout, bottom at 9\n"
        "12 crack open 12-3\n15 offset up 1/4in\n30 stopped tight bend"
    )
    inside, outside = sorted((f for f in a.findings if f.kind == "crack"), key=lambda f: f.station_ft)
    assert (inside.station_ft, outside.station_ft) == pytest.approx((-12, 10))
    assert outside.clock == (2, 3)
    # seen 12-3 with the bottom at 9: roll by -3 gives 9-12, mirrored for facing the house 12-3
    assert inside.clock == (12, 3)
    offset = found(a, "offset")
    assert offset.mark == "off_drop"  # said up while facing the house: a drop with the flow
    assert [s.name for s in a.segments] == ["cast iron 4 in", "vitrified clay 4 in"]


def test_unknown_heading_leaves_the_side_open_and_rates_every_direction() -> None:
    a = assessed("run A cleanout 4in, facing unknown, counts to main\n15 offset up 1in 2-3")
    f = found(a, "offset")
    assert f.clock is None and f.clock_open
    assert (f.rating.low, f.rating.high) == (3, 4)


def test_one_known_point_and_no_zero_asks() -> None:
    a = assessed("run A cleanout 4in, facing main, counts to main, zero not said\n20 = curb\n30 hole 1in", curb=22.0)
    assert any("stretch or a shift" in q for q in a.ties[0].questions)


def test_raw_counters_and_words_are_kept_whatever_the_run_does() -> None:
    record, _ = record_from_page(RUN + "147 = 150 located\n40 hole 1in 2-3")
    run = record.visits[0].runs[0].model_copy(update={"head_faces": "house", "bottom_at": 9})
    turned = record.model_copy(update={"visits": (record.visits[0].model_copy(update={"runs": (run,)}),)})
    assert turned.visits[0].sightings == record.visits[0].sightings
    f = found(assess(turned), "hole")
    assert (f.counter, f.clock_seen, f.said) == ("40", "2-3", "40 hole 1in 2-3")


def test_a_landmark_known_on_one_run_ties_another_that_knows_it() -> None:
    a = assessed(
        RUN + "30 = old fence\n35 hole 1in\n"
        "run B street cleanout, facing house, counts to house, zero at street cleanout\n20 = old fence\n10 crack hairline"
    )
    assert found(a, "hole").station_ft == pytest.approx(35)
    assert found(a, "crack").station_ft == pytest.approx(40)  # the fence is at 30, ten feet up from the crack


def test_two_known_points_that_disagree_are_named_though_neither_can_be_blamed() -> None:
    a = assessed(RUN + "100 = 130 located\n20 hole 1in")
    assert a.ties[0].odd_point is None
    said = " ".join(a.ties[0].questions)
    assert "more than 3 %" in said
    assert "none can be told to be the wrong one" in said
    assert not any("known point is off" in q for q in assessed(RUN + "147 = 150 located").ties[0].questions)


def test_what_goes_on_from_a_footage_reaches_as_far_as_the_run_saw() -> None:
    """``12 on`` ends at the farthest footage of its own run, and nothing lies past it; a thing told there is a point."""
    a = assessed(RUN + "12 on wear medium\n40 roots small\n66 main wye\n")
    wear = found(a, "wear")
    assert (wear.station_ft, wear.end_ft) == (pytest.approx(12), pytest.approx(66))
    last = assessed(RUN + "12 roots small\n66 on wear medium\n")
    assert found(last, "wear").end_ft is None


def test_where_a_depth_is_marked_is_kept_in_words() -> None:
    record, lines = record_from_page(RUN + '20 depth 33in "flag by the hose bib"\n')
    depth = record.visits[0].depths[0]
    assert (depth.marked, depth.depth_ft.likely) == ("flag by the hose bib", pytest.approx(2.75))
    assert lines[-1].added
