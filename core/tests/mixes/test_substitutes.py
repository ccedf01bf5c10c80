"""Substitutes for a paint that is not there: near over the whole string, honest about what they cannot do."""

import numpy as np
import pytest
from skimage.color import deltaE_ciede2000

from ypsochrom.materials.shelf import starter_shelf, usable_box
from ypsochrom.mixes.substitutes import TINTS, nearly_the_same, string_of_paint, substitutes
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import catalogue, paint, paintbox

SHELF = usable_box(starter_shelf())


def plain_string(parts):
    """Masstone and tints of a recipe, each predicted as a mix with titanium white by itself."""
    box = paintbox(dict.fromkeys([*parts, "PW6"]))
    total = sum(parts.values())
    tints = [{**parts, "PW6": parts.get("PW6", 0) + white * total} for white in TINTS]
    return np.array([appearance.dry_lab(appearance.parts_vector(one, box), box) for one in tints])


@pytest.mark.parametrize("key", ["PY150", "PB35", "PV23", "lilac"])
def test_what_is_said_of_the_string_is_what_mixing_it_comes_to(key):
    goal = plain_string({key: 1})
    np.testing.assert_allclose(string_of_paint(paint(key)), goal, atol=1e-6)
    found = substitutes(paint(key), SHELF, {})
    assert len({frozenset(one.recipe.keys) for one in found}) == len(found) == 4
    for one in found:
        apart = deltaE_ciede2000(plain_string(one.recipe.mapping), goal)
        assert one.de00 == pytest.approx(apart.mean(), abs=1e-3)
        assert one.worst_de00 == pytest.approx(apart.max(), abs=1e-3)
        assert key not in one.recipe.keys
        assert len(one.recipe.keys) <= 3


def test_a_convenience_mixture_is_mixed_of_what_it_is_made_of():
    mixture = next(one for one in catalogue().values() if len(one.made_of) == 2)
    box = paintbox([key for key, _ in mixture.made_of])
    best = substitutes(mixture, box, {})[0]
    assert set(best.recipe.keys) == set(box.keys)
    assert best.de00 < 1.0


def test_what_it_cannot_do_is_said():
    violet = substitutes(paint("PV23"), SHELF, {})[0]  # no red and blue of the shelf tint as brightly
    assert any(word.startswith("duller") for word in violet.lacks)
    glaze = substitutes(paint("PY150"), paintbox(["PY42", "PY35l", "PW6"]), {})[0]  # a clear yellow of opaque ones
    assert "covers more than it should in a glaze" in glaze.lacks
    glossy = substitutes(paint("PBr7bu"), paintbox(["PV19r", "PG7", "PY83"]), {})[0]
    assert "dries gloss, not matt" in glossy.lacks


def test_the_cost_is_that_of_its_tubes_and_unknown_where_one_has_no_price():
    box = paintbox(["PW6", "PB28", "PY42"])
    prices = {"PW6": 0.1, "PB28": 0.4, "PY42": 0.2}
    one = substitutes(paint("PB35"), box, prices)[0]
    parts = one.recipe.mapping
    assert one.price_per_ml == pytest.approx(sum(prices[key] * n for key, n in parts.items()) / sum(parts.values()))
    assert substitutes(paint("PB35"), box, {"PW6": 0.1})[0].price_per_ml is None


def test_a_shelf_without_another_tube_has_no_substitute():
    assert substitutes(paint("PB35"), paintbox(["PB35"]), {}) == []
    assert substitutes(paint("PB35"), paintbox(["PB28"]), {})[0].recipe.keys == ("PB28",)


def test_tubes_that_are_nearly_the_same_are_told():
    pairs = nearly_the_same(paintbox(list(catalogue())))
    assert {"PY35l", "PY74"} in [{one, other} for one, other, _ in pairs]  # a cadmium light and its usual stand-in
    assert not any({"PB29", "PY42"} == {one, other} for one, other, _ in pairs)
    assert [apart for *_, apart in pairs] == sorted(apart for *_, apart in pairs)
