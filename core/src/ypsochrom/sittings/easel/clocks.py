"""Clocks of wet paint at the easel: when a coat stops blending and can be painted over, in air that changes and with water
added on the way.

A film loses its water at a pace that the air sets. While the air is one, a clock is the model's time (`paint.drying`); where it
changes, every stretch takes its share: a coat that was half dry in the cold needs half of the time that the warmth asks.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from ...kit.errors import BadSetting
from ...paint.drying import WetFilm, glaze_minutes, open_minutes, overcoat_minutes
from ...passes.films.drying import RETARDER_SHARE
from ...sky.air import Climate
from ..open_time import mist_minutes

LONGEST_MIN = 60 * 24 * 30.0
"""A clock beyond a month says nothing to a painter."""


@dataclass(frozen=True)
class Laid:
    """What a task lays, as far as its clocks are concerned: of its films the one that closes first and the one that dries last,
    each with the painter's own factor."""

    first: WetFilm
    last: WetFilm
    first_factor: float = 1.0
    last_factor: float = 1.0


@dataclass(frozen=True)
class Minutes:
    """How long what a task lays blends, and until it takes a coat and a glaze; how much longer after one misting; and the same
    three with retarder in the paint. Minutes in the present air."""

    open_min: float
    overcoat_min: float
    glaze_min: float
    mist_min: float
    retarded_open_min: float
    retarded_overcoat_min: float
    retarded_glaze_min: float


@dataclass(frozen=True)
class Since:
    """From a time on: the air, and the share of retarder in the paint."""

    at: datetime
    climate: Climate
    retarder: float = 0.0


@dataclass(frozen=True)
class Clock:
    """A coat on its clocks: blends until, takes a coat from, takes a glaze from; None where it does not dry in this air."""

    task: str
    areas: tuple[str, ...]
    laid: datetime
    open_until: datetime
    overcoat_at: datetime | None
    glaze_at: datetime | None
    mists: int = 0


def minutes_of(laid: Laid, climate: Climate) -> Minutes:
    """The figures of what a task lays, in this air."""
    slow = Laid(
        _with(laid.first, RETARDER_SHARE), _with(laid.last, RETARDER_SHARE), laid.first_factor, laid.last_factor
    )
    opens, coat, glaze = (_told(minutes) for minutes in _three(laid, climate))
    slow_open, slow_coat, slow_glaze = (_told(minutes) for minutes in _three(slow, climate))
    mist = _told(mist_minutes(laid.first, climate, laid.first_factor))
    return Minutes(opens, coat, glaze, mist, slow_open, slow_coat, slow_glaze)


def _three(laid: Laid, climate: Climate) -> tuple[float, float, float]:
    """Minutes for which it blends, and until it takes a coat and a glaze."""
    return (
        open_minutes(laid.first, climate, laid.first_factor),
        overcoat_minutes(laid.last, climate, laid.last_factor),
        glaze_minutes(laid.last, climate, laid.last_factor),
    )


def clock_of(
    task: str, areas: tuple[str, ...], laid: Laid, at: datetime, air: Sequence[Since], mists: Sequence[datetime]
) -> Clock:
    """The clocks of a coat laid at a time; `air` begins not after it and is in order, `mists` are times of a light misting.

    Misting counts only while the coat is still open: on a skin the water does nothing.
    """
    if not air or air[0].at > at:
        raise BadSetting(
            "The air at the time of painting is not known.", "Say the air from before the first stroke on."
        )
    opens = [(one.at, open_minutes(_with(laid.first, one.retarder), one.climate, laid.first_factor)) for one in air]
    heard: list[tuple[datetime, float]] = []
    until = due(at, opens, heard) or at + timedelta(minutes=LONGEST_MIN)
    for mist in sorted(mists):
        if at <= mist < until:
            now = [one for one in air if one.at <= mist][-1]
            heard.append((mist, mist_minutes(_with(laid.first, now.retarder), now.climate, laid.first_factor)))
            until = due(at, opens, heard) or at + timedelta(minutes=LONGEST_MIN)
    coats = [(one.at, overcoat_minutes(_with(laid.last, one.retarder), one.climate, laid.last_factor)) for one in air]
    glazes = [(one.at, glaze_minutes(_with(laid.last, one.retarder), one.climate, laid.last_factor)) for one in air]
    return Clock(task, areas, at, until, due(at, coats, heard), due(at, glazes, heard), len(heard))


def found_dry(clock: Clock, at: datetime | None) -> Clock:
    """The clock of a coat that the painter found dry to the touch: from then on it takes a coat, and blends no more."""
    if at is None or at < clock.laid:
        return clock
    coat = at if clock.overcoat_at is None else min(at, clock.overcoat_at)
    return replace(clock, overcoat_at=coat, open_until=min(at, clock.open_until))


def due(
    begins: datetime, needs: Sequence[tuple[datetime, float]], set_back: Sequence[tuple[datetime, float]] = ()
) -> datetime | None:
    """When something is done that takes so many minutes in all from each of these times on; None if it never is.

    `set_back` are times at which it falls back by so many minutes: what is misted holds more water than it did.
    """
    knots = sorted({at for at, _ in needs if at > begins} | {at for at, _ in set_back if at > begins})
    now, share = begins, 0.0
    for end in [*knots, None]:
        takes = [minutes for at, minutes in needs if at <= now][-1]
        left = (1 - share) * takes
        if math.isfinite(left) and (end is None or now + timedelta(minutes=left) <= end):
            return None if left > LONGEST_MIN else now + timedelta(minutes=left)
        if end is None:
            return None
        share += 0.0 if math.isinf(takes) else (end - now).total_seconds() / 60 / takes
        share -= sum(back / takes for at, back in set_back if at == end and math.isfinite(takes) and takes > 0)
        now = end
    return None


def _with(film: WetFilm, retarder: float) -> WetFilm:
    """The film with retarder worked in; it takes the place of paint."""
    room = 1 - film.medium_share - film.water_share
    return replace(film, retarder=max(film.retarder, min(retarder, room)))


def _told(minutes: float) -> float:
    return min(minutes, LONGEST_MIN)
