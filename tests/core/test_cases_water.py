"""Pages that the grammar reads whole and that were answered wrong: water, digs, ratings and words. Each test names its case."""

import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.findings import Finding
from bellstone.core.profile.surface import Surface
from bellstone.core.water import WhatIf, bands, water_if
from tests.core.test_cases_place import RUN, assessed, seen, text_of, told


def ponds(page: str) -> list[tuple[str, float, float, float]]:
    return [(p.cause, p.start_ft, p.end_ft, p.depth_in) for p in assessed(page).ponds]


def band_of_pond(page: str, nth: int = 0) -> tuple[float, float]:
    return bands(told(page)[0]).ponds[nth].depth_in


@pytest.mark.parametrize("inches", [2, 3])
def test_b1_a_pool_that_the_mains_level_explains_is_the_mains(inches: int) -> None:
    page = RUN + f"fall 2% / main stands {inches}in / 84-92 standing {inches}in rest 10 min off / 92 main"
    a = assessed(page)
    (pond,) = a.ponds
    assert (pond.cause, pond.sag_in, a.digs) == ("backwater", None, ())
    assert pond.depth_in == pytest.approx(inches, abs=0.1)


@pytest.mark.parametrize("second", ["42 standing 0.5in rest 9 min off", "44 standing 0.25in rest", ""])
def test_b2_what_was_read_at_rest_is_a_pond_always(second: str) -> None:
    (pond,) = assessed(RUN + f"40 standing 2in rest 9 min off / {second} / 90 main").ponds
    assert (pond.cause, pond.depth_in) == ("not known", pytest.approx(2.0))
    assert "what holds it is not known" in pond.cause_words


B3 = RUN + "fall 0.5% / {}23.3-60 standing 1in rest 8 min off / 65 main"


def test_b3_raising_the_main_takes_no_water_away() -> None:
    without = assessed(B3.format(""))
    assert without.ponds
    with_main = assessed(B3.format("main stands 1in / "))
    assert min(p.start_ft for p in with_main.ponds) <= min(p.start_ft for p in without.ponds) + 1
    assert max(p.volume_gal or 0 for p in with_main.ponds) >= max(p.volume_gal or 0 for p in without.ponds)


B4 = (
    "run A cleanout abs 3in, facing main, counts to main / 150.4 depth 2.3ft ground 97.54 / 164.9-172.0 standing 1.5in rest 9 min off"
    " / 172 roots ball 46% 5-7 joint holds_water / 177.4 depth 1.0ft ground 97.50 / 178 main"
)


def test_b4_a_shore_overrules_a_flat_fill_and_what_overruns_it_is_named() -> None:
    a = assessed(B4)
    (pond,) = a.ponds
    assert (pond.start_ft, pond.end_ft, pond.depth_in) == pytest.approx((164.9, 172.0, 1.5))
    assert pond.cause == "roots or debris"
    assert any("past where it was seen to end" in w.text for w in a.warnings)


def test_b4_water_over_the_crown_is_said_as_head() -> None:
    (pond,) = assessed(RUN + "fall 1% / main stands 9in / 92 main").ponds
    assert pond.depth_words == "full, + 5.0 in head"


@pytest.mark.parametrize(("pct", "sag"), [(0.75, 2.0), (4.5, 5.6)])
def test_b5_the_two_reading_sag_takes_the_grade_that_the_inverts_tell(pct: float, sag: float) -> None:
    """Truth by hand, 2.7: k = S Lp / 4y with y 0.125 ft, Lp 10.4 ft; s = y (1 + k)^2."""
    levels = " / ".join(f"{x} invert {100 - pct / 100 * x:.3f}" for x in (0, 20, 40, 60, 80))
    (pond,) = assessed(RUN + f"{levels} / 44.6-55 standing 1.5in rest / 90 main").ponds
    by_hand = 1.5 * (1 + pct / 100 * 10.4 / (4 * 0.125)) ** 2
    assert by_hand == pytest.approx(sag, abs=0.05)
    assert pond.sag_low_in < by_hand < pond.sag_high_in
    assert pond.sag_in == pytest.approx(by_hand, rel=0.2)


