"""First covers in a cheaper paint: under what takes several coats, with fewer coats of the costly colour over them."""

from dataclasses import replace

import pytest

from ypsochrom.materials.shelf import price_per_ml, starter_shelf
from ypsochrom.materials.supplies import STARTER_MEDIUMS
from ypsochrom.materials.support import Support
from ypsochrom.passes.amounts.shopping import cost_of, recipe_price_per_ml
from ypsochrom.passes.order import rules
from ypsochrom.passes.plan.compare import at_size, away_from_goal, first_cover_saving
from ypsochrom.passes.plan.layering import FIRST_COVER_ROLE
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.work.pass_nodes import scene_of

COSTLY = {"PR108", "PY35l", "PB28", "PO20"}
SHELF = starter_shelf()
PRICED = tuple(replace(tube, price=40.0 if tube.key in COSTLY else 6.0) for tube in SHELF)
OWN = Choices(ground="black", rules_off={rules.WHITE_BENEATH: "to see what earths do"})
CHEAPER = replace(OWN, first_cover="cheaper paint")


@pytest.fixture(scope="module")
def scene(kettle_work):
    """The kettle a metre wide: what is saved is more than one more pile costs."""
    return at_size(scene_of(kettle_work), Support(1000, 750))


@pytest.fixture(scope="module")
def both(scene):
    """Over a black ground, where yellows and reds take several coats: in their own paint, and with first covers."""
    return find_passes(scene, PRICED, OWN), find_passes(scene, PRICED, CHEAPER)


def first_coats(plan):
    return [step for one in plan.passes for step in one.steps if one.role_of(step).startswith(FIRST_COVER_ROLE)]


def test_the_first_coat_is_cheaper_and_spares_coats_of_the_costly_colour(both):
    own, cheaper = both
    prices = price_per_ml(PRICED)
    was = {step.id: step for one in own.passes for step in one.steps}
    found = first_coats(cheaper)
    assert found
    assert not first_coats(own)
    steps = {step.id: step for one in cheaper.passes for step in one.steps}
    for first in found:
        over = steps[first.id.removeprefix(f"{FIRST_COVER_ROLE} (").replace(")/", "/", 1)]
        assert (over.area, over.family) == (first.area, first.family)
        assert first.coats == 1
        assert over.coats < was[over.id].coats
        price, costly = (recipe_price_per_ml(cheaper.mix_of[step.mix].match.recipe, prices) for step in (first, over))
        assert price <= 0.6 * costly
        assert any(reason.rule == rules.FIRST_COVER and "saved" in reason.words for reason in first.reasons)
    at = {step.id: place for place, step in enumerate(s for one in cheaper.passes for s in one.steps)}
    assert all(at[first.id] < at[first.id.removeprefix("first cover (").replace(")/", "/", 1)] for first in found)


def test_the_whole_costs_less_and_ends_where_it_did(both, scene):
    own, cheaper = both
    saved = cost_of(own.paint, PRICED).paint - cost_of(cheaper.paint, PRICED).paint
    assert saved > 0
    (offer,) = first_cover_saving(scene, PRICED, OWN, STARTER_MEDIUMS, own)
    assert offer.saves == pytest.approx(saved)
    assert all(scene.area_of[step.area].name in offer.words for step in first_coats(cheaper))
    assert first_cover_saving(scene, PRICED, CHEAPER, STARTER_MEDIUMS, cheaper) == ()
    assert away_from_goal(cheaper, scene) == pytest.approx(away_from_goal(own, scene), abs=0.3)


def test_without_prices_or_without_cheaper_paint_there_is_none(scene):
    assert not first_coats(find_passes(scene, SHELF, CHEAPER))
    alike = tuple(replace(tube, price=10.0 * tube.volume_ml) for tube in SHELF)
    assert not first_coats(find_passes(scene, alike, CHEAPER))


def test_no_pile_is_mixed_for_less_than_it_costs(scene):
    small = at_size(scene, Support(120, 90))
    own, cheaper = (find_passes(small, PRICED, choices) for choices in (OWN, CHEAPER))
    assert not first_coats(cheaper)
    assert first_cover_saving(small, PRICED, OWN, STARTER_MEDIUMS, own) == ()


def test_only_a_plan_with_first_covers_minds_what_paint_costs(kettle_work):
    brief, stock = kettle_work.inputs.brief, kettle_work.inputs.stock

    def key(choices, tubes):
        inputs = replace(
            kettle_work.inputs, brief=replace(brief, passes=choices), stock=replace(stock, tubes=tuple(tubes))
        )
        return replace_inputs(kettle_work, inputs).key("passes").digest

    assert key(Choices(), SHELF) == key(Choices(), PRICED)
    assert key(CHEAPER, SHELF) != key(CHEAPER, PRICED)


def replace_inputs(work, inputs):
    return type(work)(work.nodes, inputs, work.files)
