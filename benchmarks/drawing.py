"""How well value maps draw, beside three usual ways: `python -m benchmarks.drawing`.

Plain thresholds, thresholds of a median as wide as half the brush, openings and closings by a disc as wide as the brush, and
ours; five even steps on a panel 400 mm long. Edges: the share of the picture's strong value edges (1.2 steps across 1.5 mm) with
a border within 1 mm. Off: how far (mm) nine in ten points of the borders lie from the plain thresholds'. Small: masses below 0.6
brushes squared. Photographs: scikit-image's astronaut, cat and coffee, scikit-learn's temple and flower.
"""

from collections.abc import Callable, Iterator
from pathlib import Path

import cv2
import numpy as np

from ypsochrom.colour.srgb import decode_picture
from ypsochrom.colour.types import LabelImage, MunsellValue
from ypsochrom.imaging.discs import nearest_label, opened, smoothed_levels
from ypsochrom.imaging.resample import shrink
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.values.masses import masses_of
from ypsochrom.values.placing import fine_enough, stepped
from ypsochrom.values.scale import value_field
from ypsochrom.values.steps import thresholds
from ypsochrom.values.value_map import value_map

from .segmentation import borders

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"
LONG_MM = 400.0
BRUSHES_MM = (10, 20)
STRONG, ACROSS_MM, NEAR_MM, SEEN_MM = 1.2, 1.5, 1.0, 0.4


def pictures() -> Iterator[tuple[str, MunsellValue]]:
    """Value fields of the pictures that are at hand, all drawn at 1,280 pixels at least."""
    import skimage.data
    from sklearn.datasets import load_sample_image  # type: ignore[import-untyped]

    yield "kettle", value_field(decode(KETTLE.read_bytes()).linear)
    for name, photo in (
        ("astronaut", skimage.data.astronaut()),
        ("cat", skimage.data.chelsea()),
        ("coffee", skimage.data.coffee()),
        ("temple", load_sample_image("china.jpg")),
        ("flower", load_sample_image("flower.jpg")),
    ):
        yield name, fine_enough(value_field(decode_picture(photo)))


def plain(field: MunsellValue, limits: tuple[float, ...], _: float) -> LabelImage:
    """Every pixel's own step."""
    return stepped(field, limits)


def median(field: MunsellValue, limits: tuple[float, ...], brush_px: float) -> LabelImage:
    """Steps of the field's median over half a brush."""
    grey = np.rint(field * 25).astype(np.uint8)
    return stepped(cv2.medianBlur(grey, 2 * round(brush_px / 4) + 1) / np.float32(25), limits)


def discs(field: MunsellValue, limits: tuple[float, ...], brush_px: float) -> LabelImage:
    """Steps opened and closed by a disc as wide as the brush, at six pixels to the brush."""
    height, width = field.shape
    scale = min(1.0, 6 / brush_px)
    small = shrink(field, round(width * scale), round(height * scale))
    labels = smoothed_levels(stepped(np.asarray(cv2.medianBlur(small, 5), dtype=np.float32), limits), 6)
    for _ in range(3):
        held = np.any([opened(labels == step, 6) for step in range(len(limits) + 1)], axis=0)
        labels = nearest_label(labels, ~held)
    return np.asarray(cv2.resize(labels, (width, height), interpolation=cv2.INTER_NEAREST))


def figures(
    field: MunsellValue, labels: LabelImage, limits: tuple[float, ...], px_per_mm: float, brush_mm: float
) -> str:
    """Edges, off, masses and small masses in one cell."""
    seen = np.asarray(cv2.GaussianBlur(field, (0, 0), SEEN_MM * px_per_mm), dtype=np.float32)
    across = np.ones((2 * max(1, round(ACROSS_MM / 2 * px_per_mm)) + 1,) * 2, dtype=np.uint8)
    jump = cv2.dilate(seen, across) - cv2.erode(seen, across)
    steep = np.hypot(cv2.Sobel(seen, cv2.CV_32F, 1, 0), cv2.Sobel(seen, cv2.CV_32F, 0, 1))
    strong = (steep >= cv2.dilate(steep, np.ones((3, 3))) * 0.999) & (jump >= STRONG)
    ours, own = borders(labels), borders(stepped(seen, limits))
    away = cv2.distanceTransform((~ours).astype(np.uint8), cv2.DIST_L2, 5) / px_per_mm
    off = cv2.distanceTransform((~own).astype(np.uint8), cv2.DIST_L2, 5)[ours] / px_per_mm
    _, masses = masses_of(labels, field, field)
    small = int((masses.sizes < 0.6 * (brush_mm * px_per_mm) ** 2).sum())
    return f"{(away[strong] <= NEAR_MM).mean():.2f} {np.quantile(off, 0.9):4.1f} {len(masses.sizes):5d} {small:5d}"


def main() -> None:
    """A table: pictures and brushes against ways."""
    ways: dict[str, Callable[[MunsellValue, tuple[float, ...], float], LabelImage]] = {
        "plain": plain,
        "median": median,
        "discs": discs,
    }
    heads = "  ".join(f"{name:^22}" for name in (*ways, "ours"))
    print(f"\n{'value maps':<14}  {heads}\n{'':<14}  " + "  ".join(["edges off masses small"] * (len(ways) + 1)))
    for name, field in pictures():
        height, width = field.shape
        px_per_mm = max(height, width) / LONG_MM
        support, limits = Support(width / px_per_mm, height / px_per_mm), thresholds(field, 5)
        for brush_mm in BRUSHES_MM:
            cells = [
                figures(field, way(field, limits, brush_mm * px_per_mm), limits, px_per_mm, brush_mm)
                for way in ways.values()
            ]
            ours = value_map(field, limits, support, brush_mm).labels
            cells.append(figures(field, ours, limits, px_per_mm, brush_mm))
            print(f"{name:<10}{brush_mm:>4}  " + "  ".join(f"{cell:>22}" for cell in cells), flush=True)


if __name__ == "__main__":
    main()
