"""Both sides of every rule of serviceability (handbook 3.3), and what each says of itself."""

from typing import Any

import pytest

from bellstone.core.judgement.verdict import NOT_THE_PIPES_OWN, VERDICT_WORDS, judge
from bellstone.core.record import HouseRules
from tests.core.test_score import judged

NO, LOOK, NOTE, FINE = "not_serviceable", "further_look", "serviceable_note", "serviceable"
ROOTS = {"kind": "roots", "aspect": "bore"}
WATER = {"kind": "standing", "aspect": "fall"}


def of(rating: int, **update: Any) -> Any:
    return judged(low=rating, likely=rating, high=rating, **update)


def share(pct: float) -> dict[str, Any]:
    return {"share_pct": (pct, pct, pct)}


def deep(inches: float, bore: float | None = 4.0) -> dict[str, Any]:
    return {"depth_in": (inches, inches, inches), "bore_in": bore}


SIDES: list[tuple[Any, dict[str, str], str, str]] = [
    # the wall: 5 fails, 4 wants a look, 2 and 3 a note, 1 nothing
    (of(1), {}, FINE, "nothing seen rates 2 or worse"),
    (of(2), {}, NOTE, "rating 2 (note)"),
    (of(3), {}, NOTE, "rating 3 (watch)"),
    (of(4), {}, LOOK, "rating 4 (repair)"),
    (of(5), {}, NO, "the shell has failed (rating 5)"),
    (of(1, kind="crossing", aspect="bore"), {}, NO, "stop, a utility may cross"),
    # the bore: over half of it in place fails, half does not
    (of(3, **ROOTS, **share(50)), {}, NOTE, "rating 3"),
    (of(3, **ROOTS, **share(50.1)), {}, NO, "blocks more than half the bore"),
    (of(3, **ROOTS, **share(50.1), in_place=False), {}, NOTE, "rating 3"),
    (of(5, **ROOTS), {}, NO, "the bore is all but blocked (rating 5)"),
    (of(4, **ROOTS), {}, LOOK, "rating 4"),
    # a house that takes any root in place to fail
    (of(1, **ROOTS), {"roots": "any_fails"}, FINE, "nothing seen"),
    (of(2, **ROOTS), {"roots": "any_fails"}, NO, "any root in place fails"),
    (of(2, **ROOTS, in_place=False), {"roots": "any_fails"}, NOTE, "rating 2"),
    (of(2, kind="grease", aspect="bore"), {"roots": "any_fails"}, NOTE, "rating 2"),
    # a house that cleans first
    (of(3, **ROOTS), {"clean_first": "clean_first"}, NOTE, "rating 3"),
    (of(4, **ROOTS), {"clean_first": "clean_first"}, LOOK, "clean first, then decide"),
    (of(5, **ROOTS), {"clean_first": "clean_first"}, LOOK, "clean first, then decide"),
    (of(2, **ROOTS, **share(60)), {"clean_first": "clean_first"}, LOOK, "clean first, then decide"),
    (of(2, **ROOTS, **share(60), in_place=False), {"clean_first": "clean_first"}, NOTE, "rating 2"),
    (of(5, kind="object", aspect="bore"), {"clean_first": "clean_first"}, NO, "all but blocked"),
    # water: over half the bore fails, a head under a pond fails where its depth was read
    (of(3, **WATER, **deep(2.0)), {}, NOTE, "rating 3"),
    (of(3, **WATER, **deep(2.05)), {}, NO, "over half"),
    (of(3, **WATER, **deep(2.05, bore=None)), {}, NOTE, "rating 3"),
    (of(3, kind="submerged", aspect="fall"), {}, NOTE, "rating 3"),
    (of(4, kind="submerged", aspect="fall"), {}, LOOK, "no depth was read"),
    (of(4, kind="submerged", aspect="fall", **deep(1.0)), {}, NO, "under a pond rated 4 or worse"),
    (of(2, **WATER, **deep(0.5), qualities=("not_moved",)), {}, NO, "a flush does not move it"),
    # what a house accepts of standing water
    (of(1, **WATER, **deep(0.2)), {"standing_water": "never"}, FINE, "nothing seen"),
    (of(2, **WATER, **deep(0.4)), {"standing_water": "never"}, NO, "never accepted"),
    (of(2, **WATER, **deep(1.0)), {"standing_water": "up_to_1_in"}, NOTE, "rating 2"),
    (of(2, **WATER, **deep(1.01)), {"standing_water": "up_to_1_in"}, NO, "more than 1 in"),
    (of(2, **WATER, **deep(0.5), qualities=("paper",)), {"standing_water": "solids_or_flush"}, NO, "solids have collected"),
    (of(2, **WATER, **deep(0.5), qualities=("paper",)), {}, NOTE, "rating 2"),
    (of(2, **WATER, **deep(0.5)), {"standing_water": "solids_or_flush"}, NOTE, "rating 2"),
    # worn iron: a school each
    (of(2, kind="wear"), {"worn_iron": "replace_on_sight"}, NOTE, "rating 2"),
    (of(3, kind="wear"), {"worn_iron": "replace_on_sight"}, NO, "replaced on sight"),
    (of(3, kind="wear"), {"worn_iron": "keep_while_sound"}, NOTE, "kept while it is sound and flowing"),
    (of(3, kind="hole"), {"worn_iron": "replace_on_sight"}, NOTE, "rating 3"),
]  # fmt: skip


