"""What is too much or too deep is refused before it is worked on, and nothing waits for a long import."""

import copy
import json
import sqlite3
from typing import Any

import pytest
from django.db import connection, connections

from bellstone.core.edits import record_from_page
from bellstone.core.scheme import house_scheme
from bellstone.desk.actions import tables
from bellstone.desk.actions.create import create
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral
from bellstone.desk.store import record_of
from bellstone.desk.work import CalledOff, begun, under_way

PAGE = "run A yard clay 4in, facing main, counts to main\n" + "\n".join(f"{n} roots 30%" for n in range(10, 60))


def test_a_patch_that_copies_a_lateral_onto_itself_is_refused(desk) -> None:
    row = create(record_from_page(PAGE, "Alder Row 14")[0])
    double = [{"op": "copy", "from": "/visits/0/sightings", "path": "/visits/0/sightings/0/x"}] + [
        {"op": "copy", "from": "/visits", "path": "/visits/-"} for _ in range(30)
    ]
    refused = desk.send("PATCH", f"/{row.pk}", {"operations": double[1:]}, 1)
    assert refused.status_code == 422
    assert "copies more than a lateral holds" in refused.json()["problems"][0]["mend"]
    assert desk.send("GET", f"/{row.pk}").json()["version"] == 1


def test_a_copy_of_one_thing_is_taken(desk) -> None:
    row = create(record_from_page(PAGE, "Alder Row 14")[0])
    operations = [
        {"op": "copy", "from": "/visits/0/sightings/0/position", "path": "/visits/0/sightings/1/position"},
        {"op": "test", "path": "/visits/0/sightings/1/position/counter/likely", "value": 10.0},
    ]
    assert desk.send("PATCH", f"/{row.pk}", {"operations": operations}, 1).status_code == 200
    wrong = [{"op": "test", "path": "/visits/0/sightings/1/position/counter/likely", "value": 11.0}]
    assert desk.send("PATCH", f"/{row.pk}", {"operations": wrong}, 2).status_code == 422


@pytest.mark.parametrize(
    ("body", "mend"),
    [
        (b'{"text": "12 roots", "text": "13 roots"}', "twice in one object"),
        (b'{"text": ' + b"[" * 500 + b"]" * 500 + b"}", "nested 501 deep"),
        (b'{"text": ' + b"[" * 100_000, "nested 100001 deep"),
        (b'{"text": NaN}', "NaN is not a number"),
        (b'{"text": "12 roots"', "not whole JSON"),
        (b"\xff\xfe", "not UTF-8"),
    ],
)
def test_a_body_that_is_no_plain_json_is_told_what_is_wrong(desk, lateral_id, body: bytes, mend: str) -> None:
    refused = desk.send("POST", f"/{lateral_id}/lines", body, 1)
    assert refused.status_code == 400
    assert mend in refused.json()["problems"][0]["mend"]


def test_brackets_in_what_was_said_are_no_nesting(desk, lateral_id) -> None:
    assert desk.send("POST", f"/{lateral_id}/lines", {"text": f"12 note {'[' * 90}"}, 1).status_code == 200


@pytest.mark.parametrize("name", ["\u200b", "\u3164", "\u2800 \u2800", " \u00a0", "\u202e", "\ufeff", ""])
def test_a_name_of_nothing_that_is_seen_is_refused(desk, name: str) -> None:
    assert desk.send("POST", "", {"name": name, "access": "yard"}).status_code == 422
    assert desk.send("POST", "/file", json.dumps({"site": {"name": name}}).encode()).status_code == 422
    assert desk.send("GET", "").json()["total"] == 0


@pytest.mark.parametrize("name", ["7", "アルダー通り", "\u200bAlder", "№"])
def test_any_name_of_which_something_is_seen_is_taken(desk, name: str) -> None:
    assert desk.send("POST", "", {"name": name, "access": "yard"}).status_code == 201


@pytest.mark.parametrize(("text", "mend"), [("4" * 999, "at most 9 digits"), ("(" * 999, "at most 400 words")])
def test_a_line_that_holds_too_much_says_so_as_it_is_typed(desk, lateral_id, text: str, mend: str) -> None:
    looked = desk.send("POST", f"/{lateral_id}/read", {"text": text})
    assert looked.status_code == 200 and mend in looked.content.decode()


