import cv2
import numpy as np
import pytest

from ypsochrom.materials.support import Support
from ypsochrom.values.lost import finer_brushes, lost_shapes
from ypsochrom.values.value_map import value_map

PANEL = Support(400, 300)
LIMITS = (3.0, 5.0, 7.0)


def with_an_eye(across_mm: float):
    """A light face with a dark eye of this size, at two pixels to the millimetre."""
    field = np.full((600, 800), 6.0, dtype=np.float32)
    cv2.circle(field, (500, 240), round(across_mm), 2.0, -1)
    return field


def lost_at(field, brush_mm):
    finer = finer_brushes(field, PANEL, brush_mm)
    return lost_shapes(finer, LIMITS, PANEL, value_map(field, LIMITS, PANEL, brush_mm).labels)


def test_an_eye_that_the_brush_loses_is_told_with_the_brush_that_keeps_it():
    (eye,) = lost_at(with_an_eye(14), 25.0)
    assert (eye.x, eye.y) == pytest.approx((500 / 800, 240 / 600), abs=0.01)
    assert (eye.width_mm, eye.height_mm) == pytest.approx((14, 14), abs=2)
    assert eye.tone == "dark"
    kept = value_map(with_an_eye(14), LIMITS, PANEL, eye.brush_mm).labels
    assert kept[240, 500] == 0
    assert value_map(with_an_eye(14), LIMITS, PANEL, 25.0).labels[240, 500] == 2


def test_what_the_brush_keeps_and_what_has_no_edge_is_not_told():
    assert lost_at(with_an_eye(60), 25.0) == ()
    soft = cv2.GaussianBlur(with_an_eye(14), (0, 0), 30)
    assert lost_at(soft, 25.0) == ()
    assert lost_at(np.full((600, 800), 6.0, dtype=np.float32), 25.0) == ()


def test_the_finest_brush_loses_nothing_that_a_finer_one_could_keep():
    assert lost_at(with_an_eye(14), 2.0) == ()
