"""The house, the visit, what lies above and whose it is: typed plainly, kept, printed, taken out, and told to who digs."""

import pytest

from bellstone.core.answer.told import Statement
from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page, without
from bellstone.core.entry import page_of
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme

RUN = "run A yard clay 4in, facing main, counts to main"
HOUSE = house_scheme()

# invented; common practice in how they are said, no source
SAID = {
    "the house was built in 1958": "house built 1958",
    "house is from the 60s": "house built 60s",
    "house is vacant": "house vacant",
    "the house faces northeast": "house faces northeast",
    "job number 4711-B": "job 4711-B",
    "raining all week": "weather raining all week",
    "it's been dry for a month": "weather it's been dry for a month",
    "line was jetted yesterday": "cleaned before: line was jetted yesterday",
    "they snaked it last week to 60 feet": "cleaned before: they snaked it last week to 60 feet",
    "cleaned with a 3 inch blade out to 70": "cleaned before: cleaned with a 3 inch blade out to 70",
    "under the driveway from 20 to 34": "20-34 surface driveway",
    "from 20 to 34 it's under the sidewalk": "20-34 surface sidewalk",
    "past sixty it's in the street": "60 on surface street",
    "shared line from 55 down": "55 on owned shared line",
    "everything past 55 is the city's": "55 on owned the city",
    "not our line past 55": "55 on owned not our line",
    "total length about 85 feet": "main about 85 in all",
    "i figure another 10 feet to the main": "main about 10 on",
    "main's about 3 feet past where i stopped": "main about 3 on",
    "gis shows the main at 90 feet": "main about 90 in all (gis)",
    "ran 5 gallons from the kitchen, watched at 40, drained slow": "flush test kitchen 5gal, watched at 40, sluggish",
    "flush test good": "flush test moved well",
    "nobody has lived here since May": "house vacant since may",
    "place has been empty for two years": "house empty for 2 years",
    "tenants live there": "house rented",
    "put up in 1948": "house built 1948",
    "inspection for a home purchase": "purpose: home purchase",
    "buyer's inspection": "purpose: buyer's inspection",
    "here because of a backup": "purpose: backup",
    "it rained last night": "weather it rained last night",
    "sunny, 60 degrees": "weather sunny, 60 degrees",
    "line was snaked two weeks ago from the yard cleanout": "cleaned before: line was snaked two weeks ago from the yard cleanout",
    "line hasn't been cleaned": "cleaned before: line hasn't been cleaned",
    "under the street past 70": "70 on surface street",
    "crosses under the garage at 30": "30 surface garage",
    "neighbor's line from 50": "50 on owned neighbor's line",
    "about 12 feet more to the main": "main about 12 on",
    "total is 95 feet": "main about 95 in all",
    "map has it at 110": "main about 110 in all (map)",
    "5 gallons from the tub, hardly moved, still sitting there after 2 minutes": "flush test tub 5gal hardly moved after 2 min",
    "goes straight down about 8 feet at the stack": "vertical cable about 8 ft",
    "about 20 couplings in the whole line": "count couplings about 20",
    "three bellies total": "count bellies 3",
    "6 spots with roots": "count roots 6",
    "5 root sites between 20 and 60": "count roots 5 on 20-60",
    "3 of the 5 fixtures drain slow": "symptom 3 of the 5 fixtures drain slow",
    "both bathrooms slow": "symptom both bathrooms slow",
    "repair at 47 to 53 accepted": "repair 47-53 repair: all accepted",
    "liner looks tight on both ends": "note liner looks tight on both ends",
    "couldn't assess for 10 minutes, lens dirty": "not seen 10 min lens dirty",
    "can't assess from 40 to 52, under water": "40-52 not seen under water",
    "beyond 41 the pipe was not inspected": "41 on not seen",
    "their mark is 3 feet off": "claim their mark is 3 feet off",
    "painted at 44, 3 feet left of the sidewalk": '44 located "painted at 44, 3 feet left of the sidewalk"',
    "blue flag at 52": '52 located "blue flag at 52"',
    "sonde says 4 feet 8 at the curb": "near curb: depth 4'8\"",
    "shut off the tub, waited 5 minutes": 'water off "shut off the tub, waited 5 minutes"',
    "let it drain for ten minutes": "note let it drain for ten minutes",
    "have to come back for the upper leg": "planned: have to come back for the upper leg",
    "may be the same crack as at 41": "crack same? 41",
    "the offset at 33 again": "offset same 33",
    "that's the same crack": "crack same",
}

