"""Small rules of place and reading, each on both sides of where it turns: ties in words, pipe at the ends, branches, windows."""

from math import hypot, inf

import numpy as np
import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.judgement.score import score
from bellstone.core.profile.adjust import adjust
from bellstone.core.profile.mesh import Reach
from bellstone.core.profile.said import Height, Readings
from bellstone.core.record import Lateral
from bellstone.core.scheme.sizes import in_measure
from bellstone.core.stations.counter import fit_counter
from bellstone.core.stations.ordering import Ordering
from bellstone.core.water import bands
from bellstone.core.water.flow_at_cursor import _grade_at
from tests.core.test_readings_taken import water

A = "run A front cleanout clay 4in, facing main, counts to main\n"
BARE = "run A front cleanout, facing main, counts to main\n"


def record(page: str) -> Lateral:
    return record_from_page(page if page.startswith("run") else A + page)[0]


@pytest.mark.parametrize(("at", "words"), [(100.0, ""), (102.0, "reads 1.0 % short"), (98.0, "reads 1.0 % long")])
def test_a_counter_that_fits_is_not_said_to_stretch(at: float, words: str) -> None:
    (tie,) = assess(record(f"50 = {at / 2}\n100 = {at}\n120 main")).ties
    assert ("reads" in tie.basis) == bool(words)
    assert tie.basis.count("%") == bool(words)


@pytest.mark.parametrize(
    ("line", "words"),
    [
        ("10 invert 94.5", "invert at 94.50 ft"),
        ("20 standing 1in rest", "1.0 in of water at rest"),
        ("30 submerged 3in rest", "head under water, about 3.5 in"),
        ("15 offset up 1/2in joint", "step up 0.5 in"),
        ("16 offset drop 1/4in joint", "step down 0.25 in"),
    ],
)
def test_a_reading_is_named_by_what_it_is(line: str, words: str) -> None:
    found = assess(record(f"5 depth 4ft ground 100\n{line}\n40 main"))
    assert found.profile is not None
    assert words in [r.words for r in found.profile.readings]


@pytest.mark.parametrize(
    ("page", "names"),
    [
        ("1.4-39 pvc 4in\n40 main", ["PVC, solid wall 4 in"]),  # within a foot and a half of an end it is the end's
        ("1.6-39 pvc 4in\n40 main", ["material not known", "PVC, solid wall 4 in"]),
        ("1-38.6 pvc 4in\n40 main", ["PVC, solid wall 4 in"]),
        ("1-38.4 pvc 4in\n40 main", ["PVC, solid wall 4 in", "material not known"]),
        ("10-20 pvc 4in\n40 main", ["material not known", "PVC, solid wall 4 in", "material not known"]),
    ],
)
def test_pipe_told_of_a_stretch_is_of_that_stretch(page: str, names: list[str]) -> None:
    assert [s.name for s in assess(record(BARE + page)).segments] == names


@pytest.mark.parametrize(
    ("line", "sigma"),
    [("10 depth 4ft ground 100", 0.2), ("10 depth 4ft ground 100 suspect", 0.4), ("10 depth 4ft ground 100?", 0.4)],
)
def test_a_depth_that_is_doubted_is_twice_as_wide(line: str, sigma: float) -> None:
    (read,) = water(line).invert.readings.heights
    assert read.sigma == pytest.approx(sigma)


@pytest.mark.parametrize(
    ("steps", "end"),
    [
        ("40 offset up 2in joint", 41.0),
        ("40.08 offset up 2in joint", 41.08),
        ("39.8 offset up 2in joint", 40.0),
        ("40 offset drop 2in joint", 40.0),
    ],
)
def test_the_pipe_goes_on_a_foot_past_a_step_up_that_stopped_the_head(steps: str, end: float) -> None:
    told = record(f"{steps}\n40 stopped")
    from bellstone.core.scheme import house_scheme
    from bellstone.core.stations import placed
    from bellstone.core.water import path_water

    parts = path_water(told, told.visits[-1], placed(told)[-1], "line0", house_scheme()).parts
    assert parts[-1].water.invert.reaches[-1].end == pytest.approx(end)


def test_a_pipe_said_of_a_stretch_says_nothing_of_the_rest() -> None:
    assert [(s.start_ft, s.end_ft) for s in assess(record(f"{BARE}10-20 pvc 4in\n40 main")).segments] == [
        (0, 10),
        (10, 20),
        (20, 40),
    ]


THREE = f"""{A}10 crack open
30 branch bath
50 hole 1in
60 main
run B vent iron 3in, on bath branch, facing main, counts to main, zero not said
4 roots 10%
8 branch "shower"
20 branch bath same 30
run C drain iron 2in, on shower branch, facing main, counts to main, zero not said
3 scale heavy
9 branch "shower" same 8
"""


def test_a_path_from_a_branch_of_a_branch_takes_each_line_below_its_own_junction() -> None:
    told, lines = record_from_page(THREE)
    assert all(line.added for line in lines)
    shower = next(line for line in told.lines if line.name.startswith("shower"))
    bath = next(line for line in told.lines if line.name.startswith("bath"))
    joined = told.model_copy(
        update={"lines": tuple(x.model_copy(update={"joins": bath.id}) if x.id == shower.id else x for x in told.lines)}
    )
    seen = {
        name: {f.kind for f in assess(joined, path=line.id).findings}
        for name, line in (("bath", bath), ("shower", shower))
    }
    assert {"roots", "hole"} <= seen["bath"] and not {"crack", "scale"} & seen["bath"]
    # the roots lie above where the shower joins the bath line, the crack above where the bath line joins the main
    assert {"scale", "hole"} <= seen["shower"] and not {"crack", "roots"} & seen["shower"]


