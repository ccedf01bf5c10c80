"""The demo is loaded by one command, again without duplicates, and never against the painter's will."""

import json
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from demo import slipway

from .conftest import REPOSITORY, environment_of

COUNT = """
import json, django; django.setup()
from server.materials.models import TubeRow
from server.records.models import Painting, Result
print(json.dumps([TubeRow.objects.count(), Painting.objects.count(), Result.objects.filter(node="stages").count()]))
"""


@pytest.fixture(scope="module")
def loaded(demo: Path, tmp_path_factory) -> Path:
    """A studio in which the demo was loaded, for these tests to change."""
    data = tmp_path_factory.mktemp("loaded")
    shutil.copytree(demo, data, dirs_exist_ok=True)
    return data


def run(data: Path, *command: str) -> str:
    """A command of the repository in a studio; what it printed."""
    return subprocess.run(
        [sys.executable, *command], cwd=REPOSITORY, env=environment_of(data), check=True, capture_output=True, text=True
    ).stdout


def counts(studio: Path) -> list[int]:
    return json.loads(run(studio, "-c", COUNT))


def test_the_demo_is_a_shelf_of_sixteen_tubes_and_three_planned_paintings(demo):
    assert counts(demo) == [16, 3, 3]


def test_loading_again_doubles_nothing(loaded):
    run(loaded, "-m", "demo.load")
    run(loaded, "-m", "demo.load", "--once")
    assert counts(loaded) == [16, 3, 3]


def test_what_the_painter_removed_stays_removed_until_the_demo_is_asked_for_again(loaded):
    removed = f"TubeRow.objects.filter(key='PG17').delete(); Painting.objects.filter(title={slipway.TITLE!r}).delete()"
    run(loaded, "-c", COUNT.split("print")[0] + removed)
    run(loaded, "-m", "demo.load", "--once")
    assert counts(loaded) == [15, 2, 2]
    run(loaded, "-m", "demo.load")
    assert counts(loaded) == [16, 3, 3]
