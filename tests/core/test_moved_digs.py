"""Digs whose ends the analyst has set: the computed ends stay, what moving changes is told, everything else follows."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.answer.dig_sheet import dig_sheets
from bellstone.core.assess import assess
from bellstone.core.dig import Bracket
from bellstone.core.edits import join_items, record_from_page
from bellstone.core.ground import RecordError
from bellstone.core.record import Lateral, MovedDig, read_lateral
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text

PAGE = "run A cleanout clay 4in, facing main, counts to main\n18 joint\n24 joint\n30-31 collapse\n36 joint\n60-61 collapse\n90 main"


def record() -> Lateral:
    return record_from_page(PAGE)[0]


def moved(start: float, end: float, n: int = 0) -> Assessment:
    base = record()
    ends = MovedDig(items=assess(base).digs[n].items, start_ft=start, end_ft=end, reason="the drive must stay whole")
    return assess(base.model_copy(update={"moved_digs": (ends,)}))


def changes(d: Bracket) -> str:
    assert d.moved is not None
    return "; ".join(d.moved.changes)


def test_the_computed_ends_stay_beside_those_set() -> None:
    was, now = assess(record()).digs[0], moved(29.0, 35.0).digs[0]
    assert now.moved is not None
    assert (now.start_ft, now.end_ft) == (29.0, 35.0)
    assert (now.moved.start_ft, now.moved.end_ft, now.moved.where) == (was.start_ft, was.end_ft, was.where)
    assert now.moved.reason == "the drive must stay whole" and now.why == was.why


def test_the_other_dig_is_as_it_was() -> None:
    assert moved(29.0, 35.0).digs[1] == assess(record()).digs[1]


@pytest.mark.parametrize(("start", "end", "said"), [
    (27.0, 35.0, "8.0 ft long, computed"),
    (27.0, 35.0, "upstream end: 3.0 ft beyond what was seen"),
    (29.0, 35.0, "upstream end: 1.0 ft beyond what was seen, less than the 2 ft one works in"),
    (30.5, 35.0, "upstream end: leaves out 0.5 ft of what was seen"),
    (27.0, 30.5, "downstream end: leaves out 0.5 ft of what was seen"),
    (23.0, 35.0, "upstream end: past the joint at 24.0 ft"),
    (17.0, 35.0, "upstream end: past the joint at 18.0 ft"),
    (27.0, 37.0, "downstream end: past the joint at 36.0 ft"),
    (27.0, 35.0, "downstream end: no joint noted or predicted is passed"),
    (27.0, 59.0, "reaches into dig 2"),
])  # fmt: skip
def test_what_moving_changes_is_told(start: float, end: float, said: str) -> None:
    assert said in changes(moved(start, end).digs[0])


def test_an_end_that_stays_is_not_spoken_of() -> None:
    was = assess(record()).digs[0]
    told = changes(moved(was.start_ft, 35.0).digs[0])
    assert "upstream end" not in told and "downstream end" in told


def test_strip_sheet_text_and_file_have_the_ends_that_were_set() -> None:
    answer = moved(29.0, 35.0)
    sheet = dig_sheets(answer)[0]
    assert (sheet.start_ft, sheet.end_ft) == (29.0, 35.0)
    assert sheet.ends_why.startswith("set by hand: the drive must stay whole")
    assert "Ends set by hand: the drive must stay whole" in assessment_text(answer)
    assert "29.0–35.0 ft, set by hand" in answer.digs[0].where
    kept = record().model_copy(
        update={"moved_digs": (MovedDig(items=("i3",), start_ft=1.0, end_ft=3.0, reason="as told"),)}
    )
    assert lateral_file.loads(lateral_file.dumps(kept)) == kept


def test_why_the_computed_ends_lie_where_they_do_is_said_always() -> None:
    first, second = assess(record()).digs
    assert "2 ft of working room" in first.why and "each end half a foot past the joint beyond" in first.why
    assert "no joint is known to end at" in second.why


def test_ends_set_for_what_needs_no_dig_are_not_used() -> None:
    ends = MovedDig(items=("i99",), start_ft=1.0, end_ft=3.0, reason="for what is gone")
    answer = assess(record().model_copy(update={"moved_digs": (ends,)}))
    assert answer.digs == assess(record()).digs


def test_two_things_made_one_keep_the_ends_set_for_either() -> None:
    base = record()
    first, second = (d.items[0] for d in assess(base).digs)
    ends = MovedDig(items=(second,), start_ft=50.0, end_ft=70.0, reason="room for the machine")
    joined = join_items(base.model_copy(update={"moved_digs": (ends,)}), first, second)
    assert joined.moved_digs[0].items == (first,)


@pytest.mark.parametrize(("start", "end"), [(30.0, 30.0), (30.0, 29.0), (0.0, 300.1), (-5001.0, -4990.0)])
def test_ends_that_are_no_dig_are_refused(start: float, end: float) -> None:
    tree = lateral_file.plain_tree(record()) | {
        "moved_digs": [{"items": ["i3"], "start_ft": start, "end_ft": end, "reason": "as told"}]
    }
    with pytest.raises(RecordError):
        read_lateral(tree)
