import colour
import numpy as np

from ypsochrom.colour import munsell
from ypsochrom.colour.words import colour_name, hue_family


def test_value_matches_the_published_polynomial_of_astm_d1535():
    # ASTM D1535-08, equation 2, at value 5, worked by hand: 5.957 - 5.63325 + 29.19 - 12.8025 + 2.56059375
    np.testing.assert_allclose(munsell.value_to_luminance(5.0) * 100, 19.27184375, atol=1e-6)


def test_value_matches_colour_science_over_the_whole_scale():
    luminance = np.linspace(0.5, 100, 200)
    ours = munsell.luminance_to_value(luminance / 100)
    np.testing.assert_allclose(ours, colour.notation.munsell_value_ASTMD1535(luminance), atol=5e-4)


def test_value_and_luminance_are_inverse():
    values = np.linspace(0, 10, 101)
    np.testing.assert_allclose(munsell.luminance_to_value(munsell.value_to_luminance(values)), values, atol=5e-4)


def test_values_outside_the_scale_are_held_at_its_ends():
    assert munsell.luminance_to_value(np.array([-0.1, 1.5])).tolist() == [0.0, 10.0]


def test_colours_are_named_as_painters_name_them_common_practice():
    assert colour_name(np.array([96.0, 0.0, 2.0])) == "near white"
    assert colour_name(np.array([15.0, 1.0, 1.0])) == "near black"
    assert hue_family(np.array([35.0, 12.0, 20.0])) == "brown"
    assert hue_family(np.array([80.0, 10.0, 80.0])) == "yellow"
    assert hue_family(np.array([40.0, 5.0, -40.0])) == "blue"
