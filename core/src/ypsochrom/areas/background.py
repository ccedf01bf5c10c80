"""Which background suits a subject: a few values and hues, and the contrast that each gives along the silhouette."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value, value_to_lightness
from ..colour.types import Lab, LabTriple, triple
from ..colour.words import colour_name, hue_family
from .area import Area
from .borders import Border

VALUES = (2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5)
LOST_BELOW = 0.5
"""Where the background comes within half a step of the subject, the silhouette is lost to a squinting eye."""

CALM_CHROMA = 12.0
"""A background stays quieter than most subjects; from memory."""


@dataclass(frozen=True)
class Offer:
    """One background: its colour, its name, and what it does along the silhouette (length-weighted).

    `contrast` is the mean difference of value, `lost_share` the part of the silhouette within half a step, `nearest_de00`
    how close it comes to any colour of the subject (CIEDE2000): below 5 it makes a hole.
    """

    lab: LabTriple
    name: str
    contrast: float
    lost_share: float
    nearest_de00: float
    now: bool = False


def silhouette(subject: Collection[str], borders: Sequence[Border]) -> list[tuple[str, float]]:
    """The subject's outer edge: the id of the area inside and the length in mm, for every border with what is not subject."""
    found = []
    for border in borders:
        inside = [side for side in (border.a, border.b) if side in subject]
        if len(inside) == 1:
            found.append((inside[0], border.length_mm))
    return found


def offers(
    subject: Collection[str], areas: Mapping[str, Area], borders: Sequence[Border], count: int = 6
) -> list[Offer]:
    """The background there is, then the `count` best others; empty when the subject has no silhouette.

    Candidates are the neutral, the background's own hue, the subject's hue and its complement, at seven values. Best is what
    loses least of the silhouette, then what contrasts most without making a hole; of one value only the best hue is kept.
    """
    edge = silhouette(subject, borders)
    around = _around(subject, areas, borders)
    if not edge or around is None:
        return []
    mean = np.average([areas[k].lab for k in subject], axis=0, weights=[areas[k].area_cm2 for k in subject])
    hues = {"grey": None, hue_family(around): _angle(around), hue_family(mean): _angle(mean)}
    hues |= {"against it": _angle(mean) + np.pi}
    found: dict[float, Offer] = {}
    for value in VALUES:
        for angle in hues.values():
            chroma = 0.0 if angle is None else CALM_CHROMA
            turn = angle or 0.0
            lab = np.array([float(value_to_lightness(np.array(value))), chroma * np.cos(turn), chroma * np.sin(turn)])
            offer = _offer(lab, edge, subject, areas)
            if value not in found or _rank(offer) > _rank(found[value]):
                found[value] = offer
    best = sorted(found.values(), key=_rank, reverse=True)[:count]
    present = _offer(around, edge, subject, areas)
    return [
        Offer(present.lab, present.name, present.contrast, present.lost_share, present.nearest_de00, now=True),
        *best,
    ]


HOLE_DE00 = 5.0


def _rank(offer: Offer) -> tuple[bool, float, float]:
    return offer.nearest_de00 >= HOLE_DE00, -round(offer.lost_share, 2), offer.contrast


def _angle(lab: Lab) -> float:
    return float(np.arctan2(lab[2], lab[1]))


def _around(subject: Collection[str], areas: Mapping[str, Area], borders: Sequence[Border]) -> Lab | None:
    weights, colours = [], []
    for border in borders:
        outside = [side for side in (border.a, border.b) if side not in subject]
        if len(outside) == 1:
            weights.append(border.length_mm)
            colours.append(areas[outside[0]].lab)
    return np.average(np.array(colours), axis=0, weights=weights) if weights else None


def _offer(lab: Lab, edge: Sequence[tuple[str, float]], subject: Collection[str], areas: Mapping[str, Area]) -> Offer:
    value = float(lab_to_value(lab))
    gaps = np.array([abs(areas[inside].value - value) for inside, _ in edge])
    lengths = np.array([length for _, length in edge])
    parts = np.array([part.lab for k in subject for part in areas[k].parts])
    nearest = float(delta_e_2000(parts, lab[None, :]).min()) if len(parts) else float("inf")
    return Offer(
        lab=triple(lab),
        name=colour_name(lab),
        contrast=float(np.average(gaps, weights=lengths)),
        lost_share=float(lengths[gaps < LOST_BELOW].sum() / lengths.sum()),
        nearest_de00=nearest,
    )
