"""What state the data folder is in, and what to do about it: looked at, never touched."""

import shutil
import stat
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from pydantic import ValidationError

from bellstone.core.record import Lateral
from bellstone.desk.keeping.backup import kept_backups
from bellstone.desk.keeping.database import Checked, checked, laterals, salvaged
from bellstone.desk.keeping.folder import database_in, in_use

ROOM_BYTES = 200_000_000  # working value: a day's edits, their log and one copy of a middling desk


@dataclass(frozen=True)
class Finding:
    """One thing looked at: what was found, and what to do where it is not well."""

    well: bool
    what: str
    mend: str = ""


def doctor(folder: Path) -> list[Finding]:
    """Every finding about a data folder, in the order a person would ask."""
    if not folder.is_dir():
        return [
            Finding(
                False, f"There is no data folder {folder}.",
                "Set BELLSTONE_DATA to the right one; `bellstone serve` makes a new one.",
            )
        ]  # fmt: skip
    database = checked(database_in(folder))
    copies = [checked(path) for path in kept_backups(folder)[:3]]
    return [
        _folder(folder),
        _database(database, copies),
        *_records(database),
        _room(folder),
        _copies(copies),
        _in_use(folder),
    ]


def _folder(folder: Path) -> Finding:
    mode = stat.S_IMODE(folder.stat().st_mode)
    if mode & 0o077:
        return Finding(False, f"Data folder {folder}: others on this machine may look in.", f"chmod 700 {folder}")
    return Finding(True, f"Data folder {folder}: yours alone.")


def _database(found: Checked, copies: list[Checked]) -> Finding:
    held_words = laterals(found.laterals)
    if found.state == "whole":
        return Finding(True, f"Database whole, {held_words}.")
    if found.state == "older":
        mend = "It is brought up to date at the next start; a copy is kept first."
        return Finding(True, f"Database whole, {held_words}, of an older Bell Stone.", mend)
    if found.state == "newer":
        return Finding(False, f"Database of a newer Bell Stone: {found.why}.", "Install the newer Bell Stone again.")
    if found.state == "missing" and not copies:
        return Finding(True, "No database yet.", "It is made at the first start.")
    best = next((c for c in copies if c.usable), None)
    mend = f"bellstone restore {best.path}" if best else "Put a copy of yours back with `bellstone restore FILE`."
    return Finding(False, f"Database {found.state}: {found.why}.", mend)


def _records(found: Checked) -> Iterator[Finding]:
    """Each lateral whose record cannot be read."""
    for name, text in salvaged(found.path) if found.state != "missing" else ():
        try:
            Lateral.model_validate_json(text)
        except ValidationError as error:
            first = error.errors()[0]
            place = ".".join(str(part) for part in first["loc"]) or "record"
            yield Finding(
                False, f"The record of “{name}” cannot be read, at {place}: {first['msg']}.",
                "Every other lateral is well; take this one from a copy.",
            )  # fmt: skip


def _room(folder: Path) -> Finding:
    free = shutil.disk_usage(folder).free
    needed = max(ROOM_BYTES, 3 * sum(f.stat().st_size for f in folder.glob("*.sqlite3")))
    words = f"{free / 1e9:.1f} GB free where it lies."
    return (
        Finding(True, words) if free > needed else Finding(False, words, "Make room: an edit that has none is refused.")
    )


def _copies(copies: list[Checked]) -> Finding:
    if not copies:
        return Finding(
            False, "No copy is kept beside it yet.", "One is made each day the desk runs; `bellstone backup FILE`."
        )
    newest = copies[0]
    when = datetime.fromtimestamp(newest.path.stat().st_mtime).strftime("%Y-%m-%d %H:%M")
    words = f"Newest copy {newest.path}, {when}, {laterals(newest.laterals)}"
    if newest.usable:
        return Finding(True, f"{words}, whole.")
    return Finding(False, f"{words}: {newest.state}.", "bellstone backup FILE")


def _in_use(folder: Path) -> Finding:
    return Finding(True, in_use(folder) or "No desk runs on it.")
