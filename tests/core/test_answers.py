"""Whole answers as they stood when last read by a person: any change of one is seen, and is to be read before it is kept.

The answers are text, in ``answers``. ``BELLSTONE_KEEP=1`` writes them anew; what changed is then read in the diff. They
check nothing against the world, which the other tests do: they notice what those did not ask.
"""

import os
from pathlib import Path

import numpy as np
import pytest

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.dig import Bracket
from bellstone.core.edits import record_from_page
from bellstone.core.findings import Finding
from bellstone.core.record import Lateral
from bellstone.core.water import PondShown, ProfileShown, WaterBands, bands, water_running
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from tests.core.random_pages import random_page
from tests.core.read_pages import READ
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
        out += [*of_runs(found), *of_segments(found), *(f"proposed {p.words}: {p.why}" for p in found.proposals)]
        if found.profile is not None:
            out += [*of_profile(found.profile, bands(record, path=line.id)), *map(of_pond, found.ponds)]
            out += of_flow(record, line.id, found.profile)
    return "\n".join(out) + "\n"


def of_finding(f: Finding) -> str:
    window = [None if w is None else round(w, 1) for w in f.window_ft or ()]
    why = f"{f.rating.low} {f.rating.likely} {f.rating.high} {f.rating.why}" if f.rating else f"{f.unrated}"
    return f"{f.id} {f.kind} {f.where} {f.aspect} {window} {why}"


def short(x: float | None, places: int = 2) -> str:
    """A figure to so many places, no figure as a dash: a hair either side of zero is the same."""
    return "-" if x is None else f"{x + 0.0:.{places}f}".replace("-0.00", "0.00")


def of_runs(found: Assessment) -> list[str]:
    """How each run is tied, how far it went and what was not seen."""
    ties = [
        f"run {t.run}: zero {short(t.zero_station_ft)} scale {t.scale:.4f} way {t.direction} {t.flow} off {[*map(short, t.off_by_ft)]} "
        f"{[(s.sighting, short(s.off_by_ft), s.odd) for s in t.shared]}"
        for t in found.ties
    ]
    lanes = [f"lane {n.run}: {short(n.start_ft)} to {short(n.end_ft)} {n.ended} {n.end_reason}" for n in found.lanes]
    unseen = [f"unseen {short(u.start_ft)} to {short(u.end_ft)}: {short(u.feet)} ft, {u.why}" for u in found.unseen]
    return [*ties, *lanes, *unseen]


def of_segments(found: Assessment) -> list[str]:
    """Each segment with its ends, their bands, joints and burden, and the spread of the whole."""
    out = [f"spread {short(found.line.spread, 3)} of {short(found.line.seen_ft)} ft, {found.line.worst_by_aspect}"]
    for s in found.segments:
        known = s.score.soundness
        joints = s.joints and (
            s.joints.laid_ft,
            s.joints.certain,
            s.joints.noted,
            s.joints.rooted,
            len(s.joints.predicted_ft),
        )
        out.append(
            f"segment {s.name} {short(s.start_ft)} to {short(s.end_ft)}: {s.score.worst} "
            f"{known and (short(known.low, 1), short(known.likely, 1), short(known.high, 1))} {s.verdict.verdict} {joints}"
        )
    return out


def of_flow(record: Lateral, line: str, profile: ProfileShown) -> list[str]:
    """How water runs at a quarter, the middle and three quarters of the profile, and what a blockage there holds."""
    first, last = profile.station_ft[0], profile.station_ft[-1]
    out = []
    for share in (0.25, 0.5, 0.75):
        f = water_running(record, None, line, first + share * (last - first), 4.0)
        held = f.backup and [short(v) if isinstance(v, float) else v for v in f.backup.model_dump().values()]
        out.append(
            f"flow at {short(f.station_ft)}: fall {short(f.grade_pct)} % of {short(f.least_grade_pct)}, n {f.roughness}, "
            f"{short(f.depth_in)} in, {short(f.velocity)} of {short(f.full_velocity)} ft/s, {short(f.capacity_gpm, 1)} gpm, "
            f"{f.words}; {held}"
        )
    return out


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
        f"read {r.kind} {r.station_ft:.1f}: {r.words}, {short(r.z_ft)}, {r.off_words}{', out' if r.out else ''}"
        for r in p.readings
        if r.kind != "pitch"
    ]
    ponds = [
        f"band {b.id}: {[round(x, 1) for x in b.depth_in]} {[(w, round(c, 1)) for w, c in b.chances]}"
        for b in band.ponds
    ]
    chances = [f"chance {short(a, 1)} to {short(b, 1)}: {short(c, 1)}" for a, b, c in band.chances_unseen]
    return [*heights, *read, *ponds, *chances]


def of_pond(p: PondShown) -> str:
    ladder = [(r.cause, round(r.share, 1)) for r in p.ladder]
    size = f"{short(p.length_ft)} ft, {short(p.volume_gal)} gal, {short(p.full_bore_ft)} ft full, spills at {short(p.spill_ft)}"
    sag = f"{short(p.sag_in)} in of sag over {short(p.sag_length_ft, 1)} ft ({short(p.sag_low_in, 1)} to {short(p.sag_high_in, 1)})"
    rated = p.rating and (p.rating.low, p.rating.likely, p.rating.high)
    return f"{p.id} {p.cause} {p.depth_in:.1f} in, {size}, {sag}, {p.joints_under} joints, {ladder}, {rated}"


def records() -> dict[str, Lateral]:
    out = {path.stem: lateral_file.loads(path.read_bytes()) for path in sorted(DEMO.glob("*.json"))}
    out |= {f"page-{seed:02}": record_from_page(random_page(seed))[0] for seed in PAGES}
    rng = np.random.default_rng(3)
    told = {f"told-{kind}": record_from_page(told_line(kind, rng, metal=True).page)[0] for kind in KINDS}
    return out | told | {f"read-{name}": record_from_page(page)[0] for name, page in READ.items()}


RECORDS = records()


@pytest.mark.parametrize("name", RECORDS)
def test_the_answer_is_the_one_that_was_read(name: str) -> None:
    now, kept = answered(RECORDS[name]), HERE / f"{name}.txt"
    if os.environ.get("BELLSTONE_KEEP"):
        kept.write_text(now)
    assert now == kept.read_text()
