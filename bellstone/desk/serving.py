"""The desk as a process: the folder held, a port taken, the database looked at, and all folded in when it stops."""

import signal
import socket
import sqlite3
import sys
import threading
from collections.abc import Iterator
from contextlib import closing, suppress
from contextlib import contextmanager as context
from datetime import date, datetime
from pathlib import Path
from types import FrameType

from bellstone.desk.keeping import (
    Refused,
    checked,
    daily,
    data_folder,
    database_in,
    held,
    key_of,
    prepare,
    secret_of,
)

PORTS_TRIED = 20
LOOK_S = 600.0  # how often it is seen whether a new day has begun
CONNECTIONS = 1000  # many a connection half open locks nobody out
PATIENCE_S = 20


def serve(port: int, samples: bool) -> int:
    """Run the desk until it is stopped."""
    folder = data_folder()
    prepare(folder)
    with closing(taken_port(port)) as door:
        address = f"http://127.0.0.1:{door.getsockname()[1]}/"
        with held(folder, address), stopped_by_signals():
            return _serve(folder, door, address, port, samples)


def taken_port(port: int) -> socket.socket:
    """A listening socket on loopback, at the port or the first free one after it.

    Raises
    ------
    Refused
        None of the next twenty is free.
    """
    for number in range(port, min(port + PORTS_TRIED, 65536)):
        door = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
        door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            door.bind(("127.0.0.1", number))
            door.listen(128)
            return door
        except (OSError, OverflowError):
            door.close()
    raise Refused(f"No port from {port} on is free.", "Name another with --port.")


def _serve(folder: Path, door: socket.socket, address: str, wanted: int, samples: bool) -> int:
    from waitress.server import create_server

    from bellstone.desk import hurt
    from bellstone.desk.starting import made_ready, may_take_work
    from bellstone.desk.wsgi import application

    database = database_in(folder)
    found = checked(database, deep=False)
    hurt.because = trouble = None if may_take_work(found, folder) else found
    words = (
        made_ready(found, samples) if trouble is None else f"the database is {trouble.state}: the page says what to do"
    )
    print(f"Bell Stone is at {address}?key={key_of(secret_of(folder))}", flush=True)
    if address != f"http://127.0.0.1:{wanted}/":
        print(f"  port {wanted} is taken: this is the next free one", flush=True)
    print(f"  {words}; data in {folder}, a copy of each day in {folder / 'backups'}", flush=True)
    print("  the address is for you alone; stop with Ctrl C", flush=True)
    server = create_server(
        application, sockets=[door], threads=4, ident=None, connection_limit=CONNECTIONS,
        channel_timeout=PATIENCE_S, cleanup_interval=5, clear_untrusted_proxy_headers=False,
    )  # fmt: skip
    over = threading.Event()
    threading.Thread(target=_each_day, args=(folder, over), daemon=True).start()
    threading.Thread(target=ready_to_hear, daemon=True).start()
    with suppress(KeyboardInterrupt, SystemExit):
        server.run()
    over.set()
    server.close()
    _stopped(database)
    return 0


def ready_to_hear() -> None:
    """Read the lexicon while nobody types yet: the first line heard would wait for it."""
    from bellstone.core.ear import listen
    from bellstone.core.scheme import house_scheme

    listen("at 41 and a half there are roots", house_scheme(), typed=True)


def _each_day(folder: Path, over: threading.Event) -> None:
    """A copy once a day, and old edits made into one a day behind it; what stops it is said once a day."""
    from django.conf import settings
    from django.db import DatabaseError

    from bellstone.desk import hurt
    from bellstone.desk.actions.compact import compact_all
    from bellstone.desk.actions.shelve import empty_bin
    from bellstone.desk.actions.still import drop_unnamed

    told: date | None = None
    while True:
        now = datetime.now(settings.HERE_NOW)
        today = now.date()
        try:
            if hurt.because is None and daily(folder, today):
                compact_all(now)
                empty_bin()
                drop_unnamed(now)
        except (Refused, DatabaseError) as refused:
            if told != today:
                print(f"bellstone: no copy of today: {refused}", file=sys.stderr, flush=True)
            told = today
        if over.wait(LOOK_S):
            return


@context
def stopped_by_signals() -> Iterator[None]:
    """SIGTERM and SIGHUP end the desk as Ctrl C does."""

    def stop(number: int, frame: FrameType | None) -> None:
        raise KeyboardInterrupt

    kinds = [getattr(signal, name) for name in ("SIGTERM", "SIGHUP") if hasattr(signal, name)]
    before = {kind: signal.signal(kind, stop) for kind in kinds}
    try:
        yield
    finally:
        for kind, handler in before.items():
            signal.signal(kind, handler)


def _stopped(database: Path) -> None:
    """Engine runs ended, and the log folded into the one file, so that copying it is a backup."""
    from bellstone.desk.actions.flush import runs

    runs.close()
    if database.exists():
        with suppress(sqlite3.DatabaseError), closing(sqlite3.connect(database, timeout=5)) as connection:
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
