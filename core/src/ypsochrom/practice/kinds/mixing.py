"""Judging mixes of the painter's own tubes: warmer or cooler, what dries to a colour, of what it is mixed, what it needs."""

import math

import numpy as np

from ...colour.ciede2000 import delta_e_2000
from ...colour.cielab import lab_to_hex
from ...colour.differences import in_words as differs
from ...colour.munsell import lab_to_value, value_to_lightness
from ...colour.types import Lab
from ...kit.errors import BadShelf
from ...mixes import table
from ...mixes.hand_recipes import in_words
from ...mixes.recipe import Recipe
from ...paint import appearance
from ...paint.catalogue import Paintbox
from ...paint.strength import STRONG_DE00, tint_shift
from ..exercise import Answer, Exercise, Patch
from .values import Made, capital

FEWEST_TUBES = 3
"""With fewer tubes beside white there is nothing to guess."""

_TRIES = 60
_WARM = np.array([np.cos(np.radians(50)), np.sin(np.radians(50))])
"""Towards orange: what painters call warm (common practice)."""

_TOUCH = 0.06


def checked(box: Paintbox) -> tuple[str, ...]:
    """The coloured paints of a box; `BadShelf` where there are too few to practise with."""
    own = tuple(paint.key for paint in box.paints if not paint.is_white)
    if len(own) < FEWEST_TUBES:
        raise BadShelf(
            f"{len(own)} tube{'' if len(own) == 1 else 's'} beside white are too few to practise mixing.",
            f"Put {FEWEST_TUBES} or more on the shelf; values and proportions need none.",
        )
    return own


def warmer(seed: int, level: float, _: Paintbox) -> Made:
    """Which of two near colours of one value is warmer; `level` is CIEDE2000 between them."""
    random = np.random.default_rng(seed)
    lightness = float(value_to_lightness(np.array(random.uniform(4.0, 7.5))))
    angle, chroma = random.uniform(0, 2 * np.pi), random.uniform(6, 24)
    middle = chroma * np.array([np.cos(angle), np.sin(angle)])
    reach = level
    for _turn in range(6):  # CIEDE2000 is no straight measure: a few steps bring it there
        cool, warm = (_at(lightness, middle + sign * reach / 2 * _WARM) for sign in (-1, 1))
        reach *= level / max(float(delta_e_2000(cool, warm)), 1e-6)
    order = random.permutation(2)
    options = tuple(Patch(lab_to_hex((cool, warm)[at]), "", f"colour {place + 1}") for place, at in enumerate(order))
    right = int(np.flatnonzero(order == 1)[0])
    why = f"It lies nearer to orange, by ΔE {level:.1f}; both have one value. Look from one to the other, not long at either."
    exercise = Exercise("warmer", seed, level, "Which is warmer?", "ΔE", options=options)
    return exercise, Answer((right,), why)


def _at(lightness: float, ab: np.ndarray) -> Lab:
    return np.array([lightness, float(ab[0]), float(ab[1])])


def _parts(random: np.random.Generator, own: tuple[str, ...], box: Paintbox) -> dict[str, float]:
    """A pile as painters mix them: one or two colours, mostly with white."""
    keys = random.choice(own, 2 if random.random() < 0.6 else 1, replace=False)
    parts = {str(key): float(random.integers(1, 4)) for key in keys}
    white = next((paint.key for paint in box.paints if paint.is_white), None)
    if white is not None and random.random() < 0.8:
        parts[white] = float(random.integers(2, 9))
    whole = math.gcd(*(int(amount) for amount in parts.values()))
    return {key: amount / whole for key, amount in parts.items()}


def piles_of(random: np.random.Generator, box: Paintbox, count: int) -> list[dict[str, float]]:
    """So many piles as painters mix them; `BadShelf` where there are too few tubes."""
    own = checked(box)
    return [_parts(random, own, box) for _ in range(count)]


