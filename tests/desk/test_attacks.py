"""The desk under attack: killed while it writes, copies and restores; no room; many writers; lines made to be slow.

A few of each with every test; ``make robust`` does forty kills and prints what it saw.
"""

import contextlib
import http.client
import json
import os
import random
import shutil
import signal
import subprocess
import sys
import threading
import time
import urllib.error
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest

from bellstone.core.ear import SourceLine, hear_page, listen
from bellstone.desk.keeping import checked, prepare
from tests.core.said import HOUSE
from tests.desk.server import Server
from tests.desk.test_keeping import database, folder, one_more, template  # noqa: F401  (fixtures)

KILLS = int(os.environ.get("BELLSTONE_KILLS", "4"))
ROWS = 400
PITCHES = "counter,grade\n" + "".join(f"{n / 10:.1f},2\n" for n in range(ROWS))
Work = Callable[[Server, int, int], int]


def test_killed_during_edits_and_imports_what_was_acknowledged_is_kept_and_no_half(tmp_path: Path) -> None:
    rng, server, kept, kills = random.Random(8), Server(tmp_path, 8821), {"lines": 0, "tables": 0}, 0
    server.start()
    made = server.ask("POST", "/api/laterals", {"name": "Killed", "access": "yard"})
    number = made["id"]
    while kills < KILLS:
        version = server.ask("GET", f"/api/laterals/{number}")["version"]
        killer = threading.Timer(rng.uniform(0.02, 0.6), server.kill)
        killer.start()
        with contextlib.suppress(OSError, http.client.HTTPException, ValueError):
            while True:
                body, path = rng.choice(
                    [({"text": f"{len(kept) + 5} roots"}, "lines"), ({"text": PITCHES}, "tables/pitch")]
                )
                version = server.ask("POST", f"/api/laterals/{number}/{path}", body, version)["version"]
                kept[path.split("/")[0]] += 1
        killer.join()
        kills += 1
        server.start()
        visit = server.ask("GET", f"/api/laterals/{number}")["record"]["visits"][0]
        assert len(visit["pitches"]) % ROWS == 0  # all of a table or none
        assert kept["tables"] <= len(visit["pitches"]) // ROWS <= kept["tables"] + 1
        assert kept["lines"] <= len(visit["sightings"]) <= kept["lines"] + 1
        kept = {"lines": len(visit["sightings"]), "tables": len(visit["pitches"]) // ROWS}
    server.stop()
    assert checked(tmp_path / "bellstone.sqlite3").state == "whole"


def killed(command: list[str], data: Path, after_s: float) -> None:
    env = {**os.environ, "BELLSTONE_DATA": str(data)}
    argv = [sys.executable, "-m", "bellstone.cli", *command]
    process = subprocess.Popen(argv, env=env, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    with contextlib.suppress(subprocess.TimeoutExpired):
        process.wait(after_s)
    process.send_signal(signal.SIGKILL)
    process.wait()


def test_killed_during_backups_and_restores_there_is_always_a_whole_one(folder: Path, tmp_path: Path) -> None:  # noqa: F811
    rng, copy = random.Random(9), tmp_path / "copy.sqlite3"
    env = {**os.environ, "BELLSTONE_DATA": str(folder)}
    subprocess.run(
        [sys.executable, "-m", "bellstone.cli", "backup", str(copy)], env=env, check=True, capture_output=True
    )
    start = time.monotonic()
    subprocess.run(
        [sys.executable, "-m", "bellstone.cli", "backup", str(copy)], env=env, check=True, capture_output=True
    )
    whole = time.monotonic() - start
    for n in range(KILLS):
        one_more(database(folder), f"Later {n}")
        killed(["backup", str(copy)], folder, rng.uniform(0.5, 1.05) * whole)
        assert checked(copy).state == "whole"
        killed(["restore", str(copy)], folder, rng.uniform(0.5, 1.05) * whole)
        assert checked(database(folder)).state == "whole"
        assert checked(database(folder)).laterals >= 12


@pytest.fixture
def small_disk(tmp_path: Path) -> Iterator[Path]:
    """A disk of three megabytes."""
    place = tmp_path / "small"
    place.mkdir()
    mounted = shutil.which("mount") and subprocess.run(
        ["mount", "-t", "tmpfs", "-o", "size=3m", "tmpfs", str(place)], capture_output=True
    )
    if not mounted or mounted.returncode:
        pytest.skip("no right to mount a small disk here")
    yield place
    subprocess.run(["umount", "-l", str(place)], check=True)


def test_on_a_full_disk_each_edit_is_refused_in_words_and_none_is_lost(small_disk: Path) -> None:
    server = Server(small_disk, 8822)
    server.start()
    try:
        made = server.ask("POST", "/api/laterals", {"name": "Full", "access": "yard"})
        version, refused = made["version"], None
        for _ in range(200):
            try:
                answer = server.ask("POST", f"/api/laterals/{made['id']}/tables/pitch", {"text": PITCHES}, version)
                version = answer["version"]
            except urllib.error.HTTPError as error:
                refused = (error.code, json.loads(error.read()))
                break
        assert refused is not None and refused[0] == 503
        assert "no room" in refused[1]["message"] and refused[1]["problems"][0]["mend"]
        again = server.ask("GET", f"/api/laterals/{made['id']}")
        assert again["version"] == version
        assert len(again["record"]["visits"][0]["pitches"]) == (version - 1) * ROWS
    finally:
        server.kill()
    assert checked(small_disk / "bellstone.sqlite3").state == "whole"


def test_eight_who_write_at_once_lose_nothing_and_see_no_fault(tmp_path: Path) -> None:
    prepare(tmp_path)
    server = Server(tmp_path, 8823)
    server.start()
    made = server.ask("POST", "/api/laterals", {"name": "Eight", "access": "yard"})
    faults: list[str] = []

    def write(who: int) -> None:
        mine = Server(tmp_path, 8823)
        mine.address = server.address
        mine.opener.open(server.said.split()[-1], timeout=30).read()
        for n in range(5):
            while True:
                version = mine.ask("GET", f"/api/laterals/{made['id']}")["version"]
                try:
                    mine.ask("POST", f"/api/laterals/{made['id']}/lines", {"text": f"{who}.{n} roots"}, version)
                    break
                except urllib.error.HTTPError as error:
                    if error.code != 409:
                        faults.append(f"{error.code} {error.read()[:200]!r}")
                        return

    writers = [threading.Thread(target=write, args=(who,)) for who in range(1, 9)]
    for writer in writers:
        writer.start()
    for writer in writers:
        writer.join()
    said = [s["said"] for s in server.ask("GET", f"/api/laterals/{made['id']}")["record"]["visits"][0]["sightings"]]
    server.stop()
    assert faults == []
    assert sorted(said) == sorted(f"{who}.{n} roots" for who in range(1, 9) for n in range(5))


SLOW = [
    "4" * 999, "(" * 999, "'" * 999, "1." * 499, "1/" * 499, "1-" * 499, "41.5" + " " * 990 + "roots", "~" * 999, "at 4 " * 199,
    "4 " * 499, "to " * 330, "roots " * 166, "4' 6\" " * 140, "roots and " * 99, "12 o'clock to " * 70, "half a " * 140, "[" * 999,
    "a" * 999, "? " * 499, "twenty one hundred and " * 43, "41.5 roots; " * 83, "same " * 199, "because " * 124, "%" * 999,
]  # fmt: skip


timed = pytest.mark.skipif(KILLS < 40, reason="a measure of time: `make robust` takes it")


@timed
@pytest.mark.parametrize("line", SLOW, ids=lambda line: line[:9])
def test_a_line_twice_as_long_takes_no_more_than_a_few_times_as_long(line: str) -> None:
    """A ratio of one run, and a wide one: what took 8 s took forty times as long for twice the length."""
    listen("41.5 roots", HOUSE)

    def took(text: str) -> float:
        best = 9.0
        for n in range(3):
            start = time.perf_counter()
            listen(f"{text} {n}", HOUSE)
            best = min(best, time.perf_counter() - start)
        return best

    plain = took("there's a hairline crack up top around 27 feet")
    assert took(line) < 60 * max(plain, 1e-3)


PAGE_CHARS = 400_000  # what a page holds at most


@timed
def test_a_page_of_the_slowest_lines_takes_no_longer_than_one_of_plain_talk() -> None:
    def took(lines: list[str]) -> float:
        turns = PAGE_CHARS // sum(map(len, lines))
        each = [f"{line} {n}" for n in range(turns) for line in lines]  # no two the same
        page = [SourceLine(number=n, time_s=None, said=said) for n, said in enumerate(each)]
        start = time.perf_counter()
        hear_page(page, HOUSE)
        return time.perf_counter() - start

    plain = took(
        [
            "there's a hairline crack up top around 27 feet",
            "heavy roots at the joint, 41 and a half, about seventy percent",
        ]
    )
    slow = took(SLOW)
    print(f"a page of 400,000 characters: plain talk {plain:.1f} s, the slowest lines {slow:.1f} s")
    assert slow < 3 * plain
