"""The API: the same ladder for each endpoint, and one record edited by patches."""

import json
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings as desk_settings
from django.test import Client
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from bellstone.core.edits import record_from_page
from bellstone.desk.actions.create import create
from bellstone.desk.models import Change, StoredLateral
from bellstone.desk.urls import api
from bellstone.formats import lateral_file

ROOT = Path(__file__).parent.parent.parent
WRITES = [
    ("POST", "/{id}/lines", {"text": "12 roots 30%"}), ("POST", "/{id}/pages", {"page": "12 roots 30%"}),
    ("PUT", "/{id}/sightings/s1", {"text": "12 roots 60%"}), ("PUT", "/{id}/remarks/r1", {"text": "12 roots 60%"}),
    ("DELETE", "/{id}/runs/A", None), ("PUT", "/{id}/runs/A/first-pipe", {"text": "clay 4in"}),
    ("DELETE", "/{id}/things/s1", None), ("PATCH", "/{id}", {"operations": []}), ("POST", "/{id}/undo", None), ("POST", "/{id}/redo", None),
]  # fmt: skip


@pytest.fixture
def logged(desk: Any, lateral_id: int) -> dict[str, Any]:
    return desk.send("POST", f"/{lateral_id}/lines", {"text": "12 roots 30%"}, version=1).json()


@pytest.mark.parametrize(("method", "path", "body"), WRITES)
def test_every_write_wants_the_token_a_lateral_and_the_version_it_saw(desk, logged, method, path, body) -> None:
    here = path.format(id=logged["id"])
    assert desk.send(method, here, body, version=2, **{"X-CSRFToken": "no"}).status_code == 403
    assert desk.send(method, path.format(id=999999), body, version=2).status_code == 404
    stale = desk.send(method, here, body, version=1)
    assert stale.status_code == 409, stale.content
    assert stale.json()["since"] == ["Added “12 roots 30%”"]
    assert desk.send(method, here, body).status_code == 422  # no version at all
    assert StoredLateral.objects.get().version == 2


def test_a_line_is_read_added_assessed_and_said(desk, lateral_id) -> None:
    answer = desk.send("POST", f"/{lateral_id}/lines", {"text": "12 roots ball 90%"}, version=1).json()
    assert answer["version"] == 2
    assert answer["record"]["visits"][0]["sightings"][0]["kind"] == "roots"
    assert answer["assessment"]["verdict"]["verdict"] == "not_serviceable"
    assert "No verdict: nothing seen → Not serviceable" in answer["said"]


def test_a_refused_line_changes_nothing_and_says_how_to_mend_it(desk, lateral_id) -> None:
    before = StoredLateral.objects.get().record
    for text in ("12-6 roots", "zorp", "41.5 roots 7", "12 roots same 99"):
        refused = desk.send("POST", f"/{lateral_id}/lines", {"text": text}, version=1)
        assert refused.status_code == 422
        assert refused.json()["problems"][0]["mend"]
    assert StoredLateral.objects.get().record == before
    assert not Change.objects.exists()


def test_undo_and_redo_walk_the_changes_and_a_new_edit_ends_redo(desk, lateral_id) -> None:
    texts = [StoredLateral.objects.get().record]
    for n, line in enumerate(("12 roots 30%", "20 hole 1in", "40 main"), start=1):
        desk.send("POST", f"/{lateral_id}/lines", {"text": line}, version=n)
        texts.append(StoredLateral.objects.get().record)
    for back in (2, 1, 0):
        assert desk.send("POST", f"/{lateral_id}/undo", version=StoredLateral.objects.get().version).status_code == 200
        assert json.loads(StoredLateral.objects.get().record) == json.loads(texts[back])
    assert desk.send("POST", f"/{lateral_id}/undo", version=StoredLateral.objects.get().version).status_code == 409
    for forward in (1, 2):
        desk.send("POST", f"/{lateral_id}/redo", version=StoredLateral.objects.get().version)
        assert json.loads(StoredLateral.objects.get().record) == json.loads(texts[forward])
    answer = desk.send(
        "POST", f"/{lateral_id}/lines", {"text": "30 collapse"}, version=StoredLateral.objects.get().version
    ).json()
    assert answer["redo"] is None


def test_patches_change_the_run_and_say_what_it_did(desk, logged) -> None:
    change = {
        "operations": [{"op": "replace", "path": "/visits/0/runs/0/counts_up_towards", "value": "house"}],
        "words": "counts house",
    }
    answer = desk.send("PATCH", f"/{logged['id']}", change, version=2).json()
    assert "1 position moved, by up to 24.0 ft" in answer["said"]
    assert answer["record"]["visits"][0]["sightings"] == logged["record"]["visits"][0]["sightings"]