def test_b6_the_assumed_ground_goes_through_the_levelled_point() -> None:
    a = assessed(
        RUN + "ground falls 2% / 10 depth 4ft ground 100 / 30 depth 4ft / 50 depth 4ft / 70 depth 4ft / 90 main"
    )
    heights = [r for r in a.profile.readings if r.kind == "height"]
    assert len(heights) == 4 and not any(r.out for r in heights)
    assert [r.z_ft for r in heights] == pytest.approx([95.94, 95.54, 95.14, 94.74], abs=0.02)


def test_b6_the_ground_through_the_nearest_of_several_points() -> None:
    ground = Surface((0.0, 100.0), (50.0, 40.0), 0.02)
    assert [ground.elevation(x)[0] for x in (0.5, 40.0, 60.0)] == pytest.approx([50.0, 49.2, 40.8])
    assert ground.elevation(40.0)[1] == pytest.approx((0.3**2 + 0.8**2) ** 0.5)
    assert Surface((), (), 0.02).elevation(50)[0] == -1.0
    between = Surface((0.0, 100.0), (50.0, 40.0), None)
    assert (between.elevation(50), between.for_digging(50)[0], between.for_digging(120)) == (None, 45.0, None)


def test_b7_a_depth_read_too_soon_is_known_by_so_much_less() -> None:
    soon, late = (RUN + f"20-25 standing 1in rest {n} min off / 90 main" for n in (1, 20))
    assert band_of_pond(soon)[1] - band_of_pond(soon)[0] > 1.3 * (band_of_pond(late)[1] - band_of_pond(late)[0])
    assert any("read too soon" in w.text for w in assessed(soon).warnings)
    assert not any("read too soon" in w.text for w in assessed(late).warnings)


@pytest.mark.parametrize("page", [
    "main stands 1in / 87.5-88.7 standing 1in rest / 90 main",
    "36 roots ball 25% 5-7 joint holds_water / 35-36 standing 0.5in rest / 60 main",
    "30 standing 0.25in rest / 60 main", "40 offset up 1in joint / 60 main / 36-40 standing 1in rest",
])  # fmt: skip
def test_b8_every_band_holds_its_own_number_and_has_a_width(page: str) -> None:
    record, _ = told(RUN + page)
    a, found = assess(record), bands(record)
    assert len(a.ponds) == len(found.ponds) == 1
    for pond, band in zip(a.ponds, found.ponds, strict=True):
        pairs = ((pond.depth_in, band.depth_in), (pond.length_ft, band.length_ft), (pond.volume_gal, band.volume_gal))
        for likely, ends in pairs:
            assert (likely is None) == (ends is None)
            if ends is not None and likely is not None:
                assert ends[0] <= likely <= ends[1] and ends[1] > ends[0]


def test_b9_one_depth_says_the_depth_there_and_no_more() -> None:
    a = assessed(RUN + "fall 0.2% / 15 standing 3in rest / 90 main")
    (pond,) = a.ponds
    assert (pond.depth_in, pond.length_ft, pond.volume_gal, pond.cause) == (pytest.approx(3.0), None, None, "not known")
    assert not any("holds this water" in w.text for w in a.warnings)
    assert a.digs == ()


def test_b10_a_step_where_the_run_ends_holds_water_and_a_said_cause_leads() -> None:
    a = assessed(RUN + "80 offset up 1in head stopped ; submerged because 80")
    (pond,) = a.ponds
    assert pond.cause == "lip"


def test_b10_a_said_cause_gives_way_to_a_log_that_shows_otherwise() -> None:
    log = " / ".join(
        f"{20 + n / 2:g} pitch {2.0 if n < 20 or n > 40 else (2.0 + 9 if n < 30 else 2.0 - 9)}%" for n in range(60)
    )
    a = assessed(RUN + f"{log} / 36 roots hair 5% / 31-36 standing 2in rest because 36 / 90 main")
    assert a.ponds and a.ponds[0].cause != "roots or debris"


def test_b11_water_in_order_only_is_rated_over_the_pipes_it_may_lie_in() -> None:
    page = "run A cleanout iron 3in, facing main / next change iron > clay 6in / ends at main / pass back / standing 1in rest"
    rating = seen(assessed(page), "standing").rating
    assert (rating.low, rating.high) == (2, 3)
    assert "which is not known" in rating.why


def log_of(fall: "list[float]", start: float = 0.0) -> str:
    return " / ".join(f"{start + n / 2:g} pitch {pct:g}%" for n, pct in enumerate(fall))


