"""Learn on rendered scenes which neighbouring pieces are of one thing: `python -m tools.sameness [--without SCENE ...]`.

Writes core/src/ypsochrom/areas/data/sameness.json; with `--without` nothing is written, and the scenes left out are measured
with what was learned on the others. Pairs are gathered while merging, first with a plain judge, then with the learned one
(nuneziglesias2013), from every scene and from variants of it: cut, mirrored, under other lights, its colours exchanged;
and from pictures of plain shapes, flat and shaded.
"""

import argparse
import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

import cv2
import numpy as np
from sklearn.neural_network import MLPClassifier  # type: ignore[import-untyped]
from sklearn.preprocessing import StandardScaler  # type: ignore[import-untyped]

from benchmarks.segmentation import SCENES, purity_and_recall, scene
from ypsochrom.areas.partition import MOST_AREAS, Patches, find_patches, tree_of
from ypsochrom.areas.sameness import Judge, Networks, Pieces, merge_alike

OUT = Path(__file__).parents[1] / "core/src/ypsochrom/areas/data/sameness.json"
VARIANTS, SHAPES, ROUNDS, NETS, UNITS, PAIRS = 14, 24, 3, 6, 20, 80_000


@dataclass(frozen=True)
class Pairs:
    """Clues (n, CLUES), whether the sides are of different things (n,), and what a mistake would cost (n,)."""

    clues: np.ndarray
    apart: np.ndarray
    harm: np.ndarray


def variants(
    linear: np.ndarray, truth: np.ndarray, rng: np.random.Generator
) -> Iterator[tuple[np.ndarray, np.ndarray]]:
    """The scene itself, then changed ones."""
    yield linear, truth
    height, width = truth.shape
    for _ in range(VARIANTS - 1):
        share = rng.uniform(0.55, 1.0)
        rows, columns = int(height * share), int(width * share)
        top, left = rng.integers(0, height - rows + 1), rng.integers(0, width - columns + 1)
        box = (slice(top, top + rows), slice(left, left + columns))
        light = np.exp(rng.normal(0, 0.35)) * np.exp(rng.normal(0, 0.15, 3))
        picture, labels = np.clip(linear[box] * light, 0, 1), truth[box]
        if rng.random() < 0.5:
            picture, labels = picture[:, ::-1], labels[:, ::-1]
        if rng.random() < 0.5:
            picture = picture[..., rng.permutation(3)]
        yield np.ascontiguousarray(picture, dtype=np.float32), np.ascontiguousarray(labels)


def shapes(rng: np.random.Generator) -> tuple[np.ndarray, np.ndarray]:
    """A picture of flat or shaded shapes on a ground, as in a sketch of zones, and the shape that every pixel shows."""
    height, width = int(rng.integers(180, 480)), int(rng.integers(240, 640))
    labels = np.zeros((height, width), dtype=np.uint8)
    for label in range(1, int(rng.integers(2, 14))):
        centre = (int(rng.integers(0, width)), int(rng.integers(0, height)))
        size = tuple(int(s) for s in rng.uniform(0.03, 0.35, 2) * width)
        if rng.random() < 0.5:
            cv2.ellipse(labels, centre, size, float(rng.uniform(0, 180)), 0, 360, label, -1)
        else:
            corners = cv2.boxPoints((centre, size, float(rng.choice([0, 90, rng.uniform(0, 180)])))).astype(np.int32)
            cv2.fillPoly(labels, [corners], label)
    count = int(labels.max()) + 1
    colour = rng.uniform(0.02, 0.9, (count, 3)) * rng.uniform(0.1, 1, (count, 1))
    y, x = np.mgrid[0 : 1 : height * 1j, 0 : 1 : width * 1j]
    turn, depth = rng.uniform(0, 2 * np.pi, count), rng.choice([0, 0.5, 0.9], count)
    ramp = (x[..., None] * np.cos(turn) + y[..., None] * np.sin(turn)) * depth
    shade = np.take_along_axis(np.exp(ramp - ramp.mean()), labels[..., None], axis=-1)
    picture = colour[labels] * shade * np.exp(rng.normal(0, rng.choice([0.003, 0.02, 0.06]), (height, width, 1)))
    picture = cv2.GaussianBlur(picture.astype(np.float32), (0, 0), float(rng.uniform(0.3, 1.5)))
    return np.clip(picture, 0, 1), labels


