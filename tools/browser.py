"""Debian's Chromium as journeys, screenshots and benchmarks start it."""

from pathlib import Path

from playwright.sync_api import Browser, Playwright

_SHELL, _WHOLE = "/usr/bin/chromium-headless-shell", "/usr/bin/chromium"
_FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip


def launched(playwright: Playwright) -> Browser:
    """A browser without a window; of the two that which has none of its own to draw, with which journeys take a tenth less."""
    return playwright.chromium.launch(executable_path=_SHELL if Path(_SHELL).exists() else _WHOLE, args=_FLAGS)
