"""Serve the studio on loopback: the web process and the background worker, begun and ended together; a worker that ends by itself
is begun again, and the web process goes on meanwhile. A second web process lets
tablets in where the painter opens a door for them.

`python -m demo.serve [PORT]`; port 8765 unless another is given. YPSOCHROM_PROCESSES says how many web processes there are.
"""

import json
import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

USUAL_PORT = 8765
THREADS = "4"
WEB_PROCESSES = int(os.environ.get("YPSOCHROM_PROCESSES", min(2, os.cpu_count() or 1)))
LEAST_WAIT_S, MOST_WAIT_S = 0.5, 30.0


def _free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def answers(port: int) -> bool:
    """Whether somebody listens at a port of this machine."""
    with socket.socket() as probe:
        return probe.connect_ex(("127.0.0.1", port)) == 0


def main() -> int:
    """Begin both processes, say where to open the studio, and end both when the painter stops or the web process ends."""
    port = int(sys.argv[1]) if len(sys.argv) > 1 else USUAL_PORT
    if not _free(port):
        print(f"Port {port} is taken. Choose another: make demo PORT={port + 1}", file=sys.stderr)
        return 1
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
    os.environ.setdefault("MALLOC_ARENA_MAX", "2")  # memory of large pictures goes back to the machine
    os.environ.setdefault("MALLOC_TRIM_THRESHOLD_", "1000000")
    os.environ["YPSOCHROM_DOOR_PORT"] = str(port + 1)
    from server.site.settings import DOOR_FILE

    try:
        DOOR_FILE.unlink(missing_ok=True)  # the studio begins on loopback, whatever was open before
    except OSError as problem:
        if DOOR_FILE.exists():
            print(
                f"The studio was left open to tablets, and {DOOR_FILE} cannot be taken away: {problem.strerror}.",
                file=sys.stderr,
            )
            return 1
    web_process = subprocess.Popen(web_command(f"127.0.0.1:{port}", WEB_PROCESSES))
    worker = _Supervised([sys.executable, "manage.py", "worker"])
    door = _Door(DOOR_FILE, web_command)

    def stop(*_: object) -> None:
        worker.stop()
        door.close()
        web_process.terminate()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    while not answers(port) and web_process.poll() is None:
        time.sleep(0.1)
    if web_process.poll() is None:
        print(f"\n  The studio is open: http://127.0.0.1:{port}\n  Stop it with Ctrl-C.\n", flush=True)
    while web_process.poll() is None:
        worker.look()
        door.look()
        time.sleep(0.2)
    worker.stop()
    door.close()
    worker.process.wait()
    return 0


def web_command(bind: str, processes: int) -> list[str]:
    """How a web process is begun at an address."""
    return [
        sys.executable, "-m", "gunicorn", "server.site.wsgi", "--bind", bind, "--worker-class", "gthread",
        "--workers", str(processes), "--threads", THREADS, "--preload", "--no-control-socket", "--timeout", "60",
        "--log-level", "warning",
    ]  # fmt: skip


class _Door:
    """The web process for tablets: begun at the address that the desk writes down, ended when that is taken away."""

    def __init__(self, file: Path, command: Callable[[str, int], list[str]]) -> None:
        self._file, self._command = file, command
        self._open: str | None = None
        self.process: subprocess.Popen[bytes] | None = None

    def look(self) -> None:
        """Open or close it as it is written."""
        wanted = self._wanted()
        if wanted == self._open and (self.process is None or self.process.poll() is None):
            return
        self.close()
        if wanted is not None:
            environment = {**os.environ, "YPSOCHROM_DOOR": wanted.rpartition(":")[0]}
            self.process = subprocess.Popen(self._command(wanted, 1), env=environment)
        self._open = wanted

    def _wanted(self) -> str | None:
        try:
            written = json.loads(self._file.read_text())
            return f"{written['address']}:{written['port']}"
        except (OSError, ValueError, KeyError):
            return None

    def close(self) -> None:
        """End it."""
        if self.process is not None and self.process.poll() is None:
            self.process.terminate()
            self.process.wait(timeout=20)
        self.process, self._open = None, None


class _Supervised:
    """A process that is begun again when it ends by itself, the more slowly the sooner it ended."""

    def __init__(self, command: list[str]) -> None:
        self._command = command
        self._wait_s, self._again_at = LEAST_WAIT_S, 0.0
        self._stopping = False
        self._begin()

    def _begin(self) -> None:
        self.process = subprocess.Popen(self._command)
        self._begun, self._again_at = time.monotonic(), 0.0

    def look(self) -> None:
        """Begin it again if it has ended and its time has come."""
        if self._stopping or self.process.poll() is None:
            return
        now = time.monotonic()
        if not self._again_at:
            lived = now - self._begun
            self._wait_s = LEAST_WAIT_S if lived > MOST_WAIT_S else min(2 * self._wait_s, MOST_WAIT_S)
            self._again_at = now + self._wait_s
            print("The background worker has ended; another is begun.", file=sys.stderr, flush=True)
        elif now >= self._again_at:
            self._begin()

    def stop(self) -> None:
        """End it for good."""
        self._stopping = True
        if self.process.poll() is None:
            self.process.terminate()


if __name__ == "__main__":
    sys.exit(main())
