"""The map in strokes: the values stay, strokes keep to their masses, run along the form, and are as wide as their brush."""

import numpy as np
import pytest

from ypsochrom.materials.support import Support
from ypsochrom.values.brushwork import as_laid
from ypsochrom.values.passages import Passage

PANEL = Support(400, 300)
GREYS = np.array([40, 120, 210])
HALF = Passage(6.0, (((0.5, 0.0), (1.0, 0.0), (1.0, 1.0), (0.5, 1.0)),))


def bands(angle_deg, size=(300, 400)):
    """A field that changes across bands lying at this angle, and its map in three steps."""
    rows, columns = np.indices(size)
    across = np.cos(np.radians(angle_deg)) * rows - np.sin(np.radians(angle_deg)) * columns
    field = (5 + 2 * np.sin(across / 25)).astype(np.float32)
    return np.digitize(field, [4.0, 6.0]).astype(np.uint8), field


def texture_angle_deg(shown):
    """The angle along which a picture changes least: its own structure tensor."""
    down, right = np.gradient(shown.astype(float))
    return np.degrees(np.arctan2(-2 * (right * down).sum(), (down**2 - right**2).sum()) / 2) % 180


def test_masses_keep_their_greys_on_the_whole_and_nearly_everywhere():
    labels, field = bands(20)
    shown = as_laid(labels, GREYS, field, PANEL, 20).astype(float)
    for step, grey in enumerate(GREYS):
        own = shown[labels == step]
        assert abs(own.mean() - grey) < 2
        assert np.quantile(np.abs(own - grey), 0.99) < 14  # a third of a value step
        assert own.std() > 1  # and yet strokes are seen


@pytest.mark.parametrize("angle_deg", [0, 30, 75, 90, 140])
def test_strokes_run_along_the_form(angle_deg):
    labels, field = bands(angle_deg)
    one_tone = as_laid(labels, np.array([128, 128, 128]), field, PANEL, 12)
    off = (texture_angle_deg(one_tone) - angle_deg + 90) % 180 - 90
    assert abs(off) < 12


def test_where_nothing_leads_them_they_slant_as_a_right_hand_does():
    flat = np.full((300, 400), 5, dtype=np.float32)
    shown = as_laid(np.zeros((300, 400), dtype=np.uint8), GREYS, flat, PANEL, 20)
    assert abs(texture_angle_deg(shown) - 120) < 12


def test_a_finer_passage_is_laid_in_finer_strokes():
    labels, field = bands(0, size=(600, 800))
    shown = as_laid(labels, np.full(3, 128), field, PANEL, 30, passages=[HALF]).astype(float)
    turns = np.abs(np.diff(np.sign(shown - shown.mean(axis=0)), axis=0)).mean(
        axis=0
    )  # crossings from bristle to bristle
    assert turns[440:].mean() > 2 * turns[:360].mean()


def test_a_brush_too_narrow_to_be_seen_leaves_the_masses_flat():
    labels, field = bands(0)
    assert np.array_equal(as_laid(labels, GREYS, field, PANEL, 2), GREYS[labels])


def test_the_same_map_is_laid_the_same_and_is_brought_to_size():
    labels, field = bands(0, size=(600, 800))
    first = as_laid(labels, GREYS, field, PANEL, 20, longest_px=400)
    assert first.shape == (300, 400)
    assert np.array_equal(first, as_laid(labels, GREYS, field, PANEL, 20, longest_px=400))
