"""Judging proportions: how many times as wide as high, how steep a line is, a measure carried over."""

import numpy as np

from ..exercise import Answer, Exercise, Line
from .values import Made, capital

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


_SUBJECTS = ("the bowl", "the jug", "the window", "the boat", "the head", "the doorway")
_PARTS = ((1, 3), (2, 3), (1, 4), (3, 4), (2, 5), (3, 5), (3, 8), (5, 8))


def scale(seed: int, _: float) -> Made:
    """A measure carried from the photo to the panel, or a share of the panel in mm: told in numbers alone."""
    random = np.random.default_rng(seed)
    subject = _SUBJECTS[int(random.integers(len(_SUBJECTS)))]
    if random.random() < 0.6:
        wide, high = (int(one) for one in random.integers(30, 100, 2))
        larger = round(wide * float(random.uniform(1.4, 3.2)))
        true = high * larger / wide
        question = f"On the photo {subject} is {wide} mm wide and {high} mm high, on the panel {larger} mm wide. How high there?"
        why = (
            f"{larger} is {larger / wide:.2f} times {wide}, and {larger / wide:.2f} times {high} is {true:.0f} mm. "
            "One factor for the whole picture keeps its proportions."
        )
    else:
        across = int(random.choice([300, 400, 500, 600]))
        part, of = _PARTS[int(random.integers(len(_PARTS)))]
        true = across * part / of
        question = (
            f"{capital(subject)} begins {part} in {of} of the way across a panel {across} mm wide. How many mm is that?"
        )
        why = f"One part in {of} is {across / of:.0f} mm, so it begins {true:.0f} mm from the edge."
    exercise = Exercise("scale", seed, 0.0, question, "mm", asks="number", least=10.0, most=500.0, step=1.0)
    return exercise, Answer(true, why)
