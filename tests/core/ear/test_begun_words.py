"""First letters of a word, typed: they may stand for a thing alone, and never beside talk."""

import pytest

from bellstone.core.ear import listen
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


@pytest.mark.parametrize("said", [
    "we'll go ahead and keep pushing here", "we keep pushing", "41 we keep pushing", "off we go", "roo'd keep going", "he's outside",
])  # fmt: skip
def test_a_word_that_only_begins_as_a_kind_does_is_never_that_kind_beside_words_not_understood(said: str) -> None:
    for reading in (listen(said, HOUSE, typed=True), listen(said, HOUSE)):  # at the entry line, and on a page
        assert not reading.acts and not reading.questions and not reading.can_be_added


def test_a_kind_named_beside_words_not_understood_is_asked_without_them() -> None:
    reading = listen("roots kind of weird there", HOUSE, typed=True)
    assert not reading.acts and [c.label for q in reading.questions for c in q.choices] == ["roots"]


@pytest.mark.parametrize(
    ("said", "completed"), [("41 stan 2in", "41 standing 2in"), ("head changed to 2 in", "head changed to 2 in")]
)
def test_four_letters_of_a_name_may_stand_for_it(said: str, completed: str) -> None:
    reading = listen(said, HOUSE, typed=True)
    assert reading.can_be_added and reading.completed == completed
