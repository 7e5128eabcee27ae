"""This is that: proposals between passes, runs and visits, and what taking or refusing one does."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.edits import join_items, keep_apart, record_from_page
from bellstone.core.findings.matching import align
from bellstone.core.ground import DomainError

PAGE = """run A yard clay 4in, facing main, counts to main
20 roots curtain 30% 12-1 joint
40 offset drop 1/4in joint
60 hole 1in 3 o'clock
pass back
60.4 hole 1in 3 o'clock
40.2 offset drop 1/4in joint
20.3 crack hairline around
"""


def test_what_was_seen_out_and_back_is_proposed_by_family_place_and_clock() -> None:
    found = assess(record_from_page(PAGE)[0]).proposals
    assert [(p.words, p.between, round(p.apart_ft, 1)) for p in found] == [
        ("offset", "passes", 0.2),
        ("hole", "passes", 0.4),
    ]
    other_side = PAGE.replace("60.4 hole 1in 3 o'clock", "60.4 hole 1in 9 o'clock")
    assert [p.words for p in assess(record_from_page(other_side)[0]).proposals] == ["offset"]


def test_a_refused_pair_is_not_proposed_again_and_a_taken_one_is_one_item() -> None:
    record, _ = record_from_page(PAGE)
    first = assess(record).proposals[0]
    apart = keep_apart(record, first.keep, first.join)
    assert [p.words for p in assess(apart).proposals] == ["hole"]
    one = join_items(record, first.keep, first.join)
    assert [p.words for p in assess(one).proposals] == ["hole"]
    # one identity once: the pair no longer counts twice
    assert assess(one).line.soundness.likely > assess(record).line.soundness.likely


def test_said_to_be_the_same_but_not_surely_is_a_proposal_until_taken() -> None:
    record, _ = record_from_page("run A yard, facing main, counts to main\n20 roots ball\n31 roots curtain same? 20")
    (only,) = assess(record).proposals
    assert (only.between, only.keep, only.join) == ("said", "i1", "i2")
    assert assess(join_items(record, "i1", "i2")).proposals == ()
    assert assess(keep_apart(record, "i1", "i2")).proposals == ()


def test_joining_keeps_every_look_and_what_was_decided() -> None:
    record, _ = record_from_page("20 roots ball\n21 roots ball\n30 hole 1in because 21")
    assert record.items[0].caused_by == "i2"
    joined = join_items(record, "i1", "i2")
    itself = join_items(record, "i2", "i3")  # what caused it is now the thing itself
    assert [i.caused_by for i in itself.items if i.id == "i2"] == [None]
    assert joined.items[0].caused_by == "i1"
    assert [s.said for s in joined.visits[0].sightings] == [s.said for s in record.visits[0].sightings]
    with pytest.raises(DomainError, match="one thing already"):
        join_items(joined, "i1", "i1")
    with pytest.raises(DomainError, match="no finding has it"):
        join_items(joined, "i1", "i2")


def test_an_untied_run_is_aligned_by_the_order_of_what_it_passed() -> None:
    page = """run A yard clay 4in, facing main, counts to main
10 change iron > clay 4in
24 offset drop 1/4in joint
40 tee
58 offset left 1/4in joint
run B old hole, facing main, counts to main, zero not said
3 change iron > clay 4in
17.2 offset drop 1/4in joint
51.3 offset left 1/4in joint
"""
    found = assess(record_from_page(page)[0]).proposals
    assert [(p.keep, p.join) for p in found] == [("i1", "i5"), ("i2", "i6"), ("i4", "i7")]
    assert all("same order" in p.why for p in found)


@given(st.integers(0, 2**31))
def test_alignment_finds_the_true_matches_of_a_shifted_thinned_sequence(state: int) -> None:
    rng = np.random.default_rng(state)
    a = np.cumsum(rng.uniform(4, 20, 10))
    kinds = rng.integers(0, 3, 10)
    kept = np.sort(rng.choice(10, size=7, replace=False))
    b = (a[kept] + 31.0) * 1.01 + rng.uniform(-0.1, 0.1, 7)
    alike = [[bool(kinds[i] == kinds[j]) for j in kept] for i in range(10)]
    found = align(list(a), list(b), alike)
    truth = [(int(i), n) for n, i in enumerate(kept)]
    # a wrong match would need the same spacing by chance: none of the true ones may be lost
    assert set(truth) <= set(found)
