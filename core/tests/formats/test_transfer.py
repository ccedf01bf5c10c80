"""What is printed and exported of the value map: sizes measured in the files themselves."""

import io
import re
import zipfile
from xml.etree import ElementTree

import numpy as np
import pypdf
import pytest
from PIL import Image

from ypsochrom.formats.pdf import grid as grid_pdf
from ypsochrom.formats.pdf import ladder as ladder_pdf
from ypsochrom.formats.pdf import transfer as transfer_pdf
from ypsochrom.formats.pictures import ora
from ypsochrom.formats.svg import values as values_svg
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.values.value_map import value_map

MM = 72 / 25.4
ISO_216_MM = {"A4": (210, 297)}
"""ISO 216: the trimmed size of A4 (iso216)."""

LARGE = Support(500, 400)
FIELD = np.full((200, 250), 3.0, dtype=np.float32)
FIELD[50:150, 60:190] = 7.0
MAP = value_map(FIELD, (5.0,), LARGE, 10)
PICTURE = np.full((200, 250, 3), 120, dtype=np.uint8)


def pages(pdf: bytes):
    return pypdf.PdfReader(io.BytesIO(pdf)).pages


def test_paper_has_the_size_of_the_standard_iso_216():
    box = pages(transfer_pdf.transfer_pdf(MAP, LARGE, "Test", "A4"))[0].mediabox
    assert [float(side) / MM for side in box[2:]] == pytest.approx(ISO_216_MM["A4"], abs=0.1)
    letter = pages(transfer_pdf.transfer_pdf(MAP, LARGE, "Test", "Letter"))[0].mediabox
    assert [float(side) / 72 for side in letter[2:]] == [8.5, 11]


@pytest.mark.parametrize("paper", ["A4", "Letter"])
@pytest.mark.parametrize("support", [LARGE, Support(100, 100), Support(1000, 300)], ids=str)
def test_sheets_cover_the_support_with_their_overlap_and_none_is_idle(paper, support):
    plan = transfer_pdf.tiling(support, paper)
    for count, tile, length in (
        (plan.columns, plan.tile_width_mm, support.width_mm), (plan.rows, plan.tile_height_mm, support.height_mm),
    ):  # fmt: skip
        reached = count * (tile - transfer_pdf.OVERLAP_MM) + transfer_pdf.OVERLAP_MM
        assert reached >= length - 1e-6
        assert count == 1 or reached - (tile - transfer_pdf.OVERLAP_MM) < length


def lines_of(page) -> list[tuple[float, float]]:
    """End points of every path drawn on a page, in points."""
    content = page.get_contents().get_data().decode("latin-1")
    return [(float(x), float(y)) for x, y in re.findall(r"([-\d.]+) ([-\d.]+) [ml]\b", content)]


@pytest.mark.parametrize("mirrored", [False, True])
def test_contours_are_printed_at_their_true_size_to_half_a_millimetre(mirrored):
    small = Support(150, 120)
    found = value_map(FIELD, (5.0,), small, 5)
    sheet = pages(transfer_pdf.transfer_pdf(found, small, "Test", "A4", mirrored=mirrored))[1]
    points = np.array(lines_of(sheet)) / MM
    height = 297.0
    left = transfer_pdf.MARGIN_MM
    x, y = points[:, 0] - left, height - transfer_pdf.MARGIN_MM - 5 - points[:, 1]
    inner = (x > 5) & (x < 145) & (y > 5) & (y < 115)
    expected_left = (1 - 190 / 250 if mirrored else 60 / 250) * 150
    assert x[inner].min() == pytest.approx(expected_left, abs=1.0)
    assert np.ptp(x[inner]) == pytest.approx(130 / 250 * 150, abs=1.3)
    assert np.ptp(y[inner]) == pytest.approx(100 / 200 * 120, abs=1.3)


