"""The newest visit's sightings, water, depths, inverts or pitch as a CSV table, formulas made harmless."""

import csv
import io
from collections.abc import Iterable, Iterator, Sequence
from typing import TypeVar

from bellstone.core.entry import finding_lines, reading_line
from bellstone.core.record import (
    CounterPosition,
    DepthReading,
    InvertReading,
    Lateral,
    PitchReading,
    RelativePosition,
    Sighting,
)
from bellstone.formats.csv_cells import harmless
from bellstone.formats.csv_table import OWN, What


def write_table(lateral: Lateral, what: What) -> str:
    """The newest visit's table as CSV: numbers as numbers, text made harmless, headings with their unit."""
    writers = {
        "sightings": _sighting_rows,
        "water": _water_rows,
        "depth": _depth_rows,
        "invert": _invert_rows,
        "pitch": _pitch_rows,
    }
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(OWN[what])
    for row in writers[what](lateral):
        writer.writerow([harmless(c) if isinstance(c, str) else "" if c is None else c for c in row])
    return out.getvalue()


Cells = Sequence[str | float | None]


def _ends(position: object) -> tuple[float | None, float | None]:
    if not isinstance(position, CounterPosition):
        return None, None
    return position.counter.likely, position.to.likely if position.to else None


def _sighting_rows(lateral: Lateral) -> Iterator[Cells]:
    for s, line in _told(lateral):
        yield (*_ends(s.position), s.run or "", s.kind, s.form or "", line, s.said)


def _told(lateral: Lateral) -> Iterable[tuple[Sighting, str]]:
    visit = lateral.visits[-1]
    return zip(visit.sightings, finding_lines(lateral, visit), strict=True)


def _water_rows(lateral: Lateral) -> Iterator[Cells]:
    for s, line in _told(lateral):
        if s.kind == "standing":
            inches = s.size.likely if s.size and s.size.unit == "in" else None
            minutes = s.minutes_off.likely if s.minutes_off else None
            yield (*_ends(s.position), s.run or "", inches, s.water or "", minutes, line, s.said)


def _depth_rows(lateral: Lateral) -> Iterator[Cells]:
    for d, at in _placed(lateral, lateral.visits[-1].depths):
        suspect = "yes" if d.suspect else ""
        yield (at, d.run or "", d.depth_ft.likely, d.ground_ft, suspect, reading_line(d), d.said)


def _invert_rows(lateral: Lateral) -> Iterator[Cells]:
    for v, at in _placed(lateral, lateral.visits[-1].inverts):
        yield (at, v.run or "", v.elevation_ft, "yes" if v.suspect else "", reading_line(v), v.said)


def _pitch_rows(lateral: Lateral) -> Iterator[Cells]:
    for p, at in _placed(lateral, lateral.visits[-1].pitches):
        yield (at, p.run or "", p.grade_pct, reading_line(p))


AtHead = TypeVar("AtHead", DepthReading, InvertReading, PitchReading)


def _placed(lateral: Lateral, readings: Iterable[AtHead]) -> Iterator[tuple[AtHead, float | None]]:
    """Each reading with its counter in feet: its own, or that of the finding it was read at; none where neither has one."""
    seen = {s.id: s for s in lateral.visits[-1].sightings}
    for r in readings:
        position = r.position
        base = seen.get(position.to_sighting or "") if isinstance(position, RelativePosition) else None
        if (
            base is not None
            and isinstance(position, RelativePosition)
            and not (position.distance and position.distance.likely)
        ):
            position = base.position
        yield r, _ends(position)[0]
