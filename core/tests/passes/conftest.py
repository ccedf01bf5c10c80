"""A small scene for the passes: the demo's kettle at 480 px, with its areas, borders and mixes."""

import pytest

from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.passes.plan import PlanSettings, make_plan, scene_at_half_size
from ypsochrom.subject.decode import decode

PANEL = Support(400, 300)


@pytest.fixture(scope="session")
def kettle_plan(kettle_bytes):
    return make_plan(decode(kettle_bytes, longest_px=480), PlanSettings(PANEL), starter_shelf())


@pytest.fixture(scope="session")
def scene(kettle_plan):
    return scene_at_half_size(kettle_plan.picture, kettle_plan.areas, kettle_plan.mixes, PANEL)
