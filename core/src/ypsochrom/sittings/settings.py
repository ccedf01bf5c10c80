"""What a painter says about when and where they paint: all that a schedule takes beside the plan."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..kit.errors import NoSchedule
from ..passes.films.drying import Drying
from ..sky.air import ORDINARY_ROOM, Climate
from ..sky.sun import Cloud, Place
from .calendar import Diary
from .schedule import Asked, UnitWish, deadline_of


@dataclass(frozen=True)
class SittingSettings:
    """`diary` None: they have not said yet when they paint, and there is no schedule. `place` is for painting on site, None
    indoors; `packed` are lines of the packing list that are ticked."""

    diary: Diary | None = None
    wishes: Mapping[str, UnitWish] = field(default_factory=dict)
    deadline: str | None = None
    climate: Climate = ORDINARY_ROOM
    place: Place | None = None
    cloud: Cloud = "clear"
    packed: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        Drying(self.climate)  # air in which nothing dries is refused
        if self.deadline is not None:
            deadline_of(self.deadline, "UTC" if self.diary is None else self.diary.zone)

    @property
    def asked(self) -> Asked:
        """What the schedule is asked for; `NoSchedule` while there is no diary."""
        if self.diary is None:
            raise NoSchedule("You have not said when you paint.", "Give the first sitting, its length and the days.")
        return Asked(self.diary, self.wishes, self.deadline)


NOT_SAID = SittingSettings()
