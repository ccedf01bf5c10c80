"""From a photo to a painting plan: the whole work in its order."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from ..areas.area import AreaMap, find_areas
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from ..kit.progress import Progress, part_of, silent
from ..materials.brushes import WIDTHS_MM
from ..materials.shelf import Tube, usable_box
from ..materials.support import Support
from ..mixes.mix_set import USUAL_TUBES, Mix, MixSet, choose_palette, find_mixes, targets_of
from ..mixes.palette import checked_tubes
from ..mixes.search import best_recipes
from ..mixes.table import table_for
from ..subject.crop import MIDDLE, CropCentre, crop_to
from ..subject.decode import Picture
from ..values.scale import value_field
from ..values.steps import Method, checked_count, thresholds
from ..values.value_map import ValueMap, value_map
from .direct import PaintPass, ground_colour, mix_volumes, plan_passes
from .judgement import pale_over_dark
from .quantities import PaintNeed, paint_needs, stock_advice

SCHOOLS = ("direct",)
USUAL_STEPS = 5
GROUND_MIX_ID = "m00"


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
        if self.school not in SCHOOLS:
            raise BadSetting(f"There is no school {self.school!r} yet.", f"Choose one of: {', '.join(SCHOOLS)}.")
        checked_count(self.steps)
        checked_tubes(self.tubes)

    @property
    def map_brush_mm(self) -> float:
        """The brush to which the value map is simplified."""
        if self.brush_mm is None:
            short_side = min(self.support.width_mm, self.support.height_mm)
            return min(max(WIDTHS_MM), round(short_side / 30, 1))
        return self.brush_mm


@dataclass(frozen=True)
class PassPlan:
    """Passes with the ground's mix, millilitres by mix id, and the paint needed."""

    ground: Mix
    passes: tuple[PaintPass, ...]
    volumes: dict[str, float]
    paint: tuple[PaintNeed, ...]
    advice: tuple[Advice, ...] = ()


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
        """The ground's mix, then the others from dark to light."""
        return (self.passes.ground, *self.mixes.mixes)


def find_passes(
    areas: AreaMap, mixes: MixSet, tubes: Sequence[Tube], support: Support, progress: Progress = silent
) -> PassPlan:
    """The pass plan of the school "direct, dark to light" with its quantities."""
    match = best_recipes(table_for(mixes.box), np.array(ground_colour(areas.areas)), count=1)[0]
    serves = tuple((area.id, part.family) for area in areas.areas for part in area.parts)
    ground = Mix(GROUND_MIX_ID, "ground tone", match, serves)
    passes = plan_passes(areas.areas, mixes, ground, support, progress)
    volumes = mix_volumes(passes)
    used = [mix for mix in (ground, *mixes.mixes) if mix.id in volumes]
    needs = paint_needs(volumes, used, tubes)
    advice = (*pale_over_dark(areas.areas, ground, passes), *stock_advice(needs))
    return PassPlan(ground, passes, volumes, needs, advice)


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
    mixes = find_mixes(areas.areas, palette, progress=part_of(progress, 0.6, 0.85))
    passes = find_passes(areas, mixes, tubes, settings.support, part_of(progress, 0.85, 1.0))
    progress(1.0, "done")
    return Plan(settings, cropped, values, areas, mixes, passes)
