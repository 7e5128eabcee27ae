"""Whether one hole serves two things, or two holes are less work: the ground between them."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from bellstone.core.dig.depth import Told
from bellstone.core.dig.trench import USUAL_BORE_IN, trench
from bellstone.core.ground import Array

DepthSource = Callable[[Array], Sequence[Told | None]]
ONE_HOLE_FT = 4.0  # less ground than this between two holes does not stand by itself: one hole; working value
SECOND_HOLE_YD3 = 2.0  # setting up one more hole is worth as much as digging so much more: working value
NEAR_FT = 20.0  # of holes closer than this it is told why they are two


@dataclass(frozen=True, slots=True)
class Ground:
    """The ground between a hole and the next: how long [ft], and what digging it brings out [yd³], None where not known."""

    length_ft: float
    spoil_yd3: float | None

    @property
    def one_hole(self) -> bool:
        """One hole serves both where the ground between would not stand, or is less work than a second hole.

        >>> Ground(3.9, None).one_hole, Ground(6.0, 1.9).one_hole, Ground(6.0, 2.0).one_hole, Ground(6.0, None).one_hole
        (True, True, False, False)
        """
        return self.length_ft < ONE_HOLE_FT or self.spoil_yd3 is not None and self.spoil_yd3 < SECOND_HOLE_YD3

    @property
    def why(self) -> str:
        """Why it is dug, or left standing; empty where the next hole is far."""
        if self.length_ft < ONE_HOLE_FT:
            return f"less than {ONE_HOLE_FT:.0f} ft would stand between"
        if self.spoil_yd3 is None:
            return (
                f"{self.length_ft:.1f} ft stand before the next hole: how deep the pipe is there is not known"
                if self.length_ft <= NEAR_FT
                else ""
            )
        dug = f"{self.length_ft:.1f} ft between are {self.spoil_yd3:.1f} yd³ to dig"
        worth = f"than a second hole is worth ({SECOND_HOLE_YD3:.0f} yd³)"
        if self.one_hole:
            return f"{dug}, less {worth}"
        return f"the next hole is another: {dug}, more {worth}" if self.length_ft <= NEAR_FT else ""


def ground_between(holes: Sequence[tuple[float, float]], depths_at: DepthSource) -> list[Ground | None]:
    """The ground before each hole, from where the holes before it reach; None before the first.

    Parameters
    ----------
    holes : sequence of (start, end)
        In order of their starts [ft].
    depths_at : callable
        Depths of the invert below the ground at stations [ft], None where none is known.

    Examples
    --------
    Six feet between at 4 ft deep: 2 ft x 4.5 ft x 6 ft, a quarter looser, over 27 = 2.5 yd³, more than a second hole.

    >>> deep = lambda at: [(4.0, 0.3, "read")] * len(at)
    >>> [g and (round(g.spoil_yd3, 2), g.one_hole) for g in ground_between([(10, 20), (26, 36)], deep)]
    [None, (2.5, False)]
    """
    reach = np.maximum.accumulate([end for _, end in holes[:-1]])
    starts = np.array([start for start, _ in holes[1:]])
    depths = depths_at((reach + starts) / 2)
    return [None, *(_ground(float(s - r), told) for s, r, told in zip(starts, reach, depths, strict=True))]


def _ground(length: float, told: Told | None) -> Ground:
    if told is None or told[0] <= 0 or length <= 0:
        return Ground(max(length, 0.0), None)
    return Ground(length, trench(USUAL_BORE_IN, told[0], length).spoil_yd3)


def why_one(served: int, within: Sequence[Ground], after: Ground | None) -> str:
    """Why one hole serves several, by the longest ground dug within it, and why the next hole is another."""
    one = f"; one hole for {served}: {max(within, key=lambda g: g.length_ft).why}" if within else ""
    return one + (f"; {after.why}" if after is not None and after.why else "")
