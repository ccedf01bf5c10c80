"""How well photos of a painting are measured: `python -m benchmarks.checks [PHOTOS] [SEED]`.

Simulated photos of planned stages (kettle, a portrait of a cat, a landscape of steps and shore) with errors planted: three areas
lighter or darker by half a step or more, three places moved by 2 mm. Cameras, light and errors are drawn from the seed.
"""

import math
import sys
import tempfile
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import partial
from pathlib import Path

import cv2
import numpy as np
from skimage import data

from ypsochrom.checks.landmarks import places_in
from ypsochrom.checks.mend import is_value_off
from ypsochrom.checks.report import FINE_PX, PHOTO_PX, Asked, at_size, check
from ypsochrom.checks.stage import PlannedStage
from ypsochrom.checks.stand_in import AROUND_MM, MOVED_MM, Errors, painted_with, true_error
from ypsochrom.colour import srgb
from ypsochrom.formats import plan_files
from ypsochrom.formats.plan_folder import planned_stage
from ypsochrom.kit.errors import BadPicture
from ypsochrom.materials.camera import EaselCamera, EaselPhoto
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import painted_stages
from ypsochrom.work.planned import plan_of, planned_work

from .timing import report

REPOSITORY = Path(__file__).parents[1]
CARD_BELOW, BARE_BELOW = (0.15, 0.30), (0.25, 0.50)


@dataclass
class Tally:
    """What was measured over all photos."""

    corners: list[float] = field(default_factory=list)
    values: dict[bool, list[float]] = field(default_factory=lambda: {True: [], False: []})
    found: dict[bool, list[bool]] = field(default_factory=lambda: {True: [], False: []})
    false: dict[bool, list[bool]] = field(default_factory=lambda: {True: [], False: []})
    places: list[float] = field(default_factory=list)
    refused: int = 0


def plans(folder: Path) -> Iterator[Path]:
    """A kettle, a portrait and a landscape, planned."""
    pictures = {
        "kettle": ((REPOSITORY / "demo/pictures/kettle.jpg").read_bytes(), Support(400, 300)),
        "portrait": (as_png(data.chelsea()), Support(300, 200)),
        "landscape": (as_png(landscape()), Support(400, 300)),
    }
    for name, (content, support) in pictures.items():
        work = planned_work(decode(content).in_eight_bits(), Brief(support=support))
        plan_files.write(partial(plan_of, work), folder / name, name, stages=painted_stages(work))
        yield folder / name


def as_png(picture: np.ndarray) -> bytes:
    """A picture as a file."""
    return cv2.imencode(".png", cv2.cvtColor(picture, cv2.COLOR_RGB2BGR))[1].tobytes()


def landscape(seed: int = 5) -> np.ndarray:
    """Sky, three ranges of hills that grow paler with distance, a meadow with trees and a path; 900 x 1,200, 8-bit sRGB."""
    rng = np.random.default_rng(seed)
    high, wide = 900, 1200
    y, x = np.mgrid[0:high, 0:wide]
    picture = np.array([150, 175, 205.0]) + (y / high)[..., None] * np.array([70, 50, 20.0])
    for level, (colour, rough) in enumerate((((140, 150, 165), 60), ((95, 112, 105), 80), ((62, 78, 52), 50))):
        waves = [
            rng.uniform(0, rough / k) * np.sin(k * 2 * np.pi * (x[0] / wide) + rng.uniform(0, 6))
            for k in (1, 2, 3, 5, 8)
        ]
        picture[y > 330 + 110 * level + np.sum(waves, axis=0)] = colour
    picture[(y > 680) & (np.abs(x - 620 - (y - 680) * 0.6) < 12 + (y - 680) * 0.35)] = (172, 148, 112)
    for _ in range(7):
        at, size = (rng.uniform(60, 1140), rng.uniform(600, 720)), rng.uniform(25, 60)
        picture[((x - at[0]) / size) ** 2 + ((y - at[1]) / (1.4 * size)) ** 2 < 1] = (34, 46, 28)
    grain = cv2.GaussianBlur(rng.normal(0, 1, (high, wide, 1)), (0, 0), 2.0)[..., None] * 40
    return np.clip(cv2.GaussianBlur(picture, (0, 0), 1.5) + grain, 0, 255).astype(np.uint8)


def with_errors(stage: PlannedStage, rng: np.random.Generator) -> tuple[np.ndarray, dict[str, float]]:
    """The stage in linear light with three of its areas painted too light or too dark, and by how much each."""
    large = [area.id for area in stage.areas if area.area_cm2 > 6]
    chosen = rng.choice(len(large), min(3, len(large)), replace=False)
    planned = {large[number]: float(rng.choice([-0.7, -0.5, 0.5, 0.7])) for number in chosen}
    linear = painted_with(stage, Errors(values=planned))
    return linear, {area: true_error(stage, area, linear) for area in planned}


def with_moves(stage: PlannedStage, rng: np.random.Generator) -> tuple[np.ndarray, dict[str, np.ndarray]]:
    """The painting with up to three of its places moved by 2 mm, and which way (mm)."""
    fine = at_size(stage, FINE_PX)
    places = places_in(fine, fine.dry, srgb.decode_picture(fine.dry))
    moved: dict[str, np.ndarray] = {}
    planted: list[tuple[tuple[float, float], tuple[float, float]]] = []
    for one in [places[k] for k in rng.permutation(len(places))]:
        if len(moved) == 3 or any(math.dist(one.at_mm, at) < 2.2 * AROUND_MM for at, _ in planted):
            continue
        angle = float(rng.uniform(0, 2 * math.pi))
        way = MOVED_MM * np.array([math.cos(angle), math.sin(angle)])
        planted.append((one.at_mm, (float(way[0]), float(way[1]))))
        moved[one.name] = way if one.normal is None else np.array(one.normal) * float(way @ np.array(one.normal))
    return painted_with(stage, Errors(moved=planted)), moved


