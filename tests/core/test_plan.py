"""The lot from above: trilateration against the truth and another solver, ellipses, the line, the cable check, ties."""

import io
from math import hypot

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from pypdf import PdfReader
from scipy.optimize import minimize
from shapely.geometry import LineString, Point

from bellstone.core.answer.plan_shown import fixed_points
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of
from bellstone.core.ground import DomainError
from bellstone.core.plan import PlanPoint, along, beside, cable_check, ellipse_90, swing_ties, trilaterate
from bellstone.core.record import Amount, PlanObject
from bellstone.formats.assessment_text import assessment_text
from bellstone.formats.pdf import report_pdf

CHI2_2_90 = 4.605  # 90 % of chi-squared with two degrees of freedom: any table
LOT = """run A front cleanout 4in clay, facing main, counts to main
plan house: 0,0 40,0 40,30 0,30
plan front cleanout: 20,-2
plan oak: 35,-25
plan pole: 2,-40
20 depth 4ft
30 offset up 1.5in joint
mark A 20: 14.6ft oak, 26.9ft pole, right, red flag
mark B 55: at 22,-57, white paint
66 main
"""
feet = st.floats(-80, 80)


def told(page: str):
    record, lines = record_from_page(page)
    assert all(line.added for line in lines), [(line.reading.text, line.why) for line in lines if not line.added]
    return record, assess(record)


@settings(max_examples=100, deadline=None)
@given(st.lists(st.tuples(feet, feet), min_size=3, max_size=6, unique=True), feet, feet)
def test_exact_tapes_find_the_point(objects: list[tuple[float, float]], x: float, y: float) -> None:
    at = np.array(objects)
    taped = np.hypot(*(np.array([x, y]) - at).T)
    assume(taped.min() > 1)
    rays = (at - [x, y]) / taped[:, None]
    assume(abs(np.linalg.det(rays.T @ rays)) > 0.2)  # not all in one line with it
    spread = np.linalg.svd(at - at.mean(axis=0))[1]
    assume(spread[1] > 8)  # nor the objects in one line, where two points fit as well
    found = trilaterate(objects, list(taped))
    assert (found.x_ft, found.y_ft) == (pytest.approx(x, abs=1e-4), pytest.approx(y, abs=1e-4))


def misfit(p: np.ndarray, at: np.ndarray, taped: np.ndarray) -> float:
    return float(np.square(np.hypot(*(p - at).T) - taped).sum())


def test_noisy_tapes_agree_with_another_solver() -> None:
    rng = np.random.default_rng(7)
    for _ in range(100):
        at = rng.uniform(-60, 60, (4, 2))
        truth = rng.uniform(-30, 30, 2)
        taped = np.hypot(*(truth - at).T) + rng.normal(0, 0.15, 4)
        rays = (at - truth) / np.hypot(*(truth - at).T)[:, None]
        if abs(np.linalg.det(rays.T @ rays)) < 0.5 or taped.min() < 2:
            continue
        found = trilaterate([tuple(p) for p in at], list(taped))
        other = minimize(misfit, truth, (at, taped), method="Nelder-Mead", options={"xatol": 1e-8, "fatol": 1e-12})
        assert (found.x_ft, found.y_ft) == pytest.approx(tuple(other.x), abs=1e-3)


def test_the_ellipse_holds_nine_in_ten() -> None:
    rng = np.random.default_rng(3)
    at = np.array([[0.0, 0.0], [40.0, 5.0], [10.0, 45.0]])
    truth, inside, draws = np.array([18.0, 16.0]), 0, 800
    for _ in range(draws):
        taped = np.hypot(*(truth - at).T) + rng.normal(0, 0.15, 3)
        found = trilaterate([tuple(p) for p in at], list(taped))
        off = truth - [found.x_ft, found.y_ft]
        inside += float(off @ np.linalg.inv(found.cov) @ off) <= CHI2_2_90
    assert 0.85 <= inside / draws <= 0.95


