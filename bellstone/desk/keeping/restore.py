"""A copy put back as the database; what it replaces is kept."""

import shutil
import sqlite3
from contextlib import closing
from datetime import datetime
from pathlib import Path

from bellstone.desk.keeping.backup import copied, settle
from bellstone.desk.keeping.database import Checked, checked
from bellstone.desk.keeping.folder import Refused, backups_in, database_in

BESIDE = ("-wal", "-shm", "-journal")


def restore(source: Path, folder: Path, now: datetime) -> tuple[Checked, Path | None]:
    """The copy as it is in its new place, and where what it replaced was put. The folder must be ``held``.

    Raises
    ------
    Refused
        The copy is not whole or of a newer Bell Stone, or there is no room: the database stays as it was.
    """
    found = checked(source)
    if not found.usable:
        mend = "Install the newer Bell Stone." if found.state == "newer" else "Choose another copy."
        raise Refused(f"Nothing was restored: {found.why}.", f"{mend} What was there is as it was.")
    database = database_in(folder)
    if source.resolve() == database.resolve():
        raise Refused(f"{source} is the database itself.", "Choose a copy of it.")
    try:
        partial = copied(source, database)
        try:
            kept = _set_aside(database, now)
            partial.replace(database)
        finally:
            partial.unlink(missing_ok=True)
    except (OSError, sqlite3.DatabaseError) as error:
        raise Refused(f"Nothing was restored: {error}.", f"Is there room in {folder}, and may you write?") from error
    settle(folder)
    return checked(database, deep=False), kept


def begin_anew(folder: Path, now: datetime) -> Checked:
    """No database where one that holds nothing was; that one is kept. The folder must be ``held``."""
    database = database_in(folder)
    _set_aside(database, now)
    database.unlink(missing_ok=True)
    return checked(database)


def _set_aside(database: Path, now: datetime) -> Path | None:
    """The database as it was, kept whole where it is whole and byte for byte where it is not; no log stays beside it."""
    if not database.exists():
        _remove_beside(database)
        return None
    kept = _free(backups_in(database.parent) / f"before-restore-{now:%Y-%m-%d-%H%M%S}.sqlite3")
    kept.parent.mkdir(exist_ok=True)
    if checked(database).usable:
        copied(database, kept).replace(kept)
        with closing(sqlite3.connect(database, isolation_level=None)) as connection:
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            connection.execute("PRAGMA journal_mode=DELETE")
    else:
        for end in ("", *BESIDE):
            part = Path(f"{database}{end}")
            if part.exists():
                shutil.copy2(part, f"{kept}{end}")
    settle(kept.parent)
    _remove_beside(database)
    return kept


def _free(path: Path) -> Path:
    number, free = 2, path
    while free.exists():
        free = path.with_stem(f"{path.stem}-{number}")
        number += 1
    return free


def _remove_beside(database: Path) -> None:
    for end in BESIDE:  # a log of the old file must not be read into the new one
        Path(f"{database}{end}").unlink(missing_ok=True)