def test_b12_a_bed_that_rises_to_its_spill_was_laid_the_wrong_way() -> None:
    a = assessed(RUN + log_of([2.0] * 60 + [-2.0] * 20 + [2.0] * 60) + " / 70 main")
    (pond,) = a.ponds
    shares = {r.cause: r.share for r in pond.ladder}
    assert pond.cause == "adverse or flat"
    assert shares["adverse or flat"] > 0.6


def test_b12_a_bowl_below_the_pipes_own_grade_has_sagged() -> None:
    bowl = [2.0 + 5.0 * (1 - n / 16) for n in range(33)]
    a = assessed(RUN + log_of([2.0] * 60 + bowl + [2.0] * 47) + " / 70 main")
    assert [p.cause for p in a.ponds] == ["sag"]


@pytest.mark.parametrize(
    "shape", [[2.0] * 40 + [8.0] * 4 + [2.0] * 40, [5.0] * 42 + [-1.0] * 42, [1.0] * 30 + [4.0] * 54]
)
def test_b13_the_pipes_own_bends_are_not_blamed_on_a_tilted_head(shape: "list[float]") -> None:
    a = assessed(RUN + log_of(shape) + " / 42 main")
    assert not [r for r in a.profile.readings if r.kind == "pitch" and r.out]


def test_b13_a_tilt_is_short_and_returns() -> None:
    a = assessed(RUN + log_of([2.0] * 40 + [14.0] + [2.0] * 43) + " / 42 main")
    assert [round(r.station_ft, 1) for r in a.profile.readings if r.kind == "pitch" and r.out] == [
        pytest.approx(20, abs=1.5)
    ]


def test_b14_water_of_no_said_state_needs_a_reading_at_rest() -> None:
    a = assessed(RUN + "20 standing 1in / 90 main")
    assert "standing at 20.0 ft, water on or off not said: needs a reading at rest" in [
        r.why for r in a.verdict.reasons
    ]


def test_b15_who_holds_the_water_decides_who_fails() -> None:
    main = assessed(RUN + "fall 2% / main stands 3in / 84-92 standing 3in rest 10 min off / 92 main")
    assert main.verdict.verdict == "further_look"
    assert any("the public main stands against the outlet: report it" in r.why for r in main.verdict.reasons)
    roots = assessed(RUN + "30-36 standing 3in rest 10 min off / 36 roots ball 25% 5-7 joint holds_water / 90 main")
    assert roots.verdict.verdict == "further_look"
    assert any("held by roots or debris: clear it and look again" in r.why for r in roots.verdict.reasons)
    own = assessed(RUN + "30-36 standing 3in rest 10 min off / 90 main")
    assert own.verdict.verdict == "not_serviceable"


DEEP = " / ".join(
    f"{x} depth {d}ft" for x, d in ((5, 4.2), (15, 4.4), (25, 4.7), (35, 4.9), (60, 5.3), (70, 5.4), (78, 5.6))
)


@pytest.mark.parametrize("ground", ["ground level", ""])
def test_c1_a_metal_biased_beacon_is_left_out_of_the_digs_depth(ground: str) -> None:
    (dig,) = assessed(RUN + f"{ground} / fall 2% / {DEEP} / 51 depth 3.2ft / 49-51 collapse / 80 main").digs
    if dig.invert_depth_ft is None:  # with no ground nothing is read within 10 ft but the odd one
        assert not ground and "no depth" in dig.depth_basis
    else:
        assert dig.invert_depth_ft == pytest.approx(5.1, abs=0.3)
        assert any("protective system" in flag for flag in dig.flags)


def test_c2_a_depth_to_the_crown_is_a_bore_above_the_invert() -> None:
    page = "run A cleanout clay 6in, facing main, counts to main / 51 depth 5.0ft crown / 50-51 collapse / 80 main"
    (dig,) = assessed(page).digs
    assert dig.invert_depth_ft == pytest.approx(5.5, abs=0.01)


def test_c1_flags_go_by_the_deep_end_of_the_band() -> None:
    (dig,) = assessed(RUN + "50 depth 4.8ft / 50-51 collapse / 80 main").digs
    assert dig.invert_depth_ft < 5 < dig.invert_depth_ft + dig.depth_band_ft
    assert any("protective system" in flag for flag in dig.flags)


