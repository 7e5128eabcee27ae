"""What each reading comes to in the adjustment: its place, its height or depth, its sigma; and which are not taken."""

import pytest

from bellstone.core.edits import record_from_page
from bellstone.core.scheme import house_scheme
from bellstone.core.stations import placed
from bellstone.core.water import PathWater, path_water
from bellstone.core.water.line import LineWater

A = "run A front cleanout clay 4in, facing main, counts to main\n"
HEAD_FT = 0.06  # a beacon lies a head's radius over the invert


def path(page: str) -> PathWater:
    record = record_from_page((page if page.startswith("run") else A + page) + "\n40 main")[0]
    return path_water(record, record.visits[-1], placed(record)[-1], "line0", house_scheme())


def water(page: str) -> LineWater:
    return path(page).parts[0].water


@pytest.mark.parametrize(
    ("line", "height", "sigma"),
    [
        # handbook 2.5: max(0.10 ft, 5 % of the depth); to the beacon a head's radius over the invert, to the crown a bore
        ("10 depth 4ft ground 100", 96 - HEAD_FT, 0.2),
        ("10 depth 1ft ground 100", 99 - HEAD_FT, 0.1),
        ("10 depth 2.2ft ground 100", 97.8 - HEAD_FT, 0.11),
        ("10 depth 4ft invert ground 100", 96, 0.2),
        ("10 depth 4ft crown ground 100", 96 - 4 / 12, 0.2),
        ("10 depth 4ft ± 0.3ft ground 100", 96 - HEAD_FT, 0.3),
        # a surveyed invert 0.02 ft; doubted, twice as wide
        ("10 invert 94.5", 94.5, 0.02),
        ("10 invert 94.5 ± 0.1", 94.5, 0.1),
        ("10 invert 94.5?", 94.5, 0.04),
        ("10 invert 94.5 ± 0.1?", 94.5, 0.2),
    ],
)
def test_an_elevation_and_its_sigma(line: str, height: float, sigma: float) -> None:
    (read,) = water(line).invert.readings.heights
    assert (read.z, read.sigma) == (pytest.approx(height), pytest.approx(sigma))
    # the head lies a foot behind what the counter's eye sees: half to the lens, half to what it looks at
    assert read.station == pytest.approx(9.0)


@pytest.mark.parametrize(
    ("line", "station"),
    [("40.9 depth 4ft ground 100", 39.9), ("41.5 depth 4ft ground 100", 40.0), ("41.9 depth 4ft ground 100", 40.0),
     ("42.1 depth 4ft ground 100", None), ("0.5 depth 4ft ground 100", 0.0), ("-0.4 depth 4ft ground 100", None)],
)  # fmt: skip
def test_a_reading_just_past_an_end_is_the_ends(line: str, station: float | None) -> None:
    """A head hangs a foot behind: read within a foot of an end it is read there, further off it is of no pipe."""
    read = water(line).invert.readings.heights
    assert [h.station for h in read] == ([] if station is None else [pytest.approx(station)])


@pytest.mark.parametrize(
    ("line", "kind", "depth_in", "sigma_in", "least_in"),
    [
        ("10 standing 1in rest", "rest", 1.0, 0.24, 0.0),
        ("10 standing 1in rest?", "rest", 1.0, 0.48, 0.0),
        ("10 standing about 1in rest", "rest", 1.0, 0.24, 0.0),
        ("10 standing 25% rest", "rest", 1.0, 0.24, 0.0),  # of the 4 in bore
        # a range that was said is a 5-95 % band: 3.3 of its sigma wide
        ("10 standing 1-2in rest", "rest", 1.5, 1 / 3.3, 0.0),
        ("10 submerged", "under", 2.72, 2.56 / 12**0.5, 1.44),  # at least its own head of water, at most the crown
        ("10 submerged 3in rest", "under", 3.5, 1 / 12**0.5, 3.0),
    ],
)
def test_a_depth_at_rest_and_its_sigma(line: str, kind: str, depth_in: float, sigma_in: float, least_in: float) -> None:
    read = next(v for v in water(line).invert.readings.levels if v.kind == kind)
    assert read.above * 12 == pytest.approx(depth_in, abs=0.01)
    assert read.sigma * 12 == pytest.approx(sigma_in, abs=0.02)
    assert read.least * 12 == pytest.approx(least_in, abs=0.01)


@pytest.mark.parametrize("line", ["10 standing 1in", "10 standing 1in sink", "10 submerged sink", "standing 1in rest"])
def test_running_water_and_what_has_no_place_is_no_level(line: str) -> None:
    parts = path(line).parts
    assert not parts or parts[0].water.invert.readings.levels == ()


def test_an_extent_is_read_where_it_is_deepest_and_its_upper_end_is_a_shore() -> None:
    rest, shore = water("10-14 standing 1in rest").invert.readings.levels
    assert (rest.kind, rest.station, rest.last, round(rest.above * 12, 3)) == ("rest", 10.0, 14.0, 1.0)
    assert (shore.kind, shore.station, shore.above) == ("shore", 10.0, 0.0)
    assert shore.sigma > rest.sigma  # an end seen from the picture is less sure than a depth


@pytest.mark.parametrize(("minutes", "wider"), [(2, True), (30, False)])
def test_a_depth_read_while_the_line_still_drained_is_less_sure(minutes: int, wider: bool) -> None:
    at_once = water("10 standing 1in rest").invert.readings.levels[0].sigma
    read = water(f"10 standing 1in rest {minutes} min off").invert.readings.levels[0]
    assert (read.sigma > at_once) is wider
    assert read.above * 12 == pytest.approx(1.0)


@pytest.mark.parametrize(
    ("lines", "grades", "sigmas"),
    [
        ("10 pitch 2%", [0.02], [0.006]),
        ("10 pitch 2%?", [0.02], [0.012]),
        ("10 pitch 2%\n10.1 pitch 4%", [0.03], [0.006 / 2**0.5]),  # in one half foot: their mean
        ("10 pitch 2%\n11 pitch 4%", [0.02, 0.04], [0.006, 0.006]),
        ("\n".join(f"10.{n} pitch 2%" for n in range(5)), [0.02], [0.003]),  # never surer than a tenth of a degree
        ("10 pitch 2% ± 1%\n10.2 pitch 4% ± 0.5%", [(0.02 + 0.04 * 4) / 5], [(1e4 + 4e4) ** -0.5]),
    ],
)
def test_pitches_are_a_weighted_mean_a_half_foot(lines: str, grades: list[float], sigmas: list[float]) -> None:
    read = water(lines).invert.readings.pitches
    assert [p.grade for p in read] == pytest.approx(grades)
    assert [p.sigma for p in read] == pytest.approx(sigmas)


def test_a_head_that_faced_the_house_reads_the_fall_the_other_way() -> None:
    up = "run A yard cleanout clay 4in, facing house, counts to house\n"
    assert [p.grade for p in path(up + "10 pitch 2%\n11 crack open").parts[0].water.invert.readings.pitches] == [-0.02]


def test_a_pitch_at_a_step_is_not_the_pipes() -> None:
    assert water("10 offset up 1/2in joint\n10.9 pitch 20%\n20 pitch 2%").invert.readings.pitches[
        0
    ].grade == pytest.approx(0.02)
