"""Three invented inspections, each from an empty New to a printed page: nothing dropped, a verdict with reasons."""

import re

from playwright.sync_api import expect

from tests.browser.conftest import Analyst

SIXTEEN = """run A front cleanout 4in clay, facing main, counts to main
31.0 roots hair 5% joint
31.9 crack hairline lengthwise 10-11
32.4 offset drop slight joint
33.0 roots curtain 30% 12-3 joint ; open 1/2in
33.8 crack open lengthwise 11-1 barrel
34.5 break chip 9-10
35.1 roots ball 60% joint ; settled paper 10%
36.0 hole 1in 2-3
36.2 soil seen still
37.0 break shattered ; roots large
37.9 offset up 1/2" joint
38.6 grease 20%
39.4 cracked bell hairline
40.0 roots slight joint
41.2 leaking in drops 1-2
42.0 patch bad edge lifted
58 main wye"""

NO_FOOTAGE = """change pvc > clay
roots curtain 40% joint
change clay > iron
wear heavy pitted
change iron > abs
coupling rubber
change abs > concrete
wear medium aggregate
change concrete > fibre
blister medium
offset up small
main wye"""

LEG_OUT = """run A two-way cleanout 4in clay, facing main, counts to main
7 roots slight joint
15 offset left medium joint
22 open 3/4in joint
41 main tee"""

LEG_BACK = """run B two-way cleanout 4in iron, facing house, counts to house, zero at two-way cleanout, bottom at 9
5 crack open lengthwise 12-3
12 offset up 1/4in
20 change iron > pvc 3in
27 stopped tight bend"""


def printed(analyst: Analyst) -> str:
    """Hand over the page: what is on it in print, and that the print holds it."""
    analyst.step("Report")
    page = analyst.page.locator("[data-page]")
    expect(page).to_be_visible()
    analyst.page.emulate_media(media="print")
    expect(analyst.page.locator("[data-strip]")).to_be_hidden()
    expect(analyst.page.get_by_role("complementary")).to_be_hidden()
    pdf = analyst.page.pdf(format="Letter")
    assert pdf.startswith(b"%PDF") and len(pdf) > 20_000
    words = page.inner_text().replace("\u2060", "").replace("\u00a0", " ")  # what keeps numbers and units on a line
    analyst.page.emulate_media(media="screen")
    assert "Scope and limits" in words and "Cautions" in words and "scheme" in words
    return words


def test_sixteen_close_footages_several_at_one_place(analyst: Analyst) -> None:
    analyst.new("Sorrel Way 12")
    for line in SIXTEEN.splitlines():
        analyst.say(line)
    expect(analyst.rows).to_have_count(20)
    expect(analyst.page.get_by_label("Lines kept as said")).to_have_count(0)
    expect(analyst.verdict).to_have_text("Not serviceable")
    words = printed(analyst)
    for what in (
        "break, shattered",
        "hole, 1 in",
        "soil seen, still",
        "roots, large",
        "cracked bell, hairline",
        "patch bad, edge lifted",
    ):
        assert what in words
    assert "break at 37.0 ft: the shell has failed (rating 5)" in words
    assert len(re.findall(r"± \d", words)) >= 18


def test_no_footage_at_all_six_materials_from_main_to_house(analyst: Analyst) -> None:
    analyst.new("Teasel Row 4", "roof vent", "not known")
    analyst.step("Set up")
    analyst.choose("Head faces", "the house", analyst.page.get_by_role("region", name="Run A"))
    analyst.step("Log")
    analyst.paste(NO_FOOTAGE)
    expect(analyst.rows).to_have_count(12)
    expect(analyst.page.locator("[data-strip]")).to_contain_text("order, not feet")
    # told from main to house: the first thing said is nearest the main, so last in pipe order
    expect(analyst.rows.first).to_contain_text("main, wye")
    expect(analyst.rows.last).to_contain_text("change pvc > clay")
    analyst.step("Judge")
    ways = analyst.page.get_by_role("region", name="Three ways to judge")
    expect(ways.locator("tbody tr")).to_have_count(7)  # six materials and the line
    for name in ("bituminous fibre", "concrete", "ABS", "cast iron", "vitrified clay", "PVC, solid wall"):
        expect(ways).to_contain_text(name)
    expect(ways.locator("tr", has_text="whole line")).to_contain_text("not known")
    words = printed(analyst)
    assert "No footage is known" in words
    for what in ("roots, curtain, 40 %", "wear, pitted, heavy", "blister, medium", "coupling, rubber"):
        assert what in words
    assert "order, not feet" in words


def test_two_legs_from_one_access_one_with_the_picture_rolled(analyst: Analyst) -> None:
    analyst.new("Burdock Lane 77", "two-way cleanout")
    analyst.paste(LEG_OUT)
    analyst.paste(LEG_BACK)
    expect(analyst.rows).to_have_count(8)
    crack = analyst.row("crack, lengthwise, open")
    expect(crack).to_contain_text("-5.0")
    expect(crack).to_contain_text("12–3")  # rolled a quarter and mirrored: 12-3 seen is 12-3 with the flow
    expect(analyst.row("offset, drop")).to_contain_text("-12.0")  # said up while facing the house
    expect(analyst.row("offset, left")).to_contain_text("15.0")
    # what lies beyond the stop is before the axis begins: nothing that was seen is hatched as unseen
    expect(analyst.page.locator('[data-strip] rect[fill="url(#h-unseen)"]')).to_have_count(0)
    analyst.step("Set up")
    run = analyst.page.get_by_role("region", name="Run B")
    analyst.choose("Bottom shows at", "6 o'clock, upright", run)
    expect(run.locator("tr", has_text="5 crack open")).to_contain_text("9–12")
    analyst.page.get_by_role("button", name="undo").click()
    words = printed(analyst)
    assert "run B stopped going up the line: tight bend" in words
    assert "Run B: camera from two-way cleanout, towards the house, 27 ft." in words
    assert "crack, lengthwise, open, 12–3 o'clock" in words
