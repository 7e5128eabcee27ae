"""Words with times: WebVTT, SRT, stamps and plain pages, told apart by what is in them; and what hear prints of them."""

import json
from pathlib import Path

import pytest

from bellstone.cli import main
from bellstone.formats.timed_text import source_lines

VTT = """WEBVTT
Kind: captions

NOTE made up for a test

1
00:00:05.000 --> 00:00:08.000 align:start
<v Ann>we got roots at
 
00:00:08.000 --> 00:00:10.500
thirty one feet.

01:00:12.250 --> 01:00:14.000
<i>crack on top at 40.</i>
"""
SRT = "1\n00:00:05,000 --> 00:00:08,000\nroots at 31.\n\n2\n00:01:12,250 --> 00:01:14,000\ncrack on top at 40.\n"


def test_cues_that_go_on_are_one_and_keep_the_time_of_the_first() -> None:
    assert [(s.time_s, s.said) for s in source_lines(VTT)] == [
        (5.0, "we got roots at thirty one feet."),
        (3612.25, "crack on top at 40."),
    ]


def test_srt_is_read_by_its_commas() -> None:
    assert [(s.number, s.time_s, s.said) for s in source_lines(SRT)] == [
        (2, 5.0, "roots at 31."),
        (6, 72.25, "crack on top at 40."),
    ]


@pytest.mark.parametrize(
    ("line", "time_s"),
    [("[1:05] roots at 41", 65.0), ("[1:02:03] roots at 41", 3723.0), ("roots at 41", None), ("[x] roots at 41", None)],
)
def test_a_stamp_before_a_line_is_its_time(line: str, time_s: float | None) -> None:
    (only,) = source_lines(line)
    assert only.time_s == time_s


def test_blank_lines_and_comments_are_passed_over_and_numbers_kept() -> None:
    assert [(s.number, s.said) for s in source_lines("\n# a heading\n41 roots\n\n42 crack\n")] == [
        (3, "41 roots"),
        (5, "42 crack"),
    ]


def test_hear_prints_a_document_a_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    (tmp_path / "a.srt").write_text(SRT)
    (tmp_path / "b.txt").write_text("light roots at 31 zorp\nno grease at 20\nthe dog barked\n")
    assert main(["hear", "--json", str(tmp_path / "a.srt"), str(tmp_path / "b.txt")]) == 0
    first, second = (json.loads(line) for line in capsys.readouterr().out.splitlines())
    assert [d["lines"] for d in first["drafts"]] == [["31 roots"], ["40 crack top"]]
    assert [s["time_s"] for s in first["record"]["visits"][0]["sightings"]] == [5.0, 72.25]
    asked, heard, kept = second["drafts"]
    assert asked["outcome"] == "asked" and asked["candidates"] == [["31 roots light"]] and asked["lines"] == []
    assert [w["text"] for w in asked["words"] if w["use"] == "none"] == ["zorp"]
    assert asked["candidate_acts"][0][0]["sighting"]["kind"] == "roots" and asked["acts"] == []
    assert heard["acts"][0]["sighting"]["none_of"] == ["grease"] and kept["outcome"] == "kept"
    visit = second["record"]["visits"][0]
    assert len(visit["sightings"]) == 1 and [r["said"] for r in visit["remarks"]] == [
        "light roots at 31 zorp",
        "the dog barked",
    ]


def test_hear_says_it_for_a_person_too(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    (tmp_path / "b.txt").write_text("[1:05] no grease at 20\nlight roots at 31 zorp\n")
    assert main(["hear", str(tmp_path / "b.txt")]) == 0
    said = capsys.readouterr().out
    assert "✓    1 [1:05] no grease at 20" in said and "= 20 none: grease" in said
    assert (
        "not understood: zorp" in said and "1 = 31 roots light" in said and "1 heard, 1 asked, 0 kept as said" in said
    )


def test_assess_hears_a_page_the_same_way(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    (tmp_path / "n.txt").write_text(
        "run A front cleanout clay 4in, facing main, counts to main\nthe pipe has collapsed at 40 feet\n"
    )
    assert main(["assess", str(tmp_path / "n.txt")]) == 0
    assert "Not serviceable" in capsys.readouterr().out
