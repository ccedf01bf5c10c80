"""Swatch readings from files: CGATS.17 text as instruments write it (iso28178), or CSV from a spreadsheet.

Each sample is one swatch of the card. Its name tells which (`on white`, `masstone`, `on black`, `1:1`, `1:4`, `1:10`); its
columns are a spectrum (`nm380`, `SPECTRAL_NM_380`, `SPECTRAL_380`, `380`) in 0-1 or per cent, or CIELAB (`LAB_L`, `LAB_A`,
`LAB_B`).
"""

import re
import shlex
from collections.abc import Sequence

import numpy as np

from ...colour.spectra import WAVELENGTHS_NM
from ...colour.types import Reflectance
from ...kit.errors import BadReading
from ...kit.table import read_table
from ...kit.text import csv_text
from ...paint.calibration import SwatchKind, SwatchReading

_NM = re.compile(r"^(?:spectral_?(?:nm)?_?|nm_?|r_?)?(\d{3})(?:nm)?$", re.I)
_LAB = {"lab_l": 0, "lab_a": 1, "lab_b": 2, "l": 0, "a": 1, "b": 2, "l*": 0, "a*": 1, "b*": 2}
_NAMES = ("sample_name", "sample_id", "swatch", "name", "sample")
_KINDS: dict[str, SwatchKind] = {
    "on white": "on white", "white": "on white", "masstone": "on white", "alone": "on white", "1:0": "on white",
    "on black": "on black", "black": "on black", "1:1": "1:1", "1:4": "1:4", "1:10": "1:10",
}  # fmt: skip
_FEWEST_BANDS = 10
_FURTHEST_GAP_NM = 20


def read_readings(text: str) -> tuple[SwatchReading, ...]:
    """The readings of a file in either form; `BadReading` names the line and what is wrong with it."""
    text = text.removeprefix("\ufeff")
    if "\0" in text or not text.strip():
        raise BadReading("The file of readings is empty or not text.", "Export it as CGATS.17 text or as CSV.")
    rows = _cgats(text) if "BEGIN_DATA" in text.upper() else _csv(text)
    readings: list[SwatchReading] = []
    for line, cells in rows:
        reading = _reading(line, cells)
        if any(reading.kind == other.kind for other in readings):
            raise BadReading(f"Line {line}: the swatch {reading.kind} stands twice.", "Keep one row for each swatch.")
        readings.append(reading)
    if not readings:
        raise BadReading("The file holds no readings.", "It needs one row for each swatch.")
    return tuple(readings)


Row = tuple[int, dict[str, str]]


def _cgats(text: str) -> list[Row]:
    """Rows of a CGATS text: the field names between BEGIN_DATA_FORMAT and its end, the samples between BEGIN_DATA and its."""
    fields: list[str] = []
    rows: list[Row] = []
    part, ended = "head", False
    for number, line in enumerate(text.splitlines(), start=1):
        words = line.strip()
        keyword = words.upper()
        if keyword in ("BEGIN_DATA_FORMAT", "BEGIN_DATA"):
            part = "format" if keyword == "BEGIN_DATA_FORMAT" else "data"
        elif keyword in ("END_DATA_FORMAT", "END_DATA"):
            part, ended = "head", ended or keyword == "END_DATA"
        elif words and not words.startswith("#") and part != "head":
            try:
                cells = shlex.split(words, posix=True)
            except ValueError:
                raise BadReading(f"Line {number}: a quotation mark is not closed.", "Export the file again.") from None
            if part == "format":
                fields += [cell.strip().lower() for cell in cells]
            elif len(cells) != len(fields):
                raise BadReading(
                    f"Line {number} has {len(cells)} values for {len(fields)} fields.", "Export the file again."
                )
            else:
                rows.append((number, dict(zip(fields, cells, strict=True))))
    if not fields or not ended:
        raise BadReading("The CGATS file is cut off or has no data format.", "Export the file again.")
    return rows


def _csv(text: str) -> list[Row]:
    table = read_table(text, BadReading)
    found = []
    for line, row in table.rows:
        cells = {
            (name or "").strip().lower(): (cell or "").strip() for name, cell in row.items() if isinstance(cell, str)
        }
        if table.separator != ",":
            cells = {name: cell.replace(",", ".") for name, cell in cells.items()}
        if any(cells.values()):
            found.append((line, cells))
    return found


def _reading(line: int, cells: dict[str, str]) -> SwatchReading:
    name = next((cells[column] for column in _NAMES if cells.get(column)), None)
    if name is None:
        raise BadReading(f"Line {line} does not say which swatch it is.", "Add a column SAMPLE_NAME or swatch.")
    kind = _KINDS.get(" ".join(name.lower().replace("_", " ").split()).replace(" : ", ":"))
    if kind is None:
        raise BadReading(
            f"Line {line}: {name!r} is no swatch of the card.",
            f"Name it one of: {', '.join(dict.fromkeys(_KINDS.values()))}.",
        )
    bands = {int(found[1]): cells[column] for column in cells if (found := _NM.match(column)) and cells[column]}
    if bands:
        return SwatchReading(kind, reflectance=_spectrum(line, bands))
    lab = {_LAB[column]: cells[column] for column in cells if column in _LAB and cells[column]}
    if sorted(lab) != [0, 1, 2]:
        raise BadReading(
            f"Line {line} has neither a spectrum nor CIELAB.", "Add columns nm380 to nm730, or LAB_L LAB_A LAB_B."
        )
    numbers = [_number(line, lab[i]) for i in range(3)]
    return SwatchReading(kind, lab=(numbers[0], numbers[1], numbers[2]))


def _spectrum(line: int, bands: dict[int, str]) -> Reflectance:
    """Reflectance on our wavelengths, linear in between; the ends may lie a step inside ours."""
    at = np.array(sorted(bands), dtype=float)
    seen = np.array([_number(line, bands[int(nm)]) for nm in at])
    if len(at) < _FEWEST_BANDS or at[0] > 400 or at[-1] < 700 or float(np.diff(at).max()) > _FURTHEST_GAP_NM:
        raise BadReading(
            f"Line {line}: the spectrum does not cover 400 to 700 nm in steps of at most {_FURTHEST_GAP_NM}.",
            "Export all bands of the instrument.",
        )
    if float(seen.max()) > 1.5:
        seen = seen / 100
    return np.interp(WAVELENGTHS_NM, at, seen)


def _number(line: int, written: str) -> float:
    try:
        return float(written)
    except ValueError:
        raise BadReading(f"Line {line}: {written!r} is not a number.", "Correct the cell and try again.") from None


def write_csv(readings: Sequence[SwatchReading]) -> str:
    """Readings as CSV that `read_readings` takes: CIELAB columns, and the spectrum's where there is one."""
    spectral = any(reading.reflectance is not None for reading in readings)
    header = ["swatch", "LAB_L", "LAB_A", "LAB_B", *([f"nm{nm}" for nm in WAVELENGTHS_NM] if spectral else [])]
    rows = []
    for reading in readings:
        spectrum = [] if reading.reflectance is None else [f"{r:.5f}" for r in reading.reflectance]
        rows.append([reading.kind, *(f"{x:.3f}" for x in reading.colour), *spectrum])
    return csv_text(header, rows)
