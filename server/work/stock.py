"""What plans take from the shelf."""

from collections.abc import Callable
from typing import Any

from server.materials.services import supply_rows, tubes_of
from ypsochrom.materials.supplies import FINEST_DETAIL_MM, STARTER_MEDIUMS, Brush, Medium
from ypsochrom.materials.support import Support
from ypsochrom.work.inputs import USUAL_SMALLEST_BRUSH_MM, Stock


def stock_of(owner: Any, support: Support) -> Stock:
    """The owner's shelf as plans for a support of this size depend on it; three queries."""
    return stocks_of(owner)(support)


def stocks_of(owner: Any) -> Callable[[Support], Stock]:
    """The same for supports of any size; three queries for all."""
    rows, tubes = supply_rows(owner), tubes_of(owner)
    mediums = tuple(Medium(**row.facts) for row in rows if row.what == "medium")
    brushes = tuple(Brush(**row.facts) for row in rows if row.what == "brush")
    widths = [brush.width_mm for brush in brushes]

    def stock(support: Support) -> Stock:
        size = {support.width_mm, support.height_mm}
        fitting = [
            FINEST_DETAIL_MM[row.facts["texture"]]
            for row in rows
            if row.what == "support" and {row.facts["width_mm"], row.facts["height_mm"]} == size
        ]
        return Stock(
            tubes=tubes,
            mediums=mediums or STARTER_MEDIUMS,
            smallest_brush_mm=min(widths, default=USUAL_SMALLEST_BRUSH_MM),
            weave_mm=min(fitting, default=None),
            brushes=brushes,
        )

    return stock
