"""The lateral file: a round trip loses nothing; a wrong file names the place."""

import json
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page
from bellstone.core.ground import RecordError
from bellstone.formats import lateral_file

DEMO = sorted((Path(__file__).parents[2] / "bellstone" / "demo").glob("*.json"))


@pytest.mark.parametrize("path", DEMO, ids=lambda p: p.stem)
def test_each_sample_round_trips_and_assesses(path: Path) -> None:
    record = lateral_file.loads(path.read_bytes())
    assert lateral_file.loads(lateral_file.dumps(record)) == record
    assert assess(record).findings or record.visits[-1].dictation  # dictated, and still to be heard


def test_there_are_twelve_samples_and_one_says_start_here() -> None:
    records = [lateral_file.loads(p.read_bytes()) for p in DEMO]
    assert len(records) == 12
    causes = {p.cause for r in records for p in assess(r).ponds}
    assert causes >= {"sag", "lip", "deformation", "roots or debris", "backwater"}
    start = [r for r in records if r.site.start_here]
    assert len(start) == 1
    assert len(start[0].visits[-1].waiting) == 5


@settings(max_examples=50)
@given(
    st.lists(
        st.sampled_from(
            ["41.5 roots 70%", "zorp — ünïcode", "+3 hole", "12-6 x", 'note "quoted; kept"', "20-35 dry rest"]
        ),
        max_size=8,
    )
)
def test_any_page_round_trips_through_the_file(lines: list[str]) -> None:
    record, _ = record_from_page("\n".join(lines))
    assert lateral_file.loads(lateral_file.dumps(record).encode()) == record


BAD = {
    "truncated": b'{"site": {"name": "x"',
    "not utf-8": b"\xff\xfe\x00",
    "NaN": b'{"site": {"name": "x"}, "lines": [{"grade_pct": NaN}]}',
    "infinite": b'{"site": {"name": "x"}, "lines": [{"grade_pct": 1e999}]}',
    "deep": b'{"site":' + b"[" * 5000 + b"]" * 5000 + b"}",
    "a list": b"[1, 2]",
    "unknown version": b'{"version": 99, "site": {"name": "x"}}',
    "unknown field": b'{"site": {"name": "x", "hue": 3}}',
    "wrong type": b'{"site": {"name": "x"}, "visits": "none"}',
    "a run that is not there": json.dumps({
        "site": {"name": "x"},
        "visits": [{"id": "v", "sightings": [
            {"id": "s1", "item": "i1", "line": "l1", "run": "Z", "kind": "roots", "position": {"by": "order"}}]}],
    }).encode(),
    "huge": b'{"site": {"name": "' + b"x" * 20_000_001 + b'"}}',
}  # fmt: skip


@pytest.mark.parametrize("data", BAD.values(), ids=BAD)
def test_a_bad_file_is_refused_with_place_and_mend(data: bytes) -> None:
    with pytest.raises(RecordError) as refused:
        lateral_file.loads(data)
    assert all(place and mend for place, mend in refused.value.problems)


@settings(max_examples=200)
@given(st.binary(max_size=300))
def test_no_bytes_break_the_reader(data: bytes) -> None:
    try:
        lateral_file.loads(data)
    except RecordError as error:
        assert error.problems
