"""What the panel looks like after every pass: the films of the plan, computed over each other, with soft and hard edges.

The picture is made of cells (a family of an area); beside every edge lies a rim in which the paint of what is behind runs under
what stands before it, and shows until that is painted. Soft edges are blended over their width, hard ones stay as they are.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal, get_args

import cv2
import numpy as np

from ...areas.area import AreaMap
from ...areas.borders import Border, Softness
from ...areas.families import FAMILIES, KINDS, MIDDLE, cells_of
from ...colour import cielab, spectra
from ...colour.types import Float, Grey8, Lab, LabelImage, Srgb8
from ...imaging.coloured import in_colours
from ...mixes.blends import is_of_string
from ...mixes.mix_set import Mix
from ...mixes.recipe import Recipe
from ...paint import surface
from ...paint.catalogue import Paintbox
from ...values.value_map import brush_px
from ..manners import GLAZES
from ..scene import Layout, Scene
from ..step import PaintPass, Step
from . import layers
from .coating import OVERLAP_MM, Coating, manner_of
from .tufts import in_tufts

Look = Literal["dry", "wet", "grey", "changes", "varnished"]
LOOKS: tuple[Look, ...] = get_args(Look)

BLEND_MM: Mapping[Softness, float] = {"lost": 6.0, "soft": 3.0, "firm": 1.0, "hard": 0.0}
FAMILY_BLEND_MM = 2.0
"""How far both sides of an edge are worked into each other; inside an area, from family to family. From memory."""

_RUNNING = [FAMILIES.index(family) for family in MIDDLE]
"""The parts of a gradation that run into each other; accents and highlights sit on it."""

_BLUR_MM = 2.0
_WIDE_PX = 3.0
"""A blur of this standard deviation or more is made at half the size."""

_UNCHANGED_SHARE = 0.25
"""In the look at the changes, what a pass leaves alone keeps so much of its contrast, around a pale grey."""


@dataclass(frozen=True, eq=False)
class Canvas:
    """Which cell every pixel shows: numbers below `base` are cells, from there on what lies on them otherwise than on the rest.

    `apart` (n, 3) has for each of these its cell, the cell of the neighbour on whose rim it lies and the band of the gradation's
    string that is laid there, -1 where there is none. `blend` (0-1, float32) is how much of the blurred picture a pixel takes.
    In gradations a pixel lies between two bands: its own, and that in `other` to the `share` (0-1, float32).
    """

    cells: np.ndarray
    base: int
    apart: np.ndarray
    blend: Float
    blur_px: float
    other: np.ndarray
    share: Float


def canvas_of(area_map: AreaMap, layout: Layout, *, under_edges: bool = True) -> Canvas:
    """Prepare a painting's pixels once for all its stages; about 0.3 s at 1,600 px."""
    mm_per_px = layout.support.width_mm / area_map.labels.shape[1]
    cell = cells_of(area_map.labels, in_tufts(area_map, layout, mm_per_px))
    cell, ramps = _ramps(area_map, layout, cell, mm_per_px)
    base = len(area_map.areas) * KINDS
    rim = _rims(cell, area_map.labels, layout, OVERLAP_MM / mm_per_px) if under_edges else np.full_like(cell, -1)
    cell, other, apart = _numbered(cell, rim, ramps, base)
    blend = _blend(area_map, layout.borders, mm_per_px)
    blur_px = max(1.0, brush_px(_BLUR_MM, layout.support, area_map.labels.shape[1]) / 2)
    return Canvas(cell, base, apart, blend, blur_px, other, ramps.share)


@dataclass(frozen=True, eq=False)
class _Ramps:
    """Between which two bands of its string every pixel of a gradation lies: numbers of `bands`, -1 elsewhere, and its `share` of
    the second (0-1). `bands` (n, 2) has the cell that a band belongs to, and its place in the string."""

    one: np.ndarray
    other: np.ndarray
    share: Float
    bands: np.ndarray


