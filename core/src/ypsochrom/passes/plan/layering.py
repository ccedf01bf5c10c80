"""From ordered drafts to measured steps: coats by the model, edges run under, millilitres, waits, and the reasons for all."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from ...areas.area import FamilyPart
from ...areas.families import Family
from ...colour.munsell import lab_to_value
from ...paint import films
from ...paint.catalogue import Paintbox
from ..amounts.quantities import film_volume_ml
from ..films import layers
from ..films.coating import OVERLAP_MM, Coating
from ..films.ground import is_pale
from ..manners import GLAZES, HANDLED, NOT_COVERING, TECHNIQUE_WORDS, WET_IN_WET, Manner
from ..order import rules
from ..order.engine import Relation
from ..order.moves import Freedom
from ..order.rules import RULES
from ..scene import Choices, Scene
from ..step import Draft, Reason, Step
from ..unit import Wait

FADING = 0.5
"""The film of a passage that fades out, against the usual; from memory."""

WHITE_BENEATH_ROLE, FIRST_COVER_ROLE = "white beneath", "first cover"
BY_COVER = "passes.coats"
"""The reason of steps with as many coats as it takes to cover, where that is more than one."""

_LEAST_CM2 = 1e-6


def effective(draft: Draft, scene: Scene, choices: Choices) -> Manner:
    """How a draft is really laid: its manner with the painter's film, and thin or thick as the area is handled."""
    if draft.role.key == "ground":
        return draft.manner
    factor = choices.film_factor * scene.factors.film.value * HANDLED[scene.area_of[draft.area].handling]
    if draft.area in choices.fading:
        factor *= FADING
    return draft.manner.times(factor)


def without_empty(drafts: Sequence[Draft], scene: Scene) -> list[Draft]:
    """Drafts on something: a part without surface asks for no step."""
    return [draft for draft in drafts if surface_cm2(draft, scene) > _LEAST_CM2]


def surface_cm2(draft: Draft, scene: Scene) -> float:
    """The surface of a draft without what runs under edges."""
    if draft.area_cm2 is not None:
        return draft.area_cm2
    area = scene.area_of[draft.area]
    if draft.family is None:
        return area.area_cm2
    return next((part.area_cm2 for part in area.parts if part.family == draft.family), 0.0)


def under_edges_cm2(scene: Scene) -> dict[str, float]:
    """For every area the strip that is painted under the edges of what lies over it."""
    strips: dict[str, float] = {}
    for border in scene.borders:
        below = border.under
        strips[below] = strips.get(below, 0.0) + border.length_mm * OVERLAP_MM / 100
    return strips


def white_beneath(
    drafts: Sequence[Draft],
    among: Sequence[Draft],
    scene: Scene,
    choices: Choices,
    box: Paintbox,
    white: Draft | None,
) -> list[Draft]:
    """Light underlayers for pale and yellow steps (`among` all drafts) that will not cover, where white saves coats.

    `white` is a pattern of the underlayer's draft; None when the palette has no white.
    """
    if white is None:
        return []
    coating = Coating(scene.areas, box, scene.bare)
    wanted = {draft.id for draft in among if draft.role.key != "ground" and draft.mix is not white.mix}
    found = []
    for draft in drafts:
        cells, manner = coating.cells(draft.area, draft.family), effective(draft, scene, choices)
        coats = draft.coats or coats_of(coating, cells, draft, manner)
        badly = draft.coats is None and coats == layers.MOST_COATS and is_pale(np.array(draft.mix.match.lab_dry))
        if badly and draft.id in wanted:
            lighter = layers.laid(white.mix.match.recipe, box, white.manner, 1, coating.state[cells])
            fewer = coating.coats_needed(cells, draft.mix, manner, lighter)
            if fewer < coats:
                role = replace(white.role, key=f"{WHITE_BENEATH_ROLE} ({draft.role.key})", rank=draft.role.rank - 1)
                found.append(replace(white, role=role, area=draft.area, family=draft.family))
                coating.lay(cells, white.mix.match.recipe, white.manner, 1)
                coats = fewer
        coating.lay(cells, draft.mix.match.recipe, manner, coats)
    return found


def measured(
    drafts: Sequence[Draft],
    scene: Scene,
    choices: Choices,
    box: Paintbox,
    *,
    free: Mapping[int, Freedom],
    reasons: Sequence[tuple[Reason, ...]],
) -> tuple[Step, ...]:
    """The drafts, given in their order, as steps; `free` and `reasons` are by place in that order."""
    coating = Coating(scene.areas, box, scene.bare)
    strips = under_edges_cm2(scene) if rules.OVERLAP not in choices.rules_off else {}
    edged: set[tuple[str, Family | None]] = set()
    top: dict[tuple[str, Family], Draft] = {}
    steps = []
    for place, draft in enumerate(drafts):
        manner = effective(draft, scene, choices)
        if not any((draft.area, part.family) in top for part in _parts(draft, scene)):
            manner = manner.times(scene.face.takes)
        cells = coating.cells(draft.area, draft.family)
        coats = draft.coats or coats_of(coating, cells, draft, manner)
        why = list(reasons[place])
        if draft.coats is None and coats > 1:
            why.append(Reason(BY_COVER, _coats_words(coats, draft)))
        surface = surface_cm2(draft, scene)
        strip = _strip_cm2(draft, scene, strips, edged)
        if strip:
            why.append(
                Reason(
                    rules.OVERLAP,
                    f"{OVERLAP_MM:g} mm further than its edge, under what lies before it: {strip:.1f} cm².",
                )
            )
        if draft.manner.technique not in ("opaque", "thin", "loaded"):
            why.append(
                Reason("passes.technique", f"{draft.manner.technique}: {TECHNIQUE_WORDS[draft.manner.technique]}.")
            )
        volume = film_volume_ml(surface + strip, manner.wet_um, coats, scene.factors.loss.value)
        steps.append(
            Step(
                id=draft.id,
                area=draft.area,
                family=draft.family,
                mix=draft.mix.id,
                technique=manner.technique,
                medium=manner.medium,
                medium_share=manner.medium_share,
                coats=coats,
                film_um=manner.wet_um,
                area_cm2=surface + strip,
                volume_ml=volume * (1 - manner.medium_share),
                medium_ml=volume * manner.medium_share,
                wait=_wait(draft, scene, top, choices),
                between=(free[place].first, free[place].last),
                bounded_by=(free[place].first_by, free[place].last_by),
                reasons=tuple(why),
            )
        )
        coating.lay(cells, draft.mix.match.recipe, manner, coats)
        for part in _parts(draft, scene):
            top[draft.area, part.family] = draft
    return tuple(steps)


