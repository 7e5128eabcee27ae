"""Arrays as the columns of a payload: rounded, and with nothing where they hold NaN."""

import numpy as np

from bellstone.core.ground.bands import Array


def rounded(column: Array, places: int) -> tuple[float, ...]:
    """Each number of a column (n,) to so many decimal places; the units stay.

    >>> rounded(np.array([1.23456, 2.0]), 2)
    (1.23, 2.0)
    """
    return tuple(np.round(column, places).tolist())


def or_none(column: Array, places: int) -> tuple[float | None, ...]:
    """As :func:`rounded`, with None for NaN, which a payload does not have.

    >>> or_none(np.array([0.125, np.nan]), 3)
    (0.125, None)
    """
    said = np.round(column, places).astype(object)
    said[np.isnan(column)] = None
    return tuple(said.tolist())
