"""Where a school finds its piles: the painting's mixes, and those it needs beside them (underlayers, glazes, white)."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace
from functools import cached_property

import numpy as np

from ...areas.area import Area, FamilyPart
from ...areas.families import Family
from ...colour.ciede2000 import delta_e_2000
from ...colour.munsell import lab_to_value
from ...colour.types import LabTriple, Reflectance, triple
from ...mixes.blends import blend_of, is_blend
from ...mixes.identity import KnownMix
from ...mixes.mix_set import STILL_THE_SAME_DE00, Mix, WorstPart, base_of, mix_of, told_apart
from ...mixes.piles import Piles, piles_of
from ...mixes.recipe import Recipe
from ...mixes.search import evaluate
from ...paint import appearance
from ...paint.catalogue import Paintbox
from ..films import layers
from ..films.glazing import GlazePaints, GlazesOver, Glazing, effect_in_words, glaze_paints, useful_glazes
from ..films.ground import Ground, ground_of
from ..scene import Choices, GroundTone, Scene

OWN_PREFIXES = "ug"
"""Ids of the schools' own piles begin with one of these: underlayers and glazes."""

VEIL_EARTHS = ("PBr7rs", "PY42", "PBr7ru", "PBr7bs", "PBr7bu")
VEIL_WHITE_PARTS = 16
"""Earths that warm a muting veil, the first that the palette has, and the white to one part of it (common practice)."""

Schedules = tuple[tuple[float, ...], ...]


