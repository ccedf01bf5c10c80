"""The mixes of a painting: its targets gathered, each group solved, named, and where it falls short, said so."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..areas.area import Area
from ..areas.families import Family
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import LabTriple, triple
from ..colour.words import colour_name
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from ..kit.progress import Progress, part_of, silent
from ..paint.catalogue import Paintbox
from ..values.scale import USUAL_RANGE, PaintRange, lab_in_paint_range
from .gather import MOST_MIXES, Target, gather, mean_colour
from .palette import best_tubes
from .recipe import Recipe
from .search import OUT_OF_REACH_DE00, Match, best_recipes, evaluate
from .table import table_for

USUAL_TUBES = 8
"""Most painters choose four to eight tubes for one painting; common practice."""

STILL_THE_SAME_DE00 = 6.0
"""A target that moved by less than this is still the one for which a recipe was kept."""

VALUE_OFF = 0.35
"""From here on a mix is reported as off in value: between a quarter and half a step."""


@dataclass(frozen=True)
class Mix:
    """One pile: its match against the target, a name, and the (area id, family) pairs it serves."""

    id: str
    name: str
    match: Match
    serves: tuple[tuple[str, Family], ...]


@dataclass(frozen=True)
class MixSet:
    """The palette's paints, the mixes (darkest first) and advice."""

    box: Paintbox
    mixes: tuple[Mix, ...]
    advice: tuple[Advice, ...] = ()

    @property
    def palette(self) -> tuple[str, ...]:
        """The keys of the palette's paints."""
        return self.box.keys

    def serving(self, area_id: str, family: Family) -> Mix:
        """The mix for one family of one area."""
        return next(mix for mix in self.mixes if (area_id, family) in mix.serves)


def targets_of(areas: Sequence[Area], reach: PaintRange = USUAL_RANGE) -> tuple[Target, ...]:
    """What has to be mixed: one target per area and value family, bent into the range of dry paint.

    `BadSetting` when every area is left bare.
    """
    found = []
    for area in areas:
        for part in area.parts:
            lab = lab_in_paint_range(np.array(part.lab), reach)
            found.append(Target(f"{area.id}/{part.family}", triple(lab), part.area_cm2))
    if not found:
        raise BadSetting("Every area is left bare: there is nothing to mix.", "Choose at least one area to be painted.")
    return tuple(found)


def choose_palette(box: Paintbox, targets: Sequence[Target], count: int, locked: Sequence[str] = ()) -> Paintbox:
    """The `count` tubes of the box that serve these targets best; large and small passages both count."""
    area = np.array([target.area_cm2 for target in targets])
    weights = 0.5 * area / max(float(area.sum()), 1e-9) + 0.5 / len(area)
    groups = gather(targets)
    lab = np.array([group.lab for group in groups])
    summed = np.array([weights[list(group.members)].sum() for group in groups])
    return box.only(best_tubes(box, lab, summed, count, locked=locked))


def find_mixes(
    areas: Sequence[Area],
    palette: Paintbox,
    *,
    most: int = MOST_MIXES,
    reach: PaintRange = USUAL_RANGE,
    progress: Progress = silent,
) -> MixSet:
    """Mixes for all families of all areas out of the palette's tubes."""
    targets = targets_of(areas, reach)
    table = table_for(palette, part_of(progress, 0.0, 0.7))
    groups = gather(targets, most=most)
    piles: dict[Recipe, list[int]] = {}
    for number, group in enumerate(groups, start=1):
        progress(0.7 + 0.3 * number / len(groups), "solving recipes")
        recipe = best_recipes(table, np.array(group.lab), count=1)[0].recipe
        piles.setdefault(recipe, []).extend(group.members)
    mixes = [
        _mix(number, recipe, [targets[i] for i in members], palette)
        for number, (recipe, members) in enumerate(piles.items(), 1)
    ]
    return _advised(palette, _with_unique_names(mixes))


