"""The bores that laterals usually have."""

from collections.abc import Sequence

USUAL_BORE_IN = 4.0  # where no bore was said, and the assessment says so
USUAL_BORES_IN: Sequence[float] = (USUAL_BORE_IN, 3.0, 6.0)  # handbook 01: laterals are 3, 4 or 6 in, mostly 4
