"""What follows a change at once, and what of it is done in the background."""

from collections.abc import Iterator

from server.records import runs, tasks
from server.records.models import Painting
from ypsochrom.work.graph import Work
from ypsochrom.work.pass_nodes import unchanged_stages


def at_once(work: Work) -> Iterator[str]:
    """What follows a change at once, one by one: pictures and values, and of an existing plan what needs no long work.

    Areas are changed at once while the picture stays, mixes while areas and paints do, passes while mixes do.
    """
    yield "subject"
    yield "values"
    for before, nodes in (
        ("pieces", ("areas", "strokes", "judgement")),
        ("solved", ("mixes",)),
        ("mixes", ("passes",)),
    ):
        if work.state(before) != "current":
            return
        for node in nodes:
            if work.state(node) != "missing":
                yield node
    if work.state("passes") == "current" and work.state("stages") == "stale" and unchanged_stages(work):
        yield "stages"
    if is_scheduled(work) and work.state("passes") == "current":
        yield "first schedule"


def follow(work: Work) -> None:
    """Make what follows a change at once. What is up to date is not even read: it may be large, and nobody asked for it."""
    for node in at_once(work):
        if work.state(node) != "current":
            work.now(node)


def is_scheduled(work: Work) -> bool:
    """Whether the painter has said when they paint."""
    return work.inputs.brief.sittings.diary is not None


def paint_stages(painting: Painting, work: Work) -> None:
    """Begin to paint the stages in the background where the passes are planned and their pictures are missing."""
    missing = work.state("passes") == "current" and work.state("stages") != "current"
    if missing and not runs.is_under_way(painting):
        tasks.enqueue(runs.begin(painting.owner, painting.pk))
