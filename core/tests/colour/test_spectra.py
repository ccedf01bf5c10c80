import json
import sys
from importlib import resources

import colour
import numpy as np
import pytest

from tools.observer_table import table
from ypsochrom.colour import spectra


def test_shipped_table_is_what_colour_science_gives():
    shipped = json.loads(resources.files("ypsochrom.colour").joinpath("data/observer-2deg-10nm.json").read_text())
    assert shipped["columns"] == table()


def test_perfect_diffuser_is_white_under_every_light():
    for light in ("D65", "D50", "A", "LED"):
        np.testing.assert_allclose(spectra.reflectance_to_lab(np.ones(36), light), [100, 0, 0], atol=1e-9)


def test_white_of_d65_is_that_of_cie_15():
    # CIE 15:2004, table T.3: D65, 2 degrees; 10 nm steps to 730 nm cost a few ten-thousandths
    np.testing.assert_allclose(spectra.white("D65"), [0.95047, 1.0, 1.08883], atol=1e-3)


@pytest.mark.parametrize("patch", ["dark skin", "blue sky", "orange", "yellow", "neutral 5 (.70 D)"])
def test_patches_match_the_integration_of_colour_science(patch):
    sd = colour.SDS_COLOURCHECKERS["ISO 17321-1"][patch].copy().align(colour.SpectralShape(380, 730, 10))
    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(sd.shape)
    light = colour.SDS_ILLUMINANTS["D65"].copy().align(sd.shape)
    theirs = colour.sd_to_XYZ(sd, observer, light, method="Integration") / 100
    np.testing.assert_allclose(spectra.reflectance_to_xyz(sd.values), theirs, atol=1e-6)


def test_the_core_does_not_import_colour_science():
    import subprocess

    code = "import sys, ypsochrom.cli.main, ypsochrom.formats.plan_files; sys.exit('colour' in sys.modules)"
    assert subprocess.run([sys.executable, "-c", code], check=False).returncode == 0
