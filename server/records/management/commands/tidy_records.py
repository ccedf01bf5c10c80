"""Tidy up once; a worker does it by itself from time to time."""

from typing import Any

from django.core.management.base import BaseCommand

from server.records.tidying import tidy


class Command(BaseCommand):
    """Run at every start of the studio."""

    help = "Delete what nothing needs any more: old things in the bin, pictures, sessions, finished tasks."
    requires_system_checks: list[str] = []  # they would load every page's module

    def handle(self, *_: Any, **options: Any) -> None:
        """Tidy up for every painter."""
        emptied, forgotten = tidy()
        if options["verbosity"] > 0:
            self.stdout.write(f"{emptied} things out of the bin, {forgotten} pictures deleted")
