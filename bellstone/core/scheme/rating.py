"""Rating 1 to 5 of one finding by the scheme's row: the worst test that matches."""

from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache
from math import inf
from typing import NamedTuple

from bellstone.core.ground import number, tidy
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Alternative, Amount, Rec, Sighting, either_quality
from bellstone.core.scheme.bores import USUAL_BORES_IN
from bellstone.core.scheme.sizes import Bounds, in_measure, size_bounds
from bellstone.core.scheme.table import Case, Kind, Ladder, Measure, Row, Scheme

FULL_BORE_STRETCH_FT = 2.0  # handbook 3.2: full bore under 2 ft is 4, over it 5
FULL_BORE_SHORT = "full bore under 2 ft"
TOLERANCE = 1e-6  # 1 in in a 4 in pipe *is* 25 %


class Rating(Rec):
    """A rating as a range, with the test that gave it and what would settle it."""

    low: int
    likely: int
    high: int
    why: str
    settle: str = ""

    @property
    def is_range(self) -> bool:
        return self.low != self.high


class Unrated(Rec):
    """Why a finding has no rating, said to the analyst."""

    why: str
    needs_rest_reading: bool = False
    question: bool = False


def rate(
    sighting: Sighting, bore_in: float | None, material: str, scheme: Scheme, stretch_ft: float = 0.0
) -> Rating | Unrated:
    """The rating of one sighting, as seen.

    The likely value leads; low and high come from the ends of a word or range, from forms nobody
    said, and, where the bore is not known, from the usual bores 3, 4 and 6 in.

    Parameters
    ----------
    sighting : Sighting
        As said; directions must already be with the flow.
    bore_in : float or None
        Inside diameter [in].
    material : str
        Key of :data:`bellstone.core.materials.MATERIALS`.
    stretch_ft : float
        Length of a running item [ft]; decides full bore over 2 ft.

    Returns
    -------
    Rating or Unrated
        Never 1 because nothing matched: then it is not rated, with the reason.

    Examples
    --------
    Handbook 3.2: an offset up of half an inch in a 4 in bore is 12.5 %, under 15 %: rating 3.

    >>> from bellstone.core.record import OrderPosition
    >>> from bellstone.core.scheme import house_scheme
    >>> s = Sighting(id="s1", item="i1", line="l1", position=OrderPosition(), kind="offset", form="up",
    ...              size=Amount(likely=0.5, unit="in"))
    >>> r = rate(s, 4, "clay", house_scheme())
    >>> r.likely, r.why
    (3, 'step up 0.5 in (12.5 % of the bore), at most 15 %')
    """
    others = [alt for alt in sighting.alternatives if alt.kind != sighting.kind] if sighting.alternatives else None
    if others:
        return _over_kinds(sighting, others, bore_in, material, scheme, stretch_ft)
    size = sighting.size
    if size is not None and size.form == "word" and size.alternatives:
        return _over_words(sighting, size, bore_in, material, scheme, stretch_ft)
    kind = scheme.kinds.get(sighting.kind)
    if kind is None:
        return Unrated(why=f"the scheme has no kind {sighting.kind!r}")
    refused = _not_for_rating(sighting, kind)
    if refused is not None:
        return refused
    if kind.rating is None:
        return _rate_not_standard(sighting, kind)
    bores = [bore_in] if bore_in else list(USUAL_BORES_IN)
    row = kind.rating
    tries = [t for bore in bores for t in _tries(sighting, kind, row, bore, scheme)]
    tests = [_worst_test(sighting, kind, row, t, stretch_ft) for t in tries]
    ratings = [_modified(sighting, material, kind, rating) for rating, _ in tests]
    if not ratings or ratings[0] == 0:
        return Unrated(why=f"no test of the row {sighting.kind!r} matches what was said")
    likely, low, high = ratings[0], min(r for r in ratings if r), max(ratings)
    why = _why(sighting, kind, row, tries[0], tests[0][1]) + _modified_words(
        sighting, material, kind, tests[0][0], likely
    )
    if not bore_in and low != high:
        why += "; bore not known, tried as 3, 4 and 6 in"
    settle = row.settle if low != high else ""
    return Rating.worked_out(low=low, likely=likely, high=high, why=why, settle=settle)


