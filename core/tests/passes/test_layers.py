import numpy as np
import pytest

from ypsochrom.materials.measures import bead_cm
from ypsochrom.materials.shelf import Tube
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.passes.amounts import quantities
from ypsochrom.passes.films import layers
from ypsochrom.passes.manners import Manner

BOX = paintbox(["PW6"])

OPAQUE = Manner("opaque", 60)


def recipe(**parts):
    return Recipe.of({key.replace("_", ":"): amount for key, amount in parts.items()})


WHITE, BLACK, EARTH = recipe(PW6=1), recipe(PBk7=1), recipe(PBr7ru=1)


def mix(number, made):
    return Mix(f"m{number:02d}", "a mix", evaluate(made, np.array([50.0, 0, 0])), (("a01", "light"),))


def test_paint_over_its_own_colour_needs_one_coat():
    for made in (WHITE, BLACK, EARTH, recipe(PY83=1)):
        assert layers.coats_needed(made, BOX, Manner("opaque", 60), layers.masstone(made, BOX)) == 1


def test_more_coats_come_nearer_to_the_masstone():
    goal, black = layers.masstone(WHITE, BOX), layers.masstone(BLACK, BOX)
    away = [np.abs(layers.laid(WHITE, BOX, OPAQUE, coats, black) - goal).max() for coats in (1, 2, 3, 8)]
    assert away == sorted(away, reverse=True)


def test_thicker_films_need_no_more_coats_than_thin_ones():
    yellow, black = recipe(PY74=1), layers.masstone(BLACK, BOX)
    coats = [layers.coats_needed(yellow, BOX, Manner("opaque", film), black) for film in (20, 60, 140, 400)]
    assert coats == sorted(coats, reverse=True)
    assert coats[0] == layers.MOST_COATS


def test_white_gesso_is_light_and_neutral():
    ground = layers.bare_ground()
    assert ground.shape == (36,)
    assert np.ptp(ground) == pytest.approx(0)
    assert 0.8 < ground[0] < 1


def test_paint_needs_add_up_the_mixes_and_know_the_shelf():
    mixes = [mix(1, recipe(PW6=3, PB29=1)), mix(2, recipe(PW6=1))]
    tubes = [Tube("PW6", 60, 10, nozzle_mm=10), Tube("PW6", 60, 5, nozzle_mm=8), Tube("PB29", 60, 0)]
    white, blue = quantities.paint_needs({"m01": 8.0, "m02": 2.0}, mixes, tubes)
    assert (white.key, white.volume_ml, white.left_ml) == ("PW6", 8.0, 15)
    assert (blue.key, blue.volume_ml, blue.left_ml) == ("PB29", 2.0, 0)
    assert white.mass_g == pytest.approx(12.0)
    assert white.bead_cm == pytest.approx(bead_cm(8.0, 10))
    (short,) = quantities.stock_advice([white, blue], [], mixes)
    assert short.subject == "PB29"
    assert "2.0 ml" in short.message


@pytest.mark.parametrize(("area", "film", "coats"), [(0, 60, 1), (100, 60, 1), (100, 60, 3), (1200, 25, 2)])
def test_film_volume_is_proportional_to_area_film_and_coats(area, film, coats):
    one = quantities.film_volume_ml(1, 1, 1)
    assert quantities.film_volume_ml(area, film, coats) == pytest.approx(one * area * film * coats)