def _three(
    seed: int, level: float, box: Paintbox
) -> tuple[np.random.Generator, list[dict[str, float]], list[Lab], float]:
    """A pile (the first) and two others whose nearer one is about so far from it (CIEDE2000); the distance there is."""
    random = np.random.default_rng(seed)
    piles = piles_of(random, box, _TRIES)
    labs = np.array([appearance.dry_lab_of_pile(parts, box) for parts in piles])
    away = delta_e_2000(labs[:1], labs[1:])
    far = np.argsort(np.abs(np.log(np.maximum(away, 0.2) / level)), kind="stable") + 1
    nearest = int(far[0])
    others = [int(at) for at in far[1:] if away[at - 1] >= away[nearest - 1]]
    second = others[0] if others else int(far[1])
    chosen = [0, nearest, second]
    return (
        random,
        [piles[at] for at in chosen],
        [labs[at] for at in chosen],
        float(min(away[nearest - 1], away[second - 1])),
    )


def wet_to_dry(seed: int, level: float, box: Paintbox) -> Made:
    """Which wet pile dries to a dry swatch."""
    random, piles, labs, apart = _three(seed, level, box)
    order = random.permutation(3)
    options = tuple(
        Patch(lab_to_hex(appearance.wet_lab_of_pile(piles[at], box)), "", f"wet pile {place + 1}")
        for place, at in enumerate(order)
    )
    right = int(np.flatnonzero(order == 0)[0])
    dries = float(lab_to_value(labs[0]) - lab_to_value(appearance.wet_lab_of_pile(piles[0], box)))
    goes = (
        f"{abs(dries):.1f} steps {'darker' if dries < 0 else 'lighter'}" if abs(dries) >= 0.05 else "as light as it is"
    )
    why = f"{capital(in_words(Recipe.of(piles[0])))} dries {goes}: the darker the mix, the farther it goes."
    exercise = Exercise(
        "wet to dry", seed, apart, "Which wet pile dries to this?", "ΔE",
        shown=(Patch(lab_to_hex(labs[0]), "", "dry"),), options=options,
    )  # fmt: skip
    return exercise, Answer((right,), why)


def mix(seed: int, level: float, box: Paintbox) -> Made:
    """Of what a dried swatch is mixed."""
    random, piles, labs, apart = _three(seed, level, box)
    order = random.permutation(3)
    options = tuple(Patch("", "", in_words(Recipe.of(piles[at]))) for at in order)
    right = int(np.flatnonzero(order == 0)[0])
    others = "; ".join(f"{in_words(Recipe.of(piles[at]))} would be {differs(labs[at], labs[0])}" for at in (1, 2))
    exercise = Exercise(
        "mix", seed, apart, "Of what is it mixed?", "ΔE",
        shown=(Patch(lab_to_hex(labs[0]), "", "dry"),), options=options,
    )  # fmt: skip
    return exercise, Answer((right,), f"{_strong(piles[0])}{capital(others)}.")


