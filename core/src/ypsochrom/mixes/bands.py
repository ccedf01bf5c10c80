"""The string of piles of a gradation: three to five from its light end to its dark end, and what its parts take of them.

Common practice: the ends are mixed first, what lies between is made of them with the knife, and the brush only joins them.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..areas.area import Area, FamilyPart
from ..areas.families import MIDDLE
from ..areas.gradations import Gradation
from ..areas.names import mark
from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, triple
from ..kit.sums import summed
from ..paint import appearance
from ..values.scale import USUAL_RANGE, PaintRange, lab_in_paint_range
from .blends import is_blend, string_id
from .gather import Target
from .mix_set import Band, Mix, MixSet, PileString, in_box, in_tube_paint
from .piles import VALUE_WEIGHT, Dose
from .search import evaluate

_RATIOS = ((1, 1), (2, 1), (3, 1), (4, 1), (3, 2))
"""Parts of two piles that are put together with the knife, either way round."""

_OTHERS_PILE, _TWO_PILES = 1.0, 0.3
"""What it may cost in CIEDE2000 to turn to a pile that is not the area's own, and to mix two."""

_SAMPLES = 101
_ALONG = np.linspace(0.0, 1.0, _SAMPLES)
_END_SHARE = 1 / 8
"""What the first and the last of five piles cover of a gradation."""


@dataclass(frozen=True, eq=False)
class Graded:
    """An area whose colour runs, as it is to be painted.

    `parts` are those along which it runs, `lab` the colour (n, 3) at `_SAMPLES` places of its string.
    """

    area: Area
    gradation: Gradation
    parts: tuple[FamilyPart, ...]
    lab: Lab

    @classmethod
    def of(cls, area: Area, photo: Area, gradation: Gradation) -> "Graded | None":
        """The area as it is to be painted and as it was found: the gradation moves with the colours that the painter wants.

        None where nothing of it is painted.
        """
        parts = tuple(part for part in area.parts if part.family in MIDDLE)
        if not parts:
            return None
        lab = gradation.at(_ALONG)
        was = {part.family: np.array(part.lab) for part in photo.parts}
        there = np.array([was[part.family] for part in parts])
        moved = np.array([part.lab for part in parts]) - there
        if moved.any():
            nearest = np.linalg.norm(lab[:, None] - there[None], axis=2).argmin(axis=1)
            middles = np.array(
                [_ALONG[nearest == i].mean() if (nearest == i).any() else 0.5 for i in range(len(parts))]
            )
            order = np.argsort(middles)
            lab = lab + np.stack([np.interp(_ALONG, middles[order], column) for column in moved[order].T], axis=1)
        return cls(area, gradation, parts, lab)

    @property
    def places(self) -> tuple[float, ...]:
        """Where the piles of its string lie, 0 (light) to 1 (dark)."""
        return self.gradation.places(self.area.area_cm2)

    def colour(self, at: float, paint_range: PaintRange) -> Lab:
        """The colour at a place, in the range of dry paint."""
        return lab_in_paint_range(self.lab[round(at * (_SAMPLES - 1))], paint_range)

    @property
    def shares(self) -> Float:
        """What every part takes of the string's piles, shape (parts, piles): each row adds up to 1.

        From its light end on every part has as much of the surface as it covers, in the order of their colours.
        """
        order = np.argsort(np.linalg.norm(self.lab[:, None] - [part.lab for part in self.parts], axis=2).argmin(axis=0))
        covered = np.concatenate([[0.0], np.cumsum([self.parts[i].area_cm2 for i in order])])
        found = np.zeros((len(self.parts), len(self.places)))
        for i, begins, ends in zip(order, covered, covered[1:], strict=False):
            at = self.gradation.before(np.linspace(begins, ends, _SAMPLES) / covered[-1])
            found[i] = [np.interp(at, self.places, one).mean() for one in np.eye(len(self.places))]
        return found


def graded(areas: Iterable[Area], photo: Iterable[Area], gradations: Mapping[str, Gradation]) -> tuple[Graded, ...]:
    """The areas with a gradation, from the areas as they are to be painted and as they were found."""
    seen = {area.id: area for area in photo}
    found = [Graded.of(area, seen[area.id], gradations[area.id]) for area in areas if area.id in gradations]
    return tuple(one for one in found if one is not None)


def ends_of(runs: Iterable[Graded], paint_range: PaintRange = USUAL_RANGE) -> tuple[Target, ...]:
    """What has to be mixed for the ends of gradations beside their parts, each for its share of the area."""
    return tuple(
        Target("", triple(run.colour(end, paint_range)), run.area.area_cm2 * _END_SHARE)
        for run in runs
        for end in (0.0, 1.0)
    )


