"""What lies over a dig: cover, what to restore, whose it is; by what was said, noted or drawn, and not known elsewhere."""

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon

from bellstone.core.answer import Assessment, dig_sheets
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.plan import runs_under
from bellstone.core.plan.over import crosses, inside
from bellstone.core.record import Lateral, Stretch
from bellstone.formats.assessment_text import assessment_text

HEAD = "run A front cleanout clay 6in, facing main, counts to main\n30 collapse\n66 main"
LOT = "mark A 11: at 20,-10\nmark B 61: at 20,-60"  # the head reads a foot short of what it stands under: 10 and 60 ft
FEET = st.floats(-20, 20).map(lambda x: round(x, 2))
# corners seen in order from a point within: no side crosses another
OUTLINES = st.tuples(FEET, FEET, st.lists(st.floats(2, 15), min_size=3, max_size=8)).map(
    lambda told: [
        (told[0] + r * np.cos(2 * np.pi * n / len(told[2])), told[1] + r * np.sin(2 * np.pi * n / len(told[2])))
        for n, r in enumerate(told[2])
    ]
)
POINTS = st.lists(st.tuples(FEET, FEET), min_size=3, max_size=7)


def record(*lines: str, stretches: tuple[dict, ...] = ()) -> Lateral:
    told, said = record_from_page("\n".join([HEAD, *lines]))
    assert all(line.added for line in said), [line.why for line in said if not line.added]
    site = told.site.model_copy(update={"stretches": tuple(Stretch.model_validate(s) for s in stretches)})
    return told.model_copy(update={"site": site})


def above(a: Assessment) -> tuple[str, ...]:
    return a.digs[0].above


def stretch(start: float, end: float, **said: str) -> dict:
    feet = [{"form": "value", "likely": x, "unit": "ft"} for x in (start, end)]
    return {"position": {"by": "station", "station": feet[0], "to": feet[1]}} | said


def test_what_nobody_said_is_not_known() -> None:
    assert above(assess(record())) == ("what lies over it was not said", "whose it is was not said")


def test_cover_is_the_depth_less_the_pipe() -> None:
    """4 ft to the head and 0.06 to the invert, less 6 in and the wall of ¾ in: 4.06 − 0.5625 = 3.5 ft."""
    a = assess(record("31 depth 4ft"))
    assert above(a)[0] == f"cover 3.5 ft ± {a.digs[0].depth_band_ft:.1f} over the pipe"
    assert above(assess(record("31 depth 0.4ft")))[0] == "no cover over the pipe"
    bare, _ = record_from_page(HEAD.replace(" clay 6in", "") + "\n31 depth 4ft")
    assert above(assess(bare))[0].endswith(" over the pipe, were it 4 in")


@pytest.mark.parametrize(
    ("start", "end", "meets"), [(10, 20, False), (10, 28, True), (32, 50, True), (33.5, 50, False), (50, 29, True)]
)
def test_a_stretch_that_was_told_counts_where_it_meets_the_dig(start: float, end: float, meets: bool) -> None:
    """The dig runs from 27.2 to 32.8 ft."""
    a = assess(record(stretches=(stretch(start, end, owner="ours", surface="the drive"),)))
    told = ("to restore: the drive", "whose: ours")
    assert above(a) == (told if meets else ("what lies over it was not said", "whose it is was not said"))


def test_what_was_noted_within_it_is_to_be_restored() -> None:
    assert above(assess(record("31 surface sidewalk", "50 surface street")))[0] == "to restore: sidewalk"


@pytest.mark.parametrize(("drawn", "said"), [
    ("plan drive: 10,-28 40,-28", "to restore: drive"),  # an edge that the line crosses at 28 ft
    ("plan drive: 10,-40 40,-40", "what lies over it was not said"),
    ("plan walk: 15,-25 25,-25 25,-36 15,-36", "to restore: walk"),  # an outline that it lies in
    ("plan walk: 22,-25 29,-25 29,-36 22,-36", "what lies over it was not said"),
    ("plan oak: 20,-30", "what lies over it was not said"),
])  # fmt: skip
def test_what_is_drawn_as_paved_over_it_is_to_be_restored(drawn: str, said: str) -> None:
    assert above(assess(record(LOT, drawn)))[0] == said


def test_past_the_marks_nothing_is_told_of_the_lot() -> None:
    a = assess(record("mark A 11: at 20,-10\nmark B 31: at 20,-30", "plan drive: 10,-28 40,-28"))
    assert above(a)[0] == "what lies over it was not said"


def test_sheet_and_text_have_the_very_same_words() -> None:
    a = assess(record("31 depth 4ft", "31 surface sidewalk"))
    assert dig_sheets(a)[0].above == above(a)
    assert f"C{'; '.join(above(a))[1:]}. " in assessment_text(a)


@given(OUTLINES, FEET, FEET)
def test_a_point_lies_in_an_outline_as_shapely_has_it(outline: list, x: float, y: float) -> None:
    shape, at = Polygon(outline), Point(x, y)
    assume(shape.boundary.distance(at) > 1e-6)
    assert inside(np.array([[x, y]]), np.array(outline))[0] == shape.contains(at)


@given(POINTS, st.lists(st.tuples(FEET, FEET), min_size=2, max_size=4, unique=True))
def test_lines_cross_as_shapely_has_it(line: list, edge: list) -> None:
    a, b = LineString(line), LineString(edge)
    near = a.distance(b)
    assume(near == 0 or near > 1e-6)
    assume(near > 0 or a.crosses(b))  # what only touches may be rounding
    assert crosses(np.array(line), np.array(edge)) == (near == 0)


@given(POINTS, OUTLINES)
def test_a_line_runs_under_what_it_meets(line: list, outline: list) -> None:
    shape, way = Polygon(outline), LineString(line)
    assume(shape.distance(way) > 1e-6 or shape.intersection(way).length > 1e-6)  # what only touches may be rounding
    assert runs_under(np.array(line), outline) == shape.intersects(way)
