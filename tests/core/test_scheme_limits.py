"""Both sides of every limit of the scheme, from the second copy of its table; and the whole of it by its checksum."""

import hashlib
from collections.abc import Iterator
from importlib.resources import files

import pytest

from bellstone.core.record import Amount, OrderPosition, Sighting
from bellstone.core.scheme import Rating, rate, size_bounds
from tests.core.said import HOUSE
from tests.core.scheme_limits import DEGREE, FOOT, INCH, LADDERS, PAST_THE_LAST, PCT, WORDS

BORES = (3.0, 4.0, 6.0)
CHECKSUM = "6c78212ab53703c3"


def of_size(said: str, value: float, unit: str, bore: float, **more: object) -> int:
    kind, _, form = said.partition(" ")
    amount = Amount(likely=value, unit={PCT: "pct", DEGREE: "deg"}.get(unit, unit))
    s = Sighting(
        id="s", item="i", line="l", position=OrderPosition(), kind=kind, form=form or None, size=amount, **more
    )
    found = rate(s, bore, "clay", HOUSE)
    assert isinstance(found, Rating), (said, found)
    assert found.low == found.high == found.likely
    return found.likely


def limits() -> Iterator[tuple[str, float, str, int, int]]:
    for said, ladder in LADDERS.items():
        for n, (rating, limit, unit) in enumerate(ladder):
            after = ladder[n + 1][0] if n + 1 < len(ladder) else PAST_THE_LAST.get(said, rating + 1)
            yield said, limit, unit, rating, after


@pytest.mark.parametrize("bore", BORES)
@pytest.mark.parametrize(("said", "limit", "unit", "rating", "after"), list(limits()))
def test_a_limit_belongs_to_the_milder_side(
    said: str, limit: float, unit: str, rating: int, after: int, bore: float
) -> None:
    assert of_size(said, limit, unit, bore) == rating
    assert of_size(said, limit * 1.001, unit, bore) == after


@pytest.mark.parametrize("bore", BORES)
def test_a_limit_in_inches_and_the_same_in_percent_are_one(bore: float) -> None:
    assert of_size("offset drop", 0.5, INCH, bore) == of_size("offset drop", 100 * 0.5 / bore, PCT, bore) == 2
    assert of_size("blister", bore / 4, INCH, bore) == 3


UNDER = [("break pieces", 25, PCT, 4, 5), ("invert_gone", 1, FOOT, 4, 5)]


@pytest.mark.parametrize(("said", "limit", "unit", "rating", "after"), UNDER)
def test_a_limit_that_is_already_the_worse_side(said: str, limit: float, unit: str, rating: int, after: int) -> None:
    assert of_size(said, limit * 0.999, unit, 4.0) == rating
    assert of_size(said, limit, unit, 4.0) == after


STANDING = [
    (4.0, 0.5, 1), (4.0, 0.51, 2), (4.0, 1.0, 2), (4.0, 1.01, 3), (4.0, 2.0, 3), (4.0, 2.01, 4), (4.0, 3.99, 4),
    (2.0, 0.34, 1), (2.0, 0.35, 2), (3.0, 0.5, 1), (3.0, 0.52, 2), (8.0, 0.5, 1), (8.0, 0.6, 2),
]  # fmt: skip


@pytest.mark.parametrize(("bore", "inches", "rating"), STANDING)
def test_standing_water_by_inches_and_by_share(bore: float, inches: float, rating: int) -> None:
    """Handbook 3.2: at most half an inch *and* 17 % is 1, at most 25 % is 2, 50 % is 3, under the whole bore 4."""
    assert of_size("standing", inches, INCH, bore, water="rest") == rating


@pytest.mark.parametrize(("measure", "word"), [(m, w) for m, words in WORDS.items() for w in words])
def test_a_size_word_spans_what_the_handbook_says(measure: str, word: str) -> None:
    bounds = size_bounds(Amount(form="word", word=word), measure, 4.0, HOUSE)  # type: ignore[arg-type]
    assert bounds is not None
    assert (bounds.low, bounds.high) == pytest.approx(WORDS[measure][word])
    assert bounds.likely == pytest.approx(sum(WORDS[measure][word]) / 2)


@pytest.mark.parametrize("measure", WORDS)
def test_size_words_meet_and_leave_no_gap(measure: str) -> None:
    spans = [
        span for word, span in WORDS[measure].items() if word not in ("light", "heavy")
    ]  # those lie over two others
    assert all(a[1] == b[0] for a, b in zip(spans, spans[1:], strict=False))


def test_the_scheme_is_the_one_these_tests_were_written_for() -> None:
    """Changed on purpose? Raise its version, go through this file and the handbook's table, then renew the checksum."""
    text = files("bellstone.core.scheme").joinpath("house.toml").read_bytes()
    assert hashlib.sha256(text).hexdigest()[:16] == CHECKSUM
