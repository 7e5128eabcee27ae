"""Is a scheme whole: every kind, form, bore and size rated, and never lower as size grows."""

from collections.abc import Iterator
from itertools import product

from bellstone.core.ground import BellStoneError
from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.scheme.rating import Rating, rate
from bellstone.core.scheme.table import Kind, Row, Scheme, house_scheme

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

    Whole is: every kind, form, quality and size word of the scheme that ships, each rated kind with limits that
    rate every size that one rates, in every bore, never lower as the size grows, and no word of two kinds.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> scheme_problems(house_scheme())
    []
    >>> scheme_problems(house_scheme().model_copy(update={"kinds": {}}))[0]
    ('kinds.crack', 'is not there: a finding of it would have no rating')
    """
    problems = [*_missing(scheme), *_spans(scheme), *_said_twice(scheme)]
    for name, kind in scheme.kinds.items():
        if len(problems) >= MOST_PROBLEMS:
            break
        problems += _of_kind(name, kind, scheme) if kind.rating is not None and not problems else []
    return problems[:MOST_PROBLEMS]


def _missing(scheme: Scheme) -> Iterator[tuple[str, str]]:
    """What the scheme that ships has and this one has not."""
    for group, words in house_scheme().words.items():
        for word in words:
            if word not in scheme.words.get(group, {}):
                yield f"words.{group}.{word}", "is not there: a size said so would have no number"
    for name, house in house_scheme().kinds.items():
        kind = scheme.kinds.get(name)
        if kind is None:
            yield f"kinds.{name}", "is not there: a finding of it would have no rating"
            continue
        if kind.measure != house.measure:
            yield f"kinds.{name}.measure", f"is {kind.measure}: it is read as {house.measure} everywhere"
        for part in ("forms", "qualities"):
            for word in getattr(house, part):
                if word not in getattr(kind, part):
                    yield f"kinds.{name}.{part}.{word}", "is not there: a finding said so could not be read"
        if house.rating is not None and (kind.rating is None or not _limits(kind.rating)):
            yield f"kinds.{name}.rating", "has no limits and no cases: every finding of it would go unrated"


def _limits(row: Row) -> bool:
    return bool(row.ladder or row.ladder_by_form or row.cases)


def _spans(scheme: Scheme) -> Iterator[tuple[str, str]]:
    for group, words in scheme.words.items():
        for word, (low, high) in words.items():
            if isinstance(low, int | float) and isinstance(high, int | float) and not low <= high:
                yield f"words.{group}.{word}", f"{low} is over {high}: the low end comes first"


def _said_twice(scheme: Scheme) -> Iterator[tuple[str, str]]:
    """A word that names two kinds."""
    named: dict[str, str] = {}
    for name, kind in scheme.kinds.items():
        for word in {" ".join(w.replace("_", " ").lower().split()): w for w in (name, *kind.synonyms)}:
            other = named.setdefault(word, name)
            if other != name:
                yield f"kinds.{name}.synonyms", f"“{word}” names {other.replace('_', ' ')} too: a word names one kind"


def _of_kind(name: str, kind: Kind, scheme: Scheme) -> list[tuple[str, str]]:
    unit = UNITS.get(kind.measure)
    if unit is None:
        return []
    where = f"kinds.{name}.rating"
    for form, bore in product([None, *kind.forms], BORES_IN):
        last = 0
        for size in SIZES[unit]:
            sighting = _sighting(name, form, size, unit)
            try:
                found = rate(sighting, bore, "clay", scheme)
            except (BellStoneError, ValueError, KeyError, IndexError, TypeError) as error:
                return [(where, f"cannot be read ({error}): write limits such as 25 % or 1/2 in")]
            said = f"{name.replace('_', ' ')} {form or ''} {size:g} {unit} in {bore:g} in".replace("  ", " ")
            if not isinstance(found, Rating):
                if last or _house_rates(sighting, bore):
                    return [(where, f"{said} matches no test: give its largest rating no upper limit")]
                break
            if found.likely < last:
                return [
                    (where, f"{said} is rated {found.likely}, a smaller one {last}: limits must grow with the rating")
                ]
            last = found.likely
    return []


def _house_rates(sighting: Sighting, bore: float) -> bool:
    kind = house_scheme().kinds.get(sighting.kind)
    known = kind is not None and (sighting.form is None or sighting.form in kind.forms)
    return known and isinstance(rate(sighting, bore, "clay", house_scheme()), Rating)


def _sighting(kind: str, form: str | None, size: float, unit: str) -> Sighting:
    amount = Amount.model_validate({"likely": size, "unit": unit})
    water = "rest" if kind in ("standing", "submerged") else None
    return Sighting(
        id="s", item="i", line="l", position=OrderPosition(), kind=kind, form=form, size=amount, water=water
    )
