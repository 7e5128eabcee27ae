"""The line seen from above: through its marks, by the cable between them; which marks cannot both be right."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt

import numpy as np

from bellstone.core.ground import Array

# handbook 2.11 has 3.5: with the six pairs of four marks that is an alarm in 800 consistent lines; at 4 one in some 3,000,
# and of marks moved by 4 to 8 sigma 96 % and more are still named
CANNOT_BE_SIGMA = 4.0
LEAST_SLACK_FT = 1.0  # less is how a cable lies: working value


@dataclass(frozen=True, slots=True)
class PlanPoint:
    """A point of the line that is known in plan: its station with σ [ft], where it is [ft], and the covariance [ft²]."""

    label: str
    station_ft: float
    sigma_ft: float
    x_ft: float
    y_ft: float
    cov: Array

    @property
    def spread_ft(self) -> float:
        """The larger half axis of one standard deviation [ft]."""
        return sqrt(float(np.linalg.eigvalsh(self.cov)[-1]))


@dataclass(frozen=True, slots=True)
class OnLine:
    """A station of the line in plan [ft], and the covariance of it [ft²]."""

    x_ft: float
    y_ft: float
    cov: Array


def along(points: Sequence[PlanPoint], station_ft: float) -> OnLine | None:
    """Where a station lies in plan, between the known points on either side of it; None beyond the last of them.

    p(s) = (1 − t)·a + t·b with t the share of the cable between them; its covariance is (1−t)²A + t²B, and along the
    line the stations' own spread as it falls on the chord.

    >>> import numpy as np
    >>> ends = [PlanPoint("a", 0, 0.1, 0, 0, np.eye(2)), PlanPoint("b", 20, 0.1, 0, 10, np.eye(2))]
    >>> at = along(ends, 5.0)
    >>> (at.x_ft, at.y_ft), along(ends, 21.0)
    ((0.0, 2.5), None)
    """
    known = sorted(points, key=lambda p: p.station_ft)
    for a, b in zip(known, known[1:], strict=False):
        if a.station_ft <= station_ft <= b.station_ft and b.station_ft > a.station_ft:
            t = (station_ft - a.station_ft) / (b.station_ft - a.station_ft)
            chord = np.array([b.x_ft - a.x_ft, b.y_ft - a.y_ft])
            per_ft = chord / (b.station_ft - a.station_ft)
            moved = ((1 - t) * a.sigma_ft) ** 2 + (t * b.sigma_ft) ** 2
            cov = (1 - t) ** 2 * a.cov + t**2 * b.cov + np.outer(per_ft, per_ft) * moved
            return OnLine(a.x_ft + t * float(chord[0]), a.y_ft + t * float(chord[1]), cov)
    return None


def cable_check(points: Sequence[PlanPoint]) -> list[str]:
    """Marks that cannot both be right, and how much bend or slack lies between neighbours, in words.

    A chord longer than the cable between its marks by more than 4 σ of the difference names both (handbook 2.11); a
    cable longer than the chord by more than that, and by a foot, is a bend or slack.

    >>> import numpy as np
    >>> far = [PlanPoint("A", 10, 0.5, 0, 0, np.eye(2) * 0.01), PlanPoint("B", 20, 0.5, 0, 16, np.eye(2) * 0.01)]
    >>> cable_check(far)[0]
    'A and B cannot both be right: 16.0 ft apart on the ground, 10.0 ft of cable between them'
    """
    known = sorted(points, key=lambda p: p.station_ft)
    said = (_between(a, b, n == 0) for k, a in enumerate(known) for n, b in enumerate(known[k + 1 :]))
    return [words for words in said if words]


def _between(a: PlanPoint, b: PlanPoint, neighbours: bool) -> str:
    """What the cable between two marks says of them; empty where nothing."""
    chord, cable = hypot(b.x_ft - a.x_ft, b.y_ft - a.y_ft), b.station_ft - a.station_ft
    least = CANNOT_BE_SIGMA * sqrt(a.sigma_ft**2 + b.sigma_ft**2 + _toward(a, b, chord))
    pair = f"{a.label} and {b.label}"
    if chord - cable > least:
        return f"{pair} cannot both be right: {chord:.1f} ft apart on the ground, {cable:.1f} ft of cable between them"
    if neighbours and cable - chord > max(LEAST_SLACK_FT, least):
        return f"{cable - chord:.1f} ft more cable than ground between {pair}: a bend, or slack"
    return ""


def _toward(a: PlanPoint, b: PlanPoint, chord: float) -> float:
    """Variance of the chord from both marks [ft²]: their spread in its direction, any direction where it has no length."""
    if chord == 0:
        return a.spread_ft**2 + b.spread_ft**2
    u = np.array([b.x_ft - a.x_ft, b.y_ft - a.y_ft]) / chord
    return float(u @ (a.cov + b.cov) @ u)
