"""Patches from other photos: geometry against its own map, blending, and marks that contradict each other."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.subject.decode import Picture
from ypsochrom.subject.patches import NO_MARKS, Marks, Patch, disagreements, merged, placement, whole

SQUARE = ((0.25, 0.25), (0.75, 0.25), (0.75, 0.75), (0.25, 0.75))


def flat(tone, width=300, height=200):
    return Picture(np.full((height, width, 3), tone, dtype=np.float32), width, height)


def gradient(width=300, height=200):
    across = np.linspace(0, 1, width, dtype=np.float32)[None, :, None]
    return Picture(np.broadcast_to(across, (height, width, 3)).copy(), width, height)


def test_no_patches_change_nothing_and_a_whole_one_replaces_the_base():
    base = flat(0.2)
    np.testing.assert_array_equal(merged(base, []).linear, base.linear)
    covered = merged(base, [(flat(0.8), whole())]).linear
    np.testing.assert_allclose(covered[20:-20, 20:-20], 0.8, atol=1e-5)


def test_outside_its_outline_nothing_of_a_patch_shows_and_its_edge_is_soft():
    shown = merged(flat(0.2), [(flat(0.8), Patch(SQUARE, (0.5, 0.5), feather=0.05))]).linear[..., 0]
    np.testing.assert_allclose(shown[:45], 0.2, atol=0.02)
    np.testing.assert_allclose(shown[:, :70], 0.2, atol=0.02)
    assert shown[100, 150] == pytest.approx(0.8, abs=1e-3)
    edge = shown[100, 70:100]
    assert (np.diff(edge) >= -1e-4).all()
    assert 0.3 < edge[10] < 0.7


@given(
    st.floats(0.2, 0.8), st.floats(0.2, 0.8), st.floats(0.1, 2), st.floats(-180, 180), st.booleans(),
)  # fmt: skip
def test_the_middle_of_the_outline_comes_to_lie_where_it_was_put(x, y, width, turn, mirrored):
    patch = Patch(SQUARE, (x, y), width, turn, mirrored)
    place = placement(patch, 400, 300, 600, 500)
    middle = place[:, :2] @ np.array([200, 150]) + place[:, 2]
    np.testing.assert_allclose(middle, [x * 600, y * 500], atol=1e-6)
    assert abs(np.linalg.det(place[:, :2])) == pytest.approx((width * 600 / 400) ** 2)
    assert (np.linalg.det(place[:, :2]) < 0) == mirrored


def test_a_mirrored_patch_runs_the_other_way_and_a_turned_one_downwards():
    base = flat(0.0)
    plain = merged(base, [(gradient(), Patch(SQUARE, (0.5, 0.5), feather=0))]).linear[..., 0]
    mirrored = merged(base, [(gradient(), Patch(SQUARE, (0.5, 0.5), mirrored=True, feather=0))]).linear[..., 0]
    turned = merged(base, [(gradient(), Patch(SQUARE, (0.5, 0.5), turn_deg=90, feather=0))]).linear[..., 0]
    assert plain[100, 200] > plain[100, 100] + 0.2
    assert mirrored[100, 200] < mirrored[100, 100] - 0.2
    assert turned[130, 150] > turned[70, 150] + 0.1


def test_the_last_patch_lies_on_top():
    both = [(flat(0.5), whole()), (flat(0.9), Patch(SQUARE, (0.5, 0.5), feather=0))]
    shown = merged(flat(0.1), both).linear[..., 0]
    assert shown[100, 150] == pytest.approx(0.9, abs=1e-4)
    assert shown[100, 40] == pytest.approx(0.5, abs=1e-4)


def level(deg, proportion):
    """A line of this tilt on a picture of these proportions."""
    rise = 0.4 * proportion * math.tan(math.radians(deg))
    return ((0.3, 0.5 - rise / 2), (0.7, 0.5 + rise / 2))


@pytest.mark.parametrize(("tilt", "turn", "says"), [(0, 0, None), (10, 0, "10"), (10, -10, None), (-20, 0, "20")])
def test_a_tilted_horizon_is_told_with_its_angle_as_the_patch_lies(tilt, turn, says):
    patch = Patch(SQUARE, (0.5, 0.5), turn_deg=turn)
    found = disagreements(Marks(horizon=level(0, 1.5)), 1.5, patch, Marks(horizon=level(tilt, 1.2)), 1.2, "the eyes")
    assert bool(found) == (says is not None)
    if says:
        assert found[0].id == "subject.W030"
        assert f"by {says} degrees" in found[0].message


def test_light_from_the_other_side_is_told_and_mirroring_mends_it():
    from_left, from_right = ((0.2, 0.2), (0.6, 0.5)), ((0.8, 0.2), (0.4, 0.5))
    plain, mirrored = Patch(SQUARE, (0.5, 0.5)), Patch(SQUARE, (0.5, 0.5), mirrored=True)
    (told,) = disagreements(Marks(light=from_left), 1.5, plain, Marks(light=from_right), 1.5, "the boat")
    assert told.id == "subject.W031"
    assert told.subject == "the boat"
    assert disagreements(Marks(light=from_left), 1.5, mirrored, Marks(light=from_right), 1.5, "the boat") == ()
    assert disagreements(NO_MARKS, 1.5, plain, Marks(light=from_right), 1.5, "the boat") == ()


@pytest.mark.parametrize(
    "make",
    [
        lambda: Patch(SQUARE[:2], (0.5, 0.5)), lambda: Patch(((0, 0), (2, 0), (1, 1)), (0.5, 0.5)),
        lambda: Patch(((0, 0), (0.5, 0.5), (1, 1)), (0.5, 0.5)), lambda: Patch(SQUARE, (0.5, 0.5), width=0),
        lambda: Patch(SQUARE, (0.5, 0.5), feather=2), lambda: Patch(SQUARE, (0.5, 0.5), turn_deg=float("nan")),
        lambda: Marks(horizon=((0.5, 0.5), (0.5, 0.5))), lambda: merged(flat(0.2), [(flat(0.1), whole())] * 9),
    ],
)  # fmt: skip
def test_patches_that_cannot_be_are_refused(make):
    with pytest.raises(BadSetting) as refusal:
        make()
    assert refusal.value.hint
