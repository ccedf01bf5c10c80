"""Two colours of one value in an area are told; light and shadow, stripes and texture are not."""

import numpy as np
import pytest

from ypsochrom.areas.families import HALF_TONE, LIGHT, SHADOW
from ypsochrom.areas.two_paints import two_paints

MM = 0.5
Y, X = (values.ravel() * MM for values in np.mgrid[0:120, 0:160])
SPOTS = np.stack([X, Y], axis=-1)
PX_CM2 = MM * MM / 100
GRAIN = np.random.default_rng(5).normal(0, 2.0, (len(SPOTS), 3))
LEMON, CLOTH = (78.0, 2.0, 62.0), (82.0, 1.0, 8.0)


def found(lab, kinds=LIGHT):
    return two_paints(lab + GRAIN, np.broadcast_to(kinds, X.shape), SPOTS, PX_CM2)


def either(where, one, other):
    return np.where(where[:, None], one, other)


def test_a_lemon_and_a_cloth_of_its_value_are_two():
    two = found(either(X < 32, LEMON, CLOTH))
    assert two is not None
    assert two.larger == pytest.approx(CLOTH, abs=1)
    assert two.smaller == pytest.approx(LEMON, abs=1)
    assert (two.larger_cm2, two.smaller_cm2) == pytest.approx((28.8, 19.2), rel=0.05)


@pytest.mark.parametrize(
    ("lab", "kinds"),
    [
        (either(X < 30, CLOTH, CLOTH), LIGHT),
        (either(X < 30, (40.0, 4.0, 32.0), LEMON), np.where(X < 30, SHADOW, LIGHT)),
        (either(X < 30, (55.0, 3.0, 30.0), LEMON), HALF_TONE),
        (either((X // 2) % 2 < 1, LEMON, CLOTH), LIGHT),
        (either((X < 10) & (Y < 15), LEMON, CLOTH), LIGHT),
        (np.array(CLOTH) + np.outer(X / 80, (0, 0, 54.0)), LIGHT),
        (either(X < 30, (9.0, 20.0, -30.0), (8.0, 0.0, 0.0)), SHADOW),
    ],
    ids=[
        "one colour",
        "light and shadow",
        "more and less light",
        "stripes",
        "too small a part",
        "running over",
        "in the dark",
    ],
)
def test_what_is_one_to_a_brush_is_not_parted(lab, kinds):
    assert found(lab, kinds) is None


def test_a_few_pixels_are_one():
    assert two_paints(np.zeros((0, 3)), np.zeros(0, dtype=int), np.zeros((0, 2)), PX_CM2) is None
