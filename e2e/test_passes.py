"""The painter plans the passes: why a step stands where it stands, moving it, another school, the ground, amounts, sheets."""

import re

from playwright.sync_api import Page, expect

from e2e.conftest import until


def open_passes(page: Page, more: str = "pass=2"):
    page.goto(f"/paintings/1/passes?{more}")
    facts = page.get_by_role("region", name="Facts")
    expect(facts.get_by_role("group", name="What is told of the passes")).to_be_visible()
    # what a journey before this one began in the background is done: it would draw the list anew under the hand
    expect(page.get_by_role("status", name="Planning")).to_have_count(0)
    return facts


def units(facts):
    return facts.get_by_role("list", name="Units in order").get_by_role("button", name=re.compile(r"^dry, #\w+ \d+\. "))


def open_parts(facts, place: int = 0) -> None:
    """A unit is opened, and its parts."""
    units(facts).nth(place).click()
    facts.get_by_role("button", name=re.compile(r"^Its (\d+ )?parts?$")).click()


def steps(facts):
    listed = facts.get_by_role("list", name="Parts in order").get_by_role("listitem")
    return listed.filter(has=facts.page.get_by_role("button", name=re.compile("^Move ")))


def names(facts) -> list[str]:
    """The steps that are listed, all read in one moment."""
    buttons = steps(facts).get_by_role("button", name="Move")
    return buttons.evaluate_all("all => all.map(one => one.getAttribute('aria-label'))")


def expect_names(facts, wanted: list[str]) -> None:
    """The steps come into this order when the page has taken in what was kept."""
    until(facts.page, lambda: names(facts) == wanted)


def kept(page: Page):
    return page.expect_response(lambda answer: "/choices" in answer.url and answer.request.method == "PUT")


def painted(page: Page) -> None:
    """All pictures of the stages have been painted."""
    expect(page.get_by_role("status", name="Planning")).to_have_count(0)
    expect(page.get_by_role("img", name=re.compile("The painting after pass"))).to_be_visible()


def test_the_stages_are_stepped_through_with_the_arrow_keys_and_seen_in_other_lights(page: Page):
    open_passes(page)
    shown = page.get_by_role("img", name=re.compile("The painting after pass"))
    expect(shown).to_have_attribute("alt", "The painting after pass 2, block-in")
    dry = shown.get_attribute("src")
    page.get_by_role("heading", name="2. block-in").click()
    page.keyboard.press("ArrowRight")
    expect(shown).to_have_attribute("alt", "The painting after pass 3, shadow")
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("ArrowLeft")
    expect(shown).to_have_attribute("alt", "The painting after pass 1, ground")
    page.keyboard.press("ArrowRight")
    seen = {dry}
    for look in ("Wet, fresh from the brush", "Values alone", "Only what this pass does", "Varnished, when all is dry"):
        page.get_by_role("button", name=look).click()
        expect(shown).not_to_have_attribute("src", re.compile("|".join(re.escape(one) for one in seen)))
        seen.add(shown.get_attribute("src"))
    assert len(seen) == 5


def test_a_unit_is_lit_on_the_picture_and_says_what_to_mind_and_the_pedal_goes_on(page: Page):
    facts = open_passes(page)
    expect(facts.get_by_text(re.compile(r"^\d+ units, about \d+ min, [\d.]+ ml of paint"))).to_be_visible()
    expect(units(facts).first).to_contain_text(re.compile(r"flat, 25 mm \(1 in\).*\d+ min.*ml"))
    units(facts).first.click()
    expect(page.get_by_role("img", name="Where unit 1 paints")).to_be_visible()
    expect(facts.get_by_text("On the palette, near black")).to_be_visible()
    expect(facts.get_by_text("Can be blended for")).to_be_visible()
    page.get_by_role("heading", name="2. block-in").click()
    page.keyboard.press("PageDown")
    expect(page.get_by_role("img", name="Where unit 2 paints")).to_be_visible()
    expect(units(facts).nth(1)).to_have_attribute("aria-expanded", "true")
    for _ in range(2):
        page.keyboard.press("PageUp")
    expect(page.get_by_role("img", name="The painting after pass 1, ground")).to_be_visible()  # over all passes
    expect(units(facts)).to_have_count(1)
    expect(units(facts).first).to_contain_text("the whole surface")
    page.reload()
    expect(page.get_by_role("img", name="Where unit 1 paints")).to_be_visible()
    units(facts).first.click()
    expect(page.get_by_role("img", name="Where unit 1 paints")).to_have_count(0)


