"""Questions about pictures, on pictures whose values, edges and masses are known because they were drawn so."""

import contextlib

import colour
import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadPicture, BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.practice.course import made, verdict
from ypsochrom.practice.exercise import Place
from ypsochrom.practice.judgements import JUDGEMENTS
from ypsochrom.practice.material import Lean, Material
from ypsochrom.practice.scene import Scene

BOX = paintbox(["PW6", "PB29", "PBr7ru", "PY42"])
SEEDS = st.integers(0, 10**6)
SUPPORT = Support(400, 300)


def grey_of(value):
    """A grey of a Munsell value (ASTM D1535-08, by colour-science) in 8-bit sRGB."""
    luminance = colour.colorimetry.luminance_ASTMD1535(value) / 100
    return round(float(colour.models.eotf_inverse_sRGB(luminance)) * 255)


def squares(values, columns, side=100):
    """A picture of squares, each of one Munsell value."""
    rows = [values[at : at + columns] for at in range(0, len(values), columns)]
    greys = np.array([[grey_of(one) for one in row] for row in rows], np.uint8)
    return np.repeat(cv2.resize(greys, None, fx=side, fy=side, interpolation=cv2.INTER_NEAREST)[..., None], 3, axis=-1)


SQUARES = (1.5, 3.0, 4.5, 6.0, 7.0, 8.0, 2.0, 5.5, 9.0, 3.5, 6.5, 4.0)
DRAWN = Material(BOX, Scene.of(squares(SQUARES, 4), SUPPORT))
PLAIN = Material(BOX, Scene.of(np.full((300, 400, 3), 120, np.uint8), SUPPORT))
NOISE = Material(BOX, Scene.of(np.random.default_rng(3).integers(0, 256, (300, 400, 3)).astype(np.uint8), SUPPORT))


NAMES = {number: f"square {number}" for number in range(1, 13)}
IN_AREAS = Material(BOX, Scene.of(squares(SQUARES, 4), SUPPORT, np.arange(1, 13, dtype=np.uint8).reshape(3, 4), NAMES))


TWINS = (1.5, 3.0, 4.5, 6.0, 7.0, 8.0, 6.0, 4.5, 3.0, 1.5, 8.0, 7.0)
TWINS_IN_AREAS = Material(
    BOX, Scene.of(squares(TWINS, 4), SUPPORT, np.arange(1, 13, dtype=np.uint8).reshape(3, 4), NAMES)
)


def area_at(at):
    """The number of the square that lies there."""
    return int(at[1] * 3) * 4 + int(at[0] * 4) + 1


OFF = 0.15
"""Steps by which a spot may miss its square, where it lies across the border of two that are alike."""


def value_at(at):
    """The value that was drawn there."""
    return SQUARES[int(at[1] * 3) * 4 + int(at[0] * 4)]


def test_spots_lie_within_squares_and_have_their_values():
    spots = DRAWN.scene.spots
    assert len(spots) > 60
    off = [abs(spot.value - value_at(spot.at)) for spot in spots]
    assert max(off) < OFF
    assert np.quantile(off, 0.9) < 0.05


def test_what_lies_around_a_spot_is_what_was_drawn_around_it():
    middle = squares((9, 9, 9, 9, 2, 9, 9, 9, 9), 3)
    scene = Scene.of(middle, Support(300, 300))
    for spot in scene.spots:
        inside = all(1 / 3 < share < 2 / 3 for share in spot.at)
        assert spot.around < 9.3
        if inside:
            assert spot.value < 3
            assert spot.around >= spot.value - 0.05


@pytest.mark.parametrize("kind", ["lightest", "squint"])
@given(seed=SEEDS, ratio=st.floats(0.5, 3))
@settings(max_examples=30, deadline=None)
def test_what_is_right_was_drawn_so(kind, seed, ratio):
    exercise, answer = made(kind, seed, ratio, DRAWN)
    values = [value_at(at) for at in exercise.view.marks]
    (right,) = answer.right
    if kind == "lightest":
        dark = "darkest" in exercise.question
        assert values[right] == (min(values) if dark else max(values))
        rest = sorted(values, reverse=not dark)
        assert exercise.level == pytest.approx(abs(rest[0] - rest[1]), abs=2 * OFF)
    else:
        pairs = [(0, 1), (0, 2), (1, 2)]
        apart = [abs(values[one] - values[other]) for one, other in pairs]
        assert apart[right] <= 0.4 + 2 * OFF
        if exercise.level > 4 * OFF:  # clearer than what the spots may miss
            assert apart[right] == min(apart)


def test_spots_know_the_area_that_they_lie_in_and_every_area_has_its_own():
    assert all(spot.area == area_at(spot.at) and spot.called == f"square {spot.area}" for spot in IN_AREAS.scene.spots)
    assert [area[0].area for area in IN_AREAS.scene.by_area] == list(range(1, 13))
    (whole,) = DRAWN.scene.by_area
    assert whole == DRAWN.scene.spots
    assert {spot.called for spot in whole} == {""}


