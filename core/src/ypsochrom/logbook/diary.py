"""The diary of a painting: what was done in each sitting, from the acts at the easel and the photos that were checked."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Literal

from ..sittings.easel.acts import Act
from ..sittings.easel.course import SittingCourse, course_of
from ..sittings.easel.worklist import ListedTask, WorkList
from ..sky.air import Climate

EntryKind = Literal[
    "painted",
    "mixed",
    "job",
    "left out",
    "note",
    "astray",
    "dry",
    "left",
    "weighed",
    "wiped",
    "put back",
    "air",
    "photo",
    "line",
]


@dataclass(frozen=True)
class Entry:
    """One thing that happened. `minutes` were worked, `planned_min` planned; `colours` (`#rrggbb`) are of its piles when dry.

    `photo` is the name of a picture, `planned` of what it should look like, `check` the number of a check, `line` that of a line
    that the painter wrote, with a `mark` from one to five perhaps.
    """

    at: datetime
    kind: EntryKind
    title: str
    words: str = ""
    minutes: float | None = None
    planned_min: float | None = None
    colours: tuple[str, ...] = ()
    pass_number: int = 0
    photo: str = ""
    planned: str = ""
    check: int | None = None
    line: int | None = None
    mark: int | None = None


@dataclass(frozen=True)
class DiarySitting:
    """A sitting with its entries in the order of time; `waited_min` is what was not work, `climate` the air at its begin."""

    number: int
    opened: datetime
    ended: datetime | None
    worked_min: float
    waited_min: float
    climate: Climate
    entries: tuple[Entry, ...]


@dataclass(frozen=True)
class PassHours:
    """How far a pass is: units done of all, minutes worked and planned for those that are done."""

    number: int
    role: str
    done: int
    units: int
    worked_min: float
    planned_min: float


@dataclass(frozen=True)
class Diary:
    """Sittings in their order, with what happened before the first or between two in the one before; hours by pass.

    `loose` is what was written about a painting that was never at the easel.
    """

    sittings: tuple[DiarySitting, ...]
    hours: tuple[PassHours, ...]
    loose: tuple[Entry, ...] = ()

    @property
    def entries(self) -> tuple[Entry, ...]:
        """All there is, sitting after sitting."""
        return (*(entry for one in self.sittings for entry in one.entries), *self.loose)

    @property
    def last(self) -> datetime | None:
        """When it was last worked on."""
        times = [*(one.opened for one in self.sittings), *(entry.at for entry in self.entries)]
        return max(times, default=None)

    @property
    def worked_min(self) -> float:
        """Minutes at work in all."""
        return sum(one.worked_min for one in self.sittings)


_KINDS: dict[str, EntryKind] = {"unit": "painted", "mixing": "mixed", "job": "job"}


def diary_of(
    acts: Sequence[Act], worklist: WorkList, climate: Climate, now: datetime, more: Iterable[Entry] = ()
) -> Diary:
    """The diary from acts in their order (`acts.in_order`); `more` are entries of checks, and lines the painter wrote."""
    course = course_of(acts, worklist, climate, now)
    told: list[Entry] = list(more)
    weighed = {(act.pile, act.text): act.ml for act in acts if act.kind == "weighed" and act.ml is not None}
    for task in worklist.tasks:
        went = course.tasks.get(task.id)
        if went is not None and went.state == "done" and went.done_at is not None:
            told.append(replace(_of_task(task, worklist, went.done_at, weighed), minutes=went.worked_s / 60))
    said = (_of_act(act, worklist) for act in acts)
    told += [one for one in said if one is not None]
    sittings = _with_entries(course.sittings, told, acts, climate)
    worked_min = {id_: one.worked_s / 60 for id_, one in course.tasks.items() if one.state == "done"}
    return Diary(sittings, _hours(worklist, worked_min), () if sittings else _in_order(told))


def diary_without_easel(entries: Iterable[Entry]) -> Diary:
    """The diary of a painting that was never at the easel: lines and photos."""
    return Diary((), (), _in_order(entries))


def _in_order(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    return tuple(sorted(entries, key=lambda entry: entry.at))


def _of_task(
    task: ListedTask, worklist: WorkList, at: datetime, weighed: Mapping[tuple[str | None, str], float]
) -> Entry:
    """A task that was done; of a pile its doses, those that were weighed as they really were."""
    dry = tuple(worklist.pile_of[pile].dry for pile in task.piles if pile in worklist.pile_of)
    if task.kind == "mixing" and task.subject in worklist.pile_of:
        pile = worklist.pile_of[task.subject]
        doses = ", ".join(
            f"{dose.parts:g} {dose.name}"
            + (f" ({ml:.2f} ml weighed)" if (ml := weighed.get((pile.id, dose.source))) else "")
            for dose in pile.doses
        )
        return Entry(
            at, "mixed", pile.name, f"{pile.volume_ml:.1f} ml: {doses}", planned_min=task.minutes, colours=(pile.dry,)
        )
    words = ", ".join(part for part in (task.brush, task.technique) if part)
    return Entry(at, _KINDS.get(task.kind, "job"), task.title, words, None, task.minutes, dry, task.pass_number)


def _of_act(act: Act, worklist: WorkList) -> Entry | None:
    """What an act says beside the task that it is of; None where it says nothing to a reader."""
    task, pile = worklist.task_of.get(act.task or ""), worklist.pile_of.get(act.pile or "")
    about = task.title if task is not None else ""
    match act.kind:
        case "note":
            return Entry(act.at, "note", about, act.text, photo=act.photo)
        case "skip" if task is not None:
            return Entry(act.at, "left out", about, act.text, pass_number=task.pass_number)
        case "astray" if pile is not None:
            return Entry(act.at, "astray", pile.name, "came out wrong", colours=(pile.dry,))
        case "left" if pile is not None and act.ml is not None:
            return Entry(act.at, "left", pile.name, f"{act.ml:.1f} ml left", colours=(pile.dry,))
        case "dry" if task is not None:
            return Entry(act.at, "dry", about, "dry to the touch", pass_number=task.pass_number)
        case "back" if task is not None:
            return Entry(act.at, "put back", about, act.text or "to be done again", pass_number=task.pass_number)
        case "weighed" if pile is not None and act.ml is not None:
            name = next((dose.name for dose in pile.doses if dose.source == act.text), act.text)
            return Entry(act.at, "weighed", pile.name, f"{act.ml:.2f} ml {name}", colours=(pile.dry,))
        case "wiped" if act.ml is not None and act.ml > 0:
            return Entry(act.at, "wiped", "", f"{act.ml:.1f} ml wiped off and rinsed out")
        case "air" if act.climate is not None:
            air = act.climate
            return Entry(act.at, "air", f"{air.temperature_c:g} °C, {air.humidity_pct:g} %", f"{air.air} air")
        case _:
            return None


def _with_entries(
    sittings: Sequence[SittingCourse], entries: Sequence[Entry], acts: Sequence[Act], climate: Climate
) -> tuple[DiarySitting, ...]:
    found = []
    for place, one in enumerate(sittings):
        begins = None if place == 0 else one.opened
        ends = sittings[place + 1].opened if place + 1 < len(sittings) else None
        own = [e for e in entries if (begins is None or e.at >= begins) and (ends is None or e.at < ends)]
        air = [act.climate for act in acts if act.climate is not None and act.at <= one.opened]
        found.append(
            DiarySitting(
                one.number,
                one.opened,
                one.ended,
                one.worked_s / 60,
                max(0.0, ((one.ended or one.last) - one.opened).total_seconds() - one.worked_s) / 60,
                air[-1] if air else climate,
                _in_order(own),
            )
        )
    return tuple(found)


def _hours(worklist: WorkList, worked_min: dict[str, float]) -> tuple[PassHours, ...]:
    found: dict[int, PassHours] = {}
    for task in worklist.tasks:
        if task.kind != "unit":
            continue
        known = found.get(task.pass_number, PassHours(task.pass_number, task.role, 0, 0, 0.0, 0.0))
        minutes = worked_min.get(task.id)
        found[task.pass_number] = replace(
            known,
            units=known.units + 1,
            done=known.done + (minutes is not None),
            worked_min=known.worked_min + (minutes or 0.0),
            planned_min=known.planned_min + (task.minutes if minutes is not None else 0.0),
        )
    return tuple(found[number] for number in sorted(found))
