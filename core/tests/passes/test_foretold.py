"""What a plan is told to take with other factors, against planning it anew with them."""

from dataclasses import replace

import pytest

from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.passes.factors import USUAL_FACTORS, Factor, Factors
from ypsochrom.passes.plan.foretold import foretold
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import AS_THE_SCHOOL_HAS_IT

TUBES = starter_shelf()


@pytest.fixture(params=["direct", "monochrome", "glazes"], scope="module")
def school(request):
    return request.param


def planned(scene, school, factors):
    return find_passes(replace(scene, factors=factors), TUBES, replace(AS_THE_SCHOOL_HAS_IT, school=school))


@pytest.mark.parametrize(("film", "loss"), [(1.3, 0.2), (1.3, 0.45), (0.75, 0.2), (1.0, 0.35), (2.2, 0.1), (0.5, 0.3)])
def test_paint_comes_between_what_was_foretold(scene, school, film, loss):
    before = planned(scene, school, USUAL_FACTORS)
    other = Factors(film=Factor(film, 0.1, 9), loss=Factor(loss, 0.05, 9))
    told = foretold(before, USUAL_FACTORS, other)
    after = sum(need.volume_ml for need in planned(scene, school, other).paint)
    assert told.ml == pytest.approx(sum(need.volume_ml for need in before.paint))
    assert 0.97 * told.ml_least <= after <= 1.03 * told.ml_most
    assert told.ml_most <= 2 * told.ml_least


def test_by_the_same_factors_nothing_changes(scene, school):
    plan = planned(scene, school, USUAL_FACTORS)
    told = foretold(plan, USUAL_FACTORS, USUAL_FACTORS)
    assert told.ml_least == pytest.approx(told.ml)
    assert told.ml_most == pytest.approx(told.ml)
    assert (told.hours_after, told.wait_min_after) == (told.hours, told.wait_min)
