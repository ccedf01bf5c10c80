"""How long the drawing survives under paint: the contrast of the drawn line through the films, pass after pass."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...areas.families import FAMILIES, KINDS
from ...colour import cielab, spectra
from ...colour.types import Float, Reflectance
from ...mixes.mix_set import Mix
from ...mixes.recipe import Recipe
from ...paint import surface
from ...paint.catalogue import Paintbox
from ..manners import manner
from ..scene import Drawing, Scene
from ..step import PaintPass
from . import layers
from .coating import Coating

READABLE_L = 2.0
"""A line that differs from what surrounds it by less L* than this cannot be followed at arm's length; from memory."""

LOST_SHARE = 0.5
"""A drawing of which less than this share of the line can be followed has to be re-stated."""

_CONTRAST_L: Mapping[Drawing, float] = {"light": 15.0, "strong": 35.0}
"""By how much a drawn line differs from what it is drawn on: pencil, and charcoal or ink; from memory."""

_CHALK_BELOW_L = 45.0
"""On what is darker than this the line is drawn light: chalk instead of pencil (common practice)."""

_MUTING_SHARES = (0.95, 0.9, 0.85, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3)
_THINNER = (0.6, 0.4, 0.25)
_CLEARER = (0.5, 0.7, 0.8, 0.9)


@dataclass(frozen=True)
class Survival:
    """`readable[i]` is the share (0-1) of the line still needed that can be followed after pass i + 1; None before it was drawn.

    `restated` lists the passes before which it has to be drawn again, `saved_by` what would spare the first of them.
    """

    readable: tuple[float | None, ...]
    restated: tuple[int, ...]
    saved_by: str

    @property
    def at_risk(self) -> bool:
        """Whether the drawing is lost before the last pass."""
        return bool(self.restated)


def drawn_before(passes: Sequence[PaintPass]) -> int:
    """The pass before which the drawing is made: after an opaque ground, else at the beginning."""
    return 2 if passes and passes[0].role == "ground" else 1


def survival(
    scene: Scene, passes: Sequence[PaintPass], mix_of: Mapping[str, Mix], box: Paintbox, drawing: Drawing
) -> Survival:
    """Follow the line through all passes, where later ones still need it; it is re-stated where it is lost there."""
    if drawing == "none" or not passes:
        return Survival((None,) * len(passes), (), "")
    length, first = _line_lengths(scene), drawn_before(passes)
    plain = Coating(scene.areas, box, scene.bare)
    lined = Coating(scene.areas, box, scene.bare)
    readable: list[float | None] = []
    restated: list[int] = []
    saved_by = ""
    for place, paint_pass in enumerate(passes, start=1):
        if place == first or place in restated:
            lined.state = _line(drawing, plain.state)
        before = (plain.state.copy(), lined.state.copy())
        plain.carry_out(paint_pass, mix_of)
        lined.carry_out(paint_pass, mix_of)
        if place < first:
            readable.append(None)
            continue
        weight = length * _still_to_paint(plain, passes[place:])
        share = _share(plain.state, lined.state, weight)
        readable.append(share)
        if share < LOST_SHARE and place < len(passes):
            restated.append(place + 1)
            saved_by = saved_by or _saved_by(scene, paint_pass, mix_of, box, weight, before)
    return Survival(tuple(readable), tuple(restated), saved_by)


def _line(drawing: Drawing, beneath: Reflectance) -> Reflectance:
    """A line drawn on everything: grey, darker than what it is drawn on, or lighter where that is dark."""
    finish = surface.dry("satin")
    lightness = spectra.reflectance_to_lab(surface.seen(beneath, finish))[:, 0]
    drawn = np.where(lightness < _CHALK_BELOW_L, lightness + _CONTRAST_L[drawing], lightness - _CONTRAST_L[drawing])
    seen = cielab.lightness_to_luminance(np.clip(drawn, 2.0, 98.0))
    line: Reflectance = np.repeat(surface.internal(seen, finish)[:, None], beneath.shape[1], axis=1)
    return line


def muting_share(recipe: Recipe, box: Paintbox, beneath: Reflectance) -> float:
    """The most medium with which one thin coat of a veil leaves a strong line no stronger than a pencil's."""
    below = np.atleast_2d(beneath)
    line, finish = _line("strong", below), surface.dry("satin")
    for share in _MUTING_SHARES:
        veil = manner("thin", share=share)
        plain, lined = (
            spectra.reflectance_to_lab(surface.seen(layers.laid(recipe, box, veil, 1, state), finish))[:, 0]
            for state in (below, line)
        )
        if float(np.abs(plain - lined).max()) <= _CONTRAST_L["light"]:
            return share
    return _MUTING_SHARES[-1]


def _line_lengths(scene: Scene) -> Float:
    """The length of drawn line (mm) in every cell: an area's border, shared among its families by their surface."""
    edge = np.zeros(len(scene.areas))
    index = {area.id: area.index for area in scene.areas}
    for border in scene.borders:
        for side in (border.a, border.b):
            edge[index[side]] += border.length_mm / 2
    if not edge.any():
        edge = np.sqrt([area.area_cm2 for area in scene.areas])
    weight = np.zeros((len(scene.areas), KINDS))
    for area in scene.areas:
        for part in area.parts:
            weight[area.index, FAMILIES.index(part.family)] = (
                edge[area.index] * part.area_cm2 / max(area.area_cm2, 1e-9)
            )
    return weight.ravel()


def _still_to_paint(coating: Coating, passes: Sequence[PaintPass]) -> Float:
    """1 for every cell that one of these passes covers; after the last pass for all."""
    wanted = np.zeros(len(coating.state))
    for paint_pass in passes:
        for step in paint_pass.steps:
            wanted[coating.cells(step.area, step.family)] = 1.0
    return wanted if wanted.any() else np.ones(len(wanted))


def _share(plain: Reflectance, lined: Reflectance, weight: Float) -> float:
    finish = surface.dry("satin")
    lightness = [spectra.reflectance_to_lab(surface.seen(state, finish))[:, 0] for state in (plain, lined)]
    total = float(weight.sum())
    followed = float(weight[np.abs(lightness[0] - lightness[1]) >= READABLE_L].sum())
    return min(1.0, followed / total) if total > 0 else 0.0


def _saved_by(
    scene: Scene,
    paint_pass: PaintPass,
    mix_of: Mapping[str, Mix],
    box: Paintbox,
    weight: Float,
    before: tuple[Reflectance, Reflectance],
) -> str:
    """In words: the thickest film, or else the least medium, with which this pass would leave the line to be seen."""

    def share(of: PaintPass) -> float:
        plain, lined = Coating(scene.areas, box, scene.bare), Coating(scene.areas, box, scene.bare)
        plain.state, lined.state = before[0].copy(), before[1].copy()
        plain.carry_out(of, mix_of)
        lined.carry_out(of, mix_of)
        return _share(plain.state, lined.state, weight)

    for factor in _THINNER:
        thinner = replace(
            paint_pass, steps=tuple(replace(s, coats=1, film_um=s.film_um * factor) for s in paint_pass.steps)
        )
        if share(thinner) >= LOST_SHARE:
            film = float(np.median([step.film_um for step in thinner.steps]))
            return f"One coat of about {film:.0f} um in pass {paint_pass.number} would leave it to be seen."
    for medium in _CLEARER:
        clearer = replace(paint_pass, steps=tuple(replace(s, coats=1, medium_share=medium) for s in paint_pass.steps))
        if share(clearer) >= LOST_SHARE:
            return f"One coat with {medium:.0%} clear medium in pass {paint_pass.number} would leave it to be seen."
    return ""
