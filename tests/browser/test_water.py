"""The water, as a person works it out: readings in, the shape they make, ponds and what holds them, a flush test."""

import re
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, urlsplit

import pytest
from playwright.sync_api import Locator, Route, expect

from tests.browser.conftest import Analyst

RUN = "run A front cleanout 4in clay, facing main, counts to main\n"


@pytest.fixture
def at_plover_rise(analyst: Analyst, samples: int) -> Analyst:
    analyst.home()
    analyst.page.get_by_role("link", name=re.compile("14 Plover Rise")).click()
    analyst.step("Water")
    return analyst


def ponds(analyst: Analyst) -> Locator:
    return analyst.page.get_by_role("region", name="Ponds")


def side(analyst: Analyst, name: str) -> None:
    analyst.page.get_by_role("radiogroup", name="What to show").get_by_text(name, exact=True).click()


def test_readings_typed_and_imported_make_the_shape_and_a_doubtful_one_is_marked(
    analyst: Analyst, tmp_path: Path
) -> None:
    analyst.new("Heron Walk 1")
    analyst.paste(RUN + "8 roots hair 5% joint\n90 main wye")
    analyst.step("Water")
    expect(ponds(analyst)).to_contain_text("No depth has been read at rest")
    readings = analyst.page.get_by_role("region", name="Readings")
    expect(readings).to_contain_text("grade not given")
    for line in (
        "10 depth 3.0ft ground 100",
        "50 invert 96.1",
        "80 depth 4.6ft ground 100.2",
        "30-36 standing 1in rest",
    ):
        analyst.say(line)
    expect(readings).to_contain_text("3 elevations, one depth at rest, one shore")
    expect(readings.get_by_role("row")).to_have_count(5)
    table = tmp_path / "pitch.csv"
    table.write_text("station (ft),grade (%)\n" + "".join(f"{s / 2},2.1\n" for s in range(90, 160)))
    analyst.page.get_by_role("button", name="import a table").click()
    imported = analyst.page.get_by_role("region", name="Import a table")
    imported.get_by_text("pitch log").click()
    imported.get_by_label("The CSV file").set_input_files(table)
    imported.get_by_role("button", name=re.compile("^Add")).click()
    expect(readings).to_contain_text("70 pitch readings")
    row = readings.get_by_role("row").filter(has_text="invert at 96.10")
    row.get_by_role("button", name="doubt it").click()
    expect(row.get_by_role("button", name="doubtful")).to_have_attribute("aria-pressed", "true")
    row.get_by_role("textbox").fill("95.2")
    row.get_by_role("textbox").press("Enter")
    expect(readings).to_contain_text("invert at 95.20 ft")
    expect(analyst.said).to_contain_text("Reading changed")
    readings.get_by_role("row").filter(has_text="1.0 in of water").get_by_role("button", name="take out").click()
    expect(ponds(analyst)).to_contain_text("No depth has been read at rest")


def test_what_disagrees_is_named_with_how_far_and_what_would_explain_it(analyst: Analyst) -> None:
    analyst.new("Heron Walk 2")
    analyst.paste(f"{RUN}5 invert 99\n20 invert 98.7\n40 invert 98.3\n41 invert 96.9\n60 invert 97.9\n90 main wye")
    analyst.step("Water")
    readings = analyst.page.get_by_role("region", name="Readings")
    out = readings.get_by_role("row").filter(has_text="taken out")
    expect(out).to_have_count(1)
    expect(out).to_contain_text("invert at 96.90 ft")
    expect(out).to_contain_text(re.compile(r"[\d.]+ ft lower than the rest says"))
    expect(out).to_contain_text("metal near the head")
    expect(analyst.page.locator("g[data-told][data-out]")).to_have_count(1)


def test_the_fall_is_taken_out_and_put_back(at_plover_rise: Analyst) -> None:
    page = at_plover_rise.page
    strip = page.locator("[data-strip]")
    expect(strip).not_to_contain_text("fall taken out")
    strip.focus()
    page.keyboard.press("t")
    expect(strip).to_contain_text("fall taken out: level water looks tilted")
    page.get_by_role("button", name="put the fall back").click()
    expect(strip).not_to_contain_text("fall taken out")
    strip.focus()
    page.keyboard.press("v")
    tables = page.get_by_role("dialog")
    tables.get_by_text("Fall", exact=True).click()
    expect(tables.get_by_role("table", name="Fall")).to_contain_text("1.5 in of water at rest")
    expect(tables.get_by_role("table", name="Fall")).to_contain_text("adjusted")


