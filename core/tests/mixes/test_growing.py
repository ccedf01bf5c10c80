import numpy as np
import pytest

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadRecipe, UnknownPaint
from ypsochrom.mixes.growing import MOST_DOSES, grown, in_tubes
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paint, paintbox

BOX = paintbox(["PW6", "PBr7bs", "PB29", "PY42"])
TARGET = np.array([55.0, 10.0, 22.0])


def test_every_dose_is_told_with_the_pile_after_it():
    laid = grown([("PW6", 20), ("PBr7bs", 7), ("PW6", 3)], BOX, TARGET, {"PW6": 8.0})
    assert [one.pile_ml for one in laid] == pytest.approx([1.0, 1.35, 1.5])
    assert [one.words for one in laid] == ["4 peas", "1 pea and 2 drops", "3 drops"]
    assert laid[1].mass_g == pytest.approx(0.35 * paint("PBr7bs").density_kg_per_l)
    end = appearance.dry_lab(appearance.parts_vector({"PW6": 23, "PBr7bs": 7}, BOX), BOX)
    np.testing.assert_allclose(laid[-1].lab_dry, end, atol=1e-9)
    assert laid[-1].de00 == pytest.approx(float(delta_e_2000(end, TARGET)))
    assert laid[0].value_dry > laid[2].value_dry > laid[1].value_dry


def test_a_pile_without_a_target_is_held_against_nothing():
    (only,) = grown([("PB29", 1)], BOX)
    assert (only.de00, only.difference) == (None, None)
    assert grown([], BOX) == ()


def test_the_order_of_adding_changes_the_way_but_not_the_pile():
    there = grown([("PW6", 9), ("PB29", 1), ("PY42", 4)], BOX)
    back = grown([("PY42", 4), ("PB29", 1), ("PW6", 9)], BOX)
    np.testing.assert_allclose(there[-1].lab_dry, back[-1].lab_dry, atol=1e-9)
    assert there[0].lab_dry != back[0].lab_dry


@pytest.mark.parametrize("doses", [[("PW6", 0)], [("PW6", 5000)], [("PW6", 1)] * (MOST_DOSES + 1)])
def test_what_no_tray_holds_is_refused_with_what_to_do(doses):
    with pytest.raises(BadRecipe) as refusal:
        grown(doses, BOX)
    assert refusal.value.hint


def test_an_unknown_paint_is_refused():
    with pytest.raises(UnknownPaint):
        grown([("PX1", 3)], BOX)


def test_a_dose_of_another_pile_is_its_paints():
    piles = {"m02": Recipe.of({"PBr7bs": 3, "PB29": 1})}
    doses = [("PW6", 40), ("m02", 8)]
    laid = grown(doses, BOX, TARGET, piles=piles)
    assert in_tubes(doses, piles) == {"PW6": 40, "PBr7bs": 6, "PB29": 2}
    plain = grown([("PW6", 40), ("PBr7bs", 6), ("PB29", 2)], BOX)
    np.testing.assert_allclose(laid[-1].lab_dry, plain[-1].lab_dry, atol=1e-9)
    assert (laid[1].mass_g, laid[1].words) == (None, "1 pea and 3 drops")
    assert grown([("m02", 40)], BOX, piles=piles)[0].words == "2.0 ml"
