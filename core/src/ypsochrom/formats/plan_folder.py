"""A plan's folder read back, as far as a painting is checked against it: areas, stages, piles and what each pass does where."""

import json
from collections.abc import Mapping
from pathlib import Path
from typing import Any

import cv2
import numpy as np

from ..checks.drawing import drawn_picture
from ..checks.stage import CheckedArea, PlannedPile, PlannedStage, PlannedWork
from ..colour import cielab
from ..colour.types import LabelImage, Srgb8
from ..imaging.outlines import rings
from ..kit.errors import BadSetting
from ..materials.support import Support
from ..mixes.recipe import Recipe
from ..paint.catalogue import paintbox
from ..passes.manners import GLAZES
from .exchange.plan_json import PLAN_VERSION

BARE = 245
"""Level of 8 bits of the bare white support."""

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
    support = Support(float(plan["support"]["width_mm"]), float(plan["support"]["height_mm"]))
    bare = np.full((*labels.shape, 3), BARE, dtype=np.uint8)
    if number == 0:
        mm_per_px = support.width_mm / labels.shape[1]
        lines = [ring for area in plan["areas"] for ring in rings(labels == area["index"], mm_per_px)]
        so_far: tuple[Srgb8, ...] = (bare, drawn_picture(lines, labels.shape, mm_per_px))
        moist = so_far[-1]
    else:
        painted = [_stage(folder, one) for one in numbers if one <= number]
        so_far = (bare, *painted)
        moist = _wet(painted[-1], labels, plan, number) if wet else painted[-1]
    return PlannedStage(
        number=number,
        support=support,
        areas=tuple(
            CheckedArea(one["index"], one["id"], one["name"], one["area_cm2"], tuple(one["centre"]))
            for one in plan["areas"]
        ),
        labels=labels,
        so_far=so_far,
        wet=moist,
        work=_work(plan),
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


def _work(plan: Json) -> dict[str, tuple[PlannedWork, ...]]:
    size = {area["id"]: area["area_cm2"] for area in plan["areas"]}
    found: dict[str, list[PlannedWork]] = {}
    for one in plan["passes"]:
        for step in one["steps"]:
            opaque = step["technique"] not in GLAZES
            share = min(1.0, step["area_cm2"] / max(size[step["area"]], 1e-6))
            work = PlannedWork(one["number"], one["role"], step["mix"], share, opaque)
            found.setdefault(step["area"], []).append(work)
    return {area: tuple(works) for area, works in found.items()}


def _wet(dry: Srgb8, labels: LabelImage, plan: Json, number: int) -> Srgb8:
    """A stage before it dries: every area moved by as much as its piles are lighter wet than dry."""
    piles = {one["id"]: np.subtract(one["lab_wet"], one["lab_dry"]) for one in plan["mixes"]}
    shift = np.zeros((int(labels.max()) + 1, 3))
    index = {area["id"]: area["index"] for area in plan["areas"]}
    size = {area["id"]: area["area_cm2"] for area in plan["areas"]}
    for step in next(one["steps"] for one in plan["passes"] if one["number"] == number):
        share = min(1.0, step["area_cm2"] / max(size[step["area"]], 1e-6))
        shift[index[step["area"]]] += share * piles[step["mix"]]
    return cielab.lab_to_srgb8(cielab.srgb8_to_lab(dry) + shift[labels])
