"""Which way strokes run, against lines drawn at known angles and hair combed round a centre."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.areas.strokes import AGREES_FROM, Run, Tensor, angle_field, flow_of, runs_of

Y, X = (values.astype(float) for values in np.mgrid[0:120, 0:160])
WHOLE = np.zeros(X.shape, dtype=np.uint8)


def apart(a, b):
    """How far two ways lie apart in degrees: 179 and 1 are neighbours."""
    return np.abs((np.asarray(a) - b + 90) % 180 - 90)


def drawn(angle_deg, noise=0.0):
    """Lines that run so over a picture in L*, 9 px from one to the next."""
    turn = np.radians(angle_deg)
    across = Y * np.cos(turn) - X * np.sin(turn)
    return 50 + 15 * np.sin(across * 2 * np.pi / 9) + noise * np.random.default_rng(2).normal(size=X.shape)


@settings(max_examples=25, deadline=None)
@given(angle=st.floats(0, 179.9), noise=st.floats(0, 6))
def test_lines_are_read_at_their_angle_whatever_the_grain(angle, noise):
    (run,) = runs_of(Tensor.of(drawn(angle, noise), WHOLE), WHOLE, 1)
    assert run is not None
    assert apart(run.angle_deg, angle) < 2


def test_grain_and_a_flat_colour_have_no_way():
    grain = 50 + 8 * np.random.default_rng(4).normal(size=X.shape)
    for picture in (grain, np.full(X.shape, 50.0)):
        assert runs_of(Tensor.of(picture, WHOLE), WHOLE, 1) == [None]


def test_the_edge_of_an_area_says_nothing_of_what_is_in_it():
    labels = (X > 80).astype(np.uint8)
    picture = np.where(labels == 1, 80.0, drawn(0.0) - 20)
    run, beside = runs_of(Tensor.of(picture, labels), labels, 2)
    assert run is not None
    assert apart(run.angle_deg, 0) < 3
    assert beside is None


def test_an_area_too_small_to_be_seen_at_this_size_has_no_way_and_stops_nobody():
    run, unseen = runs_of(Tensor.of(drawn(0.0), WHOLE), WHOLE, 2)
    assert run is not None
    assert unseen is None


def test_a_flow_turns_with_what_grows_round_a_centre():
    round_it = np.degrees(np.arctan2(Y - 60, X - 80)) % 180
    rings = 50 + 15 * np.sin(np.hypot(X - 80, Y - 60) * 2 * np.pi / 8)
    mask = np.hypot(X - 80, Y - 60) < 55
    flow = flow_of(Tensor.of(rings, WHOLE), mask, 1.0)
    assert len(flow.marks) > 40
    off = [
        apart(angle, (round_it[int(y), int(x)] + 90) % 180)
        for x, y, angle in flow.marks
        if np.hypot(x - 80, y - 60) > 20
    ]
    assert np.median(off) < 6
    field = angle_field(flow, 160, 120, 1.0)
    ring = mask & (np.hypot(X - 80, Y - 60) > 25)
    assert np.median(apart(field[ring], (round_it[ring] + 90) % 180)) < 12


def test_marks_lie_within_their_area_in_millimetres_and_something_tiny_has_one():
    mask = (X > 100) & (Y > 60)
    flow = flow_of(Tensor.of(drawn(30.0), WHOLE), mask, 2.0)
    assert all(mask[int(y / 2), int(x / 2)] for x, y, _ in flow.marks)
    speck = np.zeros(X.shape, dtype=bool)
    speck[50:52, 70:72] = True
    assert len(flow_of(Tensor.of(drawn(30.0), WHOLE), speck, 2.0).marks) == 1


@pytest.mark.parametrize(
    ("angle", "words"),
    [
        (0, "level"),
        (179, "level"),
        (90, "upright"),
        (45, "slanting down to the right"),
        (135, "slanting down to the left"),
    ],
)
def test_a_way_is_said_as_at_the_easel(angle, words):
    assert Run(angle, AGREES_FROM).words == words
