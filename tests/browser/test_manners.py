"""How the desk behaves when things are empty, wrong, kept or walked through by key."""

import re

from playwright.sync_api import expect

from tests.browser.conftest import Analyst

RUN = "run A front cleanout 4in clay, facing main, counts to main\n"


def test_empty_places_say_one_sentence_and_offer_one_action(analyst: Analyst) -> None:
    analyst.home()
    expect(analyst.page.get_by_text("No laterals yet: press New")).to_be_visible()
    analyst.new("Yarrow Way 1")
    expect(analyst.page.get_by_text("Nothing placed yet: type what you saw first")).to_be_visible()
    analyst.step("Judge")
    expect(analyst.page.get_by_text("No depth has been read at rest")).to_be_visible()
    expect(analyst.page.get_by_text("Nothing is rated yet")).to_be_visible()
    analyst.step("Report")
    expect(analyst.page.locator("[data-page]")).to_contain_text("nothing has been seen yet")


def test_new_wants_a_name_and_an_unknown_lateral_offers_the_way_back(analyst: Analyst) -> None:
    analyst.home()
    analyst.page.get_by_role("button", name="New").click()
    analyst.page.get_by_role("button", name="Start the log").click()
    expect(analyst.page.get_by_role("alert")).to_contain_text("give the lateral a name")
    analyst.page.goto(f"{analyst.address}/lateral/999999/log")
    expect(analyst.page.get_by_text("There is no such lateral")).to_be_visible(timeout=10000)
    analyst.page.get_by_role("link", name="Back to Laterals").click()
    expect(analyst.page.get_by_role("button", name="New")).to_be_visible()


def test_a_kept_line_is_underlined_where_it_fails_and_put_right_in_place(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 2")
    analyst.paste(RUN + "12 rots 30%\n20 hole 1in\n40 main")
    kept = analyst.page.get_by_label("Lines kept as said")
    expect(kept.locator("u")).to_have_text("rots")
    kept.get_by_role("button", name="12 rots 30%").click()
    cell = analyst.page.get_by_label("Put the line right")
    cell.fill("12 roots 30%")
    cell.press("Enter")
    expect(kept).to_have_count(0)
    expect(analyst.row("roots, 30 %")).to_contain_text("12.0")


def test_a_refused_edit_in_place_keeps_the_row_and_what_was_typed(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 3")
    analyst.paste(RUN + "20 hole 1in\n40 main")
    analyst.row("hole").dblclick()
    cell = analyst.page.get_by_label("Edit the finding")
    cell.fill("20 hole 1in ; roots slight")
    cell.press("Enter")
    expect(analyst.said).to_contain_text("a row holds one finding")
    expect(cell).to_have_value("20 hole 1in ; roots slight")
    cell.press("Escape")
    expect(analyst.row("hole, 1 in")).to_contain_text("20.0")


def test_the_whole_log_is_walked_and_filled_by_key_alone(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 4")
    for line in (
        "run A front cleanout 4in clay, facing main, counts to main",
        "20 hole 1in",
        "30 roots 60%",
        "40 main",
    ):
        analyst.page.keyboard.type(line)
        analyst.page.keyboard.press("Enter")
        expect(analyst.entry).to_have_value("")
    expect(analyst.page.locator("tr[data-on]")).to_contain_text("main")  # the cursor goes to what was just added
    analyst.page.keyboard.press("PageUp")
    expect(analyst.page.locator("tr[data-on]")).to_contain_text("roots")
    analyst.page.keyboard.type("31 crack hairline")
    analyst.page.keyboard.press("Control+Enter")
    expect(analyst.row("crack")).to_be_visible()
    expect(analyst.entry).to_have_value("31 crack hairline")  # Ctrl Enter adds and keeps the line
    analyst.page.keyboard.press("Control+/")
    expect(analyst.page.get_by_role("dialog")).to_contain_text("previous or next finding")


def test_a_warning_stays_until_it_is_answered(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 5")
    analyst.paste(RUN + "20-34 standing 5in sink\n40 main")
    expect(analyst.page.locator("footer").last).to_contain_text("▲ 1 to answer")
    analyst.step("Judge")
    answer = analyst.page.get_by_role("region", name="To answer")
    expect(answer).to_contain_text("5 in of water in a 4 in bore")
    answer.get_by_role("button", name="it is so").click()
    expect(answer).to_have_count(0)
    analyst.page.get_by_role("button", name="undo").click()
    expect(answer).to_be_visible()


def test_a_raft_shows_to_scale_and_one_footage_moves_it_home(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 6", zero="not known")
    analyst.paste("roots large\n+3 hole 1in\n+4 crack hairline")
    strip = analyst.page.locator("[data-strip]")
    expect(strip).to_contain_text("raft: type one footage")
    expect(analyst.row("hole")).to_contain_text("raft +3.0")
    analyst.say("50 crack hairline same")
    expect(analyst.row("hole")).to_contain_text("counter 46.0 ft")  # by a counter whose zero is not known
    analyst.say("0 = front cleanout")
    expect(strip).not_to_contain_text("raft")
    expect(analyst.row("hole")).to_contain_text("46.0")
    expect(analyst.row("roots")).to_contain_text(re.compile(r"43\.0.*±"))


def test_the_grade_given_changes_the_sag_and_says_it_was_given(analyst: Analyst) -> None:
    analyst.new("Yarrow Way 7")
    analyst.paste(RUN + "20-27 standing 1in rest\n40 main")
    analyst.step("Judge")
    water = analyst.page.get_by_role("region", name="Water at rest")
    expect(water).to_contain_text("2.08 % assumed")
    expect(water).to_contain_text("sag behind it 2.1 in")
    analyst.step("Set up")
    grade = analyst.page.get_by_label("Grade as laid, %")
    grade.fill("1")
    grade.blur()
    expect(analyst.said).to_contain_text("Grade 1 %")
    analyst.step("Judge")
    expect(water).to_contain_text("1.00 % given")
    expect(water).to_contain_text("sag behind it 1.5 in")  # k = 0.01 * 7 / (4 / 12) = 0.21, 1.21 squared


def test_the_next_line_is_typed_before_the_answer_and_loses_nothing(analyst: Analyst) -> None:
    """A finding is drawn at Enter; an answer that comes later clears no letter, and a refusal brings the line back."""
    analyst.new("Yarrow Way 11")
    analyst.paste(RUN + "60 main")
    page = analyst.page

    def slowly(route) -> None:
        page.wait_for_timeout(700)
        route.continue_()

    page.route("**/lines", slowly)
    analyst.entry.fill("20 hole 1in")
    expect(analyst.reading).to_contain_text("rating")
    analyst.entry.press("Enter")
    expect(analyst.row("hole, 1 in")).to_be_visible()
    expect(analyst.entry).to_have_value("")
    analyst.entry.press_sequentially("31 crack open around")
    expect(analyst.said).to_contain_text("Added “20 hole 1in”")
    expect(analyst.entry).to_have_value("31 crack open around")
    page.unroute("**/lines")
    refusal = '{"message": "No.", "problems": [{"place": "line", "mend": "say it otherwise"}]}'
    page.route("**/lines", lambda route: route.fulfill(status=422, content_type="application/json", body=refusal))
    expect(analyst.reading).to_contain_text("rating")
    analyst.entry.press("Enter")
    expect(analyst.said).to_contain_text("say it otherwise")
    expect(analyst.entry).to_have_value("31 crack open around")
    expect(analyst.rows.filter(has_text="crack")).to_have_count(0)
    page.unroute("**/lines")
