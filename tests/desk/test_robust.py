"""The desk under bad input and sudden death: no server error, and every acknowledged edit kept."""

import http.client
import json
import os
import random
import threading
import urllib.error
import urllib.parse
from pathlib import Path

import pytest
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from bellstone.core.ground import RecordError
from bellstone.core.record import read_lateral
from bellstone.desk.urls import api
from bellstone.formats import lateral_file
from tests.desk.server import Server

# `make robust` raises this to 10,000 over the whole API; a share of it runs with every test.
CASES = int(os.environ.get("BELLSTONE_CASES", "1000"))
SCHEMA = schemathesis.openapi.from_dict(json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/"))))
OPERATIONS = [o.ok() for o in SCHEMA.get_all_operations()]
SAMPLE = next(iter(sorted((Path(__file__).parents[2] / "bellstone" / "demo").glob("4-*.json"))))


@pytest.mark.parametrize("operation", OPERATIONS, ids=lambda o: f"{o.method.upper()} {o.path}")
def test_no_case_made_from_the_schema_is_a_server_error(desk, lateral_id, operation) -> None:
    @settings(
        max_examples=max(CASES // len(OPERATIONS), 1) + 1,
        suppress_health_check=list(HealthCheck),
        phases=(Phase.generate,),
        database=None,
    )
    @given(operation.as_strategy(), st.booleans())
    def answered(case, real) -> None:
        path = case.formatted_path
        if real and "{lateral_id}" in operation.path:  # half of them at a lateral that is there
            path = operation.path.replace("{lateral_id}", str(lateral_id))
            for name, value in (case.path_parameters or {}).items():
                path = path.replace("{" + name + "}", urllib.parse.quote(str(value), safe=""))
        nothing = isinstance(case.body, schemathesis.core.NotSet)
        body = b"" if nothing else json.dumps(case.body).encode("utf-8", "surrogatepass")
        seen = str((case.headers or {}).get("If-Match", 1)).strip()[:40].encode("ascii", "ignore").decode()
        query = urllib.parse.urlencode({k: str(v) for k, v in (case.query or {}).items()}, errors="replace")
        headers = {"X-CSRFToken": desk.token, "If-Match": seen}
        sent = {"content_type": "application/json", "headers": headers}
        answer = desk.client.generic(case.method.upper(), f"{path}?{query}", body, **sent)
        assert answer.status_code < 500, (case.method, path, query, body[:400], answer.content[:300])

    answered()


def broken_files() -> list[bytes]:
    whole = SAMPLE.read_bytes()
    deep = b'{"site": ' + b"[" * 100_000 + b"]" * 100_000 + b"}"
    tree = json.loads(whole)
    tree["visits"][0]["sightings"] = tree["visits"][0]["sightings"] * 5000
    return [
        whole[: len(whole) // 2], b"", b"\xff\xfe\x00", b"null", b"[]", b"1e999", deep, json.dumps(tree).encode(),
        whole.replace(b'"version":1', b'"version":99').replace(b'"version": 1', b'"version": 99'),
        b'{"site": {"name": "x"}, "lines": [{"grade_pct": NaN}]}', b'{"site": {"name": "x"}, "lines": [{"grade_pct": Infinity}]}',
        b'{"site": {"name": "x"}, "visits": [{"id": "v", "sightings": [{"size": {"unit": "furlong"}}]}]}',
    ]  # fmt: skip


@pytest.mark.parametrize("data", broken_files(), ids=range(12))
def test_a_broken_file_is_refused_with_a_place_and_creates_nothing(desk, data) -> None:
    refused = desk.send("POST", "/file", data)
    assert refused.status_code in (413, 422), refused.content[:200]
    assert refused.json()["problems"][0]["mend"]
    assert desk.send("GET", "").json()["total"] == 0
    with pytest.raises(RecordError):
        lateral_file.loads(data)


LEAVES = st.one_of(st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=8))
KEYS = st.sampled_from(["site", "name", "visits", "id", "lines", "runs", "position", "by"])


def branches(inner: st.SearchStrategy) -> st.SearchStrategy:
    return st.one_of(st.lists(inner, max_size=3), st.dictionaries(KEYS, inner, max_size=4))


TREES = st.recursive(LEAVES, branches, max_leaves=12)


@settings(max_examples=300)
@given(TREES)
def test_any_tree_is_a_record_or_a_refusal(tree) -> None:
    try:
        read_lateral(tree)
    except RecordError as error:
        assert error.problems


def test_killed_at_random_during_100_edits_every_acknowledged_one_is_kept(tmp_path) -> None:
    rng = random.Random(5)
    server = Server(tmp_path, 8791)
    server.start()
    try:
        made = server.ask("POST", "/api/laterals", {"name": "Killed", "access": "yard"})
        acknowledged, version, number, kills = [], made["version"], 0, 0
        while len(acknowledged) < 100 or kills < 6:
            killer = threading.Timer(rng.uniform(0.05, 0.9), server.kill) if kills < 6 else None
            if killer:
                killer.start()
            try:
                while len(acknowledged) < 100 or killer:
                    line = f"{number + 1}.5 roots hair 5%"
                    number += 1
                    version = server.ask("POST", f"/api/laterals/{made['id']}/lines", {"text": line}, version)[
                        "version"
                    ]
                    acknowledged.append(line)
            except (OSError, http.client.HTTPException, ValueError) as error:
                assert not isinstance(error, urllib.error.HTTPError), error.read()
            if killer:
                killer.join()
                kills += 1
                server.start()
                version = server.ask("GET", f"/api/laterals/{made['id']}")["version"]
        kept = [s["said"] for s in server.ask("GET", f"/api/laterals/{made['id']}")["record"]["visits"][0]["sightings"]]
        assert kills == 6
        assert [line for line in acknowledged if line not in kept] == []
        assert len(kept) == len(set(kept)) <= number  # none twice; one not acknowledged may still have been saved
    finally:
        if server.process and server.process.poll() is None:
            server.kill()
