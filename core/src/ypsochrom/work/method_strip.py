"""A method as a strip: what the painting would look like after each of its passes, small, with what each pass asks for."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..formats.pictures import png
from ..kit import codec
from ..kit.recent import Recent
from ..mixes.blends import shares_of
from ..mixes.mix_set import Mix
from ..passes.films.stages import paint_picture, smaller, stages
from ..passes.plan.pass_plan import find_passes
from ..passes.step import PaintPass
from .graph import Work
from .pass_nodes import canvas_for, scene_of

STRIP_PX = 240
"""The longer side of a picture in a strip."""


@dataclass(frozen=True)
class StripPass:
    """A pass in a strip: hands-on minutes, minutes waited for, ml of paint with medium, and how many piles are out."""

    number: int
    role: str
    minutes: float
    wait_minutes: float
    volume_ml: float
    piles: int


@dataclass(frozen=True)
class Strip:
    """The passes of a method, and their dry stages side by side in one JPEG, each `width` x `height` px.

    `stamp` changes with what it is made from.
    """

    stamp: str
    passes: tuple[StripPass, ...]
    width: int
    height: int
    picture: bytes


_strips: Recent[str, Strip] = Recent(6)


def strip_of(work: Work, school: str) -> Strip:
    """The strip of a method with the painter's other choices as they are; about 0.6 s, and nothing when it is known."""
    choices = work.inputs.brief.passes
    key = codec.fingerprint([work.key("passes").digest, school])
    return _strips.get(key) or _strips.keep(key, _made(work, key, school if school != choices.school else ""))


def _made(work: Work, stamp: str, other: str) -> Strip:
    scene, stock, choices = scene_of(work), work.inputs.stock, work.inputs.brief.passes
    plan = find_passes(scene, stock.tubes, choices.as_school(other), stock.mediums) if other else work.now("passes")
    canvas = canvas_for(work, scene)
    small = smaller(canvas, STRIP_PX)
    shown = [paint_picture(stage, small) for stage in stages(scene, plan.mix_of, plan.passes, scene.mixes.box, canvas)]
    height, width = shown[0].shape[:2]
    told = tuple(_told(one, plan.mix_of) for one in plan.passes)
    return Strip(stamp, told, width, height, png.picture_jpeg(np.concatenate(shown, axis=1)))


def _told(one: PaintPass, mix_of: Mapping[str, Mix]) -> StripPass:
    piles = {pile for step in one.steps for pile in shares_of(mix_of[step.mix])}
    return StripPass(
        number=one.number,
        role=one.title,
        minutes=sum(unit.total_minutes for unit in one.units),
        wait_minutes=sum(unit.wait_minutes for unit in one.units),
        volume_ml=sum(unit.volume_ml + unit.medium_ml for unit in one.units),
        piles=len(piles),
    )
