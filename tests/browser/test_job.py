"""The main job, driven as a person would: from an empty New to a printed page."""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import Analyst


def test_laterals_shows_the_samples_with_strip_verdict_and_feet(analyst: Analyst, samples: int) -> None:
    analyst.home()
    rows = analyst.page.locator("tbody tr")
    expect(rows).to_have_count(12)
    start = rows.filter(has_text="start here")
    expect(start).to_contain_text("Quillet Lane 22")
    expect(start).to_contain_text("Not serviceable")
    expect(start).to_contain_text("repair")
    expect(rows.filter(has_text="Ferris Mews 9")).to_contain_text("length not known")
    assert analyst.page.locator("tbody tr svg rect").count() > 20
    analyst.page.get_by_label("Search the laterals").fill("harrow")
    expect(rows).to_have_count(1)


def test_start_here_is_finished_by_typing_its_notes_and_ends_at_its_page(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="Quillet Lane 22").click()
    waiting = analyst.page.get_by_role("complementary").locator("button")
    expect(waiting).to_have_count(5)
    for left in range(5, 0, -1):
        note = waiting.first.inner_text()
        waiting.first.click()
        expect(analyst.entry).to_have_value(note)
        if "5.11" in note:  # asks: feet and tenths, or feet and inches
            analyst.reading.get_by_role("button", name="5 ft 11 in").click()
        analyst.entry.press("Enter")
        expect(waiting).to_have_count(left - 1)
    expect(analyst.row("main, wye")).to_be_visible()
    analyst.step("Report")
    page = analyst.page.locator("[data-page]")
    expect(page).to_contain_text("Quillet Lane 22")
    expect(page).to_contain_text("ft: 1.0 in")


def test_the_reading_shows_before_enter_and_the_consequence_after(analyst: Analyst) -> None:
    analyst.new("Bramble Way 3")
    analyst.say("run A front cleanout 4in clay, facing main, counts to main")
    analyst.entry.fill("41.5 roots cur 70% 12-3 j")
    expect(analyst.reading).to_contain_text("41.5 ft ±")
    expect(analyst.reading).to_contain_text("rating 4 repair")
    expect(analyst.reading).to_contain_text("70 % of the bore, at most 80 %")
    analyst.entry.press("Tab")
    expect(analyst.entry).to_have_value("41.5 roots curtain 70% 12-3 joint ")
    analyst.entry.press("Enter")
    expect(analyst.said).to_contain_text("No verdict: nothing seen → Not serviceable")
    expect(analyst.row("roots, curtain, 70 %")).to_contain_text("12–3")
    analyst.entry.press("ArrowUp")
    expect(analyst.entry).to_have_value("41.5 roots curtain 70% 12-3 joint")


def test_a_refused_line_stays_with_its_reason_and_a_choice_mends_it(analyst: Analyst) -> None:
    analyst.new("Bramble Way 4")
    analyst.entry.fill("12-6 roots slight")
    expect(analyst.reading).to_contain_text("can be meant two ways")
    analyst.entry.press("Enter")
    expect(analyst.said).to_contain_text("Choose one")
    expect(analyst.entry).to_have_value("12-6 roots slight")
    analyst.reading.get_by_role("button", name="12 ft 6 in").click()
    analyst.entry.press("Enter")
    expect(analyst.row("roots, slight")).to_contain_text("12.5")
    analyst.entry.fill("14 crack open banana")
    expect(analyst.reading.locator("[data-use=none]")).to_have_text("banana")
    analyst.entry.press("Alt+1")  # asked without it: one key takes the rest
    expect(analyst.row("crack, open")).to_contain_text("14.0")


def test_every_kind_of_position_lands_in_the_table(analyst: Analyst) -> None:
    analyst.new("Bramble Way 5")
    analyst.paste(
        "run A front cleanout 4in clay, facing main, counts to main\n10 = old fence\n20 hole 1in\n30-34 wear medium\n"
        "~38 crack hairline\n+3 roots slight\n2 ft past old fence: open 1/2in\nall clay: scale slight\nnext offset left small\n60 main"
    )
    for words, where in (
        ("hole", "20.0"), ("wear", "30.0–34.0"), ("crack", "38.0"), ("roots", "41.0"), ("scale", "all along"), ("offset", "41.0…60.0"),
    ):  # fmt: skip
        expect(analyst.row(words)).to_contain_text(where)
    expect(analyst.row("open")).to_contain_text("12.0")  # the fence's own station comes from the counter
    analyst.step("Set up")
    expect(analyst.page.get_by_text("old fence").first).to_be_visible()