def plain(clues: np.ndarray) -> np.ndarray:
    """A judge that has learned nothing: differences of colour across a lasting edge."""
    colour = clues[:, 0] ** 4 / 4 + clues[:, 1] ** 4 / 3 + clues[:, 2] ** 4 + clues[:, 5] ** 4
    strength = (1 + colour) ** 0.75 * (0.1 + np.exp(clues[:, 13])) ** 0.7 / 1000
    return np.asarray(strength / (1 + strength))


def gathered(patches: Patches, truth: np.ndarray, judge: Judge) -> Pairs:
    """All pairs that are weighed while the patches of a picture are merged by this judge."""
    pieces, height, width = patches.pieces(), *patches.labels.shape
    small = np.asarray(cv2.resize(truth, (width, height), interpolation=cv2.INTER_NEAREST), dtype=np.intp)
    shown = np.zeros((patches.labels.max() + 1, int(small.max()) + 1))
    np.add.at(shown, (patches.labels.ravel(), small.ravel()), 1)
    clues, apart, harm = [], [], []

    class Watched(Pieces):
        def clues(self, one: Sequence[int], other: Sequence[int]) -> np.ndarray:
            seen, i, j = super().clues(one, other), np.asarray(one), np.asarray(other)
            thing, purity = shown.argmax(axis=1), shown.max(axis=1) / np.maximum(shown.sum(axis=1), 1)
            clues.append(seen)
            apart.append(thing[i] != thing[j])
            harm.append(self.harm(one, other) * np.minimum(purity[i], purity[j]))
            return seen

        def absorb(self, i: int, j: int) -> None:
            shown[i] += shown[j]
            super().absorb(i, j)

    fields = (pieces.pixels, pieces.sums, pieces.squares, pieces.edge_sums, pieces.outline, pieces.borders)
    merge_alike(Watched(*fields), judge)
    return Pairs(np.vstack(clues), np.concatenate(apart), np.concatenate(harm))


def fitted(pairs: Sequence[Pairs], rng: np.random.Generator) -> Networks:
    """Networks fitted to these pairs, each to a random choice of them; dear pairs weigh more."""
    clues = np.concatenate([one.clues for one in pairs])
    apart = np.concatenate([one.apart for one in pairs])
    harm = np.concatenate([one.harm for one in pairs])
    weight = np.sqrt(np.clip(harm / harm.mean(), 0.05, 20))
    scaler = StandardScaler().fit(clues)
    nets = []
    for seed in range(NETS):
        some = rng.permutation(len(clues))[:PAIRS]
        net = MLPClassifier((UNITS,), alpha=1.0, max_iter=45, early_stopping=True, random_state=seed, batch_size=256)
        nets.append(net.fit(scaler.transform(clues[some]), apart[some], sample_weight=weight[some]))
    return Networks(
        mean=scaler.mean_,
        scale=scaler.scale_,
        hidden=np.stack([net.coefs_[0] for net in nets], axis=1),
        bias=np.stack([net.intercepts_[0] for net in nets]),
        out=np.stack([net.coefs_[1][:, 0] for net in nets]),
        out_bias=np.array([net.intercepts_[1][0] for net in nets]),
    )


def learn(scenes: Sequence[str]) -> Networks:
    """Networks learned on these scenes; the same every time."""
    rng = np.random.default_rng(0)
    pictures = [case for name in scenes for case in variants(*scene(name), rng)] + [shapes(rng) for _ in range(SHAPES)]
    cases = [(find_patches(linear), truth) for linear, truth in pictures]
    pairs = [gathered(patches, truth, plain) for patches, truth in cases]
    judge = fitted(pairs, rng)
    for _ in range(ROUNDS - 1):
        pairs += [gathered(patches, truth, judge) for patches, truth in cases]
        judge = fitted(pairs, rng)
    return judge


def main() -> None:
    """Learn, measure on every scene or on those left out, and write."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--without", nargs="*", default=[], choices=SCENES)
    left_out = parser.parse_args().without
    judge = learn([name for name in SCENES if name not in left_out])
    for name in left_out or SCENES:
        linear, truth = scene(name)
        height, width = truth.shape
        areas = tree_of(find_patches(linear), width, height, judge).areas(MOST_AREAS)
        purity, recall = purity_and_recall(areas, truth)
        print(f"{name:14} {'left out' if left_out else 'learned on'}  purity {purity:.3f}  recall {recall:.3f}")
    if not left_out:
        kept = {name: np.round(values, 4).tolist() for name, values in vars(judge).items()}
        OUT.write_text(json.dumps(kept) + "\n")


if __name__ == "__main__":
    main()
