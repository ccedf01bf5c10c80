"""Numbers added up by what they belong to."""

from collections.abc import Iterable
from typing import TypeVar

Key = TypeVar("Key")


def summed(pairs: Iterable[tuple[Key, float]]) -> dict[Key, float]:
    """Numbers by key, those of one key added up, in the order in which the keys came."""
    found: dict[Key, float] = {}
    for key, number in pairs:
        found[key] = found.get(key, 0.0) + number
    return found