def test_edit_in_place_unsure_alternatives_delete_undo_and_redo_after_a_reload(analyst: Analyst) -> None:
    analyst.new("Bramble Way 6")
    analyst.paste(
        "run A front cleanout 4in clay, facing main, counts to main\n20 hole 1in\n25 crack|coupling top\n40 main"
    )
    expect(analyst.row("crack or coupling")).to_contain_text("second look")
    analyst.row("hole").click()
    analyst.row("hole").get_by_role("button", name="edit").click()
    cell = analyst.page.get_by_label("Edit the finding")
    cell.fill("22 hole 3in void")
    cell.press("Enter")
    expect(analyst.row("hole, void, 3 in")).to_contain_text("22.0")
    expect(analyst.verdict).to_have_text("Not serviceable")
    analyst.row("hole").get_by_role("button", name="?").click()
    expect(analyst.row("hole")).to_contain_text("second look")
    expect(analyst.verdict).to_have_text("Needs a further look")  # a void, even unsure, cannot be left so
    analyst.row("hole").get_by_role("button", name="×").click()
    expect(analyst.rows.filter(has_text="hole")).to_have_count(0)
    analyst.page.reload()
    analyst.page.get_by_role("button", name="undo").click()
    expect(analyst.row("hole")).to_contain_text("second look")
    analyst.page.keyboard.press("Control+z")
    analyst.page.keyboard.press("Control+z")
    expect(analyst.row("hole, 1 in")).to_contain_text("20.0")
    analyst.page.keyboard.press("Control+Shift+z")
    expect(analyst.row("hole, void, 3 in")).to_be_visible()


def test_a_run_too_many_is_taken_out_and_the_first_pipe_said_in_set_up(analyst: Analyst) -> None:
    analyst.home()
    analyst.page.get_by_role("button", name="New").click()
    analyst.page.get_by_label("Name", exact=True).fill("Bramble Way 8")
    pipe = analyst.page.get_by_label("First pipe")
    pipe.fill("brick")
    analyst.page.get_by_role("button", name="Start the log").click()
    expect(analyst.page.get_by_role("alert")).to_contain_text("wants a material and an inside bore: clay 4in")
    pipe.fill("clay 4in")
    analyst.page.get_by_role("button", name="Start the log").click()
    expect(analyst.entry).to_be_focused()
    analyst.paste("10 offset up 1/2in joint\n40 main\nrun B vent, facing main\n3 roots 10%\nrun C vent iron 3in")
    expect(analyst.row("offset").get_by_role("cell", name="3", exact=True)).to_be_visible()
    analyst.step("Set up")
    b = analyst.page.get_by_role("region", name="Run B")
    b.get_by_role("button", name="take this run out, with 1 told on it").click()
    expect(b).to_have_count(0)
    expect(analyst.said).to_contain_text("Run B taken out")
    expect(analyst.page.get_by_role("region", name="Run C").get_by_label("First pipe")).to_have_value("cast iron 3in")
    analyst.page.get_by_role("button", name="undo").click()
    expect(b).to_be_visible()
    mine = analyst.page.get_by_role("region", name="Run A").get_by_label("First pipe")
    expect(mine).to_have_value("clay 4in")
    mine.fill("marble")
    mine.press("Enter")
    expect(analyst.page.get_by_text("wants a material and an inside bore")).to_be_visible()
    expect(mine).to_have_value("marble")  # nothing typed is lost
    mine.fill("clay 3in")
    mine.press("Enter")
    expect(analyst.said).to_contain_text("Run A starts in clay 3in")
    analyst.step("Log")
    expect(analyst.row("offset").get_by_role("cell", name="4", exact=True)).to_be_visible()


