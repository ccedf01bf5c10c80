"""A small planned stage, drawn here, and photos of it."""

import cv2
import numpy as np
import pytest

from ypsochrom.checks.report import PHOTO_PX, Asked, Report, check
from ypsochrom.checks.stage import CheckedArea, PlannedPile, PlannedStage, PlannedWork
from ypsochrom.checks.stand_in import Errors, painted_with
from ypsochrom.colour.cielab import lab_to_srgb8
from ypsochrom.materials.camera import EaselCamera, EaselPhoto
from ypsochrom.materials.support import Support
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.subject.decode import decode

HIGH, WIDE = 600, 800
SUPPORT = Support(400, 300)
FAULTLESS = Errors()
BOX = paintbox(("PW6", "PBr7bu", "PBr7bs", "PB29", "PY42", "PBk9"))
SHAPES = {
    "wall": [[0, 0], [800, 0], [800, 330], [0, 330]],
    "window": [[60, 40], [250, 60], [240, 250], [70, 240]],
    "door": [[620, 30], [770, 40], [760, 330], [630, 330]],
    "table": [[0, 330], [800, 330], [800, 600], [0, 600]],
    "cloth": [[60, 430], [330, 390], [420, 560], [120, 590]],
    "box": [[560, 350], [740, 370], [720, 520], [550, 500]],
    "board": [[430, 360], [520, 365], [515, 420], [425, 410]],
}
COLOURS = {
    "wall": (62, 2, 8),
    "window": (82, -2, 6),
    "door": (38, 10, 16),
    "table": (45, 8, 22),
    "cloth": (74, 1, 3),
    "box": (30, 4, -14),
    "board": (55, 14, 26),
    "jar": (50, 18, 14),
    "plate": (68, -6, 22),
}


def pile(id_: str, parts: dict[str, float]) -> PlannedPile:
    vector = appearance.parts_vector(parts, BOX)
    dry, wet = (tuple(float(x) for x in f(vector, BOX)) for f in (appearance.dry_lab, appearance.wet_lab))
    return PlannedPile(id_, f"pile {id_}", Recipe.of(parts), dry, wet, 4.0)


PILES = {one.id: one for one in (pile("m01", {"PBr7bs": 3, "PW6": 2}), pile("m02", {"PB29": 1, "PBr7bu": 1, "PW6": 3}))}


@pytest.fixture(scope="session")
def stage() -> PlannedStage:
    """After the second pass: a ground of mid brown, then every area in its own colour; jar and plate come in a third."""
    labels = np.zeros((HIGH, WIDE), dtype=np.uint8)
    for index, shape in enumerate(SHAPES.values()):
        cv2.fillPoly(labels, [np.array(shape, dtype=np.int32)], index)
    cv2.ellipse(labels, (420, 250), (75, 130), 0, 0, 360, 7, -1)
    cv2.ellipse(labels, (250, 500), (90, 42), 0, 0, 360, 8, -1)
    names = list(COLOURS)
    areas = []
    for index, name in enumerate(names):
        rows, columns = np.nonzero(labels == index)
        areas.append(
            CheckedArea(
                index,
                f"a{index + 1:02d}",
                name,
                float(len(rows) / labels.size * SUPPORT.area_cm2),
                (float(columns.mean() / WIDE), float(rows.mean() / HIGH)),
            )
        )
    table = lab_to_srgb8(np.array([COLOURS[name] for name in names], dtype=float)[None])[0]
    ground = np.full((HIGH, WIDE, 3), lab_to_srgb8(np.array([[[48.0, 7.0, 20.0]]]))[0, 0], dtype=np.uint8)
    dry = table[labels]
    soft = cv2.GaussianBlur(dry, (0, 0), 6.0)  # the plate's edge is planned soft
    near_plate = cv2.dilate((labels == 8).astype(np.uint8), np.ones((25, 25))) > 0
    dry = np.where(near_plate[..., None], soft, dry)
    wet = np.clip(dry.astype(int) + 14, 0, 255).astype(np.uint8)
    work = {
        area.id: (PlannedWork(1, "ground", "m02", 1.0, True), PlannedWork(2, "block-in", "m01", 1.0, True))
        for area in areas
    }
    work["a09"] = (*work["a09"], PlannedWork(3, "light", "m02", 0.95, True))
    bare = np.full_like(dry, 245)
    return PlannedStage(2, SUPPORT, tuple(areas), labels, (bare, ground, dry), wet, work, PILES, BOX)


@pytest.fixture(scope="session")
def take(stage: PlannedStage):
    """Photographs the stage with errors; everything of the camera that is not given is usual."""

    def taken(
        errors: Errors = FAULTLESS, seed: int = 4, *, wet: frozenset[str] = frozenset(), **camera: object
    ) -> EaselPhoto:
        return EaselCamera(seed, **{"width": 1200, **camera}).photograph(painted_with(stage, errors, wet=wet))  # type: ignore[arg-type]

    return taken


@pytest.fixture(scope="session")
def checked(stage: PlannedStage, take):
    """A report on a photo of the stage with errors; `card` taps the grey card."""

    def report(
        errors: Errors = FAULTLESS,
        seed: int = 4,
        *,
        card: bool = False,
        wet: frozenset[str] = frozenset(),
        **camera: object,
    ) -> Report:
        photo = take(errors, seed, wet=wet, **camera)
        asked = Asked(grey=photo.grey if card else None, wet=wet)
        return check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], stage, asked).report

    return report


def named(stage: PlannedStage, name: str) -> str:
    """The id of an area by its name."""
    return next(area.id for area in stage.areas if area.name == name)
