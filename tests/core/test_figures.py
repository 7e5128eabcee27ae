"""Every figure that the core rests on, a second time, with what it rests on beside it.

A figure is changed on purpose or not at all: whoever changes one reads its source again, measures what it moves
(``python -m tests.core.told_measures 400`` for those of the water) and changes it here too.
"""

import ast
from importlib import import_module
from pathlib import Path
from typing import Any

import pytest

CORE = Path(__file__).parents[2] / "bellstone" / "core"

# the handbook's, by its section
HANDBOOK: dict[str, Any] = {
    "answer.next_look.ROOTS_MONTHS": 12,  # 01: yearly
    "answer.next_look.OLD_PIPE_MONTHS": 24,  # 01: older pipe and trees every one to two years
    "answer.next_look.FOAM_MONTHS": 9,  # 01: nine to ten months
    "answer.plan_shown.LOCATOR_SIGMA_FT": 0.5,  # 2.11
    "plan.ties.GOOD_ANGLES_DEG": (30.0, 150.0),  # 2.11
    "dig.trench.LEAST_WIDTH_IN": 24.0,  # 2.11
    "dig.trench.BESIDE_PIPE_IN": 12.0,  # 2.11
    "dig.trench.BEDDING_FT": 0.5,  # 2.11
    "dig.brackets.WORKING_ROOM_FT": 2.0,  # 2.11: extent ± (2 ft working room + 2 σ)
    "dig.depth.REACH_FT": 10.0,  # 2.11
    "edits.identity.REACH_FT": 1.5,  # 2.14
    "findings.joints.PER_FT": 10.0,  # 2.4: length unknown: per 10 ft
    "findings.lay_length.SIGMA_JOINT_FT": 0.12,  # 2.3
    "findings.lay_length.SEEN_SHARE": 0.85,  # 2.3: p = 0.85
    "findings.lay_length.OUTLIER_DENSITY": 0.001,  # 2.3: outliers log 0.001
    "findings.lay_length.STRETCH": 0.05,  # 2.3: ± 5 %
    "findings.lay_length.CERTAIN_LEAD": 3.0,  # 2.3: leads by more than 3
    "findings.matching.SAME_FT": 1.5,  # 2.14
    "findings.resolve.AT_JOINT_FT": 0.25,  # 2.3
    "ground.bands.RANGE_TO_SIGMA": 3.3,  # 2: a range said spans 5-95 %
    "judgement.score.WEIGHTS": {1: 0.0, 2: 3.0, 3: 9.0, 4: 27.0, 5: 81.0},  # 3.3
    "judgement.score.POINT_FT": 3.0,  # 3.3
    "judgement.score.SOUNDNESS_SCALE": 12.0,  # 3.3
    "judgement.score.SPREAD_REACH_FT": 2.0,  # 3.3
    "judgement.score.LEAST_SEGMENT_FT": 10.0,  # 3.3
    "judgement.grip.LEAST_GRIP_FT": 1.0,  # 2.10
    "pipe.manning.MANNING_US": 1.486,  # 2.8
    "pipe.manning.MOST_FLOW_AT": 0.938,  # 2.8: peak at 0.938
    "pipe.manning.SELF_CLEANSING_FT_S": 2.0,  # 2.8
    "profile.adjust.DRAWS": 500,  # 2.6: at least 500 draws
    "profile.mesh.NODE_GAP_FT": 0.5,  # 2.5: no gap over 0.5 ft
    "profile.pipe_rows.SIGMA_BARREL": 0.02,  # 2.5: 2 % √(ℓ/Δs)
    "profile.pipe_rows.SIGMA_STEP_FT": 0.02,  # 2.5: none noted: 0 ± 0.02 ft
    "profile.pipe_rows.RIGID_PER_ROOT_FT": 0.0007,  # 2.5: c 0.07 %/√ft rigid
    "profile.pipe_rows.FLEXIBLE_PER_ROOT_FT": 0.02,  # 2.5: 2 %/√ft flexible
    "profile.pipe_rows.SIGMA_KINK": 0.03,  # 2.5: κ 3 %
    "profile.pipe_rows.SIGMA_BIAS": 0.01,  # 2.5: b 0 ± 1 %
    "profile.pipe_rows.SIGMA_DATUM_FT": 0.001,  # 2.5: σ 0.001 ft
    "profile.pitch_log.SIGMA_PITCH": 0.006,  # 2.5: 0.6 % grade
    "profile.pitch_log.LEAST_SIGMA_PITCH": 0.003,  # 2.5: never under 0.3 %
    "profile.pitch_log.PITCH_BIN_FT": 0.5,  # 2.5: one value per 0.5 ft
    "profile.pools.SIGMA_REST_FT": 0.02,  # 2.5: 0.02 ft
    "profile.pools.SHORE_FT": 0.03,  # 2.5: hypot(0.03 ft, …)
    "profile.reaches.ASSUMED_GRADE": 0.25 / 12,  # 2.5: ¼ in/ft
    "profile.reaches.SIGMA_ASSUMED": 0.02,  # 2.5: 2 %
    "profile.reaches.SIGMA_GIVEN": 0.005,  # 2.5: given 0.5 %
    "profile.reaches.FUSED_FT": 10.0,  # 2.5: 10 ft if fused
    "profile.read_rows.SHOWN_REDUNDANCY": 0.1,  # 2.5: shown if r ≥ 0.1
    "profile.readings.SIGMA_BEACON_FT": 0.1,  # 2.5: max(0.10 ft, …)
    "profile.readings.BEACON_SHARE": 0.05,  # 2.5: 5 % of d
    "profile.readings.SIGMA_SURVEY_FT": 0.02,  # 2.5: 0.02 ft
    "profile.said.SIGMA_STEP_READ_FT": 0.02,  # 2.5: ± 0.02 ft
    "profile.said.SIGMA_HOLD_FT": 0.1,  # 2.5: δ 0 ± 0.10 ft
    "profile.surface.SIGMA_LEVEL_GROUND_FT": 0.3,  # 2.5: hypot(0.3 ft, …)
    "profile.surface.LEVEL_GROUND_SHARE": 0.02,  # 2.5: 2 % of the distance
    "scheme.rating.FULL_BORE_STRETCH_FT": 2.0,  # 3.2: full bore under 2 ft is 4
    "stations.adjustment.NAMED_AT": 3.0,  # 2.1: named above 9, its square
    "stations.adjustment.SHOWN_AT": 0.1,  # 2.1
    "stations.counter.SIGMA_READING_FT": 0.1,  # 2.1
    "stations.counter.SIGMA_KNOWN_POINT_FT": 0.25,  # 2.1
    "stations.counter.SIGMA_SCALE": 0.01,  # 2.1
    "stations.counter.SIGMA_TIE_FT": 0.25,  # 2.1
    "stations.counter.FLAG_SCALE": 0.03,  # 2.1
    "stations.counter.FLAG_OFF_FT": 1.0,  # 2.1
    "water.backup.FLUSH_GAL": (1.28, 1.6, 3.5),  # 2.6 and 2.8
    "water.backup.PSI_PER_FT": 0.4335,  # 2.9: water at 60 °F
    "water.bands.THRESHOLDS_IN": (0.5, 1.0),  # 2.6
    "water.bands.THRESHOLD_SHARES": (0.25, 0.5, 1.0),  # 2.6
    "water.bands_shown.LEAST_BAND_FT": 0.02,  # 2.5
    "water.cause.LISTED_SHARE": 0.2,  # 2.6: shares ≥ 20 % are listed
    "water.cause.RISING_SHARE": 0.8,  # 2.6: rises over ≥ 80 %
    "water.flush.MOST_APART_FT": 2.0,  # 2.8
    "water.flush.SURFACE_FT2": 0.1,  # 2.8
    "water.line.UNRECORDED_SIGMAS": 2.0,  # 2.5: δ beyond 2 σ is a finding
    "water.path.JOINS_ABOVE": 0.25,  # 2.5: rise 0.25 D ± 0.25 D
    "water.ponding.FILM_FT": 0.01,  # 2.6: max(0.01 ft, …)
    "water.ponds_shown.SHORE_FT": 0.5,  # 2.7: Lp ± ½ ft
    "water.sag.STRING_GROWTH": 0.001,  # 2.7: grows by > 0.1 %
    "water.sag.SAGGING_FT": 0.02,  # 2.7: length over 0.02 ft
}

