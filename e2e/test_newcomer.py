"""A newcomer plans a photo of their own and takes the plan to the easel."""

import re
from pathlib import Path

import pypdf
import pytest
from PIL import Image
from playwright.sync_api import Page, Route, expect
from skimage import data

from e2e.conftest import until


@pytest.fixture
def photo(tmp_path) -> Path:
    """A real photograph, as a camera would leave it."""
    path = tmp_path / "cup-on-table.jpg"
    Image.fromarray(data.coffee()).resize((2400, 1600)).save(path, quality=92)
    return path


def begin_painting(page: Page, photo: Path) -> None:
    page.goto("/")
    page.get_by_role("button", name="New painting").click()
    page.get_by_label("Photo", exact=True).set_input_files(photo)
    expect(page.get_by_label("Name of the painting")).to_have_value("Cup on table")
    page.get_by_role("button", name="in", exact=True).click()
    page.get_by_role("button", name="12 × 9").click()
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("heading", name="Cup on table")).to_be_visible()


def test_a_newcomer_plans_a_photo_and_takes_the_pdf_to_the_easel(page: Page, photo: Path, tmp_path):
    begin_painting(page, photo)

    # values are there at once; dragging a border changes the kept map
    canvas = page.get_by_role("img", name="Value map")
    expect(canvas).to_be_visible()
    border = page.get_by_role("slider", name="Border between steps 2 and 3")
    before = float(border.get_attribute("aria-valuenow"))
    pixels = "c => Array.from(c.getContext('2d').getImageData(0, 0, c.width, c.height).data).reduce((a, b) => a + b)"
    sum_before = canvas.evaluate(pixels)
    box = border.bounding_box()
    x, y = box["x"] + 10, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 12)
    page.mouse.move(x, y - 24)
    assert canvas.evaluate(pixels) != sum_before  # follows the finger before it is let go
    with page.expect_response(lambda a: "/api/values/" in a.url and a.request.method == "PUT") as kept:
        page.mouse.up()
    assert kept.value.ok
    expect(page.get_by_role("button", name="By hand")).to_have_attribute("aria-pressed", "true")
    assert float(border.get_attribute("aria-valuenow")) > before + 0.1

    # undo brings the found borders back
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Even")).to_have_attribute("aria-pressed", "true")
    expect(border).to_have_attribute("aria-valuenow", str(before))

    # the plan runs in the background and survives a reload
    page.get_by_role("button", name="Plan the painting").click()
    expect(page.get_by_role("status", name="Planning")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name=re.compile("After pass 1, ground"))).to_be_visible()

    # areas: a tap on the picture says what is there
    page.get_by_role("link", name=re.compile("^.?\\s*Areas")).click()
    page.get_by_role("application", name=re.compile("areas")).click(position={"x": 300, "y": 260})
    expect(page.get_by_role("heading", name=re.compile("Area \\d+"))).to_be_visible()
    page.get_by_label("Name of the area").fill("the cup's side")
    page.get_by_label("Name of the area").press("Tab")
    page.get_by_role("button", name="All areas").click()
    expect(page.get_by_role("button", name=re.compile("the cup's side"))).to_be_visible()

    # mixes: the same place, answered in whole parts with three swatches
    page.get_by_role("link", name=re.compile("Mixes")).click()
    page.get_by_role("application", name=re.compile("mixes")).click(position={"x": 300, "y": 260})
    expect(page.get_by_role("img", name=re.compile("^wet, #")).first).to_be_visible()
    expect(page.get_by_text(re.compile(r"^\d+ parts?$")).first).to_be_visible()

    # passes and the PDF
    page.get_by_role("link", name=re.compile("Passes")).click()
    expect(page.get_by_role("heading", name=re.compile(r"^\d\. (highlight|what overlaps everything)"))).to_be_visible()
    page.get_by_role("button", name="Letter").click()
    with page.expect_download() as saving:
        page.get_by_role("button", name="Plan as PDF").click()
    saved = tmp_path / saving.value.suggested_filename
    saving.value.save_as(saved)
    pdf = pypdf.PdfReader(saved)
    text = "\n".join(sheet.extract_text() for sheet in pdf.pages)
    assert pdf.pages[0].mediabox[2] == 612
    for words in ("304.8 x 228.6 mm", "the cup's side", "block-in", "titanium white", "Paint needed"):
        assert words in text

    # sittings: nothing has been said yet; said once, the plan stands on the clock
    page.get_by_role("link", name=re.compile("Sittings")).click()
    expect(page.get_by_role("heading", name="When do you paint?")).to_be_visible()
    page.get_by_role("button", name="Put the plan on the clock").click()
    expect(page.get_by_role("button", name=re.compile("^Unit 1 the whole surface"))).to_be_visible()
    page.get_by_role("button", name="Plan", exact=True).click()
    expect(page.get_by_role("region", name="Facts")).to_contain_text("First sitting")
    expect(page.get_by_role("region", name="Facts")).to_contain_text(
        re.compile("No order of these units|could be saved")
    )


def test_a_plan_can_be_stopped_and_begun_again(page: Page, photo: Path):
    begin_painting(page, photo)
    page.get_by_role("button", name="Plan the painting").click()
    page.get_by_role("button", name="Stop").click()
    again = page.get_by_role("button", name="Plan the painting")
    expect(again).to_be_visible()
    again.click()
    expect(page.get_by_role("button", name=re.compile("After pass 2"))).to_be_visible()
    page.goto("/")
    removed = page.get_by_role("button", name="Remove Cup on table")
    expect(removed.first).to_be_visible()
    cards = removed.count()
    removed.first.click()
    expect(removed).to_have_count(cards - 1)
    page.reload()
    page.get_by_role("button", name="Restore Cup on table").first.click()
    expect(removed).to_have_count(cards)
    expect(page.get_by_text("“Cup on table” is back.")).to_be_visible()


def test_a_bad_file_is_refused_and_what_was_typed_stays(page: Page, tmp_path):
    wrong = tmp_path / "notes.jpg"
    wrong.write_text("not a photo")
    page.goto("/")
    page.get_by_role("button", name="New painting").click()
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("alert")).to_contain_text("no photo yet")
    page.get_by_label("Photo", exact=True).set_input_files(wrong)
    page.get_by_label("Name of the painting").fill("My own name")
    page.get_by_label("Width").fill("1")
    page.expected_refusals = 1
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("alert")).to_contain_text("20 and 10000 mm")
    page.get_by_label("Width").fill("400")
    page.expected_refusals = 1
    page.get_by_role("button", name="Begin").click()
    expect(page.get_by_role("alert")).to_contain_text("not a JPEG or PNG")
    expect(page.get_by_label("Name of the painting")).to_have_value("My own name")


def test_nothing_slides_beneath_the_hand_when_the_face_comes_late(page: Page):
    """Seen: a click on the list of words was lost, because lines broke anew between pressing and letting go."""
    held: list[Route] = []
    late = True

    def face(route: Route) -> None:
        if late:
            held.append(route)
        else:  # a second face is asked for once the first is there
            route.continue_()

    page.route("**/*.woff2", face)
    page.goto("/paintings/1/values", wait_until="commit")
    until(page, lambda: held)
    page.wait_for_timeout(500)
    words = page.get_by_role("link", name="Sittings")
    expect(words).to_have_count(0)
    late = False
    for one in held:
        one.continue_()
    words.wait_for()
    there = words.bounding_box()
    page.evaluate("document.fonts.ready")
    assert words.bounding_box() == there