def test_a_run_goes_with_what_was_told_on_it_and_comes_back_whole(desk, logged) -> None:
    gone = desk.send("DELETE", f"/{logged['id']}/runs/A", version=2).json()
    assert (gone["record"]["visits"][0]["runs"], gone["assessment"]["findings"]) == ([], [])
    back = desk.send("POST", f"/{logged['id']}/undo", version=3).json()
    assert back["record"] == logged["record"]
    refused = desk.send("DELETE", f"/{logged['id']}/runs/Z", version=4)
    assert (refused.status_code, StoredLateral.objects.get().version) == (422, 4)
    assert "its runs are: A" in refused.content.decode()


def test_the_first_pipe_is_asked_with_the_new_lateral_and_said_anew(desk) -> None:
    new = {"name": "Elm Row 9", "access": "vent", "pipe": "cast iron 4in"}
    made = desk.send("POST", "", new).json()
    assert made["assessment"]["segments"][0]["name"].startswith("cast iron")
    refused = desk.send("POST", "", {**new, "pipe": "brick"})
    assert refused.status_code == 422 and "clay 4in" in refused.content.decode()
    assert StoredLateral.objects.count() == 1
    where = f"/{made['id']}/runs/A/first-pipe"
    anew = desk.send("PUT", where, {"text": "clay 6in"}, version=1).json()
    assert anew["record"]["visits"][0]["runs"][0]["starts_in"]["bore_in"] == 6
    assert desk.send("PUT", where, {"text": "clay four"}, version=2).status_code == 422
    open_again = desk.send("PUT", where, {}, version=2).json()
    assert open_again["record"]["visits"][0]["runs"][0]["starts_in"] is None


@pytest.mark.parametrize(
    "operations",
    [
        [{"op": "replace", "path": "/nowhere", "value": 1}], [{"op": "test", "path": "/site/name", "value": "no"}],
        [{"op": "remove", "path": "/site"}], [{"op": "replace", "path": "/visits", "value": []}],
        [{"op": "replace", "path": "/lines/0/grade_pct", "value": "steep"}], [{"path": "/site"}], [{"op": 3}],
        [{"op": "replace", "path": "/visits/0/runs/0/bottom_at", "value": 13}],
        [{"op": "copy", "from": "/x", "path": "/site/name"}], [{"op": "add", "path": "", "value": []}],
    ],
)  # fmt: skip
def test_a_patch_that_does_not_fit_is_refused_whole(desk, lateral_id, operations) -> None:
    before = StoredLateral.objects.get().record
    refused = desk.send("PATCH", f"/{lateral_id}", {"operations": operations}, version=1)
    assert refused.status_code == 422, refused.content
    assert refused.json()["problems"]
    assert StoredLateral.objects.get().record == before


def test_a_page_answers_line_by_line_and_a_kept_line_can_be_put_right(desk, lateral_id) -> None:
    page = {"page": "12 roots 30%\nzorp\n12-6 hole 1in\n40 main"}
    answer = desk.send("POST", f"/{lateral_id}/pages", page, version=1).json()
    assert [line["added"] for line in answer["lines"]] == [True, False, False, True]
    kept = answer["desk"]["assessment"]["remarks"]
    assert [r["said"] for r in kept] == ["zorp", "12-6 hole 1in"]
    mended = desk.send("PUT", f"/{lateral_id}/remarks/{kept[1]['id']}", {"text": "12'6\" hole 1in"}, version=2).json()
    assert [r["said"] for r in mended["assessment"]["remarks"]] == ["zorp"]
    assert "hole" in {f["kind"] for f in mended["assessment"]["findings"]}


def test_a_note_at_the_side_goes_when_it_is_typed(desk, db) -> None:
    sample = lateral_file.loads((ROOT / "bellstone" / "demo" / "1-quillet-lane.json").read_bytes())
    row = create(sample)
    note = sample.visits[0].waiting[0]
    answer = desk.send("POST", f"/{row.pk}/lines", {"text": note}, version=1).json()
    assert note not in answer["record"]["visits"][0]["waiting"]


def test_the_file_opens_saves_and_loses_nothing(desk, db) -> None:
    record, _ = record_from_page(
        "run A cleanout 4in clay, facing main, counts to main\n12 roots 30%\nzorp\n40 main", "Elm Row 2"
    )
    text = lateral_file.dumps(record).encode()
    opened = desk.send("POST", "/file", text)
    assert opened.status_code == 201
    saved = desk.send("GET", f"/{opened.json()['id']}/file")
    assert saved.content == text
    assert "Elm-Row-2" in saved.headers["Content-Disposition"]


@pytest.mark.parametrize("body", [b"", b"{", b"[]", b'{"site": {}}', b"\xff", b'{"site":{"name":NaN}}', b"[" * 100000])
def test_a_bad_file_answers_422_with_places(desk, db, body) -> None:
    refused = desk.send("POST", "/file", body)
    assert refused.status_code == 422
    assert all(p["place"] and p["mend"] for p in refused.json()["problems"])
    assert not StoredLateral.objects.exists()


JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-(10**20), 10**20) | st.floats() | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=12), inner, max_size=4),
    max_leaves=12,
)


@settings(max_examples=150, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.sampled_from(WRITES), JSON)
def test_no_body_is_a_server_error(desk, lateral_id, write, body) -> None:
    method, path, _ = write
    sent = json.dumps(body).encode("utf-8", "surrogatepass")
    assert desk.send(method, path.format(id=lateral_id), sent, version=1).status_code < 500
    assert desk.send("POST", "", sent).status_code < 500
    assert desk.send("POST", f"/{lateral_id}/read", sent).status_code < 500


@pytest.mark.parametrize("name", ["", " ", "\x1c", "\u2003"])
def test_a_lateral_without_a_name_is_refused(desk, db, name: str) -> None:
    refused = desk.send("POST", "", {"name": name})
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["place"].endswith("name")


def test_laterals_are_listed_searched_and_paged_newest_first(desk, db) -> None:
    for name in ("Alder Row 1", "Birch Row 2", "Alder Row 3"):
        create(record_from_page("10 roots 60%\n40 main", name)[0])
    page = desk.send("GET", "?search=alder&limit=1").json()
    assert page["total"] == 2
    assert [r["name"] for r in page["rows"]] == ["Alder Row 3"]
    assert page["rows"][0]["summary"]["verdict_words"] == "Not serviceable"
    assert desk.send("GET", "?limit=0").status_code == 422


def test_foreign_pages_and_hosts_get_nothing(desk, lateral_id) -> None:
    assert desk.send("GET", "", **{"Sec-Fetch-Site": "cross-site"}).status_code == 403
    assert desk.send("GET", "", **{"Host": "evil.example"}).status_code == 400
    outside = Client(enforce_csrf_checks=True, REMOTE_ADDR="10.0.0.9")
    assert outside.get("/", {"key": desk_settings.DOOR_KEY}).status_code == 403
    assert outside.get("/api/laterals").status_code == 403


def test_the_page_carries_a_policy_without_inline_script(desk) -> None:
    policy = desk.client.get("/").headers["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "script" not in policy and "unsafe-eval" not in policy


def test_the_committed_schema_is_the_apis_own() -> None:
    """Stale: run `make types`."""
    committed = json.loads((ROOT / "docs" / "openapi.json").read_text())
    assert committed == json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))


def test_the_browsers_types_are_made_from_the_committed_schema(tmp_path) -> None:
    import subprocess

    fresh = tmp_path / "schema.ts"
    tool = ROOT / "web" / "node_modules" / ".bin" / "openapi-typescript"
    subprocess.run([tool, ROOT / "docs" / "openapi.json", "-o", fresh], check=True, capture_output=True)
    assert fresh.read_text() == (ROOT / "web" / "src" / "api" / "schema.gen.ts").read_text()


MONSTERS = [
    "9" * 900 + " roots", "-500..900000 standing 1in rest", "1..900000 roots 10% every 0.001ft", "99999999999 hole 1in", "12 note \0 x",
    "1/0 hole", "12 hole 1/0in", "0.0000001 standing 0.0000001in rest", "5..5 standing 1in rest", "900000 stopped, main about 900000 on",
]  # fmt: skip


@pytest.mark.parametrize("line", MONSTERS)
def test_a_monstrous_line_is_refused_or_taken_but_never_breaks_the_server(desk, lateral_id, line) -> None:
    assert desk.send("POST", f"/{lateral_id}/read", {"text": line}).status_code in (200, 422)
    assert desk.send("POST", f"/{lateral_id}/lines", {"text": line}, version=1).status_code in (200, 422)
    assert desk.send("GET", f"/{lateral_id}").status_code == 200


def test_a_page_is_heard_and_changes_nothing(desk, lateral_id) -> None:
    said = {"page": "[0:10] roots at 22 feet\n[0:20] lunch was good, thanks\n[0:30] drop at 35"}
    drafts = desk.send("POST", f"/{lateral_id}/hear", said).json()["drafts"]
    assert [(d["n"], d["outcome"], d["time_s"]) for d in drafts] == [
        (0, "heard", 10),
        (1, "kept", 20),
        (2, "asked", 30),
    ]
    assert drafts[0]["line"] == "22 roots"
    assert [f["station_ft"] for f in drafts[0]["findings"]] == [22.0]
    assert drafts[2]["choices"][0]["line"] == "35 offset drop"
    assert desk.send("GET", f"/{lateral_id}").json()["assessment"]["findings"] == []