def needs(seed: int, level: float, box: Paintbox) -> Made:
    """Which of three tubes brings a pile nearest to its target; `level` is by how much nearer than the next."""
    random, own = np.random.default_rng(seed), checked(box)
    keys = [paint.key for paint in box.paints]
    best: tuple[float, dict[str, float], list[str], list[Lab], Lab] | None = None
    for _ in range(_TRIES // 3):
        target = _parts(random, own, box)
        off = dict(target)
        lacking = str(random.choice([key for key in target if key in own]))
        off[lacking] *= float(random.uniform(0.35, 0.7))
        offered = [lacking, *(str(key) for key in random.choice([k for k in keys if k != lacking], 2, replace=False))]
        goal = appearance.dry_lab_of_pile(target, box)
        touch = _TOUCH * sum(off.values())
        labs = [appearance.dry_lab_of_pile({**off, key: off.get(key, 0.0) + _of(key, touch)}, box) for key in offered]
        away = [float(delta_e_2000(lab, goal)) for lab in labs]
        gap = sorted(away)[1] - min(away)
        if best is None or abs(np.log(max(gap, 0.05) / level)) < abs(np.log(max(best[0], 0.05) / level)):
            best = gap, off, offered, labs, goal
    assert best is not None
    gap, off, offered, labs, goal = best
    order = random.permutation(3)
    names = {paint.key: paint.name for paint in box.paints}
    options = tuple(Patch("", "", f"a touch of {names[offered[at]]}") for at in order)
    nearest = int(np.argmin([float(delta_e_2000(lab, goal)) for lab in labs]))
    right = int(np.flatnonzero(order == nearest)[0])
    pile = appearance.dry_lab_of_pile(off, box)
    why = f"The pile is {differs(pile, goal)}. With it, it is {differs(labs[nearest], goal)}. {_strong({offered[nearest]: 1.0})}"
    exercise = Exercise(
        "needs", seed, max(gap, 0.05), "What does this pile need?", "ΔE",
        shown=(Patch(lab_to_hex(goal), "", "target"), Patch(lab_to_hex(pile), "", "your pile")), options=options,
    )  # fmt: skip
    return exercise, Answer((right,), why.strip())


_FOUR = 4
_MADE_DE00 = 1.5
"""A pile within so much of a target is the target to the eye."""


def palette(seed: int, level: float, box: Paintbox) -> Made:
    """Whether a swatch can be made of four tubes; `level` is how far the nearest pile stays from it where it cannot."""
    random, own = np.random.default_rng(seed), checked(box)
    white = [paint.key for paint in box.paints if paint.is_white][:1]
    four = [*white, *(str(key) for key in random.choice(own, min(len(own), _FOUR - len(white)), replace=False))]
    tubes = box.only(four)
    amounts = table.enumerate_amounts(tubes)
    reached = table.colours(amounts, tubes)
    piles = piles_of(random, box, _TRIES)
    labs = np.array([appearance.dry_lab_of_pile(parts, box) for parts in piles])
    nearest, away = _nearest(reached, labs)
    can = bool(random.random() < 0.5)
    inside, outside = np.flatnonzero(away <= _MADE_DE00), np.flatnonzero(away > 2 * _MADE_DE00)
    if len(outside) and not (can and len(inside)):
        at = int(outside[int(np.argmin(np.abs(np.log(away[outside] / level))))])
    else:
        at = int(random.choice(inside)) if len(inside) else int(np.argmin(away))
    is_made = bool(away[at] <= _MADE_DE00)
    swatches = [Patch(lab_to_hex(labs[at]), "", "dry")]
    swatches += [
        Patch(lab_to_hex(appearance.dry_lab_of_pile({one.key: 1.0}, tubes)), "", one.name) for one in tubes.paints
    ]
    exercise = Exercise(
        "palette", seed, level if is_made else float(away[at]), "Can these four tubes make the dry swatch?", "ΔE",
        shown=tuple(swatches), options=(Patch("", "", "They can"), Patch("", "", "They cannot")),
    )  # fmt: skip
    row = amounts[nearest[at]]
    pile = Recipe.of(
        {key: float(amount) / int(np.gcd.reduce(row)) for key, amount in zip(tubes.keys, row, strict=True) if amount}
    )
    why = (
        f"They can: {in_words(pile)}."
        if is_made
        else f"They cannot. Held against it, their nearest pile is: {differs(reached[nearest[at]], labs[at])}. "
        f"It takes {in_words(Recipe.of(piles[at]))}."
    )
    return exercise, Answer((0 if is_made else 1,), why)


def _nearest(reached: Lab, labs: Lab) -> tuple[np.ndarray, np.ndarray]:
    """The row of `reached` that comes nearest to each colour, and how near (CIEDE2000)."""
    places, away = [], []
    for lab in labs:
        few = np.argsort(np.sum((reached - lab) ** 2, axis=-1))[:_LOOKED_AT]
        there = delta_e_2000(lab[None], reached[few])
        places.append(int(few[int(np.argmin(there))]))
        away.append(float(there.min()))
    return np.array(places), np.array(away)


_LOOKED_AT = 12


def _of(key: str, touch: float) -> float:
    """A touch of a strong paint is less of it."""
    return touch / 4 if tint_shift(key) >= STRONG_DE00 else touch


def _strong(parts: dict[str, float]) -> str:
    """What a strong paint does, in a sentence; nothing where none is in it."""
    from ...paint.catalogue import paint

    loud = [paint(key).name for key in parts if tint_shift(key) >= STRONG_DE00]
    return f"{capital(loud[0])} is strong: a little of it goes far. " if loud else ""
