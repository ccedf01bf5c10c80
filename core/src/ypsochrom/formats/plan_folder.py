"""A plan's folder read back, as far as a painting is checked against it: areas, stages, piles and what each pass does where."""

import json
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path
from typing import Any

import cv2
import numpy as np

from ..checks.drawing import drawn_on
from ..checks.stage import CheckedArea, PlannedPile, PlannedStage, PlannedWork, bare_support, by_area
from ..colour import cielab
from ..colour.types import Srgb8
from ..imaging.outlines import rings
from ..kit.errors import BadSetting
from ..materials.support import Support
from ..mixes.recipe import Recipe
from ..paint.catalogue import paintbox
from .exchange.plan_json import PLAN_VERSION

Json = Mapping[str, Any]


def planned_stage(folder: Path, number: int, *, wet: bool = False) -> PlannedStage:
    """The painting as it should be after pass `number` of the plan in a folder; 0 is the drawing, before any paint.

    With `wet` also before it dries, as near as the wet and dry colours of its piles tell.

    `BadSetting` where the folder holds no plan of this version, or no such pass.
    """
    plan = _plan(folder)
    numbers = [int(one["number"]) for one in plan["passes"]]
    if number != 0 and number not in numbers:
        raise BadSetting(f"This plan has no pass {number}.", f"Give a pass from 0 (the drawing) to {max(numbers)}.")
    labels = _picture(folder / "areas.png", cv2.IMREAD_UNCHANGED)
    size = {one["id"]: one["area_cm2"] for one in plan["areas"]}
    support = Support(float(plan["support"]["width_mm"]), float(plan["support"]["height_mm"]))
    bare = bare_support(labels.shape)
    if number == 0:
        mm_per_px = support.width_mm / labels.shape[1]
        lines = [ring for area in plan["areas"] for ring in rings(labels == area["index"], mm_per_px)]
        so_far: tuple[Srgb8, ...] = (bare, drawn_on(bare, lines, mm_per_px))
    else:
        painted = [_stage(folder, one) for one in numbers if one <= number]
        so_far = (bare, *painted)
    stage = PlannedStage(
        number=number,
        support=support,
        areas=tuple(
            CheckedArea(one["index"], one["id"], one["name"], one["area_cm2"], tuple(one["centre"]))
            for one in plan["areas"]
        ),
        labels=labels,
        so_far=so_far,
        wet=so_far[-1],
        work=by_area(
            (step["area"], _work(one, step, size[step["area"]])) for one in plan["passes"] for step in one["steps"]
        ),
        piles={
            one["id"]: PlannedPile(
                one["id"],
                one["name"],
                Recipe.of(one["parts"]),
                tuple(one["lab_dry"]),
                tuple(one["lab_wet"]),
                one["volume_ml"],
            )
            for one in plan["mixes"]
        },
        box=paintbox(tuple(plan["palette"])),
        drawn=number == 0,
    )
    return replace(stage, wet=_wet(stage)) if wet and not stage.drawn else stage


def _work(paint_pass: Json, step: Json, area_cm2: float) -> PlannedWork:
    share = step["area_cm2"] / area_cm2
    return PlannedWork.of(paint_pass["number"], paint_pass["role"], step["mix"], step["technique"], share)


def _plan(folder: Path) -> Json:
    try:
        plan = json.loads((folder / "plan.json").read_text(encoding="utf-8"))
    except OSError as error:
        raise BadSetting(
            f"There is no plan in {folder}: {error.strerror}.", "Give the folder that `ypsochrom plan` wrote."
        ) from error
    except ValueError as error:
        raise BadSetting(f"{folder / 'plan.json'} is no plan.", "Write it anew with `ypsochrom plan`.") from error
    if not isinstance(plan, dict) or plan.get("schema_version") != PLAN_VERSION:
        raise BadSetting(
            f"{folder / 'plan.json'} is not of version {PLAN_VERSION}.", "Write it anew with `ypsochrom plan`."
        )
    return plan


def _picture(path: Path, how: int) -> np.ndarray:
    found = cv2.imread(str(path), how)
    if found is None:
        raise BadSetting(f"{path} is missing or is no picture.", "Write the plan anew with `ypsochrom plan`.")
    return found


def _stage(folder: Path, number: int) -> Srgb8:
    names = [path for path in (folder / "stages").glob(f"{number:02d}-*.png") if not path.stem.endswith("-values")]
    if len(names) != 1:
        raise BadSetting(
            f"There is no picture of pass {number} in {folder / 'stages'}.",
            "Write the plan anew with `ypsochrom plan`.",
        )
    return np.asarray(cv2.cvtColor(_picture(names[0], cv2.IMREAD_COLOR), cv2.COLOR_BGR2RGB))


def _wet(stage: PlannedStage) -> Srgb8:
    """A stage before it dries: every area moved by as much as the piles of this pass are lighter wet than dry."""
    shift = np.zeros((int(stage.labels.max()) + 1, 3))
    for area in stage.areas:
        for work in stage.worked_on(area.id):
            pile = stage.piles[work.mix]
            shift[area.index] += work.share * np.subtract(pile.lab_wet, pile.lab_dry)
    return cielab.lab_to_srgb8(cielab.srgb8_to_lab(stage.dry) + shift[stage.labels])
