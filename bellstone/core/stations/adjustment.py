"""All runs of a lateral in one least-squares adjustment: zeros, scales and the stations of what was seen twice."""

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike, NDArray

from bellstone.core.ground import DomainError

NAMED_AT = 3.0  # leaving a reading out lowers chi-square by w^2; handbook 2.1 names it above 9
SHOWN_AT = 0.1  # redundancy under which a misfit says nothing
NAMED_WEIGHT = 1e-4  # a named reading is all but left out
ALIKE = 1e-3  # readings whose w^2 agree this closely cannot be told apart
MOST_NAMED = 20
Floats = NDArray[np.float64]
Ints = NDArray[np.int_]


class Adjusted(NamedTuple):
    """What one adjustment found; all lengths in feet.

    ``zero`` (R,) and ``scale`` (R,) of each run with their ``covariance`` (2R, 2R), zeros and scales
    interleaved; ``place`` (J,) stations of the shared places and ``place_sigma`` (J,); ``misfit`` (n,)
    computed less read; ``normalised`` (n,) misfit over its own sigma, 0 where redundancy is under 0.1;
    ``redundancy`` (n,); ``named`` the readings that do not fit, worst first, each a group that cannot be
    told apart from within one place; ``undecided`` groups where something is wrong but not which.
    """

    zero: Floats
    scale: Floats
    covariance: Floats
    place: Floats
    place_sigma: Floats
    misfit: Floats
    normalised: Floats
    redundancy: Floats
    named: tuple[tuple[int, ...], ...]
    undecided: tuple[int, ...]


def adjust_runs(
    run: ArrayLike,
    counter: ArrayLike,
    place: ArrayLike,
    station: ArrayLike,
    sigma: ArrayLike,
    scale_sigma: ArrayLike,
    ahead: ArrayLike = 0.0,
) -> Adjusted:
    """Zeros and scales of all runs, and the stations of shared places, in one robust adjustment.

    Minimises

        sum ((s0_r + k_r x_i + ahead_i - t_i) / sigma_i)^2 + sum ((k_r - 1) / scale_sigma_r)^2

    where x is the signed counter c * counter, and t the known station, or the unknown one of a place
    seen by several readings. Places are eliminated (each touches only its own readings), so the cost
    grows with the number of readings. Leaving reading i out lowers the sum by w_i^2, its squared
    normalised misfit; the worst over 9 is named, all but left out, and the rest refitted.

    Parameters
    ----------
    run : int array (n,)
        Run of each reading, 0 .. R - 1.
    counter : array (n,)
        Signed counter c * counter [ft].
    place : int array (n,)
        Shared place of each reading, 0 .. J - 1, or -1 where the station is known.
    station : array (n,)
        Known station [ft]; not read where there is a place.
    sigma : array (n,)
        One standard deviation of each reading [ft].
    scale_sigma : array (R,)
        One standard deviation of each run's scale about 1 [-].
    ahead : array (n,), optional
        How far with the flow what was read lies from the head [ft].

    Raises
    ------
    DomainError
        Arrays that differ in length, values not finite, or a sigma not over 0.
    numpy.linalg.LinAlgError
        A run that nothing ties: give it a reading of its own.

    Notes
    -----
    Two sightings of one place explain a misfit equally well, so they are named together. Where readings
    of different places do, nothing is named: ``undecided`` holds them.

    Examples
    --------
    Handbook 2.1: 0 <-> 0 and 147 <-> 150 give k = 1.0193, s0 = 0.08. A second run from the far end sees
    at its counter 50 what the first saw at 98, and so starts at 150:

    >>> fit = adjust_runs([0, 0, 0, 1], [0, 147, 98, -50], [-1, -1, 0, 0], [0, 150, 0, 0], [0.25] * 4, [0.01] * 2)
    >>> [round(float(v), 4) for v in fit.scale], [round(float(v), 2) for v in fit.zero]
    ([1.0193, 1.0], [0.08, 149.97])
    >>> round(float(fit.place[0]), 2)
    99.97

    References
    ----------
    Baarda, W. A testing procedure for use in geodetic networks, 1968 (w-test; from memory).
    """
    r, x, j, s, sig, prior = _checked(run, counter, place, station, sigma, scale_sigma)
    o = np.broadcast_to(np.asarray(ahead, dtype=float), x.shape)
    weight = np.ones(x.size)
    named: list[tuple[int, ...]] = []
    out: set[int] = set()
    undecided: tuple[int, ...] = ()
    while True:
        solved = _solve(r, x, j, np.where(j >= 0, -o, s - o), sig / np.sqrt(weight), prior)
        left = np.where(np.isin(np.arange(x.size), list(out)), 0.0, np.abs(solved.normalised))
        worst = int(np.argmax(left)) if x.size else 0
        if x.size == 0 or left[worst] <= NAMED_AT or len(named) >= MOST_NAMED:
            break
        alike = np.flatnonzero(left**2 >= left[worst] ** 2 * (1 - ALIKE))
        if alike.size > 1 and (j[alike[0]] < 0 or (j[alike] != j[alike[0]]).any()):
            undecided = tuple(int(i) for i in alike)
            break
        named.append(tuple(int(i) for i in alike))
        out.update(named[-1])
        weight[alike] = NAMED_WEIGHT
    return solved._replace(named=tuple(named), undecided=undecided)


