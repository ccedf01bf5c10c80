"""The colour of mixes in other lights, against colour-science and the definition of metamerism."""

import colour
import numpy as np
import pytest

from ypsochrom.colour import spectra
from ypsochrom.paint import appearance, lights
from ypsochrom.paint.catalogue import paintbox

BOX = paintbox(["PW6", "PB29", "PBr7bs", "PY35m", "PG7"])
MIX = appearance.dry_reflectance(np.array([4.0, 1.0, 1.0, 0.5, 0.1]), BOX)


@pytest.mark.parametrize("light", ["D65", "A", "D50"])
def test_colour_of_a_mix_in_other_lights_matches_colour_science(light):
    shape = colour.SpectralShape(380, 730, 10)
    sample = colour.SpectralDistribution(MIX, shape.wavelengths)
    theirs = colour.sd_to_XYZ(
        sample,
        colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape),
        colour.SDS_ILLUMINANTS[light].copy().align(shape),
        method="Integration",
    )
    np.testing.assert_allclose(spectra.reflectance_to_xyz(MIX, light) * 100, theirs, atol=0.02)


@pytest.mark.parametrize("light", lights.LIGHTS)
def test_a_perfect_grey_stays_grey_in_every_light(light):
    lab = lights.seen_under(np.full(36, 0.2), light)
    np.testing.assert_allclose(lab[1:], 0, atol=0.02)
    assert lights.lamp_shift(np.full(36, 0.2), light) < 0.05


def test_a_mix_is_no_metamer_of_itself_nor_of_itself_darker():
    assert lights.metamerism(MIX, MIX) < 1e-6
    assert lights.metamerism(MIX, MIX * 0.9) < 1e-6


def test_two_greys_of_other_paints_part_under_a_lamp():
    first = appearance.dry_reflectance(np.array([8.0, 1.0, 1.0, 0, 0]), BOX)
    second = appearance.dry_reflectance(np.array([8.0, 0.6, 0.2, 0.3, 0.05]), BOX)
    assert lights.metamerism(first, second, "A") > 1.0


def test_cobalt_and_ultramarine_shift_more_under_a_lamp_than_earths_common_practice():
    box = paintbox(["PW6", "PB28", "PBr7ru"])
    blue, earth = (appearance.dry_reflectance(row, box) for row in np.array([[4.0, 1, 0], [4.0, 0, 1]]))
    assert lights.lamp_shift(blue) > lights.lamp_shift(earth)
