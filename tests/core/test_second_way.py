"""What the core works out, worked out a second way: by a library, by brute force, or on a fine grid."""

from itertools import permutations
from math import hypot, inf

import networkx as nx
import numpy as np
import pytest
from hypothesis import assume, example, given
from hypothesis import strategies as st
from scipy.stats import chi2
from shapely import unary_union
from shapely.geometry import box

from bellstone.core.dig.brackets import Need, bracket, brackets
from bellstone.core.dig.depth import REACH_FT, DepthAt, weighted_depth, without_odd
from bellstone.core.findings import AxisWords
from bellstone.core.findings.matching import Look, proposals
from bellstone.core.ground import Array
from bellstone.core.judgement.score import ENDS, WEIGHTS, Rated, score, spread_of, weighted_feet
from bellstone.core.profile.bordered import rows, solve, stacked
from bellstone.core.profile.mesh import Reach, mesh_of
from bellstone.core.profile.surface import Surface
from bellstone.core.scheme import Rating
from bellstone.core.stations import less, union
from bellstone.core.stations.ordering import Ordering

FEET = st.floats(0, 100).map(lambda x: round(x, 2))
SPANS = st.lists(st.tuples(FEET, FEET), max_size=6)
GRID = np.arange(-5, 105, 0.005) + 0.0025  # no span ends on it


def within(spans: list[tuple[float, float]], x: Array) -> np.ndarray:
    return np.logical_or.reduce([np.zeros(x.size, bool), *((min(s) < x) & (x < max(s)) for s in spans)])


@given(SPANS, SPANS)
def test_stretches_joined_and_cut_hold_what_they_should_and_nothing_else(some: list, holes: list) -> None:
    assert (within(list(union(some)), GRID) == within(some, GRID)).all()
    assert (within(list(less(some, holes)), GRID) == within(some, GRID) & ~within(holes, GRID)).all()
    assert all(a[1] < b[0] for a, b in zip(union(some), union(some)[1:], strict=False))


@st.composite
def items(draw: st.DrawFn) -> list[Rated]:
    out = []
    for n in range(draw(st.integers(0, 6))):
        low, likely, high = sorted(draw(st.tuples(*[st.integers(1, 5)] * 3)))
        start = draw(st.one_of(st.none(), FEET))
        end = None if start is None or draw(st.booleans()) else min(start + draw(st.floats(0, 20)), 100.0)
        spacing = draw(st.sampled_from([None, None, 4.0]))
        rating = Rating(low=low, likely=likely, high=high, why="")
        out.append(Rated(f"i{n}", draw(st.sampled_from(["roots", "wall"])), "bore", rating, start, end, spacing))
    return out


@given(items())
def test_the_burden_is_the_worst_of_each_family_summed_along_a_fine_grid(told: list[Rated]) -> None:
    """Handbook 3.3: weight x length, a point 3 ft, an extent at least 3 ft, overlaps of one family once, the worst."""
    step = 0.01
    x = np.arange(-20, 130, step) + step / 2
    for which in ENDS:
        total = 0.0
        for family in ("roots", "wall"):
            worst = np.zeros(x.size)
            for r in (r for r in told if r.family == family):
                weight = WEIGHTS[getattr(r.rating, which)]
                if r.start is None:
                    total += 3.0 * weight
                    continue
                end = r.start if r.end is None else r.end
                if r.spacing and end - r.start > 1e-9:
                    centres = np.arange(r.start, end + 1e-6, r.spacing)
                    spans = [(c - 1.5, c + 1.5) for c in centres]
                else:
                    room = max(3.0 - (end - r.start), 0.0) / 2
                    spans = [(r.start - room, end + room)]
                worst = np.where(within(spans, x), np.maximum(worst, weight), worst)
            total += worst.sum() * step
        assert weighted_feet(told, "bore", which) == pytest.approx(total, abs=0.02 * 81 * (len(told) + 1))


@given(items(), st.floats(10, 200))
def test_the_spread_is_the_share_of_the_length_within_two_feet_of_a_three(told: list[Rated], seen_ft: float) -> None:
    bad = [r for r in told if r.rating.likely >= 3]
    placed = [(r.start - 2, (r.start if r.end is None else r.end) + 2) for r in bad if r.start is not None]
    feet = unary_union([box(a, 0, b, 1) for a, b in placed]).area + 4 * sum(r.start is None for r in bad)
    assert spread_of(told, seen_ft) == pytest.approx(min(feet / seen_ft, 1.0), abs=1e-9)


