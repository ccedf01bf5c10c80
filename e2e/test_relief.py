"""The painter before the paint: the photo adjusted, the picture composed, the values looked at from all sides."""

import re
import zipfile

from playwright.sync_api import Page, expect

NOTHING_STALE = re.compile("out of date")


def fresh(page: Page) -> None:
    expect(page.get_by_role("link", name=NOTHING_STALE)).to_have_count(0)


def test_a_photo_is_levelled_neutralised_and_everything_taken_back(page: Page):
    page.goto("/paintings/1/subject")
    facts = page.get_by_role("region", name="Facts")
    reference = page.get_by_role("img", name="The reference, cropped to the support")
    before = reference.get_attribute("src")
    facts.get_by_role("button", name="Level").click()
    expect(page.get_by_role("img", name="The photo as it came")).to_be_visible()
    handle = page.get_by_role("button", name=re.compile("^Left end of the line"))
    box = handle.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2 - 24)
    page.mouse.up()
    handle.focus()
    page.keyboard.press("ArrowUp")
    facts.get_by_role("button", name="Use it").click()
    expect(facts.get_by_text("Done: levelled.")).to_be_visible()
    expect(reference).not_to_have_attribute("src", before)
    expect(page.get_by_role("link", name=NOTHING_STALE).first).to_be_visible()

    facts.get_by_role("button", name="Mirror").click()
    expect(facts.get_by_text("Done: levelled, mirrored.")).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(facts.get_by_text("Done: levelled.")).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Redo").click()
    expect(facts.get_by_text("Done: levelled, mirrored.")).to_be_visible()
    facts.get_by_role("button", name="Neutral grey").click()
    page.keyboard.press("Escape")
    facts.get_by_role("button", name="Take all back").click()
    expect(reference).to_have_attribute("src", before)
    fresh(page)


def test_a_line_that_is_far_off_level_is_refused_and_nothing_changes(page: Page):
    page.goto("/paintings/1/subject")
    facts = page.get_by_role("region", name="Facts")
    facts.get_by_role("button", name="Level").click()
    handle = page.get_by_role("button", name=re.compile("^Left end of the line"))
    stage = page.get_by_role("application").bounding_box()
    box = handle.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(stage["x"] + stage["width"] * 0.45, stage["y"] + stage["height"] * 0.15, steps=4)
    page.mouse.up()
    page.expected_refusals = 1
    facts.get_by_role("button", name="Use it").click()
    expect(page.get_by_role("alert")).to_contain_text("degrees off level")
    page.keyboard.press("Escape")
    fresh(page)


def test_the_picture_is_composed_with_guides_a_grid_and_a_focal_passage(page: Page):
    page.goto("/paintings/1/subject")
    facts = page.get_by_role("region", name="Facts")
    facts.get_by_role("button", name="Armature of the rectangle").click()
    facts.get_by_role("slider", name=re.compile("No grid")).focus()
    for _ in range(4):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_role("img", name=re.compile("armature of the rectangle, grid of 50 mm"))).to_be_visible()
    facts.get_by_role("button", name="Mark it").click()
    expect(page.get_by_role("button", name=re.compile("^The focal passage"))).to_be_visible()
    facts.get_by_role("button", name="Use it").click()
    expect(facts.get_by_text(re.compile("focal passage")).last).to_be_visible()
    expect(facts.get_by_role("button", name="Move it")).to_be_visible()
    # a mark is no change of the picture: only the order of the passes follows it
    expect(page.get_by_role("link", name=NOTHING_STALE)).to_have_count(1)
    expect(page.get_by_role("link", name=re.compile("Passes out of date"))).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(facts.get_by_role("button", name="Mark it")).to_be_visible()
    fresh(page)


