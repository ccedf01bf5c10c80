"""How much paint: millilitres of a film, grams, centimetres squeezed from the tube, and what thins it."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from ..kit.advice import Advice
from ..materials.measures import bead_cm
from ..materials.shelf import USUAL_NOZZLE_MM, Tube, left_ml, nozzles_mm
from ..materials.supplies import Medium, MediumKind
from ..mixes.mix_set import Mix
from ..paint.catalogue import paint
from .step import Job, PaintPass, Step

BRUSH_LOSS, PALETTE_LOSS, DRYING_LOSS = 0.08, 0.07, 0.05
LOSS_SHARE = BRUSH_LOSS + PALETTE_LOSS + DRYING_LOSS
"""Of what is mixed a fifth stays in the brush, on the palette, or dries there; common practice: a fifth to a third."""

MARGIN_SHARE = 0.10
"""Mixed on top of what is needed, so that a pile does not run out half-way: it cannot be matched again (common practice)."""

SMALLEST_PILE_ML = 1.0
"""Less than this cannot be measured in parts."""

_ML_PER_CM2_UM = 1e-4


def film_volume_ml(area_cm2: float, wet_film_um: float, coats: int) -> float:
    """Paint for an area at a wet film thickness: area x film x coats / (1 - loss); 1 litre covers 1 m2 at 1 mm."""
    return area_cm2 * wet_film_um * _ML_PER_CM2_UM * coats / (1 - LOSS_SHARE)


def mix_volumes(passes: Iterable[PaintPass]) -> dict[str, float]:
    """Millilitres of every mix over all passes, by mix id."""
    volumes: dict[str, float] = {}
    for paint_pass in passes:
        for step in paint_pass.steps:
            volumes[step.mix] = volumes.get(step.mix, 0.0) + step.volume_ml
    return volumes


def with_measurable_piles(passes: Sequence[PaintPass]) -> tuple[PaintPass, ...]:
    """The margin on every pile, and piles (with their medium) below `SMALLEST_PILE_ML` raised to it, spread over their steps."""
    volumes: dict[str, float] = {}
    for paint_pass in passes:
        for step in paint_pass.steps:
            volumes[step.mix] = volumes.get(step.mix, 0.0) + step.volume_ml + step.medium_ml
    factor = {mix: max(1 + MARGIN_SHARE, SMALLEST_PILE_ML / volume) for mix, volume in volumes.items() if volume > 0}

    def more(step: Step) -> Step:
        by = factor.get(step.mix, 1.0)
        return replace(step, volume_ml=step.volume_ml * by, medium_ml=step.medium_ml * by)

    return tuple(replace(p, steps=tuple(more(step) for step in p.steps)) for p in passes)


@dataclass(frozen=True)
class PaintNeed:
    """What is needed of one paint, and what the shelf has left of it."""

    key: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    left_ml: float


@dataclass(frozen=True)
class MediumNeed:
    """What is needed of one medium or gesso, and what the shelf has left; water is always there."""

    kind: MediumKind
    volume_ml: float
    left_ml: float | None


def paint_needs(
    volumes: Mapping[str, float], mixes: Sequence[Mix], tubes: Sequence[Tube], instead_of_white: str | None = None
) -> tuple[PaintNeed, ...]:
    """Per paint key, from the volume of each mix (by id): the most needed first.

    `instead_of_white` names the mix whose white is gesso and is not taken from a tube.
    """
    needed: dict[str, float] = {}
    for mix in mixes:
        recipe = mix.match.recipe
        for key, parts in recipe.parts:
            if not (mix.id == instead_of_white and key.startswith("PW")):
                needed[key] = needed.get(key, 0.0) + volumes[mix.id] * parts / recipe.total
    left, nozzles = left_ml(tubes), nozzles_mm(tubes)
    needs = []
    for key, volume in needed.items():
        bead = bead_cm(volume, nozzles.get(key, USUAL_NOZZLE_MM))
        needs.append(PaintNeed(key, volume, volume * paint(key).density_kg_per_l, bead, left.get(key, 0.0)))
    return tuple(sorted(needs, key=lambda need: (-need.volume_ml, need.key)))


def medium_needs(
    passes: Iterable[PaintPass], jobs: Iterable[Job], stock: Sequence[Medium], gesso_ml: float = 0.0
) -> tuple[MediumNeed, ...]:
    """Per medium, what passes and jobs take of it; `gesso_ml` is the white gesso of a tinted ground."""
    needed: dict[MediumKind, float] = {}
    for paint_pass in passes:
        for step in paint_pass.steps:
            if step.medium is not None:
                needed[step.medium] = needed.get(step.medium, 0.0) + step.medium_ml
    for job in jobs:
        if job.medium is not None:
            needed[job.medium] = needed.get(job.medium, 0.0) + job.medium_ml
    if gesso_ml:
        needed["white gesso"] = needed.get("white gesso", 0.0) + gesso_ml
    left: dict[str, float] = {}
    for bottle in stock:
        left[bottle.kind] = left.get(bottle.kind, 0.0) + bottle.left_ml
    return tuple(
        MediumNeed(kind, volume, None if kind == "water" else left.get(kind, 0.0))
        for kind, volume in sorted(needed.items(), key=lambda item: (-item[1], item[0]))
        if volume > 0
    )


def stock_advice(needs: Sequence[PaintNeed], passes: Sequence[PaintPass], mixes: Sequence[Mix]) -> tuple[Advice, ...]:
    """A warning for every paint of which the shelf has less than the plan needs, and where it will run out."""
    found = []
    for need in needs:
        if need.volume_ml <= need.left_ml:
            continue
        where = _runs_out(need, passes, mixes)
        found.append(
            Advice(
                "passes.W001",
                "warning",
                f"{paint(need.key).name} ({need.key}): the plan needs {need.volume_ml:.1f} ml, "
                f"the shelf has {need.left_ml:.1f} ml{where}.",
                "Buy a tube before you start, or plan without this paint.",
                need.key,
            )
        )
    return tuple(found)


def _runs_out(need: PaintNeed, passes: Sequence[PaintPass], mixes: Sequence[Mix]) -> str:
    share = {mix.id: mix.match.recipe.mapping.get(need.key, 0.0) / mix.match.recipe.total for mix in mixes}
    used = 0.0
    for paint_pass in passes:
        used += sum(step.volume_ml * share.get(step.mix, 0.0) for step in paint_pass.steps)
        if used > need.left_ml:
            return f"; it runs out in pass {paint_pass.number}, {paint_pass.role}"
    return ""