def _over_kinds(
    sighting: Sighting, others: Sequence[Alternative], bore_in: float | None, material: str, scheme: Scheme, stretch_ft: float
) -> Rating | Unrated:  # fmt: skip
    """A range over every kind that a sighting may be; what is no defect counts as 1, leave."""
    kinds = [Alternative(kind=sighting.kind, form=sighting.form), *others]
    each = [
        rate(sighting.model_copy(update={"kind": k.kind, "form": k.form, "alternatives": ()}), bore_in, material, scheme, stretch_ft)
        for k in kinds
    ]  # fmt: skip
    rated = [r for r in each if isinstance(r, Rating)]
    if not rated:
        return each[0]
    low = 1 if len(rated) < len(each) else min(r.low for r in rated)
    why = "; or ".join(
        r.why if isinstance(r, Rating) else f"{k.kind.replace('_', ' ')}: {r.why}"
        for k, r in zip(kinds, each, strict=True)
    )
    likely = each[0].likely if isinstance(each[0], Rating) else rated[0].likely
    return Rating(low=low, likely=likely, high=max(r.high for r in rated), why=why, settle="say which it is")


def _over_words(
    sighting: Sighting, size: Amount, bore_in: float | None, material: str, scheme: Scheme, stretch_ft: float
) -> Rating | Unrated:  # fmt: skip
    """A range over every size word that was said, the first the likely one."""
    words = [size.model_copy(update={"alternatives": ()}), *size.alternatives]
    each = [rate(sighting.model_copy(update={"size": w}), bore_in, material, scheme, stretch_ft) for w in words]
    rated = [r for r in each if isinstance(r, Rating)]
    if len(rated) < len(each):
        return each[0]
    why = "; or ".join(r.why for r in rated)
    return Rating(
        low=min(r.low for r in rated),
        likely=rated[0].likely,
        high=max(r.high for r in rated),
        why=why,
        settle="say which size",
    )


def _not_for_rating(sighting: Sighting, kind: Kind) -> Unrated | None:
    if sighting.state == "loose":
        return Unrated(why="loose: what lies loose washes out; as found it stands in the record")
    if sighting.state == "cleared" and kind.aspect == "bore" and kind.family != "roots":
        return Unrated(why="cleared: nothing is left; as found it stands in the record")
    if sighting.kind == "standing" and sighting.water != "rest":
        state = "while water runs" if sighting.water not in (None, "unknown") else "with the water's state not said"
        return Unrated(why=f"seen {state}: needs a reading at rest", needs_rest_reading=True)
    if sighting.kind == "submerged" and sighting.water not in (None, "rest", "unknown"):
        return Unrated(why="the head went under while water ran: needs a reading at rest", needs_rest_reading=True)
    if kind.question:
        return Unrated(why=kind.question, question=True)
    return None


def _rate_not_standard(sighting: Sighting, kind: Kind) -> Rating | Unrated:
    if kind.standard_feature and "not_standard" in sighting.qualities:
        worse = {"catches", "holds"} & set(sighting.qualities)
        if worse:
            return Rating(low=3, likely=3, high=3, why="not standard, and it can catch or hold")
        return Rating(low=2, likely=2, high=2, why="not standard")
    return Unrated(why="not a defect")


class _Try(NamedTuple):
    """One way to read what was said: a form, qualities and a size in the kind's measure."""

    form: str
    qualities: frozenset[str]
    value: float | None
    bore_in: float


def _tries(sighting: Sighting, kind: Kind, row: Row, bore_in: float, scheme: Scheme) -> Iterator[_Try]:
    """Every form, quality and size the words leave open; the likely one first."""
    forms = [sighting.form or ""]
    if not sighting.form and row.unsaid_forms and sighting.kind != "submerged":
        forms = list(row.unsaid_forms)
    if sighting.alternatives:
        named = [alt.form for alt in sighting.alternatives if alt.kind == sighting.kind and alt.form]
        forms += [form for form in named if form not in forms]
    either = either_quality(sighting)
    said = frozenset(sighting.qualities)
    told = said & {q for group in row.unsaid for q in group}
    choices: list[tuple[str, ...]] = [()] if told or not row.unsaid else list(row.unsaid)
    if not choices or sighting.kind == "leaking_out" and said:
        choices = [()]
    if either:
        choices = [(q,) for q in either]
    for form in forms:
        for extra in choices:
            qualities = said.union(extra)
            bounds = _bounds(sighting, kind, row, form, qualities, bore_in, scheme)
            values = [None] if bounds is None else dict.fromkeys((bounds.likely, bounds.low, bounds.high))
            yield from (_Try(form, qualities, value, bore_in) for value in values)


