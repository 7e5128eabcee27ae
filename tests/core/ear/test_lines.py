"""Lines by other hands: hardly any heard wrong, none of the dangerous kinds, and no fewer heard right than before."""

import pytest

from bellstone.core.ear import hear_line
from tests.core.ear.scoring import DANGEROUS, HOUSE, STYLES, Row, heard_things, rows, tally, verdict

EVERY = rows()
# heard right by style, of all 1,060 lines, when this was written: mended upwards, never down
LEAST_RIGHT = {"a": 114, "b": 84, "c": 156, "d": 86, "e": 57}
MOST_WRONG = 0.01


def test_hardly_a_line_is_heard_wrong() -> None:
    assert tally(EVERY)["wrong"] <= MOST_WRONG * len(EVERY)


@pytest.mark.parametrize("style", STYLES)
def test_no_fewer_lines_are_heard_right(style: str) -> None:
    assert tally([r for r in EVERY if r["style"] == style])["right"] >= LEAST_RIGHT[style]


def _dangerous(row: Row) -> bool:
    return any(label["kind"] in DANGEROUS for label in row["expect"])


def test_nothing_dangerous_is_heard_where_nobody_said_it() -> None:
    for row in EVERY:
        heard = hear_line(row["text"], HOUSE)
        told = {h["kind"] for h in heard_things(heard.lines) if not h["negative"]} & DANGEROUS
        said = {label["kind"] for label in row["expect"] if not label.get("negative")}
        assert told <= said, (row["text"], heard.lines)


def test_what_is_dangerous_is_never_heard_wrong() -> None:
    assert [r["text"] for r in EVERY if _dangerous(r) and verdict(r) == "wrong"] == []
