"""A paint that is not there, mixed of what is: over its whole string from the tube to its lightest tint, not in one colour."""

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab
from ..paint import appearance, films
from ..paint.catalogue import Paint, Paintbox, paint
from .piles import PART_PENALTY, SOURCE_PENALTY, piles_of
from .recipe import Recipe

TINTS = (0.0, 1.0, 4.0, 12.0)
"""Parts of titanium white to one of the paint: its string, dark to light."""

_NEAR, _LESS_CHROMA = 4096, 4.0
_FADES = ("I", "II", "III")
ALIKE_DE00 = 3.0
"""Two tubes whose strings lie nearer than this on the mean are nearly the same: a hand's error is a third of it."""


@dataclass(frozen=True)
class Substitute:
    """A recipe that stands for a paint.

    `string` (dry CIELAB, shape (tints, 3)) is off by `de00` (CIEDE2000) on the mean and by `worst_de00` at the most; `lacks` says
    in words what it cannot do; the price is None where one is not known.
    """

    recipe: Recipe
    string: Lab = field(repr=False)
    de00: float
    worst_de00: float
    lacks: tuple[str, ...]
    price_per_ml: float | None


def string_of(shares: Float, box: Paintbox) -> Lab:
    """The strings of mixes given as shares (..., n) of the box's paints: dry CIELAB, shape (..., tints, 3)."""
    absorption, scattering = appearance.coefficients(shares, box)
    white = paint("PW6")
    tints = np.array(TINTS)[:, None]
    return appearance.dry_lab_of(
        (absorption[..., None, :] + tints * white.absorption) / (1 + tints),
        (scattering[..., None, :] + tints * white.scattering) / (1 + tints),
    )


def string_of_paint(one: Paint) -> Lab:
    """The string of a paint by itself."""
    return string_of(np.ones(1), Paintbox.of([one]))


def substitutes(wanted: Paint, box: Paintbox, prices: Mapping[str, float], count: int = 4) -> list[Substitute]:
    """What stands for a paint out of these tubes, each of other tubes, the nearest first; of equals that of fewer tubes.

    The paint itself is not used. Empty where there is no other tube.
    """
    others = tuple(key for key in box.keys if key != wanted.key)
    if not others:
        return []
    some = box.only(others)
    goal = string_of_paint(wanted)
    shares, parts = piles_of(some).near(goal[0], _NEAR)
    strings = string_of(shares, some)
    apart = delta_e_2000(strings, goal)
    cost = apart.mean(axis=1) + SOURCE_PENALTY * ((parts > 0).sum(axis=1) - 1) + PART_PENALTY * parts.sum(axis=1)
    found: dict[frozenset[str], Substitute] = {}
    for at in np.argsort(cost, kind="stable"):
        recipe = Recipe.of({key: int(n) for key, n in zip(some.keys, parts[at], strict=True) if n})
        if frozenset(recipe.keys) not in found:
            found[frozenset(recipe.keys)] = Substitute(
                recipe=recipe,
                string=strings[at],
                de00=float(apart[at].mean()),
                worst_de00=float(apart[at].max()),
                lacks=_lacks(wanted, goal, recipe, strings[at], some),
                price_per_ml=_price(recipe, prices),
            )
        if len(found) == count:
            break
    return list(found.values())


def nearly_the_same(box: Paintbox) -> list[tuple[str, str, float]]:
    """Pairs of tubes that do nearly the same, and how far (mean CIEDE2000) their strings lie apart, the nearest first."""
    strings = string_of(np.eye(len(box)), box)
    apart = delta_e_2000(strings[:, None], strings[None]).mean(axis=2)
    pairs = [(box.keys[i], box.keys[j], float(apart[i, j])) for i, j in zip(*np.triu_indices(len(box), 1), strict=True)]
    return sorted((pair for pair in pairs if pair[2] < ALIKE_DE00), key=lambda pair: pair[2])


def _price(recipe: Recipe, prices: Mapping[str, float]) -> float | None:
    if any(key not in prices for key in recipe.keys):
        return None
    return sum(prices[key] * parts for key, parts in recipe.parts) / recipe.total


def _lacks(wanted: Paint, goal: Lab, recipe: Recipe, string: Lab, box: Paintbox) -> tuple[str, ...]:
    """What the substitute cannot do that the paint does."""
    said = []
    less = np.hypot(goal[:, 1], goal[:, 2]) - np.hypot(string[:, 1], string[:, 2])
    if less.max() > _LESS_CHROMA:
        said.append(f"duller {'from the tube' if less.argmax() == 0 else 'in its tints'}")
    ours = box.only(recipe.keys)
    own = films.opacity(appearance.parts_vector(recipe.mapping, ours), ours)
    more = films.OPACITIES.index(own) - films.OPACITIES.index(films.opacity(np.ones(1), Paintbox.of([wanted])))
    if more:
        said.append("covers more than it should in a glaze" if more > 0 else "covers less")
    largest = next(one for one in ours.paints if one.key == recipe.keys[0])
    if largest.finish != wanted.finish:
        said.append(f"dries {largest.finish}, not {wanted.finish}")
    fades = max(_FADES.index(one.lightfastness) for one in ours.paints)
    if fades > _FADES.index(wanted.lightfastness):
        said.append("fades sooner")
    return tuple(said)