def _bounds(
    sighting: Sighting, kind: Kind, row: Row, form: str, qualities: Iterable[str], bore_in: float, scheme: Scheme
) -> Bounds | None:
    if kind.measure == "none":
        return None
    if sighting.size is not None:
        bounds = size_bounds(sighting.size, kind.measure, bore_in, scheme)
        if bounds is not None and sighting.size.form == "word":
            # a word's range is open at its low end: "small" starts above where "slight" ends
            return Bounds(bounds.low + 1e-4 if bounds.low > 0 else bounds.low, bounds.likely, bounds.high)
        if bounds is not None:
            return bounds
    if sighting.state == "cleared" and kind.family == "roots":
        return Bounds(0.0, 0.0, 0.0)  # nothing is left of them but where they came in
    if sighting.state in ("cut_flush", "mostly_cleared") and row.cut_flush_size:
        return Bounds(row.cut_flush_size[0], row.cut_flush_size[1], row.cut_flush_size[2])
    for table, keys in ((row.quality_size, qualities), (row.size_by_form, [form])):
        for key in keys:
            if key in table:
                return Bounds(*table[key])
    return Bounds(*row.unsaid_size) if row.unsaid_size else None


def _worst_test(sighting: Sighting, kind: Kind, row: Row, t: _Try, stretch_ft: float) -> tuple[int, Case | str | None]:
    """The worst rating among the cases and the ladder, with what gave it: a case, a limit; 0 where nothing matches."""
    found: list[tuple[int, Case | str | None]] = [(c.rating, c) for c in row.cases if _case_holds(c, sighting, kind, t)]
    ladder = _ladder(row, t.form)
    if ladder and t.value is not None:
        found.append(_rung(ladder, kind.measure, t.value, t.bore_in))
        if sighting.kind == "standing" and found[-1][0] >= 5 and stretch_ft < FULL_BORE_STRETCH_FT:
            found[-1] = (4, FULL_BORE_SHORT)
    rating, by = max(found, default=(0, None), key=lambda f: f[0])
    return (min(5, rating + 1) if rating and _collected(row, t) else rating), by


def _why(sighting: Sighting, kind: Kind, row: Row, t: _Try, by: Case | str | None) -> str:
    """The test that gave a rating, in words."""
    spoken = f"step {t.form}" if sighting.kind == "offset" else f"{t.form} {sighting.kind}".strip().replace("_", " ")
    unsaid = _unsaid(sighting, kind, row, t, by)
    if unsaid:
        why = f"{sighting.form or ''} {sighting.kind}".strip().replace("_", " ") + f": {' and '.join(unsaid)} not said"
    elif isinstance(by, Case):
        why = f"{spoken}: {by.why}"
    elif by == FULL_BORE_SHORT or by is None or t.value is None:
        why = by or ""
    else:
        limit = by.replace("< ", "under ") if by.startswith("<") else f"at most {by}"
        if by == "more":
            limit = f"more than {_previous(_ladder(row, t.form), by)}"
        why = f"{spoken} {_size_words(t.value, kind.measure, t.bore_in)}, {limit}"
    return (
        f"{why}, one worse for what has collected in it or a flush that did not move it" if _collected(row, t) else why
    )


def _unsaid(sighting: Sighting, kind: Kind, row: Row, t: _Try, by: Case | str | None) -> list[str]:
    """What the likely reading took that nobody said: no side, no size and no state is invented in a sentence."""
    out = []
    if t.form and not sighting.form and row.unsaid_forms:
        out.append(
            "which way" if sighting.kind == "offset" else f"which of {', '.join(row.unsaid_forms)}".replace("_", " ")
        )
    taken = t.qualities - set(sighting.qualities)
    if taken:
        out.append(f"whether {' or '.join(q for group in row.unsaid for q in group)}".replace("_", " "))
    by_size = not isinstance(by, Case) or bool(by.below or by.from_)
    sized_by_state = sighting.state in ("cut_flush", "cleared", "mostly_cleared")
    if sighting.size is None and t.value is not None and by_size and not sized_by_state and not _by_quality(row, t):
        out.append("its size")
    return out


def _by_quality(row: Row, t: _Try) -> bool:
    """Whether a word that was said, such as heavy, gives the size."""
    return any(q in row.quality_size for q in t.qualities)


def _modified_words(sighting: Sighting, material: str, kind: Kind, rating: int, modified: int) -> str:
    """The modifier that made a rating what it is, where one did."""
    if kind.family != "roots":
        return ""
    if sighting.state in ("cut_flush", "cleared", "mostly_cleared"):
        floor = "" if modified == rating else f"at least {modified}: "
        return f"; {floor}the opening they came through is still there"
    if modified == rating:
        return ""
    through = "in metal pipe" if material in MATERIALS and MATERIALS[material].metal else "in the barrel"
    return f"; one worse, at least 3: roots {through} come through the wall"


def _collected(row: Row, t: _Try) -> bool:
    return not t.qualities.isdisjoint(row.worse_if)


