"""The axis in pipe order, what is said of coverage, and what an edit changed."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.answer import Assessment, consequence, preview
from bellstone.core.assess import assess
from bellstone.core.edits import add_line, record_from_page
from bellstone.core.edits.landmarks import landmark_kind
from bellstone.core.record import HouseRules, Lateral, Site
from tests.core.said import HOUSE, read_line

RUN = "run A front cleanout 4in clay, facing main, counts to main\n"
LINES = st.lists(
    st.sampled_from(
        [
            "10 hole 1in",
            "20-24 wear medium",
            "next offset left small",
            "crack top",
            "+3 roots slight",
            "41 collapse",
            "pass back",
            "pass out",
        ]
    ),
    max_size=12,
)


def assessed(page: str) -> Assessment:
    return assess(record_from_page(page)[0])


@given(LINES)
def test_feet_on_the_axis_run_on_without_gap_overlap_or_return(lines: list[str]) -> None:
    a = assessed(RUN + "\n".join(lines) + "\n60 main")
    feet = [s for s in a.axis if s.kind == "feet"]
    assert feet[0].start_ft == 0 and feet[-1].end_ft == pytest.approx(60)
    for before, after in zip(feet, feet[1:], strict=False):
        assert before.end_ft == after.start_ft


@given(LINES)
def test_findings_stand_in_pipe_order_by_station(lines: list[str]) -> None:
    a = assessed(RUN + "\n".join(lines) + "\n60 main")
    stations = [f.station_ft for f in a.findings if f.how == "station"]
    assert stations == sorted(stations)


def test_an_estimate_of_the_main_gives_the_axis_room_for_what_was_not_seen() -> None:
    a = assessed(RUN + "40 stopped roots, main about 20 on (map)")
    assert a.axis[-1].end_ft == a.main_high_ft == pytest.approx(63)
    assert a.unseen[0].why.endswith("main 57–63 ft by map")


def test_a_stretch_that_could_not_be_assessed_is_taken_from_what_was_seen() -> None:
    a = assessed(RUN + "20-30 not seen, fouled lens\n60 main")
    assert a.seen_ft == pytest.approx(50)
    assert [(u.start_ft, u.end_ft) for u in a.unseen] == [(pytest.approx(20), pytest.approx(30))]
    assert a.reached_main


def test_scope_names_each_run_what_was_seen_and_what_could_not_be_read() -> None:
    scope = " ".join(assessed(RUN + "12 hole 1in\nzorp\nnext crack top\n40 main").scope)
    assert "Run A: camera from front cleanout, towards the main, 40 ft." in scope
    assert "Seen and assessable: 40 ft." in scope
    assert "One finding has no footage" in scope
    assert "One line of the notes could not be read" in scope


def test_before_you_pull_out_lists_what_only_the_site_can_tell_and_lets_it_go() -> None:
    bare = assessed(RUN + "30 standing 1in sink")
    said = " | ".join(bare.before_you_pull_out)
    for words in (
        "no depth read at rest at 30.0 ft",
        "main is not reached",
        "no known point but the zero",
        "no depth read from the surface",
        "no flush test",
    ):
        assert words in said
    done = assessed(
        RUN
        + "30 standing 1in sink\n30-33 standing 1in rest\n25 depth 5 ft\n59 = 60 located\nflush test toilet 1.6gal moved well\n60 main"
    )
    assert done.before_you_pull_out == ()


@pytest.mark.parametrize(
    ("page", "caution"),
    [
        ("10 crossing pipe", "STOP"),
        ("10 roots slight", "herbicide"),
        ("10 change clay > fibre", "jets and cutters"),
        ("10 hole 1in", "Sewer gas"),
    ],
)
def test_cautions_follow_from_what_is_there_the_gravest_first(page: str, caution: str) -> None:
    a = assessed(RUN + page)
    assert any(caution in c for c in a.cautions)
    assert not any("STOP" in c for c in a.cautions[1:])
    assert any("licensed plumber" in c for c in a.cautions)


def test_a_crossing_even_unsure_stops_the_line() -> None:
    assert assessed(RUN + "10 crossing pipe\n40 main").verdict.verdict == "not_serviceable"
    assert assessed(RUN + "10 crossing? pipe\n40 main").verdict.verdict == "further_look"


@pytest.mark.parametrize(
    ("line", "words"),
    [
        ("12 collapse", "verdict Serviceable → Not serviceable"),
        ("12 collapse", "worst – → 5"),
        ("20 crack hairline around", "worst – → 1"),
        ("35 note tree roots above", "verdict and scores stay as they are"),
    ],
)
def test_an_edit_says_what_it_changed(line: str, words: str) -> None:
    record, _ = record_from_page(RUN + "40 main")
    after, _ = add_line(record, read_line(line))
    assert words in consequence(assess(record), assess(after))


def test_a_known_point_says_how_far_it_moved_things() -> None:
    record, _ = record_from_page(RUN + "50 hole 1in\n100 main")
    after, _ = add_line(record, read_line("100 = 104 located"))
    # 3.8 ft by the fit, and a foot because what is seen lies ahead of the beacon (handbook 2.1)
    assert "2 positions moved, by up to 4." in consequence(assess(record), assess(after))


@pytest.mark.parametrize(
    ("rules", "page", "verdict"),
    [
        ({"standing_water": "never"}, "30-33 standing 1in rest", "not_serviceable"),
        ({"standing_water": "up_to_1_in"}, "30-33 standing 1in rest", "serviceable_note"),
        ({"standing_water": "up_to_1_in"}, "30-33 standing 1.2in rest", "not_serviceable"),
        ({"standing_water": "solids_or_flush"}, "30-33 standing 1in rest paper", "not_serviceable"),
        ({"roots": "any_fails"}, "30 roots 6%", "not_serviceable"),
        ({"roots": "by_share"}, "30 roots 6%", "serviceable_note"),
    ],
)
def test_each_house_rule_decides_and_is_named(rules: dict[str, str], page: str, verdict: str) -> None:
    record, _ = record_from_page(RUN + page + "\n60 main")
    house = HouseRules.model_validate(rules)
    mine = record.model_copy(update={"site": record.site.model_copy(update={"house_rules": house})})
    result = assess(mine)
    assert result.verdict.verdict == verdict
    assert any(r.house_rule for r in result.verdict.reasons) == (verdict == "not_serviceable")


def test_a_flush_test_speaks_in_the_verdict_and_hardly_moved_says_it_decides() -> None:
    assert assessed(RUN + "40 main\nflush test toilet not moved").verdict.verdict == "not_serviceable"
    hardly = assessed(RUN + "40 main\nflush test toilet hardly moved").verdict
    assert hardly.verdict == "further_look"
    assert "which of the two decides" in hardly.reasons[0].why
    assert assessed(RUN + "40 main\nflush test toilet sluggish").verdict.verdict == "serviceable"


def test_the_runs_water_stands_where_a_finding_says_none() -> None:
    off = assessed("run A cleanout 4in clay, facing main, counts to main, water off\n30-33 standing 1in\n60 main")
    on = assessed("run A cleanout 4in clay, facing main, counts to main, water sink\n30-33 standing 1in\n60 main")
    assert off.ponds and off.findings[0].rating is not None
    assert not on.ponds and on.findings[0].rating is None


def test_a_preview_of_each_act_names_it() -> None:
    record = Lateral(site=Site(name="x"))
    for line, what in (
        ("run A cleanout", "a run"),
        ("joints 12, 5 with roots", "a count"),
        ("recommend clean yearly", "a statement"),
    ):
        shown = preview(record, read_line(line), HOUSE)
        assert (shown.can_be_added, shown.pieces[0].what) == (True, what)
    refused = preview(record, read_line("pass back"), HOUSE)
    assert not refused.can_be_added and "start a run first" in refused.why_not


def test_same_ties_to_the_finding_before_and_a_doubtful_same_is_only_proposed() -> None:
    record, _ = record_from_page(RUN + "20 roots 30%\n20 roots 60% same\n21 roots 10% same?")
    first, again, doubtful = record.visits[0].sightings
    assert first.item == again.item != doubtful.item
    assert [(i.id, i.same_as) for i in record.items] == [(doubtful.item, again.item)]
    assert assess(record).line.worst == 4  # the newest look at an item stands for it


@pytest.mark.parametrize(
    ("name", "kind"),
    [("oak tree", "tree"), ("roof vent", "access"), ("main", "main"), ("curb", "curb"), ("gnome", "other")],
)
def test_a_landmarks_name_tells_its_kind(name: str, kind: str) -> None:
    assert landmark_kind(name) == kind
