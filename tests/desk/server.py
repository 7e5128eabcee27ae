"""The desk as a process of its own, to be asked, stopped and killed."""

import http.cookiejar
import json
import os
import re
import signal
import subprocess
import sys
import urllib.request
from pathlib import Path


class Server:
    """A desk on its own data; ``demo`` with the samples in it."""

    def __init__(self, data: Path, port: int, command: str = "serve") -> None:
        self.data, self.port, self.command = data, port, command
        self.process: subprocess.Popen[str] | None = None
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def start(self) -> None:
        command = [sys.executable, "-m", "bellstone.cli", self.command, "--port", str(self.port)]
        env = {**os.environ, "BELLSTONE_DATA": str(self.data)}
        self.process = subprocess.Popen(command, env=env, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
        self.said = self.process.stdout.readline()
        self.address = re.search(r"http://127[.]0[.]0[.]1:[0-9]+", self.said)[0]
        self.opener.open(self.said.split()[-1], timeout=20).read()

    def stop(self, kind: int = signal.SIGTERM) -> int:
        assert self.process is not None
        self.process.send_signal(kind)
        return self.process.wait(20)

    def kill(self) -> None:
        assert self.process is not None
        self.process.send_signal(signal.SIGKILL)
        self.process.wait()

    def ask(self, method: str, path: str, body: object = None, version: int | None = None) -> dict:
        token = next((c.value for c in self.jar if c.name == "csrftoken"), "")
        headers = {"Content-Type": "application/json", "X-CSRFToken": token or ""}
        headers |= {"If-Match": str(version)} if version is not None else {}
        data = json.dumps(body).encode() if body is not None else None
        request = urllib.request.Request(f"{self.address}{path}", data, headers, method=method)
        return json.loads(self.opener.open(request, timeout=20).read())
