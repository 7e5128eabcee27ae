"""What is written on a flag: depths at one spot by weight, the odd one named, failed ones kept; unknown where unknown."""

import numpy as np
import pytest
from scipy.stats import chi2

from bellstone.core.answer import Assessment, dig_sheets
from bellstone.core.assess import assess
from bellstone.core.dig.depth import DepthAt, weighted_depth, without_odd
from bellstone.core.edits import record_from_page
from bellstone.core.record import Lateral
from bellstone.formats.assessment_text import assessment_text

PAGE = (
    "run A front cleanout clay 4in, facing main, counts to main\nplan oak: 35,-25\nplan pole: 2,-40\n"
    "mark A 21: 14.6ft oak, 26.9ft pole, right, red flag\nmark B 55: at 22,-57\n66 main"
)
HEAD_FT = 0.06  # a beacon lies in its head, so far above the invert: handbook 2.5


def answer(*lines: str) -> Assessment:
    record, told = record_from_page("\n".join([PAGE, *lines]))
    assert all(line.added for line in told), [line.why for line in told if not line.added]
    return assess(record)


def flag(a: Assessment, label: str) -> tuple[str, str]:
    assert a.plan is not None
    return next((m.write, m.depth_why) for m in a.plan.marks if m.label == label)


def test_a_flag_tells_letter_footage_and_depth_by_weight() -> None:
    """By hand: 4.0 and 4.2 ft with 5 % each: weights 25 and 22.7, a mean of 4.10 and the head's 0.06; σ 0.145, 90 % 0.24."""
    write, why = flag(answer("21 depth 4.0ft", "21 depth 4.2ft"), "A")
    assert write == "A · 20.0 ft · invert 4.2 ft deep ± 0.2" and why == "read from the surface within 10 ft"


def test_where_no_depth_was_read_the_flag_says_so() -> None:
    assert flag(answer("21 depth 4ft"), "B") == ("B · 54.0 ft · depth not known", "no depth was read within 10 ft")


def test_the_odd_one_of_three_is_left_out_and_named() -> None:
    write, why = flag(answer("21 depth 4ft", "21 depth 4.1ft", "21 depth 6ft"), "A")
    assert "4.1 ft deep ± 0.2" in write
    assert why == "read from the surface within 10 ft; another of 6.1 ft here disagrees and is left out"


def test_of_two_that_disagree_none_is_left_out_and_the_band_holds_both() -> None:
    write, why = flag(answer("21 depth 4ft", "21 depth 6ft"), "A")
    depth, band = (float(x) for x in write.split("invert ")[1].replace(" ft deep ±", "").split())
    assert depth - band < 4.06 and depth + band > 5.5 and "left out" not in why


def test_the_page_and_the_text_have_the_very_same_words_and_others_marks_have_none() -> None:
    a = answer("21 depth 4ft", "mark Z 40: at 20,-44, theirs")
    flags = [s.words for s in a.told if s.about == "flag"]
    assert flags[0] == "A · 20.0 ft · invert 4.1 ft deep ± 0.3 (read from the surface within 10 ft)"
    assert len(flags) == 2 and flag(a, "Z") == ("", "")
    text = assessment_text(a)
    assert all(f"  {words}\n" in text for words in flags) and "To write on the flags:" in text


def test_without_a_footage_a_flag_says_so() -> None:
    assert flag(answer("mark C: at 12,-8"), "C") == ("C · footage not known", "")


@pytest.mark.parametrize(("deep", "apart_ft", "left"), [
    ((4.0, 4.1, 5.2), 0.0, 2), ((4.0, 4.1, 4.8), 0.0, 3), ((4.0, 4.1, 5.2), 1.0, 2), ((4.0, 4.1, 5.2), 1.1, 3),
    ((4.0, 5.2), 0.0, 2), ((4.0, 4.1, 4.05, 6.0, 2.5), 0.0, 3),
])  # fmt: skip
def test_which_of_those_at_one_spot_are_left_out(deep: tuple[float, ...], apart_ft: float, left: int) -> None:
    """With σ 0.25 each the third lies off the other two by d / (0.25 sqrt(1.5)): 0.75 ft is 2.4 σ, 1.15 ft 3.8 σ."""
    read = [DepthAt(20.0, d, 0.25) for d in deep[:-1]] + [DepthAt(20.0 + apart_ft, deep[-1], 0.25)]
    assert len(without_odd(read)) == left


@pytest.mark.parametrize("count", [2, 3, 5])
def test_sigma_grows_only_past_what_chance_allows(count: int) -> None:
    """Against scipy's own quantile: just within it the plain sigma, just past it Birge's ratio."""
    limit = chi2.ppf(0.95, count - 1)
    away = np.linspace(-1, 1, count)
    for share in (0.99, 1.01):
        scale = np.sqrt(share * limit / (away**2).sum())
        told = weighted_depth([DepthAt(20.0, 5.0 + 0.2 * scale * a, 0.2) for a in away], 20.0)
        assert told is not None
        ratio = np.sqrt(share * limit / (count - 1)) if share > 1 else 1.0
        assert told == (pytest.approx(5.0), pytest.approx(0.2 / np.sqrt(count) * ratio))


def test_a_depth_that_was_not_got_is_kept_and_is_no_depth_of_nothing() -> None:
    record, _ = record_from_page(
        "run A cleanout clay 4in, facing main, counts to main\n29 depth 4ft\n31 depth 4ft\n30 collapse\n66 main"
    )
    (visit,) = record.visits
    failed = visit.depths[1].model_copy(update={"failed": True})
    told = Lateral.model_validate(
        record.model_dump() | {"visits": (visit.model_copy(update={"depths": (visit.depths[0], failed)}).model_dump(),)}
    )
    a = assess(told)
    assert [d.failed for d in a.depths] == [False, True]
    (sheet,) = dig_sheets(a)
    assert sheet.marked == ("at 28.0 ft read 4.0 ft ± 0.3 deep", "at 30.0 ft no depth was got")
    only = visit.model_copy(update={"depths": visit.depths[:1]})
    assert a.digs[0].depth_band_ft == assess(record.model_copy(update={"visits": (only,)})).digs[0].depth_band_ft
