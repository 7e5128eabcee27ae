"""Counter to station: station = s0 + c * k * counter, from known points, with the one that does not fit."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bellstone.core.errors import DomainError

SIGMA_READING_FT = 0.1  # handbook 2.1, working value
SIGMA_KNOWN_POINT_FT = 0.25  # handbook 2.1, working value
SIGMA_SCALE = 0.01  # prior of k about 1, handbook 2.1, working value
LEAVE_ONE_OUT_GAIN = 9.0  # chi-square drop that names a point (3 sigma squared)
NAMED_POINT_WEIGHT = 1e-4  # a named point is all but left out
FLAG_SCALE = 0.03
FLAG_OFF_FT = 1.0
Z_90 = 1.6449  # half width of the 5-95 % band over sigma (standard normal)
RANGE_TO_SIGMA = 3.3  # a range said spans 5-95 % of a normal: 2 x 1.645, handbook 02


@dataclass(frozen=True, slots=True)
class CounterFit:
    """One run's counter tied to stations.

    ``zero_station`` s0 [ft], ``scale`` k [-], ``direction`` c (+1 counts up with the flow, -1 against),
    ``covariance`` of (s0, k), ``off_by`` each known point's distance from the fit [ft],
    ``odd_point`` the index of the one that does not fit, ``tied`` whether anything ties it at all.
    """

    zero_station: float
    scale: float
    direction: int
    covariance: tuple[tuple[float, float], tuple[float, float]]
    off_by: tuple[float, ...]
    odd_point: int | None
    tied: bool

    def station(self, counter: float) -> float:
        """The station of a raw counter [ft]."""
        return self.zero_station + self.direction * self.scale * counter

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
    x, s = np.asarray(counters, dtype=float), np.asarray(stations, dtype=float)
    if x.shape != s.shape:
        raise DomainError("stations", s.shape, f"wants one for each of the {x.size} counters")
    if not (np.isfinite(x).all() and np.isfinite(s).all()):
        raise DomainError("known points", (counters, stations), "wants finite feet")
    if x.size == 0:
        wide = ((0.0, 0.0), (0.0, SIGMA_SCALE**2))
        return CounterFit(0.0, 1.0, direction or 1, wide, (), None, tied=False)
    sigma = np.full(x.size, SIGMA_KNOWN_POINT_FT) if sigmas is None else np.asarray(sigmas, dtype=float)
    if direction is None:
        directions = (1, -1) if x.size > 1 else (1,)
        direction = min(directions, key=lambda c: _solve(c * x, s, sigma)[2])
    odd = _odd_one(direction * x, s, sigma)
    weighted = sigma.copy()
    if odd is not None:
        weighted[odd] /= np.sqrt(NAMED_POINT_WEIGHT)
    solution, covariance, _ = _solve(direction * x, s, weighted)
    off = solution[0] + solution[1] * direction * x - s
    cov = ((float(covariance[0, 0]), float(covariance[0, 1])), (float(covariance[1, 0]), float(covariance[1, 1])))
    return CounterFit(
        float(solution[0]), float(solution[1]), direction, cov, tuple(float(o) for o in off), odd, tied=True
    )


def _solve(
    x: NDArray[np.float64], s: NDArray[np.float64], sigma: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64], float]:
    """(s0, k), their covariance and chi-square, with the prior of k as one more row."""
    rows = np.vstack([np.column_stack([np.ones_like(x), x]) / sigma[:, None], [0.0, 1 / SIGMA_SCALE]])
    wanted = np.append(s / sigma, 1 / SIGMA_SCALE)
    solution, *_ = np.linalg.lstsq(rows, wanted, rcond=None)
    misfit = rows @ solution - wanted
    return solution, np.linalg.inv(rows.T @ rows), float(misfit @ misfit)


def _odd_one(x: NDArray[np.float64], s: NDArray[np.float64], sigma: NDArray[np.float64]) -> int | None:
    """The point whose leaving out lowers chi-square most, if by more than 9; None under three points."""
    if x.size < 3:
        return None
    whole = _solve(x, s, sigma)[2]
    gains = [whole - _solve(np.delete(x, i), np.delete(s, i), np.delete(sigma, i))[2] for i in range(x.size)]
    worst = int(np.argmax(gains))
    return worst if gains[worst] > LEAVE_ONE_OUT_GAIN else None
