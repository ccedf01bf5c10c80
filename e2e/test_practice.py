"""A painter practises five minutes: the screen is checked, questions are answered by keys and taps, and progress stands there."""

from playwright.sync_api import Page, expect


def test_five_minutes_of_practice(page: Page):
    page.goto("/")
    page.get_by_role("navigation", name="Studio").get_by_role("link", name="Practice").click()
    page.get_by_role("button", name="Five minutes").click()
    for _ in range(2):  # dark squares, then light ones: an honest count is not asked of a journey
        expect(page.get_by_role("heading", name="First the screen: how many squares do you see?")).to_be_visible()
        page.get_by_role("button", name="None").click()
    expect(page.get_by_role("heading", name="Which grey is lighter?")).to_be_visible()
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
