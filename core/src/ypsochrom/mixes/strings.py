"""Strings of mixes: one base to its lights and darks, neutrals, chromatic darks, greens of one family.

Common practice: a string shares its base, so that its steps belong together; a dark comes from a blue and an umber rather
than from black; foliage needs at least three greens, six to eight are usual.
"""

import itertools
import math
from dataclasses import dataclass

import numpy as np

from ..colour.munsell import lab_to_value, value_to_lightness
from ..colour.types import Float, Lab
from ..colour.words import hue_family
from ..kit.errors import BadSetting, NoRecipe
from ..paint import appearance, strength
from ..paint.catalogue import Paint, Paintbox
from .hand_recipes import hand_recipes, in_words
from .piles import MOST_PARTS, MOST_RATIO
from .recipe import Recipe, sum_in_words
from .search import Match, Wanted, evaluate

FEWEST_STEPS, MOST_STEPS = 2, 9

BLACKS_BEGIN = "PBk"
_OF_BASE = range(1, MOST_PARTS)
_ADDED = range(1, MOST_PARTS)
"""Parts of the base pile, and parts added to them: at most `MOST_PARTS` in all and `MOST_RATIO` to 1, as for any pile."""

_DARKEST_SHARE = 0.8
"""A dark keeps a fifth of its base, or it is no longer of the string."""

_NEUTRAL_DARKEST, _NEUTRAL_LIGHTEST = 2.5, 9.0
_DARK_LIGHTNESS = 30.0
_MOST_DARKS = 6
_WHITE_PER_STRENGTH = 0.25
_DARK_RATIOS = ((1, 5), (1, 4), (1, 3), (1, 2), (2, 3), (1, 1), (3, 2), (2, 1), (3, 1), (4, 1), (5, 1))


@dataclass(frozen=True)
class StringStep:
    """One mix of a string: its match against what was aimed at, a word for it, and what it is made of in parts to count."""

    name: str
    match: Match
    words: str


def checked_steps(steps: int) -> int:
    """The number of steps, if a string can have so many; else `BadSetting`."""
    if not FEWEST_STEPS <= steps <= MOST_STEPS:
        raise BadSetting(f"A string of {steps} steps was asked for.", f"Choose {FEWEST_STEPS} to {MOST_STEPS}.")
    return steps


def value_string(base: Recipe, steps: int, box: Paintbox) -> tuple[StringStep, ...]:
    """The base and its lights and darks, dark to light, in value steps as even as whole parts allow.

    Lights are the base with white, darks the base with the one dark paint of the box that keeps its hue best. Without a
    white the string ends at the base; without anything darker it begins there.
    """
    checked_steps(steps)
    base_lab = evaluate(base, np.zeros(3), box).lab_dry
    trials = [_Trial(base, np.array(base_lab), sum_in_words(base.mapping))]
    white = _white(box)
    if white is not None:
        trials += _with(base, white, box, 1.0)
    found_darks = [_with(base, paint.key, box, _DARKEST_SHARE) for paint in _darker(box, base, base_lab[0])]
    if darks := [found for found in found_darks if found]:
        drifts = [_drift(np.stack([trial.lab for trial in found]), np.array(base_lab)) for found in darks]
        trials += darks[drifts.index(min(drifts))]
    return _spread(trials, steps, box)


@dataclass(frozen=True)
class _Trial:
    recipe: Recipe
    lab: Lab
    words: str


def _with(base: Recipe, key: str, box: Paintbox, most_share: float) -> list[_Trial]:
    """The base pile with one more paint in parts to count, up to a share of the pile, each proportion once."""
    ours = box.only([*base.keys, key])
    pile = appearance.parts_vector(base.mapping, ours) / base.total
    more = np.zeros(len(ours))
    more[ours.keys.index(key)] = 1.0
    counts = [
        (of_base, added)
        for of_base in _OF_BASE
        for added in _ADDED
        if math.gcd(of_base, added) == 1
        and of_base + added <= MOST_PARTS
        and max(of_base, added) <= MOST_RATIO * min(of_base, added)
        and added <= most_share * (of_base + added)
    ]
    labs = appearance.dry_lab(np.array([pile * of_base + more * added for of_base, added in counts]), ours)
    name = ours.paints[ours.keys.index(key)].name
    found = []
    for (of_base, added), lab in zip(counts, labs, strict=True):
        parts = {tube: amount * of_base for tube, amount in base.parts}
        parts[key] = parts.get(key, 0) + base.total * added
        found.append(_Trial(_smallest(parts), lab, f"{of_base} of the base + {added} {name}"))
    return found


