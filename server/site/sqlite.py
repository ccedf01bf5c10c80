"""SQLite as Django is to open it: with a log of changes, or as it lies on a disk that can only be read."""

from pathlib import Path
from typing import Any
from urllib.parse import quote

ENGINE = "django.db.backends.sqlite3"


def sqlite(place: Path, *, writable: bool) -> dict[str, Any]:
    """The entry of Django's DATABASES for a file. One that is not there yet is to be made."""
    if not writable and place.exists():
        return {"ENGINE": ENGINE, "NAME": _only_read(place)}
    return {
        "ENGINE": ENGINE,
        "NAME": place,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
        },
    }


def _only_read(place: Path) -> str:
    """SQLite makes a log beside a file even to read it, unless it is told that nobody writes; without a log nobody does."""
    how = "mode=ro" if Path(f"{place}-wal").exists() else "mode=ro&immutable=1"
    return f"file:{quote(str(place))}?{how}"
