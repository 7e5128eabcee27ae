"""Is a scheme whole: every kind, form, bore and size rated, and never lower as size grows."""

from itertools import product

from bellstone.core.ground import BellStoneError
from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.scheme.rating import Rating, rate
from bellstone.core.scheme.table import Kind, Scheme

BORES_IN = (2.0, 3.0, 4.0, 6.0, 8.0)
UNITS = {
    "step": "in",
    "opening": "in",
    "depth": "in",
    "share": "pct",
    "ovality": "pct",
    "height": "pct",
    "extent": "ft",
    "angle": "deg",
}
SIZES = {
    "in": (0.05, 0.2, 0.4, 0.6, 0.9, 1.5, 2.5, 6.0),
    "pct": (1, 4, 8, 18, 35, 55, 75, 95),
    "ft": (0.1, 0.5, 1.5, 5.0),
    "deg": (1, 4, 8, 30),
}
MOST_PROBLEMS = 20


def scheme_problems(scheme: Scheme) -> list[tuple[str, str]]:
    """What is wrong with a scheme, as place and mend; empty where it is whole.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> scheme_problems(house_scheme())
    []
    """
    problems: list[tuple[str, str]] = []
    for group, words in scheme.words.items():
        problems += [
            (f"words.{group}.{word}", f"{low} is over {high}: the low end comes first")
            for word, (low, high) in words.items()
            if isinstance(low, int | float) and isinstance(high, int | float) and not low <= high
        ]
    for name, kind in scheme.kinds.items():
        if kind.rating is not None and not problems:
            problems += _of_kind(name, kind, scheme)
        if len(problems) >= MOST_PROBLEMS:
            break
    return problems[:MOST_PROBLEMS]


def _of_kind(name: str, kind: Kind, scheme: Scheme) -> list[tuple[str, str]]:
    unit = UNITS.get(kind.measure)
    if unit is None:
        return []
    for form, bore in product([None, *kind.forms], BORES_IN):
        last = 0
        for size in SIZES[unit]:
            try:
                found = rate(_sighting(name, form, size, unit), bore, "clay", scheme)
            except (BellStoneError, ValueError, KeyError, IndexError, TypeError) as error:
                return [(f"kinds.{name}.rating", f"cannot be read ({error}): write limits such as 25 % or 1/2 in")]
            where = f"kinds.{name}.rating"
            said = f"{name.replace('_', ' ')} {form or ''} {size:g} {unit} in {bore:g} in".replace("  ", " ")
            if not isinstance(found, Rating):
                return [(where, f"{said} matches no test: give its largest rating no upper limit")] if last else []
            if found.likely < last:
                return [
                    (where, f"{said} is rated {found.likely}, a smaller one {last}: limits must grow with the rating")
                ]
            last = found.likely
    return []


def _sighting(kind: str, form: str | None, size: float, unit: str) -> Sighting:
    amount = Amount.model_validate({"likely": size, "unit": unit})
    water = "rest" if kind in ("standing", "submerged") else None
    return Sighting(
        id="s", item="i", line="l", position=OrderPosition(), kind=kind, form=form, size=amount, water=water
    )
