"""Many rows at once, as a person marks and changes them."""

from playwright.sync_api import expect

from tests.browser.conftest import Analyst

PAGE = "run A front cleanout 4in clay, facing main, counts to main\n12 roots 30%\n20 crack top\n28 roots 10%\n36 hole 1in\n60 main"


def mark(analyst: Analyst, row: int, shift: bool = False) -> None:
    analyst.page.get_by_role("button", name=f"Mark row {row}", exact=True).click(modifiers=["Shift"] if shift else [])


def test_words_are_added_to_each_marked_row_and_one_undo_takes_them_back(analyst: Analyst) -> None:
    analyst.new("Bramble Row 1")
    analyst.paste(PAGE)
    mark(analyst, 1)
    mark(analyst, 3, shift=True)
    bar = analyst.page.get_by_role("group", name="Marked rows")
    expect(bar).to_contain_text("3 rows marked")
    words = bar.get_by_label("Words added to each marked row")
    words.fill("joint")
    words.press("Enter")
    expect(analyst.said).to_contain_text("“joint” added to 3 rows")
    expect(analyst.rows.filter(has_text="joint")).to_have_count(3)
    analyst.page.keyboard.press("Escape")
    analyst.page.keyboard.press("Control+z")
    expect(analyst.rows.filter(has_text="joint")).to_have_count(0)


def test_a_row_that_cannot_take_the_words_leaves_all_as_they_were(analyst: Analyst) -> None:
    analyst.new("Bramble Row 2")
    analyst.paste(PAGE)
    mark(analyst, 1)
    mark(analyst, 4)
    bar = analyst.page.get_by_role("group", name="Marked rows")
    words = bar.get_by_label("Words added to each marked row")
    words.fill("curtain")
    words.press("Enter")
    expect(bar).to_contain_text("No row was changed")
    expect(words).to_have_value("curtain")
    expect(analyst.rows.filter(has_text="curtain")).to_have_count(0)


def test_marked_rows_are_copied_as_lines_and_taken_out_together(analyst: Analyst) -> None:
    analyst.page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    analyst.new("Bramble Row 3")
    analyst.paste(PAGE)
    mark(analyst, 1)
    mark(analyst, 2)
    bar = analyst.page.get_by_role("group", name="Marked rows")
    bar.get_by_role("button", name="copy as lines").click()
    expect(bar).to_contain_text("copied")
    lines = analyst.page.evaluate("navigator.clipboard.readText()")
    assert lines.splitlines() == ["12 roots 30%", "20 crack top"]
    bar.get_by_role("button", name="take out").click()
    expect(analyst.said).to_contain_text("2 rows taken out")
    expect(bar).to_have_count(0)
    expect(analyst.rows).to_have_count(3)
    analyst.new("Bramble Row 4")
    analyst.paste(f"run A front cleanout 4in clay, facing main, counts to main\n{lines}")
    expect(analyst.rows).to_have_count(2)


def test_up_and_down_in_an_edited_row_go_on_to_the_next(analyst: Analyst) -> None:
    analyst.new("Bramble Row 5")
    analyst.paste(PAGE)
    analyst.row("roots, 30 %").dblclick()
    cell = analyst.page.get_by_label("Edit the finding")
    cell.fill("12 roots 40%")
    cell.press("ArrowDown")
    expect(cell).to_have_value("20 crack top")
    expect(analyst.row("roots, 40 %")).to_be_visible()
    cell.press("ArrowUp")
    expect(cell).to_have_value("12 roots 40%")
    cell.press("Escape")
    expect(cell).to_have_count(0)


def test_what_is_there_already_is_asked_about_before_it_is_added(analyst: Analyst) -> None:
    analyst.new("Bramble Row 6")
    analyst.paste(PAGE)
    analyst.entry.fill("20 crack top")
    expect(analyst.reading).to_contain_text("is there already")
    analyst.entry.press("Enter")
    expect(analyst.entry).to_have_value("20 crack top")
    expect(analyst.rows).to_have_count(5)
    analyst.entry.press("Enter")
    expect(analyst.entry).to_have_value("")
    expect(analyst.rows).to_have_count(6)


def test_the_section_says_why_of_the_chosen_finding_not_of_a_worse_one_near(analyst: Analyst) -> None:
    analyst.new("Bramble Row 7")
    analyst.paste(
        "run A front cleanout 4in clay, facing main, counts to main\n31 roots curtain 70%\n31.6 crack top hairline\n60 main"
    )
    why = analyst.page.locator("aside, [data-section]").filter(has_text="pipe").first
    analyst.row("crack").click()
    expect(why).to_contain_text("crack, hairline")
    analyst.row("roots").click()
    expect(why).to_contain_text("roots, curtain, 70 %")


def test_what_can_be_typed_is_shown_until_three_things_were_said(analyst: Analyst) -> None:
    analyst.new("Bramble Row 8")
    first = analyst.page.locator("[data-first-lines]")
    first.get_by_role("button", name="main at 88").click()
    expect(analyst.entry).to_have_value("main at 88")
    expect(analyst.entry).to_be_focused()
    analyst.entry.fill("")
    for line in ("12 roots 30%", "20 crack top"):
        analyst.say(line)
    expect(first).to_be_visible()
    analyst.say("28 hole 1in")
    expect(first).to_have_count(0)


def test_what_is_told_in_a_long_table_comes_into_view_whole(analyst: Analyst) -> None:
    """Of more than sixty rows only those in view are drawn; the entry and the heads stand over the first of them."""
    analyst.new("Bramble Row 8")
    analyst.paste(
        PAGE.replace("60 main", "\n".join(f"{40 + n}.5 roots {n % 9 + 1}0%" for n in range(70)) + "\n190 main")
    )
    for line, words in (
        ("100.2 crack top", "100.2"),
        ("14.2 hole 1in", "14.2"),
        ("62.2 crack top", "62.2"),
        ("150.2 hole", "150.2"),
    ):
        analyst.say(line)
        row = analyst.row(words)
        expect(row).to_have_attribute("data-on", "true")
        expect(row).to_be_in_viewport(ratio=1)
        box, head = row.bounding_box(), analyst.page.locator("th").first.bounding_box()
        assert box and head and box["y"] >= head["y"] + head["height"] - 1, line
        hint = analyst.reading.bounding_box()
        assert hint and head["y"] >= hint["y"] + hint["height"] - 1, "the heads stand under the entry, not behind it"
