"""The stage a photo is held against is the same from the graph and from the plan's folder."""

import io

import numpy as np
import pytest
from PIL import Image

from ypsochrom.areas.names import mark
from ypsochrom.formats import plan_files
from ypsochrom.formats.plan_folder import planned_stage
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import painted_stages
from ypsochrom.work.planned import plan_of, work_from
from ypsochrom.work.to_check import stage_to_check


@pytest.fixture(scope="module")
def work(blocks):
    content = io.BytesIO()
    Image.fromarray(blocks).save(content, "PNG")
    return work_from(decode(content.getvalue()), Brief(Support(300, 225)))


@pytest.fixture(scope="module")
def folder(work, tmp_path_factory):
    where = tmp_path_factory.mktemp("plan") / "blocks"
    plan_files.write(lambda: plan_of(work), where, "blocks", stages=painted_stages(work))
    return where


@pytest.mark.parametrize("number", [1, 2])
def test_both_ways_give_the_same_stage(work, folder, number):
    ours, theirs = stage_to_check(work, number), planned_stage(folder, number, wet=True)
    assert (ours.labels == theirs.labels).all()
    assert len(ours.so_far) == len(theirs.so_far) == number + 1
    assert (ours.dry == theirs.dry).all()
    assert np.abs(ours.wet.astype(int) - theirs.wet).mean() < 6  # the folder knows wet piles, not wet films
    assert ours.wet.mean() > ours.dry.mean()  # wet paint is lighter; common practice
    assert [area.name for area in ours.areas] == [mark(area.id) for area in theirs.areas]
    assert ours.piles.keys() == theirs.piles.keys()
    assert {area: [one.mix for one in works] for area, works in ours.work.items()}.keys() == theirs.work.keys()


def test_the_drawing_is_a_stage_of_its_own(work, folder):
    for stage in (stage_to_check(work, 0), planned_stage(folder, 0)):
        assert stage.drawn
        assert 0.001 < (stage.dry.max(axis=-1) < 150).mean() < 0.2


def test_a_pass_that_is_not_there_is_refused(work, folder):
    for ask in (lambda: stage_to_check(work, 30), lambda: planned_stage(folder, 30)):
        with pytest.raises(BadSetting, match="no pass 30"):
            ask()
