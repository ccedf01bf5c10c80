"""The mixes of a painting: its targets gathered, each group solved, named, and where it falls short, said so."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..areas.area import Area
from ..areas.families import Family
from ..colour.types import Lab
from ..colour.words import colour_name
from ..kit.advice import Advice
from ..kit.progress import Progress, part_of, silent
from ..paint.catalogue import paint
from ..values.scale import USUAL_RANGE, PaintRange, lab_in_paint_range
from .gather import MOST_MIXES, Target, gather, mean_colour
from .palette import best_tubes
from .recipe import Recipe
from .search import Match, best_recipes, evaluate
from .table import table_for

USUAL_TUBES = 8
"""Most painters choose four to eight tubes for one painting; common practice."""

OUT_OF_REACH_DE00 = 4.0
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
    """The palette's paint keys, the mixes (darkest first) and advice."""

    palette: tuple[str, ...]
    mixes: tuple[Mix, ...]
    advice: tuple[Advice, ...] = ()

    def serving(self, area_id: str, family: Family) -> Mix:
        """The mix for one family of one area."""
        return next(mix for mix in self.mixes if (area_id, family) in mix.serves)


def targets_of(areas: Sequence[Area], reach: PaintRange = USUAL_RANGE) -> tuple[Target, ...]:
    """What has to be mixed: one target per area and value family, bent into the range of dry paint."""
    found = []
    for area in areas:
        for part in area.parts:
            lab = lab_in_paint_range(np.array(part.lab), reach)
            found.append(Target(f"{area.id}/{part.family}", _triple(lab), part.area_cm2))
    return tuple(found)


def choose_palette(
    keys: Sequence[str], targets: Sequence[Target], count: int, locked: Sequence[str] = ()
) -> tuple[str, ...]:
    """The `count` tubes out of `keys` that serve these targets best; large and small passages both count."""
    lab = np.array([target.lab for target in targets])
    area = np.array([target.area_cm2 for target in targets])
    weights = 0.5 * area / max(float(area.sum()), 1e-9) + 0.5 / len(area)
    return best_tubes(keys, lab, weights, count, locked=locked)


def find_mixes(
    areas: Sequence[Area], palette: Sequence[str], *, most: int = MOST_MIXES, progress: Progress = silent
) -> MixSet:
    """Mixes for all families of all areas out of the palette's tubes."""
    targets = targets_of(areas)
    table = table_for(palette, part_of(progress, 0.0, 0.7))
    groups = gather(targets, most=most)
    piles: dict[Recipe, list[int]] = {}
    for number, group in enumerate(groups, start=1):
        progress(0.7 + 0.3 * number / len(groups), "solving recipes")
        recipe = best_recipes(table, np.array(group.lab), count=1)[0].recipe
        piles.setdefault(recipe, []).extend(group.members)
    mixes = [
        _mix(number, recipe, [targets[i] for i in members]) for number, (recipe, members) in enumerate(piles.items(), 1)
    ]
    named = _with_unique_names(mixes)
    return MixSet(tuple(palette), named, (*_palette_advice(palette), *(a for mix in named for a in _mix_advice(mix))))


def _mix(number: int, recipe: Recipe, served: Sequence[Target]) -> Mix:
    """One pile for all targets that came to the same recipe; it is judged against their common mean."""
    match = evaluate(recipe, mean_colour(served))
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


def _palette_advice(palette: Sequence[str]) -> tuple[Advice, ...]:
    if any(paint(key).is_white for key in palette):
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


def _triple(lab: Lab) -> tuple[float, float, float]:
    lightness, a, b = (float(x) for x in lab)
    return lightness, a, b
