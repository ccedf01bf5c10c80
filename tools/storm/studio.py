"""A studio that can be killed, and pages that note what they are answered."""

import contextlib
import os
import signal
import socket
import subprocess
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import requests

REPOSITORY = Path(__file__).parents[2]


_WITH_WORDS = (503, 507)

Read = Callable[[], requests.Response]


@dataclass
class Studio:
    """A studio that can be killed and begun again on the same data."""

    data: Path
    port: int
    process: subprocess.Popen[bytes] | None = None
    failures: list[str] = field(default_factory=list)
    statuses: Counter[int] = field(default_factory=Counter)

    @property
    def address(self) -> str:
        """Where it is to be found."""
        return f"http://127.0.0.1:{self.port}"

    def begin(self) -> None:
        """Serve, and wait until it answers."""
        environment = {**os.environ, "YPSOCHROM_DATA": str(self.data), "DJANGO_SETTINGS_MODULE": "server.site.settings"}
        command = [sys.executable, "-m", "demo.serve", str(self.port)]
        quiet = subprocess.DEVNULL
        self.process = subprocess.Popen(command, cwd=REPOSITORY, env=environment, stdout=quiet, stderr=quiet)
        for _ in range(300):
            with contextlib.suppress(OSError), socket.create_connection(("127.0.0.1", self.port), 1):
                return
            time.sleep(0.1)
        raise RuntimeError("the studio does not begin")

    def end(self) -> None:
        """Stop it as a painter does."""
        if self.process is not None:
            self.process.terminate()
            self.process.wait(30)

    def kill(self, what: str) -> None:
        """Kill the web processes or the worker, without a word."""
        for pid in self.pids(what):
            with contextlib.suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)

    def pids(self, what: str) -> list[int]:
        """The processes below the supervisor whose command holds this word."""
        return pids_of(self.data, what)

    def megabytes(self, what: str) -> float:
        """What the largest of these processes holds."""
        return largest_mb(self.pids(what))


def pids_of(data: Path, what: str) -> list[int]:
    """The processes that work with these data and whose command holds this word."""
    found = []
    for place in Path("/proc").glob("[0-9]*"):
        with contextlib.suppress(OSError):
            command = (place / "cmdline").read_bytes()
            if what.encode() in command and str(data).encode() in (place / "environ").read_bytes():
                found.append(int(place.name))
    return found


def largest_mb(pids: Iterable[int]) -> float:
    """What the largest of these processes holds in memory."""
    sizes = [0.0]
    for pid in pids:
        with contextlib.suppress(OSError):
            text = Path(f"/proc/{pid}/status").read_text()
            sizes += [int(line.split()[1]) / 1024 for line in text.splitlines() if line.startswith("VmRSS")]
    return max(sizes)


class Client:
    """A page, as far as the server can see; notes what is answered."""

    def __init__(self, studio: Studio) -> None:
        self._studio, self._session = studio, requests.Session()

    def ask(self, method: str, path: str, **how: Any) -> requests.Response | None:
        """The answer, or None while the studio is down."""
        try:
            if "csrftoken" not in self._session.cookies:
                self._session.get(f"{self._studio.address}/api/studio", timeout=60)
            headers = {"X-CSRFToken": self._session.cookies.get("csrftoken", ""), **how.pop("headers", {})}
            answer = self._session.request(method, self._studio.address + path, headers=headers, timeout=60, **how)
        except requests.RequestException:
            self._session.close()
            return None
        self._studio.statuses[answer.status_code] += 1
        if answer.status_code >= 500 and not (answer.status_code in _WITH_WORDS and "hint" in answer.text):
            self._studio.failures.append(f"{method} {path}: {answer.status_code} {answer.text[:120]}")
        return answer

    def json(self, method: str, path: str, body: Any) -> requests.Response | None:
        """The same with a body."""
        return self.ask(method, path, json=body)


def free_port() -> int:
    """A port that nobody listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
