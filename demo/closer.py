"""The demo's third painting, the same kettle from closer by: in the middle of its second sitting, piles out, two passages wet."""

from datetime import datetime, timedelta
from pathlib import Path
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from server.sittings.easel.schemas import ActIn
    from server.sittings.schemas import SittingsData
    from ypsochrom.sittings.schedule import Schedule

TITLE = "Kettle, closer"
SIZE = "300x225mm"
PHOTO = Path(__file__).parent / "pictures/kettle-close.jpg"
SITTING_MIN = 150
DEVICE = "tablet on the easel"
_EARLIEST_MIN, _LATEST_MIN = 30, SITTING_MIN - 30
_TRIES = 2
"""When the sitting begins at another time of day, the schedule may be another."""


def load(painter: Any, now: datetime) -> int:
    """Put the painting into the painter's studio as it stands now: its plan, a sitting and a half; its id."""
    from server.sittings.easel import services as easel
    from server.sittings.services import change, shown_schedule
    from server.subject.services import new_painting
    from server.work import desk
    from server.work.planning import compute
    from ypsochrom.kit.progress import silent

    painting = new_painting(painter, TITLE, SIZE, PHOTO.read_bytes())
    painting, work = change(painter, painting.pk, _diary(now))
    compute(painting, silent)
    schedule = shown_schedule(desk.opened(painting))
    for _ in range(_TRIES):
        if schedule is None:
            return painting.pk
        into = _minutes_in(schedule)
        painting, work = change(painter, painting.pk, _diary(now - timedelta(minutes=into)))
        schedule = shown_schedule(work)
    if schedule is None:
        return painting.pk
    easel.take_plan(painter, painting.pk)
    easel.keep_acts(painter, painting.pk, _sent(_acts(schedule, now), now))
    _photographed(painter, painting.pk, schedule, now)
    return painting.pk


def _diary(second: datetime) -> "SittingsData":
    """Every other day so long; the second sitting begins at this time. The room is cool and damp, so that paint stays wet for
    long."""
    from server.sittings.schemas import ClimateData, DiaryData, RecurringData, SittingsData

    first = (second - timedelta(days=1)).replace(second=0, microsecond=0)
    daily = RecurringData(at=first.strftime("%H:%M"), minutes=SITTING_MIN)
    return SittingsData(
        diary=DiaryData(begins=first.strftime("%Y-%m-%dT%H:%M"), recurring=[daily]),
        climate=ClimateData(temperature_c=14, humidity_pct=78),
    )


def _photographed(painter: Any, painting_id: int, schedule: "Schedule", now: datetime) -> None:
    """Two photos by the simulated camera, after the first sitting and now, and what was measured in them."""
    from server.checks import services as checks
    from server.checks import shown
    from server.records import runs

    after_first = max(one.ends_min for one in schedule.tasks if one.sitting == 1)
    passes = [one.pass_number for one in schedule.tasks if one.kind == "unit" and one.ends_min <= after_first]
    suggested = shown.listed(painter, painting_id).suggested
    checks.simulated(painter, painting_id, max(passes), seed=3, taken=schedule.at(after_first), wet=False)
    row = checks.simulated(painter, painting_id, suggested, seed=11, taken=now)
    run = runs.latest(row.painting, checks.KIND)
    if run is not None:
        runs.carry_out(run.pk, checks.measure)


def _minutes_in(schedule: "Schedule") -> float:
    """So far into the second sitting that two passages are wet and a unit is in hand."""
    begins = next(one.begins_min for one in schedule.tasks if one.sitting == 2)
    work = {one.id: one for one in schedule.tasks if one.kind == "unit"}

    def wet(at: float, left: float = 0.0) -> int:
        own = [one for one in schedule.wet if one.task in work and work[one.task].ends_min + 1 <= at]
        return sum(at < (one.blends_until_min if left else one.dry_min) - max(left, 4.0) for one in own)

    def in_hand(at: float) -> bool:
        return any(one.begins_min + 1 < at < one.ends_min - 2 for one in work.values())

    times = [begins + minutes for minutes in range(_EARLIEST_MIN, _LATEST_MIN)]
    best = min(times, key=lambda at: (abs(wet(at) - 2), not in_hand(at), -min(2, wet(at, left=2.0)), at))
    return best - begins


_IDLE = 0.4
"""This painter is quicker than a usual hand: up to so much of a task's minutes goes by before it is begun."""


def _acts(schedule: "Schedule", now: datetime) -> "list[ActIn]":
    """What the painter did, as the schedule has it."""
    from server.sittings.easel.schemas import ActIn

    found: list[ActIn] = []

    def act(kind: Any, at: datetime, sitting: int, **more: Any) -> None:
        if at <= now:
            id_ = f"demo-{len(found)}"
            found.append(ActIn(id=id_, at=at, kind=kind, sitting=f"demo-sitting-{sitting}", seq=len(found), **more))

    for sitting in (1, 2):
        own = [one for one in schedule.tasks if one.sitting == sitting]
        if not own:
            break
        act("open", schedule.at(own[0].begins_min), sitting)
        if sitting == 2:
            act("uncover", schedule.at(own[0].begins_min), sitting)
        for place, one in enumerate(own):
            idle = 0.0 if schedule.at(one.ends_min) > now else _IDLE * (place * 7 % 10) / 9
            act("start", schedule.at(one.begins_min + idle * (one.ends_min - one.begins_min)), sitting, task=one.id)
            act("done", schedule.at(one.ends_min), sitting, task=one.id)
        end = schedule.at(own[-1].ends_min + 5)
        if sitting == 1:
            act("note", end, sitting, text="The wall came out a little cooler than the swatch. Look at it dry.")
            act("cover", end, sitting)
            act("stop", end, sitting)
    return found


def _sent(acts: "list[ActIn]", now: datetime) -> Any:
    from server.sittings.easel.schemas import ActsIn

    return ActsIn(device=DEVICE, sent_at=now, acts=acts)
