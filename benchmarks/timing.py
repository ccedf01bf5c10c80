"""Measuring and saying how long something took."""

import time
from collections.abc import Callable


def report(what: str, figure: str, promise: str, baseline: str = "") -> None:
    """One line of the report."""
    print(f"{what:<58} {figure:>12}   promised {promise:<14} {baseline}", flush=True)


def seconds(work: Callable[[], object]) -> float:
    """Wall time of one call."""
    start = time.perf_counter()
    work()
    return time.perf_counter() - start