def test_every_pond_has_its_cause_and_drains_without_it(at_plover_rise: Analyst) -> None:
    found = ponds(at_plover_rise)
    rows = found.locator("[data-pond]")
    expect(rows).to_have_count(4)
    for n, cause in enumerate(("a step up at a joint", "the pipe has sagged", "roots or debris", "the main stands")):
        expect(rows.nth(n)).to_contain_text(f"held by: {cause}")
        expect(rows.nth(n)).to_contain_text(re.compile(r"[\d.]+ in \([\d.]+–[\d.]+\)"))
        expect(rows.nth(n)).to_contain_text(re.compile(r"over ½ in \d+ %"))
    expect(rows.nth(1)).to_contain_text(re.compile(r"sag [\d.]+ in \([\d.]+–[\d.]+\) over"))
    found.get_by_role("checkbox", name=re.compile("roots")).check()
    expect(found).to_contain_text(re.compile(r"92\.\d–96\.4 ft drains"))
    expect(rows).to_have_count(3)
    expect(at_plover_rise.page.locator("[data-strip]")).to_contain_text("as if")
    found.get_by_role("button", name="as it is").click()
    expect(rows).to_have_count(4)
    found.get_by_label("The main's level, inches above the outlet").fill("0")
    expect(found).to_contain_text(re.compile(r"11\d\.\d–119\.5 ft drains"))
    expect(at_plover_rise.page.get_by_role("button", name="undo", exact=True)).to_be_disabled()  # nothing was changed


def test_a_reading_dragged_on_the_fall_track_moves_the_pipe_and_is_taken(at_plover_rise: Analyst) -> None:
    page = at_plover_rise.page
    mark = page.locator('g[data-told="d3"]')
    box = mark.locator("path").last.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y + 12, steps=4)
    expect(ponds(at_plover_rise)).to_contain_text("let go to take it")
    page.mouse.up()
    expect(at_plover_rise.said).to_contain_text("Reading changed")
    moved = page.get_by_role("textbox", name=re.compile("^Reading at 79"))
    assert float(moved.input_value()) > 4.0  # deeper than the 4.0 ft that was read
    page.keyboard.press("Control+z")
    expect(moved).to_have_value("4")


def test_a_quick_drag_asks_one_question_at_a_time_and_ends_where_the_pointer_is(at_plover_rise: Analyst) -> None:
    page = at_plover_rise.page
    pipe = page.locator("path[data-invert]")
    moved = page.get_by_role("textbox", name=re.compile("^Reading at 79"))
    held: list[Route] = []

    def drag() -> str:
        expect(page.locator("[data-old]")).to_have_count(0)
        box = page.locator('g[data-told="d3"]').locator("path").last.bounding_box()
        shape = pipe.get_attribute("d")
        assert box is not None and shape is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y + 20, steps=20)
        page.wait_for_timeout(200)
        return shape

    page.route("**/water?*", lambda route: held.append(route))  # a desk that takes its time
    drag()
    assert len(held) == 1
    held[0].continue_()
    for _ in range(100):  # the next question comes when this one is answered, sooner or later
        if len(held) > 1:
            break
        page.wait_for_timeout(100)
    first, last = (float(parse_qs(urlsplit(route.request.url).query)["up_ft"][0]) for route in held)
    assert last < first < 0
    held[1].continue_()
    page.mouse.up()
    expect(moved).to_have_value(f"{4 - last:.2f}".rstrip("0").rstrip("."))
    page.keyboard.press("Control+z")
    expect(moved).to_have_value("4")
    # bands give the track its scale: without them it is the pipe that moves, or not
    page.route("**/bands?*moved*", lambda route: held.append(route))
    as_it_is = drag()
    expect(pipe).to_have_attribute("d", as_it_is)  # not as the drag before left it
    next(route for route in held[2:] if "/water?" in route.request.url).continue_()
    expect(pipe).not_to_have_attribute("d", as_it_is)
    page.unroute_all()
    page.mouse.up()


def test_the_invert_as_read_on_the_visit_before_is_drawn_beside_this_one(analyst: Analyst, samples: int) -> None:
    analyst.home()
    analyst.page.get_by_role("link", name=re.compile("18 Sorrel Gate")).click()
    analyst.step("Water")
    before = analyst.page.locator("path[data-before]")
    expect(before.locator("title")).to_have_text("the invert as read on 2026-10-20")
    assert before.get_attribute("d") != analyst.page.locator("path[data-invert]").get_attribute("d")
    expect(analyst.page.locator("[data-strip]")).to_contain_text("dotted: as read on 2026-10-20")


def test_a_sag_near_the_main_is_milder_once_the_house_rule_is_on(analyst: Analyst) -> None:
    analyst.new("Heron Walk 3")
    inverts = "\n".join(f"{x} invert {100 - x / 40:.3f}" for x in (0, 15, 30, 44))
    analyst.paste(f"{RUN}{inverts}\n50-56 standing 1.5in rest\n62 main wye")
    analyst.step("Judge")
    rules = analyst.page.get_by_role("region", name="House rules")
    rules.get_by_label("Sag near the main").click()
    analyst.page.get_by_role("option", name="one better with good fall above").click()
    analyst.step("Water")
    expect(ponds(analyst)).to_contain_text(re.compile(r"the pipe has sagged.*2\s*note"))


