"""A painting that is looked at by others: its work, opened once for all that is said of it."""

from collections.abc import Mapping
from functools import cached_property

from server.records.models import Painting
from server.work import desk
from ypsochrom.sittings.easel.worklist import ListedTask
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of
from ypsochrom.work.to_the_easel import worklist_of


class Looked:
    """A painting with its work, the names of its areas and the units of its plan."""

    def __init__(self, painting: Painting) -> None:
        self.painting = painting

    @cached_property
    def work(self) -> Work:
        """As it is kept."""
        return desk.opened(self.painting)

    @cached_property
    def names(self) -> Mapping[str, str]:
        """What every area is called."""
        return names_of(self.work.last("areas"), self.work.inputs.brief)

    @cached_property
    def units(self) -> tuple[ListedTask, ...]:
        """The units of a current plan, each once, in the order in which they are painted; none of one that is out of date."""
        if self.work.state("passes") != "current":
            return ()
        found: dict[str, ListedTask] = {}
        for task in worklist_of(self.work).tasks:
            if task.kind == "unit":
                found.setdefault(task.subject, task)
        return tuple(found.values())
