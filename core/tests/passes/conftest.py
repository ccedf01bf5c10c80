"""A small scene for the passes: the demo's kettle at 480 px, with its areas, borders and mixes."""

import pytest

from ypsochrom.areas.edits import Absorb
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import AreaSettings, Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import plan_of, work_from

PANEL = Support(400, 300)


@pytest.fixture(scope="session")
def kettle_work(kettle_bytes):
    # the stripe of the cloth goes into the cloth: alone it would be painted over everything, last
    without_the_smallest = AreaSettings(edits=(Absorb(2.5),))
    return work_from(decode(kettle_bytes, longest_px=480), Brief(PANEL, areas=without_the_smallest), starter_shelf())


@pytest.fixture(scope="session")
def kettle_plan(kettle_work):
    return plan_of(kettle_work)


@pytest.fixture(scope="session")
def scene(kettle_work):
    return scene_of(kettle_work)
