"""The figures of a pond, worked out again from the profile it stands on: volume, shares, joints, flushes, bands, chances."""

from functools import lru_cache

import numpy as np
import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.profile.bed import Bed
from bellstone.core.record import Lateral
from bellstone.core.water import PondShown, ProfileShown, bands
from bellstone.core.water.ponding import standing_level
from tests.core.told_lines import KINDS, told_line

LINES = [(kind, seed) for kind in KINDS if kind != "straight" for seed in range(4)]
BORE_FT = 4 / 12  # every told line is 4 in
GAL_PER_FT3 = 7.480519  # US gallon = 231 cubic inches


@lru_cache
def told(kind: str, seed: int) -> tuple[Lateral, Assessment, ProfileShown]:
    record = record_from_page(told_line(kind, np.random.default_rng(1000 + seed)).page)[0]
    found = assess(record)
    assert found.profile is not None
    return record, found, found.profile


def wet_area(depth_ft: np.ndarray) -> np.ndarray:
    """Area of a circular segment of so much depth: r^2 acos((r - h) / r) - (r - h) sqrt(2 r h - h^2)."""
    r = BORE_FT / 2
    h = np.clip(depth_ft, 0, 2 * r)
    return r * r * np.arccos(np.clip((r - h) / r, -1, 1)) - (r - h) * np.sqrt(np.clip(2 * r * h - h * h, 0, None))


def nodes_of(pond: PondShown, profile: ProfileShown) -> tuple[np.ndarray, np.ndarray]:
    """Stations of a pond's nodes and the water over the invert at each [ft], its shores dry."""
    x, level, invert = (np.array([np.nan if v is None else v for v in column])
                        for column in (profile.station_ft, profile.level_ft, profile.invert_ft))  # fmt: skip
    inside = (x >= pond.start_ft - 1e-6) & (x <= pond.end_ft + 1e-6)
    return x[inside], np.nan_to_num(level[inside] - invert[inside], nan=0.0)


@pytest.mark.parametrize("line", LINES)
def test_a_pond_holds_what_its_section_holds_along_its_length(line: tuple[str, int]) -> None:
    _, found, profile = told(*line)
    for pond in (p for p in found.ponds if p.volume_gal is not None):
        x, deep = nodes_of(pond, profile)
        x, deep = np.r_[pond.start_ft, x, pond.end_ft], np.r_[0.0, deep, deep[-1] if deep.size else 0.0]
        gallons = GAL_PER_FT3 * float(np.trapezoid(wet_area(deep), x))
        assert pond.volume_gal == pytest.approx(gallons, rel=0.06, abs=0.03)
        assert pond.length_ft == pytest.approx(pond.end_ft - pond.start_ft, abs=1e-6)
        # handbook 2.6: flushes to replace it once, by toilets of 1.6, 1.28 and 3.5 gal
        assert {g for g, _ in pond.flushes} == {1.6, 1.28, 3.5}
        assert all(count == pytest.approx(pond.volume_gal / g, rel=0.01) for g, count in pond.flushes)
        full = float(np.sum(np.diff(x)[(deep[:-1] + deep[1:]) / 2 >= BORE_FT]))
        assert pond.full_bore_ft == pytest.approx(full, abs=1.1)


@pytest.mark.parametrize("line", LINES)
def test_a_ponds_shares_are_of_the_bore(line: tuple[str, int]) -> None:
    _, found, profile = told(*line)
    for pond in found.ponds:
        depth = pond.depth_in / 12
        _, deep = nodes_of(pond, profile)
        if deep.size:
            assert depth == pytest.approx(deep.max(), abs=0.002)
        assert pond.share_of_depth == pytest.approx(min(depth / BORE_FT, 1.0), abs=0.005)
        area = float(wet_area(np.array([depth]))[0]) / (np.pi * BORE_FT**2 / 4)
        assert pond.share_of_area == pytest.approx(area, abs=0.005)
        assert pond.start_ft - 1e-6 <= pond.deepest_at_ft <= pond.end_ft + 1e-6
        over = pond.depth_in - 4
        assert (f"full, + {over:.1f} in" if over > 0.05 else f"{pond.depth_in:.1f} in") in pond.depth_words


@pytest.mark.parametrize("line", LINES)
def test_the_ladder_shares_out_the_whole_depth(line: tuple[str, int]) -> None:
    _, found, _ = told(*line)
    for pond in found.ponds:
        shares = [rung.share for rung in pond.ladder]
        assert sum(shares) == pytest.approx(1.0, abs=0.02)
        assert shares == sorted(shares, reverse=True)
        assert pond.ladder[0].cause == pond.cause


