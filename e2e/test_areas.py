"""The painter makes the areas their own: parted, put together, lassoed, locked, pushed back, and judged before painting."""

import re

from playwright.sync_api import Page, expect

from e2e.conftest import until

OUT_OF_DATE = re.compile("out of date")


def open_areas(page: Page):
    page.goto("/paintings/1/areas")
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("heading", name=re.compile(r"^\d+ areas$"))).to_be_visible()
    return facts, page.get_by_role("application")


def count(facts) -> int:
    return int(facts.get_by_role("heading", name=re.compile(r"^\d+ areas$")).inner_text().split()[0])


def counted(facts, number: int) -> None:
    expect(facts.get_by_role("heading", name=f"{number} areas", exact=True)).to_be_visible()


def place(stage, x: float, y: float) -> tuple[float, float]:
    box = stage.get_by_role("img", name="The reference, cropped to the support").bounding_box()
    return box["x"] + x * box["width"], box["y"] + y * box["height"]


def tap(page: Page, stage, *spot: float) -> None:
    page.mouse.click(*place(stage, *spot))


def kept(page: Page):
    return page.expect_response(lambda answer: "/api/areas/" in answer.url and answer.request.method != "GET")


def split(page: Page, how: str) -> None:
    page.get_by_role("toolbar", name="Change the area").get_by_role("button", name="Split").click()
    page.get_by_role("menuitem", name=how).click()


CLOTH, LEMON, KETTLE = (0.62, 0.88), (0.56, 0.68), (0.40, 0.45)


def test_areas_are_cut_finer_parted_put_together_and_everything_taken_back(page: Page):
    facts, stage = open_areas(page)
    before = count(facts)
    slider = facts.get_by_role("slider", name=re.compile("areas"))
    slider.focus()
    with kept(page):
        page.keyboard.press("ArrowRight")
    counted(facts, before + 1)
    facts.get_by_role("button", name="As the picture suggests").click()
    counted(facts, before)
    tap(page, stage, *CLOTH)
    expect(facts.get_by_label("Name of the area")).to_be_visible()
    tools = page.get_by_role("toolbar", name="Change the area")
    with kept(page):
        split(page, "Split by value")
    counted(facts, before + 1)
    tap(page, stage, *CLOTH)
    tools.get_by_role("button", name="Merge with…").click()
    tap(page, stage, *LEMON)
    with kept(page):
        tools.get_by_role("button", name="Merge 2 areas").click()
    counted(facts, before)
    expect(page.get_by_role("link", name=OUT_OF_DATE).first).to_be_visible()
    page.reload()
    changes = facts.get_by_role("list", name="Changes by hand")
    expect(changes.get_by_role("listitem")).to_have_count(3)  # the demo's painter has split the lemon
    facts.get_by_role("button", name=re.compile("^Take back: Merged 2 areas")).click()
    counted(facts, before + 1)
    facts.get_by_role("button", name="Take back: Split an area by value").click()
    counted(facts, before)
    expect(page.get_by_role("link", name=OUT_OF_DATE)).to_have_count(0)


def test_a_line_a_lasso_and_a_lock(page: Page):
    facts, stage = open_areas(page)
    before = count(facts)
    tap(page, stage, *CLOTH)
    tools = page.get_by_role("toolbar", name="Change the area")
    split(page, "Split along a line")
    page.get_by_role("button", name=re.compile("^One end of the line")).focus()
    page.keyboard.press("ArrowUp")
    with kept(page):
        tools.get_by_role("button", name="Split here").click()
    counted(facts, before + 1)
    page.keyboard.press("Control+z")
    counted(facts, before)
    tap(page, stage, *KETTLE)
    tools.get_by_role("button", name="New area").click()
    with kept(page):
        page.mouse.move(*place(stage, 0.36, 0.5))
        page.mouse.down()
        for spot in ((0.44, 0.5), (0.44, 0.6), (0.36, 0.6)):
            page.mouse.move(*place(stage, *spot), steps=4)
        page.mouse.up()
    counted(facts, before + 1)
    tap(page, stage, 0.40, 0.55)
    with kept(page):
        tools.get_by_role("button", name="Lock", exact=True).click()
    expect(tools.get_by_role("button", name="Split")).to_be_disabled()
    with kept(page):
        tools.get_by_role("button", name="Unlock").click()
    expect(tools.get_by_role("button", name="Split")).to_be_enabled()
    facts.get_by_role("button", name="All areas").click()
    for _ in range(3):
        with page.expect_response(re.compile("/undo$")):
            page.get_by_role("banner").get_by_role("button", name="Undo").click()
    counted(facts, before)


