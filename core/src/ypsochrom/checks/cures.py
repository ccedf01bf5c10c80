"""How a wrong value or colour is cured: another coat, a glaze, a pile put right, or left to a pass that comes anyway."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..colour.types import triple
from ..kit.text import listed
from ..materials.measures import dose_in_words
from ..mixes.correction import PileState, correct
from ..mixes.recipe import sum_in_words
from ..paint import drawdown
from ..paint.catalogue import Paintbox, paint
from ..passes.films.glaze_plan import glaze_choice
from .colours import AreaFinding
from .stage import CheckedArea, PlannedStage

CureKind = Literal["paint", "coat", "later", "glaze", "adjust", "restate"]

_GLAZE_SHARE, _GLAZE_DE00 = 0.6, 2.5
"""A glaze is proposed where it takes away so much of the difference and leaves no more than that (CIEDE2000)."""


@dataclass(frozen=True)
class Cure:
    """What to do about an area, in words; `adds_ml` what goes into the pile (paint key, ml) where one is put right."""

    kind: CureKind
    action: str
    why: str
    adds_ml: tuple[tuple[str, float], ...] = ()


def cure(area: CheckedArea, found: AreaFinding, stage: PlannedStage, *, worked_out: bool = True) -> Cure:
    """The least work that brings an area back to the plan; without `worked_out` no glaze or dose is computed (0.2 s each)."""
    pile = stage.pile_on(area.id)
    if found.looks_like is not None:
        return _unpainted(area, found, stage)
    if found.covered is not None and not found.is_covered and pile is not None:
        return Cure(
            "coat",
            f"One more coat of {pile.name} on “{area.name}”",
            f"{1 - found.covered:.0%} of it still shows what lies beneath",
        )
    later = stage.covered_later(area.id)
    if later is not None:
        return Cure(
            "later",
            f"Leave “{area.name}” as it is: pass {later.pass_number}, {later.role}, paints over all of it anyway",
            found.words,
        )
    if worked_out and stage.box is not None:
        if not found.wet and (glaze := _glaze(area, found, stage.box)) is not None:
            return glaze
        if pile is not None and (put_right := _put_right(area, found, stage, stage.box)) is not None:
            return put_right
    what = "it" if pile is None else pile.name
    lean = "lighter" if found.value_error < 0 else "darker"
    return Cure("restate", f"Paint “{area.name}” again, with {what} mixed {lean}", found.words)


def _unpainted(area: CheckedArea, found: AreaFinding, stage: PlannedStage) -> Cure:
    assert found.looks_like is not None
    still = "the bare support" if found.looks_like == 0 else f"it did after pass {found.looks_like}"
    own = stage.worked_on(area.id) or tuple(
        one for one in stage.work.get(area.id, ()) if found.looks_like < one.pass_number <= stage.number
    )
    names = list(dict.fromkeys(stage.piles[one.mix].name for one in own if one.mix in stage.piles))
    what = f" with {', '.join(names)}" if names else ""
    number = own[0].pass_number if own else stage.number
    part = "What this pass paints of it" if found.in_part else "It"
    return Cure("paint", f"Paint “{area.name}”{what}, as planned for pass {number}", f"{part} still looks like {still}")


def _glaze(area: CheckedArea, found: AreaFinding, box: Paintbox) -> Cure | None:
    choice = glaze_choice(np.array(found.planned), drawdown.ground(np.array(found.lab)), box)
    if not choice.layers or choice.de00 > min(_GLAZE_DE00, _GLAZE_SHARE * found.de00):
        return None
    recipe, shares = choice.layers[0]
    coats = sum(len(own) for _, own in choice.layers)
    thin = "a thin coat" if coats == 1 else f"{coats} thin coats"
    also = "" if len(choice.layers) == 1 else f", then {sum_in_words(choice.layers[1][0].mapping)}"
    return Cure(
        "glaze",
        f"Glaze “{area.name}” with {sum_in_words(recipe.mapping)}{also}, {shares[0]:.0%} medium, {thin}, once it is dry",
        f"{found.words}; the glaze brings it to within CIEDE2000 {choice.de00:.1f}",
    )


def _put_right(area: CheckedArea, found: AreaFinding, stage: PlannedStage, box: Paintbox) -> Cure | None:
    """What to add to the pile so that it dries as planned, told from how the area came out."""
    pile = stage.pile_on(area.id)
    if pile is None or not set(pile.recipe.keys) <= set(box.keys) or pile.volume_ml <= 0:
        return None
    came_out = np.array(pile.lab_dry) + np.subtract(found.lab, found.planned)
    came_out[0] = float(np.clip(came_out[0], 3.0, 98.0))
    answer = correct(
        PileState(pile.recipe, pile.volume_ml, triple(came_out)), np.array(pile.lab_dry), box, needed_ml=pile.volume_ml
    )
    if not answer.corrections:
        return None
    best = answer.corrections[0]
    adds = listed(f"{dose_in_words(ml, None)} of {paint(key).name}" for key, ml in best.adds_ml)
    when = "while it is still wet" if found.wet else "when it is dry"
    return Cure(
        "adjust",
        f"Add {adds} to {pile.volume_ml:.0f} ml of {pile.name}, and lay it over “{area.name}” again {when}"
        if pile.volume_ml >= 1
        else f"Add {adds} to the pile {pile.name}, and lay it over “{area.name}” again {when}",
        found.words,
        best.adds_ml,
    )