# the world's: definitions, published values, rules from memory where it says so
WORLD: dict[str, Any] = {
    "plan.ellipse.CHI2_2_90": 4.605170185988092,  # -2 ln 0.1, by definition of the distribution
    "ground.units.FT3_PER_YD3": 27.0,  # three feet a yard
    "dig.brackets.LADDER_FT": 4.0,  # US federal excavation rules, from memory
    "dig.brackets.PROTECT_FT": 5.0,  # US federal excavation rules, from memory
    "dig.brackets.DESIGN_FT": 20.0,  # US federal excavation rules, from memory
    "ground.bands.ROOT_12": 12**0.5,  # of an even spread
    "ground.bands.Z_90": 1.6449,  # standard normal, 95 % point
    "ground.units.IN_PER_FT": 12,  # 12 in to the foot
    "ground.units.GAL_PER_FT3": 1728 / 231,  # 1728 / 231 cubic inches, NIST Handbook 44
}

# this project's working values: common sense and trials on random lines, nobody's standard
WORKING: dict[str, Any] = {
    "entry.facts.LONGEST": 80,
    "entry.limits.MOST_WORDS": 400,
    "entry.limits.MOST_DIGITS": 9,
    "ear.onward.LONGEST": 9,
    "ear.entering.FAR": 12,
    "ear.beside.FAR": 8,
    "ear.beside.MOST_WORDS": 7,
    "answer.plan_shown.LEAST_TOLD_FT": 1.0,
    "answer.next_look.WATCHED_MONTHS": 12,
    "answer.owners_page.LEAST_TOLD": 3,
    "answer.compared.MOVED_FT": 0.05,
    "answer.scope.SAME_WATER_FT": 6.0,
    "answer.section_table.SECTION_STEP_FT": 0.25,
    "answer.section_table.SECTION_LIMIT": 8000,
    "assess.OPEN_END_FT": 2.0,
    "dig.brackets.PAST_JOINT_FT": 0.5,
    "dig.trench.WALL_SHARE": 0.125,
    "plan.line.LEAST_SLACK_FT": 1.0,
    "plan.line.CANNOT_BE_SIGMA": 4.0,  # handbook 2.11 has 3.5: too many alarms
    "plan.ties.LONGEST_TAPE_FT": 100.0,
    "plan.trilateration.TAPE_SIGMA_FT": 0.15,
    "plan.trilateration.MEET_FT": 1.0,
    "plan.trilateration.LEAST_CROSSING": 0.1,
    "answer.plan_shown.DRAWN_SIGMA_FT": 0.5,
    "dig.trench.SWELL": 1.25,
    "answer.dig_sheet.BESIDE_FT": 4.0,
    "answer.dig_sheet.CUT_STEP_FT": 0.5,
    "dig.trench.USUAL_BORE_IN": 4.0,
    "dig.depth.SPOT_FT": 1.0,
    "answer.plan_shown.FIX_SIGMA_FT": 8.0,
    "answer.above_dig.STEP_FT": 0.5,
    "ground.geodesy.A_FT": 6378137.0 / 0.3048,  # WGS 84
    "ground.geodesy.F": 1 / 298.257223563,
    "record.site.WIDEST_LOT_FT": 3000.0,
    "entry.pipe_said.LONGEST_FT": 100,
    "ear.about_visit.MOST_BARE": 20,
    "ear.quantities.MOST_STEP_IN": 4.0,
    "ear.deep_there.NEAR_FT": 2.0,
    "ear.reading.LONG_BEGINNING": 4,
    "entry.either.MOST_WORDS": 3,
    "entry.pipe_said.WIDEST_IN": 120,
    "plan.over.LEAST_OUTLINE": 3,
    "entry.on_the_lot.DEGREE_PLACES": 4,
    "ear.landmarks.LEAST_THING_LETTERS": 3,
    "ear.quantities.MOST_JOINTS_COUNTED": 20,
    "dig.depth.LEAST_AT_SPOT": 3,
    "dig.depth.BY_CHANCE": 0.95,
    "answer.review.MOST_CHOICES": 6,
    "edits.review.MOST_DRAFTS": 5000,
    "dig.brackets.REACH_FOR_JOINT_FT": 6.0,
    "dig.depth.OFF_SPOT_SHARE": 0.02,
    "dig.depth.SURFACE_FT": 0.3,
    "dig.depth.ODD_AT": 3.0,
    "dig.depth.LEAST_OTHERS": 4,
    "ear.cover.PHRASE": 1.0,
    "ear.cover.QUANTITY": 1.0,
    "ear.cover.FILLER": 0.6,
    "ear.cover.SIGN": 0.3,
    "ear.cover.UNKNOWN": 5.0,
    "ear.cover.LONGER": 0.01,
    "ear.cover.WEAKER": {"weak": 0.3, "places": 0.05, "landmarks": 0.3, "changes": 0.02, "shares": 0.9, "links": -0.4},
    "ear.outcome.PROSE_WORDS": 10,
    "ear.outcome.PASSED_WORDS": 4,
    "ear.hearing.MOST_CHARS": 2000,
    "ear.lexicon.LEAST_LETTERS": 4,
    "ear.lexicon.LEAST_TYPO_LETTERS": 5,
    "ear.page.RECAPPED_FT": 1.0,
    "ear.page.MOST_WORDS_AROUND": 6,
    "ear.said_kinds.LEAST_LIST": 3,
    "ear.marking.MOST_AWAY": 7,
    "ear.ignorance.MOST_TAIL": 12,
    "ear.cover.BETWEEN": 0.2,
    "ear.cover.INFLECTED": 0.05,
    "ear.cover.MOST_BETWEEN": 3,
    "ear.cover.FARTHEST": 16,
    "ear.rotted.FARTHEST": 8,
    "ear.cover.SMALL": 1.2,
    "ear.cover.WITH_ITS_SIDE": 1.2,
    "ear.heard.MOST_CANDIDATES": 6,
    "ear.reading.LEAST_BEGUN": 4,
    "ear.reading.MOST_BEGUN": 4,
    "ear.outcome.MOST_TAKEN_APART": 4,
    "ear.on_the_way.LONGEST_REMARK": 26,
    "ear.quantities.MOST_INCHES": 24.0,
    "ear.quantities.YEARS": (1850, 2050),
    "ear.said_sizes.HOURS_OF": {"top": 12, "crown": 12, "right": 3, "bottom": 6, "floor": 6, "left": 9},
    "dig.one_hole.ONE_HOLE_FT": 4.0,
    "dig.one_hole.SECOND_HOLE_YD3": 2.0,
    "dig.one_hole.NEAR_FT": 20.0,
    "dig.moved.SAME_FT": 0.05,
    "record.advice.MOST_STATION_FT": 5000.0,
    "record.advice.MOST_DIG_FT": 300.0,
    "ear.page.LONG_PARAGRAPH": 180,
    "ear.meanings.SMALL_FT": 12.0,
    "ear.page.BREATH_WORDS": 14,
    "ear.page.LEAST_BREATH_WORDS": 3,
    "ear.bores.BENDS": (22, 22.5, 45, 90),  # the fittings that are made
    "ear.bores.USUAL_BORES": (2, 3, 4, 6, 8, 10, 12),
    "ear.quantities.MOST_FT": 400.0,
    "ear.alike.MOST_NOUNS": 2,
    "ear.said_sizes.LEAST_COVER_IN": 12,
    "ear.which_number.MOST_APART_PCT": 20.0,
    "ear.which_number.SAME_PLACE_FT": 2.0,
    "ear.written.REASON_WORDS": 3,
    "findings.joints.OFF_JOINT_FT": 1.0,
    "findings.joints.MOST_PREDICTED": 2000,
    "findings.lay_length.STRETCHES": 61,
    "findings.lay_length.LEAST_JOINTS": 3,
    "findings.lay_length.MOST_JOINTS": 400,
    "findings.lay_length.SAME_JOINT_FT": 0.4,
    "findings.matching.WINDOW_SIGMA": 3.0,
    "findings.matching.GAP_COST": 0.5,
    "findings.matching.MATCH_GAIN": 3.0,
    "findings.matching.SPACING_SIGMA": 0.02,
    "findings.matching.LONGEST_SEQUENCE": 80,
    "findings.matching.MOST_PROPOSED": 200,
    "findings.twice.LONGEST": 80,
    "findings.where.AT_ZERO_FT": 0.05,
    "ground.bands.LOW": 0.05,
    "ground.bands.HIGH": 0.95,
    "judgement.grip.WEAK_FROM": 2,
    "judgement.grip.LINED_FROM": 3,
    "judgement.grip.NEAR_FT": 0.1,
    "judgement.score.MOST_JOINTS": 2000,
    "pipe.clock.PICTURE_WORD_HOURS": {
        "top": 12.0,
        "right": 3.0,
        "bottom": 6.0,
        "left": 9.0,
        "crown": 12.0,
        "floor": 6.0,
    },
    "pipe.section._STEPS": 16384,
    "profile.adjust.ROUNDS": 6,
    "profile.adjust.CREST_WITHIN_FT": 3.0,
    "profile.mesh.SNAP_FT": 0.05,
    "profile.pools.HEAD_RADIUS_FT": 0.06,
    "profile.pools.SAME_POND_FT": 10.0,
    "profile.pools.ENDS_FT": 1.0,
    "profile.pools.DAM_NEAR_FT": 1.5,
    "profile.pools.SPILL_WITHIN_FT": 20.0,
    "profile.pools.MAIN_REACH_FT": 3.0,
    "profile.pools.EXPLAINED_SIGMAS": 3.0,
    "profile.pools.DRAIN_BASE_MIN": 2.0,
    "profile.pools.DRAIN_PER_100_FT_MIN": 3.0,
    "profile.pools.DRAINING_FT": 0.04,
    "profile.reaches.MOST_FT": 3000.0,
    "profile.read_rows.NAMED_REDUNDANCY": 0.3,
    "profile.read_rows.MOST_NAMED": 20,
    "profile.read_rows.TILT_FT": 1.25,
    "profile.read_rows.BESIDE_FT": 3.0,
    "profile.readings.PAST_STEP_FT": 1.0,
    "profile.surface.AT_MARK_FT": 1.0,
    "record.amount.ABOUT_FT": 1.0,
    "scheme.bores.USUAL_BORE_IN": 4.0,
    "scheme.checking.BORES_IN": (2.0, 3.0, 4.0, 6.0, 8.0),
    "scheme.rating.TOLERANCE": 1e-06,
    "scheme.sizes._LIMIT": {"pct": 100.0, "in": 12.0, "ft": 300.0, "deg": 90.0},
    "stations.adjustment.NAMED_WEIGHT": 0.0001,
    "stations.adjustment.ALIKE": 0.001,
    "stations.adjustment.MOST_NAMED": 20,
    "stations.counter.SIGMA_SCALE_SET": 0.001,
    "stations.counter.SIGMA_SCALE_LOOSE": 0.05,
    "stations.coverage.BEHIND_FT": 0.5,
    "stations.ordering.MOST_ROUNDS": 50,
    "stations.paths.AT_JUNCTION_FT": 0.5,
    "stations.place.NEAR_FT": 1.5,
    "stations.placing.GROUND_SHARE": 0.05,
    "stations.placing.SAME_MAIN_FT": 3.0,
    "stations.runs.FACING": {"main": 1, "house": -1, "unknown": 0},
    "stations.runs.UNKNOWN_FACING_FT": 0.6,
    "stations.runs.EXTENT_TIE_FT": 0.5,
    "stations.segments.TWIN_FT": 1.5,
    "water.bands_shown.LEAST_LENGTH_BAND_FT": 0.25,
    "water.bands_shown.LEAST_GAL": 0.05,
    "water.cause.SAID_SHARE": 0.8,
    "water.cause.ABOVE_FT": 15.0,
    "water.cause.GRADE_OVER_FT": 30.0,
    "water.cause.NEXT_TO_POND_FT": 3.0,
    "water.cause.LEAST_ABOVE_FT": 6.0,
    "water.cause.NO_DIP": 0.2,
    "water.cause.LONGEST_SAG_FT": 30.0,
    "water.flow_at_cursor.GRADE_OVER_FT": 4.0,
    "water.flow_at_cursor.SINK_GPM": 2.0,
    "water.flow_at_cursor.RIM_NEAR_FT": 3.0,
    "water.flow_at_cursor.RISER_IN": 4.0,
    "water.flush.LEAST_APART_FT": 0.5,
    "water.flush.ROUTING_STEP_S": 0.25,
    "water.flush.FLUSH_SECONDS": 8.0,
    "water.flush.FIRST_FLUSH_S": 5.0,
    "water.flush.FAIR_IN": 0.25,
    "water.flush.ROOM_FT": 30.0,
    "water.line.LEAST_UNRECORDED_FT": 0.5 / 12,
    "water.line.IN_POND_FT": 0.75,
    "water.line.STRING_STEP_FT": 1.0,
    "water.line.OVERRUN_FT": 3.0,
    "water.line.OFF_DEPTH_FT": 0.5 / 12,
    "water.line.SHAPED_BY_HEIGHTS": 3,
    "water.near_main.CLOSE_FT": 10.0,
    "water.near_main.FALL_OVER_FT": 10.0,
    "water.ponds_shown.LEAST_HEIGHTS": 2,
    "water.sag.MOST_K": 10000.0,
    "water.sag.SAG_DRAWS": 4000,
    "water.two_readings.POINTS": 61,
}