def test_a_lasso_of_nothing_is_refused_in_words_and_loses_nothing(page: Page):
    facts, stage = open_areas(page)
    before = count(facts)
    tap(page, stage, *CLOTH)
    page.get_by_role("toolbar", name="Change the area").get_by_role("button", name="Add a piece").click()
    page.get_by_role("menuitem", name="Add a piece by outline").click()
    page.expected_refusals = 1
    page.mouse.click(*place(stage, 0.2, 0.2))
    expect(page.get_by_text(re.compile("nothing under it to give"))).to_be_visible()
    facts.get_by_role("button", name="All areas").click()
    counted(facts, before)


def test_another_colour_depth_and_edge_are_told_and_the_plan_is_looked_at(page: Page):
    facts, stage = open_areas(page)
    tap(page, stage, *CLOTH)
    colour = facts.get_by_label(re.compile("^Another colour"))
    colour.fill("grey")
    page.expected_refusals = 1
    facts.get_by_role("button", name="Use it").click()
    expect(page.get_by_text(re.compile("is not a colour"))).to_be_visible()
    colour.fill("#8090b0")
    with kept(page):
        facts.get_by_role("button", name="Use it").click()
    expect(facts.get_by_role("img", name=re.compile("^The colour you gave it"))).to_be_visible()
    with kept(page):
        facts.get_by_role("button", name="Thin", exact=True).click()
    with kept(page):
        facts.get_by_role("group", name="Plane of depth").get_by_role("button", name="Middle").click()
    expect(facts.get_by_text("Depth (yours)")).to_be_visible()
    facts.get_by_label(re.compile("^Edge")).first.click()
    with kept(page):
        page.get_by_role("option", name="soft", exact=True).click()
    expect(facts.get_by_text(re.compile("· yours")).first).to_be_visible()
    page.get_by_role("button", name="Borders", exact=True).click()
    expect(page.get_by_role("img", name=re.compile("borders by their softness"))).to_be_visible()
    page.get_by_role("button", name="Depth", exact=True).click()
    expect(page.get_by_role("img", name=re.compile("three planes of depth"))).to_be_visible()
    page.get_by_role("button", name="Bring up to date").click()
    expect(page.get_by_role("link", name=OUT_OF_DATE)).to_have_count(0)
    page.get_by_role("button", name="The plan", exact=True).click()
    expect(page.get_by_role("img", name="The picture in the plan’s dry colours")).to_be_visible()
    page.get_by_role("button", name="Difference").click()
    expect(facts.get_by_text(re.compile("value steps from the photo"))).to_be_visible()


def test_advice_is_read_shown_on_the_picture_and_set_aside_with_a_reason(page: Page):
    facts, _ = open_areas(page)
    facts.get_by_role("button", name=re.compile(r"^Advice \d+")).click()
    findings = facts.get_by_role("list", name="Findings").get_by_role("listitem")
    expect(findings.first).to_be_visible()
    number = findings.count()
    findings.first.get_by_role("button", name="Set aside").click()
    findings.first.get_by_label("Why it is meant so").fill("It is evening there.")
    with kept(page):
        findings.first.get_by_role("button", name="Keep").click()
    expect(findings).to_have_count(number - 1)
    facts.get_by_role("button", name=re.compile("set aside")).click()
    expect(facts.get_by_text("Set aside: It is evening there.")).to_be_visible()
    with kept(page):
        facts.get_by_role("button", name="Bring it back").click()
    expect(findings).to_have_count(number)
    page.get_by_role("button", name="Borders", exact=True).click()
    expect(facts.get_by_role("table", name="Borders").get_by_role("row").nth(5)).to_be_visible()
    page.get_by_role("button", name="Half and half").click()
    expect(page.get_by_role("img", name="The picture in the plan’s dry colours")).to_be_visible()
    facts.get_by_role("button", name=re.compile(r"^Areas \d+")).click()
    expect(facts.get_by_role("table", name="Areas").get_by_role("row").nth(8)).to_be_visible()
    facts.get_by_role("button", name="Backgrounds").click()
    expect(facts.get_by_role("list", name="Backgrounds").get_by_role("listitem").first).to_be_visible()