def _checked(
    run: ArrayLike, counter: ArrayLike, place: ArrayLike, station: ArrayLike, sigma: ArrayLike, scale_sigma: ArrayLike
) -> tuple[Ints, Floats, Ints, Floats, Floats, Floats]:
    r, j = np.asarray(run, dtype=int), np.asarray(place, dtype=int)
    x, s, sig = (np.asarray(a, dtype=float) for a in (counter, station, sigma))
    prior = np.asarray(scale_sigma, dtype=float)
    if not r.shape == x.shape == j.shape == s.shape == sig.shape:
        raise DomainError("station", s.shape, f"wants one for each of the {x.size} counters")
    if not (np.isfinite(x).all() and np.isfinite(s).all()):
        raise DomainError("known points", (x.tolist(), s.tolist()), "wants finite feet")
    if not ((sig > 0).all() and (prior > 0).all()):
        raise DomainError("sigma", sig.tolist(), "wants feet over 0")
    return r, x, j, s, sig, prior


def _solve(r: Ints, x: Floats, j: Ints, y: Floats, sig: Floats, prior: Floats) -> Adjusted:
    """One fit to ``y``, the known station less what lies ahead; for a place only the latter, negative."""
    runs, places = prior.size, int(j.max(initial=-1)) + 1
    w = 1 / sig**2
    shared = j >= 0
    rows = np.zeros((x.size, 2 * runs))
    rows[np.arange(x.size), 2 * r] = 1.0
    rows[np.arange(x.size), 2 * r + 1] = x
    normal = rows.T @ (rows * w[:, None])
    normal[np.diag_indices(2 * runs)] += np.column_stack([np.zeros(runs), 1 / prior**2]).ravel()
    wanted = rows.T @ (w * y) + np.column_stack([np.zeros(runs), 1 / prior**2]).ravel()
    # places: each touches only its own readings, so its block is diagonal and leaves by a Schur complement
    of_place = np.bincount(j[shared], weights=w[shared], minlength=places)
    mean_row = np.zeros((places, 2 * runs))
    np.add.at(mean_row, j[shared], rows[shared] * w[shared, None])
    mean_row /= np.where(of_place > 0, of_place, 1.0)[:, None]
    mean_y = np.bincount(j[shared], weights=(w * y)[shared], minlength=places) / np.where(of_place > 0, of_place, 1.0)
    normal -= mean_row.T @ (mean_row * of_place[:, None])
    wanted -= mean_row.T @ (mean_y * of_place)
    covariance = np.asarray(np.linalg.inv(normal), dtype=np.float64)
    solution = covariance @ wanted
    place = mean_row @ solution - mean_y
    place_variance = np.einsum("jk,kl,jl->j", mean_row, covariance, mean_row) + 1 / np.where(of_place > 0, of_place, 1)
    place_sigma = np.sqrt(place_variance)
    against = rows - np.where(shared[:, None], mean_row[np.where(shared, j, 0)] if places else 0.0, 0.0)
    own = np.where(shared, 1 / of_place[np.where(shared, j, 0)] if places else 0.0, 0.0)
    leverage = (np.einsum("nk,kl,nl->n", against, covariance, against) + own) * w
    redundancy = np.clip(1 - leverage, 0.0, 1.0)
    misfit = rows @ solution - y - np.where(shared, place[np.where(shared, j, 0)] if places else 0.0, 0.0)
    said = redundancy >= SHOWN_AT
    normalised = np.where(said, misfit / (sig * np.sqrt(np.where(said, redundancy, 1.0))), 0.0)
    return Adjusted(
        solution[0::2], solution[1::2], covariance, place, place_sigma, misfit, normalised, redundancy, (), ()
    )  # fmt: skip