TOGETHER = {
    "line length 95 by the map, 92 by the counter": ("main about 95 in all (map)", "main about 92 in all (counter)"),
    "first pipe is 4 inch iron, access is 3 inch": ("pipe iron 4in", "access 3in"),
    "first 10 feet iron, rest clay": ("0-10 pipe iron", "10 change iron > clay"),
    "4 inch to 40 then 6 inch": ("0-40 pipe 4in", "40 change 4in > 6in"),
    "6 inch from 40": ("40 change 6in",),
}


@pytest.mark.parametrize(("said", "lines"), TOGETHER.items())
def test_what_tells_two_things_is_two_lines(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


@pytest.mark.parametrize(("said", "line"), SAID.items())
def test_it_is_heard_as_the_line_that_tells_it(said: str, line: str) -> None:
    heard = hear_line(said, HOUSE)
    assert (
        heard.outcome,
        [" ".join(x.split()).replace("built in", "built").replace("number ", "") for x in heard.lines],
    ) == (
        "heard",
        [line],
    )


@pytest.mark.parametrize("said", [
    "roots at 40 were cut yesterday", "belly past 55", "dry from 20 to 35", "the house drain was built in clay",
    "roots under the driveway at 30", "dry now", "dry here", "it's dry now", "dry all the way", "flush test moved", "frozen here",
    "the main at 90", "another 10 feet of clay", "not clean past 55", "cut roots at 33", "inspection stopped at 40",
    "painted roots at 44", "liner ends at 40", "4 couplings at 20", "first 10 feet roots, rest clean", "6 spots at 40",
    "drops 6 feet at 40", "roots hot and cold at 40",
])  # fmt: skip
def test_what_lies_in_the_pipe_is_none_of_it(said: str) -> None:
    told = ("house ", "weather", "cleaned before", "owned", "main about", "job", "flush test")
    assert not [line for line in hear_line(said, HOUSE).lines if line.startswith(told) or " owned " in line]


def told(record: Lateral) -> list[Statement]:
    return [s for s in assess(record).told if s.about == "fact"]


FACTS = (
    "house built 1958",
    "house faces north",
    "house vacant since May",
    "purpose: home purchase",
    "cleaned before: cutter to 70 ft",
    "weather rain",
)


def test_facts_are_kept_told_and_printed_back() -> None:
    record, lines = record_from_page("\n".join([*FACTS, "job 4711", RUN, "12 roots 20%", "40 main"]))
    assert all(line.added for line in lines)
    site, visit = record.site, record.visits[-1]
    assert (site.built, site.faces, site.occupancy) == ("1958", "north", "vacant since May")
    assert (visit.job_number, visit.cleaning_before, visit.weather) == ("4711", "cutter to 70 ft", "rain")
    assert visit.purpose == "home purchase"
    assert [s.words for s in told(record)] == list(FACTS)  # the job stands in the page's head
    assert record_from_page(page_of(record))[0] == record


def test_told_again_the_last_stands_and_a_visit_has_its_own() -> None:
    record, _ = record_from_page(
        f"house built 1948\nhouse built 1958\nweather rain\n{RUN}\n12 roots\nvisit 2026-11-10\nweather dry\n{RUN}\n14 roots"
    )
    assert record.site.built == "1958"
    assert [v.weather for v in record.visits] == ["rain", "dry"]
    assert page_of(record).count("house built") == 1


def test_a_fact_is_taken_out_by_its_row_and_nothing_else_by_its_like() -> None:
    record, _ = record_from_page("\n".join([*FACTS, RUN, "12 roots", "claim owner: lined in 2015", "recommend jet it"]))
    for s in told(record):
        assert s.words not in [left.words for left in told(without(record, s.id))]
    with pytest.raises(DomainError):
        without(record, "fact-runs")  # a field of the visit, and no fact
    assert without(record, record.claims[0].id).claims == ()
    assert without(record, record.recommendations[0].id).recommendations == ()


def test_a_dig_says_what_lies_over_it_and_whose_it_is() -> None:
    page = [RUN, "20-34 surface driveway", "55 on owned the neighbour", "28 collapse", "62 collapse", "80 main"]
    first, second = assess(record_from_page("\n".join(page))[0]).digs
    assert "to restore: driveway" in first.above and "whose it is was not said" in first.above
    assert "whose: the neighbour" in second.above and "what lies over it was not said" in second.above


def test_how_far_in_all_is_from_the_zero_and_how_far_on_from_where_one_was() -> None:
    ends = {}
    for how in ("in all (map)", "on (map)"):
        a = assess(record_from_page(f"{RUN}\n12 roots\n60 stopped\nmain about 85 {how}")[0])
        ends[how] = (a.main_low_ft, a.main_high_ft, a.main_basis)
    (low, high, basis), (on_low, on_high, _) = ends.values()
    assert low < 85 < high and basis == "map"
    assert on_low < 145 < on_high  # 60 and 85
