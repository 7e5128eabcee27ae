"""A flush test on this very line: what the hydrodynamic engine is given, and what its numbers come to."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from bellstone.core.ground import GAL_PER_FT3, IN_PER_FT, Array, DomainError
from bellstone.core.profile import Bed
from bellstone.core.record import Rec

MOST_APART_FT = 2.0  # handbook 2.8
LEAST_APART_FT = 0.5  # but for joints and steps: shorter pieces only shorten the engine's own step
SURFACE_FT2 = 0.1  # handbook 2.8: the engine's default is a manhole's
ROUTING_STEP_S = 0.25
FLUSH_SECONDS = 8.0  # how long a flush runs: working value
FIRST_FLUSH_S = 5.0
FAIR_IN = 0.25  # a reading is fair when what is left to drain is less: the analyst's own quarter inch
ROOM_FT = 30.0  # above a node, so that no water is lost over its top


@dataclass(frozen=True, slots=True)
class Channel:
    """A line as the engine takes it, house to main: arrays by node (n,).

    ``station`` [ft], two nodes at one station where the bed steps; ``z`` invert, ``top`` with dams, ``level`` of the
    water standing at the start [ft]; ``diameter`` [ft]; ``roughness`` Manning's n; ``outlet`` level in the main [ft].
    """

    station: Array
    z: Array
    top: Array
    level: Array
    diameter: Array
    roughness: Array
    outlet: float = -np.inf

    @property
    def bed(self) -> Bed:
        return Bed(self.station, self.z, self.top, self.outlet)


class FlushPlan(Rec):
    """What is let in: gallons at a station [ft], how often, and how long after each other [s]."""

    gallons: Annotated[float, Field(gt=0, le=100)] = 1.6
    times: Annotated[int, Field(ge=1, le=20)] = 1
    every_s: Annotated[float, Field(ge=1, le=3600)] = 60.0
    at_ft: Annotated[float, Field(ge=-1e5, le=1e5)] | None = None  # None: the upper end
    watch_min: Annotated[float, Field(gt=0, le=120)] = 10.0


class EngineJob(Rec):
    """One run of the engine: its input text, how many nodes to read back, how often and how long [s]."""

    text: str
    nodes: int
    report_s: float
    seconds: float


class EngineNumbers(Rec):
    """What the engine read back: elapsed times [s], and by time the depth above each node's own invert [ft]."""

    seconds: tuple[float, ...]
    depth_ft: tuple[tuple[float, ...], ...]
    error_pct: float  # its own flow continuity error


class FlushPlayed(Rec):
    """A flush test as it is played: by time the depth at each station [in], and when the line was at rest again."""

    station_ft: tuple[float, ...]
    seconds: tuple[float, ...]
    depth_in: tuple[tuple[float, ...], ...]
    at_rest_in: tuple[float, ...]
    wait_min: float | None  # at least so long after the last flush; None: not within the time watched
    peak_in: float
    peak_at_ft: float
    reached_main_s: float | None
    error_pct: float
    gallons: float


def engine_nodes(channel: Channel, keep: Sequence[int] = ()) -> NDArray[np.intp]:
    """The channel's nodes that the engine gets: both of every step, shores and crests, none over 2 ft apart.

    >>> x = np.array([0, 0.5, 1, 1.5, 2, 2, 2.5, 3, 3.5, 4]); one = np.ones(10)
    >>> engine_nodes(Channel(x, -x, -x, -x, one, one)).tolist()
    [0, 4, 5, 9]
    """
    x = channel.station
    last = x.size - 1
    step = np.flatnonzero(np.diff(x) == 0)
    must = {0, last, *step.tolist(), *(step + 1).tolist(), *np.flatnonzero(channel.top > channel.z).tolist(), *keep}
    chosen = [0]
    for i in range(1, last + 1):
        gap = x[i] - x[chosen[-1]]
        paired = gap == 0
        if (
            i == last
            or paired
            or (i in must and (gap >= LEAST_APART_FT or i in step))
            or x[i + 1] - x[chosen[-1]] > MOST_APART_FT
        ):
            chosen.append(i)
    return np.array(chosen, np.intp)


