"""Put a backup on an empty machine."""

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser

from server.records import backup, stores
from server.records.dumps import dump
from ypsochrom.kit.errors import YpsochromError


class Command(BaseCommand):
    """`python manage.py restore FOLDER`: the studio of a backup, brought up to date."""

    help = "Put the backup in FOLDER on this empty machine, and bring its database up to date."
    requires_migrations_checks = False
    requires_system_checks: list[str] = []  # as Django has it: there is no database yet

    def add_arguments(self, parser: CommandParser) -> None:
        """Which backup."""
        parser.add_argument("folder", type=Path)

    def handle(self, *_: Any, folder: Path, **__: Any) -> None:
        """Restore, and say what could not be."""
        try:
            told = backup.restore(folder, dump(), stores.pictures())
        except YpsochromError as problem:
            raise CommandError(str(problem)) from problem
        call_command("migrate", verbosity=0)
        self.stdout.write(f"{told.place}: {told.pictures} pictures")
        for name in told.faults:
            self.stderr.write(f"damaged or missing: {name}")