def _advised(palette: Paintbox, mixes: Sequence[Mix]) -> MixSet:
    return MixSet(palette, tuple(mixes), (*_palette_advice(palette), *(a for mix in mixes for a in _mix_advice(mix))))


@dataclass(frozen=True)
class KeptRecipe:
    """A recipe that the painter decided on, for the mix whose target this was."""

    target_lab: LabTriple
    recipe: Recipe


def with_kept(found: MixSet, kept: Sequence[KeptRecipe]) -> tuple[MixSet, tuple[str, ...]]:
    """The mixes with the painter's own recipes in place of those found, and the ids of the mixes that took one.

    Each recipe goes to the mix whose target is nearest to the one it was made for; one whose target is gone stays aside.
    """
    mixes = list(found.mixes)
    taken: dict[int, KeptRecipe] = {}
    for one in kept:
        free = [i for i in range(len(mixes)) if i not in taken]
        if free:
            goals = np.array([mixes[i].match.target_lab for i in free])
            apart = delta_e_2000(goals, np.array(one.target_lab))
            if float(apart.min()) <= STILL_THE_SAME_DE00:
                taken[free[int(apart.argmin())]] = one
    for i, one in taken.items():
        match = evaluate(one.recipe, np.array(mixes[i].match.target_lab), found.box)
        mixes[i] = replace(mixes[i], match=match)
    return _advised(found.box, mixes), tuple(mixes[i].id for i in sorted(taken))


def _mix(number: int, recipe: Recipe, served: Sequence[Target], palette: Paintbox) -> Mix:
    """One pile for all targets that came to the same recipe; it is judged against their common mean."""
    match = evaluate(recipe, mean_colour(served), palette)
    return Mix(
        id=f"m{number:02d}",
        name=colour_name(np.array(match.lab_dry)),
        match=match,
        serves=tuple(_serves(target.serves) for target in served),
    )


def _serves(written: str) -> tuple[str, Family]:
    area, _, family = written.partition("/")
    return area, family  # type: ignore[return-value]  # written by targets_of from a Family


def _with_unique_names(mixes: Sequence[Mix]) -> tuple[Mix, ...]:
    repeated = {name for name, times in Counter(mix.name for mix in mixes).items() if times > 1}
    seen: Counter[str] = Counter()
    named = []
    for mix in mixes:
        name = mix.name
        if name in repeated:
            seen[name] += 1
            name = f"{name} {seen[name]}"
        named.append(Mix(mix.id, name, mix.match, mix.serves))
    return tuple(named)


def _palette_advice(palette: Paintbox) -> tuple[Advice, ...]:
    if any(paint.is_white for paint in palette.paints):
        return ()
    return (
        Advice(
            "mixes.W001",
            "warning",
            "There is no white on the palette, so light values cannot be mixed.",
            "Add a tube of titanium white to the shelf.",
        ),
    )


def _mix_advice(mix: Mix) -> tuple[Advice, ...]:
    match = mix.match
    if len(match.recipe.keys) == 1 and match.recipe.keys[0].startswith("PBk"):
        return (
            Advice(
                "mixes.N001",
                "note",
                f"{mix.name} is black straight from the tube.",
                "For more depth mix it from a blue and an umber; true black beside it should stay the only one.",
                mix.id,
            ),
        )
    if abs(match.value_error) >= VALUE_OFF:
        way = "light" if match.value_error > 0 else "dark"
        return (
            Advice(
                "mixes.W002",
                "warning",
                f"{mix.name} stays {abs(match.value_error):.1f} value steps too {way}: these tubes reach no nearer.",
                "Add a darker, lighter or stronger tube, or accept the narrower range.",
                mix.id,
            ),
        )
    if match.de00 >= OUT_OF_REACH_DE00:
        return (
            Advice(
                "mixes.W003",
                "warning",
                f"{mix.name} has the right value but not the photo's full colour (CIEDE2000 {match.de00:.1f}).",
                "Add a tube nearer to this hue, or let the passage be quieter than the photo.",
                mix.id,
            ),
        )
    return ()
