"""Areas keep their ids, and what was decided about an id stays at its place or waits: over random detail, changes and crops."""

from dataclasses import replace

import cv2
import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ypsochrom.areas.edits import Absorb, Give, Merge, Split, carry_out
from ypsochrom.areas.identity import MOST_HOMES, Home, home_of, identified
from ypsochrom.areas.partition import find_tree
from ypsochrom.colour import srgb
from ypsochrom.materials.support import Support
from ypsochrom.subject.crop import CropBox, CropCentre, crop_box

PANEL = Support(400, 300)
WHOLE = CropBox(0, 0, 320, 240, 320, 240)


def quarters():
    labels = np.zeros((240, 320), dtype=np.uint8)
    labels[:, 160:] = 1
    labels[120:] += 2
    return labels


def test_the_first_areas_are_numbered_in_their_order_and_found_again_under_the_same_ids():
    first = identified(quarters(), WHOLE)
    assert first.ids == ("a01", "a02", "a03", "a04")
    assert identified(quarters(), WHOLE, first.homes) == first


def test_ids_do_not_move_when_two_other_areas_come_together_and_part_again():
    """Found in version 0.5: choices of one area sat on another after two others had been put together."""
    first = identified(quarters(), WHOLE)
    merged = np.array([0, 0, 1, 2], dtype=np.uint8)[quarters()]  # the numbers of the lower two fall by one
    second = identified(merged, WHOLE, first.homes)
    assert second.ids[1:] == ("a03", "a04")
    assert second.ids[0] in ("a01", "a02")
    assert identified(quarters(), WHOLE, second.homes).ids == first.ids


def test_what_was_cropped_away_has_its_id_again_when_it_comes_back():
    first = identified(quarters(), WHOLE)
    left = CropBox(0, 0, 150, 240, 320, 240)
    cropped = identified(quarters()[:, :150] // 2, left, first.homes)  # upper left and lower left are in sight
    assert cropped.ids == ("a01", "a03")
    assert identified(quarters(), WHOLE, cropped.homes).ids == first.ids


def test_what_comes_into_sight_beside_a_small_rest_does_not_take_its_id():
    only_left = CropBox(0, 0, 160, 240, 320, 240)
    first = identified(quarters()[:, :160] // 2, only_left)
    right = CropBox(155, 0, 165, 240, 320, 240)
    labels = quarters()[:, 155:320] // 2
    labels[:, :5] = 0  # the strip of five pixels that is left of the first area lies in a new one now
    second = identified(labels, right, first.homes)
    assert second.ids[1] not in ("a01", "a02")


def test_of_too_many_homes_the_oldest_that_nothing_hangs_on_are_forgotten():
    frame = (0.0, 0.0, 1.0, 1.0)
    spare = [Home(f"a{n:03d}", (((0.0, 0.0), (0.001, 0.0), (0.0, 0.001)),), frame) for n in range(1, MOST_HOMES + 5)]
    found = identified(quarters(), WHOLE, spare, keep=["a002"])
    kept = {home.id for home in found.homes}
    assert len(found.homes) == MOST_HOMES
    assert {"a002", *found.ids} <= kept
    assert "a001" not in kept


@pytest.fixture(scope="module")
def tree_of(blocks):
    """The tree and the picture of every crop that the tests use, found once."""
    linear = srgb.decode_picture(blocks)
    known = {}

    def find(centre):
        if centre not in known:
            box = crop_box(320, 240, PANEL, centre)
            part = linear[box.top : box.top + box.height, box.left : box.left + box.width]
            known[centre] = (box, part, find_tree(part))
        return known[centre]

    return find


spots = st.tuples(st.floats(0.02, 0.98), st.floats(0.02, 0.98))
edits = st.one_of(
    st.builds(lambda a, b: Merge((a, b)), spots, spots),
    st.builds(lambda spot: Split(spot, "value"), spots),
    st.builds(
        lambda x, y, w: Give(((x, y), (x + w, y), (x + w, y + w)), None),
        *[st.floats(0.0, 0.6)] * 2,
        st.floats(0.1, 0.4),
    ),
    st.builds(Absorb, st.floats(5, 60)),
)
CROPS = [CropCentre(), CropCentre(0.0, 0.0, 0.6), CropCentre(1.0, 1.0, 0.6), CropCentre(0.5, 0.5, 0.8)]
moves = st.one_of(
    st.tuples(st.just("detail"), st.integers(2, 20)),
    st.tuples(st.just("edit"), edits),
    st.tuples(st.just("undo"), st.just(None)),
    st.tuples(st.just("crop"), st.sampled_from(CROPS)),
    st.tuples(st.just("decide"), st.integers(0, 30)),
)  # fmt: skip


@settings(max_examples=60, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(moves, min_size=1, max_size=12))
def test_a_decision_is_where_it_was_or_waits(tree_of, steps):
    """Where an area has the id of a decision, it is the area that stands for the decision's place, not another one."""
    detail, done, centre, homes, decided = None, [], CropCentre(), (), {}
    for what, value in [("detail", None), *steps]:
        if what == "detail":
            detail = value
        elif what == "edit":
            done = [*done, value]
        elif what == "undo":
            done = done[:-1]
        elif what == "crop":
            centre = value
        box, linear, tree = tree_of(centre)
        labels = carry_out(tree.areas(detail), done, linear, PANEL).labels
        found = identified(labels, box, homes, keep=list(decided))
        homes = found.homes
        assert len(set(found.ids)) == len(found.ids)
        known = {home.id: home for home in homes}
        for area, home in decided.items():
            assert known[area] == home  # what a decision hangs on never moves
            if area in found.ids:
                index = found.ids.index(area)
                now = home_of(area, labels == index, box)
                assert _stands_for(now, home), (area, what)
        if what == "decide":
            area = found.ids[value % len(found.ids)]
            decided[area] = known[area]


def _stands_for(now, home, px=200):
    """Half of the smaller of the two, where both were in sight, is common to both."""
    masks = []
    for one in (now, home):
        mask = np.zeros((px, px), dtype=np.uint8)
        cv2.fillPoly(mask, [np.rint(np.array(ring) * px - 0.5).astype(np.int32) for ring in one.rings], 1)
        left, top, right, bottom = (round(side * px) for side in one.frame)
        seen = np.zeros((px, px), dtype=bool)
        seen[top:bottom, left:right] = True
        masks.append((mask.astype(bool), seen))
    both_seen = masks[0][1] & masks[1][1]
    a, b = (mask & both_seen for mask, _ in masks)
    return (a & b).sum() >= 0.4 * min(a.sum(), b.sum())


def test_a_home_is_kept_in_shares_of_the_whole_reference():
    box = CropBox(160, 120, 160, 120, 320, 240)
    home = home_of("a07", np.ones((12, 16), dtype=bool), box)
    assert home.frame == (0.5, 0.5, 1.0, 1.0)
    xs = [x for ring in home.rings for x, _ in ring]
    assert min(xs) == pytest.approx(0.5, abs=0.05)
    assert max(xs) == pytest.approx(1.0, abs=0.05)
    assert replace(home, id="a08").rings == home.rings
