"""A plan to put on the clock: the small kettle in three methods, and tasks made up for single points."""

import pytest

from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import work_from
from ypsochrom.work.sitting_nodes import painted_of

SCHOOLS_ON_THE_CLOCK = ("direct", "glazes", "background-first")


@pytest.fixture(scope="session")
def kettle_scene(kettle_bytes):
    return scene_of(work_from(decode(kettle_bytes, longest_px=480), Brief(Support(400, 300)), starter_shelf()))


@pytest.fixture(scope="session")
def plans(kettle_scene):
    shelf = starter_shelf()
    return {key: find_passes(kettle_scene, shelf, Choices(school=key)) for key in SCHOOLS_ON_THE_CLOCK}


@pytest.fixture(scope="session")
def painted(plans):
    return {key: painted_of(plan) for key, plan in plans.items()}
