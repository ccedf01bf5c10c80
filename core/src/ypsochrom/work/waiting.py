"""Decisions that have no place at present: their area, edge, mix or step is not there now. They wait and hold again when it
is."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from ..areas.facts import Decision
from ..areas.found import FoundAreas
from ..areas.names import in_words, mark
from ..passes.plan.pass_plan import PassPlan
from ..passes.schools import SCHOOLS
from .graph import Work
from .mix_node import FoundMixes
from .planned import names_of

What = Literal["area", "edge", "recipe", "method", "fading", "technique", "move"]


@dataclass(frozen=True)
class Waiting:
    """One decision that waits: on what it hangs (`subject`: the id of an area, mix or step) and what was decided, in words."""

    what: What
    subject: str
    words: str


def waiting(work: Work) -> tuple[Waiting, ...]:
    """All decisions of the brief that what was made last has no place for; nothing before the first plan."""
    found: FoundAreas | None = work.last("areas")
    if found is None:
        return ()
    names = names_of(found, work.inputs.brief)
    every = (*_of_areas(work, found), *_of_recipes(work), *_of_steps(work))
    return tuple(Waiting(one.what, one.subject, in_words(one.words, names)) for one in every)


def _of_areas(work: Work, found: FoundAreas) -> Iterator[Waiting]:
    brief = work.inputs.brief
    there = {area.id for area in found.map.areas}
    for area, decision in brief.decisions.items():
        if area not in there and decision != Decision():
            yield Waiting("area", area, f"What you decided about “{mark(area)}”: {_said(decision)}.")
        elif decision.mirrors is not None and decision.mirrors not in there:
            yield Waiting("area", area, f"“{mark(area)}” as the reflection of “{mark(decision.mirrors)}”.")
    pairs = {frozenset((border.a, border.b)) for border in found.borders}
    for edge in brief.edges:
        if frozenset((edge.a, edge.b)) not in pairs:
            yield Waiting(
                "edge",
                f"{edge.a} {edge.b}",
                f"What you decided about the edge of “{mark(edge.a)}” and “{mark(edge.b)}”.",
            )
    for area, school in brief.passes.school_of.items():
        if area not in there:
            yield Waiting("method", area, f"“{SCHOOLS[school].title}” as the method for “{mark(area)}”.")
    for area in sorted(brief.passes.fading):
        if area not in there:
            yield Waiting("fading", area, f"“{mark(area)}” fading out.")


def _said(decision: Decision) -> str:
    said = []
    if decision.name:
        said.append("its name")
    if decision.target_lab is not None:
        said.append("another colour")
    if decision.plane is not None:
        said.append(f"the {decision.plane} plane")
    if decision.handling != "usual":
        said.append("left bare" if decision.handling == "bare" else f"painted {decision.handling}")
    if decision.growth is not None:
        said.append(f"{decision.growth} over it")
    if decision.gradation is not None:
        said.append("its gradation as you drew it")
    if decision.flat:
        said.append("painted in bands")
    if decision.mirrors is not None:
        said.append(f"the reflection of “{mark(decision.mirrors)}”")
    return ", ".join(said)


def _of_recipes(work: Work) -> Iterator[Waiting]:
    mixes: FoundMixes | None = work.last("mixes")
    if mixes is None:
        return
    there = {mix.id for mix in mixes.mixes.mixes}
    for mix in work.inputs.brief.mixes.kept:
        if mix not in there:
            yield Waiting("recipe", mix, f"Your own recipe for {mix}: there is no such mix now.")
        elif mix not in mixes.taken and work.state("mixes") == "current":
            yield Waiting("recipe", mix, f"Your own recipe for {mix}: it aims at another colour now.")


def _of_steps(work: Work) -> Iterator[Waiting]:
    plan: PassPlan | None = work.last("passes")
    if plan is None or work.state("passes") != "current":
        return
    there = {step.id for paint_pass in plan.passes for step in paint_pass.steps}
    choices = work.inputs.brief.passes
    for step, technique in choices.techniques.items():
        if step not in there:
            yield Waiting("technique", step, f"{technique.capitalize()} for {_step_words(step)}.")
    for move in plan.lost_moves:
        yield Waiting("move", move.step, f"The place of {_step_words(move.step)} in the order.")


def _step_words(step: str) -> str:
    role, _, rest = step.partition("/")
    area, _, family = rest.rpartition("/")
    part = "" if family in ("", "all") else f", {family}"
    return f"“{mark(area)}{part}” ({role})" if area else f"“{step}”"
