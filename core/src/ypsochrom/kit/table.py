"""Tables as text: CSV with a header, whatever separates its columns and ends its lines."""

import csv
import io
from dataclasses import dataclass
from typing import Any

from .errors import YpsochromError


@dataclass(frozen=True)
class Table:
    """The columns' names as written, and every row with the line it ends in; `separator` is what stood between columns."""

    separator: str
    names: tuple[str, ...]
    rows: tuple[tuple[int, dict[str, Any]], ...]


def read_table(text: str, refusal: type[YpsochromError]) -> Table:
    """Read comma-, semicolon- or tab-separated text; a `refusal` names the line that cannot be read."""
    text = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    header = text.split("\n", 1)[0]
    separator = max(",;\t", key=header.count)
    reader = csv.DictReader(io.StringIO(text), delimiter=separator)
    try:
        names = tuple(name for name in reader.fieldnames or () if name)
        rows = tuple((reader.line_num, row) for row in reader)
    except csv.Error as problem:
        raise refusal(
            f"Line {reader.line_num + 1} cannot be read: {problem}.", "Save the table as CSV again."
        ) from problem
    return Table(separator, names, rows)
