"""The desk as a process: stopped, shut to strangers, on a taken port, twice on one folder, on a hurt file."""

import io
import json
import os
import shutil
import signal
import socket
import sqlite3
import stat
import subprocess
import sys
import time
import urllib.error
import urllib.parse
import urllib.request
import zipfile
from contextlib import closing
from pathlib import Path

import pytest

from bellstone.core.ear.lexicon import house_lexicon
from bellstone.desk.keeping import checked, prepare
from bellstone.desk.serving import ready_to_hear
from bellstone.formats import lateral_file
from tests.desk.server import Server
from tests.desk.test_keeping import break_pages, template  # noqa: F401  (a fixture)

PORT = 8811


@pytest.fixture
def data(tmp_path: Path, template: Path) -> Path:  # noqa: F811
    folder = tmp_path / "data"
    prepare(folder)
    shutil.copy(template, folder / "bellstone.sqlite3")
    return folder


@pytest.fixture
def server(data: Path):
    desk = Server(data, PORT)
    yield desk
    if desk.process and desk.process.poll() is None:
        desk.kill()


def days_copy(data: Path) -> Path:
    """The copy of the day, as soon as it is there."""
    for _ in range(300):
        if copies := list((data / "backups").glob("daily-*.sqlite3")):
            return copies[0]
        time.sleep(0.1)
    raise AssertionError("no copy of the day was made")


def refused(ask, *args: object) -> tuple[int, str]:
    with pytest.raises(urllib.error.HTTPError) as error:
        ask(*args)
    return error.value.code, error.value.read().decode()


@pytest.mark.parametrize("kind", [signal.SIGTERM, signal.SIGHUP, signal.SIGINT])
def test_stopped_by_a_signal_the_one_file_is_a_whole_copy(
    server: Server, data: Path, tmp_path: Path, kind: int
) -> None:
    server.start()
    server.ask("POST", "/api/laterals", {"name": "Last of the day", "access": "yard"})
    assert server.stop(kind) == 0
    alone = tmp_path / "alone.sqlite3"
    shutil.copy(data / "bellstone.sqlite3", alone)
    assert (checked(alone).state, checked(alone).laterals) == ("whole", 13)


def test_a_first_start_keeps_a_copy_of_the_day_and_all_of_it_is_the_owners(server: Server, data: Path) -> None:
    server.start()
    copy = days_copy(data)
    server.stop()
    assert checked(copy).laterals == 12
    assert {stat.S_IMODE(p.stat().st_mode) for p in data.rglob("*") if p.is_file()} == {0o600}


def test_without_the_printed_address_nobody_gets_in(server: Server) -> None:
    server.start()
    stranger = urllib.request.build_opener()
    assert refused(stranger.open, server.address + "/")[0] == 401
    assert refused(stranger.open, server.address + "/api/laterals")[0] == 401
    assert refused(stranger.open, server.address + "/?key=guess")[0] == 401
    assert refused(stranger.open, server.address + "/lateral/1/log?key=")[0] == 401
    code, page = refused(stranger.open, server.address + "/")
    assert "bellstone address" in page


def test_the_key_leaves_the_address_and_stays_out_of_it(server: Server) -> None:
    server.start()
    landed = server.opener.open(server.said.split()[-1].replace("/?", "/lateral/1/log?at=4&"), timeout=20)
    assert landed.geturl() == f"{server.address}/lateral/1/log?at=4"
    elsewhere = server.opener.open(server.said.split()[-1].replace("/?", "//evil.example/?"), timeout=20)
    assert elsewhere.geturl() == f"{server.address}/evil.example/"


@pytest.mark.parametrize("header", ["X-Forwarded-For", "Forwarded", "X-Forwarded-Host", "Via", "X-Real-IP"])
def test_what_a_proxy_forwards_is_never_let_in(server: Server, header: str) -> None:
    server.start()
    request = urllib.request.Request(server.said.split()[-1], headers={header: "203.0.113.9"})
    code, body = refused(server.opener.open, request)
    assert code == 403 and "no accounts yet" in body


def run(command: list[str], **env: str) -> subprocess.CompletedProcess[str]:
    argv = [sys.executable, "-m", "bellstone.cli", *command]
    return subprocess.run(argv, env={**os.environ, **env}, capture_output=True, text=True, timeout=60)


def test_accounts_asked_for_are_refused_in_words(data: Path) -> None:
    ended = run(["serve"], BELLSTONE_DATA=str(data), BELLSTONE_LOCAL="0")
    assert ended.returncode == 2
    assert "there are none yet" in ended.stderr and "Traceback" not in ended.stderr


