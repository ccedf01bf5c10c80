"""Swatch readings from and to files: CGATS.17 text (iso28178), CxF3 (iso17972), or CSV from a spreadsheet.

Each sample is one swatch of the card. Its name tells which (`on white`, `masstone`, `on black`, `1:1`, `1:4`, `1:10`); its
columns are a spectrum (`nm380`, `SPECTRAL_NM_380`, `SPECTRAL_380`, `380`) in 0-1 or per cent, or CIELAB (`LAB_L`, `LAB_A`,
`LAB_B`), under D65 unless the file says D50 or A.
"""

import re
import shlex
from collections.abc import Sequence
from datetime import datetime
from typing import NamedTuple, get_args

import numpy as np

from ...colour import cielab, spectra
from ...colour.adaptation import adapted_lab
from ...colour.spectra import WAVELENGTHS_NM
from ...colour.types import Reflectance, triple
from ...kit.errors import BadReading
from ...kit.table import read_table
from ...kit.text import csv_text, one_line
from ...paint.calibration import SwatchKind, SwatchReading
from . import cxf

_NM = re.compile(r"^(?:spectral_?(?:nm)?_?|nm_?|r_?)?(\d{3})(?:nm)?$", re.I)
_LAB = {"lab_l": 0, "lab_a": 1, "lab_b": 2, "l": 0, "a": 1, "b": 2, "l*": 0, "a*": 1, "b*": 2}
_NAMES = ("sample_name", "sample_id", "swatch", "name", "sample")
_KINDS: dict[str, SwatchKind] = {
    "on white": "on white", "white": "on white", "masstone": "on white", "alone": "on white", "1:0": "on white",
    "on black": "on black", "black": "on black", "1:1": "1:1", "1:4": "1:4", "1:10": "1:10",
}  # fmt: skip
_FEWEST_BANDS = 10
_FURTHEST_GAP_NM = 20
_LIGHT = re.compile(r'"illuminant,\s*(\w+)"', re.I)
_OTHER_OBSERVER = re.compile(r"\b10[\s_]*degree", re.I)


def read_readings(text: str) -> tuple[SwatchReading, ...]:
    """The readings of a file in any of the forms; `BadReading` names the line or the object and what is wrong with it."""
    text = text.removeprefix("\ufeff")
    if "\0" in text or not text.strip():
        raise BadReading("The file of readings is empty or not text.", "Export it as CxF3, as CGATS.17 text or as CSV.")
    rows = _cxf(text) if cxf.is_xml(text) else _cgats(text) if "BEGIN_DATA" in text.upper() else _csv(text)
    readings: list[SwatchReading] = []
    for row in rows:
        reading = _reading(row)
        if any(reading.kind == other.kind for other in readings):
            raise BadReading(f"{row.where}: the swatch {reading.kind} stands twice.", "Keep one row for each swatch.")
        readings.append(reading)
    if not readings:
        raise BadReading("The file holds no readings.", "It needs one row for each swatch.")
    return tuple(readings)


class Row(NamedTuple):
    """One sample: where it stands in the file, its cells by name, and the light and observer of its CIELAB."""

    where: str
    cells: dict[str, str]
    light: str = "D65"
    observer: str = ""


def _cxf(text: str) -> list[Row]:
    rows = []
    for one in cxf.read_cxf(text):
        cells = {"name": one.name, **{f"nm{round(nm)}": written for nm, written in one.bands}}
        if one.lab is not None:
            cells |= dict(zip(("lab_l", "lab_a", "lab_b"), one.lab, strict=True))
        rows.append(Row(f"Object {one.name!r}", cells, one.illuminant or "D65", one.observer))
    return rows


def _cgats(text: str) -> list[Row]:
    """Rows of a CGATS text: the field names between BEGIN_DATA_FORMAT and its end, the samples between BEGIN_DATA and its."""
    fields: list[str] = []
    rows: list[Row] = []
    part, ended, light, observer = "head", False, "D65", ""
    for number, line in enumerate(text.splitlines(), start=1):
        words = line.strip()
        keyword = words.upper()
        if keyword in ("BEGIN_DATA_FORMAT", "BEGIN_DATA"):
            part = "format" if keyword == "BEGIN_DATA_FORMAT" else "data"
        elif keyword in ("END_DATA_FORMAT", "END_DATA"):
            part, ended = "head", ended or keyword == "END_DATA"
        elif part == "head" and keyword.startswith("WEIGHTING_FUNCTION"):
            observer = words if _OTHER_OBSERVER.search(words) else observer
            told = _LIGHT.search(words)
            light = told[1].upper() if told else light
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
                rows.append(Row(f"Line {number}", dict(zip(fields, cells, strict=True)), light, observer))
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
            found.append(Row(f"Line {line}", cells))
    return found


