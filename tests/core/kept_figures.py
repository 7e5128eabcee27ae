"""Every figure of whole answers, as one sum a field: ``python -m tests.core.kept_figures`` writes them anew.

The answers in ``answers/*.txt`` are read by a person and hold what is printed, to the places it is printed to. These hold
all the rest, to six places: of each field of an answer the sum of its figures by turn, so that one that moves, one more,
or two that change places are seen. What changed is named by its record and field.
"""

import json
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import asdict, is_dataclass
from pathlib import Path
from typing import Any
from zlib import crc32

import numpy as np
from pydantic import BaseModel

from bellstone.core.answer import Assessment, dig_sheets
from bellstone.core.assess import assess
from bellstone.core.edits import Reread, record_from_page
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.core.water import FlushPlan, WhatIf, bands, flush_test, water_if, water_running
from tests.core.random_pages import random_page
from tests.core.test_answers import RECORDS
from tests.core.told_lines import KINDS, told_line

KEPT = Path(__file__).parent / "answers" / "figures.json"
SEEDS = (11, 12)
PAGES = range(25, 91)
# what the others seldom say: order alone, past and short of things on the way back, a blister, a stretch without water's state
SAID = {
    "order": "run A vent iron 3in, facing main / next roots 40% / past wye: crack open / next change iron > clay / next wye left / "
    "short of main: standing 1in rest / next ends at main",
    "back": "run A front cleanout clay 4in, facing main, counts to main / 12 wye / 30 tee left / 41 roots ball 30% / 60 main / "
    "pass back / past wye: crack open / 3ft short of tee: hole 1in / next open joint 1/2in / +3-4 chip",
    "fibre": "run A cleanout fibre 4in, facing main, counts to main / 10 blister 1in / 14-18 deformed 12% / 22 blister 30% / "
    "20-26 standing 1in / 30 change fibre > pvc 6in / 40-44 standing 2in rest / 45 offset up 1in / main stands 3in / 55 main",
    "branched": "run A front cleanout clay 4in, facing main, counts to main / 20 wye left / 33 roots 40% / 60 main / "
    "run B bath vent iron 3in, on bath branch, facing main, counts to main / 5 scale heavy / 12 hole 2in / 18 wye / 22 crack",
    "house": "run A yard cleanout pvc 4in, facing house, counts to house / 5 offset drop 1/2in / 9-14 standing 1.5in rest 8 min off / "
    "21 access / run B yard cleanout pvc 4in, facing main, counts to main / 4 roots ball 60% / 30-33 collapse / 30 stopped",
    "dams": "run A cleanout clay 4in, facing main, counts to main / fall 1% / 10-20 standing 1in rest / 20 roots ball 50% holds water / "
    "26 offset up 3/4in / 30 depth 4ft ground 100 / 55 depth 4.6ft ground 100 / 70 invert 95.1 / main stands 2in / 80 main",
}  # fmt: skip
BORES_IN = (3.0, 4.0, 6.0)

Sums = dict[str, float]


def records() -> dict[str, Lateral]:
    """The records whose answers are read, and two more lines of each kind with a log, metal and field errors."""
    told = {
        f"told-{kind}-{seed}": told_line(kind, np.random.default_rng(seed), metal=seed % 2 == 0)
        for kind in KINDS
        for seed in SEEDS
    }
    more = {name: record_from_page(line.page)[0] for name, line in told.items()}
    more |= {f"page-{seed:02}": record_from_page(random_page(seed))[0] for seed in PAGES}
    more |= {f"said-{name}": record_from_page(page.replace(" / ", "\n"))[0] for name, page in SAID.items()}
    more |= {f"kinds-{bore}": record_from_page(every_kind(bore))[0] for bore in (3, 4, 6)}
    return RECORDS | more


def every_kind(bore_in: int) -> str:
    """A page that says every kind of the scheme in each of its forms, by words and by numbers, a foot apart."""
    out = [f"run A front cleanout clay {bore_in}in, facing main, counts to main"]
    for name, kind in house_scheme().kinds.items():
        if kind.family in ("event", "feature") or name in ("pipe", "transition"):
            continue
        sizes = {
            "step": ("slight", "1/2in", "12%", "large"), "opening": ("small", "1/4in", "1in"), "depth": ("1/2in", "30%", "full"),
            "share": ("4%", "light", "35%", "60-70%"), "ovality": ("4%", "12%"), "height": ("1/2in", "20%"), "angle": ("5deg",),
        }.get(kind.measure, ("",))  # fmt: skip
        for n, form in enumerate(("", *kind.forms)):
            quality = [*kind.qualities][n % len(kind.qualities)] if kind.qualities and n else ""
            out += [f"{len(out)} {name} {form} {quality} {size}" for size in sizes]
    return "\n".join([*out, f"{len(out) + 5} main"])


