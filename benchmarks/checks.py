"""How well photos of a painting are measured: `python -m benchmarks.checks [PHOTOS] [SEED]`.

Simulated photos of planned stages (kettle, a portrait of a cat, a landscape of steps and shore) with errors planted: three areas
lighter or darker by half a step or more, three places moved by 2 mm. Cameras, light and errors are drawn from the seed.
"""

import sys
import tempfile
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path

import cv2
import numpy as np
from skimage import data

from ypsochrom.checks.landmarks import places_in
from ypsochrom.checks.mend import is_value_off
from ypsochrom.checks.report import FINE_PX, PHOTO_PX, Asked, at_size, check
from ypsochrom.checks.stage import PlannedStage
from ypsochrom.colour import srgb
from ypsochrom.colour.munsell import luminance_to_value, value_to_luminance
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
MOVED_MM, AROUND_MM, FADING_MM = 2.0, 24.0, 12.0
CARD_BELOW, BARE_BELOW = (0.15, 0.30), (0.25, 0.50)
_BRIGHT = np.array([0.2126, 0.7152, 0.0722])


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
    cat = cv2.cvtColor(data.chelsea(), cv2.COLOR_RGB2BGR)
    shore = (REPOSITORY / "demo/pictures/kettle-close.jpg").read_bytes()
    pictures = {
        "kettle": ((REPOSITORY / "demo/pictures/kettle.jpg").read_bytes(), Support(400, 300)),
        "portrait": (cv2.imencode(".png", cat)[1].tobytes(), Support(300, 200)),
        "closer": (shore, Support(400, 300)),
    }
    for name, (content, support) in pictures.items():
        work = planned_work(decode(content).in_eight_bits(), Brief(support=support))
        plan_files.write(plan_of(work), folder / name, name, stages=painted_stages(work))
        yield folder / name


def with_errors(stage: PlannedStage, rng: np.random.Generator) -> tuple[np.ndarray, dict[str, float]]:
    """The stage in linear light with three of its areas painted too light or too dark, and by how much each."""
    linear = srgb.decode_picture(stage.dry)
    large = [area for area in stage.areas if area.area_cm2 > 6]
    planted = {}
    for number in rng.choice(len(large), min(3, len(large)), replace=False):
        area, error = large[number], float(rng.choice([-0.7, -0.5, 0.5, 0.7]))
        own = stage.labels == area.index
        before = luminance_to_value(np.clip(linear[own] @ _BRIGHT, 1e-4, 1))
        after = value_to_luminance(np.clip(before + error, 0.3, 9.8))
        linear[own] = np.clip(linear[own] * (after / np.maximum(linear[own] @ _BRIGHT, 1e-4))[:, None], 0, 1)
        planted[area.id] = true_error(stage, own, linear)
    return linear, planted


def true_error(stage: PlannedStage, own: np.ndarray, linear: np.ndarray) -> float:
    """By how many steps the mean light of an area was changed."""
    either = [float(one[own].mean(axis=0) @ _BRIGHT) for one in (srgb.decode_picture(stage.dry), linear)]
    before, after = luminance_to_value(np.array(either))
    return float(after - before)


def with_moves(
    stage: PlannedStage, linear: np.ndarray, rng: np.random.Generator
) -> tuple[np.ndarray, dict[str, np.ndarray]]:
    """The painting with up to three of its places moved by 2 mm, and which way (mm)."""
    places = places_in(
        at_size(stage, FINE_PX), at_size(stage, FINE_PX).dry, srgb.decode_picture(at_size(stage, FINE_PX).dry)
    )
    high, wide = linear.shape[:2]
    y, x = np.mgrid[0:high, 0:wide].astype(np.float32)
    from_x, from_y = x.copy(), y.copy()
    moved: dict[str, np.ndarray] = {}
    chosen: list[np.ndarray] = []
    for one in [places[k] for k in rng.permutation(len(places))]:
        at = np.array(one.at_mm)
        if len(moved) == 3 or any(np.hypot(*(at - other)) < 2.2 * AROUND_MM for other in chosen):
            continue
        angle = rng.uniform(0, 2 * np.pi)
        way = MOVED_MM * np.array([np.cos(angle), np.sin(angle)])
        away = np.hypot(x * stage.mm_per_px - at[0], y * stage.mm_per_px - at[1])
        share = np.clip((AROUND_MM - away) / FADING_MM, 0, 1)
        from_x -= share * way[0] / stage.mm_per_px
        from_y -= share * way[1] / stage.mm_per_px
        chosen.append(at)
        moved[one.name] = way if one.normal is None else np.array(one.normal) * float(way @ np.array(one.normal))
    return np.asarray(cv2.remap(linear, from_x, from_y, cv2.INTER_LINEAR)), moved


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
    shifted, moved = with_moves(stage, srgb.decode_picture(stage.dry), rng)
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