def rating(page: str, kind: str) -> tuple[int, int, int, str]:
    r = next(f for f in assessed(page).findings if f.kind == kind).rating
    return r.low, r.likely, r.high, r.why


@pytest.mark.parametrize("pipe", ["clay", "iron"])
def test_c5_cleared_roots_are_an_opening_and_no_more(pipe: str) -> None:
    low, likely, high, why = rating(
        f"run A cleanout {pipe} 4in, facing main / 20 roots ball cleared / 40 main", "roots"
    )
    assert (low, likely, high) == (2, 2, 2)
    assert "the opening they came through is still there" in why


def test_c6_no_side_and_no_size_is_invented() -> None:
    low, likely, high, why = rating(RUN + "20 offset / 40 main", "offset")
    assert low < likely <= high
    assert why == "offset: which way and its size not said"
    assert "hairline" not in rating(RUN + "20 crack / 40 main", "crack")[3].split(":")[0]


def test_c7_a_thing_of_several_kinds_is_rated_over_them_all() -> None:
    low, _, high, why = rating(RUN + "20 crack|offset|coupling / 40 main", "crack")
    assert (low, high) == (1, 4)
    assert "; or offset" in why and "coupling: not a defect" in why


def test_c8_the_reason_names_the_modifier() -> None:
    why = rating("run A cleanout iron 4in, facing main / 20 roots 65% / 40 main", "roots")[3]
    assert why.endswith("; one worse, at least 3: roots in metal pipe come through the wall")
    assert "in the barrel" in rating(RUN + "20 roots 30% barrel / 40 main", "roots")[3]


@pytest.mark.parametrize(
    "first", [("hole 3in", "grease 70%"), ("offset drop 1in", "roots 60%"), ("crack open", "scale heavy")]
)
def test_c9_a_line_lies_between_its_segments(first: "tuple[str, str]") -> None:
    shell, bore = first
    a = assessed(f"run A cleanout iron 4in, facing main / 10 {shell} / 20 change iron > clay 4in / 30 {bore} / 40 main")
    parts = [s.score.soundness.likely for s in a.segments]
    assert min(parts) - 1e-9 <= a.line.soundness.likely <= max(parts) + 1e-9


def test_c9_the_three_burdens_are_added() -> None:
    a = assessed(RUN + "10 hole 1in / 20 grease 50% / 30 main")
    aspects = a.line.soundness_by_aspect
    assert a.line.soundness.likely == pytest.approx(aspects["shell"] * aspects["bore"] / 100)


def test_c10_joints_of_what_has_no_length_are_told_per_ten_feet() -> None:
    page = RUN + " / ".join(f"{x} joint" for x in range(4, 41, 4)) + " / 12 roots slight joint / 44 stopped hard tee"
    scope = " ".join(assessed(page).scope)
    assert "joints lie in every 10 ft of it" in scope


def test_c11_hardly_moved_is_a_range_over_sluggish_and_not_moved() -> None:
    verdict = assessed(RUN + "flush test toilet 1.6gal hardly moved / 40 main").verdict
    assert (verdict.verdict, verdict.at_worst) == ("further_look", "not_serviceable")
    assert "flush again" in verdict.changes


def test_c12_the_text_says_what_the_page_says() -> None:
    text = text_of(
        RUN
        + "20 roots medium? / banana / 22 crack 10-2 / 30-36 standing 1in rest / zorp / symptom slow drain / none: hole"
        " / flush test toilet 1.6gal sluggish / claim other firm: collapsed / recommend jet it / note odd smell / 40 main"
    )
    for words in (
        "kept as said: banana", "said with a ?", "10–2 o'clock", "Symptoms:\n  slow drain", "no hole", "toilet, 1.6gal, sluggish",
        "other firm: collapsed (not looked into)", "jet it: stands", "odd smell", "kept as said: zorp", "Water at rest:",
        "vitrified clay 4 in:",
    ):  # fmt: skip
        assert words in text, words


def test_d7_a_hole_of_two_inches_is_four_by_the_words_that_held() -> None:
    assert rating(RUN + "20 hole 2in / 40 main", "hole")[1:] == (4, 4, "hole 2 in, at most 2 in")


