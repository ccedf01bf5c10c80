"""The painter of the demo: the kettle, the shelf, and what is out of date."""

import re

from playwright.sync_api import Page, expect

from e2e.conftest import TABLET, open_painting

KETTLE = "Kettle and lemons on the sill"


def open_kettle(page: Page, word: str) -> None:
    open_painting(page, KETTLE)
    if word != "values":
        page.get_by_role("link", name=re.compile(word.capitalize())).click()


def tap(page: Page, x: float, y: float) -> None:
    """Tap the picture at a point given as shares of it."""
    stage = page.get_by_role("application")
    box = stage.bounding_box()
    height = min(box["height"], box["width"] * 3 / 4)
    width = height * 4 / 3
    stage.click(position={"x": (box["width"] - width) / 2 + x * width, "y": (box["height"] - height) / 2 + y * height})


def test_a_tap_on_the_bowl_answers_its_mixes_in_whole_parts(page: Page):
    open_kettle(page, "mixes")
    expect(page.get_by_role("heading", name=re.compile("mixes, in the order of mixing"))).to_be_visible()
    tap(page, 0.70, 0.52)
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("heading", name=re.compile("blue"))).to_be_visible()
    expect(facts.get_by_role("heading", name="shadow")).to_be_visible()
    assert facts.get_by_role("list", name=re.compile("What goes into the pile")).count() >= 2
    expect(
        facts.get_by_role("list", name=re.compile("What goes into the pile")).get_by_text("blue").first
    ).to_be_visible()
    facts.get_by_role("button", name=re.compile("More about")).first.click()
    expect(facts.get_by_text(re.compile("Predicted from catalogue data"))).to_be_visible()
    deep_link = page.url
    page.goto("/")
    page.goto(deep_link)
    expect(facts.get_by_text(re.compile("Predicted from catalogue data"))).to_be_visible()


def test_the_ladder_isolates_a_step_and_is_worked_from_the_keyboard(page: Page):
    open_kettle(page, "values")
    page.get_by_role("button", name=re.compile("^Step 1:")).click()
    expect(page.get_by_role("img", name="Value map, step 1 alone")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("img", name="Value map", exact=True)).to_be_visible()
    border = page.get_by_role("slider", name="Border between steps 4 and 5")
    before = float(border.get_attribute("aria-valuenow"))
    border.focus()
    with page.expect_response(lambda a: "/api/values/" in a.url and a.request.method == "PUT"):
        page.keyboard.press("ArrowUp")
    expect(border).to_have_attribute("aria-valuenow", f"{before + 0.1:.2f}".rstrip("0").rstrip("."))
    page.keyboard.press("Control+z")
    expect(border).to_have_attribute("aria-valuenow", str(before))
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keyboard shortcuts")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("5")
    expect(page).to_have_url(re.compile("/passes"))
    expect(page.get_by_role("button", name=re.compile("^After pass 5"))).to_be_visible()
    page.keyboard.press("[")
    expect(page).to_have_url(re.compile("pass=5"))


def test_zooming_keeps_the_picture_and_the_surround_can_be_changed(page: Page):
    open_kettle(page, "subject")
    expect(page.get_by_role("application", name=re.compile("subject"))).to_be_visible()
    picture = page.get_by_role("img", name=re.compile("The reference"))
    expect(picture).to_be_visible()
    width = picture.bounding_box()["width"]
    page.get_by_role("button", name="Zoom in").click()
    zoomed = picture.bounding_box()["width"]
    assert zoomed > width * 1.2
    page.get_by_role("link", name=re.compile("^Areas")).click()
    expect(page.get_by_role("application", name=re.compile("areas"))).to_be_visible()
    assert abs(picture.bounding_box()["width"] - zoomed) < 1, "another view of the same picture keeps the place"
    page.get_by_role("link", name=re.compile("^Subject")).click()
    expect(page.get_by_role("application", name=re.compile("subject"))).to_be_visible()
    page.get_by_role("button", name="Show the whole picture").click()
    assert abs(picture.bounding_box()["width"] - width) < 1
    page.get_by_role("button", name=re.compile("Surround is middle")).click()
    expect(page.get_by_role("button", name=re.compile("Surround is dark"))).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name=re.compile("Surround is dark"))).to_be_visible()


