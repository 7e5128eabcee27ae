"""How wide and deep one digs for a pipe, and what comes out of the hole."""

from typing import NamedTuple

from bellstone.core.ground import FT3_PER_YD3, IN_PER_FT, DomainError

LEAST_WIDTH_IN = 24.0  # handbook 2.11, working value
BESIDE_PIPE_IN = 12.0  # both sides together
BEDDING_FT = 0.5
WALL_SHARE = 1 / 8  # wall of a pipe as a share of its bore, the thickest usual (clay): working value
USUAL_BORE_IN = 4.0  # a trench is as wide for every usual bore: to reckon spoil where none is known
SWELL = 1.25  # what is dug lies looser than it stood: common practice, no source


def cover_ft(invert_depth_ft: float, bore_in: float) -> float:
    """Ground over the pipe [ft]: the depth of its invert less its bore and the wall above it, an eighth of the bore.

    >>> round(cover_ft(5.0, 4.0), 3)
    4.625
    """
    return invert_depth_ft - bore_in * (1 + WALL_SHARE) / IN_PER_FT


class Trench(NamedTuple):
    """Width [in], depth to the bottom of the bedding [ft], and spoil as it lies beside the hole [yd³]."""

    width_in: float
    depth_ft: float
    spoil_yd3: float


def trench(bore_in: float, invert_depth_ft: float, length_ft: float) -> Trench:
    """The hole for a length of pipe: width max(24 in, OD + 12 in), half a foot of bedding below the invert.

    Handbook 2.11; the outside diameter is the bore and two walls of an eighth of it. Spoil is the hole's volume
    times 1.25.

    Raises
    ------
    DomainError
        A bore, depth or length that is not more than zero.

    Examples
    --------
    >>> hole = trench(bore_in=4, invert_depth_ft=5.0, length_ft=8.0)
    >>> (hole.width_in, hole.depth_ft, round(hole.spoil_yd3, 2))
    (24.0, 5.5, 4.07)
    >>> trench(bore_in=15, invert_depth_ft=5.0, length_ft=8.0).width_in
    30.75
    """
    for name, value in (("bore", bore_in), ("depth", invert_depth_ft), ("length", length_ft)):
        if not value > 0:
            raise DomainError(name, value, "wants more than zero")
    width = max(LEAST_WIDTH_IN, bore_in * (1 + 2 * WALL_SHARE) + BESIDE_PIPE_IN)
    depth = invert_depth_ft + BEDDING_FT
    return Trench(width, depth, width / IN_PER_FT * depth * length_ft / FT3_PER_YD3 * SWELL)
