"""What is told to those who dig or line: a dig's ends moved by hand, the room a liner has to end in."""

from playwright.sync_api import expect

from tests.browser.conftest import Analyst

PAGE = "run A front cleanout clay 4in, facing main, counts to main\n24 joint\n30-31 collapse\n36 joint\n60 main"


def test_ends_are_moved_with_a_reason_told_everywhere_and_left_as_computed_again(analyst: Analyst) -> None:
    analyst.new("Alder Close 1")
    analyst.paste(PAGE)
    analyst.step("Dig")
    dig = analyst.page.get_by_label("Dig 1", exact=True)
    expect(dig).to_contain_text("working room")
    dig.get_by_role("button", name="move its ends").click()
    form = dig.get_by_label("Ends of the dig")
    form.get_by_label("Dig from, ft").fill("29")
    form.get_by_label("Dig to, ft").fill("37")
    expect(form.get_by_role("status")).to_contain_text("upstream end: 1.0 ft beyond what was seen, less than the 2 ft")
    expect(form.get_by_role("status")).to_contain_text("downstream end: past the joint at 36.0 ft")
    expect(form.get_by_role("button", name="set them")).to_be_disabled()
    form.get_by_label("Why the ends are moved").fill("the gas meter stands there")
    form.get_by_label("Why the ends are moved").press("Enter")
    expect(dig).to_contain_text("29.0–37.0 ft, set by hand")
    expect(dig).to_contain_text("Ends set by hand: the gas meter stands there")
    for step, place in (("Judge", "section[aria-label='Where one would dig']"), ("Report", "[data-page]")):
        analyst.step(step)
        expect(analyst.page.locator(place)).to_contain_text("29.0–37.0 ft")
        expect(analyst.page.locator(place)).to_contain_text("Ends set by hand: the gas meter stands there")
    analyst.step("Dig")
    dig.get_by_role("button", name="as computed").click()
    expect(dig.locator("[data-ends]")).not_to_contain_text("set by hand")


def test_ends_that_are_no_dig_say_what_is_wanted_and_lose_nothing(analyst: Analyst) -> None:
    analyst.new("Alder Close 2")
    analyst.paste(PAGE)
    analyst.step("Dig")
    dig = analyst.page.get_by_label("Dig 1", exact=True)
    dig.get_by_role("button", name="move its ends").click()
    form = dig.get_by_label("Ends of the dig")
    form.get_by_label("Dig to, ft").fill("here")
    expect(form.get_by_role("status")).to_contain_text("Two footages")
    expect(form.get_by_role("button", name="set them")).to_be_disabled()
    form.get_by_label("Dig to, ft").press("Escape")
    expect(form).to_have_count(0)


def test_the_room_for_a_liner_is_the_same_at_pipe_and_on_the_page(analyst: Analyst) -> None:
    analyst.new("Alder Close 3")
    analyst.paste("run A front cleanout clay 4in, facing main, counts to main\n40 hole 1in")
    analyst.step("Pipe")
    grip = analyst.page.locator("[data-grip]")
    expect(grip).to_have_text("▲ Grip for a liner not known: the main past the last defect has no footage.")
    analyst.step("Log")
    analyst.say("46 main")
    analyst.step("Pipe")
    expect(grip).to_contain_text("Grip for a liner: 6.0 ft")
    expect(grip).to_contain_text("enough")
    said = grip.inner_text()
    analyst.step("Report")
    expect(analyst.page.locator("[data-page]")).to_contain_text(said)