def _ladder(row: Row, form: str) -> Ladder:
    return row.ladder_by_form.get(form, row.ladder)


def _rung(ladder: Ladder, measure: Measure, value: float, bore_in: float) -> tuple[int, str | None]:
    return next(((rating, limit) for rating, limit in ladder if _within(limit, measure, value, bore_in)), (0, None))


def _previous(ladder: Ladder, limit: str) -> str:
    index = [text for _, text in ladder].index(limit)
    return ladder[index - 1][1].removeprefix("< ")


def _size_words(value: float, measure: Measure, bore_in: float) -> str:
    if measure in ("step", "height"):
        return f"{tidy(value * bore_in / 100, 2)} in ({tidy(value, 1)} % of the bore)"
    if measure == "depth":
        return f"{tidy(value, 2)} in ({tidy(100 * value / bore_in, 1)} % of the bore)"
    unit = {"share": "% of the bore", "ovality": "%", "opening": "in", "extent": "ft", "angle": "°"}.get(measure, "")
    return f"{tidy(value, 2)} {unit}"


def _within(limit: str, measure: Measure, value: float, bore_in: float) -> bool:
    """Whether a size keeps under a limit such as ``1/2 in and 17 %`` or ``< 2 in``."""
    at_most, under = _limits(limit, measure, bore_in)
    return value <= at_most and value < under


@lru_cache(maxsize=1024)  # a scheme has few limits, and pipes few bores
def _limits(limit: str, measure: Measure, bore_in: float) -> tuple[float, float]:
    """The most a size may be and what it must be under, in the kind's measure; inf where there is no such limit."""
    at_most, under = [inf], [inf]
    for part in limit.split(" and ") if limit != "more" else ():
        amount, unit = part.removeprefix("<").split()
        bound = in_measure(number(amount), {"%": "pct"}.get(unit, unit), measure, bore_in)
        if part.startswith("<"):
            under.append(bound * (1 - TOLERANCE))
        else:
            at_most.append(bound * (1 + TOLERANCE))
    return min(at_most), min(under)


def _case_holds(case: Case, sighting: Sighting, kind: Kind, t: _Try) -> bool:
    if case.form and t.form not in case.form or not t.qualities.issuperset(case.quality):
        return False
    if case.size_word and (sighting.size is None or sighting.size.word not in case.size_word):
        return False
    if case.head and sighting.head not in case.head:
        return False
    if case.below and (t.value is None or not _within(f"< {case.below}", kind.measure, t.value, t.bore_in)):
        return False
    return not (case.from_ and (t.value is None or _within(f"< {case.from_}", kind.measure, t.value, t.bore_in)))


def _modified(sighting: Sighting, material: str, kind: Kind, rating: int) -> int:
    """One worse for roots in the barrel or in metal, and never under what an opening is worth."""
    if rating == 0 or kind.family != "roots":
        return rating
    through_wall = sighting.at == "barrel" or (material in MATERIALS and MATERIALS[material].metal)
    if sighting.state == "cleared" and sighting.size is None:
        return 2  # an opening, and no more on its own
    if sighting.state in ("cut_flush", "cleared", "mostly_cleared"):
        return max(3 if through_wall else 2, rating)
    return min(5, max(3, rating + 1)) if through_wall else rating


def rate_as_found(sighting: Sighting, bore_in: float | None, material: str, scheme: Scheme) -> Rating | Unrated | None:
    """The rating as found, before cleaning; None where nothing was said of it."""
    if sighting.as_found is None:
        return None
    before = sighting.model_copy(
        update={"state": None, "size": sighting.as_found.size, "form": sighting.as_found.form or sighting.form}
    )
    return rate(before, bore_in, material, scheme)


def size_words(amount: Amount) -> str:
    """A size for reading on screen, with its unit.

    >>> size_words(Amount(form="range", low=2, high=3, unit="in")), size_words(Amount(form="word", word="small"))
    ('2–3 in', 'small')
    """
    unit = {"pct": "%", "deg": "°", "count": "", "": ""}.get(amount.unit, amount.unit)
    spaced = f" {unit}" if unit else ""
    if amount.form == "word":
        return " or ".join(a.word or "" for a in (amount, *amount.alternatives))
    if amount.form == "range" and amount.low is not None and amount.high is not None:
        return f"{tidy(amount.low)}–{tidy(amount.high)}{spaced}"
    lead = {"at_least": "at least ", "at_most": "under ", "about": "about "}.get(amount.form, "")
    first = f"{lead}{tidy(amount.likely or 0)}{spaced}"
    return " or ".join([first, *(size_words(a) for a in amount.alternatives)])