def test_the_drawing_is_laid_over_the_photo_made_simpler_and_taken_along(page: Page):
    page.goto("/paintings/1/subject")
    facts = page.get_by_role("region", name="Facts")
    facts.get_by_role("switch", name="show it on the picture").click()
    drawing = page.get_by_role("img", name="The drawing to trace")
    expect(drawing).to_be_visible()
    count = facts.get_by_text(re.compile(r"^\d+ lines$"))
    usual = int(count.inner_text().split()[0])
    assert usual > 100
    detail = facts.get_by_role("slider", name="Detail")
    detail.focus()
    for _ in range(10):
        page.keyboard.press("ArrowLeft")
    assert int(count.inner_text().split()[0]) < usual / 2
    facts.get_by_role("group", name="Borders of values, dotted").get_by_role("button").first.click()
    expect(drawing.locator("path[stroke-dasharray]")).to_have_attribute("d", re.compile("^M"))
    with page.expect_download() as saving:
        facts.get_by_role("link", name="Line art (SVG)").click()
    assert b'id="outline"' in saving.value.path().read_bytes()
    with page.expect_download() as saving:
        facts.get_by_role("link", name="4 sheets of A4 (PDF)").click()
    assert saving.value.path().read_bytes().startswith(b"%PDF")
    with page.expect_download() as saving:
        facts.get_by_role("link", name="Layers with map and photo (OpenRaster)").click()
    assert zipfile.ZipFile(saving.value.path()).read("mimetype") == b"image/openraster"


def kept(page: Page):
    return page.expect_response(lambda answer: "/api/values/" in answer.url and answer.request.method == "PUT")


def test_a_passage_is_outlined_and_laid_with_a_finer_brush(page: Page):
    page.goto("/paintings/1/values")
    facts = page.get_by_role("region", name="Facts")
    facts.get_by_role("button", name="Outline a passage for a finer brush").click()
    lasso = page.get_by_role("img", name="Draw round a piece")
    box = lasso.bounding_box()
    page.mouse.move(box["x"] + box["width"] * 0.55, box["y"] + box["height"] * 0.3)
    page.mouse.down()
    for x, y in ((0.9, 0.3), (0.9, 0.7), (0.55, 0.7)):
        page.mouse.move(box["x"] + box["width"] * x, box["y"] + box["height"] * y, steps=4)
    with kept(page):
        page.mouse.up()
    expect(lasso).to_have_count(0)
    brush = facts.get_by_label("Passage 1", exact=True)
    expect(brush).to_have_text("6 mm")
    brush.click()
    with kept(page):
        page.get_by_role("option", name="3 mm").click()
    page.reload()
    expect(brush).to_have_text("3 mm")
    with kept(page):
        facts.get_by_role("button", name="Passage 1 as the rest").click()
    expect(brush).to_have_count(0)
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(brush).to_have_text("3 mm")


def test_the_photo_is_wiped_over_the_map(page: Page):
    page.goto("/paintings/1/values")
    page.get_by_role("region", name="Facts").get_by_role("button", name="Wipe the photo over it").click()
    expect(page.get_by_role("img", name="The photo, over the left 50 %")).to_be_visible()
    page.get_by_role("button", name="Where the photo ends").focus()
    for _ in range(10):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_role("img", name="The photo, over the left 55 %")).to_be_visible()


def test_values_are_looked_at_squinting_turned_and_along_a_line(page: Page):
    page.goto("/paintings/1/values")
    for look, shown in (
        ("Black and white", "The picture in black and white"),
        ("Two values", "The picture in 2 values"),
        ("Three values", "The picture in 3 values"),
        ("Contours", "Contours at"),
        ("Strokes", "The map in the strokes of a 10 mm brush"),
    ):
        page.get_by_role("button", name=look, exact=True).click()
        expect(page.get_by_role("img", name=re.compile(f"^{shown}"))).to_be_visible()
    strokes = page.get_by_role("img", name=re.compile("^The map in the strokes"))
    expect(strokes).to_have_js_property("complete", True)
    assert strokes.evaluate("image => image.naturalWidth") > 400
    page.get_by_role("button", name="Profile").click()
    profile = page.get_by_role("img", name=re.compile("^Profile over"))
    before = profile.get_attribute("aria-label")
    end = page.get_by_role("button", name=re.compile("^End of the profile"))
    end.focus()
    for _ in range(8):
        page.keyboard.press("ArrowUp")
    expect(profile).not_to_have_attribute("aria-label", before)
    page.get_by_role("slider", name="Squint").focus()
    page.keyboard.press("End")
    expect(page.get_by_text("1.00° seen from 1.5 m")).to_be_visible()
    page.get_by_role("button", name="Upside down").click()
    expect(page.get_by_role("button", name="Upside down")).to_have_attribute("aria-pressed", "true")