def engine_job(channel: Channel, flush: FlushPlan, keep: Sequence[int] = (), start_full: bool = False) -> EngineJob:
    """The engine's input: a junction a station, a conduit between, a step or dam as the downstream one's inlet offset.

    Parameters
    ----------
    channel : Channel
    flush : FlushPlan
    keep : sequence of int
        Nodes that the engine must have: shores and spill points.
    start_full : bool
        Start with every pond brim full of what a hose would leave, to watch it drain down.

    Raises
    ------
    DomainError
        Not a finite channel.
    """
    if not (np.isfinite(channel.z).all() and channel.station.size > 1):
        raise DomainError("channel", channel.station.size, "wants a line with two nodes or more and finite heights")
    nodes = engine_nodes(channel, keep)
    groups = _stations(channel, nodes)
    seconds = FIRST_FLUSH_S + (flush.times - 1) * flush.every_s + 60 * flush.watch_min
    report = max(0.5, float(np.ceil(seconds / 600)))
    text = "\n".join([
        "[OPTIONS]", *_options(seconds), "[JUNCTIONS]", *_junctions(channel, groups, start_full), "[OUTFALLS]", _outfall(channel, groups),
        "[CONDUITS]", *_conduits(channel, groups), "[XSECTIONS]", *_sections(channel, groups), "[INFLOWS]",
        f"{_inflow_node(channel, groups, flush)} FLOW flush", "[TIMESERIES]", *_series(flush), "[REPORT]", "INPUT NO", "",
    ])  # fmt: skip
    return EngineJob(text=text, nodes=len(groups), report_s=report, seconds=seconds)


Group = tuple[int, int]  # the first and the last channel node at one station


def _stations(channel: Channel, nodes: NDArray[np.intp]) -> list[Group]:
    groups: list[Group] = []
    for i in nodes.tolist():
        if groups and channel.station[i] == channel.station[groups[-1][0]]:
            groups[-1] = (groups[-1][0], i)
        else:
            groups.append((i, i))
    return groups


def _invert(channel: Channel, group: Group) -> float:
    return float(min(channel.z[group[0]], channel.z[group[1]]))


def _clock(seconds: float) -> str:
    whole = int(np.ceil(seconds))
    return f"{whole // 3600:02d}:{whole % 3600 // 60:02d}:{whole % 60:02d}"


def _options(seconds: float) -> list[str]:
    values = {
        "FLOW_UNITS": "CFS", "FLOW_ROUTING": "DYNWAVE", "LINK_OFFSETS": "DEPTH", "MIN_SLOPE": "0", "ALLOW_PONDING": "NO",
        "START_DATE": "01/01/2000", "START_TIME": "00:00:00", "REPORT_START_DATE": "01/01/2000", "REPORT_START_TIME": "00:00:00",
        "END_DATE": f"01/{1 + int(seconds // 86400):02d}/2000", "END_TIME": _clock(seconds % 86400), "REPORT_STEP": "00:00:01",
        "WET_STEP": "00:00:01", "DRY_STEP": "00:00:01", "ROUTING_STEP": str(ROUTING_STEP_S), "VARIABLE_STEP": "0.75",
        "MINIMUM_STEP": "0.01", "LENGTHENING_STEP": "0", "INERTIAL_DAMPING": "PARTIAL", "NORMAL_FLOW_LIMITED": "BOTH",
        "FORCE_MAIN_EQUATION": "H-W", "MIN_SURFAREA": str(SURFACE_FT2), "MAX_TRIALS": "12", "HEAD_TOLERANCE": "0.0005",
        "SYS_FLOW_TOL": "5", "LAT_FLOW_TOL": "5", "THREADS": "1", "SKIP_STEADY_STATE": "NO",
    }  # fmt: skip
    return [f"{name} {value}" for name, value in values.items()]


def _junctions(channel: Channel, groups: Sequence[Group], start_full: bool) -> list[str]:
    out = []
    for n, group in enumerate(groups[:-1]):
        invert = _invert(channel, group)
        stands = max(float(channel.level[group[0]]) - invert, 0.0)
        if start_full:
            stands = max(stands, 0.9 * float(channel.diameter[group[0]]))
        out.append(f"N{n} {invert:.6f} {ROOM_FT} {stands:.6f} 0 0")
    return out


def _outfall(channel: Channel, groups: Sequence[Group]) -> str:
    n, invert = len(groups) - 1, _invert(channel, groups[-1])
    if channel.outlet > invert:
        return f"N{n} {invert:.6f} FIXED {channel.outlet:.6f}"
    return f"N{n} {invert:.6f} FREE"


