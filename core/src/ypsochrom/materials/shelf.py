"""The shelf: tubes with what is left in them, read from and written to CSV."""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from ..kit.errors import BadShelf, UnknownPaint
from ..kit.table import read_table
from ..kit.text import csv_text, from_cell, plain
from ..paint import catalogue

USUAL_VOLUME_ML = 60.0
USUAL_NOZZLE_MM = 8.0
"""A middling opening of 60 ml tubes; from memory."""

LOW_SHARE = 0.2
"""A tube or bottle with less than this left is low; common practice: a fifth is not enough to begin a painting with."""

LARGEST_TUBE_ML = 5000.0
LONGEST_NOTES = 200
CSV_COLUMNS = ("key", "name", "volume_ml", "left_ml", "nozzle_mm", "price", "notes")


@dataclass(frozen=True)
class Tube:
    """One tube of a paint of the catalogue."""

    key: str
    volume_ml: float = USUAL_VOLUME_ML
    left_ml: float = USUAL_VOLUME_ML
    nozzle_mm: float = USUAL_NOZZLE_MM
    price: float | None = None
    notes: str = ""
    calibrated: catalogue.Paint | None = None
    """The paint that was measured to be in it; None means as the catalogue has it."""

    def __post_init__(self) -> None:
        catalogue.paint(self.key)
        for what, number, low, high in (
            ("volume", self.volume_ml, 0.0, LARGEST_TUBE_ML),
            ("volume left", self.left_ml, 0.0, self.volume_ml),
            ("nozzle diameter", self.nozzle_mm, 1.0, 60.0),
            ("price", self.price or 0.0, 0.0, 1e6),
        ):
            if not (math.isfinite(number) and low <= number <= high):
                raise BadShelf(
                    f"The tube {self.key} has a {what} of {number:g}.", f"It must lie between {low:g} and {high:g}."
                )
        if len(self.notes) > LONGEST_NOTES:
            raise BadShelf(f"The notes of {self.key} are too long.", f"Keep them under {LONGEST_NOTES} characters.")


STARTER_KEYS = (
    "PW6", "PY35l", "PY83", "PY42", "PO20", "PR108", "PV19r", "PBr7bs", "PBr7ru", "PBr7bu", "PB29", "PB28", "PB15:3",
    "PG7", "PG17", "PBk9",
)  # fmt: skip
"""A shelf of sixteen common tubes, for painters who have not entered theirs."""


def starter_shelf() -> tuple[Tube, ...]:
    """Full tubes of `STARTER_KEYS`."""
    return tuple(Tube(key) for key in STARTER_KEYS)


def usable_box(tubes: Iterable[Tube]) -> catalogue.Paintbox:
    """The paints of which something is left, each once, as calibrated where a tube was; `BadShelf` when there is none.

    Of several tubes of one paint the first calibrated one stands for all.
    """
    paints: dict[str, catalogue.Paint] = {}
    for tube in tubes:
        if tube.left_ml > 0:
            known = paints.get(tube.key)
            if known is None or (known.source == "catalogue" and tube.calibrated is not None):
                paints[tube.key] = tube.calibrated or catalogue.paint(tube.key)
    if not paints:
        raise BadShelf("The shelf is empty: there is no tube with paint in it.", "Add at least one tube to the shelf.")
    return catalogue.Paintbox.of(paints.values())


def looking_box(tubes: Iterable[Tube]) -> catalogue.Paintbox:
    """The usable paints, or the whole catalogue where nothing is left: for looking at recipes, not for planning."""
    try:
        return usable_box(tubes)
    except BadShelf:
        return catalogue.paintbox(catalogue.catalogue())


def left_ml(tubes: Iterable[Tube]) -> dict[str, float]:
    """What is left of each paint in all its tubes."""
    left: dict[str, float] = {}
    for tube in tubes:
        left[tube.key] = left.get(tube.key, 0.0) + tube.left_ml
    return left


