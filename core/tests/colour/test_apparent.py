"""How light a colour looks, against colour-science's CAM16 and Nayatani 1997."""

import colour
import numpy as np
import pytest

from ypsochrom.colour import apparent
from ypsochrom.colour.apparent import colour_lifts, grey_lightness, lifted, lightness_of_colour
from ypsochrom.colour.cielab import lab_to_xyz
from ypsochrom.colour.munsell import value_to_luminance

WHITE = np.array([95.047, 100.0, 108.883])


def luminance(value):
    return 100 * float(value_to_luminance(np.array(float(value))))


@pytest.mark.parametrize(("value", "around"), [(5, 2), (5, 8), (3, 9), (7, 1), (6, 5)])
def test_greys_on_grounds_are_those_of_cam16_in_colour_science(value, around):
    theirs = colour.XYZ_to_CAM16(
        WHITE * luminance(value) / 100, WHITE, apparent.ADAPTING_CD_M2, luminance(around), discount_illuminant=True
    )
    assert float(grey_lightness(value, around)) == pytest.approx(theirs.J, abs=1e-6)


@pytest.mark.parametrize("lab", [(60, 20, 70), (50, 60, 30), (40, 10, -50), (70, -40, 10), (50, 0, 0)])
def test_colours_look_as_light_as_nayatani_1997_in_colour_science_says(lab):
    x, y, z = lab_to_xyz(np.array(lab, dtype=float))
    below = x + 15 * y + 3 * z
    white = (apparent._U_WHITE, apparent._V_WHITE)
    factor = colour.appearance.HelmholtzKohlrausch_effect_object_Nayatani1997(
        np.array([4 * x / below, 9 * y / below]), white, apparent.ADAPTING_CD_M2, "VCC"
    )
    assert lightness_of_colour(np.array(lab, dtype=float)) == pytest.approx(lab[0] * float(factor), rel=1e-9)


def test_a_dark_ground_lifts_a_light_one_presses_down_and_a_middle_one_does_nothing():
    assert lifted(5, 1.5) > 0.3
    assert lifted(5, 9) < -0.3
    assert lifted(5, 5) == pytest.approx(0, abs=0.01)


def test_red_and_blue_look_lighter_than_they_are_and_a_grey_as_it_is():
    """Common knowledge of painters; Helmholtz and Kohlrausch."""
    assert colour_lifts(np.array([50.0, 60, 30])) > 0.5
    assert colour_lifts(np.array([40.0, 10, -50])) > 0.5
    assert colour_lifts(np.array([50.0, 0, 0])) == pytest.approx(0, abs=1e-9)
    assert colour_lifts(np.array([0.0, 0, 0])) == pytest.approx(0, abs=1e-9)
