"""Joints and what was not seen in words a report can use; tools that fit; the page written out."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import betabinom

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of
from bellstone.core.ground import DomainError
from bellstone.core.judgement.tools import area_left
from bellstone.core.record import Amount
from bellstone.core.scheme import house_scheme, scheme_problems

RUN = "run A yard clay 4in, facing main, counts to main\n"
JOINTS = "".join(f"{4 * n + 2} roots hair 5% joint\n" for n in range(1, 9))


def test_spacing_of_another_material_is_a_question() -> None:
    iron = RUN.replace("clay", "fibre") + "".join(f"{4 * n + 2} joint\n" for n in range(1, 9))
    said = [w.text for w in assess(record_from_page(iron)[0]).warnings]
    assert any("joints lie 4 ft apart, which is not usual for bituminous fibre" in t for t in said)
    assert not any("apart" in w.text for w in assess(record_from_page(RUN + JOINTS)[0]).warnings)


def test_said_joint_far_from_any_is_asked_and_one_near_is_not() -> None:
    a = assess(record_from_page(RUN + JOINTS + "23.7 crack open around joint\n26.1 crack open around joint")[0])
    assert [w.where.split(" (")[1] for w in a.warnings if "from any of" in w.text] == ["23.7 ft)"]


def test_at_a_joint_is_what_was_seen_and_only_else_by_place() -> None:
    a = assess(
        record_from_page(RUN + "20 joint\n20.2 crack hairline around\n20.1 hole 1in barrel\n25 crack open around")[0]
    )
    at = {f.words.split(",")[0] + (f.at or "-"): f.at_why for f in a.findings}
    assert at["crackjoint"].startswith("not said")
    assert at["holebarrel"] == "" and "crack-" in at


def test_unseen_joints_and_roots_from_counts_as_betabinomial() -> None:
    """Handbook 2.4; scipy.stats.betabinom(m, k + 1/2, n - k + 1/2) is the reference."""
    page = RUN + "60 stopped camera too wide, main about 20-22 on (tape)\njoints 11, 7 with roots"
    (unseen,) = assess(record_from_page(page)[0]).unseen
    m = unseen.joints
    spread = betabinom(m, 7.5, 4.5)
    assert unseen.rooted == (pytest.approx(spread.mean()), spread.ppf(0.05), spread.ppf(0.95))
    assert unseen.joints_from == "7 of 11 joints counted have roots"
    loose = assess(record_from_page(RUN + "60 stopped\njoints 11, 7 with roots")[0]).unseen[0]
    assert loose.per_10_ft and loose.feet is None


def test_a_fouled_lens_is_not_seen_in_feet_and_minutes() -> None:
    page = RUN + "[0:00] 0 access\n[2:00] 20 lens fouled\n[5:00] 35 lens cleaned\n[8:00] 60 main"
    (unseen,) = assess(record_from_page(page)[0]).unseen
    assert (unseen.feet, unseen.minutes) == (pytest.approx(15), pytest.approx(3))
    assert unseen.why == "could not be assessed: the lens was fouled"


def test_a_lens_never_cleaned_is_lost_to_the_end_of_its_run_and_only_of_its_run() -> None:
    """What one run could not assess another may have (handbook 2.4: the union of what each assessed)."""
    first = RUN + "0 access\n20 lens fouled\n60 main"
    alone = assess(record_from_page(first)[0])
    assert [(u.start_ft, u.end_ft) for u in alone.unseen] == [(pytest.approx(20), pytest.approx(60))]
    again = first + "\nrun B yard, facing main, counts to main\n0 access\n35 hole 1in"
    both = assess(record_from_page(again)[0])
    assert [(u.start_ft, u.end_ft) for u in both.unseen] == [(pytest.approx(35), pytest.approx(60))]
    assert [lane.lost for lane in both.lanes if lane.run == "B"] == [()]


def test_unseen_joints_are_the_patterns_teeth_where_it_is_certain() -> None:
    """Joints at 6, 10 .. 34: an unseen 45-50 holds one tooth, 46, though 5 ft over a 4 ft length is more than one."""
    page = RUN + JOINTS + "60 main\n41-51 not seen dark"
    (unseen,) = assess(record_from_page(page)[0]).unseen
    assert unseen.joints == 3  # 42, 46 and 50; the length alone would say two


def test_vertical_cable_is_taken_out_of_what_was_walked() -> None:
    page = RUN + "40 hole 1in\n20ft past yard, on the ground: crack open around\n60 main"
    record, _ = record_from_page(page)
    line = record.lines[0].model_copy(update={"vertical_ft": Amount(likely=12, unit="ft")})
    plain, stack = assess(record), assess(record.model_copy(update={"lines": (line,)}))
    at = [next(f.station_ft for f in a.findings if f.kind == "crack") for a in (plain, stack)]
    assert at == [pytest.approx(20), pytest.approx(32)]
    assert any("12 ft of the cable went straight down" in s for s in stack.scope)


def test_tools_are_held_against_every_access_and_bore() -> None:
    record, _ = record_from_page(RUN + "20 change clay > pvc 3in\n40 main\ntool cutter spade 3.5in\ntool hose 1/2in")
    marks = tuple(m.model_copy(update={"size_in": 3.0}) if m.name == "yard" else m for m in record.landmarks)
    fits = {(f.tool, f.place): (f.passes, f.why) for f in assess(record.model_copy(update={"landmarks": marks})).fits}
    assert fits["spade", "yard"][0] == "does not pass"
    assert [how for (tool, place), (how, _) in fits.items() if tool == "spade" and "3 in" in place] == ["does not pass"]
    assert "leaves 23% of the area uncut" in fits["spade", "vitrified clay 4 in"][1]
    assert fits["hose", "yard"][0] == "passes"


def test_a_cutter_leaves_what_the_areas_say() -> None:
    """Handbook 2.10: 3 in in 6 in leaves 75 %."""
    assert area_left(3, 6) == pytest.approx(0.75)
    for cutter, bore in ((0, 4), (5, 4), (float("nan"), 4), (3, 0)):
        with pytest.raises(DomainError):
            area_left(cutter, bore)


SAID = """20 roots ball 60% 9-3 joint
31.5 offset up 1/4in joint
24 change iron > clay 4in
pass back, graded
40-44 standing 1in rest
22 roots curtain same 20
30 hole 1in because 20
147 = 150 located
joints 12, 5 with roots
flush test sink sluggish
12 = curb
run B street 3in iron, facing house, counts to house, zero not said, bottom at 9
[1:05] 44 sound
40 depth 6ft
tool hose 1/2in
visit 2026-05-01 re-look
recommend clean
claim neighbour: mine
repair 20-26 liner: step not
symptom gurgles
50-55 not seen dark"""
LINES = st.lists(st.sampled_from(SAID.splitlines()), max_size=12)


@settings(max_examples=150)
@given(LINES)
def test_a_page_written_out_reads_back_to_the_same_page(lines: list[str]) -> None:
    """What is written once reads back to a record that writes the very same page."""
    record, _ = record_from_page(RUN + "\n".join(lines))
    written = page_of(record)
    again, read = record_from_page(written)
    assert all(
        line.added for line in read if line.reading.text not in {r.said for v in record.visits for r in v.remarks}
    )
    assert page_of(again) == written
    kinds = [(s.kind, s.form, s.travel, s.run) for v in record.visits for s in v.sightings]
    assert sorted(map(str, kinds)) == sorted(
        map(str, [(s.kind, s.form, s.travel, s.run) for v in again.visits for s in v.sightings])
    )


def test_the_shipped_scheme_is_whole_and_a_broken_copy_is_named() -> None:
    house = house_scheme()
    assert scheme_problems(house) == []
    kind = house.kinds["open"]
    worse = kind.rating.model_copy(update={"ladder": tuple((6 - r, limit) for r, limit in kind.rating.ladder)})
    copy = house.model_copy(update={"kinds": house.kinds | {"open": kind.model_copy(update={"rating": worse})}})
    assert scheme_problems(copy)[0][0] == "kinds.open.rating"
    words = house.words | {"share": house.words["share"] | {"small": (30.0, 20.0)}}
    assert scheme_problems(house.model_copy(update={"words": words}))[0][0] == "words.share.small"
