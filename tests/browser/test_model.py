"""The model in full, at the desk: runs tied, paths, visits, tables, schemes, recordings, and reading aloud."""

import io
import math
import re
import struct
import wave
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Analyst

AXE = Path(__file__).parent.parent.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"
RUN = "run A front cleanout 4in clay, facing main, counts to main\n"
TWICE = f"""{RUN}20 roots curtain 30% joint
40 offset drop 1/4in joint
pass back
40.4 offset drop 1/4in joint
20.3 roots curtain 30% joint
60 main"""


def bar(analyst: Analyst, words: str, nth: int = 0):
    """A finding's bar on the Wall, by the words of its row."""
    ident = analyst.rows.filter(has_text=words).nth(nth).get_attribute("data-finding-row")
    return analyst.page.locator(f'g[data-finding="{ident}"] rect').last


def test_two_findings_picked_and_m_say_what_follows_before_they_are_one(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 1")
    analyst.paste(TWICE)
    analyst.rows.filter(has_text="roots").nth(0).click()
    analyst.rows.filter(has_text="roots").nth(1).click(modifiers=["Shift"])
    analyst.page.locator("[data-strip]").focus()
    analyst.page.keyboard.press("m")
    asked = analyst.page.get_by_role("alertdialog")
    expect(asked).to_contain_text("the same thing as")
    expect(asked.locator("[data-consequence]")).to_contain_text("2 positions moved")
    expect(analyst.said).not_to_contain_text("one thing")  # nothing is taken yet
    asked.get_by_role("button", name="One thing").click()
    expect(analyst.said).to_contain_text("Said to be one thing")
    expect(asked).to_have_count(0)
    analyst.page.keyboard.press("Control+z")
    expect(analyst.said).to_contain_text("Undone")


def test_one_finding_dropped_on_another_asks_the_same(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 2")
    analyst.paste(RUN + "20 roots curtain 30% joint\n26 roots curtain 30% joint\n60 main")
    bar(analyst, "roots", 1).drag_to(bar(analyst, "roots", 0), force=True)  # its mark may lie over it
    asked = analyst.page.get_by_role("alertdialog")
    expect(asked).to_contain_text("roots at 26.0 ft")
    asked.get_by_role("button", name="Two things").click()
    expect(analyst.said).to_contain_text("Said to be two things")


def test_proposals_are_taken_or_refused_one_by_one(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 3")
    analyst.paste(TWICE)
    analyst.step("Pipe")
    seen = analyst.page.get_by_role("region", name="Seen twice")
    expect(seen.get_by_role("listitem")).to_have_count(2)
    seen.get_by_role("listitem").filter(has_text="offset").get_by_role("button", name="Two things").click()
    expect(seen.get_by_role("listitem")).to_have_count(1)
    seen.get_by_role("button", name="One thing").click()
    expect(seen).to_contain_text("Nothing looks to have been seen twice")


def test_a_branch_is_a_path_of_its_own_and_b_swaps(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="27 Pintle Row").click()
    lines = analyst.page.get_by_role("navigation", name="Lines")
    expect(lines.get_by_role("button", name="bathroom")).to_contain_text("joins at 23.1 ft")
    expect(analyst.row("wear, pitted, medium")).to_be_visible()
    analyst.page.locator("[data-strip]").focus()
    analyst.page.keyboard.press("b")
    expect(analyst.row("wear, pitted, heavy")).to_be_visible()
    expect(analyst.rows.filter(has_text="wear, pitted, medium")).to_have_count(0)
    # an edit made on a side path keeps the path
    analyst.say("12 grease 10%")
    expect(lines.get_by_role("button", name="bathroom")).to_have_attribute("aria-pressed", "true")
    expect(analyst.row("grease, 10 %")).to_be_visible()


def test_an_earlier_visit_stands_above_the_newest(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="18 Sorrel Gate").click()
    analyst.step("Pipe")
    earlier = analyst.page.get_by_role("region", name="Earlier visits")
    expect(earlier).to_contain_text("better 5 → 2")
    expect(earlier.get_by_role("row").filter(has_text="grease")).to_contain_text("gone")
    expect(analyst.page.locator("[data-strip] text", has_text="better").first).to_be_visible()


def test_feet_are_read_from_any_access_and_typed_in_the_same(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 4")
    analyst.paste(RUN + "20 = yard box\n30 hole 1in\n60 main")
    analyst.step("Set up")
    analyst.choose("What yard box is", "access, cleanout")
    analyst.step("Log")
    analyst.page.get_by_label("Feet are read from").select_option("yard box")
    expect(analyst.row("hole")).to_contain_text("10.0")
    analyst.page.locator("[data-strip]").focus()
    for key in ("1", "0", "Enter"):
        analyst.page.keyboard.press(key)
    expect(analyst.page.locator("[data-cursor]")).to_have_text("10.0 ft")


def test_zero_or_stretch_is_asked_in_set_up_and_the_answer_moves_things(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 5")
    analyst.paste(RUN + "100 = 96 taped\n50 hole 1in")
    analyst.step("Set up")
    run = analyst.page.get_by_role("region", name="Run A")
    expect(run).to_contain_text("Another zero or a stretch?")
    run.get_by_role("button", name="It was zeroed elsewhere").click()
    expect(run).to_contain_text("said to be where it was zeroed")
    expect(run.get_by_role("row").filter(has_text="50 hole 1in")).to_contain_text("46.0")


def test_a_table_is_imported_with_its_columns_chosen_and_saved_again(analyst: Analyst, tmp_path: Path) -> None:
    analyst.new("Rowan Steps 6")
    analyst.paste(RUN + "60 main")
    path = tmp_path / "table.csv"
    path.write_text("B,A\nroots 30% joint,12\ncrack hairline around,30\n")
    analyst.page.get_by_role("button", name="import a table").click()
    panel = analyst.page.get_by_role("region", name="Import a table")
    panel.get_by_label("The CSV file").set_input_files(path)
    expect(panel).to_contain_text("2 rows")
    panel.get_by_role("button", name="Add all 2").click()
    expect(panel.get_by_role("alert")).to_contain_text("choose its column")
    panel.get_by_role("combobox", name=re.compile("^counter")).click()
    analyst.page.get_by_role("option", name="A", exact=True).click()
    panel.get_by_role("combobox", name="notes").click()
    analyst.page.get_by_role("option", name="B", exact=True).click()
    panel.get_by_role("button", name="Add all 2").click()
    expect(analyst.row("roots, 30 %")).to_contain_text("12.0")
    analyst.page.get_by_role("button", name="save as…").click()
    with analyst.page.expect_download() as saved:
        analyst.page.get_by_role("menuitem", name="sightings, CSV").click()
    assert "30 crack hairline around" in Path(saved.value.path()).read_text()


def test_a_scheme_copied_rerates_and_says_what_changed_first(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 7")
    analyst.paste(RUN + "20 grease 25%\n60 main")
    analyst.page.goto(f"{analyst.address}/scheme")
    limit = analyst.page.get_by_label("grease rating 2 up to")
    expect(limit).to_have_value("15 %")
    limit.fill("26 %")
    analyst.page.get_by_label("Save as your own").fill("Harbour rules")
    analyst.page.get_by_role("button", name="Save as a new version").click()
    expect(analyst.page.get_by_role("combobox", name="Which scheme")).to_have_value(re.compile("^Harbour rules 1"))
    analyst.home()
    analyst.page.get_by_role("link", name="Rowan Steps 7").click()
    analyst.step("Judge")
    analyst.choose("Coding scheme", "Harbour rules 1")
    rules = analyst.page.get_by_role("region", name="House rules")
    expect(rules).to_contain_text("3 → 2")
    rules.get_by_role("button", name="Judge by Harbour rules 1").click()
    expect(analyst.said).to_contain_text("1 rating changed")
    analyst.step("Report")
    expect(analyst.page.locator("[data-page]")).to_contain_text("Harbour rules 1")


def test_advice_claims_causes_and_repairs_are_kept_with_their_status(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 8")
    analyst.paste(
        RUN
        + "30 offset up 1/2in joint\n22-29 standing 1in rest\nclaim seller: new in 2019\nrepair 40-44 liner: step not\n60 main"
    )
    analyst.step("Judge")
    analyst.page.get_by_label("What is recommended").fill("dig up the joint")
    analyst.page.get_by_role("region", name="Recommendations").get_by_role("button", name="Add").click()
    analyst.choose("Status of: dig up the joint", "done")
    expect(analyst.said).to_contain_text("Recommendation done")
    analyst.choose("Our view of what seller say", "disagree")
    repairs = analyst.page.get_by_role("region", name="Repairs")
    expect(repairs.get_by_role("combobox", name="step")).to_have_value("not accepted")
    row = analyst.page.get_by_role("region", name="Ratings").get_by_role("row").filter(has_text="standing")
    row.get_by_role("button", name="set").click()
    analyst.choose("Because of", "offset at 30.0 ft")
    expect(row).to_contain_text("because of offset at 30.0 ft")


def a_recording(seconds: int) -> bytes:
    """A tone as a WAV file: a recording that any browser plays."""
    out = io.BytesIO()
    with wave.open(out, "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(8000)
        tone = (int(8000 * math.sin(i / 8)) for i in range(8000 * seconds))
        file.writeframes(b"".join(struct.pack("<h", s) for s in tone))
    return out.getvalue()


def test_enter_stamps_the_recordings_time_and_a_click_goes_back_to_it(analyst: Analyst, tmp_path: Path) -> None:
    path = tmp_path / "look.wav"
    path.write_bytes(a_recording(30))
    analyst.new("Rowan Steps 9")
    recording = analyst.page.get_by_role("region", name="Recording")
    recording.locator("input[type=file]").set_input_files(path)
    video = recording.locator("video")
    expect(video).to_be_visible()
    video.evaluate("v => new Promise(done => { v.onseeked = done; v.currentTime = 12.2; })")
    analyst.say("20 hole 1in")
    time = analyst.row("hole").get_by_role("button", name="0:12")
    expect(time).to_be_visible()
    time.click()
    assert video.evaluate("v => v.currentTime") < 12


def test_tracks_open_by_name_and_read_as_tables(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="5 Moss Wharf").click()
    analyst.page.get_by_role("button", name="Close the track Water").click()
    expect(analyst.page.get_by_role("button", name="Close the track Water")).to_have_count(0)
    analyst.page.get_by_role("button", name="Water", exact=True).click()
    expect(analyst.page.get_by_role("button", name="Close the track Water")).to_have_count(1)
    analyst.page.locator("[data-strip]").focus()
    analyst.page.keyboard.press("v")
    for track, words in (
        ("Water", "1.5 in"),
        ("Ground", "3.9 ft"),
        ("Seen", "run A"),
        ("Soundness", "bituminous fibre"),
    ):
        analyst.page.get_by_role("dialog").get_by_text(track, exact=True).click()
        expect(analyst.page.get_by_role("table", name=track)).to_contain_text(words)


def test_ctrl_k_finds_a_finding_and_does_a_thing(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name="5 Moss Wharf").click()
    expect(analyst.rows.first).to_be_visible()
    analyst.page.keyboard.press("Control+k")
    analyst.page.get_by_role("combobox", name="What to find or do").fill("offset up")
    analyst.page.keyboard.press("Enter")
    expect(analyst.page.locator("[data-cursor]")).to_have_text("49.6 ft")
    analyst.page.keyboard.press("Control+k")
    analyst.page.get_by_role("combobox", name="What to find or do").fill("go to pipe")
    analyst.page.keyboard.press("Enter")
    expect(analyst.page).to_have_url(re.compile("/pipe$"))


def test_a_tablet_types_with_its_own_keys(analyst: Analyst) -> None:
    analyst.new("Rowan Steps 10")
    analyst.paste(RUN + "60 main")
    analyst.page.set_viewport_size({"width": 768, "height": 1024})
    keys = analyst.page.get_by_role("group", name="Keys")
    for key in ("1", "2", "roots", "ball", "large", "Add"):
        keys.get_by_role("button", name=key, exact=True).click()
    expect(analyst.row("roots, ball, large")).to_contain_text("12.0")
    expect(analyst.entry).to_have_attribute("inputmode", "none")
    analyst.page.get_by_role("button", name="section").click()
    expect(analyst.page.get_by_role("dialog")).to_contain_text("Before you pull out")


def serious(page: Page) -> list[str]:
    """What axe finds that is serious or worse, with where."""
    page.evaluate(AXE.read_text())
    found = page.evaluate("async () => (await axe.run(document, { resultTypes: ['violations'] })).violations")
    return [f"{v['id']}: {v['nodes'][0]['html'][:140]}" for v in found if v["impact"] in ("serious", "critical")]


@pytest.mark.parametrize("colours", ["light", "dark"])
def test_no_step_has_a_serious_barrier(analyst: Analyst, samples: int, colours: str) -> None:
    page = analyst.page
    page.add_init_script(f"localStorage.setItem('mantine-color-scheme-value', '{colours}')")
    analyst.home()
    assert serious(page) == []
    page.goto(f"{analyst.address}/scheme")
    expect(page.get_by_label("grease rating 2 up to")).to_be_visible()
    assert serious(page) == []
    analyst.home()
    page.get_by_role("link", name="27 Pintle Row").click()
    for step in ("Set up", "Log", "Pipe", "Water", "Judge", "Report"):
        analyst.step(step)
        page.wait_for_timeout(300)
        assert serious(page) == [], step