def scheme_copy(**changes: Any) -> dict[str, Any]:
    tree = copy.deepcopy(house_scheme().model_dump(mode="json"))
    return {"name": "Marrow Bay", "based_on": house_scheme().label, "scheme": tree | changes}


def test_a_scheme_that_leaves_things_unrated_is_not_saved(desk) -> None:
    def save(body: dict[str, Any]) -> Any:
        headers = {"X-CSRFToken": desk.token}
        return desk.client.post("/api/schemes", json.dumps(body), content_type="application/json", headers=headers)

    empty = save(scheme_copy(kinds={}))
    assert empty.status_code == 422 and "no rating" in empty.content.decode()
    many = {f"kind{n}": house_scheme().kinds["roots"].model_dump(mode="json") for n in range(5000)}
    assert save(scheme_copy(kinds=many)).status_code == 422
    assert save(scheme_copy()).status_code == 201


@pytest.mark.django_db(transaction=True)
def test_while_an_import_is_read_and_assessed_others_write() -> None:
    first = create(record_from_page(PAGE, "Long import")[0])
    other = sqlite3.connect(connection.settings_dict["NAME"], timeout=0, isolation_level=None)
    wrote = []

    def change(record):
        other.execute("UPDATE desk_storedlateral SET worst = worst")  # refused where the lock is held
        wrote.append(True)
        return record_from_page(PAGE + "\n99 hole", "Long import")[0]

    row, _ = edit(first.pk, 1, None, "Imported", change)
    other.close()
    assert wrote and row.version == 2
    connections.close_all()


@pytest.mark.django_db(transaction=True)
def test_what_was_read_while_another_saved_is_stale_and_saved_over_nothing() -> None:
    first = create(record_from_page(PAGE, "Long import")[0])

    def change(record):
        edit(first.pk, 1, None, "Somebody else's", lambda _: record_from_page(PAGE + "\n98 hole", "Long import")[0])
        return record_from_page(PAGE + "\n99 hole", "Long import")[0]

    with pytest.raises(Exception, match="at version 2; you saw 1"):
        edit(first.pk, 1, None, "Mine", change)
    row = StoredLateral.objects.get(pk=first.pk)
    assert row.version == 2 and '"said":"98 hole"' in row.record and "99 hole" not in row.record
    assert list(row.changes.values_list("words", flat=True)) == ["Somebody else's"]


def test_a_table_of_as_many_rows_as_it_holds_is_added_whole(lateral_id) -> None:
    text = "counter,grade\n" + "".join(f"{n / 10:.1f},2\n" for n in range(3000))
    row, _ = tables.add(lateral_id, 1, None, text, "pitch", None)
    assert len(record_of(row).visits[0].pitches) == 3000


def test_a_long_table_says_how_far_it_is_and_is_called_off_with_nothing_added(lateral_id) -> None:
    text = "counter,grade\n" + "".join(f"{n / 10:.1f},2\n" for n in range(1000))
    told: list[tuple[int, int]] = []
    mine = begun("mine")

    def step(done: int, of: int) -> None:
        told.append((done, of))
        if done >= 500:
            under_way("mine").called_off = True
        mine.step(done, of)

    with pytest.raises(CalledOff):
        tables.add(lateral_id, 1, None, text, "pitch", None, step)
    assert all(of == 1000 for _, of in told) and [d for d, _ in told] == sorted(d for d, _ in told)
    assert 500 <= told[-1][0] <= 550 and (mine.done, mine.of) == told[-1]
    assert StoredLateral.objects.get(pk=lateral_id).version == 1


def test_work_is_asked_after_by_its_name(desk, lateral_id) -> None:
    headers = {"X-Work": "a-name"}
    added = desk.send("POST", f"/{lateral_id}/tables/pitch", {"text": "counter,grade\n1,2\n"}, 1, **headers)
    assert added.status_code == 200
    assert desk.client.get("/api/underway/a-name").json() == {"done": 1, "of": 1, "called_off": False}
    assert desk.client.get("/api/underway/another").status_code == 404
    off = desk.client.delete("/api/underway/a-name", headers={"X-CSRFToken": desk.token})
    assert off.json()["called_off"] is True