def _smallest(parts: dict[str, float]) -> Recipe:
    """The recipe in its smallest whole parts."""
    whole = all(float(amount).is_integer() for amount in parts.values())
    divisor = math.gcd(*(int(amount) for amount in parts.values())) if whole else 1
    return Recipe.of({key: amount / divisor for key, amount in parts.items()})


def _white(box: Paintbox) -> str | None:
    whites = [paint for paint in box.paints if paint.is_white]
    return max(whites, key=lambda p: float(p.scattering.mean())).key if whites else None


def _darker(box: Paintbox, base: Recipe, lightness: float) -> list[Paint]:
    """Paints that darken the base, blacks only where there is nothing else."""
    dark = [p for p in box.paints if p.key not in base.keys and _masstone(p)[0] < min(lightness, 40.0) - 2]
    chromatic = [p for p in dark if not p.key.startswith(BLACKS_BEGIN)]
    return chromatic or dark


def _masstone(paint: Paint) -> Lab:
    return appearance.dry_lab_of(paint.absorption, paint.scattering)


def _drift(labs: Lab, base: Lab) -> float:
    """How far colours leave the base's hue direction, on average; chroma may fall."""
    direction = base[1:] / max(float(np.hypot(*base[1:])), 1e-6)
    across = np.abs(labs[:, 1] * direction[1] - labs[:, 2] * direction[0])
    return float(across.mean())


def _spread(trials: list[_Trial], steps: int, box: Paintbox) -> tuple[StringStep, ...]:
    """So many of the trials, at values as even as can be; the base itself, the first of them, is always there."""
    values = lab_to_value(np.stack([trial.lab for trial in trials]))
    goals = np.linspace(float(values.min()), float(values.max()), steps)
    own = int(np.abs(goals - values[0]).argmin())
    chosen: list[int] = [0]
    for goal in np.delete(goals, own):
        order = np.argsort(np.abs(values - goal), kind="stable")
        pick = next((int(i) for i in order if int(i) not in chosen), None)
        if pick is not None:
            chosen.append(pick)
    chosen.sort(key=lambda i: float(values[i]))
    base_at = chosen.index(0)
    return tuple(
        StringStep(_place_name(place - base_at), evaluate(trials[i].recipe, trials[i].lab, box), trials[i].words)
        for place, i in enumerate(chosen)
    )


def _place_name(place: int) -> str:
    if place == 0:
        return "base"
    way = "lighter" if place > 0 else "darker"
    return f"{abs(place)} step{'s' if abs(place) > 1 else ''} {way}"


def neutrals(steps: int, box: Paintbox) -> tuple[StringStep, ...]:
    """Greys from dark to light without black from the tube, mixed from what the box has; as even in value as it reaches."""
    checked_steps(steps)
    wanted = Wanted(must_not=tuple(key for key in box.keys if key.startswith(BLACKS_BEGIN)))
    if len(wanted.must_not) == len(box):
        wanted = Wanted()
    reachable = lab_to_value(np.stack([_masstone(paint) for paint in box.paints]))
    low = max(_NEUTRAL_DARKEST, float(reachable.min()) + 0.3)
    high = min(_NEUTRAL_LIGHTEST, float(reachable.max()) - 0.3)
    found = []
    for value in np.linspace(low, max(low, high), steps):
        target = np.array([float(value_to_lightness(np.array(value))), 0.0, 0.0])
        found.append(_by_hand(f"grey {value:.1f}", box, target, wanted))
    return tuple(found)


