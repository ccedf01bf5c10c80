"""What the demo is made of, and how it is served; that it loads is checked with the journeys (e2e/test_demo.py)."""

import subprocess
import sys
from pathlib import Path

import cv2
import pytest

from ypsochrom.materials.shelf import read_csv

REPOSITORY = Path(__file__).parents[2]


def test_the_studio_says_when_its_port_is_taken():
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