def _conduits(channel: Channel, groups: Sequence[Group]) -> list[str]:
    out = []
    for n, (a, b) in enumerate(zip(groups, groups[1:], strict=False)):
        length = float(channel.station[b[0]] - channel.station[a[1]])
        dammed = any(channel.top[i] > channel.z[i] for i in a)
        sill = max(channel.top[a[0]], channel.top[a[1]]) if dammed else channel.z[a[1]]
        inlet = float(sill) - _invert(channel, a)
        outlet = float(channel.z[b[0]] - _invert(channel, b))
        out.append(f"C{n} N{n} N{n + 1} {length:.5f} {channel.roughness[a[1]]:.4f} {inlet:.6f} {outlet:.6f} 0 0")
    return out


def _sections(channel: Channel, groups: Sequence[Group]) -> list[str]:
    return [f"C{n} CIRCULAR {channel.diameter[a[1]]:.5f} 0 0 0" for n, a in enumerate(groups[:-1])]


def _inflow_node(channel: Channel, groups: Sequence[Group], flush: FlushPlan) -> str:
    if flush.at_ft is None:
        return "N0"
    stations = np.array([channel.station[a] for a, _ in groups[:-1]])
    return f"N{int(np.argmin(np.abs(stations - flush.at_ft)))}"


def _series(flush: FlushPlan) -> list[str]:
    """Each flush a flow that comes on and goes off within a second; where they overlap they add up [cfs]."""
    flow = flush.gallons / GAL_PER_FT3 / FLUSH_SECONDS
    starts = FIRST_FLUSH_S + flush.every_s * np.arange(flush.times)
    edges = np.array([0.0, 1.0, FLUSH_SECONDS, FLUSH_SECONDS + 1])
    at = np.unique(np.concatenate([[0.0], (starts[:, None] + edges).ravel()]))
    total = np.interp(at[None, :] - starts[:, None], edges, [0.0, flow, flow, 0.0], left=0.0, right=0.0).sum(axis=0)
    return [f"flush {seconds / 3600:.8f} {value:.8f}" for seconds, value in zip(at, total, strict=True)]


def played(channel: Channel, flush: FlushPlan, numbers: EngineNumbers, keep: Sequence[int] = ()) -> FlushPlayed:
    """The engine's numbers as depths above the invert upstream of each station, and when the line is at rest again.

    At rest where every pond is within a quarter inch of the level fill. The engine knows no film: the wait is
    "at least".

    Raises
    ------
    DomainError
        Numbers that are not of this channel.
    """
    groups = _stations(channel, engine_nodes(channel, keep))
    depth = np.array(numbers.depth_ft)
    if depth.shape != (len(numbers.seconds), len(groups)):
        raise DomainError("engine", depth.shape, f"wants {len(numbers.seconds)} times of {len(groups)} nodes")
    first = np.array([a for a, _ in groups])
    lift = channel.z[first] - np.array([_invert(channel, g) for g in groups])
    above = np.maximum(depth - lift, 0.0) * IN_PER_FT
    rest = np.maximum(channel.level[first] - channel.z[first], 0.0) * IN_PER_FT
    last = FIRST_FLUSH_S + (flush.times - 1) * flush.every_s + FLUSH_SECONDS
    seconds = np.array(numbers.seconds)
    off = np.abs(above[:, :-1] - rest[:-1]).max(axis=1) > FAIR_IN
    after = seconds >= last
    still = np.flatnonzero(off & after)
    settled = (
        None if still.size and still[-1] == seconds.size - 1 else float(seconds[still[-1] + 1] if still.size else last)
    )
    risen = np.flatnonzero(above[:, -2] > rest[-2] + FAIR_IN / 2)
    t, n = np.unravel_index(int(np.argmax(above - rest)), above.shape)
    return FlushPlayed(
        station_ft=tuple(np.round(channel.station[first], 3).tolist()),
        seconds=tuple(np.round(seconds, 2).tolist()),
        depth_in=tuple(tuple(row) for row in np.round(above, 2).tolist()),
        at_rest_in=tuple(np.round(rest, 3).tolist()),
        wait_min=None if settled is None else max(settled - last, 0.0) / 60,
        peak_in=float(above[t, n]),
        peak_at_ft=float(channel.station[first[n]]),
        reached_main_s=float(seconds[risen[0]]) if risen.size else None,
        error_pct=numbers.error_pct,
        gallons=flush.gallons * flush.times,
    )
