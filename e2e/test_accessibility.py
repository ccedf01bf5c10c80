"""axe finds nothing serious on any view, at the desk and on the tablet."""

import pytest
from playwright.sync_api import Browser, Page, expect

from e2e.conftest import DESK, TABLET, minded, serious_violations

VIEWS = {
    "/": "Kettle and lemons on the sill",
    "/materials": "Change titanium white",
    "/materials/supplies": "Change flat, 50 mm",
    "/materials/palettes": "New palette",
    "/materials/tubes/1": "Card as PDF",
    "/mixes?painting=1&mix=m08": "Keep for this mix",
    "/mixes?painting=1&mix=m08&mode=hand&parts=PW6:1": "Clear the tray",
    "/mixes?painting=1&mix=m08&mode=mend&parts=PW6:1": "Colorimeter",
    "/paintings/1/subject": "Turn the support",
    "/paintings/2/subject": "Another zone",
    "/paintings/1/values": "Even",
    "/paintings/1/areas": "light",
    "/paintings/1/mixes": "brown",
    "/paintings/1/mixes?area=a12": "More about",
    "/paintings/1/mixes?palette=PW6,PB29,PBr7bs": "Plan with this palette",
    "/paintings/1/passes": "Studio sheet",
    "/paintings/1/passes?tab=method&area=a05": "Try four grounds",
    "/paintings/1/passes?tab=amounts": "Amounts",
    "/paintings/1/passes?tab=if": "Work it out",
    "/paintings/1/sittings": "Sheet for this sitting",
    "/paintings/1/sittings?tab=when": "Read the sensor",
    "/paintings/2/sittings?tab=light": "Change the place",
    "/paintings/2/sittings?tab=bag": "Table",
    "/paintings/3/checks?check=1": "Values off",
    "/paintings/3/checks?check=1&tab=places": "Values off",
    "/paintings/3/checks?check=1&tab=photo": "Measure again",
    "/paintings/3/checks?check=new": "Take a photo",
    "/paintings/1/sheet/1": "Print",
    "/logbook": "Enter a painting from before",
    "/logbook/swatches": "Kettle, closer",
    "/logbook/learned": "Let its lessons go",
    "/logbook/next": "Estimate it",
    "/logbook/3": "Write it",
    "/logbook/compare?first=p3&second=e8": "Kettle, first try",
    "/logbook/earlier/e8": "Save the sheet",
    "/practice": "Five minutes",
    "/archive": "Make an archive",
}


@pytest.fixture(scope="module")
def page(browser: Browser, studio: str):
    """One page for all views: nothing is changed, and scripts are loaded once."""
    with minded(browser, studio) as page:
        yield page


@pytest.mark.parametrize("path", VIEWS)
def test_axe_finds_no_serious_violation(page: Page, path: str):
    page.set_viewport_size(DESK)
    page.goto(path)
    shown = page.get_by_role("button", name=VIEWS[path]).or_(page.get_by_role("link", name=VIEWS[path]))
    expect(shown.first).to_be_visible()
    page.wait_for_load_state("networkidle")
    for size in (DESK, TABLET):  # turned in the hand: the page lays itself out anew
        page.set_viewport_size(size)
        expect(shown.first).to_be_visible()
        assert serious_violations(page) == [], size


LONGEST_MOVEMENT_S = """() => Math.max(...[...document.querySelectorAll("[role=presentation], [role=presentation] *")].flatMap(
    (one) => getComputedStyle(one).transitionDuration.split(",").map(parseFloat)))"""


def test_nothing_moves_where_the_device_asks_for_less_motion(page: Page):
    """Animation from interactions can be turned off: WCAG 2.2, success criterion 2.3.3."""
    moving = {}
    for wish in ("no-preference", "reduce"):
        page.emulate_media(reduced_motion=wish)
        page.goto("/materials")
        page.get_by_role("button", name="Change titanium white").click()
        expect(page.get_by_role("dialog")).to_be_visible()
        moving[wish] = page.evaluate(LONGEST_MOVEMENT_S)
    assert moving["no-preference"] > 0
    assert moving["reduce"] == 0
