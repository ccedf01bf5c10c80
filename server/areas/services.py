"""Areas: changed by the painter's hand, named and decided upon; what the rules say can be set aside."""

from dataclasses import replace
from typing import Any

import numpy as np

from server.records.models import Painting
from server.site.problems import Conflict, NotFound
from server.work import desk
from ypsochrom.areas.edits import Edit, Lock, lock_at, placed, refusal
from ypsochrom.areas.facts import AS_FOUND, Decision, EdgeDecision
from ypsochrom.areas.found import FoundAreas
from ypsochrom.areas.things import said_anew
from ypsochrom.colour.types import triple
from ypsochrom.colour.written import read_colour
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadSetting
from ypsochrom.subject.crop import CropBox
from ypsochrom.work.brief import AreaSettings, Brief, SetAside
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of, things_in
from ypsochrom.work.subject_node import frame_of

from .schemas import AreaIn, BorderIn, ChangesIn, EditData, ThingIn


def found_areas_of(work: Work) -> FoundAreas:
    """The areas as they were found last; `Conflict` before the first plan."""
    found: FoundAreas | None = work.last("areas")
    if found is None:
        raise Conflict("There are no areas yet.", "Plan the painting first.")
    return found


def frame(work: Work) -> CropBox:
    """Where the crop lies in the whole adjusted reference."""
    from server.subject.shown import subject_pictures

    shown = subject_pictures(work)
    return frame_of(work.inputs.brief, shown.whole_width, shown.whole_height)


def change(owner: Any, painting_id: int, given: ChangesIn) -> Work:
    """Another detail and list of changes. A change that was just added must find something to do, or is refused."""
    was: list[int] = []

    def alter(work: Work) -> Brief:
        found, box = found_areas_of(work), frame(work)
        was[:] = [len(work.inputs.brief.areas.edits)]
        edits = tuple(placed(_edit(one, found), box.to_whole) for one in given.edits)
        return replace(work.inputs.brief, areas=AreaSettings(given.detail, edits))

    def check(work: Work) -> None:
        if len(given.edits) > was[0]:
            refusal(work.now("areas").lost, len(given.edits) - 1)

    _, work = desk.changed(owner, painting_id, _change_words, alter, check=check)
    return work


_EDIT_WORDS = {
    "Merge": "Merged areas",
    "Split": "Split an area",
    "Give": "Gave a piece to an area",
    "Absorb": "Merged small areas with their neighbours",
    "Lock": "Locked an area",
}


def _change_words(old: Brief, new: Brief) -> str:
    before, after = old.areas.edits, new.areas.edits
    if old.areas.detail != new.areas.detail:
        return "Changed the number of areas"
    if len(after) > len(before):
        return _EDIT_WORDS[type(after[-1]).__name__]
    if len(after) < len(before):
        gone = next((edit for edit in before if edit not in after), before[-1])
        return "Unlocked an area" if isinstance(gone, Lock) else "Took a change of areas back"
    return "Changed the areas"


def _edit(given: EditData, found: FoundAreas) -> Edit:
    """A change from the page, with its places in shares of the crop; a new lock gets its area's outline."""
    if given.kind == "lock" and not given.rings and given.spot is not None:
        return lock_at(found.map.labels, (given.spot[0], given.spot[1]))
    for name, kinds in (("spot", ("split", "lock")), ("below_cm2", ("absorb",))):
        if given.kind in kinds and getattr(given, name) is None:
            raise BadSetting(f"A change of the kind {given.kind!r} says no {name}.", "Make the change again.")
    return codec.read(given.model_dump(), Edit)  # type: ignore[arg-type]  # a union is a type to the codec


def edits_out(work: Work) -> list[EditData]:
    """The changes with their places in shares of the present crop."""
    box = frame(work)
    return [EditData(**codec.written(placed(edit, box.to_crop), Edit)) for edit in work.inputs.brief.areas.edits]


def change_area(owner: Any, painting_id: int, area_id: str, given: AreaIn) -> Work:
    """Change what was given about an area; what is left out stays."""

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        _area(work, area_id)
        decision = brief.decisions.get(area_id, AS_FOUND)
        if given.name is not None:
            name = given.name.strip()
            _unlike_others(work, area_id, name)
            decision = replace(decision, name=name)
        if given.target is not None:
            decision = replace(decision, target_lab=_target(given.target))
        if given.plane is not None:
            decision = replace(decision, plane=None if given.plane == "as_found" else given.plane)
        if given.handling is not None:
            decision = replace(decision, handling=given.handling)
        if given.flat is not None:
            decision = replace(decision, flat=given.flat)
        if given.growth is not None:
            decision = replace(decision, growth=None if given.growth == "none" else given.growth)
        if given.mirrors is not None:
            decision = replace(decision, mirrors=_mirrored(work, area_id, given.mirrors))
        if given.gradation is not None:
            decision = replace(decision, gradation=_ends(work, given.gradation))
        others = {area: one for area, one in brief.decisions.items() if area != area_id}
        return replace(brief, decisions=others if decision == Decision() else {**others, area_id: decision})

    _, work = desk.changed(owner, painting_id, _area_words(given), alter)
    return work


def _mirrored(work: Work, area_id: str, thing: str) -> str | None:
    """The area that this one is the reflection of; a reflection of a reflection, or of itself, is none."""
    if not thing:
        return None
    _area(work, thing)
    if thing == area_id or work.inputs.brief.decisions.get(thing, AS_FOUND).mirrors is not None:
        raise BadSetting("That area is a reflection itself.", "Choose the thing that is mirrored.")
    return thing