@pytest.mark.parametrize(("kind", "count"), [("lightest", 4), ("squint", 3)])
@given(seed=SEEDS)
@settings(max_examples=20, deadline=None)
def test_areas_are_compared_each_with_another_and_told_by_their_names(kind, count, seed):
    exercise, answer = made(kind, seed, 1.0, TWINS_IN_AREAS)
    areas = [area_at(at) for at in exercise.view.marks]
    assert len(set(areas)) == count
    told = [areas[answer.right[0]]] if kind == "lightest" else areas
    assert all(f"(square {area})" in answer.why for area in told)
    assert "square" not in f"{exercise.question} {[one.words for one in exercise.options]}", "a name may give it away"


def test_where_no_two_areas_are_alike_what_runs_together_lies_within_one():
    far = Scene.of(squares((2.0, 5.0, 8.0), 3), Support(300, 100), np.array([[1, 2, 3]], np.uint8), NAMES)
    for seed in range(5):
        exercise, answer = made("squint", seed, 1.0, Material(BOX, far))
        areas = [int(3 * at[0]) for at in exercise.view.marks]
        one, other = [(0, 1), (0, 2), (1, 2)][answer.right[0]]
        assert areas[one] == areas[other]


def test_small_areas_are_asked_about_as_often_as_large_ones():
    small = np.ones((30, 40), dtype=np.uint8)
    small[10:20, 10:20] = 2
    material = Material(BOX, Scene.of(squares(SQUARES, 4), SUPPORT, small, {1: "wall", 2: "cup"}))
    asked = [made("spot", seed, 1.0, material)[1].why.split(" is ")[0] for seed in range(60)]
    assert 18 <= asked.count("It (cup)") <= 42
    assert asked.count("It (cup)") + asked.count("It (wall)") == 60


@given(seed=SEEDS)
@settings(max_examples=30, deadline=None)
def test_a_spot_is_named_by_the_value_it_was_drawn_with(seed):
    exercise, answer = made("spot", seed, 1.0, DRAWN)
    assert answer.right == pytest.approx(value_at(exercise.view.marks[0]), abs=OFF)
    assert len(exercise.ladder) == exercise.most / exercise.step + 1


def edged(width_mm, step=90, side=900):
    """A picture of 300 mm whose only edge passes over so many mm, as a photograph's does."""
    across = np.arange(side) * 300 / side
    ramp = np.clip((across - 150) / max(width_mm, 1e-3) + 0.5, 0, 1)
    row = (80 + step * ramp).astype(np.uint8)
    picture = np.repeat(np.tile(row, (side, 1))[..., None], 3, axis=-1)
    noise = np.random.default_rng(1).normal(0, 1.0, picture.shape)
    return np.clip(picture + noise, 0, 255).astype(np.uint8)


@pytest.mark.parametrize(
    ("width_mm", "step", "kind"), [(0.3, 90, "hard"), (2.4, 90, "firm"), (9.0, 90, "soft"), (0.3, 5, "lost")]
)
def test_an_edge_is_called_as_it_was_drawn(width_mm, step, kind):
    material = Material(BOX, Scene.of(edged(width_mm, step), Support(300, 300)))
    for seed in range(4):
        exercise, answer = made("edge", seed, 1.0, material)
        assert exercise.options[answer.right[0]].words == kind
        left, _, right, _ = exercise.view.box
        assert left < 0.5 < right
        assert exercise.view.width_mm == pytest.approx(36, abs=1)


def test_one_grade_off_is_told_as_one_grade():
    material = Material(BOX, Scene.of(edged(2.4), Support(300, 300)))
    exercise, answer = made("edge", 1, 1.0, material)
    softer, _ = verdict(exercise, answer, (answer.right[0] - 1,), 2.0)
    harder, _ = verdict(exercise, answer, (answer.right[0] + 1,), 2.0)
    assert (softer.is_right, softer.off, harder.off) == (False, -1.0, 1.0)


def test_three_masses_are_found_where_they_were_drawn():
    thirds = squares((2, 2, 5, 5, 8, 8) * 4, 6, side=60)
    exercise, answer = made("block-in", 1, 1.0, Material(BOX, Scene.of(thirds, Support(360, 240))))
    assert exercise.cells == (6, 4)
    names = [exercise.options[place].words for place in answer.right]
    assert names == ["dark", "dark", "middle", "middle", "light", "light"] * 4
    told, _ = verdict(exercise, answer, answer.right, 30.0)
    assert (told.is_right, told.off) == (True, 0.0)
    one_off = list(answer.right)
    one_off[0] = 1
    told, _ = verdict(exercise, answer, tuple(one_off), 30.0)
    assert told.is_right
    assert told.off == pytest.approx(3 / 24, abs=0.02)
    told, _ = verdict(exercise, answer, tuple(2 - one for one in answer.right), 30.0)
    assert not told.is_right
    assert told.off == pytest.approx(4.0, abs=0.2)


