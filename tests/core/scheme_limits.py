"""A second copy of the scheme's limits, typed from handbook 3.1 and 3.2: a limit changed in one place shows.

``LADDERS``: what is said before the size, the size's unit, and for each rating the most that it takes; ``<`` where the
limit itself is already the next rating. ``WORDS``: what each size word spans, percent of the bore but where said.
"""

PCT, INCH, FOOT, DEGREE = "%", "in", "ft", "deg"
Step = tuple[int, float, str]  # rating, limit, unit of the limit
BUILD_UP: tuple[Step, ...] = ((1, 5, PCT), (2, 15, PCT), (3, 30, PCT), (4, 60, PCT))
ROOTS: tuple[Step, ...] = ((2, 20, PCT), (3, 50, PCT), (4, 80, PCT))
SIDE: tuple[Step, ...] = ((1, 1 / 8, INCH), (2, 10, PCT), (3, 25, PCT), (4, 50, PCT))

LADDERS: dict[str, tuple[Step, ...]] = {
    "deformed": ((1, 2, PCT), (2, 5, PCT), (3, 10, PCT), (4, 25, PCT)),
    "blister": ((1, 2, PCT), (2, 5, PCT), (3, 25, PCT), (4, 50, PCT)),
    "patch_bad wrinkled": ((2, 5, PCT), (3, 15, PCT)),
    "offset drop": ((1, 1 / 8, INCH), (2, 1 / 2, INCH), (3, 25, PCT), (4, 50, PCT)),
    "offset left": SIDE,
    "offset right": SIDE,
    "offset up": ((1, 1 / 16, INCH), (2, 1 / 4, INCH), (3, 15, PCT), (4, 33, PCT)),
    "open": ((1, 1 / 4, INCH), (2, 1 / 2, INCH), (3, 1, INCH), (4, 2, INCH)),
    "angled": ((1, 2, DEGREE), (2, 5, DEGREE), (3, 10, DEGREE)),
    "hole": ((4, 2, INCH),),
    "roots": ROOTS,
    "roots hair": ((1, 5, PCT), *ROOTS),
    "roots curtain": ROOTS,
    "roots ball": ROOTS,
    "roots single": ROOTS,
    "grease": BUILD_UP,
    "scale": BUILD_UP,
    "settled": BUILD_UP,
    "object": BUILD_UP,
    "seal_in": BUILD_UP,
}
# What the last limit leads to, where it is not one worse: an angled joint is 4 at the most, a wrinkle 4.
PAST_THE_LAST = {"angled": 4, "patch_bad wrinkled": 4}

WORDS: dict[str, dict[str, tuple[float, float]]] = {
    "step": {"slight": (0, 5), "small": (5, 15), "medium": (15, 30), "large": (30, 50), "full": (50, 100)},
    "share": {
        "light": (0, 20), "heavy": (20, 80),
        "slight": (0, 5), "small": (5, 20), "medium": (20, 50), "large": (50, 80), "full": (80, 100),
    },
    "opening": {"slight": (0, 0.25), "small": (0.25, 0.5), "medium": (0.5, 1), "large": (1, 2), "full": (2, 4)},
    "depth": {"slight": (0, 0.5), "small": (0.5, 1), "medium": (1, 2), "large": (2, 3.6), "full": (3.6, 4)},  # in, of 4 in
}  # fmt: skip
