"""Frames a second while a border of the ladder, the squint and the profile are dragged: `python -m benchmarks.frames`.

Against a demo that is being served (`make demo`); another address as the first argument. The baseline is the idle page.
"""

import sys

from playwright.sync_api import Locator, Page, sync_playwright

from tools.browser import launched

ADDRESS = "http://127.0.0.1:8765"
MOVES, PAUSE_MS = 60, 14

BEGIN = """() => {
  window.stamps = []; window.counting = true;
  const next = (now) => { window.stamps.push(now); if (window.counting) requestAnimationFrame(next); };
  requestAnimationFrame(next);
}"""
END = """() => {
  window.counting = false;
  const gaps = window.stamps.slice(1).map((now, i) => now - window.stamps[i]).sort((a, b) => a - b);
  const mean = gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length;
  return [1000 / mean, gaps[Math.floor(gaps.length / 2)], gaps[Math.floor(gaps.length * 0.95)]];
}"""


def _tell(page: Page, what: str) -> None:
    rate, median, slow = page.evaluate(END)
    print(f"{what:36} {rate:5.1f} frames/s   median {median:.1f} ms   p95 {slow:.1f} ms")


def _drag(page: Page, handle: Locator, dx: float, dy: float, what: str) -> None:
    handle.scroll_into_view_if_needed()
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(BEGIN)
    for k in range(MOVES):
        page.mouse.move(x + dx * k / MOVES, y + dy * k / MOVES)
        page.wait_for_timeout(PAUSE_MS)
    _tell(page, what)
    page.mouse.up()
    page.wait_for_timeout(600)


def main() -> None:
    """Drag, count, print."""
    address = sys.argv[1] if len(sys.argv) > 1 else ADDRESS
    with sync_playwright() as playwright:
        browser = launched(playwright)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{address}/paintings/1/values")
        page.wait_for_load_state("networkidle")
        page.evaluate(BEGIN)
        page.wait_for_timeout(1000)
        _tell(page, "nothing dragged")
        _drag(page, page.get_by_role("slider", name="Border between steps 2 and 3"), 0, 40, "a border of the ladder")
        facts = page.get_by_role("region", name="Facts")
        _drag(page, facts.locator(".MuiSlider-thumb").first, 120, 0, "the squint")
        page.keyboard.press("Home")  # eyes open again: blurring the picture has been measured
        facts.get_by_role("button", name="Profile").click()
        _drag(page, page.locator("[aria-label^='End of the profile']"), -60, 60, "the profile")
        browser.close()


if __name__ == "__main__":
    main()
