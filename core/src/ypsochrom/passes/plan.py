"""From a photo to a painting plan: the whole work in its order."""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from ..areas.area import AreaMap, find_areas
from ..areas.borders import borders_of
from ..areas.facts import PLANES, proposed_planes
from ..colour import cielab
from ..colour.types import Lab
from ..imaging.resample import shrink
from ..kit.advice import Advice
from ..kit.progress import Progress, part_of, silent
from ..materials.brushes import WIDTHS_MM
from ..materials.shelf import Tube, usable_box
from ..materials.support import Support
from ..mixes.mix_set import USUAL_TUBES, Mix, MixSet, choose_palette, find_mixes, targets_of
from ..mixes.palette import checked_tubes
from ..subject.crop import MIDDLE, CropCentre, crop_to
from ..subject.decode import Picture
from ..values.scale import value_field
from ..values.steps import Method, checked_count, thresholds
from ..values.value_map import ValueMap, value_map
from .pass_plan import PassPlan, find_passes
from .scene import Choices, Scene
from .schools import school_of

USUAL_STEPS = 5


@dataclass(frozen=True)
class PlanSettings:
    """What the painter decides; `brush_mm` None means a thirtieth of the support's short side, at most the widest brush."""

    support: Support
    steps: int = USUAL_STEPS
    method: Method = "equal"
    limits: tuple[float, ...] | None = None
    brush_mm: float | None = None
    school: str = "direct"
    tubes: int = USUAL_TUBES
    crop: CropCentre = MIDDLE

    def __post_init__(self) -> None:
        school_of(self.school)
        checked_count(self.steps)
        checked_tubes(self.tubes)

    @property
    def map_brush_mm(self) -> float:
        """The brush to which the value map is simplified."""
        if self.brush_mm is None:
            short_side = min(self.support.width_mm, self.support.height_mm)
            return min(max(WIDTHS_MM), round(short_side / 30, 1))
        return self.brush_mm


@dataclass(frozen=True, eq=False)
class Plan:
    """A whole plan; every part can be had on its own from the packages before this one."""

    settings: PlanSettings
    picture: Picture = field(repr=False)
    values: ValueMap
    areas: AreaMap
    mixes: MixSet
    passes: PassPlan

    @property
    def advice(self) -> tuple[Advice, ...]:
        """All advice, in the order of the work."""
        return (*self.picture.advice, *self.mixes.advice, *self.passes.advice)

    @property
    def all_mixes(self) -> tuple[Mix, ...]:
        """All mixes that the passes use: the ground's, the painting's from dark to light, then the school's own."""
        return self.passes.mixes


def scene_of(areas: AreaMap, mixes: MixSet, support: Support, lab: Lab) -> Scene:
    """The scene of a picture as found: proposed planes, borders measured on the picture (Lab, of the label image's size)."""
    planes = proposed_planes(areas.areas, areas.labels)
    depth = {area.id: PLANES.index(planes[area.index]) for area in areas.areas}
    borders = borders_of(areas.areas, areas.labels, lab, support, depth)
    return Scene(areas.areas, {area.id: planes[area.index] for area in areas.areas}, borders, mixes, support)


def make_plan(picture: Picture, settings: PlanSettings, tubes: Sequence[Tube], progress: Progress = silent) -> Plan:
    """The plan of a painting from its reference, the painter's settings and the shelf. About 5 s for a camera photo."""
    box = usable_box(tubes)
    progress(0.02, "cropping to the support")
    cropped = crop_to(picture, settings.support, settings.crop)
    field = value_field(cropped.linear)
    progress(0.08, "finding the values")
    limits = settings.limits or thresholds(field, settings.steps, settings.method)
    values = value_map(field, limits, settings.support, settings.map_brush_mm)
    progress(0.15, "finding the areas")
    areas = find_areas(cropped.linear, field, settings.support)
    progress(0.55, "choosing tubes")
    palette = choose_palette(box, targets_of(areas.areas), settings.tubes)
    mixes = find_mixes(areas.areas, palette, progress=part_of(progress, 0.6, 0.8))
    progress(0.8, "looking at edges")
    scene = scene_at_half_size(cropped, areas, mixes, settings.support)
    choices = Choices(school=settings.school)
    passes = find_passes(scene, tubes, choices, progress=part_of(progress, 0.85, 1.0))
    progress(1.0, "done")
    return Plan(settings, cropped, values, areas, mixes, passes)


def scene_at_half_size(picture: Picture, areas: AreaMap, mixes: MixSet, support: Support) -> Scene:
    """Edges are measured at half the working size: four times as fast, and a soft edge is no harder for it."""
    half = np.ascontiguousarray(areas.labels[::2, ::2])
    linear = shrink(picture.linear, half.shape[1], half.shape[0])
    small = replace(areas, labels=half, families=np.ascontiguousarray(areas.families[::2, ::2]))
    return scene_of(small, mixes, support, np.asarray(cielab.linear_to_lab(linear), dtype=np.float32))
