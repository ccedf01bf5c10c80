"""The background worker: carries out runs one after another, gives signs of life, and tidies up from time to time."""

import logging
import os
import secrets
import time
from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.db import connection
from django.db.utils import OperationalError

from server.records import queue, workshop
from server.records.tasks import take_up_lost
from server.records.tidying import tidy

NICER = int(os.environ.get("YPSOCHROM_NICER", "10"))
"""Pages come first: what is worked out in the background takes what they leave of the processor."""

TIDIES_EVERY_S = 120.0
LOOKS_FOR_LOST_EVERY_S = 5.0

log = logging.getLogger(__name__)


class Command(BaseCommand):
    """A locked or full database makes it wait, not end; whatever else ends it, its supervisor begins another."""

    help = "Carry out what is to be worked out in the background, until stopped."
    requires_system_checks: list[str] = []  # they would load every page's module

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--once` for tests."""
        parser.add_argument("--interval", type=float, default=0.2, help="seconds between looks into the queue")
        parser.add_argument("--once", action="store_true", help="end when the queue is empty")

    def handle(self, *_: Any, **options: Any) -> None:
        """Work until stopped."""
        name = f"{os.getpid()}-{secrets.token_hex(4)}"
        waiting = queue.opened(name, options["interval"])
        workshop.begin(name)
        try:
            if options["once"]:
                _one_round(waiting)
                return
            os.nice(NICER)
            waiting.listen()
            tidied = time.monotonic()
            looked = 0.0
            while waiting.running:
                now = time.monotonic()
                lost, untidy = now - looked > LOOKS_FOR_LOST_EVERY_S, now - tidied > TIDIES_EVERY_S
                looked, tidied = now if lost else looked, now if untidy else tidied
                try:
                    _one_round(waiting, lost=lost, untidy=untidy)
                except OperationalError as problem:
                    log.warning("The database cannot be used at present (%s); trying again.", problem)
                    connection.close()
                time.sleep(options["interval"])
        finally:
            workshop.end()


def _one_round(waiting: queue.Queue, *, lost: bool = True, untidy: bool = False) -> None:
    if lost:
        take_up_lost()
    if not queue.is_empty():
        waiting.work()
    if untidy:
        tidy()
