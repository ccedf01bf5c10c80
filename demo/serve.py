"""Serve the studio on loopback: the web process and the background worker, begun and ended together.

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
    """Begin both processes, say where to open the studio, and end both when one ends or the painter stops."""
    port = int(sys.argv[1]) if len(sys.argv) > 1 else USUAL_PORT
    if not _free(port):
        print(f"Port {port} is taken. Choose another: make demo PORT={port + 1}", file=sys.stderr)
        return 1
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
    web = [
        sys.executable, "-m", "gunicorn", "server.site.wsgi", "--bind", f"127.0.0.1:{port}", "--worker-class", "gthread",
        "--threads", THREADS, "--no-control-socket", "--timeout", "60", "--log-level", "warning",
    ]  # fmt: skip
    worker = [sys.executable, "manage.py", "db_worker", "--interval", "0.2", "--no-reload"]
    processes = [subprocess.Popen(command) for command in (web, worker)]

    def stop(*_: object) -> None:
        for process in processes:
            process.terminate()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    while not _answers(port) and all(process.poll() is None for process in processes):
        time.sleep(0.1)
    if all(process.poll() is None for process in processes):
        print(f"\n  The studio is open: http://127.0.0.1:{port}\n  Stop it with Ctrl-C.\n", flush=True)
    while all(process.poll() is None for process in processes):
        time.sleep(0.2)
    stop()
    return max(abs(process.wait()) for process in processes) and 0


if __name__ == "__main__":
    sys.exit(main())
