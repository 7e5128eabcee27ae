"""Everything handed over in one: complete, the same again, and nothing of it that would not come back."""

import io
import json
import zipfile
from pathlib import Path

import pytest

from bellstone.cli import main
from bellstone.core.assess import assess
from bellstone.formats import lateral_file
from bellstone.formats.bundle import bundle
from bellstone.formats.zipping import zipped

DEMO = Path(__file__).parents[2] / "bellstone" / "demo"
PLOVER = DEMO / "10-plover-rise.json"


def test_a_bundle_holds_every_file_and_its_lateral_comes_back() -> None:
    record = lateral_file.loads(PLOVER.read_bytes())
    files = bundle(record, assess(record))
    assert {
        "report.pdf",
        "dig-sheets.pdf",
        "lateral.bellstone.json",
        "assessment.json",
        "notes.txt",
        "assessment.txt",
    } <= files.keys()
    assert lateral_file.loads(files["lateral.bellstone.json"]) == record
    assert json.loads(files["assessment.json"])["name"] == record.site.name
    assert "sightings.csv" in files and "invert.csv" not in files  # no row, no table
    with zipfile.ZipFile(io.BytesIO(zipped(files))) as archive:
        assert {name: archive.read(name) for name in archive.namelist()} == files


def test_what_needs_no_dig_has_no_dig_sheet() -> None:
    record = lateral_file.loads((DEMO / "3-ferris-mews.json").read_bytes())
    found = assess(record)
    assert not found.digs and "dig-sheets.pdf" not in bundle(record, found)


def test_the_terminal_writes_what_was_asked_for(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    notes = tmp_path / "notes.txt"
    notes.write_text("run A front cleanout 4in clay, facing main, counts to main\n30 offset up 1.5in\n66 main\n")
    out = tmp_path / "out" / "deep"
    assert main(["export", str(notes), "--to", str(out), "--only", "pdf,txt", "--paper", "a4"]) == 0
    assert {p.name for p in out.iterdir()} == {
        "report.pdf",
        "owners-page.pdf",
        "dig-sheets.pdf",
        "notes.txt",
        "assessment.txt",
    }
    assert capsys.readouterr().out.count("\n") == 5
    assert main(["export", str(notes), "--to", str(out), "--only", "doc"]) == 2
    assert "doc" in capsys.readouterr().err
