"""What is written can be read: by us and by others."""

import csv
import io
import re
from xml.etree import ElementTree

import cv2
import numpy as np
import pypdf
import pytest
from PIL import Image

from ypsochrom.formats import folder
from ypsochrom.formats.csv import recipes as recipes_csv
from ypsochrom.formats.pdf import plan as plan_pdf
from ypsochrom.formats.pictures import png
from ypsochrom.formats.svg import areas as svg
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.planned import make_plan

PANEL = Support(400, 300)


@pytest.fixture(scope="module")
def plan(kettle_bytes):
    return make_plan(decode(kettle_bytes, longest_px=480), Brief(PANEL), starter_shelf())


def test_label_images_are_read_back_exactly():
    labels = np.arange(24, dtype=np.uint8).reshape(4, 6)
    for write in (png.labels_png, png.small_labels_png):
        assert (png.read_labels_png(write(labels)) == labels).all()
    with pytest.raises(ValueError, match="label"):
        png.read_labels_png(png.picture_png(np.zeros((4, 4, 3), dtype=np.uint8)))
    with pytest.raises(ValueError, match="label"):
        png.read_labels_png(b"nothing")


def test_pictures_keep_their_colours_and_their_channels():
    picture = np.zeros((8, 8, 3), dtype=np.uint8)
    picture[..., 0] = 200
    read = cv2.imdecode(np.frombuffer(png.picture_png(picture), np.uint8), cv2.IMREAD_COLOR)
    assert read[0, 0].tolist() == [0, 0, 200]  # OpenCV reads blue first
    jpeg = cv2.imdecode(np.frombuffer(png.picture_jpeg(picture), np.uint8), cv2.IMREAD_COLOR)
    assert abs(int(jpeg[4, 4, 2]) - 200) <= 3


def test_a_tagged_picture_says_that_it_is_srgb_and_is_the_same():
    """Read by Pillow, which checks every chunk's sum."""
    picture = np.random.default_rng(1).integers(0, 255, (20, 30, 3), dtype=np.uint8)
    with Image.open(io.BytesIO(png.said_to_be_srgb(png.picture_png(picture)))) as read:
        assert read.info["srgb"] == 0
        assert (np.asarray(read) == picture).all()
    with Image.open(io.BytesIO(png.picture_png(picture))) as read:
        assert "srgb" not in read.info


def test_the_value_map_shows_every_step_in_the_grey_of_its_value(plan):
    greys = png.step_greys(plan.values)
    assert (np.diff(greys.astype(int)) > 0).all()
    read = cv2.imdecode(np.frombuffer(png.value_map_png(plan.values), np.uint8), cv2.IMREAD_UNCHANGED)
    for step in plan.values.steps:
        assert (read == greys[step.index]).mean() == pytest.approx(step.share)


def enclosed_mm2(path_data: str) -> float:
    """Area inside an SVG path of straight rings, even-odd: outer rings run one way, holes the other (shoelace)."""
    total = 0.0
    for ring in re.findall(r"M([^Z]+)Z", path_data):
        points = np.array([[float(n) for n in pair.split(",")] for pair in ring.split()])
        x, y = points.T
        total += 0.5 * float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))
    return abs(total)


def test_outlines_enclose_the_areas_they_stand_for(plan):
    drawing = ElementTree.fromstring(svg.areas_svg(plan.areas, PANEL))
    paths = {p.attrib["id"]: p for p in drawing.iter("{http://www.w3.org/2000/svg}path")}
    for area in plan.areas.areas:
        path = paths[area.id]
        # contours run through pixel centres, so small and ragged areas lose about half a pixel along their border
        assert enclosed_mm2(path.attrib["d"]) / 100 == pytest.approx(area.area_cm2, rel=0.25, abs=2.0)
        assert path.find("{http://www.w3.org/2000/svg}title").text == area.name
    enclosed = sum(enclosed_mm2(p.attrib["d"]) for p in paths.values()) / 100
    assert enclosed == pytest.approx(PANEL.area_cm2, rel=0.06)


