"""The files of a plan, written on request."""

import json
from collections.abc import Callable
from typing import Any, Literal

from django.utils import timezone

from server.records import pictures
from server.records.history import painting_of
from server.site.problems import Conflict
from server.work import desk
from ypsochrom.formats.csv import amounts as amounts_csv
from ypsochrom.formats.csv import passes as passes_csv
from ypsochrom.formats.csv import recipes as recipes_csv
from ypsochrom.formats.exchange import plan_json
from ypsochrom.formats.exchange.spectra_of_paint import piles_cxf
from ypsochrom.formats.pdf import mixing_cards as mixing_cards_pdf
from ypsochrom.formats.pdf import plan as plan_pdf
from ypsochrom.formats.pdf import studio_sheet as studio_sheet_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.formats.pictures import png
from ypsochrom.formats.pictures.saved import PictureKind, saved_picture
from ypsochrom.formats.svg import areas as svg
from ypsochrom.passes.amounts.shopping import shopping_list
from ypsochrom.subject.decode import decode
from ypsochrom.work.planned import plan_of

FileName = Literal[
    "plan.pdf", "studio-sheet.pdf", "mixing-cards.pdf", "plan.json", "recipes.csv", "piles.cxf", "passes.csv",
    "shopping.csv", "amounts.csv", "areas.svg", "areas.png", "value-map.png", "picture.png", "picture.jpg", "picture.tif",
]  # fmt: skip
FILE_TYPES: dict[str, str] = {
    "plan.pdf": "application/pdf",
    "studio-sheet.pdf": "application/pdf",
    "mixing-cards.pdf": "application/pdf",
    "plan.json": "application/json",
    "recipes.csv": "text/csv; charset=utf-8",
    "piles.cxf": "application/xml",
    "passes.csv": "text/csv; charset=utf-8",
    "shopping.csv": "text/csv; charset=utf-8",
    "amounts.csv": "text/csv; charset=utf-8",
    "areas.svg": "image/svg+xml",
    "areas.png": "image/png",
    "value-map.png": "image/png",
    "picture.png": "image/png",
    "picture.jpg": "image/jpeg",
    "picture.tif": "image/tiff",
}


def file_of(owner: Any, painting_id: int, name: FileName, paper: Paper) -> bytes:
    """One of the plan's files. A plan that is out of date is refused: what it says would not fit together."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    if work.state("stages") != "current":
        raise Conflict("The plan is missing or out of date.", "Plan the painting, then fetch the file again.")
    plan = plan_of(work)
    purchases = shopping_list(plan.passes.paint, work.inputs.stock.tubes)
    numbered = {area.id: (area.index + 1, area.name, area.centre) for area in plan.areas.areas}
    names = {area.id: area.name for area in plan.areas.areas}

    def as_planned(kind: PictureKind) -> bytes:
        return saved_picture(decode(pictures.read(work.now("stages").dry[-1])).srgb8, kind, plan.support)

    writers: dict[str, Callable[[], bytes | str]] = {
        "plan.pdf": lambda: plan_pdf.plan_pdf(plan, painting.title, paper),
        "studio-sheet.pdf": lambda: studio_sheet_pdf.studio_sheet_pdf(
            plan.passes,
            numbered,
            [decode(pictures.read(stage)).srgb8 for stage in work.now("stages").dry],
            purchases,
            painting.title,
            paper,
        ),
        "mixing-cards.pdf": lambda: mixing_cards_pdf.mixing_cards_pdf(
            plan.all_mixes, plan.passes.volumes, plan.nozzles_mm, painting.title, paper
        ),
        "plan.json": lambda: json.dumps(plan_json.plan_json(plan), indent=2) + "\n",
        "recipes.csv": lambda: recipes_csv.recipes_csv(plan.all_mixes, plan.passes.volumes, plan.nozzles_mm),
        "piles.cxf": lambda: piles_cxf(painting.title, plan.all_mixes, plan.mixes.box, timezone.now()),
        "passes.csv": lambda: passes_csv.passes_csv(plan.passes, names),
        "shopping.csv": lambda: passes_csv.shopping_csv(purchases),
        "amounts.csv": lambda: amounts_csv.amounts_csv(plan.amounts, names, plan.all_mixes),
        "areas.svg": lambda: svg.areas_svg(plan.areas, plan.support),
        "areas.png": lambda: png.labels_png(plan.areas.labels),
        "value-map.png": lambda: png.value_map_png(plan.values),
        "picture.png": lambda: as_planned("png"),
        "picture.jpg": lambda: as_planned("jpg"),
        "picture.tif": lambda: as_planned("tif"),
    }
    written = writers[name]()
    return written.encode() if isinstance(written, str) else written
