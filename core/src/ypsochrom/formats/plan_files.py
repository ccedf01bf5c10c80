"""All files of a plan, as `ypsochrom plan` leaves them in a folder."""

import json
from pathlib import Path

from ..passes.plan import Plan
from . import folder, plan_json, plan_pdf, png, recipes_csv, svg
from .pdf_page import Paper


def files(plan: Plan, title: str, paper: Paper = "A4") -> dict[str, bytes | str]:
    """File name to content."""
    return {
        "plan.json": json.dumps(plan_json.plan_json(plan), indent=2) + "\n",
        "value-map.png": png.value_map_png(plan.values),
        "areas.png": png.labels_png(plan.areas.labels),
        "areas.svg": svg.areas_svg(plan.areas, plan.settings.support),
        "recipes.csv": recipes_csv.recipes_csv(plan.all_mixes, plan.passes.volumes),
        "plan.pdf": plan_pdf.plan_pdf(plan, title, paper),
    }


def write(plan: Plan, where: Path, title: str, paper: Paper = "A4") -> None:
    """Write the plan's files into a folder, all or none."""
    folder.write_folder(where, files(plan, title, paper))
