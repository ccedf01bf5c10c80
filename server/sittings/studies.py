"""Studies of a schedule that take longer than a moment: what has to give, two paintings side by side."""

from typing import Any

from server.records.history import painting_of
from server.records.models import Painting, Run
from server.site.problems import Conflict
from server.site.schema import Schema
from server.work import desk
from ypsochrom.areas.names import in_words
from ypsochrom.kit.progress import Progress
from ypsochrom.passes.amounts.keeping import shared_piles
from ypsochrom.passes.plan.pass_plan import PassPlan
from ypsochrom.sittings.giving import what_gives
from ypsochrom.sittings.together import MINE, THEIRS, side_by_side
from ypsochrom.work.graph import Work
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import names_of
from ypsochrom.work.sitting_nodes import painted_of, tasks_in

from .schemas import GivingOut, SharedPileName, StudyIn, StudyKind, TogetherOut


def checked(owner: Any, painting_id: int, kind: StudyKind, given: StudyIn) -> dict[str, Any]:
    """What was asked, or an error that says what cannot be."""
    _planned(painting_of(owner, painting_id))
    if kind == "together":
        if given.other is None or given.other == painting_id:
            raise Conflict("Two different paintings can be worked side by side.", "Choose the other painting.")
        _planned(painting_of(owner, given.other))
    return given.model_dump()


def _planned(painting: Painting) -> tuple[Work, PassPlan]:
    """The work on a painting and its plan; `Conflict` where that is not up to date."""
    work = desk.opened(painting)
    plan: PassPlan | None = work.last("passes") if work.state("passes") == "current" else None
    if plan is None:
        raise Conflict(f"“{painting.title}” has no plan that is up to date.", "Plan it, then ask again.")
    return work, plan


def work(run: Run, progress: Progress) -> dict[str, Any]:
    """Carry out a study; its answer as JSON."""
    studies = {"giving": _giving, "together": _together}
    answer: Schema = studies[run.kind](run, progress)
    return answer.model_dump(mode="json")


def _giving(run: Run, progress: Progress) -> GivingOut:
    work, plan = _planned(run.of)
    brief, stock = work.inputs.brief, work.inputs.stock
    found = what_gives(
        scene_of(work),
        plan,
        brief.passes,
        stock.tubes,
        stock.mediums,
        brief.sittings.asked,
        lambda other: tasks_in(work, other),
        progress,
    )
    return GivingOut(ways=list(found))


def _together(run: Run, progress: Progress) -> TogetherOut:
    work, mine = _planned(run.of)
    painting = painting_of(run.owner, run.asked["other"])
    other, theirs = _planned(painting)
    shared = shared_piles(mine.mixes, mine.volumes, theirs.mixes, theirs.volumes)
    progress(0.1, "laying both into your sittings")
    found = side_by_side(
        tasks_in(work, mine),
        tasks_in(other, theirs),
        shared,
        (painted_of(mine).piles, painted_of(theirs).piles),
        work.inputs.brief.sittings.asked,
        work.inputs.factors,
        progress=progress,
    )
    schedule = found.schedule
    titles = {MINE: run.of.title, THEIRS: painting.title}
    names = {
        MINE: names_of(work.last("areas"), work.inputs.brief),
        THEIRS: names_of(other.last("areas"), other.inputs.brief),
    }
    order: list[str] = []
    for task in schedule.tasks:
        if task.kind == "mixing":
            continue
        side = MINE if task.id.startswith(MINE) else THEIRS
        order.append(f"{titles[side]}: {in_words(task.title, names[side])}")
    return TogetherOut(
        other=painting.pk,
        title=painting.title,
        saved_hands_min=found.saved_hands_min,
        saved_waits_min=found.saved_waits_min,
        hands_on_min=schedule.hands_on_min,
        makespan_min=schedule.makespan_min,
        sittings=len(schedule.sittings),
        shared=[
            SharedPileName(
                mine=in_words(mine.mix_of[pile.mine].name, names[MINE]),
                theirs=in_words(theirs.mix_of[pile.theirs].name, names[THEIRS]),
                volume_ml=pile.volume_ml,
            )
            for pile in shared
        ],
        order=order,
    )
