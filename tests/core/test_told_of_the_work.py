"""What is told of the work beside the pipe: counts on a stretch, cable straight down, what is still to run, who judged, causes."""

import pytest

from bellstone.core.answer.told import Statement
from bellstone.core.assess import assess
from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page, without
from bellstone.core.entry import page_of, read_line
from bellstone.core.record import NOT_KNOWN, Lateral, amount_middle
from bellstone.core.scheme import house_scheme

RUN = "run A yard clay 4in, facing main, counts to main"
HOUSE = house_scheme()

# invented; how they are said is common practice, no source
SAID = {
    "counted 14 joints from 20 to 60": "joints 14 on 20-60", "14 joints between 20 and 60": "joints 14 on 20-60",
    "5 of 12 joints have roots": "joints 12, 5 with roots", "roots in 5 of the 12 joints": "joints 12, 5 with roots",
    "12 joints from 20 to 60, 5 have roots": "joints 12, 5 with roots on 20-60", "there are 2 or 3 couplings": "count couplings 2 or 3",
    "about 4 couplings in this line": "count couplings about 4", "three couplings from 40 to 60": "count couplings 3 on 40-60",
    "drops straight down about 6 feet first": "vertical cable about 6 ft", "cable goes down a 6 foot riser first": "vertical cable 6 ft",
    "goes down the stack first": "vertical cable not known", "6 feet of cable is vertical": "vertical cable 6 ft",
    "still need to run it from the back cleanout": "planned: still need to run it from the back cleanout",
    "didn't run the kitchen line yet": "planned: didn't run the kitchen line yet",
    "operator says the line is fine": "operator's verdict: the line is fine", "the operator's call: fair": "operator's verdict: fair",
    "good for today only": "opinion for this date: good for today only",
    "mark both ends of the dig 69 to 74": "mark end both ends of 69-74", "next look after they clean it": "next look after they clean it",
}  # fmt: skip


@pytest.mark.parametrize(("said", "line"), SAID.items())
def test_it_is_heard_as_its_line(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)


@pytest.mark.parametrize("said", [
    "41 cracks", "22 roots", "41 roots from 10 to 2", "12 cracks from 10 to 2", "22 joints from 30 to 60", "cracks at 12",
    "need to run a jetter through it", "still need to run the cutter", "straight down from 41",
    "operator says it collapsed at 40", "good at 41", "mark both ends", "roots in 5",
])  # fmt: skip
def test_what_is_not_told_of_the_work_is_none_of_it(said: str) -> None:
    of_work = ("joints", "count ", "vertical", "planned", "operator", "opinion", "mark ")
    assert not [line for line in hear_line(said, HOUSE).lines if line.startswith(of_work)]


def record_of(*lines: str) -> Lateral:
    record, done = record_from_page("\n".join([RUN, *lines]))
    assert all(x.added for x in done), [x for x in done if not x.added]
    return record


LINES = (
    "planned: from the yard cleanout toward the house", "operator's verdict: fair, watch it", "opinion for this date: holds today",
    "vertical cable about 6 ft", "joints 12, 5 with roots on 20-60", "count couplings about 3", "main about 85 in all (map)",
)  # fmt: skip


def told(record: Lateral) -> list[Statement]:
    return [s for s in assess(record).told if s.about in ("fact", "count", "length")]


def test_each_is_kept_told_and_printed_back() -> None:
    record = record_of("12 roots 20%", "60 main", *LINES)
    words = " / ".join(s.words for s in told(record))
    for line in LINES:
        assert line.removesuffix(" (map)") in words
    again = record_from_page(page_of(record))[0]
    assert [s.words for s in told(again)] == [s.words for s in told(record)] and len(told(record)) == len(LINES)


def test_each_is_a_row_to_take_out() -> None:
    record = record_of("12 roots 20%", "60 main", *LINES, "main about 10 on")
    for s in told(record):
        left = told(without(record, s.id))
        assert len(left) == len(told(record)) - 1 and s.words not in [x.words for x in left if x.about != "length"]


def test_of_two_lengths_the_other_is_used_when_the_one_used_is_taken_out() -> None:
    record = record_of("12 roots", "40 stopped", "main about 85 in all (map)", "main about 30 on (manhole)")
    assert [e.chosen for e in record.lines[0].to_main] == [True, False]
    assert [e.chosen for e in without(record, "length1").lines[0].to_main] == [True]
    assert [e.basis for e in without(record, "length2").lines[0].to_main] == ["map"]


