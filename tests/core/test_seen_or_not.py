"""How far a line was seen, how each run ended, and what that leaves unseen: by hand, from the notes."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page

A = "run A front cleanout clay 4in, facing main, counts to main\n"
HOUSEWARD = "run B yard cleanout clay 4in, facing house, counts to house\n"
MAINWARD = "run B yard cleanout clay 4in, facing main, counts to main\n"
NO_DISTANCE = "its distance is not known"


def answer(page: str) -> Assessment:
    return assess(record_from_page(A + page)[0])


@pytest.mark.parametrize(
    ("page", "span", "ended", "reason"),
    [
        ("10 crack open\n40 main", (0, 40), "main", "reached the main"),
        ("40 crack open\n10 roots 10%", (0, 40), "unknown", ""),  # told out of order: the furthest counts
        ("40 ends at main", (0, 40), "main", "reached the main"),
        ("40 crack open\nnext ends at main", (0, 40), "main", "reached the main"),
        ("roots slight\nmain", (None, None), "main", "reached the main"),  # no footage, no length
        ("all clay: scale slight", (None, None), "unknown", ""),  # throughout is no place
        ("40 stopped, roots", (0, 40), "stopped", "roots"),
        ("40 stopped hard tee", (0, 40), "stopped", "hard tee"),
        ("40 trap", (0, 40), "stopped", "trap"),
        ("40 cap", (0, 40), "stopped", "cap"),
        ("40 dead end", (0, 40), "stopped", "dead end"),
        ("40 crack open\nmain not reached", (0, 40), "stopped", ""),
        ("5 crack open\npass back\n3 trap\n40 roots 10%", (0, 40), "unknown", ""),  # met on the way back: ends nothing
        ("-5 crack open\n30 main", (0, 30), "main", "reached the main"),  # behind the access no camera was
        ("-0.4 crack open\n30 main", (-0.4, 30), "main", "reached the main"),  # within half a foot is the access
        ("-0.6 crack open\n30 main", (0, 30), "main", "reached the main"),
    ],
)
def test_a_run_went_from_its_access_to_the_furthest_it_tells(
    page: str, span: tuple[float | None, float | None], ended: str, reason: str
) -> None:
    (lane,) = answer(page).lanes
    assert (lane.start_ft, lane.end_ft) == span
    assert (lane.ended, lane.end_reason) == (ended, reason)


@pytest.mark.parametrize(
    ("page", "seen", "unseen"),
    [
        ("40 main", 40, []),
        ("20-30 not seen steam\n40 main", 30, [(20, 30, 10, "could not be assessed: steam")]),
        ("10 lens foggy\n20 lens cleaned\n40 main", 30, [(10, 20, 10, "could not be assessed: the lens was fouled")]),
        ("10-18 lens foggy\n40 main", 32, [(10, 18, 8, "could not be assessed: the lens was fouled")]),
        ("30 lens foggy\n40 main", 30, [(30, 40, 10, "could not be assessed: the lens was fouled")]),  # to the end
        ("20-30 not seen steam\n25-35 not seen mud\n40 main", 25,
         [(20, 35, 15, "could not be assessed: steam, mud")]),
        ("35-50 not seen steam\n40 main", 35, [(35, 40, 5, "could not be assessed: steam")]),  # no further than the run
        ("40 crack open", 40, [(40, None, None, f"the main was not reached; {NO_DISTANCE}")]),
        ("40 stopped, roots", 40, [(40, None, None, f"the main was not reached: roots; {NO_DISTANCE}")]),
        (f"20 stopped, roots\n{MAINWARD}0 = 30\n28 main", 48, [(20, 30, 10, "no run passed here")]),
        (f"30 stopped, roots\n{MAINWARD}0 = 30\n28 main", 58, []),
        (f"35 stopped, roots\n{MAINWARD}0 = 30\n28 main", 58, []),  # what both passed counts once
        (f"20 stopped, roots\n{HOUSEWARD}0 = 30\n10 roots 10%", 30,
         [(30, None, None, f"the main was not reached: roots; {NO_DISTANCE}")]),
        # what one run could not assess another saw
        (f"10-20 not seen steam\n40 stopped, roots\n{HOUSEWARD}0 = 40\n28 crack open", 38,
         [(10, 12, 2, "could not be assessed: steam"), (40, None, None, f"the main was not reached: roots; {NO_DISTANCE}")]),
    ],
)  # fmt: skip
def test_what_was_seen_and_what_was_not(page: str, seen: float, unseen: list) -> None:
    found = answer(page)
    assert found.seen_ft == pytest.approx(seen)
    assert [(u.start_ft, u.end_ft, u.feet, u.why) for u in found.unseen] == unseen
    known = [feet for _, _, feet, _ in unseen]
    assert found.unseen_ft == (None if None in known else sum(known))


@pytest.mark.parametrize(
    ("said", "low", "high", "basis"),
    [
        # "about" is 15 % of it either way
        ("main about 12 on (manhole)", 52 - 1.8, 52 + 1.8, "manhole"),
        ("main 10-14 on (told)", 50, 54, "told"),
        ("main about 2 on", 41.7, 42.3, "guess"),
    ],
)
def test_a_main_not_reached_lies_where_it_was_estimated(said: str, low: float, high: float, basis: str) -> None:
    found = answer(f"40 stopped hard tee\n{said}")
    assert (found.main_low_ft, found.main_high_ft, found.main_basis) == (pytest.approx(low), pytest.approx(high), basis)
    assert not found.reached_main
    (left,) = found.unseen
    assert (left.start_ft, left.end_ft) == (40, pytest.approx((low + high) / 2))
    assert f"by {basis}" in left.why


def test_minutes_of_film_spent_where_nothing_could_be_assessed() -> None:
    page = "[0:00] 10 crack open\n[4:00] 30 roots 10%\n[6:00] 40 main\n15-25 not seen steam"
    (left,) = answer(page).unseen
    assert left.minutes == pytest.approx(2.0)  # 10 of the 20 ft that took four minutes


@pytest.mark.parametrize(
    ("page", "why"),
    [
        (f"20 stopped, roots\n{HOUSEWARD}0 = 60\n5 roots 10%\n8 stopped, offset", "run B stopped going up the line: offset"),
        (f"20 stopped, roots\n{HOUSEWARD}0 = 60\n5 roots 10%\n8 stopped", "run B stopped going up the line"),
    ],
)  # fmt: skip
def test_a_run_that_stopped_on_its_way_up_says_so(page: str, why: str) -> None:
    up = [u for u in answer(page).unseen if u.why == why]
    assert [(u.start_ft, u.end_ft, u.feet) for u in up] == [(52, None, None)]
