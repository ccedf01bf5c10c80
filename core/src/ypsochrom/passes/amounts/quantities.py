"""How much paint: millilitres of a film, grams, centimetres squeezed from the tube, and what thins it."""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ...kit.advice import Advice
from ...kit.sums import summed
from ...materials.measures import DROP_ML, bead_cm
from ...materials.shelf import USUAL_NOZZLE_MM, Tube, left_ml, nozzles_mm
from ...materials.supplies import Medium, MediumKind
from ...mixes.mix_set import Mix
from ...mixes.piles import EVER_PARTS, is_tube
from ...paint.catalogue import paint
from ..factors import USUAL_FACTORS
from ..manners import WET_UM
from ..step import Job, PaintPass

LOSS_SHARE = USUAL_FACTORS.loss.value
"""Of what is mixed a fifth stays in the brush, on the palette, or dries there; common practice: a fifth to a third."""

MARGIN_SHARE = 0.10
"""Mixed on top of what is needed, so that a pile does not run out half-way: it cannot be matched again (common practice)."""

SMALLEST_PILE_ML = 0.5
"""Less than this dries on the palette before it is used; from memory."""

GESSO: MediumKind = "white gesso"

_ML_PER_CM2_UM = 1e-4


def film_volume_ml(area_cm2: float, wet_film_um: float, coats: int, loss_share: float = LOSS_SHARE) -> float:
    """Paint for an area at a wet film thickness: area x film x coats / (1 - loss); 1 litre covers 1 m2 at 1 mm."""
    return area_cm2 * wet_film_um * _ML_PER_CM2_UM * coats / (1 - loss_share)


def glaze_ml(area_cm2: float, shares: Sequence[float]) -> tuple[float, float]:
    """Millilitres of paint and of medium for glaze coats with these shares of medium."""
    coat = film_volume_ml(area_cm2, WET_UM["glaze"], 1)
    paint_ml = sum(coat * (1 - share) for share in shares)
    return paint_ml, coat * len(shares) - paint_ml


def film_formula_words(loss_share: float = LOSS_SHARE) -> str:
    """How millilitres are reckoned, in a sentence for the page and the sheets."""
    return (
        f"Surface × wet film × coats, divided by what reaches the picture ({1 - loss_share:.0%}: the rest stays in the "
        f"brush and on the palette), and {MARGIN_SHARE:.0%} more so that no pile runs out."
    )


def mix_volumes(passes: Iterable[PaintPass]) -> dict[str, float]:
    """Millilitres of every mix over all passes, by mix id."""
    return summed((step.mix, step.volume_ml) for paint_pass in passes for step in paint_pass.steps)


@dataclass(frozen=True)
class PileUse:
    """Where a pile goes, in ml of paint.

    On the picture (with what stays in brush and palette), in jobs beside the areas, into other piles; then the margin, and what
    rounding up to whole drops and to the smallest pile adds.
    """

    painted_ml: float
    jobs_ml: float
    taken_ml: float
    margin_ml: float
    rounding_ml: float

    @property
    def volume_ml(self) -> float:
        """The whole pile."""
        return self.painted_ml + self.jobs_ml + self.taken_ml + self.margin_ml + self.rounding_ml


def pile_uses(
    mixes: Sequence[Mix], painted: Mapping[str, float], jobs: Mapping[str, float], medium: Mapping[str, float]
) -> dict[str, PileUse]:
    """What becomes of every pile that has to be mixed, by mix id.

    `mixes` in an order in which piles come after those they are made of; `painted` and `jobs` are what is used of each, and
    `medium` what thins it. A part is a whole number of drops, and a pile, with its medium, is at least `SMALLEST_PILE_ML`.
    """
    taken: dict[str, float] = {}
    uses: dict[str, PileUse] = {}
    for mix in reversed(mixes):
        own, beside, by_piles = (of.get(mix.id, 0.0) for of in (painted, jobs, taken))
        used = own + beside
        if used + by_piles <= 0:
            continue
        margin = used * MARGIN_SHARE
        paint_share = used / max(used + medium.get(mix.id, 0.0), 1e-9) or 1.0
        part_ml = max(used + margin + by_piles, SMALLEST_PILE_ML * paint_share) / mix.total_parts
        if mix.total_parts <= EVER_PARTS:  # a recipe of the painter's own may be finer than drops
            part_ml = max(1, math.ceil(part_ml / DROP_ML - 1e-6)) * DROP_ML
        rounding = part_ml * mix.total_parts - used - margin - by_piles
        uses[mix.id] = PileUse(own, beside, by_piles, margin, rounding)
        for dose in mix.made_from:
            if not is_tube(dose.source):
                taken[dose.source] = taken.get(dose.source, 0.0) + part_ml * dose.parts
    return {mix.id: uses[mix.id] for mix in mixes if mix.id in uses}


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
        for dose in mix.made_from:
            if is_tube(dose.source) and not (mix.id == instead_of_white and dose.source.startswith("PW")):
                needed[dose.source] = needed.get(dose.source, 0.0) + volumes[mix.id] * dose.parts / mix.total_parts
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
                needed[step.medium] = needed.get(step.medium, 0.0) + step.medium_ml * (1 + MARGIN_SHARE)
    for job in jobs:
        if job.medium is not None:
            needed[job.medium] = needed.get(job.medium, 0.0) + job.medium_ml
    if gesso_ml:
        needed[GESSO] = needed.get(GESSO, 0.0) + gesso_ml
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
        used += (1 + MARGIN_SHARE) * sum(step.volume_ml * share.get(step.mix, 0.0) for step in paint_pass.steps)
        if used > need.left_ml:
            return f"; it runs out in pass {paint_pass.number}, {paint_pass.title}"
    return ""