def test_units_are_joined_and_parted_by_hand_and_keep_a_note(page: Page):
    facts = open_passes(page)
    expect(units(facts).first).to_be_visible()
    before = units(facts).count()
    units(facts).nth(1).click()
    with kept(page):
        facts.get_by_role("button", name="Join with the unit before").click()
    expect(units(facts)).to_have_count(before - 1)
    with page.expect_response(re.compile("/undo$")):
        page.keyboard.press("Control+z")
    expect(units(facts)).to_have_count(before)
    note = facts.get_by_label("Note to this unit")
    expect(note).to_have_count(1)
    note.fill("rinse twice")
    with kept(page):
        page.get_by_role("heading", name="2. block-in").click()
    page.reload()
    expect(note).to_have_value("rinse twice")
    facts.get_by_label("Your own work before it").fill("pencil the rigging")
    facts.get_by_label("Minutes").fill("12")
    facts.get_by_label("With", exact=True).click()
    page.get_by_role("option", name="Pencil").click()
    with kept(page):
        facts.get_by_role("button", name="Add", exact=True).click()
    expect(facts.get_by_text("pencil the rigging")).to_be_visible()
    expect(facts.get_by_text("Over dry, matt paint with a soft lead.")).to_be_visible()
    with kept(page):
        facts.get_by_role("button", name="Take out: pencil the rigging").click()
    expect(facts.get_by_text("pencil the rigging")).to_have_count(0)
    page.goto("/paintings/1/passes?pass=2")
    parts = [len(unit["steps"]) for unit in page.request.get("/api/passes/1").json()["passes"][1]["units"]]
    open_parts(facts, next(place for place, count in enumerate(parts) if count > 1))
    steps(facts).last.get_by_role("button", name=re.compile("ml$")).click()
    with kept(page):
        steps(facts).last.get_by_role("button", name="Begin a unit here").click()
    expect(units(facts)).to_have_count(before + 1)
    for _ in range(2):
        with page.expect_response(re.compile("/undo$")):
            page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(units(facts)).to_have_count(before)
    painted(page)


def test_the_stage_is_held_against_the_one_before_and_the_photo(page: Page):
    open_passes(page, "pass=1")
    expect(page.get_by_role("button", name="Before, wiped over it")).to_be_disabled()
    open_passes(page, "pass=3")
    page.get_by_role("button", name="Before, wiped over it").click()
    expect(page.get_by_role("img", name="The stage before, over the left 50 %")).to_be_visible()
    page.get_by_role("button", name="Photo, wiped over it").click()
    line = page.get_by_role("button", name="Where the photo ends")
    line.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("img", name=re.compile("The photo, over the left 5[1-9] %"))).to_be_visible()


def test_what_each_area_takes_adds_up_and_what_it_would_take_otherwise(page: Page):
    facts = open_passes(page, "tab=amounts")
    facts.get_by_role("button", name="The whole table").click()
    table = page.get_by_role("table")
    for kind in ("Piles", "Tubes"):
        page.get_by_role("button", name=kind).click()
        expect(table.get_by_role("row", name=re.compile(f"^All {kind.lower()}"))).to_be_visible()
        cells = [row.get_by_role("cell").first.inner_text() for row in table.get_by_role("row").all()[1:]]
        numbers = [float(cell.replace("<", "")) for cell in cells]
        assert abs(sum(numbers[:-1]) - numbers[-1]) < 0.01 * len(numbers)
    page.get_by_role("button", name="Close the table").click()
    section = facts.locator("section", has=page.get_by_role("heading", name="What each area takes"))
    section.get_by_role("listitem").first.get_by_role("button").first.click()
    expect(facts.get_by_role("heading", name="What it takes")).to_be_visible()
    expect(facts.get_by_role("list", name="Its piles").get_by_role("listitem").first).to_contain_text("pass 1")
    facts.get_by_role("combobox", name="If it were", exact=True).click()
    page.get_by_role("option", name="left bare").click()
    answer = facts.get_by_role("status").filter(has_text="This area")
    now, then = (float(x) for x in re.search(r"This area\s*([\d.]+) ml → ([\d.]+) ml", answer.inner_text()).groups())
    assert then < now / 2  # the ground alone


