"""Plain lines of our own, as they are typed and talked, each with what it is; and lines that are always asked.

Written before the families they stand for, from how people speak of pipe: three hands, a note, a dictation, a form.
"""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()

HEARD = {
    "heavy root intrusion through separated joint at 28.5, camera barely squeezed past": [
        "28.5 roots heavy", '28.5 open "camera barely squeezed past"',
    ],
    "47 gap, quarter inch, clean, no dirt": ["47 open 0.25in", "47 none: soil_seen"],
    "big root mass 55 ft blocking most of the line": ["55 roots ball large"],
    "line has a slight belly between 30 and 36": ["30-36 standing slight"],
    "we lose the bottom of the pipe at 12, you can see the dirt": ["12 invert_gone", "12 soil_seen"],
    "pipe is cast iron for the first 20 feet, then goes to clay": ["0-20 pipe iron", "20 change iron > clay"],
    "never saw the main, stopped at 72 in roots": ["72 none: main", "72 stopped", "72 roots"],
    "groundwater dripping in at the top of the joint at 38": ["38 leaking_in drops joint top"],
    "located at the curb, 4 ft 8 in deep": ["near curb: depth 4'8\""],
    "depth at the cleanout is 3 feet 2 inches": ["near cleanout: depth 3'2\""],
    "could not pick up the sonde at 44": ["44 located failed"],
    "liner lip lifting at 80": ["80 patch_bad edge_lifted"],
    "the patch at 40 is lifting": ["40 patch_bad edge_lifted"],
    "patch at 40 to 43 looks fine": ["40-43 repair", "40-43 sound"],
    "backwater valve at 6 ft, flap stuck": ['6 backwater_valve "flap stuck"'],
    "lens fogged up, couldn't see 33 to 37": ["33-37 lens dirty"],
    "zeroed at the cleanout by the front steps": ["counter reset to 0, at cleanout by the front steps"],
    "two inch gap at the joint at 23, pipe has pulled clean out of the hub": ["23 open 2in"],
    "multiple fractures w/ pieces displaced 58-60": ["58-60 crack multiple", "58-60 break pieces"],
    "that's as far as I can go seventy three feet hard root ball": ["73 stopped", "73 roots ball heavy"],
    "it's a ninety at nine feet going toward the street": ["9 fitting bend 90"],
    "the bend at 15 is a long sweep ninety": ["15 fitting bend 90"],
    "tiny crack 12 oclock @ 15 no biggie": ['15 crack 12 o\'clock "tiny"'],
    "joint blown apart at 29, inch n a half easy": ["29 open 1.5in"],
    "rock in the line 37 ft": ["37 object stone"],
    "there is a toy car stuck at 26": ['26 object "toy car"'],
    "The pipe between 20 and 30 is full of water": ["20-30 standing full"],
    "I did not see any roots past 30": ["30 on none: roots"],
    "there weren't any cracks from 10 to 30": ["10-30 none: crack"],
    "No defects were observed between 60 ft and the connection to the public main.": ["60 on sound"],
    "Water level 30 percent of diameter between 61 ft and 69 ft with no flow.": ["61-69 standing rest 30%"],
    "cast 0-14, bottom rotted thru": ["0-14 pipe iron", "0-14 invert_gone"],
    "cleanout at the property line is buried": ["property_line", "access_fault buried"],
    "the top of the pipe is gone at 61": ["61 break pieces top"],
    "roots at the top of the joint at 44, quarter of the pipe": ["44 roots joint top 25%"],
    "there's a cable running through the pipe at 55, don't cut here": ["55 crossing cable", "recommend don't cut here"],
    "a wye on the left at 50, that's probably the neighbor": ['50 fitting wye left "probably the neighbor"'],
    "twenty five feet same thing roots at the joint call that twenty percent": ["25 roots joint 20%"],
    "Depth is 4.5 feet at the cleanout and 8 feet at the curb.": ["near cleanout: depth 4'6\"", "near curb: depth 8'0\""],
    '36 hole btm 1/2"': ["36 hole bottom 0.5in"],
    "bottom half is cracked at 20": ["20 crack bottom"],
    "70 piece out 10-11 oclock w/ soil": ["70 break pieces 10-11 o'clock", "70 soil_seen"],
    "58 jt os 1/2 dn": ["58 offset drop 0.5in"],
    '85 PL c/o': ["85 property_line", "85 access"],
    "22-40 ci rough": ["22-40 pipe iron", "22-40 wear rough"],
    "A tee on the left at 55 with a clay cap.": ["55 fitting tee left", "55 cap"],
    "curb about 60": ['~60 surface "curb"'],
    "every joint from 16 to 40 has fine roots": ["16-40 roots hair each joint"],
    "turned water off at 10:15": ["water off"],
    "wye at 33, presumed to serve the second bathroom": ["33 fitting wye", "33 branch? bathroom"],
    "there's a wye on the left at 27 looks like it serves the kitchen": ['27 fitting wye left "kitchen"'],
}  # fmt: skip


def same(a: list[str], b: list[str]) -> bool:
    """The same lines, their words in whatever order."""
    return sorted(sorted(x.split()) for x in a) == sorted(sorted(x.split()) for x in b)


@pytest.mark.parametrize("said", HEARD)
def test_plain_talk_is_heard(said: str) -> None:
    heard = hear_line(said, HOUSE)
    assert heard.outcome == "heard", (heard.why, heard.candidates)
    assert same(list(heard.lines), HEARD[said]), heard.lines


@pytest.mark.parametrize("said", [
    "33 roots, 36 roots, 39 same w/ open joint", "every joint from 16 to 40 has fine roots, 2 ft joints",
    "hit the tap at 93 feet", "steady leak, right side, 52 ft", "sumbody stuck a gas line thru here @ 52",
    "prior plumber claims collapse at 60", "all good to the wye", "could not get the camera beyond 54 because of the offset",
    "ran the kitchen sink, water backs up at 44 and sits there", "conduit through the top of the pipe at 37",
    "offset toward the south at 30",
])  # fmt: skip
def test_what_can_be_two_things_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"


@pytest.mark.parametrize(
    "said", ["flushed the downstairs toilet and it cleared out right away", "the clay turns right at 30"]
)
def test_right_away_is_no_side(said: str) -> None:
    assert "flush right" not in " ".join(hear_line(said, HOUSE).lines)
