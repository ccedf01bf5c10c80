"""GIMP palettes, files of readings, and what is printed for the shelf and the mixing bench."""

import io
import re

import numpy as np
import pypdf
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL.GimpPaletteFile import GimpPaletteFile

from ypsochrom.colour import cielab
from ypsochrom.formats.exchange import gpl, readings
from ypsochrom.formats.pdf.mixing_cards import mixing_cards_pdf
from ypsochrom.formats.pdf.swatch_card import swatch_card_pdf
from ypsochrom.formats.pdf.tray import tray_pdf
from ypsochrom.kit.errors import BadPaletteFile, BadReading
from ypsochrom.materials import swatch_card
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint.calibration import SwatchReading
from ypsochrom.paint.catalogue import catalogue, paint, paintbox

BOX = paintbox(["PW6", "PB29", "PB15:3", "PY42"])


def test_a_gimp_palette_is_read_back_with_names_keys_and_screen_colours():
    written = gpl.write_gpl("Harbour\nmorning", BOX)
    read = gpl.read_gpl(written)
    assert read.name == "Harbour morning"
    colours = [row.colour for row in read.rows]
    assert [c.key for c in colours] == list(BOX.keys)
    assert [c.name for c in colours] == [p.name for p in BOX.paints]
    # the same line as the format's documentation has it: three numbers, white space, a name
    first = written.splitlines()[4].split(maxsplit=3)
    np.testing.assert_array_equal([int(n) for n in first[:3]], cielab.lab_to_srgb8(np.array(colours[0].lab)))


@given(st.text(max_size=60))
def test_another_reader_of_palettes_finds_the_same_colours(name):
    written = gpl.write_gpl(name, BOX)
    palette, mode = GimpPaletteFile(io.BytesIO(written.encode())).getpalette()  # Pillow's
    ours = [cielab.lab_to_srgb8(np.array(row.colour.lab)) for row in gpl.read_gpl(written).rows]
    assert mode == "RGB"
    np.testing.assert_array_equal(np.frombuffer(palette, np.uint8).reshape(-1, 3), ours)


def test_bad_lines_of_a_palette_are_named_and_the_others_kept():
    text = "GIMP Palette\nName: mine\nColumns: 4\n#\n255 0 0 a red\n300 0 0 too much\nhello\n  0\t0 128\n"
    rows = gpl.read_gpl(text).rows
    assert [row.line for row in rows] == [5, 6, 7, 8]
    assert [row.colour is not None for row in rows] == [True, False, False, True]
    assert "Line 6" in rows[1].problem.message
    assert rows[3].colour.name == ""


@pytest.mark.parametrize("text", ["", "key,left_ml\nPW6,1\n", "\0\0\0"])
def test_what_is_no_palette_is_refused(text):
    with pytest.raises(BadPaletteFile):
        gpl.read_gpl(text)


@given(st.text(max_size=200))
def test_no_text_breaks_the_palette_reader(text):
    for row in gpl.read_gpl("GIMP Palette\n" + text).rows:
        assert (row.colour is None) != (row.problem is None)


CGATS = """CGATS.17
ORIGINATOR "a spectrophotometer"
NUMBER_OF_FIELDS 5
BEGIN_DATA_FORMAT
SAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 2
BEGIN_DATA
1 "on white" 31.2 40.1 14.0
2 "1:4" 62.5 38.0 2.1
END_DATA
"""


def test_cgats_text_with_lab_is_read():
    white, tint = readings.read_readings(CGATS)
    assert (white.kind, white.lab) == ("on white", (31.2, 40.1, 14.0))
    assert (tint.kind, tint.lab) == ("1:4", (62.5, 38.0, 2.1))


def spectral_cgats(scale=1.0):
    nm = range(400, 701, 20)
    fields = " ".join(f"SPECTRAL_NM_{n}" for n in nm)
    row = " ".join(f"{scale * (n - 300) / 1000:.4f}" for n in nm)
    return f"CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_NAME {fields}\nEND_DATA_FORMAT\nBEGIN_DATA\n1:10 {row}\nEND_DATA\n"


@pytest.mark.parametrize("scale", [1.0, 100.0])
def test_spectra_in_shares_or_per_cent_are_put_on_our_wavelengths(scale):
    (reading,) = readings.read_readings(spectral_cgats(scale))
    assert reading.reflectance.shape == (36,)
    assert reading.reflectance[10] == pytest.approx(0.18)  # 480 nm lies on a band
    assert reading.reflectance[11] == pytest.approx(0.19)  # 490 nm between two
    assert reading.reflectance[0] == pytest.approx(0.10)  # 380 nm takes the first band