def figures_of(record: Lateral) -> Sums:
    """A sum of each field of all that is answered of a record."""
    told = defaultdict[str, list[float]](list)
    for line in record.lines:
        found = assess(record, path=line.id)
        _into(told, found, "")
        _into(told, dig_sheets(found), "sheet")
        if found.profile is not None:
            _into(told, bands(record, path=line.id), "bands")
            first, last = found.profile.station_ft[0], found.profile.station_ft[-1]
            for path, asked in _asked(record, line.id, found):
                _into(told, asked, path)
            for bore in BORES_IN:
                for share in (0.1, 0.5, 0.9):
                    _into(told, water_running(record, None, line.id, first + share * (last - first), bore), "flow")
    return {path: _sum(values) for path, values in sorted(told.items())}


def _asked(record: Lateral, line: str, found: Assessment) -> Iterator[tuple[str, Any]]:
    """What a person asks of the water: without a dam, the main higher, a reading a quarter of an inch up, a flush."""
    dams = frozenset([r.item for r in found.removable][:2])
    yield "without", water_if(record, None, line, WhatIf(dams, 2 / 12))
    yield "without.bands", bands(record, path=line, what_if=WhatIf(main_level=0.25))
    for reading in [r for r in found.profile.readings if r.kind != "pitch"][:3] if found.profile else []:
        try:
            moved = Reread(id=reading.id, up_ft=0.02)
            yield "reread", water_if(record, None, line, WhatIf(), moved)
        except DomainError as refused:
            yield "reread", str(refused)
    for gallons in (1.6, 4.0):
        ready = flush_test(record, None, line, FlushPlan(gallons=gallons))
        yield "flush", asdict(ready.job) if is_dataclass(ready.job) else ready.job
        yield "flush.channel", [ready.channel.station, ready.channel.z, ready.channel.top, ready.channel.level]


def _into(told: dict[str, list[float]], value: Any, path: str) -> None:
    for where, number in _leaves(value, path):
        told[where].append(number)


def _leaves(value: Any, path: str) -> Iterator[tuple[str, float]]:
    """Every number with its field; a word as a number of its letters, nothing as one of its own."""
    if isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from _leaves(getattr(value, name), f"{path}.{name}" if path else name)
    elif isinstance(value, dict):
        for key, inner in value.items():
            yield from _leaves(inner, path)
            yield path, crc32(str(key).encode()) % 997
    elif isinstance(value, list | tuple | np.ndarray):
        for inner in value:
            yield from _leaves(inner, path)
    elif isinstance(value, str):
        yield path, crc32(value.encode()) % 997
    elif isinstance(value, bool | int | float | np.generic):
        yield path, float(value)
    else:
        yield path, -0.5 if value is None else crc32(repr(value).encode()) % 997


def _sum(values: list[float]) -> float:
    """The figures of a field by turn; each counts also as itself, so that one of no size is not lost."""
    finite = np.clip(np.array(values), -1e9, 1e9)
    return float(f"{((finite + 0.5) * (1 + np.arange(len(finite)) % 17)).sum():.9g}")


def kept() -> dict[str, Sums]:
    """What is kept, by record."""
    tree = json.loads(KEPT.read_text())
    of_each = {name: Sums() for name in tree["records"]}
    for field, values in tree["fields"].items():
        for name, value in zip(tree["records"], values, strict=True):
            if value is not None:
                of_each[name][field] = value
    return of_each


def write() -> None:
    """A row a field, in the order of the records; none where a record has no such field."""
    all_of = {name: figures_of(record) for name, record in records().items()}
    fields = sorted({field for sums in all_of.values() for field in sums})
    rows = [f'"{f}":{json.dumps([sums.get(f) for sums in all_of.values()], separators=(",", ":"))}' for f in fields]
    KEPT.write_text(f'{{"records": {json.dumps([*all_of])},\n"fields": {{\n' + ",\n".join(rows) + "\n}}\n")


if __name__ == "__main__":
    write()
