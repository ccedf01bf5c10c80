"""Text: from outside, without what no file format takes and harmless in a spreadsheet; and things told in a row."""

import csv
import io
import re
from collections.abc import Iterable, Sequence
from typing import Any

_UNPRINTABLE = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]")
"""Control characters but for tab and line ends, lone surrogates, and what is no character: XML 1.0 allows none of them."""

_FORMULA = ("=", "+", "-", "@", "\t", "\r")
_QUOTE = "'"


def plain(text: str) -> str:
    """The text without control characters and lone surrogates; tabs and line ends stay."""
    return _UNPRINTABLE.sub("", text)


def one_line(text: str) -> str:
    """The same in one line, without blanks around it."""
    return " ".join(plain(text).split())


def listed(things: Iterable[str]) -> str:
    """Things in a row: "a", "a and b", "a, b and c"."""
    *before, last = [*things] or [""]
    return f"{', '.join(before)} and {last}" if before else last


def csv_text(header: Sequence[str], rows: Iterable[Sequence[Any]]) -> str:
    """CSV in which no cell begins like a formula.

    As OWASP describes ("CSV Injection"): such a text is given a single quote before it; so is one that has a quote there itself,
    so that `from_cell` gives back exactly what was written. Numbers stay numbers.
    """
    out = io.StringIO(newline="")
    writer = csv.writer(out)  # lines end as RFC 4180 has it, so that a cell may hold any line end
    writer.writerow(header)
    writer.writerows([_cell(cell) for cell in row] for row in rows)
    return out.getvalue()


def _cell(written: Any) -> Any:
    if not isinstance(written, str) or not written.startswith((*_FORMULA, _QUOTE)) or _is_number(written):
        return written
    return _QUOTE + written


def from_cell(cell: str) -> str:
    """A cell as it was before `csv_text` made it harmless."""
    return cell[1:] if cell.startswith(_QUOTE) and cell[1:].startswith((*_FORMULA, _QUOTE)) else cell


def _is_number(written: str) -> bool:
    try:
        float(written)
    except ValueError:
        return False
    return True
