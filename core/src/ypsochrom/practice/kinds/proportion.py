"""Judging proportions: how many times as wide as high, and how steep a line is."""

import numpy as np

from ..exercise import Answer, Exercise, Line
from .values import Made

_MARGIN = 0.08


def ratio(seed: int, _: float) -> Made:
    """How many times as wide as high a box is."""
    random = np.random.default_rng(seed)
    true = round(float(np.exp(random.uniform(np.log(0.4), np.log(2.5)))), 2)
    wide, high = (0.8, 0.8 / true) if true >= 1 else (0.8 * true, 0.8)
    left = float(random.uniform(_MARGIN, 1 - _MARGIN - wide))
    top = float(random.uniform(_MARGIN, 1 - _MARGIN - high))
    corners = [(left, top), (left + wide, top), (left + wide, top + high), (left, top + high)]
    lines = tuple(Line(corners[at], corners[(at + 1) % 4]) for at in range(4))
    why = f"It is {true:.2f} times as wide as high. Take the height on your brush and lay it along the width."
    exercise = Exercise(
        "ratio", seed, 0.0, "How many times as wide as it is high?", "times", lines=lines, asks="number",
        least=0.2, most=4.0, step=0.05,
    )  # fmt: skip
    return exercise, Answer(true, why)


def angle(seed: int, _: float) -> Made:
    """How steep a line is, against the level."""
    random = np.random.default_rng(seed)
    true = float(random.integers(5, 86))
    half = 0.38 * np.array([np.cos(np.radians(true)), -np.sin(np.radians(true))])
    if random.random() < 0.5:
        half[0] = -half[0]
    begins, ends = (0.5 - float(half[0]), 0.5 - float(half[1])), (0.5 + float(half[0]), 0.5 + float(half[1]))
    why = f"It stands {true:.0f}° from the level. Hold a level and an upright beside it, and judge what lies between."
    exercise = Exercise(
        "angle", seed, 0.0, "How steep is it? 0° is level, 90° upright.", "degrees",
        lines=(Line(begins, ends),), asks="number", least=0.0, most=90.0, step=1.0,
    )  # fmt: skip
    return exercise, Answer(true, why)
