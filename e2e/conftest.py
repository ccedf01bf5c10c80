"""The real studio (web process and worker) with the demo, and a painter's browser that minds every error."""

import fcntl
import os
import shutil
import socket
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from tools.browser import launched

REPOSITORY = Path(__file__).parents[1]
DESK, TABLET = {"width": 1280, "height": 800}, {"width": 820, "height": 1180}
_AXE = Path(REPOSITORY, "web/node_modules/axe-core/axe.min.js")

LONGEST_MS = 60_000  # no promise of the product: machines that check it stand still for a while now and then
ROOM_BYTES = 2_000_000_000
expect.set_options(timeout=LONGEST_MS)


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


def open_painting(page: Page, title: str) -> None:
    """A painting opened from the studio's list."""
    page.goto("/")
    page.get_by_role("list", name="Paintings").get_by_role("link", name=title).click()


def until(page: Page, asked: Callable[[], Any]) -> Any:
    """What is answered as soon as it is something; for what `expect` cannot wait for. AssertionError if it never is."""
    for _ in range(LONGEST_MS // 100):
        if answer := asked():
            return answer
        page.wait_for_timeout(100)
    raise AssertionError("it never came")


def serious_violations(page: Page) -> list:
    """What axe finds on the page that would keep somebody from using it."""
    page.evaluate(_AXE.read_text())
    found = page.evaluate("axe.run().then(r => r.violations.map(v => [v.impact, v.id, v.nodes.map(n => n.html)]))")
    return [one for one in found if one[0] in ("serious", "critical")]


def environment_of(data: Path) -> dict[str, str]:
    own = {"YPSOCHROM_DATA": str(data), "DJANGO_SETTINGS_MODULE": "server.site.settings"}
    return {**os.environ, **own, "YPSOCHROM_NICER": "0"}  # other journeys run beside these


@pytest.fixture(scope="session")
def demo(tmp_path_factory, worker_id) -> Path:
    """Data of a studio in which the demo was loaded and nothing done since; loaded by the first process that comes."""
    base = tmp_path_factory.getbasetemp()
    data = (base if worker_id == "master" else base.parent) / "demo"
    with Path(f"{data}.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not data.exists():
            half = Path(f"{data}.half")
            for command in (["manage.py", "migrate", "--verbosity", "0"], ["-m", "demo.load", "--once"]):
                subprocess.run([sys.executable, *command], cwd=REPOSITORY, env=environment_of(half), check=True)
            half.rename(data)
    return data


@pytest.fixture(scope="module")
def studio(demo: Path, request) -> Iterator[str]:
    """The address of a studio served as `make demo` serves it: every module finds the demo untouched.

    It has one web process, which has less to load, unless the module says with `PROCESSES` that it needs more.
    """
    with TemporaryDirectory(dir=_memory(), ignore_cleanup_errors=True) as folder:
        port, data = free_port(), Path(folder) / "studio"
        shutil.copytree(demo, data)
        environment = {**environment_of(data), "YPSOCHROM_PROCESSES": str(getattr(request.module, "PROCESSES", 1))}
        process = subprocess.Popen([sys.executable, "-m", "demo.serve", str(port)], cwd=REPOSITORY, env=environment)
        try:
            answers("127.0.0.1", port)
            yield f"http://127.0.0.1:{port}"
        finally:
            process.terminate()
            process.wait(timeout=60)


def _memory() -> Path | None:
    """Where files lie in memory, if there is room: a disk that others hold up holds up no journey."""
    shared = Path("/dev/shm")
    return shared if shared.is_dir() and shutil.disk_usage(shared).free > ROOM_BYTES else None


def answers(host: str, port: int) -> None:
    """Wait until somebody listens there."""
    for _ in range(600):  # a machine that is busy takes its time
        with socket.socket() as probe:
            if probe.connect_ex((host, port)) == 0 and probe.getsockname() != probe.getpeername():
                return  # and not this very socket, which now and then meets itself where nobody listens
        time.sleep(0.1)
    raise AssertionError(f"nothing answers at {host}:{port}")


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = launched(playwright)
        yield browser
        browser.close()


@pytest.fixture
def page(browser: Browser, studio: str) -> Iterator[Page]:
    """A page at the desk that minds every error (`minded`)."""
    with minded(browser, studio) as page:
        yield page


@contextmanager
def minded(browser: Browser, studio: str) -> Iterator[Page]:
    """A page of its own. Page errors, console errors, failed requests and requests elsewhere fail the test.

    A refusal that a journey provokes on purpose (status 4xx) is announced in `page.expected_refusals`.
    """
    context = browser.new_context(viewport=DESK, base_url=studio, accept_downloads=True)
    context.set_default_timeout(LONGEST_MS)
    page = context.new_page()
    troubles: list[str] = []
    page.expected_refusals = 0

    def console(message) -> None:
        if message.type == "error":
            if "Failed to load resource" in message.text and page.expected_refusals > 0:
                page.expected_refusals -= 1
            else:
                troubles.append(f"console: {message.text}")

    def failed(request) -> None:
        if "ERR_ABORTED" not in (request.failure or ""):  # the page was left or reloaded meanwhile
            troubles.append(f"failed: {request.url} {request.failure}")

    page.on("console", console)
    page.on("pageerror", lambda error: troubles.append(f"page error: {error}"))
    page.on("requestfailed", failed)
    page.on(
        "request",
        lambda r: troubles.append(f"elsewhere: {r.url}") if not r.url.startswith((studio, "data:", "blob:")) else None,
    )
    yield page
    context.close()
    assert troubles == []
