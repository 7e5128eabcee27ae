"""Where a thing lies on the one axis, and how surely."""

from dataclasses import dataclass
from math import inf, isfinite
from typing import Literal

from bellstone.core.ground import Z_90

NEAR_FT = 1.5  # sigma of "near" a landmark: working value


@dataclass(frozen=True, slots=True)
class Place:
    """Where one sighting lies.

    ``how``: *station* tied to the datum; *raft* tied to its neighbours only; *throughout* a stretch;
    *order* only its place in the telling. ``station`` is the start [ft]; ``end`` the end of an extent [ft].
    What has no station lies somewhere from ``low`` to ``high`` [ft].
    """

    how: Literal["station", "raft", "throughout", "order"]
    basis: str
    station: float | None = None
    sigma: float = 0.0
    end: float | None = None
    end_sigma: float = 0.0
    raft: str = ""
    order: tuple[float, int] = (0.0, 0)
    low: float = -inf
    high: float = inf

    @property
    def centre(self) -> float | None:
        """Middle of the extent, or the station [ft]."""
        if self.station is None or self.end is None:
            return self.station
        return (self.station + self.end) / 2

    @property
    def window(self) -> tuple[float | None, float | None] | None:
        """Between which stations it lies where it has none of its own [ft]; None at an end that nothing bounds."""
        if self.how == "station" or self.low > self.high:
            return None
        return (self.low if isfinite(self.low) else None, self.high if isfinite(self.high) else None)

    @property
    def band(self) -> float:
        """Half width of the 5-95 % band [ft]."""
        return Z_90 * self.sigma


NOWHERE = Place("order", "only its place in the telling")
