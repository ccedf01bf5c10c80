"""The painter photographs the painting, reads what to mend first, looks at it in other ways, and corrects what was found."""

import io
import re

from PIL import Image
from playwright.sync_api import Page, expect

LIST = re.compile(r"thing(s)? to mend|Nothing to mend|Stop here")


def measured(page: Page) -> None:
    expect(page.get_by_role("status", name="Measuring")).to_have_count(0)
    expect(page.get_by_role("heading", name=LIST)).to_be_visible()


def photo_of(page: Page, check: int = 1) -> bytes:
    """A photo that the demo's painter took."""
    found = page.request.get(f"/api/checks/3/{check}").json()
    return page.request.get(found["photo_url"]).body()


def test_from_the_easel_a_photo_is_taken_and_the_list_stands_there(page: Page):
    page.goto("/paintings/3/easel")
    page.get_by_role("button", name="More").click()
    page.get_by_role("link", name="Check the painting with a photo").click()
    expect(page.get_by_role("heading", name="Photograph the painting")).to_be_visible()
    against = page.get_by_role("combobox", name="It is held against")
    against.click()
    page.get_by_role("option", name="pass 2, block-in").click()
    expect(page.get_by_role("img", name="As planned after pass 2, block-in")).to_be_visible()
    photo = {"name": "easel.jpg", "mimeType": "image/jpeg", "buffer": photo_of(page)}
    page.get_by_label("Take a photo: the picture").set_input_files(photo)
    expect(page).to_have_url(re.compile(r"check=\d+"))
    page.reload()  # measuring goes on without the page
    measured(page)
    first = page.get_by_role("list", name="What to mend, in this order").get_by_role("button").first
    first.click()
    expect(first).to_have_attribute("aria-pressed", "true")
    expect(page.get_by_text("Read against those areas that are as planned")).to_be_visible()
    checks = page.get_by_role("navigation", name="All checks of the painting").get_by_role("button")
    expect(checks.first).to_be_visible()
    checks.last.click()
    measured(page)


def test_the_painting_is_looked_at_beside_the_plan_in_every_way(page: Page):
    page.goto("/paintings/3/checks?check=1")
    measured(page)
    painting = page.get_by_role("img", name="The painting as photographed")
    planned = page.get_by_role("img", name="What it should look like after pass 2, block-in")
    expect(painting).to_be_visible()
    page.get_by_role("button", name="Both side by side").click()
    expect(painting).to_be_visible()
    expect(planned).to_be_visible()
    page.get_by_role("button", name="Values off").click()
    expect(page.get_by_role("img", name=re.compile("lighter or darker than planned"))).to_be_visible()
    page.get_by_role("button", name="Wipe the painting").click()
    page.get_by_role("button", name="Where the painting ends").focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("img", name=re.compile("The painting, over the left 5[1-9] %"))).to_be_visible()
    page.get_by_role("button", name="Blink").click()
    expect(painting).to_be_visible()
    expect(planned).to_be_visible()  # in its turn
    for look in ("Squint", "Greys", "Mirror", "Turned", "Thirds"):
        button = page.get_by_role("button", name=look, exact=True)
        button.click()
        expect(button).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Areas", exact=True).click()
    areas = page.get_by_role("table", name="Areas, the value that is most off first")
    expect(areas.get_by_role("row").nth(1)).to_contain_text(re.compile(r"[+−]\d\.\d ± \d\.\d"))
    page.get_by_role("button", name="Places", exact=True).click()
    expect(
        page.get_by_text(re.compile(r"All \d+ places lie where they should|of \d+ places (is|are) off"))
    ).to_be_visible()
    page.get_by_role("table", name="Places").get_by_role("button").first.click()
    expect(page.get_by_role("button", name=re.compile("drag it, or move it with the arrow keys"))).to_be_visible()


def test_corners_are_moved_by_hand_and_a_black_photo_is_kept_and_says_why(page: Page):
    page.goto("/paintings/3/checks?check=1&tab=photo")
    corner = page.get_by_role("button", name=re.compile("^Upper left corner"))
    with page.expect_response(lambda answer: "/api/checks/3/1" in answer.url and answer.request.method == "PUT"):
        corner.focus()
        page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("button", name="Find the corners again")).to_be_visible()
    page.get_by_role("button", name="Find the corners again").click()
    expect(page.get_by_role("button", name="Find the corners again")).to_have_count(0)
    page.get_by_role("button", name="Mend", exact=True).click()
    measured(page)

    black = io.BytesIO()
    Image.new("RGB", (900, 700)).save(black, "PNG")
    page.get_by_role("button", name="New photo").click()
    photo = {"name": "black.png", "mimeType": "image/png", "buffer": black.getvalue()}
    page.get_by_label("Choose a file: the picture").set_input_files(photo)
    expect(page.get_by_text("The photo is black or nearly so.")).to_be_visible()
    expect(page.get_by_role("img", name="The photo as it was taken")).to_be_visible()
    page.get_by_role("button", name="Remove this check").click()
    page.get_by_role("button", name="Remove it with its photo").click()
    expect(page.get_by_role("heading", name="Photograph the painting")).to_be_visible()
