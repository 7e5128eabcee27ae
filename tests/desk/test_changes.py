"""An edit answered with what it changed alone: put into the answer before it, it is the whole answer after it."""

import json
from typing import Any

import jsonpatch
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from bellstone.desk.actions.create import create
from bellstone.desk.store import MOST_STEPS
from benchmarks.pages import lateral_of

ONLY = {"A-IM": "json-patch"}  # RFC 3229, section 10.5.3
LINES = (
    "run A cleanout clay 4in, facing main, counts to main", "12 roots 40% joint", "31-36 standing 1in rest",
    "24 change clay > cast iron 4in", "60 main", "18 offset drop 1/2in joint", "40 depth 6ft", "43 hole 1in", "zorp",
    "plan oak: 20,10", "owner: neighbour's from 40", "12.2 roots 60% joint",
)  # fmt: skip
STEPS = st.lists(st.one_of(st.sampled_from(LINES), st.sampled_from(["undo", "redo", "out"])), min_size=1, max_size=9)


def put_into(whole: dict[str, Any], changed: dict[str, Any]) -> dict[str, Any]:
    """By the jsonpatch package, as RFC 6902 has it."""
    assert changed["since"] == whole["version"]
    head = {name: changed[name] for name in ("id", "version", "said", "undo", "redo")}
    trees = {name: jsonpatch.JsonPatch(changed[name]).apply(whole[name]) for name in ("record", "assessment")}
    return head | trees


def step(desk: Any, at: str, whole: dict[str, Any], said: str) -> Any:
    version = whole["version"]
    if said in ("undo", "redo"):
        return desk.send("POST", f"{at}/{said}", version=version, **ONLY)
    things = whole["assessment"]["findings"]
    if said == "out" and things:
        return desk.send("DELETE", f"{at}/things/{things[len(things) // 2]['id']}", version=version, **ONLY)
    return desk.send("POST", f"{at}/lines", {"text": said}, version, **ONLY)


@settings(max_examples=25, deadline=None, suppress_health_check=list(HealthCheck))
@given(STEPS)
def test_what_changed_put_into_what_was_there_is_the_whole(desk, said) -> None:
    at = f"/{create(lateral_of(3)).pk}"
    whole = desk.send("GET", at).json()
    for line in said:
        got = step(desk, at, whole, line)
        if got.status_code == 226:
            assert got.headers["IM"] == "json-patch"
            whole = put_into(whole, got.json())
            assert {**whole, "said": ""} == desk.send("GET", at).json()
        elif got.status_code == 200:  # the whole is the shorter
            whole = got.json()
        else:
            assert got.status_code in (409, 422)


def test_one_who_does_not_ask_gets_the_whole(desk, lateral_id) -> None:
    got = desk.send("POST", f"/{lateral_id}/lines", {"text": LINES[0]}, 1)
    assert (got.status_code, "IM" in got.headers, got.json()["version"]) == (200, False, 2)
    assert got.json()["record"]["visits"][0]["runs"]


def test_an_edit_that_changes_nothing_has_nothing_to_be_put_anywhere(desk, lateral_id) -> None:
    same = {"words": "as it was", "operations": [{"op": "test", "path": "/site/name", "value": "Alder Row 14"}]}
    got = desk.send("PATCH", f"/{lateral_id}", same, 1, **ONLY)
    assert (got.status_code, got.json()["version"], got.json()["said"]) == (200, 1, "nothing changed")


@pytest.fixture(scope="module")
def long_line() -> Any:
    return lateral_of(2_000)


def test_a_line_more_of_a_long_lateral_is_answered_by_that_line(desk, long_line) -> None:
    at = f"/{create(long_line).pk}"
    whole, got = desk.send("GET", at), desk.send("POST", f"{at}/lines", {"text": "900.3 roots 30% joint"}, 1, **ONLY)
    assert got.status_code == 226
    assert len(got.content) < 10_000
    assert len(whole.content) > 100 * len(got.content)
    assert [o["op"] for o in got.json()["record"] if o["path"].startswith("/visits/0/sightings")] == ["add"]


def test_where_nearly_all_changed_the_whole_is_sent(desk, long_line) -> None:
    """The same lateral with its run's first pipe another: every rating is told anew."""
    at = f"/{create(long_line).pk}"
    run = desk.send("GET", at).json()["record"]["visits"][0]["runs"][0]["id"]
    got = desk.send("PUT", f"{at}/runs/{run}/first-pipe", {"text": "cast iron 6in"}, 1, **ONLY)
    assert (got.status_code, got.json()["version"]) == (200, 2)
    assert len(json.loads(got.content)["assessment"]["findings"]) > MOST_STEPS / 2
