"""A value map with several brushes: fine where the eye goes, broad elsewhere, and no crumbs where the two meet."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.values.composition import Focal
from ypsochrom.values.passages import Passage, around, finer_than
from ypsochrom.values.placing import SMALLEST
from ypsochrom.values.scale import value_field
from ypsochrom.values.steps import thresholds
from ypsochrom.values.value_map import value_map

PANEL = Support(400, 300)
SPOTS = [(0.25, 0.5), (0.75, 0.5)]


def dots() -> np.ndarray:
    """Two dark discs of 10 mm on a light ground, 2 px to the millimetre: a brush of 25 mm lays neither."""
    field = np.full((600, 800), 7.0, dtype=np.float32)
    for x, y in SPOTS:
        cv2.circle(field, (int(x * 800), int(y * 600)), 10, 3.0, -1)
    return cv2.GaussianBlur(field, (0, 0), 0.8)


def dark_at(found, spot):
    return found.labels[int(spot[1] * 600), int(spot[0] * 800)] == 0


def test_a_detail_is_kept_in_the_focal_passage_and_lost_outside_it():
    focal = around(Focal(*SPOTS[0], radius=0.1), PANEL.proportion, 8)
    broad, both = (value_map(dots(), (5.0,), PANEL, 25, passages=own) for own in ((), (focal,)))
    assert [dark_at(broad, spot) for spot in SPOTS] == [False, False]
    assert [dark_at(both, spot) for spot in SPOTS] == [True, False]
    assert both.steps[0].area_cm2 == pytest.approx(np.pi * 0.5**2, rel=0.15)


def test_a_coarser_brush_in_a_passage_changes_nothing():
    focal = around(Focal(*SPOTS[0], radius=0.1), PANEL.proportion, 38)
    assert (
        value_map(dots(), (5.0,), PANEL, 25, passages=(focal,)).labels == value_map(dots(), (5.0,), PANEL, 25).labels
    ).all()


@pytest.fixture(scope="module")
def kettle(kettle_bytes):
    return value_field(decode(kettle_bytes, longest_px=800).linear)


@settings(max_examples=10, deadline=None)
@given(x=st.floats(0.0, 1.0), y=st.floats(0.0, 1.0), radius=st.floats(0.03, 0.4))
def test_no_mass_is_smaller_than_the_finer_brush_places(kettle, x, y, radius):
    passage = around(Focal(x, y, radius), PANEL.proportion, 8)
    found = value_map(kettle, thresholds(kettle, 5, "equal"), PANEL, 18, passages=(passage,))
    least = SMALLEST * (8 * kettle.shape[1] / PANEL.width_mm) ** 2
    for step in range(5):
        _, _, facts, _ = cv2.connectedComponentsWithStats((found.labels == step).astype(np.uint8), connectivity=4)
        assert (facts[1:, cv2.CC_STAT_AREA] >= least * 0.9).all()


def test_outside_its_passage_the_map_is_as_without_it(kettle):
    limits = thresholds(kettle, 5, "equal")
    corner = Passage(6, (((0.0, 0.0), (0.3, 0.0), (0.3, 0.3), (0.0, 0.3)),))
    plain, both = (value_map(kettle, limits, PANEL, 18, passages=own).labels for own in ((), (corner,)))
    margin = round(2 * 6 * kettle.shape[1] / PANEL.width_mm) + 1
    height, width = plain.shape
    assert (plain[:, int(0.3 * width) + margin :] == both[:, int(0.3 * width) + margin :]).all()
    assert (plain[int(0.3 * height) + margin :] == both[int(0.3 * height) + margin :]).all()
    assert (plain != both).any()


def test_the_focal_circle_is_round_on_the_support():
    (ring,) = around(Focal(0.5, 0.5, 0.1), 400 / 300, 6).rings
    away = [np.hypot((x - 0.5) * 400, (y - 0.5) * 300) for x, y in ring]
    assert away == pytest.approx([40.0] * len(ring))


@pytest.mark.parametrize(("brush", "next_mm"), [(50, 25), (12, 8), (10, 6), (2, 2)])
def test_the_next_finer_brush_is_a_usual_one(brush, next_mm):
    assert finer_than(brush) == next_mm


@pytest.mark.parametrize("rings", [(), (((0.0, 0.0), (1.0, 1.0)),)])
def test_a_passage_without_an_outline_is_refused(rings):
    with pytest.raises(BadSetting):
        Passage(6, rings)
    with pytest.raises(BadSetting):
        Passage(0, (((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)),))