def camera(seed: int, rng: np.random.Generator, width: int = 1600) -> EaselCamera:
    """A camera, its lens, its light and a plain wall; in every second photo something lies over the panel's rim."""
    wall = float(rng.choice([0.05, 0.15, 0.3, 0.5, 0.7]))
    return EaselCamera(
        seed,
        width=width,
        lens=float(rng.uniform(-0.05, 0.03)),
        slope=float(rng.uniform(0, 0.6)),
        cast=(1.0, float(rng.uniform(0.85, 1.0)), float(rng.uniform(0.7, 1.0))),
        exposure=float(rng.uniform(0.6, 1.0)),
        glare=float(rng.choice([0.0, 0.0, 0.25])),
        surround=(wall, wall * float(rng.uniform(0.9, 1)), wall * float(rng.uniform(0.8, 1))),
        cover=rng.choice(["none", "none", "none", "clip", "hand", "easel"]),
    )


def corners_off_mm(photo: EaselPhoto, found: tuple[tuple[float, float], ...], support: Support) -> float:
    """Root mean square of the four corners' errors on the support."""
    square = np.array([[0, 0], [support.width_mm, 0], [support.width_mm, support.height_mm], [0, support.height_mm]])
    way = cv2.getPerspectiveTransform(photo.corners.astype(np.float32), square.astype(np.float32))
    seen = cv2.perspectiveTransform(np.array(found)[None], way)[0]
    return float(np.sqrt(((seen - square) ** 2).sum(axis=1).mean()))


def measure(stage: PlannedStage, seed: int, tally: Tally) -> None:
    """One photo, checked with and without its grey card; places are moved in a photo of their own."""
    rng = np.random.default_rng(seed)
    linear, planted = with_errors(stage, rng)
    photo = camera(seed, rng).photograph(linear)
    picture = decode(photo.jpeg, longest_px=PHOTO_PX).srgb8
    for card in (True, False):
        try:
            found = check([picture], stage, Asked(grey=photo.grey if card else None)).report
        except BadPicture:
            tally.refused += 1
            continue
        for one in found.areas:
            true = planted.get(one.area, 0.0)
            tally.values[card].append(abs(one.value_error - true))
            (tally.found if true else tally.false)[card].append(is_value_off(one))
        if not card:
            tally.corners.append(corners_off_mm(photo, found.panel.corners, stage.support))
    shifted, moved = with_moves(stage, rng)
    photo = camera(seed + 1, rng).photograph(shifted)
    try:
        landmarks = check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], stage).report.landmarks
    except BadPicture:
        tally.refused += 1
        return
    by_name = {one.name: np.array([one.dx_mm, one.dy_mm]) for one in landmarks}
    tally.places += [float(np.hypot(*(by_name.get(name, np.full(2, 99.0)) - way))) for name, way in moved.items()]


def from_a_camera(stage: PlannedStage) -> float:
    """Seconds from a 12-megapixel JPEG to its report."""
    content = EaselCamera(3, width=4000).photograph(srgb.decode_picture(stage.dry)).jpeg
    start = time.perf_counter()
    check([decode(content, longest_px=PHOTO_PX).srgb8], stage)
    return time.perf_counter() - start


def main(photos: int = 12, seed: int = 20_000) -> None:
    """Every plan in turn, its stages in turn."""
    with tempfile.TemporaryDirectory() as folder:
        for where in plans(Path(folder)):
            tally = Tally()
            last = max(int(path.name[:2]) for path in (where / "stages").glob("*.png"))
            for number in range(photos):
                measure(planned_stage(where, 2 + number % (last - 1)), seed + 17 * number, tally)
            say(where.name, tally)
        report("12 MP photo to a report", f"{from_a_camera(planned_stage(where, last)):.2f} s", "3 s")


def say(name: str, tally: Tally) -> None:
    """The figures of one plan against what is promised."""
    print(f"{name}: {len(tally.corners)} photos, {tally.refused} refused")
    within = np.mean(np.array(tally.corners) <= 1.0)
    report("  corners within 1 mm", f"{within:.1%}", "95 %", f"median {np.median(tally.corners):.2f} mm")
    for card, (half, most) in ((True, CARD_BELOW), (False, BARE_BELOW)):
        errors, what = tally.values[card], "with a grey card" if card else "without"
        middle, ninety = np.median(errors), np.quantile(errors, 0.9)
        report(f"  value {what}: median, 90 %", f"{middle:.2f} {ninety:.2f}", f"{half:.2f} {most:.2f}")
        report(f"  planted errors found {what}", f"{np.mean(tally.found[card]):.1%}", "95 %")
        report(f"  false alarms {what}", f"{np.mean(tally.false[card]):.1%}", "5 % at most")
    places = np.array(tally.places)
    report(
        "  places moved 2 mm found within 0.5 mm",
        f"{np.mean(places <= 0.5):.1%}",
        "95 %",
        f"median {np.median(places):.2f}",
    )


if __name__ == "__main__":
    main(*(int(word) for word in sys.argv[1:]))
