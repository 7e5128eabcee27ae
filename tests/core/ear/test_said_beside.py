"""A size said again, two sizes of a hole, an old level, water shut off, what cannot be ruled out, where it is clear again."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


@pytest.mark.parametrize(("said", "lines"), {
    "roots 30 percent at 41, still 30 percent": ("41 roots 30%",),
    "dip at 30, three quarters of an inch, shut the water off and it's still three quarters": ("30 standing rest 0.75in", "water off"),
    "hole at 26, 3 inches by 2 inches": ('26 hole 3in "2 inches"',),
    "hole at 26 two inches long one inch wide": ('26 hole 2in "one inch wide"',),
    "water line on the wall half the pipe 0-20": ("0-20 water_mark 50%",), "ponding from 18 feet to at least 29 feet": ("~18-29 standing",),
    "cannot exclude a crack at 24": ("24 crack?",), "can't rule out a crack at 24": ("24 crack?",),
    "a crack can't be ruled out at 24": ("24 crack?",), "roots at 41, can't rule out a break": ("41 roots", "41 break?"),
    "belly from 56, clear again at 63": ("56-63 standing",), "standing water from 56, dry again at 63": ("56-63 standing",),
}.items())  # fmt: skip
def test_it_is_heard(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


@pytest.mark.parametrize(
    "said", ["roots 30 percent at 41, still 40 percent", "belly at 30, an inch, water off, still two inches"]
)
def test_another_size_than_the_first_is_asked(said: str) -> None:
    assert hear_line(said, HOUSE).outcome == "asked"


def test_water_that_was_shut_off_holds_for_the_next_reading() -> None:
    lines = hear_line("dip at 30, an inch, shut the water off and still an inch", HOUSE).lines
    record, _ = record_from_page(
        "\n".join(["run A yard clay 4in, facing main, counts to main", *lines, "45 standing 2in", "60 main"])
    )
    assert [s.water for s in record.visits[0].sightings if s.kind == "standing"] == ["rest", "rest"]


@pytest.mark.parametrize(("said", "lines"), {
    "a bunch of offsets from 40 to 60": ('40-60 offset "a bunch of"',), "lots of cracks at 41": ('41 crack "lots of"',),
    "a bunch of roots at 41": ("41 roots heavy",), "a lot of grease from 5 to 12": ("5-12 grease heavy",),
    "old spot repair 44 to 48": ("44-48 repair",), "reset the counter at 40": ("counter reset to 0, at 40",),
}.items())  # fmt: skip
def test_how_many_is_no_size(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


@pytest.mark.parametrize(("said", "first"), {
    "that offset at 30 is really a gap": ("30 open",), "spot repair 44 to 48": ("44-48 repair",),
    "4 cracks between 20 and 30": ("20-30 crack multiple",), "crack at 41 is actually a joint": ("41 crack joint",),
}.items())  # fmt: skip
def test_what_may_be_the_one_or_the_other_is_asked(said: str, first: tuple[str, ...]) -> None:
    heard = hear_line(said, HOUSE)
    assert (heard.outcome, heard.candidates[0]) == ("asked", first)


def test_a_counter_reset_where_it_read_forty_goes_on_from_there() -> None:
    record, _ = record_from_page(
        "run A yard clay 4in, facing main, counts to main\n20 roots\ncounter reset to 0 at 40\n5 crack\n30 main"
    )
    where = {f.kind: f.station_ft for f in assess(record).findings}
    assert {kind: round(ft or 0, 3) for kind, ft in where.items()} == {"roots": 20, "crack": 45, "main": 70}
