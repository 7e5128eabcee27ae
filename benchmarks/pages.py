"""Made-up laterals of any size, the same for every run."""

import random

from bellstone.core.notes import add_page
from bellstone.core.record import Lateral, Site

KINDS = (
    "roots curtain 20% 12-3 joint", "crack hairline around", "offset up 1/4in joint", "grease 10%", "hole 1in",
    "roots hair 5% joint", "wear glaze_lost medium 5-7",
)  # fmt: skip
SPACING_FT = 1.6
MOST_LINES = 4000  # a page holds 5,000


def lateral_of(findings: int) -> Lateral:
    """One run of a clay line with so many findings, 1.6 ft apart, that reaches the main."""
    rng = random.Random(4)
    lines = ["run A yard cleanout clay 4in, facing main, counts to main"]
    lines += [f"{1 + i * SPACING_FT:.1f} {rng.choice(KINDS)}" for i in range(findings - 1)]
    lines.append(f"{5 + findings * SPACING_FT:.1f} main")
    record = Lateral(site=Site(name=f"{findings} findings"))
    for start in range(0, len(lines), MOST_LINES):
        record, _ = add_page(record, "\n".join(lines[start : start + MOST_LINES]))
    return record
