"""The desk in windows of other shapes: a tablet upright, twice the size, the ends of the strip; nothing cut, nothing squeezed."""

from tests.browser.conftest import Analyst

RUN = "run A front cleanout clay 4in, facing main, counts to main\n"
TOLD = "house built 1958\nplanned: from the back cleanout\ncounted 14 joints from 10 to 30\n"


def test_on_a_tablet_a_row_takes_the_whole_width_also_beside_rows_without_a_finding(analyst: Analyst) -> None:
    page = analyst.page
    page.set_viewport_size({"width": 820, "height": 1180})
    analyst.new("Yarrow Way 101")
    analyst.paste(RUN + "12 roots ball 60% top joint\n20-30 condition poor\n40 main\n" + TOLD)
    row = analyst.row("condition, poor")
    row.scroll_into_view_if_needed()
    box, words = row.bounding_box(), row.get_by_text("condition, poor").first
    assert box is not None and box["width"] > 780
    assert words.evaluate("e => e.scrollWidth - e.clientWidth") <= 1
    fact = page.locator("tr[data-told=fact]").first.bounding_box()
    assert fact is not None and fact["width"] > 780
    row.get_by_title("Edit in place").click()  # the row being edited squeezes none either
    access = page.locator("[data-finding-row]").first.bounding_box()
    assert access is not None and access["width"] > 780


def test_on_a_phone_what_was_told_can_be_taken_out(analyst: Analyst) -> None:
    page = analyst.page
    page.set_viewport_size({"width": 390, "height": 800})
    analyst.new("Yarrow Way 102")
    analyst.paste(RUN + "12 roots\n40 main\n" + TOLD)
    planned = page.locator("tr[data-told=fact]").filter(has_text="planned")
    planned.get_by_title("Take it out").click()
    planned.wait_for(state="detached")


def test_at_twice_the_size_the_line_stands_whole_and_nothing_of_the_head_is_cut(analyst: Analyst) -> None:
    page = analyst.page
    page.set_viewport_size({"width": 640, "height": 400})
    analyst.new("Yarrow Way 103")
    analyst.paste(RUN + "12 roots 30%\n40 main")
    box = analyst.entry.bounding_box()
    assert box is not None and box["y"] + box["height"] < 300
    for name in ("undo", "save as…", "section"):
        button = page.get_by_role("button", name=name).bounding_box()
        assert button is not None and button["x"] + button["width"] <= 640, name
    for step in ("Set up", "Log", "Pipe", "Water", "Judge", "Dig", "Report"):
        link = page.get_by_role("navigation", name="Steps").get_by_role("link", name=step)
        assert link.evaluate("e => e.scrollWidth - e.clientWidth") <= 1, step


def test_the_footage_at_the_cursor_stands_whole_at_either_end(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 104")
    analyst.paste(RUN + "0 access\n12 roots 30%\n40 main")
    strip = page.locator("[data-cursor]").locator("xpath=..").bounding_box()
    assert strip is not None
    for words in ("access", "main"):
        analyst.row(words).click()
        flag = page.locator("[data-cursor] span").bounding_box()
        assert (
            flag is not None
            and flag["x"] >= strip["x"] + 100
            and flag["x"] + flag["width"] <= strip["x"] + strip["width"] + 1
        ), words


def test_the_account_of_a_line_keeps_its_spaces_whatever_stood_there_before(analyst: Analyst) -> None:
    page = analyst.page
    analyst.new("Yarrow Way 105")
    for line in ("still need to run it from the back cleanout", "main is about 85 feet"):
        analyst.entry.fill(line)
        page.locator("[data-account]").get_by_text(line.split()[0]).first.wait_for()
        page.wait_for_load_state("networkidle")
    main, feet = (
        page.locator("[data-account] [data-use]")
        .nth(n)
        .evaluate("e => e.getBoundingClientRect().width / e.textContent.length")
        for n in (0, 4)
    )
    assert abs(main - feet) < 0.05  # as wide a character, its space as well
