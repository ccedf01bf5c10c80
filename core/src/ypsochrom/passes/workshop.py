"""Where a school finds its piles: the painting's mixes, and those it needs beside them (underlayers, glazes, white)."""

from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import cached_property

import numpy as np

from ..areas.area import Area, FamilyPart
from ..areas.families import Family
from ..colour.types import LabTriple, Reflectance, triple
from ..colour.words import colour_name
from ..mixes.mix_set import Mix
from ..mixes.recipe import Recipe
from ..mixes.search import best_recipes, evaluate
from ..mixes.table import RecipeTable, table_for
from ..paint import appearance
from ..paint.catalogue import Paintbox
from . import layers
from .glazing import GlazePaints, Glazing, best_glaze, glaze_paints, useful_glazes
from .ground import Ground, ground_of
from .scene import Choices, GroundTone, Scene

Schedules = tuple[tuple[float, ...], ...]


class Workshop:
    """The scene and the painter's choices, and the piles made so far; the same recipe is never two piles."""

    def __init__(self, scene: Scene, choices: Choices, tone: GroundTone) -> None:
        self.scene = scene
        self.choices = choices
        self.box: Paintbox = scene.mixes.box
        self._piles: dict[Recipe, Mix] = {}
        self._glaze_paints = GlazePaints((), np.zeros(0), np.zeros((0, 36)), np.zeros((0, 36)))
        self._glazes: dict[tuple[LabTriple, Schedules, bytes], Glazing] = {}
        self.ground: Ground = ground_of(scene, tone, choices.ground_kind, self.table)

    @cached_property
    def table(self) -> RecipeTable:
        """All recipes of the palette."""
        return table_for(self.box)

    def choose_glazes(self, beneath: Callable[[Mix], Reflectance]) -> None:
        """Settle on a dozen glazes for the painting's mixes; `beneath` says over which underlayer each of them will lie."""
        mixes, weight = list(self.scene.mixes.mixes), {mix.id: 0.0 for mix in self.scene.mixes.mixes}
        for _, part, mix in self.cells():
            weight[mix.id] += part.area_cm2
        targets = np.array([mix.match.target_lab for mix in mixes])
        below = np.stack([beneath(mix) for mix in mixes])
        roots = np.sqrt([weight[mix.id] for mix in mixes])
        self._glaze_paints = useful_glazes(targets, below, roots, glaze_paints(self.box))

    def cells(self) -> Iterable[tuple[Area, FamilyPart, Mix]]:
        """Every painted part of every area with the mix that serves it."""
        for area in self.scene.painted:
            for part in area.parts:
                yield area, part, self.mix_of(area, part.family)

    def mix_of(self, area: Area, family: Family) -> Mix:
        """The painting's mix for a part."""
        return self.scene.mixes.serving(area.id, family)

    @cached_property
    def over_ground(self) -> Reflectance:
        """Internal reflectance of the dry ground."""
        if self.ground.mix is None:
            return layers.bare_ground()
        return layers.masstone(self.ground.mix.match.recipe, self.box)

    def pile(self, recipe: Recipe, target: LabTriple, prefix: str, name: str) -> Mix:
        """A pile of the school's own; `prefix` begins its id (u for underlayers, g for glazes)."""
        if recipe not in self._piles:
            number = 1 + sum(1 for mix in self._piles.values() if mix.id.startswith(prefix))
            match = evaluate(recipe, np.array(target), self.box)
            self._piles[recipe] = Mix(f"{prefix}{number:02d}", name, match, ())
        return self._piles[recipe]

    def tone(self, lab: LabTriple, name: str, quieter_than: float | None = None) -> Mix:
        """An underlayer as near to a colour as the palette reaches; a grey is mixed of paints below a masstone chroma."""
        table = self.table if quieter_than is None else self._quiet_table(quieter_than)
        match = best_recipes(table, np.array(lab), count=1)[0]
        return self.pile(match.recipe, lab, "u", name)

    def _quiet_table(self, chroma: float) -> RecipeTable:
        """Recipes of the paints whose masstone has less than this CIELAB chroma; of all where none or only white is quiet."""
        quiet = [key for key in self.box.keys if float(np.hypot(*self.masstone_lab(key)[1:])) < chroma]
        return table_for(self.box.only(quiet)) if len(quiet) > 1 else self.table

    def masstone_lab(self, key: str) -> LabTriple:
        """A paint of the palette from the tube, dry."""
        return triple(appearance.dry_lab(np.array([1.0]), self.box.only([key])))

    @cached_property
    def white(self) -> Mix | None:
        """White from the tube, if the palette has one."""
        key = next((paint.key for paint in self.box.paints if paint.is_white), None)
        if key is None:
            return None
        recipe = Recipe.of({key: 1})
        own = next((mix for mix in self.scene.mixes.mixes if mix.match.recipe == recipe), None)
        return own or self.pile(recipe, (95.0, 0.0, 2.0), "u", "white")

    def glaze(self, target: LabTriple, beneath: Reflectance, schedules: Schedules) -> tuple[Mix | None, Glazing]:
        """The glaze that brings what lies beneath to the target, and its pile (None where none helps)."""
        key = (target, schedules, np.asarray(beneath, dtype=np.float32).tobytes())
        if key not in self._glazes:
            self._glazes[key] = best_glaze(np.array(target), beneath, self._glaze_paints, schedules)
        found = self._glazes[key]
        if found.recipe is None:
            return None, found
        name = f"{colour_name(np.array(target))} glaze"
        return self.pile(found.recipe, target, "g", name), found

    def mixes(self, serves: dict[str, list[tuple[str, Family]]]) -> tuple[Mix, ...]:
        """The school's own piles that are used, with what they serve and names that are told apart."""
        used = [replace(mix, serves=tuple(serves[mix.id])) for mix in self._piles.values() if mix.id in serves]
        count: dict[str, int] = {}
        for mix in used:
            count[mix.name] = count.get(mix.name, 0) + 1
        seen: dict[str, int] = {}
        named = []
        for mix in sorted(used, key=lambda mix: mix.id):
            if count[mix.name] > 1:
                seen[mix.name] = seen.get(mix.name, 0) + 1
                mix = replace(mix, name=f"{mix.name} {seen[mix.name]}")
            named.append(mix)
        return tuple(named)
