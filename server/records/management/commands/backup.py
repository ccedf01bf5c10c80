"""Back the studio up while painters work."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from server.records import backup, stores
from server.records.dumps import dump
from ypsochrom.kit.errors import YpsochromError


class Command(BaseCommand):
    """`python manage.py backup FOLDER`: a new backup in a folder of backups."""

    help = "Copy the database and every picture into a new folder inside FOLDER, while painters work."
    requires_system_checks: list[str] = []  # they would load every page's module

    def add_arguments(self, parser: CommandParser) -> None:
        """Where backups lie."""
        parser.add_argument("folder", type=Path)

    def handle(self, *_: Any, folder: Path, **__: Any) -> None:
        """Back up, and say where."""
        try:
            told = backup.backup(dump(), stores.pictures(), folder)
        except YpsochromError as problem:
            raise CommandError(str(problem)) from problem
        self.stdout.write(f"{told.place}: {told.pictures} pictures, {told.copied} of them new")
