"""Lines with a known invert, told as an analyst would tell them, and answered: the shares the trade is promised."""

import pytest

from tests.core.told_measures import Measures, measured

LINES = 144  # 400 in the report: python -m tests.core.told_measures


@pytest.fixture(scope="module")
def found() -> Measures:
    return measured(LINES)


@pytest.mark.parametrize(
    ("name", "least"),
    [
        ("node in its band", 0.85), ("told pond kept", 1.0), ("no band without its number", 1.0),
        ("dig depth in its band", 0.85), ("dig depth in its band, metal near", 0.80),
    ],
)  # fmt: skip
def test_what_is_said_of_a_line_holds_its_truth(found: Measures, name: str, least: float) -> None:
    """The node share is of the 90 % band, pooled over drifting logs, depths that look low and a biased beacon."""
    assert found.tries[name] >= 20
    assert found.share(name) >= least


@pytest.mark.parametrize(
    ("name", "most"), [("depth over the bore unsaid", 0.0), ("clean line with a good reading thrown out", 0.05)]
)
def test_what_must_not_be_said_is_not(found: Measures, name: str, most: float) -> None:
    assert found.tries[name] >= 20
    assert found.share(name) <= most


@pytest.mark.parametrize(
    ("kind", "cause", "least"),
    [("backwater", "backwater", 0.9), ("reverse", "adverse or flat", 0.7), ("dam", "roots or debris", 0.85), ("lip", "lip", 0.85)],
)  # fmt: skip
def test_what_holds_the_water_is_named(found: Measures, kind: str, cause: str, least: float) -> None:
    causes = found.causes[kind]
    assert sum(causes.values()) >= 10
    assert causes[cause] / sum(causes.values()) >= least