def test_the_ellipse_of_a_stake_holds_nine_in_ten() -> None:
    """A stake between two marks, each off in plan and in its footage: 800 draws, anywhere between them."""
    rng = np.random.default_rng(7)
    inside, draws = 0, 800
    for _ in range(draws):
        long, turn = rng.uniform(15, 40), rng.uniform(0, 2 * np.pi)
        way = np.array([np.cos(turn), np.sin(turn)])
        sigma, spread = rng.uniform(0.3, 0.8), rng.uniform(0.2, 0.6)
        marks = [
            point(name, s + rng.normal(0, sigma), *(s * way + rng.normal(0, spread, 2)), sigma=sigma, spread=spread)
            for name, s in (("a", 0.0), ("b", long))
        ]
        at = rng.uniform(0.1, 0.9) * long
        stake = along(marks, at)
        assert stake is not None
        off = at * way - [stake.x_ft, stake.y_ft]
        inside += float(off @ np.linalg.inv(stake.cov) @ off) <= CHI2_2_90
    assert 0.85 <= inside / draws <= 0.95


def test_the_axes_of_an_ellipse() -> None:
    e = ellipse_90(np.array([[1.0, 0.0], [0.0, 9.0]]))
    assert (e.a_ft, e.b_ft) == (pytest.approx(3 * CHI2_2_90**0.5, rel=1e-3), pytest.approx(CHI2_2_90**0.5, rel=1e-3))
    assert abs(e.turn_deg) == pytest.approx(90)


@pytest.mark.parametrize(("side", "y"), [("left", 4.0), ("right", -4.0)])
def test_two_ties_want_a_side_and_take_it(side: str, y: float) -> None:
    objects, taped = [(0.0, 0.0), (10.0, 0.0)], [5.0, hypot(7, 4)]
    assert trilaterate(objects, taped, side).y_ft == pytest.approx(y)  # type: ignore[arg-type]
    with pytest.raises(DomainError, match="left or right"):
        trilaterate(objects, taped)


@pytest.mark.parametrize(
    ("objects", "taped", "why"),
    [
        ([(0, 0)], [5], "at least two"),
        ([(0, 0), (40, 0)], [5, 8], "do not meet"),
        ([(0, 0), (4, 0)], [20, 8], "do not meet"),
        ([(0, 0), (0, 0)], [5, 5], "two different"),
        ([(0, 0), (10, 0)], [5, -1], "more than zero"),
        ([(0, 0), (10, 0), (20, 0)], [30, 20, 10], "one line"),
    ],
)
def test_ties_that_tell_no_place_say_why(objects: list[tuple[float, float]], taped: list[float], why: str) -> None:
    with pytest.raises(DomainError, match=why):
        trilaterate(objects, taped, "left")


def test_circles_that_all_but_touch_are_taken_to_touch() -> None:
    assert trilaterate([(0, 0), (10, 0), (5, 9)], [4.9, 4.9, 9.0]).x_ft == pytest.approx(5, abs=0.1)
    with pytest.raises(DomainError, match="one line"):  # two tapes that only touch tell nothing across
        trilaterate([(0, 0), (10, 0)], [4.9, 4.9], "left")


def point(label: str, station: float, x: float, y: float, sigma: float = 0.5, spread: float = 0.1) -> PlanPoint:
    return PlanPoint(label, station, sigma, x, y, np.eye(2) * spread**2)


@settings(max_examples=60, deadline=None)
@given(st.lists(st.tuples(st.floats(2, 30), st.floats(-1.5, 1.5)), min_size=1, max_size=5), st.floats(0, 1))
def test_between_points_the_line_runs_by_the_cable(legs: list[tuple[float, float]], share: float) -> None:
    """Against shapely: a polyline whose legs are as long as the cable is interpolated alike."""
    points, xy, s = [point("0", 0, 0, 0)], [(0.0, 0.0)], 0.0
    for n, (length, turn) in enumerate(legs, start=1):
        s += length
        xy.append((xy[-1][0] + length * np.cos(turn), xy[-1][1] + length * np.sin(turn)))
        points.append(point(str(n), s, *xy[-1]))
    at, other = along(points, share * s), LineString(xy).interpolate(share * s)
    assert at is not None and (at.x_ft, at.y_ft) == (pytest.approx(other.x, abs=1e-6), pytest.approx(other.y, abs=1e-6))
    assert along(points, s + 1) is None and along(points, -1) is None
    assert cable_check(points) == []


def test_the_cable_check_raises_no_false_alarm_and_sees_a_mark_that_was_moved() -> None:
    """No alarm in 1,000 consistent lines; a mark moved along the line by 4 to 8 σ of the difference named in 95 %."""
    rng = np.random.default_rng(11)
    alarms = seen = 0
    for _ in range(1000):
        truth = np.cumsum(rng.uniform(12, 30, 4))
        sigma, spread = 0.5, 0.2
        points = [
            point(f"{n}", s + rng.normal(0, sigma), rng.normal(0, spread), s + rng.normal(0, spread), sigma, spread)
            for n, s in enumerate(truth)
        ]
        alarms += any("cannot both" in words for words in cable_check(points))
        far = points[3]
        moved = point(
            "moved",
            far.station_ft,
            far.x_ft,
            far.y_ft + rng.uniform(4, 8) * hypot(2**0.5 * sigma, 2**0.5 * spread),
            sigma,
            spread,
        )
        seen += any("moved" in words and "cannot both" in words for words in cable_check([*points[:3], moved]))
    assert alarms == 0
    assert seen >= 950


