import colour
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour import differences, spectra
from ypsochrom.colour.adaptation import adapted
from ypsochrom.colour.munsell import lab_to_value, value_to_lightness
from ypsochrom.colour.words import CHROMA_WORDS, HUE_WORDS, colour_from_words, hue_family
from ypsochrom.colour.written import read_colour
from ypsochrom.kit.errors import BadColour


@pytest.mark.parametrize("light", ["A", "D50", "LED"])
def test_adaptation_matches_colour_science_von_kries_cat16(light):
    rng = np.random.default_rng(1)
    xyz = rng.uniform(0.05, 0.9, (20, 3))
    ours = adapted(xyz, spectra.white(light), spectra.white("D65"))
    theirs = colour.adaptation.chromatic_adaptation_VonKries(
        xyz, spectra.white(light), spectra.white("D65"), transform="CAT16"
    )
    np.testing.assert_allclose(ours, theirs, atol=1e-5)


@pytest.mark.parametrize("light", ["A", "D50", "LED", "D65"])
def test_white_stays_white_in_every_light(light):
    np.testing.assert_allclose(adapted(spectra.white(light), spectra.white(light), np.ones(3)), np.ones(3), atol=1e-9)


@pytest.mark.parametrize(
    ("error", "words"),
    [
        (0.0, "value right"), (-0.09, "value right"), (0.3, "a quarter step too light"),
        (-0.5, "half a step too dark"), (1.0, "one step too light"), (-2.3, "2.3 steps too dark"),
    ],
)  # fmt: skip
def test_value_errors_are_told_as_painters_tell_them(error, words):
    assert differences.value_words(error) == words


@pytest.mark.parametrize(
    ("lab", "target", "fault"),
    [
        ((60, 12, 36), (60, 16, 30), "yellow"),  # an orange-brown turned up the circle
        ((60, 20, 24), (60, 16, 30), "red"),
        ((50, -3, 0), (50, 0, 0), "green"),
        ((50, 0, -4), (50, 0, 0), "blue"),
        ((50, 3, 2), (50, 0, 0), "red"),
        ((50, 0, 20), (50, 0, 30), "dull"),
        ((50, 0, 45), (50, 0, 30), "strong"),
        ((50, -6, 40), (50, 0, 40), "green"),  # a yellow is not too yellow but too green
        ((50, 8, -38), (50, 0, -40), "violet"),
    ],
)
def test_the_hue_a_mix_leans_to_is_named(lab, target, fault):
    words = differences.colour_words(np.array(lab, float), np.array(target, float))
    assert words.endswith(f"too {fault}"), words


@given(st.floats(5, 95), st.floats(-40, 40), st.floats(-40, 40))
def test_a_colour_equal_to_its_target_is_right(lightness, a, b):
    lab = np.array([lightness, a, b])
    assert differences.in_words(lab, lab) == "value right, colour right"


@pytest.mark.parametrize("hue", [h for h in HUE_WORDS if h not in ("grey", "brown")])
def test_a_colour_told_in_words_is_named_with_the_same_hue(hue):
    lab = colour_from_words(6.0, hue, "clear")
    assert hue_family(lab) == hue
    assert float(lab_to_value(lab)) == pytest.approx(6.0, abs=1e-3)
    assert np.hypot(lab[1], lab[2]) == pytest.approx(CHROMA_WORDS["clear"])


def test_brown_and_grey_in_words_are_what_they_say():
    assert hue_family(colour_from_words(3.0, "brown", "muted")) == "brown"
    grey = colour_from_words(3.0, "grey", "strong")
    np.testing.assert_allclose(grey, [float(value_to_lightness(np.array(3.0))), 0, 0], atol=1e-9)


@pytest.mark.parametrize(
    "wrong", [(11, "red", "clear"), (5, "puce", "clear"), (5, "red", "loud"), (float("nan"), "red", "clear")]
)
def test_words_that_are_no_colour_are_refused_with_what_to_do(wrong):
    with pytest.raises(BadColour) as refusal:
        colour_from_words(*wrong)
    assert refusal.value.hint or refusal.value.message


def test_a_colour_is_read_as_lab_or_hex():
    np.testing.assert_allclose(read_colour("62,14,28"), [62, 14, 28])
    np.testing.assert_allclose(read_colour("#ffffff"), [100, 0, 0], atol=1e-2)
    for wrong in ("", "62,14", "#12345", "200,0,0", "nan,0,0"):
        with pytest.raises(BadColour):
            read_colour(wrong)
