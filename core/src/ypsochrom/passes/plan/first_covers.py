"""First covers in a cheaper paint: where a costly colour would take several coats, the first of them is laid in what costs less.

Common practice: an earth of about the same value beneath, and the cadmium or cobalt only on top, where it is seen.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...colour.types import Reflectance
from ...mixes.mix_set import Mix
from ...mixes.piles import Piles, piles_of
from ...mixes.recipe import Recipe
from ..amounts.quantities import film_volume_ml, pile_uses
from ..amounts.shopping import recipe_price_per_ml
from ..films.coating import Coating
from ..films.layers import coats_needed, laid
from ..manners import Manner, manner
from ..schools.workshop import Workshop
from ..step import Draft
from .gradation import is_opaque
from .layering import FIRST_COVER_ROLE, coats_of, effective, surface_cm2

_CHEAPER = 0.6
"""A first cover costs at most this share of what it lies under, by the millilitre."""

_LEAST_SAVING = 0.2
"""What is saved of a step's paint, at least: less is not worth one more pile. From memory."""

_FIRST: Manner = manner("opaque")


@dataclass(frozen=True)
class _Cover:
    """A cheaper recipe for the first coat, the coats of the colour that are left over it, and what is saved."""

    recipe: Recipe
    coats: int
    saves: float


def first_covers(drafts: Sequence[Draft], shop: Workshop, prices: Mapping[str, float]) -> list[Draft]:
    """The drafts of first covers under the given drafts, which are in their order; `prices` are per ml by paint key.

    Only what is laid until it covers, in paints whose prices are all known, gets one; no pile is mixed that costs more than it
    saves.
    """
    cheaper = _Cheaper(shop, prices)
    while True:
        found = _covers(drafts, shop, cheaper)
        lost = cheaper.too_dear()
        if not lost:
            return found
        cheaper.leave_out(lost)


def _covers(drafts: Sequence[Draft], shop: Workshop, cheaper: "_Cheaper") -> list[Draft]:
    scene, choices = shop.scene, shop.choices
    coating = Coating(scene.areas, shop.box, scene.bare)
    found: list[Draft] = []
    for draft in drafts:
        cells, how = coating.cells(draft.area, draft.family), effective(draft, scene, choices)
        coats = draft.coats or coats_of(coating, cells, draft, how)
        if draft.coats is None and coats > 1 and is_opaque(draft):
            coat_ml = film_volume_ml(surface_cm2(draft, scene), how.wet_um, 1, scene.factors.loss.value)
            cover = cheaper.under(draft.mix, how, coats, coat_ml, coating.state[cells])
            if cover is not None:
                role = replace(
                    draft.role,
                    key=f"{FIRST_COVER_ROLE} ({draft.role.key})",
                    rank=draft.role.rank - 1,
                    manner=_FIRST,
                    why="The first coat in a cheaper paint of about the same value; the costly one only where it is seen.",
                )
                mix = shop.pile(cover.recipe, draft.mix.match.lab_dry, "u", "first cover")
                found.append(Draft(role, draft.area, draft.family, mix, _FIRST, 1, saves=cover.saves))
                cheaper.take(mix, cover.saves, coat_ml)
                coating.lay(cells, cover.recipe, _FIRST, 1)
                coats = cover.coats
        coating.lay(cells, draft.mix.match.recipe, how, coats)
    return found


class _Cheaper:
    """Piles of the palette's cheaper paints; one that was taken is tried before another is mixed."""

    def __init__(self, shop: Workshop, prices: Mapping[str, float]) -> None:
        self._box, self._prices = shop.box, dict(prices)
        self._piles: dict[tuple[str, ...], Piles] = {}
        self._taken: dict[Recipe, tuple[Mix, float, float]] = {}
        self._left_out: set[Recipe] = set()

    def take(self, mix: Mix, saves: float, volume_ml: float) -> None:
        """A pile is used for so much, and saves so much there."""
        _, saved, ml = self._taken.get(mix.match.recipe, (mix, 0.0, 0.0))
        self._taken[mix.match.recipe] = mix, saved + saves, ml + volume_ml

    def too_dear(self) -> set[Recipe]:
        """Piles of which so much has to be mixed beyond what is used that nothing is saved."""
        lost = set()
        for recipe, (mix, saves, ml) in self._taken.items():
            whole_ml = pile_uses([mix], {mix.id: ml}, {}, {})[mix.id].volume_ml
            if saves <= (recipe_price_per_ml(recipe, self._prices) or 0.0) * (whole_ml - ml):
                lost.add(recipe)
        return lost

    def leave_out(self, recipes: set[Recipe]) -> None:
        """Begin anew without these."""
        self._left_out |= recipes
        self._taken = {}

    def under(self, mix: Mix, how: Manner, coats: int, coat_ml: float, beneath: Reflectance) -> _Cover | None:
        """What saves most under a mix that would take so many coats of `coat_ml` over what lies beneath; None without enough."""
        own = recipe_price_per_ml(mix.match.recipe, self._prices)
        if own is None:
            return None
        affordable = tuple(key for key in self._box.keys if self._prices.get(key, np.inf) <= _CHEAPER * own)
        if not affordable:
            return None
        best = None
        for recipe in (*self._taken, self._nearest(mix, affordable)):
            price = recipe_price_per_ml(recipe, self._prices)
            if recipe in self._left_out or price is None or price > _CHEAPER * own:
                continue
            left = coats_needed(mix.match.recipe, self._box, how, laid(recipe, self._box, _FIRST, 1, beneath))
            saves = (own * (coats - left) - price) * coat_ml
            enough = saves >= _LEAST_SAVING * own * coats * coat_ml
            if enough and (best is None or saves > best.saves * _CLEARLY):
                best = _Cover(recipe, left, saves)
        return best

    def _nearest(self, mix: Mix, affordable: tuple[str, ...]) -> Recipe:
        if affordable not in self._piles:
            self._piles[affordable] = piles_of(self._box.only(affordable))
        mixed = self._piles[affordable].alone(np.array(mix.match.lab_dry))
        return Recipe.of({dose.source: dose.parts for dose in mixed.made_from})


_CLEARLY = 1.1
"""A fresh pile has to save so much more than one that is there."""
