"""Random pages of notes that the grammar reads: invented lines, every kind of them, in an order as they come."""

import random

ACCESSES = ("front cleanout", "cleanout", "vent", "yard cleanout", "two-way cleanout", "basement floor drain")
PIPES = ("clay 4in", "iron 4in", "ABS 3in", "pvc 4in", "fibre 4in", "concrete 6in", "clay", "iron 3in")
SIZED = (
    "roots {word}", "roots ball {pct}%", "roots curtain {pct}% joint", "offset up {quarter}in", "offset drop {quarter}in",
    "offset left {word}", "open joint {quarter}in", "crack top", "crack around hairline", "break 3-5", "hole 1in",
    "collapse", "grease {pct}%", "scale {word}", "debris {pct}%", "deformed {pct}%", "joint", "tee left", "wye right",
    "coupling", "sound", "roots", "offset", "stuff", "tap left", "worn floor",
)  # fmt: skip
WET = (
    "standing {half}in rest", "standing {half}in rest {minutes} min off", "submerged rest", "standing {half}in sink",
    "dry rest", "standing {half}in rest because {at}",
)  # fmt: skip
READ = (
    "depth {deep}ft",
    "depth {deep}ft ground 100",
    "depth {deep}ft crown",
    "invert {level} ± 0.05",
    "pitch {grade}%",
)
REMARKS = (
    "note water is warm", "pass back", "claim other firm: collapsed", "recommend clean and look again", "fall 2%",
    "main stands {half}in", "ground level", "joints 12, 5 with roots", "main about 12 on (manhole)", "symptom slow",
    "flush test toilet 1.6gal sluggish", "all clay: roots slight each joint", "none: crack, break", "words that say nothing",
    "tool cutter chain 3in", "repair 40-46 liner: upstream end ok, step not", "{at} = curb", "10ft short of curb: roots {word}",
    "past wye: roots slight", "ground falls 2%", "not seen steam", "{at} lens foggy", "{at} lens cleaned",
)  # fmt: skip
ENDS = (
    "{far} main",
    "{far} ends at main",
    "{far} stopped hard tee",
    "next ends at main",
    "{far} stopped, roots",
    "main not reached",
)


def random_page(seed: int) -> str:
    """One page of an invented inspection; the same seed gives the same page.

    >>> random_page(3) == random_page(3)
    True
    """
    draw = random.Random(seed)
    lines = []
    for name in "AB"[: draw.choice((1, 1, 2))]:
        branch = ", on bath branch" if name == "B" and draw.random() < 0.3 else ""
        access, pipe = draw.choice(ACCESSES), draw.choice(PIPES)
        facing, counts = (
            draw.choice(("main", "main", "house")),
            draw.choice(("", ", counts to main", ", counts to house")),
        )
        lines += [f"run {name} {access} {pipe}{branch}, facing {facing}{counts}", *_run(draw)]
    return "\n".join(lines) + "\n"


def _run(draw: random.Random) -> list[str]:
    at, out = 0.0, []
    for _ in range(draw.randint(3, 14)):
        at += draw.choice((0.5, 1.5, 3.0, 4.5, 8.0))
        out.append(_line(draw, at))
    if draw.random() < 0.8:
        out.append(_filled(draw, draw.choice(ENDS), at))
    return out


def _line(draw: random.Random, at: float) -> str:
    if draw.random() < 0.25:
        return _filled(draw, draw.choice(REMARKS), at)
    change = f"change {draw.choice(PIPES)} > {draw.choice(PIPES)}"
    what = draw.choice((draw.choice(SIZED), draw.choice(SIZED), draw.choice(WET), draw.choice(READ), change))
    more = draw.choice(("",) * 6 + (" ; roots slight", "?", " (paper)", " same"))
    place = draw.choice(
        (
            "{at}",
            "{at}",
            "{at}",
            "{at}",
            "{at}-{end}",
            "~{at}",
            "+3",
            "next",
            "between {at} and {end}:",
            "{at} or {end}",
        )
    )
    return _filled(draw, f"{place} {what}{more if what in SIZED else ''}", at)


def _filled(draw: random.Random, line: str, at: float) -> str:
    return line.format(
        at=f"{at:g}",
        end=f"{at + draw.choice((2, 6)):g}",
        far=f"{at + 8:g}",
        word=draw.choice(("slight", "small", "medium", "large", "full")),
        pct=draw.randrange(5, 100, 5),
        quarter=draw.choice((0.25, 0.5, 0.75, 1)),
        half=draw.choice((0.5, 1, 1.5, 2, 3)),
        minutes=draw.choice((1, 5, 10, 30)),
        deep=round(draw.uniform(2.5, 7), 1),
        level=round(draw.uniform(92, 96), 2),
        grade=round(draw.uniform(-1, 3), 1),
    )
