"""Small rules of the water, each on both sides of where it turns: flow at the cursor, what the main explains, the engine's nodes."""

import numpy as np
import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import GAL_PER_FT3, DomainError
from bellstone.core.record import Lateral
from bellstone.core.water import FlowShown, FlushPlan, sag_from_two, water_running
from bellstone.core.water.flush import Channel, _series, engine_nodes

A = "run A front cleanout clay 4in, facing main, counts to main\n"


def record(page: str) -> Lateral:
    return record_from_page(page if page.startswith("run") else A + page)[0]


def falling(pct: float) -> str:
    """A line surveyed at both ends, 100 ft apart, on one grade."""
    return f"fall {pct}%\n0.5 invert 100\n100.5 invert {100 - pct:.2f}\n101 main"


def running(page: str, at: float = 50.0, gpm: float = 10.0) -> FlowShown:
    return water_running(record(page), None, None, at, gpm)


@pytest.mark.parametrize(
    ("pct", "gpm", "words"),
    [
        (-1.0, 10, "falls the wrong way or not at all here: water stands, it has no depth of its own"),
        (2.0, 1000, "more than the pipe carries: it runs full and backs up"),
        (4.0, 20, "keeps itself clean"),
        (1.0, 2, "under 2 ft/s: solids may stay; falls less than is commonly asked"),
        (2.2, 1, "under 2 ft/s: solids may stay"),
        (1.9, 60, "keeps itself clean; falls less than is commonly asked"),
    ],
)
def test_how_a_flow_runs_is_said_by_what_it_does(pct: float, gpm: float, words: str) -> None:
    found = running(falling(pct), gpm=gpm)
    assert found.words == words
    assert found.grade_pct == pytest.approx(pct, abs=0.05)
    assert (found.depth_in is None) == ("depth of its own" in words or "runs full" in words)


def test_a_pipe_carries_what_manning_says_and_no_flow_is_refused() -> None:
    """Handbook 2.8: 4 in at 1/4 in/ft, n 0.013: 123.3 gpm and 3.15 ft/s full."""
    found = running(falling(25 / 12), gpm=100)
    assert found.capacity_gpm == pytest.approx(123.3, rel=0.01)
    assert found.full_velocity == pytest.approx(3.15, rel=0.01)
    assert found.roughness == 0.013
    assert found.depth_in is not None and 2.0 < found.depth_in < 4.0 * 0.938
    assert running(falling(25 / 12), gpm=122).depth_in is not None
    for gpm in (0.0, -1.0, 1e5):
        with pytest.raises(DomainError, match="wants a flow over 0"):
            running(falling(2), gpm=gpm)
    with pytest.raises(DomainError, match="wants a place on the line"):
        running(falling(2), at=120)


def test_the_roughness_is_that_of_the_pipe_at_the_place() -> None:
    page = falling(2).replace("0.5 invert", "40 change clay 4in > pvc 4in\n70 change pvc 4in > iron 4in\n0.5 invert")
    assert [running(page, at=at).roughness for at in (39, 41, 69, 71)] == [0.013, 0.010, 0.010, 0.015]


@pytest.mark.parametrize(
    ("page", "cause"),
    [
        ("main stands 2in\n54-60 standing 1.5in rest", "backwater"),
        ("main stands 2in\n54-60 standing 2.4in rest", "backwater"),  # within three of its sigmas
        ("main stands 2in\n50-56.5 standing 1.5in rest", None),  # seen to end over three feet above the outlet
        ("main stands 2in\n54-60 standing 3.5in rest", None),  # deeper than the main makes it
        ("fall 2%\nmain stands 1in\n20-60 standing 0.9in rest", None),  # longer than an inch of it reaches up the fall
        ("main stands 1in\n20-60 standing 0.9in rest", "backwater"),  # which nobody read: it may lie flatter
        ("main stands 2in\n54 standing 1in rest\n57-58 dry rest", None),  # dry pipe between it and the main
    ],
)
def test_the_main_explains_what_is_no_deeper_and_no_longer_than_it_makes_it(page: str, cause: str | None) -> None:
    found = assess(record(f"{page}\n60 main")).ponds
    read = [p for p in found if p.items]
    assert read and (read[-1].cause == "backwater") == (cause == "backwater")


def test_a_pool_behind_one_that_the_main_does_not_explain_is_not_the_mains_either() -> None:
    page = "main stands 4in\n40-44 standing 0.5in rest\n50-54 standing 3.9in rest because 54\n54 offset up 3in joint\n60 main"
    assert [p.cause for p in assess(record(page)).ponds if p.items and p.end_ft < 50] != ["backwater"]


