"""Made-up laterals of any size, the same for every run."""

import random

from bellstone.core.edits import add_page
from bellstone.core.record import Amount, CounterPosition, Lateral, PitchReading, Site
from bellstone.core.scheme import house_scheme

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
        record, _ = add_page(record, "\n".join(lines[start : start + MOST_LINES]), house_scheme())
    return record


def wet_line(length_ft: int, findings: int) -> Lateral:
    """A clay line of so many feet with findings, beacons on levelled ground and a pitch log; in every 60 ft a belly
    read at rest and one step up."""
    rng = random.Random(7)
    lines = ["run A yard cleanout clay 4in, facing main, counts to main", "0 depth 3ft ground 100"]
    spacing = (length_ft - 2) / findings
    level = [kind.replace("offset up", "offset drop") for kind in KINDS]
    lines += [f"{1 + i * spacing:.1f} {rng.choice(level)}" for i in range(findings - 1)]
    lines += [f"{at} offset up 1/2in joint" for at in range(52, length_ft, 60)]
    lines += [f"{at} depth {3 + 0.015 * at:.2f}ft ground 100" for at in range(25, length_ft, 25)]
    lines += [f"{at}-{at + 8} standing {rng.uniform(0.6, 1.8):.2f}in rest" for at in range(28, length_ft - 10, 60)]
    lines.append(f"{length_ft} main")
    record, _ = add_page(Lateral(site=Site(name=f"{length_ft} ft")), "\n".join(lines), house_scheme())
    pitches = []
    for n in range(4, 2 * length_ft - 4):
        counter = Amount(likely=n / 2, unit="ft", said=f"{n / 2:g}")
        phase = (n / 2 - 26) % 60
        dip = 3.4 * (1 if phase < 6 else -1) if phase < 12 else 0.0
        grade = round(1.8 + dip + rng.gauss(0, 0.6), 2)
        pitches.append(PitchReading(id=f"g{n}", run="A", position=CounterPosition(counter=counter), grade_pct=grade))
    visit = record.visits[-1].model_copy(update={"pitches": tuple(pitches)})
    return record.model_copy(update={"visits": (visit,)})
