"""How the easel keeps up: `python -m benchmarks.easel`, against a demo that is being served (`make demo`); another address as the
first argument. It does what a painter does there, so give it a demo that may be changed.

Opening, from the studio and without the network; from unit to unit; and thirty wet areas with their clocks. The baseline is the
desk's page of the same painting.
"""

import sys
import time
from datetime import UTC, datetime
from statistics import median

import numpy as np
from playwright.sync_api import BrowserContext, Page, sync_playwright

from tools.browser import launched

from .frames import ADDRESS, BEGIN, END
from .timing import report

CLOSER = "/paintings/3/easel"
CLOCKS, WATCHED_S, OPENED = 30, 6.0, 5

TURN = """async (place) => {
  const cards = [...document.querySelectorAll('[aria-label="What comes next"] button')];
  const heading = () => document.querySelector('[aria-label="Told"] h1').textContent;
  const before = heading(), begun = performance.now();
  cards[place].click();
  while (heading() === before && performance.now() - begun < 2000) await new Promise(requestAnimationFrame);
  await new Promise(requestAnimationFrame);
  return performance.now() - begun;
}"""


FINER = 40
CUT_FINER = """async (detail) => {
  const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
  const send = (method, path, body) => fetch(`/api/${path}`, {method, body: JSON.stringify(body),
    headers: {'Content-Type': 'application/json', 'X-CSRFToken': token}});
  await send('PUT', 'areas/1/changes', {detail, edits: []});
  await send('POST', 'desk/1/plan', {});
  for (let wait = 0; wait < 120; wait++) {
    if ((await (await fetch('/api/passes/1')).json()).up_to_date) break;
    await new Promise((go) => setTimeout(go, 500));
  }
  await send('POST', 'easel/1/open', {sitting: 'bench', device: 'bench'});
}"""


def _opened(page: Page, address: str, path: str, ready: str) -> float:
    begun = time.perf_counter()
    page.goto(f"{address}{path}")
    page.locator(ready).first.wait_for()
    return time.perf_counter() - begun


def _opening(context: BrowserContext, address: str) -> None:
    page = context.new_page()
    easel, desk = '[aria-label="Told"] h1', '[aria-label="The sittings on the clock"]'
    _opened(page, address, CLOSER, easel)
    there = median(_opened(page, address, CLOSER, easel) for _ in range(OPENED))
    beside = median(_opened(page, address, "/paintings/3/sittings", desk) for _ in range(OPENED))
    page.goto(f"{address}{CLOSER}")
    page.wait_for_timeout(3000)  # until the device keeps it
    context.set_offline(True)
    kept = median(_opened(page, address, CLOSER, easel) for _ in range(OPENED))
    context.set_offline(False)
    report(
        "opening the easel on loopback", f"{there * 1000:.0f} ms", "1 s", f"{there / beside:.2f} x the sittings' page"
    )
    report("  without the network, from the device", f"{kept * 1000:.0f} ms", "1 s", f"{kept / beside:.2f} x")
    page.close()


def _unit_to_unit(page: Page) -> None:
    taken = [page.evaluate(TURN, 3 + place % 6) for place in range(24)]
    p95 = float(np.quantile(taken, 0.95))
    report("from unit to unit, p95", f"{p95:.0f} ms", "100 ms", f"median {median(taken):.0f} ms")


def _many_clocks(page: Page) -> None:
    """Units are done until so many areas are wet, then frames are counted and the page's own work is timed.

    The demo's first painting is cut finer for it: its pictures have fewer areas than that.
    """
    page.evaluate(CUT_FINER, FINER)
    page.goto(f"{page.url.split('/paintings')[0]}/paintings/1/easel")
    page.wait_for_timeout(1500)
    list_of = page.evaluate(
        "async () => { const e = await (await fetch('/api/easel/1')).json();"
        "return (await fetch(`/api/easel/1/list/${e.taken}`)).json(); }"
    )
    sitting = page.evaluate("async () => (await (await fetch('/api/easel/1')).json()).course.sittings.at(-1).id")
    wet: set[str] = set()
    acts: list[dict[str, str]] = []
    for task in list_of["tasks"]:
        own = {one["area"] for one in task["passages"]}
        if task["kind"] == "unit" and task["role"] != "ground" and len(wet) < CLOCKS and not own <= wet:
            wet |= own
            at = datetime.now(UTC).isoformat()
            act = {"at": at, "sitting": sitting, "task": task["id"]}
            acts += [{**act, "id": f"{kind}-{len(acts)}-{at}", "kind": kind} for kind in ("back", "done")]
    page.evaluate(
        "async (acts) => { const token = document.cookie.match(/csrftoken=([^;]+)/)[1];"
        "await fetch('/api/easel/1/acts', {method: 'POST', headers: {'Content-Type': 'application/json', 'X-CSRFToken': token},"
        "body: JSON.stringify({device: 'bench', sent_at: new Date().toISOString(), acts})}); }",
        acts,
    )
    page.reload()
    page.wait_for_timeout(4000)
    session = page.context.new_cdp_session(page)
    session.send("Performance.enable")

    def busy() -> float:
        metrics = session.send("Performance.getMetrics")["metrics"]
        return next(one["value"] for one in metrics if one["name"] == "TaskDuration")

    before = busy()
    page.wait_for_timeout(WATCHED_S * 1000)
    share = (busy() - before) / WATCHED_S
    page.evaluate(BEGIN)
    page.wait_for_timeout(2000)
    rate, _, slow = page.evaluate(END)
    drawn = page.locator("svg[viewBox^='0 0 1000'] g g").count()
    report(f"{drawn} wet areas with clocks, share of a core", f"{share:.1%}", "10 %")
    report("  frames a second meanwhile", f"{rate:.0f}", "60", f"p95 {slow:.0f} ms")


def main() -> None:
    """Open, turn, watch, print."""
    address = sys.argv[1] if len(sys.argv) > 1 else ADDRESS
    with sync_playwright() as playwright:
        browser = launched(playwright)
        context = browser.new_context(viewport={"width": 1180, "height": 820})
        _opening(context, address)
        page = context.new_page()
        page.goto(f"{address}{CLOSER}")
        page.wait_for_timeout(2500)
        _unit_to_unit(page)
        _many_clocks(page)
        browser.close()


if __name__ == "__main__":
    main()
