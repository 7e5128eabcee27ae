"""Laws that hold for any page: what moves nothing, what may only widen, what stays in its order."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.entry import page_of
from bellstone.core.findings import Finding
from bellstone.core.water import bands
from tests.core.random_pages import random_page

SEEDS = st.integers(0, 10_000)
FEW = settings(max_examples=40)
FIRST = "run A cleanout, clay 4in, facing main, counts to main"
SECOND = "run B vent, clay 4in, facing house, counts to house, zero at main"


def told(lines: "list[str] | str") -> Assessment:
    return assess(record_from_page(lines if isinstance(lines, str) else "\n".join(lines))[0])


def lies(f: Finding) -> tuple[Any, ...]:
    """Where a finding lies and what it counts, whatever its number."""
    at = [None if x is None else round(x, 6) for x in (f.station_ft, f.end_ft, *(f.window_ft or (None, None)))]
    return (f.kind, f.run, f.how, *at, f.rating.likely if f.rating else None, f.words)


def answer(a: Assessment) -> dict[str, Any]:
    """What was answered of the pipe, beside what only quotes its lines."""
    profile = a.profile and (a.profile.station_ft, a.profile.invert_ft, a.profile.depth_in)
    sound = a.line.soundness and tuple(a.line.soundness.model_dump().values())
    return {
        "verdict": a.verdict.words, "profile": profile, "ponds": [(p.start_ft, p.end_ft, p.depth_in, p.cause) for p in a.ponds],
        "digs": [(d.start_ft, d.end_ft, d.invert_depth_ft) for d in a.digs], "soundness": sound,
        "segments": [(s.name, s.start_ft, s.end_ft) for s in a.segments], "lies": sorted(map(lies, a.findings), key=str),
    }  # fmt: skip


def same(a: Any, b: Any) -> bool:
    """Whether two answers are one but for what an order of adding leaves in the last digit that is shown."""
    if isinstance(a, float) and isinstance(b, float):
        return abs(a - b) <= 2e-4
    if isinstance(a, dict):
        return a.keys() == b.keys() and all(same(a[k], b[k]) for k in a)
    if isinstance(a, list | tuple):
        return len(a) == len(b) and all(map(same, a, b))
    return bool(a == b)


# ---- what moves nothing ------------------------------------------------------------------------------------


@FEW
@given(
    SEEDS, st.sampled_from(["note the dog barked", "words that say nothing", "recommend look again", "symptom slow"])
)
def test_a_note_or_a_line_kept_as_said_moves_nothing(seed: int, more: str) -> None:
    page = random_page(seed)
    before, after = answer(told(page)), answer(told(page + more))
    before["lies"] = [f for f in before["lies"] if f[0] != "note"]
    after["lies"] = [f for f in after["lies"] if f[0] != "note"]
    assert same(after, before)


def sighted(lines: "list[str]") -> "list[str]":
    """Footages made sure to differ, for a line of another run between two of one place is another matter."""
    return [f"{10 + 3 * n + 0.5:g} {line}" for n, line in enumerate(lines)]


SEEN = st.lists(
    st.sampled_from(["roots slight joint", "crack top", "hole 1in", "offset up 1/4in joint", "grease 10%", "standing 1in rest"]),
    min_size=1, max_size=6,
)  # fmt: skip


@FEW
@given(SEEN, SEEN, st.randoms(use_true_random=False))
def test_lines_of_different_runs_may_be_told_in_any_turn(a: "list[str]", b: "list[str]", draw: Any) -> None:
    of_a, of_b = sighted(a), sighted(b)
    one_by_one = told([FIRST, *of_a, "90 main", SECOND, *of_b])
    out, ours, theirs, on = [FIRST, SECOND], [*of_a, "90 main"], list(of_b), "B"
    while ours or theirs:
        run, lines = draw.choice([(r, left) for r, left in (("A", ours), ("B", theirs)) if left])
        out += [f"run {run}"] * (run != on) + [lines.pop(0)]
        on = run
    assert same(answer(told(out)), answer(one_by_one))


@FEW
@given(SEEN, st.floats(100, 180))
def test_a_far_finding_moves_no_other(lines: "list[str]", far: float) -> None:
    """Beyond what was seen so far it says nothing of what lies before it."""
    page = [FIRST, *sighted(lines), "200 main"]
    near, more = answer(told(page))["lies"], answer(told([*page[:-1], f"{far:.1f} crack top", page[-1]]))["lies"]
    assert [f for f in more if f[3] is None or f[3] < 99 or f[0] == "main"] == [
        f for f in near if f[3] is None or f[3] < 99 or f[0] == "main"
    ]


@pytest.mark.parametrize("split", [20.0, 33.3, 41.0])
@pytest.mark.parametrize(
    "more", ["", "5 depth 3ft ground 100 / 70 depth 4ft ground 99.6", "30-38 standing 1in rest 9 min off"]
)
def test_a_segment_split_into_two_of_one_pipe_moves_no_invert(split: float, more: str) -> None:
    lines = [FIRST, *(more.split(" / ") if more else []), f"{split:g} joint", "80 main"]
    whole, parts = (
        record_from_page("\n".join(p))[0]
        for p in (lines, [*lines[:-1], f"{split:g} change clay > clay 4in", lines[-1]])
    )
    one, two = assess(whole), assess(parts)
    assert one.profile is not None and two.profile is not None
    band = bands(whole)
    sigma = {
        round(x, 3): (h - low) / 3.29
        for x, low, h in zip(one.profile.station_ft, band.low_ft, band.high_ft, strict=True)
    }
    other = dict(zip((round(x, 3) for x in two.profile.station_ft), two.profile.invert_ft, strict=True))
    for x, z in zip(one.profile.station_ft, one.profile.invert_ft, strict=True):
        if round(x, 3) in other and abs(x - split) > 0.3:
            assert abs(other[round(x, 3)] - z) <= 0.1 * sigma[round(x, 3)] + 1e-4, x


@FEW
@given(SEEDS)
def test_a_page_written_out_is_answered_the_same(seed: int) -> None:
    record, _ = record_from_page(random_page(seed))
    again, _ = record_from_page(page_of(record))
    assert same(answer(assess(again)), answer(assess(record)))


# ---- what may only widen -----------------------------------------------------------------------------------

WINDOWED = st.lists(
    st.sampled_from(["next roots slight", "next crack top", "{} hole 1in", "next joint", "{} grease 10%"]),
    min_size=2,
    max_size=7,
)


def page_of_windows(lines: "list[str]") -> "list[str]":
    return [FIRST, *(line.format(f"{10 + 8 * n}") for n, line in enumerate(lines)), "90 main"]


@FEW
@given(WINDOWED, st.data())
def test_a_window_never_shrinks_when_something_less_is_said(lines: "list[str]", data: Any) -> None:
    page = page_of_windows(lines)
    placed = [n for n, line in enumerate(page) if line[0].isdigit() and not line.endswith("main")]
    if not placed:
        return
    gone = data.draw(st.sampled_from(placed))
    wide = told([line for n, line in enumerate(page) if n != gone])
    orders = [f for f in told(page).findings if f.how == "order"]
    others = [f for f in wide.findings if f.how == "order"]
    assert len(orders) == len(others)
    for f, g in zip(orders, others, strict=True):
        (low, high), (wider_low, wider_high) = f.window_ft or (None, None), g.window_ft or (None, None)
        assert wider_low is None or (low is not None and wider_low <= low + 1e-6)
        assert wider_high is None or (high is not None and wider_high >= high - 1e-6)


@FEW
@given(WINDOWED, st.booleans())
def test_what_was_told_in_one_pass_stays_in_its_order(lines: "list[str]", back: bool) -> None:
    page = page_of_windows(lines)
    if back:
        page = [FIRST, "95 main", "pass back", *reversed(page[1:-1])]
    found = [f for f in told(page).findings if f.kind not in ("main", "event") and not f.computed]
    said = [f.words for f in sorted(found, key=lambda f: int(f.id.removeprefix("s")))]
    shown = [f.words for f in found]
    assert shown == (said[::-1] if back else said)


@FEW
@given(st.floats(0.25, 3), st.floats(0.25, 3))
def test_reading_more_water_takes_no_water_away(low: float, more: float) -> None:
    page = "\n".join([FIRST, "{}", "70-76 standing 1in rest 9 min off", "90 main"])
    less, deeper = (told(page.format(f"30-38 standing {d:.2f}in rest 9 min off")) for d in (low, low + more))
    assert less.profile is not None and deeper.profile is not None
    assert (
        max(p.depth_in for p in less.ponds if p.start_ft < 40)
        <= max(p.depth_in for p in deeper.ponds if p.start_ft < 40) + 1e-6
    )
    assert [p for p in deeper.ponds if p.start_ft > 60]


def test_joints_noted_beyond_a_change_to_the_same_pipe_are_joints_still() -> None:
    """A reading of a step stands at its joint; the joint noted at 52.5 ft is a node of the profile on both pages."""
    for change in ("", "40 change clay > clay 4in"):
        found = told([FIRST, *([change] if change else []), "52.5 roots slight joint", "80 main"])
        assert found.profile is not None and 52.5 in [round(x, 2) for x in found.profile.station_ft], change


def test_a_depth_with_a_footage_before_one_that_hangs_on_what_was_seen_is_written_where_it_was_told() -> None:
    record, _ = record_from_page(random_page(4109))
    again, _ = record_from_page(page_of(record))
    assert same(answer(assess(again)), answer(assess(record)))
    assert page_of(again) == page_of(record)
