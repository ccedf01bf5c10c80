"""`make hosted`: a whole hosted site on this machine with three painters of the demo.

`make test-hosted`: a journey of a pupil and a teacher through all of it, and the server's tests (or some) on its database.
"""

import os
import signal
import subprocess
import sys
import tempfile
from pathlib import Path

from tools.storm.studio import REPOSITORY, free_port

from .place import Place, missing

PAINTERS = {"ada": "owner", "cleo": "teacher", "ben": "painter"}
PASSWORD = "ochre and umber 9"
"""Of the demo's painters, on this machine alone."""


ONLY_HERE = "server/records/tests/at_a_hosted_site.py"


def main() -> int:
    """Serve, or test."""
    lacking = missing()
    if lacking:
        print(f"First: apt-get install {' '.join(lacking)}", file=sys.stderr)
        return 1
    if sys.argv[1:2] == ["test"]:
        return _test(sys.argv[2:] or ["server"])
    return _serve(int(sys.argv[1]) if len(sys.argv) > 1 else 8443)


def _serve(port: int) -> int:
    with Place(
        Path(f"/var/tmp/studio-{os.getuid()}"), port
    ) as place:  # a folder that PostgreSQL's account can go through
        _people(place)
        print(f"\n  The site is open: {place.address} (with a certificate of its own making)")
        print(f"  {', '.join(f'{name}: {role}' for name, role in PAINTERS.items())}; password: {PASSWORD}")
        print("  Stop it with Ctrl-C.\n", flush=True)
        signal.signal(signal.SIGTERM, signal.default_int_handler)
        try:
            signal.pause()
        except KeyboardInterrupt:
            return 0
    return 0


def _people(place: Place) -> None:
    for name, role in PAINTERS.items() if place.is_new else ():
        place.run("manage.py", "add_painter", name, "--role", role, YPSOCHROM_NEW_PASSWORD=PASSWORD)
    place.run("-m", "demo.load", "--once", "--painter", "ben")


def _test(on_postgres: list[str]) -> int:
    with tempfile.TemporaryDirectory(prefix="hosted-", ignore_cleanup_errors=True) as folder:
        Path(folder).chmod(0o711)
        with Place(Path(folder) / "site", free_port()) as place:
            _people(place)
            site = {"YPSOCHROM_SITE": place.address, "YPSOCHROM_PASSWORD": PASSWORD}
            journey = _pytest(["e2e/hosted_journey.py"], site)
            own = {name: place.environment[name] for name in ("YPSOCHROM_DATABASE", "YPSOCHROM_QUEUE")}
            server = _pytest([*on_postgres, ONLY_HERE, "-n", "2", "--dist", "loadfile"], own)
    return journey or server


def _pytest(what: list[str], environment: dict[str, str]) -> int:
    command = [sys.executable, "-m", "pytest", "-q", *what]
    return subprocess.run(command, cwd=REPOSITORY, env={**os.environ, **environment}, check=False).returncode


if __name__ == "__main__":
    raise SystemExit(main())
