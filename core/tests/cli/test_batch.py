"""A folder of photos planned by the command line: resumed, summed up, and not stopped by a photo that is none."""

import csv
import json
import os
import shutil
import time

import cv2
import numpy as np
import pytest

from ypsochrom.cli import batch
from ypsochrom.cli.main import main
from ypsochrom.kit.errors import BadPicture

ASKED = {"size": "300x200mm", "school": "direct"}


@pytest.fixture
def folder(tmp_path):
    """Two photos that lie still, one that is none, and what is no photo at all."""
    place = tmp_path / "class"
    place.mkdir()
    for number, name in enumerate(("anna.jpg", "Ben.PNG", "carl.jpg")):
        pixels = np.full((60, 90, 3), 60 + 40 * number, np.uint8)
        pixels[:, 45:] = 200
        cv2.imwrite(str(place / name), pixels)
    (place / "carl.jpg").write_bytes(b"not a photo")
    (place / "notes.txt").write_text("x")
    (place / ".hidden.jpg").write_bytes(b"x")
    still(place)
    return place


def still(place):
    long_ago = time.time() - 60
    for one in place.iterdir():
        os.utime(one, (long_ago, long_ago))


class Planner:
    """Plans by writing a plan that says of what it is; what is no picture is refused."""

    def __init__(self):
        self.planned = []

    def __call__(self, photo, out):
        if cv2.imread(str(photo)) is None:
            raise BadPicture("This is no picture.", "Choose another.")
        self.planned.append(photo.name)
        out.mkdir(parents=True, exist_ok=True)
        plan = {
            "passes": [{"units": [{"minutes": 30}, {"minutes": 45}]}],
            "mixes": [{"volume_ml": 3.2}, {"volume_ml": 4.1}],
            "palette": [1, 2, 3],
        }
        (out / "plan.json").write_text(json.dumps(plan))


def rounds(folder, planner, asked=ASKED, **more):
    told = []
    found = batch.round_of(folder, folder.parent / "out", asked, planner, told.append, **more)
    return found, told


def summary(folder):
    with (folder.parent / "out/summary.csv").open(newline="") as file:
        return list(csv.DictReader(file))


def test_every_photo_is_planned_and_one_that_is_none_is_told(folder):
    planner = Planner()
    found, told = rounds(folder, planner)
    assert planner.planned == ["Ben.PNG", "anna.jpg"]
    assert told == ["Ben.PNG: planned", "anna.jpg: planned", "carl.jpg: This is no picture. Choose another."]
    assert [one.why_not != "" for one in found] == [False, False, True]
    ben, anna, carl = summary(folder)
    assert (ben["photo"], ben["folder"], ben["units"], ben["hours"], ben["ml"], ben["tubes"]) == (
        "Ben.PNG", "Ben", "2", "1.2", "7", "3",
    )  # fmt: skip
    assert anna["why not"] == ""
    assert "no picture" in carl["why not"]


def test_what_is_done_is_not_done_again_and_the_rest_is(folder):
    rounds(folder, Planner())
    again = Planner()
    _, told = rounds(folder, again)
    assert again.planned == []
    assert told == ["carl.jpg: This is no picture. Choose another."]
    (folder.parent / "out/anna/batch.json").unlink()  # stopped before it was done
    shutil.copy(folder / "anna.jpg", folder / "dora.jpg")
    still(folder)
    third = Planner()
    found, _ = rounds(folder, third)
    assert third.planned == ["anna.jpg", "dora.jpg"]
    assert len(summary(folder)) == len(found) == 4


def test_another_photo_of_the_same_name_or_another_wish_is_planned_anew(folder):
    rounds(folder, Planner())
    pixels = np.full((60, 90, 3), 10, np.uint8)
    cv2.imwrite(str(folder / "anna.jpg"), pixels)
    still(folder)
    planner = Planner()
    rounds(folder, planner)
    assert planner.planned == ["anna.jpg"]
    other = Planner()
    rounds(folder, other, {**ASKED, "school": "glazes"})
    assert other.planned == ["Ben.PNG", "anna.jpg"]


def test_a_photo_that_is_still_on_its_way_waits(folder):
    now = time.time()
    os.utime(folder / "anna.jpg", (now, now))
    planner = Planner()
    rounds(folder, planner, now=now + 0.2)
    assert planner.planned == ["Ben.PNG"]
    rounds(folder, planner, now=now + 5)
    assert planner.planned == ["Ben.PNG", "anna.jpg"]


def test_two_photos_of_one_name_get_a_folder_each(folder):
    shutil.copy(folder / "anna.jpg", folder / "anna.webp")
    still(folder)
    found, _ = rounds(folder, Planner())
    assert {one.out.name for one in found} == {"Ben", "anna-jpg", "anna-webp", "carl"}


def test_the_command_plans_a_folder_and_its_status_says_whether_all_went_well(folder, capsys):
    out = folder.parent / "plans"
    arguments = ["batch", str(folder), "--size", "120x80mm", "--tubes", "5", "--out", str(out)]
    assert main(arguments) == 1
    assert "carl.jpg: " in capsys.readouterr().err
    for name in ("anna", "Ben"):
        assert {"plan.json", "plan.pdf", "batch.json"} <= {one.name for one in (out / name).iterdir()}
    (folder / "carl.jpg").unlink()
    assert main(arguments) == 0
    assert capsys.readouterr().err == ""


def test_a_folder_without_photos_is_said_to_have_none(tmp_path, capsys):
    (tmp_path / "empty").mkdir()
    assert main(["batch", str(tmp_path / "empty"), "--size", "120x80mm", "--out", str(tmp_path / "out")]) == 2
    assert "There is no photo" in capsys.readouterr().err
    assert main(["batch", str(tmp_path / "nowhere"), "--size", "120x80mm", "--out", str(tmp_path / "out")]) == 2
    assert "is no folder" in capsys.readouterr().err