@given(items())
def test_soundness_of_one_value_is_soundness_at_both_ends(told: list[Rated]) -> None:
    one = [r for r in told if not r.rating.is_range]
    found = score(one, 100.0).soundness
    assert found is not None and found.low == found.likely == found.high
    whole = score(told, 100.0).soundness
    assert whole is not None and whole.low <= whole.likely + 1e-9 <= whole.high + 2e-9


@st.composite
def passes(draw: st.DrawFn) -> Ordering:
    """Passes over one line: each tells some of the things, all in the order they truly have."""
    things = [f"t{n}" for n in range(draw(st.integers(2, 8)))]
    station = {t: 10.0 * n + draw(st.floats(0, 9)) for n, t in enumerate(things)}
    chains = tuple(
        tuple(t for t in things if t in kept)
        for kept in draw(st.lists(st.sets(st.sampled_from(things)), min_size=1, max_size=4))
    )
    fixed = {t: station[t] for t in draw(st.sets(st.sampled_from(things)))}
    loose = draw(st.dictionaries(st.sampled_from(things), st.tuples(st.floats(0, 5), st.floats(0, 5)), max_size=3))
    bounds = {t: (station[t] - a, station[t] + b) for t, (a, b) in loose.items() if t not in fixed}
    return Ordering(chains, fixed, bounds)


@given(passes())
def test_a_window_is_bounded_by_all_that_was_told_before_and_after(told: Ordering) -> None:
    graph = nx.DiGraph()
    graph.add_nodes_from(t for chain in told.chains for t in chain)
    graph.add_nodes_from(told.fixed)
    for chain in told.chains:
        nx.add_path(graph, chain)
    own = {t: (told.fixed[t],) * 2 if t in told.fixed else told.bounds.get(t, (-inf, inf)) for t in graph}
    for thing, (low, high) in told.windows.items():
        if thing in told.fixed:
            assert low == high == told.fixed[thing]
            continue
        assert low == max(own[t][0] for t in {thing, *nx.ancestors(graph, thing)})
        assert high == min(own[t][1] for t in {thing, *nx.descendants(graph, thing)})
    place = {t: n for n, t in enumerate(told.sequence)}
    assert set(place) == set(graph)
    assert all(place[a] < place[b] for a, b in graph.edges)
    by_station = sorted(told.fixed, key=lambda t: told.fixed[t])
    assert all(place[a] < place[b] for a, b in zip(by_station, by_station[1:], strict=False))
    assert [t for t, _ in sorted(told.slots.items(), key=lambda s: (s[1], place[s[0]]))] == list(told.sequence)


@given(st.lists(FEET, min_size=1, max_size=4), st.lists(FEET, min_size=1, max_size=4), st.floats(0.1, 2.0))
@example([3.0], [4.5], 0.1)  # as far apart as may be, to either side
@example([4.5], [3.0], 0.1)
def test_pairs_of_two_passes_are_the_nearest_in_all(out: list[float], back: list[float], sigma: float) -> None:
    """Hungarian assignment against every assignment there is: first the most pairs, then the least distance in all."""

    def look(name: str, station: float, travel: str) -> Look:
        return Look(name, "roots", "roots", frozenset({"roots"}), station, sigma, None, (0, "A", travel))

    looks = [look(f"o{n}", x, "out") for n, x in enumerate(out)] + [
        look(f"b{n}", x, "back") for n, x in enumerate(back)
    ]
    reach = max(1.5, 2 * hypot(sigma, sigma))
    few, many = sorted((out, back), key=len)
    best = max(
        (
            (len(near), -sum(near))
            for order in permutations(many, len(few))
            for near in [[abs(a - b) for a, b in zip(few, order, strict=True) if abs(a - b) <= reach]]
        ),
    )
    found = proposals(looks, set())
    apart = [p.apart_ft or 0.0 for p in found]
    assert (len(apart), -sum(apart)) == (best[0], pytest.approx(best[1], abs=1e-6))


