"""What a database file is: looked at without writing a byte to it, and what can still be read of a broken one."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, suppress
from dataclasses import dataclass
from pathlib import Path
from typing import Literal
from urllib.parse import quote

State = Literal["missing", "empty", "not a database", "damaged", "another's", "newer", "older", "whole"]
HEADER = b"SQLite format 3\0"
MIGRATIONS = Path(__file__).resolve().parents[1] / "migrations"


def laterals(count: int) -> str:
    """A count of laterals in words.

    >>> laterals(1), laterals(12)
    ('1 lateral', '12 laterals')
    """
    return f"{count} lateral{'' if count == 1 else 's'}"


@dataclass(frozen=True)
class Checked:
    """A database file as found: its state, how many laterals it holds, and in words what is wrong."""

    path: Path
    state: State
    laterals: int = 0
    why: str = ""

    @property
    def usable(self) -> bool:
        """It may be copied, and put back."""
        return self.state in ("whole", "older")


def read_only(path: Path) -> sqlite3.Connection:
    """A connection that cannot write, also where the folder itself is read-only."""
    address = f"file:{quote(str(path.absolute()))}?mode=ro"
    try:
        connection = sqlite3.connect(address, uri=True, timeout=20)
        connection.execute("PRAGMA schema_version")
        return connection
    except sqlite3.OperationalError as error:
        if "unable to open" not in str(error):
            raise
        return sqlite3.connect(f"{address}&immutable=1", uri=True)


def known_steps() -> set[str]:
    """The schema steps this Bell Stone knows, by name."""
    return {step.stem for step in MIGRATIONS.glob("[0-9]*.py")}


def checked(path: Path, deep: bool = True) -> Checked:
    """What a database file is; ``deep`` checks every index entry too, as before a copy of it is trusted."""
    if not path.is_file():
        return Checked(path, "missing", why=f"there is no file {path}")
    if path.stat().st_size == 0:
        return Checked(path, "empty", why=f"{path} is of no length: it holds nothing")
    with path.open("rb") as file:
        if file.read(len(HEADER)) != HEADER:
            return Checked(path, "not a database", why=f"{path} does not begin as a SQLite database does")
    try:
        with closing(read_only(path)) as connection:
            return _looked_into(path, connection, deep)
    except sqlite3.DatabaseError as error:
        return Checked(path, "damaged", why=f"{path} cannot be read whole: {error}")


def _looked_into(path: Path, connection: sqlite3.Connection, deep: bool) -> Checked:
    tables = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    said = connection.execute("PRAGMA integrity_check(3)" if deep else "PRAGMA quick_check(3)").fetchall()
    if said != [("ok",)]:
        return Checked(path, "damaged", why=f"{path} is damaged: {'; '.join(str(row[0]) for row in said)}")
    if "desk_storedlateral" not in tables:
        if all(name.startswith(("django_", "auth_", "sqlite_")) for name in tables):
            return Checked(path, "older")  # a first start that was cut short
        return Checked(path, "another's", why=f"{path} is a database, but no Bell Stone's")
    count = connection.execute("SELECT count(*) FROM desk_storedlateral").fetchone()[0]
    steps = {name for (name,) in connection.execute("SELECT name FROM django_migrations WHERE app = 'desk'")}
    if new := steps - known_steps():
        words = f"{path} was written by a newer Bell Stone (it has {', '.join(sorted(new))})"
        return Checked(path, "newer", count, words)
    return Checked(path, "older" if known_steps() - steps else "whole", count)


def salvaged(path: Path) -> Iterator[tuple[str, str]]:
    """Name and record text of every lateral that can still be read, one at a time, from whatever the file is."""
    with suppress(sqlite3.DatabaseError, OSError), closing(read_only(path)) as connection:
        last = 0
        with suppress(sqlite3.DatabaseError):
            last = connection.execute("SELECT max(id) FROM desk_storedlateral").fetchone()[0] or 0
        for number in range(1, last + 1):
            with suppress(sqlite3.DatabaseError):
                row = connection.execute(
                    "SELECT name, record FROM desk_storedlateral WHERE id = ?", (number,)
                ).fetchone()
                if row and isinstance(row[0], str) and isinstance(row[1], str):
                    yield row