def test_the_frame_of_the_support_has_its_size_to_half_a_millimetre():
    small = Support(150, 120)
    sheet = pages(transfer_pdf.transfer_pdf(value_map(FIELD, (5.0,), small, 5), small, "Test"))[1]
    content = sheet.get_contents().get_data().decode("latin-1")
    boxes = [
        [float(n) / MM for n in found] for found in re.findall(r"([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) re", content)
    ]
    assert any(box[2:] == pytest.approx([150, 120], abs=0.5) for box in boxes)


def test_the_map_of_sheets_has_a_line_of_100_mm_to_check_the_printer():
    first = pages(transfer_pdf.transfer_pdf(MAP, LARGE, "Test"))[0]
    xs = sorted({round(x / MM, 1) for x, _ in lines_of(first)})
    assert any(abs(b - a - 100) < 0.2 for a in xs for b in xs)
    assert "mirrored" in pages(transfer_pdf.transfer_pdf(MAP, LARGE, "T", mirrored=True))[0].extract_text()


def test_a_grid_has_its_letters_and_numbers_and_refuses_absurd_cells():
    text = pages(grid_pdf.grid_pdf(PICTURE, LARGE, 100, "Test"))[0].extract_text()
    for name in ("A", "E", "1", "4", "Cells of 100 mm"):
        assert name in text
    for cell in (0, -5, 1, 5000, float("nan")):
        with pytest.raises(BadSetting):
            grid_pdf.checked_cell(cell, LARGE)


def test_the_ladder_and_the_viewfinder_are_printed():
    found = pages(ladder_pdf.ladder_pdf(MAP, LARGE, "Test"))
    assert len(found) == 2
    text = found[0].extract_text()
    assert "N9" in text
    assert "step 1" in text
    content = found[1].get_contents().get_data().decode("latin-1")
    boxes = [[float(n) for n in m] for m in re.findall(r"([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) re", content)]
    assert any(box[2] / box[3] == pytest.approx(500 / 400, abs=0.01) for box in boxes)


def test_line_art_is_svg_in_millimetres_and_mirrors():
    plain, turned = (ElementTree.fromstring(values_svg.contours_svg(MAP, LARGE, mirrored=m)) for m in (False, True))
    assert plain.get("width") == "500mm"
    assert "scale(-1 1)" in turned[0].get("transform", "")
    space = "{http://www.w3.org/2000/svg}"
    assert [t.text for t in plain.iter(f"{space}text")] == ["5.0"]
    steps = ElementTree.fromstring(values_svg.value_map_svg(MAP, LARGE))
    assert [p.get("id") for p in steps.iter(f"{space}path")] == ["step-1", "step-2"]


def test_openraster_holds_what_its_specification_asks():
    content = ora.layers_ora(PICTURE, MAP)
    assert content == ora.layers_ora(PICTURE, MAP)
    archive = zipfile.ZipFile(io.BytesIO(content))
    first = archive.infolist()[0]
    assert (first.filename, first.compress_type) == ("mimetype", zipfile.ZIP_STORED)
    assert archive.read("mimetype") == b"image/openraster"
    stack = ElementTree.fromstring(archive.read("stack.xml"))
    assert (stack.get("w"), stack.get("h")) == ("250", "200")
    layers = list(stack.iter("layer"))
    assert next(layer.get("name") for layer in layers) == "Contours"
    assert [layer.get("name") for layer in layers][-1] == "Photo"
    for layer in layers:
        assert Image.open(io.BytesIO(archive.read(layer.get("src")))).size == (250, 200)
    assert max(Image.open(io.BytesIO(archive.read("Thumbnails/thumbnail.png"))).size) <= 256
    # the steps cover the picture once
    alpha = sum(
        np.asarray(Image.open(io.BytesIO(archive.read(layer.get("src")))))[..., 3] > 0
        for layer in layers
        if layer.get("name").startswith("Step")
    )
    assert (alpha == 1).all()


def test_line_art_as_a_picture_is_black_on_white():
    pixels = np.asarray(Image.open(io.BytesIO(ora.contours_png(MAP))))
    assert set(np.unique(pixels).tolist()) == {0, 255}
    assert 0 < (pixels == 0).mean() < 0.05
