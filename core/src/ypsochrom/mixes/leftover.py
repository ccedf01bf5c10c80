"""What a pile that is left can still become: mixes of the painting that are made of it with little more."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..kit.errors import BadSetting
from ..paint.catalogue import Paintbox
from .mix_set import Mix, in_box
from .piles import piles_of
from .recipe import Recipe, sum_in_words
from .search import OUT_OF_REACH_DE00

LEFT = "what is left"
SMALLEST_ML, LARGEST_ML = 0.1, 500.0
LEAST_SHARE = 0.25
"""A pile that becomes more than four times as much is no leftover used up, but a new one begun."""


@dataclass(frozen=True)
class Use:
    """A mix that the pile can become: what is added to how much of it, in words; the ml that come of all of it, and how near a
    hand comes (CIEDE2000, expected and nine times in ten)."""

    mix: str
    words: str
    makes_ml: float
    expected_de00: float
    likely_worst_de00: float


def uses_of(left: Recipe, volume_ml: float, mixes: Sequence[Mix], box: Paintbox, count: int = 8) -> list[Use]:
    """What so many ml of a pile can become out of these mixes, the nearest first; those that it cannot come near to are left out.

    `box` has the tubes that may be added, and those in the pile. `BadSetting` on an absurd volume.
    """
    if not SMALLEST_ML <= volume_ml <= LARGEST_ML:
        raise BadSetting(f"{volume_ml:g} ml of a pile were told.", f"Choose {SMALLEST_ML:g} to {LARGEST_ML:g} ml.")
    piles = piles_of(box)
    own = piles.add(LEFT, in_box(left, box))
    found = []
    for mix in mixes:
        mixed = piles.made_of(own, np.array(mix.match.target_lab), LEAST_SHARE)
        if mixed.expected_de00 >= OUT_OF_REACH_DE00:
            continue
        parts = {dose.source: dose.parts for dose in mixed.made_from}
        found.append(
            Use(
                mix=mix.id,
                words=_in_words(parts),
                makes_ml=volume_ml * sum(parts.values()) / parts[LEFT],
                expected_de00=mixed.expected_de00,
                likely_worst_de00=mixed.likely_worst_de00,
            )
        )
    return sorted(found, key=lambda use: use.expected_de00)[:count]


def _in_words(parts: dict[str, float]) -> str:
    added = sum_in_words({key: n for key, n in parts.items() if key != LEFT})
    return f"{parts[LEFT]:g} of it + {added}" if added else "as it is"
