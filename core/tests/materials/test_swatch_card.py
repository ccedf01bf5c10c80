"""The swatch card read from simulated photos whose truth is known, and what keeps a card from being read."""

import numpy as np
import pytest

from ypsochrom.colour import cielab, spectra, srgb
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadCard
from ypsochrom.materials import swatch_card
from ypsochrom.materials.card_reading import read_card
from ypsochrom.materials.instruments import SimulatedCamera, SimulatedTubes
from ypsochrom.paint.calibration import WHITE_PARTS
from ypsochrom.paint.catalogue import paint

TUBES = SimulatedTubes(5)


def linear(key, kind):
    light = spectra.reflectance_to_xyz(TUBES.swatch(paint(key), paint("PW6"), kind))
    return tuple(np.clip(srgb.xyz_to_linear(light), 0, 1).tolist())


def card(key="PR108", kinds=tuple(WHITE_PARTS)):
    return swatch_card.drawn({kind: linear(key, kind) for kind in kinds})


def worst(reading, key="PR108"):
    return max(
        float(delta_e_2000(r.colour, cielab.linear_to_lab(np.array(linear(key, r.kind))))) for r in reading.readings
    )


@pytest.mark.parametrize("key", ["PR108", "PBr7bs", "PB29", "PW6"])
def test_swatches_are_read_within_the_error_of_a_photo(key):
    reading = read_card(SimulatedCamera(1).photograph(card(key)))
    assert [r.kind for r in reading.readings] == list(WHITE_PARTS) or key == "PW6"
    assert worst(reading, key) < 2.5


@pytest.mark.parametrize("turn", [0, 90, 180, 271])
def test_a_card_turned_or_upside_down_is_read_all_the_same(turn):
    assert worst(read_card(SimulatedCamera(2, turn_deg=turn).photograph(card()))) < 2.5


def test_light_that_falls_off_and_is_a_little_warm_is_evened_out():
    straight = read_card(SimulatedCamera(3, slope=0.0, cast=(1, 1, 1)).photograph(card()))
    sloping = read_card(SimulatedCamera(3, slope=1.1, cast=(1, 0.93, 0.7), exposure=0.65).photograph(card()))
    assert not straight.advice
    assert {a.id for a in sloping.advice} == {"materials.W011", "materials.W012"}
    assert worst(sloping) < 3.5


def test_boxes_left_empty_are_passed_over():
    reading = read_card(SimulatedCamera(4).photograph(card(kinds=("on white", "1:4"))))
    assert [r.kind for r in reading.readings] == ["on white", "1:4"]


def test_a_paint_too_vivid_for_a_camera_counts_little_and_is_named():
    reading = read_card(SimulatedCamera(1).photograph(card("PB15:3")))
    assert "materials.W013" in {a.id for a in reading.advice}
    assert max(r.sigma_lab for r in reading.readings) > 5


def covered(picture, corner):
    """The card with one corner cut off."""
    cut = picture.copy()
    height, width = cut.shape[:2]
    rows = slice(0, height // 4) if "upper" in corner else slice(3 * height // 4, height)
    columns = slice(0, width // 5) if "left" in corner else slice(4 * width // 5, width)
    cut[rows, columns] = 0.17
    return cut


@pytest.mark.parametrize("corner", swatch_card.CORNERS)
def test_a_missing_corner_is_named(corner):
    with pytest.raises(BadCard, match=f"{corner} corner mark cannot be seen"):
        read_card(SimulatedCamera(1).photograph(covered(card(), corner)))


def dark(photo):
    return srgb.encode_picture(srgb.decode_picture(photo) * 0.05)


def burnt(photo):
    return srgb.encode_picture(np.clip(srgb.decode_picture(photo) * 1.6, 0, 1))


def hidden_greys(photo_of_card):
    for box, _ in swatch_card.GREYS[2:4]:
        px = 6
        top, left = round((box.y + 12) * px), round((box.x + 12) * px)
        photo_of_card[top : top + round(box.height * px), left : left + round(box.width * px)] = 0.8
    return photo_of_card


@pytest.mark.parametrize(
    ("photo", "says"),
    [
        (lambda: np.full((900, 1200, 3), 90, np.uint8), "No swatch card"),
        (lambda: SimulatedCamera(1, cast=(1.0, 0.6, 0.25)).photograph(card()), "strongly coloured light"),
        (lambda: burnt(SimulatedCamera(1).photograph(card())), "burnt out"),
        (lambda: dark(SimulatedCamera(1).photograph(card())), "too dark|No swatch card"),
        (lambda: SimulatedCamera(1).photograph(swatch_card.drawn({})), "No swatch on the card is painted"),
        (lambda: SimulatedCamera(1).photograph(hidden_greys(card())), "greys of the card"),
    ],
    ids=["no card", "coloured light", "burnt out", "dark", "unpainted", "greys covered"],
)
def test_what_keeps_a_card_from_being_read_is_said(photo, says):
    with pytest.raises(BadCard, match=says) as refusal:
        read_card(photo())
    assert refusal.value.hint


def test_marks_boxes_and_paper_spots_keep_clear_of_each_other():
    boxes = [swatch_card.mark_box(n) for n in range(4)] + [box for box, _ in swatch_card.GREYS]
    boxes += [box for kind, box in swatch_card.BOXES.items() if kind != "on black"] + [swatch_card.BLACK_BAR]
    for spot in swatch_card.PAPER_SPOTS:
        for box in boxes:
            apart_x = spot.x + spot.width <= box.x or box.x + box.width <= spot.x
            apart_y = spot.y + spot.height <= box.y or box.y + box.height <= spot.y
            assert apart_x or apart_y, (spot, box)
        assert 0 <= spot.x <= swatch_card.WIDTH_MM - spot.width
        assert 0 <= spot.y <= swatch_card.HEIGHT_MM - spot.height
