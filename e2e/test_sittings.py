"""A painter's journeys with the clock: sittings said, units and sittings moved, the air, the light on site, the bag, the
sheet."""

import re

import pytest
from playwright.sync_api import Page, expect

from e2e.conftest import open_painting

KETTLE, SLIPWAY = "Kettle and lemons on the sill", "Slipway, low tide"


def open_sittings(page: Page, title: str) -> None:
    open_painting(page, title)
    expect(page.get_by_role("application")).to_be_visible()  # the painting stands before its words are pressed
    page.get_by_role("link", name=re.compile("Sittings")).click()
    expect(page.get_by_role("group", name="The sittings on the clock")).to_be_visible()


def sittings(page: Page):
    return page.get_by_role("group", name="The sittings on the clock").get_by_role(
        "region", name=re.compile("^Sitting ")
    )


def units_in(page: Page, number: int):
    return page.get_by_role("region", name=re.compile(f"^Sitting {number},")).get_by_role(
        "button", name=re.compile("^Unit ")
    )


def title_of(label: str) -> str:
    """What a unit on the timeline paints, from its accessible name."""
    return re.search(r"^Unit \d+ (.*?)(, coat \d)?, at \d\d:\d\d", label)[1]


def settled(page: Page) -> None:
    """The schedule has been laid and the search for a shorter one has ended."""
    expect(page.get_by_label("Laying the plan into your sittings")).to_have_count(0)
    expect(page.get_by_label("Planning")).to_have_count(0)
    expect(page.get_by_label("Looking for a shorter schedule")).to_have_count(0)


@pytest.fixture
def at_home(page: Page) -> Page:
    open_sittings(page, KETTLE)
    searched = re.compile("No order of these units|could be saved by another order")
    expect(page.get_by_role("region", name="Facts")).to_contain_text(searched)
    settled(page)
    return page


def test_the_plan_stands_on_the_clock_and_the_table_says_the_same(at_home):
    page = at_home
    facts = page.get_by_role("region", name="Facts")
    expect(facts).to_contain_text("First sitting")
    expect(facts).to_contain_text("Four painters in five are done between")
    count = sittings(page).count()
    assert count >= 2
    drawn = page.get_by_role("group", name="The sittings on the clock").get_by_role("button", name=re.compile("^Unit "))
    units = drawn.count()
    assert units > 20
    first = drawn.first.get_attribute("aria-label")
    page.get_by_role("button", name="Table", exact=True).click()
    table = page.get_by_role("region", name="The schedule as a table")
    rows = table.get_by_role("row").filter(has_not_text="Takes").filter(has_not_text=re.compile("Mix "))
    expect(rows).to_have_count(units)
    title = title_of(first)
    expect(rows.first).to_contain_text(title)


def test_arrows_go_from_unit_to_unit_and_each_says_how_long_it_blends(at_home):
    page = at_home
    units_in(page, 1).first.focus()
    page.keyboard.press("Enter")
    facts = page.get_by_role("region", name="Facts")
    expect(facts).to_contain_text("the whole surface")
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    chosen = page.get_by_role("button", name=re.compile("^Unit 4 "))
    expect(chosen).to_be_focused()
    expect(chosen).to_have_attribute("aria-pressed", "true")
    expect(facts).to_contain_text("How long it blends")
    expect(page.get_by_role("list", name="What buys more time")).to_contain_text("a light misting")
    expect(facts).to_contain_text("Can be painted over from")
    page.keyboard.press("Escape")
    expect(facts).to_contain_text("First sitting")


def test_a_unit_is_moved_to_another_sitting_and_back_and_a_reload_keeps_it(at_home):
    page = at_home
    block = units_in(page, 1).nth(3)
    title = title_of(block.get_attribute("aria-label"))
    block.click()
    page.get_by_role("combobox", name="Sitting").click()
    page.get_by_role("option", name=re.compile("^2: ")).click()
    moved = page.get_by_role("region", name=re.compile("^Sitting 2,")).get_by_role(
        "button", name=re.compile(re.escape(title))
    )
    expect(moved.first).to_be_visible()
    page.reload()
    expect(moved.first).to_be_visible()
    expect(page.get_by_role("button", name="Let it follow the plan again")).to_be_visible()
    page.keyboard.press("Control+z")
    back = page.get_by_role("region", name=re.compile("^Sitting 1,")).get_by_role(
        "button", name=re.compile(re.escape(title))
    )
    expect(back.first).to_be_visible()


