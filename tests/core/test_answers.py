"""Whole answers as they stood when last read by a person: any change of one is seen, and is to be read before it is kept.

The answers are text, in ``answers``. ``BELLSTONE_KEEP=1`` writes them anew; what changed is then read in the diff. They
check nothing against the world, which the other tests do: they notice what those did not ask.
"""

import os
from pathlib import Path

import numpy as np
import pytest

from bellstone.core.assess import assess
from bellstone.core.dig import Bracket
from bellstone.core.edits import record_from_page
from bellstone.core.findings import Finding
from bellstone.core.record import Lateral
from bellstone.core.water import PondShown, ProfileShown, WaterBands, bands
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from tests.core.random_pages import random_page
from tests.core.told_lines import KINDS, told_line

HERE = Path(__file__).parent / "answers"
DEMO = Path(__file__).parents[2] / "bellstone" / "demo"
PAGES = range(1, 25)


def answered(record: Lateral) -> str:
    """The answer in words, with the figures that the words leave out: the profile at every tenth node, its bands."""
    out = list[str]()
    for line in record.lines:
        found = assess(record, path=line.id)
        out += [assessment_text(found), *map(of_finding, found.findings), *map(of_dig, found.digs)]
        if found.profile is not None:
            out += [*of_profile(found.profile, bands(record, path=line.id)), *map(of_pond, found.ponds)]
    return "\n".join(out) + "\n"


def of_finding(f: Finding) -> str:
    window = [None if w is None else round(w, 1) for w in f.window_ft or ()]
    why = f"{f.rating.low} {f.rating.likely} {f.rating.high} {f.rating.why}" if f.rating else f"{f.unrated}"
    return f"{f.id} {f.kind} {f.where} {f.aspect} {window} {why}"


def of_dig(d: Bracket) -> str:
    deep = "" if d.invert_depth_ft is None else f"{d.invert_depth_ft:.1f} {d.depth_basis}"
    return f"dig {d.start_ft:.1f}-{d.end_ft:.1f} ft {deep} {d.lift} {d.flags}"


def of_profile(p: ProfileShown, band: WaterBands) -> list[str]:
    nodes = [*range(0, len(p.station_ft), 10), len(p.station_ft) - 1]
    heights = [
        f"{p.station_ft[i]:.1f} ft: {p.invert_ft[i]:.2f} ({band.low_ft[i]:.2f} to {band.high_ft[i]:.2f}), "
        f"{p.depth_in[i] or 0:.1f} in"
        for i in nodes
    ]
    read = [
        f"read {r.kind} {r.station_ft:.1f}: {r.off_words}{', out' if r.out else ''}"
        for r in p.readings
        if r.kind != "pitch"
    ]
    ponds = [
        f"band {b.id}: {[round(x, 1) for x in b.depth_in]} {[(w, round(c, 1)) for w, c in b.chances]}"
        for b in band.ponds
    ]
    return [*heights, *read, *ponds]


def of_pond(p: PondShown) -> str:
    ladder = [(r.cause, round(r.share, 1)) for r in p.ladder]
    return f"{p.id} {p.cause} {p.depth_in:.1f} in, {p.sag_in or 0:.1f} in of sag, {p.joints_under} joints, {ladder}"


def records() -> dict[str, Lateral]:
    out = {path.stem: lateral_file.loads(path.read_bytes()) for path in sorted(DEMO.glob("*.json"))}
    out |= {f"page-{seed:02}": record_from_page(random_page(seed))[0] for seed in PAGES}
    rng = np.random.default_rng(3)
    return out | {f"told-{kind}": record_from_page(told_line(kind, rng, metal=True).page)[0] for kind in KINDS}


RECORDS = records()


@pytest.mark.parametrize("name", RECORDS)
def test_the_answer_is_the_one_that_was_read(name: str) -> None:
    now, kept = answered(RECORDS[name]), HERE / f"{name}.txt"
    if os.environ.get("BELLSTONE_KEEP"):
        kept.write_text(now)
    assert now == kept.read_text()
