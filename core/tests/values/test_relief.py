"""The value map as relief, its range and its steps, on small pictures with known answers and on real photographs."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from skimage import data
from skimage.filters import threshold_multiotsu

from ypsochrom.colour import srgb
from ypsochrom.imaging.outlines import outlines, rings
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.values import composition, relief
from ypsochrom.values.composition import Focal
from ypsochrom.values.scale import MOST_CURVE_POINTS, PaintRange, range_for, to_paint_range, value_field
from ypsochrom.values.steps import equal_masses, thresholds
from ypsochrom.values.value_map import Moved, value_map

PANEL = Support(400, 300)
CUP = value_field(srgb.decode_picture(np.ascontiguousarray(data.coffee()[::2, ::2])))


def stairs(values=(2.0, 4.0, 6.0, 8.0), width=200, height=150):
    """Upright stripes of the given values."""
    field = np.zeros((height, width), dtype=np.float32)
    for i, value in enumerate(values):
        field[:, i * width // len(values) : (i + 1) * width // len(values)] = value
    return field


STAIRS = value_map(stairs(), (3.0, 5.0, 7.0), PANEL, 20)


@pytest.mark.parametrize("count", [2, 3, 4, 5])
@pytest.mark.parametrize("name", ["coffee", "astronaut", "rocket"])
def test_natural_breaks_part_like_multi_otsu_of_scikit_image_otsu_1979(name, count):
    field = value_field(srgb.decode_picture(np.ascontiguousarray(getattr(data, name)()[::4, ::4])))
    bins = (
        256 if count < 5 else 128
    )  # the library tries all there are: half the bins, a sixteenth of the ways to part five
    quantised = np.floor(field * bins / 10) * 10 / bins + 5 / bins  # the bins' centres over the scale, for both alike
    ours, theirs = thresholds(quantised, count, "natural"), threshold_multiotsu(quantised, count, nbins=bins)

    def spread(limits):
        parts = np.split(np.sort(quantised.ravel()), np.searchsorted(np.sort(quantised.ravel()), limits))
        return sum(part.var() * len(part) for part in parts if len(part))

    assert spread(ours) <= spread(theirs) * 1.001  # never worse than the library's own answer


@given(st.integers(2, 9))
def test_equal_masses_give_every_step_the_same_share(count):
    limits = thresholds(CUP, count, "masses")
    shares = np.diff([0.0, *(float((limit > CUP).mean()) for limit in limits), 1.0])
    np.testing.assert_allclose(shares, 1 / count, atol=0.01)


def test_equal_masses_of_a_flat_picture_fall_back_to_even_steps():
    assert equal_masses(np.full((50, 50), 5.0), 4) is None
    assert len(thresholds(np.full((50, 50), 5.0), 4, "masses")) == 3


FINISHES = ("matt", "satin", "gloss", "varnished")


def test_the_finish_sets_the_darkest_value_and_satin_is_the_usual_one():
    darkest = [range_for(finish).darkest for finish in FINISHES]
    assert darkest == sorted(darkest, reverse=True)
    assert range_for("satin") == PaintRange()


points = st.lists(st.tuples(st.floats(0.5, 9.5), st.floats(2.2, 9.2)), min_size=0, max_size=5)


@given(points, st.sampled_from(FINISHES))
def test_any_curve_that_is_taken_keeps_the_order_and_the_range(curve, finish):
    try:
        reach = range_for(finish, tuple(sorted(curve)))
    except BadSetting:
        return
    bent = to_paint_range(np.linspace(0, 10, 201), reach)
    assert (np.diff(bent) > -1e-9).all()
    assert bent[0] == pytest.approx(reach.darkest)
    assert bent[-1] == pytest.approx(reach.lightest)
    for x, y in curve:
        assert float(to_paint_range(np.array(x), reach)) == pytest.approx(y, abs=1e-6)


@pytest.mark.parametrize(
    "curve", [((5, 6), (4, 7)), ((5, 6), (6, 5)), ((5, 1.0),), ((5, 9.9),), tuple((i, i) for i in range(1, 20))]
)
def test_curves_that_do_not_rise_are_refused(curve):
    with pytest.raises(BadSetting) as refusal:
        range_for("satin", curve)
    assert refusal.value.hint
    assert MOST_CURVE_POINTS < 19


def test_a_mass_given_to_another_step_goes_there_whole_and_alone():
    moved = value_map(stairs(), (3.0, 5.0, 7.0), PANEL, 20, moved=[Moved(0.9, 0.5, 1)])
    assert (moved.labels[:, 160:] == 1).all()
    np.testing.assert_array_equal(moved.labels[:, :140], STAIRS.labels[:, :140])
    assert sum(step.share for step in moved.steps) == pytest.approx(1)
    assert moved.steps[3].share < 0.01
    assert moved.steps[1].area_cm2 == pytest.approx(600, rel=0.05)


def test_a_mass_moved_twice_stays_where_it_went_last_and_a_step_that_is_gone_is_passed_over():
    twice = value_map(stairs(), (3.0, 5.0, 7.0), PANEL, 20, moved=[Moved(0.9, 0.5, 1), Moved(0.9, 0.5, 2)])
    assert twice.labels[75, 190] == 2
    fewer = value_map(stairs(), (5.0,), PANEL, 20, moved=[Moved(0.9, 0.5, 3)])
    np.testing.assert_array_equal(fewer.labels, value_map(stairs(), (5.0,), PANEL, 20).labels)


def test_a_moved_mass_is_kept_when_thresholds_change():
    for limits in ((2.5, 4.5, 6.5), (3.0, 5.0, 7.5)):
        found = value_map(CUP, limits, PANEL, 12, moved=[Moved(0.05, 0.05, 3)])
        row, column = int(0.05 * CUP.shape[0]), int(0.05 * CUP.shape[1])
        assert found.labels[row, column] == 3


@pytest.mark.parametrize("wrong", [(-0.1, 0.5, 1), (0.5, 1.5, 1), (0.5, 0.5, -1)])
def test_masses_outside_the_picture_are_refused(wrong):
    with pytest.raises(BadSetting):
        Moved(*wrong)


def test_steps_take_the_painter_s_values_if_they_rise():
    own = value_map(stairs(), (3.0, 5.0, 7.0), PANEL, 20, own_values=[None, 4.5, None, 9.0])
    assert [round(step.value, 1) for step in own.steps] == [2.0, 4.5, 6.0, 9.0]
    with pytest.raises(BadSetting, match="do not rise"):
        value_map(stairs(), (3.0, 5.0, 7.0), PANEL, 20, own_values=[None, 7.5, None, None])


def test_contours_lie_where_the_steps_meet_and_carry_their_height():
    lines = relief.contours(STAIRS, 2.0)
    assert [line.value for line in lines] == [3.0, 5.0, 7.0]
    for i, line in enumerate(lines, start=1):
        assert line.path.startswith("M")
        left = min(float(pair.split(",")[0]) for pair in line.path.strip("MZ").split(" "))
        assert left == pytest.approx(i * 100, abs=4)
        assert line.labels


def test_masses_add_up_and_their_points_lie_inside_them():
    found = value_map(CUP, (3.0, 5.0, 7.0), PANEL, 12)
    plateaus = relief.masses(found.labels)
    assert 0.95 < sum(mass.share for mass in plateaus) <= 1
    height, width = found.labels.shape
    for mass in plateaus:
        assert found.labels[int(mass.inside[1] * height), int(mass.inside[0] * width)] == mass.step


def test_a_profile_across_the_stairs_climbs_them():
    line = relief.profile(stairs(), STAIRS, (0.0, 0.5), (1.0, 0.5), 400)
    assert line.at_mm[-1] == pytest.approx(400)
    assert line.values[[10, 75, 125, 190]].tolist() == pytest.approx([2, 4, 6, 8])
    assert (np.diff(line.steps) >= 0).all()
    with pytest.raises(BadSetting):
        relief.profile(stairs(), STAIRS, (0.5, 0.5), (0.5, 0.5), 400)


def test_notan_parts_the_picture_in_two_and_three():
    found = relief.notan(CUP)
    assert [len(found[count]) for count in (2, 3)] == [1, 2]
    assert relief.notan(np.full((20, 20), 5.0, np.float32)) == {}


@pytest.mark.parametrize(
    ("values", "key", "contrast"),
    [
        ((1.8, 2.5, 3.0, 3.4), "low", "slight"),
        ((2.0, 4.5, 5.5, 9.0), "middle", "full"),
        ((6.0, 7.5, 8.0, 9.4), "high", "medium"),
    ],
)
def test_key_and_contrast_are_told_in_words(values, key, contrast):
    told = relief.character(stairs(values))
    assert (told.key, told.contrast) == (key, contrast)
    assert told.words.startswith(f"{key.capitalize()} key, {contrast} contrast")


def spot(x, y, value=9.0, size=0.08):
    field = np.full((150, 200), 5.0, dtype=np.float32)
    rows, columns = np.mgrid[:150, :200]
    field[np.hypot(columns - x * 200, rows - y * 150) < size * 200] = value
    return field


def lab_of(field):
    return np.stack([field * 10, np.zeros_like(field), np.zeros_like(field)], axis=-1)


def test_the_report_says_where_contrast_is_strongest_and_whether_the_focal_passage_wins():
    field = spot(0.8, 0.2)
    value, _, edges = composition.report(field, lab_of(field))
    assert np.hypot(value.at[0] - 0.8, value.at[1] - 0.2) < 0.15
    assert "at the upper right" in value.words
    wins, *_ = composition.report(field, lab_of(field), Focal(0.8, 0.2, 0.15))
    assert "as meant" in wins.words
    loses, _, edges = composition.report(field, lab_of(field), Focal(0.2, 0.8, 0.1))
    assert "Quieten that place" in loses.words
    assert loses.in_focal < loses.strength
    assert "upper right" in edges.words


@pytest.mark.parametrize(
    ("at", "words"),
    [
        ((0.5, 0.5), "in the centre"),
        ((0.1, 0.1), "at the upper left"),
        ((0.5, 0.9), "at the bottom"),
        ((0.9, 0.5), "at the right"),
    ],
)
def test_places_are_told_in_plain_words(at, words):
    assert composition.place_words(at) == words


@given(st.integers(1, 30), st.integers(1, 30))
def test_outlines_hold_the_area_of_their_mask(width, height):
    mask = np.zeros((60, 60), dtype=bool)
    mask[10 : 10 + height, 10 : 10 + width] = True
    found = rings(mask, 1.0)
    if width > 2 and height > 2:
        (ring,) = found
        x, y = ring[:, 0], ring[:, 1]
        area = 0.5 * abs(float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1))))
        assert abs(area - (width - 1) * (height - 1)) <= width + height
    assert outlines(np.zeros((5, 5), dtype=bool), 1.0) == ""


@pytest.mark.parametrize("wrong", [(2.0, 0.5, 0.1), (0.5, 0.5, 0.001), (0.5, 0.5, float("nan"))])
def test_a_focal_passage_outside_the_picture_is_refused(wrong):
    with pytest.raises(BadSetting):
        Focal(*wrong)