@given(st.lists(st.tuples(FEET, st.floats(0, 10), st.floats(0.1, 3)), min_size=1, max_size=6))
def test_digs_whose_brackets_overlap_or_nearly_are_one(told: list) -> None:
    """4 ft of ground between two holes (working value) is a box half as much longer at each end that meets the other."""
    needs = [Need(f"i{n}", "x", a, a + long, sigma) for n, (a, long, sigma) in enumerate(told)]
    spans = [bracket(n.start, n.end, n.sigma) for n in needs]
    assume(all(abs(a - b - 4) > 1e-9 for a, _ in spans for _, b in spans))  # which touch by a hair is rounding
    joined = unary_union([box(a - 2, 0, b + 2, 1) for a, b in spans])
    parts = list(joined.geoms) if joined.geom_type == "MultiPolygon" else [joined]
    found = brackets(needs, [], lambda x: [None] * x.size, "clay", AxisWords())
    assert sorted((d.start_ft, d.end_ft) for d in found) == [
        pytest.approx((a, b)) for a, b in sorted((p.bounds[0] + 2, p.bounds[2] - 2) for p in parts)
    ]
    assert sorted(i for d in found for i in d.items) == sorted(n.item for n in needs)
    # handbook 2.11: 2 ft of room and two sigma at each end
    n = needs[0]
    assert bracket(n.start, n.end, n.sigma) == pytest.approx((n.start - 2 - 2 * n.sigma, n.end + 2 + 2 * n.sigma))


@given(st.lists(st.tuples(FEET, st.floats(1, 12), st.floats(0.05, 1)), max_size=6), FEET)
def test_a_depth_is_the_mean_by_weight_of_what_was_read_within_ten_feet(told: list, at: float) -> None:
    near = [(d, s**2 + (0.02 * (x - at)) ** 2) for x, d, s in told if abs(x - at) <= 10]
    found = weighted_depth([DepthAt(*r) for r in told], at)
    if not near:
        assert found is None
        return
    depth, variance = np.array(near).T
    assert found is not None
    assert found[0] == pytest.approx(np.average(depth, weights=1 / variance))
    # Birge's ratio, where they lie further apart than chance would have them nineteen times of twenty
    spread = float(np.sum((depth - found[0]) ** 2 / variance))
    birge = spread / (depth.size - 1) if depth.size > 1 and chi2.sf(spread, depth.size - 1) < 0.05 else 1.0
    assert found[1] == pytest.approx((max(birge, 1.0) / np.sum(1 / variance)) ** 0.5)


@pytest.mark.parametrize(
    ("away", "read"), [(REACH_FT, True), (REACH_FT + 0.01, False), (-REACH_FT, True), (-10.01, False)]
)
def test_ten_feet_is_as_far_as_a_depth_reaches(away: float, read: bool) -> None:
    assert (weighted_depth([DepthAt(50, 4.0, 0.2)], 50 + away) is not None) == read


@pytest.mark.parametrize(("off_ft", "left"), [(0.0, 6), (0.8, 6), (3.0, 5), (-3.0, 5)])
def test_one_depth_off_the_straight_line_of_the_others_is_left_out(off_ft: float, left: int) -> None:
    fair = [DepthAt(x, 4.0 + 0.02 * x, 0.2) for x in (0.0, 12.0, 30.0, 44.0, 71.0)]
    odd = DepthAt(38.0, 4.0 + 0.02 * 38 + off_ft, 0.2)
    kept = without_odd([*fair, odd])
    assert (len(kept), odd in kept) == (left, left == 6)
    assert without_odd([*fair[:3], odd]) == [*fair[:3], odd]  # of four nobody can say which is the odd one


REACHES = (
    Reach(0, 20, 1 / 3, 5, False, 0.02, 0.02, (5.0, 10.0, 15.0)),
    Reach(20, 41, 1 / 3, 4, False, 0.02, 0.02, (24.0, 28.0)),
)


@given(st.lists(st.floats(-3, 44), min_size=1, max_size=8))
def test_a_node_is_the_nearest_one_and_at_a_break_the_upstream_one(stations: list[float]) -> None:
    mesh = mesh_of(REACHES, at=[7.3, 33.3])
    found = mesh.nodes(np.array(stations))
    for station, node in zip(stations, found.tolist(), strict=True):
        gaps = np.abs(mesh.station - station)
        assert gaps[node] == gaps.min()
        assert node == 0 or mesh.station[node - 1] < mesh.station[node]
        assert mesh.node(station) == node
        assert mesh.node(station, below=True) == (node + 1 if node in mesh.breaks else node)


