"""A sitting outdoors: how the passes go with the light, and what is finished indoors from notes."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from ..kit.advice import Advice
from ..sky.sun import IN_VIEW_DEG, Cloud, Holds, Light, Place, SunDay, holds_until, light_through, side_of, sun_day
from .calendar import zone_of
from .schedule import Schedule

PassLight = Literal["holds", "turns", "indoors"]
"""Painted while the light is as it was; while it turns, so from what was fixed; after the sitting, from notes."""


@dataclass(frozen=True)
class PassInLight:
    """A pass of the plan under this light: when it is painted (UTC), and what that means."""

    number: int
    begins: datetime
    ends: datetime
    light: PassLight
    words: str


@dataclass(frozen=True)
class SittingLight:
    """The light of one sitting (number from 1): samples, until when it holds, and the passes in it."""

    number: int
    samples: tuple[Light, ...]
    holds: Holds
    day: SunDay
    passes: tuple[PassInLight, ...]
    advice: tuple[Advice, ...]

    @property
    def sun_side(self) -> str:
        """Where the sun stands to the view in the middle of it, in words; empty while it is down."""
        middle = self.samples[len(self.samples) // 2]
        return side_of(middle.from_view_deg) if middle.altitude_deg > 0 else ""


def light_of(place: Place, begins: datetime, ends: datetime, zone: str, cloud: Cloud = "clear") -> SittingLight:
    """The light between two times, without passes."""
    samples = light_through(place, begins, ends)
    day = sun_day(place, begins.astimezone(zone_of(zone)).date(), zone_of(zone))
    return SittingLight(1, samples, holds_until(samples, place, cloud), day, (), _advice(samples, day, zone))


def light_of_schedule(schedule: Schedule, place: Place, cloud: Cloud = "clear") -> tuple[SittingLight, ...]:
    """The light over every sitting of a schedule, with the passes that are painted in it."""
    found = []
    for number, sitting in enumerate(schedule.sittings, start=1):
        own = light_of(place, sitting.begins, sitting.ends, schedule.zone, cloud)
        passes = _passes(schedule, number, own.holds)
        found.append(SittingLight(number, own.samples, own.holds, own.day, passes, own.advice))
    return tuple(found)


def _passes(schedule: Schedule, number: int, holds: Holds) -> tuple[PassInLight, ...]:
    spans: dict[int, tuple[float, float]] = {}
    for task in schedule.tasks:
        if task.sitting == number and task.pass_number:
            begins, ends = spans.get(task.pass_number, (task.begins_min, task.ends_min))
            spans[task.pass_number] = (min(begins, task.begins_min), max(ends, task.ends_min))
    found = []
    for place, (pass_number, (begins, ends)) in enumerate(sorted(spans.items())):
        begin, end = schedule.at(begins), schedule.at(ends)
        light: PassLight = "holds" if end <= holds.until else "turns" if begin < holds.until else "indoors"
        words = {
            "holds": "painted in one light"
            if place
            else "fix the shadow shapes first: draw round them in the first ten minutes",
            "turns": "the light turns during it: keep to the shadows you fixed, look only at relations",
            "indoors": "after the light has gone: finish it indoors from notes, or at the same hour another day",
        }[light]
        found.append(PassInLight(pass_number, begin, end, light, words))
    return tuple(found)


def _advice(samples: Sequence[Light], day: SunDay, zone: str) -> tuple[Advice, ...]:
    found = []
    if day.polar is not None:
        found.append(
            Advice(
                "sittings.N003",
                "note",
                f"On this day {day.polar} here.",
                "There is no sunrise or sunset to plan by: go by the sun's direction, which turns 15 degrees an hour.",
            )
        )
    if all(sample.altitude_deg <= 0 for sample in samples):
        found.append(
            Advice(
                "sittings.N004",
                "note",
                "The sun is down for the whole sitting.",
                "A nocturne: one small lamp for picture and palette alike, and judge colours again by day.",
            )
        )
    in_view = [sample for sample in samples if sample.altitude_deg > 0 and abs(sample.from_view_deg) < IN_VIEW_DEG]
    if in_view:
        local = in_view[0].time.astimezone(zone_of(zone))
        found.append(
            Advice(
                "sittings.W004",
                "warning",
                f"From {local:%H:%M} you look into the sun.",
                "Never look at the sun itself; a brimmed hat, the panel turned out of the glare, and squint less long.",
            )
        )
    return tuple(found)
