"""What is printed and exported of the value map: sizes measured in the files themselves."""

import io
import re
import zipfile
from xml.etree import ElementTree

import numpy as np
import pypdf
import pytest
from PIL import Image

from ypsochrom.areas.linework import Arc, Line
from ypsochrom.formats.pdf import grid as grid_pdf
from ypsochrom.formats.pdf import ladder as ladder_pdf
from ypsochrom.formats.pdf import transfer as transfer_pdf
from ypsochrom.formats.pictures import drawing as drawing_png
from ypsochrom.formats.pictures import ora
from ypsochrom.formats.svg import drawing as drawing_svg
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


def block_on(support: Support) -> tuple[Line, ...]:
    """The outline of the light block, with a line inside it, in mm of a support."""
    unit = np.array([support.width_mm / 250, support.height_mm / 200])
    corners = np.array([(60, 50), (190, 50), (190, 150), (60, 150), (60, 50)]) * unit
    return Line("outline", 50.0, corners), Line("inner", 20.0, np.array([(80, 100), (170, 100)]) * unit)


BLOCK = block_on(LARGE)


def pages(pdf: bytes):
    return pypdf.PdfReader(io.BytesIO(pdf)).pages


def test_paper_has_the_size_of_the_standard_iso_216():
    box = pages(transfer_pdf.transfer_pdf(BLOCK, LARGE, "Test", "A4"))[0].mediabox
    assert [float(side) / MM for side in box[2:]] == pytest.approx(ISO_216_MM["A4"], abs=0.1)
    letter = pages(transfer_pdf.transfer_pdf(BLOCK, LARGE, "Test", "Letter"))[0].mediabox
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


def test_sheets_are_turned_where_that_saves_some():
    panel = transfer_pdf.tiling(Support(400, 300), "A4")
    assert (panel.sheets, panel.turned) == (4, True)
    assert not transfer_pdf.tiling(Support(100, 100), "A4").turned
    turned = pages(transfer_pdf.transfer_pdf((), Support(400, 300), "Test", "A4"))[1].mediabox
    assert float(turned[2]) > float(turned[3])


_OPERATORS = re.compile(r"1 0 0 1 ([-\d.]+) ([-\d.]+) (cm)|([-\d.]+) ([-\d.]+) ([ml])\b|\b([qQ])\b")


def lines_of(page) -> list[tuple[float, float]]:
    """End points of every path drawn on a page, in points from its lower left corner."""
    shift, kept, found = (0.0, 0.0), [], []
    for operator in _OPERATORS.finditer(page.get_contents().get_data().decode("latin-1")):
        moved_x, moved_y, moved, x, y, drawn, stack = operator.groups()
        if stack == "q":
            kept.append(shift)
        elif stack == "Q":
            shift = kept.pop()
        elif moved:
            shift = shift[0] + float(moved_x), shift[1] + float(moved_y)
        elif drawn:
            found.append((shift[0] + float(x), shift[1] + float(y)))
    return found


@pytest.mark.parametrize("mirrored", [False, True])
def test_lines_are_printed_at_their_true_size_to_half_a_millimetre(mirrored):
    small = Support(150, 120)
    sheet = pages(transfer_pdf.transfer_pdf(block_on(small), small, "Test", "A4", mirrored=mirrored))[1]
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
    sheet = pages(transfer_pdf.transfer_pdf(block_on(small), small, "Test"))[1]
    content = sheet.get_contents().get_data().decode("latin-1")
    boxes = [
        [float(n) / MM for n in found] for found in re.findall(r"([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) re", content)
    ]
    assert any(box[2:] == pytest.approx([150, 120], abs=0.5) for box in boxes)


def test_the_map_of_sheets_has_a_line_of_100_mm_to_check_the_printer():
    first = pages(transfer_pdf.transfer_pdf(BLOCK, LARGE, "Test"))[0]
    xs = sorted({round(x / MM, 1) for x, _ in lines_of(first)})
    assert any(abs(b - a - 100) < 0.2 for a in xs for b in xs)
    assert "mirrored" in pages(transfer_pdf.transfer_pdf(BLOCK, LARGE, "T", mirrored=True))[0].extract_text()


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
    content = ora.layers_ora(PICTURE, MAP, BLOCK, LARGE.width_mm)
    assert content == ora.layers_ora(PICTURE, MAP, BLOCK, LARGE.width_mm)
    archive = zipfile.ZipFile(io.BytesIO(content))
    first = archive.infolist()[0]
    assert (first.filename, first.compress_type) == ("mimetype", zipfile.ZIP_STORED)
    assert archive.read("mimetype") == b"image/openraster"
    stack = ElementTree.fromstring(archive.read("stack.xml"))
    assert (stack.get("w"), stack.get("h")) == ("250", "200")
    layers = list(stack.iter("layer"))
    assert [layer.get("name") for layer in layers][:3] == ["Outlines", "Inner lines", "Contours"]
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


def test_the_drawing_is_svg_with_a_layer_for_each_kind_and_arcs_where_it_is_round():
    arc = Arc((100.0, 80.0), (40.0, 20.0), 0.0, 0.0, 360.0)
    lines = (*BLOCK, Line("outline", 30.0, arc.points(), arc), Line("value", 60.0, np.array([(0, 0), (9, 9)])))
    root = ElementTree.fromstring(drawing_svg.drawing_svg(lines, LARGE))
    space = "{http://www.w3.org/2000/svg}"
    layers = {
        layer.get("id"): [path.get("d") for path in layer.iter(f"{space}path")] for layer in root[0].iter(f"{space}g")
    }
    assert {kind: len(layers[kind]) for kind in ("outline", "inner", "value")} == {"outline": 2, "inner": 1, "value": 1}
    assert layers["outline"][0] == "M120.00,100.00 380.00,100.00 380.00,300.00 120.00,300.00 120.00,100.00"
    # a whole ellipse takes two arcs: from its right end to its left one and back
    assert layers["outline"][1] == "M140.00,80.00A40.00,20.00 0.0 0 1 60.00,80.00A40.00,20.00 0.0 0 1 140.00,80.00"
    assert "scale(-1 1)" in ElementTree.fromstring(drawing_svg.drawing_svg(lines, LARGE, mirrored=True))[0].get(
        "transform"
    )


def test_the_drawing_as_a_picture_has_its_lines_where_they_are():
    pixels = np.asarray(Image.open(io.BytesIO(drawing_png.drawing_png(BLOCK, LARGE))))
    turned = np.asarray(Image.open(io.BytesIO(drawing_png.drawing_png(BLOCK, LARGE, mirrored=True))))
    assert pixels.shape == (3200, 4000)
    assert (turned == pixels[:, ::-1]).all()
    dark = np.argwhere(pixels < 128)
    assert (dark.min(axis=0), dark.max(axis=0)) == (
        pytest.approx([800, 960], abs=4),
        pytest.approx([2400, 3040], abs=4),
    )


def test_borders_of_values_are_dotted_in_the_picture():
    across = Line("value", 60.0, np.array([(0.0, 200.0), (500.0, 200.0)]))
    row = np.asarray(Image.open(io.BytesIO(drawing_png.drawing_png((across,), LARGE))))[1599]
    starts = np.flatnonzero((row[1:] < 128) & (row[:-1] >= 128))
    assert np.median(np.diff(starts)) / 8 == pytest.approx(1.2, abs=0.1)
