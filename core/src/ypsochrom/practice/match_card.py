"""The card on which printed colours are matched with paint: photographed, both are read in one light and held together.

It has the marks, greys and paper of the swatch card, so that it is put straight and lit evenly in the same way. A painted field
is held against the colour printed above it as the photo shows it, not against what was sent to the printer.
"""

from dataclasses import dataclass

import numpy as np

from ..colour import cielab
from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import in_words
from ..colour.munsell import lab_to_value
from ..colour.types import LabTriple, LinearRgb, Srgb8, triple
from ..kit.advice import Advice
from ..kit.errors import BadCard
from ..materials import card_reading, swatch_card
from ..materials.swatch_card import Box

FIELDS = 5
_LEFT, _APART, _WIDE, _HIGH, _TOP = 10.0, 33.5, 26.0, 22.0, 34.0

PRINTED: tuple[Box, ...] = tuple(Box(_LEFT + at * _APART, _TOP, _WIDE, _HIGH) for at in range(FIELDS))
"""Where the colours stand that are to be matched (mm)."""

PAINTED: tuple[Box, ...] = tuple(Box(_LEFT + at * _APART, _TOP + _HIGH, _WIDE, _HIGH) for at in range(FIELDS))
"""Where they are painted: right below, touching."""

MATCHED_DE00 = 2.0
"""So near a match is the colour to the eye, side by side (common practice)."""


@dataclass(frozen=True)
class Matched:
    """A painted field (from 1) against the colour printed above it: steps of value lighter, CIEDE2000, and both in words."""

    place: int
    printed: LabTriple
    painted: LabTriple
    value_error: float
    de00: float
    words: str

    @property
    def is_right(self) -> bool:
        """Whether it is the colour to the eye."""
        return self.de00 <= MATCHED_DE00


@dataclass(frozen=True)
class MatchedCard:
    """The fields that were painted, and what is to be known of the photo."""

    fields: tuple[Matched, ...]
    advice: tuple[Advice, ...]


def matched(photo: Srgb8) -> MatchedCard:
    """What a photo of a painted card says; `BadCard` where it cannot be read or nothing is painted."""
    card = card_reading.straightened(photo)
    paper = cielab.linear_to_lab(np.full(3, swatch_card.PAPER_REFLECTANCE))
    found = []
    for place, (above, below) in enumerate(zip(PRINTED, PAINTED, strict=True), start=1):
        printed, painted = (cielab.linear_to_lab(np.median(card.colours(box), axis=0)) for box in (above, below))
        if float(np.linalg.norm(painted - paper)) < card_reading.UNPAINTED_DE:
            continue
        found.append(
            Matched(
                place,
                triple(printed),
                triple(painted),
                float(lab_to_value(painted) - lab_to_value(printed)),
                float(delta_e_2000(painted, printed)),
                in_words(painted, printed),
            )
        )
    if not found:
        raise BadCard("No field of the card is painted.", "Paint them, let them dry, and photograph the card again.")
    return MatchedCard(tuple(found), card.advice)


def drawn(printed: list[tuple[float, float, float]], painted: list[tuple[float, float, float] | None]) -> LinearRgb:
    """The card in linear light as it lies before the camera, its colours as linear RGB; fields that are None are bare."""
    fills: list[swatch_card.Fill] = list(zip(PRINTED, printed, strict=False))
    fills += [(box, colour) for box, colour in zip(PAINTED, painted, strict=False) if colour is not None]
    return swatch_card.framed(fills)
