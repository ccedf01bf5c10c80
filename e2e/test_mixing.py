"""The painter at the mixing bench: a recipe chosen, dabs by hand, a pile mended, a tube measured, a palette chosen."""

import io
import re

import numpy as np
from PIL import Image, ImageDraw
from playwright.sync_api import Page, expect

from ypsochrom.colour import spectra, srgb
from ypsochrom.materials import swatch_card
from ypsochrom.materials.instruments import SimulatedCamera, SimulatedTubes
from ypsochrom.paint.calibration import WHITE_PARTS
from ypsochrom.paint.catalogue import paint


def to_the_bench(page: Page) -> None:
    """From the kettle's darkest mix to the mixing bench."""
    page.goto("/paintings/1/mixes?mix=m08")
    page.get_by_role("region", name="Facts").get_by_role("link", name="Mixing bench").click()
    expect(page.get_by_role("heading", name="Mixing bench")).to_be_visible()


def test_a_recipe_is_chosen_among_several_kept_for_the_mix_and_given_back(page: Page):
    to_the_bench(page)
    recipes = page.get_by_role("list", name="Recipes").get_by_role("button")
    expect(recipes.nth(2)).to_be_visible()
    recipes.nth(1).click()
    chosen = page.get_by_role("region", name="The chosen recipe")
    expect(chosen.get_by_role("table", name="Order of adding")).to_be_visible()
    expect(chosen.get_by_role("img", name=re.compile("tungsten lamp"))).to_be_visible()
    page.get_by_role("button", name="burnt sienna may be used").click()
    page.get_by_role("button", name="burnt sienna must be used").click()
    expect(page.get_by_role("button", name="burnt sienna must not be used")).to_be_visible()
    expect(page.get_by_role("list", name="Recipes")).not_to_contain_text("burnt sienna")
    page.get_by_role("button", name="Keep for this mix").click()
    expect(page.get_by_text(re.compile("Kept a recipe for"))).to_be_visible()

    page.goto("/paintings/1/mixes?mix=m08")
    expect(page.get_by_role("region", name="Facts").get_by_text("Your own recipe")).to_be_visible()
    page.get_by_role("button", name="Give the found recipe back").click()
    expect(page.get_by_role("region", name="Facts").get_by_text("Your own recipe")).to_be_hidden()
    expect(page.get_by_role("link", name=re.compile("out of date"))).to_have_count(0)


def test_fewer_piles_are_asked_for_on_the_curve_and_taken_back(page: Page):
    page.goto("/paintings/1/mixes")
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("img", name=re.compile("^Difference between parts and piles"))).to_be_visible()
    slider = facts.get_by_role("slider", name="Piles the next plan may have")
    slider.focus()
    with page.expect_response(lambda answer: answer.url.endswith("/piles") and answer.request.method == "PUT"):
        page.keyboard.press("ArrowLeft")
    expect(slider).to_have_attribute("aria-valuenow", "20")
    expect(page.get_by_role("link", name=re.compile("Mixes.*out of date"))).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(slider).to_have_attribute("aria-valuenow", "22")
    expect(page.get_by_role("link", name=re.compile("out of date"))).to_have_count(0)


