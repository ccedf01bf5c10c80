"""Judging the order of work: units that are put in a workable order, and the rule that an order breaks.

The rules are the planner's (`passes.order.rules`) and, of what is laid before and after the passes, common practice.
"""

from itertools import combinations

import numpy as np

from ...passes.order import rules
from ..exercise import Answer, Exercise, Patch
from .values import Made, capital

_UNITS = (
    "the ground, over the whole panel", "the drawing", "a sealing coat over the drawing", "the wall behind the jug",
    "the darks of the jug", "the half-tones of the jug", "the lights of the jug", "the highlights", "a glaze over the shadows",
    "the isolation coat", "the varnish",
)  # fmt: skip
(_GROUND, _DRAWING, _SEAL, _BEHIND, _DARKS, _MIDDLE, _LIGHTS, _HIGHLIGHTS, _GLAZE, _ISOLATE, _VARNISH) = range(
    len(_UNITS)
)


def _said(rule: str) -> str:
    return f"{rules.RULES[rule].title}: {rules.RULES[rule].reason}"


_RULES = (
    (_GROUND, _DRAWING, "A ground laid over the drawing buries it."),
    (_DRAWING, _SEAL, "What is sealed must have been drawn."),
    (_SEAL, _BEHIND, "Paint on an unsealed drawing smears it."),
    (_SEAL, _DARKS, "Paint on an unsealed drawing smears it."),
    (_BEHIND, _DARKS, _said(rules.BEHIND)),
    (_DARKS, _MIDDLE, _said(rules.DARK)),
    (_MIDDLE, _LIGHTS, _said(rules.DARK)),
    (_LIGHTS, _HIGHLIGHTS, _said(rules.HELD)),
    (_DARKS, _GLAZE, _said(rules.GLAZE)),
    (_HIGHLIGHTS, _ISOLATE, "After the isolation coat nothing is painted."),
    (_GLAZE, _ISOLATE, "After the isolation coat nothing is painted."),
    (_ISOLATE, _VARNISH, "The varnish goes over the isolation coat, so that it can be taken off one day."),
)  # fmt: skip

_COUNT = 5


def _before() -> dict[tuple[int, int], str]:
    """Every pair of which one comes before the other, by the rule that says so or by the last of those that lead there."""
    found = {(first, then): why for first, then, why in _RULES}
    for middle in range(len(_UNITS)):
        for (first, there), _ in list(found.items()):
            for (here, then), why in list(found.items()):
                if there == here == middle:
                    found.setdefault((first, then), why)
    return found


def order(seed: int, _: float) -> Made:
    """Five units to be put in a workable order; any that breaks no rule is right."""
    random, before = np.random.default_rng(seed), _before()
    chosen = random.choice(len(_UNITS), _COUNT, replace=False)
    pairs = tuple(
        (first, then, before[int(chosen[first]), int(chosen[then])])
        for first in range(_COUNT)
        for then in range(_COUNT)
        if (int(chosen[first]), int(chosen[then])) in before
    )
    right = tuple(int(at) for at in np.argsort(chosen, kind="stable"))
    exercise = Exercise(
        "order", seed, 0.0, "Put them in a workable order.", "rules",
        options=tuple(Patch("", "", _UNITS[at]) for at in chosen), asks="order",
    )  # fmt: skip
    return exercise, Answer(
        right, "What lies behind, dark before light, glazes on dry paint, and the varnish at the end.", pairs
    )


_CHOICES = 3


def rule(seed: int, _: float) -> Made:
    """Which rule an order of five units breaks: two that follow each other have changed places."""
    random, before = np.random.default_rng(seed), _before()
    while True:
        listed = sorted(int(at) for at in random.choice(len(_UNITS), _COUNT, replace=False))
        at = int(random.integers(_COUNT - 1))
        why = before.get((listed[at], listed[at + 1]))
        if why is not None:
            break
    listed[at], listed[at + 1] = listed[at + 1], listed[at]
    kept = [before[pair] for pair in combinations(sorted(listed), 2) if pair in before]
    other = list(dict.fromkeys(random.permutation([said for said in kept if said != why]).tolist()))
    other += [str(said) for said in random.permutation([said for *_, said in _RULES]) if said not in {why, *other}]
    # rules that this order keeps to come before those that it says nothing of
    offered = [why, *dict.fromkeys(other)][:_CHOICES]
    places = random.permutation(_CHOICES)
    right = int(np.flatnonzero(places == 0)[0])
    exercise = Exercise(
        "rule", seed, 0.0, "Which rule does this order break?", "rules", listed=tuple(_UNITS[one] for one in listed),
        options=tuple(Patch("", "", offered[at]) for at in places),
    )  # fmt: skip
    first, then = _UNITS[listed[at + 1]], _UNITS[listed[at]]
    worth = tuple(0.0 if place == right else 1.0 for place in range(_CHOICES))
    return exercise, Answer((right,), f"“{capital(first)}” has to come before “{then}”. {why}", worth=worth)