def test_slack_is_told_with_how_much() -> None:
    assert cable_check([point("A", 0, 0, 0), point("B", 20, 0, 12)]) == [
        "8.0 ft more cable than ground between A and B: a bend, or slack"
    ]


def test_ties_are_near_and_cross_well() -> None:
    objects = {"oak": (10.0, 0.0), "wall": (20.0, 1.0), "pole": (0.0, 30.0), "mast": (0.0, 140.0)}
    assert [name for name, _ in swing_ties(0, 0, objects)] == ["oak", "wall", "pole"]
    assert swing_ties(0, 0, {"oak": (10, 0), "wall": (20, 1), "mast": (0, 140)}) == ()  # one in line, one too far
    angled = {"a": (10.0, 0.0), "b": (10 * np.cos(np.radians(29)), 10 * np.sin(np.radians(29)))}
    assert swing_ties(0, 0, angled) == ()
    angled["b"] = (10 * np.cos(np.radians(31)), 10 * np.sin(np.radians(31)))
    assert len(swing_ties(0, 0, angled)) == 2


def test_a_lot_that_is_told_places_marks_line_and_stakes() -> None:
    _, found = told(LOT)
    plan = found.plan
    assert plan is not None
    a, b = plan.marks
    assert (a.x_ft, a.y_ft) == (pytest.approx(21.0, abs=0.1), pytest.approx(-21.0, abs=0.1))
    assert hypot(a.x_ft - 35, a.y_ft + 25) == pytest.approx(14.6, abs=1e-6)
    assert (b.x_ft, b.y_ft, b.words) == (22, -57, "white paint")
    assert [round(s) for s, _, _ in plan.line] == [
        0,
        19,
        54,
    ]  # the beacon sits a foot behind the lens that reads the counter
    first, second = plan.stakes[0]
    assert first.y_ft > second.y_ft  # farther from the house
    assert {name for name, _ in first.ties} >= {"oak", "pole"}
    for stake in (first, second):
        for name, away in stake.ties:
            x, y = fixed_points(found.plan.objects)[name]
            assert hypot(x - stake.x_ft, y - stake.y_ft) == pytest.approx(away, abs=1e-3)


def test_what_is_drawn_and_marked_reads_back() -> None:
    record, _ = told(LOT)
    again, _ = record_from_page(page_of(record))
    assert (again.site.plan, again.marks) == (record.site.plan, record.marks)


def test_drawn_or_marked_again_stands_as_it_was_said_last() -> None:
    record, found = told(LOT + "plan oak: 36,-25\nmark B 55: at 23,-58\n")
    assert [o.points for o in record.site.plan if o.name == "oak"] == [((36, -25),)]
    assert [(m.label, m.plan_x_ft) for m in record.marks if m.label == "B"] == [("B", 23)]


@pytest.mark.parametrize(
    ("line", "why"),
    [
        ("mark C 40: 12ft elm, 15ft pole, left", "is not on the plan"),
        ("mark C 40: 2ft oak, 3ft pole, left", "do not meet"),
        ("mark C 40: 25ft oak, 25ft pole", "left or right"),
        ("mark C 40: by the hedge", "no ties and no coordinates"),
    ],
)
def test_a_mark_without_a_place_says_why_and_is_kept(line: str, why: str) -> None:
    _, found = told(LOT + line + "\n")
    assert found.plan is not None
    mark = found.plan.marks[-1]
    assert mark.x_ft is None and why in mark.why


def test_anothers_mark_moves_no_line() -> None:
    _, ours = told(LOT)
    _, theirs = told(LOT + "mark X 40: at 90,-40, theirs\n")
    assert ours.plan is not None and theirs.plan is not None
    assert theirs.plan.line == ours.plan.line and theirs.plan.marks[-1].ours is False


