"""What is written here is read here: tables and files of the samples and of random pages."""

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.edits import record_from_page
from bellstone.core.entry import finding_lines
from bellstone.core.ground import RecordError
from bellstone.core.record import Lateral, Visit
from bellstone.formats import lateral_file
from bellstone.formats.csv_add import add_table
from bellstone.formats.csv_cells import as_written, harmless, rows_of
from bellstone.formats.csv_table import OWN, read_table
from bellstone.formats.csv_write import write_table
from tests.core.random_pages import random_page
from tests.core.said import HOUSE

DEMO = sorted((Path(__file__).parents[2] / "bellstone" / "demo").glob("*.json"))
SEEDS = st.integers(0, 100_000)
EMPTIED = {"sightings": (), "depths": (), "inverts": (), "pitches": ()}


def newest_alone(record: Lateral, **without: Any) -> Lateral:
    visit = record.visits[-1].model_copy(update=without)
    return record.model_copy(update={"visits": (visit,), "items": ()} if without else {"visits": (visit,)})


def seen(record: Lateral, visit: Visit) -> list[tuple[Any, ...]]:
    """What each sighting says, its run, and which others are the same thing."""
    first: dict[str, int] = {}
    lines = finding_lines(record, visit)
    return [
        (s.run, line, first.setdefault(s.item, n))
        for n, (s, line) in enumerate(zip(visit.sightings, lines, strict=True))
    ]


def comes_back(record: Lateral) -> None:
    """The newest visit's table of sightings, read into the same lateral with nothing seen in it yet."""
    visit = record.visits[-1]
    table = read_table(write_table(record, "sightings"), "sightings")
    assert table.header == OWN["sightings"]
    again = add_table(newest_alone(record, **EMPTIED), table, "sightings", HOUSE)
    alone = newest_alone(record)
    assert seen(again, again.visits[-1]) == seen(alone, visit)


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
@pytest.mark.parametrize("what", sorted(OWN))
def test_every_table_of_every_sample_comes_back(path: Path, what: str) -> None:
    record = lateral_file.loads(path.read_bytes())
    table = read_table(write_table(record, what), what)
    again = add_table(newest_alone(record, **EMPTIED), table, what, HOUSE)
    groups = {"depth": "depths", "invert": "inverts", "pitch": "pitches"}
    if what == "sightings":
        comes_back(record)
    elif what == "water":
        before = [s for s in seen(record, record.visits[-1]) if " standing " in f" {s[1]} "]
        after = seen(again, again.visits[-1])
        assert [s[:2] for s in after] == [s[:2] for s in before]
    else:
        assert list(values(again, groups[what])) == list(values(record, groups[what]))


def values(record: Lateral, group: str) -> Iterator[tuple[Any, ...]]:
    for r in getattr(record.visits[-1], group):
        told = r.model_dump(include={"elevation_ft", "grade_pct", "suspect", "ground_ft"})
        yield r.run, round(r.depth_ft.likely, 4) if group == "depths" else None, told


@settings(max_examples=150)
@given(SEEDS)
def test_the_sightings_of_any_page_come_back(seed: int) -> None:
    comes_back(record_from_page(random_page(seed))[0])


@settings(max_examples=100)
@given(SEEDS)
def test_the_file_of_any_page_comes_back(seed: int) -> None:
    record = record_from_page(random_page(seed))[0]
    assert lateral_file.loads(lateral_file.dumps(record)) == record


def test_as_many_findings_as_a_visit_holds_are_saved_and_open_again() -> None:
    record = record_from_page("run A yard clay 4in, facing main, counts to main\n41.5 roots curtain 30% 12-3 joint")[0]
    (s,) = record.visits[0].sightings
    many = tuple(
        s.model_copy(update={"id": f"s{n}", "said": "41.5 roots, a curtain, about a third"}) for n in range(20_000)
    )
    visit = record.visits[0].model_copy(update={"sightings": many})
    full = record.model_copy(update={"visits": (visit,)})
    text = lateral_file.dumps(full).encode()
    assert len(text) < lateral_file.MAX_BYTES
    assert lateral_file.loads(text) == full


def test_the_largest_record_that_is_kept_opens_again_and_a_larger_is_not_kept() -> None:
    record = record_from_page("run A yard\n12 note x")[0]
    note = record.visits[0].sightings[0].model_copy(update={"said": '"' * 900, "detail": "\\" * 900})
    visit = record.visits[0].model_copy(
        update={"sightings": tuple(note.model_copy(update={"id": f"s{n}"}) for n in range(7600))}
    )
    full = record.model_copy(update={"visits": (visit,)})
    size = len(lateral_file.within_bounds(full.model_dump_json()))
    assert size > 0.9 * lateral_file.MAX_RECORD_BYTES
    assert lateral_file.loads(lateral_file.dumps(full)) == full
    with pytest.raises(RecordError, match="split it"):
        lateral_file.within_bounds(full.model_dump_json() + " " * (lateral_file.MAX_RECORD_BYTES - size + 1))


