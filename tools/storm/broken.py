"""Files that begin like a picture, a shelf, a palette, readings, a calendar or an archive, and do not go on like one."""

import hashlib
import io
import json
import random
import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any

import numpy as np
import pillow_heif
import tifffile
from PIL import Image

from ypsochrom.formats.exchange.readings import write_cxf
from ypsochrom.paint.calibration import SwatchReading

SEED = 20
MALFORMED = 1000

SHELF = "key,volume_ml,left_ml,nozzle_mm,price,notes\nPB29,60,30,8,9.50,half full\nPW6,250,200,10,,\n"
PALETTE = (
    "GIMP Palette\nName: Harbour\nColumns: 4\n#\n 36  49 120 ultramarine (PB29)\n250 250 247 titanium white (PW6)\n"
)
READINGS = (
    'CGATS.17\nORIGINATOR "here"\nNUMBER_OF_FIELDS 5\nBEGIN_DATA_FORMAT\nSAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B\n'
    'END_DATA_FORMAT\nNUMBER_OF_SETS 2\nBEGIN_DATA\n1 "on white" 31.2 40.1 14.0\n2 "1:4" 62.5 38.0 2.1\nEND_DATA\n'
)
CALENDAR = (
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//here//EN\r\nBEGIN:VEVENT\r\nUID:1@here\r\nDTSTAMP:20260601T080000Z\r\n"
    "DTSTART:20260602T090000Z\r\nDTEND:20260602T110000Z\r\nRRULE:FREQ=WEEKLY;COUNT=4\r\nSUMMARY:class\r\nEND:VEVENT\r\n"
    "END:VCALENDAR\r\n"
)


def spoilt(whole: bytes, chance: random.Random) -> bytes:
    """Cut short, with bytes changed (anywhere, or near the beginning, where sizes stand), or with rubbish in between."""
    content = bytearray(whole)
    match chance.randrange(4):
        case 0:
            content = content[: chance.randrange(1, len(content))]
        case 1:
            for _ in range(chance.randrange(1, 40)):
                content[chance.randrange(len(content))] = chance.randrange(256)
        case 2:
            for _ in range(chance.randrange(1, 6)):
                content[chance.randrange(4, min(200, len(content)))] = chance.choice((0, 127, 255))
        case _:
            at = chance.randrange(len(content))
            content[at:at] = bytes(chance.randrange(256) for _ in range(chance.randrange(1, 400)))
    return bytes(content)


def pictures(chance: random.Random) -> Iterator[tuple[str, bytes]]:
    """Pictures of each accepted format, spoilt."""
    pixels = np.random.default_rng(SEED).integers(0, 255, (96, 128, 3), dtype=np.uint8)
    image = Image.fromarray(pixels)
    pillow_heif.register_heif_opener()
    whole: dict[str, bytes] = {}
    for kind, how in (("JPEG", {}), ("PNG", {}), ("WEBP", {}), ("TIFF", {"compression": "tiff_lzw"}), ("HEIF", {})):
        out = io.BytesIO()
        image.save(out, kind, **how)
        whole[kind] = out.getvalue()
    deep = io.BytesIO()
    tifffile.imwrite(deep, pixels.astype(np.uint16) * 257, compression="zlib")
    whole["16-bit TIFF"] = deep.getvalue()
    kinds = list(whole)
    for number in range(MALFORMED):
        kind = kinds[number % len(kinds)]
        yield kind, spoilt(whole[kind], chance)


def imports(chance: random.Random) -> Iterator[tuple[str, bytes]]:
    """Every other file that can be brought in, spoilt: as it is, and of an archive what is in it."""
    spectra = [
        SwatchReading("on white", lab=(31.2, 40.1, 14.0)),
        SwatchReading("1:4", reflectance=np.linspace(0.1, 0.9, 36)),
    ]
    cxf = write_cxf("A tube", spectra, datetime(2026, 6, 1, tzinfo=UTC))
    whole = [("shelf", SHELF), ("palette", PALETTE), ("readings", READINGS), ("readings", cxf), ("calendar", CALENDAR)]
    for number in range(MALFORMED):
        at = number % (len(whole) + 1)
        if at == len(whole):
            yield "archive", _archive(chance)
        else:
            yield whole[at][0], spoilt(whole[at][1].encode(), chance)


JUNK: tuple[Any, ...] = (
    None,
    True,
    -1,
    1e300,
    "x",
    "\0",
    "x" * 5000,
    [],
    [[]],
    {},
    [None, {"id": -1}],
    {"body": {"kind": 7}},
)
BODY: dict[str, Any] = {
    "uid": "7f0c2f0e-0000-4000-8000-000000000001", "title": "Jug", "brief": {}, "created": "2026-06-01T09:00:00+00:00",
    "changed": "2026-06-01T09:00:00+00:00", "removed": None, "results": [{"node": "values", "version": 3, "body": {}}],
    "history": [{"label": "Named an area", "before": {}, "after": {}}], "lists": [], "acts": [], "checks": [], "page": None,
    "lines": [{"at": "2026-06-01T09:00:00+00:00", "text": "dark"}], "swatches": [], "teaches": True, "left_out": [],
}  # fmt: skip


def _archive(chance: random.Random) -> bytes:
    """An archive of a painting: spoilt as a file, or sound as a file with rubbish in some fields of its document."""
    rubbish = dict.fromkeys(chance.sample(sorted(BODY), chance.randrange(1, 4)))
    within = chance.random() < 0.7
    body = BODY | ({name: chance.choice(JUNK) for name in rubbish} if within else {})
    document = json.dumps({"kind": "painting", "version": chance.choice((1, 1, 1, 2, 0)), "body": body}).encode()
    name = "documents/painting-00001.json"
    listed = [{"path": name, "bytes": len(document), "sha256": hashlib.sha256(document).hexdigest()}]
    about = {
        "kind": "ypsochrom archive",
        "version": 1,
        "of": "painting",
        "made": "2026-06-01T09:00:00",
        "application": "0",
    }
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as saved:
        saved.writestr(name, document)
        saved.writestr("manifest.json", json.dumps({**about, "files": listed}))
    return out.getvalue() if within else spoilt(out.getvalue(), chance)
