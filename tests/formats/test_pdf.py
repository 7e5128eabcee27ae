"""The report and the dig sheets read again by another reader: every page tagged, named and numbered, nothing lost."""

import io
import re
from pathlib import Path

import pytest
from pypdf import PdfReader

from bellstone.core.answer import Assessment, dig_sheets
from bellstone.core.assess import assess
from bellstone.core.dig import trench
from bellstone.core.edits import add_page, record_from_page
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.formats import lateral_file
from bellstone.formats.pdf import dig_sheets_pdf, report_pdf
from bellstone.formats.pdf.report_data import report_data

DEMO = Path(__file__).parents[2] / "bellstone" / "demo"
SAMPLES = sorted(DEMO.glob("*.json"))
SIZES_PT = {"us-letter": (612.0, 792.0), "a4": (595.3, 841.9)}
RUN = "run A front cleanout 4in clay, facing main, counts to main\n"
DEEP = RUN + "landmark curb: 60 ft taped\n20 depth 4ft\n40 depth 5ft\n30 offset up 1.5in joint\n31 roots 30%\n66 main\n"


def sample(path: Path) -> Lateral:
    return lateral_file.loads(path.read_bytes())


def told(page: str) -> Assessment:
    record, lines = record_from_page(page)
    assert all(line.added for line in lines), [line.why for line in lines if not line.added]
    return assess(record)


