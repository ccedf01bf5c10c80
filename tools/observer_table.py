"""Write the observer and illuminant table of the core from colour-science: `python tools/observer_table.py`."""

import json
from pathlib import Path

import colour

TARGET = Path(__file__).parents[1] / "core/src/ypsochrom/colour/data/observer-2deg-10nm.json"
SHAPE = colour.SpectralShape(380, 730, 10)
ILLUMINANTS = {"D65": "D65", "D50": "D50", "A": "A", "LED": "LED-B3"}


def table() -> dict[str, list[float]]:
    """The columns x, y, z and one per illuminant, on 380-730 nm in 10 nm steps."""
    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(SHAPE)
    columns = {name: observer.values[:, i].round(12).tolist() for i, name in enumerate("xyz")}
    for ours, theirs in ILLUMINANTS.items():
        columns[ours] = colour.SDS_ILLUMINANTS[theirs].copy().align(SHAPE).values.round(6).tolist()
    return columns


if __name__ == "__main__":
    note = (
        "CIE 1931 2 degree observer; illuminants D65, D50, A and LED (CIE LED-B3), from colour-science by "
        "tools/observer_table.py. 380-730 nm, 10 nm steps."
    )
    TARGET.write_text(json.dumps({"note": note, "columns": table()}, indent=1) + "\n")
