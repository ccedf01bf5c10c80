"""passes.csv and shopping.csv: the steps of a plan and what has to be bought, for a spreadsheet."""

from collections.abc import Mapping, Sequence

from ...kit.text import csv_text
from ...paint.catalogue import paint
from ...passes.amounts.shopping import Purchase
from ...passes.plan.pass_plan import PassPlan

PASS_COLUMNS = (
    "pass", "role", "step", "area", "area_name", "family", "mix", "mix_name", "technique", "brush_mm", "medium",
    "medium_share", "coats", "film_um", "area_cm2", "volume_ml", "medium_ml", "wait", "unit",
)  # fmt: skip
SHOPPING_COLUMNS = ("key", "name", "missing_ml", "tubes", "price")


def passes_csv(plan: PassPlan, names: Mapping[str, str]) -> str:
    """One row a step in order, with the unit (from 1 in its pass) that it belongs to; `names` are the areas' by id."""
    rows: list[list[object]] = []
    mix_of = plan.mix_of
    for paint_pass in plan.passes:
        unit_of = {step: place for place, unit in enumerate(paint_pass.units, start=1) for step in unit.steps}
        for number, step in enumerate(paint_pass.steps, start=1):
            amounts = (f"{x:.2f}" for x in (step.area_cm2, step.volume_ml, step.medium_ml))
            rows.append(
                [
                    paint_pass.number, paint_pass.role_of(step), number, step.area, names.get(step.area, ""), step.family or "",
                    step.mix, mix_of[step.mix].name, step.technique, f"{paint_pass.brush_of(step):g}", step.medium or "",
                    f"{step.medium_share:.2f}", step.coats, f"{step.film_um:.0f}", *amounts, step.wait,
                    unit_of[step.id],
                ]
            )  # fmt: skip
    return csv_text(PASS_COLUMNS, rows)


def shopping_csv(purchases: Sequence[Purchase]) -> str:
    """One row a paint of which something is missing."""
    rows = []
    for one in purchases:
        price = "" if one.price is None else f"{one.price:.2f}"
        rows.append([one.key, paint(one.key).name, f"{one.missing_ml:.1f}", tubes_in_words(one), price])
    return csv_text(SHOPPING_COLUMNS, rows)


def tubes_in_words(purchase: Purchase) -> str:
    """As in "1 x 60 ml + 1 x 20 ml"."""
    return " + ".join(f"{count} x {size:g} ml" for size, count in purchase.tubes)
