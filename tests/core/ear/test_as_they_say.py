"""Our own lines for what the ear builds out of parts: words in any form, light words between, advice, remarks, meanings.

Each mechanism stands beside lines made to break it.
"""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.ear.inflection import stem
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def heard(said: str) -> list[str]:
    """The lines of what was heard; none where it was asked or kept."""
    return list(hear_line(said, HOUSE).lines)


def first_asked(said: str) -> list[str]:
    answer = hear_line(said, HOUSE)
    assert answer.outcome == "asked", (said, answer.outcome, answer.lines)
    return list(answer.candidates[0])


@pytest.mark.parametrize("said", [
    "the joint separates at 33", "joint has separated at 33", "joint's separating at 33", "the joint has really pulled apart at 33",
    "joint has kind of pulled apart at 33", "33, joint is pulling apart",
])  # fmt: skip
def test_a_phrase_holds_in_every_form_of_its_words(said: str) -> None:
    assert heard(said) == ["33 open"]


@pytest.mark.parametrize(("said", "line"), [
    ("bottom's completely rotted clean out at 12", "12 invert_gone"),
    ("the bottom has really gone at 12", "12 invert_gone"),
    ("gasket's hanging down a bit at 40", "40 seal_in joint"),
    ("gasket has rolled in at 40", "40 seal_in joint"),
    ("water's just been sitting there at 30, two inches", "30 standing 2in"),
    ("a curtain of roots hangs at 18", "18 roots curtain"),
    ("next pipe is sitting lower at 51", "51 offset drop"),
])  # fmt: skip
def test_light_words_between_leave_a_phrase_what_it_is(said: str, line: str) -> None:
    assert heard(said) == [line]


@pytest.mark.parametrize(
    "said", ["bottom is not gone at 12", "the joint has never separated at 33", "joint has not pulled apart at 33"]
)
def test_no_negative_is_passed_over_within_a_phrase(said: str) -> None:
    assert all("none:" in line or "sound" in line for line in heard(said))


@pytest.mark.parametrize("words", ["hang hand", "stand strand", "bell belly", "string sting", "crack creak"])
def test_words_that_only_look_alike_have_stems_of_their_own(words: str) -> None:
    assert len({stem(w) for w in words.split()}) > 1


@pytest.mark.parametrize("word", ["line", "lined", "liner", "lining", "left", "main", "thing", "always"])
def test_words_that_look_like_forms_of_another_stand_as_they_are(word: str) -> None:
    assert stem(word) == word


@pytest.mark.parametrize(("said", "ways"), [
    ("tap at 90", ["90 main", "90 branch"]),
    ("22 rt curtain", ["22 roots curtain right", "22 roots curtain"]),
    ("scaly 0-24", ["0-24 scale", "0-24 wear"]),
])  # fmt: skip
def test_a_word_of_two_meanings_is_asked_with_each(said: str, ways: list[str]) -> None:
    answer = hear_line(said, HOUSE)
    assert (answer.outcome, [c[0] for c in answer.candidates][:2]) == ("asked", ways)


@pytest.mark.parametrize("said", ["41 crack rt side", "flushed, went rt by", "tap root at 30", "saddle tap at 91"])
def test_such_a_word_within_a_phrase_has_one_meaning(said: str) -> None:
    assert "“" not in hear_line(said, HOUSE).why


@pytest.mark.parametrize("said", [
    "i would jet it", "you don't need a liner", "we ought to dig 45 to 50", "don't let anybody jet this", "needs a spot repair",
    "dig 45-49", "somebody should reline it", "chemical treatment is not warranted", "owner will want to descale it first",
])  # fmt: skip
def test_advice_is_kept_as_advice_in_its_own_words(said: str) -> None:
    assert heard(said) == [f"recommend {said}"]


@pytest.mark.parametrize("said", [
    "i would say roots at 40", "i would call it a belly at 20", "you would think so", "i could get a pencil in the gap", "dig 6k",
    "watch your head", "need coffee",
])  # fmt: skip
def test_would_alone_is_no_advice(said: str) -> None:
    assert not any(line.startswith("recommend") for line in heard(said))


def test_advice_about_a_grave_thing_is_asked() -> None:
    assert hear_line("i would dig that collapse out at 40", HOUSE).outcome == "asked"


@pytest.mark.parametrize("said", [
    "counter is off by two feet", "the numbers are about three feet high", "add 4 ft to everything", "going upstream now",
    "the counter seems to read about two feet short", "looking up the line from the city side", "camera backwards",
])  # fmt: skip
def test_a_remark_on_the_counter_or_the_way_is_a_note(said: str) -> None:
    assert heard(said) == [f"note {said}"]


@pytest.mark.parametrize(("said", "line"), [
    ("counter at 41, roots", "41 roots"), ("counter reads 41 roots", "41 roots"), ("on the counter 41, crack top", "41 crack top"),
])  # fmt: skip
def test_a_footage_of_the_counter_is_no_remark(said: str, line: str) -> None:
    assert heard(said) == [line]


