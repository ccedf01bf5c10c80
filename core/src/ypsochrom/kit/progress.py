"""Progress of long work, reported through a callback that may also stop it."""

from collections.abc import Callable

Progress = Callable[[float, str], None]
"""Called with the share done (0-1) and what is being done; it may raise `Cancelled` to stop the work."""


def silent(share: float, doing: str) -> None:
    """Report to nobody."""


def part_of(progress: Progress, start: float, end: float) -> Progress:
    """Report a step's own 0-1 as the stretch from `start` to `end` of the whole."""

    def report(share: float, doing: str) -> None:
        progress(start + (end - start) * share, doing)

    return report