def test_a_unit_is_dragged_into_the_next_sitting(at_home):
    page = at_home
    block = units_in(page, 1).nth(2)
    title = title_of(block.get_attribute("aria-label"))
    start, row = block.bounding_box(), units_in(page, 2).first.bounding_box()
    page.mouse.move(start["x"] + start["width"] / 2, start["y"] + 20)
    page.mouse.down()
    page.mouse.move(start["x"] + 60, start["y"] + 60, steps=4)
    page.mouse.move(row["x"] + 100, row["y"] + 20, steps=6)
    expect(page.get_by_text("Let go to begin it")).to_be_visible()
    page.mouse.up()
    there = page.get_by_role("region", name=re.compile("^Sitting 2,")).get_by_role(
        "button", name=re.compile(re.escape(title))
    )
    expect(there.first).to_be_visible()
    page.keyboard.press("Control+z")
    expect(there).to_have_count(0)


def test_a_sitting_is_dragged_an_hour_later(at_home):
    page = at_home
    head = sittings(page).first.get_by_role("button", name=re.compile("unit")).first
    expect(head).to_contain_text("09:30 – 12:00")
    box = head.bounding_box()
    page.mouse.move(box["x"] + 40, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(box["x"] + 88, box["y"] + 22, steps=6)  # a quarter of an hour for every 12 pixels
    expect(sittings(page).first).to_contain_text("60 min later")
    page.mouse.up()
    expect(head).to_contain_text("10:30 – 13:00")
    page.keyboard.press("Control+z")
    expect(head).to_contain_text("09:30 – 12:00")


def test_a_sitting_is_moved_made_longer_and_left_out(at_home):
    page = at_home
    head = sittings(page).first.get_by_role("button", name=re.compile("unit")).first
    head.click()
    facts = page.get_by_role("region", name="Facts")
    expect(facts).to_contain_text("09:30 to 12:00")
    page.get_by_role("button", name="An hour later").click()
    expect(facts).to_contain_text("10:30 to 13:00")
    page.get_by_label("Lasts, in hours").fill("3.5")
    page.get_by_role("button", name="Move it there").click()
    expect(facts).to_contain_text("10:30 to 14:00")
    page.get_by_role("button", name="Back to its usual time").click()
    expect(facts).to_contain_text("09:30 to 12:00")
    first = sittings(page).first.get_attribute("aria-label")
    page.get_by_role("button", name="Leave it out").click()
    expect(sittings(page).first).not_to_have_attribute("aria-label", first)
    page.get_by_role("button", name=re.compile("Bring back")).click()
    expect(sittings(page).first).to_have_attribute("aria-label", first)


def test_other_sittings_another_air_and_what_cannot_be(at_home):
    page = at_home
    page.get_by_role("button", name="When", exact=True).click()
    page.get_by_label("Each lasts").fill("0.4")
    page.get_by_role("button", name="Lay the plan into these sittings").click()
    expect(page.get_by_role("alert")).to_contain_text("minutes in one go")
    page.get_by_label("Each lasts").fill("12")
    page.get_by_role("button", name="Lay the plan into these sittings").click()
    expect(sittings(page)).to_have_count(1)
    settled(page)
    page.get_by_label("Temperature").fill("40")
    page.expected_refusals = 1
    page.get_by_role("button", name="Use this air").click()
    expect(page.get_by_text("the model holds from 5 to 35 C")).to_be_visible()
    page.get_by_role("button", name="Read the sensor").click()
    expect(page.get_by_text("simulated sensor")).to_be_visible()
    settled(page)
    for _ in range(3):
        with page.expect_response(lambda answer: answer.url.endswith("/undo")):
            page.keyboard.press("Control+z")
    expect(sittings(page)).not_to_have_count(1)


def test_a_day_that_cannot_be_kept_says_what_has_to_give(at_home):
    page = at_home
    page.get_by_role("button", name="When", exact=True).click()
    begins = page.get_by_label("First sitting begins").input_value()
    page.get_by_label("It must be done by").fill(begins[:10])
    page.get_by_role("button", name="Lay the plan into these sittings").click()
    settled(page)
    page.get_by_role("button", name="Plan", exact=True).click()
    facts = page.get_by_role("region", name="Facts")
    expect(facts).to_contain_text("not done by the last day")
    settled(page)  # what comes and goes above the button would move it away under the pointer
    page.get_by_role("button", name="See what has to give").click()
    expect(facts).to_contain_text("Longer sittings:")
    expect(facts).to_contain_text("Another method:")
    page.keyboard.press("Control+z")
    settled(page)


def test_a_calendar_is_brought_kept_free_and_saved(at_home, tmp_path):
    page = at_home
    page.get_by_role("button", name="When", exact=True).click()
    day = page.get_by_label("First sitting begins").input_value()[:10].replace("-", "")
    busy = tmp_path / "busy.ics"
    busy.write_text(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
        f"DTSTART;VALUE=DATE:{day}\r\nSUMMARY:Away\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
    )
    first = sittings(page).first.get_attribute("aria-label")
    page.get_by_label("Calendar file").set_input_files(str(busy))
    expect(page.get_by_text("1 busy time is kept free")).to_be_visible()
    expect(sittings(page).first).not_to_have_attribute("aria-label", first)
    damaged = tmp_path / "damaged.ics"
    damaged.write_text("no calendar")
    page.expected_refusals = 1
    page.get_by_label("Calendar file").set_input_files(str(damaged))
    expect(page.get_by_text("not a calendar file that can be read")).to_be_visible()
    page.get_by_role("button", name="Leave it out").click()
    expect(sittings(page).first).to_have_attribute("aria-label", first)
    page.get_by_role("button", name="Plan", exact=True).click()
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save as a calendar file").click()
    assert saved.value.path().read_bytes().startswith(b"BEGIN:VCALENDAR")


def test_the_light_on_site_and_the_bag(page):
    open_sittings(page, SLIPWAY)
    page.get_by_role("button", name="Light", exact=True).click()
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("heading", name=re.compile("The light holds until"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("^The sun from"))).to_be_visible()
    page.get_by_label("Latitude").fill("78")
    page.get_by_role("button", name="Change the place").click()
    expect(facts).to_contain_text(re.compile("the sun does not (set|rise)"))
    page.keyboard.press("Control+z")
    expect(facts).not_to_contain_text("the sun does not")
    page.get_by_role("button", name="Bag", exact=True).click()
    mister = page.get_by_role("checkbox", name=re.compile("mister"))
    mister.check()
    page.reload()
    expect(mister).to_be_checked()
    expect(facts).to_contain_text("tide")


def test_a_sheet_for_the_sitting(at_home):
    page = at_home
    page.get_by_role("link", name="Sheet for this sitting").click()
    expect(page.get_by_role("heading", name=KETTLE)).to_be_visible()
    rows = page.get_by_role("table", name="What is done in this sitting").get_by_role("row")
    expect(rows.nth(5)).to_be_visible()
    page.get_by_role("link", name="Back to the sittings").click()
    expect(page.get_by_role("region", name="Facts")).to_contain_text("Move it")


def test_two_paintings_side_by_side(at_home):
    page = at_home
    facts = page.get_by_role("region", name="Facts")
    page.get_by_role("combobox", name="The other painting").click()
    page.get_by_role("option", name=SLIPWAY).click()
    page.get_by_role("button", name="Lay both into these sittings").click()
    expect(facts).to_contain_text(f"With “{SLIPWAY}”")
    page.get_by_role("button", name=re.compile("Show the other .* steps")).click()
    order = page.get_by_role("list", name="The order of work on both")
    expect(order).to_contain_text(re.compile(f"{KETTLE}.*{SLIPWAY}.*{KETTLE}"))  # not one after the other