def test_another_host_name_is_nobodys(server: Server) -> None:
    os.environ["BELLSTONE_HOSTS"] = "desk.example"
    try:
        server.start()
    finally:
        del os.environ["BELLSTONE_HOSTS"]
    request = urllib.request.Request(server.said.split()[-1], headers={"Host": "desk.example"})
    assert refused(server.opener.open, request)[0] == 400


def test_a_second_desk_on_the_folder_says_where_the_first_is(server: Server, data: Path) -> None:
    server.start()
    ended = run(["serve", "--port", str(PORT + 5)], BELLSTONE_DATA=str(data))
    assert ended.returncode == 2
    assert f"already runs on {data} at {server.address}/" in ended.stderr
    told = run(["address"], BELLSTONE_DATA=str(data))
    assert told.stdout.strip() == server.said.split()[-1]
    server.kill()
    assert run(["address"], BELLSTONE_DATA=str(data)).returncode == 2


def test_a_taken_port_offers_the_next_and_says_so(server: Server) -> None:
    with closing(socket.create_server(("127.0.0.1", PORT))):
        server.start()
        assert server.address == f"http://127.0.0.1:{PORT + 1}"
        assert "is taken" in server.process.stdout.readline()
        assert server.ask("GET", "/api/laterals")["total"] == 12


def test_half_open_connections_lock_nobody_out(server: Server) -> None:
    server.start()
    hung = [socket.create_connection(("127.0.0.1", int(server.address.rpartition(":")[2]))) for _ in range(300)]
    for connection in hung:
        connection.sendall(b"POST /api/laterals HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 50\r\n\r\n{")
    assert server.ask("GET", "/api/laterals")["total"] == 12
    for connection in hung:
        connection.close()


def hurt(path: Path, how: str) -> None:
    if how == "damaged":
        break_pages(path)
    elif how == "cut":
        path.write_bytes(path.read_bytes()[:80_000])
    elif how == "header":
        path.write_bytes(b"\0" * 16 + path.read_bytes()[16:])
    elif how == "empty":
        path.write_bytes(b"")
    elif how == "missing":
        path.unlink()
    elif how == "newer":
        with closing(sqlite3.connect(path)) as connection, connection:
            connection.execute(
                "INSERT INTO django_migrations (app, name, applied) VALUES ('desk', '0099_x', '2030-01-01')"
            )


def page_of(server: Server) -> str:
    return refused(server.opener.open, server.address + "/")[1]


@pytest.mark.parametrize("how", ["damaged", "cut", "header", "empty", "missing", "newer"])
def test_a_hurt_file_is_explained_takes_no_work_and_gives_way_to_its_copy(server: Server, data: Path, how: str) -> None:
    server.start()
    copy = days_copy(data)
    server.stop()
    path = data / "bellstone.sqlite3"
    hurt(path, how)
    before = path.read_bytes() if path.exists() else None
    assert "503" in str(start_hurt(server))
    page = page_of(server)
    assert refused(server.ask, "POST", "/api/laterals", {"name": "New work", "access": "yard"})[0] == 503
    assert refused(server.ask, "GET", "/api/laterals")[0] == 503
    assert (path.read_bytes() if path.exists() else None) == before
    if how == "newer":
        assert "newer Bell Stone" in page and "Put this copy back" not in page
        return
    assert copy.name in page and "12 laterals" in page
    token = page.split('name="csrfmiddlewaretoken" value="')[1].split('"')[0]
    forged = urllib.parse.urlencode({"copy": copy.name}).encode()
    assert refused(server.opener.open, server.address + "/mend", forged)[0] == 403
    form = urllib.parse.urlencode({"csrfmiddlewaretoken": token, "copy": copy.name}).encode()
    server.opener.open(server.address + "/mend", form, timeout=20)
    assert server.ask("GET", "/api/laterals")["total"] == 12
    server.ask("POST", "/api/laterals", {"name": "New work", "access": "yard"})
    server.stop()
    assert checked(path).laterals == 13


def start_hurt(server: Server) -> urllib.error.HTTPError:
    with pytest.raises(urllib.error.HTTPError) as error:
        server.start()
    return error.value


