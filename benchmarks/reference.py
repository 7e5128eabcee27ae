"""What an assessment of a profile cannot do without: the yardstick that an assessment is measured by, in the same run.

Normals (n x 500), a banded Cholesky, one solve, 500 back-substitutions, one running maximum, one 5/50/95 percentile pass.
"""

import numpy as np
from scipy.linalg import cho_solve_banded, cholesky_banded
from scipy.linalg.lapack import dtbtrs

DRAWS = 500
BAND = 3


def reference(nodes: int) -> None:
    """One go at a profile of so many nodes."""
    rng = np.random.default_rng(5)
    band = np.zeros((BAND + 1, nodes))
    band[0], band[1:] = 8.0, -1.0
    free = np.asfortranarray(rng.standard_normal((DRAWS, nodes)).T)
    factor = cholesky_banded(band, lower=True)
    middle = cho_solve_banded((factor, True), np.ones(nodes))
    drawn, _ = dtbtrs(factor, free, uplo="L", trans="T", overwrite_b=1)
    drawn += middle[:, None]
    np.maximum.accumulate(drawn[::-1], axis=0)
    np.percentile(drawn, [5, 50, 95], axis=1)