def _reading(row: Row) -> SwatchReading:
    cells = row.cells
    name = next((cells[column] for column in _NAMES if cells.get(column)), None)
    if name is None:
        raise BadReading(f"{row.where} does not say which swatch it is.", "Add a column SAMPLE_NAME or swatch.")
    kind = _KINDS.get(" ".join(name.lower().replace("_", " ").split()).replace(" : ", ":"))
    if kind is None:
        raise BadReading(
            f"{row.where}: {name!r} is no swatch of the card.",
            f"Name it one of: {', '.join(dict.fromkeys(_KINDS.values()))}.",
        )
    bands = {int(found[1]): cells[column] for column in cells if (found := _NM.match(column)) and cells[column]}
    if bands:
        return SwatchReading(kind, reflectance=_spectrum(row.where, bands))
    lab = {_LAB[column]: cells[column] for column in cells if column in _LAB and cells[column]}
    if sorted(lab) != [0, 1, 2]:
        raise BadReading(
            f"{row.where} has neither a spectrum nor CIELAB.", "Add columns nm380 to nm730, or LAB_L LAB_A LAB_B."
        )
    return SwatchReading(kind, lab=_in_daylight(row, [_number(row.where, lab[i]) for i in range(3)]))


def _in_daylight(row: Row, lab: list[float]) -> tuple[float, float, float]:
    """CIELAB under D65 of what was measured under the row's light: the corresponding colour for an adapted eye."""
    other = bool(_OTHER_OBSERVER.search(row.observer))
    if row.light not in get_args(spectra.Illuminant) or other:
        raise BadReading(
            f"{row.where}: its CIELAB is for {row.light}{' and the 10 degree observer' if other else ''}.",
            "Export spectra, or CIELAB for D65 or D50 and 2 degrees.",
        )
    if row.light == "D65":
        return lab[0], lab[1], lab[2]
    light = spectra.white(row.light)
    return triple(adapted_lab(cielab.lab_to_xyz(np.array(lab), white=light), light))


def _spectrum(where: str, bands: dict[int, str]) -> Reflectance:
    """Reflectance on our wavelengths, linear in between; the ends may lie a step inside ours."""
    at = np.array(sorted(bands), dtype=float)
    seen = np.array([_number(where, bands[int(nm)]) for nm in at])
    if len(at) < _FEWEST_BANDS or at[0] > 400 or at[-1] < 700 or float(np.diff(at).max()) > _FURTHEST_GAP_NM:
        raise BadReading(
            f"{where}: the spectrum does not cover 400 to 700 nm in steps of at most {_FURTHEST_GAP_NM}.",
            "Export all bands of the instrument.",
        )
    if float(seen.max()) > 1.5:
        seen = seen / 100
    return np.interp(WAVELENGTHS_NM, at, seen)


def _number(where: str, written: str) -> float:
    try:
        return float(written)
    except ValueError:
        raise BadReading(f"{where}: {written!r} is not a number.", "Correct the cell and try again.") from None


def write_csv(readings: Sequence[SwatchReading]) -> str:
    """Readings as CSV that `read_readings` takes: CIELAB columns, and the spectrum's where there is one."""
    spectral = any(reading.reflectance is not None for reading in readings)
    header = ["swatch", "LAB_L", "LAB_A", "LAB_B", *([f"nm{nm}" for nm in WAVELENGTHS_NM] if spectral else [])]
    rows = []
    for reading in readings:
        spectrum = [] if reading.reflectance is None else [f"{r:.5f}" for r in reading.reflectance]
        rows.append([reading.kind, *(f"{x:.3f}" for x in reading.colour), *spectrum])
    return csv_text(header, rows)


def write_cgats(title: str, readings: Sequence[SwatchReading], now: datetime) -> str:
    """Readings as CGATS.17 text: CIELAB (D65, 2 degrees), and spectra where every swatch has one."""
    spectral = all(reading.reflectance is not None for reading in readings)
    fields = ["SAMPLE_ID", "SAMPLE_NAME", "LAB_L", "LAB_A", "LAB_B"]
    fields += [f"SPECTRAL_NM_{nm}" for nm in WAVELENGTHS_NM] if spectral else []
    rows = []
    for number, reading in enumerate(readings, start=1):
        spectrum = reading.reflectance if spectral and reading.reflectance is not None else ()
        numbers = [*(f"{x:.3f}" for x in reading.colour), *(f"{r:.5f}" for r in spectrum)]
        rows.append(" ".join([str(number), f'"{reading.kind}"', *numbers]))
    quoted = one_line(title).replace('"', "'")
    return "\n".join(
        [
            "CGATS.17", 'ORIGINATOR "Ypsochrom"', f'DESCRIPTOR "{quoted}"', f'CREATED "{now:%Y-%m-%d}"',
            'WEIGHTING_FUNCTION "ILLUMINANT, D65"', 'WEIGHTING_FUNCTION "OBSERVER, 2 degree"',
            f"NUMBER_OF_FIELDS {len(fields)}", "BEGIN_DATA_FORMAT", " ".join(fields), "END_DATA_FORMAT",
            f"NUMBER_OF_SETS {len(rows)}", "BEGIN_DATA", *rows, "END_DATA", "",
        ]
    )  # fmt: skip


def write_cxf(title: str, readings: Sequence[SwatchReading], now: datetime) -> str:
    """Readings as CxF3: an object for each swatch, by its name on the card."""
    samples = [cxf.Sample(one.kind, one.colour, one.reflectance, measured=True) for one in readings]
    return cxf.write_cxf(title, samples, now)