def _ends(work: Work, given: list[list[float]]) -> tuple[tuple[float, float], tuple[float, float]] | None:
    """A gradation's two ends in shares of the whole reference; None for none."""
    if not given:
        return None
    if len(given) != 2 or max(abs(a - b) for a, b in zip(*given, strict=True)) < _SHORTEST_RUN:
        raise BadSetting(
            "The two ends of a gradation lie on one spot.", "Draw its arrow from the light to the dark end."
        )
    one, other = (frame(work).to_whole((x, y)) for x, y in given)
    return one, other


_SHORTEST_RUN = 0.01
"""Of the picture's width or height."""


def _target(written: str) -> tuple[float, float, float] | None:
    return triple(np.round(read_colour(written), 3)) if written.strip() else None


def _area_words(given: AreaIn) -> str:
    if given.name is not None:
        return f"Named an area “{given.name.strip()}”" if given.name.strip() else "Took an area's name away"
    if given.target is not None:
        return "Gave an area another colour" if given.target.strip() else "Gave an area the photo's colour back"
    if given.growth is not None:
        return "Changed what grows over an area"
    if given.mirrors is not None:
        return "Made an area a reflection" if given.mirrors else "Made an area no reflection"
    if given.gradation is not None:
        return "Drew a gradation" if given.gradation else "Took a gradation back as it was found"
    return "Moved an area to another plane" if given.plane is not None else "Changed how an area is painted"


def _area(work: Work, area_id: str) -> None:
    found: FoundAreas | None = work.last("areas")
    if found is None or area_id not in {area.id for area in found.map.areas}:
        raise NotFound("area")


def _unlike_others(work: Work, area_id: str, name: str) -> None:
    found = found_areas_of(work)
    names = names_of(found, work.inputs.brief)
    others = [names[area.id] for area in found.map.areas if area.id != area_id]
    same = next((other for other in others if other.casefold() == name.casefold()), None)
    if name and same is not None:
        raise BadSetting(f"Another area is called “{same}” already.", "Give it a name of its own.")


def change_thing(owner: Any, painting_id: int, given: ThingIn) -> Work:
    """These areas are one thing from now on, under this name; its parts are called after it."""
    name = given.name.strip()

    def alter(work: Work) -> Brief:
        brief, found = work.inputs.brief, found_areas_of(work)
        for area in given.areas:
            _area(work, area)
        things = things_in(found, brief)
        others = [one.name for one in things if not set(one.areas) & set(given.areas)]
        if name and name.casefold() in {other.casefold() for other in others}:
            raise BadSetting(f"Another thing is called “{name}” already.", "Give it a name of its own.")
        return replace(brief, things=said_anew(brief.things, things, given.areas, name))

    _, work = desk.changed(owner, painting_id, _thing_words(given, name), alter)
    return work


def _thing_words(given: ThingIn, name: str) -> str:
    if name:
        return f"Named a thing “{name}”"
    return "Took an area out of its thing" if len(given.areas) == 1 else "Put areas together as one thing"


def change_border(owner: Any, painting_id: int, given: BorderIn) -> Work:
    """Say how soft a border is to be, or which side lies over the other."""

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        found = found_areas_of(work)
        pair = {given.a, given.b}
        border = next((one for one in found.borders if {one.a, one.b} == pair), None)
        if border is None:
            raise NotFound("border")
        known = next((one for one in brief.edges if {one.a, one.b} == pair), EdgeDecision(border.a, border.b))
        if given.softness is not None:
            known = replace(known, softness=None if given.softness == "as_found" else given.softness)
        if given.over is not None:
            known = replace(known, over=None if given.over == "as_found" else _side(given.over, known))
        others = tuple(one for one in brief.edges if {one.a, one.b} != pair)
        says = known.softness is not None or known.over is not None
        return replace(brief, edges=(*others, known) if says else others)

    _, work = desk.changed(owner, painting_id, "Changed an edge", alter)
    return work


def _side(over: str, edge: EdgeDecision) -> str:
    return over if over == edge.a else edge.b


def dismiss(owner: Any, painting_id: int, key: str, reason: str | None) -> Work:
    """Set advice aside with a reason, or with none bring it back. It returns by itself when its subject changes.

    The key is that of a finding, here or with the passes; the schema checks its form.
    """
    advice, state = key.split(" ")

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        others = tuple(one for one in brief.set_aside if (one.advice, one.state) != (advice, state))
        said = () if reason is None else (SetAside(advice, state, reason.strip()),)
        return replace(brief, set_aside=(*others, *said))

    label = "Brought advice back" if reason is None else "Set advice aside"
    _, work = desk.changed(owner, painting_id, label, alter)
    return work


_MOST_SUGGESTIONS = 40


def suggested_names(owner: Any) -> list[str]:
    """Names that the painter gave to areas of any painting, the newest painting's first."""
    found: dict[str, None] = {}
    briefs = Painting.objects.of(owner).filter(removed=None).order_by("-id").values_list("brief", flat=True)[:50]
    for document in briefs:
        for decision in document["body"].get("decisions", {}).values():
            if decision.get("name"):
                found[decision["name"]] = None
    return list(found)[:_MOST_SUGGESTIONS]