def held_back(page: Page, number: int) -> int:
    """The place of a unit of this pass whose last part may not come first in it."""
    one = page.request.get("/api/passes/1").json()["passes"][number - 1]
    order = [step["id"] for step in one["steps"]]
    earliest = {step["id"]: step["between"][0] for step in one["steps"]}
    held = [earliest[unit["steps"][-1]] > order.index(unit["steps"][0]) + 1 for unit in one["units"]]
    return held.index(True)


def test_a_step_says_why_it_stands_there_and_a_moved_one_what_it_breaks(page: Page):
    facts = open_passes(page)
    place = held_back(page, 2)
    open_parts(facts, place)
    before = names(facts)
    last = steps(facts).last
    last.get_by_role("button", name=re.compile("ml$")).click()
    expect(last.get_by_text("Dark before light.")).to_be_visible()
    expect(last.get_by_text(re.compile("wet film \\d+ µm"))).to_be_visible()
    expect(page.get_by_role("img", name=f"Where unit {place + 1} paints")).to_be_visible()  # shown on the picture
    last.get_by_role("button", name=re.compile("ml$")).click()

    # by the keyboard: taken up, carried earlier until a rule minds, put down
    last.get_by_role("button", name="Move").focus()
    told = page.locator("[aria-live]", has_text="raggable item")
    page.keyboard.press("Space")
    expect(told).to_contain_text("was moved over")  # itself, as soon as it is picked up
    breaks = facts.get_by_role("status", name="What the move breaks")
    places = 0
    while "broken here" not in breaks.inner_text() or "No rule" in breaks.inner_text():
        before_it = told.inner_text()
        page.wait_for_timeout(300)  # the rows have glided to their places
        page.keyboard.press("ArrowUp")
        expect(told).not_to_have_text(before_it)
        places += 1
        assert places < len(before)
    page.emulate_media(reduced_motion="reduce")  # then they are there at once
    assert set(steps(facts).evaluate_all("all => all.map(one => getComputedStyle(one).transitionProperty)")) == {"none"}
    page.emulate_media(reduced_motion="no-preference")
    expect(breaks).to_have_text(re.compile("^▲ “.+” would be broken here$"))
    with kept(page):
        page.keyboard.press("Space")
    expect(breaks).to_have_text("")
    at = len(before) - 1 - places
    expect_names(facts, [*before[:at], before[-1], *before[at:-1]])
    painted(page)
    facts.get_by_role("button", name="Amounts").click()
    expect(facts.get_by_text(re.compile("Your order puts")).first).to_be_visible()
    with page.expect_response(re.compile("/undo$")):
        page.keyboard.press("Control+z")
    facts.get_by_role("button", name="Work", exact=True).click()
    facts.get_by_role("button", name=re.compile(r"^Its (\d+ )?parts?$")).click()
    expect_names(facts, before)
    painted(page)


def test_steps_are_told_by_the_names_of_their_areas_from_the_first_moment(page: Page):
    held = []
    page.route(re.compile("/api/areas/1$"), lambda route: held.append(route))  # the areas come late
    with page.expect_response(re.compile("/api/passes/1$")):
        page.goto("/paintings/1/passes?pass=2")
    facts = page.get_by_role("region", name="Facts")
    expect(page.get_by_role("button", name=re.compile("^After pass 2"))).to_be_visible()  # the passes are there
    expect(facts.get_by_role("status")).to_be_visible()
    expect(units(facts)).to_have_count(0)
    for one in held:
        one.continue_()
    open_parts(facts)
    expect(steps(facts).first).to_be_visible()
    assert all(re.fullmatch(r"Move \d+ \w.+", name) for name in names(facts))


def test_a_rule_is_set_aside_with_a_reason_and_called_back(page: Page):
    facts = open_passes(page)
    dark = units(facts).first.inner_text()
    open_parts(facts)
    before = names(facts)
    last = steps(facts).last
    last.get_by_role("button", name=re.compile("ml$")).click()
    last.get_by_role("listitem").filter(has_text="Dark before light").get_by_role("button", name="Turn off").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("button", name="Turn off")).to_be_disabled()
    dialog.get_by_label("Your reason").fill("by rows today")
    with kept(page):
        dialog.get_by_role("button", name="Turn off").click()
    expect(dialog).to_have_count(0)
    painted(page)
    expect(units(facts).first).not_to_have_text(dark, use_inner_text=True)
    facts.get_by_role("button", name="Method").click()
    expect(facts.get_by_text("is turned off: by rows today")).to_be_visible()
    with kept(page):
        facts.get_by_role("button", name="Turn the rule back on").click()
    facts.get_by_role("button", name="Work", exact=True).click()
    expect(units(facts).first).to_have_text(dark, use_inner_text=True)
    facts.get_by_role("button", name=re.compile(r"^Its (\d+ )?parts?$")).click()
    expect_names(facts, before)
    painted(page)


