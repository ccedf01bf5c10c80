"""Piles found in rendered photos of a palette whose colours are known: coloured and uneven light, noise, smears, shine."""

import cv2
import numpy as np
import pytest

from ypsochrom.colour import cielab, srgb
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadPicture
from ypsochrom.materials.swatch_card import GREY_CARD_REFLECTANCE
from ypsochrom.mixes.palette_photo import piles_on
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox

CARD = (0.06, 0.1)
TRAYS = {"white": 0.82, "grey": 0.35, "wood": (0.35, 0.22, 0.12)}


def palette_photo(seed, tray="white", count=9, light=(1.0, 0.93, 0.82), noise=0.01):
    """A photo of piles mixed at random of eight tubes, the piles' middles, and their true colours."""
    rng = np.random.default_rng(seed)
    box = paintbox(["PW6", "PY35m", "PY42", "PBr7bs", "PBr7ru", "PR108", "PB29", "PG7"])
    height, width = 600, 900
    scene = np.ones((height, width, 3)) * np.array(TRAYS[tray])
    labs, middles = [], []
    while len(labs) < count:
        parts = rng.dirichlet(np.full(8, 0.35))
        linear = np.clip(srgb.xyz_to_linear(cielab.lab_to_xyz(appearance.wet_lab(parts, box))), 0, 1)
        lab = cielab.linear_to_lab(linear)
        ground = cielab.linear_to_lab(np.ones(3) * np.array(TRAYS[tray]))
        if delta_e_2000(lab, ground) < 9:
            continue
        row, column = divmod(len(labs), 4)
        x, y = 190 + 180 * column + rng.integers(-20, 20), 130 + 170 * row + rng.integers(-15, 15)
        angles = np.linspace(0, 2 * np.pi, 60, endpoint=False)
        radius = 52 * (1 + 0.16 * np.sin(2 * angles + rng.random() * 6) + 0.08 * np.sin(5 * angles + rng.random() * 6))
        ring = np.stack([x + radius * np.cos(angles), y + radius * np.sin(angles)], axis=1)
        cv2.fillPoly(scene, [ring.astype(np.int32)], linear.tolist())
        cv2.line(scene, (int(x), int(y)), (int(x) + 70, int(y) + 30), linear.tolist(), 5)  # a smear of the knife
        cv2.circle(scene, (int(x) - 14, int(y) - 14), 6, (0.95, 0.95, 0.95), -1)  # a glint
        labs.append(lab)
        middles.append((x / width, y / height))
    cv2.rectangle(scene, (15, 20), (95, 110), (GREY_CARD_REFLECTANCE,) * 3, -1)
    scene = cv2.GaussianBlur(scene, (0, 0), 1.2)
    x, y = np.meshgrid(np.linspace(0, 1, width), np.linspace(0, 1, height))
    falling = 0.95 - 0.35 * x - 0.12 * y
    lit = scene * falling[..., None] * np.array(light) + rng.normal(0, noise, scene.shape) * np.sqrt(scene + 0.01)
    return srgb.encode_picture(np.clip(lit, 0, 1)), np.array(middles), np.array(labs)


def told(photo, middles, labs):
    """How many piles were found where one lies, how many where none does, and how far the colours are off."""
    piles, _ = piles_on(photo, CARD)
    off, wrong, found = [], 0, set()
    for pile in piles:
        away = np.hypot(*(middles - [pile.x, pile.y]).T)
        nearest = int(away.argmin())
        if away[nearest] > 0.06 or nearest in found:
            wrong += 1
            continue
        found.add(nearest)
        off.append(float(delta_e_2000(np.array(pile.lab), labs[nearest])))
    return len(found), wrong, off


@pytest.mark.parametrize("tray", TRAYS)
def test_piles_are_found_and_read_under_a_warm_light_that_falls_off(tray):
    found, wrong, off = 0, 0, []
    for seed in range(4):
        seen, more, errors = told(*palette_photo(seed, tray))
        found, wrong, off = found + seen, wrong + more, off + errors
    assert (found, wrong) == (36, 0)
    assert np.median(off) < 0.5
    assert max(off) < 1.5


def test_an_empty_tray_is_said_to_be_empty():
    photo, _, _ = palette_photo(0, count=0)
    with pytest.raises(BadPicture, match="No pile"):
        piles_on(photo, CARD)


def test_a_small_photo_is_read_too():
    photo, middles, labs = palette_photo(1)
    small = cv2.resize(photo, (225, 150), interpolation=cv2.INTER_AREA)
    found, wrong, _ = told(small, middles, labs)
    assert found >= 8
    assert wrong <= 1
