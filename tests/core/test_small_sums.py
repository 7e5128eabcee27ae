"""Small sums against the same worked out another way: weights, variances, widths, ends."""

import numpy as np
import pytest

from bellstone.core.assess import assess
from bellstone.core.dig.brackets import past_joint
from bellstone.core.dig.depth import OFF_SPOT_SHARE, SURFACE_FT, DepthAt, _off_the_others
from bellstone.core.dig.trench import trench
from bellstone.core.edits import record_from_page
from bellstone.core.ground import DomainError
from bellstone.core.profile.bordered import rows, solve, stacked


@pytest.mark.parametrize("name", ["bore_in", "invert_depth_ft", "length_ft"])
def test_a_hole_wants_more_than_nothing_of_each(name: str) -> None:
    fair = {"bore_in": 4.0, "invert_depth_ft": 5.0, "length_ft": 8.0}
    assert trench(**(fair | {name: 0.5})).spoil_yd3 > 0
    for value in (0.0, -0.5):
        with pytest.raises(DomainError, match="more than zero"):
            trench(**(fair | {name: value}))


@pytest.mark.parametrize(("end", "outward", "joint", "moved"), [
    (45.0, 1, 44.8, 45.3), (45.0, -1, 45.2, 44.7), (45.0, 1, 44.4, None), (45.0, 1, 50.5, 51.0), (45.0, 1, 50.6, None),
])  # fmt: skip
def test_an_end_lands_half_a_foot_past_a_joint_however_little_that_moves_it(
    end: float, outward: int, joint: float, moved: float | None
) -> None:
    ends, was = past_joint(end, outward, [joint])
    assert (ends, was) == ((pytest.approx(moved), True) if moved is not None else (end, False))


def test_how_far_a_depth_lies_off_the_others_is_a_straight_line_by_least_squares() -> None:
    """The others' line with its slope drawn to nothing by 1/slope²: solved here as rows, there by its sums."""
    rng = np.random.default_rng(11)
    for _ in range(40):
        at = np.sort(rng.uniform(0, 80, 6))
        read = [DepthAt(float(x), float(rng.normal(4 + 0.02 * x, 0.3)), float(rng.uniform(0.1, 0.5))) for x in at]
        for k, off in enumerate(_off_the_others(read)):
            others = [r for n, r in enumerate(read) if n != k]
            own = [np.hypot(r.sigma, SURFACE_FT) for r in others]
            rows = np.array([[1 / s, (r.station - read[k].station) / s] for r, s in zip(others, own, strict=True)])
            rows = np.vstack([rows, [0.0, 1 / OFF_SPOT_SHARE]])
            values = np.append([r.depth / s for r, s in zip(others, own, strict=True)], 0.0)
            middle = np.linalg.lstsq(rows, values, rcond=None)[0][0]
            variance = np.linalg.inv(rows.T @ rows)[0, 0]
            spread = np.sqrt(read[k].sigma ** 2 + SURFACE_FT**2 + variance)
            assert off == pytest.approx(abs(read[k].depth - middle) / spread, rel=1e-9)


@pytest.mark.parametrize(("bore", "fails"), [("4in", True), ("6in", False), ("", True)])
def test_inches_of_water_are_judged_in_the_pipe_they_stand_in(bore: str, fails: bool) -> None:
    """Two inches at rest are half of 4 in, the usual bore where none was said, and a third of 6 in."""
    page = f"run A cleanout clay {bore}, facing main, counts to main\n20-26 standing 2in rest\n60 main"
    (pond,) = [f for f in assess(record_from_page(page)[0]).findings if f.kind == "standing"]
    shares = {"4in": 50.0, "6in": 100 / 3}
    if bore:
        assert f"{shares[bore]:.1f}".rstrip("0").rstrip(".") in (pond.rating.why if pond.rating else "")


@pytest.mark.parametrize(("page", "start", "end"), [("12 roots 10%\n40 crack open", 0.0, 40.0)])
def test_what_no_run_saw_is_seen_from_the_zero(page: str, start: float, end: float) -> None:
    lanes = assess(record_from_page(page)[0]).lanes
    assert [(lane.start_ft, lane.end_ft) for lane in lanes] == [(start, end)]


def test_the_variance_of_a_row_of_any_four_nodes_is_the_dense_one() -> None:
    """Rows over one to four nodes and both border unknowns, against the whole matrix inverted."""
    rng = np.random.default_rng(5)
    count, borders = 14, 2
    parts = [
        rows(rng.normal(size=count - 3), 0.3, np.arange(count - 3)[:, None] + np.arange(4), tuple(rng.normal(size=4))),
        rows(rng.normal(size=count), 0.5, np.arange(count)[:, None], (1.0,)),
        rows(rng.normal(size=count), 0.4, np.arange(count)[:, None], (1.0,), np.arange(count)[:, None] % 2, (1.0,)),
    ]
    told = stacked(parts)
    dense = np.zeros((len(told), count + borders))
    for k in range(len(told)):
        np.add.at(dense[k], told.node[k], told.coef[k])
        np.add.at(dense[k], count + told.border[k], told.border_coef[k])
    q = np.linalg.inv((dense / told.sigma[:, None]).T @ (dense / told.sigma[:, None]))
    solved = solve(told, count, borders).covariance
    assert solved.of(told) == pytest.approx(np.einsum("ki,ij,kj->k", dense, q, dense), rel=1e-8)
    for a, b in ((0, 0), (2, 3), (1, 12)):
        assert solved.between(a, b) == pytest.approx(q[a, a] + q[b, b] - 2 * q[a, b], abs=1e-12)