# not figures of the job: sizes of caches and files, seeds, what follows from others, what stands for nothing or everywhere
NO_FIGURE = (
    "MAX_",
    "PROBLEMS",
    "FORMAT",
    "STATE",
    "WHERE",
    "FIRST",
    "LAST",
    "_PLACES",
    "BAND",
    "LOG_",
    "GPM_PER_CFS",
    "AT_A_TIME",
    "FAR_OFF",
)


def value_of(name: str) -> Any:
    module, figure = name.rsplit(".", 1)
    return getattr(import_module(f"bellstone.core.{module}"), figure)


@pytest.mark.parametrize(("name", "value"), [*HANDBOOK.items(), *WORLD.items(), *WORKING.items()])
def test_a_figure_is_the_one_that_was_decided(name: str, value: Any) -> None:
    assert value_of(name) == (pytest.approx(value, rel=1e-12) if isinstance(value, float) else value)


def figures() -> set[str]:
    """Every number in capitals at the top of a module of the core."""
    found = set()
    for path in CORE.rglob("*.py"):
        module = ".".join(path.relative_to(CORE).with_suffix("").parts)
        for node in ast.parse(path.read_text()).body:
            targets = node.targets if isinstance(node, ast.Assign) else []
            names = [
                n for t in targets for n in (t.elts if isinstance(t, ast.Tuple) else [t]) if isinstance(n, ast.Name)
            ]
            found |= {f"{module}.{n.id}" for n in names if n.id.isupper() and path.name != "__init__.py"}
    return {f for f in found if isinstance(value_of(f), (int, float)) and not isinstance(value_of(f), bool)}


def test_no_figure_is_left_out() -> None:
    known = {*HANDBOOK, *WORLD, *WORKING}
    left = figures() - known
    assert {f for f in left if not any(word in f.rsplit(".", 1)[1] for word in NO_FIGURE)} == set()
