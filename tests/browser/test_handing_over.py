"""The lot, the digs and what is handed over: files saved, a page signed, paper printed, as a person would."""

import io
import json
import re
from pathlib import Path

from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.conftest import Analyst


def test_the_report_and_the_dig_sheet_are_handed_over_as_files(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="14 Plover Rise").first.click()
    analyst.step("Report")
    analyst.page.get_by_label("Paper").select_option("a4")
    for link, name in (
        ("Report, PDF", "14-Plover-Rise-report.pdf"),
        ("Dig sheet, PDF", "14-Plover-Rise-dig-sheets.pdf"),
        ("For the owner, PDF", "14-Plover-Rise-for-the-owner.pdf"),
    ):
        with analyst.page.expect_download() as saved:
            analyst.page.get_by_role("link", name=link).click()
        assert saved.value.suggested_filename == name
    analyst.page.get_by_role("switch", name="with names").click()
    with analyst.page.expect_download() as saved:
        analyst.page.get_by_role("link", name="Report, PDF").click()
    assert saved.value.suggested_filename == "lateral-report.pdf"
    for item, name in (
        ("schedule, XLSX", "14-Plover-Rise.xlsx"),
        ("plan and profile, DXF", "14-Plover-Rise.dxf"),
        ("line, marks and digs, GeoJSON", "14-Plover-Rise.geojson"),
        ("everything, in one zip", "14-Plover-Rise.zip"),
    ):
        analyst.page.get_by_role("button", name="save as").click()
        with analyst.page.expect_download() as saved:
            analyst.page.get_by_role("menuitem", name=item).click()
        assert saved.value.suggested_filename == name


def test_a_dark_screen_prints_in_ink_with_its_name_on_every_page(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="14 Plover Rise").first.click()
    analyst.page.get_by_role("button", name="dark").click()
    analyst.step("Report")
    expect(analyst.page.get_by_role("heading", name="Next look")).to_be_visible()
    made = PdfReader(io.BytesIO(analyst.page.pdf(print_background=True, prefer_css_page_size=True)))
    for n, page in enumerate(made.pages, start=1):
        text = " ".join(page.extract_text().split())
        assert "14 Plover Rise · 2026-11-02" in text and f"page {n} of {len(made.pages)}" in text
    analyst.page.emulate_media(media="print")
    analyst.page.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    ink, paper = analyst.page.evaluate(
        """() => [document.querySelector('[data-page]'), document.body].map((e, n) =>
             getComputedStyle(e)[n ? 'backgroundColor' : 'color'])"""
    )
    assert (ink, paper) == ("rgb(0, 0, 0)", "rgb(255, 255, 255)")
    words = analyst.page.locator("[data-page] td").nth(2).evaluate("e => getComputedStyle(e).color")
    assert max(int(n) for n in re.findall(r"\d+", words)[:3]) < 90
    analyst.page.evaluate("window.dispatchEvent(new Event('afterprint'))")
    assert analyst.page.locator("html").get_attribute("data-mantine-color-scheme") == "dark"


def test_a_lot_is_drawn_from_a_file_and_a_wrong_one_says_why(analyst: Analyst, tmp_path: Path) -> None:
    analyst.new("Quarry Lane 2")
    analyst.step("Dig")
    oak = {"type": "Feature", "properties": {"name": "oak"}, "geometry": {"type": "Point", "coordinates": [12, -8]}}
    right, wrong = tmp_path / "lot.geojson", tmp_path / "wrong.geojson"
    right.write_text(json.dumps({"type": "FeatureCollection", "coordinates": "local feet", "features": [oak]}))
    far = [oak, oak | {"geometry": {"type": "Point", "coordinates": [90, 40]}}]
    wrong.write_text(json.dumps({"type": "FeatureCollection", "features": far}))
    chooser = analyst.page.get_by_label("draw the lot from a GeoJSON file")
    chooser.set_input_files(wrong)
    expect(analyst.page.locator("[data-said]")).to_contain_text("one lot at a time")
    chooser.set_input_files(right)
    expect(analyst.page.locator("[data-said]")).to_contain_text("Drew the lot")
    expect(analyst.page.locator("figure").get_by_text("oak")).to_be_visible()


def test_a_page_is_signed_and_what_came_after_is_told(analyst: Analyst) -> None:
    analyst.new("Plane Street 9")
    analyst.paste("run A front cleanout 4in clay, facing main, counts to main\n12 crack\n40 main")
    analyst.step("Report")
    signing = analyst.page.get_by_role("region", name="Signing off")
    expect(signing).to_contain_text("nobody has signed it")
    signing.get_by_label("Who signs").fill("N. Alder")
    signing.get_by_role("button", name="Sign off").click()
    expect(signing).to_contain_text("Signed by N. Alder")
    expect(signing).to_contain_text("as it stands")
    signing.get_by_role("button", name="Sign off").click()
    expect(signing.get_by_role("alert")).to_contain_text("nothing has changed")
    analyst.step("Log")
    analyst.say("20 hole 3in")
    analyst.step("Report")
    expect(signing).to_contain_text("changed since N. Alder signed it")
    with analyst.page.expect_download() as saved:
        signing.get_by_role("link", name="signed page 1, PDF").click()
    assert saved.value.suggested_filename == "Plane-Street-9-signed-1.pdf"
    signing.get_by_text("N. Alder ·").first.click()
    expect(signing.get_by_role("listitem").filter(has_text="verdict:")).to_contain_text("Not serviceable")
    expect(signing.get_by_role("listitem").filter(has_text="new:")).to_contain_text("hole")


def test_a_lot_is_drawn_by_typing_and_the_dig_gets_ties(analyst: Analyst) -> None:
    analyst.new("Sparrow Mews 6")
    analyst.paste(
        "run A front cleanout 4in clay, facing main, counts to main\n20 depth 4ft\n40 depth 5ft\n30 offset up 1.5in joint\n66 main"
    )
    analyst.step("Dig")
    expect(analyst.page.get_by_text("No plan yet")).to_be_visible()
    for line in (
        "plan house: 0,0 40,0 40,30 0,30",
        "plan front cleanout: 20,-2",
        "plan oak: 35,-25",
        "plan pole: 2,-40",
    ):
        analyst.say(line)
    lot = analyst.page.get_by_role("group", name="The lot from above")
    expect(lot).to_be_visible()
    analyst.say("mark A 20: 14.6ft oak, 26.9ft pole, right, red flag")
    expect(lot.locator("[data-mark=A]")).to_be_visible()
    stakes = analyst.page.locator("[data-stake]")
    expect(stakes.first).to_contain_text("no mark in plan on both sides of it")
    analyst.say("mark B 55: at 22,-57")
    expect(stakes.first).to_contain_text("ft from oak")
    analyst.say("mark C 40: 12ft elm, 15ft pole, left")
    expect(analyst.page.get_by_text("is not on the plan")).to_be_visible()
    with analyst.page.expect_download() as saved:
        analyst.page.get_by_role("link", name="Dig sheet, PDF").click()
    assert saved.value.suggested_filename == "Sparrow-Mews-6-dig-sheets.pdf"
