"""Changes by hand: what they do to a partition, that they survive another one, and what is said when they cannot."""

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.areas.edits import Absorb, Give, Lock, Merge, Split, carry_out, refusal
from ypsochrom.areas.partition import find_tree
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode

PANEL = Support(400, 300)
HEIGHT, WIDTH = 120, 160


@pytest.fixture
def quarters():
    """Four equal areas, 0 and 1 above, 2 and 3 below; the left half dark, the right half light, all grey."""
    labels = np.zeros((HEIGHT, WIDTH), dtype=np.uint8)
    labels[:, WIDTH // 2 :] += 1
    labels[HEIGHT // 2 :] += 2
    linear = np.full((HEIGHT, WIDTH, 3), 0.05, dtype=np.float32)
    linear[:, WIDTH // 2 :] = 0.6
    return labels, linear


UPPER_LEFT, UPPER_RIGHT, LOWER_LEFT = (0.2, 0.2), (0.8, 0.2), (0.2, 0.8)


def at(labels, spot):
    return labels[int(spot[1] * HEIGHT), int(spot[0] * WIDTH)]


def test_areas_put_together_are_one_whether_they_touch_or_not(quarters):
    labels, linear = quarters
    diagonal = carry_out(labels, [Merge((UPPER_LEFT, (0.8, 0.8)))], linear, PANEL).labels
    assert diagonal.max() == 2
    assert at(diagonal, UPPER_LEFT) == at(diagonal, (0.8, 0.8)) != at(diagonal, UPPER_RIGHT)


def test_an_area_is_parted_by_its_values_where_light_meets_shadow(quarters):
    labels, linear = quarters
    whole = np.zeros_like(labels)
    parted = carry_out(whole, [Split(UPPER_LEFT, "value")], linear, PANEL)
    assert not parted.lost
    assert np.array_equal(
        parted.labels == parted.labels[0, 0], np.arange(WIDTH)[None, :].repeat(HEIGHT, 0) < WIDTH // 2
    )


def test_an_area_is_parted_by_colour_where_its_values_are_equal(quarters):
    labels, _ = quarters
    linear = np.zeros((HEIGHT, WIDTH, 3), dtype=np.float32)
    linear[: HEIGHT // 2] = (0.30, 0.20, 0.10)
    linear[HEIGHT // 2 :] = (0.10, 0.23, 0.25)
    parted = carry_out(np.zeros_like(labels), [Split(UPPER_LEFT, "colour")], linear, PANEL)
    assert at(parted.labels, UPPER_LEFT) != at(parted.labels, LOWER_LEFT)
    assert parted.labels.max() == 1


def test_a_line_parts_an_area_also_when_it_ends_inside_it(quarters):
    labels, linear = quarters
    line = ((0.1, 0.25), (0.3, 0.25))  # its ends are drawn on to beyond the picture
    parted = carry_out(labels, [Split(UPPER_LEFT, "line", line)], linear, PANEL)
    assert not parted.lost
    assert parted.labels.max() == 4
    upper, lower = at(parted.labels, (0.2, 0.1)), at(parted.labels, (0.2, 0.4))
    assert upper != lower
    assert (parted.labels == upper).sum() == pytest.approx((parted.labels == lower).sum(), rel=0.1)


@pytest.mark.parametrize(
    ("edit", "reason"),
    [
        (Split(UPPER_LEFT, "value"), "all of one value"),
        (Split(UPPER_LEFT, "colour"), "all of one colour"),
        (Split(UPPER_LEFT, "line", ((0.6, 0.6), (0.9, 0.6))), "does not part it"),
        (Split(UPPER_LEFT, "line", ((0.2, 0.2), (0.2, 0.2))), "no length"),
        (Split((1.4, 0.2), "value"), "no longer on the picture"),
        (Give((), UPPER_LEFT), "nothing under it"),
        (Give(((0.1, 0.1), (0.2, 0.1)), UPPER_LEFT), "nothing under it"),
        (Give(((0.05, 0.05), (0.3, 0.05), (0.3, 0.3)), UPPER_LEFT), "nothing under it"),
        (Lock(UPPER_LEFT, ()), "no longer on the picture"),
    ],
)
def test_a_change_that_finds_nothing_to_do_is_told_and_changes_nothing(quarters, edit, reason):
    labels, linear = quarters
    edited = carry_out(labels, [edit], linear, PANEL)
    assert np.array_equal(edited.labels, labels)
    (told,) = edited.lost
    assert reason in told.message
    with pytest.raises(BadSetting, match=reason):
        refusal(edited.lost, 0)


def test_a_lasso_gives_a_piece_to_another_area_or_makes_one_of_it(quarters):
    labels, linear = quarters
    square = ((0.3, 0.3), (0.45, 0.3), (0.45, 0.45), (0.3, 0.45))
    given_away = carry_out(labels, [Give(square, UPPER_RIGHT)], linear, PANEL).labels
    assert at(given_away, (0.4, 0.4)) == at(given_away, UPPER_RIGHT)
    own = carry_out(labels, [Give(square, None)], linear, PANEL).labels
    assert own.max() == 4
    stroke = carry_out(labels, [Give(((0.1, 0.25), (0.4, 0.25)), UPPER_RIGHT, width=0.05)], linear, PANEL).labels
    assert (stroke == at(stroke, UPPER_RIGHT)).sum() - (labels == 1).sum() == pytest.approx(0.3 * WIDTH * 8, rel=0.3)


def test_small_areas_join_the_neighbour_that_is_most_like_them(quarters):
    labels, linear = quarters
    linear[50:60, 60:70] = 0.055
    labels[50:60, 60:70] = 4  # a sliver in the dark quarter
    absorbed = carry_out(labels, [Absorb(20.0)], linear, PANEL).labels
    assert absorbed.max() == 3
    assert absorbed[55, 65] == at(absorbed, UPPER_LEFT)


def test_forty_slivers_are_absorbed_and_one_area_is_left_alone(quarters):
    _, linear = quarters
    slivers = (np.arange(WIDTH)[None, :] // 4).repeat(HEIGHT, 0).astype(np.uint8)
    assert carry_out(slivers, [Absorb(2000.0)], linear, PANEL).labels.max() == 0
    one = np.zeros((HEIGHT, WIDTH), dtype=np.uint8)
    assert carry_out(one, [Absorb(2000.0)], linear, PANEL).labels.max() == 0


def test_a_locked_area_keeps_its_outline_through_another_partition_and_later_changes(quarters):
    labels, linear = quarters
    ring = ((0.1, 0.1), (0.4, 0.1), (0.4, 0.4), (0.1, 0.4))
    lock = Lock((0.25, 0.25), (ring,))
    for partition in (labels, np.zeros_like(labels)):
        edited = carry_out(partition, [Split((0.25, 0.25), "value"), Absorb(50.0), lock], linear, PANEL)
        (locked,) = edited.locked
        ys, xs = np.nonzero(edited.labels == locked)
        assert (xs.min() / WIDTH, xs.max() / WIDTH) == pytest.approx((0.1, 0.4), abs=0.02)
        assert (ys.min() / HEIGHT, ys.max() / HEIGHT) == pytest.approx((0.1, 0.4), abs=0.02)
        assert any("locked" in told.message for told in edited.lost)


@settings(max_examples=40, deadline=None)
@given(
    st.lists(
        st.one_of(
            st.builds(Merge, st.tuples(st.tuples(st.floats(-0.2, 1.2), st.floats(-0.2, 1.2)), st.just(UPPER_LEFT))),
            st.builds(
                Split, st.tuples(st.floats(-0.2, 1.2), st.floats(-0.2, 1.2)), st.sampled_from(["value", "colour"])
            ),
            st.builds(Absorb, st.floats(1, 500)),
            st.builds(
                Give,
                st.lists(st.tuples(st.floats(-0.2, 1.2), st.floats(-0.2, 1.2)), max_size=6).map(tuple),
                st.one_of(st.none(), st.just(UPPER_RIGHT)),
                st.one_of(st.none(), st.floats(0.001, 0.2)),
            ),
        ),
        max_size=6,
    )
)
def test_whatever_is_done_every_pixel_has_one_area_and_the_same_list_gives_the_same(edits):
    labels = (np.arange(WIDTH)[None, :] // 20).repeat(HEIGHT, 0).astype(np.uint8)
    linear = np.linspace(0.02, 0.8, WIDTH, dtype=np.float32)[None, :, None].repeat(HEIGHT, 0).repeat(3, 2)
    first, anew = (carry_out(labels, edits, linear.copy(), PANEL) for _ in range(2))
    for done in range(len(edits) + 1):  # one after another, each from how the one before left the board
        grown = carry_out(labels, edits[:done], linear, PANEL)
    assert sorted(np.unique(first.labels)) == list(range(int(first.labels.max()) + 1))
    assert first.labels.shape == labels.shape
    for other in (anew, grown):
        assert np.array_equal(first.labels, other.labels)
        assert (first.locked, first.lost) == (other.locked, other.lost)


def test_how_the_board_was_left_over_one_picture_is_not_taken_for_another(quarters):
    labels, linear = quarters
    whole = np.zeros_like(labels)
    edits = [Split(UPPER_LEFT, "value")]
    assert carry_out(whole, edits, linear, PANEL).labels.max() == 1
    flat = np.full_like(linear, 0.2)
    edited = carry_out(whole, edits, flat, PANEL)
    assert edited.labels.max() == 0
    assert "all of one value" in edited.lost[0].message


def test_changes_survive_another_detail_as_far_as_they_make_sense(request):
    picture = decode((request.config.rootpath / "demo/pictures/kettle.jpg").read_bytes()).linear[::2, ::2]
    tree = find_tree(np.ascontiguousarray(picture))
    lemons = Merge(((0.56, 0.68), (0.60, 0.64)))
    cloth_in_light_and_shadow = Split((0.66, 0.85), "value")
    for detail in (10, 24, 40):
        edited = carry_out(tree.areas(detail), [lemons, cloth_in_light_and_shadow], picture, PANEL)
        assert not edited.lost, detail
        height, width = edited.labels.shape
        one, other = (edited.labels[int(y * height), int(x * width)] for x, y in lemons.spots)
        assert one == other


@pytest.mark.parametrize(("surface", "number"), [("wall", 0), ("table", 1), ("cloth", 6)])
def test_cast_shadow_and_lit_part_of_one_surface_are_separable(surface, number, request):
    """Against the rendered light of the demo scene: parted by value, a surface falls into what is lit and what is not."""
    folder = request.config.rootpath / "demo/pictures"
    picture = np.ascontiguousarray(decode((folder / "kettle.jpg").read_bytes()).linear[::2, ::2])
    things, light = (
        cv2.imread(str(folder / f"kettle-{what}.png"), cv2.IMREAD_GRAYSCALE)[::2, ::2] for what in ("labels", "light")
    )
    here = things == number
    lit = light[here] > 127
    y, x = (axis[len(axis) // 2] for axis in np.nonzero(here))
    spot = ((x + 0.5) / here.shape[1], (y + 0.5) / here.shape[0])
    parted = carry_out((~here).astype(np.uint8), [Split(spot, "value")], picture, PANEL).labels[here]
    right = sum(max(lit[parted == part].sum(), (~lit[parted == part]).sum()) for part in np.unique(parted))
    assert right / len(lit) > 0.85 > max(lit.mean(), 1 - lit.mean())
