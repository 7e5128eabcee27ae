"""Stills on the desk: put to a finding, taken off, undone; seen by their names; dropped when nothing names them."""

import io
import json
from datetime import timedelta
from pathlib import Path

import pytest
from django.utils import timezone
from PIL import Image
from pypdf import PdfReader

from bellstone.cli import main
from bellstone.desk.actions.still import drop_unnamed
from bellstone.desk.models import StoredStill

pytestmark = pytest.mark.django_db


def picture(colour: str = "red") -> bytes:
    made = io.BytesIO()
    Image.new("RGB", (80, 60), colour).save(made, "PNG")
    return made.getvalue()


def put(desk, lateral_id: int, version: int, data: bytes, finding: str = "s1"):
    return desk.send("PUT", f"/{lateral_id}/findings/{finding}/still", data, version=version)


@pytest.fixture
def told(desk, lateral_id: int) -> int:
    assert desk.send("POST", f"/{lateral_id}/lines", {"text": "30 hole 3in"}, version=1).status_code == 200
    return lateral_id


def seen(desk, name: str):
    return desk.client.get(f"/api/stills/{name}")


def photo_of(answer) -> str:
    return answer.json()["assessment"]["findings"][0]["photo"]


def test_it_is_put_seen_replaced_undone_and_taken_off(desk, told) -> None:
    first = put(desk, told, 2, picture())
    assert first.status_code == 200
    name = photo_of(first)
    shown = seen(desk, name)
    assert shown.status_code == 200 and shown.headers["Content-Type"] == "image/jpeg"
    assert Image.open(io.BytesIO(shown.content)).size == (80, 60)
    other = photo_of(put(desk, told, 3, picture("blue")))
    assert other != name
    assert photo_of(desk.send("POST", f"/{told}/undo", version=4)) == name
    assert photo_of(desk.send("DELETE", f"/{told}/findings/s1/still", version=5)) == ""


def test_a_row_said_anew_keeps_it(desk, told) -> None:
    name = photo_of(put(desk, told, 2, picture()))
    assert photo_of(desk.send("PUT", f"/{told}/sightings/s1", {"text": "31 hole 2in"}, version=3)) == name


@pytest.mark.parametrize(("data", "finding", "version", "status", "said"), [
    (b"no picture", "s1", 2, 422, "JPEG, PNG or WebP"),
    (b"", "s1", 2, 422, "is empty"),
    (picture(), "s7", 2, 422, "not on this lateral any more"),
    (picture(), "s1", 1, 409, "Somebody changed this lateral"),
])  # fmt: skip
def test_what_is_refused_changes_nothing(desk, told, data, finding, version, status, said) -> None:
    answer = put(desk, told, version, data, finding)
    assert answer.status_code == status and said in json.dumps(answer.json())
    assert photo_of(desk.send("GET", f"/{told}")) == ""


def test_a_still_that_is_not_here_says_so_and_nobody_from_outside_sees_one(desk, told, client) -> None:
    gone = seen(desk, "0" * 64)
    assert gone.status_code == 404 and "not on this desk" in gone.json()["message"]
    name = photo_of(put(desk, told, 2, picture()))
    assert client.get(f"/api/stills/{name}").status_code in (401, 403)


def test_report_bundle_and_signed_page_have_it(desk, told) -> None:
    put(desk, told, 2, picture())
    report = desk.send("GET", f"/{told}/report.pdf").content
    assert sum(len(p.images) for p in PdfReader(io.BytesIO(report)).pages) == 1
    assert b"stills/" in desk.send("GET", f"/{told}/bundle.zip").content
    desk.send("POST", f"/{told}/signed", {"by": "N. Alder"}, version=3)
    desk.send("DELETE", f"/{told}/findings/s1/still", version=3)
    signed = desk.send("GET", f"/{told}/signed/1/report.pdf").content
    assert sum(len(p.images) for p in PdfReader(io.BytesIO(signed)).pages) == 1


def test_only_what_nothing_names_any_more_is_dropped_and_not_at_once(desk, told) -> None:
    kept = photo_of(put(desk, told, 2, picture()))
    StoredStill.objects.create(name="f" * 64, jpeg=picture())
    now = timezone.now()
    assert drop_unnamed(now) == 0
    desk.send("DELETE", f"/{told}/findings/s1/still", version=3)  # undo names it still
    assert drop_unnamed(now + timedelta(days=3)) == 1
    assert [s.name for s in StoredStill.objects.all()] == [kept]


def test_from_the_terminal_a_report_takes_the_stills_beside_its_file(desk, told, tmp_path: Path, capsys) -> None:
    name = photo_of(put(desk, told, 2, picture()))
    file = tmp_path / "alder.bellstone.json"
    file.write_bytes(desk.send("GET", f"/{told}/file").content)
    (tmp_path / "stills").mkdir()
    (tmp_path / "stills" / f"{name}.jpg").write_bytes(seen(desk, name).content)
    assert main(["export", str(file), "--to", str(tmp_path / "out"), "--only", "pdf,json"]) == 0
    assert (tmp_path / "out" / "stills" / f"{name}.jpg").is_file()
    assert sum(len(p.images) for p in PdfReader(tmp_path / "out" / "report.pdf").pages) == 1
