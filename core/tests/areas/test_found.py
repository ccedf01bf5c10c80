"""Areas found again after a change: what has not changed is not measured again, and comes out as if it had been."""

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ypsochrom.areas import area as area_module
from ypsochrom.areas.edits import Absorb, Merge, Split
from ypsochrom.areas.found import found_areas
from ypsochrom.areas.partition import find_tree
from ypsochrom.areas.pixels import ByArea, unchanged
from ypsochrom.materials.support import Support
from ypsochrom.subject.crop import crop_box
from ypsochrom.subject.decode import decode
from ypsochrom.values.scale import value_field

PANEL = Support(400, 300)
SPOTS = st.tuples(st.floats(0.02, 0.98), st.floats(0.02, 0.98))
EDITS = st.one_of(
    st.builds(lambda a, b: Merge((a, b)), SPOTS, SPOTS),
    st.builds(lambda spot, how: Split(spot, how), SPOTS, st.sampled_from(["value", "colour"])),
    st.builds(Absorb, st.floats(1.0, 20.0)),
)
TURNS = st.lists(st.tuples(st.integers(8, 40), st.lists(EDITS, max_size=3)), min_size=2, max_size=3)


@pytest.fixture(scope="module")
def scene(kettle_bytes):
    picture = decode(kettle_bytes, longest_px=240)
    values = value_field(picture.linear)
    tree = find_tree(picture.linear)
    frame = crop_box(picture.width, picture.height, PANEL)

    def find(detail, edits, before=None):
        homes = () if before is None else before.homes
        return picture.linear, values, tree.areas(detail), edits, PANEL, frame, homes

    return find


def found(scene, turn, homes_of, before):
    *facts, homes = scene(*turn, homes_of)
    return found_areas(*facts, homes=homes, before=before)


@given(turns=TURNS)
@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_areas_found_after_a_change_are_those_that_would_be_found_anew(scene, turns):
    last = None
    for turn in turns:
        quick, anew = found(scene, turn, last, before=last), found(scene, turn, last, before=None)
        assert np.array_equal(quick.map.labels, anew.map.labels)
        assert np.array_equal(quick.map.families, anew.map.families)
        assert quick.map.areas == anew.map.areas
        assert (quick.facts, quick.borders, quick.outlines) == (anew.facts, anew.borders, anew.outlines)
        last = quick


def test_only_what_has_changed_is_measured(scene, monkeypatch):
    first = found(scene, (24, []), None, None)
    asked = []

    class Watched(ByArea):
        def __init__(self, labels, wanted):
            asked.append(int(wanted.sum()))
            super().__init__(labels, wanted)

    monkeypatch.setattr(area_module, "ByArea", Watched)
    middle = [one.centre for one in first.map.areas[:2]]
    merged = found(scene, (24, [Merge(tuple(middle))]), first, first)
    assert len(merged.map.areas) == len(first.map.areas) - 1
    assert asked == [1]


def test_a_label_is_unchanged_when_it_holds_the_very_same_pixels():
    before = np.array([[0, 0, 1], [2, 2, 1]], dtype=np.uint8)
    renumbered = np.array([[2, 2, 0], [1, 1, 0]], dtype=np.uint8)
    assert unchanged(before, renumbered) == {0: 1, 1: 2, 2: 0}
    grown = np.array([[0, 0, 1], [0, 2, 1]], dtype=np.uint8)
    assert unchanged(before, grown) == {1: 1}
    assert unchanged(before, before[:1]) == {}