def test_an_empty_file_without_a_copy_may_be_begun_anew_but_is_not_by_itself(server: Server, data: Path) -> None:
    hurt(data / "bellstone.sqlite3", "empty")
    start_hurt(server)
    page = page_of(server)
    assert "of no length" in page
    token = page.split('name="csrfmiddlewaretoken" value="')[1].split('"')[0]
    form = urllib.parse.urlencode({"csrfmiddlewaretoken": token, "copy": "none"}).encode()
    server.opener.open(server.address + "/mend", form, timeout=20)
    assert server.ask("GET", "/api/laterals")["total"] == 0


def test_what_can_still_be_read_of_a_damaged_file_opens_again(server: Server, data: Path) -> None:
    path = data / "bellstone.sqlite3"
    with closing(sqlite3.connect(path)) as connection:
        record = max((r for (r,) in connection.execute("SELECT record FROM desk_storedlateral")), key=len).encode()
    whole = bytearray(path.read_bytes())
    start = whole.index(record[len(record) // 2 :][:40]) & ~4095
    whole[start : start + 4096] = b"\x01" * 4096
    path.write_bytes(bytes(whole))
    start_hurt(server)
    saved = zipfile.ZipFile(io.BytesIO(server.opener.open(server.address + "/still-readable.zip", timeout=20).read()))
    assert len(saved.namelist()) == 11
    assert all(lateral_file.loads(saved.read(name)).site.name for name in saved.namelist())


def test_one_record_that_cannot_be_read_is_told_and_the_others_are_well(server: Server, data: Path) -> None:
    with closing(sqlite3.connect(data / "bellstone.sqlite3")) as connection, connection:
        connection.execute(
            'UPDATE desk_storedlateral SET record = \'{"site": {"name": "x"}, "visits": 3}\' WHERE id = 2'
        )
    server.start()
    code, body = refused(server.ask, "GET", "/api/laterals/2")
    assert code == 409 and "visits" in body and "restore" in body
    assert refused(server.ask, "POST", "/api/laterals/2/lines", {"text": "12 roots"}, 1)[0] == 409
    assert server.ask("GET", "/api/laterals")["total"] == 12
    assert server.ask("GET", "/api/laterals/1")["record"]["site"]["name"]


def test_an_older_database_is_copied_before_it_is_brought_up_to_date(server: Server, data: Path) -> None:
    back = [sys.executable, "-m", "django", "migrate", "desk", "0005", "--verbosity", "0"]
    env = {**os.environ, "BELLSTONE_DATA": str(data), "DJANGO_SETTINGS_MODULE": "bellstone.desk.settings"}
    subprocess.run(back, env=env, check=True)
    assert checked(data / "bellstone.sqlite3").state == "older"
    server.start()
    assert (
        server.ask("GET", "/api/laterals?search=fibre%20with%20a%20blister")["total"] == 1
    )  # its words are worked out anew
    before = next((data / "backups").glob("before-upgrade-*.sqlite3"))
    assert (checked(before).state, checked(before).laterals) == ("older", 12)
    assert checked(data / "bellstone.sqlite3").state == "whole"


def test_a_busy_and_a_closed_database_are_worded(server: Server, data: Path) -> None:
    server.start()
    with closing(sqlite3.connect(data / "bellstone.sqlite3", isolation_level=None)) as other:
        other.execute("BEGIN IMMEDIATE")
        code, body = refused(server.ask, "POST", "/api/laterals", {"name": "Busy", "access": "yard"})
        assert code == 503 and "nothing of yours was saved" in body
        assert server.ask("GET", "/api/laterals")["total"] == 12  # who reads does not wait
        other.execute("ROLLBACK")
    assert server.ask("POST", "/api/laterals", {"name": "Now", "access": "yard"})["id"]


def test_a_new_browser_writes_nothing(server: Server, data: Path) -> None:
    server.start()
    server.ask("GET", "/api/laterals")
    with closing(sqlite3.connect(data / "bellstone.sqlite3")) as connection:
        connection.execute("PRAGMA query_only=ON")
        before = connection.execute("PRAGMA data_version").fetchone()
        for _ in range(3):
            again = Server(data, PORT)
            again.address, again.said = server.address, server.said
            again.opener.open(server.said.split()[-1], timeout=20).read()
            assert json.loads(again.opener.open(f"{server.address}/api/laterals").read())["total"] == 12
        assert connection.execute("PRAGMA data_version").fetchone() == before


def test_the_lexicon_is_read_before_anyone_types() -> None:
    house_lexicon.cache_clear()
    ready_to_hear()
    assert house_lexicon.cache_info().currsize == 1
