"""Branches and visits: one axis, shared pipe the same on every path, the newest visit leading."""

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import DomainError, RecordError
from bellstone.core.record import Lateral, read_lateral
from bellstone.core.record.advice import NotSame

TWO = """run A hall cleanout 4in iron, facing main, counts to main
10 roots hair 5% joint
41.5 branch bathroom
60 offset up 1/2in joint
80 main
run B vent 3in iron, on bathroom branch, facing main, counts to main, zero not said
5 wear heavy
22 branch bathroom same 41.5
30 roots curtain 30%
45 stopped out of cable
"""


def page(text: str) -> Lateral:
    record, lines = record_from_page(text)
    assert all(line.added for line in lines), [line.why for line in lines if not line.added]
    return record


def test_a_branch_lies_upstream_of_its_junction_on_the_one_axis() -> None:
    a = assess(page(TWO), path="line1")
    stations = {f.words: f.station_ft for f in a.findings}
    assert stations["wear, heavy"] == pytest.approx(41.5 - 17)
    assert [s.name for s in a.segments] == ["cast iron 3 in", "cast iron 4 in"]
    assert a.segments[0].end_ft == a.segments[1].start_ft == pytest.approx(41.5)
    assert "roots, hair, 5 %" not in stations  # the main line above the junction is not on this path


def test_shared_pipe_is_the_same_items_at_the_same_stations_on_every_path() -> None:
    record = page(TWO)
    main, branch = assess(record), assess(record, path="line1")
    below = [(f.id, f.station_ft) for f in main.findings if f.station_ft >= 41]
    assert below == [(f.id, f.station_ft) for f in branch.findings if f.station_ft >= 41]
    assert any(f.run == "B" for f in main.findings)  # what the branch's run saw past the junction is on the main line
    assert not any(f.words.startswith("wear") for f in main.findings)


def test_each_line_is_told_by_itself_with_where_it_joins() -> None:
    lines = {line.name: line for line in assess(page(TWO)).lines}
    assert lines["bathroom"].joins_ft == pytest.approx(41.5)
    assert lines["bathroom"].length_ft == pytest.approx(22, abs=0.1)
    assert (lines["bathroom"].worst, lines["main line"].worst) == (3, 4)  # roots in iron are one worse
    assert lines["bathroom"].findings == 1
    # its own soundness by its own 22 ft: heavy wear, 3 ft at weight 9, 100 exp(-27 / 22 / 12) = 90 (handbook 3.3)
    assert lines["bathroom"].soundness == pytest.approx(90.3, abs=0.1)


def test_a_run_seen_only_in_part_covers_only_that_part() -> None:
    a = assess(page(TWO), path="line1")
    lanes = {lane.run: (lane.start_ft, lane.end_ft) for lane in a.lanes}
    assert lanes["A"][0] == pytest.approx(41.5)
    assert lanes["B"][0] == pytest.approx(19.5)


def test_lines_that_cannot_flow_are_refused_with_the_place() -> None:
    site = {"site": {"name": "x"}}
    for lines, place in (
        ([{"id": "a"}, {"id": "b"}], "lines[1].joins"),
        ([{"id": "a"}, {"id": "b", "joins": "c"}], "there is no line 'c'"),
        ([{"id": "a"}, {"id": "b", "joins": "c"}, {"id": "c", "joins": "b"}], "in a circle"),
    ):
        with pytest.raises(RecordError, match=place.replace("[", r"\[").replace("]", r"\]")):
            read_lateral({**site, "lines": lines})
    with pytest.raises(DomainError, match="wants one of the lines"):
        assess(page(TWO), path="line9")


VISITS = """run A yard clay 4in, facing main, counts to main
12 roots curtain 40% joint
20 roots ball 85% joint
30 grease 30%
48 offset up 1/4in joint
55 crack hairline around
70 main
visit 2026-11-10 after cleaning
run A yard clay 4in, facing main, counts to main
12.3 roots curtain cut flush 5% joint same 12
48.2 offset up 3/4in joint same 48
55.1 crack hairline around same 55
60 stopped
"""


def test_the_newest_visit_leads_and_the_earlier_is_told_against_it() -> None:
    a = assess(page(VISITS))
    assert {f.words.split(",")[0] for f in a.findings} == {"roots", "offset", "crack", "stopped"}
    became = {e.words.split(",")[0] + f" {e.station_ft:.0f}": e.became for e in a.earlier}
    assert became == {
        "roots 12": "better", "roots 20": "gone", "grease 30": "gone", "offset 48": "worse", "crack 55": "same", "main 70": "not seen now",
    }  # fmt: skip


def test_runs_of_two_visits_are_tied_by_what_both_saw() -> None:
    """The second visit's counter is zeroed 5 ft further on: two things seen on both put it on the same axis."""
    way = "facing main, counts to main"
    moved = VISITS.replace(f"yard clay 4in, {way}\n12.3", f"street clay 4in, {way}, zero not said\n7.3")
    moved = (
        moved.replace("48.2 offset", "43.2 offset")
        .replace("55.1 crack", "50.1 crack")
        .replace("60 stopped", "55 stopped")
    )
    a = assess(page(moved))
    assert a.ties[0].tied and a.ties[0].zero_station_ft == pytest.approx(4.8, abs=0.3)
    assert {e.became for e in a.earlier if e.words.startswith("crack")} == {"same"}


def test_what_may_have_been_seen_again_is_not_gone_until_that_is_answered() -> None:
    near = VISITS.replace("55.1 crack hairline around same 55", "55.4 crack hairline around")
    record = page(near)
    crack = next(e for e in assess(record).earlier if e.words.startswith("crack"))
    assert crack.became == "may be the same"
    (asked,) = [p for p in assess(record).proposals if crack.item in (p.keep, p.join)]
    refused = record.model_copy(update={"not_same": (NotSame(a=asked.keep, b=asked.join),)})
    assert next(e for e in assess(refused).earlier if e.words.startswith("crack")).became == "gone"


@pytest.mark.parametrize(("run", "path", "there"), [
    ("B", "line1", True), ("B", None, False), ("A", None, True), ("A", "line1", False),
])  # fmt: skip
def test_what_has_no_footage_lies_on_the_line_its_run_began_in(run: str, path: str | None, there: bool) -> None:
    """Above the junction one cannot know; it is told once, on its own line."""
    before = {"A": "80 main\n", "B": "45 stopped out of cable\n"}[run]
    found = assess(page(TWO.replace(before, f"crack top\n{before}")), path=path)
    assert any(f.kind == "crack" for f in found.findings) is there