def test_doses_go_into_the_pile_and_are_pulled_back_and_a_reload_keeps_them(page: Page):
    to_the_bench(page)
    page.get_by_role("button", name="By hand", exact=True).click()
    heap = page.get_by_role("button", name="Take a pea of titanium white")
    heap.evaluate("heap => { for (let pea = 0; pea < 3; pea++) heap.click(); }")  # quicker than it is drawn
    page.get_by_role("button", name="a drop").click()
    with page.expect_response(lambda a: "/bench/tray" in a.url and "PBr7bs" in (a.request.post_data or "")):
        page.get_by_role("button", name="Take a drop of burnt sienna").click()
    growth = page.get_by_role("list", name="How the pile grew").get_by_role("listitem")
    expect(growth).to_have_count(2)
    expect(growth.first).to_contain_text("3 peas titanium white")
    expect(growth.last).to_contain_text("1 drop burnt sienna")
    pile = page.get_by_role("region", name="The pile")
    words = pile.get_by_role("status")
    expect(words).to_have_text(re.compile("too|right"))
    pile.get_by_role("button", name=re.compile("^What can I make of")).click()
    expect(pile.get_by_role("list", name="What it can become").get_by_role("listitem").first).to_contain_text("makes")
    before = words.inner_text()
    page.get_by_role("button", name="Take a drop of bone black").click()
    expect(growth).to_have_count(3)
    expect(words).not_to_have_text(before)
    page.keyboard.press("Control+z")
    expect(words).to_have_text(before)
    page.reload()
    expect(words).to_have_text(before)
    expect(growth.first).to_contain_text("3 peas titanium white")
    page.get_by_role("slider", name="Pull the pile back").press("ArrowLeft")
    expect(growth.last).to_contain_text("pulled back")
    expect(words).not_to_have_text(before)
    growth.last.get_by_role("button").click()
    expect(words).to_have_text(before)
    pile.get_by_role("button", name="Put it in").click()  # what brings it nearer
    expect(growth.nth(2)).to_be_visible()
    page.get_by_role("button", name="Strings").click()
    string = page.get_by_role("list", name="The string, dark to light")
    expect(string.get_by_role("button", name=re.compile("^Take .* to the bench"))).to_have_count(5)
    page.get_by_role("button", name="Greens of one family").click()
    expect(string).to_contain_text("green 1 of 5")


def test_a_paint_that_is_not_there_is_mixed_of_what_is(page: Page):
    page.goto("/mixes")
    page.get_by_role("button", name="Substitutes").click()
    page.get_by_label("Paint that you do not have").fill("nickel")
    page.get_by_role("option", name="nickel azo yellow").click()
    listed = page.get_by_role("list", name="Substitutes").get_by_role("listitem")
    expect(listed).to_have_count(4)
    expect(listed.first).to_contain_text(re.compile(r"over the whole string, \d+\.\d at the most"))
    page.reload()
    expect(listed).to_have_count(4)
    listed.first.get_by_role("button", name="Take it to the bench").click()
    pile = page.get_by_role("region", name="The pile")
    expect(pile).to_be_visible()
    expect(page.get_by_role("list", name="How the pile grew")).to_contain_text("yellow")


def test_a_pile_that_came_out_wrong_is_mended_by_instrument_and_by_photo(page: Page, tmp_path):
    page.goto("/mixes?painting=1&mix=m08&mode=mend")
    expect(page.get_by_text(re.compile(r"ml of .* as planned"))).to_be_visible()
    page.goto("/mixes?painting=1&mix=m08&mode=mend&parts=PW6:4+PBr7bs:6+PY83:8")
    page.get_by_role("button", name="Weigh it").click()
    page.get_by_role("button", name=re.compile("^Colorimeter")).click()
    corrections = page.get_by_role("list", name="Corrections").get_by_role("listitem")
    expect(corrections.first).to_contain_text("of the pile")
    expect(page.get_by_role("img", name=re.compile("the pile, dry, #"))).to_be_visible()

    picture = Image.new("RGB", (400, 200), (118, 118, 118))
    picture.paste((120, 90, 60), (200, 0, 400, 200))
    picture.save(tmp_path / "pile.png")
    page.get_by_label("Photo of the palette").set_input_files(tmp_path / "pile.png")
    photo = page.get_by_role("button", name="The photo; tap the card, then a pile")
    box = photo.bounding_box()
    page.expected_refusals = 1  # a photo of one pile that fills it has no tray around it
    photo.click(position={"x": box["width"] * 0.25, "y": box["height"] / 2})
    expect(page.get_by_role("alert")).to_contain_text("No pile stands out")
    photo.click(position={"x": box["width"] * 0.75, "y": box["height"] / 2})
    expect(page.get_by_text(re.compile("Read as .*brown"))).to_be_visible()
    expect(corrections.first).to_be_visible()


