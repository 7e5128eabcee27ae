"""A person who talks as people do: a job in plain English, with the keyboard, from New to a page that can be handed over."""

from playwright.sync_api import expect

from tests.browser.conftest import DEMO, Analyst

JOB = [
    ("light roots at the joint at thirteen feet", "13 roots light joint"),
    ("it changes from cast iron to clay at twenty two", "22 change iron > clay"),
    ("hairline crack up top around 27 feet", "~27 crack hairline top"),
    ("the joint has dropped about half an inch at 31 feet", "31 offset drop ~0.5in"),
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
        "offset, drop, about 0.5 in",
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


def test_a_dictated_recording_is_reviewed_by_the_keyboard_alone(analyst: Analyst, samples: int) -> None:
    """Six minutes of WebVTT: walked, accepted, one of its meanings chosen, edited, refused; undo takes a whole acceptance back."""
    page = analyst.page
    analyst.home()
    page.get_by_role("link", name="Linnet Yard 3").first.click()
    expect(analyst.entry).to_be_focused()
    for key in ("Tab", "Tab", "Tab", "Enter"):  # past paste and import: hear them
        page.keyboard.press(key)
    expect(analyst.drafts.first).to_be_focused()
    counts = analyst.review.locator("[data-counts]")
    expect(counts).to_contain_text("0 accepted")
    marks = page.locator("[data-draft-mark]")
    expect(marks.nth(10)).to_be_attached()
    expect(analyst.rows).to_have_count(0)  # nothing drafted is in the record, nothing rates

    wye = analyst.drafts.filter(has_text="that's the kitchen")
    while "true" not in (wye.get_attribute("aria-current") or ""):
        page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(wye).to_contain_text("accepted")
    expect(analyst.rows).to_have_count(1)
    expect(analyst.row("kitchen")).to_contain_text("0:46")

    scratch = analyst.drafts.filter(has_text="or a scratch")
    while "true" not in (scratch.get_attribute("aria-current") or ""):
        page.keyboard.press("ArrowDown")
    page.keyboard.press("e")
    edited = page.get_by_label("The line it enters as")
    expect(edited).to_be_focused()
    edited.press("ControlOrMeta+a")
    page.keyboard.type("52 crack? hairline")
    page.keyboard.press("Enter")
    expect(scratch).to_contain_text("accepted")
    expect(analyst.rows).to_have_count(2)

    page.keyboard.press("Delete")  # the next that waits is no finding
    expect(analyst.drafts.filter(has_text="not a finding")).to_have_count(1)
    page.keyboard.press("Shift+A")
    expect(counts).to_contain_text("0 heard")
    expect(analyst.row("roots, ball, 60 %")).to_contain_text("33.0")
    everything = analyst.rows.count()
    assert everything > 15
    page.keyboard.press("ControlOrMeta+z")
    expect(analyst.rows).to_have_count(2)
    page.keyboard.press("ControlOrMeta+Shift+z")
    expect(analyst.rows).to_have_count(everything)


def test_what_is_under_review_outlives_the_window_and_what_is_asked_stays(analyst: Analyst) -> None:
    analyst.new("Tern Court 6")
    analyst.hear("roots at 22\ndrop at 35\nlight roots at 31 zorp")
    analyst.drafts.first.press("Enter")
    expect(analyst.rows).to_have_count(1)
    analyst.page.reload()
    expect(analyst.review).to_contain_text("1 accepted")
    analyst.drafts.filter(has_text="zorp").click()
    analyst.page.keyboard.press("1")
    expect(analyst.row("roots, light")).to_contain_text("31.0")
    analyst.review.get_by_role("button", name="Done").click()
    kept = analyst.page.get_by_label("Lines kept as said")
    expect(kept).to_contain_text("drop at 35")
    kept.get_by_role("button", name="35 offset drop").click()
    expect(analyst.row("offset, drop")).to_contain_text("35.0")


def test_a_file_of_timed_words_is_opened(analyst: Analyst) -> None:
    analyst.new("Tern Court 7")
    analyst.page.get_by_role("button", name="paste notes").click()
    analyst.page.get_by_label("open a file").set_input_files(DEMO / "11-linnet-yard.vtt")
    expect(analyst.review).to_contain_text("11-linnet-yard.vtt")
    expect(analyst.drafts.filter(has_text="root ball")).to_contain_text("33 roots ball 60%")


def test_the_house_and_whose_the_pipe_is_reach_the_page_and_the_dig(analyst: Analyst) -> None:
    analyst.new("Tern Court 6")
    for said, line in (
        ("the house was built in 1958", "house built 1958"),
        ("they snaked it last week to 60 feet", "cleaned before: they snaked it last week to 60 feet"),
        ("under the driveway from 20 to 34", "20-34 surface driveway"),
        ("everything past 25 is the city's", "25 on owned the city"),
        ("the pipe's collapsed at 28", "28 collapse"),
    ):
        analyst.entry.fill(said)
        expect(analyst.reading).to_contain_text(f"= {line}")
        analyst.entry.press("Enter")
        expect(analyst.entry).to_have_value("")
    facts = analyst.page.locator("tr[data-told=fact]")
    expect(facts).to_have_count(2)
    facts.filter(has_text="snaked").hover()
    facts.filter(has_text="snaked").get_by_role("button").click()
    expect(facts).to_have_count(1)
    analyst.page.keyboard.press("Control+z")
    expect(facts).to_have_count(2)
    analyst.step("Report")
    page = analyst.page.locator("[data-page]")
    expect(page).to_contain_text("The house and the visit")
    expect(page).to_contain_text("to restore: driveway; whose: the city")
