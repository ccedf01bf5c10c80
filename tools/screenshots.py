"""Take the pictures of the main views for the README: `make screenshots`. Uses the demo, in a studio of its own."""

import os
import socket
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from .browser import launched

REPOSITORY = Path(__file__).parents[1]
TARGET = REPOSITORY / "docs/screenshots"
PORT = 8799

VIEWS = {
    "studio": "/",
    "shelf": "/materials",
    "mixing-bench": "/mixes?painting=1&mix=m08",
    "subject": "/paintings/1/subject",
    "drawing": "/paintings/1/subject",
    "values": "/paintings/1/values",
    "observation": "/paintings/2/subject",
    "areas": "/paintings/1/areas",
    "mixes": "/paintings/1/mixes?area=a16",
    "logbook": "/logbook",
    "swatch-book": "/logbook/swatches",
    "passes": "/paintings/1/passes?pass=3&unit=4",
    "amounts": "/paintings/1/passes?tab=amounts",
    "schools": "/paintings/1/passes?pass=4&tab=method",
    "sittings": "/paintings/1/sittings",
    "light": "/paintings/2/sittings?tab=light&sitting=1",
    "easel": "/paintings/3/easel",
    "checks": "/paintings/3/checks?check=1",
    "practice": "/practice",
}


def _serve(data: str) -> subprocess.Popen[bytes]:
    environment = {**os.environ, "YPSOCHROM_DATA": data, "DJANGO_SETTINGS_MODULE": "server.site.settings"}
    for command in (["manage.py", "migrate", "--verbosity", "0"], ["-m", "demo.load", "--once"]):
        subprocess.run([sys.executable, *command], cwd=REPOSITORY, env=environment, check=True)
    process = subprocess.Popen([sys.executable, "-m", "demo.serve", str(PORT)], cwd=REPOSITORY, env=environment)
    while True:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", PORT)) == 0:
                return process
        time.sleep(0.1)


PRESSED: dict[str, list[str]] = {
    "amounts": ["The whole table", "Tubes"],
    "drawing": ["show it on the picture", "White paper"],
    "schools": ["Try all methods on this picture"],
    "practice": ["Practise: Which is lighter"],
}
"""Buttons and switches to press before a picture is taken."""


AWAITED = {"schools": "Methods compared"}
"""Tables that a press brings after a while."""


STAYS_ON = """if (navigator.wakeLock) navigator.wakeLock.request = async () =>
  Object.assign(new EventTarget(), { released: false, release: async () => undefined });"""
"""A browser without a window has no screen that could stay on; at the easel it would say so."""


def _take(page: Page, name: str) -> None:
    page.goto(f"http://127.0.0.1:{PORT}{VIEWS[name]}")
    page.wait_for_load_state("networkidle")
    for pressed in PRESSED.get(name, []):
        button = page.get_by_role("button", name=pressed, exact=True)
        button.or_(page.get_by_role("switch", name=pressed, exact=True)).click()
    if name in AWAITED:
        page.get_by_role("table", name=AWAITED[name]).wait_for(timeout=60_000)
        page.get_by_role("table", name=AWAITED[name]).scroll_into_view_if_needed()
    page.wait_for_timeout(800)
    page.screenshot(path=TARGET / f"{name}.png")


def main() -> None:
    """Take every picture."""
    TARGET.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, sync_playwright() as playwright:
        server = _serve(data)
        try:
            browser = launched(playwright)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.add_init_script("sessionStorage.setItem('screen-check', '')")  # practice begins with the question
            page.add_init_script(STAYS_ON)
            for name in VIEWS:
                _take(page, name)
            browser.close()
        finally:
            server.terminate()
            server.wait()


if __name__ == "__main__":
    main()
