"""What is said beside a thing and kept in its words; a reducer with its two bores; the pipe that goes on behind a thing."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of, read_line, sighting_line
from bellstone.core.record import ABOUT_FT
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def heard(said: str) -> tuple[str, ...]:
    return hear_line(said, HOUSE).lines


@pytest.mark.parametrize(("said", "line"), [
    ("33 joint open, as before", '33 open "as before"'),
    ("44 root ball, same as last time", '44 roots ball "same as last time"'),
    ("light roots at 11, that was in the first report", '11 roots light "that was in the first report"'),
    ("crack at 20, no worse than last year", '20 crack "no worse than last year"'),
    ("roots at 26, heaviest along the bottom", '26 roots "heaviest along the bottom"'),
    ("crack just past the joint at 36", '36 crack "just past the joint"'),
    ("roots in from the top at 28, hanging down about halfway", '28 roots top "hanging down about halfway"'),
])  # fmt: skip
def test_what_compares_or_places_a_thing_more_closely_is_kept_in_its_words(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "lines"), [
    ("first wye at 18, second wye at 26", ('18 fitting wye "first"', '26 fitting wye "second"')),
    ("second coupling at 30", ('30 coupling "second"',)),
])  # fmt: skip
def test_which_of_several_it_is_stays_with_it(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize("said", ["roots as before cleaning at 30", "worst at 45", "crack just past 36 joint"])
def test_words_that_tell_more_than_a_comparison_are_not_kept_as_one(said: str) -> None:
    assert not any('"' in line and "before" in line or '"worst' in line or '"just past' in line for line in heard(said))


@pytest.mark.parametrize(("said", "line"), [
    ("crack upper right at 2 o'clock, 27 feet", "27 crack 2 o'clock"),
    ("roots lower left at 40, 7 o'clock", "40 roots 7 o'clock"),
])  # fmt: skip
def test_an_hour_within_a_side_says_it_more_closely(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_an_hour_on_the_other_side_is_asked() -> None:
    assert hear_line("crack upper right at 8 o'clock, 27 feet", HOUSE).outcome == "asked"


@pytest.mark.parametrize("said", [
    "6 by 4 reducer at 22", "22 reducer 6x4", "reducer at 22, 6 to 4", "reducer at 22 feet, from six inch down to four",
])  # fmt: skip
def test_a_reducer_has_the_bores_it_stands_between_and_no_hours(said: str) -> None:
    assert heard(said) == ("22 fitting reducer 6in > 4in",)


@pytest.mark.parametrize("said", ["no reducer at 22, 6 to 4", "cracked from 6 to 4 at the reducer, 22 feet"])
def test_a_reducer_denied_or_beside_another_thing_takes_no_bores(said: str) -> None:
    assert not any("> 4in" in line for line in heard(said))


def test_the_pipe_is_narrower_past_a_reducer_and_the_line_comes_back_as_it_was() -> None:
    page = "run A cleanout, clay 6in, facing main, counts to main\n22 fitting reducer 6in > 4in left\n40 main"
    record, _ = record_from_page(page)
    result = assess(record)
    assert [(s.bore_in, s.start_ft, s.end_ft) for s in result.segments] == [(6.0, 0.0, 22.0), (4.0, 22.0, 40.0)]
    assert result.findings[0].words == "fitting, reducer, 6in > 4in"
    written = next(line for line in page_of(record).splitlines() if "reducer" in line)
    again = read_line(written, HOUSE).acts[0].sighting
    assert sighting_line(again) == written
    assert (again.change.before.bore_in, again.change.after.bore_in) == (6.0, 4.0)


@pytest.mark.parametrize(("said", "lines"), [
    ("22 coupling then 6 inch clay", ("22 change clay 6in", "22 coupling")),
    ("wye at 22 then 4 inch pvc", ("22 change pvc 4in", "22 fitting wye")),
    ("rubber coupling at 22, then it's clay", ("22 change clay", "22 coupling rubber")),
    ("roots at 22, 4 inch clay", ("22 roots",)),  # in what pipe, and no change of it
])  # fmt: skip
def test_the_pipe_told_behind_a_thing_goes_on_from_there(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


def test_another_pipe_behind_two_places_asks_from_where() -> None:
    assert hear_line("coupling at 22 and 31, then clay", HOUSE).why == "another pipe from there: from where?"


@pytest.mark.parametrize(("said", "lines"), [
    ("had to back out at 58, root ball", ("58 stopped", "58 roots ball")),
    ("camera drops under at 38 and comes back up at 44", ("38-44 submerged",)),
    ("at 52 the pipe is egg shaped, lost maybe a fifth of the height", ("52 deformed ~20%",)),
    ("145 joint open, dirt at the bottom and a bit of mud washed in", ("145 open", "145 soil_seen bottom", "145 settled mud")),
    ("42 and 45, scoured clean", ("42 sound", "45 sound")),
    ("wye at 19 on the left, looks dead", ('19 fitting wye left "looks dead"',)),
])  # fmt: skip
def test_plain_words_of_a_look(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


def test_what_was_lost_of_other_things_is_no_share() -> None:
    assert not any("%" in line for line in heard("lost the picture at 52"))


@pytest.mark.parametrize(("said", "line"), [
    ("depth at 40 is 5 feet", "40 depth 5'0\""),
    ("depth at 41 was 62 inches", "41 depth 62in"),
    ("the depth at 40 is about 5 feet", "40 depth 5'0\" ± 1ft"),
    ("about 5 feet deep at 40", "40 depth 5'0\" ± 1ft"),
    ("the cleanout is about 8 inches down", 'access_fault buried "about 8 inches down"'),
    ("about 4 feet deep at the curb", "near curb: depth 4'0\" ± 1ft"),
    ("depth of water at 40 is 2 inches", "40 standing 2in"),
])  # fmt: skip
def test_the_depth_at_a_place_is_no_place(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_depth_that_is_only_about_is_read_with_its_band() -> None:
    reading = read_line(heard("about 5 feet deep at 40")[0], HOUSE).acts[0].reading
    assert (reading.depth_ft.likely, reading.sigma_ft) == (5.0, ABOUT_FT)


def test_a_depth_of_no_less_than_so_much_is_asked() -> None:
    assert hear_line("over 5 feet deep at 40", HOUSE).why == "no more or no less deep than that: how deep?"


def test_a_depth_with_a_point_is_still_asked() -> None:
    assert hear_line("the depth at 40 is 5.2", HOUSE).candidates == (("40 depth 5'2\"",), ("40 depth 5.2ft",))


@pytest.mark.parametrize(("said", "line"), [
    ("hole at 31 about 2 by 3 inches at 4 o'clock", "31 hole ~3in 4 o'clock"),
    ("hole 2x3 inch at 31", "31 hole 3in"),
    ("piece missing 3 inches by 2 at 31", "31 break pieces 3in"),
])  # fmt: skip
def test_a_thing_of_two_sides_is_as_large_as_the_larger(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_two_numbers_across_without_inches_are_asked() -> None:
    assert hear_line("hole 2x3 at 31", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("roots start at 30 and go to 44", "30-44 roots"),
    ("grease starts at 8 and tapers off by 15", "8-15 grease"),
    ("roots start at 22, get heavy, and peter out by 40", "22-40 roots heavy"),
    ("scale starts at 3 and quits at 15", "3-15 scale"),
])  # fmt: skip
def test_what_starts_and_comes_to_an_end_by_and_by_lies_between(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_what_grows_towards_a_place_is_two_looks() -> None:
    assert heard("roots start at 30, light, and get heavy by 44") == ("30 roots light", "44 roots heavy")


@pytest.mark.parametrize(("said", "line"), [
    ("joints are all open about a quarter inch", "open each joint ~0.25in"),
    ("every joint is slightly open", "open each joint slight"),
    ("joint at 22 is open", "22 open joint"),
    ("joints are all tight", "sound joint"),
])  # fmt: skip
def test_all_of_the_joints_are_each_of_them(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize("said", [
    "water starts at 41 and we're out of it at 47", "we get into water at 41, out at 47", "water begins at 41 and ends at 47",
])  # fmt: skip
def test_water_one_gets_into_and_out_of_is_asked_from_the_one_to_the_other(said: str) -> None:
    result = hear_line(said, HOUSE)
    assert (result.why, result.candidates) == ("water standing there, or only flow?", (("41-47 standing",),))


def test_water_one_gets_into_with_its_depth_stands() -> None:
    assert heard("we get into some water at 30, about 2 inches") == ("30 standing ~2in",)


@pytest.mark.parametrize("said", ["water is off, out at 47", "water off at 30, came out at 47"])
def test_the_water_of_the_house_is_not_got_out_of(said: str) -> None:
    assert not any("standing" in line for c in hear_line(said, HOUSE).candidates for line in c)


@pytest.mark.parametrize(("said", "line"), [
    ("they left a wrench at 44", '44 object "wrench"'),
    ("brick at 30", '30 object stone "brick"'),
    ("a rock at 30", "30 object stone"),
    ("obstruction at 37", "37 object"),
    ("little bit of scale at 12", "12 scale slight"),
])  # fmt: skip
def test_a_thing_in_the_pipe_keeps_its_own_name_and_how_little_it_is(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "why"), [
    ("roots at 30, picture dies out at 33", "a place, and nothing said to be there"),
    ("crack at 30, carry on to 44", "up to there: from where?"),
    ("water turned on at 30, out of it at 40", "a place, and nothing said to be there"),
    ("roots at 40 as of last year", "this may not be of here and now"),
])  # fmt: skip
def test_words_that_sound_like_an_end_or_a_comparison_are_asked(said: str, why: str) -> None:
    assert hear_line(said, HOUSE).why == why
