"""Every warning, and the nearest page that gives no cause for it: what is asked, and that a person can answer it."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import add_line, record_from_page
from bellstone.core.entry import read_line
from bellstone.core.record.advice import Answer
from bellstone.core.scheme import house_scheme

A = "run A front cleanout clay 4in, facing main, counts to main\n"
FIBRE = A.replace("clay", "fibre")
IRON = A.replace("clay", "iron")


def joints_every(feet: float) -> str:
    return "".join(f"{feet * n:g} joint\n" for n in range(1, 9))


def answer(page: str) -> Assessment:
    return assess(record_from_page(page if page.startswith("run") else A + page)[0])


CASES = [
    ("material", "10 wear pitted", IRON + "10 wear pitted", "cannot have pitted wear"),
    ("material", IRON + "10 wear glaze lost", "10 wear glaze lost", "cannot have glaze lost wear"),
    ("material", "10 blister 1in", FIBRE + "10 blister 1in", "does not blister"),
    ("deep", "10 standing 4.5in rest", "10 standing 4in rest", "4.5 in of water in a 4 in bore"),
    ("level", "10-14 standing 1in rest 12-3", "10-14 standing 1in rest 5-7", "drawn away from 6 o'clock"),
    ("unseen", "10-30 sound\n20-25 not seen steam\n40 main", "10-20 sound\n20-25 not seen steam\n40 main", "part of it was not seen"),
    ("two_mains", "40 main\n44 main", "40 main\n42.5 main", "two mains, 4.0 ft apart"),
    ("beyond", "40 main\n44 crack open", "40 main\n42 crack open", "past the main"),
    ("same_pipe", "20 change clay 4in > clay 4in", "20 change clay 4in > clay 6in", "on both sides of a change"),
    ("behind", "-2 crack open\n40 main", "-0.4 crack open\n40 main", "lies 2.0 ft behind front cleanout"),
    ("contradicts", "20 crack open\nhole 1in\n10 roots 10%", "10 crack open\nhole 1in\n20 roots 10%", "leaves it no place"),
    ("spacing", FIBRE + joints_every(4.0), FIBRE + joints_every(5.0), "joints lie 4 ft apart"),
    ("spacing", FIBRE + joints_every(4.0), joints_every(3.8), "joints lie 4 ft apart"),  # clay is laid in 4 ft too
    ("joint", joints_every(5.0) + "22.5 crack open joint", joints_every(5.0) + "20.2 crack open joint", "any of the 5.0 ft pattern"),
    ("above", "10 depth 0ft", "10 depth 1ft", "puts the head above the ground"),
    ("nowhere", "2ft past oak: crack open", "12 = oak\n2ft past oak: crack open", "has no place on this line"),
    ("run", "20 = 26\n60 main", "20 = 20.3\n60 main", "% short: more than 3 %"),
]  # fmt: skip


@pytest.mark.parametrize(("what", "page", "without", "says"), CASES)
def test_a_warning_is_raised_by_its_cause_and_by_nothing_near_it(what: str, page: str, without: str, says: str) -> None:
    raised = [w for w in answer(page).warnings if w.id.split(":")[0] == what]
    assert raised and says in " ".join(w.text for w in raised)
    assert all(w.where and w.mend for w in raised)
    assert [w.text for w in answer(without).warnings if w.id.split(":")[0] == what] == []


@pytest.mark.parametrize(("what", "page"), [(what, page) for what, page, *_ in CASES if what != "run"])
def test_a_warning_answered_is_not_asked_again_and_hides_no_other(what: str, page: str) -> None:
    record, _ = record_from_page(page if page.startswith("run") else A + page)
    asked = assess(record).warnings
    one = next(w for w in asked if w.id.split(":")[0] == what)
    answered = record.model_copy(update={"answers": (Answer(warning=one.id, answer="looked again"),)})
    assert [w.id for w in assess(answered).warnings] == [w.id for w in asked if w.id != one.id]


def test_a_word_typed_that_nothing_took_is_warned_of() -> None:
    """On a page it is asked; typed and entered all the same, it stays with the finding and is said."""
    record, _ = record_from_page(A + "40 main")
    typed, _ = add_line(record, read_line("10 roots slight wobbly", house_scheme()))
    plain, _ = add_line(record, read_line("10 roots slight", house_scheme()))
    assert "not read: wobbly" in " ".join(w.text for w in assess(typed).warnings)
    assert not [w for w in assess(plain).warnings if w.id.startswith("unread")]
