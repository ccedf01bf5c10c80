"""Bringing all of a painting up to date, in the background."""

from typing import Any

from server.records.models import Painting, Run
from ypsochrom.kit.progress import Progress, part_of

from .desk import opened

GOALS = (("values", 0.1), ("judgement", 0.5), ("passes", 0.8), ("stages", 1.0))
"""What one action brings up to date, and how far that is of the whole."""


def compute(painting: Painting, progress: Progress) -> None:
    """Bring everything up to date in the order of the work; what is current is left alone."""
    work, done = opened(painting), 0.0
    for goal, share in GOALS:
        work.bring(goal, part_of(progress, done, share))
        done = share


def plan(run: Run, progress: Progress) -> dict[str, Any] | None:
    """The work of a plan's run."""
    compute(run.painting, progress)
    return None