@settings(max_examples=60, deadline=None)
@given(
    st.lists(st.tuples(st.floats(4, 30), st.floats(-1.2, 1.2)), min_size=1, max_size=4),
    st.floats(-20, 60),
    st.floats(-20, 60),
)
def test_another_point_is_as_far_off_as_from_a_polyline(legs: list[tuple[float, float]], x: float, y: float) -> None:
    """Against shapely: distance, and the station across from it where it is not past the ends."""
    points, xy, s = [point("0", 0, 0, 0)], [(0.0, 0.0)], 0.0
    for n, (length, turn) in enumerate(legs, start=1):
        s += length
        xy.append((xy[-1][0] + length * np.cos(turn), xy[-1][1] + length * np.sin(turn)))
        points.append(point(str(n), s, *xy[-1]))
    line, at = LineString(xy), Point(x, y)
    found = beside(points, x, y, np.eye(2) * 0.04)
    if found is None:
        assert line.project(at) == pytest.approx(0, abs=1e-6) or line.project(at) == pytest.approx(line.length)
    else:
        assert found[0] == pytest.approx(line.distance(at), abs=1e-6)
        foot = line.interpolate(found[2])
        assert foot.distance(at) == pytest.approx(found[0], abs=1e-6)


@pytest.mark.parametrize(
    ("x", "y", "off", "across", "way"),
    [(5, -10, 5, 10, "east"), (-5, -10, 5, 10, "west"), (10, -24, 4, 30, "south"), (10, -16, 4, 30, "north"),
     (-3, -24, 5, 20, "southwest")],
)  # fmt: skip
def test_which_way_another_mark_lies(x: float, y: float, off: float, across: float, way: str) -> None:
    line = [point("a", 0, 0, 0), point("b", 20, 0, -20), point("c", 40, 20, -20)]
    found = beside(line, x, y, np.eye(2) * 0.04)
    assert found is not None
    assert (found[0], found[2], found[3]) == (pytest.approx(off), pytest.approx(across), way)


@pytest.mark.parametrize(("x", "y"), [(0, 5), (4, 4), (26, -20), (300, -300)])
def test_past_the_marks_nothing_is_told(x: float, y: float) -> None:
    line = [point("a", 0, 0, 0), point("b", 20, 0, -20), point("c", 40, 20, -20)]
    assert beside(line, x, y, np.eye(2)) is None and beside(line[:1], x, y, np.eye(2)) is None


def test_anothers_mark_is_told_in_a_sentence_fit_to_send() -> None:
    _, far = told(LOT + "mark X 52: at 24,-40, theirs\n")
    _, near = told(LOT + "mark X: at 21.2,-30, theirs\n")
    _, past = told(LOT + "mark X: at 300,-300, theirs\n")
    said = [m.beside for a in (far, near, past) for m in a.plan.marks if m.label == "X"]
    assert "of the line as we have it, across from" in said[0] and "it was told for" in said[0]
    assert said[1].startswith("mark X agrees with the line as we have it")
    assert said[0] in assessment_text(far) and f"{said[0]}" in " ".join(
        " ".join(p.extract_text().split()) for p in PdfReader(io.BytesIO(report_pdf(far))).pages
    )
    assert said[2] == "mark X lies past our marks: how far off it is cannot be told"
    assert all(not m.beside for m in far.plan.marks if m.ours)


def test_without_marks_on_both_sides_a_stake_says_so() -> None:
    _, found = told(LOT.replace("mark B 55: at 22,-57, white paint\n", ""))
    assert found.plan is not None
    assert [s.why for s in found.plan.stakes[0]] == ["no mark in plan on both sides of it"] * 2


def test_the_vertical_cable_is_taken_out() -> None:
    """A riser of 5 ft: the cable to a mark is 5 ft longer than the ground between it and the access."""
    record, _ = record_from_page(LOT)
    line = record.lines[0].model_copy(update={"vertical_ft": Amount(likely=5, unit="ft")})
    deeper = type(record).model_validate(record.model_dump() | {"lines": [line.model_dump()]})
    plan = assess(deeper).plan
    assert plan is not None
    assert [round(s) for s, _, _ in plan.line] == [5, 19, 54]


def test_corners_are_points_by_their_number() -> None:
    house = PlanObject(name="house", kind="house", points=((0, 0), (40, 0), (40, 30)))
    assert fixed_points([house]) == {"house 1": (0, 0), "house 2": (40, 0), "house 3": (40, 30)}


def test_nothing_drawn_is_no_plan() -> None:
    assert told("run A yard 4in clay, facing main, counts to main\n30 offset up 1.5in\n66 main\n")[1].plan is None