def test_drafts_are_taken_as_one_change_and_known_again(desk, lateral_id) -> None:
    said = {"page": "[0:10] roots at 22 feet\n[0:30] open joint at 35"}
    drafts = desk.send("POST", f"/{lateral_id}/hear", said).json()["drafts"]
    taken = [{"line": d["line"], "said": d["said"], "time_s": d["time_s"]} for d in drafts]
    undecided = [{"said": "drop at 40", "time_s": 50, "why": "which?", "meanings": ["40 offset drop"]}]
    answer = desk.send("POST", f"/{lateral_id}/drafts", {"drafts": taken, "undecided": undecided}, version=1).json()
    sightings = answer["record"]["visits"][0]["sightings"]
    assert [(s["kind"], s["said"], s["time_s"]) for s in sightings] == [
        ("roots", "roots at 22 feet", 10.0), ("open", "open joint at 35", 30.0),
    ]  # fmt: skip
    assert [(r["said"], r["meanings"]) for r in answer["assessment"]["remarks"]] == [("drop at 40", ["40 offset drop"])]
    again = desk.send("POST", f"/{lateral_id}/hear", said).json()["drafts"]
    assert [(d["taken"], d["findings"]) for d in again] == [(True, []), (True, [])]
    assert desk.send("POST", f"/{lateral_id}/undo", version=2).json()["record"]["visits"][0]["sightings"] == []


def test_a_draft_that_cannot_be_read_takes_none_of_them(desk, lateral_id) -> None:
    refused = desk.send(
        "POST", f"/{lateral_id}/drafts", {"drafts": [{"line": "22 roots"}, {"line": "zorp"}]}, version=1
    )
    assert refused.status_code == 422
    assert "drafts[1]" in str(refused.json())
    assert desk.send("GET", f"/{lateral_id}").json()["version"] == 1


def test_the_report_and_the_dig_sheets_are_saved_as_pdf(desk, lateral_id) -> None:
    refused = desk.send("GET", f"/{lateral_id}/digs.pdf")
    assert refused.status_code == 422 and "needs digging" in refused.json()["message"]
    desk.send("POST", f"/{lateral_id}/lines", {"text": "30 offset up 1.5in"}, version=1)
    for name in ("report.pdf", "digs.pdf?paper=a4", "owner.pdf", "report.pdf?names=false"):
        saved = desk.send("GET", f"/{lateral_id}/{name}")
        assert saved.status_code == 200 and saved.headers["Content-Type"] == "application/pdf"
        assert saved.content[:5] == b"%PDF-"
    assert "Alder" in desk.send("GET", f"/{lateral_id}/report.pdf").headers["Content-Disposition"]
    nameless = desk.send("GET", f"/{lateral_id}/report.pdf?names=false")
    assert "Alder" not in nameless.headers["Content-Disposition"]
    assert desk.send("GET", f"/{lateral_id}/report.pdf?paper=a0").status_code == 422


def test_the_open_formats_are_saved_one_by_one(desk, lateral_id) -> None:
    for kind, starts in (("geojson", b"{"), ("dxf", b"  0"), ("xlsx", b"PK")):
        saved = desk.send("GET", f"/{lateral_id}/made/{kind}")
        assert saved.status_code == 200 and saved.content.startswith(starts)
        assert saved.headers["Content-Disposition"].endswith(f'.{kind}"')
    undated = desk.send("GET", f"/{lateral_id}/made/ics")
    assert undated.status_code == 422 and "no date" in undated.json()["message"]
    assert desk.send("GET", f"/{lateral_id}/made/doc").status_code == 422


def test_a_lot_comes_from_a_file_and_goes_by_undo(desk, lateral_id) -> None:
    oak = {"type": "Feature", "properties": {"name": "oak"}, "geometry": {"type": "Point", "coordinates": [12, -8]}}
    whole = {"type": "FeatureCollection", "coordinates": "local feet", "features": [oak]}
    made = desk.send("POST", f"/{lateral_id}/plan", {"text": json.dumps(whole)}, version=1)
    assert made.status_code == 200 and made.json()["record"]["site"]["plan"][0]["name"] == "oak"
    refused = desk.send("POST", f"/{lateral_id}/plan", {"text": "{}"}, version=2)
    assert refused.status_code == 422 and "FeatureCollection" in refused.json()["message"]
    assert desk.send("POST", f"/{lateral_id}/plan", {"text": json.dumps(whole)}, version=1).status_code == 409
    undone = desk.send("POST", f"/{lateral_id}/undo", version=2).json()
    assert not undone["record"]["site"].get("plan")


def test_everything_is_saved_in_one_zip(desk, lateral_id) -> None:
    saved = desk.send("GET", f"/{lateral_id}/bundle.zip")
    assert saved.headers["Content-Type"] == "application/zip" and saved.content[:2] == b"PK"
