"""Pages that the grammar reads whole and that were answered wrong: order, place and pipe. Each test names its case."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import PageLine, record_from_page
from bellstone.core.entry import page_of
from bellstone.core.findings import Finding
from bellstone.core.record import Lateral
from bellstone.formats.assessment_text import assessment_text

RUN = "run A cleanout clay 4in, facing main, counts to main\n"


def told(page: str) -> tuple[Lateral, list[PageLine]]:
    return record_from_page(page.replace(" / ", "\n"))


def assessed(page: str, path: str | None = None) -> Assessment:
    return assess(told(page)[0], path=path)


def seen(a: Assessment, kind: str, nth: int = 0) -> Finding:
    return [f for f in a.findings if f.kind == kind][nth]


def of_run(a: Assessment, kind: str, run: str) -> Finding:
    return next(f for f in a.findings if f.kind == kind and f.run == run)


def pipes(a: Assessment) -> list[tuple[str, float | None]]:
    return [(s.material, s.bore_in) for s in a.segments]


def text_of(page: str) -> str:
    record, lines = told(page)
    return assessment_text(assess(record), lines, [assess(record, path=line.id) for line in record.lines[1:]])


def test_a1_each_leg_of_a_two_way_access_keeps_its_own_order() -> None:
    a = assessed(
        "run A two-way cleanout iron 4in, facing main / next change iron > clay / next roots large joint / next ends at main"
        " / run B two-way cleanout iron 4in, facing house / next roots large joint / next change iron > ABS / next dead end"
    )
    assert [material for material, _ in pipes(a)] == ["abs", "cast_iron", "clay"]
    assert of_run(a, "roots", "A").rating.likely == 4  # in clay
    assert of_run(a, "roots", "B").rating.likely == 5  # in iron: one worse
    assert a.proposals == ()  # the legs share no pipe


A2 = "run A cleanout 4in iron, facing main / {}next change iron > clay / ends at main / pass back / roots small"


@pytest.mark.parametrize("notes", ["", "note wet grass / note neighbour away / "])
def test_a2_a_note_moves_nothing_and_roots_seen_on_the_way_back_may_lie_in_either_pipe(notes: str) -> None:
    roots = seen(assessed(A2.format(notes)), "roots")
    assert (roots.rating.low, roots.rating.likely, roots.rating.high) == (2, 2, 3)
    assert "it lies in cast iron 4 in or vitrified clay: which is not known" in roots.rating.why


def test_a3_what_stands_behind_a_semicolon_lies_where_the_line_does() -> None:
    a = assessed(RUN + '10 roots small / +3 offset up 1/4" ; roots small')
    assert [f.station_ft for f in a.findings] == pytest.approx([10, 13, 13])


def test_a4_a_note_is_no_step_of_a_chain() -> None:
    assert seen(assessed(RUN + "20 roots small / note water is warm / +3 crack"), "crack").station_ft == pytest.approx(
        23
    )


def test_a5_a_dot_is_the_thing_said_before_it_whatever_is_said_after() -> None:
    (depth,) = assessed(RUN + "20 roots small / . depth 5ft / 24 crack").depths
    assert depth.station_ft == pytest.approx(20)


def test_a6_what_is_met_on_the_way_back_ends_nothing() -> None:
    assert assessed(RUN + "60 ends at main / pass back / met own access").reached_main


@pytest.mark.parametrize(
    "page",
    [
        "60 stopped hard tee / main not reached",
        "main not reached, stopped at roots",
        "30 roots / never reached the main",
    ],
)
def test_a7_a_main_not_reached_is_not_a_main(page: str) -> None:
    a = assessed(RUN + page)
    assert not a.reached_main
    assert not any(f.kind == "main" for f in a.findings)


def test_a7_why_the_main_was_not_reached_is_kept() -> None:
    assert "stopped at roots" in assessed(RUN + "main not reached, stopped at roots").unseen[0].why


def test_a8_a_landmark_is_named_by_its_last_word_where_only_one_fits() -> None:
    a = assessed("run A front cleanout 4in, facing main, zero at cleanout / 20 roots / 61 main")
    assert (a.seen_ft, a.datum) == (pytest.approx(61), "front cleanout")


def test_a8_where_two_fit_it_asks() -> None:
    _, lines = told("run A front cleanout 4in, facing main / run B yard cleanout, facing main, zero at cleanout")
    assert [line.added for line in lines] == [True, False]
    assert "front cleanout or yard cleanout" in lines[1].why


def test_a8_one_access_in_other_words_is_one() -> None:
    record, _ = told("run A front cleanout 4in, facing main / run B the Front Clean-out, facing house")
    assert [m.name for m in record.landmarks] == ["front cleanout"]


def test_a9_the_bore_of_the_access_is_not_that_of_the_next_pipe() -> None:
    a = assessed("run A cleanout 4in iron, zero at cleanout / next change iron > clay / 60 ends at main")
    assert pipes(a) == [("cast_iron", 4), ("clay", None)]


def test_a10_feet_without_a_zero_are_kept_as_a_length() -> None:
    a = assessed("run A cleanout clay 4in, facing main, counts to main, zero not said / 95 main")
    assert a.scope[0] == "Run A: camera from cleanout, towards the main, 95 ft on the counter, zero not said."
    assert a.lanes[0].counter_ft == 95
    assert "No footage is known" not in " ".join(a.scope)


@pytest.mark.parametrize("wye", ["10 wye", "next wye"])
def test_a11_past_a_landmark_without_a_distance_is_a_side_of_it(wye: str) -> None:
    a = assessed(RUN + f"{wye} / past wye: roots small / 60 main")
    roots, fitting = seen(a, "roots"), seen(a, "fitting")
    assert roots.how == "order"
    assert [f.id for f in a.findings].index(fitting.id) < [f.id for f in a.findings].index(roots.id)
    if fitting.station_ft is not None:
        assert roots.window_ft == pytest.approx((10, 60))


def test_a12_between_two_footages_is_a_window_not_a_point() -> None:
    a = assessed(RUN + "between 63 and 105: submerged / 110 main")
    water = seen(a, "submerged")
    assert (water.how, water.window_ft) == ("order", (63, 105))
    assert (a.ponds, a.digs, a.seen_ft) == ((), (), pytest.approx(110))


def test_a13_a_stretch_through_a_fouled_lens_is_not_assessable() -> None:
    a = assessed(RUN + "35-18 lens foggy / 18 lens cleaned / 50 main")
    assert (a.seen_ft, a.unseen_ft) == (pytest.approx(33), pytest.approx(17))


def test_a13_a_stretch_of_unknown_length_stands_in_scope_and_coverage() -> None:
    a = assessed(RUN + "not seen steam, most of the lower part / 50 main")
    assert [u.feet for u in a.unseen] == [None]
    assert any("steam, most of the lower part" in line for line in a.scope)
    assert a.unseen_ft is None


def test_a14_a_main_without_a_footage_lies_past_the_last() -> None:
    a = assessed(RUN + "30 roots / next ends at main")
    assert (seen(a, "ends_at").window_ft, a.segments[-1].end_ft) == ((30, None), None)
    assert "main" not in [o.name for o in a.origins]
    assert a.reached_main and any("on to the main, which has no footage" in line for line in a.scope)


def test_a15_a_dig_that_may_reach_over_an_open_change_names_both_pipes() -> None:
    (dig,) = assessed(
        "run A cleanout iron 4in, facing main, counts to main / 18 roots large / next change iron > fibre"
    ).digs
    assert "cast iron 4 in or bituminous fibre: where it changes is not known" in dig.lift


def test_a16_same_is_never_another_kind_nor_out_of_reach() -> None:
    record, lines = told(RUN + "65 crack / 63 offset ; crack, same / 70 main")
    assert not lines[2].added and "no crack was said before it within 1.5 ft" in lines[2].why
    assert [s.kind for s in record.visits[0].sightings] == ["crack", "main"]  # nothing of that line by half


def test_a16_same_asks_where_two_things_fit_and_takes_the_one_that_does() -> None:
    assert not told(RUN + "20 crack / 21 crack / 20.5 crack same")[1][-1].added
    record, _ = told(RUN + "20 crack / 30 offset / note dry / 20.3 crack same")
    assert record.visits[0].sightings[-1].item == record.visits[0].sightings[0].item


def test_a17_a_look_without_a_size_takes_none_away() -> None:
    a = assessed(RUN + "20 roots medium / same, roots / 40 main")
    assert [f.rated for f in a.findings if f.kind == "roots"] == [3, 3]
    assert a.line.worst == 3


def test_a18_a_run_from_the_main_has_been_at_it() -> None:
    a = assessed("run A main pvc 4in, facing house, counts to house / 30 roots small / 90 access")
    assert a.reached_main and a.unseen == ()


def test_a19_a_counter_reset_splits_the_run() -> None:
    page = RUN + "20 roots small / 60 main / counter reset to 0 at the main / pass back / 10 crack"
    a = assessed(page)
    assert seen(a, "crack").station_ft == pytest.approx(50)
    again = assess(record_from_page(page_of(told(page)[0]))[0])
    assert seen(again, "crack").station_ft == pytest.approx(50)


BRANCH = RUN + "40 main / run B vent 3in iron, on master bath branch, facing main / 12 roots full / next tee"


def test_a20_every_line_of_a_lateral_is_assessed_and_printed() -> None:
    text = text_of(BRANCH)
    assert "Line master bath: Not serviceable" in text
    assert "roots, full" in text


def test_c18_the_laterals_verdict_is_the_worst_of_its_lines() -> None:
    a = assessed(BRANCH)
    assert (a.verdict.verdict, a.lateral.verdict, a.lateral.line) == ("serviceable", "not_serviceable", "master bath")
    assert text_of(BRANCH).splitlines()[0].startswith("Notes: Not serviceable (master bath)")
    assert any("roots" in reason.why for reason in a.lateral.reasons)


def test_a21_a_thing_seen_out_and_back_is_proposed_as_one_and_scored_once() -> None:
    a = assessed(RUN + "roots large joint / next ends at main / pass back / roots large joint")
    (pair,) = a.proposals
    assert "scored once until answered" in pair.why
    assert sum("more than half the bore" in r.why for r in a.verdict.reasons) == 1
    assert all("scored once until answered" in f.second_look for f in a.findings if f.kind == "roots")


def test_a21_two_things_of_one_pass_are_two() -> None:
    a = assessed(RUN + "roots large joint / next roots large joint / next ends at main")
    assert a.proposals == ()
    assert sum("more than half the bore" in r.why for r in a.verdict.reasons) == 2


def test_what_the_telling_contradicts_is_named_with_both_lines() -> None:
    a = assessed(RUN + "40 roots small / next crack / 30 hole 1in")
    (warning,) = [w for w in a.warnings if w.id.startswith("contradicts")]
    assert "40 roots small" in warning.text and "30 hole 1in" in warning.text


def test_c17_what_lies_behind_the_access_is_named_and_not_counted_as_seen() -> None:
    a = assessed(
        RUN + "10 hole 1in / pass back / +3 roots slight / +3 roots slight / +3 roots slight / +3 roots slight"
    )
    assert a.seen_ft == pytest.approx(10)
    (warning,) = [w for w in a.warnings if w.id.startswith("behind")]
    assert "2.0 ft behind cleanout" in warning.text


def test_c14_both_ways_from_a_yard_cleanout_are_told_apart_everywhere() -> None:
    page = (
        "run A yard cleanout clay 4in, facing main, counts to main / 10 collapse / 40 main"
        " / run B yard cleanout clay 4in, facing house, counts to house / 10 hole 3in / 20 dead end"
    )
    a = assessed(page)
    assert seen(a, "collapse").where == "10.0 ft down from the yard cleanout"
    assert seen(a, "hole").where == "10.0 ft up from the yard cleanout"
    text = text_of(page)
    assert "collapse at 10.0 ft down from the yard cleanout" in text
    assert "hole at 10.0 ft up from the yard cleanout" in text


def test_c13_every_reason_has_its_place_or_its_slot() -> None:
    a = assessed(RUN + "roots small / next roots small / 30 roots small / 40 main")
    whys = [r.why for r in a.verdict.reasons]
    assert len(set(whys)) == 3
    assert "roots (no footage, 1st in order, from 0.0 to 30.0 ft): rating 2 (note)" in whys


def test_c16_station_zero_is_a_place() -> None:
    a = assessed(RUN + "0 standing 1in rest / 1 standing 2in sink / 40 main")
    assert not any("no depth read at rest" in line for line in a.before_you_pull_out)


def test_c4_the_lines_end_carries_the_mains_own_band() -> None:
    (clay,) = assessed(RUN + "~61 main").segments
    assert clay.end_band_ft == pytest.approx(1.6449 * (1 + 0.1**2 + 0.25**2 + 0.0061 * 61) ** 0.5, rel=0.2)


@pytest.mark.parametrize("line", ["0-23 pipe iron 4in", "0-23 iron 4in", "0-23 cast iron 4in"])
def test_d3_a_pipe_said_of_a_stretch_is_a_segment(line: str) -> None:
    a = assessed(f"run A cleanout, facing main, counts to main / {line} / 23-60 clay 4in / 60 main")
    assert [(s.material, s.bore_in, s.start_ft, s.end_ft) for s in a.segments] == [
        ("cast_iron", 4, pytest.approx(0), pytest.approx(23)), ("clay", 4, pytest.approx(23), pytest.approx(60))
    ]  # fmt: skip
    assert a.digs == () and a.verdict.verdict == "serviceable"


def test_d3_a_pipe_said_alone_is_what_the_run_is_in() -> None:
    assert pipes(assessed("run A cleanout, facing main, counts to main / cast iron 4in / 40 main")) == [
        ("cast_iron", 4)
    ]


def test_d4_back_pitch_is_a_lie_of_the_pipe() -> None:
    record, _ = told(RUN + "20 back pitch / 40 main")
    (pitch,) = record.visits[0].pitches
    assert (pitch.grade_pct, pitch.sigma_pct, pitch.word) == (-1.0, 1.0, "back")
    assert not any(f.kind == "backwater_valve" for f in assess(record).findings)


def test_d2_a_run_is_returned_to_by_its_name() -> None:
    record, _ = told(
        "run A yard clay 4in, facing main / 10 crack open / run B vent, facing main / 3 roots 10% / run A / 20 hole 1in / 40 main"
    )
    assert [r.id for r in record.visits[0].runs] == ["A", "B"]
    assert [s.run for s in record.visits[0].sightings] == ["A", "B", "A", "A"]


def test_d6_an_empty_lateral_has_no_verdict() -> None:
    a = assessed(RUN)
    assert a.segments[0].verdict.verdict != "serviceable"
    assert "nothing has been seen yet" in a.segments[0].verdict.reasons[0].why


@pytest.mark.parametrize(
    "page", ["run A front cleanout 4in, facing main", "run A front cleanout 4in, facing main\n20 not seen"]
)
def test_d6_where_nothing_was_seen_there_is_no_verdict(page: str) -> None:
    a = assess(record_from_page(page)[0])
    assert (a.verdict.words, a.lateral.words) == ("No verdict: nothing seen", "No verdict: nothing seen")
    assert [r.why for r in a.verdict.reasons] == ["nothing has been seen yet"]