def test_set_up_turns_stations_and_clocks_at_once_and_keeps_what_was_said(analyst: Analyst) -> None:
    analyst.new("Bramble Way 7")
    analyst.paste("run A front cleanout 4in clay, facing main, counts to main\n20 hole 1in 12-3\n40 offset up 1/4in")
    analyst.step("Set up")
    run = analyst.page.get_by_role("region", name="Run A")
    run_row = run.locator("tr", has_text="20 hole 1in 12-3")
    expect(run_row).to_contain_text("20.0")
    analyst.choose("Bottom shows at", "9 o'clock", run)
    expect(run_row).to_contain_text("9–12")
    expect(analyst.said).to_contain_text("turned")
    analyst.choose("Head faces", "the house", run)
    expect(run_row).to_contain_text("12–3")
    analyst.choose("Counts up towards", "the house", run)
    expect(run_row).to_contain_text("-20.0")
    expect(run_row).to_contain_text("20 hole 1in 12-3")
    run.get_by_label("Counter of a known point").fill("30")
    run.get_by_label("Place of the known point").fill("-32 taped")
    run.get_by_role("button", name="Add").click()
    expect(run).to_contain_text("reads")
    expect(run.locator("tr", has_text="counter 30.0")).to_contain_text("off by")
    analyst.step("Log")
    expect(analyst.row("offset")).to_contain_text("offset, drop")


def test_judge_shows_rows_three_ways_ponds_digs_and_takes_an_override_with_a_reason(
    analyst: Analyst, samples: int
) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="Thistle Court 5").click()
    analyst.step("Judge")
    judge = analyst.page.locator("main, body")
    expect(analyst.page.get_by_role("region", name="Verdict")).to_contain_text("needs a reading at rest")
    ratings = analyst.page.get_by_role("region", name="Ratings")
    expect(ratings.locator("tr", has_text="break, pieces")).to_contain_text("(4–5)")
    expect(ratings.locator("tr", has_text="break, pieces")).to_contain_text("To settle it")
    ways = analyst.page.get_by_role("region", name="Three ways to judge")
    expect(ways.locator("tr", has_text="whole line")).to_contain_text("mixed")
    water = analyst.page.get_by_role("region", name="Water at rest")
    expect(water).to_contain_text(re.compile(r"1\.4 in, 36 % of the bore \(1\.\d–1\.\d in\)"))
    expect(water).to_contain_text("sag behind it 2.5 in")
    expect(water).to_contain_text("never rated while water runs")
    expect(analyst.page.get_by_role("region", name="Where one would dig")).to_contain_text("deep")
    row = ratings.locator("tr", has_text="roots, ball")
    row.get_by_role("button", name="set").click()
    judge.get_by_role("combobox", name="Rating").click()
    analyst.page.get_by_role("option", name="2 note").click()
    analyst.page.get_by_label("Reason for the rating").fill("cleaned on the day")
    analyst.page.get_by_role("button", name="Set", exact=True).click()
    expect(ratings.locator("tr", has_text="roots, ball")).to_contain_text(
        "set by the analyst: cleaned on the day; computed 4"
    )
    analyst.page.get_by_role("button", name="set it myself").click()
    analyst.choose("Verdict", "Serviceable, note")
    analyst.page.get_by_label("Reason for the verdict").fill("jetted and looked at again")
    analyst.page.get_by_role("button", name="Set", exact=True).click()
    expect(analyst.verdict).to_have_text("Serviceable, note")
    expect(analyst.page.get_by_role("region", name="Verdict")).to_contain_text("Computed: Needs a further look")
    analyst.choose("Heavy iron wear", "replace on sight")
    expect(analyst.page.get_by_role("region", name="Verdict")).to_contain_text("(house rule)")


def test_the_strip_pans_zooms_and_steps_by_key_and_mouse(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="Thistle Court 5").click()
    strip = analyst.page.locator("[data-strip]")
    analyst.entry.press("Escape")
    expect(strip).to_be_focused()
    for key in ("4", "6", "Enter"):
        strip.press(key)
    expect(strip).to_have_attribute("aria-valuetext", re.compile("^46.0 ft"))
    strip.press("ArrowRight")
    strip.press("Shift+ArrowRight")
    expect(strip).to_have_attribute("aria-valuetext", re.compile("^47.1 ft"))
    strip.press("]")
    section = analyst.page.get_by_role("complementary", name="Section at the cursor")
    expect(section).to_contain_text("51.0 ft ±")  # its run is tied by a locate: the eye is a foot ahead
    expect(section).to_contain_text("roots, curtain, 40 %")
    expect(analyst.page.locator("tr[data-on]")).to_contain_text("roots, curtain, 40 %")
    strip.press("[")
    expect(section).to_contain_text("open, soil showing")
    before = strip.locator("svg").nth(2).locator("rect").count()
    for _ in range(4):
        strip.press("+")
    expect(strip.locator("circle").first).to_be_visible()  # marks appear with room
    assert before
    box = strip.bounding_box()
    analyst.page.mouse.move(box["x"] + 600, box["y"] + 120)
    analyst.page.mouse.down()
    analyst.page.mouse.move(box["x"] + 300, box["y"] + 120, steps=4)
    analyst.page.mouse.up()
    analyst.page.mouse.wheel(0, 400)
    strip.press("0")
    analyst.page.mouse.dblclick(box["x"] + 150, box["y"] + 200)  # fits the iron: 0 to 21 ft fill the drawing
    expect(strip.locator("svg").nth(1)).not_to_contain_text("40")
    expect(strip.locator("svg").nth(1)).to_contain_text("20")
    strip.press("0")
    expect(strip.locator("svg").nth(1)).to_contain_text("140")
    strip.locator("[data-finding]").first.click()
    expect(section.locator("h2").first).to_contain_text("Why")
    analyst.page.mouse.click(box["x"] + 110 + 6 + 880 * 103 / 150, box["y"] + 210)
    expect(section).to_contain_text("% of the bore")