def chromatic_darks(box: Paintbox) -> tuple[StringStep, ...]:
    """Deep darks of two paints, none of them black: the darkest one of each hue family, darkest first. `NoRecipe` if none."""
    paints = [p for p in box.paints if not p.is_white and not p.key.startswith(BLACKS_BEGIN)]
    best: dict[str, tuple[float, Recipe, Lab]] = {}
    for first, second in itertools.combinations(paints, 2):
        pair = Paintbox.of([first, second])
        labs = appearance.dry_lab(np.array(_DARK_RATIOS, dtype=float), pair)
        for ratio, lab in zip(_DARK_RATIOS, labs, strict=True):
            family = _dark_family(lab)
            if lab[0] <= _DARK_LIGHTNESS and (family not in best or float(lab[0]) < best[family][0] - 0.2):
                recipe = Recipe.of(dict(zip(pair.keys, ratio, strict=True)))
                best[family] = (float(lab[0]), recipe, lab)
    if not best:
        raise NoRecipe(
            "These tubes mix no deep dark without black.", "Add a blue and an umber or a burnt sienna to the palette."
        )
    found = sorted(best.items(), key=lambda one: one[1][0])[:_MOST_DARKS]
    return tuple(
        StringStep(f"{family} dark", evaluate(recipe, lab, box), in_words(recipe)) for family, (_, recipe, lab) in found
    )


def _dark_family(lab: Lab) -> str:
    chroma = float(np.hypot(lab[1], lab[2]))
    if chroma < 2.5:
        return "neutral"
    return hue_family(np.array([30.0, lab[1] * 6 / min(chroma, 6), lab[2] * 6 / min(chroma, 6)]))


GREENS_FEWEST, GREENS_MOST = 3, 8
_GREEN_PATH = ((26.0, -9.0, 3.0), (40.0, -15.0, 14.0), (54.0, -17.0, 26.0), (68.0, -15.0, 36.0), (82.0, -11.0, 38.0))
"""CIELAB of foliage from its deepest shadow to its sunlit edge: darker and cooler to lighter and yellower; from memory."""


def greens(count: int, box: Paintbox) -> tuple[StringStep, ...]:
    """Three to eight greens of one family, dark and cool to light and warm: all from one blue or green and one yellow.

    An earth of the box and white bend them; the pair that keeps nearest to foliage is taken. `NoRecipe` when the box has
    no blue or green, or no yellow.
    """
    if not GREENS_FEWEST <= count <= GREENS_MOST:
        raise BadSetting(f"{count} greens were asked for.", f"Choose {GREENS_FEWEST} to {GREENS_MOST}.")
    cools = [p for p in box.paints if _leans(p) in ("blue", "blue-green", "green", "yellow-green")]
    yellows = [p for p in box.paints if _leans(p) == "yellow"]
    if not cools or not yellows:
        raise NoRecipe(
            "These tubes mix no greens.", "Put a blue or a green and a yellow on the palette; an ochre will do."
        )
    path = _along(np.array(_GREEN_PATH), count)
    earth = next((p.key for p in box.paints if p.key.startswith("PBr7")), None)
    families = []
    for cool, yellow in itertools.product(cools, yellows):
        keys = [cool.key, yellow.key, *(key for key in (_white(box), earth) if key is not None)]
        wanted, ours = Wanted(must_use=(cool.key,)), box.only(keys)
        found = [_by_hand(f"green {i} of {count}", ours, target, wanted) for i, target in enumerate(path, start=1)]
        families.append((sum(step.match.de00 + 4 * abs(step.match.value_error) for step in found), keys, found))
    _, _, best = min(families, key=lambda one: (one[0], one[1]))
    return tuple(best)


def _by_hand(name: str, box: Paintbox, target: Lab, wanted: Wanted) -> StringStep:
    """The recipe nearest to a target that a hand can mix."""
    best = hand_recipes(box, target, count=1, wanted=wanted)[0]
    return StringStep(name, best.match, in_words(best.match.recipe, best.white_to_base))


def _leans(paint: Paint) -> str:
    """The hue a paint brings to a mix: that of its tint in as much of an ideal white as its strength calls for."""
    white = max(strength.tint_shift(paint.key) * _WHITE_PER_STRENGTH, 0.5)
    return hue_family(appearance.dry_lab_of(paint.absorption, paint.scattering + white))


def _along(path: Float, count: int) -> Float:
    """So many points at equal distances of the parameter along a broken line."""
    at = np.linspace(0, len(path) - 1, count)
    return np.stack([np.interp(at, np.arange(len(path)), path[:, i]) for i in range(3)], axis=-1)
