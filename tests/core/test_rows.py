"""Several rows changed together: all of them, or none; and what is said again of the same footage."""

import pytest

from bellstone.core.answer import preview
from bellstone.core.edits import record_from_page, with_words, without_all
from bellstone.core.entry import read_line
from bellstone.core.ground import DomainError
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
PAGE = "run A cleanout, facing main, counts to main\n12 roots 30%\n20 crack top\n36 hole 1in\npass back\n20 coupling"


def record():  # type: ignore[no-untyped-def]
    return record_from_page(PAGE)[0]


def test_words_go_to_the_rows_named_and_to_no_other() -> None:
    after = with_words(record(), ["s1", "s2"], "joint", HOUSE).visits[0].sightings
    assert [s.at for s in after[:3]] == ["joint", "joint", None]
    assert [s.id for s in after] == [s.id for s in record().visits[0].sightings]


def test_a_row_keeps_its_run_pass_and_item() -> None:
    before, after = record().visits[0].sightings[0], with_words(record(), ["s1"], "joint", HOUSE).visits[0].sightings[0]
    assert (before.item, before.run, before.travel, before.size) == (after.item, after.run, after.travel, after.size)


@pytest.mark.parametrize(
    ("ids", "words"), [(["s1", "s3"], "curtain"), (["s1", "s9"], "joint"), (["s1"], "gobbledygook")]
)
def test_one_row_that_cannot_is_a_refusal_of_all(ids: list[str], words: str) -> None:
    with pytest.raises(DomainError):
        with_words(record(), ids, words, HOUSE)


def test_the_refusal_names_the_row_and_what_to_do() -> None:
    with pytest.raises(DomainError, match="36 hole 1in curtain.*No row was changed: leave this one out"):
        with_words(record(), ["s1", "s3"], "curtain", HOUSE)


def test_a_row_named_twice_gets_the_words_once() -> None:
    assert with_words(record(), ["s1", "s1"], "joint", HOUSE) == with_words(record(), ["s1"], "joint", HOUSE)


def test_rows_are_taken_out_together() -> None:
    left = without_all(record(), ["s1", "s3"]).visits[0].sightings
    assert [s.id for s in left] == [s.id for s in record().visits[0].sightings if s.id not in ("s1", "s3")]
    with pytest.raises(DomainError):
        without_all(record(), ["s1", "s99"])


@pytest.mark.parametrize(("line", "asks"), [
    ("20 coupling", True), ("20.0 coupling rubber", True), ("21 coupling", False), ("20 crack", False), ("20 coupling same", False),
    ("next coupling", False), ("20-24 coupling", False),
])  # fmt: skip
def test_what_is_there_already_on_this_pass_is_said(line: str, asks: bool) -> None:
    shown = preview(record(), read_line(line, HOUSE), HOUSE)
    assert bool(shown.again) == asks, shown
    assert not asks or "“20 coupling” is there already" in shown.again
