"""Nodes along a line: every joint as two, every reading's station, no gap over half a foot."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike, NDArray

from bellstone.core.ground import Array, DomainError

NODE_GAP_FT = 0.5  # handbook 2.5
SNAP_FT = 0.05  # closer than this two nodes are one: half the counter's own sigma


@dataclass(frozen=True, slots=True)
class Reach:
    """One stretch of one pipe as the invert sees it.

    ``start``, ``end`` stations [ft]; ``diameter`` inside [ft]; ``lay_length`` joint to joint [ft];
    ``grade`` as laid [ft/ft, falling with the flow is positive] with its sigma; ``joints`` stations [ft].
    """

    start: float
    end: float
    diameter: float
    lay_length: float
    flexible: bool
    grade: float
    grade_sigma: float
    joints: tuple[float, ...] = ()


Break = Literal["joint", "fitting", "change"]


@dataclass(frozen=True)
class Mesh:
    """``station`` (n,) [ft], ``reach`` (n,) which reach a node lies in, ``gap`` (n-1,) to the next node [ft]:
    0 between the two nodes of a break. ``breaks``: index of each break's upstream node, and what it is.
    """

    station: Array
    reach: NDArray[np.intp]
    gap: Array
    breaks: dict[int, Break]
    reaches: tuple[Reach, ...]

    @cached_property
    def joints(self) -> NDArray[np.intp]:
        """The upstream node of each joint."""
        return np.array([i for i, kind in self.breaks.items() if kind == "joint"], np.intp)

    def node(self, station: float, below: bool = False) -> int:
        """The node nearest a station; at a break the upstream one, or the one ``below`` it."""
        near = int(self.nodes(np.array([station]))[0])
        return near + 1 if below and near in self.breaks else near

    def nodes(self, stations: Array) -> NDArray[np.intp]:
        """The node nearest each station; at a break the upstream one, between two alike the downstream one."""
        after = np.minimum(np.searchsorted(self.station, stations), self.station.size - 1)
        before = np.maximum(after - 1, 0)
        near: NDArray[np.intp] = np.where(
            stations - self.station[before] < self.station[after] - stations, before, after
        )
        near -= (near > 0) & (self.gap[near - 1] == 0)
        return near


def mesh_of(reaches: Sequence[Reach], fittings: ArrayLike = (), at: ArrayLike = (), gap: float = NODE_GAP_FT) -> Mesh:
    """The nodes of a line made of reaches end to end.

    Parameters
    ----------
    reaches : sequence of Reach
        House to main, each starting where the one before ends.
    fittings, at : array
        Stations of fittings (the pipe may turn there freely) and of readings [ft].
    gap : float
        The longest distance between two nodes [ft].

    Raises
    ------
    DomainError
        No reach, one without length, or reaches that do not meet.

    Examples
    --------
    A joint has two nodes at one station, a reading one.

    >>> m = mesh_of([Reach(0, 2, 1/3, 1, False, 0.02, 0.02, joints=(1,))], at=[0.7])
    >>> m.station.tolist(), m.breaks
    ([0.0, 0.35, 0.7, 1.0, 1.0, 1.5, 2.0], {3: 'joint'})
    """
    _check(reaches)
    low, high = reaches[0].start, reaches[-1].end
    kinds: dict[float, Break] = {}
    for reach in reaches:
        kinds |= {round(s, 6): "joint" for s in reach.joints if reach.start < s < reach.end}
    kinds |= {round(float(s), 6): "fitting" for s in np.asarray(fittings, float).ravel()}
    kinds |= {round(r.end, 6): "change" for r in reaches[:-1]}
    kinds = {s: k for s, k in kinds.items() if low + SNAP_FT < s < high - SNAP_FT}
    doubles = _apart(np.array(sorted(kinds), float), kinds)
    hard = _with_readings(np.concatenate([[low], doubles, [high]]), np.asarray(at, float).ravel())
    station = _filled(hard, gap)
    first = np.searchsorted(station, doubles - 1e-9)
    station = np.insert(station, first + 1, station[first])
    upstream = first + np.arange(first.size)
    breaks = {int(i): kinds[round(float(station[i]), 6)] for i in upstream}
    below = np.zeros(station.size, bool)
    below[upstream + 1] = True
    ends = np.array([r.end for r in reaches[:-1]])
    reach_of = np.searchsorted(ends, station - 1e-6, side="left")
    reach_of = np.where(below, np.searchsorted(ends, station + 1e-6, side="left"), reach_of)
    return Mesh(station, reach_of.astype(np.intp), np.diff(station), breaks, tuple(reaches))


def _check(reaches: Sequence[Reach]) -> None:
    if not reaches:
        raise DomainError("reaches", 0, "wants at least one stretch of pipe with its footage")
    for reach in reaches:
        if not reach.end - reach.start > 2 * SNAP_FT:
            raise DomainError("reach", (reach.start, reach.end), f"wants a stretch longer than {2 * SNAP_FT} ft")
        if not (reach.diameter > 0 and reach.lay_length > 0 and reach.grade_sigma > 0):
            raise DomainError("reach", reach, "wants a diameter, a lay length and a grade's sigma over 0")
    for a, b in zip(reaches, reaches[1:], strict=False):
        if abs(a.end - b.start) > 1e-6:
            raise DomainError("reaches", (a.end, b.start), "wants each to start where the one before ends")


def _apart(stations: Array, kinds: dict[float, Break]) -> Array:
    """Breaks closer than the snap are one: a change of pipe or a fitting before a joint."""
    order = {"change": 0, "fitting": 1, "joint": 2}
    kept: list[float] = []
    for s in stations.tolist():
        if kept and s - kept[-1] < SNAP_FT:
            kept[-1] = min(kept[-1], s, key=lambda t: order[kinds[round(t, 6)]])
        else:
            kept.append(s)
    return np.array(kept, float)


def _with_readings(hard: Array, at: Array) -> Array:
    """The hard stations and those of readings that are not at one already."""
    inside = np.sort(at[(at > hard[0]) & (at < hard[-1])])
    if inside.size:
        place = np.searchsorted(hard, inside)
        clear = np.minimum(inside - hard[place - 1], hard[place] - inside) >= SNAP_FT
        inside = inside[clear]
        inside = inside[np.concatenate([[True], np.diff(inside) >= SNAP_FT])] if inside.size else inside
    return np.sort(np.concatenate([hard, inside]))


def _filled(hard: Array, gap: float) -> Array:
    """Evenly spaced nodes between the hard ones, no gap over ``gap``."""
    lengths = np.diff(hard)
    count = np.maximum(np.ceil(lengths / gap - 1e-9), 1).astype(np.intp)
    start = np.repeat(hard[:-1], count)
    within = np.arange(start.size) - np.repeat(np.cumsum(count) - count, count)
    return np.append(start + within * np.repeat(lengths / count, count), hard[-1])