def test_a_counter_that_nothing_ties_is_known_by_its_scale_alone() -> None:
    free = fit_counter([], [], None)
    assert not free.tied
    assert [free.sigma(x) for x in (0, 100)] == pytest.approx([0.1, hypot(0.1, 1.0)])  # handbook 2.1: k 1 ± 0.01


@pytest.mark.parametrize(
    ("value", "unit", "measure", "inner"),
    [
        (24, "in", "extent", 2.0), (3, "ft", "extent", 3.0), (2, "in", "opening", 2.0), (50, "%", "opening", 2.0),
        (1, "in", "step", 25.0), (25, "%", "step", 25.0), (10, "deg", "angle", 10), (2, "in", "depth", 2.0), (50, "%", "share", 50),
        (2, "in", "share", 50.0), (4, "in", "share", 100.0), (9, "in", "share", 100.0),
    ],
)  # fmt: skip
def test_a_size_is_turned_into_what_its_kind_is_measured_in(
    value: float, unit: str, measure: str, inner: float
) -> None:
    """In a 4 in bore: steps in per cent of it, openings and depths in inches, shares of its area, extents in feet."""
    assert in_measure(value, unit, measure, 4.0) == pytest.approx(inner)  # type: ignore[arg-type]


def test_what_one_pass_bounds_is_passed_on_through_the_next_whichever_comes_first() -> None:
    assert Ordering((("b", "c"), ("a", "b")), {"a": 10.0}).windows["c"] == (10.0, inf)
    assert Ordering((("c", "d"), ("b", "c"), ("a", "b")), {"a": 10.0}).windows["d"] == (10.0, inf)
    assert Ordering((("a", "b"), ("b", "c")), {"c": 10.0}).windows["a"] == (-inf, 10.0)


def test_the_fall_at_a_place_is_over_two_feet_either_way() -> None:
    x = np.arange(0.0, 101.0)
    z = np.where(x < 50, -0.01 * x, -0.5 - 0.03 * (x - 50))
    assert [_grade_at(x, z, at) for at in (48, 50, 52, 0, 100)] == pytest.approx([0.01, 0.02, 0.03, 0.01, 0.03])
    assert _grade_at(x, z, 49) == pytest.approx((3 * 0.01 + 1 * 0.03) / 4)


def test_the_main_reached_again_without_a_footage_is_where_it_was() -> None:
    again = "40 main\nrun B vent clay 4in, facing main, counts to main\n5 crack open\nnext main"
    assert {f.station_ft for f in assess(record(again)).findings if f.kind == "main"} == {40.0}
    apart = "40 main\n50 crack open\n44 main\nrun B vent clay 4in, facing main, counts to main\n5 crack open\nnext main"
    mains = [f for f in assess(record(apart)).findings if f.kind == "main"]
    assert any(f.how != "station" for f in mains)  # of two nobody says which


@pytest.mark.parametrize(("last", "told"), [(60, True), (40, False)])
def test_a_chance_of_water_is_told_only_where_a_log_runs_through(last: int, told: bool) -> None:
    logged = "\n".join(f"{x} pitch 2%" for x in range(1, last))
    chances = [chance for *_, chance in bands(record(f"{logged}\n60 main")).chances_unseen if chance is not None]
    assert bool(chances) is told
    assert all(chance < 0.5 for chance in chances)  # a line on an even fall


def test_a_reading_taken_out_is_off_by_its_own_spread_and_the_profiles() -> None:
    """Against the adjustment without it: variance of the misfit is sigma^2 + that of the profile there."""
    reach = [Reach(0, 40, 1 / 3, 5, False, 0.02, 0.02)]
    fair = tuple(
        Height(f"h{n}", x, 100 - 0.02 * x, 0.02) for n, x in enumerate((2.0, 8.0, 14.0, 20.0, 26.0, 32.0, 38.0))
    )
    odd = Height("odd", 17.0, 101.0, 0.05)
    found, without = adjust(reach, Readings(heights=(*fair, odd))), adjust(reach, Readings(heights=fair))
    residual = next(r for r in found.residuals if r.name == "odd")
    assert residual.out
    at = without.mesh.node(17.0)
    spread = hypot(0.05, float(without.sigma[at]))
    assert residual.off == pytest.approx(101.0 - float(without.z[at]), abs=1e-6)
    assert residual.w == pytest.approx(residual.off / spread, rel=1e-3)


@pytest.mark.parametrize(("seen_ft", "known"), [(None, False), (0.0, False), (0.5, True), (40.0, True)])
def test_where_nothing_was_seen_no_soundness_is_known(seen_ft: float | None, known: bool) -> None:
    assert (score([], seen_ft).soundness is not None) is known


def test_between_two_footages_is_between_their_places_on_the_axis() -> None:
    """A counter that reads 3 % short: between 30 and 40 of it is further down the line."""
    page = "between 30 and 40: crack open\n100 = 103\n120 main"
    (found,) = [f for f in assess(record(page)).findings if f.kind == "crack"]
    (tie,) = assess(record(page)).ties
    start, scale = tie.zero_station_ft, tie.scale
    assert found.window_ft == pytest.approx((start + 30 * scale, start + 40 * scale))
    assert scale > 1.01
