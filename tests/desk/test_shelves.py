"""The list of laterals: searched by what is in them, sorted, put away, copied, handed out whole."""

import csv
import io
from datetime import timedelta

import pytest
from django.utils import timezone

from bellstone.core.edits import record_from_page
from bellstone.core.record import Lateral
from bellstone.desk.actions.create import create
from bellstone.desk.actions.shelve import duplicate, empty_bin
from bellstone.desk.actions.sign import sign
from bellstone.desk.models import StoredLateral

RUN = "run A yard {pipe}, facing main, counts to main\n"


def lateral(name: str, pipe: str, notes: str, **site: str) -> Lateral:
    record = record_from_page(RUN.format(pipe=pipe) + notes, name)[0]
    return record.model_copy(update={"site": record.site.model_copy(update=site)})


@pytest.fixture
def three(db) -> dict[str, int]:
    rows = [
        create(lateral("Alder Row 3", "clay 4in", "12 roots ball 60%\n40 main", client="Hesper Estates")),
        create(lateral("Birch Row 9", "fibre 4in", "10-16 standing 1in rest\n40 main", locality="Marrow Bay")),
        create(lateral("Cedar Rise 1", "pvc 4in", "5 access\n40 main")),
    ]
    return {row.name: row.pk for row in rows}


def names(desk, query: str = "") -> list[str]:
    return [row["name"] for row in desk.send("GET", query).json()["rows"]]


@pytest.mark.parametrize(
    ("words", "found"),
    [
        ("fibre pipe with a belly", ["Birch Row 9"]),
        ("FIBRE", ["Birch Row 9"]),
        ("a belly in clay", []),
        ("roots", ["Alder Row 3"]),
        ("hesper", ["Alder Row 3"]),
        ("marrow bay", ["Birch Row 9"]),
        ("row", ["Birch Row 9", "Alder Row 3"]),
        ("alder 3", ["Alder Row 3"]),
        ("not serviceable", ["Alder Row 3"]),
        ("repair", ["Alder Row 3"]),
        ("lder", []),
        ("with", []),
        ("%", ["Cedar Rise 1", "Birch Row 9", "Alder Row 3"]),
        ("", ["Cedar Rise 1", "Birch Row 9", "Alder Row 3"]),
    ],
)
def test_laterals_are_found_by_what_is_in_them(desk, three, words: str, found: list[str]) -> None:
    assert names(desk, f"?search={words.replace('%', '%25')}") == found


def test_an_edit_changes_what_it_is_found_by(desk, three) -> None:
    assert names(desk, "?search=collapse") == []
    desk.send("POST", f"/{three['Cedar Rise 1']}/lines", {"text": "20 collapse"}, 1)
    assert names(desk, "?search=collapse failed") == ["Cedar Rise 1"]
    desk.send("POST", f"/{three['Cedar Rise 1']}/undo", None, 2)
    assert names(desk, "?search=collapse") == []


@pytest.mark.parametrize(
    ("by", "order"),
    [
        ("name", ["Alder Row 3", "Birch Row 9", "Cedar Rise 1"]),
        ("worst", ["Cedar Rise 1", "Birch Row 9", "Alder Row 3"]),
        ("changed", ["Alder Row 3", "Birch Row 9", "Cedar Rise 1"]),
    ],
)
def test_a_list_is_sorted_by_a_column_either_way(desk, three, by: str, order: list[str]) -> None:
    StoredLateral.objects.filter(pk=three["Cedar Rise 1"]).update(worst=1)
    assert names(desk, f"?by={by}&descending=false") == order
    assert names(desk, f"?by={by}&descending=true") == order[::-1]


def test_what_is_not_known_comes_last_either_way(desk, three) -> None:
    StoredLateral.objects.update(soundness=50.0, due="2027-01-01")
    StoredLateral.objects.filter(pk=three["Birch Row 9"]).update(soundness=None, due="")
    for by in ("soundness", "due"):
        for way in ("true", "false"):
            assert names(desk, f"?by={by}&descending={way}")[-1] == "Birch Row 9"


