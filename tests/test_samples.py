"""The samples of docs/formats.md are read by what reads such files, and say what they are shown to say."""

import re
from datetime import UTC, datetime
from pathlib import Path

import numpy as np
import pytest

from ypsochrom.formats.calendar.ical import busy_times
from ypsochrom.formats.exchange import gpl, readings
from ypsochrom.logbook.observation import read_lines
from ypsochrom.materials import shelf

DOCS = Path(__file__).parents[1] / "docs"
SAMPLES = DOCS / "samples"


def test_every_sample_is_linked_and_every_link_leads_to_a_file():
    linked = set(re.findall(r"\]\(samples/([\w.]+)\)", (DOCS / "formats.md").read_text()))
    assert linked == {file.name for file in SAMPLES.iterdir()}


@pytest.mark.parametrize("name", ["readings.csv", "readings.cgats", "readings.cxf"])
def test_readings_say_the_same_in_every_format(name):
    found = readings.read_readings((SAMPLES / name).read_text())
    assert [one.kind for one in found] == ["on white", "1:1", "1:4", "1:10"]
    table = [line.split(",") for line in (SAMPLES / "readings.csv").read_text().splitlines()]
    for one, row in zip(found, table[1:], strict=True):
        np.testing.assert_allclose(one.colour, [float(cell) for cell in row[1:4]], atol=0.02)


def test_shelf_palette_log_and_calendar_are_read():
    assert [(tube.key, tube.left_ml) for tube in shelf.read_csv((SAMPLES / "shelf.csv").read_text())] == [
        ("PB29", 30),
        ("PW6", 200),
    ]
    palette = gpl.read_gpl((SAMPLES / "palette.gpl").read_text())
    assert [row.colour.key for row in palette.rows] == ["PW6", "PY42", "PB29"]
    (line,), refused = read_lines((SAMPLES / "log.jsonl").read_text())
    assert (line.what, line.found, refused) == ("minutes", 15, ())
    busy = busy_times((SAMPLES / "calendar.ics").read_bytes(), "UTC", datetime(2026, 6, 1, tzinfo=UTC), 60)
    assert len(busy) == 4
