"""Least squares with a banded part and a dense border: cost grows with length, not with its cube."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations_with_replacement

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.linalg.blas import dgemm
from scipy.linalg.lapack import dpbtrf, dpbtrs, dpotrf, dtbtrs, dtrtri

from bellstone.core.ground import DomainError, normals

BAND = 3  # a row ties nodes at most this far apart: two spans with a joint's two nodes between
Array = NDArray[np.float64]
Index = NDArray[np.intp]


@dataclass(frozen=True, slots=True)
class Rows:
    """Observation rows ``coef . z[node] + border_coef . beta[border] = value``, each with its sigma.

    Shapes: ``node``, ``coef`` (k, 4); ``border``, ``border_coef`` (k, 2); ``value``, ``sigma`` (k,). Unused
    places hold a coefficient of 0.
    """

    node: Index
    coef: Array
    border: Index
    border_coef: Array
    value: Array
    sigma: Array

    def __len__(self) -> int:
        return int(self.value.size)

    def take(self, keep: Index) -> "Rows":
        """The rows of these indices."""
        nodes, border = (self.node[keep], self.coef[keep]), (self.border[keep], self.border_coef[keep])
        return Rows(*nodes, *border, self.value[keep], self.sigma[keep])

    def at(self, z: Array, beta: Array) -> Array:
        """What each row comes to for a solution [the row's own unit], shape (k,)."""
        out: Array = (self.coef * z[self.node]).sum(axis=1)
        return out + (self.border_coef * beta[self.border]).sum(axis=1) if beta.size else out


def rows(
    value: ArrayLike, sigma: ArrayLike, node: ArrayLike = (), coef: Sequence[float] = (),
    border: ArrayLike = (), border_coef: Sequence[float] = (),
) -> Rows:  # fmt: skip
    """Rows of one kind: each ties its own nodes and border unknowns with the same coefficients.

    >>> rows([1.0], 0.1, [[3, 4]], (1, -1)).coef.tolist()
    [[1.0, -1.0, 0.0, 0.0]]
    """
    values = np.atleast_1d(np.asarray(value, dtype=float))
    k = values.size
    at, along = np.zeros((k, 4), np.intp), np.zeros((k, 4))
    side, beside = np.zeros((k, 2), np.intp), np.zeros((k, 2))
    if k and coef:
        at[:, : len(coef)], along[:, : len(coef)] = np.asarray(node, np.intp), coef
        at[:, len(coef) :] = at[:, :1]
    if k and border_coef:
        side[:, : len(border_coef)], beside[:, : len(border_coef)] = np.asarray(border, np.intp), border_coef
    return Rows(at, along, side, beside, values, np.broadcast_to(np.asarray(sigma, dtype=float), k).copy())


def stacked(parts: list[Rows]) -> Rows:
    """Several sets of rows as one."""
    names = ("node", "coef", "border", "border_coef", "value", "sigma")
    return Rows(*(np.concatenate([getattr(p, name) for p in parts]) for name in names))


@dataclass(frozen=True)
class Covariance:
    """What the covariance Q of all unknowns is made of.

    ``factor`` (4, n) the banded Cholesky factor of the z part (lower form), ``reach`` (n, m) how z follows the
    border, ``border_half`` (m, m) the inverse of the lower Cholesky factor of the border's Schur complement.
    """

    factor: Array
    reach: Array
    border_half: Array

    @cached_property
    def _band_inverse(self) -> Array:
        return _inverse_in_band(self.factor)

    def of(self, rows: Rows) -> Array:
        """Variance of what each row comes to, (k,): a Q a'.

        Nodes of one row lie within the band; for two far apart see :meth:`between`.
        """
        out = np.zeros(len(rows))
        used = [p for p in range(4) if rows.coef[:, p].any()]
        for p, q in combinations_with_replacement(used, 2):
            a, b = rows.node[:, p], rows.node[:, q]
            both = rows.coef[:, p] * rows.coef[:, q] * (1 if p == q else 2)
            out += both * self._band_inverse[np.abs(a - b), np.minimum(a, b)]
        borders = len(self.border_half)
        if borders:
            left = np.zeros((len(rows), borders))
            for p in used:
                left -= rows.coef[:, p, None] * self.reach[rows.node[:, p]]
            k = np.arange(len(rows))
            for j in range(2):
                left[k, rows.border[:, j]] += rows.border_coef[:, j]
            out += ((left @ self.border_half.T) ** 2).sum(axis=1)
        return out

    def between(self, a: int, b: int) -> float:
        """Variance of z[a] - z[b] for any two nodes [ft^2], by half a solve.

        With A = L L' and d the difference: d' inv(A) d = |inv(L) d|^2, and inv(L) d is 0 above the first of the two.
        """
        if a == b:
            return 0.0
        first = min(a, b)
        difference = np.zeros(len(self.reach) - first)
        difference[a - first], difference[b - first] = 1.0, -1.0
        part = dtbtrs(self.factor[:, first:], difference, uplo="L")[0]
        half = self.border_half @ (self.reach[b] - self.reach[a])
        return float(part @ part) + float(half @ half)

    def times(self, yz: Array, yb: Array) -> tuple[Array, Array]:
        """Q times a right-hand side of the normal equations: the unknowns, (n,) and (m,)."""
        free = _back(self.factor, yz)
        if not yb.size:
            return free, yb
        beta = self.border_half.T @ (self.border_half @ (yb - self.reach.T @ yz))
        return free - self.reach @ beta, beta

    def along(self, row: Rows) -> tuple[Array, Array]:
        """Q a' of one row: how every unknown moves with it, (n,) and (m,)."""
        z, beta = np.zeros(len(self.reach)), np.zeros(len(self.border_half))
        np.add.at(z, row.node[0], row.coef[0])
        if beta.size:
            np.add.at(beta, row.border[0], row.border_coef[0])
        return self.times(z, beta)


@dataclass(frozen=True, slots=True)
class Solution:
    """The adjusted unknowns, ``z`` (n,) and ``beta`` (m,), and their covariance."""

    z: Array
    beta: Array
    covariance: Covariance

    def draws(self, count: int, random_state: int) -> tuple[Array, Array]:
        """``count`` draws of the unknowns: z (n, count) in Fortran order and beta (m, count)."""
        q = self.covariance
        z, info = dtbtrs(q.factor, normals(self.z.size, count, random_state), uplo="L", trans="T")
        if info != 0:  # pragma: no cover - the factor was made by a Cholesky that succeeded
            raise DomainError("profile", info, "could not be drawn from")
        beta: Array = np.zeros((self.beta.size, count))
        if self.beta.size:
            beta = q.border_half.T @ normals(self.beta.size, count, random_state + 1)
        # z + L'^-1 e - reach beta in one go, in place: the middle is one more column of reach
        moves = np.asfortranarray(np.column_stack([q.reach, self.z]))
        by = np.asfortranarray(np.vstack([-beta, np.ones(count)]))
        z = dgemm(1.0, moves, by, beta=1.0, c=z, overwrite_c=1)
        return z, beta + self.beta[:, None]


@dataclass(frozen=True, slots=True)
class Normal:
    """The normal equations of some rows, as far as they have been added up.

    ``band`` (4, n) lower form of A'WA, ``side`` (n, m) A'WB, ``corner`` (m, m) B'WB, ``yz`` (n,), ``yb`` (m,).
    """

    band: Array
    side: Array
    corner: Array
    yz: Array
    yb: Array

    @classmethod
    def empty(cls, nodes: int, borders: int) -> "Normal":
        side, corner = np.zeros((nodes, borders)), np.zeros((borders, borders))
        return cls(np.zeros((BAND + 1, nodes)), side, corner, np.zeros(nodes), np.zeros(borders))

    def plus(self, rows: Rows, sign: float = 1.0) -> "Normal":
        """With these rows added, or taken away where ``sign`` is -1.

        Raises
        ------
        DomainError
            A value that is not finite, or a sigma that is not over 0.
        """
        if not (np.isfinite(rows.value).all() and np.isfinite(rows.coef).all() and (rows.sigma > 0).all()):
            raise DomainError("rows", None, "wants finite values, and a sigma over 0 for each")
        if not len(rows):
            return self
        weight, n, m = sign / rows.sigma**2, self.yz.size, self.yb.size
        band, side, corner = self.band.copy(), self.side.copy(), self.corner.copy()
        yz, yb = self.yz.copy(), self.yb.copy()
        coef = weight[:, None] * rows.coef
        apart = rows.node[:, :, None] - rows.node[:, None, :]
        pairs = np.where(apart >= 0, coef[:, :, None] * rows.coef[:, None, :], 0.0)  # the lower half: each pair once
        _add(yz, rows.node, coef * rows.value[:, None])
        _add(band.reshape(-1), np.maximum(apart, 0) * n + rows.node[:, None, :], pairs)
        if m:
            beside = weight[:, None] * rows.border_coef
            across, within = rows.node[:, :, None] * m + rows.border[:, None, :], rows.border[:, :, None] * m
            _add(side.reshape(-1), across, coef[:, :, None] * rows.border_coef[:, None, :])
            _add(yb, rows.border, beside * rows.value[:, None])
            _add(
                corner.reshape(-1), within + rows.border[:, None, :], beside[:, :, None] * rows.border_coef[:, None, :]
            )
        return Normal(band, side, corner, yz, yb)


def _add(total: Array, place: Index, value: Array) -> None:
    """Add values at places, several to one place too; most are 0."""
    some = np.flatnonzero(value)
    np.add.at(total, place.reshape(-1)[some], value.reshape(-1)[some])


def solved(normal: Normal) -> Solution:
    """The unknowns of normal equations.

    Raises
    ------
    DomainError
        Rows that leave an unknown open.
    """
    nodes, borders = normal.yz.size, normal.yb.size
    factor, info = dpbtrf(normal.band, lower=1)
    reach, border = np.zeros((nodes, borders)), np.zeros((borders, borders))
    if info == 0 and borders:
        reach = _back(factor, normal.side)
        border, info = dpotrf(normal.corner - normal.side.T @ reach, lower=1)
    if info != 0:
        raise DomainError("profile", nodes, "is held by nothing: it wants a reading or a datum")
    covariance = Covariance(factor, reach, dtrtri(border, lower=1)[0] if borders else border)
    return Solution(*covariance.times(normal.yz, normal.yb), covariance)


def _back(factor: Array, right: Array) -> Array:
    """The banded part solved for a right-hand side, (n,) or (n, k)."""
    found: Array = dpbtrs(factor, right, lower=1)[0]
    return found


def solve(rows: Rows, nodes: int, borders: int) -> Solution:
    """Weighted least squares over ``nodes`` banded and ``borders`` dense unknowns.

    With W = diag(1/sigma^2), A z + B beta = y: the normal equations

        [A'WA  A'WB] [z]      [A'Wy]
        [B'WA  B'WB] [beta] = [B'Wy]

    are solved by a banded Cholesky of A'WA (band 3) and a dense Schur complement of the border.

    Raises
    ------
    DomainError
        Rows that leave an unknown open, or a value that is not finite.

    Examples
    --------
    Two nodes, the first at 5 +- 0.1 ft, the fall between them 1 +- 0.1 ft.

    >>> r = stacked([rows([5], 0.1, [[0]], (1,)), rows([1], 0.1, [[0, 1]], (1, -1))])
    >>> s = solve(r, 2, 0)
    >>> s.z.round(3).tolist(), s.covariance.of(rows([0], 1, [[1]], (1,))).round(3).tolist()
    ([5.0, 4.0], [0.02])

    References
    ----------
    Bordered systems by the Schur complement: Golub and Van Loan, Matrix Computations (from memory).
    Checked in the tests against a dense solve and scipy.optimize.lsq_linear.
    """
    return solved(Normal.empty(nodes, borders).plus(rows))


def _inverse_in_band(factor: Array) -> Array:
    """The inverse of L L' within the band, (4, n): entry [k, i] is that of (i + k, i).

    Takahashi's recurrence from the last node up: each entry needs only later ones within the band. Written out for a
    band of 3, for it runs once a node.
    """
    n = factor.shape[1]
    d0, d1, d2, d3 = (row.tolist() for row in factor)
    found: list[tuple[float, float, float, float]] = []
    # the inverse at (j+1, j+1), (j+2, j+1), (j+3, j+1), (j+2, j+2), (j+3, j+2), (j+3, j+3)
    a11 = a21 = a31 = a22 = a32 = a33 = 0.0
    for j in range(n - 1, -1, -1):
        d = d0[j]
        l1, l2, l3 = d1[j] / d, d2[j] / d, d3[j] / d
        s1 = -(l1 * a11 + l2 * a21 + l3 * a31)
        s2 = -(l1 * a21 + l2 * a22 + l3 * a32)
        s3 = -(l1 * a31 + l2 * a32 + l3 * a33)
        s0 = 1 / (d * d) - (l1 * s1 + l2 * s2 + l3 * s3)
        found.append((s0, s1, s2, s3))
        a11, a21, a31, a22, a32, a33 = s0, s1, s2, a11, a21, a22
    return np.array(found[::-1]).T
