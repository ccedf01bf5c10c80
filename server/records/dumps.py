"""The database as a file of a backup: SQLite's own online copy, or a dump of PostgreSQL's own tools."""

import os
import shutil
import sqlite3
import subprocess
from contextlib import closing
from pathlib import Path
from typing import Protocol

from django.conf import settings
from django.db import connection

from ypsochrom.kit.errors import BadSetting


class Dump(Protocol):
    """How a database is written into a backup, and put from one onto an empty machine."""

    name: str
    """The file in the backup."""

    def write(self, to: Path) -> None:
        """Write the database as it is at one moment, while others work."""

    def is_sound(self, place: Path) -> bool:
        """Whether a file can be put back."""

    def is_there(self) -> bool:
        """Whether the database holds anything."""

    def put(self, place: Path) -> None:
        """Put a file back, whole or not at all."""


def dump() -> Dump:
    """As the settings say."""
    return Sqlite(settings.SQLITE) if connection.vendor == "sqlite" else Postgres(settings.DATABASES["default"])


class Sqlite:
    """A file that is copied online."""

    name = "studio.sqlite3"

    def __init__(self, database: Path) -> None:
        self._database = database

    def write(self, to: Path) -> None:
        """By SQLite's own backup, page by page."""
        with (
            closing(sqlite3.connect(f"file:{self._database}?mode=ro", uri=True)) as here,
            closing(sqlite3.connect(to)) as there,
        ):
            here.backup(there, pages=2_000)
            there.execute("PRAGMA journal_mode=DELETE")

    def is_sound(self, place: Path) -> bool:
        """By SQLite's quick check."""
        try:
            with closing(sqlite3.connect(f"file:{place}?mode=ro", uri=True)) as opened:
                return bool(opened.execute("PRAGMA quick_check").fetchone() == ("ok",))
        except sqlite3.DatabaseError:
            return False

    def is_there(self) -> bool:
        """Whether there is a file."""
        return self._database.exists()

    def put(self, place: Path) -> None:
        """Beside its place first."""
        self._database.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
        writing = self._database.with_suffix(".part")
        shutil.copyfile(place, writing)
        writing.rename(self._database)


class Postgres:
    """A database that `pg_dump` writes and `pg_restore` reads; both have to be installed where this runs."""

    name = "studio.dump"

    def __init__(self, database: dict[str, object]) -> None:
        self._database = str(database["NAME"])
        given = {"PGHOST": "HOST", "PGPORT": "PORT", "PGUSER": "USER", "PGPASSWORD": "PASSWORD"}
        own = {name: str(database[of]) for name, of in given.items() if database.get(of)}
        self._environment = {**os.environ, **own}

    def write(self, to: Path) -> None:
        """One snapshot, in the custom format."""
        self._run("pg_dump", "--format=custom", "--no-owner", f"--file={to}", f"--dbname={self._database}")

    def is_sound(self, place: Path) -> bool:
        """Whether its list of contents can be read."""
        try:
            self._run("pg_restore", "--list", str(place))
        except BadSetting:
            return False
        return True

    def is_there(self) -> bool:
        """Whether it has any table."""
        with connection.cursor() as cursor:
            return bool(connection.introspection.table_names(cursor))

    def put(self, place: Path) -> None:
        """In one transaction."""
        how = ("--no-owner", "--single-transaction", "--exit-on-error")
        self._run("pg_restore", *how, f"--dbname={self._database}", str(place))

    def _run(self, *command: str) -> None:
        try:
            done = subprocess.run(command, env=self._environment, capture_output=True, text=True, check=False)
        except FileNotFoundError as problem:
            raise BadSetting(f"{command[0]} is not installed.", "Install postgresql-client.") from problem
        if done.returncode:
            raise BadSetting(f"{command[0]} failed: {done.stderr.strip()[:300]}", "Look at the database's own log.")
