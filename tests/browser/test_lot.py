"""The lot drawn by clicks that write feet, dragged with the mouse, moved by keys: the typed twin says the same."""

import re

from playwright.sync_api import Locator, expect

from tests.browser.conftest import Analyst

PAGE = "run A front cleanout 4in clay, facing main, counts to main\n20 depth 4ft\n30 offset up 1.5in joint\n66 main"


def lot_of(analyst: Analyst, name: str) -> Locator:
    analyst.new(name)
    analyst.paste(PAGE)
    analyst.step("Dig")
    return analyst.page.get_by_role("group", name="The lot from above")


def handle(lot: Locator, name: str) -> Locator:
    return lot.get_by_role("button", name=re.compile(rf"^{name},"))


def pulled(analyst: Analyst, thing: Locator, right: float, down: float, drop: bool = True) -> None:
    box = thing.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    mouse = analyst.page.mouse
    mouse.move(x, y)
    mouse.down()
    mouse.move(x + right / 2, y + down / 2)
    mouse.move(x + right, y + down)
    if drop:
        mouse.up()


def test_a_house_is_drawn_by_four_clicks_in_the_line_being_typed(analyst: Analyst) -> None:
    lot = lot_of(analyst, "Larch Mews 1")
    entry = analyst.page.locator("[data-entry]")
    entry.fill("plan house:")
    expect(analyst.page.locator("[data-moving]")).to_contain_text("Click the lot: its feet are written into the line")
    box = lot.bounding_box()
    assert box is not None
    for across, down in ((0.3, 0.5), (0.6, 0.5), (0.6, 0.2), (0.3, 0.2)):
        lot.click(position={"x": box["width"] * across, "y": box["height"] * down})
    corners = re.findall(r"-?\d+,-?\d+", entry.input_value())
    assert len(corners) == 4
    west, east, _, last = [tuple(map(int, c.split(","))) for c in corners]
    assert west[1] == east[1] and west[0] < east[0] and last[0] == west[0] and last[1] > west[1]
    entry.press("Enter")
    expect(handle(lot, "house, point 4")).to_have_accessible_name(
        f"house, point 4, {last[0]} ft east, {last[1]} ft north: drag it, or arrows and Enter"
    )


def test_a_tree_is_dragged_to_whole_feet_and_undone(analyst: Analyst) -> None:
    lot = lot_of(analyst, "Larch Mews 2")
    analyst.say("plan house: 0,0 40,0 40,30 0,30")
    analyst.say("plan oak: 35,-25")
    oak = handle(lot, "oak")
    expect(oak).to_be_visible()
    pulled(analyst, oak, -60, -40, drop=False)
    said = analyst.page.locator("[data-moving]")
    expect(said).to_contain_text("oak:")
    told = re.search(r"(-?\d+),(-?\d+) ft", said.inner_text())
    assert told is not None
    east, north = told.groups()
    assert int(east) < 35 and int(north) > -25
    expect(oak).to_have_accessible_name(re.compile("35 ft east, -25 ft north"))  # nothing is sent on the way
    analyst.page.mouse.up()
    expect(oak).to_have_accessible_name(re.compile(f"{east} ft east, {north} ft north"))
    analyst.page.keyboard.press("Control+z")
    expect(oak).to_have_accessible_name(re.compile("35 ft east, -25 ft north"))


def test_a_corner_let_go_near_another_thing_stands_on_it(analyst: Analyst) -> None:
    lot = lot_of(analyst, "Larch Mews 3")
    analyst.say("plan house: 0,0 40,0 40,30 0,30")
    analyst.say("plan pole: 60.5,-9.5")
    corner, pole = handle(lot, "house, point 2"), handle(lot, "pole")
    a, b = corner.bounding_box(), pole.bounding_box()
    assert a is not None and b is not None
    pulled(analyst, corner, b["x"] - a["x"] + 4, b["y"] - a["y"] - 3)
    expect(corner).to_have_accessible_name(re.compile("60.5 ft east, -9.5 ft north"))


def test_a_mark_is_moved_by_keys_and_the_stakes_follow(analyst: Analyst) -> None:
    lot = lot_of(analyst, "Larch Mews 4")
    for line in ("plan oak: 35,-25", "plan pole: 10,-45", "mark A 10: at 20,-10", "mark B 60: at 20,-60"):
        analyst.say(line)
    stake = analyst.page.locator("[data-stake]").first
    expect(stake).to_contain_text("ft from oak")
    before = stake.inner_text()
    mark = handle(lot, "mark B")
    mark.focus()
    for key in ("ArrowRight", "ArrowRight", "Shift+ArrowUp"):
        mark.press(key)
    expect(analyst.page.locator("[data-moving]")).to_have_text("mark B: 22,-59.9 ft")
    mark.press("Escape")
    expect(mark).to_have_accessible_name(re.compile("20 ft east, -60 ft north"))
    for _ in range(8):
        mark.press("ArrowRight")
    mark.press("Enter")
    expect(mark).to_have_accessible_name(re.compile("28 ft east, -60 ft north"))
    expect(stake).not_to_have_text(before)


def test_a_mark_that_hangs_on_tapes_is_not_dragged(analyst: Analyst) -> None:
    lot = lot_of(analyst, "Larch Mews 5")
    for line in ("plan oak: 35,-25", "plan pole: 2,-40", "mark A 20: 14.6ft oak, 26.9ft pole, right"):
        analyst.say(line)
    expect(lot.locator("[data-mark=A]")).to_be_visible()
    expect(handle(lot, "oak")).to_be_visible()
    expect(handle(lot, "mark A")).to_have_count(0)