@pytest.mark.parametrize(("item", "house", "verdict", "why"), SIDES)
def test_both_sides_of_a_rule(item: Any, house: dict[str, str], verdict: str, why: str) -> None:
    found = judge([item], HouseRules(**house), reached_main=True)
    assert (found.verdict, found.words) == (verdict, VERDICT_WORDS[verdict])  # type: ignore[index]
    assert why in found.reasons[0].why
    if verdict != FINE:
        assert found.reasons[0].why.startswith("it: ") and found.reasons[0].items == ("i1",)


@pytest.mark.parametrize(("rating", "verdict"), [(1, FINE), (2, NOTE), (3, LOOK), (4, LOOK), (5, LOOK)])
@pytest.mark.parametrize("held", NOT_THE_PIPES_OWN)
def test_water_that_something_else_holds_fails_no_pipe(held: str, rating: int, verdict: str) -> None:
    """However deep it stands: over half the bore of it is the main's, or the roots', and not the pipe's."""
    found = judge([of(rating, **WATER, **deep(3.5), held=held)], HouseRules(), reached_main=True)
    assert found.verdict == verdict
    assert rating == 1 or NOT_THE_PIPES_OWN[held] in found.reasons[0].why


@pytest.mark.parametrize(
    ("flush", "verdict", "worst"),
    [
        (None, FINE, FINE),
        ("moved", FINE, FINE),
        ("sluggish", FINE, FINE),
        ("hardly_moved", LOOK, NO),
        ("not_moved", NO, NO),
    ],
)
def test_a_flush_that_hardly_moves_is_a_range_over_the_two_beside_it(
    flush: str | None, verdict: str, worst: str
) -> None:
    found = judge([], HouseRules(), reached_main=True, flush_result=flush)
    assert (found.verdict, found.at_worst) == (verdict, worst)
    assert ("flush again" in found.changes) == (verdict != worst)


@pytest.mark.parametrize(
    ("asked", "verdict", "why"),
    [
        ({"reached_main": None}, FINE, "nothing seen rates"), ({"reached_main": True}, FINE, "nothing seen rates"),
        ({"reached_main": False}, LOOK, "the main was not reached; what was not seen"),
        ({"reached_main": False, "stop_reason": "roots"}, LOOK, "not reached: roots; what was not seen"),
        ({"reached_main": False, "nothing_seen": True}, LOOK, "nothing has been seen yet"),
        ({"reached_main": True, "needs_rest_reading": ("a pond",)}, LOOK, "a pond: needs a reading at rest"),
    ],
)  # fmt: skip
def test_what_was_not_seen_is_not_passed(asked: dict[str, Any], verdict: str, why: str) -> None:
    found = judge([], HouseRules(), **asked)
    assert found.verdict == verdict
    assert why in found.reasons[0].why and len(found.reasons) == 1


@pytest.mark.parametrize(
    ("low", "likely", "high", "says"),
    [
        (3, 3, 3, ""), (2, 3, 3, ""), (3, 4, 4, "could be “Serviceable, note” at the near end: it: measure it"),
        (4, 4, 5, "could be “Not serviceable” at the far end of a range: it: measure it"),
        (1, 2, 2, "could be “Serviceable” at the near end: it: measure it"),
    ],
)  # fmt: skip
def test_only_an_end_that_would_change_the_verdict_is_said(low: int, likely: int, high: int, says: str) -> None:
    assert judge([judged(low=low, likely=likely, high=high)], HouseRules(), reached_main=True).changes == says


def test_the_worst_reason_leads_and_all_are_kept() -> None:
    items = [of(2, item="a"), of(5, item="b"), of(4, item="c")]
    found = judge(items, HouseRules(), reached_main=False)
    assert [r.verdict for r in found.reasons] == [NO, LOOK, LOOK, NOTE]
    assert [r.items for r in found.reasons] == [("b",), ("c",), (), ("a",)]


@pytest.mark.parametrize(
    ("update", "verdict"),
    [
        ({"kind": "crossing"}, LOOK),
        ({"kind": "collapse"}, LOOK),
        ({"qualities": ("void",)}, LOOK),
        ({"kind": "break"}, FINE),
    ],
)
def test_what_is_unsure_decides_nothing_but_what_cannot_wait(update: dict[str, Any], verdict: str) -> None:
    found = judge([of(5, unsure=True, **update)], HouseRules(), reached_main=True)
    assert found.verdict == found.at_worst == found.at_best == verdict
