"""Values, cover, order and edges, measured in photos with known errors, with a grey card and without."""

from dataclasses import replace

import cv2
import numpy as np
import pytest

from ypsochrom.checks.colours import turned_values
from ypsochrom.checks.edges import edge_findings
from ypsochrom.checks.mend import is_value_off
from ypsochrom.checks.report import PHOTO_PX, Asked, check
from ypsochrom.checks.stand_in import Errors, painted_with, true_error
from ypsochrom.imaging.quick import lab_of
from ypsochrom.subject.decode import decode

from .conftest import named


def by_area(report):
    return {one.area: one for one in report.areas}


@pytest.mark.parametrize("card", [True, False])
@pytest.mark.parametrize("seed", [21, 22])
def test_planted_value_errors_are_recovered_and_nothing_else_is_blamed(stage, checked, card, seed):
    planted = {named(stage, "door"): 0.6, named(stage, "cloth"): -0.5}
    truth = {area: true_error(stage, area, painted_with(stage, Errors(values=planted))) for area in planted}
    report = checked(Errors(values=planted), seed, card=card, cast=(1.0, 0.92, 0.8), slope=0.5)
    found = by_area(report)
    for area, error in truth.items():
        assert found[area].value_error == pytest.approx(error, abs=0.15 if card else 0.25)
    assert {one.area for one in report.areas if is_value_off(one)} == set(planted)


def test_a_grey_card_tells_what_the_areas_cannot_that_all_is_too_light(stage, checked):
    everything = Errors(values={area.id: 0.5 for area in stage.areas})
    with_card, without = (checked(everything, 23, card=card) for card in (True, False))
    assert np.median([one.value_error for one in with_card.areas]) == pytest.approx(0.5, abs=0.15)
    assert np.median([one.value_error for one in without.areas]) == pytest.approx(0.0, abs=0.15)
    assert "cannot be told from the light" in without.advice[-1].message
    assert with_card.trust.value_sigma < without.trust.value_sigma


def test_the_light_is_told_by_its_colour_and_its_fall(checked):
    even = checked(seed=24, cast=(1.0, 1.0, 1.0), slope=0.0)
    lamp = checked(seed=24, cast=(1.0, 0.8, 0.55), slope=0.8)
    assert even.light.cast < 0.05
    assert lamp.light.cast == pytest.approx(np.log(1 / 0.55), abs=0.06)
    assert np.hypot(*lamp.light.fall[:2]) > 4 * np.hypot(*even.light.fall[:2])
    assert max(abs(one.value_error) for one in lamp.areas) < 0.2


def test_an_area_left_undone_looks_as_after_the_pass_before(stage, checked):
    undone = named(stage, "cloth")
    report = checked(Errors(undone=[undone]), 25)
    found = by_area(report)[undone]
    assert found.looks_like == 1
    assert found.covered == pytest.approx(0.0, abs=0.05)
    assert all(one.looks_like is None for one in report.areas if one.area != undone)
    (mend,) = [one for one in report.verdict.mend if one.kind == "paint"]
    assert mend.areas == (undone,)
    assert not mend.seen


def test_streaks_are_told_as_cover(stage, checked):
    streaky = named(stage, "wall")
    report = checked(Errors(streaky={streaky: 0.3}), 26)
    found = by_area(report)[streaky]
    assert (report.verdict.mend[0].kind, report.verdict.mend[0].cure) == ("cover", "coat")
    assert found.covered == pytest.approx(0.7, abs=0.07)
    assert found.streaks > 0
    assert by_area(checked(seed=26))[streaky].covered == pytest.approx(1.0, abs=0.02)


def test_wet_paint_is_held_against_its_wet_colour(stage, take, checked):
    wet = frozenset({named(stage, "cloth")})
    told, untold = checked(seed=27, wet=wet), None
    photo = take(seed=27, wet=wet)
    untold = check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], stage).report
    assert abs(by_area(told)[min(wet)].value_error) < 0.15
    assert by_area(told)[min(wet)].wet
    assert by_area(untold)[min(wet)].value_error > 0.25


def test_values_the_wrong_way_round_are_named(stage, checked):
    door, box = named(stage, "door"), named(stage, "box")
    report = checked(Errors(values={door: -1.4, box: 1.2}), 28)
    assert turned_values(report.areas)[0].darker == box
    assert report.turned[0].lighter == door
    assert report.turned[0].planned > 0.5 > 0 > report.turned[0].painted


def test_a_soft_edge_that_came_out_hard_is_told_and_others_are_not(stage):
    hard = stage.dry.copy()
    plate = stage.labels == 8
    for inside in (plate, ~plate):
        near = cv2.dilate((stage.labels == 8).astype(np.uint8), np.ones((25, 25))) > 0
        for index in range(9):
            own = inside & near & (stage.labels == index)
            if own.any():
                hard[own] = np.median(
                    stage.dry[(stage.labels == index) & ~near]
                    if index != 8
                    else stage.dry[cv2.erode(plate.astype(np.uint8), np.ones((31, 31))) > 0],
                    axis=0,
                )
    found = edge_findings(stage, lab_of(stage.dry), lab_of(hard), frozenset())
    assert {one.fault for one in found} == {"too hard"}
    assert all(named(stage, "plate") in (one.one, one.other) for one in found)
    assert not edge_findings(stage, lab_of(stage.dry), lab_of(stage.dry), frozenset())
    blurred = cv2.GaussianBlur(stage.dry, (0, 0), 1.2)  # an unsharp photo softens every edge, and blames none
    assert not edge_findings(stage, lab_of(stage.dry), lab_of(blurred), frozenset())


def test_glare_is_left_out_and_a_second_photo_fills_it_in(stage, take):
    photos = [take(seed=seed, glare=0.5) for seed in (31, 32)]
    pictures = [decode(photo.jpeg, longest_px=PHOTO_PX).srgb8 for photo in photos]
    one, both = check(pictures[:1], stage).report, check(pictures, stage).report
    assert 0.01 < one.mirrored < 0.25
    assert both.mirrored < 0.3 * one.mirrored
    for report in (one, both):
        assert max(abs(found.value_error) for found in report.areas) < 0.25


def test_the_palettes_own_piles_tell_the_light(stage, take):
    """A pile beside the panel, whose mix is known: here it lies where the grey card is, so its colour is the card's."""
    photo = take(Errors(values={area.id: 0.5 for area in stage.areas}), 33)
    grey = replace(stage.piles["m01"], lab_wet=(49.5, 0.0, 0.0))
    known = replace(stage, piles={"m01": grey})
    report = check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], known, Asked(piles=(("m01", photo.grey),))).report
    assert report.trust.by == "piles"
    assert np.median([one.value_error for one in report.areas]) == pytest.approx(0.5, abs=0.2)
