"""The house rule of a sag close to the main with good fall above it: it may rate one better, never under 2."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.findings import Resolved
from bellstone.core.ground import IN_PER_FT
from bellstone.core.pipe import LeastFall, minimum_grade
from bellstone.core.scheme import Rating
from bellstone.core.water.line import LineWater, NamedPond
from bellstone.core.water.part import Part, items_of

CLOSE_FT = 10.0  # working value: three or four lengths of clay pipe
FALL_OVER_FT = 10.0  # the fall is taken over so much pipe above the pond: working value


def sags_near_main(parts: Sequence[Part], main_ft: float | None, least_fall: LeastFall) -> frozenset[str]:
    """The items of ponds that a sag holds close to the main, where the pipe above falls as it should.

    Parameters
    ----------
    main_ft : float or None
        Where the main is; None where it was not reached.
    least_fall : str
        The house's rule of the least fall.
    """
    if main_ft is None:
        return frozenset()
    return frozenset(
        item
        for part in parts
        for _, named in part.ponds
        if named.rungs
        and named.cause == "sag"
        and main_ft - named.pond.end <= CLOSE_FT
        and _falls_well(part.water, named, least_fall)
        for item in items_of(part, named)
    )


def _falls_well(water: LineWater, named: NamedPond, least_fall: LeastFall) -> bool:
    """Whether the adjusted pipe above a pond falls at least by the house's least fall."""
    first = named.pond.first
    above = water.profile.mesh.node(float(water.station[first]) - FALL_OVER_FT)
    run = float(water.station[first] - water.station[above])
    least = minimum_grade(float(water.diameter[first]) * IN_PER_FT, least_fall)
    return run > 0 and float(water.profile.z[above] - water.profile.z[first]) >= least * run


def one_better(rating: Rating) -> Rating:
    """A rating by the house rule.

    >>> one_better(Rating(low=2, likely=4, high=5, why="deep")).likely, one_better(Rating(low=1, likely=2, high=2, why="")).low
    (3, 1)
    """
    low, likely, high = (n - 1 if n > 2 else n for n in (rating.low, rating.likely, rating.high))
    if (low, likely, high) == (rating.low, rating.likely, rating.high):
        return rating
    why = f"{rating.why}; one better: a sag within {CLOSE_FT:.0f} ft of the main with good fall above (house rule)"
    return rating.model_copy(update={"low": low, "likely": likely, "high": high, "why": why})


def rated_one_better(row: Resolved) -> Resolved:
    """A finding of such a sag, rated by the house rule."""
    if row.rating is None:
        return row
    rating = one_better(row.rating)
    return replace(row, rating=rating, finding=row.finding.model_copy(update={"rating": rating}))
