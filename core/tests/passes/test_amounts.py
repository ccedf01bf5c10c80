"""Quantities against handbook figures; what to buy, what it costs, what else would be."""

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.materials.shelf import Tube, starter_shelf
from ypsochrom.materials.supplies import STARTER_MEDIUMS
from ypsochrom.materials.support import Support
from ypsochrom.mixes.search import evaluate
from ypsochrom.mixes.table import table_for
from ypsochrom.passes.amounts.pace import pace_of
from ypsochrom.passes.amounts.quantities import (
    LOSS_SHARE,
    PaintNeed,
    film_volume_ml,
)
from ypsochrom.passes.amounts.shopping import TUBE_SIZES_ML, cheaper_recipes, cost_of, shopping_list, tubes_for
from ypsochrom.passes.manners import WET_UM, manner
from ypsochrom.passes.order.rules import OVERLAP
from ypsochrom.passes.plan.compare import at_size, ground_offers, summary
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.units.clock import Waiting

PRICED = [Tube(t.key, 60, 60, price=6 + 4 * (i % 3)) for i, t in enumerate(starter_shelf())]


def without_loss(area_cm2, film_um):
    return film_volume_ml(area_cm2, film_um, 1) * (1 - LOSS_SHARE)


def test_one_litre_covers_a_square_metre_at_one_millimetre():
    # definition of the litre (si_brochure, table 8): 1 m2 x 1 mm = 1 dm3
    assert without_loss(10_000, 1000) == pytest.approx(1000)


def test_a_us_gallon_covers_1604_square_feet_at_one_mil():
    # coating handbooks' "1604 rule": 231 cubic inches spread at 0.001 inch; US gallon, foot and inch from nist_sp811, appendix B
    gallon_ml, square_foot_cm2, mil_um = 3785.411784, 929.0304, 25.4
    assert without_loss(1604 * square_foot_cm2, mil_um) == pytest.approx(gallon_ml, rel=1e-3)


def test_volume_solids_turn_wet_film_into_dry_film():
    # coating handbooks: dry film = wet film x volume solids; 45 % solids, hence 90 um wet dry to 40.5 um
    assert manner("opaque").dry_um == pytest.approx(40.5)


def test_films_lie_in_the_usual_ranges_of_common_practice():
    # brush coats dry to 25-100 um, knife work to 300 um and more (prototype findings); a glaze is brushed out to 10-15 um wet
    assert 10 <= WET_UM["glaze"] <= 15
    assert all(25 <= WET_UM[t] * 0.45 <= 100 for t in ("thin", "opaque", "loaded"))
    assert WET_UM["knife"] * 0.45 >= 300


def test_loss_is_a_fifth_in_three_parts_common_practice():
    assert 0.2 <= LOSS_SHARE <= 1 / 3


@given(st.floats(0.1, 2000))
def test_tubes_to_buy_suffice_and_none_is_too_many(volume):
    chosen = tubes_for(volume)
    bought = sum(size * count for size, count in chosen)
    assert bought >= volume - 1e-6
    sizes = list(itertools.chain.from_iterable([size] * count for size, count in chosen))
    assert bought - min(sizes) < volume  # without the smallest it would not do
    assert set(sizes) <= set(TUBE_SIZES_ML)


def need(key, ml, left):
    return PaintNeed(key, ml, ml, ml, left)


def test_the_shopping_list_names_only_what_is_missing_with_its_price():
    tubes = [Tube("PW6", 60, 5, price=12.0), Tube("PB29", 60, 60, price=9.0), Tube("PY83", 60, 0)]
    found = shopping_list([need("PW6", 30, 5), need("PB29", 10, 60), need("PY83", 2, 0)], tubes)
    assert [p.key for p in found] == ["PW6", "PY83"]
    assert found[0].tubes == ((60.0, 1),)
    assert found[0].price == pytest.approx(12.0)
    assert found[1].price is None
    cost = cost_of([need("PW6", 30, 5), need("PY83", 2, 0)], tubes)
    assert cost.paint == pytest.approx(6.0)
    assert cost.unpriced == ("PY83",)


def test_a_cheaper_recipe_is_equal_and_really_cheaper(scene):
    plan = find_passes(scene, PRICED)
    dear = {mix.match.recipe.keys[0] for mix in plan.mixes[1:]}
    tubes = [Tube(t.key, 60, 60, price=60.0 if t.key in dear and not t.key.startswith("PW") else 5.0) for t in PRICED]
    found = cheaper_recipes(plan.mixes[1:], plan.volumes, table_for(scene.mixes.box), tubes)
    assert found
    price = {tube.key: tube.price / tube.volume_ml for tube in tubes}

    def costs(recipe):
        return sum(price[key] * parts for key, parts in recipe.parts) / sum(parts for _, parts in recipe.parts)

    for saving in found:
        was = plan.mix_of[saving.mix]
        assert saving.saves == pytest.approx((costs(was.match.recipe) - costs(saving.recipe)) * plan.volumes[was.id])
        assert saving.saves > 0
        instead = evaluate(saving.recipe, np.array(was.match.target_lab), scene.mixes.box)
        assert instead.de00 < was.match.de00 + 1.0  # no worse than an eye sees side by side
        assert set(saving.recipe.keys) <= set(scene.mixes.palette)


def test_twice_the_size_takes_four_times_the_paint_and_its_borders_are_twice_as_long(scene):
    large = at_size(scene, Support(800, 600))
    assert sum(a.area_cm2 for a in large.areas) == pytest.approx(4 * sum(a.area_cm2 for a in scene.areas))
    assert large.borders[0].length_mm == pytest.approx(2 * scene.borders[0].length_mm)
    cut_sharply = Choices(rules_off={OVERLAP: "cut in sharply"})
    small_plan, large_plan = (find_passes(one, PRICED, cut_sharply) for one in (scene, large))
    covered = [sum(s.area_cm2 * s.coats for p in plan.passes for s in p.steps) for plan in (small_plan, large_plan)]
    assert covered[1] == pytest.approx(4 * covered[0])
    ratio = sum(large_plan.volumes.values()) / sum(small_plan.volumes.values())
    assert 2.5 < ratio <= 4.0  # the smallest piles of the small picture suffice for more


def test_thicker_films_take_more_paint_and_no_more_coats(scene):
    thin, thick = (summary(find_passes(scene, PRICED, Choices(film_factor=f)), scene, PRICED) for f in (0.6, 1.6))
    assert thick.paint_ml > thin.paint_ml
    assert thick.coats <= thin.coats


def test_grounds_differ_in_coats_cost_and_what_shows_through(scene):
    offers = {(o.tone, o.kind): o for o in ground_offers(scene, PRICED, Choices(), STARTER_MEDIUMS)}
    assert len(offers) == 7
    assert offers["white", "paint"].lab is None
    assert offers["black", "paint"].lab[0] < offers["warm earth", "paint"].lab[0]
    assert offers["warm earth", "gesso"].summary.cost < offers["warm earth", "paint"].summary.cost
    assert offers["warm earth", "gesso"].gesso_ml > 0
    assert offers["black", "paint"].through_de00 > 1.0
    assert all(o.summary.coats >= 1 for o in offers.values())


def test_an_afternoon_for_30_x_40_cm_common_practice(scene):
    plan = find_passes(scene, PRICED)
    assert 2 < plan.pace.hours < 6
    assert pace_of((), (), 0, Waiting(0, 0.0)).hours == 0
