"""The data folder kept whole: copies, putting one back, what is wrong with a file, who has it."""

import shutil
import sqlite3
import stat
from contextlib import closing
from datetime import date, datetime, timedelta
from pathlib import Path

import pytest

from bellstone.cli import main
from bellstone.desk import keeping
from bellstone.desk.keeping import Refused, back_up, checked, daily, doctor, held, restore
from tests.desk.server import Server

NOW = datetime(2026, 3, 4, 5, 6, 7)


@pytest.fixture(scope="session")
def template(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A database with the samples in it, as a desk leaves it."""
    data = tmp_path_factory.mktemp("template")
    server = Server(data, 8801, "demo")
    server.start()
    assert server.stop() == 0
    return data / "bellstone.sqlite3"


@pytest.fixture
def folder(tmp_path: Path, template: Path) -> Path:
    data = tmp_path / "data"
    keeping.prepare(data)
    shutil.copy(template, data / "bellstone.sqlite3")
    return data


def database(folder: Path) -> Path:
    return folder / "bellstone.sqlite3"


def forget(path: Path, names: str = "%") -> None:
    with closing(sqlite3.connect(path)) as connection, connection:
        connection.execute("DELETE FROM desk_change")
        connection.execute("DELETE FROM desk_storedlateral WHERE name LIKE ?", (names,))


def one_more(path: Path, name: str) -> None:
    """The first lateral once more, under another name."""
    with closing(sqlite3.connect(path)) as connection, connection:
        columns = [
            c[1] for c in connection.execute("PRAGMA table_info(desk_storedlateral)") if c[1] not in ("id", "name")
        ]
        kept = ", ".join(columns)
        connection.execute(
            f"INSERT INTO desk_storedlateral (name, {kept}) SELECT ?, {kept} FROM desk_storedlateral ORDER BY id LIMIT 1",
            (name,),
        )


def break_pages(path: Path) -> None:
    """Ones where the middle of the file was."""
    data = bytearray(path.read_bytes())
    data[8192 : len(data) - 8192] = b"\x01" * (len(data) - 16384)
    path.write_bytes(bytes(data))


def state_of(path: Path) -> str:
    return checked(path).state


def test_each_kind_of_file_is_told_apart(tmp_path: Path, template: Path) -> None:
    whole = tmp_path / "whole"
    shutil.copy(template, whole)
    assert (state_of(whole), checked(whole).laterals) == ("whole", 12)
    assert state_of(tmp_path / "nowhere") == "missing"
    empty = tmp_path / "empty"
    empty.touch()
    assert state_of(empty) == "empty"
    letter = tmp_path / "letter"
    letter.write_text("Dear owner,")
    assert state_of(letter) == "not a database"
    cut = tmp_path / "cut"
    cut.write_bytes(template.read_bytes()[: template.stat().st_size // 2])
    assert state_of(cut) == "damaged"
    broken = tmp_path / "broken"
    shutil.copy(template, broken)
    break_pages(broken)
    assert state_of(broken) == "damaged"
    headless = tmp_path / "headless"
    headless.write_bytes(b"\0" * 100 + template.read_bytes()[100:])
    assert state_of(headless) == "not a database"
    foreign = tmp_path / "foreign"
    with closing(sqlite3.connect(foreign)) as connection, connection:
        connection.execute("CREATE TABLE songs (name)")
    assert state_of(foreign) == "another's"


def test_a_schema_newer_and_older_than_this_one(tmp_path: Path, template: Path) -> None:
    newer, older = tmp_path / "newer", tmp_path / "older"
    for path, change in (
        (newer, "INSERT INTO django_migrations (app, name, applied) VALUES ('desk', '0099_more', '2030-01-01')"),
        (older, "DELETE FROM django_migrations WHERE app = 'desk' AND name = '0005_signed'"),
    ):
        shutil.copy(template, path)
        with closing(sqlite3.connect(path)) as connection, connection:
            connection.execute(change)
    assert state_of(newer) == "newer" and "0099_more" in checked(newer).why
    assert (state_of(older), checked(older).usable) == ("older", True)


def test_looking_writes_nothing(folder: Path) -> None:
    before = {p: (p.stat().st_mtime_ns, p.read_bytes()) for p in folder.rglob("*") if p.is_file()}
    checked(database(folder))
    doctor(folder)
    after = {p: (p.stat().st_mtime_ns, p.read_bytes()) for p in folder.rglob("*") if p.is_file()}
    assert before == {p: v for p, v in after.items() if p in before}
    assert {p.name for p in set(after) - set(before)} <= {"bellstone.sqlite3-wal", "bellstone.sqlite3-shm", "desk.lock"}


def test_a_copy_is_one_whole_file_for_its_owner_alone(folder: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    made = back_up(database(folder), target)
    assert (made.state, made.laterals) == ("whole", 12)
    assert stat.S_IMODE(target.stat().st_mode) == 0o600
    assert [p.name for p in tmp_path.glob("copy*")] == ["copy.sqlite3"]


def test_the_last_copies_are_kept_each_a_step_older(folder: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    for number in range(5):
        back_up(database(folder), target, keep=3)
        one_more(database(folder), f"Later {number}")
    counts = [checked(tmp_path / name).laterals for name in ("copy.sqlite3", "copy.sqlite3.1", "copy.sqlite3.2")]
    assert counts == [16, 15, 14]
    assert not (tmp_path / "copy.sqlite3.3").exists()


@pytest.mark.parametrize("hurt", ["missing", "empty", "damaged", "not a database"])
def test_nothing_that_is_not_whole_replaces_a_good_copy(folder: Path, tmp_path: Path, hurt: str) -> None:
    target = tmp_path / "copy.sqlite3"
    back_up(database(folder), target)
    good = target.read_bytes()
    if hurt == "missing":
        database(folder).unlink()
    elif hurt == "empty":
        database(folder).write_bytes(b"")
    elif hurt == "damaged":
        break_pages(database(folder))
    else:
        database(folder).write_text("Dear owner,")
    with pytest.raises(Refused, match="Nothing was copied"):
        back_up(database(folder), target)
    assert target.read_bytes() == good
    assert [p.name for p in tmp_path.glob("copy*")] == ["copy.sqlite3"]


def test_an_empty_desk_does_not_replace_a_copy_that_holds_laterals(folder: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    back_up(database(folder), target)
    forget(database(folder))
    with pytest.raises(Refused, match="holds no lateral"):
        back_up(database(folder), target)
    assert checked(target).laterals == 12
    assert back_up(database(folder), tmp_path / "other.sqlite3").laterals == 0


def test_a_copy_goes_over_nothing_that_is_no_copy(folder: Path, tmp_path: Path) -> None:
    letter = tmp_path / "letter.txt"
    letter.write_text("Dear owner,")
    with pytest.raises(Refused, match="left alone"):
        back_up(database(folder), letter)
    with pytest.raises(Refused, match="is the database itself"):
        back_up(database(folder), folder / ".." / "data" / "bellstone.sqlite3")
    with pytest.raises(Refused, match="no folder"):
        back_up(database(folder), tmp_path / "nowhere" / "copy.sqlite3")
    assert letter.read_text() == "Dear owner,"
    assert back_up(database(folder), tmp_path).path.name.startswith("bellstone-20")


def test_from_the_terminal_a_mistyped_data_folder_changes_nothing(
    folder: Path, tmp_path: Path, monkeypatch, capsys
) -> None:
    target = tmp_path / "copy.sqlite3"
    monkeypatch.setenv("BELLSTONE_DATA", str(folder))
    assert main(["backup", str(target)]) == 0
    assert "12 laterals" in capsys.readouterr().out
    good = target.read_bytes()
    monkeypatch.setenv("BELLSTONE_DATA", str(tmp_path / "dtaa"))
    assert main(["backup", str(target)]) == 2
    assert "is BELLSTONE_DATA right?" in capsys.readouterr().err
    assert not (tmp_path / "dtaa").exists()
    assert target.read_bytes() == good
    assert main(["doctor"]) == 1
    assert "no data folder" in capsys.readouterr().out


def test_a_day_is_copied_once_and_the_newest_days_stay(folder: Path) -> None:
    first = date(2026, 3, 1)
    made = [daily(folder, first + timedelta(days=n), keep=5) for n in range(8)]
    assert all(made) and daily(folder, first + timedelta(days=7), keep=5) is None
    kept = sorted(p.name for p in (folder / "backups").glob("daily-*"))
    assert kept == [f"daily-2026-03-0{n}.sqlite3" for n in range(4, 9)]


def test_a_broken_day_takes_no_older_copy_with_it(folder: Path) -> None:
    for n in range(5):
        daily(folder, date(2026, 3, 1) + timedelta(days=n), keep=5)
    break_pages(database(folder))
    with pytest.raises(Refused):
        daily(folder, date(2026, 3, 9), keep=5)
    assert len(list((folder / "backups").glob("daily-*"))) == 5


def test_a_copy_put_back_keeps_what_it_replaces_with_its_log(folder: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    back_up(database(folder), target)
    writer = sqlite3.connect(database(folder))
    writer.execute("PRAGMA journal_mode=WAL")
    with writer:
        writer.execute("UPDATE desk_storedlateral SET name = 'Only in the log'")
    shutil.copy(f"{database(folder)}-wal", tmp_path / "wal")  # as a killed desk leaves it
    shutil.copy(database(folder), tmp_path / "main")
    writer.close()
    shutil.copy(tmp_path / "main", database(folder))
    shutil.copy(tmp_path / "wal", f"{database(folder)}-wal")
    put_back, kept = restore(target, folder, NOW)
    assert (put_back.state, put_back.laterals) == ("whole", 12)
    assert kept == folder / "backups" / "before-restore-2026-03-04-050607.sqlite3"
    with closing(sqlite3.connect(kept)) as before:
        assert set(before.execute("SELECT name FROM desk_storedlateral")) == {("Only in the log",)}
    with closing(sqlite3.connect(database(folder))) as after:
        assert ("Only in the log",) not in set(after.execute("SELECT name FROM desk_storedlateral"))


def test_a_broken_database_is_kept_byte_for_byte(folder: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    back_up(database(folder), target)
    break_pages(database(folder))
    broken = database(folder).read_bytes()
    _, kept = restore(target, folder, NOW)
    assert kept is not None and kept.read_bytes() == broken
    assert state_of(database(folder)) == "whole"
    _, again = restore(target, folder, NOW)
    assert again != kept and kept.read_bytes() == broken


@pytest.mark.parametrize("hurt", ["cut", "letter", "missing", "itself"])
def test_what_is_no_whole_copy_is_not_put_back(folder: Path, tmp_path: Path, hurt: str) -> None:
    source = tmp_path / "copy.sqlite3"
    if hurt == "cut":
        source.write_bytes(database(folder).read_bytes()[:60_000])
    elif hurt == "letter":
        source.write_text("Dear owner,")
    elif hurt == "itself":
        source = database(folder)
    before = database(folder).read_bytes()
    with pytest.raises(Refused):
        restore(source, folder, NOW)
    assert database(folder).read_bytes() == before
    assert list((folder / "backups").iterdir()) == []


def test_a_folder_is_held_by_one(folder: Path) -> None:
    with held(folder, "http://127.0.0.1:8765/"):
        with (
            pytest.raises(Refused, match=r"already runs on .* at http://127.0.0.1:8765/ \(process \d+\)"),
            held(folder),
        ):
            raise AssertionError("held twice")
        assert keeping.running_at(folder) == "http://127.0.0.1:8765/"
    with held(folder):
        pass
    assert keeping.running_at(folder) is None


def test_a_restore_waits_for_no_desk_to_run(folder: Path, tmp_path: Path, monkeypatch, capsys) -> None:
    monkeypatch.setenv("BELLSTONE_DATA", str(folder))
    assert main(["backup", str(tmp_path / "copy.sqlite3")]) == 0
    before = database(folder).read_bytes()
    with held(folder, "http://127.0.0.1:8765/"):
        assert main(["restore", str(tmp_path / "copy.sqlite3")]) == 2
        assert "already runs" in capsys.readouterr().err
    assert database(folder).read_bytes() == before
    assert main(["restore", str(tmp_path / "copy.sqlite3")]) == 0
    assert "12 laterals" in capsys.readouterr().out


def test_the_folder_is_closed_to_others_and_what_lay_open_is_closed(tmp_path: Path) -> None:
    data = tmp_path / "data"
    data.mkdir()
    data.chmod(0o755)
    (data / "bellstone.sqlite3").touch()
    (data / "bellstone.sqlite3").chmod(0o644)
    keeping.prepare(data)
    assert stat.S_IMODE(data.stat().st_mode) == 0o700
    assert {stat.S_IMODE(p.stat().st_mode) for p in data.iterdir() if p.is_file()} == {0o600}
    secret = (data / "secret.key").read_text()
    keeping.prepare(data)
    assert (data / "secret.key").read_text() == secret and len(secret) > 40


def test_a_folder_with_other_things_in_it_is_left_open_and_they_are_not_touched(tmp_path: Path) -> None:
    home = tmp_path / "home"
    home.mkdir()
    script, database_there = home / "run.sh", home / "bellstone.sqlite3"
    for path, mode in ((home, 0o755), (script, 0o755), (database_there, 0o644)):
        if path != home:
            path.touch()
        path.chmod(mode)
    keeping.prepare(home)
    assert stat.S_IMODE(home.stat().st_mode) == 0o755
    assert stat.S_IMODE(script.stat().st_mode) == 0o755
    assert stat.S_IMODE(database_there.stat().st_mode) == stat.S_IMODE((home / "secret.key").stat().st_mode) == 0o600
    assert stat.S_IMODE((home / "backups").stat().st_mode) == 0o700
    assert "others on this machine may look in" in words_of(home)


def test_to_ask_who_has_the_folder_takes_nothing(folder: Path) -> None:
    with held(folder, "http://127.0.0.1:8765/"):
        card = (folder / "desk.json").read_text()
        assert "http://127.0.0.1:8765/" in words_of(folder)
        assert (folder / "desk.json").read_text() == card
    assert not (folder / "desk.json").exists() and "No desk runs on it" in words_of(folder)


def test_a_folder_that_cannot_be_made_is_refused_in_words(tmp_path: Path) -> None:
    (tmp_path / "file").touch()
    with pytest.raises(Refused, match="cannot be used"):
        keeping.prepare(tmp_path / "file" / "data")


def words_of(folder: Path) -> str:
    return "\n".join(f"{f.well} {f.what} {f.mend}" for f in doctor(folder))


def test_the_doctor_tells_what_is_wrong_and_what_to_do(folder: Path, monkeypatch) -> None:
    assert "False No copy is kept" in words_of(folder)
    daily(folder, date(2026, 3, 1))
    assert all(f.well for f in doctor(folder)), words_of(folder)
    folder.chmod(0o755)
    assert "False Data folder" in words_of(folder) and "chmod 700" in words_of(folder)
    folder.chmod(0o700)
    with closing(sqlite3.connect(database(folder))) as connection, connection:
        connection.execute("UPDATE desk_storedlateral SET record = '{\"site\": 3}' WHERE id = 1")
    assert "cannot be read, at site" in words_of(folder)
    break_pages(database(folder))
    copy = folder / "backups" / "daily-2026-03-01.sqlite3"
    assert "False Database damaged" in words_of(folder) and f"bellstone restore {copy}" in words_of(folder)
    monkeypatch.setattr(shutil, "disk_usage", lambda _: shutil._ntuple_diskusage(10**9, 10**9, 10**6))
    assert "False 0.0 GB free" in words_of(folder)


def test_what_can_still_be_read_is_read_past_the_broken_page(folder: Path) -> None:
    everything = dict(keeping.salvaged(database(folder)))
    assert len(everything) == 12
    data = bytearray(database(folder).read_bytes())
    record = max(everything.values(), key=len).encode()
    start = data.index(record[len(record) // 2 :][:40]) & ~4095
    data[start : start + 4096] = b"\x01" * 4096
    database(folder).write_bytes(bytes(data))
    assert state_of(database(folder)) == "damaged"
    left = dict(keeping.salvaged(database(folder)))
    assert 0 < len(left) < 12
    assert left.items() <= everything.items()
