"""The painter sees what was learned from the easel and the checks, leaves something out, and lets plans go by it."""

import re

from playwright.sync_api import Page, expect


def test_what_was_learned_is_read_doubted_and_taken_up(page: Page):
    page.goto("/")
    page.get_by_role("navigation", name="Studio").get_by_role("link", name="Logbook").click()
    expect(page.get_by_role("heading", name="What was learned about you")).to_be_visible()
    table = page.get_by_role("table", name="Factors")
    expect(table.get_by_role("row", name=re.compile("^Minutes at a unit .* from"))).to_be_visible()
    table.get_by_role("button", name="Minutes at a unit").click()
    behind = page.get_by_role("region", name="Behind it: Minutes at a unit")
    rows = behind.get_by_role("row")
    expect(rows.first).to_contain_text("Kettle, closer")
    rows.first.get_by_role("button", name="Leave it out").click()
    expect(rows.first).to_contain_text("left out")
    rows.first.get_by_role("button", name="Take it in again").click()
    expect(rows.first).not_to_contain_text("left out")
    page.get_by_role("button", name="Plan with what was learned").click()
    expect(page.get_by_text("Plans go by this.")).to_be_visible()
    page.goto("/paintings/1/passes")
    expect(page.get_by_text("changed: your own factors").first).to_be_visible()
    page.goto("/logbook")
    page.get_by_role("button", name="Plan by the usual factors").click()
    expect(page.get_by_role("button", name="Plan with what was learned")).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the log as JSON lines").click()
    assert saved.value.suggested_filename == "log.jsonl"


def test_the_diary_of_a_painting_is_read_and_saved(page: Page):
    page.goto("/logbook")
    page.get_by_role("region", name="Diaries").get_by_role("link", name=re.compile("Kettle, closer")).click()
    expect(page.get_by_role("heading", name="Kettle, closer")).to_be_visible()
    first = page.get_by_role("region", name="Sitting 1")
    expect(first).to_contain_text("The wall came out a little cooler")
    expect(first.get_by_role("img", name=re.compile("^Photo: after pass")).first).to_be_visible()
    expect(page.get_by_role("table", name="Hours by pass").get_by_role("row").nth(1)).to_contain_text(
        re.compile(r"ground\s*(\d+) of \1")
    )
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as Markdown").click()
    assert "## Sitting 1" in saved.value.path().read_text()
    first.get_by_role("link", name=re.compile("^after pass")).first.click()
    expect(page.get_by_role("main")).to_contain_text("to mend")
