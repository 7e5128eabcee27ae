"""Two runs that start in different pipe: it changes between them, also where nobody saw it change."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page

A = "run A front cleanout clay 4in, facing main, counts to main\n"
DOWN = "run B yard cleanout iron 4in, facing main, counts to main\n0 = 30\n"
UP = "run B yard cleanout iron 4in, facing house, counts to house\n0 = 30\n"


def answer(page: str) -> Assessment:
    return assess(record_from_page(A + page)[0])


def window(found: Assessment) -> list[str]:
    return [w.text for w in found.warnings if w.id.startswith("unseen_change")]


@pytest.mark.parametrize(
    ("page", "between"),
    [
        (f"20 stopped, roots\n{DOWN}28 main", "between 20.0 ft and 30.0 ft"),  # after what A saw, before B's access
        (f"20 stopped, roots\n{UP}6 crack open", "between 20.0 ft and 24.0 ft"),  # B came up to 24
        (f"50 stopped\n{DOWN}6 crack open", "between 0.0 ft and 30.0 ft"),  # A passed it and said nothing of it
        (f"50 stopped\n{UP}6 crack open", "between 0.0 ft and 24.0 ft"),
        (f"20 stopped, roots\n30 = yard cleanout\n{DOWN.replace('0 = 30', '')}28 main", "between 20.0 ft and 30.0 ft"),
    ],
)
def test_it_changes_somewhere_between_what_the_two_runs_saw(page: str, between: str) -> None:
    found = answer(page)
    assert [s.name for s in found.segments] == ["vitrified clay 4 in", "cast iron 4 in"]
    assert (found.segments[0].end_ft, found.segments[1].start_ft) == (None, None)
    assert window(found) == [f"nobody saw where it changes, {between}"]


@pytest.mark.parametrize(
    ("page", "names"),
    [
        (f"20 stopped\n{DOWN.replace('iron', 'clay')}28 main", ["vitrified clay 4 in"]),  # one pipe
        (f"20 stopped\n{DOWN.replace('iron 4in', '4in')}28 main", ["vitrified clay 4 in"]),  # its material was not said
        (f"20 stopped\n{DOWN.replace(' iron 4in', '')}28 main", ["vitrified clay 4 in"]),
        (
            f"18 change clay > iron 4in\n20 stopped\n{DOWN}28 main",
            ["vitrified clay 4 in", "cast iron 4 in"],
        ),  # it was seen
        (f"20 stopped\n{DOWN.replace('0 = 30', '')}28 main", ["vitrified clay 4 in"]),  # nobody knows where B starts
    ],
)
def test_a_change_that_was_seen_or_is_none_is_not_made_up(page: str, names: list[str]) -> None:
    found = answer(page)
    assert window(found) == []
    assert [s.name for s in found.segments][-len(names) :] == names or [s.name for s in found.segments] == names


def test_what_lies_where_it_may_change_is_rated_in_both_pipes() -> None:
    """Handbook 3.2: half an inch up is 12.5 % of 4 in, at most 15 %: 3; of 3 in 17 %: 4."""
    page = (
        "5 offset up 1/2in\n20 offset up 1/2in\n40 offset up 1/2in\n50 stopped\n"
        + DOWN.replace("iron 4in", "iron 3in")
        + "6 crack open"
    )
    offsets = [f for f in answer(page).findings if f.kind == "offset"]
    rated = {f.station_ft: (f.rating.low, f.rating.likely, f.rating.high) for f in offsets if f.rating}
    assert rated[40.0] == (4, 4, 4)  # below B's access it is iron
    assert rated[5.0][0] == rated[20.0][0] == 3 and rated[5.0][2] == rated[20.0][2] == 4
    assert all("vitrified clay 4 in or cast iron 3 in" in (f.rating.why if f.rating else "") for f in offsets[:2])


def test_the_change_once_noted_ends_the_question() -> None:
    told = f"20 stopped, roots\n{DOWN}28 main\nrun A\n19 change clay > iron 4in"
    found = answer(told)
    assert window(found) == []
    assert [(s.name, s.end_ft) for s in found.segments][0] == ("vitrified clay 4 in", 19.0)


def test_another_bore_is_another_pipe() -> None:
    found = answer(f"20 stopped\n{DOWN.replace('iron 4in', 'clay 6in')}28 main")
    assert [s.name for s in found.segments] == ["vitrified clay 4 in", "vitrified clay 6 in"]
    assert window(found) == ["nobody saw where it changes, between 20.0 ft and 30.0 ft"]


def test_a_change_further_on_hides_none_before_it() -> None:
    found = answer(f"50 stopped\n{DOWN}5 change iron > pvc 4in\n28 main")
    assert [s.name for s in found.segments] == ["vitrified clay 4 in", "cast iron 4 in", "PVC, solid wall 4 in"]
    assert window(found) == ["nobody saw where it changes, between 0.0 ft and 30.0 ft"]


def test_two_legs_of_one_access_in_other_pipe_change_at_the_access_and_the_first_run_above_it() -> None:
    page = f"20 stopped\n{UP}6 crack open\nrun C yard cleanout pvc 4in, facing main, counts to main\n0 = 30\n12 main"
    found = answer(page)
    assert [(s.name, s.end_ft) for s in found.segments] == [
        ("vitrified clay 4 in", None), ("cast iron 4 in", 30.0), ("PVC, solid wall 4 in", 42.0),
    ]  # fmt: skip
    assert window(found) == ["nobody saw where it changes, between 20.0 ft and 24.0 ft"]
