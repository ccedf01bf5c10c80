"""Serve for development: Django with reload, the background worker, and Vite with hot reload. `python -m demo.dev [PORT]`."""

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from demo.serve import USUAL_PORT

WEB = Path(__file__).parents[1] / "web"


def main() -> None:
    """Begin the three, and end all when one ends."""
    port = sys.argv[1] if len(sys.argv) > 1 else str(USUAL_PORT)
    os.environ["YPSOCHROM_DEBUG"] = "1"
    os.environ["YPSOCHROM_SERVER"] = f"http://127.0.0.1:{port}"
    commands = [
        ([sys.executable, "manage.py", "runserver", f"127.0.0.1:{port}"], None),
        ([sys.executable, "manage.py", "worker"], None),
        (["node", "node_modules/vite/bin/vite.js", "--host", "127.0.0.1"], WEB),
    ]
    processes = [subprocess.Popen(command, cwd=place) for command, place in commands]
    signal.signal(signal.SIGTERM, signal.default_int_handler)
    print("\n  Open http://127.0.0.1:5173; changes show at once. Stop with Ctrl-C.\n", flush=True)
    try:
        while all(process.poll() is None for process in processes):
            time.sleep(0.3)
    except KeyboardInterrupt:
        pass
    for process in processes:
        process.terminate()


if __name__ == "__main__":
    main()
