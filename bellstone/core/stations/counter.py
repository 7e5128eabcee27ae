"""Counter to station: station = s0 + c * k * counter, from known points, with the one that does not fit."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from bellstone.core.ground import DomainError
from bellstone.core.stations.adjustment import Adjusted, adjust_runs

SIGMA_READING_FT = 0.1  # handbook 2.1, working value
SIGMA_KNOWN_POINT_FT = 0.25  # handbook 2.1, working value
SIGMA_SCALE = 0.01  # prior of k about 1, handbook 2.1, working value
SIGMA_SCALE_SET = 0.001  # the analyst said that the zero, not the scale, is what differs: working value
SIGMA_SCALE_LOOSE = 0.05  # the analyst said that the counter stretches: working value
SIGMA_TIE_FT = 0.25  # one thing seen from two runs ties them as a known point does, handbook 2.1
FLAG_SCALE = 0.03
FLAG_OFF_FT = 1.0


@dataclass(frozen=True, slots=True)
class CounterFit:
    """One run's counter tied to stations.

    ``zero_station`` s0 [ft], ``scale`` k [-], ``direction`` c (+1 counts up with the flow, -1 against),
    ``covariance`` of (s0, k), ``off_by`` the zero's, where it was said, and each known point's distance from
    the fit [ft], None where its station is not known,
    ``odd_point`` the index of the one that does not fit, ``tied`` whether anything ties it at all.
    ``seen_ahead`` and ``located_ahead``: how far with the flow of the station what is seen, and what is
    located, lies [ft].
    """

    zero_station: float
    scale: float
    direction: int
    covariance: tuple[tuple[float, float], tuple[float, float]]
    off_by: tuple[float | None, ...]
    odd_point: int | None
    tied: bool
    seen_ahead: float = 0.0
    located_ahead: float = 0.0

    def station(self, counter: float) -> float:
        """The station of a raw counter [ft]."""
        return self.zero_station + self.direction * self.scale * counter

    def seen(self, counter: float) -> float:
        """The station of what is seen at a raw counter [ft]."""
        return self.station(counter) + self.seen_ahead

    def sigma(self, counter: float) -> float:
        """One standard deviation of that station [ft]: hypot(0.1 ft, the fit's with k's)."""
        (a, b), (_, d) = self.covariance
        x = self.direction * counter
        return float(np.sqrt(SIGMA_READING_FT**2 + max(a + 2 * b * x + d * x * x, 0.0)))


def fit_counter(
    counters: Sequence[float],
    stations: Sequence[float],
    direction: int | None,
    sigmas: Sequence[float] | None = None,
) -> CounterFit:
    """Fit a run's zero and scale to its known points.

    Minimises sum ((s0 + c k x_i - s_i) / sigma_i)^2 + ((k - 1) / 0.01)^2. With three or more points
    each is left out in turn; where leaving one out lowers chi-square by more than 9 the one that
    lowers it most is named and down-weighted. With two points a bad one cannot be told.

    Parameters
    ----------
    counters, stations : sequence (n,)
        Raw counter and station of each known point [ft].
    direction : +1, -1 or None
        The way the counter counts; None: solved, which needs two points.
    sigmas : sequence (n,), optional
        One standard deviation of each known point [ft]; 0.25 ft where not given.

    Raises
    ------
    DomainError
        The sequences differ in length, or a value is not finite.

    Examples
    --------
    Handbook 2.1: 0 <-> 0 and 147 <-> 150 give k = 1.0193 and s0 = 0.08.

    >>> fit = fit_counter([0, 147], [0, 150], 1)
    >>> round(fit.scale, 4), round(fit.zero_station, 2)
    (1.0193, 0.08)

    A 90 ft line zeroed at the main and counting up towards the house: 25 is station 65.

    >>> round(fit_counter([0, 90], [90, 0], -1).station(25), 6)
    65.0
    """
    if len(counters) != len(stations):
        raise DomainError("stations", len(stations), f"wants one for each of the {len(counters)} counters")
    count = len(counters)
    if count == 0:
        wide = ((0.0, 0.0), (0.0, SIGMA_SCALE**2))
        return CounterFit(0.0, 1.0, direction or 1, wide, (), None, tied=False)
    sigma = [SIGMA_KNOWN_POINT_FT] * count if sigmas is None else sigmas
    ways = (direction,) if direction is not None else (1, -1) if count > 1 else (1,)
    fits = {c: _fit_alone([c * x for x in counters], stations, sigma) for c in ways}
    c = min(fits, key=lambda way: float((fits[way].misfit ** 2).sum()))
    fit = fits[c]
    cov = fit.covariance.tolist()
    # under three points a bad one cannot be told from a good one
    odd = fit.named[0][0] if fit.named and count > 2 else None
    return CounterFit(
        float(fit.zero[0]),
        float(fit.scale[0]),
        c,
        ((cov[0][0], cov[0][1]), (cov[1][0], cov[1][1])),
        tuple(fit.misfit.tolist()),
        odd,
        tied=True,
    )


def _fit_alone(counters: Sequence[float], stations: Sequence[float], sigmas: Sequence[float]) -> Adjusted:
    count = len(counters)
    return adjust_runs([0] * count, counters, [-1] * count, stations, sigmas, [SIGMA_SCALE])