@pytest.mark.parametrize("line", LINES[::2])
def test_bands_are_in_the_unit_of_their_numbers_and_hold_them(line: tuple[str, int]) -> None:
    record, found, profile = told(*line)
    after = bands(record)
    assert len(after.low_ft) == len(after.depth_low_in) == len(profile.station_ft)
    for low, z, high in zip(after.low_ft, profile.invert_ft, after.high_ft, strict=True):
        assert low <= z + 1e-3 and z <= high + 1e-3 and high - low < 5
    for low_in, depth, high_in in zip(after.depth_low_in, profile.depth_in, after.depth_high_in, strict=True):
        if depth is not None and low_in is not None and high_in is not None:
            assert low_in <= depth + 0.01 and depth <= high_in + 0.01
    by_id = {p.id: p for p in found.ponds}
    assert {b.id for b in after.ponds} == set(by_id)
    for band in after.ponds:
        pond = by_id[band.id]
        assert band.depth_in[0] <= pond.depth_in <= band.depth_in[1]
        widest = max(h for h in after.depth_high_in if h is not None)
        assert band.depth_in[1] <= widest + 0.5
        if band.volume_gal is not None and pond.volume_gal is not None:
            assert band.volume_gal[0] <= pond.volume_gal <= band.volume_gal[1]
        if band.length_ft is not None and pond.length_ft is not None:
            assert band.length_ft[0] <= pond.length_ft <= band.length_ft[1]
        chances = [chance for _, chance in band.chances]
        assert all(0 <= c <= 1 for c in chances)
        assert chances == sorted(chances, reverse=True)  # deeper is less likely


@pytest.mark.parametrize("line", LINES)
def test_water_stands_level_over_its_whole_extent(line: tuple[str, int]) -> None:
    _, found, profile = told(*line)
    for pond in found.ponds:
        inside = [
            level
            for x, level, depth in zip(profile.station_ft, profile.level_ft, profile.depth_in, strict=True)
            if pond.start_ft < x < pond.end_ft and level is not None and depth is not None
        ]
        assert max(inside, default=0.0) - min(inside, default=0.0) < 0.01


@pytest.mark.parametrize("line", LINES)
def test_one_water_is_one_pond_and_what_was_read_of_it_tells_of_it(line: tuple[str, int]) -> None:
    """A pool that was read and that a pitch log shows too was once two: one computed, one of which nothing was known."""
    record, found, _ = told(*line)
    ponds = sorted(found.ponds, key=lambda p: p.start_ft)
    assert all(a.end_ft <= b.start_ft + 0.01 for a, b in zip(ponds, ponds[1:], strict=False))
    assert all(p.end_ft > p.start_ft for p in ponds)
    for s in (s for s in record.visits[0].sightings if s.kind == "standing"):
        assert [p.cause for p in ponds if s.item in p.items] not in ([], ["not known"])


def test_a_pool_read_lower_than_its_crest_lies_in_its_dip_and_hangs_nowhere_else() -> None:
    """Bed of 1 in 10 to a dip at 4 ft and a crest at 6 ft: filled it stands at 0.6, read at 0.4 below its crest."""
    x = np.arange(0.0, 9.0)
    z = np.array([1.0, 0.8, 0.6, 0.3, 0.0, 0.3, 0.6, 0.2, 0.0])
    level, mine = standing_level(Bed(x, z, z), [(6, 0.4)])
    assert level.tolist() == [1.0, 0.8, 0.6, 0.4, 0.4, 0.4, 0.6, 0.2, 0.0]
    assert mine == {3: (0,), 4: (0,), 5: (0,)}
    # a dip above it fills to its own crest, not to what the lower pool would have backed up
    z[1] = 0.45
    assert standing_level(Bed(x, z, z), [(6, 0.4)])[0].tolist() == [1.0, 0.6, 0.6, 0.4, 0.4, 0.4, 0.6, 0.2, 0.0]
    # of two pools read, the one further down that stands over the other hides it
    both, whose = standing_level(Bed(x, z, z), [(2, 0.5), (6, 0.6)])
    assert both.tolist()[:6] == [1.0, 0.5, 0.6, 0.6, 0.6, 0.6] and whose[1] == (0,) and whose[4] == (1,)
