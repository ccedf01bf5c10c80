"""Results kept in memory for a while, so that what was just computed or read is not read again; shared by all threads."""

from collections import defaultdict
from typing import Any

from ..kit.recent import Recent

MOST_KEPT = {"subject": 3, "field": 12, "finer brushes": 2}
USUALLY_KEPT = 6
"""A subject takes about 50 MB at working size, the value field alone 8, what finer brushes see 10; other results a few."""


class Memory:
    """The last few results of every node, by a hash of what they say."""

    def __init__(self) -> None:
        self._kept: defaultdict[str, Recent[str, Any]] = defaultdict(lambda: Recent(USUALLY_KEPT))
        for node, most in MOST_KEPT.items():
            self._kept[node] = Recent(most)

    def get(self, node: str, key: str) -> Any:
        """The result, or None."""
        return self._kept[node].get(key)

    def keep(self, node: str, key: str, result: Any) -> None:
        """Keep a result."""
        self._kept[node].keep(key, result)