def test_a_mass_is_made_lighter_kept_and_put_back(page: Page):
    page.goto("/paintings/1/values")
    facts = page.get_by_role("region", name="Facts")
    stage = page.get_by_role("application")
    expect(stage.get_by_role("img", name="Value map")).to_be_visible()
    box = stage.bounding_box()
    stage.click(position={"x": box["width"] * 0.08, "y": box["height"] / 2})  # the dark wall on the left
    expect(facts.get_by_text(re.compile("The tapped mass lies on step"))).to_be_visible()
    with page.expect_response(lambda a: "/api/values/" in a.url and a.request.method == "PUT"):
        facts.get_by_role("button", name="One step lighter").click()
    expect(facts.get_by_role("button", name="Put the moved mass back")).to_be_visible()
    with page.expect_response(lambda a: "/api/values/" in a.url and a.request.method == "PUT"):
        facts.get_by_role("button", name="Paint step 5 lighter").click()
    expect(facts.get_by_role("button", name=re.compile("The found values"))).to_be_visible()
    page.reload()
    expect(facts.get_by_role("button", name="Put the moved mass back")).to_be_visible()
    both = [facts.get_by_role("button", name=re.compile(name)) for name in ("Put the moved mass", "The found values")]
    page.evaluate("both => both.forEach((one) => one.click())", [one.element_handle() for one in both])  # at once
    expect(facts.get_by_role("button", name=re.compile("The found values"))).to_be_hidden()
    expect(facts.get_by_role("button", name="Put the moved mass back")).to_be_hidden()
    kept = page.request.get("/api/values/1").json()
    assert (kept["moved"], kept["own_values"]) == ([], [])
    fresh(page)


def test_what_the_brush_loses_is_listed_marked_and_seen_with_a_finer_one(page: Page):
    page.goto("/paintings/1/values")
    facts = page.get_by_role("region", name="Facts")
    lost = facts.get_by_role("list", name="Lost shapes").get_by_role("listitem")
    expect(lost.first).to_contain_text(re.compile(r"(dark|light) shape, \d+ × \d+ mm: a flat of \d+ mm keeps it"))
    facts.get_by_label("mark them on the map").check()
    expect(page.get_by_role("img", name=re.compile("shapes that this brush loses"))).to_be_visible()
    lost.first.get_by_role("button").click()
    expect(page.get_by_role("img", name=re.compile(r"Right half: a brush of \d+ mm"))).to_be_visible()


def test_two_brushes_are_compared_and_the_finish_bends_the_values(page: Page):
    page.goto("/paintings/1/values")
    facts = page.get_by_role("region", name="Facts")
    facts.get_by_role("slider", name=re.compile("^Right half")).focus()
    page.keyboard.press("End")
    expect(page.get_by_role("img", name=re.compile("^Right half: a brush of"))).to_be_visible()
    facts.get_by_role("button", name="matt").click()
    expect(page.get_by_role("link", name=re.compile("Values out of date|Areas out of date")).first).to_be_visible()
    facts.get_by_role("button", name="Add a point").click()
    point = page.get_by_role("button", name=re.compile("^Point 1 of the curve"))
    expect(point).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(point).to_be_hidden()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(facts.get_by_role("button", name="satin")).to_have_attribute("aria-pressed", "true")
    fresh(page)