def channel(x: list[float], z: list[float] | None = None, top: list[float] | None = None) -> Channel:
    station = np.array(x)
    bed = -0.02 * station if z is None else np.array(z)
    return Channel(
        station,
        bed,
        bed if top is None else np.array(top),
        bed,
        np.full(station.size, 1 / 3),
        np.full(station.size, 0.013),
    )


@pytest.mark.parametrize(
    ("x", "keep", "nodes"),
    [
        ([0, 0.5, 1, 1.5, 2], (), [0, 4]),  # two feet at a time
        ([0, 0.5, 1, 1.5, 2, 2.5], (), [0, 4, 5]),
        ([0, 1.9, 3.8, 5.7], (), [0, 1, 2, 3]),  # never over two feet, whatever that leaves
        ([0, 0.5, 1, 1.5, 2], (2,), [0, 2, 4]),  # what has to be there is
        ([0, 0.4, 1, 2], (1,), [0, 3]),  # but not closer than half a foot
        ([0, 0.5, 0.5, 2], (), [0, 1, 2, 3]),  # both nodes of a step
        ([0, 0.2, 0.2, 2], (), [0, 1, 2, 3]),  # also close to another
    ],
)
def test_the_engine_gets_every_step_and_pieces_of_half_a_foot_to_two(
    x: list[float], keep: tuple[int, ...], nodes: list[int]
) -> None:
    assert engine_nodes(channel(x), keep).tolist() == nodes


def test_the_engine_gets_the_head_of_every_dam() -> None:
    x = [0.0, 0.5, 1.0, 1.5, 2.0]
    assert engine_nodes(channel(x, top=[0.0, -0.01, 0.1, -0.03, -0.04])).tolist() == [0, 2, 4]


def test_the_belly_drawn_for_two_readings_is_the_one_they_give() -> None:
    """Handbook 2.7: 1 in over 7 ft at 2 %: sag 2.02 in over 9.94 ft; the water's surface is level over 7 ft of it."""
    found = sag_from_two(1, 7, 2)
    x, z = np.array(found.invert).T
    string = np.interp(x, *np.array(found.string).T)
    within = (x >= 0) & (x <= found.length_ft)
    assert (string - z)[within].max() == pytest.approx(found.sag_in, abs=0.01)
    assert x[within][np.argmax((string - z)[within])] == pytest.approx(found.length_ft / 2, abs=0.2)
    level = float(np.interp(found.length_ft, x, z))
    fine = np.linspace(0, found.length_ft, 4001)
    deep = level - np.interp(fine, x, z)
    assert deep.max() == pytest.approx(1.0, abs=0.02)
    wet = fine[deep > 1e-3]
    assert (wet[0], wet[-1]) == (pytest.approx(found.pond_ft[0], abs=0.1), pytest.approx(found.pond_ft[1], abs=0.1))
    assert found.pond_ft[1] - found.pond_ft[0] == pytest.approx(7.0)
    assert (z[0] - z[-1]) / (x[-1] - x[0]) / 12 * 100 == pytest.approx(
        2.0, abs=0.01
    )  # outside it the pipe keeps its grade


@pytest.mark.parametrize(
    "page",
    ["[0:00] 10 crack open\n[4:00] 30 stopped, roots", "[0:00] 10 crack open\n[4:00] 30 roots 10%\nnot seen: fog"],
)
def test_no_minutes_are_told_of_a_stretch_without_its_ends(page: str) -> None:
    assert [u.minutes for u in assess(record(page)).unseen] == [None] * len(assess(record(page)).unseen)


@pytest.mark.parametrize(("times", "every_s"), [(1, 60.0), (3, 60.0), (3, 4.0), (5, 9.0)])
def test_the_engine_is_given_all_the_water_of_every_flush(times: int, every_s: float) -> None:
    """Also where one comes before the last has run out: then they add up."""
    series = _series(FlushPlan(gallons=1.6, times=times, every_s=every_s))
    hours, flow = np.array([[float(x) for x in line.split()[1:]] for line in series]).T
    seconds = hours * 3600
    assert float(np.trapezoid(flow, seconds)) * GAL_PER_FT3 == pytest.approx(1.6 * times, rel=1e-4)
    assert (np.diff(seconds) > 0).all() and flow[0] == flow[-1] == 0.0
    alone = 1.6 / GAL_PER_FT3 / 8  # eight seconds each
    assert flow.max() == pytest.approx(alone * (2 if every_s < 8 else 1), rel=0.26)
    assert seconds[np.argmax(flow > 0)] == pytest.approx(6.0, abs=1e-3)  # five seconds to watch, one to come on
