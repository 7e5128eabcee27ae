"""Signing off: what was signed stays byte for byte, says over what, and compares in words with what came after."""

import io
from datetime import date
from pathlib import Path

import pytest
from pypdf import PdfReader

from bellstone.desk.models import Signed, StoredLateral
from bellstone.formats.signature import input_digest

pytestmark = pytest.mark.django_db


def sign(desk, lateral_id: int, version: int, by: str = "N. Alder"):
    return desk.send("POST", f"/{lateral_id}/signed", {"by": by}, version=version)


def add(desk, lateral_id: int, text: str, version: int) -> None:
    assert desk.send("POST", f"/{lateral_id}/lines", {"text": text}, version=version).status_code == 200


def page(desk, lateral_id: int, number: int) -> bytes:
    saved = desk.send("GET", f"/{lateral_id}/signed/{number}/report.pdf")
    assert saved.status_code == 200 and saved.headers["Content-Type"] == "application/pdf"
    return saved.content


def test_a_signed_page_is_the_same_bytes_whatever_comes_after(desk, lateral_id) -> None:
    made = sign(desk, lateral_id, 1).json()
    assert made["number"] == 1 and made["by"] == "N. Alder" and made["as_it_stands"]
    assert abs((date.fromisoformat(made["on"]) - date.today()).days) <= 1
    first = page(desk, lateral_id, 1)
    text = " ".join(" ".join(p.extract_text() for p in PdfReader(io.BytesIO(first)).pages).split())
    assert "Signed off by N. Alder" in text and made["digest"] in text.replace(" ", "")
    assert made["scheme"] in text and f"house rules version {made['house_rules']}" in text
    add(desk, lateral_id, "30 hole 3in", 1)
    assert page(desk, lateral_id, 1) == first
    (kept,) = desk.send("GET", f"/{lateral_id}/signed").json()
    assert not kept["as_it_stands"]


def test_two_signed_pages_compare_in_words(desk, lateral_id) -> None:
    sign(desk, lateral_id, 1)
    same = desk.send("GET", f"/{lateral_id}/signed/1/compared").json()["words"]
    assert same == ["nothing that was judged differs"]
    add(desk, lateral_id, "30 hole 3in", 1)
    sign(desk, lateral_id, 2, "R. Fenn")
    words = desk.send("GET", f"/{lateral_id}/signed/1/compared?to=2").json()["words"]
    assert any(w.startswith("verdict: ") and w.endswith("Not serviceable") for w in words)
    assert any(w.startswith("new: 30.0") and "hole" in w for w in words)
    back = desk.send("GET", f"/{lateral_id}/signed/2/compared?to=1").json()["words"]
    assert any(w.startswith("gone: 30.0") and "hole" in w for w in back)
    assert any(w.startswith("dig now") for w in words) and any(w.startswith("dig no more") for w in back)


def test_a_page_signed_by_an_earlier_version_still_compares(desk, lateral_id) -> None:
    """The answer in the file was made before digs could be moved and the room for a liner was told."""
    sign(desk, lateral_id, 1)
    kept = (Path(__file__).parent / "signed" / "before-moved-digs.json").read_text(encoding="utf-8")
    Signed.objects.filter(number=1).update(assessment=kept)
    found = desk.send("GET", f"/{lateral_id}/signed/1/compared")
    assert found.status_code == 200
    assert any(w.startswith("gone: 31.0") and "collapse" in w for w in found.json()["words"])
    assert any(w.startswith("dig no more: 31.0 ft") for w in found.json()["words"])


def test_nothing_is_signed_unseen_unnamed_or_twice(desk, lateral_id) -> None:
    for nameless in ("", "   ", "\u200b"):
        assert sign(desk, lateral_id, 1, nameless).status_code == 422
    add(desk, lateral_id, "30 hole 3in", 1)
    assert sign(desk, lateral_id, 1).status_code == 409
    assert sign(desk, lateral_id, 2).status_code == 200
    again = sign(desk, lateral_id, 2)
    assert again.status_code == 422 and "nothing has changed since N. Alder" in again.json()["message"]
    assert desk.send("GET", f"/{lateral_id}/signed/9/report.pdf").status_code == 404
    assert desk.send("GET", f"/{lateral_id}/signed/9/compared").status_code == 404


def test_what_was_signed_is_never_changed_nor_its_lateral_deleted(desk, lateral_id) -> None:
    sign(desk, lateral_id, 1)
    kept = Signed.objects.get()
    kept.by = "someone else"
    with pytest.raises(TypeError):
        kept.save()
    with pytest.raises(Exception, match="protected"):
        StoredLateral.objects.get(pk=lateral_id).delete()


def test_any_other_input_is_another_number() -> None:
    whole = ("record", "scheme", "0.1.0")
    other = {input_digest(*whole), input_digest("recor", "dscheme", "0.1.0"), input_digest("record", "scheme", "0.1.1")}
    assert len(other) == 3 and input_digest(*whole) == input_digest(*whole)
