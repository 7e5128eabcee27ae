"""The water at the API: bands, what if, a reading taken anew, a flush test run, cached, cancelled."""

import time
from pathlib import Path
from typing import Any

import pytest

from bellstone.desk.actions import flush
from bellstone.desk.actions.create import create
from bellstone.desk.models import StoredFlush
from bellstone.engine.process import EngineRuns
from bellstone.formats import lateral_file
from tests.desk.conftest import Desk

SAMPLE = Path(__file__).parents[2] / "bellstone" / "demo" / "10-plover-rise.json"
FLUSH = {"gallons": 1.6, "times": 1, "every_s": 60, "watch_min": 3, "at_ft": None}


@pytest.fixture
def water_id(db: Any) -> int:
    return create(lateral_file.loads(SAMPLE.read_bytes())).pk


def ended(desk: Desk, water_id: int, key: str) -> dict[str, Any]:
    """A flush test's state once it runs no more."""
    for _ in range(200):
        state = desk.send("GET", f"/{water_id}/flush/{key}").json()
        if state["state"] != "running":
            return dict(state)
        time.sleep(0.1)
    raise AssertionError("the engine did not end within 20 s")


def test_bands_follow_the_profile_node_by_node(desk: Desk, water_id: int) -> None:
    shown = desk.send("GET", f"/{water_id}").json()["assessment"]
    bands = desk.send("GET", f"/{water_id}/bands").json()
    assert len(bands["low_ft"]) == len(shown["profile"]["station_ft"])
    assert all(a <= b for a, b in zip(bands["low_ft"], bands["high_ft"], strict=True))
    assert [p["id"] for p in bands["ponds"]] == [p["id"] for p in shown["ponds"]]
    for pond, band in zip(shown["ponds"], bands["ponds"], strict=True):
        assert band["depth_in"][0] - 0.2 <= pond["depth_in"] <= band["depth_in"][1] + 0.2


def test_what_if_changes_nothing(desk: Desk, water_id: int) -> None:
    before = desk.send("GET", f"/{water_id}").json()
    dam = before["assessment"]["removable"][0]["item"]
    without = desk.send("GET", f"/{water_id}/water?without={dam}&main_in=0").json()
    assert {p["cause"] for p in without["ponds"]} == {"lip", "sag"}
    full = desk.send("GET", f"/{water_id}/water?main_in=12").json()
    assert full["ponds"][-1]["depth_in"] == pytest.approx(12, abs=0.01)
    moved = desk.send("GET", f"/{water_id}/water?moved=d2&up_ft=-0.5").json()
    assert moved["profile"]["invert_ft"] != before["assessment"]["profile"]["invert_ft"]
    assert desk.send("GET", f"/{water_id}").json() == before


def test_a_reading_taken_anew_is_an_edit_like_any(desk: Desk, water_id: int) -> None:
    taken = desk.send("POST", f"/{water_id}/readings", {"id": "d2", "value": 3.6}, version=1)
    assert taken.status_code == 200
    assert taken.json()["record"]["visits"][0]["depths"][1]["depth_ft"]["likely"] == 3.6
    refused = desk.send("POST", f"/{water_id}/readings", {"id": "d2", "value": 900}, version=2)
    assert refused.status_code == 422
    assert refused.json()["message"].startswith("value ") and "feet below the ground" in refused.json()["message"]
    undone = desk.send("POST", f"/{water_id}/undo", version=2).json()
    assert undone["record"]["visits"][0]["depths"][1]["depth_ft"]["likely"] == 3.3


def test_running_at_the_cursor(desk: Desk, water_id: int) -> None:
    found = desk.send("GET", f"/{water_id}/running?station_ft=80&gpm=5").json()
    assert found["backup"]["comes_out"] == "floor drain"
    assert 0 < found["depth_in"] < 4
    off = desk.send("GET", f"/{water_id}/running?station_ft=900")
    assert off.status_code == 422 and off.json()["problems"][0]["place"] == "station"


def test_a_flush_test_is_run_once_for_one_shape(desk: Desk, water_id: int) -> None:
    started = desk.send("POST", f"/{water_id}/flush", FLUSH).json()
    done = ended(desk, water_id, started["key"])
    assert done["state"] == "done", done
    assert done["played"]["wait_min"] > 0
    assert len(done["played"]["depth_in"]) == len(done["played"]["seconds"])
    assert StoredFlush.objects.count() == 1
    again = desk.send("POST", f"/{water_id}/flush", FLUSH).json()
    assert (again["state"], again["key"], again["played"]) == ("done", started["key"], done["played"])
    # an edit that leaves the pipe as it is asks nothing of the engine
    desk.send("POST", f"/{water_id}/lines", {"text": "note seen again"}, version=1)
    assert desk.send("POST", f"/{water_id}/flush", FLUSH).json()["key"] == started["key"]


def test_a_failed_or_cancelled_flush_leaves_the_record_as_it_was(
    desk: Desk, water_id: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = desk.send("GET", f"/{water_id}").json()
    for code, state, words in (
        ("import sys; sys.exit(9)", "failed", "exit 9"),
        ("import time; time.sleep(30)", "cancelled", "nothing was changed"),
    ):
        monkeypatch.setattr(flush, "runs", EngineRuns(("python3", "-c", code)))
        key = desk.send("POST", f"/{water_id}/flush", FLUSH).json()["key"]
        if state == "cancelled":
            desk.send("DELETE", f"/{water_id}/flush/{key}")
        found = ended(desk, water_id, key)
        assert found["state"] == state and words in found["trouble"]
    assert StoredFlush.objects.count() == 0
    assert desk.send("GET", f"/{water_id}").json() == before
    assert desk.send("GET", f"/{water_id}/flush/nothing").status_code == 404


def test_the_wait_is_kept_and_questions_a_reading_that_was_sooner(desk: Desk, water_id: int) -> None:
    patch = [{"op": "add", "path": "/visits/0/drain_down_min", "value": 8.0}]
    after = desk.send("PATCH", f"/{water_id}", {"operations": patch, "words": "Drains down"}, version=1).json()
    assert sum("at least 8 min to drain" in w["text"] for w in after["assessment"]["warnings"]) == 3


def test_inverts_come_in_and_go_out_as_a_table(desk: Desk, water_id: int) -> None:
    table = {"text": "station (ft);invert elevation (ft);suspect\n20;99,35;\n90;98,0;yes\n", "mapping": None}
    after = desk.send("POST", f"/{water_id}/tables/invert", table, version=1).json()
    found = after["record"]["visits"][0]["inverts"]
    assert [(v["elevation_ft"], v["suspect"]) for v in found] == [(99.35, False), (98.0, True)]
    assert b"99.35" in desk.send("GET", f"/{water_id}/tables/invert").content
