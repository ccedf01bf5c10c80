"""Places moved by a known way are found again; shift and turn of the whole are taken out; leaning verticals and distances."""

import math

import cv2
import numpy as np
import pytest
from skimage.transform import EuclideanTransform

from ypsochrom.checks.landmarks import Fit, Place, places_in, settled
from ypsochrom.checks.mend import directed, is_place_off
from ypsochrom.checks.pose import Sighting, moved, pose_of, steepest
from ypsochrom.checks.proportion import distances_off, leaning
from ypsochrom.checks.report import PHOTO_PX, Asked, check
from ypsochrom.checks.stand_in import Errors
from ypsochrom.colour import srgb
from ypsochrom.subject.decode import decode


@pytest.fixture(scope="module")
def places(stage):
    return places_in(stage, stage.dry, srgb.decode_picture(stage.dry))


def test_places_have_names_of_their_own_and_lie_apart(places):
    assert len({one.name for one in places}) == len(places) >= 12
    corners = [one for one in places if one.kind != "ellipse"]
    gaps = [math.dist(a.at_mm, b.at_mm) for i, a in enumerate(corners) for b in corners[:i]]
    assert min(gaps) >= 16


def test_ends_of_an_ellipse_are_places_told_across_its_edge(places):
    ends = [one for one in places if one.kind == "ellipse"]
    assert ends
    assert all(np.hypot(*one.normal) == pytest.approx(1.0) for one in ends)
    at = np.array([one.at_mm for one in ends])
    jar = ((at - np.array([210, 125])) / np.array([37.5, 65])) ** 2
    plate = ((at - np.array([125, 250])) / np.array([45, 21])) ** 2
    assert (np.minimum(abs(jar.sum(axis=1) - 1), abs(plate.sum(axis=1) - 1)) < 0.12).all()


@pytest.mark.parametrize("seed", [41, 42])
def test_a_place_painted_two_millimetres_off_is_found_within_half_a_millimetre(places, checked, seed):
    rng = np.random.default_rng(seed)
    corner = [one for one in places if one.kind == "corner"][int(rng.integers(6))]
    angle = float(rng.uniform(0, 2 * math.pi))
    way = (2 * math.cos(angle), 2 * math.sin(angle))
    report = checked(Errors(moved=[(corner.at_mm, way)]), seed)
    found = {one.name: one for one in report.landmarks}
    assert math.dist((found[corner.name].dx_mm, found[corner.name].dy_mm), way) < 0.5
    far = [one for one in report.landmarks if math.dist(one.at_mm, corner.at_mm) > 32]
    assert max(one.off_mm for one in far) < 0.6
    assert report.verdict.mend[0].kind == "place"


def test_places_of_the_painters_own_are_sought_instead(stage, take):
    photo = take(seed=43)
    own = (Place("door handle", (310.0, 15.0), "by hand"), Place("lip", (30.0, 20.0), "by hand"))
    found = check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], stage, Asked(places=own)).report.landmarks
    assert {one.name for one in found} <= {"door handle", "lip"}
    assert all(one.off_mm < 0.6 for one in found)


def test_a_place_that_the_painter_showed_counts_as_shown(stage, take, places):
    photo = take(seed=44)
    chosen = places[-1]
    shown = (chosen.at_mm[0] + 3.0, chosen.at_mm[1])
    report = check([decode(photo.jpeg, longest_px=PHOTO_PX).srgb8], stage, Asked(moved={chosen.name: shown})).report
    (one,) = [mark for mark in report.landmarks if mark.name == chosen.name]
    assert (one.dx_mm, one.dy_mm) == (pytest.approx(3.0, abs=0.3), pytest.approx(0.0, abs=0.3))