def _ramps(area_map: AreaMap, layout: Layout, cell: np.ndarray, mm_per_px: float) -> tuple[np.ndarray, _Ramps]:
    """The cells with gradations laid out as the light falls, every pixel in the part that is nearest there, and their bands."""
    one = np.full(cell.shape, -1, dtype=np.int32)
    other, share = one.copy(), np.zeros(cell.shape, dtype=np.float32)
    bands: list[tuple[int, int]] = []
    own = cell.copy() if layout.gradations else cell
    area_of = {area.id: area for area in layout.areas}
    running = np.isin(np.arange(len(FAMILIES)), _RUNNING)
    for area_id, gradation in layout.gradations.items():
        area = area_of[area_id]
        inside = area_map.labels == area.index
        inside[inside] = running[area_map.families[inside]]
        rows, columns = np.nonzero(inside)
        if not len(rows):
            continue
        along = gradation.along(np.stack([columns, rows], axis=-1) * mm_per_px)
        kinds = area_map.families[inside]
        middle = {int(kind): float(along[kinds == kind].mean()) for kind in np.unique(kinds)}
        at = np.array(gradation.places(area.area_cm2))
        part = np.array([min(middle, key=lambda kind: abs(middle[kind] - place)) for place in at])
        before = np.clip(np.searchsorted(at, along) - 1, 0, len(at) - 2)
        far = np.clip((along - at[before]) / np.maximum(at[before + 1] - at[before], 1e-6), 0.0, 1.0)
        own[inside] = area.index * KINDS + part[before + (far > 0.5)]
        one[inside], other[inside], share[inside] = len(bands) + before, len(bands) + before + 1, far
        bands += [(area.index * KINDS + int(kind), place) for place, kind in enumerate(part)]
    return own, _Ramps(one, other, share, np.array(bands, dtype=np.int32).reshape(-1, 2))


