"""Laws that any line's water keeps, whatever was read of it."""

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.record import Lateral
from bellstone.core.water import ProfileShown, WhatIf, bands, water_if
from bellstone.core.water.ponding import FILM_FT

FEET = 60
few = settings(max_examples=25, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])


@st.composite
def lines(draw: st.DrawFn) -> tuple[str, float]:
    """A page of notes with surveyed inverts on a fall, a pitch log with a belly in it, steps, roots that hold water and
    depths at rest; and its fall [%]."""
    fall = draw(st.floats(0.8, 4.0))
    belly = draw(st.integers(12, 40))
    dip = draw(st.floats(0.0, 6.0))
    page = ["run A cleanout 4in clay, facing main, counts to main", "0.5 invert 100"]
    page += [f"{FEET - 2} invert {100 - fall / 100 * (FEET - 2.5):.3f}"]
    for n in range(2, 2 * FEET - 2):
        at = n / 2
        bent = dip * (1 if belly <= at < belly + 4 else -1 if belly + 4 <= at < belly + 8 else 0)
        page.append(f"{at} pitch {fall + bent:.2f}%")
    if draw(st.booleans()):
        page.append(f"{draw(st.integers(5, 55))}.3 offset up {draw(st.sampled_from(['1/4', '1/2', '1']))}in joint")
    if draw(st.booleans()):
        page.append(f"{draw(st.integers(5, 55))}.7 roots curtain {draw(st.integers(10, 40))}% holds water")
    page.append(f"{FEET} main")
    return "\n".join(page), fall


def read(page: str) -> Lateral:
    return record_from_page(page)[0]


def level(profile: ProfileShown | None) -> np.ndarray:
    """Where the water stands at each node, the bed where none does [ft]."""
    assert profile is not None
    return np.array([z if w is None else w for w, z in zip(profile.level_ft, profile.invert_ft, strict=True)])


@few
@given(lines())
def test_taking_out_what_holds_water_raises_it_nowhere(line: tuple[str, float]) -> None:
    said = read(line[0])
    found = assess(said)
    for dam in found.removable:
        without = water_if(said, None, None, WhatIf(without=frozenset({dam.item}))).profile
        assert without is not None
        elsewhere = np.abs(np.array(without.station_ft) - dam.at_ft) > 0.6  # in the dam itself there is no water
        assert (level(without) <= level(found.profile) + FILM_FT)[elsewhere].all()


@few
@given(lines(), st.floats(-0.5, 1.0), st.floats(0.0, 1.0))
def test_a_higher_main_lowers_the_water_nowhere(line: tuple[str, float], low: float, more: float) -> None:
    said = read(line[0])
    one, other = (water_if(said, None, None, WhatIf(main_level=at)).profile for at in (low, low + more))
    assert (level(one) <= level(other) + FILM_FT).all()


@few
@given(lines(), st.floats(-500, 500))
def test_the_datum_moves_every_height_and_nothing_else(line: tuple[str, float], up: float) -> None:
    page = line[0]
    moved = "\n".join(
        f"{row.rsplit(' ', 1)[0]} {float(row.rsplit(' ', 1)[1]) + up:.4f}" if " invert " in row else row
        for row in page.splitlines()
    )
    one, other = assess(read(page)), assess(read(moved))
    assert one.profile is not None and other.profile is not None
    np.testing.assert_allclose(np.array(other.profile.invert_ft) - up, one.profile.invert_ft, atol=2e-3)
    assert [p.cause for p in one.ponds] == [p.cause for p in other.ponds]
    np.testing.assert_allclose([p.depth_in for p in one.ponds], [p.depth_in for p in other.ponds], atol=0.02)


@few
@given(lines(), st.integers(8, 50))
def test_one_more_reading_that_agrees_widens_no_band(line: tuple[str, float], at: int) -> None:
    said = read(line[0])
    profile = assess(said).profile
    assert profile is not None
    there = np.interp(at, profile.station_ft, profile.invert_ft)
    more = read(f"{line[0]}\n{at} invert {there:.4f}")
    again = assess(more).profile
    assert again is not None
    before, after = bands(said), bands(more)
    width = np.array(before.high_ft) - np.array(before.low_ft)
    now = np.interp(profile.station_ft, again.station_ft, np.array(after.high_ft) - np.array(after.low_ft))
    plain = np.concatenate([[True], np.diff(profile.station_ft) > 0]) & np.append(np.diff(profile.station_ft) > 0, True)
    assert plain.sum() > FEET and (now <= width * 1.02 + 2e-4)[plain].all()  # a joint has two nodes, each its own band


@few
@given(lines())
def test_a_pond_is_whole(line: tuple[str, float]) -> None:
    """Deepest where it says, never deeper than its level allows, its water no more than the bore over its length."""
    found = assess(read(line[0]))
    assert found.profile is not None
    for pond in found.ponds:
        assert pond.start_ft <= pond.deepest_at_ft <= pond.end_ft + 1e-6
        assert 0 <= pond.full_bore_ft <= pond.length_ft + 0.5
        assert pond.volume_gal <= 0.653 * pond.length_ft + 1e-6  # a foot of full 4 in holds 0.653 gal (handbook 2.6)
        assert sum(rung.share for rung in pond.ladder) == pytest.approx(1.0, abs=0.02)
        deepest = max(d or 0.0 for d in found.profile.depth_in)
        assert pond.depth_in <= deepest + 0.01
