"""The match card read from simulated photos: how far every field is from what it was to match, whatever the light."""

import numpy as np
import pytest

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.cielab import lab_to_xyz
from ypsochrom.colour.srgb import xyz_to_linear
from ypsochrom.kit.errors import BadCard, BadSetting
from ypsochrom.materials import swatch_card
from ypsochrom.materials.instruments import SimulatedCamera
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.practice import match_card
from ypsochrom.practice.course import Given, made, next_kind, standing
from ypsochrom.practice.exercise import KINDS, ON_SCREEN
from ypsochrom.practice.material import Material

PRINTED = [(70.0, 10.0, 30.0), (50.0, -15.0, -10.0), (35.0, 20.0, 12.0), (80.0, 0.0, 6.0), (60.0, 5.0, -12.0)]
SHIFTS = [(0.0, 0.0, 0.0), (8.0, 0.0, 0.0), (-6.0, 0.0, 0.0), (0.0, 9.0, 0.0), (0.0, -8.0, 9.0)]
PAINTED = [tuple(np.add(lab, shift)) for lab, shift in zip(PRINTED, SHIFTS, strict=True)]


def linear(lab):
    return tuple(np.clip(xyz_to_linear(lab_to_xyz(np.array(lab))), 0, 1).tolist())


def photo(painted=PAINTED, camera=None):
    bare_or_paint = [None if lab is None else linear(lab) for lab in painted]
    card = match_card.drawn([linear(lab) for lab in PRINTED], bare_or_paint)
    return (camera or SimulatedCamera(1)).photograph(card)


@pytest.mark.parametrize(
    "camera",
    [
        SimulatedCamera(1),
        SimulatedCamera(2, turn_deg=180),
        SimulatedCamera(3, slope=0.8),
        SimulatedCamera(4, cast=(1.0, 0.93, 0.75)),
    ],
)
def test_every_field_is_as_far_off_as_it_was_painted_in_any_light(camera):
    found = match_card.matched(photo(camera=camera))
    assert [one.place for one in found.fields] == [1, 2, 3, 4, 5]
    for one, printed, painted in zip(found.fields, PRINTED, PAINTED, strict=True):
        assert one.de00 == pytest.approx(float(delta_e_2000(np.array(painted), np.array(printed))), abs=1.3)
        assert one.value_error == pytest.approx((painted[0] - printed[0]) / 10, abs=0.15)
    assert [one.is_right for one in found.fields] == [True, False, False, False, False]


def test_a_fault_is_said_as_a_painter_says_it():
    same, light, dark, *_ = match_card.matched(photo()).fields
    assert same.words == "value right, colour right"
    assert "too light" in light.words
    assert "too dark" in dark.words


def test_fields_that_are_bare_are_left_out():
    some = match_card.matched(photo([PAINTED[0], None, None, PAINTED[3], None]))
    assert [one.place for one in some.fields] == [1, 4]
    with pytest.raises(BadCard, match="No field"):
        match_card.matched(photo([None] * 5))


def test_what_is_no_card_is_refused_in_words():
    with pytest.raises(BadCard, match="No swatch card"):
        match_card.matched(np.full((600, 800, 3), 128, np.uint8))


def test_fields_lie_below_what_they_match_and_leave_the_paper_free():
    for above, below in zip(match_card.PRINTED, match_card.PAINTED, strict=True):
        assert (above.x, above.y + above.height) == (below.x, below.y)
    taken = [*match_card.PRINTED, *match_card.PAINTED, *(box for box, _ in swatch_card.frame())]
    for spot in swatch_card.PAPER_SPOTS:
        for box in taken:
            apart = (
                spot.x >= box.x + box.width
                or box.x >= spot.x + spot.width
                or spot.y >= box.y + box.height
                or box.y >= spot.y + spot.height
            )
            assert apart, (spot, box)


def test_the_card_is_painted_and_not_asked_for_on_the_screen(moment):
    assert set(KINDS) - set(ON_SCREEN) == {"card"}
    with pytest.raises(BadSetting, match="in paint"):
        made("card", 1, 1.0, Material(paintbox(["PW6"])))
    scored = [Given("card", moment, 0.0, False, off, 0.0) for off in (3.0, 4.0, 5.0)]
    told = standing("card", scored)
    assert told.size == pytest.approx(np.sqrt(50 / 3))
    assert told.low < told.size < told.high
    assert next_kind(scored, moment) != "card"


@pytest.fixture
def moment():
    from datetime import UTC, datetime

    return datetime(2026, 6, 1, 9, tzinfo=UTC)