@pytest.mark.parametrize("height", [800, 680])
@pytest.mark.parametrize("step", ["Set up", "Log", "Judge", "Report"])
def test_the_sheet_keeps_its_layout_at_both_heights(analyst: Analyst, samples: int, height: int, step: str) -> None:
    analyst.page.set_viewport_size({"width": 1280, "height": height})
    analyst.home()
    analyst.page.get_by_role("link", name="Thistle Court 5").click()
    analyst.step(step)
    expect(analyst.page.locator("nav a[data-on]")).to_have_text(step)
    strip = analyst.page.locator("[data-strip]").bounding_box()
    section = analyst.page.get_by_role("complementary", name="Section at the cursor").bounding_box()
    wanted = {"Set up": 176, "Log": 260, "Judge": 260, "Report": 40}[step]
    assert (strip["y"], round(strip["width"]), strip["height"]) == (36, 996, wanted + 1)
    assert section["x"] + section["width"] == pytest.approx(1280, abs=1)
    foot = analyst.page.locator("footer").last.bounding_box()
    assert foot["y"] + foot["height"] == pytest.approx(height, abs=1)
    assert analyst.page.evaluate("document.documentElement.scrollWidth") == 1280
    if step == "Log":
        top, bottom = analyst.rows.first.bounding_box(), foot["y"]
        assert (bottom - top["y"]) // 26 >= (13 if height == 800 else 9)


def save_the_file(analyst: Analyst) -> None:
    analyst.page.get_by_role("button", name="save as…").click()
    analyst.page.get_by_role("menuitem", name="lateral file").click()


def test_a_file_saved_opens_again_with_nothing_lost(analyst: Analyst, samples: int, tmp_path: Path) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="Harrow Bend 31").click()
    with analyst.page.expect_download() as download:
        save_the_file(analyst)
    saved = tmp_path / download.value.suggested_filename
    download.value.save_as(saved)
    analyst.home()
    analyst.page.get_by_label("Open a lateral file").set_input_files(saved)
    expect(analyst.rows).to_have_count(13)
    with analyst.page.expect_download() as again:
        save_the_file(analyst)
    assert Path(again.value.path()).read_bytes() == saved.read_bytes()
    tree = json.loads(saved.read_text())
    tree["visits"][0]["runs"][0]["bottom_at"] = 44
    saved.write_text(json.dumps(tree))
    analyst.home()
    analyst.page.get_by_label("Open a lateral file").set_input_files(saved)
    expect(analyst.page.get_by_role("alert")).to_contain_text("visits[0].runs[0].bottom_at")


def test_two_tabs_never_overwrite_each_other_silently(analyst: Analyst) -> None:
    analyst.new("Bramble Way 8")
    other = analyst.page.context.new_page()
    other.goto(analyst.page.url)
    other.locator("[data-entry]").fill("20 hole 1in")
    other.locator("[data-entry]").press("Enter")
    expect(other.locator("[data-finding-row]")).to_have_count(1)
    analyst.entry.fill("30 roots slight")
    analyst.entry.press("Enter")
    expect(analyst.said).to_contain_text("Somebody changed this lateral")
    expect(analyst.said).to_contain_text("Added “20 hole 1in”")
    expect(analyst.entry).to_have_value("30 roots slight")
    expect(analyst.row("hole")).to_be_visible()
    analyst.entry.press("Enter")
    expect(analyst.rows).to_have_count(2)
    other.close()