def _parts(draft: Draft, scene: Scene) -> list[FamilyPart]:
    return [part for part in scene.area_of[draft.area].parts if draft.family in (None, part.family)]


def coats_of(coating: Coating, cells: slice, draft: Draft, manner: Manner) -> int:
    """As many as it takes to cover; what is not meant to cover is laid once."""
    return 1 if manner.technique in NOT_COVERING else coating.coats_needed(cells, draft.mix, manner)


def _strip_cm2(draft: Draft, scene: Scene, strips: Mapping[str, float], edged: set[tuple[str, Family | None]]) -> float:
    """The strip under the edges that this step paints: once for every part of an area, by the first opaque layer on it."""
    if draft.role.key == "ground" or draft.manner.technique in GLAZES or draft.area not in strips:
        return 0.0
    area = scene.area_of[draft.area]
    families = {part.family: part.area_cm2 for part in area.parts if draft.family in (None, part.family)}
    new = {family: cm2 for family, cm2 in families.items() if (draft.area, family) not in edged}
    edged.update((draft.area, family) for family in new)
    whole = sum(part.area_cm2 for part in area.parts)
    return strips[draft.area] * sum(new.values()) / whole if whole > 0 else 0.0


def _coats_words(coats: int, draft: Draft) -> str:
    value = float(lab_to_value(np.array(draft.mix.match.lab_dry)))
    if coats == layers.MOST_COATS:
        return f"{coats} coats, the most that are planned: this mix (value {value:.1f}) hides what lies beneath badly."
    return f"{coats} coats: after one, what lies beneath still shows by more than CIEDE2000 {films.COVERED_DE00:g}."


def _wait(draft: Draft, scene: Scene, top: Mapping[tuple[str, Family], Draft], choices: Choices) -> Wait:
    """What must be dry before this step: a glaze and what follows one ask for dry through, other layers for dry to the touch."""
    below = [top[draft.area, part.family] for part in _parts(draft, scene) if (draft.area, part.family) in top]
    if not below:
        return "none"
    glazes = draft.manner.technique in GLAZES or any(one.manner.technique in GLAZES for one in below)
    if glazes and rules.GLAZE not in choices.rules_off:
        return "dry"
    if draft.manner.technique == "wet in wet" and all(one.manner.technique in WET_IN_WET for one in below):
        return "none"
    return "touch-dry"


def reasons_of(
    drafts: Sequence[Draft], scene: Scene, order: Sequence[int], held: Sequence[Relation], gave_way: Sequence[Relation]
) -> list[tuple[Reason, ...]]:
    """For every step (by its place in `drafts`) one sentence a rule: what it follows or comes before, or which rule it broke."""
    at = {step: i for i, step in enumerate(order)}
    found: list[dict[str, tuple[int, Relation]]] = [{} for _ in drafts]
    for relation in held:
        if relation.rule == rules.BENEATH and drafts[relation.first].role.key == "ground":
            continue
        for step, other in ((relation.then, relation.first), (relation.first, relation.then)):
            distance = abs(at[step] - at[other]) + (len(order) if step == relation.first else 0)
            known = found[step].get(relation.rule)
            if known is None or distance < known[0]:
                found[step][relation.rule] = (distance, relation)
    yielded: list[dict[str, Relation]] = [{} for _ in drafts]
    for relation in gave_way:
        yielded[relation.first].setdefault(relation.rule, relation)
    said = []
    for step in range(len(drafts)):
        own = [Reason(rule, _words(relation, drafts, scene)) for rule, (_, relation) in sorted(found[step].items())]
        own += [
            Reason(rule, f"Gave way here: {_words(relation, drafts, scene)[:-1]}, but a weightier rule decides.")
            for rule, relation in sorted(yielded[step].items())
        ]
        said.append(tuple(own))
    return said


def _words(relation: Relation, drafts: Sequence[Draft], scene: Scene) -> str:
    first, then = (part_name(drafts[i], scene) for i in (relation.first, relation.then))
    words = RULES[relation.rule].before.format(first=first, then=then)
    return words[0].upper() + words[1:] + "."


def part_name(draft: Draft, scene: Scene) -> str:
    """An area or a family of it, in quotation marks, with the pass it is laid in."""
    name = scene.area_of[draft.area].name
    family = f", {draft.family}" if draft.family else ""
    return f"“{name}{family}” ({draft.role.key})"
