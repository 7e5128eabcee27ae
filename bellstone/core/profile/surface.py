"""The ground's surface above a line: where it was levelled, and how far that may be taken on."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from bellstone.core.ground import Array
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
        """The surface's elevation and its sigma [ft] at a station [ft]; None where it is not known.

        >>> Surface((10.0,), (100.0,), 0.02).elevation(60.0)[0], Surface((10.0,), (100.0,), None).elevation(60.0)
        (99.0, None)
        """
        return _known(self.along(np.array([at])))

    def for_digging(self, at: float) -> tuple[float, float] | None:
        """As :meth:`elevation`, of :meth:`along_for_digging`."""
        return _known(self.along_for_digging(np.array([at])))

    def along(self, x: Array) -> tuple[Array, Array]:
        """The surface's elevation and its sigma [ft] at stations ``x`` (n,) [ft]; NaN where it is not known.

        The assumed ground goes through the levelled point nearest: level(x) = level_i - fall (x - x_i), with
        sigma hypot(0.3 ft, 2 % of the distance). With no levelled point at all it goes through 0 at the datum.
        """
        station, level = (np.asarray(v, float) if v else np.zeros(1) for v in (self.station, self.level))
        near = np.searchsorted((station[1:] + station[:-1]) / 2, x)
        away = np.abs(x - station[near])
        fall = np.nan if self.fall is None else self.fall
        at_mark = (away < AT_MARK_FT) & bool(self.station)
        elevation = np.where(at_mark, level[near], level[near] - fall * (x - station[near]))
        return elevation, np.where(at_mark, 0.0, np.hypot(SIGMA_LEVEL_GROUND_FT, LEVEL_GROUND_SHARE * away))

    def along_for_digging(self, x: Array) -> tuple[Array, Array]:
        """As :meth:`along`, and between two levelled points in a straight line: near enough to dig by, not to grade by."""
        elevation, sigma = self.along(x)
        if len(self.station) < 2:
            return elevation, sigma
        between = np.interp(x, self.station, self.level, left=np.nan, right=np.nan)
        return np.where(np.isnan(elevation), between, elevation), sigma


def _known(found: tuple[Array, Array]) -> tuple[float, float] | None:
    """The one elevation asked for, and its sigma [ft]; None where it is not known."""
    elevation, sigma = (float(column[0]) for column in found)
    return None if np.isnan(elevation) else (elevation, sigma)


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