def test_a_lemon_and_the_cloth_beside_it_are_told_apart_and_split_at_a_tap(page: Page):
    facts, stage = open_areas(page)
    parted = count(facts)
    facts.get_by_role("button", name="Take back: Split an area by colour").click()  # the demo's painter has split it
    before = parted - 1
    counted(facts, before)
    tap(page, stage, 0.515, 0.64)
    two = facts.get_by_role("list", name="Findings").get_by_role("listitem").filter(has_text="of one value")
    expect(two).to_contain_text(re.compile(r"and light yellow \(\d+ cm²\)"))
    with kept(page):
        two.get_by_role("button", name="Split it by colour").click()
    expect(two).to_have_count(0)
    facts.get_by_role("button", name="All areas").click()
    counted(facts, before + 1)
    tap(page, stage, *CLOTH)
    expect(facts.get_by_text("From the last plan; bring it up to date for today’s figures.")).to_be_visible()
    facts.get_by_role("button", name="All areas").click()
    page.keyboard.press("Control+z")
    counted(facts, before)
    page.keyboard.press("Control+z")
    counted(facts, parted)


def test_a_thing_is_named_once_and_its_parts_follow(page: Page):
    facts, stage = open_areas(page)
    tap(page, stage, *KETTLE)
    others = facts.get_by_role("combobox", name="Also part of it")
    parts = facts.get_by_role("list", name="Parts of the thing").get_by_role("listitem")
    alone = parts.count()
    others.click()
    with kept(page):
        page.get_by_role("option").first.click()
    expect(parts).not_to_have_count(alone)  # the answer is drawn
    name = facts.get_by_role("textbox", name="Name of the thing")
    name.fill("kettle")
    with kept(page):
        name.press("Enter")
    expect(parts.first).to_contain_text("kettle: ")
    expect(parts.nth(1)).to_contain_text("kettle: ")
    facts.get_by_role("button", name="All areas").click()
    expect(facts.get_by_role("cell", name="kettle", exact=True)).to_be_visible()
    for _ in range(2):
        page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(facts.get_by_role("cell", name="kettle", exact=True)).to_have_count(0)


def test_an_area_gets_a_finer_brush_in_the_value_map(page: Page):
    facts, stage = open_areas(page)
    tap(page, stage, *LEMON)
    facts.get_by_role("combobox", name="Brush of the value map here").click()
    with page.expect_response(lambda answer: "/api/values/" in answer.url and answer.request.method == "PUT"):
        page.get_by_role("option", name="4 mm").click()
    page.goto("/paintings/1/values")
    facts = page.get_by_role("region", name="Facts")
    with page.expect_response(lambda answer: "/api/values/" in answer.url and answer.request.method == "PUT"):
        facts.get_by_role("button", name="The area with its own brush as the rest").click()
    expect(facts.get_by_role("button", name="The area with its own brush as the rest")).to_have_count(0)


def tufted_pass(page: Page) -> int | None:
    """The number of the first pass with a unit in tufts."""
    passes = page.request.get("/api/passes/1").json()["passes"]
    return next((one["number"] for one in passes for unit in one["units"] if unit["technique"] == "tufts"), None)


def test_an_area_becomes_grass_and_a_gradation_is_drawn(page: Page):
    facts, stage = open_areas(page)
    tap(page, stage, 0.23, 0.71)  # the rope
    facts.get_by_role("combobox", name="Surface").click()
    with kept(page):
        page.get_by_role("option", name="Grass").click()
    expect(page.get_by_role("img", name="The way it grows")).to_be_visible()
    tap(page, stage, *CLOTH)
    with kept(page):
        facts.get_by_role("button", name="Draw a gradation").click()
    end = page.get_by_role("button", name=re.compile("^Its darker end"))
    expect(end).to_be_visible()
    expect(facts).to_contain_text("You drew this arrow")
    with kept(page):
        end.press("ArrowDown")
    with kept(page):
        facts.get_by_role("button", name="As it was found").click()
    expect(end).to_have_count(0)
    page.goto("/paintings/1/passes")
    tufted = until(page, lambda: tufted_pass(page))  # the plan follows in the background
    page.goto(f"/paintings/1/passes?pass={tufted}")
    expect(page.get_by_role("region", name="Facts")).to_contain_text("tufts")
