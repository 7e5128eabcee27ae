"""Things and marks by latitude and longitude: feet from the lot's zero; degrees given as feet are asked about."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of, read_line
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme

HEAD = "run A front cleanout clay 4in, facing main, counts to main"
ZERO = "plan zero: lat 44.95123 lon -93.10012"


def told(*lines: str) -> tuple[Lateral, list[str]]:
    record, said = record_from_page("\n".join([HEAD, *lines, "66 main"]))
    return record, [line.why for line in said if not line.added]


def place(a: Assessment, label: str) -> tuple[float | None, float | None]:
    assert a.plan is not None
    return next((m.x_ft, m.y_ft) for m in a.plan.marks if m.label == label)


def great_circle_ft(a: tuple[float, float], b: tuple[float, float]) -> float:
    """On a sphere of the earth's mean radius, 20,902,231 ft: a second way, good to half a per cent."""
    (p, u), (q, v) = ([math.radians(c) for c in at] for at in (a, b))
    h = math.sin((q - p) / 2) ** 2 + math.cos(p) * math.cos(q) * math.sin((v - u) / 2) ** 2
    return 2 * 20_902_231 * math.asin(math.sqrt(h))


@pytest.mark.parametrize("said", [
    "lat 44.95131 lon -93.10001", "44.95131 N, lon 93.10001 W", "latitude 44.95131° longitude -93.10001°", "LAT 44.95131, LONG -93.10001",
])  # fmt: skip
def test_however_degrees_are_said_they_are_feet_from_the_zero(said: str) -> None:
    record, refused = told(ZERO, f"plan oak: {said}")
    assert refused == []
    ((x, y),) = record.site.plan[0].points
    assert x > 0 and y > 0
    assert math.hypot(x, y) == pytest.approx(great_circle_ft((44.95123, -93.10012), (44.95131, -93.10001)), rel=0.006)


def test_on_an_empty_lot_the_first_thing_is_the_zero() -> None:
    record, _ = told("plan oak: lat 44.95123 lon -93.10012", "plan pole: lat 44.95123 lon -93.10000")
    assert record.site.plan[0].points == ((0.0, 0.0),)
    assert record.site.plan[1].points[0][0] == pytest.approx(31.07, abs=0.01) and record.site.plan[1].points[0][1] == 0
    assert record.site.plan_zero is not None and record.site.plan_zero.latitude == 44.95123


def test_onto_a_lot_in_feet_degrees_want_its_zero_first() -> None:
    record, refused = told("plan oak: 12,-8", "plan elm: lat 44.95123 lon -93.10012")
    assert len(record.site.plan) == 1 and "say first where its zero is, plan zero:" in refused[0]
    record, refused = told("plan oak: 12,-8", ZERO, "plan elm: lat 44.95123 lon -93.10012")
    assert refused == [] and record.site.plan[1].points == ((0.0, 0.0),)


def test_a_mark_by_degrees_lies_where_they_say_as_surely_as_a_phone_knows() -> None:
    record, _ = told(ZERO, "mark A 20: lat 44.95131 lon -93.10001, red flag")
    a = assess(record)
    assert place(a, "A") == (pytest.approx(28.48, abs=0.02), pytest.approx(29.17, abs=0.02))
    assert a.plan is not None and a.plan.marks[0].ellipse is not None
    assert a.plan.marks[0].ellipse.a_ft == pytest.approx(8 * math.sqrt(4.605), abs=0.05)  # χ² of two, 90 %
    assert a.plan.marks[0].words == "red flag"


def test_anothers_mark_by_degrees_is_no_surer_beside_the_line_than_a_phone() -> None:
    """The same place told in feet and by degrees: ± 1.645 x 8 ft and the line's own, against ± 1.645 x 0.5 ft."""
    line = (ZERO, "mark A 11: at 0,0", "mark B 61: at 0,-50")
    said = [
        assess(told(*line, f"mark F 40: {where}, theirs")[0]).plan.marks[2].beside  # type: ignore[union-attr]
        for where in ("at 6,-29.2", "lat 44.95115 lon -93.1000968")
    ]
    bands = [float(words.split("ft ± ")[1].split()[0].rstrip(")")) for words in said]
    assert bands[0] < 2.5 and 12.5 < bands[1] < 14.5
    assert "agrees with the line" in said[1] and "agrees" not in said[0]


def test_without_the_lots_zero_a_mark_by_degrees_says_what_is_wanted() -> None:
    a = assess(told("mark A 20: lat 44.95131 lon -93.10001")[0])
    assert place(a, "A") == (None, None) and a.plan is not None
    assert "say where the lot's zero is: plan zero: lat" in a.plan.marks[0].why


@pytest.mark.parametrize(
    "line",
    [
        "plan oak: 44.95131,-93.10001",
        "mark A 20: at 44.95131,-93.10001",
        "plan walk: 44.9513,-93.1000 44.9514,-93.1001",
    ],
)
def test_degrees_given_as_feet_are_asked_about(line: str) -> None:
    reading = read_line(line, house_scheme())
    (asked,) = reading.questions
    assert "feet, or latitude and longitude?" in asked.text
    (choice,) = asked.choices
    again = read_line(choice.line, house_scheme())
    assert again.can_be_added and not again.questions


@pytest.mark.parametrize("line", [
    "plan oak: 44.951,-93.100", "plan oak: 12,-8", "plan oak: 12.12345,-8", "plan oak: 120.12345,-8.12345", "mark B 60: at 22,-62",
])  # fmt: skip
def test_feet_that_a_tape_reads_are_feet(line: str) -> None:
    reading = read_line(line, house_scheme())
    assert reading.can_be_added and not reading.questions


def test_far_degrees_are_refused_and_change_nothing() -> None:
    record, refused = told(ZERO, "plan oak: lat 45.95131 lon -93.10001")
    assert record.site.plan == () and "from the lot's zero: look at its degrees" in refused[0]


@pytest.mark.parametrize(
    "line",
    [
        "plan oak: 12,-8 lat 44.9 lon -93.1",
        "plan zero: lat 44.9 lon -93.1 lat 44.8 lon -93.1",
        "plan oak: lat 91 lon 0",
    ],
)
def test_what_is_neither_is_not_read(line: str) -> None:
    assert told(line)[0].site.plan == () and told(line)[0].site.plan_zero is None


@given(st.floats(-80, 80).map(lambda x: round(x, 5)), st.floats(-179, 179).map(lambda x: round(x, 5)))
def test_it_is_printed_as_it_reads_back(latitude: float, longitude: float) -> None:
    record, refused = told(
        f"plan zero: lat {latitude:.5f} lon {longitude:.5f}", f"mark A 20: lat {latitude:.5f} lon {longitude:.5f}, flag"
    )
    assert refused == []
    again, _ = record_from_page(page_of(record))
    assert again.site.plan_zero == record.site.plan_zero and again.marks == record.marks