def test_names_with_markup_stay_text_in_the_drawing(plan):
    from dataclasses import replace

    first, *rest = plan.areas.areas
    named = replace(plan.areas, areas=(replace(first, name='<b>"wall" & sill'), *rest))
    drawing = ElementTree.fromstring(svg.areas_svg(named, PANEL))
    assert next(drawing.iter("{http://www.w3.org/2000/svg}title")).text == '<b>"wall" & sill'


def test_recipes_csv_adds_up_to_the_mixes(plan):
    rows = list(
        csv.DictReader(io.StringIO(recipes_csv.recipes_csv(plan.all_mixes, plan.passes.volumes, plan.nozzles_mm)))
    )
    for mix, volume in plan.passes.volumes.items():
        assert sum(float(row["volume_ml"]) for row in rows if row["mix"] == mix) == pytest.approx(volume, abs=0.02)
    assert set(rows[0]) == set(recipes_csv.COLUMNS)
    for (
        row
    ) in rows:  # the same dose in peas of a quarter and drops of a twentieth of a millilitre, or as centimetres of bead
        told = dict.fromkeys(("pea", "drop", "cm", "ml"), 0.0)
        told |= {unit: float(number) for number, unit in re.findall(r"([\d.]+) (pea|drop|cm|ml)", row["by_hand"])}
        bead = told["cm"] * np.pi * (plan.nozzles_mm.get(row["source"], 8.0) / 20) ** 2
        amount = 0.25 * told["pea"] + 0.05 * told["drop"] + told["ml"] + bead
        assert amount == pytest.approx(float(row["volume_ml"]), abs=0.06)


@pytest.mark.parametrize(("paper", "size"), [("A4", (595, 841)), ("Letter", (612, 792))])
def test_the_pdf_has_every_mix_and_every_area_on_the_asked_paper(plan, paper, size):
    pdf = pypdf.PdfReader(io.BytesIO(plan_pdf.plan_pdf(plan, "Kettle", paper)))
    assert tuple(int(x) for x in pdf.pages[0].mediabox[2:]) == size
    text = "\n".join(page.extract_text() for page in pdf.pages)
    for area in plan.areas.areas:
        assert area.name in text
    for mix in plan.all_mixes:
        assert (mix.id in text) == (mix.id in plan.passes.volumes)
    for paint_pass in plan.passes.passes:
        assert f"{paint_pass.number}. {paint_pass.role}" in text
    assert "do not sand dry or spray cadmium" in text


def test_very_long_titles_and_names_stay_on_the_page(plan):
    from dataclasses import replace

    long = replace(plan.areas.areas[0], name="the wall behind everything " * 12)
    longer = replace(plan, areas=replace(plan.areas, areas=(long, *plan.areas.areas[1:])))
    pdf = pypdf.PdfReader(io.BytesIO(plan_pdf.plan_pdf(longer, "Ein sehr langer Titel " * 9, "A4")))
    text = " ".join(pdf.pages[1].extract_text().split())
    assert text.count("the wall behind everything") == 12  # wrapped, not cut
    assert re.search(r"Ein sehr langer Titel .*… · page 2", text)  # one line, cut


def test_a_folder_is_written_whole(tmp_path):
    folder.write_folder(tmp_path / "new/deep", {"a.txt": "one", "b.bin": b"\x00"})
    assert sorted(path.name for path in (tmp_path / "new/deep").iterdir()) == ["a.txt", "b.bin"]


def test_a_folder_that_cannot_be_written_is_left_as_it_was(tmp_path):
    there = tmp_path / "results"
    there.mkdir()
    (there / "a.txt").write_text("old")
    (there / "b.txt").mkdir()  # a folder where a file should go
    with pytest.raises(BadSetting, match="cannot be written"):
        folder.write_folder(there, {"b.txt": "new", "a.txt": "new"})
    assert (there / "a.txt").read_text() == "old"
    assert sorted(path.name for path in there.iterdir()) == ["a.txt", "b.txt"]
    (tmp_path / "file").write_text("")
    with pytest.raises(BadSetting):
        folder.write_folder(tmp_path / "file/inside", {"a.txt": "new"})
