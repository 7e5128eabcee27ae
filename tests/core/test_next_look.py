"""When to look again (handbook 01: yearly, older pipe and trees every one to two years) and the owner's half page."""

import pytest

from bellstone.core.answer import OwnersPage, owners_page
from bellstone.core.answer.owners_page import PLAIN
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.record import HouseRules, Lateral, Recommendation
from bellstone.core.scheme import house_scheme

DATED = "visit 2026-11-20\n"
RUN = "run A front cleanout 4in {}, facing main, counts to main\n"


def record(page: str, *advice: str) -> Lateral:
    made, lines = record_from_page(page)
    assert all(line.added for line in lines), [line.why for line in lines if not line.added]
    said = tuple(Recommendation(id=f"rec{n}", what=what) for n, what in enumerate(advice))
    return made.model_copy(update={"recommendations": (*made.recommendations, *said)})


@pytest.mark.parametrize(
    ("pipe", "seen", "advice", "months", "due", "why"),
    [
        ("pvc", "12 sound", (), None, None, None),  # nothing asks for one
        ("clay", "12 sound", (), 24, "2028-11-20", "older pipe"),
        ("clay", "12 sound\nlandmark oak tree: 20 ft taped", (), 12, "2027-11-20", "trees near"),
        ("pvc", "12 roots hair", (), 12, "2027-11-20", "roots"),
        ("pvc", "12 sound", ("look again in two years",), 24, "2028-11-20", "as advised"),
        ("clay", "12 roots hair", ("look again in 6 mo",), 6, "2027-05-20", "as advised"),
        ("pvc", "12 sound", ("spot repair in 6 months",), None, None, None),  # no look is advised
        ("pvc", "12 hole 3in", (), None, "", "the repair is made"),
    ],
)
def test_the_shortest_interval_wins_and_is_named(pipe, seen, advice, months, due, why) -> None:
    look = assess(record(DATED + RUN.format(pipe) + seen + "\n40 main\n", *advice)).next_look
    if why is None:
        assert look is None
    else:
        assert look is not None and (look.months, look.due) == (months, due) and why in look.why


def test_without_a_date_only_the_months_are_told_and_foam_has_dates_of_its_own() -> None:
    page = RUN.format("clay") + "12 roots hair\n40 main\n"
    look = assess(record(page)).next_look
    assert look is not None and look.due == "" and look.words.startswith("in 12 months")
    foamed = assess(record(DATED + page, "root foam")).next_look
    assert foamed is not None and foamed.treatments == ("2027-08-20", "2028-05-20")


def owners(page: str, rules: HouseRules | None = None) -> OwnersPage:
    made = record(page)
    return owners_page(assess(made), (), rules or HouseRules(), made.site.stretches)


def said(page: OwnersPage, title: str) -> str:
    return " ".join(next(p.words for p in page.parts if p.title.startswith(title)))


def test_the_owner_is_told_what_and_where_without_the_trades_words() -> None:
    page = owners(RUN.format("clay") + "12 offset up 1.5in joint\n20 roots ball 60%\n30 roots ball 60%\n40 main\n")
    wrong = said(page, "What is wrong")
    assert "no longer line up, about 12 ft along the pipe from the front cleanout" in wrong
    assert "Tree roots have grown into the pipe, about 20 and 30 ft" in wrong
    assert "block it" in said(page, "If nothing")
    whole = " ".join(w for p in page.parts for w in p.words).lower()
    for trade in ("offset", "invert", "lateral", "bell", "o'clock", "rating", "bore"):
        assert trade not in whole


def test_the_owner_is_told_whose_it_is_and_what_nobody_saw() -> None:
    short = owners(
        RUN.format("clay") + "12 roots ball 60%\n20 stopped by roots\n", HouseRules(owner_ends_at="property_line")
    )
    assert "edge of your property" in said(short, "Who owns")
    assert "nobody can say" in said(short, "What nobody") or "did not reach" in said(short, "What nobody")
    clean = owners(RUN.format("pvc") + "12 sound\n40 main\n")
    assert said(clean, "What is wrong") == "Nothing was seen that needs mending."
    assert "ask the sewer authority" in said(clean, "Who owns")


def test_every_rated_kind_of_the_scheme_has_an_owners_word() -> None:
    rated = {name for name, kind in house_scheme().kinds.items() if kind.rating is not None}
    assert rated <= set(PLAIN)
