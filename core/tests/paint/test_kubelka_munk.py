import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.paint import kubelka_munk as km
from ypsochrom.paint import surface

absorptions = st.floats(0.0, 20.0)
scatterings = st.floats(0.01, 5.0)
reflectances = st.floats(0.0, 1.0)


@given(absorptions, scatterings, reflectances)
def test_thick_film_shows_the_masstone_kubelka_1948_limit(k, s, beneath):
    thick = km.film(np.array([k]), np.array([s]), 5000.0 / s, np.array([beneath]))
    np.testing.assert_allclose(thick, km.masstone(np.array([k]), np.array([s])), atol=2e-4)


@given(absorptions, scatterings, reflectances)
def test_film_of_no_thickness_shows_what_lies_beneath(k, s, beneath):
    assert km.film(np.array([k]), np.array([s]), 0.0, np.array([beneath]))[0] == beneath


@given(scatterings, st.floats(0.001, 50), reflectances)
def test_without_absorption_the_film_is_the_pure_scatterer(s, thickness, beneath):
    # Kubelka 1948, K = 0: R = (SX(1 - Rg) + Rg) / (SX(1 - Rg) + 1)
    sx = s * thickness * (1 - beneath)
    np.testing.assert_allclose(
        km.film(np.array([0.0]), np.array([s]), thickness, np.array([beneath])), (sx + beneath) / (sx + 1), atol=1e-7
    )


@given(absorptions, scatterings, reflectances, st.floats(0.01, 3), st.floats(0.01, 3))
def test_two_films_of_one_paint_are_one_film_of_their_sum(k, s, beneath, first, second):
    k_, s_, ground = np.array([k]), np.array([s]), np.array([beneath])
    stacked = km.film(k_, s_, second, km.film(k_, s_, first, ground))
    np.testing.assert_allclose(stacked, km.film(k_, s_, first + second, ground), atol=1e-6)


@given(absorptions, scatterings, st.floats(0.0, 30.0), reflectances)
def test_film_reflectance_stays_between_0_and_1(k, s, thickness, beneath):
    seen = km.film(np.array([k]), np.array([s]), thickness, np.array([beneath]))[0]
    assert -1e-9 <= seen <= 1 + 1e-9


@pytest.mark.parametrize("finish", ["matt", "satin", "gloss"])
@given(reflectances)
def test_surface_correction_is_undone_exactly(finish, internal):
    dry = surface.dry(finish)
    np.testing.assert_allclose(surface.internal(surface.seen(np.array([internal]), dry), dry), internal, atol=1e-9)


def test_surface_correction_lets_white_through_and_sets_the_darkest_dark():
    # Saunderson 1942: R = 1 inside gives 1 - k1 (1 - ...) outside; R = 0 gives the first surface alone
    satin = surface.dry("satin")
    assert surface.seen(np.array([0.0]), satin)[0] == satin.first
    assert surface.seen(np.array([1.0]), satin)[0] > 0.95


def test_a_film_thinner_than_floats_can_tell_raises_nothing_and_shows_what_lies_beneath():
    # a film of 1e-310 once overflowed in coth
    for thickness in (1e-310, 5e-324, 1e-30):
        seen = km.film(np.array([3.0]), np.array([0.5]), thickness, np.array([0.4]))
        np.testing.assert_allclose(seen, 0.4, atol=1e-12)
