"""What a painting took so far, by its easel: hours, paint and what that is worth, how far it is."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from ..kit.sums import summed
from .diary import Diary
from .mixed import MixedPile


@dataclass(frozen=True)
class Took:
    """`worked_min` are all minutes at work, of them `units_min` at units for which `planned_min` were planned.

    `done` is the share (0-1) of its units that are painted; `ml` were mixed, `cost` is that of their paint (None where a tube's
    price is not known), `palette` are their paint keys.
    """

    last: datetime
    sittings: int
    worked_min: float
    units_min: float
    planned_min: float
    done: float
    ml: float
    cost: float | None
    palette: tuple[str, ...]


def took(diary: Diary, piles: Sequence[MixedPile], prices: Mapping[str, float]) -> Took | None:
    """What a painting took; `prices` are per ml by paint key. None before anything was done at the easel.

    A clock that jumped while a sitting was open makes its length wrong: then what was worked at units is the least it can be.
    """
    if diary.last is None:
        return None
    at_units = sum(one.worked_min for one in diary.hours)
    used = summed(part for pile in piles for part in pile.parts.items())
    return Took(
        last=diary.last,
        sittings=len(diary.sittings),
        worked_min=max(diary.worked_min, at_units),
        units_min=at_units,
        planned_min=sum(one.planned_min for one in diary.hours),
        done=sum(one.done for one in diary.hours) / max(sum(one.units for one in diary.hours), 1),
        ml=sum(used.values()),
        cost=sum(ml * prices[tube] for tube, ml in used.items()) if set(used) <= set(prices) else None,
        palette=tuple(sorted(used)),
    )
