"""Many laterals and their list; ways in and about; what is typed kept; small windows; long work."""

import time

from django.conf import settings
from playwright.sync_api import Route, expect

from bellstone.desk.work import Work
from tests.browser.conftest import Analyst

RUN = "run A front cleanout 4in clay, facing main, counts to main\n"


def two_laterals(analyst: Analyst, broken: str, rooted: str) -> None:
    for name, line in ((broken, "12 collapse"), (rooted, "12 roots slight")):
        analyst.new(name)
        analyst.paste(RUN + line + "\n40 main")


def test_a_lateral_is_renamed_copied_put_away_and_brought_back_from_its_row(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 40")
    analyst.say("12 roots ball 60%")
    analyst.home()
    page.get_by_role("button", name="More for Yarrow Way 40").click()
    page.get_by_role("menuitem", name="Rename").click()
    name = page.get_by_label("New name of Yarrow Way 40")
    expect(name).to_be_focused()
    name.fill("Yarrow Way 41")
    name.press("Enter")
    expect(page.get_by_role("link", name="Yarrow Way 41")).to_be_visible()
    told = page.get_by_role("status")
    expect(told).to_contain_text("is called “Yarrow Way 41” now")
    told.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("link", name="Yarrow Way 40", exact=True)).to_be_visible()

    page.get_by_role("button", name="More for Yarrow Way 40").press("Enter")
    page.get_by_role("menuitem", name="Duplicate").click()
    expect(page.get_by_role("link", name="Yarrow Way 40, copy")).to_be_visible()
    page.get_by_role("button", name="More for Yarrow Way 40, copy").click()
    page.get_by_role("menuitem", name="Delete").click()
    expect(told).to_contain_text("is in the bin")
    expect(page.get_by_role("link", name="Yarrow Way 40, copy")).to_have_count(0)
    page.get_by_text("Bin", exact=True).click()
    page.get_by_role("button", name="More for Yarrow Way 40, copy").click()
    page.get_by_role("menuitem", name="Take out of the bin").click()
    expect(page.get_by_text("The bin is empty")).to_be_visible()


def test_laterals_are_searched_by_what_is_in_them_and_sorted_by_a_column(analyst: Analyst) -> None:
    page = analyst.page
    two_laterals(analyst, "Yarrow Way 50", "Yarrow Way 51")
    analyst.home()
    links = page.locator("tbody a")
    expect(links).to_have_text(["Yarrow Way 51", "Yarrow Way 50"])
    page.get_by_role("button", name="worst").click()
    expect(links).to_have_text(["Yarrow Way 50", "Yarrow Way 51"])
    expect(page.get_by_role("columnheader", name="worst")).to_have_attribute("aria-sort", "descending")
    page.get_by_role("button", name="worst").press("Enter")
    expect(links).to_have_text(["Yarrow Way 51", "Yarrow Way 50"])
    page.get_by_label("Search the laterals").fill("clay with a collapse")
    expect(links).to_have_text(["Yarrow Way 50"])
    page.get_by_label("Search the laterals").fill("fibre")
    expect(page.get_by_text("No lateral here answers to “fibre”.")).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the list").click()
    assert saved.value.suggested_filename == "laterals.csv"


