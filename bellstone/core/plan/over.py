"""What of the lot a stretch of the line runs under: outlines it lies in, lines it crosses."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.ground import Array

LEAST_OUTLINE = 3  # points from which a thing is an outline; two are an edge


def inside(points: Array, outline: Array) -> Array:
    """Whether each of ``points`` (n, 2) lies in an outline (m, 2) that closes itself: odd crossings of a ray east.

    >>> inside(np.array([[1.0, 1.0], [5.0, 1.0]]), np.array([[0.0, 0.0], [4.0, 0.0], [4.0, 4.0], [0.0, 4.0]])).tolist()
    [True, False]
    """
    (x, y), (ax, ay) = points.T[:, :, None], outline.T
    bx, by = np.roll(outline, -1, axis=0).T
    spans = (ay > y) != (by > y)
    with np.errstate(divide="ignore", invalid="ignore"):
        at = ax + (y - ay) * (bx - ax) / (by - ay)
    crossings: Array = (spans & (x < at)).sum(axis=1) % 2 == 1
    return crossings


def crosses(line: Array, edge: Array) -> bool:
    """Whether a polyline (n, 2) meets another (m, 2) anywhere.

    >>> crosses(np.array([[0.0, 0.0], [0.0, -9.0]]), np.array([[-5.0, -4.0], [5.0, -4.0]]))
    True
    """
    p, r = line[:-1, None], np.diff(line, axis=0)[:, None]
    q, s = edge[None, :-1], np.diff(edge, axis=0)[None]
    across = _cross(r, s)
    with np.errstate(divide="ignore", invalid="ignore"):
        t, u = _cross(q - p, s) / across, _cross(q - p, r) / across
    return bool(((across != 0) & (t >= 0) & (t <= 1) & (u >= 0) & (u <= 1)).any())


def _cross(a: Array, b: Array) -> Array:
    out: Array = a[..., 0] * b[..., 1] - a[..., 1] * b[..., 0]
    return out


def runs_under(line: Array, thing: Sequence[tuple[float, float]]) -> bool:
    """Whether a stretch of the line in plan (n, 2) lies in a thing's outline, or crosses its edge; a point covers nothing."""
    points = np.array(thing, dtype=float)
    if len(points) < LEAST_OUTLINE - 1 or len(line) < LEAST_OUTLINE - 1:
        return False
    if len(points) == LEAST_OUTLINE - 1:
        return crosses(line, points)
    return bool(inside(line, points).any()) or crosses(line, np.vstack([points, points[:1]]))
