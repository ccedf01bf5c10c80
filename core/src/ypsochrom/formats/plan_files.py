"""All files of a plan, as `ypsochrom plan` leaves them in a folder."""

import json
import re
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from ..colour.types import Grey8, Srgb8
from ..passes.plan.whole import Plan
from ..passes.step import PaintPass
from . import folder
from .csv import amounts as amounts_csv
from .csv import recipes as recipes_csv
from .exchange import plan_json
from .pdf import plan as plan_pdf
from .pdf.page import Paper
from .pictures import png
from .svg import areas as svg


def files(plan: Plan, title: str, paper: Paper = "A4") -> dict[str, bytes | str]:
    """File name to content."""
    with ThreadPoolExecutor(1) as aside:
        value_map = aside.submit(png.value_map_png, plan.values)
        areas = aside.submit(png.labels_png, plan.areas.labels)
        outlines = aside.submit(svg.areas_svg, plan.areas, plan.support)
        return {
            "plan.json": json.dumps(plan_json.plan_json(plan), indent=2) + "\n",
            "recipes.csv": recipes_csv.recipes_csv(plan.all_mixes, plan.passes.volumes, plan.nozzles_mm),
            "amounts.csv": amounts_csv.amounts_csv(
                plan.amounts, {area.id: area.name for area in plan.areas.areas}, plan.all_mixes
            ),
            "plan.pdf": plan_pdf.plan_pdf(plan, title, paper),
            "value-map.png": value_map.result(),
            "areas.png": areas.result(),
            "areas.svg": outlines.result(),
        }


Stages = Iterable[tuple[PaintPass, Srgb8, Grey8]]
"""Passes in order with the painting after each: dry, and in its values alone."""


def stage_files(stages: Stages) -> dict[str, bytes]:
    """The stages as PNG: `stages/NN-role.png`, and `stages/NN-role-values.png` in grey."""
    found = {}
    for one, dry, grey in stages:
        name = f"stages/{one.number:02d}-{re.sub('[^a-z0-9]+', '-', one.role).strip('-')}"
        found[f"{name}.png"] = png.said_to_be_srgb(png.picture_png(dry))
        found[f"{name}-values.png"] = png.grey_png(grey)
    return found


def write(plan: Callable[[], Plan], where: Path, title: str, paper: Paper = "A4", stages: Stages = ()) -> None:
    """Write the plan's files, and the pictures of its stages, into a folder, all or none.

    The plan is asked for, and its documents are written, while the stages are painted one by one: so a core is left for the
    plan's last figure, how near the painting comes, which the documents wait for.
    """
    with ThreadPoolExecutor(1) as aside:
        painted = aside.submit(stage_files, stages)
        folder.write_folder(where, {**files(plan(), title, paper), **painted.result()})