@given(seed=SEEDS)
@settings(max_examples=30, deadline=None)
def test_a_middle_is_the_middle_and_off_in_mm_of_the_panel(seed):
    exercise, answer = made("bisect", seed, 1.0, DRAWN)
    (x1, y1), (x2, y2) = exercise.view.marks
    assert (answer.right.x, answer.right.y) == pytest.approx(((x1 + x2) / 2, (y1 + y2) / 2))
    beside = Place(answer.right.x + 0.01, answer.right.y)
    told, _ = verdict(exercise, answer, beside, 3.0)
    assert told.off == pytest.approx(4.0)


@given(seed=SEEDS)
@settings(max_examples=20, deadline=None)
def test_a_point_is_explained_by_the_field_it_lies_in(seed):
    exercise, answer = made("transfer", seed, 1.0, DRAWN)
    (at,) = exercise.view.marks
    assert (answer.right.x, answer.right.y) == at
    column, row = (int(share * 3) + 1 for share in at)
    assert f"field {column} from the left and {row} from the top" in answer.why
    assert exercise.view.in_frame


@pytest.mark.parametrize("kind", [kind for kind, one in JUDGEMENTS.items() if one.of_scene])
def test_a_picture_that_shows_nothing_is_refused_or_asked_about_all_the_same(kind):
    for material in (PLAIN, NOISE):
        with contextlib.suppress(BadPicture):
            exercise, answer = made(kind, 5, 1.0, material)
            assert verdict(exercise, answer, answer.right, 3.0)[0].is_right
    with pytest.raises(BadSetting, match="needs a picture"):
        made(kind, 5, 1.0, Material(BOX))


@pytest.mark.parametrize("kind", ["lightest", "squint"])
def test_a_wall_has_no_lightest_spot(kind):
    with pytest.raises(BadPicture):
        made(kind, 5, 1.0, PLAIN)


@pytest.mark.parametrize("kind", ["value", "match"])
def test_what_comes_out_otherwise_is_asked_about_most_often(kind):
    near = [abs(made(kind, seed, 1.0, Material(BOX, None, 3.0))[1].right - 3.0) <= 1.0 for seed in range(60)]
    anywhere = [abs(made(kind, seed, 1.0, Material(BOX))[1].right - 3.0) <= 1.0 for seed in range(60)]
    assert np.mean(near) >= 0.6 > np.mean(anywhere)


def test_a_lean_is_said_in_a_sentence():
    assert Lean.of("value 3", 0.4, 12).words == (
        "In your paintings values near 3 came out half a step lighter than meant (12 seen)."
    )
    assert "darker" in Lean.of("value 8", -0.6, 5).words


@given(seed=SEEDS)
@settings(max_examples=12, deadline=None)
def test_four_tubes_make_what_they_are_said_to_make(seed):
    material = Material(paintbox(["PW6", "PB29", "PBr7ru", "PY42", "PR108", "PG7"]))
    exercise, answer = made("palette", seed, 1.0, material)
    assert len(exercise.shown) == 5
    can = exercise.options[answer.right[0]].words == "They can"
    assert answer.why.startswith("They can:" if can else "They cannot.")
    assert exercise.level > 0
    if not can:
        assert exercise.level > 3


@pytest.mark.parametrize("seed", range(8))
def test_lengths_and_slopes_are_those_between_the_marks_on_the_panel(seed):
    exercise, answer = made("lengths", seed, 1.0, DRAWN)
    at = np.array(exercise.view.marks) * [panel_width(DRAWN), panel_height(DRAWN)]
    assert answer.right == pytest.approx(np.linalg.norm(at[3] - at[2]) / np.linalg.norm(at[1] - at[0]))
    assert exercise.least <= answer.right <= exercise.most
    exercise, answer = made("slope", seed, 1.0, DRAWN)
    across, down = np.abs(np.diff(np.array(exercise.view.marks) * [panel_width(DRAWN), panel_height(DRAWN)], axis=0)[0])
    assert np.linalg.norm([across, down]) * np.sin(np.radians(answer.right)) == pytest.approx(down)
    left, top, right, bottom = exercise.view.box
    assert all(left <= x <= right and top <= y <= bottom for x, y in exercise.view.marks)
    assert exercise.view.width_mm == pytest.approx((right - left) * panel_width(DRAWN))


def panel_width(material):
    return material.scene.support.width_mm


def panel_height(material):
    return material.scene.support.height_mm
