"""The data folder: where it is, that only its owner reads it, its secret, and that one desk has it at a time."""

import hashlib
import hmac
import json
import os
import secrets
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from filelock import FileLock, Timeout

from bellstone.core.ground import BellStoneError

CHECKOUT = Path(__file__).resolve().parents[3]
PRIVATE_FOLDER, PRIVATE_FILE = 0o700, 0o600
OURS = ("*.sqlite3*", "secret.key", "desk.lock", "desk.json")


class Refused(BellStoneError):
    """Something with the data folder was not done: what, and how to mend it."""

    def __init__(self, what: str, mend: str) -> None:
        super().__init__(f"{what}\n  {mend}")
        self.what, self.mend = what, mend


def data_folder() -> Path:
    """Where the laterals are kept: as told, else beside a checkout, else in the user's own data folder."""
    if told := os.environ.get("BELLSTONE_DATA"):
        return Path(told)
    if (CHECKOUT / "pyproject.toml").exists():
        return CHECKOUT / "var"
    return Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share") / "bellstone"


def database_in(folder: Path) -> Path:
    return folder / "bellstone.sqlite3"


def backups_in(folder: Path) -> Path:
    return folder / "backups"


def prepare(folder: Path) -> None:
    """The folder, made where it is missing; what is ours in it closed to everyone but its owner.

    A folder that holds other things than ours is somebody's for other ends too: it is left as open as it is.

    Raises
    ------
    Refused
        It cannot be made or written in.
    """
    os.umask(0o077)
    try:
        for place in (folder, backups_in(folder)):
            place.mkdir(parents=True, exist_ok=True)
            ours = {file for pattern in OURS for file in place.glob(pattern)}
            for file in ours:
                file.chmod(PRIVATE_FILE)
            if set(place.iterdir()) <= ours | {backups_in(folder)}:
                place.chmod(PRIVATE_FOLDER)
        secret = folder / "secret.key"
        if not secret.exists() or not secret.read_text().strip():
            secret.touch(mode=PRIVATE_FILE)
            secret.write_text(secrets.token_urlsafe(50))
    except OSError as error:
        raise Refused(
            f"The data folder {folder} cannot be used: {error.strerror or error}.",
            "Set BELLSTONE_DATA to a folder of your own with room in it, and start again.",
        ) from error


def secret_of(folder: Path) -> str:
    """The signing key that lives with the data; where there is none yet, one for this process alone."""
    path = folder / "secret.key"
    kept = path.read_text().strip() if path.exists() else ""
    return kept or secrets.token_urlsafe(50)


def key_of(secret: str) -> str:
    """What the printed address carries: who knows it has seen this desk's terminal.

    >>> key_of("a") == key_of("a") != key_of("b")
    True
    """
    return hmac.new(secret.encode(), b"the desk's door", hashlib.sha256).hexdigest()[:40]


@contextmanager
def held(folder: Path, address: str = "") -> Iterator[None]:
    """The folder for one process: while it is held, no other desk and no restore starts.

    Raises
    ------
    Refused
        Another has it; where that desk is, is said.
    """
    lock, card = FileLock(folder / "desk.lock", blocking=False, mode=PRIVATE_FILE), folder / "desk.json"
    try:
        lock.acquire()
    except Timeout as error:
        where = _told(card)
        raise Refused(
            f"A desk already runs on {folder}{where}.",
            "Open that one, stop it with Ctrl C first, or set BELLSTONE_DATA to another folder.",
        ) from error
    try:
        card.write_text(json.dumps({"address": address, "process": os.getpid()}))
        yield
    finally:
        card.unlink(missing_ok=True)
        lock.release()


def in_use(folder: Path) -> str | None:
    """What desk has the folder, in words, without taking it; nothing where none has."""
    if not (folder / "desk.lock").exists():
        return None
    lock = FileLock(folder / "desk.lock", blocking=False, mode=PRIVATE_FILE)
    try:
        lock.acquire()
        lock.release()
        return None
    except Timeout:
        return f"A desk runs on it{_told(folder / 'desk.json')}."


def running_at(folder: Path) -> str | None:
    """The address of the desk that has the folder, if one has."""
    return _card(folder / "desk.json").get("address") or None if in_use(folder) else None


def _card(path: Path) -> dict[str, Any]:
    try:
        said = json.loads(path.read_text())
    except (OSError, ValueError):
        return {}
    return said if isinstance(said, dict) else {}


def _told(path: Path) -> str:
    card = _card(path)
    at = f" at {card['address']}" if card.get("address") else ""
    return f"{at} (process {card['process']})" if card.get("process") else at
