"""A pupil, a teacher and the site's owner through the whole of a hosted site: proxy, web processes, workers, PostgreSQL, Redis.

Run by `make test-hosted`, which brings the site up and says where it is.
"""

import os
import re
from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Page, expect, sync_playwright

from e2e.conftest import DESK, LONGEST_MS, serious_violations
from tools.browser import launched

SITE, PASSWORD = os.environ.get("YPSOCHROM_SITE", ""), os.environ.get("YPSOCHROM_PASSWORD", "")
TITLE = "Kettle and lemons on the sill"
expect.set_options(timeout=LONGEST_MS)


@pytest.fixture
def browser_of() -> Iterator[Callable[..., Page]]:
    """A browser of its own for everybody, logged in unless they are strangers; it minds every error of the page."""
    with sync_playwright() as playwright:
        chromium = launched(playwright)
        errors: list[str] = []

        def opened(name: str | None = None, password: str = PASSWORD) -> Page:
            context = chromium.new_context(base_url=SITE, viewport=DESK, ignore_https_errors=True)
            page = context.new_page()
            page.on("pageerror", lambda error: errors.append(str(error)))
            if name is not None:
                page.goto("/")
                log_in(page, name, password)
                expect(page.get_by_role("button", name="Log out")).to_be_visible()
            return page

        yield opened
        chromium.close()
        assert errors == []


def log_in(page: Page, name: str, password: str = PASSWORD) -> None:
    """Fill in the login."""
    page.get_by_label("Name").fill(name)
    page.get_by_label("Password").fill(password)
    page.get_by_role("button", name="Log in").click()


def sharing(page: Page) -> None:
    """From the studio to where a painting is shown to others."""
    page.get_by_role("link", name="Paintings").click()
    page.get_by_role("list", name="Paintings").get_by_role("link", name=TITLE).click()
    page.get_by_role("link", name="Show it to others").click()


def test_a_pupil_plans_and_shows_a_painting_and_a_teacher_remarks_on_it(browser_of):
    """The plan by a worker; then shown, looked at, remarked on, ticked, and shown no longer."""
    pupil, teacher, stranger = browser_of("ben"), browser_of("cleo"), browser_of()
    expect(teacher.get_by_role("heading", name="Shown to you")).to_have_count(0)

    # a change, and a plan made anew by a worker that takes it from Redis
    pupil.get_by_role("list", name="Paintings").get_by_role("link", name=TITLE).click()
    pupil.goto(pupil.url.replace("/values", "/mixes"))
    pupil.get_by_role("slider", name=re.compile("piles", re.IGNORECASE)).first.wait_for()
    api = pupil.context.request
    cookie = next(one["value"] for one in pupil.context.cookies() if one["name"] == "csrftoken")
    number = pupil.url.partition("/paintings/")[2].partition("/")[0]
    begun = api.post(f"/api/desk/{number}/plan", headers={"X-CSRFToken": cookie, "Referer": SITE})
    assert begun.ok, begun.text()
    for _ in range(240):
        run = api.get(f"/api/desk/{number}").json()["run"]
        if run["state"] not in ("waiting", "running"):
            break
        pupil.wait_for_timeout(500)
    assert run["state"] == "done", run

    sharing(pupil)
    expect(pupil.get_by_role("heading", name="Nobody but you sees this painting")).to_be_visible()
    pupil.get_by_role("button", name="cleo").click()
    pupil.get_by_role("button", name="Make a link").click()
    expect(pupil.get_by_role("heading", name="Shown to cleo and whoever has the link")).to_be_visible()
    link = pupil.get_by_label("Link").input_value()
    assert serious_violations(pupil) == []

    stranger.goto(link)
    expect(stranger.get_by_role("heading", level=1)).to_have_text(TITLE)
    expect(stranger.get_by_role("img", name="The photo")).to_have_js_property("complete", True)
    assert stranger.get_by_role("img", name="The photo").evaluate("image => image.naturalWidth") > 100
    expect(stranger.get_by_role("button", name="Remark", exact=True)).to_have_count(0)
    assert serious_violations(stranger) == []

    teacher.reload()
    teacher.get_by_role("list", name="Paintings shown to you").get_by_role("link").click()
    teacher.get_by_role("region", name="Pass 2").get_by_role("button").first.click()
    teacher.get_by_label("On this unit").fill("A larger brush here.")
    teacher.get_by_role("button", name="Remark", exact=True).click()
    expect(teacher.get_by_role("button", name="Remarks 1")).to_be_visible()
    teacher.get_by_role("button", name=re.compile("^After 2, as it should look")).click()
    assert serious_violations(teacher) == []

    pupil.get_by_role("link", name="Paintings").click()
    pupil.get_by_role("link", name=re.compile("1 remark on “Kettle and lemons")).click()
    tick = pupil.get_by_role("checkbox", name="Seen to: A larger brush here.")
    tick.click()
    expect(tick).to_be_checked()
    pupil.get_by_role("button", name=re.compile("^Pass 2: ")).click()
    expect(pupil).to_have_url(re.compile(r"/passes\?pass=2"))
    sharing(pupil)
    pupil.get_by_role("button", name="Show it no longer").last.click()
    expect(pupil.get_by_role("heading", name="Shown to cleo", exact=True)).to_be_visible()
    stranger.reload()
    expect(stranger.get_by_text("is not shown here, or no longer")).to_be_visible()


def test_somebody_is_invited_joins_and_turns_codes_on_and_off(browser_of):
    """An invitation, its password, one-time codes begun, and locked out."""
    owner, guest = browser_of("ada"), browser_of()
    owner.get_by_role("link", name="ada").click()
    owner.get_by_role("link", name="Painters of this site, invitations").click()
    owner.get_by_role("button", name="Invite", exact=True).click()
    link = owner.get_by_label("Link").last.input_value()
    assert serious_violations(owner) == []

    guest.goto(link)
    guest.get_by_label("Name").fill("dora")
    guest.get_by_label("Password").fill("short")
    guest.get_by_role("button", name="Take the place").click()
    expect(guest.get_by_role("alert")).to_contain_text("too short")
    guest.get_by_label("Password").fill("viridian at dusk 7")
    guest.get_by_role("button", name="Take the place").click()
    guest.get_by_role("link", name="Log in").click()
    log_in(guest, "dora", "viridian at dusk 7")
    guest.get_by_role("link", name="dora").click()
    guest.get_by_label("Password, to change this").fill("viridian at dusk 7")
    guest.get_by_role("button", name="Turn codes on").click()
    expect(guest.get_by_role("img", name="For the app to read")).to_be_visible()
    assert serious_violations(guest) == []
    guest.get_by_label("Code", exact=True).fill("000000")
    guest.get_by_role("button", name="Ask for codes from now on").click()
    expect(guest.get_by_text("This code does not fit.")).to_be_visible()

    owner.reload()
    owner.get_by_role("row", name=re.compile("^dora")).get_by_role("button", name="Lock out").click()
    expect(owner.get_by_text("dora · locked out")).to_be_visible()
    guest.goto("/")
    expect(guest.get_by_role("button", name="Log in")).to_be_visible()
