"""The bores that laterals usually have."""

from collections.abc import Sequence

USUAL_BORES_IN: Sequence[float] = (3.0, 4.0, 6.0)  # handbook 01: laterals are usually 3, 4 or 6 inch
USUAL_BORE_IN = 4.0  # where no bore was said, and the assessment says so
