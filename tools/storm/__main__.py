"""What we do to the studio to see that nothing brings it down: `make storm`. Seeded, on loopback, about seven minutes;
`python -m tools.storm 200` kills two hundred times.

Malformed files of every accepted format, numbers from hell in every field, twenty readers at once, kills of the web process, of
the worker and of a restore in the midst of work, a database that is held by another, a full disk and one that can only be read.
At the end: nothing acknowledged is lost, the database is whole, no answer was a failure without words. The table goes to
docs/storm.md.
"""

import os
import random
import sqlite3
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from . import acts, faults
from .acts import CLIENTS, KILLS, Acknowledged
from .broken import MALFORMED, SEED
from .studio import REPOSITORY, Studio, free_port

MOST_RESTING_MB = 500


def main() -> int:
    """Let it storm; 0 when everything held."""
    chance, rows = random.Random(SEED), []
    kills = int(sys.argv[1]) if len(sys.argv) > 1 else KILLS
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder) / "studio"
        environment = {**os.environ, "YPSOCHROM_DATA": str(data), "DJANGO_SETTINGS_MODULE": "server.site.settings"}
        for command in (["manage.py", "migrate", "--verbosity", "0"], ["-m", "demo.load", "--once"]):
            subprocess.run([sys.executable, *command], cwd=REPOSITORY, env=environment, check=True)
        studio, kept = Studio(data, free_port()), Acknowledged()
        studio.begin()
        planned: list[tuple[str, Callable[[], str]]] = [
            (f"{MALFORMED} malformed pictures of six formats", lambda: acts.malformed(studio, chance)),
            (f"{MALFORMED} malformed files of five other kinds", lambda: acts.malformed_imports(studio, chance)),
            ("numbers and texts from hell in every field", lambda: acts.numbers_from_hell(studio)),
            (f"{CLIENTS} pages reading at once", lambda: acts.readers(studio, chance)),
            (
                "kills in the midst of uploads, plans and edits",
                lambda: acts.kills(studio, chance, kept, kills),
            ),
            ("computations that were under way then", lambda: acts.runs_end(studio, kept)),
            ("what was acknowledged and is lost", lambda: acts.lost(studio, kept)),
            (f"the database held by another for {faults.LOCKED_S:.0f} s", lambda: faults.locked(studio)),
            (
                "kills in the midst of a restore, which is run again",
                lambda: faults.restores(studio, Path(folder), chance, kills // 4),
            ),
            ("a full disk", lambda: faults.full_disk(Path(folder))),
            ("a studio begun on a disk that can only be read", lambda: faults.read_only(Path(folder))),
        ]
        for what, act in planned:
            begun = time.monotonic()
            found = act()
            rows.append((what, found))
            print(f"{what}: {found} ({time.monotonic() - begun:.0f} s)", flush=True)
        resting = max(studio.megabytes("gunicorn"), studio.megabytes("manage.py\0worker"))
        studio.end()
        whole = sqlite3.connect(data / "studio.sqlite3").execute("pragma integrity_check").fetchone()[0]
    rows += [
        ("the database afterwards", whole),
        ("memory of the largest process afterwards", f"{resting:.0f} MB of {MOST_RESTING_MB}"),
        ("answers that were a failure without words", str(len(studio.failures))),
    ]
    for what, found in rows[-3:]:
        print(f"{what}: {found}")
    for one in studio.failures[:10]:
        print("   ", one)
    _write(rows, kills)
    held = not studio.failures and whole == "ok" and resting <= MOST_RESTING_MB
    return 0 if held and not any(word in found for _, found in rows for word in ("LOST", "STILL", "FAILURES")) else 1


def _write(rows: list[tuple[str, str]], kills: int) -> None:
    lines = [
        "# What we do to it",
        "",
        f"`python -m tools.storm {kills}`, seeded, on two cores; `make storm` kills {KILLS} times, in about seven minutes.",
        "",
        "| what | what came of it |",
        "|---|---|",
    ]
    lines += [f"| {what} | {found} |" for what, found in rows]
    (REPOSITORY / "docs/storm.md").write_text("\n".join(lines) + "\n")


if __name__ == "__main__":
    sys.exit(main())
