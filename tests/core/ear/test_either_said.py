"""One of two words, as it is said: both are written, whichever order they stand in, and neither is chosen."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
PAIRS = {
    ("light", "medium"): ("roots", "grease"), ("medium", "heavy"): ("roots", "grease"), ("small", "large"): ("offset", "hole"),
    ("slight", "medium"): ("offset", "roots"), ("left", "right"): ("offset",), ("hairline", "open"): ("crack",),
}  # fmt: skip
SAID = (
    "{a} or {b} {k} at 41",
    "41 {k} {a} or {b}",
    "{k} at 41, {a} or maybe {b}",
    "at 41 there's {a}/{b} {k}",
    "41 {k} {a}|{b}",
)


@pytest.mark.parametrize(("pair", "kind"), [(pair, kind) for pair, kinds in PAIRS.items() for kind in kinds])
@pytest.mark.parametrize("said", SAID)
def test_both_words_are_written(pair: tuple[str, str], kind: str, said: str) -> None:
    for a, b in (pair, pair[::-1]):
        assert hear_line(said.format(a=a, b=b, k=kind), HOUSE).lines == (f"41 {kind} {a}|{b}",)


@pytest.mark.parametrize(
    "said", ["light to medium roots at 41", "light-medium roots at 41", "roots light to medium at 41"]
)
def test_a_size_that_leads_to_the_next_is_either(said: str) -> None:
    assert hear_line(said, HOUSE).lines == ("41 roots light|medium",)


def test_a_word_that_leads_to_a_place_is_no_either() -> None:
    assert hear_line("roots light to 40", HOUSE).lines == ("0-40 roots light",)
    assert hear_line("roots light at 31, medium at 37", HOUSE).lines == ("31 roots light", "37 roots medium")
    assert hear_line("heavy to light roots at 41", HOUSE).outcome == "asked"
    assert hear_line("light heavy roots at 41", HOUSE).lines != ("41 roots light|heavy",)
