"""How far off a point in plan may be: the ellipse that holds it nine times of ten."""

from math import atan2, degrees, log, sqrt

import numpy as np

from bellstone.core.ground import Array
from bellstone.core.record import Rec

CHI2_2_90 = -2.0 * log(0.1)  # the 90 % point of chi-squared with two degrees of freedom, 4.605


class Ellipse(Rec):
    """Half axes [ft] and the long one's direction [degrees from east towards north]."""

    a_ft: float
    b_ft: float
    turn_deg: float


def ellipse_90(cov: Array) -> Ellipse:
    """The 90 % ellipse of a covariance [ft²]: half axes √(4.605 λ) along its eigenvectors.

    >>> import numpy as np
    >>> e = ellipse_90(np.diag([4.0, 1.0]))
    >>> (round(e.a_ft, 2), round(e.b_ft, 2), round(e.turn_deg))
    (4.29, 2.15, 0)
    """
    values, vectors = np.linalg.eigh(cov)
    small, large = (sqrt(CHI2_2_90 * max(float(v), 0.0)) for v in values)
    x, y = vectors[:, 1] * (1 if vectors[0, 1] >= 0 else -1)
    return Ellipse(a_ft=large, b_ft=small, turn_deg=degrees(atan2(y, x)))