def test_a_verdict_is_sorted_by_how_grave_it_is(desk, three) -> None:
    for name, verdict in (
        ("Alder Row 3", "further_look"),
        ("Birch Row 9", "not_serviceable"),
        ("Cedar Rise 1", "serviceable"),
    ):
        StoredLateral.objects.filter(pk=three[name]).update(verdict=verdict)
    assert names(desk, "?by=verdict&descending=true") == ["Birch Row 9", "Alder Row 3", "Cedar Rise 1"]


def test_a_lateral_is_put_away_and_comes_back_as_it_was(desk, three) -> None:
    number = three["Birch Row 9"]
    before = desk.send("GET", f"/{number}").json()
    for shelf in ("archive", "bin"):
        assert desk.send("POST", f"/{number}/shelf", {"shelf": shelf}).json()["shelf"] == shelf
        assert "Birch Row 9" not in names(desk)
        assert names(desk, f"?shelf={shelf}") == ["Birch Row 9"]
        assert names(desk, "?shelf=" + ("bin" if shelf == "archive" else "archive")) == []
        desk.send("POST", f"/{number}/shelf", {"shelf": "desk"})
    assert desk.send("GET", f"/{number}").json() == before
    assert names(desk)[1] == "Birch Row 9"  # putting away is no edit
    assert desk.send("POST", "/999/shelf", {"shelf": "bin"}).status_code == 404
    assert desk.send("POST", f"/{number}/shelf", {"shelf": "attic"}).status_code == 422


def test_what_is_in_the_bin_is_seen_and_not_changed(desk, three) -> None:
    number = three["Alder Row 3"]
    desk.send("POST", f"/{number}/lines", {"text": "20 hole"}, 1)
    desk.send("POST", f"/{number}/shelf", {"shelf": "bin"})
    assert desk.send("GET", f"/{number}").status_code == 200
    for path, body in (("lines", {"text": "20 collapse"}), ("undo", None), ("signed", {"by": "R. Quill"})):
        refused = desk.send("POST", f"/{number}/{path}", body, 2)
        assert refused.status_code == 409 and "in the bin" in refused.json()["message"], path
    desk.send("POST", f"/{number}/shelf", {"shelf": "archive"})
    assert desk.send("POST", f"/{number}/lines", {"text": "20 collapse"}, 2).status_code == 200


def test_the_bin_is_emptied_after_thirty_days_but_not_of_what_was_signed(three) -> None:
    signed = StoredLateral.objects.get(pk=three["Alder Row 3"])
    sign(signed.pk, signed.version, "R. Quill")
    now = timezone.now()
    for name, days in (("Alder Row 3", 40), ("Birch Row 9", 31), ("Cedar Rise 1", 29)):
        StoredLateral.objects.filter(pk=three[name]).update(binned=now - timedelta(days=days))
    assert empty_bin() == 1
    assert set(StoredLateral.objects.values_list("name", flat=True)) == {"Alder Row 3", "Cedar Rise 1"}


def test_a_copy_is_a_lateral_of_its_own(desk, three) -> None:
    made = desk.send("POST", f"/{three['Alder Row 3']}/copy")
    assert made.status_code == 201 and made.json()["name"] == "Alder Row 3, copy"
    desk.send("POST", f"/{made.json()['id']}/lines", {"text": "20 collapse"}, 1)
    assert "collapse" not in desk.send("GET", f"/{three['Alder Row 3']}").content.decode().split('"assessment"')[0]
    again = duplicate(three["Alder Row 3"])
    assert StoredLateral.objects.get(pk=again.pk).changes.count() == 0


def test_the_whole_list_is_saved_as_it_is_searched_and_sorted(desk, three) -> None:
    create(lateral("=SUM(A1)", "clay 4in", "12 roots 20%\n40 main"))
    saved = desk.send("GET", "/list/csv?by=name&descending=false&search=row")
    rows = list(csv.reader(io.StringIO(saved.content.decode())))
    assert [row[0] for row in rows] == ["name", "Alder Row 3", "Birch Row 9"]
    assert rows[1][2] == "Hesper Estates" and rows[2][1] == "Marrow Bay"
    assert "'=SUM(A1)" in desk.send("GET", "/list/csv").content.decode()