@pytest.mark.parametrize("level", [0.5, 1.0, 2.0, 4.0])
@pytest.mark.parametrize("page", [
    "30-36 standing 1in rest / 60 main", "30-36 standing 1in rest / 50-60 standing 1in rest / 60 main",
    "main stands 1in / 55-60 standing 1in rest / 60 main",
    "20 offset up 1in joint / 16-20 standing 1in rest / 40 standing 2in rest / 60 main",
])  # fmt: skip
def test_raising_the_main_never_takes_water_away_anywhere(page: str, level: float) -> None:
    record, _ = told(RUN + page)
    low, high = (water_if(record, None, None, WhatIf(main_level=m / 12)) for m in (level, level + 1))
    before = [d or 0.0 for d in low.profile.depth_in]
    after = [d or 0.0 for d in high.profile.depth_in]
    assert all(b >= a - 1e-6 for a, b in zip(before, after, strict=True))


def test_a_finding_far_off_moves_nothing(record: None = None) -> None:
    near: list[Finding] = list(assessed(RUN + "10 roots small / 14 crack open / 20-24 standing 1in rest").findings)
    far: Assessment = assessed(RUN + "10 roots small / 14 crack open / 20-24 standing 1in rest / 90 hole 1in")
    assert [(f.words, f.station_ft) for f in near] == [(f.words, f.station_ft) for f in far.findings[: len(near)]]


@pytest.mark.parametrize("between", ["60-66 standing 1in rest 9 min off / ", ""])
def test_a_shallow_reading_far_up_the_line_is_not_the_mains(between: str) -> None:
    """3 in in the main reaches 12.5 ft up a 2 % pipe; 0.5 in 45 ft up is no water of its, whatever lies between."""
    a = assessed(RUN + f"fall 2% / main stands 3in / 45 standing 0.5in rest 9 min off / {between}90 main")
    far = next(p for p in a.ponds if p.start_ft < 46)
    assert far.cause != "backwater" and far.end_ft < 60
    assert not [r for r in a.profile.readings if r.out]


def test_a_pond_of_which_only_a_depth_was_read_has_no_length_in_the_text() -> None:
    page = RUN + "40 standing 2in rest 9 min off / 90 main"
    (pond,) = assessed(page).ponds
    assert (pond.length_ft, pond.volume_gal, pond.where) == (None, None, "40.0 ft")
    assert "40.0 ft: 2.0 in, 50 % of the bore, length not known, volume not known" in text_of(page)


def test_an_invert_above_the_ground_is_no_depth_to_dig() -> None:
    """The ground at 10 ft, surveyed inverts at 95 to 97: the readings contradict one another, and say so."""
    page = (
        RUN
        + "0 invert 97 ± 0.05 / 60 invert 95 ± 0.05 / 0 depth 3ft ground 10 / 60 depth 4ft ground 10 / 30 hole 2in / 80 main"
    )
    (dig,) = assessed(page).digs
    assert (dig.invert_depth_ft, dig.depth_band_ft) == (None, None)
    assert "above the ground" in dig.depth_basis


def test_a_run_that_stopped_without_a_word_of_why_says_no_more() -> None:
    a = assessed("run A vent, clay 4in, facing house, counts to house, zero at vent / 20 crack top / main not reached")
    assert [s for s in a.scope if "run A stopped going up the line. Nothing" in s or "stopped going up the line; " in s]
    assert not [s for s in a.scope if ": ." in s or ": ;" in s]


def test_the_ends_of_a_pond_that_another_line_tells_are_its_ends() -> None:
    """``40-47 standing rest`` and the depth read at one spot of it are one pond, as one line of both would be."""
    (one,) = assessed(RUN + "40-47 standing rest / 44 standing 1.5in rest / 90 main").ponds
    assert (one.start_ft, one.end_ft) == (pytest.approx(40, abs=1.0), pytest.approx(47, abs=0.5))
    assert one.volume_gal is not None and one.volume_gal > 0.3
    (spot,) = assessed(RUN + "44 standing 1.5in rest / 90 main").ponds
    assert "how far it reaches was not read" in spot.cause_words
    (beyond,) = assessed(RUN + "40-47 standing rest / 60 standing 1.5in rest / 90 main").ponds
    assert (beyond.start_ft, beyond.volume_gal) == (pytest.approx(60, abs=0.5), None)
