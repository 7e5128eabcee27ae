"""The desk from a terminal."""

import json
from pathlib import Path

import pytest

from bellstone.cli import main
from bellstone.core.assess import assess
from bellstone.formats import lateral_file

DEMO = Path(__file__).parents[2] / "bellstone" / "demo"


def test_assess_reads_a_page_of_notes(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    notes = tmp_path / "birch row.txt"
    notes.write_text("run A cleanout 4in clay, facing main, counts to main\n12 roots ball 90%\nzorp\n40 main\n")
    assert main(["assess", str(notes)]) == 0
    said = capsys.readouterr().out
    assert said.startswith("birch row: Not serviceable · soundness")
    assert "line 3 kept as said: zorp" in said
    assert "12.0 ft ±" in said


def test_assess_json_of_a_lateral_file_is_the_assessment(capsys: pytest.CaptureFixture[str]) -> None:
    path = DEMO / "2-thistle-court.json"
    assert main(["assess", str(path), "--json"]) == 0
    expected = assess(lateral_file.loads(path.read_bytes()))
    assert json.loads(capsys.readouterr().out) == json.loads(expected.model_dump_json())


def test_a_wrong_file_says_where_on_stderr(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bad.json"
    path.write_text('{"site": {"name": "x"}, "visits": 3}')
    assert main(["assess", str(path)]) == 2
    assert "visits" in capsys.readouterr().err
    assert main(["assess", str(tmp_path / "missing.txt")]) == 2