def test_how_water_runs_at_the_cursor_and_what_a_blockage_there_holds(at_plover_rise: Analyst) -> None:
    page = at_plover_rise.page
    side(at_plover_rise, "At the cursor")
    page.locator("[data-strip]").focus()
    page.keyboard.type("85")
    page.keyboard.press("Enter")
    running = page.get_by_role("region", name="Running at the cursor")
    expect(running).to_contain_text("85.0 ft, falls")
    expect(running).to_contain_text(re.compile(r"carries full.*gal/min at [\d.]+ ft/s"))
    expect(running).to_contain_text("backs up to floor drain")
    expect(running).to_contain_text("keep clear of open cleanouts")
    running.get_by_label(re.compile("Flow")).fill("400")
    expect(running).to_contain_text("more than the pipe carries")


def test_the_sag_behind_a_pond_from_two_readings(at_plover_rise: Analyst) -> None:
    """Handbook 2.7: 1 in over 7 ft at 2 % hides 2.0 in, 1.4 to 2.7."""
    side(at_plover_rise, "Two readings")
    tool = at_plover_rise.page.get_by_role("region", name="Sag from two readings")
    expect(tool).to_contain_text("Sag 2.0 in (1.4–2.7) over 9.9 ft")
    expect(tool.get_by_role("img")).to_be_visible()
    tool.get_by_label("water, in").fill("2")
    expect(tool).not_to_contain_text("Sag 2.0 in")
    expect(tool).to_contain_text("The water shows 2 in of it")


def _flush(analyst: Analyst) -> Any:
    side(analyst, "Flush test")
    test = analyst.page.get_by_role("region", name="Flush test")
    test.get_by_role("button", name="Flush").click()
    return test


def test_a_flush_test_is_run_played_and_its_wait_kept(at_plover_rise: Analyst) -> None:
    test = _flush(at_plover_rise)
    expect(test).to_contain_text(re.compile(r"Wait at least [\d.]+ min"), timeout=30_000)
    expect(test).to_contain_text("times are at least")
    at = test.locator("[data-played-at]")
    expect(at).to_contain_text("0:00")
    test.get_by_role("button", name="Play").click()
    expect(at).not_to_contain_text("0:00")
    expect(at_plover_rise.page.locator("path[data-played]")).to_have_count(1)
    test.get_by_role("button", name="Pause").click()
    test.get_by_role("button", name="keep it for this visit").click()
    expect(at_plover_rise.said).to_contain_text("Drains down in at least")
    expect(test).to_contain_text("Kept for this visit")
    side(at_plover_rise, "Readings")
    at_plover_rise.say("75 standing 0.5in rest 0.1 min off")
    expect(at_plover_rise.page.locator("footer")).to_contain_text("▲ 1 to answer")


def test_a_flush_test_can_be_cancelled_and_a_dead_engine_is_told(
    at_plover_rise: Analyst, monkeypatch: pytest.MonkeyPatch
) -> None:
    from bellstone.desk.actions import flush
    from bellstone.engine.process import EngineRuns

    slow = "import time\nfor n in range(400): print('{\"done\": %f}' % (n / 400), flush=True); time.sleep(0.05)"
    monkeypatch.setattr(flush, "runs", EngineRuns(("python3", "-c", slow)))
    test = _flush(at_plover_rise)
    expect(test.get_by_role("progressbar")).to_be_visible()
    test.get_by_role("button", name="Cancel").click()
    expect(test.get_by_role("alert")).to_contain_text("cancelled: nothing was changed")
    monkeypatch.setattr(flush, "runs", EngineRuns(("python3", "-c", "import os; os.kill(os.getpid(), 9)")))
    test.get_by_role("button", name="Flush").click()
    # the look at the one cancelled may still be under way: the engine put in its place does not know it
    expect(test.get_by_role("alert").filter(has_text="signal 9")).to_be_visible(timeout=30_000)
    expect(ponds(at_plover_rise).locator("[data-pond]")).to_have_count(4)


def test_the_rating_says_whether_the_water_was_read_or_computed(analyst: Analyst) -> None:
    analyst.new("Heron Walk 3")
    log = "\n".join(f"{n / 2:g} pitch 1.5%" for n in range(40, 120))
    analyst.paste(f"{RUN}40 offset up 1in joint\n{log}\n80 main wye")
    expect(analyst.rows.filter(has_text="standing")).to_have_count(0)
    analyst.step("Judge")
    judged = analyst.page.get_by_role("region", name="Ratings")
    expect(judged).to_contain_text("computed, not read at rest")
    expect(analyst.page.get_by_role("region", name="Water at rest")).to_contain_text("computed from the pitch log")