def test_shift_and_turn_are_those_of_scikit_image_and_outliers_keep_their_way(stage):
    rng = np.random.default_rng(5)
    meant = rng.uniform([20, 20], [380, 280], (24, 2))
    centre = np.array([200.0, 150.0])
    turn, shift = math.radians(0.8), np.array([1.2, -0.7])
    cos, sin = math.cos(turn), math.sin(turn)
    seen = (meant - centre) @ np.array([[cos, sin], [-sin, cos]]) + centre + shift
    their = EuclideanTransform.from_estimate(meant - centre, seen - centre)
    seen[3] += (4.0, 0.0)
    marks, pose = settled(
        [Place(str(k), tuple(at)) for k, at in enumerate(meant)], [Fit(tuple(at), 1.0, 0.1) for at in seen], stage
    )
    assert pose.turn_deg == pytest.approx(math.degrees(their.rotation), abs=0.02)
    assert pose.shift_mm == pytest.approx(their.translation, abs=0.05)
    assert (marks[3].dx_mm, marks[3].dy_mm) == (pytest.approx(4 * cos, abs=0.1), pytest.approx(-4 * sin, abs=0.1))
    assert max(one.off_mm for k, one in enumerate(marks) if k != 3) < 0.1


def test_the_whole_is_told_by_its_edges_where_half_of_few_places_were_painted_off(stage):
    """By places alone the whole could as well be shifted; edges say that it is not."""
    rng = np.random.default_rng(8)
    meant = [(60.0, 60.0), (200.0, 70.0), (330.0, 90.0), (80.0, 220.0), (210.0, 240.0), (340.0, 200.0)]
    seen = [(x, y + 2.0 * (k < 3)) for k, (x, y) in enumerate(meant)]
    places, fits = [Place(str(k), at) for k, at in enumerate(meant)], [Fit(at, 1.0, 0.1) for at in seen]
    edges = []
    for at, angle in zip(rng.uniform([20, 20], [380, 280], (14, 2)), rng.uniform(0, math.pi, 14), strict=True):
        normal = (math.cos(angle), math.sin(angle))
        along = float(rng.uniform(-1, 1))  # how far along the edge it was found says nothing
        edges.append(Sighting(tuple(at), (at[0] - along * normal[1], at[1] + along * normal[0]), normal))
    marks, pose = settled(places, fits, stage, edges)
    assert pose.shift_mm == pytest.approx((0.0, 0.0), abs=0.05)
    assert [round(one.dy_mm, 1) for one in marks] == [2.0, 2.0, 2.0, 0.0, 0.0, 0.0]


def test_edges_alone_tell_a_shift_and_a_turn():
    rng = np.random.default_rng(9)
    meant, centre = rng.uniform([20, 20], [380, 280], (30, 2)), np.array([200.0, 150.0])
    seen = moved(meant, math.radians(-0.6), np.array([0.8, 1.1]), centre)
    angles = rng.uniform(0, math.pi, 30)
    edges = [
        Sighting(tuple(here), tuple(there), (math.cos(angle), math.sin(angle)))
        for here, there, angle in zip(meant, seen, angles, strict=True)
    ]
    turn, shift = pose_of(edges, centre)
    assert math.degrees(turn) == pytest.approx(-0.6, abs=0.01)
    assert shift == pytest.approx([0.8, 1.1], abs=0.02)


def test_the_steepest_places_lie_on_the_edges_and_look_across_them():
    light = np.full((120, 160), 30.0, dtype=np.float32)
    light[:, 80:] = 70.0
    found = steepest(cv2.GaussianBlur(light, (0, 0), 1.0), 0.5, 3.0)
    assert found
    for (x, _), normal in found:
        assert x == pytest.approx(40.0, abs=0.6)
        assert normal == (pytest.approx(1.0, abs=1e-6), pytest.approx(0.0, abs=1e-6))
    assert steepest(np.full((120, 160), 50.0, dtype=np.float32), 0.5, 3.0) == []


def test_verticals_that_lean_and_distances_that_are_off(stage):
    meant = [(100.0, 40.0), (100.0, 140.0), (220.0, 40.0), (220.0, 140.0), (300, 200), (40, 250), (350, 60), (60, 120)]
    seen = [*meant]
    seen[0] = (104.0, 40.0)  # the upper end of the left vertical, 4 mm to the right over 100 mm
    marks, _ = settled([Place(str(k), at) for k, at in enumerate(meant)], [Fit(at, 1.0, 0.1) for at in seen], stage)
    lean = leaning(marks)[0]
    assert (lean.upper, lean.lower) == ("0", "1")
    assert lean.lean_deg == pytest.approx(math.degrees(math.atan2(4, 100)), abs=0.15)
    pair = {frozenset((one.one, one.other)): one for one in distances_off(marks)}[frozenset("02")]
    assert pair.painted_mm - pair.planned_mm == pytest.approx(-4.0, abs=0.3)
    assert is_place_off(marks[0], stage.support)
    assert not is_place_off(marks[4], stage.support)


