"""Films of finite thickness against their published limits, and hiding as the standard defines it."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour import munsell
from ypsochrom.kit.errors import BadSetting
from ypsochrom.paint import appearance, films, surface
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.paint.films import Film

BOX = paintbox(["PW6", "PB29", "PY42", "PBk9"])
WHITE, BLUE, OCHRE, BLACK = np.eye(4)
GROUND = np.full(36, 0.7)

parts = st.lists(st.floats(0.01, 5), min_size=4, max_size=4).map(np.array)
thicknesses = st.floats(0.1, 300)


@given(parts, thicknesses, thicknesses)
def test_two_films_of_one_mix_are_one_of_their_sum_kubelka_1948(mix, first, second):
    stacked = films.stack([Film(mix, first), Film(mix, second)], BOX, GROUND)
    np.testing.assert_allclose(stacked, films.over(Film(mix, first + second), BOX, GROUND), atol=1e-6)


@given(parts, thicknesses)
def test_clear_medium_alone_changes_nothing_and_more_of_it_shows_more_ground(mix, um):
    np.testing.assert_allclose(films.over(Film(mix, um, 1.0), BOX, GROUND), GROUND, atol=1e-9)
    away = [np.abs(films.over(Film(mix, um, share), BOX, GROUND) - GROUND).max() for share in (0.0, 0.5, 0.9, 0.99)]
    assert (np.diff(away) <= 1e-12).all()


@given(parts, st.floats(0.1, 100), st.floats(0, 0.9))
def test_a_glaze_is_a_thinner_film_of_the_same_paint(mix, um, share):
    np.testing.assert_allclose(
        films.over(Film(mix, um, share), BOX, GROUND), films.over(Film(mix, um * (1 - share)), BOX, GROUND), atol=1e-9
    )


def test_a_thick_film_is_the_masstone_whatever_lies_beneath():
    over_black, over_white = (films.over(Film(WHITE, 4000), BOX, np.full(36, g)) for g in (0.0, 0.9))
    np.testing.assert_allclose(over_black, over_white, atol=1e-3)


def test_contrast_ratio_ranks_titanium_over_zinc_and_grows_with_the_film_iso_6504_3():
    both = paintbox(["PW6", "PW4"])
    titanium, zinc = np.eye(2)
    assert films.contrast_ratio(Film(titanium, 40), both) > films.contrast_ratio(Film(zinc, 40), both)
    ratios = [films.contrast_ratio(Film(titanium, um), both) for um in (0, 10, 20, 40, 80, 160, 1000)]
    assert ratios == sorted(ratios)
    assert ratios[0] == pytest.approx(films.CARD_BLACK / films.CARD_WHITE, rel=1e-6)  # the bare card
    assert ratios[-1] > films.FULL_HIDING


def test_pale_yellow_needs_more_coats_than_ochre_or_black_common_practice():
    box = paintbox(["PY74", "PY42", "PBk7"])
    yellow, ochre, black = (films.coats_to_cover(mix, box, 30) for mix in np.eye(3))
    assert yellow > ochre >= black


def test_lift_over_black_ranks_what_painters_call_opaque_above_transparent_common_practice():
    opaque, clear = (
        ("PW6", "PY35l", "PR108", "PR101", "PG17", "PB35"),
        ("PV19r", "PR122", "PB29", "PB15:3", "PG7", "PG18"),
    )
    lifts = [[films.lift_over_black(np.ones(1), paintbox([key])) for key in keys] for keys in (opaque, clear)]
    assert min(lifts[0]) > max(lifts[1]) + 5


@pytest.mark.parametrize("um", [-1, math.inf, math.nan, 1e6])
def test_absurd_films_are_refused(um):
    with pytest.raises(BadSetting):
        Film(WHITE, um)


@pytest.mark.parametrize("share", [-0.1, 1.1, math.nan])
def test_absurd_medium_shares_are_refused(share):
    with pytest.raises(BadSetting):
        Film(WHITE, 10, share)


def test_the_finish_limits_the_darkest_dark_and_varnish_brings_it_back_common_practice():
    finishes = ("matt", "satin", "gloss", "varnished")
    darkest = [surface.darkest_value(finish) for finish in finishes]
    assert darkest == sorted(darkest, reverse=True)
    assert 1.4 <= darkest[1] <= 1.8  # a satin film stays above L* 18
    for finish, limit in zip(finishes, darkest, strict=True):
        black = float(munsell.lab_to_value(appearance.dry_lab(BLACK, BOX, finish)))
        assert black >= limit


def test_drying_matt_lifts_darks_by_its_surface_and_not_by_the_paint():
    wet, matt, gloss = (
        appearance.wet_lab(BLACK, BOX, "gloss")[0], appearance.dry_lab(BLACK, BOX, "matt")[0],
        appearance.dry_lab(BLACK, BOX, "gloss")[0],
    )  # fmt: skip
    assert gloss <= wet < matt
