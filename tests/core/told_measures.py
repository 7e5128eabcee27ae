"""What an assessment says of a told line beside the truth of it, counted: ``python -m tests.core.told_measures 400``."""

import sys
from collections import Counter, defaultdict
from collections.abc import Iterable

import numpy as np

from bellstone.core.answer import Assessment
from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.water import bands
from tests.core.told_lines import KINDS, ToldLine, told_line

NEAR_METAL_FT = 10.0


class Measures:
    """Shares of what was right, by name: hits and tries."""

    def __init__(self) -> None:
        self.hits: Counter[str] = Counter()
        self.tries: Counter[str] = Counter()
        self.causes: dict[str, Counter[str]] = defaultdict(Counter)

    def count(self, name: str, hit: "bool | Iterable[bool]") -> None:
        each = [hit] if isinstance(hit, bool | np.bool_) else list(hit)
        self.hits[name] += sum(map(bool, each))
        self.tries[name] += len(each)

    def share(self, name: str) -> float:
        return self.hits[name] / max(self.tries[name], 1)

    def add(self, told: ToldLine, kind: str, clean: bool) -> None:
        record, lines = record_from_page(told.page)
        assert all(line.added for line in lines), [line.reading.text for line in lines if not line.added]
        found = assess(record)
        self._nodes(told, found, record)
        self._ponds(told, found, kind)
        self._digs(told, found)
        self.count(
            "depth over the bore unsaid",
            [p.depth_in > 4.0 and not p.depth_words.startswith("full") for p in found.ponds],
        )
        assert found.profile is not None
        if clean:
            self.count("clean line with a good reading thrown out", any(r.out for r in found.profile.readings))

    def _nodes(self, told: ToldLine, found: Assessment, record: object) -> None:
        """Nodes of the profile inside their band, the heights counted from the ground as told."""
        assert found.profile is not None
        band = bands(record)  # type: ignore[arg-type]
        x = np.array(found.profile.station_ft)
        inside = (x > 0.5) & (x < told.line.reach.end - 0.5)
        truth = np.asarray(told.line.at(x)) - float(told.line.at(0.0)) + told.surface[0][1] - 3.0
        low, high = np.array(band.low_ft), np.array(band.high_ft)
        self.count("node in its band", ((low <= truth) & (truth <= high))[inside])
        invert = np.array(found.profile.invert_ft)
        self.count(
            "no band without its number", ((low <= invert + 1e-6) & (invert <= high + 1e-6) & (high > low))[inside]
        )

    def _ponds(self, told: ToldLine, found: Assessment, kind: str) -> None:
        for true in told.ponds:
            here = [p for p in found.ponds if p.start_ft <= true.end + 1 and true.start - 1 <= p.end_ft]
            self.count("told pond kept", bool(here))
            if here and told.line.cause:
                self.causes[kind][max(here, key=lambda p: p.depth_in).cause] += 1

    def _digs(self, told: ToldLine, found: Assessment) -> None:
        for dig in found.digs:
            if dig.invert_depth_ft is None or dig.depth_band_ft is None:
                continue
            truth = told.ground_at(dig.centre_ft) - (
                float(told.line.at(dig.centre_ft)) - float(told.line.at(0.0)) + told.surface[0][1] - 3.0
            )
            near = told.metal_ft is not None and abs(dig.centre_ft - told.metal_ft) <= NEAR_METAL_FT
            hit = abs(dig.invert_depth_ft - truth) <= dig.depth_band_ft
            self.count("dig depth in its band, metal near" if near else "dig depth in its band", hit)


def measured(count: int, seed: int = 1) -> Measures:
    """``count`` lines over every kind, a third with a beacon beside metal and a third with no error but chance."""
    rng, out = np.random.default_rng(seed), Measures()
    for n in range(count):
        kind = list(KINDS)[n % len(KINDS)]
        clean = n % 3 == 0
        out.add(told_line(kind, rng, metal=n % 3 == 1, clean=clean), kind, clean)
    return out


def main() -> None:
    found = measured(int(sys.argv[1]) if len(sys.argv) > 1 else 400)
    for name in sorted(found.tries):
        print(f"{name}: {found.hits[name]} of {found.tries[name]} ({100 * found.share(name):.1f} %)")
    for kind, causes in found.causes.items():
        print(f"cause of {kind}: {dict(causes)}")


if __name__ == "__main__":
    main()