def choose(page: Page, facts, label: str, option: str) -> None:
    facts.get_by_role("combobox", name=label).click()
    with kept(page):
        page.get_by_role("option", name=option).click()


def test_another_school_another_ground_and_back(page: Page):
    facts = open_passes(page, "pass=1&tab=method")
    choose(page, facts, "Method for the painting", "Glaze over a sealed drawing")
    strip = page.get_by_role("navigation", name="The painting after every pass")
    expect(strip.get_by_role("button", name="After pass 1, first glazes")).to_be_visible()
    expect(facts.get_by_text("Needs glazing liquid")).to_be_visible()
    painted(page)
    facts.get_by_role("button", name="Work", exact=True).click()
    expect(facts.get_by_text(re.compile("^.*Seal the drawing"))).to_be_visible()
    expect(units(facts).first).to_contain_text(re.compile("glaze, 9\\d % glazing liquid"))
    facts.get_by_role("button", name="Method").click()
    choose(page, facts, "Ground", "grey")
    expect(strip.get_by_role("button", name="After pass 1, ground")).to_be_visible()
    painted(page)
    for _ in range(2):
        with page.expect_response(re.compile("/undo$")):
            page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(strip.get_by_role("button", name="After pass 2, block-in")).to_be_visible()
    painted(page)
    page.reload()
    expect(facts.get_by_role("combobox", name="Method for the painting")).to_have_text("Direct, dark to light")


def test_schools_and_grounds_are_compared_for_this_picture(page: Page):
    facts = open_passes(page, "pass=2&tab=method")
    facts.get_by_role("button", name="Try all methods on this picture").click()
    table = facts.get_by_role("table", name="Methods compared")
    expect(table).to_be_visible()
    expect(table.get_by_role("row", name=re.compile("^Drawing"))).to_be_visible()
    facts.get_by_role("button", name="Try four grounds and look for savings").click()
    expect(facts.get_by_role("button", name="Use it: the black ground")).to_be_visible()
    page.reload()
    expect(table).to_be_visible()
    expect(facts.get_by_role("button", name="Use it: the black ground")).to_be_visible()


def test_a_tapped_area_goes_its_own_way_and_gets_its_glaze(page: Page):
    facts = open_passes(page, "pass=2&tab=method")
    page.get_by_role("application").click(position={"x": 300, "y": 300})
    expect(facts.get_by_role("combobox", name="Method for this area")).to_be_visible()
    expect(facts.get_by_text(re.compile("layers? at \\d+ % medium of|Best left alone"))).to_be_visible()
    choose(page, facts, "Method for this area", "Light first")
    expect(facts.get_by_role("heading", name="Areas with a method of their own")).to_be_visible()
    painted(page)
    with page.expect_response(re.compile("/undo$")):
        page.get_by_role("banner").get_by_role("button", name="Undo").click()
    expect(facts.get_by_role("heading", name="Areas with a method of their own")).to_have_count(0)
    painted(page)


def test_what_would_be_at_another_size_and_what_the_sheet_says(page: Page):
    facts = open_passes(page, "pass=2&tab=if")
    facts.get_by_label("Another size, as in 60x45cm").fill("a lot")
    page.expected_refusals = 1
    facts.get_by_role("button", name="Work it out").click()
    expect(facts.get_by_role("alert")).to_contain_text("not the size of a support")
    facts.get_by_label("Another size, as in 60x45cm").fill("80x60cm")
    facts.get_by_role("button", name="Work it out").click()
    table = facts.get_by_role("table", name="What would be")
    expect(table).to_be_visible()
    now, then = (
        float(re.search(r"[\d.]+", cell).group())
        for cell in table.get_by_role("row", name=re.compile("^Paint \\d")).get_by_role("cell").all_inner_texts()
    )
    assert 2.5 * now < then < 4.5 * now
    facts.get_by_role("button", name="Work", exact=True).click()
    with page.expect_download() as saving:
        facts.get_by_role("button", name="Studio sheet").click()
    assert saving.value.path().read_bytes().startswith(b"%PDF")
    with page.expect_download() as saving:
        facts.get_by_role("button", name="Steps (CSV)").click()
    assert saving.value.path().read_text().startswith("pass,role,step,area")
