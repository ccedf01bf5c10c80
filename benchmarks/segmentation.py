"""How well areas follow the things of rendered scenes, beside two usual ways: `python -m benchmarks.segmentation`.

Purity: the share of pixels whose area belongs, by majority, to the thing they are part of. Recall: the share of the things'
true borders with a border of the areas within 1 % of the diagonal. At most 24 areas, at the pictures' own size.
"""

import time
from pathlib import Path

import cv2
import numpy as np
from PIL import Image
from skimage import graph
from skimage.segmentation import slic

from ypsochrom.areas.partition import MOST_AREAS, PARTITION_PX, find_tree
from ypsochrom.colour import cielab
from ypsochrom.imaging.resample import enlarge_labels, fit_within, shrink
from ypsochrom.subject.decode import decode

_DEMO, _MORE = Path(__file__).parents[1] / "demo/pictures", Path(__file__).parent / "fixtures"
_FOLDERS = {"kettle": _DEMO, "kettle-close": _DEMO, "scene-a": _MORE, "scene-b": _MORE}
SCENES = tuple(_FOLDERS)
BOUNDARY_TOLERANCE = 0.01
"""Of the diagonal, as in the usual boundary-recall measure."""


def scene(name: str) -> tuple[np.ndarray, np.ndarray]:
    """A scene's picture in linear light, and the thing that every pixel shows."""
    linear = decode((_FOLDERS[name] / f"{name}.jpg").read_bytes()).linear
    return linear, np.asarray(Image.open(_FOLDERS[name] / f"{name}-labels.png").convert("L"))


def borders(labels: np.ndarray) -> np.ndarray:
    """The pixels that differ from their left or upper neighbour."""
    found = np.zeros(labels.shape, dtype=bool)
    found[:, 1:] |= labels[:, 1:] != labels[:, :-1]
    found[1:] |= labels[1:] != labels[:-1]
    return found


def purity_and_recall(areas: np.ndarray, truth: np.ndarray) -> tuple[float, float]:
    """Pixel-weighted purity and boundary recall of areas against the true things."""
    counts = np.zeros((areas.max() + 1, truth.max() + 1))
    np.add.at(counts, (areas.ravel(), truth.ravel()), 1)
    away = cv2.distanceTransform((~borders(areas)).astype(np.uint8), cv2.DIST_L2, 5)
    near = away[borders(truth)] <= BOUNDARY_TOLERANCE * np.hypot(*truth.shape)
    return float(counts.max(axis=1).sum() / truth.size), float(near.mean())


def plain_superpixels(lab: np.ndarray) -> np.ndarray:
    """The picture cut into about as many compact patches as there may be areas (achanta2012)."""
    return np.asarray(slic(lab, n_segments=MOST_AREAS, compactness=10, convert2lab=False, start_label=0))


def graph_merge(lab: np.ndarray) -> np.ndarray:
    """400 superpixels merged by the difference of their mean colours until as few are left as there may be areas."""
    patches = slic(lab, n_segments=400, compactness=10, convert2lab=False, start_label=0)
    adjacency = graph.rag_mean_color(lab, patches)
    low, high = 0.0, 100.0
    for _ in range(20):
        middle = (low + high) / 2
        found = graph.cut_threshold(patches, adjacency, middle, in_place=False)
        low, high = (middle, high) if found.max() + 1 > MOST_AREAS else (low, middle)
    return np.asarray(graph.cut_threshold(patches, adjacency, high, in_place=False))


def main() -> None:
    """All scenes, all three ways."""
    for name in SCENES:
        linear, truth = scene(name)
        height, width = truth.shape
        lab = cielab.linear_to_lab(shrink(linear, *fit_within(width, height, PARTITION_PX)))
        ways = {
            "areas": lambda linear=linear: find_tree(linear).areas(MOST_AREAS),
            "plain superpixels": lambda lab=lab: plain_superpixels(lab),
            "usual graph merge": lambda lab=lab: graph_merge(lab),
        }
        for title, way in ways.items():
            start = time.perf_counter()
            found = way()
            taken = time.perf_counter() - start
            labels = np.unique(found, return_inverse=True)[1].reshape(found.shape).astype(np.uint16)
            full = labels if labels.shape == truth.shape else enlarge_labels(labels, width, height)
            purity, recall = purity_and_recall(full, truth)
            print(
                f"{name:14} {title:20} {labels.max() + 1:3} areas  purity {purity:.3f}  recall {recall:.3f}  {taken:.2f} s"
            )


if __name__ == "__main__":
    main()
