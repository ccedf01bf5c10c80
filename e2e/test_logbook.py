"""The logbook as a painter uses it: what was learned, the diary, paintings side by side, the swatch book, the next one."""

import re
from pathlib import Path

import pypdf
from playwright.sync_api import Page, expect

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"


def part(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Logbook").get_by_role("link", name=name).click()


def test_what_was_learned_is_read_doubted_and_taken_up(page: Page):
    page.goto("/")
    page.get_by_role("navigation", name="Studio").get_by_role("link", name="Logbook").click()
    part(page, "What was learned")
    claims = page.get_by_role("list", name="What differs from the usual")
    expect(claims).to_contain_text(re.compile(r"Your units take 0\.\d times the usual minutes\. From \d+"))
    table = page.get_by_role("table", name="Factors")
    expect(table.get_by_role("row", name=re.compile("^Minutes at a unit .* from"))).to_be_visible()
    claims.get_by_role("button", name=re.compile("^Your units take")).first.click()  # of several, that over all
    behind = page.get_by_role("region", name="Behind it: Minutes at a unit")
    rows = behind.get_by_role("row")
    expect(rows.first).to_contain_text("Kettle, closer")
    rows.first.get_by_role("button", name="Leave it out").click()
    expect(rows.first).to_contain_text("left out")
    rows.first.get_by_role("button", name="Take it in again").click()
    expect(rows.first).not_to_contain_text("left out")
    behind.get_by_role("button", name="Forget it and learn anew").click()
    expect(page.get_by_text("learned anew since").first).to_be_visible()
    expect(claims).not_to_contain_text("Your units take")
    page.get_by_role("button", name="Take it all in again").first.click()
    expect(claims).to_contain_text("Your units take")
    page.get_by_role("button", name="Plan with what was learned").click()
    expect(page.get_by_text("Plans go by this.")).to_be_visible()
    page.goto("/paintings/1/passes")
    expect(page.get_by_text("changed: your own factors").first).to_be_visible()
    page.goto("/logbook/learned")
    page.get_by_role("button", name="Plan by the usual factors").click()
    expect(page.get_by_role("button", name="Plan with what was learned")).to_be_visible()
    hours = page.get_by_role("figure", name="At units, against the plan")
    hours.get_by_role("button", name="As a table").click()
    expect(hours.get_by_role("row", name=re.compile("^Kettle, closer"))).to_be_visible()
    teaching = page.get_by_role("region", name="Paintings that teach")
    teaching.get_by_role("button", name="Let its lessons go").click()
    expect(page.get_by_text("0 observations").or_(page.get_by_text("Nothing yet.")).first).to_be_visible()
    page.reload()
    teaching.get_by_role("button", name="Let it teach again").click()
    expect(table.get_by_role("row", name=re.compile("^Minutes at a unit"))).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the log as JSON lines").click()
    assert saved.value.suggested_filename == "log.jsonl"


def test_the_diary_of_a_painting_is_read_written_in_and_saved(page: Page):
    page.goto("/logbook")
    page.get_by_role("list", name="Paintings").get_by_role("link", name=re.compile("Kettle, closer")).click()
    expect(page.get_by_role("heading", name="Kettle, closer")).to_be_visible()
    first = page.get_by_role("region", name="Sitting 1")
    expect(first).to_contain_text("The wall came out a little cooler")
    expect(first.get_by_role("img", name=re.compile("^Photo: after pass")).first).to_be_visible()
    expect(first.get_by_role("img", name=re.compile("^Planned: after pass")).first).to_be_visible()
    expect(page.get_by_role("table", name="Hours by pass").get_by_role("row").nth(1)).to_contain_text(
        re.compile(r"ground\s*(\d+) of \1")
    )
    page.get_by_label("Write a line").fill("The spout is too long by a finger.")
    writing = page.get_by_role("region", name="Write into the diary")
    writing.get_by_role("button", name="2").click()
    writing.get_by_role("button", name="Write it").click()
    line = page.get_by_role("listitem").filter(has_text="The spout is too long")
    expect(line).to_contain_text("Your mark: 2 of 5")
    line.get_by_role("button", name="Change").click()
    page.get_by_label("Change the line").fill("The spout is too long by half a finger.")
    page.get_by_role("button", name="Keep it").click()
    line = page.get_by_role("listitem").filter(has_text="half a finger")
    line.get_by_role("button", name="Take out").click()
    expect(line).to_have_count(0)
    page.get_by_role("alert").get_by_role("button", name="Undo").click()
    expect(line).to_have_count(1)
    page.reload()
    expect(line).to_have_count(1)
    page.get_by_role("button", name="Save it").click()
    with page.expect_download() as saved:
        page.get_by_role("menuitem", name="The diary as Markdown").click()
    assert "half a finger" in saved.value.path().read_text()
    page.get_by_role("button", name="Save it").click()
    with page.expect_download() as printed:
        page.get_by_role("menuitem", name=re.compile("to print")).click()
    assert "Hours by pass" in pypdf.PdfReader(printed.value.path()).pages[-1].extract_text()
    first.get_by_role("link", name=re.compile("^after pass")).first.click()
    expect(page.get_by_role("main")).to_contain_text("to mend")


def test_paintings_from_before_are_entered_found_compared_and_estimated_from(page: Page):
    page.goto("/logbook")
    page.get_by_role("button", name="Enter a painting from before").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Title").fill("Rope on a hook")
    page.expected_refusals = 1
    dialog.get_by_label("Size").fill("a hand wide")
    dialog.get_by_role("button", name="Enter it").click()
    expect(dialog.get_by_role("alert")).to_be_visible()
    dialog.get_by_label("Size").fill("200x300mm")
    dialog.get_by_label("Hours at work").fill("5:30")
    subject = dialog.get_by_label("Subject")
    subject.fill("boatyard")
    subject.press("Enter")
    dialog.get_by_label("Photo of the painting").set_input_files(KETTLE)
    dialog.get_by_role("button", name="Enter it").click()
    cards = page.get_by_role("list", name="Paintings").get_by_role("listitem")
    expect(cards.filter(has_text="Rope on a hook")).to_contain_text("200 × 300 mm · 5.5 h")
    page.get_by_label("Search title and subject").fill("rope boatyard")
    expect(cards).to_have_count(2)
    for title in ("Rope on a hook", "Coil of rope"):
        cards.filter(has_text=title).get_by_role("checkbox").check()
    page.get_by_role("button", name="Compare the two").click()
    expect(
        page.get_by_role("table", name="Side by side").get_by_role("row", name=re.compile("^At work "))
    ).to_contain_text("5.5 h")
    page.get_by_role("link", name="Rope on a hook").click()
    page.get_by_role("button", name="What it says").click()
    name = page.get_by_label("Painted by")
    name.fill("A. Painter")
    name.blur()
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the sheet").click()
    text = " ".join(one.extract_text() for one in pypdf.PdfReader(saved.value.path()).pages)
    assert "Rope on a hook" in text
    page.goto("/logbook/next")
    page.get_by_label("Your hour").fill("30")
    page.get_by_role("button", name="Estimate it").click()
    expect(page.get_by_role("heading", name=re.compile(r"^\d.* h, \d+"))).to_be_visible()
    expect(page.get_by_text("eight times in ten").first).to_be_visible()
    expect(page.get_by_text("From 9 finished paintings")).to_be_visible()


def test_the_swatch_book_says_whether_it_was_mixed_before_and_teaches_the_tubes(page: Page):
    page.goto("/paintings/1/mixes")
    book = "/logbook/swatches"
    page.goto(book)
    swatches = page.get_by_role("group", name="Swatches, from light to dark").get_by_role("button")
    expect(swatches.nth(6)).to_be_visible()
    swatches.nth(6).click()
    facts = page.get_by_role("complementary")
    expect(facts).to_contain_text("Mixed of")
    facts.get_by_role("button", name="What is near it").click()
    expect(page.get_by_role("heading", name=re.compile("^Yes: "))).to_be_visible()
    nearest = page.get_by_role("list", name="The nearest piles").get_by_role("button").first
    expect(nearest).to_contain_text(re.compile(r"ΔE 0\.\d"))
    page.get_by_role("button", name="The whole book").click()
    tubes = page.get_by_role("region", name="Your tubes by your piles")
    expect(tubes).to_contain_text(re.compile(r"predicted \d+ % nearer|Read more of them"))
    page.goto("/mixes?mode=hand&aim=60,20,40&doses=PW6*50+PY42*20")
    page.get_by_role("button", name="Into the swatch book").click()
    expect(page.get_by_text("is in the swatch book")).to_be_visible()
    page.goto(book)
    expect(swatches.nth(6)).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("no painting"))).to_have_count(1)
