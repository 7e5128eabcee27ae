"""A run taken out, and the pipe it starts in said anew: what goes, what stays, what is refused."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.edits import new_record, record_from_page, with_first_pipe, without_run
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, read_lateral
from bellstone.core.record.advice import Override
from tests.core.random_pages import random_page

A = "run A front cleanout clay 4in, facing main, counts to main\n10 crack open\n12 depth 4ft\n40 main\n"
B = "run B vent iron 4in, facing main, counts to main\n3 roots 10%\n4 depth 2ft\n5 pitch 2%\n6 not seen steam\nwords that say nothing\n"


def record(page: str) -> Lateral:
    return record_from_page(page)[0]


def test_all_that_was_told_on_a_run_goes_with_it_and_nothing_else() -> None:
    both = record(A + B)
    assert len(both.visits[0].remarks) == len(both.visits[0].not_assessable) == len(both.visits[0].pitches) == 1
    left = without_run(both, "B").visits[0]
    alone = record(A).visits[0]
    assert [s.said for s in left.sightings] == [s.said for s in alone.sightings]
    assert [(d.run, d.said) for d in left.depths] == [("A", alone.depths[0].said)]
    assert (left.pitches, left.not_assessable, left.remarks) == ((), (), ())
    assert [r.id for r in left.runs] == ["A"]
    assert [f.rating for f in assess(without_run(both, "B")).findings] == [f.rating for f in assess(record(A)).findings]


def test_what_another_run_saw_too_stays_with_what_was_decided_of_it() -> None:
    page = A + "run B vent iron 4in, facing main, counts to main\n3 roots 10%\n30 crack open same 10\n"
    both = record(page)
    shared, only = both.visits[0].sightings[0].item, both.visits[0].sightings[2].item
    mine = tuple(Override(item=item, rating=2, reason="seen again") for item in (shared, only))
    left = without_run(both.model_copy(update={"overrides": mine}), "B")
    assert [o.item for o in left.overrides] == [shared]


def test_a_run_that_went_on_from_it_goes_on_from_the_one_before() -> None:
    page = A + "run B vent clay 4in, facing main\n3 crack open"
    both = record(page)
    a, b = both.visits[0].runs
    chained = both.visits[0].model_copy(update={"runs": (a, b.model_copy(update={"resumes": "A"})), "telling": "A"})
    left = without_run(both.model_copy(update={"visits": (chained,)}), "A").visits[0]
    assert (left.runs[0].id, left.runs[0].resumes, left.telling) == ("B", None, None)


def test_a_run_that_is_not_there_is_refused_by_the_names_of_those_that_are() -> None:
    with pytest.raises(DomainError, match="its runs are: A"):
        without_run(record(A), "C")
    with pytest.raises(DomainError, match="its runs are: none yet"):
        with_first_pipe(record("12 crack open"), "A", "clay")


@given(st.integers(0, 400))
def test_without_any_of_its_runs_a_random_record_is_whole_and_assessed(seed: int) -> None:
    told = record(random_page(seed))
    for run in told.visits[-1].runs:
        left = without_run(told, run.id)
        assert read_lateral(left.model_dump(mode="json")) == left
        for line in left.lines:
            assess(left, path=line.id)
        assert run.id not in {s.run for s in left.visits[-1].sightings}


@pytest.mark.parametrize(
    ("words", "material", "bore"),
    [
        ("clay 4in", "clay", 4.0), ("cast iron", "cast_iron", None), ('PVC 6"', "pvc", 6.0), ("4in", "unknown", 4.0),
        ("pvc thin 4in", "pvc_thin", 4.0), ("ductile iron 8 in", "ductile_iron", 8.0),
    ],
)  # fmt: skip
def test_the_first_pipe_is_said_in_words(words: str, material: str, bore: float | None) -> None:
    made = new_record("Alder Row 14", "front cleanout", "front cleanout", pipe=words)
    pipe = made.visits[0].runs[0].starts_in
    assert pipe is not None and (pipe.material, pipe.bore_in) == (material, bore)
    assert with_first_pipe(record(A), "A", words).visits[0].runs[0].starts_in == pipe
    assert assess(made).segments[0].bore_in == bore


def test_a_first_pipe_not_said_is_not_known_and_one_not_read_is_asked() -> None:
    assert new_record("x", "front cleanout", "front cleanout").visits[0].runs[0].starts_in is None
    assert with_first_pipe(record(A), "A", "  ").visits[0].runs[0].starts_in is None
    for words in ("brick", "clay four inch", "clay 400in"):
        with pytest.raises(DomainError, match="wants a material and an inside bore"):
            with_first_pipe(record(A), "A", words)


def test_the_rating_follows_the_first_pipe() -> None:
    """Handbook 3.2: an offset of half an inch is 12.5 % of a 4 in bore, at most 15 %: 3; of 3 in 17 %: 4."""
    told = record("run A front cleanout 4in, facing main, counts to main\n10 offset up 1/2in joint\n40 main")
    rated = [assess(with_first_pipe(told, "A", f"clay {bore}in")).findings[0].rated for bore in (4, 3)]
    assert rated == [3, 4]