def price_per_ml(tubes: Iterable[Tube]) -> dict[str, float]:
    """What a millilitre of each paint costs, where a price is known; the cheapest tube counts."""
    prices: dict[str, float] = {}
    for tube in tubes:
        if tube.price is not None and tube.volume_ml > 0:
            price = tube.price / tube.volume_ml
            prices[tube.key] = min(price, prices.get(tube.key, price))
    return prices


def nozzles_mm(tubes: Iterable[Tube]) -> dict[str, float]:
    """The nozzle of each paint's first tube."""
    nozzles: dict[str, float] = {}
    for tube in tubes:
        nozzles.setdefault(tube.key, tube.nozzle_mm)
    return nozzles


MOST_TUBES = 500
"""More than any painter's shelf; every plan looks at all of them."""


@dataclass(frozen=True)
class ShelfRow:
    """One row of a shelf file: the tube it describes, or the problem that keeps it from being one."""

    line: int
    tube: Tube | None
    problem: BadShelf | None = None


def read_rows(text: str) -> tuple[ShelfRow, ...]:
    """Every row of a CSV text with a header, good or bad; only the column `key` is needed.

    Comma, semicolon or tab may separate the columns; blank rows are passed over. `BadShelf` when the header lacks `key`.
    """
    table = read_table(text, BadShelf)
    names = {name.strip().lower(): name for name in table.names}
    if "key" not in names:
        columns = ", ".join(CSV_COLUMNS)
        raise BadShelf("The shelf file has no column 'key'.", f"Its first row must name columns: {columns}.")
    found: list[ShelfRow] = []
    for line, row in table.rows:
        cells = {ours: from_cell(plain(row[theirs] or "").strip()) for ours, theirs in names.items()}
        if any(cells.values()):
            if len(found) == MOST_TUBES:
                raise BadShelf(
                    f"The shelf file has more than {MOST_TUBES} rows.", "Split it, or leave out what you do not use."
                )
            try:
                found.append(ShelfRow(line, _tube_of(cells, decimal_comma=table.separator != ",")))
            except (BadShelf, UnknownPaint) as error:
                problem = BadShelf(f"Line {line} of the shelf file: {error.message}", error.hint)
                found.append(ShelfRow(line, None, problem))
    return tuple(found)


def read_csv(text: str) -> tuple[Tube, ...]:
    """Tubes of a CSV text as `read_rows` reads it; `BadShelf` names the first bad row, or says that there is none.

    Two rows with the same key are two tubes of the same paint.
    """
    rows = read_rows(text)
    for row in rows:
        if row.problem is not None:
            raise row.problem
    if not rows:
        raise BadShelf("The shelf file holds no tubes.", "Add one row per tube below the header.")
    return tuple(row.tube for row in rows if row.tube is not None)


def _tube_of(cells: dict[str, str], *, decimal_comma: bool) -> Tube:
    def number(column: str, otherwise: float) -> float:
        written = cells.get(column, "")
        if not written:
            return otherwise
        try:
            return float(written.replace(",", ".") if decimal_comma else written)
        except ValueError:
            raise BadShelf(f"{column} is {written!r}.", "Write a plain number.") from None

    volume = number("volume_ml", USUAL_VOLUME_ML)
    return Tube(
        key=catalogue.present_key(cells["key"]),
        volume_ml=volume,
        left_ml=number("left_ml", volume),
        nozzle_mm=number("nozzle_mm", USUAL_NOZZLE_MM),
        price=number("price", 0.0) if cells.get("price") else None,
        notes=cells.get("notes", ""),
    )


def write_csv(tubes: Iterable[Tube]) -> str:
    """The shelf as CSV text that `read_csv` reads back to the same tubes."""
    return csv_text(CSV_COLUMNS, (_row_of(tube) for tube in tubes))


def _row_of(tube: Tube) -> list[str]:
    price = "" if tube.price is None else f"{tube.price:g}"
    numbers = (f"{x:g}" for x in (tube.volume_ml, tube.left_ml, tube.nozzle_mm))
    return [tube.key, catalogue.paint(tube.key).name, *numbers, price, tube.notes]