def test_a_photo_of_the_palette_tells_the_piles_and_one_of_them_is_mended(page: Page, tmp_path):
    picture = Image.new("RGB", (600, 400), (225, 225, 222))
    draw = ImageDraw.Draw(picture)
    draw.rectangle((10, 10, 90, 90), fill=(118, 118, 118))
    for place, colour in enumerate(["#302b28", "#7a5233", "#5f82a8", "#d8c38f"]):
        x = 170 + 120 * place
        draw.ellipse((x - 45, 160, x + 45, 250), fill=colour)
    picture.save(tmp_path / "palette.png")
    page.goto("/mixes?painting=1&mix=m08&mode=mend")
    page.get_by_label("Photo of the palette").set_input_files(tmp_path / "palette.png")
    photo = page.get_by_role("button", name="The photo; tap the card, then a pile")
    box = photo.bounding_box()
    photo.click(position={"x": box["width"] * 0.08, "y": box["height"] * 0.12})
    piles = page.get_by_role("list", name="Piles in the photo").get_by_role("listitem")
    expect(piles).to_have_count(4)
    expect(piles.nth(2)).to_contain_text("blue")
    piles.nth(2).get_by_role("button").click()
    expect(page.get_by_text(re.compile(r"ml of .*blue.* as planned"))).to_be_visible()
    expect(page.get_by_role("heading", name="3. What to do")).to_be_visible()


def test_a_colour_out_of_reach_is_answered_by_the_nearest_and_said_so(page: Page):
    page.goto("/mixes")
    page.get_by_text("A colour in words or numbers").click()
    page.get_by_label("L*, a*, b* or #rrggbb").fill("not a colour")
    page.expected_refusals = 1
    page.get_by_role("button", name="Use as target: the numbers").click()
    expect(page.get_by_role("alert")).to_contain_text("not a colour")
    page.get_by_label("L*, a*, b* or #rrggbb").fill("60, 90, -80")
    page.get_by_role("button", name="Use as target: the numbers").click()
    expect(page.get_by_role("status")).to_contain_text("Out of reach of these tubes")


def card_photo(path, key: str) -> None:
    bench = SimulatedTubes(5)
    light = {
        kind: tuple(
            np.clip(
                srgb.xyz_to_linear(spectra.reflectance_to_xyz(bench.swatch(paint(key), paint("PW6"), kind))), 0, 1
            ).tolist()
        )
        for kind in WHITE_PARTS
    }
    out = io.BytesIO()
    Image.fromarray(SimulatedCamera(1).photograph(swatch_card.drawn(light))).save(out, "JPEG", quality=95)
    path.write_bytes(out.getvalue())


def test_a_tube_is_measured_from_a_photo_of_its_card_and_taken_back(page: Page, tmp_path):
    page.goto("/materials")
    page.get_by_role("link", name="Measure burnt sienna").click()
    with page.expect_download() as saving:
        page.get_by_role("link", name="Card as PDF").click()
    assert saving.value.path().read_bytes().startswith(b"%PDF")
    Image.new("RGB", (640, 480), (90, 90, 90)).save(tmp_path / "wrong.png")
    page.expected_refusals = 1
    page.get_by_label("Photo of the swatch card").set_input_files(tmp_path / "wrong.png")
    expect(page.get_by_role("alert")).to_contain_text("No swatch card")
    card_photo(tmp_path / "card.jpg", "PBr7bs")
    page.get_by_label("Photo of the swatch card").set_input_files(tmp_path / "card.jpg")
    expect(page.get_by_role("img", name="The card, put straight")).to_be_visible()
    expect(page.get_by_role("table", name="Swatches, predicted and read").get_by_role("row")).to_have_count(6)
    page.get_by_role("button", name="Keep this calibration").click()
    expect(page.get_by_text("predictions rest on your readings")).to_be_visible()
    page.goto("/mixes?mode=hand&parts=PBr7bs:1")
    expect(page.get_by_role("region", name="The pile")).to_contain_text("calibrated tubes")
    page.goto("/materials")
    page.get_by_role("link", name="Measure burnt sienna").click()
    with page.expect_download() as saving:
        page.get_by_role("link", name="CxF3").click()
    saving.value.save_as(tmp_path / "readings.cxf")
    page.get_by_label("File of readings").set_input_files(tmp_path / "readings.cxf")
    expect(page.get_by_role("table", name="Swatches, predicted and read").get_by_role("row")).to_have_count(6)
    page.get_by_role("button", name="Cancel").click()
    page.get_by_role("button", name="Undo last calibration").click()
    expect(page.get_by_text("predictions rest on the catalogue")).to_be_visible()


