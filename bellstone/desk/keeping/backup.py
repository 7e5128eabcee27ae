"""Copies of the database: made whole beside the old copy, checked, and only then put in its place."""

import contextlib
import os
import sqlite3
import tempfile
import time
from contextlib import closing
from datetime import date
from pathlib import Path

from bellstone.desk.keeping.database import Checked, checked, read_only
from bellstone.desk.keeping.folder import Refused, backups_in, database_in

COPIES_KEPT = 3
DAYS_KEPT = 14
STALE_S = 3600.0


def back_up(source: Path, target: Path, keep: int = COPIES_KEPT) -> Checked:
    """A checked copy of the database at ``target``; what was there becomes ``target.1``, and so on to ``keep``.

    Raises
    ------
    Refused
        The database is not there or not whole, the target is something else, or there is no room; the copy that
        was there stays as it was.
    """
    found = checked(source)
    if not found.usable and found.state != "newer":
        raise Refused(
            f"Nothing was copied: {found.why}.",
            f"The data folder is {source.parent}: is BELLSTONE_DATA right? `bellstone doctor` says more.",
        )
    if target.is_dir():
        target = target / f"bellstone-{date.today().isoformat()}.sqlite3"
    target = target.resolve()
    _fit_to_replace(source, target, found)
    try:
        partial = copied(source, target)
    except (OSError, sqlite3.DatabaseError) as error:
        raise Refused(f"Nothing was copied to {target}: {error}.", "Is there room, and may you write there?") from error
    _step_back(target, keep)
    partial.replace(target)
    settle(target.parent)
    return checked(target, deep=False)


def _fit_to_replace(source: Path, target: Path, found: Checked) -> None:
    if not target.parent.is_dir():
        raise Refused(f"There is no folder {target.parent}.", "Make it first, or name another.")
    if target == source.resolve() or target.name in (f"{source.name}-wal", f"{source.name}-shm"):
        raise Refused(f"{target} is the database itself.", "Name another file for the copy.")
    if not target.exists():
        return
    there = checked(target, deep=False)
    if there.state in ("not a database", "another's"):
        raise Refused(f"{target} is not a copy of Bell Stone's, and was left alone.", "Name another file.")
    if there.laterals and not found.laterals:
        raise Refused(
            f"{source} holds no lateral, and {target} holds {there.laterals}: nothing was replaced.",
            "Is BELLSTONE_DATA right? To keep an empty copy all the same, name another file.",
        )


def copied(source: Path, target: Path) -> Path:
    """A whole, checked copy under a name of its own beside the target, ready to take its place."""
    _sweep(target)
    handle, name = tempfile.mkstemp(prefix=f"{target.name}.", suffix=".part", dir=target.parent)
    os.close(handle)
    partial = Path(name)
    try:
        with closing(read_only(source)) as old, closing(sqlite3.connect(partial)) as new:
            old.backup(new)
            new.execute("PRAGMA journal_mode=DELETE")  # one file, nothing beside it
        found = checked(partial)
        if not found.usable and found.state != "newer":
            raise sqlite3.DatabaseError(f"the copy is not whole ({found.state})")
        with partial.open("rb+") as file:
            os.fsync(file.fileno())
    except BaseException:
        for left in (partial, Path(f"{partial}-journal")):
            left.unlink(missing_ok=True)
        raise
    return partial


def _sweep(target: Path) -> None:
    """What a copy that was killed left behind."""
    for left in target.parent.glob(f"{target.name}.*.part*"):
        with contextlib.suppress(OSError):
            if time.time() - left.stat().st_mtime > STALE_S:
                left.unlink()


def _step_back(target: Path, keep: int) -> None:
    """The copies already there, one step older; the newest stays in its place until the new one takes it."""
    if not target.exists() or keep < 2:
        return
    older = [target.with_name(f"{target.name}.{n}") for n in range(1, keep)]
    for now, then in reversed(list(zip(older, older[1:], strict=False))):
        if now.exists():
            now.replace(then)
    try:
        os.link(target, older[0])
    except OSError:  # a file system without links
        target.replace(older[0])


def settle(folder: Path) -> None:
    """The folder's own entries on the disk, so that a power cut finds the new name."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def daily(folder: Path, today: date, keep: int = DAYS_KEPT) -> Path | None:
    """Today's copy in the data folder's ``backups``, where there is none yet; the newest ``keep`` days stay.

    Raises
    ------
    Refused
        The database is not whole, or there is no room: no older copy was touched.
    """
    target = backups_in(folder) / f"daily-{today.isoformat()}.sqlite3"
    if target.exists():
        return None
    back_up(database_in(folder), target, keep=1)
    for old in sorted(backups_in(folder).glob("daily-*.sqlite3"))[:-keep]:
        old.unlink(missing_ok=True)
    return target


def kept_backups(folder: Path) -> list[Path]:
    """The copies in the data folder, the newest first."""
    there = backups_in(folder).glob("*.sqlite3")
    return sorted(there, key=lambda p: (p.stat().st_mtime, p.name), reverse=True)