def test_readings_in_csv_are_written_and_read_back_with_decimal_commas_too():
    given_ = [SwatchReading("on white", lab=(50, 10, -5)), SwatchReading("1:1", reflectance=np.linspace(0.1, 0.9, 36))]
    back = readings.read_readings(readings.write_csv(given_))
    assert [r.kind for r in back] == ["on white", "1:1"]
    np.testing.assert_allclose(back[0].colour, (50, 10, -5), atol=1e-3)
    np.testing.assert_allclose(back[1].reflectance, given_[1].reflectance, atol=1e-5)
    (german,) = readings.read_readings("swatch;L;a;b\nmasstone;41,5;52,0;30,25\n")
    assert german.lab == (41.5, 52.0, 30.25)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("\0\1\2", "not text"),
        (CGATS[: CGATS.rindex("END_DATA")], "cut off"),
        (CGATS.replace("62.5", ""), "4 values for 5 fields"),
        (CGATS.replace('"1:4"', '"1:3"'), "no swatch of the card"),
        (CGATS.replace('"1:4"', '"on white"'), "stands twice"),
        (CGATS.replace("62.5", "sixty"), "not a number"),
        (CGATS.replace("62.5", "nan"), "not CIELAB"),
        (CGATS.replace("SAMPLE_NAME", "SAMPLE_XX").replace("SAMPLE_ID", "SAMPLE_YY"), "does not say which swatch"),
        (CGATS.replace("LAB_B", "LAB_X"), "neither a spectrum nor CIELAB"),
        (CGATS.replace('"on white"', '"on white'), "quotation mark"),
        (spectral_cgats().replace("SPECTRAL_NM_500", "X_500"), "does not cover"),
        ("swatch,L,a,b\n", "no readings"),
    ],
)
def test_malformed_files_of_readings_say_what_is_wrong(text, says):
    with pytest.raises(BadReading, match=says) as refusal:
        readings.read_readings(text)
    assert refusal.value.hint


def pages_of(pdf):
    return [page.extract_text() for page in pypdf.PdfReader(io.BytesIO(pdf)).pages]


@pytest.mark.parametrize(("paper", "width"), [("A4", 595.27), ("Letter", 612.0)])
def test_swatch_cards_are_printed_at_their_true_size_two_to_a_page(paper, width):
    pdf = swatch_card_pdf([paint("PB29"), paint("PY42"), paint("PR108")], paper)
    document = pypdf.PdfReader(io.BytesIO(pdf))
    assert len(document.pages) == 2
    assert float(document.pages[0].mediabox[2]) == pytest.approx(width, abs=0.1)
    assert "ultramarine blue (PB29)" in document.pages[0].extract_text()
    content = document.pages[0].get_contents().get_data().decode("latin-1")
    drawn = [[float(n) for n in found] for found in re.findall(r"([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) re", content)]
    box = swatch_card.BOXES["on white"]
    frames = [r for r in drawn if r[2:] == pytest.approx([box.width / 25.4 * 72, box.height / 25.4 * 72], abs=0.01)]
    assert len(frames) == 2 * len(swatch_card.BOXES)
    assert min(y for _, y, _, _ in drawn) > 36  # nothing runs into the margin


def test_mixing_cards_hold_several_to_a_page_with_parts_ml_and_grams():
    mixes = [
        Mix(
            f"m{n:02d}",
            f"mix {n}",
            evaluate(Recipe.of({"PW6": 40, "PB15:3": 1, "PY42": n}), np.array([60.0, 0, 0])),
            (),
        )
        for n in range(1, 12)
    ]
    pages = pages_of(mixing_cards_pdf(mixes, {"m01": 4.2}, {"PW6": 10.0}, "Kettle", "A4"))
    assert len(pages) == 2
    assert "mix 11" in pages[1]
    assert (
        "5.1 cm of bead (4.00 ml, 6.00 g)" in pages[0]
    )  # through a nozzle of 10 mm; 40 of 42 parts of 4.2 ml at 1.5 kg/l
    assert "titanium white" in pages[0]


def test_the_tray_is_printed_in_its_order():
    (page,) = pages_of(tray_pdf("Harbour", BOX))
    places = [page.index(name) for name in ("yellow ochre", "titanium white", "ultramarine blue", "phthalo blue")]
    assert places == sorted(places)
    assert all(words in page for words in ("warm, dark to light", "cool, light to dark"))
    assert len(pages_of(tray_pdf("All", paintbox(catalogue())))) > 1