def test_a_change_of_the_shelf_makes_the_plan_out_of_date_and_one_action_mends_it(page: Page):
    page.goto("/materials")
    page.get_by_role("button", name="Add a tube").click()
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("alert")).to_contain_text("No paint is chosen")
    page.get_by_label("Paint").fill("zinc")
    page.get_by_role("option", name=re.compile("zinc white")).click()
    page.get_by_label("Left in it, ml").fill("70")
    page.expected_refusals = 1
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("alert")).to_contain_text("volume left")
    page.get_by_label("Left in it, ml").fill("25,5")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("heading", name="zinc white")).to_be_visible()
    page.get_by_role("button", name="Change zinc white").click()
    page.get_by_label("Notes").fill("for glazes")
    page.get_by_role("button", name="Keep changes").click()
    expect(page.get_by_text("for glazes")).to_be_visible()

    open_kettle(page, "passes")
    expect(page.get_by_role("link", name=re.compile("Passes out of date"))).to_be_visible()
    expect(page.get_by_role("button", name="Plan as PDF")).to_be_disabled()
    page.get_by_role("button", name="Bring up to date").click()
    expect(page.get_by_role("link", name=re.compile("out of date"))).to_have_count(0)
    expect(page.get_by_role("button", name="Plan as PDF")).to_be_enabled()

    page.goto("/materials")
    page.get_by_role("button", name="Remove zinc white").click()
    expect(page.get_by_role("heading", name="zinc white")).to_be_hidden()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_role("heading", name="zinc white")).to_be_visible()
    page.get_by_role("button", name="Remove zinc white").click()
    expect(page.get_by_role("heading", name="zinc white")).to_be_hidden()


def test_tubes_come_from_a_file_row_by_row_and_can_be_taken_back(page: Page, tmp_path):
    file = tmp_path / "mine.csv"
    file.write_text("key;left_ml\nsapgreen;20,5\nPX99;10\nolive;30\n")
    page.goto("/materials")
    tubes = page.get_by_role("list", name="Tubes").get_by_role("listitem")
    expect(tubes).to_have_count(16)
    page.get_by_role("button", name="Tubes from a file").click()
    page.get_by_label("Shelf file").set_input_files(file)
    expect(page.get_by_role("status")).to_contain_text("2 tubes can go on the shelf. 1 row is left out")
    expect(page.get_by_role("list", name="Rows of the file")).to_contain_text("PX99")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(tubes).to_have_count(18)
    expect(page.get_by_role("heading", name="sap-type green")).to_be_visible()
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save as CSV").click()
    assert "sapgreen,sap-type green,60,20.5" in saving.value.path().read_text()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(tubes).to_have_count(16)


def test_the_subject_can_be_put_on_another_support_and_back(page: Page):
    open_kettle(page, "subject")
    page.get_by_role("button", name="300 × 240").click()
    page.get_by_role("button", name="Use this support").click()
    expect(page.get_by_role("link", name=re.compile("Areas out of date"))).to_be_visible()
    page.get_by_role("slider", name="Left to right").focus()
    with page.expect_response(re.compile("/api/subject/paintings/")):
        page.keyboard.press("Home")
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_text(re.compile("Undone: Moved the crop"))).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Width")).to_have_value("400")
    expect(page.get_by_role("link", name=re.compile("Areas out of date"))).to_have_count(0)


def test_on_a_tablet_everything_stays_in_reach(page: Page):
    page.set_viewport_size(TABLET)
    for word in ("subject", "values", "areas", "mixes", "passes"):
        open_kettle(page, word)
        expect(page.get_by_role("application")).to_be_visible()
        expect(page.get_by_role("complementary", name="Value ladder")).to_be_visible()
        assert page.evaluate("document.documentElement.scrollWidth") <= TABLET["width"]
