"""A line with a known invert as a page of notes: what is read of it in the field, with the errors of the field.

The truth is that of ``random_lines``, on its own grid. What is written is what an analyst would type.
"""

from dataclasses import dataclass, field

import numpy as np

from tests.core.random_lines import TrueLine, TruePond, backwater, belly, dammed, flat_back, lip, straight, true_ponds

GROUND_FT, BEACON_SIGMA_FT, METAL_FT = 100.0, 0.1, 0.7  # a beacon beside metal reads deeper or shallower by so much
LOOKED_LOW = 0.85  # a depth of water judged along the pipe looks shallower than it is
KINDS = {
    "straight": straight, "belly": belly, "lip": lip, "dam": lambda rng: dammed(rng, "loose"), "backwater": backwater,
    "reverse": flat_back,
}  # fmt: skip


@dataclass
class ToldLine:
    """A true line, the page that tells of it, and what the page was told of."""

    line: TrueLine
    page: str
    ponds: list[TruePond]
    metal_ft: float | None = None
    logged: bool = False
    surface: list[tuple[float, float]] = field(default_factory=list)

    def ground_at(self, station: float) -> float:
        return float(np.interp(station, *zip(*self.surface, strict=True)))


def told_line(kind: str, rng: np.random.Generator, metal: bool = False, clean: bool = False) -> ToldLine:
    """One random line of a kind, told: beacons over a known ground, water at rest, steps, what holds it, a log.

    ``metal`` puts one beacon beside metal; ``clean`` leaves out every error but chance.
    """
    line = KINDS[kind](rng)
    out = ["run A cleanout, clay 4in, facing main, counts to main"]
    length = line.reach.end
    surface = [(0.0, GROUND_FT), (length, GROUND_FT - rng.uniform(0, 1.5))]
    told = ToldLine(line, "", [], logged=bool(rng.random() < 0.5), surface=surface)
    shift = surface[0][1] - 3.0 - float(line.at(0.0))  # the pipe lies three feet down at the cleanout
    stations = np.sort(rng.uniform(1, length - 1, 4))
    biased = int(rng.integers(4)) if metal else -1
    for n, s in enumerate(stations):
        off = rng.normal(0, BEACON_SIGMA_FT) + (METAL_FT * rng.choice((-1, 1)) if n == biased else 0.0)
        deep = told.ground_at(float(s)) - float(line.at(float(s))) - shift + off
        out.append(f"{s:.1f} depth {deep:.2f}ft ± 0.15ft ground {told.ground_at(float(s)):.2f}")
        told.metal_ft = float(s) if n == biased else told.metal_ft
    holes = [
        rng.uniform(2, length - 2),
        np.clip((told.metal_ft or rng.uniform(2, 50)) + rng.uniform(-8, 8), 2, length - 2),
    ]
    out += [f"{s:.1f} hole 1in" for s in holes]  # something to dig for, one of them near the metal
    out += [f"{s.station:.1f} offset up {12 * s.height:.2f}in joint" for s in line.steps]
    out += [f"{d.start:.1f} roots ball holds water 30% joint" for d in line.dams]
    if line.main is not None:
        out.append(f"main stands {12 * line.main + rng.normal(0, 0.1):.1f}in")
    told.ponds = _water_read(line, rng, out, clean)
    out += _log(line, rng, clean) if told.logged else []
    out.append(f"{length:g} main")
    told.page = "\n".join(out)
    return told


def _water_read(line: TrueLine, rng: np.random.Generator, out: list[str], clean: bool) -> list[TruePond]:
    ponds = true_ponds(line)
    depth = line.water
    if line.main is not None and depth[-1] > 0.03:  # the main's own pool runs out at the outlet
        start = float(line.x[np.flatnonzero(depth > 1e-6)[0]])
        ponds = [*ponds, TruePond(start, float(line.x[-1]), float(line.x[-1]), float(depth[-1]))]
    for pond in ponds:
        low = 1.0 if clean else rng.uniform(LOOKED_LOW, 1.0)
        inches = max(12 * pond.depth * low + rng.normal(0, 0.15), 0.25)
        ends = f"{max(pond.start, 0) + rng.normal(0, 0.15):.1f}-{min(pond.end, line.reach.end - 0.1):.1f}"
        where = ends if pond.end - pond.start > 2 and pond.start > 0.5 else f"{pond.deepest:.1f}"
        out.append(f"{where} standing {inches:.2f}in rest 9 min off")
    return ponds


def _log(line: TrueLine, rng: np.random.Generator, clean: bool) -> list[str]:
    """A pitch log of half a foot; its zero is off, and drifts as it goes."""
    bias, drift = rng.normal(0, 0.5), 0.0 if clean else rng.normal(0, 0.3)
    apart = [s.station for s in line.steps]
    stations = [s for s in np.arange(1, line.reach.end - 1, 0.5) if all(abs(s - a) > 0.3 for a in apart)]
    out = []
    for s in stations:
        fall = 100 * float(line.at(s - 0.2) - line.at(s + 0.2)) / 0.4
        out.append(f"{s:g} pitch {fall + bias + drift * s / line.reach.end + rng.normal(0, 0.6):.2f}%")
    return out
