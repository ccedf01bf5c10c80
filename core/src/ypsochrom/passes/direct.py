"""The school "direct, dark to light": opaque paint on a toned ground, all darks first, lights held back to the end.

Common practice: everything is covered in one go with a large brush so that values can be judged against each other; then
shadows, half-tones and lights with ever smaller brushes; the darkest accents and the lightest lights come last.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..areas.area import Area, Handling
from ..areas.families import Family
from ..colour.types import Reflectance
from ..kit.progress import Progress, silent
from ..materials.brushes import at_most
from ..materials.support import Support
from ..mixes.mix_set import Mix, MixSet
from ..paint.catalogue import Paintbox
from . import layers
from .quantities import SMALLEST_PILE_ML, film_volume_ml

Role = Literal["ground", "block-in", "shadow", "half-tone", "light", "highlight"]


@dataclass(frozen=True)
class Step:
    """One thing to do: lay `coats` of a mix on a part of an area; `family` is None where the whole area is covered."""

    area: str
    family: Family | None
    mix: str
    coats: int
    film_um: float
    area_cm2: float
    volume_ml: float


@dataclass(frozen=True)
class PaintPass:
    """One pass over the picture; `why` says in a sentence what it is for."""

    number: int
    role: Role
    brush_mm: float
    medium: str
    why: str
    steps: tuple[Step, ...]


@dataclass(frozen=True)
class _Manner:
    """How a role is painted: wet film, brush as a share of the support's short side, medium, reason."""

    film_um: float
    brush_share: float
    medium: str
    why: str


_MANNERS: dict[Role, _Manner] = {
    "ground": _Manner(
        60, 1 / 6, "water, up to a fifth", "One even tone over the white, so that lights and darks show at once."
    ),
    "block-in": _Manner(
        80, 1 / 9, "none", "Every area covered in one go, darks first, no detail: values can now be judged."
    ),
    "shadow": _Manner(90, 1 / 16, "none", "All shadow families to their true value before any light is touched."),
    "half-tone": _Manner(100, 1 / 25, "none", "The turn between shadow and light, worked into neighbours while wet."),
    "light": _Manner(110, 1 / 36, "none", "Lights with less paint and a smaller brush, held back from the lightest."),
    "highlight": _Manner(
        140, 1 / 75, "none", "The darkest accents, then the lightest lights: last, and very little of them."
    ),
}
"""Wet films of 60-140 um dry to 27-63 um, within the 25-100 um of brush coats (prototype figures)."""

_FAMILIES_OF: dict[Role, tuple[Family, ...]] = {
    "shadow": ("shadow",),
    "half-tone": ("half-tone",),
    "light": ("light",),
    "highlight": ("accent", "highlight"),
}
_ORDER_OF_FAMILY: dict[Family, int] = {"accent": 0, "shadow": 1, "half-tone": 2, "light": 3, "highlight": 4}


def plan_passes(
    areas: Sequence[Area], mixes: MixSet, ground: Mix, support: Support, progress: Progress = silent
) -> tuple[PaintPass, ...]:
    """Passes in order. A part that the block-in already gave its own mix, fully covered, is not painted again.

    The ground goes over everything; what is left bare keeps it.
    """
    passes = [_over_all("ground", areas, {area.id: ground for area in areas}, support, layers.bare_ground(), mixes.box)]
    areas = [area for area in areas if area.handling != "bare"]
    block_in = {area.id: _main_mix(area, mixes) for area in areas}
    progress(0.2, "planning the block-in")
    passes.append(
        _over_all("block-in", areas, block_in, support, layers.masstone(ground.match.recipe, mixes.box), mixes.box)
    )
    for number, (role, families) in enumerate(_FAMILIES_OF.items(), start=1):
        progress(0.2 + 0.2 * number, f"planning the {role} pass")
        steps = _steps_on_parts(role, families, areas, mixes, block_in)
        if steps:
            passes.append(_pass(role, steps, support))
    numbered = [PaintPass(i, p.role, p.brush_mm, p.medium, p.why, p.steps) for i, p in enumerate(passes, start=1)]
    return _with_measurable_piles(numbered)


