"""What the adjustment takes: heights, levels, pitches and steps, each with its sigma."""

from dataclasses import dataclass
from math import hypot
from typing import Literal, NamedTuple

SIGMA_STEP_READ_FT = 0.02
SIGMA_HOLD_FT = 0.10  # of what holds a pond, above the bed at its spill point
Kind = Literal["height", "rest", "shore", "under", "pitch", "step"]


@dataclass(frozen=True, slots=True)
class Height:
    """An elevation of the invert at a station [ft]."""

    name: str
    station: float
    z: float
    sigma: float


@dataclass(frozen=True, slots=True)
class Level:
    """Still water of pond number ``pond``: its level stands ``above`` the invert at a station [ft].

    A depth at rest, a shore (``above`` 0), or a head under water; ``least`` the water there must be [ft]. Read over
    an extent up to ``last`` [ft], it is the depth where the bed is lowest in it.
    """

    name: str
    pond: int
    station: float
    above: float
    sigma: float
    kind: Literal["rest", "shore", "under"] = "rest"
    least: float = 0.0
    last: float | None = None


class Pitch(NamedTuple):
    """Fall with the flow at a station [ft/ft], read by head number ``head``; its bias enters with ``sign``."""

    name: str
    station: float
    grade: float
    sigma: float
    head: int = 0
    sign: int = 1


@dataclass(frozen=True, slots=True)
class StepRead:
    """A step at a joint [ft], up with the flow is positive."""

    name: str
    station: float
    height: float
    sigma: float


@dataclass(frozen=True, slots=True)
class Hold:
    """What holds a pond: its spill point between two stations [ft], the water ``height`` above the bed there.

    Where the bed has no crest between them it is ``at`` the station where the water was seen to end [ft].
    """

    first: float
    last: float
    at: float
    height: float = 0.0
    sigma: float = SIGMA_HOLD_FT


@dataclass(frozen=True, slots=True)
class Readings:
    """Everything read of one line. Pond numbers of ``levels`` index ``holds``."""

    heights: tuple[Height, ...] = ()
    levels: tuple[Level, ...] = ()
    pitches: tuple[Pitch, ...] = ()
    steps: tuple[StepRead, ...] = ()
    holds: tuple[Hold, ...] = ()
    fittings: tuple[float, ...] = ()


class Residual(NamedTuple):
    """One reading beside the adjusted profile: how far off in its own sigmas, and whether it was taken out.

    ``off`` [ft, or ft/ft for a pitch] read less adjusted; ``w`` normalised, None under a redundancy of 0.1.
    """

    name: str
    kind: Kind
    station: float
    read: float
    off: float
    sigma: float
    redundancy: float
    w: float | None
    out: bool = False


def shore_sigma(station_sigma: float, grade: float) -> float:
    """Sigma of a shore's height [ft]: hypot(0.03 ft, the station's sigma times the grade), handbook 2.5.

    >>> round(shore_sigma(0.3, 0.02), 4)
    0.0306
    """
    return hypot(0.03, station_sigma * grade)
