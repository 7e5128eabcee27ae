"""Both sides of each working value of placing, water and digs, told by pages: what lies just inside, what just beyond.

The values are this project's own (handbook 2) unless a test says otherwise.
"""

import pytest

from bellstone.core.dig.brackets import excavation_flags
from bellstone.core.findings import Finding
from tests.core.test_cases_place import RUN, assessed, seen, told


def kinds(page: str) -> list[Finding]:
    return [f for f in assessed(RUN + page).findings if f.kind not in ("main", "joint") and not f.computed]


# ---- one thing, or two -------------------------------------------------------------------------------------


@pytest.mark.parametrize(("again", "one"), [(21.4, True), (21.5, True), (21.6, False), (18.5, True), (18.4, False)])
def test_what_is_said_to_be_the_same_lies_within_a_foot_and_a_half(again: float, one: bool) -> None:
    """Handbook 2.14."""
    record, lines = told(RUN + f"20 roots small / {again:g} roots small same / 60 main")
    assert all(line.added for line in lines) == one
    items = {s.item for s in record.visits[0].sightings if s.kind == "roots"}
    assert len(items) == 1


@pytest.mark.parametrize(("second", "segments"), [(31.4, 2), (31.6, 3)])
def test_one_change_told_twice_is_one_within_a_foot_and_a_half(second: float, segments: int) -> None:
    page = f"30 change clay > pvc 4in / {second:g} change clay > pvc 4in / 60 main"
    assert len(assessed(RUN + page).segments) == segments


@pytest.mark.parametrize(("second", "one"), [(40.0, True), (45.9, True), (49.0, True), (51.5, False)])
def test_readings_at_rest_are_of_one_pond_within_ten_feet(second: float, one: bool) -> None:
    found = assessed(RUN + f"40 standing 1in rest 9 min off / {second:g} standing 2in rest 9 min off / 90 main").ponds
    assert (len(found) == 1) == one


@pytest.mark.parametrize(("second", "one"), [(46.9, True), (47.2, False)])
def test_an_extent_ends_its_pond_within_a_foot(second: float, one: bool) -> None:
    page = RUN + f"40-46 standing 1in rest 9 min off / {second:g}-54 standing 1in rest 9 min off / 90 main"
    assert (len(assessed(page).ponds) == 1) == one


@pytest.mark.parametrize(("between", "one"), [("", True), ("42-43 dry rest / ", False)])
def test_dry_pipe_between_two_readings_parts_them(between: str, one: bool) -> None:
    found = assessed(RUN + f"40 standing 1in rest 9 min off / {between}45 standing 1in rest 9 min off / 90 main").ponds
    assert (len(found) == 1) == one


# ---- what holds it -----------------------------------------------------------------------------------------


@pytest.mark.parametrize(("end", "held"), [(40.0, True), (38.6, True), (38.3, False)])
def test_water_that_ends_within_a_foot_and_a_half_of_roots_is_held_by_them(end: float, held: bool) -> None:
    page = RUN + f"34-{end:g} standing 0.75in rest 9 min off / 40 roots ball 30% 5-7 joint holds water / 60 main"
    (pond,) = [p for p in assessed(page).ponds if p.start_ft < 39]
    assert (pond.cause == "roots or debris") == held


@pytest.mark.parametrize(
    ("off", "soon"), [("0.1 min off", True), ("3 min off", True), ("9 min off", False), ("", False)]
)
def test_a_depth_read_before_the_line_has_drained_is_questioned(off: str, soon: bool) -> None:
    """2 min and 3 min a 100 ft at 1/4 in/ft: 4.7 min for 90 ft."""
    a = assessed(RUN + f"40-46 standing 1in rest {off} / 90 main")
    assert any("read too soon" in w.text for w in a.warnings) == soon


@pytest.mark.parametrize(
    ("inches", "words"), [(3.9, "98 % of the bore"), (4.0, "100 % of the bore"), (5.0, "full, + 1.0 in head")]
)
def test_over_the_bore_only_head_is_said(inches: float, words: str) -> None:
    a = assessed(RUN + f"40 standing {inches:g}in rest 9 min off / 90 main")
    assert [p for p in a.ponds if words in p.depth_words]


