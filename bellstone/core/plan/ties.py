"""Which objects to tape a point from: near ones, at a good angle to each other."""

from collections.abc import Mapping
from itertools import combinations
from math import acos, degrees, hypot

GOOD_ANGLES_DEG = (30.0, 150.0)  # handbook 2.11
LONGEST_TAPE_FT = 100.0


def swing_ties(x_ft: float, y_ft: float, objects: Mapping[str, tuple[float, float]]) -> tuple[tuple[str, float], ...]:
    """Two or three objects and the distance from each [ft]: the shortest tapes that cross at 30 to 150 degrees.

    Empty where no two objects within a tape's length stand at such an angle.

    >>> swing_ties(0, 0, {"oak": (10, 0), "pole": (0, 8), "wall": (20, 1)})
    (('pole', 8.0), ('oak', 10.0), ('wall', 20.025))
    >>> swing_ties(0, 0, {"oak": (10, 0), "wall": (20, 1)})
    ()
    """
    away = {name: hypot(ox - x_ft, oy - y_ft) for name, (ox, oy) in objects.items()}
    near = sorted((n for n, d in away.items() if 0 < d <= LONGEST_TAPE_FT), key=away.__getitem__)
    ray = {n: ((objects[n][0] - x_ft) / away[n], (objects[n][1] - y_ft) / away[n]) for n in near}
    low, high = GOOD_ANGLES_DEG
    crossing = [pair for pair in combinations(near, 2) if low <= _angle(ray[pair[0]], ray[pair[1]]) <= high]
    if not crossing:
        return ()
    best = min(crossing, key=lambda pair: away[pair[0]] + away[pair[1]])
    third = next((n for n in near if n not in best), None)
    chosen = (*best, third) if third else best
    return tuple((n, round(away[n], 3)) for n in sorted(chosen, key=away.__getitem__))


def _angle(a: tuple[float, float], b: tuple[float, float]) -> float:
    return degrees(acos(max(-1.0, min(1.0, a[0] * b[0] + a[1] * b[1]))))
