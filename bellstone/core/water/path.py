"""The water of a path: its own line's, and that of the lines it flows into, the lowest first."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import hypot, inf

from bellstone.core.findings import AxisWords, Resolved, axis_words_of, resolve
from bellstone.core.ground import IN_PER_FT, remembered
from bellstone.core.profile import SIGMA_REST_FT, Height, MainLevel, invert_of
from bellstone.core.record import Lateral, Visit, amount_middle, amount_spread
from bellstone.core.scheme import USUAL_BORE_IN, Scheme
from bellstone.core.stations import Coverage, Path, Placing, Segment, chain_of, pipes_on
from bellstone.core.water.line import water_of
from bellstone.core.water.near_main import sags_near_main
from bellstone.core.water.part import Part

JOINS_ABOVE = 0.25  # of its bore, a branch's outlet above the line it joins, as much again its sigma: handbook 2.5


@dataclass(frozen=True, slots=True)
class WhatIf:
    """Water as it would be: without some dams, and with the main so high above the outlet [ft]; None as it is."""

    without: frozenset[str] = frozenset()
    main_level: float | None = None


AS_IT_IS = WhatIf()


@dataclass(frozen=True, slots=True)
class PathWater:
    """One path of one visit: how far it was seen, its pipe, what was said on it, and its water, house to main."""

    path: Path
    coverage: Coverage
    segments: tuple[Segment, ...]
    said: tuple[Resolved, ...]
    parts: tuple[Part, ...]
    axis: AxisWords
    near_main: frozenset[str]  # items of the sags that the house rates one better


@remembered(16, "lateral", "visit", "placing", "scheme")  # the bands that follow an answer find its profile made
def path_water(
    lateral: Lateral, visit: Visit, placing: Placing, line: str, scheme: Scheme, what_if: WhatIf = AS_IT_IS
) -> PathWater:
    """What of a visit lies on the path from a line to the main, and the water there.

    Raises
    ------
    DomainError
        There is no such line.
    """
    path, coverage, segments = pipes_on(lateral, visit, placing, line)
    said = resolve(lateral, path.visit, placing, segments, scheme)
    parts = parts_of(lateral, visit, placing, path, segments, said, scheme, what_if)
    rules, main_ft = lateral.site.house_rules, coverage.end if coverage.reached_main else None
    near_main = sags_near_main(parts, main_ft, rules.minimum_grade) if rules.sag_near_main_milder else frozenset[str]()
    return PathWater(path, coverage, segments, said, parts, axis_words_of(lateral, placing), near_main)


def parts_of(
    lateral: Lateral, visit: Visit, placing: Placing, path: Path, segments: Sequence[Segment], rows: Sequence[Resolved],
    scheme: Scheme, what_if: WhatIf = AS_IT_IS,
) -> tuple[Part, ...]:  # fmt: skip
    """The water on a path, its own line's part first, then that of the lines below it.

    The line below is taken first: a branch starts from the higher of its own outlet and the water standing there.
    """
    chain = chain_of(lateral, path.line.id)
    below: tuple[Part, ...] = ()
    joins, outlet = None, -inf
    if len(chain) > 1:
        lower, _, lower_segments = pipes_on(lateral, visit, placing, chain[1].id)
        lower_rows = resolve(lateral, lower.visit, placing, lower_segments, scheme)
        below = parts_of(lateral, visit, placing, lower, lower_segments, lower_rows, scheme, what_if)
        if path.joins_ft is not None and below:
            joins, outlet = _joined(below, path.joins_ft, segments)
    at = path.joins_ft
    read = _main_level(visit) if len(chain) == 1 else None
    invert = invert_of(lateral, path.line, path.visit, placing, segments, rows, scheme, at, joins, path.limits, read)
    if invert is None:
        return ()
    asked = None if what_if.main_level is None or len(chain) > 1 else MainLevel(what_if.main_level, 0.0)
    water = water_of(invert, asked, what_if.without, outlet)
    relative = below[-1].relative if below else water.profile.relative
    own = Part(water, -inf, at if at is not None else inf, path.line.id, relative)
    return (own, *(replace(p, first=max(p.first, at)) for p in below if at is not None and p.last > at))


def _main_level(visit: Visit) -> MainLevel | None:
    """What was read of the main's level."""
    said = visit.main_level
    if said is None:
        return None
    return MainLevel(amount_middle(said) / IN_PER_FT, max(amount_spread(said) / IN_PER_FT, SIGMA_REST_FT))


def _joined(below: Sequence[Part], at: float, segments: Sequence[Segment]) -> tuple[Height, float]:
    """The height of a branch's outlet, and the level of the water where it joins [ft]."""
    part = next((p for p in below if p.last >= at), below[-1])
    node = part.water.profile.mesh.node(at)
    bore = next((s.bore_in for s in segments if s.bore_in), USUAL_BORE_IN) / IN_PER_FT
    rise = JOINS_ABOVE * bore
    sigma = hypot(rise, float(part.water.profile.sigma[node]))
    height = Height("the line it joins", at, float(part.water.bed.z[node]) + rise, sigma)
    return height, float(part.water.level[node])