# ---- digs --------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("beacon", "known"), [(40.0, True), (50.9, True), (51.1, False), (31.1, True), (30.9, False)])
def test_a_depth_says_something_within_ten_feet(beacon: float, known: bool) -> None:
    """Handbook 2.11; the beacon sits half a foot behind the lens and the hole is seen half a foot ahead of it."""
    (dig,) = assessed(RUN + f"{beacon:g} depth 5ft / 40 hole 2in / 90 main").digs
    assert (dig.invert_depth_ft is not None) == known
    assert ("depth not known" in dig.flags[0]) != known


@pytest.mark.parametrize(
    ("depth", "first", "ladder"),
    [
        (3.99, "spoil", False), (4.0, "4 ft or deeper", True), (4.99, "4 ft or deeper", True), (5.0, "5 ft or deeper", True),
        (20.0, "5 ft or deeper", True), (20.01, "over 20 ft", True),
    ],
)  # fmt: skip
def test_an_excavation_changes_at_four_five_and_twenty_feet(depth: float, first: str, ladder: bool) -> None:
    """US federal excavation rules, from memory; local rules govern."""
    flags = excavation_flags(depth)
    assert flags[0].startswith(first)
    assert any("ladder" in f for f in flags) == ladder
    assert flags[-2:] == excavation_flags(None)[-2:] and "spoil 2 ft back from the edge" in flags


@pytest.mark.parametrize(
    ("line", "digs"),
    [
        ("40 hole 2in", 1), ("40 crack hairline", 0), ("40 hole 2in?", 0), ("hole 2in", 0), ("40 roots ball 70% joint", 0),
        ("40 roots ball 70% barrel", 1), ("40 break shattered", 1), ("40 grease 90%", 0),
        ("40-46 standing 3in rest 9 min off because 46", 0),
    ],
)  # fmt: skip
def test_what_is_dug_for(line: str, digs: int) -> None:
    """Shell or fall at 4 or worse that is sure and has a place; roots where they come through the wall."""
    assert len(assessed(RUN + f"{line} / 46 roots ball 30% 5-7 joint holds water / 90 main").digs) == digs


@pytest.mark.parametrize(("second", "one"), [(46.0, True), (52.0, True), (54.0, False)])
def test_digs_that_meet_are_one(second: float, one: bool) -> None:
    found = assessed(RUN + f"42 hole 2in / {second:g} hole 2in / 90 main").digs
    assert (len(found) == 1) == one


# ---- places ------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("words", "at", "least"), [("5ft past curb: ", 55.0, 0.2), ("near curb: ", 50.0, 2.0), ("at curb: ", 50.0, 0.2)]
)
def test_near_a_landmark_is_wider_than_at_it(words: str, at: float, least: float) -> None:
    found = seen(assessed(RUN + f"50 = curb / {words}roots small / 90 main"), "roots")
    assert found.station_ft == pytest.approx(at, abs=0.3)
    assert found.band_ft is not None and found.band_ft >= least
    assert (found.band_ft < 1.5) == (least < 1)


@pytest.mark.parametrize(("second", "mains"), [(91.0, 1), (95.0, 2)])
def test_a_main_reached_again_without_a_footage_lies_where_it_was(second: float, mains: int) -> None:
    """Looks at the main over 3 ft apart are not taken for one."""
    page = RUN + f"90 main / pass back / {second:g} main / pass out / next main"
    stations = {f.station_ft for f in assessed(page).findings if f.kind == "main" and f.station_ft is not None}
    assert len(stations) in ({1, 2} if mains == 1 else {2})


@pytest.mark.parametrize(("counter", "odd"), [(100.0, False), (103.0, False), (112.0, True)])
def test_a_counter_that_would_have_to_stretch_too_far_is_asked_about(counter: float, odd: bool) -> None:
    a = assessed(RUN + f"{counter:g} = 100 taped / 90 roots small / 120 main")
    assert any(w.id for w in a.warnings if "run A" in w.where) == odd
