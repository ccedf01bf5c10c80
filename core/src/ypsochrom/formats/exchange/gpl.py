"""GIMP palettes (GPL): a plain-text list of named colours, for exchange with paint and picture programs.

After the GIMP developers' documentation of the format: a first line `GIMP Palette`, then `Name:` and `Columns:`, comments
with `#`, and a line `red green blue name` per colour.
"""

import re
from dataclasses import dataclass

import numpy as np

from ...colour import cielab
from ...colour.types import Lab
from ...kit.errors import BadPaletteFile
from ...paint import appearance
from ...paint.catalogue import Paintbox

_COLOUR = re.compile(r"^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$")
_KEY_AT_END = re.compile(r"\(([^()\s]+)\)\s*$")
_MOST_COLOURS = 1024


@dataclass(frozen=True)
class GplColour:
    """One entry: its screen colour as CIELAB, its name, and the paint key that our own export puts behind the name."""

    name: str
    lab: tuple[float, float, float]
    key: str | None


@dataclass(frozen=True)
class GplRow:
    """One line of the file: a colour, or what is wrong with it."""

    line: int
    colour: GplColour | None
    problem: BadPaletteFile | None = None


@dataclass(frozen=True)
class GplFile:
    """A palette file: its name and its lines, good or bad."""

    name: str
    rows: tuple[GplRow, ...]


def read_gpl(text: str) -> GplFile:
    """Every colour line of a GIMP palette, good or bad; `BadPaletteFile` when it is none at all."""
    lines = text.removeprefix("\ufeff").splitlines()
    if not lines or lines[0].strip() != "GIMP Palette":
        raise BadPaletteFile(
            "This is not a GIMP palette: its first line is not 'GIMP Palette'.", "Choose a file with the ending .gpl."
        )
    name, rows = "", []
    for number, line in enumerate(lines[1:], start=2):
        text_of = line.strip()
        if not text_of or text_of.startswith("#") or text_of.lower().startswith("columns:"):
            continue
        if text_of.lower().startswith("name:"):
            name = text_of[5:].strip()
            continue
        rows.append(_row(number, text_of))
        if len(rows) > _MOST_COLOURS:
            raise BadPaletteFile(f"The palette holds more than {_MOST_COLOURS} colours.", "Split it into smaller ones.")
    return GplFile(name, tuple(rows))


def _row(number: int, text: str) -> GplRow:
    found = _COLOUR.match(text)
    channels = [int(found[i]) for i in (1, 2, 3)] if found else []
    if found is None or max(channels) > 255:
        problem = BadPaletteFile(
            f"Line {number} of the palette: {text[:40]!r} is not a colour.",
            "Write red, green and blue (0-255) and a name.",
        )
        return GplRow(number, None, problem)
    lab = cielab.srgb8_to_lab(np.array(channels, dtype=np.uint8)).astype(float)
    name = (found[4] or "").strip()
    key = _KEY_AT_END.search(name)
    return GplRow(
        number,
        GplColour(
            _KEY_AT_END.sub("", name).strip(), (float(lab[0]), float(lab[1]), float(lab[2])), key[1] if key else None
        ),
    )


def write_gpl(name: str, box: Paintbox) -> str:
    """The box's paints as a GIMP palette: each with its dry masstone, its name, and its key in brackets."""
    lines = ["GIMP Palette", f"Name: {' '.join(name.split())}", "Columns: 8", "# dry masstones, predicted"]
    for i, paint in enumerate(box.paints):
        masstone: Lab = appearance.dry_lab(np.eye(len(box))[i], box)
        red, green, blue = cielab.lab_to_srgb8(masstone).tolist()
        lines.append(f"{red:3d} {green:3d} {blue:3d}\t{paint.name} ({paint.key})")
    return "\n".join(lines) + "\n"