def test_a_way_is_told_without_what_hardly_counts():
    assert directed(-1.8, 0.1) == "1.8 mm to the left"
    assert directed(1.5, -1.0) == "1.5 mm to the right and 1.0 mm up"


def test_an_ellipse_painted_too_wide_is_told_by_its_axis(stage, places):
    axes = {one.axis: [other for other in places if other.axis == one.axis] for one in places if one.axis}
    pair = next(both for both in axes.values() if len(both) == 2)
    middle = np.mean([one.at_mm for one in pair], axis=0)
    others = [one for one in places if not one.axis]
    moved = [tuple(middle + (np.array(one.at_mm) - middle) * 1.15) for one in pair]
    fits = [Fit(at, 1.0, 0.1) for at in [*(one.at_mm for one in others), *moved]]
    marks, _ = settled([*others, *pair], fits, stage)
    worst = {frozenset((one.one, one.other)): one for one in distances_off(marks)}[frozenset(one.name for one in pair)]
    assert worst.painted_mm / worst.planned_mm == pytest.approx(1.15, abs=0.03)


def corners_off(points, corners, size=(400.0, 300.0)):
    """What a perspective does that moves the corners of a panel by so much (mm)."""
    wide, high = size
    panel = np.array([[0, 0], [wide, 0], [0, high], [wide, high]], dtype=np.float32)
    through = cv2.getPerspectiveTransform(panel, panel + np.array(corners, dtype=np.float32))
    return cv2.perspectiveTransform(np.array(points, dtype=np.float32).reshape(-1, 1, 2), through).reshape(-1, 2)


def test_a_panel_that_was_put_straight_a_little_wrong_is_no_fault_of_the_painting(stage):
    rng = np.random.default_rng(21)
    meant = rng.uniform([30, 30], [370, 270], (12, 2))
    painted = meant.copy()
    painted[0] += (2.0, 0.0)
    corners = [(1.0, 0.3), (-0.4, -0.9), (0.2, 1.1), (-0.8, 0.5)]
    seen = corners_off(painted, corners)
    at = rng.uniform([20, 20], [380, 280], (60, 2))
    angles = rng.uniform(0, math.pi, 60)
    edges = [
        Sighting(tuple(here), tuple(there), (math.cos(angle), math.sin(angle)))
        for here, there, angle in zip(at, corners_off(at, corners), angles, strict=True)
    ]
    places, fits = (
        [Place(str(k), tuple(one)) for k, one in enumerate(meant)],
        [Fit(tuple(one), 1.0, 0.1) for one in seen],
    )
    marks, _ = settled(places, fits, stage, edges)
    assert marks[0].off_mm == pytest.approx(2.0, abs=0.25)
    assert max(one.off_mm for one in marks[1:]) < 0.35
    alone, _ = settled(places[:8], fits[:8], stage)  # few places tell nothing of the corners
    assert max(one.off_mm for one in alone[1:]) > 0.35


def test_what_is_painted_wider_than_a_corner_can_be_off_is_told(stage):
    meant = np.stack(np.meshgrid(np.linspace(40, 360, 7), np.linspace(40, 260, 5)), axis=-1).reshape(-1, 2)
    seen = meant + (meant - (200, 150)) * 0.02  # 4 mm at the left and right rim
    places, fits = (
        [Place(str(k), tuple(one)) for k, one in enumerate(meant)],
        [Fit(tuple(one), 1.0, 0.1) for one in seen],
    )
    marks, _ = settled(places, fits, stage)
    wide = max(one.dx_mm for one in marks) - min(one.dx_mm for one in marks)
    assert wide > 3.0
