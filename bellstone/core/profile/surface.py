"""The ground's surface above a line: where it was levelled, and how far that may be taken on."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

import numpy as np

from bellstone.core.record import Lateral, Line, Visit
from bellstone.core.stations import Placing

SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE = 0.3, 0.02  # handbook 2.5
AT_MARK_FT = 1.0  # a station this close to a levelled point has its level


@dataclass(frozen=True, slots=True)
class Surface:
    """Levelled points, ``station`` in order and ``level`` [ft]; and the ``fall`` taken between and beyond them [ft/ft].

    With no fall taken, nothing is known of the ground's elevation off its points.
    """

    station: tuple[float, ...]
    level: tuple[float, ...]
    fall: float | None

    def elevation(self, at: float) -> tuple[float, float] | None:
        """The surface's elevation and its sigma [ft]; None where it is not known.

        The assumed ground goes through the levelled point nearest: level(x) = level_i - fall (x - x_i), with
        sigma hypot(0.3 ft, 2 % of the distance). With no levelled point at all it goes through 0 at the datum.

        >>> Surface((10.0,), (100.0,), 0.02).elevation(60.0)[0], Surface((10.0,), (100.0,), None).elevation(60.0)
        (99.0, None)
        """
        gaps = np.abs(np.asarray(self.station) - at)
        near = int(np.argmin(gaps)) if gaps.size else -1
        if near >= 0 and gaps[near] < AT_MARK_FT:
            return self.level[near], 0.0
        if self.fall is None:
            return None
        x, level = (self.station[near], self.level[near]) if near >= 0 else (0.0, 0.0)
        return level - self.fall * (at - x), hypot(SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE * abs(at - x))

    def for_digging(self, at: float) -> tuple[float, float] | None:
        """As :meth:`elevation`, and between two levelled points in a straight line: near enough to dig by, not to grade by."""
        known = self.elevation(at)
        if known is not None or len(self.station) < 2 or not self.station[0] <= at <= self.station[-1]:
            return known
        away = float(np.abs(np.asarray(self.station) - at).min())
        return float(np.interp(at, self.station, self.level)), hypot(SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE * away)


def surface_of(lateral: Lateral, line: Line, visit: Visit, placing: Placing) -> Surface:
    """The surface above a line, from landmarks and readings whose ground was levelled."""
    found = {placing.landmark_stations[m.name]: m.ground_ft for m in lateral.landmarks
             if m.ground_ft is not None and m.name in placing.landmark_stations}  # fmt: skip
    for d in visit.depths:
        place = placing.places[d.id]
        if d.ground_ft is not None and place.how == "station" and place.station is not None:
            found[place.station] = d.ground_ft
    points: Sequence[tuple[float, float]] = sorted(found.items())
    fall = None if line.ground_fall_pct is None else line.ground_fall_pct / 100
    return Surface(tuple(x for x, _ in points), tuple(z for _, z in points), fall)
