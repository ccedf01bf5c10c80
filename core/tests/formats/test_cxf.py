"""CxF3 (ISO 17972-1) in and out, held against colour-cxf, whose classes are made from the format's published schema."""

import io
from datetime import UTC, datetime
from importlib import resources

import colour
import colour_cxf
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour import cielab, spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.formats.exchange import cxf, readings
from ypsochrom.formats.exchange.spectra_of_paint import palette_cxf, piles_cxf
from ypsochrom.kit.errors import BadReading
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint import appearance
from ypsochrom.paint.calibration import SwatchReading
from ypsochrom.paint.catalogue import paintbox

NOW = datetime(2026, 5, 4, 9, 30, tzinfo=UTC)
GREY = SwatchReading("1:4", reflectance=np.linspace(0.2, 0.4, 36))
RED = SwatchReading("on white", lab=(41.0, 52.0, 30.0))


@pytest.fixture(scope="module")
def target() -> str:
    """A chart as a spectrophotometer wrote it, 144 patches: the example that colour-cxf 0.1 ships."""
    return (resources.files(colour_cxf) / "tests/resources/sample.cxf").read_text()


def objects_of(text: str) -> dict:
    """The objects of a file by name, as the independent reader has them."""
    found = colour_cxf.read_cxf(text.encode())
    return {one.name: one for one in found.resources.object_collection.object_value}


def spectrum_of(one) -> np.ndarray:
    (spectrum,) = [v for v in one.color_values.choice if isinstance(v, colour_cxf.cxf3.ReflectanceSpectrum)]
    assert spectrum.start_wl == 380
    return np.array([float(band) for band in spectrum.value])


def test_a_chart_of_an_instrument_has_the_colours_that_the_instrument_says(target):
    """Its CIELAB (D50) and ours from its spectra: the way in is right in wavelengths, light and observer."""
    found = cxf.read_cxf(target)
    assert len(found) == 144
    light = spectra.white("D50")
    away = []
    for one in found:
        assert (one.illuminant, one.observer) == ("D50", "2_Degree")
        at, seen = zip(*((nm, float(written)) for nm, written in one.bands), strict=True)
        ours = np.interp(spectra.WAVELENGTHS_NM, at, seen)
        lab = cielab.xyz_to_lab(spectra.reflectance_to_xyz(ours, "D50"), white=light)
        away.append(float(delta_e_2000(lab, np.array([float(axis) for axis in one.lab]))))
    assert np.median(away) < 0.3
    assert np.max(away) < 1.5  # the instrument ends at 680 nm


def test_a_palette_is_read_by_another_program_with_its_spectra():
    box = paintbox(["PW6", "PB29", "PY42"])
    found = objects_of(palette_cxf("Harbour", box, NOW))
    assert list(found) == [
        "titanium white",
        *(f"ultramarine blue{tint}" for tint in ("", " 1:1", " 1:4", " 1:10")),
        *(f"yellow ochre{tint}" for tint in ("", " 1:1", " 1:4", " 1:10")),
    ]
    tint = found["ultramarine blue 1:4"]
    np.testing.assert_allclose(spectrum_of(tint), appearance.dry_reflectance(np.array([4.0, 1, 0]), box), atol=1e-5)
    assert "from the catalogue" in tint.comment


def test_the_piles_of_a_plan_are_told_by_number_name_and_recipe():
    box = paintbox(["PW6", "PB29", "PBr7bs"])
    recipe = Recipe.parse("PB29:1 PBr7bs:1 PW6:4")
    mix = Mix("m01", "warm <dark> & “deep”", evaluate(recipe, np.array([50.0, 0, 0]), box), ())
    text = piles_cxf("Kettle\n\x00morning", [mix], box, NOW)
    (one,) = objects_of(text).values()
    assert one.name == "m01 warm <dark> & “deep”"
    np.testing.assert_allclose(
        spectrum_of(one), appearance.dry_reflectance(appearance.parts_vector(recipe.mapping, box), box), atol=1e-5
    )
    (lab,) = [v for v in one.color_values.choice if isinstance(v, colour_cxf.cxf3.ColorCielab)]
    np.testing.assert_allclose([float(lab.l), float(lab.a), float(lab.b)], mix.match.lab_dry, atol=2e-3)
    about = colour_cxf.read_cxf(text.encode())
    assert about.file_information.description.startswith("Kettle morning: piles")
    (read_by,) = about.resources.color_specification_collection.color_specification
    assert read_by.tristimulus_spec.illuminant_or_custom_illuminant.value.value == "D65"


def test_readings_go_out_and_come_back_and_another_program_reads_them():
    text = readings.write_cxf("A tube", [RED, GREY], NOW)
    back = readings.read_readings(text)
    assert [one.kind for one in back] == ["on white", "1:4"]
    np.testing.assert_allclose(back[0].lab, RED.lab, atol=1e-3)
    np.testing.assert_allclose(back[1].reflectance, GREY.reflectance, atol=1e-5)
    np.testing.assert_allclose(spectrum_of(objects_of(text)["1:4"]), GREY.reflectance, atol=1e-5)


