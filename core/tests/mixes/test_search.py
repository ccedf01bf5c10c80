import itertools

import colour
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.mixes import palette
from ypsochrom.mixes.palette import best_tubes
from ypsochrom.mixes.search import best_recipes
from ypsochrom.mixes.table import SURVEY, TENTHS, colours, enumerate_amounts, table_for
from ypsochrom.mixes.uniform import coordinates, lab_to_din99
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox

TWELVE = ("PW6", "PY35l", "PY83", "PY42", "PBr7bs", "PBr7bu", "PR108", "PV19r", "PB29", "PB15:3", "PG7", "PBk9")
EIGHT = ("PW6", "PY35l", "PY42", "PBr7bs", "PR108", "PB29", "PB15:3", "PV19r")


def random_mixes(keys, count, seed=0):
    """Colours certainly in the gamut: three paints of the palette at random shares, with white."""
    rng = np.random.default_rng(seed)
    box = paintbox(keys)
    shares = np.zeros((count, len(keys)))
    for row in shares:
        row[rng.choice(len(keys), 3, replace=False)] = rng.dirichlet([0.7] * 3)
        row[box.keys.index("PW6")] += rng.uniform(0, 2)
    return appearance.dry_lab(shares, box)


@pytest.mark.parametrize(("keys", "median", "most"), [(EIGHT, 0.4, 1.3), (TWELVE, 0.4, 1.0)])
def test_recipes_reach_colours_in_the_gamut_as_closely_as_the_prototype(keys, median, most):
    table = table_for(paintbox(keys))
    errors = [best_recipes(table, target, count=1)[0].de00 for target in random_mixes(keys, 150)]
    assert np.median(errors) <= median
    assert np.quantile(errors, 0.95) <= most


@pytest.mark.parametrize("keys", [EIGHT, TWELVE])
def test_colour_chart_patches_in_the_gamut_are_matched(keys):
    # 24 patches of the chart measured for ISO 17321-1, spectra as shipped with colour-science. A patch counts as in the
    # gamut when brute force over twice as many recipes as the search looks at comes within 1.
    grid = colour.SpectralShape(380, 730, 10)
    patches = [sd.copy().align(grid).values for sd in colour.SDS_COLOURCHECKERS["ISO 17321-1"].values()]
    targets = spectra.reflectance_to_lab(np.array(patches))
    table = table_for(paintbox(keys))
    reachable = [target for target in targets if delta_e_2000(table.lab.astype(float), target).min() < 1.0]
    assert len(reachable) >= 8
    errors = [best_recipes(table, target, count=1)[0].de00 for target in reachable]
    assert np.median(errors) <= 0.5
    assert np.quantile(errors, 0.95) <= 1.5


def test_search_is_nearly_as_good_as_brute_force_over_the_table():
    table = table_for(paintbox(EIGHT))
    for target in random_mixes(EIGHT, 25, seed=3):
        brute = delta_e_2000(table.lab.astype(float), target).min()
        best = min(match.de00 for match in best_recipes(table, target))
        assert best <= brute + 0.35


@settings(deadline=None, max_examples=30)
@given(st.floats(0, 100), st.floats(-60, 80), st.floats(-70, 90))
def test_every_recipe_is_whole_parts_of_at_most_four_paints_of_the_palette(lightness, a, b):
    matches = best_recipes(table_for(paintbox(EIGHT)), np.array([lightness, a, b]))
    assert matches
    assert len({frozenset(m.recipe.keys) for m in matches}) == len(matches)
    for match in matches:
        assert set(match.recipe.keys) <= set(EIGHT)
        assert len(match.recipe.keys) <= 4
        assert all(float(parts).is_integer() for _, parts in match.recipe.parts)
        box = paintbox(match.recipe.keys)
        seen = appearance.dry_lab(appearance.parts_vector(match.recipe.mapping, box), box)
        np.testing.assert_allclose(match.lab_dry, seen, atol=1e-9)
        assert match.value_error == pytest.approx(float(lab_to_value(seen) - lab_to_value(match.target_lab)))


def test_out_of_reach_targets_keep_their_value_first():
    # no paint is this saturated a blue: chroma falls short, value must not
    match = best_recipes(table_for(paintbox(EIGHT)), np.array([55.0, 10.0, -90.0]), count=1)[0]
    assert match.de00 > 5
    assert abs(match.value_error) < 0.4


