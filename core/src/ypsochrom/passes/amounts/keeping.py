"""Piles that are needed more than once: in several passes of a painting, or on two panels worked side by side."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ...colour.ciede2000 import delta_e_2000
from ...kit.sums import summed
from ...mixes.blends import from_piles
from ...mixes.gather import ALIKE_DE00
from ...mixes.mix_set import Mix
from ..step import PaintPass
from .quantities import PileUse, mix_volumes

KEEPING = (
    "Mix it all at once, keep what the later passes need in a closed jar or on a damp lined tray under its lid, "
    "and stir in a drop of water before use."
)
"""Common practice: a pile that dried or ran out cannot be matched again."""


@dataclass(frozen=True)
class KeptPile:
    """A mix that several passes use: millilitres by pass number."""

    mix: str
    ml_by_pass: dict[int, float]

    @property
    def later_ml(self) -> float:
        """What has to be kept after its first pass."""
        first = min(self.ml_by_pass)
        return sum(ml for number, ml in self.ml_by_pass.items() if number != first)


def kept_piles(passes: Sequence[PaintPass], blends: Sequence[Mix] = ()) -> tuple[KeptPile, ...]:
    """Mixes of more than one pass, what is kept longest and most of it first; what blends take of them is counted."""
    by_mix: dict[str, dict[int, float]] = {}
    for paint_pass in passes:
        for mix, volume in from_piles(mix_volumes([paint_pass]), blends).items():
            by_mix.setdefault(mix, {})[paint_pass.number] = volume
    found = [KeptPile(mix, by_pass) for mix, by_pass in by_mix.items() if len(by_pass) > 1]
    return tuple(sorted(found, key=lambda pile: (-pile.later_ml, pile.mix)))


def left_before(
    passes: Sequence[PaintPass], uses: Mapping[str, PileUse], blends: Sequence[Mix] = ()
) -> dict[str, float]:
    """By unit id how many ml of its pile are left when it begins, what other piles take of it gone already."""
    left = {mix: use.volume_ml - use.taken_ml for mix, use in uses.items()}
    found: dict[str, float] = {}
    for one in passes:
        steps = {step.id: step for step in one.steps}
        for unit in one.units:
            found[unit.id] = max(0.0, left.get(unit.mix, 0.0))
            laid = summed((steps[id_].mix, steps[id_].volume_ml) for id_ in unit.steps)
            for mix, volume in from_piles(laid, blends).items():
                left[mix] = left.get(mix, 0.0) - volume
    return found


@dataclass(frozen=True)
class SharedPile:
    """A mix of one panel that also serves a mix of the other: `de00` apart, `volume_ml` for both."""

    mine: str
    theirs: str
    de00: float
    volume_ml: float


def shared_piles(
    mine: Sequence[Mix], my_ml: Mapping[str, float], theirs: Sequence[Mix], their_ml: Mapping[str, float]
) -> tuple[SharedPile, ...]:
    """Mixes of two panels that are so alike that one pile does for both, each used once, the nearest pairs first."""
    mine = [mix for mix in mine if mix.id in my_ml]
    theirs = [mix for mix in theirs if mix.id in their_ml]
    if not mine or not theirs:
        return ()
    lab = (np.array([mix.match.lab_dry for mix in mine]), np.array([mix.match.lab_dry for mix in theirs]))
    apart = delta_e_2000(lab[0][:, None], lab[1][None])
    found: list[SharedPile] = []
    for i, j in sorted(np.ndindex(*apart.shape), key=lambda at: (float(apart[at]), at)):
        taken = any(pile.mine == mine[i].id or pile.theirs == theirs[j].id for pile in found)
        if apart[i, j] < ALIKE_DE00 and not taken:
            volume = my_ml[mine[i].id] + their_ml[theirs[j].id]
            found.append(SharedPile(mine[i].id, theirs[j].id, float(apart[i, j]), volume))
    return tuple(found)
