"""The demo is loaded by one command, again without duplicates, and never against the painter's will."""

import json
import os
import subprocess
import sys
from pathlib import Path

import cv2
import pytest

from ypsochrom.materials.shelf import read_csv

REPOSITORY = Path(__file__).parents[2]


def run(data: Path, *command: str) -> str:
    """A command of the repository in a studio of its own; what it printed."""
    environment = {**os.environ, "YPSOCHROM_DATA": str(data), "DJANGO_SETTINGS_MODULE": "server.site.settings"}
    return subprocess.run(
        [sys.executable, *command], cwd=REPOSITORY, env=environment, check=True, capture_output=True, text=True
    ).stdout


COUNT = """
import json, django; django.setup()
from server.materials.models import TubeRow
from server.records.models import Painting, Result
print(json.dumps([TubeRow.objects.count(), Painting.objects.count(), Result.objects.filter(node="stages").count()]))
"""


@pytest.fixture(scope="module")
def studio(tmp_path_factory):
    data = tmp_path_factory.mktemp("demo")
    run(data, "manage.py", "migrate", "--verbosity", "0")
    run(data, "-m", "demo.load", "--once")
    return data


def counts(studio):
    return json.loads(run(studio, "-c", COUNT))


def test_the_demo_is_a_shelf_of_sixteen_tubes_and_three_planned_paintings(studio):
    assert counts(studio) == [16, 3, 3]


def test_loading_again_doubles_nothing(studio):
    run(studio, "-m", "demo.load")
    run(studio, "-m", "demo.load", "--once")
    assert counts(studio) == [16, 3, 3]


def test_what_the_painter_removed_stays_removed_until_the_demo_is_asked_for_again(studio):
    remove = COUNT.split("print")[0] + "TubeRow.objects.filter(key='PG17').delete(); Painting.objects.all().delete()"
    run(studio, "-c", remove)
    run(studio, "-m", "demo.load", "--once")
    assert counts(studio) == [15, 0, 0]
    run(studio, "-m", "demo.load")
    assert counts(studio) == [16, 3, 3]


def test_the_studio_says_when_its_port_is_taken(studio):
    import socket

    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        said = subprocess.run(
            [sys.executable, "-m", "demo.serve", str(port)], cwd=REPOSITORY, check=False, capture_output=True, text=True
        )
    assert said.returncode == 1
    assert f"make demo PORT={port + 1}" in said.stderr


def test_some_tubes_of_the_demo_are_nearly_empty():
    tubes = read_csv((REPOSITORY / "demo/shelf.csv").read_text())
    assert len(tubes) == 16
    assert sum(tube.left_ml < 0.2 * tube.volume_ml for tube in tubes) >= 3


@pytest.mark.parametrize("scene", ["kettle", "kettle-close"])
def test_the_demo_pictures_have_their_ground_truth(scene):
    folder = REPOSITORY / "demo/pictures"
    photo = cv2.imread(str(folder / f"{scene}.jpg"))
    labels = cv2.imread(str(folder / f"{scene}-labels.png"), cv2.IMREAD_GRAYSCALE)
    assert photo.shape[:2] == labels.shape
    assert labels.max() == 9