def elevation_by_hand(marks: list[tuple[float, float]], fall: float | None, at: float) -> tuple[float, float] | None:
    """Handbook 2.5: the ground through the nearest mark, sigma 0.3 ft and 2 % of the distance; a mark's own within a foot."""
    near = min(marks, key=lambda m: (abs(m[0] - at), m[0]), default=None)
    if near is not None and abs(near[0] - at) < 1:
        return near[1], 0.0
    if fall is None:
        return None
    x, level = near or (0.0, 0.0)
    return level - fall * (at - x), hypot(0.3, 0.02 * abs(at - x))


@given(
    st.lists(st.tuples(FEET, st.floats(90, 110)), max_size=4, unique_by=lambda m: m[0]),
    st.one_of(st.none(), st.floats(-0.1, 0.1)), st.lists(FEET, min_size=1, max_size=5),
)  # fmt: skip
def test_the_ground_is_that_of_the_nearest_mark(marks: list, fall: float | None, at: list[float]) -> None:
    marks = sorted(marks)
    middles = [(a[0] + b[0]) / 2 for a, b in zip(marks, marks[1:], strict=False)]
    assume(all(abs(x - m) > 1e-6 for x in at for m in middles))  # halfway either mark is as near
    surface = Surface(tuple(m[0] for m in marks), tuple(m[1] for m in marks), fall)
    level, sigma = surface.along(np.array(at))
    dug, _ = surface.along_for_digging(np.array(at))
    for n, x in enumerate(at):
        by_hand = elevation_by_hand(marks, fall, x)
        assert surface.elevation(x) == (None if by_hand is None else pytest.approx(by_hand))
        assert np.isnan(level[n]) == (by_hand is None)
        if by_hand is not None:
            assert (level[n], sigma[n]) == pytest.approx(by_hand)
        elif len(marks) > 1 and marks[0][0] <= x <= marks[-1][0]:
            assert dug[n] == pytest.approx(np.interp(x, *zip(*marks, strict=True)))
        else:
            assert np.isnan(dug[n])


@st.composite
def normal_rows(draw: st.DrawFn) -> tuple[list, int, int]:
    """Heights, falls and readings with a bias: rows within the band, enough to hold every unknown."""
    nodes, borders = draw(st.integers(5, 12)), draw(st.integers(0, 2))
    number = st.floats(-5, 5).map(lambda v: round(v, 3))
    sigma = st.floats(0.05, 2).map(lambda v: round(v, 3))
    told = [([n], (1.0,), [], (), draw(number), draw(sigma)) for n in range(nodes)]
    for _ in range(draw(st.integers(0, 6))):
        a = draw(st.integers(0, nodes - 4))
        told.append(([a, a + draw(st.integers(1, 3))], (1.0, -1.0), [], (), draw(number), draw(sigma)))
    for b in range(borders):
        a = draw(st.integers(0, nodes - 1))
        told += [([a], (1.0,), [b], (1.0,), draw(number), draw(sigma)), ([0], (0.0,), [b], (1.0,), 0.0, draw(sigma))]
    return told, nodes, borders


@given(normal_rows(), st.data())
def test_the_banded_solve_and_its_covariance_are_the_dense_ones(told: tuple, data: st.DataObject) -> None:
    said, nodes, borders = told
    dense = np.zeros((len(said), nodes + borders))
    for r, (node, coef, border, beside, _, s) in enumerate(said):
        dense[r, node] = np.array(coef) / s
        if border:
            dense[r, nodes + border[0]] = beside[0] / s
    y = np.array([value / s for *_, value, s in said])
    stack = stacked([
        rows([v], s, [n], c, [b], w) if b else rows([v], s, [n], c) for n, c, b, w, v, s in said
    ])  # fmt: skip
    found = solve(stack, nodes, borders)
    inverse = np.linalg.inv(dense.T @ dense)
    assert np.concatenate([found.z, found.beta]) == pytest.approx(inverse @ dense.T @ y, abs=1e-7)
    a, b = data.draw(st.integers(0, nodes - 1)), data.draw(st.integers(0, nodes - 1))
    between = inverse[a, a] + inverse[b, b] - 2 * inverse[a, b]
    assert found.covariance.between(a, b) == pytest.approx(between, abs=1e-9)
    one = stack.take(np.array([len(said) - 1]))
    row = dense[-1] * said[-1][-1]
    assert found.covariance.of(one)[0] == pytest.approx(row @ inverse @ row, abs=1e-9)
    assert np.concatenate(found.covariance.along(one)) == pytest.approx(inverse @ row, abs=1e-8)