class Workshop:
    """The scene and the painter's choices, and the piles made so far; the same recipe is never two piles."""

    def __init__(self, scene: Scene, choices: Choices, tone: GroundTone, known: Sequence[KnownMix] = ()) -> None:
        self.scene = scene
        self.choices = choices
        self.box: Paintbox = scene.mixes.box
        self._piles: dict[Recipe, Mix] = {}
        self._toned: dict[str, Mix] = {}
        self._quiet: dict[float, Piles] = {}
        self._given: set[str] = set()
        self._known = tuple(known)
        self._glaze_paints = GlazePaints.none()
        self._glazes: dict[tuple[Schedules, bytes], GlazesOver] = {}
        self._glazed: dict[tuple[str, LabTriple], Glazing] = {}
        self.ground: Ground = ground_of(scene, tone, choices.ground_kind, piles_of(self.box))

    def choose_glazes(self, beneath: Callable[[LabTriple], Reflectance]) -> None:
        """Settle on a few glazes for the painting's parts; `beneath` says over which underlayer each colour will lie."""
        parts = [(area.id, part) for area, part, _ in self.cells()]
        goals = [self.scene.goals[area, part.family] for area, part in parts]
        below = np.stack([beneath(goal) for goal in goals])
        roots = np.sqrt([part.area_cm2 for _, part in parts])
        self._glaze_paints = useful_glazes(np.array(goals), below, roots, glaze_paints(self.box))

    def cells(self) -> Iterable[tuple[Area, FamilyPart, Mix]]:
        """Every painted part of every area with the mix that serves it."""
        for area in self.scene.painted:
            for part in area.parts:
                yield area, part, self.mix_of(area, part.family)

    def mix_of(self, area: Area, family: Family) -> Mix:
        """The painting's mix for a part."""
        return self.scene.mixes.serving(area.id, family)

    def nearest_pile(self, mix: Mix) -> Mix:
        """Of the two piles of a blend the one that comes nearer to what it is for; a pile is its own."""
        if not is_blend(mix):
            return mix
        piles = [pile for pile in self.scene.mixes.mixes if pile.id in blend_of(mix)]
        target = np.array(mix.match.target_lab)
        return min(piles, key=lambda pile: float(delta_e_2000(np.array(pile.match.lab_dry), target)))

    @cached_property
    def over_ground(self) -> Reflectance:
        """Internal reflectance of the dry ground."""
        if self.ground.mix is None:
            return self.scene.bare
        return layers.masstone(self.ground.mix.match.recipe, self.box)

    def pile(self, recipe: Recipe, target: LabTriple, prefix: str, name: str) -> Mix:
        """A pile of tube paint of the school's own; `prefix` begins its id (u for underlayers, g for glazes)."""
        if recipe not in self._piles:
            match = evaluate(recipe, np.array(target), self.box)
            self._piles[recipe] = Mix(self._id_for(prefix, target), name, match, ())
        return self._piles[recipe]

    def _id_for(self, prefix: str, target: LabTriple) -> str:
        """The id of the known pile that aimed nearest to this and is not taken yet, else a new one."""
        taken = {*self._given, *self._toned, *(mix.id for mix in self._piles.values())}
        free = [one for one in self._known if one.id.startswith(prefix) and one.id not in taken]
        if free:
            apart = delta_e_2000(np.array([one.target_lab for one in free]), np.array(target))
            if float(apart.min()) <= STILL_THE_SAME_DE00:
                return free[int(apart.argmin())].id
        used = {*taken, *(one.id for one in self._known)}
        return f"{prefix}{1 + max((int(i[1:]) for i in used if i.startswith(prefix)), default=0):02d}"

    def tone(self, lab: LabTriple, name: str, quieter_than: float | None = None) -> Mix:
        """An underlayer as near to a colour as the palette reaches; a grey is mixed of paints below a masstone chroma.

        Tones are made of tubes and of the tones before them.
        """
        tones = self._tones if quieter_than is None else self._quiet_tones(quieter_than)

        def fresh() -> str:
            self._given.add(one := self._id_for("u", lab))
            return one

        id_, new = tones.mix(np.array(lab), fresh)
        for own, mixed in new:
            toned = (
                mix_of(mixed, np.array(lab), tones.box, own, name)
                if not mixed.is_base
                else base_of(mixed, tones.box, own)
            )
            self._toned[own] = toned
        return self._toned[id_]

    @cached_property
    def _tones(self) -> Piles:
        return piles_of(self.box)

    def _quiet_tones(self, chroma: float) -> Piles:
        """Piles of the paints whose masstone has less than this CIELAB chroma; of all where none or only white is quiet."""
        if chroma not in self._quiet:
            keys = [key for key in self.box.keys if float(np.hypot(*self.masstone_lab(key)[1:])) < chroma]
            self._quiet[chroma] = piles_of(self.box.only(keys)) if len(keys) > 1 else self._tones
        return self._quiet[chroma]

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

    @cached_property
    def veil(self) -> Mix | None:
        """White with a little earth, which mutes a drawing; white alone where the palette has no earth, None without white."""
        if self.white is None:
            return None
        earth = next((key for key in VEIL_EARTHS if key in self.box.keys), None)
        if earth is None:
            return self.white
        recipe = Recipe.of({self.white.match.recipe.keys[0]: VEIL_WHITE_PARTS, earth: 1})
        box = self.box.only(recipe.keys)
        lab = triple(appearance.dry_lab_of_pile(recipe.mapping, box))
        return self.pile(recipe, lab, "u", "muting veil")

    def glaze(self, target: LabTriple, beneath: Reflectance, schedules: Schedules) -> tuple[Mix | None, Glazing]:
        """The glaze that brings what lies beneath to the target, and its pile (None where none helps)."""
        key = (schedules, np.asarray(beneath, dtype=np.float32).tobytes())
        if key not in self._glazes:
            self._glazes[key] = GlazesOver(beneath, self._glaze_paints, schedules)
        found = self._glazes[key].best(np.array(target))
        if found.recipe is None:
            return None, found
        pile = self.pile(found.recipe, target, "g", "glaze")
        self._glazed[pile.id, target] = found
        return pile, found

    def _judged(self, glaze: Mix) -> Mix:
        """A glaze under the name of what it does, judged by what comes of it over what lies beneath, not by its own colour."""
        goals = self.scene.goals
        at = {part: (glaze.id, goals[part]) for part in glaze.serves}
        of = {part: self._glazed[key] for part, key in at.items() if key in self._glazed}
        if not of:
            return glaze
        lab = np.array([one.lab for one in of.values()])
        apart = np.array([one.de00 for one in of.values()])
        value = lab_to_value(lab) - lab_to_value(np.array([goals[part] for part in of]))
        worst = max(of, key=lambda part: of[part].de00)
        return replace(
            glaze,
            name=f"{effect_in_words(list(of.values()))} glaze",
            match=replace(glaze.match, de00=float(apart.mean()), value_error=float(value.mean())),
            expected_de00=float(apart.mean()),
            likely_worst_de00=float(apart.max()),
            worst_part=WorstPart(*worst, of[worst].de00),
        )

    def mixes(self, serves: dict[str, list[tuple[str, Family]]]) -> tuple[Mix, ...]:
        """The school's own piles that are used, and those they are made of, with what they serve and names told apart.

        Piles come after what they are made of.
        """
        wanted = set(serves)
        for mix in reversed(self._toned.values()):
            if mix.id in wanted:
                wanted.update(dose.source for dose in mix.doses)
        own = [mix for mix in (*self._toned.values(), *self._piles.values()) if mix.id in wanted]
        used = [replace(mix, serves=tuple(serves.get(mix.id, ()))) for mix in own]
        return told_apart([self._judged(mix) for mix in used], self.scene.areas)
