"""A person who talks as people do: a job in plain English, with the keyboard, from New to a page that can be handed over."""

from playwright.sync_api import expect

from tests.browser.conftest import Analyst

JOB = [
    ("light roots at the joint at thirteen feet", "13 roots light joint"),
    ("it changes from cast iron to clay at twenty two", "22 change iron > clay"),
    ("hairline crack up top around 27 feet", "~27 crack hairline top"),
    ("the joint has dropped about half an inch at 31 feet", "31 offset drop 0.5in"),
    ("there's a wye on the left at 44", "44 fitting wye left"),
    ("no roots at 50", "50 none: roots"),
    ("we reached the main at 62 feet", "62 main"),
]


def test_a_job_told_in_plain_english(analyst: Analyst) -> None:
    analyst.new("Tern Court 3")
    for said, line in JOB:
        analyst.entry.fill(said)
        expect(analyst.reading).to_contain_text(f"= {line}")
        expect(analyst.reading.locator("[data-use=none]")).to_have_count(0)
        analyst.entry.press("Enter")
        expect(analyst.entry).to_have_value("")
    expect(analyst.rows).to_have_count(len(JOB))
    analyst.step("Report")
    page = analyst.page.locator("body")
    for words in (
        "roots, light",
        "crack, hairline",
        "offset, drop, 0.5 in",
        "fitting, wye",
        "no roots",
        "vitrified clay",
        "62.0 ft",
    ):
        expect(page).to_contain_text(words)


def test_a_word_nobody_understands_is_underlined_and_one_key_takes_the_rest(analyst: Analyst) -> None:
    analyst.new("Tern Court 4")
    analyst.entry.fill("light roots at 31 zorp")
    lost = analyst.reading.locator("[data-use=none]")
    expect(lost).to_have_text("zorp")
    analyst.entry.press("Enter")
    expect(analyst.entry).to_have_value("light roots at 31 zorp")  # asked: nothing entered, nothing lost
    analyst.entry.press("Alt+1")
    expect(analyst.entry).to_have_value("")
    expect(analyst.row("roots, light")).to_contain_text("31.0")


def test_a_pasted_page_waits_with_its_meanings(analyst: Analyst) -> None:
    analyst.new("Tern Court 5")
    analyst.paste(
        "roots at 22, 25 and 28\nowner says it collapsed at 60\ndrop at 35, half an inch\nlight roots at 31 zorp"
    )
    kept = analyst.page.get_by_label("Lines kept as said")
    expect(kept).to_contain_text("owner says it collapsed at 60")
    expect(kept).to_contain_text("light roots at 31 zorp")
    expect(analyst.rows).to_have_count(4)
    expect(analyst.row("collapse")).to_have_count(0)
    kept.get_by_role("button", name="31 roots light").click()
    expect(kept).not_to_contain_text("zorp")
    expect(analyst.row("roots, light")).to_contain_text("31.0")