def test_permuting_the_tubes_changes_nothing():
    target = np.array([55.0, 12.0, 20.0])
    assert best_recipes(table_for(paintbox(EIGHT)), target) == best_recipes(table_for(paintbox(EIGHT[::-1])), target)


def test_a_palette_of_one_tube_and_one_without_white_still_answer():
    assert best_recipes(table_for(paintbox(("PB29",))), np.array([50.0, 0.0, 0.0]))[0].recipe.keys == ("PB29",)
    dark = best_recipes(table_for(paintbox(("PB29", "PBr7bs"))), np.array([90.0, 0.0, 0.0]), count=1)[0]
    assert dark.value_error < -3


def test_table_rows_are_each_another_ratio_and_their_colours_are_the_models():
    box = paintbox(EIGHT)
    amounts = enumerate_amounts(box)
    assert (amounts >= 0).all()
    assert (np.count_nonzero(amounts, axis=1) <= 4).all()
    assert (amounts[:, box.keys.index("PW6")] % TENTHS == 0).all()
    lowest = amounts // np.gcd.reduce(amounts, axis=1)[:, None]
    assert len(np.unique(lowest, axis=0)) >= 0.97 * len(amounts)
    some = np.random.default_rng(1).choice(len(amounts), 200, replace=False)
    np.testing.assert_allclose(
        colours(amounts[some], box), appearance.dry_lab(amounts[some].astype(float), box), atol=0.01
    )


def test_din99_matches_colour_science():
    lab = np.random.default_rng(2).uniform([0, -80, -80], [100, 80, 80], (50, 3))
    np.testing.assert_allclose(lab_to_din99(lab), colour.models.Lab_to_DIN99(lab, method="DIN99"), atol=0.02)


def loss_of(keys, targets):
    """How far the best recipes of a palette stay from the targets, by the fine table."""
    return sum(best_recipes(table_for(paintbox(keys)), target, count=1)[0].de00 ** 2 for target in targets)


def test_best_tubes_beat_random_palettes_of_the_same_size():
    targets = random_mixes(("PW6", "PB28", "PO20", "PBr7ru"), 12, seed=5)
    chosen = best_tubes(paintbox((*TWELVE, "PB28", "PO20", "PBr7ru")), targets, np.ones(12), 4)
    rng = np.random.default_rng(8)
    others = [("PW6", *rng.choice([k for k in TWELVE if k != "PW6"], 3, replace=False)) for _ in range(6)]
    assert loss_of(chosen, targets) <= min(loss_of(other, targets) for other in others)


def survey_loss(keys, targets):
    """How far a palette stays from the targets as the search judges it: of every set of its paints the recipe of the coarse
    table that is nearest in DIN99, and of these the least CIEDE2000. Written plainly, set by set."""
    box = paintbox(keys)
    amounts = enumerate_amounts(box, ladders=SURVEY)
    lab = colours(amounts, box)
    sets = [np.all((amounts > 0) == used, axis=1) for used in np.unique(amounts > 0, axis=0)]

    def miss(target):
        away = np.sum((coordinates(lab) - coordinates(target.astype(np.float32))) ** 2, axis=1)
        nearest = [lab[used][np.argmin(away[used])] for used in sets]
        return delta_e_2000(np.array(nearest, dtype=float), target).min()

    return sum(miss(target) ** 2 for target in targets)


@pytest.mark.parametrize(("weighed", "within"), [(palette.MOST_WEIGHED, 1e-6), (0, 0.02)])
def test_best_tubes_are_the_best_by_weighing_every_palette_and_within_two_per_cent_by_swaps(
    monkeypatch, weighed, within
):
    monkeypatch.setattr(palette, "MOST_WEIGHED", weighed)
    targets = random_mixes(("PW6", "PB28", "PO20", "PBr7ru"), 8, seed=11)
    chosen = best_tubes(paintbox(EIGHT), targets, np.ones(8), 4)
    every = [("PW6", *more) for more in itertools.combinations([key for key in EIGHT if key != "PW6"], 3)]
    assert survey_loss(chosen, targets) <= (1 + within) * min(survey_loss(keys, targets) for keys in every)


def test_best_tubes_keep_white_and_locked_paints_and_the_asked_number():
    chosen = best_tubes(paintbox(TWELVE), random_mixes(EIGHT, 8), np.ones(8), 5, locked=("PG7",))
    assert len(chosen) == 5
    assert {"PW6", "PG7"} <= set(chosen)
