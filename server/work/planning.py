"""Bringing all of a painting up to date, in the background."""

from typing import Any

from server.records.models import Painting, Run
from ypsochrom.kit.progress import Progress, part_of

from .desk import opened
from .following import is_scheduled

GOALS = (("values", 0.1), ("judgement", 0.4), ("passes", 0.6), ("stages", 0.8), ("lines", 0.9))
"""What one action brings up to date, and how far that is of the whole."""


def compute(painting: Painting, progress: Progress) -> None:
    """Bring everything up to date in the order of the work; what is current is left alone."""
    work, done = opened(painting), 0.0
    for goal, share in GOALS:
        work.bring(goal, part_of(progress, done, share))
        done = share
    if is_scheduled(work):
        work.bring("first schedule", part_of(progress, done, 1.0))


def search(run: Run, progress: Progress) -> dict[str, Any] | None:
    """The work of a search for a better schedule than the first."""
    opened(run.of).bring("schedule", progress)
    return None


def plan(run: Run, progress: Progress) -> dict[str, Any] | None:
    """The work of a plan's run."""
    compute(run.of, progress)
    return None
