"""When an area has been mended again and again and comes no nearer: a warning before it is worked to death."""

from collections.abc import Sequence
from dataclasses import dataclass

from ..kit.advice import Advice
from .stage import PlannedStage

_TIMES = 3
_NO_NEARER = 0.8
"""An error that is more than this share of what it was two checks ago has not fallen."""


@dataclass(frozen=True)
class Earlier:
    """What an earlier check said of an area (ids): the size of its value error in steps, for those that were to be mended."""

    errors: dict[str, float]


def overworked(stage: PlannedStage, earlier: Sequence[Earlier], now: Earlier) -> tuple[Advice, ...]:
    """A warning for each area that is to be mended for the third time running, its error no longer falling.

    `earlier` are the checks before this one, the oldest first.
    """
    runs = [*earlier, now][-_TIMES:]
    if len(runs) < _TIMES:
        return ()
    names = {area.id: area.name for area in stage.areas}
    return tuple(
        Advice(
            "checks.W005",
            "warning",
            f"“{names[area]}” has been mended twice and is no nearer: each layer takes away some of its freshness.",
            "Let it dry and look at it from afar tomorrow; then paint it once more in one go, or leave it.",
            area,
        )
        for area, error in now.errors.items()
        if area in names
        and all(area in one.errors for one in runs)
        and error > _NO_NEARER * max(runs[0].errors[area], 1e-6)
    )