def test_what_another_program_writes_is_read(target):
    found = colour_cxf.read_cxf(target.encode())
    chosen = found.resources.object_collection.object_value[:2]
    for one, name in zip(chosen, ("masstone", "1:1"), strict=True):
        one.name = name
        one.color_values.choice = [v for v in one.color_values.choice if isinstance(v, colour_cxf.cxf3.ColorCielab)]
    found.resources.object_collection.object_value = chosen
    white, tint = readings.read_readings(colour_cxf.write_cxf(found).decode())
    assert (white.kind, tint.kind) == ("on white", "1:1")
    # the chart's second patch under D50; what an eye adapted to D65 sees alike, after colour-science 0.4's CAT16
    light, daylight = spectra.white("D50"), cielab.WHITE_D65
    xyz = colour.adaptation.chromatic_adaptation_VonKries(
        cielab.lab_to_xyz(np.array([47.83558, 63.29078, 36.27213]), white=light), light, daylight, transform="CAT16"
    )
    np.testing.assert_allclose(tint.lab, cielab.xyz_to_lab(xyz), atol=1e-3)


def test_cgats_goes_out_and_comes_back_and_numpy_reads_its_table():
    spectral = [SwatchReading("on white", reflectance=np.linspace(0.1, 0.9, 36)), GREY]
    text = readings.write_cgats('A "tube"', spectral, NOW)
    for one, back in zip(spectral, readings.read_readings(text), strict=True):
        assert one.kind == back.kind
        np.testing.assert_allclose(back.reflectance, one.reflectance, atol=1e-5)
    table = text[text.index("BEGIN_DATA\n") + 11 : text.index("END_DATA\n", text.index("BEGIN_DATA\n"))]
    numbers = np.genfromtxt(io.StringIO(table.replace('"on white"', "on-white")), usecols=range(2, 41))
    np.testing.assert_allclose(numbers[:, 3:], [one.reflectance for one in spectral], atol=1e-5)
    np.testing.assert_allclose(numbers[:, :3], [one.colour for one in spectral], atol=1e-3)
    assert "SPECTRAL" not in readings.write_cgats("x", [RED, GREY], NOW)


def test_cgats_under_the_printers_light_is_turned_into_daylight():
    text = readings.write_cgats("x", [RED], NOW)
    under_d50 = text.replace("ILLUMINANT, D65", "ILLUMINANT, D50")
    (told,), (turned,) = readings.read_readings(text), readings.read_readings(under_d50)
    assert told.lab == RED.lab
    assert 0.2 < delta_e_2000(np.array(told.lab), np.array(turned.lab)) < 5
    with pytest.raises(BadReading, match="10 degree"):
        readings.read_readings(text.replace("2 degree", "10 degree"))
    with pytest.raises(BadReading, match="F11"):
        readings.read_readings(text.replace("D65", "F11"))


GOOD = readings.write_cxf("A tube", [RED, GREY], NOW)
BOMB = '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>'


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (GOOD[:-30], "no whole XML"),
        (GOOD.replace("<cc:CxF", f"{BOMB}<cc:CxF", 1).replace("A tube", "&b;"), "entities"),
        (GOOD.replace("<cc:CxF", '<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><cc:CxF', 1), "entities"),
        (GOOD.replace('Name="1:4"', 'Name="1:3"'), "Object '1:3': '1:3' is no swatch"),
        (GOOD.replace('Name="1:4"', 'Name=""'), "does not say which swatch"),
        (GOOD.replace('Name="1:4"', 'Name="masstone"'), "stands twice"),
        (GOOD.replace('StartWL="380"', 'StartWL="from red"'), "at which wavelength"),
        (GOOD.replace('StartWL="380"', 'StartWL="nan"'), "at which wavelength"),
        (GOOD.replace('Increment="10"', 'Increment="inf"'), "in what steps"),
        (GOOD.replace("A tube", "\ud800"), "no whole XML"),
        (GOOD.replace("<cc:Illuminant>D65", "<cc:Illuminant>F11"), r"CIELAB is for F11\."),
        (GOOD.replace("2_Degree", "10_Degree"), "10 degree observer"),
        (GOOD.replace("0.20000 ", "black "), "'black' is not a number"),
        (GOOD.replace("0.20000 ", "inf "), "not a reflectance"),
        (GOOD.replace('Increment="10"', 'Increment="3"'), "does not cover"),
        (GOOD.replace("<cc:L>41.000</cc:L>", "<cc:L></cc:L>"), "neither a spectrum nor CIELAB"),
        (GOOD.replace("Object>", "Objekt>").replace("<cc:Object ", "<cc:Objekt "), "no readings"),
        ("<svg xmlns='http://www.w3.org/2000/svg'/>", "not CxF3"),
        (GOOD.replace("CxF3-core", "CxF2-core"), "not CxF3"),
    ],
)
def test_malformed_cxf_says_what_is_wrong(text, says):
    with pytest.raises(BadReading, match=says) as refusal:
        readings.read_readings(text)
    assert refusal.value.hint


@given(st.text(max_size=60), st.text(max_size=60))
def test_any_name_can_be_written_and_is_read_back_as_one_line(title, name):
    text = cxf.write_cxf(title, [cxf.Sample(name, np.array([50.0, 0, 0]), description=title)], NOW)
    ((told, one),) = objects_of(text).items()
    (own,) = cxf.read_cxf(text)
    assert told == own.name == " ".join(cxf.one_line(name).split())
    assert one.id == "c1"