def test_client_job_and_inspector_are_told_in_set_up_and_stand_on_the_page(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 60")
    analyst.say("12 roots 30%")
    analyst.step("Set up")
    for label, value in (("Client", "Hesper Estates"), ("Job number", "1182"), ("Looked at by", "R. Quill")):
        box = analyst.page.get_by_label(label, exact=True)
        box.fill(value)
        box.press("Tab")
        expect(analyst.said).not_to_have_text("")
    analyst.step("Report")
    page = analyst.page.locator("[data-page]").first
    expect(page).to_contain_text("for Hesper Estates · job 1182 · looked at by R. Quill")


def test_by_keys_alone_a_lateral_is_found_opened_and_named_in_the_title(analyst: Analyst) -> None:
    page = analyst.page
    two_laterals(analyst, "Yarrow Way 70", "Yarrow Way 71")
    expect(page).to_have_title("Yarrow Way 71, Log · Bell Stone")
    page.keyboard.press("Control+k")
    page.get_by_label("What to find or do").fill("open collapse")
    expect(page.get_by_role("listbox", name="Found").get_by_role("option")).to_have_count(
        0
    )  # the lateral's own words, all of them
    page.get_by_label("What to find or do").fill("clay collapse")
    expect(page.get_by_role("option", name="Open Yarrow Way 70")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page).to_have_title("Yarrow Way 70, Log · Bell Stone")
    analyst.home()
    expect(page).to_have_title("Laterals · Bell Stone")
    page.keyboard.press("Control+k")
    page.keyboard.type("new")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name", exact=True)).to_be_visible()


def test_what_is_typed_right_after_ctrl_k_is_typed_into_its_box(analyst: Analyst) -> None:
    """A dialog asks for the focus some time after it is drawn: on a busy machine the first words went nowhere."""
    page = analyst.page
    page.add_init_script(
        "const soon = window.setTimeout; window.setTimeout = (f, ms, ...rest) => soon(f, (ms || 0) + 600, ...rest);"
    )
    analyst.home()
    expect(page.get_by_role("button", name="New", exact=True)).to_be_visible()
    page.keyboard.press("Control+k")
    page.keyboard.type("new")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name", exact=True)).to_be_focused()


def test_enter_opens_what_answers_to_the_words_not_to_those_before(analyst: Analyst) -> None:
    page = analyst.page
    two_laterals(analyst, "Yarrow Way 72", "Yarrow Way 73")
    analyst.home()
    expect(page.get_by_role("button", name="New", exact=True)).to_be_visible()
    page.keyboard.press("Control+k")
    expect(page.get_by_role("option", name="Open Yarrow Way 73")).to_be_visible()

    def late(route: Route) -> None:
        time.sleep(0.4)
        route.continue_()

    page.route("**/api/laterals?*", late)
    page.keyboard.type("clay collapse")
    page.keyboard.press("Enter")
    expect(page).to_have_title("Yarrow Way 72, Log · Bell Stone")


def test_a_line_is_on_its_way_before_it_is_drawn(analyst: Analyst) -> None:
    """The request waits for no frame and no timer of the page: here the next of either comes five seconds late."""
    page = analyst.page
    analyst.new("Yarrow Way 74")
    analyst.entry.fill("12 roots 30%")
    expect(analyst.reading).to_contain_text("30 %")
    page.evaluate(
        """() => {
        const soon = window.setTimeout;
        window.setTimeout = (f, ms, ...rest) => soon(f, (ms || 0) + 5000, ...rest);
        window.requestAnimationFrame = (f) => soon(f, 5000);
    }"""
    )
    with page.expect_request("**/lines", timeout=3000):
        page.keyboard.press("Enter")


def test_an_address_opens_at_its_footage_and_a_wrong_one_says_so(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 80")
    analyst.paste(RUN + "12 collapse\n25 roots slight\n40 main")
    page.goto(f"{page.url}?at=25")
    section = page.get_by_role("complementary").first
    expect(analyst.row("roots")).to_have_attribute("data-on", "true")
    expect(section).to_contain_text("25")
    page.goto(f"{analyst.address}/laterals/7")
    expect(page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
    page.get_by_role("link", name="Go to Laterals").click()
    expect(page.get_by_role("button", name="New", exact=True)).to_be_visible()


def test_the_first_tab_skips_to_the_work(analyst: Analyst) -> None:
    analyst.home()
    expect(analyst.page.get_by_role("button", name="New", exact=True)).to_be_visible()
    analyst.page.keyboard.press("Tab")
    expect(analyst.page.get_by_role("link", name="Skip to the work")).to_be_focused()


def test_dark_follows_the_system_until_it_is_set(analyst: Analyst) -> None:
    page = analyst.page
    page.emulate_media(color_scheme="dark")
    analyst.new("Yarrow Way 90")
    root = page.locator("html")
    expect(root).to_have_attribute("data-mantine-color-scheme", "dark")
    page.emulate_media(color_scheme="light")
    expect(root).to_have_attribute("data-mantine-color-scheme", "light")
    page.get_by_role("button", name="dark", exact=True).click()
    page.reload()
    expect(root).to_have_attribute("data-mantine-color-scheme", "dark")


def test_at_390_px_a_whole_job_is_done_with_nothing_cut_or_of_no_width(analyst: Analyst) -> None:
    page = analyst.page
    page.set_viewport_size({"width": 390, "height": 800})
    analyst.new("Yarrow Way 95")
    analyst.paste(RUN + "12 roots ball 60% top joint\n20 offset drop 1/2in\n30-36 standing 1in rest\n40 main")
    analyst.row("roots").scroll_into_view_if_needed()
    what = analyst.row("roots").get_by_text("roots").first.bounding_box()
    assert what is not None and what["width"] > 70
    for name in ("undo", "save as…", "section"):
        box = page.get_by_role("button", name=name).bounding_box()
        assert box is not None and box["x"] >= 0 and box["x"] + box["width"] <= 390 and box["y"] < 110, (name, box)
    analyst.row("offset").get_by_title("Edit in place").click()
    cell = page.get_by_label("Edit the finding")
    expect(cell).to_be_focused()
    box = cell.bounding_box()
    assert box is not None and box["x"] >= 0 and box["x"] + box["width"] <= 390
    cell.fill("20 offset drop 3/4in")
    cell.press("Enter")
    expect(analyst.row("offset")).to_contain_text("0.75 in")
    page.get_by_role("button", name="undo").click()
    expect(analyst.row("offset")).to_contain_text("0.5 in")
    for step in ("Set up", "Pipe", "Water", "Judge", "Dig", "Report", "Log"):
        link = page.get_by_role("navigation", name="Steps").get_by_role("link", name=step)
        box = link.bounding_box()
        assert box is not None and box["x"] + box["width"] <= 390.5, step
        link.click()
        expect(link).to_have_attribute("data-on", "true")
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= 390, step
        panel = page.locator("[data-panel]")
        assert panel.evaluate("e => e.scrollWidth - e.clientWidth") <= 1, step


def test_what_is_typed_and_not_saved_outlives_a_reload_and_a_stopped_server(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 97")
    analyst.say("12 roots 30%")
    address = page.url
    analyst.row("roots").dblclick()
    page.get_by_label("Edit the finding").fill("12 roots 35%")
    page.reload()
    analyst.row("roots").dblclick()
    expect(page.get_by_label("Edit the finding")).to_have_value("12 roots 35%")
    page.get_by_label("Edit the finding").press("Escape")
    analyst.row("roots").dblclick()
    expect(page.get_by_label("Edit the finding")).to_have_value("12 roots 30%")  # left as it was
    page.get_by_label("Edit the finding").press("Escape")

    analyst.entry.fill("44 cur")
    page.route("**/*", lambda route: route.abort())  # the server is down
    analyst.step("Judge")  # a step that was not loaded yet
    expect(page.get_by_role("alert")).to_contain_text("What you typed is kept")
    page.unroute("**/*")
    page.goto(address)
    expect(analyst.entry).to_have_value("44 cur")
    analyst.entry.fill("44 roots slight")
    analyst.entry.press("Enter")
    expect(analyst.entry).to_have_value("")
    expect(analyst.said).to_contain_text("Added")  # a line whose answer never came would be kept, to be safe
    page.reload()
    expect(analyst.row("roots, slight")).to_be_visible()
    expect(analyst.entry).to_have_value("")
    analyst.errors.clear()  # the requests that were refused here


def test_a_page_not_heard_yet_is_kept(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 98")
    page.get_by_role("button", name="paste notes").click()
    page.get_by_label("Notes, one thing a line").fill("12 roots 30%\n20 hole 1in")
    page.reload()
    page.get_by_role("button", name="paste notes").click()
    expect(page.get_by_label("Notes, one thing a line")).to_have_value("12 roots 30%\n20 hole 1in")
    page.get_by_role("button", name="Hear the page").click()
    expect(analyst.drafts.first).to_be_visible()


def test_a_long_import_shows_how_far_it_is_and_is_called_off(analyst: Analyst, tmp_path, monkeypatch) -> None:
    step = Work.step

    def slow(work: Work, done: int, of: int) -> None:
        time.sleep(0.2)
        step(work, done, of)

    monkeypatch.setattr(Work, "step", slow)
    page = analyst.page
    analyst.new("Yarrow Way 99")
    table = tmp_path / "log.csv"
    table.write_text("counter,grade\n" + "".join(f"{n / 10:.1f},2\n" for n in range(3000)))
    page.get_by_role("button", name="import a table").click()
    page.get_by_text("pitch log").click()
    page.get_by_label("The CSV file").set_input_files(table)
    page.get_by_role("button", name="Add all 3000").click()
    expect(page.get_by_role("progressbar", name="Rows read")).to_be_visible()
    page.get_by_role("button", name="Cancel").click()
    expect(page.get_by_role("alert").filter(has_text="Cancelled: nothing was added")).to_be_visible()
    assert page.get_by_role("button", name="undo").is_disabled()
    monkeypatch.setattr(Work, "step", step)
    page.get_by_role("button", name="Add all 3000").click()
    expect(analyst.said).to_contain_text("Imported 3000 rows of pitch")


def test_a_session_that_is_over_says_how_to_get_in_again(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 96")
    analyst.page.context.clear_cookies()
    analyst.say_refused("12 roots 30%")
    expect(analyst.said).to_contain_text("open the address that the terminal printed")
    analyst.page.goto(analyst.address)
    expect(analyst.page.get_by_role("heading", name="This desk is shut to strangers")).to_be_visible()
    analyst.page.goto(f"{analyst.address}/?key={settings.DOOR_KEY}")
    analyst.page.get_by_role("link", name="Yarrow Way 96").click()
    expect(analyst.entry).to_have_value("12 roots 30%")  # nothing was lost
    analyst.entry.press("Enter")
    expect(analyst.row("roots")).to_be_visible()


def test_many_rows_are_shown_by_kind(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 94")
    joints = "\n".join(f"{50 + n} joint" for n in range(30))
    analyst.paste(RUN + f"30 hole 1in\n12 roots 30%\n15 roots slight\n{joints}\n90 main")
    page.get_by_label("Which kinds").select_option("roots")
    expect(analyst.rows).to_have_count(2)
    expect(page.get_by_text("2 of 34 shown")).to_be_visible()
    page.get_by_label("Which order").select_option("of telling")
    expect(analyst.rows.first).to_contain_text("12.0")