def pages(made: bytes) -> list[str]:
    return [" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(made)).pages]


@pytest.mark.parametrize("path", SAMPLES, ids=lambda p: p.stem)
@pytest.mark.parametrize("paper", SIZES_PT)
def test_every_sample_is_a_report_on_either_paper(path: Path, paper: str) -> None:
    record = sample(path)
    found = assess(record)
    made = report_pdf(found, [assess(record, path=line.id) for line in record.lines[1:]], paper)
    reader = PdfReader(io.BytesIO(made))
    assert reader.trailer["/Root"]["/MarkInfo"]["/Marked"]  # tagged
    assert reader.trailer["/Root"]["/Lang"] == "en"
    text = pages(made)
    for number, (page, words) in enumerate(zip(reader.pages, text, strict=True), start=1):
        assert (float(page.mediabox.width), float(page.mediabox.height)) == pytest.approx(SIZES_PT[paper], abs=0.5)
        assert found.name in words and f"page {number} of {len(text)}" in words
    # no column is so narrow that a page holds a word a line
    assert all(len(words) > 900 for words in text[:-1])
    whole = " ".join(text)
    assert found.lateral.words in whole
    for f in found.findings:
        if f.rated:
            assert f.rating is None or " ".join(f.rating.why.split()) in whole
    assert found.liner_grip is None or found.liner_grip.words in whole
    for words in (*found.scope, *found.cautions, *found.house_rules, *(s.words for s in found.told)):
        assert " ".join(words.split()) in whole


def test_a_dig_is_one_page() -> None:
    for path in SAMPLES:
        found = assess(sample(path))
        if found.digs:
            for paper in SIZES_PT:
                assert len(pages(dig_sheets_pdf(found, paper))) == len(found.digs), (path.stem, paper)


def test_a_dig_with_much_in_it_is_still_one_page() -> None:
    many = "".join(f"{20 + n} break shattered joint\n" for n in range(12))
    found = told(RUN + "20 depth 4ft\n30 depth 5ft\n" + many + "66 main\n")
    assert len(pages(dig_sheets_pdf(found))) == len(found.digs)


def test_a_dig_sheet_says_where_how_deep_what_and_asks_what_was_found() -> None:
    found = told(DEEP)
    dig, words = found.digs[0], pages(dig_sheets_pdf(found))[0]
    assert f"{dig.start_ft:.1f} ft" in words.replace(".0 ft", ".0 ft")
    assert "front cleanout" in words and "curb" in words and "towards the house" in words
    assert f"{60 - dig.end_ft:.1f} ft" in words  # the nearer stake from the curb
    assert f"invert {dig.invert_depth_ft:.1f} ft below the ground" in words
    for part in ("call the utility locating service first", "roots, 30 %", "Before it is closed", "true footage"):
        assert part in words


def test_nothing_to_dig_is_said() -> None:
    with pytest.raises(DomainError, match="needs digging"):
        dig_sheets_pdf(told(RUN + "20 sound\n66 main\n"))


def test_without_names_no_name_is_in_it() -> None:
    record = sample(SAMPLES[0])
    text = " ".join(pages(report_pdf(assess(record), names=False)))
    assert record.site.name not in text
    assert "Left out of this copy: the lateral's name and address. " in text


def test_without_names_the_client_who_looked_and_whose_word_it_is_are_left_out() -> None:
    record = record_from_page(RUN + "12 roots 30%\nclaim Brook Drains: collapsed at 40\n66 main\n")[0]
    site = record.site.model_copy(update={"client": "Hesper Estates", "name": "Ann"})
    visit = record.visits[0].model_copy(update={"inspector": "R. Quill", "job_number": "1182"})
    answer = assess(record.model_copy(update={"site": site, "visits": (visit,)}))
    whole = " ".join(pages(report_pdf(answer)))
    assert "for Hesper Estates · job 1182 · looked at by R. Quill" in whole and "Brook Drains" in whole
    bare = " ".join(pages(report_pdf(answer, names=False)))
    for name in ("Hesper", "Quill", "1182", "Brook Drains"):
        assert name not in bare
    assert "the names of 3 people or firms" in bare
    assert "annual" not in whole or "annual" in bare  # a name inside a word is no name


def test_words_that_look_like_markup_stand_as_they_are() -> None:
    odd = r"#panic() *bold* $x^2$ <b>tag</b> [link](x) \u{1F600} _em_"
    text = " ".join(pages(report_pdf(told(RUN + f"note {odd}\n66 main\n"))))
    for piece in ("#panic()", "*bold*", "$x^2$", "<b>tag</b>", "_em_"):
        assert piece in text


def test_the_same_report_is_the_same_bytes() -> None:
    found = told(DEEP)
    assert report_pdf(found) == report_pdf(found)


def test_stakes_are_told_from_the_zero_and_the_nearest_landmarks() -> None:
    sheet = dig_sheets(told(DEEP))[0]
    assert [s.origin for s in sheet.stakes] == ["front cleanout", "curb"]
    zero, curb = sheet.stakes
    assert (zero.first_ft, zero.second_ft) == pytest.approx((sheet.start_ft, sheet.end_ft))
    assert (curb.first_ft, curb.second_ft) == pytest.approx((60 - sheet.end_ft, 60 - sheet.start_ft))
    assert (zero.way, curb.way) == ("towards the main", "towards the house")


def test_the_cut_follows_the_invert_and_is_open_where_it_is_not_known() -> None:
    known = dig_sheets(told(DEEP))[0].cut
    deep = [d for d in known.invert_depth_ft if d is not None]
    assert deep and all(b >= a - 1e-6 for a, b in zip(deep, deep[1:], strict=False))  # 4 ft at 20 to 5 ft at 40
    bare = dig_sheets(told(RUN + "30 offset up 1.5in joint\n66 main\n"))[0]
    assert set(bare.cut.invert_depth_ft) == {None}
    assert "not known" in bare.deep and "not known" in bare.trench


def test_spoil_is_of_the_hole_at_the_deep_end_of_the_band() -> None:
    sheet = dig_sheets(told(DEEP))[0]
    deepest = float(re.search(r"from [\d.]+ to ([\d.]+) ft;", sheet.deep)[1])  # type: ignore[index]
    to, spoil = (float(x) for x in re.search(r"to ([\d.]+) ft with .* about (\d+) yd³", sheet.trench).groups())  # type: ignore[union-attr]
    length = sheet.end_ft - sheet.start_ft
    assert to == pytest.approx(deepest + 0.5, abs=0.06)  # half a foot of bedding, handbook 2.11
    assert spoil == pytest.approx(2.0 * to * length / 27 * 1.25, abs=0.6)  # 24 in wide


def test_width_and_depth_of_the_hole() -> None:
    """Handbook 2.11: width max(24 in, OD + 12 in), half a foot of bedding."""
    assert trench(8, 6.0, 10.0).width_in == 24.0
    assert trench(10, 6.0, 10.0).width_in == 24.5  # 10 in and two walls of 1.25 in, and 12
    assert trench(4, 6.0, 10.0).depth_ft == 6.5
    for bad in ((0, 6, 10), (4, 0, 10), (4, 6, 0)):
        with pytest.raises(DomainError):
            trench(*bad)


def test_with_a_plan_the_sheet_says_what_to_tape_the_stakes_from_and_is_still_one_page() -> None:
    lot = "plan house: 0,0 40,0 40,30 0,30\nplan front cleanout: 20,-2\nplan oak: 35,-25\nplan pole: 2,-40\n"
    marks = "mark A 20: 14.6ft oak, 26.9ft pole, right\nmark B 55: at 22,-57\n"
    found = told(DEEP.replace("66 main\n", "") + lot + marks + "66 main\n")
    text = pages(dig_sheets_pdf(found))
    assert len(text) == len(found.digs)
    assert found.plan is not None
    for stake in found.plan.stakes[0]:
        for name, away in stake.ties:
            assert f"{away:.1f} ft from {name}" in text[0]
    assert "No plan was drawn" not in text[0]


@pytest.mark.parametrize(("line", "hours"), [
    ("20 crack 11-1 o'clock", [11.0, 13.0]),
    ("20 crack 3 o'clock", [2.5, 3.5]),
    ("20 crack 2-4 o'clock", [2.0, 4.0]),
    ("20 grease all 30%", [0.0, 12.0]),
    ("20 crack open", None),
])  # fmt: skip
def test_a_small_section_is_drawn_only_of_hours_that_were_told(line: str, hours: list[float] | None) -> None:
    data = report_data(assess(record_from_page(f"{RUN}{line}\n60 main")[0]), [], {})
    assert data["findings"][0]["hours"] == hours


def long_line(findings: int, apart_ft: float) -> Assessment:
    """Findings all along a clay line, told in few words, each rated."""
    lines = [f"{1 + n * apart_ft:g} roots hair {n % 4 + 2}% joint" for n in range(findings)]
    record = record_from_page(RUN)[0]
    for start in range(0, findings, 4000):
        record, _ = add_page(record, "\n".join(lines[start : start + 4000]), house_scheme())
    return assess(record)


def test_a_report_of_five_hundred_pages_is_set_whole_and_every_page_numbered() -> None:
    """Longer than the axis of any strip that was thought of: 19,000 ft."""
    reader = PdfReader(io.BytesIO(report_pdf(long_line(13_200, 1.5))))
    count = len(reader.pages)
    assert count >= 500
    for n in (1, count // 2, count):
        assert f"page {n} of {count}" in " ".join(reader.pages[n - 1].extract_text().split())


def test_a_long_report_leaves_no_finding_out() -> None:
    found = long_line(700, 13.0)  # 9,100 ft, past the longest step once kept for an axis
    told_at = re.findall(r"(\d+\.\d) ft ± ", " ".join(pages(report_pdf(found))))
    assert sorted(told_at, key=float) == [f"{f.station_ft:.1f}" for f in found.findings if f.rated]
