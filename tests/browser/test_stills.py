"""A still put to a finding: chosen at the row, seen at Judge and on the page, taken off, refused in words."""

import io
from pathlib import Path

from PIL import Image
from playwright.sync_api import expect

from tests.browser.conftest import Analyst

PAGE = "run A front cleanout clay 4in, facing main, counts to main\n20 roots 40%\n30 hole 3in\n60 main"


def picture(folder: Path) -> Path:
    made = io.BytesIO()
    Image.new("RGB", (640, 480), (60, 48, 40)).save(made, "PNG")
    file = folder / "frame 412.png"
    file.write_bytes(made.getvalue())
    return file


def test_a_still_is_put_to_a_row_and_stands_beside_it_everywhere(analyst: Analyst, tmp_path: Path) -> None:
    analyst.new("Alder Mews 1")
    analyst.paste(PAGE)
    page = analyst.page
    page.get_by_role("button", name="Mark row 2", exact=True).click()
    still = page.get_by_role("group", name="Still of hole")
    still.get_by_label("put a still to it").set_input_files(picture(tmp_path))
    shown = still.get_by_role("img", name="Still of hole")
    expect(shown).to_be_visible()
    assert shown.evaluate("img => img.naturalWidth") == 640
    analyst.step("Judge")
    expect(page.get_by_label("Ratings").get_by_role("img", name="Still of hole")).to_be_visible()
    analyst.step("Report")
    expect(page.locator("[data-page]").get_by_role("img", name="Still of hole")).to_be_visible()
    analyst.step("Judge")
    page.get_by_label("Ratings").get_by_role("row", name="hole").get_by_role("button", name="set").click()
    page.get_by_role("group", name="Still of hole").get_by_role("button", name="take it off").click()
    expect(page.get_by_role("img", name="Still of hole")).to_have_count(0)


def test_what_is_no_picture_is_refused_in_words_and_the_row_stays(analyst: Analyst, tmp_path: Path) -> None:
    analyst.new("Alder Mews 2")
    analyst.paste(PAGE)
    analyst.step("Judge")
    analyst.page.get_by_label("Ratings").get_by_role("row", name="hole").get_by_role("button", name="set").click()
    still = analyst.page.get_by_role("group", name="Still of hole")
    file = tmp_path / "frame.png"
    file.write_bytes(b"no picture")
    still.get_by_label("put a still to it").set_input_files(file)
    expect(still).to_contain_text("is no whole JPEG, PNG or WebP picture")
    expect(still.get_by_role("img")).to_have_count(0)