def _main_mix(area: Area, mixes: MixSet) -> Mix:
    """The mix of the family that covers most of the area, accents and highlights left aside; of equals the darker."""
    middle = [part for part in area.parts if part.family in ("shadow", "half-tone", "light")] or list(area.parts)
    main = max(middle, key=lambda part: (round(part.area_cm2, 6), -part.value))
    return mixes.serving(area.id, main.family)


def _over_all(
    role: Role,
    areas: Sequence[Area],
    mix_of: dict[str, Mix],
    support: Support,
    beneath: Reflectance,
    box: Paintbox,
) -> PaintPass:
    dark_first = sorted(areas, key=lambda area: (mix_of[area.id].match.lab_dry[0], -area.area_cm2, area.id))
    steps = []
    for area in dark_first:
        mix, film = mix_of[area.id], _film_um(role, area)
        coats = layers.coats_needed(mix.match.recipe, box, film, beneath)
        steps.append(_step(area.id, None, mix, coats, film, area.area_cm2))
    return _pass(role, steps, support)


_HANDLED: dict[Handling, float] = {"usual": 1.0, "thin": 0.6, "thick": 1.7, "bare": 1.0}
"""Films of an area painted thin or thick, against the usual; from memory."""


def _film_um(role: Role, area: Area) -> float:
    return _MANNERS[role].film_um * (1.0 if role == "ground" else _HANDLED[area.handling])


def _steps_on_parts(
    role: Role, families: tuple[Family, ...], areas: Sequence[Area], mixes: MixSet, block_in: dict[str, Mix]
) -> list[Step]:
    found = []
    for area in areas:
        film = _film_um(role, area)
        for part in area.parts:
            mix = mixes.serving(area.id, part.family)
            if part.family not in families or mix.id == block_in[area.id].id:
                continue
            beneath = layers.masstone(block_in[area.id].match.recipe, mixes.box)
            coats = layers.coats_needed(mix.match.recipe, mixes.box, film, beneath)
            order = (_ORDER_OF_FAMILY[part.family], mix.match.lab_dry[0], area.id)
            found.append((order, _step(area.id, part.family, mix, coats, film, part.area_cm2)))
    return [step for _, step in sorted(found, key=lambda pair: pair[0])]


def _step(area: str, family: Family | None, mix: Mix, coats: int, film_um: float, area_cm2: float) -> Step:
    return Step(area, family, mix.id, coats, film_um, area_cm2, film_volume_ml(area_cm2, film_um, coats))


def _pass(role: Role, steps: Sequence[Step], support: Support) -> PaintPass:
    manner = _MANNERS[role]
    brush = at_most(min(support.width_mm, support.height_mm) * manner.brush_share)
    return PaintPass(0, role, brush, manner.medium, manner.why, tuple(steps))


def _with_measurable_piles(passes: Sequence[PaintPass]) -> tuple[PaintPass, ...]:
    """Piles below `SMALLEST_PILE_ML` are raised to it; the surplus is loss, spread over their steps."""
    volumes = mix_volumes(passes)
    raised = {mix: max(1.0, SMALLEST_PILE_ML / volume) for mix, volume in volumes.items() if volume > 0}

    def step(s: Step) -> Step:
        return Step(s.area, s.family, s.mix, s.coats, s.film_um, s.area_cm2, s.volume_ml * raised.get(s.mix, 1.0))

    return tuple(
        PaintPass(p.number, p.role, p.brush_mm, p.medium, p.why, tuple(step(s) for s in p.steps)) for p in passes
    )


def mix_volumes(passes: Sequence[PaintPass]) -> dict[str, float]:
    """Millilitres of every mix over all passes, by mix id."""
    volumes: dict[str, float] = {}
    for paint_pass in passes:
        for step in paint_pass.steps:
            volumes[step.mix] = volumes.get(step.mix, 0.0) + step.volume_ml
    return volumes


def ground_colour(areas: Sequence[Area]) -> tuple[float, float, float]:
    """The tone of the ground: the picture's middle value, a little darker, in a warm earth of low chroma.

    Common practice: a warm ground between the darks and the lights glows through and makes both visible at once.
    """
    middle = float(np.average([area.lab[0] for area in areas], weights=[area.area_cm2 for area in areas]))
    return float(np.clip(middle - 5.0, 35.0, 68.0)), 8.0, 20.0