def test_a_subject_without_a_photo_is_laid_in_zones_and_planned(page: Page):
    page.goto("/")
    page.get_by_role("button", name="Without a photo").click()
    dialog = page.get_by_role("dialog", name="In front of the subject")
    page.expected_refusals = 1
    dialog.get_by_role("button", name="Begin").click()
    expect(dialog.get_by_role("alert")).to_contain_text("no title")
    dialog.get_by_label("Name of the painting").fill("Buoys on the quay")
    dialog.get_by_label("Weather and light").fill("overcast")
    dialog.get_by_role("button", name="Begin").click()
    lattice = page.get_by_role("grid", name=re.compile("^Lattice of 16 by 12"))
    expect(lattice).to_be_visible()
    facts = page.get_by_role("region", name="Facts")
    box = lattice.bounding_box()

    def at(column: float, row: float) -> tuple[float, float]:
        return box["x"] + (column + 0.5) / 16 * box["width"], box["y"] + (row + 0.5) / 12 * box["height"]

    facts.get_by_role("button", name=re.compile("^dark")).click()
    with page.expect_response(re.compile("/observation")):
        page.mouse.move(*at(0, 8))
        page.mouse.down()
        page.mouse.move(*at(15, 8), steps=5)
        page.mouse.up()
    page.mouse.dblclick(*at(4, 10))  # the lower part, cut off from the upper one, is filled
    facts.get_by_role("button", name="Another zone").click()
    expect(facts.get_by_role("heading", name="This zone: zone 3")).to_be_visible()
    facts.get_by_role("group", name="Hue").get_by_role("button", name="orange").click()
    chroma = facts.get_by_role("group", name="Chroma").get_by_role("button", name="greyed")
    expect(chroma).to_have_attribute("aria-pressed", "true")
    lattice.focus()
    for key in ("ArrowRight", "ArrowRight", "ArrowDown", "Enter"):
        page.keyboard.press(key)
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    page.get_by_role("banner").get_by_role("button", name="Redo").click()
    page.get_by_role("button", name="Plan the painting").click()
    expect(page.get_by_role("button", name=re.compile("After pass 1, ground"))).to_be_visible()
    page.reload()
    expect(page.get_by_role("grid", name=re.compile("^Lattice"))).to_be_visible()
    page.goto("/")
    page.get_by_role("button", name="Remove Buoys on the quay").click()
    expect(page.get_by_role("button", name="Remove Buoys on the quay")).to_have_count(0)


def test_another_photo_is_laid_over_the_base_placed_outlined_and_undone(page: Page):
    page.goto("/paintings/1/subject")
    facts = page.get_by_role("region", name="Facts")
    reference = page.get_by_role("img", name="The reference, cropped to the support")
    before = reference.get_attribute("src")
    page.get_by_label("Another photo", exact=True).set_input_files("demo/pictures/kettle-close.jpg")
    expect(facts.get_by_role("button", name="kettle-close")).to_be_visible()
    expect(page.get_by_role("img", name="Everything laid together, before cropping")).to_be_visible()
    middle = page.get_by_role("button", name=re.compile("^Middle of the patch"))
    middle.focus()
    with page.expect_response(re.compile("/references/")):
        page.keyboard.press("ArrowRight")
    facts.get_by_role("button", name="Outline").click()
    expect(page.get_by_role("img", name="The photo kettle-close")).to_be_visible()
    with page.expect_response(re.compile("/references/")):
        facts.get_by_role("button", name="Another point").click()
    expect(page.get_by_role("button", name=re.compile("^Point 5 of the outline"))).to_be_visible()
    facts.get_by_role("button", name="Horizon and light", exact=True).click()
    light = page.get_by_role("button", name=re.compile("^Where the light falls"))
    light.focus()
    with page.expect_response(re.compile("/references/")):
        page.keyboard.press("ArrowDown")
    facts.get_by_role("button", name="Done", exact=True).click()
    expect(reference).not_to_have_attribute("src", before)
    facts.get_by_role("button", name="kettle-close").click()
    facts.get_by_role("button", name="Take it away").click()
    expect(reference).to_have_attribute("src", before)
    fresh(page)
