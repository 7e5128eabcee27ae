"""One number has one source: the same on the strip's table, among the findings, in the water, the digs and the text."""

import re
from pathlib import Path

import numpy as np
import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import IN_PER_FT
from bellstone.core.water import bands
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from tests.core.random_pages import random_page

DEMO = Path(__file__).parents[2] / "bellstone" / "demo"
SAMPLES = {path.stem: lateral_file.loads(path.read_bytes()) for path in sorted(DEMO.glob("*.json"))}
PAGES = {f"page {seed}": record_from_page(random_page(seed))[0] for seed in range(200, 216)}
BOTH = SAMPLES | PAGES


def answered(name: str) -> Assessment:
    return assess(BOTH[name])


@pytest.mark.parametrize("name", BOTH)
def test_a_ponds_depth_is_the_profiles_and_the_sections(name: str) -> None:
    """Where the pond is deepest, the profile's water and the table that the cursor looks up say the same depth."""
    a = answered(name)
    if a.profile is None:
        return
    station, depth = np.array(a.profile.station_ft), np.array([d or 0.0 for d in a.profile.depth_in])
    computed = [p for p in a.ponds if p.length_ft is not None]
    only_read = [p.deepest_at_ft for p in a.ponds if p.length_ft is None]
    for pond in computed:
        node = np.abs(station - pond.deepest_at_ft) < 2e-3
        if not any(abs(x - pond.deepest_at_ft) < 0.1 for x in only_read):  # else the deeper of the two stands there
            assert depth[node].max() == pytest.approx(pond.depth_in, abs=5e-3)
        inside = (station >= pond.start_ft - 1e-6) & (station <= pond.end_ft + 1e-6)
        assert depth[inside].max() <= pond.depth_in + 0.05 or len(a.ponds) > 1
        assert pond.start_ft <= pond.deepest_at_ft <= pond.end_ft + 1e-6


@pytest.mark.parametrize("name", BOTH)
def test_the_water_in_the_table_is_level_minus_invert(name: str) -> None:
    a = answered(name)
    if a.profile is None:
        return
    for z, level, depth in zip(a.profile.invert_ft, a.profile.level_ft, a.profile.depth_in, strict=True):
        assert (level is None) == (depth is None)
        if level is not None and depth is not None:
            assert (level - z) * IN_PER_FT == pytest.approx(depth, abs=0.01)


@pytest.mark.parametrize("name", BOTH)
def test_every_band_lies_about_the_number_it_is_of(name: str) -> None:
    a, band = answered(name), bands(BOTH[name])
    if a.profile is None or not band.low_ft:
        return
    for low, z, high in zip(band.low_ft, a.profile.invert_ft, band.high_ft, strict=True):
        assert low - 1e-3 <= z <= high + 1e-3
    of = {b.id: b for b in band.ponds}
    for pond in a.ponds:
        low, high = of[pond.id].depth_in
        assert low <= pond.depth_in + 1e-6 and pond.depth_in - 1e-6 <= high and high > low
        chances = [c for _, c in of[pond.id].chances]
        assert all(0 <= c <= 1 for c in chances)


@pytest.mark.parametrize("name", BOTH)
def test_the_text_says_the_numbers_of_the_answer(name: str) -> None:
    a = answered(name)
    words = assessment_text(a)
    head = words.splitlines()[0]
    assert a.lateral.words in words and (
        a.line.soundness is None or f"soundness {a.line.soundness.likely:.0f}" in words
    )
    assert f"worst {a.lateral.worst or '–'}" in words, head
    for pond in a.ponds:
        assert f"{pond.where}: {pond.depth_words}" in words
    for dig in a.digs:
        assert f"dig about {dig.where} ± {dig.band_ft:.1f}" in words
        assert dig.invert_depth_ft is None or f"invert {dig.invert_depth_ft:.1f} ft ± " in words
    for finding in a.findings:
        if finding.rating is not None and not finding.second_look:
            assert finding.words in words and finding.rating.why in words
    assert all(sentence in words for sentence in a.scope)


@pytest.mark.parametrize("name", BOTH)
def test_a_dig_says_the_depth_that_the_cursor_reads_there(name: str) -> None:
    a = answered(name)
    table = dict(zip(a.section.station_ft, a.section.invert_depth_ft, strict=True))
    for dig in a.digs:
        near = min(table, key=lambda x: abs(x - dig.centre_ft), default=None)
        if near is None or abs(near - dig.centre_ft) > 0.2:
            continue
        there = table[near]
        assert (there is None) == (dig.invert_depth_ft is None)
        if there is not None and dig.invert_depth_ft is not None:
            assert there == pytest.approx(dig.invert_depth_ft, abs=0.1)


@pytest.mark.parametrize("name", BOTH)
def test_no_sentence_has_a_hole_in_it(name: str) -> None:
    """No empty place, doubled mark, raw value or name of the code in what a person reads."""
    words = assessment_text(answered(name))
    for hole in ("None", "nan", "inf ", ": .", ": ;", " ,", "  ;", "()", "{", "_", "line0", "[]"):
        lines = [
            line
            for line in words.replace("maintenance", "").splitlines()
            if hole in line and "kept as said" not in line and "“" not in line
        ]
        assert not lines, (hole, lines)
    assert not re.search(r"\d\.\d{4,}", words)


@pytest.mark.parametrize("name", BOTH)
def test_what_is_seen_and_what_is_not_make_up_the_line(name: str) -> None:
    a = answered(name)
    if a.seen_ft is None or a.unseen_ft is None or not a.reached_main:
        return
    ends = [lane for lane in a.lanes if lane.start_ft is not None and lane.end_ft is not None]
    reach = max(max(x.start_ft or 0, x.end_ft or 0) for x in ends) - min(
        min(x.start_ft or 0, x.end_ft or 0) for x in ends
    )
    assert a.seen_ft <= reach + 1e-6
    placed = [s for s in a.segments if s.start_ft is not None and s.end_ft is not None]
    assert all((s.start_ft or 0) <= (s.end_ft or 0) for s in placed)
    assert all(
        one.end_ft == two.start_ft for one, two in zip(placed, placed[1:], strict=False) if two.index == one.index + 1
    )
