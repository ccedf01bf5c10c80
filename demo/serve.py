"""Serve the studio on loopback: the web process and the background worker, begun and ended together; a worker that ends by itself
is begun again, and the web process goes on meanwhile.

`python -m demo.serve [PORT]`; port 8765 unless another is given.
"""

import os
import signal
import socket
import subprocess
import sys
import time

USUAL_PORT = 8765
THREADS = "4"
WEB_PROCESSES = min(2, os.cpu_count() or 1)
LEAST_WAIT_S, MOST_WAIT_S = 0.5, 30.0


def _free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def _answers(port: int) -> bool:
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
    web = [
        sys.executable, "-m", "gunicorn", "server.site.wsgi", "--bind", f"127.0.0.1:{port}", "--worker-class", "gthread",
        "--workers", str(WEB_PROCESSES), "--threads", THREADS, "--no-control-socket", "--timeout", "60", "--log-level", "warning",
    ]  # fmt: skip
    web_process = subprocess.Popen(web)
    worker = _Supervised([sys.executable, "manage.py", "worker"])

    def stop(*_: object) -> None:
        worker.stop()
        web_process.terminate()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    while not _answers(port) and web_process.poll() is None:
        time.sleep(0.1)
    if web_process.poll() is None:
        print(f"\n  The studio is open: http://127.0.0.1:{port}\n  Stop it with Ctrl-C.\n", flush=True)
    while web_process.poll() is None:
        worker.look()
        time.sleep(0.2)
    worker.stop()
    worker.process.wait()
    return 0


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