@pytest.mark.parametrize(("line", "middle", "words"), [
    ("vertical cable 6 ft", 6.0, "6 ft of the cable went straight down"), ("vertical cable 4-6 ft", 5.0, "4-6 ft of the cable"),
    ("vertical cable about 6 ft", 6.0, "About 6 ft of the cable went straight down"),
    ("vertical cable not known", 0.0, "how far was not measured"),
])  # fmt: skip
def test_cable_that_went_straight_down_is_said_in_the_scope(line: str, middle: float, words: str) -> None:
    record = record_of(line, "12 roots", "60 main")
    down = record.lines[0].vertical_ft
    assert down is not None and amount_middle(down) == middle and (down.word == NOT_KNOWN) == (middle == 0)
    assert any(words in sentence for sentence in assess(record).scope)


def test_a_count_on_a_stretch_feeds_what_was_not_seen_of_that_pipe_alone() -> None:
    """20 to 40 ft of clay not seen: by the joints counted in the clay, five in twelve; those counted in the iron say nothing."""
    pipes = ("0-50 clay 4in, 4ft lengths", "50-90 iron 4in", "20-40 not seen, fouled lens", "90 main")
    told_of = {
        where: assess(record_of(*pipes, "4 roots joint", f"joints 12, 5 with roots on {where}")).unseen[0].joints_from
        for where in ("0-48", "52-88")
    }
    assert told_of["0-48"] == "5 of 12 joints counted have roots"
    assert told_of["52-88"] == "1 of 1 joints noted have roots"


def test_a_repair_is_accepted_without_its_feet() -> None:
    record = record_of("repair liner: upstream end ok, step not", "60 main")
    (repair,) = record.repairs
    assert repair.extent is None and [c.result for c in repair.checks] == ["accepted", "not"]
    assert record_from_page(page_of(record))[0].repairs == record.repairs


@pytest.mark.parametrize(("advice", "due", "words"), [
    ("next look 2027-05-01", "2027-05-01", "by 2027-05-01, as advised: next look 2027-05-01"),
    ("next look in 2 years", "2028-11-20", "by 2028-11-20, in 24 months: as advised: next look in 2 years"),
    ("next look after the street is paved", "", "as advised: next look after the street is paved"),
    ("next look 2027-13-01", None, None),
])  # fmt: skip
def test_the_next_look_by_a_day_an_interval_or_an_event(advice: str, due: str | None, words: str | None) -> None:
    record, _ = record_from_page(
        f"visit 2026-11-20\nrun A yard pvc 4in, facing main, counts to main\n40 main\n{advice}"
    )
    look = assess(record).next_look
    assert (look.due, look.words) == (due, words) if look is not None else due is None


def test_a_day_that_was_advised_stands_over_what_the_rules_ask() -> None:
    record, _ = record_from_page(f"visit 2026-11-20\n{RUN}\n12 roots hair\n40 main\nnext look 2029-01-01")
    look = assess(record).next_look
    assert look is not None and look.due == "2029-01-01"


def test_a_cause_by_its_name_is_the_one_said_last_and_is_written_by_its_counter() -> None:
    record = record_of("30 offset up", "41 offset up", "41 roots because offset", "60 main")
    (roots,) = (f for f in assess(record).findings if f.kind == "roots")
    assert "offset" in roots.cause and "41" in roots.cause
    assert "41 roots because 41" in page_of(record)


def test_a_cause_that_was_never_said_stays_in_the_words_of_the_finding() -> None:
    record = record_of("20-26 standing rest because of the offset", "60 main")
    assert [s.text for s in record.visits[0].sightings if s.kind == "standing"] == ["because of offset"]


@pytest.mark.parametrize(("said", "lines"), {
    "roots because of the offset at 41": ("41 offset", "41 roots because offset"),
    "roots caused by the open joint at 41": ("41 open", "41 roots because open"),
    "belly at 30 due to roots": ("30 roots", "30 standing because roots"), "crack and offset at 41": ("41 crack", "41 offset"),
}.items())  # fmt: skip
def test_a_cause_is_heard(said: str, lines: tuple[str, ...]) -> None:
    assert hear_line(said, HOUSE).lines == lines


def test_both_ends_are_two_marks() -> None:
    acts = read_line("mark X both ends of 69-74: blue paint", HOUSE).acts
    assert [(a.mark.label, a.mark.position.counter.likely, a.mark.style) for a in acts] == [
        ("X1", 69, "paint"),
        ("X2", 74, "paint"),
    ]


@pytest.mark.parametrize(
    "line", ["vertical cable", "vertical cable 6", "count", "planned:", "next look", "operator's verdict:"]
)
def test_what_says_nothing_is_not_taken(line: str) -> None:
    assert not read_line(line, HOUSE).can_be_added