def with_strings(found: MixSet, runs: Sequence[Graded], paint_range: PaintRange = USUAL_RANGE) -> MixSet:
    """The set with a string for every gradation; the parts along which it runs are painted with shares of its piles."""
    if not runs:
        return found
    candidates = _Candidates(found)
    strings, blends = [], []
    for run in runs:
        even = {part.family: _in_piles(found.serving(run.area.id, part.family)) for part in run.parts}
        own = {dose.source for doses in even.values() for dose in doses}
        shares = run.shares
        of_all = np.average(shares, axis=0, weights=[part.area_cm2 for part in run.parts])
        bands = tuple(
            candidates.nearest(at, float(share), run.colour(at, paint_range), own)
            for at, share in zip(run.places, of_all, strict=True)
        )
        if len({band.doses for band in bands}) < 2:
            continue  # what differs in the photo is one colour to these paints
        strings.append(PileString(run.area.id, run.gradation.light_end, run.gradation.dark_end, bands, even))
        blends += [
            _of_part(run.area, part, list(zip(bands, row.tolist(), strict=True)), found, paint_range)
            for part, row in zip(run.parts, shares, strict=True)
        ]
    taken = {part for blend in blends for part in blend.serves}
    piles, others = (
        tuple(replace(mix, serves=tuple(part for part in mix.serves if part not in taken)) for mix in some)
        for some in (found.mixes, found.blends)
    )
    left = tuple(blend for blend in others if blend.serves)
    return replace(found, mixes=piles, blends=(*left, *blends), strings=tuple(strings))


def _in_piles(mix: Mix) -> tuple[Dose, ...]:
    """A blend as the piles that it is mixed of; a pile as itself."""
    return mix.doses if is_blend(mix) else (Dose(mix.id, 1),)


class _Candidates:
    """All piles of a set, and what two of them can be put together to in a few parts."""

    def __init__(self, found: MixSet) -> None:
        piles = [mix for mix in found.mixes if set(mix.match.recipe.keys) <= set(found.palette)]
        self._box = found.box
        self._ids = [mix.id for mix in piles]
        one, other = np.triu_indices(len(piles), k=1)
        both = np.concatenate([np.stack([one, other], axis=1), np.stack([other, one], axis=1)])
        pairs = [both[: len(one)] if a == b else both for a, b in _RATIOS]
        parts = [np.tile(ratio, (len(some), 1)) for ratio, some in zip(_RATIOS, pairs, strict=True)]
        alone = np.arange(len(piles))
        self._piles = np.concatenate([np.stack([alone, alone], axis=1), *pairs])
        self._parts = np.concatenate([np.tile((1, 0), (len(piles), 1)), *parts])
        shares = np.array([in_box(mix.match.recipe, found.box) for mix in piles])
        weights = self._parts / self._parts.sum(axis=1, keepdims=True)
        self._mixed: Float = (shares[self._piles] * weights[..., None]).sum(axis=1)
        self._lab: Lab = appearance.dry_lab(self._mixed, found.box)

    def nearest(self, at: float, share: float, goal: Lab, own: set[str]) -> Band:
        """What comes nearest to the colour at a place, the area's own piles first."""
        foreign = np.array([id_ not in own for id_ in self._ids])[self._piles].any(axis=1)
        value = np.abs(lab_to_value(self._lab) - lab_to_value(goal))
        effort = _OTHERS_PILE * foreign + _TWO_PILES * (self._parts[:, 1] > 0)
        best = int(np.argmin(delta_e_2000(self._lab, goal) + VALUE_WEIGHT * value + effort))
        match = evaluate(in_tube_paint(self._mixed[best], self._box), goal, self._box)
        of_each = zip(self._piles[best].tolist(), self._parts[best].tolist(), strict=True)
        return Band(at, share, tuple(Dose(self._ids[pile], parts) for pile, parts in of_each if parts), match)


def _of_part(
    area: Area, part: FamilyPart, bands: Sequence[tuple[Band, float]], found: MixSet, paint_range: PaintRange
) -> Mix:
    """What one part of a gradation is painted with: shares of the piles of the bands that lie in it.

    Side by side bands look like what the part would be painted with by itself, and not like all of them stirred together, which
    is darker: its recipe and colour stand for the whole part, and its pile is the first of the doses.
    """
    taken = summed(
        (dose.source, share * dose.parts / sum(one.parts for one in band.doses))
        for band, share in bands
        for dose in band.doses
        if share > 0
    )
    told = {pile: max(round(share, 3), 0.001) for pile, share in taken.items()}
    whole = found.serving(area.id, part.family)
    own = _in_piles(whole)[0].source
    goal = lab_in_paint_range(np.array(part.lab), paint_range)
    return Mix(
        id=string_id(area.id, part.family),
        name=f"string of {mark(area.id)}, {part.family}",
        match=evaluate(whole.match.recipe, goal, found.box),
        serves=((area.id, part.family),),
        doses=tuple(Dose(pile, told[pile]) for pile in sorted(told, key=lambda one: (one != own, -told[one], one))),
    )
