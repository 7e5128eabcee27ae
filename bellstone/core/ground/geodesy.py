"""Latitude and longitude as feet on a lot: a plane that touches the ellipsoid."""

import math

A_FT, F = 6378137.0 / 0.3048, 1 / 298.257223563  # WGS 84: equatorial radius, flattening

LonLat = tuple[float, float]


def feet_from(origin: LonLat, point: LonLat) -> tuple[float, float]:
    """Feet east and north of an origin, both as longitude and latitude in degrees: a plane that touches WGS 84 there.

    East is N cos(φ) Δλ and north M Δφ, with the radii of curvature N and M at the origin (standard geodesy, from memory);
    over a lot it is right to a few thousandths of a foot.

    >>> feet_from((0.0, 0.0), (0.001, 0.0))
    (365.22, 0.0)
    """
    lat = math.radians(origin[1])
    squared = F * (2 - F)
    w = 1 - squared * math.sin(lat) ** 2
    north = A_FT * (1 - squared) / w**1.5 * math.radians(point[1] - origin[1])
    east = A_FT / w**0.5 * math.cos(lat) * math.radians(point[0] - origin[0])
    return round(east, 2), round(north, 2)
