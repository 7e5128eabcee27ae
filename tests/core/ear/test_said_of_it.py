"""What is said of a thing in words of its own: how it stands, what it may be instead, where it was read from above."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


def heard(said: str) -> tuple[str, ...]:
    return hear_line(said, HOUSE).lines


@pytest.mark.parametrize(("said", "line"), [
    ("crack at 20, could be a web", '20 crack? "could be a web"'),
    ("might be a crack at 20 or just a shadow", '20 crack? "or just a shadow"'),
    ("maybe a crack at 20, could be just a scratch", '20 crack? "could be just a scratch"'),
])  # fmt: skip
def test_a_thing_that_may_be_nothing_is_in_doubt_and_keeps_what_it_may_be(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_thing_and_nothing_without_a_doubt_are_asked() -> None:
    assert hear_line("crack at 20, shadow", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("the joint at 12 sits a quarter inch high", "12 offset up joint 0.25in"),
    ("joint 12.5 half inch low", "12.5 offset drop joint 0.5in"),
    ("downstream pipe is a half inch lower at 44", "44 offset drop 0.5in"),
    ("next pipe sits half an inch low at 44", "44 offset drop 0.5in"),
])  # fmt: skip
def test_a_joint_that_stands_high_or_low_is_an_offset(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize("said", ["blister half an inch high at 30", "water half an inch high at 30"])
def test_how_high_another_thing_is_says_no_offset(said: str) -> None:
    assert not any("offset" in line for line in heard(said))


@pytest.mark.parametrize(("said", "line"), [
    ("The locator gave 4 feet 3 inches over the break at 37.", "37 depth 4'3\""),
    ("locator reads 54 inches at 37", "37 depth 54in"),
    ("marked the bad spot at 37 on the lawn with a red flag, it's 4 foot 6 down", '37 depth 4\'6" "with a red flag, on the lawn"'),
])  # fmt: skip
def test_a_depth_read_above_ground_is_no_second_footage(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "lines"), [
    ("We got as far as 81 feet and could not go on", ("81 stopped",)),
    ("belly from 18 to 29, beyond which the camera could not be advanced", ("18-29 standing", "29 stopped")),
])  # fmt: skip
def test_the_camera_stops_at_the_end_of_a_stretch(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize(("said", "line"), [
    ("main's at 92 and it's running fine", '92 main "running fine"'),
    ("we came out at the main at 92 feet, it is an eight inch clay pipe", '92 main "eight inch clay pipe"'),
])  # fmt: skip
def test_what_the_main_is_like_is_kept_in_its_words(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_cap_that_is_cracked_is_not_off() -> None:
    assert heard("cap is cracked on the cleanout") == ('access_fault "cap is cracked"',)
    assert heard("cap is off on the cleanout") == ("access_fault cap_off",)


def test_a_drop_of_so_many_feet_is_how_far_it_drops() -> None:
    told = '34 fitting vertical_drop "about two feet, where it goes under the footing"'
    assert heard("vertical drop of about two feet at 34 where it goes under the footing") == (told,)


def test_what_somebody_left_lies_on_no_side() -> None:
    assert heard("somebody left a wad of wipes at 29") == ("29 settled wipes",)
    assert heard("wad of wipes left at 29") == ("29 settled wipes left",)


def test_in_places_is_not_in_place() -> None:
    assert heard("scale in places from 3 to 15") == ('3-15 scale "in places"',)


def test_another_one_at_a_place_of_its_own_is_the_same_fitting_again() -> None:
    two = ("23 fitting bend 45 left", "25 fitting bend 45 left")
    assert heard("There's a 45 to the left at 23 feet followed by another one at 25.") == two


def test_next_before_any_footage_is_asked_where_one_follows() -> None:
    assert hear_line("next pipe is misaligned at 16", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ("couldn't see anything from 18 to 22 because the lens fogged up", "18-22 not seen the lens fogged up"),
    ("lens fogged up, couldn't see 33 to 37", "33-37 lens dirty"),
])  # fmt: skip
def test_where_nothing_could_be_seen_is_kept(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_a_thing_over_a_stretch_that_was_not_seen_is_asked() -> None:
    assert hear_line("couldn't see anything from 18 to 22, heavy roots", HOUSE).outcome == "asked"


@pytest.mark.parametrize(("said", "line"), [
    ('60-68 sag 2" @64 wtr off', '60-68 standing rest 2in "at 64"'),
    ("belly 60 to 68 an inch deep at 64 with the water off", '60-68 standing rest 1in "at 64"'),
])  # fmt: skip
def test_where_in_its_stretch_a_depth_was_read_is_kept_beside_it(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "lines"), [
    ("34 to 38 new pvc with rubber couplings both ends", ("34-38 pipe pvc new", "34 coupling rubber", "38 coupling rubber")),
    ("joint's separated at 37, you can see the mud behind it, maybe three quarters of an inch", ("37 open ~0.75in", "37 soil_seen")),
    ("the line turns left at 15 and then right at 18", ("15 fitting bend left", "18 fitting bend right")),
    ("halfway between 30 and 40 there's a root", ("~35 roots",)),
    ("camera head goes under for about three feet at 52", ('52 submerged "about three feet"',)),
    ("roots at most of the joints from 20 to 40", ('20-40 roots joint "at most of the joints"',)),
    ("lip on the joint at 33 that catches paper, quarter inch", ("33 offset joint catches_paper 0.25in",)),
    ("now we're in a sag it starts at sixty, comes back up around sixty eight", ("60-68 standing",)),
    ("pvc after 40", ("40 on pipe pvc",)),
    ("roots at 36 not as heavy, about 10 percent", ('36 roots ~10% "not as heavy"',)),
    ("The cleanout at the front of the house is in good condition", ('near front of the house: access "in good condition"',)),
    ("painted an X on the driveway over the belly at 44, depth 6 feet 2", ('44 depth 6\'2" "painted an X on the driveway"',)),
    ("looks like a clean break at 29", ("29 break?",)),
    ("plastic pipe from the house to 22 feet then it is clay", ("0-22 pipe plastic", "22 change plastic > clay")),
    ("they have had it snaked three times since Christmas", ("cleaned before: they have had it snaked three times since Christmas",)),
])  # fmt: skip
def test_plain_talk_is_heard_as_it_is_meant(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize("said", [
    "soft spot in the orangeburg at 22",  # what is soft is no fact of the material alone
    "roots at 36 not over about 20 percent", "stopped after 40", "half collapsed at 46", "a tap at 84 sticks in an inch",
])  # fmt: skip
def test_what_may_be_two_things_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"


def test_what_backed_up_did_not_come_up_again() -> None:
    assert not any("-55" in line for line in heard("belly at 50, backed up at 55"))


def test_all_the_way_around_at_a_footage_is_not_about_it() -> None:
    assert hear_line("cracked all the way around at 45", HOUSE).lines == ("45 crack around",)


@pytest.mark.parametrize(("said", "lines"), [
    ("The downstream connection to the municipal sewer was not reached.", ("main not reached",)),
    ("Main not reached; stopped, 68; reason: offset, up, one inch", ("main not reached", "68 stopped", "68 offset up 1in")),
    ("The camera was introduced through a 4 inch cleanout located in the garage.", ("near garage: access 4in",)),
    ("The line was flushed with approximately 5 gallons of water, which passed the camera at 50 feet without delay.",
     ('50 flush moved_well "with approximately 5 gallons of water"',)),
    ("A fracture with visible displacement is present at 33 feet from 10 o'clock to 2 o'clock.",
     ("33 crack 10-2 o'clock", "33 offset")),
    ("At 55 feet a lateral connection enters from the left and appears to be active.", ('55 branch left "appears to be active"',)),
    ("six inch clay, two foot joints", ("pipe clay 6in 2ft lengths",)),
    ("trans @ 12 CI/PVC", ("12 change iron > pvc",)),
])  # fmt: skip
def test_formal_and_short_talk_is_heard(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize(("said", "candidate"), [
    ("could be orangeburg", ("pipe fibre",)),
    ("I thought I saw a crack at 22 but it was just a shadow", ("22 none: crack", "22 dismissed glare")),
])  # fmt: skip
def test_what_is_only_thought_is_asked(said: str, candidate: tuple[str, ...]) -> None:
    asked = hear_line(said, HOUSE)
    assert asked.outcome == "asked" and candidate in asked.candidates


def test_the_middle_of_a_thing_is_a_place_and_its_far_side_may_be_the_mains() -> None:
    assert hear_line("main at the far side of the street 110 ft", HOUSE).outcome == "asked"
    assert heard("depth at the center of the driveway is 4 feet 10") == ("near center of the driveway: depth 4'10\"",)


@pytest.mark.parametrize(("said", "lines"), [
    ("41 1/2 roots", ("41.5 roots",)), ("at 41 1/2 heavy roots", ("41.5 roots heavy",)), ("41 1/2 ft roots", ("41.5 roots",)),
    ("half inch offset at 41 1/2", ("41.5 offset 0.5in",)), ("belly 40 1/2 to 48 1/2", ("40.5-48.5 standing",)),
    ('42 1/2" gap', ("42 open 0.5in",)), ("42 1/2 full of roots", ("42 roots 50%",)),
    ("42'6\" offset dn 3/8", ("42.5 offset drop 0.375in",)),
    ("22/25/28 light roots", ("22 roots light", "25 roots light", "28 roots light")), ("gap 3/8 at 40", ("40 open 0.375in",)),
])  # fmt: skip
def test_a_half_goes_with_the_feet_or_with_the_inches_and_a_slash_may_part_a_list(
    said: str, lines: tuple[str, ...]
) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize(("said", "candidates"), [
    ("42 1/2 offset", (("42.5 offset",), ("42 offset 0.5in",))), ("42 1/2 gap", (("42.5 open",), ("42 open 0.5in",))),
])  # fmt: skip
def test_a_half_before_what_is_measured_in_inches_is_asked(said: str, candidates: tuple[tuple[str, ...], ...]) -> None:
    asked = hear_line(said, HOUSE)
    assert asked.outcome == "asked" and asked.candidates[:2] == candidates


@pytest.mark.parametrize(("said", "lines"), [
    ("27 open 1in w/ roots & soil, 30 offset L 1/4, 33 ok",
     ("27 open 1in", "27 roots", "27 soil_seen", "30 offset left 0.25in", "33 sound")),
    ("bad joint at 27, it's open about an inch and there's roots coming through",
     ('27 open ~1in "bad joint"', "27 roots")),
    ("roots: 14 light, 19 light, 26 heavy with a crack", ("14 roots light", "19 roots light", "26 roots heavy", "26 crack")),
    ("offset at 18 and another at 24, both down, half inch each", ("18 offset drop 0.5in", "24 offset drop 0.5in")),
    ("crack on top at 50, runs to 52, and there's a hole at 52", ("50-52 crack top", "52 hole")),
    ("cast to 12, coupling, then clay", ("0-12 pipe iron", "12 change iron > clay", "12 coupling")),
    ("from 40 to 46 she's holding water, inch or so, and there's a wye at 43 on the left",
     ("40-46 standing ~1in", "43 fitting wye left")),
    ("camera's underwater from 62 to 66 and I can't see what's in there", ("62-66 submerged",)),
    ("pipe looks good from 10 to 50 except for a wrinkle at 22", ("10-50 sound", "22 patch_bad wrinkled")),
])  # fmt: skip
def test_several_things_of_one_breath_each_keep_their_own(said: str, lines: tuple[str, ...]) -> None:
    assert heard(said) == lines


@pytest.mark.parametrize("said", [
    "no roots except at 41", "about a foot before the bend at 22 there's a crack", "main should be at 80",
])  # fmt: skip
def test_what_may_lie_elsewhere_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome != "heard"


def test_a_step_told_on_the_way_back_is_asked_both_ways() -> None:
    asked = hear_line("On the way back the pipe drops down at 55.", HOUSE)
    assert asked.outcome == "asked"
    assert asked.candidates[:2] == (("pass back", "55 offset up"), ("pass back", "55 offset drop"))
    assert heard("on the way back I see roots at 40") == ("pass back", "40 roots")
    assert hear_line("the water comes back at 40", HOUSE).outcome != "heard"


def test_a_thing_of_two_forms_is_asked_with_each() -> None:
    asked = hear_line("water running in at the joint at 44, steady drip", HOUSE)
    assert asked.candidates == (("44 leaking_in joint drops",), ("44 leaking_in stream joint",))


@pytest.mark.parametrize(("said", "line"), [
    ("old terra cotta from 12 out", "12 on pipe clay old"), ("green sdr pipe from 30 on", "30 on pipe pvc"),
    ("it's pvc schedule 40 from the house to 30", "0-30 pipe pvc"),
])  # fmt: skip
def test_a_number_in_the_name_of_a_pipe_is_no_footage(said: str, line: str) -> None:
    assert heard(said) == (line,)


@pytest.mark.parametrize(("said", "line"), [
    ("crack less than 1/8 in wide at 30", '30 crack "under 1/8 in wide"'),
    ("crack 1/8 in wide at 30", '30 crack "1/8 in wide"'),
    ("sag from 60 to 68, about two inches at about 64", '60-68 standing ~2in "at about 64"'),
])  # fmt: skip
def test_a_word_that_softens_is_kept_with_what_it_softens(said: str, line: str) -> None:
    assert heard(said) == (line,)


def test_the_main_or_a_shadow_is_asked() -> None:
    assert hear_line("main at 90 or a shadow", HOUSE).outcome == "asked"
