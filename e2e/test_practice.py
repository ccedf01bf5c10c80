"""A painter practises five minutes: the screen is checked, questions are answered by keys and taps, and progress stands there."""

from playwright.sync_api import Page, expect

from e2e.conftest import serious_violations
from ypsochrom.formats.pictures.png import picture_png
from ypsochrom.materials.instruments import SimulatedCamera
from ypsochrom.practice import match_card


def test_five_minutes_of_practice(page: Page):
    page.goto("/")
    page.get_by_role("navigation", name="Studio").get_by_role("link", name="Practice").click()
    page.get_by_role("button", name="Five minutes").click()
    for _ in range(2):  # dark squares, then light ones: an honest count is not asked of a journey
        expect(page.get_by_role("heading", name="First the screen: how many squares do you see?")).to_be_visible()
        page.get_by_role("button", name="None").click()
    page.get_by_role("button", name="No", exact=True).click()
    expect(page.get_by_role("heading", name="Which grey is lighter?")).to_be_visible()
    expect(page.get_by_text("The darks run together")).to_be_visible()
    expect(page.get_by_text("answers are kept and do not count")).to_be_visible()
    page.wait_for_timeout(600)  # nobody answers faster than he sees
    page.keyboard.press("1")
    expect(page.get_by_text("cover the grounds and look again")).to_be_visible()
    page.get_by_role("button", name="Without the grounds").click()
    expect(page.get_by_role("button", name="With the grounds")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="That is it").or_(page.get_by_role("group")).first).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Practice")).to_be_visible()


def test_one_judgement_alone_and_how_far_it_is(page: Page):
    page.goto("/practice")
    page.get_by_role("button", name="Practise: How steep").click()
    for _ in range(3):
        expect(page.get_by_role("heading", name="How steep is it? 0° is level, 90° upright.")).to_be_visible()
        expect(page.get_by_role("img", name="A drawing in a square of 100")).to_be_visible()
        page.wait_for_timeout(600)
        slider = page.get_by_role("slider", name="How steep is it?")
        slider.focus()
        slider.press("ArrowRight")
        page.get_by_role("button", name="That is it").click()
        expect(page.get_by_text("from the level. Hold a level")).to_be_visible()
        page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name="Stop").click()
    row = page.get_by_role("row", name="How steep")
    expect(row).to_contain_text("you are usually off by")
    expect(row.get_by_role("img", name="How steep: ")).to_be_visible()
    page.reload()
    expect(row).to_contain_text("eight times in ten")


def test_who_does_not_see_is_asked_in_words_and_numbers_and_told_what_is_left_out(page: Page):
    page.goto("/practice")
    page.get_by_role("button", name="Words and numbers alone").click()
    expect(page.get_by_text("Left out is what has to be seen: greys")).to_be_visible()
    page.get_by_role("button", name="Practise: What is wrong").click()
    expect(page.get_by_role("listitem")).to_have_count(5)
    assert serious_violations(page) == []
    page.wait_for_timeout(600)
    page.keyboard.press("2")
    expect(page.get_by_text("has to come before")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Practise: Carry it over").click()
    answer = page.get_by_label("In mm")
    expect(answer).to_be_focused()
    page.wait_for_timeout(600)
    answer.fill("120")
    answer.press("Enter")
    expect(page.get_by_text("It is ", exact=False).first).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Five minutes").click()
    expect(page.get_by_role("button", name="Stop")).to_be_visible()
    expect(page.get_by_text("needs neither grey nor colour")).to_be_visible()


def test_places_in_a_picture_of_ones_own_by_tap_and_by_keys(page: Page):
    page.goto("/practice")
    page.get_by_role("button", name="Practise: Find the middle").click()
    place = page.get_by_role("application", name="Tap the middle between the two marks.")
    expect(place).to_be_visible()
    expect(page.get_by_role("img", name="a picture with marks")).to_be_visible()
    page.wait_for_timeout(600)
    place.click(position={"x": 60, "y": 60})
    expect(page.get_by_text("mm apart on your panel")).to_be_visible()
    expect(page.get_by_role("heading", name="Tap the middle")).to_be_visible()
    page.get_by_role("button", name="Next").click()
    expect(place).to_be_visible()
    page.wait_for_timeout(600)
    place.focus()
    place.press("Shift+ArrowLeft")
    expect(page.get_by_text("You: 40 across, 50 down")).to_be_visible()
    place.press("Enter")
    expect(page.get_by_text("where the ring is")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("row", name="Find the middle")).to_contain_text("2 answered: too few to say")


def test_a_painted_card_is_scored_from_its_photo(page: Page, tmp_path):
    grey, blue = (0.3, 0.3, 0.3), (0.1, 0.15, 0.35)
    card = match_card.drawn([grey] * 5, [grey, blue, None, None, None])
    photo = tmp_path / "card.png"
    photo.write_bytes(picture_png(SimulatedCamera(5).photograph(card)))
    page.goto("/practice")
    page.get_by_label("Photo of the painted card").set_input_files(photo)
    expect(page.get_by_role("heading", name="1 of 2 fields match")).to_be_visible()
    expect(page.get_by_role("row", name="Mix and match")).to_contain_text("2 answered")
