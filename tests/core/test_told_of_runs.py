"""What is told of runs and water in words and figures that no other test reads: which point, which end, how far."""

import numpy as np
import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.water.backup import Opening, backup_behind

HEAD = "run A yard cleanout clay 4in, facing main, counts to main"
BELLY = (
    "0 invert 97 ± 0.02",
    "20 invert 96 ± 0.02",
    "30 invert 95.5 ± 0.02",
    "40 invert 96 ± 0.02",
    "60 invert 95 ± 0.02",
)


def answer(*lines: str) -> Assessment:
    record, told = record_from_page("\n".join(lines))
    assert all(line.added for line in told), [line.why for line in told if not line.added]
    return assess(record)


@pytest.mark.parametrize("odd", [0, 1, 2, 3])
def test_the_known_point_that_does_not_fit_is_named_by_its_place_in_the_telling(odd: int) -> None:
    at = [20, 40, 60, 80]
    points = [f"{ft} = {ft + (6 if n == odd else 0)} taped" for n, ft in enumerate(at)]
    a = answer(HEAD, *points, "90 main")
    # the zero at the access is the first point
    assert a.ties[0].questions == (f"Known point {odd + 2} does not fit the others: off by 6.0 ft.",)


def test_dry_said_of_what_would_hold_water_is_told_with_how_deep_it_would_be() -> None:
    """By hand: the fill behind 96.0 ft at 40 over 95.5 at 30 is half a foot, less what the joints between sag."""
    (found,) = answer(HEAD, *BELLY, "25-38 dry rest", "80 main").water_not_known
    assert (found.start_ft, found.end_ft) == (25.0, 38.0)
    said, deep = found.why.split(" in here: ")[0].rsplit(" ", 1)
    assert said == "seen dry, but the readings would have" and 4.5 < float(deep) <= 6.0


def test_a_run_that_stopped_going_up_the_line_and_only_that_is_told_as_such() -> None:
    up = answer(
        "run A two-way cleanout clay 4in, facing main, counts to main", "30 main",
        "run B two-way cleanout clay 4in, facing house, counts to house", "20 stopped, tight bend",
    )  # fmt: skip
    assert [(u.start_ft, u.why) for u in up.unseen] == [(-20.0, "run B stopped going up the line: tight bend")]
    down = answer("run A two-way cleanout clay 4in, facing main, counts to main", "30 stopped, roots")
    assert [u.why for u in down.unseen] == ["the main was not reached: roots; its distance is not known"]


def test_shallow_pipe_has_its_depth_at_the_cursor() -> None:
    """0.6 ft to the beacon and 0.06 more to the invert."""
    a = answer(HEAD, "11 depth 0.6ft", "66 main")
    near = min(range(len(a.section.station_ft)), key=lambda n: abs(a.section.station_ft[n] - 10.0))
    assert a.section.invert_depth_ft[near] == pytest.approx(0.66, abs=0.005)


def test_water_that_backs_up_fills_pipe_and_risers_and_nothing_else() -> None:
    """Level pipe of 4 in, 10 ft of it full, and a riser of 4 in that stands 2 ft over the crown: 0.0873 ft² x 12 ft."""
    x, z, full = np.linspace(0, 10, 21), np.zeros(21), np.full(21, 1 / 3)
    found = backup_behind(x, z, full, 10.0, [Opening("floor drain", 0.0, 1 / 3 + 2.0, 1 / 3)])
    assert found is not None
    assert found.volume_gal == pytest.approx(np.pi / 4 / 9 * 12 * 7.48052, rel=2e-3)
    assert found.head == pytest.approx(2 + 1 / 3)