def test_a_remark_beside_a_finding_takes_nothing_of_it() -> None:
    assert heard("roots at 40, counter 2 ft short") == ["40 roots", "note counter 2 ft short"]


@pytest.mark.parametrize(("said", "line"), [
    ("roots at 30 for about six feet", "30-36 roots"),
    ("crack starts at 20 and runs for five feet", "20-25 crack"),
    ("clay until 38, then pvc until 52", "38-52 pipe pvc"),
    ("first nine feet of iron, heavy scale", "0-9 scale heavy"),
])  # fmt: skip
def test_a_stretch_is_told_by_where_it_begins_and_how_long_it_is(said: str, line: str) -> None:
    assert line in heard(said)


@pytest.mark.parametrize(("said", "line"), [
    ("hole at 43 from ten o'clock around to one o'clock", "43 hole 10-1 o'clock"),
    ("hole at 43 between about nine and eleven o'clock", "43 hole 9-11 o'clock"),
    ("grease on the crown at 20, 11 to 1 o'clock", "20 grease 11-1 o'clock"),
])  # fmt: skip
def test_hours_say_a_side_more_closely(said: str, line: str) -> None:
    assert heard(said) == [line]


def test_hours_that_are_not_on_the_side_that_was_said_are_asked() -> None:
    assert hear_line("crack on the left at 40, 3 o'clock", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("Roots at 40, not my department, and I would not fret", "40 roots"),
    ("heavy roots at 30, cannot say I am surprised", "30 roots heavy"),
    ("offset half inch at 30, did not stop the camera", "30 offset 0.5in"),
])  # fmt: skip
def test_a_clause_that_denies_something_of_its_own_is_a_remark(said: str, line: str) -> None:
    assert heard(said) == [line]


@pytest.mark.parametrize(
    "said", ["crack at 20, not there anymore", "roots at 30, not really", "offset at 12, no longer"]
)
def test_a_clause_that_denies_the_finding_is_none(said: str) -> None:
    assert not any("none:" not in line for line in heard(said))


@pytest.mark.parametrize(("said", "line"), [
    ("clay at 20, house was built in 1952", "20 pipe clay"),
    ("30-36 standing 1in, the house is of 1958", "30-36 standing 1in"),
])  # fmt: skip
def test_a_year_is_no_footage(said: str, line: str) -> None:
    assert heard(said) in ([line], [])
    assert not any("195" in x for x in heard(said))


@pytest.mark.parametrize(("said", "lines"), [
    ("liner from 5 to 61, all good", ["5 liner_start", "61 liner_end", "5-61 sound"]),
    ("liner starts 5, liner ends 61, good", ["5 liner_start", "61 liner_end", "5-61 sound"]),
    ("coupling 36 shielded, good", ["36 coupling shielded", "36 sound"]),
])  # fmt: skip
def test_that_it_is_good_is_said_of_all_that_was_told(said: str, lines: list[str]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize(("said", "line"), [
    ("zeroed it at the wye", "counter reset to 0, at wye"),
    ("counter was set to zero at the riser", "counter reset to 0, at riser"),
    ("cleanout at the southwest corner of the house", "near southwest corner of the house: access"),
    ("cleanout in the planter on the north wall", "near planter on the north wall: access"),
])  # fmt: skip
def test_a_place_on_the_ground_may_be_told_by_another(said: str, line: str) -> None:
    assert heard(said) == [line]


@pytest.mark.parametrize("said", ["hole in the fence", "crack in the driveway", "cracks in the sidewalk by the maple"])
def test_what_is_in_the_ground_is_not_in_the_pipe(said: str) -> None:
    assert heard(said) == []


@pytest.mark.parametrize(("said", "line"), [
    ("deformed at 30, ten percent maybe", "30 deformed 10%"),
    ("goes to plastic at 64, white I think", "64 change plastic"),
    ("at 42 it increases from three inches to four inches", "42 change 3in > 4in"),
    ("test tee with the knockout still half in it at 11", ""),
])  # fmt: skip
def test_a_doubt_or_a_number_goes_with_what_it_stands_behind(said: str, line: str) -> None:
    assert heard(said) == ([line] if line else [])


def test_a_septic_tank_and_not_a_sewer_says_nothing_of_the_main() -> None:
    assert first_asked("discharges to a septic tank at 39 and not to a public sewer")[0] == "39 ends_at septic_tank"


@pytest.mark.parametrize(("said", "lines"), [
    ("liner starts at 20 feet and ends around 44", ["20 liner_start", "44 liner_end"]),
    ("liner begins at 20, stops at 44", ["20 liner_start", "44 liner_end"]),
    ("lining from 20 to 44", ["20 liner_start", "44 liner_end"]),
    ("crack starts at 20 and ends around 44", ["20-44 crack"]),
    ("crack starts at 20 and stops at 26", ["20-26 crack"]),
    ("liner starts at 20 and another one at 44", ["20 liner_start", "44 liner_start"]),
])  # fmt: skip
def test_what_starts_and_ends_is_one_stretch_and_a_liner_has_two_ends(said: str, lines: list[str]) -> None:
    assert [part for line in heard(said) for part in line.split(" ; ")] == lines
