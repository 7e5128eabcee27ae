"""What is told of the engine's numbers: depths, when it is still again, when it reached the main; by hand, without it."""

import numpy as np
import pytest

from bellstone.core.ground import DomainError
from bellstone.core.water import EngineNumbers, FlushPlan, FlushPlayed
from bellstone.core.water.flush import Channel, _clock, played

# Four nodes, 2 ft apart and not quite on the half foot, falling 0.1 ft each; two inches at rest in the third.
X = np.array([0.0, 2.0, 4.0004, 6.0])
Z = np.array([0.0, -0.1, -0.3, -0.2])
LEVEL = np.array([0.0, -0.1, -0.2, -0.2])
LAST_S = 13.0  # of one flush: it comes after 5 s and runs for 8


def told(by_time: dict[float, tuple[float, ...]], flush: FlushPlan | None = None) -> FlushPlayed:
    """Depths above each node [in] at times [s], as the engine gives them [ft]."""
    channel = Channel(X, Z, Z, LEVEL, np.full(4, 1 / 3), np.full(4, 0.013))
    depths = tuple(tuple(d / 12 for d in row) for row in by_time.values())
    return played(channel, flush or FlushPlan(), EngineNumbers(seconds=tuple(by_time), depth_ft=depths, error_pct=0.4))


REST = (0.0, 0.0, 1.2, 0.0)


def over(upper: float, lower: float = 0.0) -> tuple[float, ...]:
    return (upper, 0.0, 1.2 + lower, 0.0)


def test_figures_are_told_to_their_last_useful_place() -> None:
    found = told({0.004: REST, 6.128: (0.456, 0.0, 1.23456, 0.0)})
    assert found.station_ft == (0.0, 2.0, 4.0, 6.0) and found.seconds == (0.0, 6.13)
    assert found.depth_in[1] == (0.46, 0.0, 1.23, 0.0) and found.at_rest_in == (0.0, 0.0, 1.2, 0.0)
    assert (found.peak_in, found.peak_at_ft) == (pytest.approx(0.456), 0.0)
    assert (found.gallons, found.error_pct) == (1.6, 0.4)


@pytest.mark.parametrize(("by_time", "wait_min"), [
    ({10.0: over(1.0), LAST_S: REST, 30.0: REST}, 0.0),  # still as soon as it is off
    ({10.0: over(1.0), 20.0: over(0.3), 43.0: over(0.2), 60.0: REST}, 0.5),  # a quarter inch is fair: 30 s after the last
    ({10.0: over(1.0), 20.0: over(0.0, -0.3), 73.0: REST}, 1.0),  # less than at rest is not at rest either
    ({10.0: over(1.0), 20.0: REST, 30.0: over(0.26), 43.0: REST}, 0.5),  # it comes back: the last time counts
    ({10.0: over(1.0), 20.0: over(0.26), 43.0: over(0.26)}, None),  # not while it was watched
    ({0.0: REST, 12.9: over(2.0), LAST_S: REST}, 0.0),  # what runs while it is let in is no wait
    ({0.0: REST, LAST_S: over(2.0), 25.0: REST}, 0.2),
    ({0.0: REST, 20.0: (0.0, 0.0, 1.2, 5.0)}, 0.0),  # the main's own node is not looked at
])  # fmt: skip
def test_how_long_until_all_is_still_again(by_time: dict[float, tuple[float, ...]], wait_min: float | None) -> None:
    assert told(by_time).wait_min == (None if wait_min is None else pytest.approx(wait_min))


def test_of_several_flushes_the_wait_is_from_the_last() -> None:
    found = told({10.0: over(1.0), 140.0: over(1.0), 163.0: REST}, FlushPlan(times=3, every_s=60.0))
    assert found.wait_min == pytest.approx(0.5) and found.gallons == pytest.approx(4.8)


@pytest.mark.parametrize(("risen_in", "reached_s"), [(0.124, None), (0.126, 20.0)])
def test_it_reached_the_main_when_the_water_before_it_rose(risen_in: float, reached_s: float | None) -> None:
    found = told({0.0: REST, 20.0: over(0.0, risen_in), 30.0: over(0.0, 1.0 if reached_s else risen_in)})
    assert found.reached_main_s == reached_s


def test_numbers_of_another_channel_are_refused() -> None:
    with pytest.raises(DomainError, match="2 times of 4 nodes"):
        told({0.0: (0.0, 0.0), 1.0: (0.0, 0.0)})


@pytest.mark.parametrize(("seconds", "said"), [
    (0.0, "00:00:00"), (0.2, "00:00:01"), (59.0, "00:00:59"), (60.0, "00:01:00"), (3599.1, "01:00:00"), (3661.0, "01:01:01"),
    (86399.0, "23:59:59"),
])  # fmt: skip
def test_the_engines_clock(seconds: float, said: str) -> None:
    assert _clock(seconds) == said