def test_brackets_in_words_are_no_nesting() -> None:
    record = record_from_page(f"run A yard\n12 note {'[' * 200}")[0]
    assert lateral_file.loads(lateral_file.dumps(record)) == record


def test_a_key_said_twice_is_refused() -> None:
    with pytest.raises(RecordError, match="“name” twice"):
        lateral_file.loads('{"site": {"name": "Alder Row", "name": "Birch Row"}}')


@pytest.mark.parametrize("sign", list("=+-@\t＝＋－＠"))
@pytest.mark.parametrize("lead", ["", " ", "   ", "\u00a0", "'", "''", "' "])
def test_no_cell_begins_a_formula_and_each_comes_back(sign: str, lead: str) -> None:
    cell = f"{lead}{sign}1+1"
    written = harmless(cell)
    assert written == f"'{cell}"
    assert as_written(written) == cell


@pytest.mark.parametrize("cell", ["roots", "'tis dry", "5'6\"", "", "a=b", "(+3)"])
def test_other_cells_are_left_alone(cell: str) -> None:
    assert harmless(cell) == cell == as_written(cell)


@pytest.mark.parametrize(
    ("text", "rows"),
    [
        ("\ufeffcounter,kind\n41.5,roots\n", [["counter", "kind"], ["41.5", "roots"]]),
        ("counter\tkind\tnotes, if any\n41,5\troots\tone, two\n", [["counter", "kind", "notes, if any"], ["41.5", "roots", "one, two"]]),
        ("counter\tkind\n41.5\troots\n", [["counter", "kind"], ["41.5", "roots"]]),
        ('counter,"what; if any"\n41.5,roots\n12,"a; b"\n', [["counter", "what; if any"], ["41.5", "roots"], ["12", "a; b"]]),
        ("counter|kind\n41.5|roots\n", [["counter", "kind"], ["41.5", "roots"]]),
        ("counter;kind\n41,500;roots\n12,5;hole\n", [["counter", "kind"], ["41.500", "roots"], ["12.5", "hole"]]),
        ("counter\n41.5\n", [["counter"], ["41.5"]]),
    ],
)  # fmt: skip
def test_a_table_is_parted_as_its_rows_are(text: str, rows: list[list[str]]) -> None:
    assert rows_of(text) == rows


def refused(text: str, what: str = "sightings") -> str:
    empty = record_from_page("run A yard clay 4in, facing main, counts to main")[0]
    with pytest.raises(RecordError) as error:
        add_table(empty, read_table(text, what), what, HOUSE)
    return str(error.value)


def test_a_comma_that_may_part_thousands_is_asked() -> None:
    assert "is 1,250 1250 or 1.250? write it so" in refused("counter;kind\n1,250;roots\n")
    assert "is it 1250 or 1.250? write it so" in refused('counter,kind\n"1,250",roots\n')
    assert "is it 1250000? write it so" in refused('counter,kind\n"1,250,000",roots\n')


@pytest.mark.parametrize("cell", ["1'250", "5'6'", "1_000", "4 1", "nan", "inf", "1e9", "12 ft 90"])
def test_what_is_no_footage_is_refused(cell: str) -> None:
    assert "row 2" in refused(f'counter,kind\n"{cell}",roots\n')


@pytest.mark.parametrize(
    ("cell", "feet"), [("41'", 41.0), ("41' 6", 41.5), ("41.5 ft", 41.5), ("6 in", 0.5), ("41.5", 41.5)]
)
def test_feet_and_inches_are_read(cell: str, feet: float) -> None:
    empty = record_from_page("run A yard clay 4in, facing main, counts to main")[0]
    added = add_table(empty, read_table(f"counter,kind\n{cell},roots\n", "sightings"), "sightings", HOUSE)
    assert added.visits[0].sightings[0].position.counter.likely == pytest.approx(feet)


def test_a_run_that_is_not_there_is_asked_about_and_one_that_is_is_told_on() -> None:
    assert "there is no such run here" in refused("counter,kind,run\n12,roots,Z\n")
    two = record_from_page("run A yard, facing main, counts to main\nrun B vent, facing main, counts to main")[0]
    added = add_table(
        two, read_table("counter,kind,run\n12,roots,A\n13,hole,B\n14,hole,a\n", "sightings"), "sightings", HOUSE
    )
    assert [s.run for s in added.visits[0].sightings] == ["A", "B", "A"]


def test_rows_are_counted_while_they_are_read() -> None:
    with pytest.raises(RecordError, match="at most 20000 rows"):
        rows_of("counter,kind\n" + "1,roots\n" * 20_000)
    assert len(rows_of("counter,kind\n" + "1,roots\n" * 19_999)) == 20_000


def test_a_file_of_a_later_version_and_of_another_kind_say_so() -> None:
    with pytest.raises(RecordError, match="reads version 1"):
        lateral_file.loads(json.dumps({"site": {"name": "x"}, "version": 2}))