def _numbered(cell: np.ndarray, rim: np.ndarray, ramps: _Ramps, base: int) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """What every pixel shows, what it shows next along its gradation, and the table of what is no plain cell (see `Canvas`)."""
    many = len(ramps.bands) + 1
    one = (cell * (base + 1) + rim + 1) * many
    other = one
    if many > 1:
        running, other = ramps.one >= 0, one.copy()
        beside = rim[running] + 1
        for keys, band in ((one, ramps.one[running]), (other, ramps.other[running])):
            keys[running] = (ramps.bands[band, 0] * (base + 1) + beside) * many + band + 1
    there = np.zeros(base * (base + 1) * many, dtype=bool)
    plain = (np.arange(base) * (base + 1)) * many
    for keys in (one, other):
        there[keys.ravel()] = True
    there[plain] = False
    found = np.flatnonzero(there)
    number = np.zeros(len(there), dtype=np.int32)
    number[plain], number[found] = np.arange(base), base + np.arange(len(found))
    band = found % many - 1
    place = np.where(band >= 0, ramps.bands[band, 1], -1) if many > 1 else band
    apart = np.stack([found // many // (base + 1), found // many % (base + 1) - 1, place], axis=-1)
    return number[one], number[other], apart


def smaller(canvas: Canvas, longest_px: int) -> Canvas:
    """The same canvas with its longer side at most so many pixels; cells are picked, not mixed."""
    every = max(1, -(-max(canvas.cells.shape) // longest_px))
    pick = np.s_[every // 2 :: every, every // 2 :: every]
    cells, blend, other, share = (
        np.ascontiguousarray(one[pick]) for one in (canvas.cells, canvas.blend, canvas.other, canvas.share)
    )
    return Canvas(cells, canvas.base, canvas.apart, blend, max(1.0, canvas.blur_px / every), other, share)


def _rims(cell: np.ndarray, labels: LabelImage, layout: Layout, reach_px: float) -> np.ndarray:
    """For pixels within reach of a neighbour that is painted under their own area that neighbour's cell, else -1."""
    count = len(layout.areas)
    index = {area.id: area.index for area in layout.areas}
    over = np.zeros((count, count), dtype=bool)
    for border in layout.borders:
        under = border.under
        over[index[border.over], index[under]] = True
    found = np.full(cell.shape, -1, dtype=np.int32)
    opposite = _across_the_border(labels, cell)
    on_border = opposite >= 0
    if not on_border.any():
        return found
    away, nearest = cv2.distanceTransformWithLabels(
        (~on_border).astype(np.uint8), cv2.DIST_L2, 3, labelType=cv2.DIST_LABEL_PIXEL
    )
    flat = np.zeros(int(nearest.max()) + 1, dtype=np.int64)
    flat[nearest[on_border]] = np.flatnonzero(on_border.ravel())
    near = np.flatnonzero((away <= reach_px).ravel())
    at = flat[nearest.ravel()[near]]
    own_area = labels.ravel()[near]
    same = labels.ravel()[at] == own_area
    neighbour = np.where(same, opposite.ravel()[at], cell.ravel()[at])
    rim = over[own_area, neighbour // KINDS]
    found.ravel()[near[rim]] = neighbour[rim]
    return found


def _across_the_border(labels: LabelImage, cell: np.ndarray) -> np.ndarray:
    """For pixels with a neighbour in another area that neighbour's cell, else -1."""
    found = np.full(labels.shape, -1, dtype=np.int32)
    for mine, theirs in (
        (np.s_[:, :-1], np.s_[:, 1:]),
        (np.s_[:, 1:], np.s_[:, :-1]),
        (np.s_[:-1], np.s_[1:]),
        (np.s_[1:], np.s_[:-1]),
    ):
        differs = labels[mine] != labels[theirs]
        found[mine][differs] = cell[theirs][differs]
    return found


def _blend(area_map: AreaMap, borders: Sequence[Border], mm_per_px: float) -> Float:
    """How soft every pixel's nearest edges are: 1 at a soft edge, falling to 0 over its width."""
    labels = area_map.labels
    index = {area.id: area.index for area in area_map.areas}
    count = len(area_map.areas)
    width = np.zeros((count, count), dtype=np.float32)
    for border in borders:
        i, j = index[border.a], index[border.b]
        width[i, j] = width[j, i] = BLEND_MM[border.softness]
    np.fill_diagonal(width, FAMILY_BLEND_MM)
    kinds = area_map.families
    seam = np.zeros(labels.shape, dtype=np.float32)
    hard = np.ones(labels.shape, dtype=np.uint8)
    for mine, theirs in ((np.s_[:, :-1], np.s_[:, 1:]), (np.s_[:-1], np.s_[1:])):
        at = np.nonzero((labels[mine] != labels[theirs]) | (kinds[mine] != kinds[theirs]))
        soft = width[labels[mine][at], labels[theirs][at]]
        for side in (mine, theirs):
            seam[side][at] = np.maximum(seam[side][at], soft)
            hard[side][tuple(one[soft == 0] for one in at)] = 0
    found = np.zeros(labels.shape, dtype=np.float32)
    for reach in sorted({*BLEND_MM.values(), FAMILY_BLEND_MM} - {0.0}):
        at = (seam == reach).astype(np.uint8)
        if at.any():
            away = cv2.distanceTransform(1 - at, cv2.DIST_L2, 3)
            np.maximum(found, np.clip(1 - away * mm_per_px / reach, 0, 1), out=found)
    if hard.all():
        return found
    from_hard = cv2.distanceTransform(hard, cv2.DIST_L2, 3) * mm_per_px
    return np.asarray(found * np.clip(from_hard / _BLUR_MM, 0, 1), dtype=np.float32)


class _SplitCoating(Coating):
    """Cells, and what lies apart from them: on a rim the neighbour's paint lies until the own area has been painted; on a
    gradation every band gets its own pile."""

    def __init__(self, scene: Scene, box: Paintbox, canvas: Canvas) -> None:
        super().__init__(scene.areas, box, scene.bare)
        self._base = canvas.base
        self._cell, self._neighbour, self._band = canvas.apart.T
        self.state = np.concatenate([self.state, np.tile(scene.bare, (len(canvas.apart), 1))])
        self._own = np.zeros(len(canvas.apart), dtype=bool)
        self._bands = {area: string.bands for area, string in scene.mixes.string_of.items()}

    def places(self, step: Step, *, ground: bool) -> Iterator[tuple[np.ndarray, Recipe | None]]:
        """The places that a step covers, by what is laid there where it is not its own mix."""
        cells = self.cells(step.area, step.family)
        own = (self._cell >= cells.start) & (self._cell < cells.stop)
        under = (self._neighbour >= cells.start) & (self._neighbour < cells.stop) & ~self._own
        if not ground:
            self._own |= own
        covered = own if ground or step.technique in GLAZES else own | under
        bands = self._bands.get(step.area, ()) if is_of_string(step.mix) else ()
        of_band = [own & (self._band == place) for place in range(len(bands))]
        usual = covered & ~np.any(of_band, axis=0) if bands else covered
        yield np.concatenate([np.arange(cells.start, cells.stop), self._base + np.flatnonzero(usual)]), None
        for there, band in zip(of_band, bands, strict=True):
            if there.any():
                yield self._base + np.flatnonzero(there), band.match.recipe


@dataclass(frozen=True, eq=False)
class Stage:
    """The colours of all cells and rims when a pass is done: dry, with its last coats still wet, and before it (all Lab)."""

    number: int
    dry: Lab
    wet: Lab
    before: Lab


def stages(
    scene: Scene, mixes: Mapping[str, Mix], passes: Sequence[PaintPass], box: Paintbox, canvas: Canvas
) -> Iterator[Stage]:
    """The stages of a plan one by one. What a pass lays is wet as one: its own first steps included."""
    coating = _SplitCoating(scene, box, canvas)
    before = _seen(coating.state)
    for paint_pass in passes:
        wet = before.copy()
        for step in paint_pass.steps:
            manner = manner_of(step)
            for at, recipe in coating.places(step, ground=paint_pass.role == "ground"):
                laid = recipe or mixes[step.mix].match.recipe
                wet_state = layers.laid_wet(laid, box, manner, step.coats, coating.state[at])
                wet[at] = spectra.reflectance_to_lab(surface.seen(wet_state, surface.wet("satin")))
                coating.lay(at, laid, manner, step.coats)
        dry = _seen(coating.state)
        wet = dry + (wet - dry) * scene.factors.wet_shift.value
        yield Stage(paint_pass.number, dry, wet, before)
        before = dry


def _seen(state: Float) -> Lab:
    return spectra.reflectance_to_lab(surface.seen(state, surface.dry("satin")))


def varnished(lab: Lab) -> Lab:
    """The same colours under varnish: what the surface adds to every colour is taken away, so darks go down (same film)."""
    from_xyz = cielab.lab_to_xyz(lab)
    veil = surface.FIRST_SURFACE["satin"] - surface.FIRST_SURFACE["varnished"]
    white = cielab.lab_to_xyz(np.array([100.0, 0.0, 0.0]))
    return cielab.xyz_to_lab(np.maximum(from_xyz - veil * white, 0.0))


def paint_picture(stage: Stage, canvas: Canvas, look: Look = "dry") -> Srgb8:
    """A stage as an 8-bit sRGB picture (height, width, 3).

    `grey` shows values alone, `wet` this pass before it dries, `changes` what this pass did (all else faded), `varnished` the
    dry stage with the darks of a varnished surface.
    """
    if look == "changes":
        return _changes(stage, canvas)
    lab = {"dry": stage.dry, "grey": _greyed(stage.dry), "wet": stage.wet, "varnished": varnished(stage.dry)}[look]
    return _drawn(cielab.lab_to_srgb8(lab), canvas)


def paint_with_values(stage: Stage, canvas: Canvas) -> tuple[Srgb8, Grey8]:
    """The dry stage and its values alone in 8-bit greys (height, width): both in a little more than the time of one."""
    table = np.column_stack([cielab.lab_to_srgb8(stage.dry), cielab.lab_to_srgb8(_greyed(stage.dry))[:, 1]])
    drawn = _drawn(table, canvas)
    colours, greys = cv2.cvtColor(drawn, cv2.COLOR_RGBA2RGB), cv2.extractChannel(drawn, 3)
    return np.asarray(colours, dtype=np.uint8), np.asarray(greys, dtype=np.uint8)


def _greyed(lab: Lab) -> Lab:
    grey: Lab = lab * np.array([1.0, 0.0, 0.0])
    return grey


def _changes(stage: Stage, canvas: Canvas) -> Srgb8:
    changed = np.abs(stage.dry - stage.before).max(axis=-1) > 0.5
    faded = np.array([80.0, 0.0, 0.0]) + (_greyed(stage.dry) - np.array([80.0, 0.0, 0.0])) * _UNCHANGED_SHARE
    return _drawn(cielab.lab_to_srgb8(np.where(changed[:, None], stage.dry, faded)), canvas)


def _drawn(table: np.ndarray, canvas: Canvas) -> np.ndarray:
    """The colours of cells as a picture, its soft edges blended."""
    flat = in_colours(table, canvas.cells)
    if canvas.share.any():
        flat = np.asarray(cv2.blendLinear(in_colours(table, canvas.other), flat, canvas.share, 1.0 - canvas.share))
    if not canvas.blend.any():
        return flat
    soft = _blurred(flat, canvas.blur_px)
    return np.asarray(cv2.blendLinear(soft, flat, canvas.blend, 1.0 - canvas.blend), dtype=np.uint8)


def _blurred(picture: np.ndarray, sigma_px: float) -> np.ndarray:
    """A picture blurred; widely at half its size, which nobody sees and takes a quarter of the time."""
    if sigma_px < _WIDE_PX:
        return np.asarray(cv2.GaussianBlur(picture, (0, 0), sigma_px))
    high, wide = picture.shape[:2]
    half = cv2.resize(picture, (-(-wide // 2), -(-high // 2)), interpolation=cv2.INTER_AREA)
    return np.asarray(cv2.resize(cv2.GaussianBlur(half, (0, 0), sigma_px / 2), (wide, high)))


def stage_pictures(
    area_map: AreaMap, scene: Scene, mixes: Sequence[Mix], passes: Sequence[PaintPass], box: Paintbox
) -> list[Srgb8]:
    """One dry picture per pass; 12 passes at 1,600 px in at most 4 s (benchmarks)."""
    canvas = canvas_of(area_map, scene)
    by_id = {mix.id: mix for mix in mixes}
    return [paint_picture(stage, canvas) for stage in stages(scene, by_id, passes, box, canvas)]
