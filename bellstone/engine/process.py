"""Runs of the engine, each a process of its own: started, watched, cancelled; one that fails, hangs or dies is told as such."""

import json
import subprocess
import sys
import threading
import time
from collections import OrderedDict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from bellstone.core.ground import BellStoneError

State = Literal["waiting", "running", "done", "failed", "cancelled"]
COMMAND = (sys.executable, "-m", "bellstone.engine")
SILENT_S = 30.0  # no sign for so long is a hang
MOST_S = 600.0
RUNS_KEPT = 32
AT_ONCE = 2
MOST_WAITING = 8


class TooManyRuns(BellStoneError):
    """Enough runs wait already; the one asked for was not taken."""


@dataclass
class EngineRun:
    """One run, as far as it has come: ``progress`` 0 to 1, ``numbers`` the engine's last line, ``trouble`` in words."""

    key: str
    state: State = "waiting"
    progress: float = 0.0
    numbers: str = ""
    trouble: str = ""
    _process: subprocess.Popen[str] | None = field(default=None, repr=False)
    _heard: float = field(default_factory=time.monotonic, repr=False)
    _over: threading.Event = field(default_factory=threading.Event, repr=False)

    def wait(self, seconds: float) -> bool:
        """Whether it ended within so many seconds."""
        return self._over.wait(seconds)

    def cancel(self) -> None:
        if not self.ended:
            self.state, self.trouble = "cancelled", "cancelled: nothing was changed"
            self._kill()
            self._over.set()

    @property
    def ended(self) -> bool:
        return self.state not in ("waiting", "running")

    def _kill(self) -> None:
        if self._process is not None and self._process.poll() is None:
            self._process.kill()

    def follow(self, job: str, command: Sequence[str], silent_s: float, most_s: float) -> None:
        """Start the process and read what it says until it ends: a thread's whole work."""
        if self.ended:  # cancelled while it waited
            return
        self.state, self._heard = "running", time.monotonic()
        try:
            self._process = subprocess.Popen(
                command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True
            )
        except OSError as error:
            self._fail(f"the flow engine cannot be started ({error}): install Bell Stone's requirements again")
            return
        if self.ended:  # cancelled while it was being started
            self._kill()
        watch = threading.Thread(target=self._watch, args=(silent_s, most_s), daemon=True)
        watch.start()
        try:
            assert self._process.stdin is not None and self._process.stdout is not None
            self._process.stdin.write(job)
            self._process.stdin.close()
            for line in self._process.stdout:
                self._heard = time.monotonic()
                self._hear(line)
        except (BrokenPipeError, OSError):
            pass  # it died: its exit tells
        self._end(self._process.wait())

    def _hear(self, line: str) -> None:
        try:
            said = json.loads(line)
        except json.JSONDecodeError:
            return
        if "done" in said:
            self.progress = float(said["done"])
        elif "failed" in said:
            self._fail(f"the flow engine could not compute this line: {said['failed']}")
        elif "depth_ft" in said:
            self.numbers = line

    def _end(self, code: int) -> None:
        if self.state == "running":
            if self.numbers and code == 0:
                self.progress, self.state = 1.0, "done"
            else:
                how = f"signal {-code}" if code < 0 else f"exit {code}"
                self._fail(f"the flow engine stopped before it was through ({how}): run it again")
        self._over.set()

    def _fail(self, why: str) -> None:
        if not self.ended:
            self.state, self.trouble = "failed", why
        self._over.set()

    def _watch(self, silent_s: float, most_s: float) -> None:
        start = time.monotonic()
        while not self._over.wait(0.1):
            now = time.monotonic()
            if now - self._heard > silent_s:
                self._fail(f"the flow engine gave no sign for {silent_s:.0f} s and was stopped: watch fewer minutes")
            elif now - start > most_s:
                self._fail(f"the flow engine took over {most_s / 60:.0f} min and was stopped: watch fewer minutes")
            else:
                continue
            self._kill()


class EngineRuns:
    """The runs of this server by key: one key one run, two at a time, the others wait their turn.

    What is done is kept, what failed may be tried again, what runs or waits is never dropped for another.
    """

    def __init__(self, command: Sequence[str] = COMMAND, silent_s: float = SILENT_S, most_s: float = MOST_S) -> None:
        self.command, self.silent_s, self.most_s = command, silent_s, most_s
        self._runs: OrderedDict[str, EngineRun] = OrderedDict()
        self._lock = threading.Lock()
        self._turns = threading.BoundedSemaphore(AT_ONCE)

    def get(self, key: str) -> EngineRun | None:
        return self._runs.get(key)

    def start(self, key: str, job: Callable[[], str]) -> EngineRun:
        """The run of a key: the one that waits, runs or is done, else a new one.

        Raises
        ------
        TooManyRuns
            Eight wait already.
        """
        with self._lock:
            known = self._runs.get(key)
            if known is not None and known.state not in ("failed", "cancelled"):
                return known
            if sum(run.state == "waiting" for run in self._runs.values()) >= MOST_WAITING:
                raise TooManyRuns(f"{MOST_WAITING} flush tests wait for the engine already")
            run = self._runs[key] = EngineRun(key)
            self._runs.move_to_end(key)
            for old in [k for k, r in self._runs.items() if r.ended][: max(len(self._runs) - RUNS_KEPT, 0)]:
                del self._runs[old]
        threading.Thread(target=self._in_turn, args=(run, job()), daemon=True).start()
        return run

    def _in_turn(self, run: EngineRun, job: str) -> None:
        with self._turns:
            run.follow(job, self.command, self.silent_s, self.most_s)

    def close(self) -> None:
        """End every run: the server stops."""
        with self._lock:
            for run in self._runs.values():
                run.cancel()
