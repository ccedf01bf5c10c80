"""OpenRaster: the drawing, the photo, the value map, its contours and every step as layers that picture programs open.

After the OpenRaster specification 0.0.5 (openraster2016): a zip whose first entry is an uncompressed `mimetype`, then
stack.xml with the layers from the top, the layers as PNG, a merged image and a thumbnail of at most 256 px.
"""

import io
import zipfile
from collections.abc import Sequence
from xml.sax.saxutils import quoteattr

import cv2
import numpy as np

from ...areas.linework import Line
from ...colour.types import Srgb8
from ...imaging.outlines import meeting
from ...imaging.resample import fit_within
from ...values.value_map import ValueMap
from ..zipped import add
from .drawing import ink
from .png import step_greys

_THUMBNAIL_PX = 256
_INKED = 127


def layers_ora(picture: Srgb8, found: ValueMap, lines: Sequence[Line], width_mm: float) -> bytes:
    """Layers from the top: outlines, inner lines, contours of the map, one per step, the value map, the photo."""
    height, width = found.labels.shape
    greys = step_greys(found)
    grey = greys[found.labels]
    layers: list[tuple[str, np.ndarray, bool]] = [
        (title, _black(ink([line for line in lines if line.kind == kind], width, height, width_mm)), True)
        for kind, title in (("outline", "Outlines"), ("inner", "Inner lines"))
    ]
    layers.append(("Contours", _contours(found), False))
    for step in reversed(found.steps):
        mask = found.labels == step.index
        layers.append((f"Step {step.index + 1}, value {step.value:.1f}", _rgba(grey, mask), False))
    layers.append(("Value map", _rgba(grey, np.ones_like(found.labels, dtype=bool)), True))
    photo = cv2.resize(picture, (width, height), interpolation=cv2.INTER_CUBIC)  # the map of a small photo is larger
    layers.append(("Photo", np.dstack([photo, np.full((height, width), 255, np.uint8)]), True))
    merged = np.repeat(grey[..., None], 3, axis=2)
    merged[ink(lines, width, height, width_mm) > _INKED] = 0
    thumbnail = cv2.resize(merged, fit_within(width, height, _THUMBNAIL_PX), interpolation=cv2.INTER_AREA)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        add(archive, "mimetype", b"image/openraster", zipfile.ZIP_STORED)
        add(archive, "stack.xml", _stack(layers, width, height).encode(), zipfile.ZIP_DEFLATED)
        for number, (_, pixels, _) in enumerate(layers):
            add(archive, f"data/layer{number}.png", _png(pixels), zipfile.ZIP_STORED)
        add(archive, "mergedimage.png", _png(merged), zipfile.ZIP_STORED)
        add(archive, "Thumbnails/thumbnail.png", _png(np.asarray(thumbnail)), zipfile.ZIP_STORED)
    return out.getvalue()


def _stack(layers: list[tuple[str, np.ndarray, bool]], width: int, height: int) -> str:
    rows = "\n".join(
        f'    <layer name={quoteattr(name)} src="data/layer{number}.png" x="0" y="0" opacity="1.0" '
        f'visibility="{"visible" if shown else "hidden"}"/>'
        for number, (name, _, shown) in enumerate(layers)
    )
    return (
        f'<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.5" w="{width}" h="{height}">\n'
        f"  <stack>\n{rows}\n  </stack>\n</image>\n"
    )


def _contours(found: ValueMap) -> np.ndarray:
    return _black(cv2.dilate(meeting(found.labels).astype(np.uint8), np.ones((2, 2), np.uint8)) * 255)


def _black(alpha: np.ndarray) -> np.ndarray:
    return np.dstack([np.zeros((*alpha.shape, 3), np.uint8), alpha])


def contours_png(found: ValueMap) -> bytes:
    """The contours as black line art on white."""
    return _png(np.where(_contours(found)[..., 3:] > 0, 0, 255).astype(np.uint8).repeat(3, axis=2))


def _rgba(grey: np.ndarray, mask: np.ndarray) -> np.ndarray:
    return np.dstack([grey, grey, grey, mask.astype(np.uint8) * 255])


def _png(pixels: np.ndarray) -> bytes:
    channels = cv2.COLOR_RGBA2BGRA if pixels.shape[2] == 4 else cv2.COLOR_RGB2BGR
    done, content = cv2.imencode(".png", cv2.cvtColor(pixels, channels), [cv2.IMWRITE_PNG_COMPRESSION, 3])
    if not done:
        raise ValueError("the layer could not be written as PNG")
    return content.tobytes()