def test_a_palette_is_chosen_for_the_picture_and_compared(page: Page):
    page.goto("/paintings/1/mixes")
    page.get_by_role("button", name="Choose the palette").click()
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("heading", name="How it serves the picture")).to_be_visible()
    facts.get_by_label("Keep bone black in any case").check()
    slider = facts.get_by_role("slider", name=re.compile("tubes out of"))
    slider.focus()
    page.keyboard.press("Home")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    facts.get_by_role("button", name="Find them").click()
    expect(facts.get_by_role("heading", name="This palette, 4 tubes")).to_be_visible()
    expect(facts.get_by_label("Keep bone black in any case")).to_be_checked()
    expect(facts.get_by_role("table", name="Palettes compared")).to_contain_text("the plan’s")
    expect(page.get_by_role("img", name=re.compile("out of these tubes’ reach"))).to_be_visible()
    expect(facts.get_by_role("img", name=re.compile("Colours reached at value 5"))).to_be_visible()
    facts.get_by_role("button", name="every paint").click()
    facts.get_by_role("button", name="Which one more tube would help most?").click()
    expect(facts.get_by_role("heading", name="This palette, 5 tubes")).to_be_visible()
    expect(facts.get_by_label("Keep bone black in any case")).to_be_checked()
    page.get_by_role("button", name="In these tubes").click()
    expect(page.get_by_role("img", name="The picture in the colours of this palette")).to_be_visible()
    facts.get_by_role("button", name="Plan with this palette").click()
    expect(page.get_by_role("link", name=re.compile("Mixes out of date"))).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_role("link", name=re.compile("out of date"))).to_have_count(0)


def test_supplies_and_palettes_stand_beside_the_tubes(page: Page, tmp_path):
    page.goto("/materials/supplies")
    page.get_by_role("button", name="Add to brushes and knives").click()
    page.get_by_label("Width, mm").fill("wide")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("alert")).to_contain_text("not a number")
    page.get_by_label("Width, mm").fill("18")
    page.get_by_role("button", name="Put on the shelf").click()
    expect(page.get_by_role("heading", name="flat, 18 mm")).to_be_visible()
    page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(page.get_by_role("heading", name="flat, 18 mm")).to_be_hidden()

    page.get_by_role("link", name="Palettes").click()
    expect(page.get_by_role("list", name="Tray of Kettle palette")).to_be_visible()
    file = tmp_path / "beach.gpl"
    file.write_text("GIMP Palette\nName: Beach\n255 255 255 foam\n 1 2 broken\n30 60 140 deep water\n")
    page.get_by_label("GIMP palette").set_input_files(file)
    expect(page.get_by_role("status")).to_contain_text("2 of 3 lines are colours")
    page.get_by_role("button", name="Save the palette").click()
    expect(page.get_by_role("list", name="Tray of Beach")).to_contain_text("titanium white")
    page.get_by_role("button", name="Remove Beach").click()
    expect(page.get_by_role("list", name="Tray of Beach")).to_be_hidden()
