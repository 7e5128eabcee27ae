"""Scores, verdict and digs: the handbook's checks and laws."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.dig.brackets import Need, bracket, brackets, excavation_flags, past_joint
from bellstone.core.dig.depth import FROM_READINGS, DepthAt, weighted_depth
from bellstone.core.findings.where import AxisWords
from bellstone.core.ground import Array, DomainError
from bellstone.core.judgement import ORDER, score
from bellstone.core.judgement.score import Rated, disagreement, weighted_feet
from bellstone.core.judgement.verdict import Judged, judge
from bellstone.core.record import HouseRules
from bellstone.core.scheme import Rating
from bellstone.core.stations import less, union


def rating(likely: int, low: int | None = None, high: int | None = None) -> Rating:
    return Rating(low=low or likely, likely=likely, high=high or likely, why="test")


def point(value: int, at: float | None, family: str = "roots", item: str = "") -> Rated:
    return Rated(item or f"i{at}{family}", family, "bore", rating(value), at)


@pytest.mark.parametrize(
    ("items", "expected"),
    [
        ([point(5, 15)], 51), ([point(4, 15)], 80), ([point(3, 15)], 93),
        ([point(3, 2.5 + 5 * n) for n in range(6)], 64),
        ([Rated("w", "wall", "shell", rating(3), 0, 30)], 47), ([Rated("w", "wall", "shell", rating(1), 0, 30)], 100),
    ],
)  # fmt: skip
def test_handbook_soundness_in_thirty_feet(items: list[Rated], expected: int) -> None:
    """Handbook 3.3, arithmetic."""
    result = score(items, 30)
    assert result.soundness is not None
    assert round(result.soundness.likely) == expected


RATED = st.builds(
    lambda v, a, length, fam: Rated(f"{v}{a}", fam, "bore", rating(v), a, a + length if length else None),
    st.integers(1, 5), st.floats(0, 100), st.sampled_from([0, 0, 2, 8, 30]), st.sampled_from(["roots", "build_up"]),
)  # fmt: skip


@given(st.lists(RATED, max_size=12), st.integers(1, 5), st.floats(0, 100))
def test_one_more_finding_never_raises_soundness(items: list[Rated], value: int, at: float) -> None:
    before = score(items, 100).soundness_by_aspect["bore"]
    after = score([*items, point(value, at)], 100).soundness_by_aspect["bore"]
    assert after <= before + 1e-9


@given(st.lists(RATED, max_size=10))
def test_overlapping_items_of_one_family_count_once_the_worst(items: list[Rated]) -> None:
    twice = [*items, *(Rated(f"again{r.item}", r.family, r.aspect, r.rating, r.start, r.end) for r in items)]
    assert weighted_feet(twice, "bore", "likely") == pytest.approx(weighted_feet(items, "bore", "likely"))


def test_cutting_a_segment_leaves_the_lines_soundness_unchanged() -> None:
    from bellstone.core.assess import assess
    from bellstone.core.edits import record_from_page

    page = "run A cleanout 4in clay, facing main, counts to main\n10 roots 30%\n20-40 wear heavy\n33 hole 1in\n60 main"
    whole = assess(record_from_page(page)[0])
    cut = assess(record_from_page(page + "\n30 change clay 4in > clay 4in")[0])
    assert len(cut.segments) == len(whole.segments) + 1
    assert cut.line.soundness == whole.line.soundness


def test_ranges_give_ranges_and_items_without_a_station_still_count() -> None:
    wide = score([Rated("i", "roots", "bore", rating(3, 2, 5), None)], 30)
    assert wide.soundness.low < wide.soundness.likely < wide.soundness.high
    assert score([point(5, None)], None).soundness is None
    assert score([point(5, None)], None).worst == 5


@pytest.mark.parametrize(
    ("worst", "spread", "word"),
    [
        (5, 0.2, "isolated"),
        (3, 0.4, "spread out"),
        (4, 0.5, "whole length"),
        (4, 0.4, "mixed"),
        (2, 0.1, "little"),
        (5, None, "not known"),
    ],
)
def test_what_disagreement_means(worst: int, spread: float | None, word: str) -> None:
    assert word in disagreement(worst, spread)


def judged(**update: object) -> Judged:
    base = {
        "item": "i1", "name": "it", "kind": "hole", "form": "", "aspect": "shell", "qualities": (), "low": 3, "likely": 3, "high": 3,
        "share_pct": None, "depth_in": None, "bore_in": 4.0, "in_place": True, "unsure": False, "settle": "measure it",
    }  # fmt: skip
    return Judged(**{**base, **update})


VERDICTS = [
    (judged(low=5, likely=5, high=5), "not_serviceable"),
    (judged(kind="roots", aspect="bore", likely=4, share_pct=(60, 60, 60)), "not_serviceable"),
    (judged(kind="roots", aspect="bore", likely=2, share_pct=(60, 60, 60), in_place=False), "serviceable_note"),
    (judged(kind="standing", aspect="fall", likely=4, depth_in=(2.5, 2.5, 2.5)), "not_serviceable"),
    (judged(kind="standing", aspect="fall", likely=3, depth_in=(1, 1, 1), qualities=("not_moved",)), "not_serviceable"),
    (judged(kind="submerged", aspect="fall", likely=4), "further_look"),
    (judged(likely=4, low=4, high=4), "further_look"),
    (judged(likely=3), "serviceable_note"),
    (judged(likely=1, low=1, high=1), "serviceable"),
    (judged(kind="collapse", likely=5, unsure=True), "further_look"),
    (judged(likely=5, unsure=True), "serviceable"),
    (judged(kind="hole", likely=4, qualities=("void",), unsure=True), "further_look"),
]


@pytest.mark.parametrize(("item", "verdict"), VERDICTS)
def test_each_rule_of_serviceability(item: Judged, verdict: str) -> None:
    assert judge([item], HouseRules(), reached_main=True).verdict == verdict


def test_the_main_not_reached_is_at_best_a_further_look() -> None:
    result = judge([], HouseRules(), reached_main=False, stop_reason="a hard tee")
    assert result.verdict == "further_look"
    assert "a hard tee" in result.reasons[0].why


def test_a_range_that_would_change_the_verdict_says_so_and_what_settles_it() -> None:
    result = judge([judged(low=3, likely=4, high=5)], HouseRules(), reached_main=True)
    assert (result.at_best, result.at_worst) == ("serviceable_note", "not_serviceable")
    assert "Not serviceable" in result.changes
    assert "measure it" in result.changes


def test_both_schools_of_worn_iron_are_a_house_rule() -> None:
    worn = judged(kind="wear", likely=3)
    kept = judge([worn], HouseRules(worn_iron="keep_while_sound"), reached_main=True)
    replaced = judge([worn], HouseRules(worn_iron="replace_on_sight"), reached_main=True)
    assert (kept.verdict, replaced.verdict) == ("serviceable_note", "not_serviceable")
    assert replaced.reasons[0].house_rule


@given(st.integers(1, 5), st.integers(1, 5))
def test_the_verdict_never_betters_as_a_rating_worsens(a: int, b: int) -> None:
    worse, better = max(a, b), min(a, b)
    first = judge([judged(low=better, likely=better, high=better)], HouseRules(), reached_main=True)
    second = judge([judged(low=worse, likely=worse, high=worse)], HouseRules(), reached_main=True)
    assert ORDER.index(second.verdict) >= ORDER.index(first.verdict)


@given(st.floats(0, 200), st.floats(0, 40), st.floats(0, 3))
def test_a_dig_holds_its_extent_with_working_room(start: float, length: float, sigma: float) -> None:
    """Handbook 2.11: extent + (2 ft + 2 sigma) each side."""
    a, b = bracket(start, start + length, sigma)
    assert a == pytest.approx(start - 2 - 2 * sigma)
    assert b == pytest.approx(start + length + 2 + 2 * sigma)


@given(st.floats(0, 100), st.sampled_from([-1, 1]), st.lists(st.floats(-20, 120), max_size=8))
def test_an_end_moves_outward_only(end: float, outward: int, joints: list[float]) -> None:
    moved, past = past_joint(end, outward, sorted(joints))
    assert outward * (moved - end) >= 0
    # the nearest joint that half a foot beyond it lies outward, and within reach of the end
    ahead = [outward * (j - end) + 0.5 for j in joints if 0 <= outward * (j - end) + 0.5 <= 6.0]
    assert past == bool(ahead)
    assert outward * (moved - end) == pytest.approx(min(ahead, default=0.0), abs=1e-9)


def test_close_needs_share_one_dig_and_depth_is_weighted() -> None:
    needs = [Need("i1", "a", 40, 40, 0.3), Need("i2", "b", 43, 45, 0.3), Need("i3", "c", 90, 90, 0.3)]
    readings = [DepthAt(42, 5.0, 0.2), DepthAt(42, 5.4, 0.4)]

    def read(at: Array) -> list[tuple[float, float, str] | None]:
        depths = [weighted_depth(readings, x) for x in at.tolist()]
        return [None if depth is None else (*depth, FROM_READINGS) for depth in depths]

    found = brackets(needs, [50.0], read, "clay 4 in", AxisWords())
    assert [d.items for d in found] == [("i1", "i2"), ("i3",)]
    # inverse variance by hand: (5/0.04 + 5.4/0.16) / (1/0.04 + 1/0.16) = 5.08
    assert found[0].invert_depth_ft == pytest.approx(5.08, abs=0.01)
    assert found[1].invert_depth_ft is None
    assert any("protective" in flag for flag in found[0].flags)
    assert weighted_depth([], 10) is None


@pytest.mark.parametrize(
    ("depth", "flags"), [(3.9, []), (4.0, ["4 ft"]), (5.0, ["5 ft", "4 ft"]), (21.0, ["over 20", "4 ft"])]
)
def test_depth_flags(depth: float, flags: list[str]) -> None:
    """US federal excavation thresholds, from memory (handbook 2.11)."""
    said = " ".join(excavation_flags(depth))
    assert all(flag in said for flag in flags)
    assert ("ladder" in said) == (depth >= 4)


@pytest.mark.parametrize("bad", [(5, 4, 0.1), (5, 6, -1), (float("nan"), 6, 0.1), (5, 6, float("inf"))])
def test_an_impossible_dig_is_refused(bad: tuple[float, float, float]) -> None:
    with pytest.raises(DomainError):
        bracket(*bad)


SPANS = st.lists(st.tuples(st.floats(0, 100), st.floats(0, 100)).map(sorted).map(tuple), max_size=8)


@given(SPANS, SPANS)
def test_seen_and_holes_part_the_line(spans: list[tuple[float, float]], holes: list[tuple[float, float]]) -> None:
    def feet(intervals: object) -> float:
        return sum(b - a for a, b in intervals)

    left = less(spans, holes)
    both = feet(union([*spans, *holes]))
    assert feet(left) + feet(union(holes)) == pytest.approx(both, abs=1e-6)
