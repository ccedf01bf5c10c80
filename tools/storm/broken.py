"""Files that begin like a picture of each accepted format and do not go on like one."""

import io
import random
from collections.abc import Iterator

import numpy as np
import pillow_heif
import tifffile
from PIL import Image

SEED = 20


MALFORMED = 500


def pictures(chance: random.Random) -> Iterator[tuple[str, bytes]]:
    """Files that begin like a picture of each accepted format and do not go on like one."""
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
        content = bytearray(whole[kind])
        match chance.randrange(4):
            case 0:
                content = content[: chance.randrange(1, len(content))]
            case 1:
                for _ in range(chance.randrange(1, 40)):
                    content[chance.randrange(len(content))] = chance.randrange(256)
            case 2:  # near the beginning, where sizes stand
                for _ in range(chance.randrange(1, 6)):
                    content[chance.randrange(4, min(200, len(content)))] = chance.choice((0, 127, 255))
            case _:
                at = chance.randrange(len(content))
                content[at:at] = bytes(chance.randrange(256) for _ in range(chance.randrange(1, 400)))
        yield kind, bytes(content)
